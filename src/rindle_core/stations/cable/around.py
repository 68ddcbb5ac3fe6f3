"""What is judged of the entry, of ties and slack, and of where the injector sits."""

from __future__ import annotations

from rindle_core.catalogue.house_words import EndCheck
from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.cable.asked import ends_kind
from rindle_core.stations.cable.findings import (
    CONDUIT_LAID,
    DRESSED,
    END_LOOKED,
    ENTRY_DONE,
    INJECTOR,
    OLD_CABLING,
    SEALED,
    SLACK,
)
from rindle_core.stations.entries import JobInput
from rindle_core.stations.lists import shortened


def judge_entry(job: JobInput) -> list[Finding]:
    """How the hole is closed, and what is seen to there."""
    told = job.cable
    if not any(one.kind == "wall" for one in told.cable_pieces) or told.sealed_by == "none":
        return []
    found = []
    if not told.sealed_by:
        found.append(
            SEALED.missing("How the hole is closed is not told", "Foam or sealant for good; putty for a time.")
        )
    elif told.sealed_by == "putty":
        until = told.putty_until
        late = until is not None and job.brief.date is not None and job.brief.date > until
        found.append(
            SEALED(
                Level.HOLD if late else Level.MIND,
                "The putty’s last day has passed" if late else "The hole is closed with putty, for a time",
                f"Until {until:%Y-%m-%d}." if until else "No last day is set: putty that is forgotten lets water in.",
                clears_by="Close it for good with foam or sealant."
                if until
                else "Set the day by which it is done well.",
            )
        )
    else:
        found.append(SEALED(Level.CLEAR, f"The hole is closed with {told.sealed_by}", "As it was entered."))
    missing = [one.name.lower() for one in job.picks.words.entry_steps if one.code not in told.entry_steps]
    if not job.picks.words.entry_steps:
        return found
    found.append(
        ENTRY_DONE.missing(f"Not seen to at the entry yet: {shortened(missing)}", "Do it, look, and tick it.")
        if missing
        else ENTRY_DONE(Level.CLEAR, "The entry was seen to", "All of the house’s list.")
    )
    return found


def judge_conduit(job: JobInput) -> list[Finding]:
    """How the conduit was laid; nothing where none is told."""
    asked = job.picks.words.conduit_steps
    if job.cable.conduit_mm is None or not job.cable.cable_pieces or not asked:
        return []
    missing = [one.name.lower() for one in asked if one.code not in job.cable.conduit_steps]
    if missing:
        return [
            CONDUIT_LAID.missing(
                f"Not seen to at the conduit yet: {shortened(missing)}",
                "Before it is glued and after: look, and tick it.",
            )
        ]
    return [CONDUIT_LAID(Level.CLEAR, "The conduit was seen to", "All of the house’s list.")]


def ends_asked(job: JobInput) -> list[EndCheck]:
    """What is looked at on an end as it is made here, by its kind of plug."""
    kind = ends_kind(job)
    return [one for one in job.picks.words.end_checks if kind and one.of_kind in ("", kind)]


def judge_ends(job: JobInput, end_count: int) -> list[Finding]:
    """What is looked at on every end; nothing where none is made."""
    if not end_count or not job.cable.cable_pieces:
        return []
    asked = ends_asked(job)
    if not asked:
        return [
            END_LOOKED.missing(
                "The house has no list of what is looked at on such an end",
                "Write it among the words of the stores: Looked at on every end.",
            )
        ]
    missing = [one.name.lower() for one in asked if one.code not in job.cable.end_checks]
    if missing:
        return [
            END_LOOKED.missing(
                f"Not looked at on every end yet: {shortened(missing)}",
                f"Look at each of the {end_count} ends before it is mated, and tick it.",
            )
        ]
    return [END_LOOKED(Level.CLEAR, "Every end was looked at", "All of the house’s list.")]


def _swung(*, by_itself: bool) -> str:
    how = "Let it turn by itself once, keep clear, and look" if by_itself else "Swing the antenna from stop to stop"
    return f"{how}: nothing pulls or rubs."


def judge_led(job: JobInput) -> list[Finding]:
    """Slack over the swing; no final clip before the proof, and no loose tie after it."""
    told, found = job.cable, []
    terminal = job.picks.terminal
    if terminal is not None and (terminal.panel is None or terminal.panel.self_aiming):  # what turns, pulls
        found.append(
            SLACK(Level.CLEAR, "The slack was tried over the full swing", "As it was entered.")
            if told.slack_tried
            else SLACK.missing("The slack was not tried", _swung(by_itself=terminal.panel is not None))
        )
    measured = any(one.when == "after" for one in job.handover.runs)
    if told.dressed == "loose" and measured:
        found.append(
            DRESSED(
                Level.MIND,
                "The service is proved, and the cable hangs in loose ties",
                "Wind works it loose, and rubs it through where it touches.",
                clears_by="Clip it for good, and say so; or tell at Build until when it stays so.",
            )
        )
    if told.dressed == "final" and not measured:
        found.append(
            DRESSED(
                Level.MIND,
                "The cable is clipped for good before the service is proved",
                "What has to be moved once more is cut out of its clips.",
                clears_by="Loose ties first; final clips once the new service is measured.",
            )
        )
    return found


def judge_injector(job: JobInput) -> list[Finding]:
    """Dry, in its temperatures, reached for a restart."""
    told, rules, found = job.cable, job.picks.rules, []
    if told.injector_place == "":
        found.append(
            INJECTOR.missing("Where the injector or modem sits is not told", "Say where, and what it is like.")
        )
    elif told.injector_place != "not_needed":
        against = []
        if not told.injector_dry:
            against.append("nobody said that it is dry there")
        if not told.injector_reachable:
            against.append("it is not reached for a restart, the commonest remedy")
        low_c, high_c = told.injector_low_c, told.injector_high_c
        if low_c is not None and low_c < rules.injector_low_c:
            against.append(f"it is down to {low_c:g} °C there")
        if high_c is not None and high_c > rules.injector_high_c:
            against.append(f"it is up to {high_c:g} °C there")
        if low_c is not None and high_c is not None and low_c > high_c:
            against.append("its lowest temperature is told above its highest")
        if told.injector_place in ("attic", "outside") and (low_c is None or high_c is None):
            against.append("how cold and hot it gets there is not told")
        found.append(
            INJECTOR(
                Level.MIND,
                "Something speaks against where the injector sits",
                f"{'; '.join(against).capitalize()}.",
                clears_by="A dry place within its temperatures, where somebody can pull its plug.",
            )
            if against
            else INJECTOR(Level.CLEAR, "The injector sits well", "Dry, in its temperatures, in reach.")
        )
    if told.old_cabling == "used":
        found.append(
            OLD_CABLING(Level.CLEAR, "The house’s cabling was tested", "As it was entered.")
            if told.old_tested
            else OLD_CABLING.missing(
                "The house’s cabling is not tested", "Through, all pairs, no short, before it is relied on."
            )
        )
    return found


__all__ = ["judge_entry", "judge_injector", "judge_led"]
