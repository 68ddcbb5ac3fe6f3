"""Where the work is: the fields that every calculator of a site shares."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.science.look_angles import LookAngles, look_angles


class Position(Model):
    """A position on the WGS 84 ellipsoid."""

    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)


class Site(Position):
    """A position with its height."""

    height_m: float = Field(default=0.0, ge=-500, le=9000, description="Above the ellipsoid; sea level is near enough")

    def look(self, satellite_longitude_deg: float) -> LookAngles:
        """Where a geostationary satellite stands from here, as `look_angles` tells it."""
        return look_angles(self.latitude_deg, self.longitude_deg, self.height_m, satellite_longitude_deg)


__all__ = ["Position", "Site"]
