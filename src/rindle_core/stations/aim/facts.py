"""What is entered at Aim."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts
from rindle_core.stations.aim.instruments import SIDES, SidesTold
from rindle_core.stations.aim.kept import Landmark
from rindle_core.stations.aim.work_order import NORTHS, NorthSaid


class AimFacts(Facts):
    """What the instruments, the mast and the modem's own page showed before the search."""

    preset_measured_deg: Annotated[float | None, Entry("Clinometer after the preset")] = Field(
        default=None, ge=-90, le=180, description="Clinometer reading once the elevation was preset"
    )
    preset_side: Annotated[
        SidesTold, Entry("The face leans", hint="The clinometer shows the same to both sides", choices=SIDES)
    ] = ""
    lean_deg: Annotated[float | None, Entry("Lean", hint="Angle between mast and plumb line")] = Field(
        default=None, ge=0, le=30
    )
    lean_towards_deg: Annotated[float | None, Entry("Leans towards", hint="True bearing")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG
    )
    compass_code: Annotated[str, Entry("Compass", hint="From the stores, with its own checks")] = Field(
        default="", max_length=40, description="The crew's own, from the stores"
    )
    clinometer_code: Annotated[str, Entry("Clinometer", hint="Its correction comes before a typed one")] = Field(
        default="", max_length=40, description="The crew's own, from the stores"
    )
    compass_correction_deg: Annotated[
        float, Entry("Compass reads more than true by", hint="Known from earlier jobs")
    ] = Field(default=0.0, ge=-20, le=20)
    clinometer_correction_deg: Annotated[
        float, Entry("Clinometer reads more than true by", hint="From the reversal test below")
    ] = Field(default=0.0, ge=-10, le=10)
    needed_es_n0_db: Annotated[
        float | None, Entry("Least quality of the service", hint="Es/N0; empty: as the stores say of the beam")
    ] = Field(default=None, ge=-10, le=40, description="Es/N0 under which the service fails")
    landmarks: Annotated[list[Landmark], Entry("Landmarks")] = Field(default_factory=list, max_length=40)
    spare_satellites: Annotated[list[Annotated[str, Field(max_length=40)]], Entry("Satellites wanted beside")] = Field(
        default_factory=list, max_length=12, description="Codes of satellites of the stores, for spare feeds"
    )
    focal_length_mm: Annotated[float | None, Entry("Focal length", hint="Empty: as the stores say")] = Field(
        default=None, gt=50, le=10_000
    )
    feed_diameter_mm: Annotated[float, Entry("Feed’s diameter")] = Field(default=60.0, gt=0, le=500)
    modem_azimuth_deg: Annotated[float | None, Entry("Azimuth on its page")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the modem's own pointing page"
    )
    modem_north: Annotated[NorthSaid, Entry("Counted from", choices=NORTHS)] = ""
    modem_elevation_deg: Annotated[float | None, Entry("Elevation on its page")] = Field(default=None, ge=-90, le=90)


__all__ = ["AimFacts"]
