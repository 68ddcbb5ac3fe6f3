"""The hole through the wall: how wide, which way it falls, and what it must keep clear of."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.bolts import next_drill_in, next_drill_mm
from rindle_core.stations.cable.findings import HOLE, HOLE_APART, HOLE_CLEAR, HOLE_LOOKED

Side = Literal["", "inside", "outside"]
WallThingKind = Literal["wire", "pipe", "vent", "flue", "stud", "window"]
WALL_THINGS: dict[WallThingKind, str] = {
    "wire": "wire or socket",
    "pipe": "pipe",
    "vent": "vent",
    "flue": "flue",
    "stud": "stud or rafter",
    "window": "window or door",
}
# The trade's usual distances from the edge of the hole; a flue is hot, a vent takes in what a seal gives off.
_CLEAR_MM: dict[WallThingKind, float] = {
    "wire": 150.0, "pipe": 100.0, "vent": 300.0, "flue": 600.0, "stud": 25.0, "window": 100.0,
}  # fmt: skip


class WallThing(Row):
    """Something near the hole, seen from the side on which it is, from the hole's middle."""

    kind: Annotated[WallThingKind, Entry("What", choices=dict(WALL_THINGS))] = "wire"
    side: Annotated[
        Literal["inside", "outside", "within"],
        Entry("Where", choices={"inside": "inside", "outside": "outside", "within": "within the wall"}),
    ] = "inside"
    right_mm: Annotated[float, Entry("To the right")] = Field(ge=-5000, le=5000)
    up_mm: Annotated[float, Entry("Up")] = Field(default=0.0, ge=-5000, le=5000)


class WallHoleInput(Model):
    """What has to pass, the wall, and what was measured on both sides. Measures are from one mark, to the right."""

    passes_mm: float = Field(gt=0, le=300, description="Widest part: plug, connector or moulded bulge")
    cable_mm: float = Field(gt=0, le=100)
    cable_count: int = Field(default=1, ge=1, le=8)
    wall_mm: float = Field(gt=0, le=3000)
    drilled_from: Side = ""
    hole_mm: float | None = Field(default=None, gt=0, le=500, description="As drilled, or an old one's")
    inside_mm: float | None = Field(default=None, ge=-50_000, le=50_000, description="From the mark, inside")
    outside_mm: float | None = Field(default=None, ge=-50_000, le=50_000, description="From the same mark, outside")
    looked_inside: bool = False
    looked_outside: bool = False
    swept: bool = Field(default=False, description="With a detector, for wires and pipes")
    drills: bool = Field(default=True, description="False: an old hole is used")
    things: list[WallThing] = Field(default_factory=list, max_length=40)
    rules: HouseRules = DEFAULT_RULES


class WallHoleResult(Model):
    """Bit, angle and offset. The hole falls to the outside, whichever side one drills from."""

    least_mm: float = Field(description="What passes, with its margin")
    bit_mm: float | None = Field(description="Next of the metric series; None: larger than it")
    bit_in: float | None = Field(description="Next of the inch series, in inches")
    angle_deg: float = Field(description="From level")
    drop_mm: float = Field(description="How much lower the outer end lies")
    slant_mm: float = Field(description="Length of the hole")
    drills: bool = Field(default=True, description="False: an old hole that passes all, nothing is drilled")
    said: str = Field(description="What to do with the drill, or with an old hole")


def passing_mm(plug_mm: float, cable_mm: float, cable_count: int) -> float:
    """The widest that is in a hole at once, millimetres: the last plug beside the cables that are in."""
    return plug_mm + (cable_count - 1) * cable_mm


def _passing_mm(given: WallHoleInput) -> float:
    return passing_mm(given.passes_mm, given.cable_mm, given.cable_count)


def _drills(given: WallHoleInput) -> bool:
    """Whether a drill goes in: where there is no hole yet, and where an old one has to be widened."""
    return given.drills or (given.hole_mm is not None and given.hole_mm < _passing_mm(given))


def _bit(result: WallHoleResult) -> str:
    """The drill to take, in a sentence."""
    return f"{result.bit_mm or math.ceil(result.least_mm):g} mm"


@register("wall_hole", "Drill, angle and height difference of a hole through a wall, and what it keeps clear of",
          WallHoleInput, WallHoleResult)  # fmt: skip
def wall_hole(given: WallHoleInput) -> Outcome[WallHoleResult]:
    """Plug or bulge and a share more, to the next drill sold; a fall in per cent of the wall. Plain trigonometry.

    Several cables go in one after the other: the last plug passes beside the cables that are in.
    """
    least = _passing_mm(given) * (1.0 + given.rules.hole_margin_share)
    fall = given.rules.hole_fall_percent / 100.0
    angle = math.degrees(math.atan(fall))
    drop = given.wall_mm * fall
    by_drill = {
        "inside": f"From inside: point the drill down by {angle:.0f}°; it comes out {drop:.0f} mm lower.",
        "outside": f"From outside: point the drill up by {angle:.0f}°; it comes out {drop:.0f} mm higher, inside.",
        "": f"The outer end lies {drop:.0f} mm lower: say from which side you drill.",
    }[given.drilled_from]
    old = f"The old hole stays: it should come out {drop:.0f} mm lower; if it does not, hang the drip loop lower."
    result = WallHoleResult(
        least_mm=least,
        bit_mm=next_drill_mm(least),
        bit_in=next_drill_in(least),
        angle_deg=angle,
        drop_mm=drop,
        slant_mm=math.hypot(given.wall_mm, drop),
        drills=_drills(given),
        said=by_drill if _drills(given) else old,
    )
    return Outcome(result, [*_judge_hole(given, result), *_judge_looked(given, result), *_judge_clear(given, result)])


def _judge_hole(given: WallHoleInput, result: WallHoleResult) -> list[Finding]:
    if given.hole_mm is None:
        how = (
            f"Drill it to {_bit(result)} or more."
            if given.drills
            else f"Measure it: {math.ceil(result.least_mm)} mm or more."
        )
        return [HOLE.missing("How wide the hole is, is not told", how)]
    drill = "Drill" if given.drills else "Widen it"
    return [
        HOLE.at_least(
            given.hole_mm,
            _passing_mm(given),
            clear="The plug passes the hole",
            under="The plug does not pass the hole" + (", with the other cable in it" if given.cable_count > 1 else ""),
            why="Plugs are ruined by force, and a moulded one cannot be made again.",
            clears_by=f"{drill} to {_bit(result)}, or pull the cable before its end is made.",
        )
    ]


def _judge_looked(given: WallHoleInput, result: WallHoleResult) -> list[Finding]:
    missing = [
        word
        for word, done in (
            ("inside", given.looked_inside),
            ("outside", given.looked_outside),
            ("with a detector", given.swept or not result.drills),
        )
        if not done
    ]
    sweep, swept = (", and sweep it", ", and it was swept") if result.drills else ("", "")
    found = [
        HOLE_LOOKED.missing(
            f"The wall was not looked at {', '.join(missing)}",
            f"Look at both sides, measured from one window’s edge or corner{sweep}: then tick it.",
        )
        if missing
        else HOLE_LOOKED(Level.CLEAR, f"Both sides of the wall were looked at{swept}", "As it was entered.")
    ]
    if given.inside_mm is not None and given.outside_mm is not None:
        found.append(
            HOLE_APART.at_most(
                abs(given.inside_mm - given.outside_mm),
                given.rules.hole_apart_mm,
                level=Level.MIND,
                clear="Inside and outside are the same place",
                over="Inside and outside are not the same place",
                why="A drill comes out where it is pointed, not where the mark is: something else may be there.",
                clears_by="Measure both from one mark that goes through: a window’s edge or a corner.",
            )
        )
    return found


def _judge_clear(given: WallHoleInput, result: WallHoleResult) -> list[Finding]:
    wide = given.hole_mm or result.least_mm
    # Where nothing is drilled, only heat and what the seal gives off matter.
    things = [one for one in given.things if result.drills or one.kind in ("flue", "vent")]
    short: list[tuple[float, WallThing, float]] = []
    for one in things:
        # The hole falls outwards: what is seen outside lies beside its lower end already, as it was measured there.
        free = math.hypot(one.right_mm, one.up_mm) - wide / 2.0
        wanted = _CLEAR_MM[one.kind]
        if free < wanted:
            short.append((free - wanted, one, free))
    if not things:
        return []
    if not short:
        return [HOLE_CLEAR(Level.CLEAR, "The hole keeps clear of what is near", "As it was measured.")]
    _, worst, free = min(short, key=lambda one: one[0])
    level = Level.HOLD if worst.kind in ("wire", "pipe", "flue") else Level.MIND
    return [
        HOLE_CLEAR(
            level,
            f"The hole is too near to a {WALL_THINGS[worst.kind]}",
            "A drill wanders, and wires and pipes do not run where they are expected. Local codes prevail.",
            figure=max(free, 0.0),
            limit=_CLEAR_MM[worst.kind],
            bound="at_least",
            clears_by="Move the hole, or have somebody licensed say that it may be there.",
        )
    ]


__all__ = ["WALL_THINGS", "Side", "WallHoleInput", "WallHoleResult", "WallThing", "passing_mm", "wall_hole"]
