"""What the place asks of a mount beside its strength: eave, snow and ice, old material, timber, buried services."""

from __future__ import annotations

from rindle_core.catalogue.house_words import Phrase
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.mounts import SURFACES, MountKind
from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.science.geodesy import apart_m
from rindle_core.stations.entries import JobInput
from rindle_core.stations.lists import shortened
from rindle_core.stations.mount.asked import WALLS, asked_reach, chosen_fixing
from rindle_core.stations.mount.findings import (
    BALANCE,
    HEIGHT,
    ICE_FALL,
    JOINT,
    KIND,
    LEVER,
    OLD_MATERIAL,
    POUR,
    REUSED,
    SERVICES,
    SIGNS,
    SNOW,
)
from rindle_core.stations.mount.mount_choice import MountOption
from rindle_core.stations.mounting import height_m, heights_m, mount_code, mount_surface
from rindle_core.stations.sky.seen import absolute_of

_SAME_M = 0.05
_SIGNS_WANTED = 2.0
_DRIFT = 2.0  # drifts behind an obstacle lie up to twice as deep as the snow around


def judge_kind(job: JobInput, kind: MountKind | None, options: list[MountOption]) -> Finding:
    """Whether a kind is chosen, and what speaks against it here."""
    surface = mount_surface(job)
    if kind is None:
        gone = mount_code(job)
        message = f"The stores have no mount “{gone}” any more" if gone else "The kind of mount is not chosen"
        if surface is not None and not any(one.suits for one in options):
            return KIND.missing(
                f"{message}, and none suits here" if options else f"{message}, and none is made for what it stands on",
                "Choose another surface, allow holes, wish it lower, or enter in Stores a kind that bears it.",
            )
        return KIND.missing(message, "Choose one: those that suit come first, the others say why not.")
    option = next((one for one in options if one.kind.code == kind.code), None)
    if surface is None:
        return KIND.missing(
            f"What the {kind.name.lower()} stands on is not told", "Say the surface at Brief, Positions."
        )
    if option is None:
        return KIND(
            Level.HOLD,
            f"{kind.name}: not for this surface",
            f"It is not made for this: {SURFACES[surface].lower()}.",
            clears_by="Choose another kind, or another position.",
        )
    if option.against:
        return KIND(
            Level.MIND,
            f"{kind.name}: something speaks against it",
            f"{'; '.join(option.against).capitalize()}.",
            clears_by="Choose a kind that suits, or change what is wished.",
        )
    return KIND(Level.CLEAR, f"{kind.name} suits", f"{kind.needs} {kind.caution}".strip())


def judge_heights(job: JobInput) -> list[Finding]:
    """One terminal has one height: where two are told, the wind is reckoned at the higher one."""
    here, there = heights_m(job)
    up_m, free_m = height_m(job), job.mount.mast_free_length_m
    found = []
    if up_m is None:
        found.append(
            HEIGHT.missing(
                "How high it stands over the ground is not known",
                "Enter the height over ground: the gust is the stronger the higher it stands.",
            )
        )
    if here is not None and there is not None and abs(here - there) >= _SAME_M:
        found.append(
            HEIGHT(
                Level.MIND,
                f"Two heights are told: {here:g} m here, {there:g} m at position {job.sky.position_letter}",
                "The sky is judged from the position’s, the wind at the higher one.",
                clears_by="Tell the one that is so in both places.",
            )
        )
    if up_m is not None and free_m is not None and free_m > up_m + _SAME_M:
        found.append(
            LEVER(
                Level.HOLD,
                "The free length is more than the height over ground",
                "A mast that is held lower than the ground is not possible: one of the two figures is wrong.",
                figure=free_m,
                limit=up_m,
                bound="at_most",
                clears_by="Measure the free length from the top bracket, or from the ground, up to the centre.",
            )
        )
    return found


def judge_tube(job: JobInput, kind: MountKind) -> list[Finding]:
    """Balance of a tube in brackets, and the joint of a pole in two parts."""
    told, found = job.mount, []
    if kind.holds == "brackets" and told.mast_free_length_m is not None:
        if told.tube_below_m is None or told.bracket_spacing_m is None:
            found.append(
                BALANCE.missing(
                    "How the tube lies in its brackets is not told",
                    "Enter the distance of the brackets, and how much tube there is below the upper one.",
                )
            )
        else:
            found.append(
                BALANCE.at_least(
                    told.tube_below_m,
                    told.mast_free_length_m,
                    level=Level.MIND,
                    clear="As much tube below as above",
                    under="Less tube below the upper bracket than above it",
                    why="A short tail pulls its brackets apart; it also gives no reserve to raise it later.",
                    clears_by="A longer tube, or less of it above.",
                )
            )
    if kind.joint_m is not None:
        if told.clamp_height_m is None:
            found.append(
                JOINT.missing(
                    "Where the upper clamp sits on the pole is not told",
                    f"Measure from the pole’s foot to the upper clamp; the joint lies at {kind.joint_m:g} m.",
                )
            )
        else:
            found.append(
                JOINT.at_least(
                    told.clamp_height_m,
                    kind.joint_m,
                    clear="The pole’s joint lies below the upper clamp",
                    under="The pole’s joint lies above the upper clamp",
                    why="A joint is loose: above the clamp it carries the whole lever, and lets go.",
                    clears_by="Set the upper clamp higher, or the pole lower.",
                )
            )
    return found


def judge_old(job: JobInput, kind: MountKind) -> list[Finding]:
    """Asbestos and its like: nobody drills or walks on what nobody has looked at."""
    surface, told = mount_surface(job), job.mount.old_material
    if not (kind.drills or surface in ("tile", "shingle", "corrugated", "sheet_rib")):
        return []
    if told == "suspected":
        return [
            OLD_MATERIAL(
                Level.HOLD,
                "The material may be old and dangerous",
                "Dust of old sheets, slates and flues kills years later; brittle sheet lets you through. Stop and ask.",
                clears_by="Have it tested by somebody competent, or choose a place that is not drilled.",
            )
        ]
    if not told:
        return [
            OLD_MATERIAL.missing(
                "Whether the material is old or brittle was not looked at",
                "Ask the year of the building; look for fibre sheet, old slates and brittle roof lights.",
            )
        ]
    words = "No old or fragile material" if told == "none" else "The old material was tested and may be drilled"
    return [OLD_MATERIAL(Level.CLEAR, words, "As it was entered.")]


def judge_signs(job: JobInput, kind: MountKind) -> list[Finding]:
    """Two signs of the timber before anything is drilled into it."""
    fixing = chosen_fixing(job)
    into_timber = job.mount.base in ("softwood", "hardwood") or (fixing is not None and fixing.kind == "lag")
    if not (kind.holes and into_timber):
        return []
    known = {one.code for one in job.picks.words.timber_signs}
    count = float(len(known & set(job.mount.timber_signs)))
    if count == 0:
        return [
            SIGNS.missing(
                "No sign of the timber was looked for", "Find it in two ways that do not depend on each other."
            )
        ]
    return [
        SIGNS.at_least(
            count,
            _SIGNS_WANTED,
            clear="The timber was found by two signs",
            under="The timber was found by one sign only",
            why="A detector errs through shingles, foil and old siding; a second sign costs a minute.",
            clears_by="Tap, measure, look for the line of nails, or set a thin pilot.",
        )
    ]


_SPADE = "Buried power and gas kill whoever puts a spade into them. Nobody digs before."


def judge_services(job: JobInput) -> Finding:
    """Buried services are found and marked before the dig."""
    told, rules = job.mount, job.picks.rules
    if not told.services_located_by or told.services_located_on is None:
        return SERVICES(
            Level.HOLD,
            "Buried services were not found and marked",
            _SPADE,
            clears_by="Have them found and marked by those who may, and enter who did and when.",
        )
    away_m = _from_the_marks_m(job)
    if away_m > rules.located_reach_m:
        return SERVICES(
            Level.HOLD,
            f"Buried services were marked {away_m:.0f} m from where it is planned now",
            _SPADE,
            figure=away_m,
            limit=rules.located_reach_m,
            bound="at_most",
            unit="m",
            clears_by="Have them found and marked where the hole is dug, and enter who did and when anew.",
        )
    days = (job.brief.date - told.services_located_on).days
    if not 0 <= days <= rules.located_days:
        return SERVICES(
            Level.HOLD,
            "Buried services were marked long before the work" if days > 0 else "They are marked after the work",
            f"Marked on {told.services_located_on:%Y-%m-%d}, the work is on {job.brief.date:%Y-%m-%d}. Marks fade, and "
            "others dig too. Local rules say how long a marking holds.",
            figure=float(days),
            limit=float(rules.located_days),
            bound="at_most",
            unit="days",
            clears_by="Have them marked anew, or mend the day.",
        )
    return SERVICES(
        Level.CLEAR,
        "Buried services were found and marked",
        f"By {told.services_located_by}, on {told.services_located_on:%Y-%m-%d}. Dig by hand near the marks.",
    )


def _from_the_marks_m(job: JobInput) -> float:
    """From the spot about which services were marked to where it is planned now; 0 where nobody can tell."""
    was, now = (
        (job.mount.located_latitude_deg, job.mount.located_longitude_deg),
        absolute_of(job, job.sky.position_letter),
    )
    if was[0] is None or was[1] is None or now is None:
        return 0.0
    return apart_m((was[0], was[1]), now)


def _listed(kind: Kind, done: list[str], words: list[Phrase], clear: str, open_: str, why: str) -> Finding:
    if not words:
        return kind.missing(f"{open_}: the house has no list of it", "Write one among the words of the stores.")
    missing = [one.name.lower() for one in words if one.code not in done]
    if not missing:
        return kind(Level.CLEAR, clear, "All of the house’s list.")
    return kind.missing(f"{open_}: {shortened(missing)}", why)


def judge_pour(job: JobInput) -> Finding:
    """What is seen to at the pour."""
    return _listed(
        POUR,
        job.mount.pour_checks,
        job.picks.words.pour_checks,
        "The pour was seen to",
        "Not seen to at the pour yet",
        "Do it and tick it; a picture of it stays with the job.",
    )


def judge_reuse(job: JobInput) -> Finding:
    """What an old mount is asked before anything is hung on it."""
    return _listed(
        REUSED,
        job.mount.reuse_checks,
        job.picks.words.reuse_checks,
        "The old mount passed what it is asked",
        "Not asked of the old mount yet",
        "Look, pull and ask, then tick it.",
    )


def judge_surroundings(job: JobInput, terminal: Terminal, kind: MountKind) -> list[Finding]:
    """Overhang, snow, and what slides down from above."""
    told, found = job.mount, []
    surface = mount_surface(job)
    if surface in WALLS and kind.reach_m > 0:
        found += asked_reach(job, terminal, kind).findings
    if told.snow_m is not None:
        deep_m = told.snow_m * (_DRIFT if told.drifts else 1.0)
        if told.rim_over_surface_m is None:
            found.append(
                SNOW.missing("How high its lowest rim stands is not told", "Measure from roof or ground to the rim.")
            )
        else:
            found.append(
                SNOW.at_least(
                    told.rim_over_surface_m,
                    deep_m,
                    level=Level.MIND,
                    clear="It stands over the snow",
                    under="It stands in the snow",
                    why="A rim in the snow loses signal and is pushed when the snow settles.",
                    clears_by="Raise it, or place it where no drift forms.",
                )
            )
    if surface in WALLS:
        if told.below_slide == "yes":
            found.append(
                ICE_FALL(
                    Level.MIND,
                    "Ice and snow slide down on it",
                    "A roof’s load comes off at once, and takes the antenna along.",
                    clears_by="Put it at the gable, or a snow guard above it.",
                )
            )
        elif not told.below_slide:
            found.append(
                ICE_FALL.missing(
                    "Whether ice or snow slides down on it was not looked at", "Look at the roof above it."
                )
            )
        else:
            found.append(ICE_FALL(Level.CLEAR, "Nothing slides down on it", "As it was entered."))
    return found


__all__ = [
    "judge_heights",
    "judge_kind",
    "judge_old",
    "judge_pour",
    "judge_reuse",
    "judge_services",
    "judge_signs",
    "judge_surroundings",
    "judge_tube",
]
