"""A pole in concrete: how deep, how wide, how much goes in, and what is seen to before and after the pour."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field, NaiveDatetime

from rindle_core.kernel.days import SiteMoment
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.units import format_quantity
from rindle_core.science.concrete import bags, hole_volume_m3
from rindle_core.science.soil import POOREST, SOILS, embedded_depth_m
from rindle_core.stations.mount.findings import DEPTH, FROST, MIXING, PLUMB, SOIL

SoilCode = Literal["", "rock", "soft_rock", "gravel", "sand", "clay", "other"]
SOIL_CHOICES: dict[str, str] = {"": "not known"} | {code: soil.name for code, soil in SOILS.items()} | {
    "other": "Mud, peat, fill: for an engineer"
}  # fmt: skip
PlumbStage = Literal["empty", "half", "full", "hardened"]
STAGES: dict[PlumbStage, str] = {
    "empty": "hole empty",
    "half": "half full",
    "full": "full",
    "hardened": "hardened",
}
_POUR_LASTS = dt.timedelta(days=1)
_DIGGABLE_M = 2.5  # deeper is no work for spades


class PlumbReading(Row):
    """How far the pole leans on two faces a quarter turn apart."""

    stage: Annotated[PlumbStage, Entry("When", choices=dict(STAGES))] = "empty"
    first_deg: Annotated[float, Entry("First face")] = Field(ge=-30, le=30)
    second_deg: Annotated[float, Entry("Second face")] = Field(ge=-30, le=30)
    read_at: Annotated[SiteMoment | None, Entry("Read at", placeholder="2026-11-24 12:30", past=True)] = None

    def lean_deg(self) -> float:
        """Of both faces together; small angles add as the sides of a right angle."""
        return math.hypot(self.first_deg, self.second_deg)

    def goes_with(self, poured_at: dt.datetime | None) -> bool:
        """Whether its stage can have been so when it was read; where either moment is not told, it may."""
        if poured_at is None or self.read_at is None:
            return True
        since = self.read_at - poured_at
        if self.stage == "hardened":
            return since > dt.timedelta(0)
        return since <= dt.timedelta(0) if self.stage == "empty" else abs(since) <= _POUR_LASTS


def last_plumb(plumb: Sequence[PlumbReading], poured_at: dt.datetime | None) -> PlumbReading | None:
    """The reading of the furthest stage, the last one of it, in whatever order the stages were entered."""
    order = list(STAGES)
    good = [one for one in plumb if one.goes_with(poured_at)]
    return max(reversed(good), key=lambda one: order.index(one.stage), default=None)


class FootingInput(Model):
    """A pole, its load, its hole and its ground."""

    force_n: float = Field(ge=0, le=1e6, description="Level, of the design gust on antenna and pole")
    lever_m: float = Field(gt=0, le=50, description="From the ground up to that force")
    soil: SoilCode = ""
    width_m: float = Field(default=0.6, gt=0.1, le=3)
    square: bool = True
    depth_m: float | None = Field(default=None, gt=0, le=10, description="As dug or planned; None: what is asked for")
    pole_mm: float = Field(gt=0, le=500)
    frost_m: float | None = Field(default=None, ge=0, le=5)
    bag_kg: float = Field(default=25.0, gt=0, le=100)
    plumb: list[PlumbReading] = Field(default_factory=list, max_length=40)
    poured_at: NaiveDatetime | None = Field(default=None, description="By the site's clock; None: not yet")
    beamwidth_deg: float | None = Field(default=None, gt=0, le=90)
    rules: HouseRules = DEFAULT_RULES


class FootingResult(Model):
    """Depth that is asked for, and what is bought."""

    by_load_m: float = Field(description="For the gust")
    wanted_m: float = Field(description="For gust and frost, to the next 5 cm")
    depth_m: float = Field(description="That the concrete is reckoned with")
    width_m: float = Field(default=0.6, description="Of the hole, as reckoned with")
    volume_m3: float
    bag_count: int
    water_l: float
    dry_kg: float
    mix_min: float = Field(default=0.0, description="To mix all of it by hand, one pair of hands")
    pole_least_m: float = Field(description="Pole that stands in the concrete; to it comes what stands above")
    soil_name: str
    last_lean_deg: float | None


@register("footing", "Depth, concrete and bags of a ground pole, and its plumb readings", FootingInput, FootingResult)
def footing(given: FootingInput) -> Outcome[FootingResult]:
    """The unconstrained pole formula, iterated; frost; a hole's concrete by the bag.

    Sources: IBC 2018, eq. 18-1 and table 1806.2. Of a square hole the side is taken, which is less than the diagonal.
    """
    soil = SOILS[given.soil if given.soil in SOILS else POOREST]
    by_load_m = embedded_depth_m(given.force_n, given.lever_m, given.width_m, soil.lateral_pa_per_m)
    wanted_m = math.ceil(round(max(by_load_m, given.frost_m or 0.0) / 0.05, 6)) * 0.05
    depth_m = given.depth_m or max(wanted_m, 0.3)
    volume = hole_volume_m3(given.width_m, depth_m, given.pole_mm, depth_m - 0.1, square=given.square)
    count, water_l = bags(volume, given.bag_kg, given.rules.concrete_waste_share)
    last = last_plumb(given.plumb, given.poured_at)
    lean = last.lean_deg() if last else None
    result = FootingResult(
        by_load_m=by_load_m,
        wanted_m=wanted_m,
        depth_m=depth_m,
        width_m=given.width_m,
        volume_m3=volume,
        bag_count=count,
        water_l=water_l,
        dry_kg=count * given.bag_kg,
        mix_min=count * given.rules.bag_mix_min,
        pole_least_m=max(0.0, depth_m - 0.1),
        soil_name=soil.name,
        last_lean_deg=lean,
    )
    return Outcome(result, [*_judge_ground(given, result), *_judge_plumb(given)])


def _judge_mixing(given: FootingInput, result: FootingResult) -> Finding:
    """A pole is poured in one go: what is mixed last may not meet what has begun to set."""
    return MIXING.at_most(
        result.mix_min,
        given.rules.concrete_work_min,
        level=Level.MIND,
        clear="One pair of hands mixes it in time",
        so=f"{result.bag_count} bags by hand, before the first of it sets.",
        over="By hand the last bag is mixed when the first has begun to set",
        why=f"{result.bag_count} bags, one after the other; a cold joint in the footing does not hold.",
        clears_by="A drum mixer, or two who mix while a third tips and tamps.",
    )


def _judge_ground(given: FootingInput, result: FootingResult) -> list[Finding]:
    found = [] if given.poured_at else [_judge_mixing(given, result)]
    if given.soil == "other":
        found.append(
            SOIL(
                Level.HOLD,
                "This ground bears no pole by a table",
                "Mud, peat and fill give way; no presumed figure holds for them.",
                clears_by="Have an engineer say, or choose another place.",
            )
        )
    elif not given.soil:
        found.append(
            SOIL(
                Level.MIND,
                "The soil is not known: the poorest of the table is taken",
                "Clay and silt bear least; mud, peat and fill bear less still and are not covered.",
                clears_by="Say what the spade meets.",
            )
        )
    if given.depth_m is None:
        found.append(
            DEPTH.missing(
                "The hole’s depth is not told",
                f"Dig {format_quantity(result.wanted_m, 'm', more=1, to='up')} deep or more, measure it and enter it.",
            )
        )
    else:
        found.append(
            DEPTH.at_least(
                given.depth_m,
                result.by_load_m,
                clear="The hole is deep enough for the gust",
                under="The hole is not deep enough for the gust",
                why="The pole turns in the ground in the first storm. Planning aid only: local codes prevail.",
                so="Planning aid only: local codes prevail.",
                clears_by="Dig deeper or wider, or shorten the pole."
                if result.by_load_m < _DIGGABLE_M
                else "A wider hole or a shorter pole: this depth is no work for a spade.",
            )
        )
    if given.frost_m is None:
        found.append(
            FROST.missing("The depth of frost is not known", "Ask the building office; enter 0 where it never freezes.")
        )
    elif given.depth_m is not None:
        found.append(
            FROST.at_least(
                given.depth_m,
                given.frost_m,
                clear="The hole goes below the frost",
                under="The hole ends in the frost",
                why="Frozen ground lifts the block a little each winter, never evenly.",
                clears_by="Dig below the frost.",
            )
        )
    return found


def _judge_plumb(given: FootingInput) -> list[Finding]:
    poured = given.poured_at is not None
    stages = {one.stage for one in given.plumb if one.goes_with(given.poured_at)}
    wanted = [stage for stage in STAGES if stage != "hardened" or poured]
    missing = [STAGES[stage] for stage in wanted if stage not in stages] if given.plumb or poured else []
    if not given.plumb and not poured:
        return [
            PLUMB.missing(
                "The pole was not read plumb yet",
                "Read it on two faces three times: hole empty, half full and full; and once more when hardened.",
            )
        ]
    found = []
    astray = [STAGES[one.stage] for one in given.plumb if not one.goes_with(given.poured_at)]
    if astray:
        found.append(
            PLUMB.missing(
                f"Read plumb at another time than its stage was: {', '.join(astray)}",
                "Put right when it was read or when it was poured: until then that reading does not count.",
            )
        )
    elif missing:
        found.append(
            PLUMB.missing(
                f"Not read plumb: {', '.join(missing)}",
                "Read it then, on two faces; what was missed while pouring is said by the reading after it.",
            )
        )
    last = last_plumb(given.plumb, given.poured_at)
    if last is not None:
        hard = last.stage == "hardened"
        then = f"when it was last read ({STAGES[last.stage]})"
        found.append(
            PLUMB.at_most(
                last.lean_deg(),
                given.rules.plumb_deg,
                level=Level.MIND,
                clear="The pole stands plumb" if hard else f"The pole stood plumb {then}",
                over="The pole leans" if hard else f"The pole leaned {then}",
                why="A leaning pole turns elevation and skew as the head swings.",
                clears_by="Push it plumb while the concrete is soft; hardened, enter the lean at Aim.",
            )
        )
    return found


__all__ = [
    "SOIL_CHOICES",
    "STAGES",
    "FootingInput",
    "FootingResult",
    "PlumbReading",
    "SoilCode",
    "footing",
    "last_plumb",
]
