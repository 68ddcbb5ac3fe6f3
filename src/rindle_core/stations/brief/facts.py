"""What is entered at Brief."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.science.magnetism import ModelDay
from rindle_core.science.site_clock import ahead_h, noon_of, zone_at
from rindle_core.stations.aim.work_order import NORTHS, NorthSaid
from rindle_core.stations.brief.brief import Delivery
from rindle_core.stations.brief.competence import Release
from rindle_core.stations.brief.kit import KitItem
from rindle_core.stations.brief.visit import VisitFacts


class BriefFacts(VisitFacts):
    """The order, the place, the customer's wishes and what stands in the way."""

    customer: Annotated[str, Entry("Customer")] = Field(default="", max_length=120)
    service_wanted: Annotated[str, Entry("Service wanted", placeholder="What must work when you leave?")] = Field(
        default="", max_length=400
    )
    terminal_code: Annotated[str, Entry("Terminal")] = Field(
        default="", max_length=40, description="Chosen from the stores"
    )
    satellite_code: Annotated[str, Entry("Satellite")] = Field(
        default="", max_length=40, description="Chosen from the stores"
    )
    constellation_code: Annotated[str, Entry("Constellation")] = Field(
        default="", max_length=40, description="Chosen from the stores, for a panel"
    )
    place_text: Annotated[
        str,
        Entry(
            "Place",
            hint="Decimal, degrees and minutes, DMS, UTM, military grid or a geo: link",
            placeholder="-29.3118, 27.9362 or 29°18'43\"S 27°56'10\"E or UTM 35J … or geo: …",
        ),
    ] = Field(default="", max_length=200, description="As it was typed; the coordinates follow from it")
    address: Annotated[str, Entry("Street address", placeholder="As the customer says it, with the way there")] = Field(
        default="", max_length=300, description="Kept as text: no place is worked out from it"
    )
    latitude_deg: Annotated[float | None, Entry("Latitude")] = Field(default=None, ge=-90, le=90)
    longitude_deg: Annotated[float | None, Entry("Longitude")] = Field(default=None, ge=-180, le=180)
    height_m: Annotated[float | None, Entry("Height above sea")] = Field(default=None, ge=-500, le=9000)
    date: Annotated[ModelDay, Entry("Day of the work", hint="Weather, sun and magnetic model go by it")]
    other_place_text: Annotated[
        str, Entry("Second entry for the same site", hint="From the order, a photo or the map: how far apart?")
    ] = Field(default="", max_length=200, description="A second entry for the same site, as typed")
    other_latitude_deg: Annotated[float | None, Entry("Latitude of the second entry")] = Field(
        default=None, ge=-90, le=90, description="A second entry for the same site"
    )
    other_longitude_deg: Annotated[float | None, Entry("Longitude of the second entry")] = Field(
        default=None, ge=-180, le=180
    )
    printed_azimuth_deg: Annotated[float | None, Entry("Printed azimuth")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the work order"
    )
    printed_north: Annotated[NorthSaid, Entry("Counted from", choices=NORTHS)] = ""
    printed_elevation_deg: Annotated[float | None, Entry("Printed elevation")] = Field(default=None, ge=-90, le=90)
    printed_skew_deg: Annotated[float | None, Entry("Printed skew")] = Field(default=None, ge=-90, le=90)
    order_extra: Annotated[dict[str, Annotated[str, Field(max_length=200)]], Entry("What else the order said")] = Field(
        default_factory=dict, max_length=40, description="Fields of the work order that have no place of their own here"
    )
    order_name: Annotated[str, Entry("Work order read in")] = Field(
        default="", max_length=120, description="Name of the file, or that it was pasted"
    )
    order_read: Annotated[bool, Entry("What was read in is compared with the paper, line by line")] = False
    needs: Annotated[list[str], Entry("What the customer needs", words="needs")] = Field(
        default_factory=list, max_length=20
    )
    hazards: Annotated[list[str], Entry("Hazards on this site", words="hazards")] = Field(
        default_factory=list, max_length=20
    )
    hazards_sought: Annotated[bool, Entry("The site was looked over for hazards")] = False
    cautions_seen: Annotated[list[str], Entry("Cautions seen by everyone who goes", words="hazards")] = Field(
        default_factory=list, max_length=20
    )
    done_by: Annotated[
        Literal["", "trade", "mixed", "owner"],
        Entry(
            "Who installs it",
            choices={
                "trade": "A trade crew",
                "owner": "The owner",
                "mixed": "The owner prepares, a hired crew climbs and aims",
            },
        ),
    ] = ""
    crew: Annotated[list[Annotated[str, Field(max_length=40)]], Entry("Who does the work")] = Field(
        default_factory=list, max_length=20, description="Codes of people of the stores' crew"
    )
    team_code: Annotated[str, Entry("Crew in the diary")] = Field(
        default="", max_length=40, description="Of the stores' teams; empty: whoever has least to do"
    )
    travel_h: Annotated[float | None, Entry("Drive there", hint="One way")] = Field(default=None, ge=0, le=12)
    releases: Annotated[list[Release], Entry("Released by somebody competent")] = Field(
        default_factory=list, max_length=40
    )
    settled: Annotated[list[str], Entry("Settled before the visit", words="settled")] = Field(
        default_factory=list, max_length=20
    )
    settled_latitude_deg: Annotated[float | None, Entry("Latitude of the job when that was settled")] = Field(
        default=None, ge=-90, le=90
    )
    settled_longitude_deg: Annotated[float | None, Entry("Longitude of the job when that was settled")] = Field(
        default=None, ge=-180, le=180
    )
    access: Annotated[
        str, Entry("Access", placeholder="Keys, dogs, hours, who may be on the roof, power for the tools")
    ] = Field(default="", max_length=600)
    kit: Annotated[list[KitItem], Entry("Equipment")] = Field(default_factory=list, max_length=40)
    deliveries: Annotated[list[Delivery], Entry("Deliveries")] = Field(default_factory=list, max_length=100)

    @property
    def place(self) -> tuple[float, float] | None:
        """Latitude and longitude, degrees; None while the place is not known."""
        if self.latitude_deg is None or self.longitude_deg is None:
            return None
        return self.latitude_deg, self.longitude_deg

    @property
    def above_sea_m(self) -> float:
        """Height above sea as it is reckoned with: the sea's own level while nobody said it, which is a finding."""
        return self.height_m or 0.0

    @property
    def zone(self) -> str:
        """Name of the zone whose clocks hang at the site; UTC while the place is not known."""
        return zone_at(*self.place) if self.place else "UTC"

    @property
    def clock_ahead_h(self) -> float:
        """Hours by which the site's clocks are before UTC on the day of the work."""
        return ahead_h(self.zone, self.noon())

    def day_begins(self) -> dt.datetime:
        """Midnight before the work, by the site's clocks."""
        return noon_of(self.date, self.zone) - dt.timedelta(hours=12)

    def noon(self) -> dt.datetime:
        """Noon of the day of the work by the site's clocks: when a simulation by elements starts."""
        return noon_of(self.date, self.zone)


__all__ = ["BriefFacts"]
