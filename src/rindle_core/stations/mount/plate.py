"""A plate with its holes and what each meets: what is asked of its fixings, and what they come to."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.fixings import Base, Fixing, SheetProfile
from rindle_core.catalogue.mounts import PlateHole
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row

Reaches = Literal["", "structure", "skin"]
GRAVITY: dict[str, float] = {"softwood": 0.42, "hardwood": 0.55}  # spruce-pine-fir, and oak less: NDS 2018, 12.3.3A
STRENGTH_MPA: dict[str, float] = {"concrete": 17.0, "solid_masonry": 7.0}  # poor of its kind, taken where unknown


class HoleFact(Row):
    """What a hole of the plate meets."""

    number: Annotated[int, Entry("Hole")] = Field(ge=1, le=99)
    reaches: Annotated[
        Reaches, Entry("Meets", choices={"": "not known", "structure": "structure", "skin": "boards or sheet only"})
    ] = ""
    edge_mm: Annotated[float | None, Entry("To the nearest edge or joint")] = Field(default=None, ge=0, le=10_000)


class FixingsInput(Model):
    """A plate with its holes, what it hangs on, and what the gust does to it at its middle."""

    holes: list[PlateHole] = Field(min_length=1, max_length=40)
    width_mm: float = Field(gt=0, le=5000)
    height_mm: float = Field(gt=0, le=5000)
    plate_mm: float = Field(default=5.0, gt=0, le=50)
    upright: bool = Field(default=True, description="On a wall; else on a roof or slab")
    force_n: float = Field(ge=0, le=1e6, description="Of the gust, level, on antenna and mast")
    lift_n: float = Field(default=0.0, ge=0, le=1e6, description="Of the gust, upwards or down, on a flat panel")
    weight_n: float = Field(default=0.0, ge=0, le=1e6)
    reach_m: float = Field(default=0.0, ge=0, le=20, description="How far it stands off the wall")
    lever_m: float = Field(ge=0, le=50, description="From the plate's middle up to the gust")
    base: Base
    fixing: Fixing
    reached: list[HoleFact] = Field(default_factory=list, max_length=80)
    structure_least_count: int = Field(default=0, ge=0, le=40)
    strength_mpa: float | None = Field(default=None, gt=0, le=200, description="Of concrete or masonry; None: poor")
    sheet_mm: float | None = Field(default=None, gt=0, le=10, description="None: taken as the thinnest sold")
    profile: SheetProfile | Literal[""] = Field(default="", description="Of the sheet; empty: not looked at")
    pulled_n: float | None = Field(default=None, gt=0, le=1e6, description="Mean of pulls to failure on site")
    low_c: float | None = Field(default=None, ge=-60, le=60, description="Lowest of the day; None: not known")
    wet: bool = Field(default=True, description="Whether timber is wet in service")
    rules: HouseRules = DEFAULT_RULES


class HoleView(Model):
    """A hole with what it bears, worst case, and what goes in."""

    number: int
    right_mm: float
    up_mm: float
    slotted: bool
    counts: bool = Field(description="Whether it holds: what meets only the skin does not")
    pull_n: float
    across_n: float
    use_share: float | None = Field(description="Of what it may bear; None: not known")
    case: str
    gets: str


class FixingsResult(Model):
    """The plate's fixings, the worst of them, and what they are driven with."""

    holes: list[HoleView]
    allowed_pull_n: float | None
    allowed_across_n: float | None
    use_share: float | None = Field(description="The worst hole's; 1 is all that is allowed")
    wanted_count: int | None = Field(description="Fixings that it would take at these places' mean load")
    drill_mm: float | None = Field(description="In timber the pilot's; None: an anchor of the inch series, or none")
    drill_in: float | None = Field(default=None, description="Only in older records")
    drill_imperial_mm: float | None = Field(default=None, description="Of the inch series: a pilot's, or its anchor's")
    drill: str = Field(default="", description="Both in words; empty in older records, and where it drills for itself")
    spanner: str
    torque_nm: float | None = Field(description="None: by feel, the last turns by hand")
    seal_ml: float
    resin_ml: float = Field(default=0.0, description="In all holes; 0 in older records")
    assumed: list[str]


def nearest_mm(hole: PlateHole, holes: Sequence[PlateHole]) -> float | None:
    """Distance to the nearest other hole, millimetres; None where it is alone."""
    others = [math.hypot(hole.right_mm - o.right_mm, hole.up_mm - o.up_mm) for o in holes if o.number != hole.number]
    return min(others, default=None)


def told_of(given: FixingsInput, hole: PlateHole) -> HoleFact | None:
    """What somebody said of a hole; None: nothing."""
    return next((one for one in given.reached if one.number == hole.number), None)


def meets(given: FixingsInput, hole: PlateHole) -> Reaches:
    """What a hole meets: as it was said, else structure in a base that is the same all over; empty: not known."""
    told = told_of(given, hole)
    if told is not None and told.reaches:
        return told.reaches
    return "structure" if given.base in ("concrete", "solid_masonry", "hollow_masonry", "sheet") else ""


def holding_of(given: FixingsInput) -> list[PlateHole]:
    """Holes that hold. Where of none is said what it meets, all are taken, and that is said."""
    sure = [hole for hole in given.holes if meets(given, hole) == "structure"]
    open_ = [hole for hole in given.holes if meets(given, hole) == ""]
    return sure or open_


__all__ = [
    "GRAVITY",
    "STRENGTH_MPA",
    "FixingsInput",
    "FixingsResult",
    "HoleFact",
    "HoleView",
    "Reaches",
    "holding_of",
    "meets",
    "nearest_mm",
    "told_of",
]
