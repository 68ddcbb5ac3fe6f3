"""What a site plan is judged from, and what comes of it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.stations.sky.plan_lines import CableWay, LadderPlace
from rindle_core.stations.sky.plan_things import PlanThing

_LEE, _HALF = 0.75, 0.35  # shares of shelter from which a side is called sheltered, and half sheltered


class WindSector(Row):
    """How often the wind comes from a direction."""

    from_deg: Annotated[float, Entry("Wind from, true")] = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    share_percent: Annotated[float, Entry("Of the time")] = Field(ge=0, le=100)


class PlanPosition(Model):
    """A place for the terminal on the plan; an empty letter is the job's place."""

    letter: str = Field(default="", max_length=3)
    east_m: float = Field(ge=-1e5, le=1e5)
    north_m: float = Field(ge=-1e5, le=1e5)
    height_m: float | None = Field(default=None, ge=0, le=300, description="Terminal over the ground there")


class SitePlanInput(Model):
    """The things of a plan and the positions on it. Without azimuth and elevation nothing is said of a beam."""

    things: list[PlanThing] = Field(max_length=200)
    positions: list[PlanPosition] = Field(max_length=51)
    azimuth_true_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float | None = Field(default=None, ge=-5, le=90)
    aperture_mm: float | None = Field(default=None, gt=0, le=20_000)
    keep_clear_m: float | None = Field(
        default=0.0,
        ge=0,
        le=5000,
        description="Along the beam, where radio energy is strong; of a panel all round, None: nobody told how far",
    )
    most_cable_m: float | None = Field(default=None, gt=0)
    wind_from_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    wind_rose: list[WindSector] = Field(default_factory=list, max_length=72)
    planned: str = Field(default="", max_length=3, description="Letter of the position that is planned")
    lines_overhead: bool = Field(default=False, description="Whether overhead lines are said to be at the site")
    barrier: bool = Field(default=False, description="Whether a barrier keeps people out of the beam")
    rules: HouseRules = DEFAULT_RULES


class BeamOver(Model):
    """Where people are under or in a beam."""

    name: str
    distance_m: float = Field(description="Level, from the dish to the nearest of it under the beam")
    over_m: float | None = Field(description="Lower edge of the beam over where they stand; None: floor not known")
    inside: bool | None = Field(description="Whether they reach into it; None: not known")


class NearWire(Model):
    """The nearest wire that may be live."""

    name: str
    distance_m: float | None = Field(
        description="Least, in space, from mast and terminal; None: its height is not known"
    )
    level_m: float = Field(description="Level distance")


class WindSide(Model):
    """Shelter towards a side."""

    from_deg: float
    share: float = Field(description="0 open, 1 as sheltered as a place can be")
    by: str = Field(description="What shelters it")


class PositionOnPlan(Model):
    """What the plan says of a position."""

    letter: str
    east_m: float
    north_m: float
    ground_m: float
    inside: str = Field(description="The building in which it would stand; empty: in none")
    zone: list[list[float]] = Field(description="Corners of what is kept clear in front, east and north; empty: none")
    zone_m: float = Field(description="How far along the beam that reaches, level")
    people: list[BeamOver]
    wire: NearWire | None
    wind: list[WindSide]
    shelter_share: float | None = Field(
        description="Mean over the wind rose, or towards the prevailing wind; None: no wind told"
    )
    at_edge: bool = Field(description="Whether it lies in the strip of a roof's edge or ridge where gusts are worst")
    cable: CableWay | None

    @property
    def exposure(self) -> str:
        """In the words in which a candidate's wind is entered; empty while no wind is told."""
        if self.at_edge:
            return "edge"
        if self.shelter_share is None:
            return ""
        return "lee" if self.shelter_share >= _LEE else "side" if self.shelter_share >= _HALF else "windward"


class SitePlanResult(Model):
    """The plan with what it computes."""

    positions: list[PositionOnPlan]
    ladders: list[LadderPlace]
    ground_known: bool
    doubtful_roofs: list[str] = Field(
        default_factory=list, description="Roofs whose heights cannot be right, or disagree, in sentences"
    )
    untold_roofs: list[str] = Field(default_factory=list, description="Houses of which only the eaves are told")
    heightless: list[str] = Field(description="Names of things that count for nothing until their height is told")


__all__ = [
    "BeamOver",
    "NearWire",
    "PlanPosition",
    "PositionOnPlan",
    "SitePlanInput",
    "SitePlanResult",
    "WindSector",
    "WindSide",
]
