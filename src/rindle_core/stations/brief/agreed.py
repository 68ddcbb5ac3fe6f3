"""What was agreed: the position with the customer, the risks with the crew, and what follows a temporary set-up."""

from __future__ import annotations

from rindle_core.catalogue.starter import is_invented
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.brief.findings import APPROVED, ASSESSED, DONE_BY, LATER, POSITION_MOUNT, TEMPLATE
from rindle_core.stations.brief.visit import REUSED
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.position_mount import PositionMount, mount_at


def position_mounts(job: JobInput) -> list[PositionMount]:
    """The mount of each candidate on its own surface."""
    return [mount_at(job, one) for one in job.sky.positions]


def _capital(text: str) -> str:
    """With a capital at its beginning."""
    return text[:1].upper() + text[1:]


def judge_position_mounts(mounts: list[PositionMount]) -> list[Finding]:
    """What speaks against the mount that a candidate stands on."""
    return [
        POSITION_MOUNT.of(one.letter.lower())(
            Level.MIND,
            f"Position {one.letter}: its mount does not suit",
            f"{one.mount_name or 'No kind'}: {'; '.join(one.against)}. "
            "A planning aid: what the place bears is looked at there.",
            clears_by="Choose another mount or surface for it, or change the wish for height.",
        )
        for one in mounts
        if one.against
    ]


def judge_approved(job: JobInput) -> list[Finding]:
    """Whether the customer agreed to the position that is planned; nothing while there are no candidates."""
    brief, planned = job.brief, job.sky.position_letter
    if not job.sky.positions:
        return []
    if not brief.approved_by.strip() or not brief.approved_letter or brief.approved_at is None:
        return [
            APPROVED(
                Level.MIND,
                "The customer has not agreed to a position yet",
                "A dish that has to come down again was never installed.",
                clears_by="Show the proposal, and enter who agreed, to which position and when.",
            )
        ]
    if planned and planned != brief.approved_letter:
        return [
            APPROVED(
                Level.HOLD,
                f"Position {planned} is planned, {brief.approved_letter} was agreed to",
                f"{brief.approved_by} agreed to position {brief.approved_letter}.",
                clears_by="Plan the position that was agreed to, or have the customer agree anew.",
            )
        ]
    if brief.approved_at is not None and brief.approved_at.date() > brief.date:
        return [
            APPROVED(
                Level.MIND,
                "The customer agreed only after the day of the work",
                f"On {brief.approved_at:%Y-%m-%d}, and the work is on {brief.date}.",
                clears_by="Mend the day, or have the customer agree before anything is drilled.",
            )
        ]
    return [APPROVED(Level.CLEAR, f"{brief.approved_by} agreed to position {brief.approved_letter}", "")]


def judge_templates(job: JobInput) -> list[Finding]:
    """Figures of a template are nobody's: what rests on them is not known."""
    picks = job.picks
    found = [one for one in (picks.terminal, picks.satellite, picks.constellation) if one and is_invented(one)]
    if not found:
        return []
    names = " and ".join(one.name for one in found)
    if not any(one.template for one in found):
        return [
            TEMPLATE.missing(
                f"{names}: still the template’s invented figures",
                "Only its name was changed: put in the maker's and the operator's own figures in Stores.",
            )
        ]
    return [
        TEMPLATE.missing(
            f"{names}: invented figures",
            "Copy it in Stores, put in the maker's and the operator's own figures, take the tick “Template” out, and "
            "choose that one.",
        )
    ]


def judge_done_by(job: JobInput) -> list[Finding]:
    """An owner installs what its maker lets one install; a transmitter that is aimed by hand is for trained people."""
    terminal = job.picks.terminal
    if job.brief.done_by != "owner" or terminal is None:
        return []
    if terminal.self_install:
        return [DONE_BY(Level.CLEAR, f"An owner may install {terminal.name}", "Cautions and local codes hold for all.")]
    return [
        DONE_BY(
            Level.HOLD,
            f"{terminal.name} is not for an owner to install",
            "Its transmitter is aimed by hand: a wrong aim disturbs others, and the operator asks for trained people.",
            clears_by="Prepare mast, cable and view, and hire a crew for the dish; or choose one that aims itself.",
        )
    ]


def judge_assessed(job: JobInput) -> list[Finding]:
    """Whether what was found on the site was signed as a risk assessment; nothing while nobody has looked."""
    brief = job.brief
    if not brief.hazards_sought:
        return []
    if not brief.assessed_by.strip():
        return [
            ASSESSED(
                Level.MIND,
                "The risk assessment is not signed",
                "The hazards are ticked; nobody has put a name to them.",
                clears_by="Whoever assessed the site signs with name and day.",
            )
        ]
    if brief.assessed_on is None:
        return [
            ASSESSED(
                Level.MIND,
                f"{brief.assessed_by} signed the risk assessment, on which day is not told",
                "What was seen long ago need not be what stands there on the day.",
                clears_by="Enter the day on which it was signed.",
            )
        ]
    days = (brief.date - brief.assessed_on).days
    if 0 <= days <= job.picks.rules.assessed_days:
        return [ASSESSED(Level.CLEAR, f"{brief.assessed_by} signed the risk assessment", "Look again on the day.")]
    return [
        ASSESSED(
            Level.MIND,
            "The risk assessment is signed for a day after the work"
            if days < 0
            else "The risk assessment was signed long before the work",
            f"It is signed on {brief.assessed_on}, the work is on {brief.date}.",
            clears_by="Mend the day, or assess the site before the work.",
        )
    ]


def _against_later(job: JobInput) -> list[str]:
    brief = job.brief
    there = next((one for one in job.sky.positions if one.letter == brief.later_letter), None)
    if there is None:
        return [f"position {brief.later_letter} is not among the candidates"]
    later = mount_at(job, there, code=brief.later_mount_code or "", permanent=True)
    found = [f"no surface is told for position {there.letter}"] if later.surface is None else list(later.against)
    now = next((one for one in job.sky.positions if one.letter == job.sky.position_letter), None)
    kept = mount_at(job, now) if now else None
    if "mount" in brief.reused and kept is not None and kept.mount_code:
        if not kept.permanent:
            found.append(f"the mount that is taken over, {kept.mount_name.lower()}, is for trials")
        elif later.chosen and later.mount_code != kept.mount_code:
            found.append(f"the mount is taken over, yet another kind is chosen for good: {later.mount_name.lower()}")
    return found


def judge_later(job: JobInput) -> list[Finding]:
    """A temporary set-up is half a plan: where it stands for good, on what, and what goes over."""
    brief = job.brief
    if brief.permanence not in ("trial", "temporary"):
        return []
    if not brief.later_letter:
        return [
            LATER(
                Level.MIND,
                "Where it stands for good is not planned",
                "Cable, hole and earth are laid once if they are laid for the set-up that stays.",
                clears_by="Choose the position and the mount for good, and tick what is taken over.",
            )
        ]
    against = _against_later(job)
    if against:
        return [
            LATER(
                Level.MIND,
                "The set-up for good does not hold yet",
                f"{_capital('; '.join(against))}.",
                clears_by="Choose another position or mount for good, or change what is taken over.",
            )
        ]
    kept = ", ".join(REUSED[one].lower() for one in brief.reused) or "nothing"
    return [LATER(Level.CLEAR, f"For good it stands at position {brief.later_letter}; taken over: {kept}", "")]


__all__ = [
    "judge_approved",
    "judge_assessed",
    "judge_done_by",
    "judge_later",
    "judge_position_mounts",
    "judge_templates",
    "position_mounts",
]
