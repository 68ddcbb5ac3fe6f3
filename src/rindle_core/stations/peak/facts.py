"""What is entered at Peak."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.model import Facts, Row
from rindle_core.stations.peak.peaking import Axis, Turning


class AxisReading(Row):
    """A peaking reading with its axis and its pass (1 for the first time round)."""

    axis: Axis
    pass_number: int = Field(default=1, ge=1, le=20)
    turns: float = Field(ge=-200, le=200)
    level_db: float = Field(ge=-60, le=60)
    turning: Turning = "up"


class Attitude(Row):
    """How a panel stood on a day, so that drift is seen."""

    on: dt.date
    azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True")
    tilt_deg: float = Field(ge=0, le=90, description="From the zenith")
    note: str = Field(default="", max_length=120)


class PeakFacts(Facts):
    """The readings, what held when it was locked and pushed, and what the instruments showed on the peak."""

    readings: list[AxisReading] = Field(default_factory=list)
    lock_before_db: float | None = Field(default=None, ge=-60, le=60, description="Before the nuts were tightened")
    lock_after_db: float | None = Field(default=None, ge=-60, le=60, description="After the nuts were tightened")
    push_top_db: float | None = Field(default=None, ge=-60, le=60, description="After a push on the rim")
    push_bottom_db: float | None = Field(default=None, ge=-60, le=60)
    push_left_db: float | None = Field(default=None, ge=-60, le=60)
    push_right_db: float | None = Field(default=None, ge=-60, le=60)
    compass_at_peak_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="What the compass showed on the peak"
    )
    clinometer_at_peak_deg: float | None = Field(default=None, ge=-90, le=180)
    attitudes: list[Attitude] = Field(default_factory=list, max_length=200)


__all__ = ["Attitude", "AxisReading", "PeakFacts"]
