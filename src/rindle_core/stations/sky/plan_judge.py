"""What a drawn site holds against the planned position, and what is not known of it yet."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.lists import shortened
from rindle_core.stations.sky.findings import (
    PLAN_BEAM,
    PLAN_CABLE,
    PLAN_GROUND,
    PLAN_HEIGHTS,
    PLAN_INSIDE,
    PLAN_LADDER,
    PLAN_ROOFS,
    PLAN_WIRE,
)
from rindle_core.stations.sky.plan_models import NearWire, PositionOnPlan, SitePlanInput, SitePlanResult


def _cap(name: str) -> str:
    return name[:1].upper() + name[1:]


_LADDER_DEG = (65.0, 77.0)  # a quarter out is 76°; EN 131-3 has 65° to 75°


def plan_against(one: PositionOnPlan, height_m: float | None, given: SitePlanInput) -> tuple[list[str], list[str]]:
    """What holds a position by the plan, and what speaks against it, in the words of a comparison."""
    holds, minds = [], []
    if one.inside:
        holds.append(f"it would stand inside {one.inside}")
    for row in one.people:
        if row.inside and given.barrier and one.letter == given.planned:
            minds.append(f"only a barrier keeps people out of its {_where(given)} ({row.name})")
        elif row.inside:
            near = (
                "people come too near to its face" if given.aperture_mm is None else "its beam passes where people are"
            )
            holds.append(f"{near} ({row.name})")
        elif row.inside is None:
            minds.append(f"not known whether people at {row.name} reach into its {_where(given)}")
    if one.wire is not None:
        level = _wire_level(one.wire, height_m, given.rules)
        if level is Level.HOLD:
            holds.append(f"it comes too near {one.wire.name}")
        elif level is Level.UNKNOWN:
            minds.append(f"not known how near it comes to {one.wire.name}")
        elif level is Level.MIND:
            minds.append(f"its mast could fall on {one.wire.name}")
    return holds, minds


def _wire_level(wire: NearWire, height_m: float | None, rules: HouseRules) -> Level:
    """A hold inside the stand-off; to be minded where a falling mast would come inside it."""
    if wire.level_m >= (height_m or 0.0) + rules.wire_least_m and height_m is not None:
        return Level.CLEAR
    if wire.distance_m is None:
        return Level.HOLD if wire.level_m < rules.wire_least_m else Level.UNKNOWN
    return Level.HOLD if wire.distance_m < rules.wire_least_m else Level.MIND


def _judge_wire(one: PositionOnPlan, height_m: float | None, given: SitePlanInput) -> list[Finding]:
    wire, rules = one.wire, given.rules
    if wire is None:
        return []
    level = _wire_level(wire, height_m, rules)
    figure = wire.level_m if wire.distance_m is None else wire.distance_m
    if level is Level.UNKNOWN:
        return [
            PLAN_WIRE.missing(
                f"How near the antenna comes to {wire.name} is not known",
                "Tell the height of the lowest wire, and of the terminal. From the ground, never with a tape.",
            )
        ]
    words = {
        Level.CLEAR: (f"{_cap(wire.name)} is out of a falling mast’s reach", ""),
        Level.MIND: (
            f"A falling mast could touch {wire.name}",
            "Masts fall while they are raised, and a wire kills without being touched.",
        ),
        Level.HOLD: (
            f"The antenna comes too near {wire.name}",
            "Current jumps over; whoever holds mast, ladder or cable is killed.",
        ),
    }
    return [
        PLAN_WIRE(
            level,
            words[level][0],
            words[level][1],
            figure=figure,
            limit=rules.wire_least_m,
            bound="at_least",
            clears_by=""
            if level is Level.CLEAR
            else "Choose another position, or have the owner of the line switch it off; only the owner says how near "
            "is near.",
        )
    ]


def _where(given: SitePlanInput) -> str:
    return "maker’s distance" if given.aperture_mm is None else "beam"


def _judge_people(one: PositionOnPlan, given: SitePlanInput) -> list[Finding]:
    if not one.people:
        return []
    where = _where(given)
    worst = next((row for row in one.people if row.inside), None)
    if worst is None:
        worst = next((row for row in one.people if row.inside is None), None)
    if worst is not None and worst.inside is None:
        return [
            PLAN_BEAM.missing(
                f"Whether people at {worst.name} reach into the {where} is not known",
                "Tell the height of its floor, and of the terminal."
                if given.keep_clear_m is not None
                else "Enter with the terminal in Stores how far people stay off it, by its maker’s sheet.",
            )
        ]
    if worst is not None:
        return [
            PLAN_BEAM(
                Level.MIND if given.barrier else Level.HOLD,
                f"Only a barrier keeps people out of the {where}: {worst.name}"
                if given.barrier
                else f"People reach into the {where}: {worst.name}",
                f"It is {worst.distance_m:.1f} m away on the level; the maker asks for {given.keep_clear_m or 0:g} m."
                if given.aperture_mm is None
                else f"It passes {worst.distance_m:.1f} m before the dish. It radiates, and whoever stands in it takes "
                "the signal away.",
                figure=worst.distance_m if given.aperture_mm is None else worst.over_m,
                limit=given.keep_clear_m if given.aperture_mm is None else given.rules.person_reach_m,
                bound="at_least",
                clears_by="Raise or move the terminal, or close the way with a barrier and record it here.",
            )
        ]
    if given.aperture_mm is None:
        return [PLAN_BEAM(Level.CLEAR, "Nobody who is drawn comes too near to the panel", "By its maker’s sheet.")]
    least = min(one.people, key=lambda row: row.over_m if row.over_m is not None else 0.0)
    return [
        PLAN_BEAM(
            Level.CLEAR,
            "Nobody who is drawn reaches into the beam",
            f"Lowest over {least.name}.",
            figure=least.over_m,
            limit=given.rules.person_reach_m,
            bound="at_least",
        )
    ]


def _judge_cable(one: PositionOnPlan, given: SitePlanInput) -> list[Finding]:
    way = one.cable
    if way is None:
        return []
    if way.begins_off_m:
        return [
            PLAN_CABLE(
                Level.MIND,
                "The drawn cable way does not begin at the planned position",
                "Its length is that of another place.",
                figure=way.begins_off_m,
                clears_by="Move its first corner to the terminal.",
            )
        ]
    if way.ends_off_m:
        return [
            PLAN_CABLE(
                Level.MIND,
                "The drawn cable way does not reach the indoor unit",
                "What lies between is in no length.",
                figure=way.ends_off_m,
                clears_by="Draw its last corner at the indoor unit.",
            )
        ]
    if given.most_cable_m is None:
        return []
    found = PLAN_CABLE.at_most(
        way.length_m,
        given.most_cable_m,
        clear="The drawn cable way is short enough",
        over="The drawn cable way is too long for the terminal",
        why="The terminal’s own figures hold no further.",
        clears_by="Draw a shorter way, another position, or another entry.",
    )
    if found.level is Level.CLEAR and way.heightless_count:
        return [
            PLAN_CABLE.missing(
                f"The cable way is at least {way.length_m:.1f} m; {way.heightless_count} of its corners have no height",
                "Tell how high over the ground each corner lies.",
            )
        ]
    if found.level is Level.CLEAR and way.length_m > given.rules.cable_warn_share * given.most_cable_m:
        return [
            PLAN_CABLE.at_most(
                way.length_m,
                given.rules.cable_warn_share * given.most_cable_m,
                level=Level.MIND,
                clear="",
                over="The drawn cable way leaves little to spare",
                why=f"The terminal takes {given.most_cable_m:g} m; loops, slack and remade ends come on top.",
                clears_by="Draw a shorter way, or count loops and slack at Cable.",
            )
        ]
    return [found]


def _judge_ladders(result: SitePlanResult, rules: HouseRules) -> list[Finding]:
    found = []
    for one in result.ladders:
        if one.wire_m is not None and one.wire_m < rules.wire_least_m:
            found.append(
                PLAN_WIRE(
                    Level.HOLD,
                    f"{_cap(one.name)} stands too near {one.wire_name}",
                    "Ladders are put up and carried upright: a wire kills whoever holds one that comes near.",
                    figure=one.wire_m,
                    limit=rules.wire_least_m,
                    bound="at_least",
                    clears_by="Set it elsewhere, or have the owner of the line switch it off.",
                )
            )
        if one.angle_deg is None:
            found.append(
                PLAN_LADDER.missing(f"How steep {one.name} stands is not known", "Tell the height at which it leans.")
            )
            continue
        good = _LADDER_DEG[0] <= one.angle_deg <= _LADDER_DEG[1]
        found.append(
            PLAN_LADDER(
                Level.CLEAR if good else Level.MIND,
                f"{_cap(one.name)} stands well" if good else f"{_cap(one.name)} stands wrongly",
                "Too flat it slides away at the foot; too steep it falls backwards.",
                figure=one.angle_deg,
                limit=_LADDER_DEG[0],
                upper=_LADDER_DEG[1],
                bound="between",
                clears_by="" if good else f"Set its foot {one.wanted_out_m:.1f} m out.",
            )
        )
    return found


def judge_plan(result: SitePlanResult, given: SitePlanInput) -> list[Finding]:
    """The findings of the planned position, of the ladders, and of what is not known."""
    one = next((row for row in result.positions if row.letter == given.planned), None)
    height = next((row.height_m for row in given.positions if row.letter == given.planned), None)
    found: list[Finding] = []
    if one is not None:
        if one.inside:
            found.append(
                PLAN_INSIDE(
                    Level.HOLD,
                    f"The terminal would stand inside {one.inside}",
                    "Its height over the ground is less than the roof there.",
                    clears_by="Raise it over the roof, or move it off the building.",
                )
            )
        found += [*_judge_wire(one, height, given), *_judge_people(one, given), *_judge_cable(one, given)]
    found += _judge_ladders(result, given.rules)
    if result.heightless:
        found.append(
            PLAN_HEIGHTS.missing(
                f"The height is not told: {shortened(result.heightless)}",
                "Tell each height; until then they hide nothing of the sky and nothing is said of them.",
            )
        )
    if result.untold_roofs:
        found.append(
            PLAN_ROOFS.missing(
                f"Neither ridge nor pitch is told: {shortened(result.untold_roofs)}",
                "Tell one of them, a pitch of 0° for a flat roof; until then it hides no more than its eaves do.",
            )
        )
    if result.doubtful_roofs:
        told = "; ".join(result.doubtful_roofs[:3])
        found.append(
            PLAN_HEIGHTS(
                Level.MIND,
                f"Look at a roof again: {told}",
                "What hides the sky is taken from these heights; where both are told the ridge counts.",
                clears_by="Correct eaves, ridge or pitch, or leave the pitch out.",
            )
        )
    if given.lines_overhead and not any(thing.told.live for thing in given.things):
        found.append(
            PLAN_WIRE.missing(
                "Overhead lines are said to be here, and none is drawn",
                "Draw the line with the height of its lowest wire: how near the work comes to it is then known.",
            )
        )
    if not result.ground_known and any(thing.told.sky for thing in given.things):
        found.append(
            PLAN_GROUND(
                Level.MIND,
                "The ground is taken as level",
                "On a slope a tree uphill hides more, and one downhill less.",
                clears_by="Put down a few ground heights, one of 0 m where it is level.",
            )
        )
    return found


__all__ = ["judge_plan", "plan_against"]
