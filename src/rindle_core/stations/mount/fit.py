"""Whether a tube and what grips it go together: roundness, wall, coating, length, play."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import MastWindow
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.mount.findings import CLAMPED, COATING, FIT, OVAL, PINCH, TUBE, WALL

Coating = Literal["", "galvanized", "stainless", "aluminium", "painted", "bare"]
COATINGS: dict[str, str] = {
    "": "not known",
    "galvanized": "hot-dip galvanized",
    "stainless": "stainless steel",
    "aluminium": "aluminium",
    "painted": "painted steel",
    "bare": "bare steel",
}


class FitInput(Model):
    """The tube as it was measured, the terminal's clamp, and what the mount itself grips."""

    diameter_mm: float = Field(gt=0, le=500)
    other_diameter_mm: float | None = Field(default=None, gt=0, le=500, description="A quarter turn on")
    wall_mm: float | None = Field(default=None, gt=0, le=50)
    coating: Coating = ""
    straight_mm: float | None = Field(default=None, ge=0, le=20_000, description="Free straight tube at its top")
    window: MastWindow
    wall_least_mm: float | None = Field(default=None, gt=0, le=50)
    grip_least_mm: float | None = Field(default=None, gt=0, le=500)
    grip_most_mm: float | None = Field(default=None, gt=0, le=500)
    tube_mm: float | None = Field(default=None, gt=0, le=500, description="Outer diameter that the kind brings")
    tube_wall_mm: float | None = Field(default=None, gt=0, le=50)
    shim: bool = Field(default=False, description="Whether the mount's maker lets a thin tube be packed out")
    rules: HouseRules = DEFAULT_RULES


class FitResult(Model):
    """What the clamps meet."""

    thinnest_mm: float
    thickest_mm: float
    oval_percent: float | None = Field(description="Difference of the two over their mean; None: measured once")
    shim_mm: float | None = Field(description="Sheet of this thickness all round would pack it out; None: none needed")


def _sheet_mm(thin_mm: float, window: MastWindow) -> float:
    """Thickness of a sheet all round with which a thin tube fills the clamp."""
    return (window.least_mm - thin_mm) / 2.0


def judge_window(thin_mm: float, thick_mm: float, window: MastWindow, *, shim: bool = False) -> Finding:
    """Whether the clamp grips this tube at its thinnest and closes round it at its thickest."""
    thin, thick = thin_mm < window.least_mm, thick_mm > window.most_mm
    if not thin and not thick:
        return FIT(
            Level.CLEAR,
            "The mast fits the clamp",
            "Its outer diameter lies inside the terminal's window.",
            figure=thin_mm,
            limit=window.least_mm,
            upper=window.most_mm,
            bound="between",
        )
    if thick:
        return FIT(
            Level.HOLD,
            "The mast is too thick for the clamp",
            "The clamp will not close round it.",
            figure=thick_mm,
            limit=window.least_mm,
            upper=window.most_mm,
            bound="between",
            clears_by="Use a mast inside the window.",
        )
    sheet_mm = math.ceil(round(10.0 * _sheet_mm(thin_mm, window), 6)) / 10.0
    packed = "" if shim else " No packing: it creeps, and the aim with it."
    return FIT(
        Level.HOLD,
        "The mast is too thin for the clamp",
        "A few millimetres under will never grip, however hard the nuts are turned." + packed,
        figure=thin_mm,
        limit=window.least_mm,
        upper=window.most_mm,
        bound="between",
        clears_by=f"Its maker allows a sheet round the tube: of {sheet_mm:.1f} mm or more all round, then measure over "
        "it."
        if shim
        else "Use a mast inside the window, or the maker's own adapter sleeve.",
    )


@register("fit", "Whether a tube fits the clamp: two diameters, wall, coating, straight length", FitInput, FitResult)
def fit(given: FitInput) -> Outcome[FitResult]:
    """Thinnest and thickest of two diameters against every window; ovality over the mean (EN 10210-2, table 2)."""
    both = [given.diameter_mm] if given.other_diameter_mm is None else [given.diameter_mm, given.other_diameter_mm]
    thin, thick = min(both), max(both)
    oval = None if len(both) == 1 else 200.0 * (thick - thin) / (thick + thin)
    sheet_mm = _sheet_mm(thin, given.window)
    result = FitResult(
        thinnest_mm=thin,
        thickest_mm=thick,
        oval_percent=oval,
        shim_mm=sheet_mm if given.shim and sheet_mm > 0 else None,
    )
    found = [judge_window(thin, thick, given.window, shim=given.shim), _judge_oval(given, oval)]
    return Outcome(
        result, [*found, *_judge_grip(given, thin, thick), *_judge_brought(given, thin, thick), *_judge_tube(given)]
    )


def _judge_oval(given: FitInput, oval: float | None) -> Finding:
    if oval is None:
        return OVAL.missing(
            "The mast was measured in one direction only", "Measure it again a quarter turn on: an oval tube slips."
        )
    return OVAL.at_most(
        oval,
        given.rules.oval_percent,
        level=Level.MIND,
        clear="The mast is round",
        over="The mast is oval",
        why="A clamp bears on two lines of an oval tube, and lets it turn.",
        clears_by="Take another tube; one that was squeezed in a vice stays weak.",
    )


def _judge_grip(given: FitInput, thin: float, thick: float) -> list[Finding]:
    if given.grip_least_mm is None or given.grip_most_mm is None:
        return []
    if given.grip_least_mm <= thin and thick <= given.grip_most_mm:
        return [
            PINCH(
                Level.CLEAR,
                "The mount grips this tube",
                "",
                figure=thin,
                limit=given.grip_least_mm,
                upper=given.grip_most_mm,
                bound="between",
            )
        ]
    return [
        PINCH(
            Level.HOLD,
            "The mount does not grip this tube",
            "Its pinch screws, pins or U-bolts do not reach it, or do not go round it.",
            figure=thick if thick > given.grip_most_mm else thin,
            limit=given.grip_least_mm,
            upper=given.grip_most_mm,
            bound="between",
            clears_by="A tube inside the mount's range.",
        )
    ]


def _judge_brought(given: FitInput, thin: float, thick: float) -> list[Finding]:
    """The tube that stands here against the one that its kind brings.

    A hot-finished tube is within 1 %, at the least 0.5 mm, of its diameter, its wall at most 10 % under what is told
    (EN 10210-2, table 2).
    """
    if given.tube_mm is None:
        return []
    slack_mm = max(0.5, given.tube_mm / 100.0)
    least, most = given.tube_mm - slack_mm, given.tube_mm + slack_mm
    if thin < least or thick > most:
        return [
            TUBE(
                Level.MIND,
                "Another tube than this mount brings",
                f"It brings one of {given.tube_mm:g} mm: it was altered, is another kind, or was measured wrongly.",
                figure=thin if thin < least else thick,
                limit=least,
                upper=most,
                bound="between",
                clears_by="Measure it again, choose the kind that stands here, or enter its tube in Stores.",
            )
        ]
    wall_mm, brought_mm = given.wall_mm, given.tube_wall_mm
    thinnest_mm = None if brought_mm is None else round(0.9 * brought_mm, 3)
    if wall_mm is not None and thinnest_mm is not None and wall_mm < thinnest_mm:
        return [
            TUBE(
                Level.MIND,
                "The tube’s wall is thinner than this mount’s",
                f"It brings {brought_mm:g} mm: it has rusted, is another tube, or was measured wrongly.",
                figure=wall_mm,
                limit=thinnest_mm,
                bound="at_least",
                clears_by="Measure it at a cut end or through a hole; take another where it has rusted.",
            )
        ]
    return []


def _judge_tube(given: FitInput) -> list[Finding]:
    found = []
    if given.wall_least_mm is not None and given.wall_mm is not None:
        found.append(
            WALL.at_least(
                given.wall_mm,
                given.wall_least_mm,
                clear="The wall is as thick as the maker asks",
                under="The wall is thinner than the maker asks",
                why="The clamp dents a thin wall, and then it has play.",
                clears_by="A tube of the asked wall.",
            )
        )
    if not given.coating:
        found.append(COATING.missing("What protects the mast from rust is not told", "Say what its surface is."))
    elif given.coating in ("painted", "bare"):
        found.append(
            COATING(
                Level.MIND,
                "The mast will rust",
                "Paint is scored by the clamp, and water stands where the tube enters ground or bracket.",
                clears_by="A galvanized or stainless tube; at the least zinc paint on every cut and drilled edge.",
            )
        )
    elif given.coating in ("stainless", "aluminium"):
        found.append(
            COATING(
                Level.MIND,
                "Two metals meet at the clamp",
                "Where stainless steel or aluminium meets zinc and rain, the less noble one is eaten.",
                clears_by="A sleeve or washers between them, and a look each year.",
            )
        )
    else:
        found.append(COATING(Level.CLEAR, "The mast is protected from rust", "Zinc paint goes on every cut edge."))
    if given.straight_mm is None:
        found.append(
            CLAMPED.missing(
                "The straight tube at the mast’s top is not measured",
                f"Measure from its end to the first bend, weld or hole: {given.window.clamp_height_mm:g} mm is asked.",
            )
        )
    else:
        found.append(
            CLAMPED.at_least(
                given.straight_mm,
                given.window.clamp_height_mm,
                clear="The clamp has tube enough",
                under="There is too little straight tube for the clamp",
                why="The head does not sit right down, or grips over a bend or a weld.",
                clears_by="Cut the tube back to the straight, or take a longer one.",
            )
        )
    return found


__all__ = ["COATINGS", "Coating", "FitInput", "FitResult", "fit", "judge_window"]
