"""What is entered at Brief."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.science.magnetism import ModelDay
from rindle_core.science.sun import zone_of_longitude_h
from rindle_core.stations.brief.brief import Delivery
from rindle_core.stations.brief.visit import VisitFacts


class BriefFacts(VisitFacts):
    """The order, the place, the customer's wishes and what stands in the way."""

    customer: str = Field(default="", max_length=120)
    service_wanted: str = Field(default="", max_length=400)
    terminal_code: str = Field(default="", max_length=40, description="Chosen from the stores")
    satellite_code: str = Field(default="", max_length=40, description="Chosen from the stores")
    constellation_code: str = Field(default="", max_length=40, description="Chosen from the stores, for a panel")
    place_text: str = Field(default="", max_length=200, description="As it was typed; the coordinates follow from it")
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    date: ModelDay
    other_place_text: str = Field(default="", max_length=200, description="A second entry for the same site, as typed")
    other_latitude_deg: float | None = Field(
        default=None, ge=-90, le=90, description="A second entry for the same site"
    )
    other_longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    printed_azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the work order")
    printed_elevation_deg: float | None = Field(default=None, ge=-90, le=90)
    printed_skew_deg: float | None = Field(default=None, ge=-90, le=90)
    needs: list[str] = Field(default_factory=list, max_length=20)
    hazards: list[str] = Field(default_factory=list, max_length=20)
    cautions_seen: list[str] = Field(default_factory=list, max_length=20)
    settled: list[str] = Field(default_factory=list, max_length=20)
    access: str = Field(default="", max_length=600)
    deliveries: list[Delivery] = Field(default_factory=list, max_length=100)

    @property
    def place(self) -> tuple[float, float] | None:
        """Latitude and longitude, degrees; None while the place is not known."""
        if self.latitude_deg is None or self.longitude_deg is None:
            return None
        return self.latitude_deg, self.longitude_deg

    def noon(self) -> dt.datetime:
        """Noon of the day of the work by the site's longitude: when a simulation by elements starts."""
        middle = dt.datetime(self.date.year, self.date.month, self.date.day, 12, tzinfo=dt.UTC)
        return middle - dt.timedelta(hours=zone_of_longitude_h(self.longitude_deg or 0.0))


__all__ = ["BriefFacts"]
