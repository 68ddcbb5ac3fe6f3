"""What Sky comes to."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.sky.compare import CompareResult
from rindle_core.stations.sky.fixed_sky import SkyResult
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.sky.mock_up import MockUpResult
from rindle_core.stations.sky.plan_models import SitePlanResult
from rindle_core.stations.sky.plan_picture import PlacedPicture
from rindle_core.stations.sky.positions import PositionView
from rindle_core.stations.sky.sky_trace import BearingsFrom
from rindle_core.stations.sky.trial import TrialResult
from rindle_core.stations.sky.ways_out import WaysOutResult


class SkyAssessment(Model):
    """All that the Sky station shows beside the margin itself."""

    set_index: int | None = Field(description="The skyline in use")
    set_name: str
    terminal_height_m: float
    read_height_m: float | None
    scanned_percent: float = Field(description="Of the bearings that matter, how many have a read point near")
    matter: list[BearingsFrom] = Field(
        default_factory=list, description="The bearings that matter, true: where the terminal looks"
    )
    unread: bool = Field(default=False, description="Whether too few of those were read to call the sky free")
    sun_zone_h: float | None = Field(
        default=None, description="Hours by which the site's clocks are before UTC on the day of the work"
    )
    positions: list[PositionView]
    compared: CompareResult | None
    trial: TrialResult | None
    ways: WaysOutResult | None = Field(default=None, description="What can be done about a sky that is not clear")
    plan: SitePlanResult | None = Field(
        default=None, description="What the site plan says; None while nothing is drawn"
    )
    picture: PlacedPicture | None = Field(default=None, description="The picture under the site plan")
    mock_up: MockUpResult | None = Field(default=None, description="The antenna in a photo of the place")
    look_again_by: dt.date | None = Field(default=None, description="When growth breaks a rule that holds today")


class SkyPart(Model):
    """What Sky comes to; None where an entry is missing."""

    sky: SkyResult | None
    low_orbit: LowOrbitResult | None = None
    sky_more: SkyAssessment | None = Field(
        default=None, description="Positions compared, and the trial; None in records of older versions"
    )


__all__ = ["SkyAssessment", "SkyPart"]
