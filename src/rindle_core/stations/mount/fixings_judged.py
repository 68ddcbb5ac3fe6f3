"""What is said of a plate's fixings: structure, use, depth, edges, spacing."""

from __future__ import annotations

from typing import Literal

from rindle_core.catalogue.fixings import SHEET_PROFILES, Base, Fixing, SheetProfile
from rindle_core.catalogue.mounts import PlateHole
from rindle_core.kernel.findings import Finding, Level
from rindle_core.science import timber
from rindle_core.stations.mount.fixing_findings import (
    FIXING,
    FIXING_COLD,
    FIXING_COUNT,
    FIXING_DEPTH,
    FIXING_EDGE,
    FIXING_SPACING,
    FIXING_UNKNOWN,
    GAUGE,
    PROFILE,
)
from rindle_core.stations.mount.plate import (
    GRAVITY,
    STRENGTH_MPA,
    FixingsInput,
    FixingsResult,
    meets,
    nearest_mm,
    told_of,
)

_AID = "Planning aid only: the base is for a competent person and the local code to approve."
_CLOSEST_DIAMETERS, _EDGE_DIAMETERS = 4.0, 4.0  # in timber across the grain: NDS 2018, tables 12.5.1B and C


def _reckoned_cone(given: FixingsInput) -> bool:
    """Whether an anchor in concrete or masonry rests on neither its own sheet nor a pull on site."""
    told = given.fixing.allowed_pull_n is not None or given.pulled_n is not None
    return given.base in STRENGTH_MPA and not told


def _judge_depth(given: FixingsInput) -> list[Finding]:
    """Thread under four diameters holds nothing that may be reckoned. Source: NDS 2018, 12.1.4.6."""
    if given.base not in GRAVITY or given.fixing.kind != "lag":
        return []
    least = timber.LEAST_PENETRATION_DIAMETERS * given.fixing.size_mm
    if given.fixing.embedment_mm >= least:
        return []
    return [
        FIXING_DEPTH(
            Level.HOLD,
            "The screw does not go deep enough into the timber",
            "Under four diameters of thread nothing may be reckoned.",
            figure=given.fixing.embedment_mm,
            limit=least,
            bound="at_least",
            clears_by="A longer screw.",
        )
    ]


def _judge_cold(given: FixingsInput) -> list[Finding]:
    """Resin under its least temperature stays soft, however long one waits. What is not told is Brief's to ask."""
    least_c = given.fixing.sets_least_c
    if least_c is None or given.low_c is None:
        return []
    return [
        FIXING_COLD.at_least(
            given.low_c,
            least_c,
            clear="It is warm enough for the resin to set",
            under="It is too cold for the resin of the fixings",
            why="Under the least of its sheet it stays soft, and the fixing comes out under load.",
            clears_by="A resin for the cold, a fixing without resin, or a warmer day.",
        )
    ]


def _judge_profile(base: Base, fixing: Fixing, profile: SheetProfile | Literal[""]) -> list[Finding]:
    """Whether the fixing sits on sheet of this shape. What goes through the sheet into timber is not asked."""
    if base != "sheet":
        return []
    if not fixing.profiles:
        return [
            PROFILE.missing(
                f"On which sheet {fixing.name} sits is not told", "Enter the shapes that its sheet names (stores)."
            )
        ]
    made_for = ", ".join(SHEET_PROFILES[one].lower() for one in fixing.profiles)
    if not profile:
        return [
            PROFILE.missing(
                "Nobody said of what shape the sheet is",
                f"Look along it from the eave, and choose the shape. {fixing.name} is made for: {made_for}.",
            )
        ]
    if profile not in fixing.profiles:
        return [
            PROFILE(
                Level.HOLD,
                f"{fixing.name} does not sit on {SHEET_PROFILES[profile].lower()}",
                f"It is made for: {made_for}. On another shape it bears on an edge, dents the sheet and lets go.",
                clears_by="Choose a fixing that is made for this shape.",
            )
        ]
    return [PROFILE(Level.CLEAR, "The fixing sits on sheet of this shape", "By its own sheet.")]


def judge_fixings(given: FixingsInput, result: FixingsResult, holding: list[PlateHole]) -> list[Finding]:
    """Of the holes that hold."""
    found = [_judge_structure(given, holding)] if given.structure_least_count else []
    sure = any(meets(given, hole) == "structure" for hole in holding)
    if result.use_share is None:
        where = "on a seam" if given.fixing.kind == "seam_clamp" else "in hollow masonry"
        found.append(
            FIXING_UNKNOWN.missing(
                f"What the fixing holds {where} is not known",
                "Enter what its sheet allows there (stores), or the mean of pulls on site.",
            )
        )
    elif sure or result.use_share > 1.0 or not given.structure_least_count:
        more = f" About {result.wanted_count} of them would do." if (result.wanted_count or 0) > len(holding) else ""
        found.append(
            FIXING(
                Level.MIND,
                "The fixings hold the design gust by reckoning alone",
                f"The cone that breaks out is reckoned as of a cast-in anchor; a drilled one may slip before. {_AID}",
                figure=result.use_share * 100.0,
                limit=100.0,
                bound="at_most",
                clears_by="Enter what the fixing’s sheet allows in this base (stores), or pull some on site.",
            )
            if result.use_share <= 1.0 and _reckoned_cone(given)
            else FIXING.at_most(
                result.use_share * 100.0,
                100.0,
                clear="The fixings hold the design gust",
                over="The fixings do not hold the design gust",
                why=f"The worst screw is pulled and pushed more than it may.{more} {_AID}",
                so=_AID,
                clears_by="More or larger fixings, a larger plate, a shorter arm or mast, or another base.",
            )
        )
    if given.base == "sheet" and given.sheet_mm is None and given.fixing.kind != "seam_clamp":
        found.append(
            GAUGE(
                Level.MIND,
                "The sheet’s gauge is not known: the thinnest is taken",
                "A screw in thin sheet holds little; more clamps than a drawing shows may be needed.",
                clears_by="Measure the sheet at its edge with calipers.",
            )
        )
    return [
        *found,
        *_judge_profile(given.base, given.fixing, given.profile),
        *_judge_cold(given),
        *_judge_depth(given),
        *_judge_edges(given, holding),
        *_judge_spacing(given, holding),
    ]


def _judge_structure(given: FixingsInput, holding: list[PlateHole]) -> Finding:
    sure = [hole for hole in holding if meets(given, hole) == "structure"]
    if not sure:
        return FIXING_COUNT.missing(
            "Which holes meet structure is not known",
            f"Say of each hole what it meets; {given.structure_least_count} of them have to reach structure.",
        )
    return FIXING_COUNT.at_least(
        float(len(sure)),
        float(given.structure_least_count),
        clear="Enough screws reach structure",
        under="Too few screws reach structure",
        why="What is driven into boards, trim or sheet alone comes out in the first storm.",
        clears_by="Shift or turn the plate, back it with timber, or choose another mount.",
    )


def _judge_edges(given: FixingsInput, holding: list[PlateHole]) -> list[Finding]:
    least = given.fixing.edge_least_mm
    if least is None:
        least = _EDGE_DIAMETERS * given.fixing.size_mm if given.base in GRAVITY else 0.0
    if least <= 0:
        return []
    told = [one.edge_mm for hole in holding if (one := told_of(given, hole)) and one.edge_mm is not None]
    if len(told) < len(holding):
        return [
            FIXING_EDGE.missing(
                "How far the holes are from an edge or joint is not told",
                f"Measure each to the nearest edge, joint or opening; {least:g} mm are asked for.",
            )
        ]
    return [
        FIXING_EDGE.at_least(
            min(told),
            least,
            clear="The holes are far enough from edges",
            under="A hole is too near to an edge",
            why="The base splits or breaks out at the edge before the fixing has its strength.",
            clears_by="Move the plate away from the edge, or take a fixing that needs less.",
        )
    ]


def _judge_spacing(given: FixingsInput, holding: list[PlateHole]) -> list[Finding]:
    least = given.fixing.spacing_least_mm
    if least is None:
        least = _CLOSEST_DIAMETERS * given.fixing.size_mm if given.base in GRAVITY else 0.0
    apart = [one for hole in holding if (one := nearest_mm(hole, holding)) is not None]
    if least <= 0 or not apart or min(apart) >= least:
        return []
    return [
        FIXING_SPACING(
            Level.HOLD,
            "Two fixings are too near to each other",
            "Their cones overlap, or the wood splits between them.",
            figure=min(apart),
            limit=least,
            bound="at_least",
            clears_by="A smaller fixing that bears it, or a plate with wider holes.",
        )
    ]


__all__ = ["judge_fixings"]
