"""What is entered at Peak."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts, Row
from rindle_core.stations.peak.peaking import Axis, Turning


class AxisReading(Row):
    """A peaking reading with its axis and its pass (1 for the first time round)."""

    axis: Annotated[Axis, Entry("Axis", choices={"elevation": "Elevation", "azimuth": "Azimuth"})]
    pass_number: Annotated[int, Entry("Pass")] = Field(default=1, ge=1, le=20)
    turns: Annotated[float, Entry("Turns")] = Field(ge=-200, le=200)
    level_db: Annotated[float, Entry("Level")] = Field(ge=-60, le=60)
    turning: Annotated[Turning, Entry("Turned", choices={"up": "up", "down": "down"})] = "up"


class Attitude(Row):
    """How a panel stood on a day, so that drift is seen."""

    on: Annotated[dt.date, Entry("Day")]
    azimuth_deg: Annotated[float, Entry("Bearing, true")] = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True")
    tilt_deg: Annotated[float, Entry("Tilt from the zenith")] = Field(ge=0, le=90, description="From the zenith")
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=120)


class PeakFacts(Facts):
    """The readings, what held when it was locked and pushed, and what the instruments showed on the peak."""

    readings: Annotated[list[AxisReading], Entry("Readings")] = Field(default_factory=list)
    lock_before_db: Annotated[float | None, Entry("Before tightening")] = Field(
        default=None, ge=-60, le=60, description="Before the nuts were tightened"
    )
    lock_after_db: Annotated[float | None, Entry("After tightening")] = Field(
        default=None, ge=-60, le=60, description="After the nuts were tightened"
    )
    push_top_db: Annotated[float | None, Entry("After a push, top")] = Field(
        default=None, ge=-60, le=60, description="After a push on the rim"
    )
    push_bottom_db: Annotated[float | None, Entry("After a push, bottom")] = Field(default=None, ge=-60, le=60)
    push_left_db: Annotated[float | None, Entry("After a push, left")] = Field(default=None, ge=-60, le=60)
    push_right_db: Annotated[float | None, Entry("After a push, right")] = Field(default=None, ge=-60, le=60)
    retest_db: Annotated[float | None, Entry("Main link after the spare feeds", hint="Measured again")] = Field(
        default=None, ge=-60, le=60, description="Level of the main link once the spare feeds were fitted"
    )
    compass_at_peak_deg: Annotated[float | None, Entry("Compass on the peak")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="What the compass showed on the peak"
    )
    clinometer_at_peak_deg: Annotated[float | None, Entry("Clinometer on the peak")] = Field(
        default=None, ge=-90, le=180
    )
    attitudes: Annotated[list[Attitude], Entry("Attitudes by day")] = Field(default_factory=list, max_length=200)


__all__ = ["Attitude", "AxisReading", "PeakFacts"]
