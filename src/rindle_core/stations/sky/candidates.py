"""Candidate positions of the terminal: what people know of each before anything is drilled."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Annotated, Literal

from geographiclib.geodesic import Geodesic
from pydantic import Field

from rindle_core.catalogue.mounts import SURFACES, Surface
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row
from rindle_core.stations.aim.bearings import OffsetInput, OffsetResult, offset
from rindle_core.stations.brief.places import PlaceInput, parse_place

Exposure = Literal[
    "", "lee", "side", "windward", "edge"
]  # edge: at a ridge, corner or parapet, where wind is turbulent
Weak = Literal["", "chimney", "fence", "thin_post", "gutter"]
Access = Literal["", "ground", "ladder", "roof", "lift"]


def next_letter(taken: Sequence[str]) -> str:
    """The first letter of the alphabet that no candidate has; after Z come AA, AB and so on."""
    alphabet = [chr(code) for code in range(ord("A"), ord("Z") + 1)]
    return next(one for one in (*alphabet, *(a + b for a in alphabet for b in alphabet)) if one not in taken)


@lru_cache(maxsize=256)
def _measured(way: OffsetInput) -> OffsetResult:
    return offset(way).result


class CandidateFacts(Row):
    """A candidate. Distance and true bearing are from the job's place; heights above the ground there."""

    letter: Annotated[str, Entry("Letter")] = Field(min_length=1, max_length=3)
    distance_m: Annotated[float | None, Entry("Distance")] = Field(default=None, ge=0, le=100_000)
    bearing_deg: Annotated[float | None, Entry("at true bearing")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="True"
    )
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=200)
    height_above_ground_m: Annotated[float | None, Entry("Over ground")] = Field(default=None, ge=0, le=300)
    time_at_height_min: Annotated[float | None, Entry("Minutes at height")] = Field(
        default=None, ge=0, le=2000, description="Minutes of work off the ground"
    )
    climb_min: Annotated[float | None, Entry("Minutes to climb")] = Field(
        default=None, ge=0, le=600, description="Up and down, with tools and what is mounted"
    )
    cost_money: Annotated[float | None, Entry("Costs")] = Field(
        default=None, ge=0, le=1e9, description="What the work costs there, in the firm's currency"
    )
    cable_length_m: Annotated[float | None, Entry("Cable")] = Field(default=None, ge=0, le=1000)
    exposure: Annotated[
        Exposure,
        Entry("Wind", choices={"": "–", "lee": "lee", "side": "half", "windward": "open", "edge": "ridge, corner"}),
    ] = Field(default="", description="To the prevailing wind")
    access: Annotated[
        Access,
        Entry("Access", choices={"": "–", "ground": "ground", "ladder": "ladder", "roof": "roof", "lift": "lift"}),
    ] = Field(default="", description="What it takes to get there")
    walkway_in_front: Annotated[bool, Entry("People in front")] = Field(
        default=False, description="Whether people walk through the beam or just before it"
    )
    discreet: Annotated[bool, Entry("Discreet")] = Field(
        default=False, description="Hardly seen from street or neighbours"
    )
    rigid: Annotated[bool, Entry("Rigid")] = Field(
        default=False, description="Shaken by hand from safe footing: it does not move"
    )
    shakes: Annotated[bool, Entry("Moves when shaken")] = Field(
        default=False, description="Shaken by hand from safe footing: it moves, bends or rattles"
    )
    entry_bore_mm: Annotated[float | None, Entry("Old hole")] = Field(
        default=None, gt=0, le=500, description="Of an existing hole that its cable could use"
    )
    path_crossed: Annotated[bool, Entry("Cable across a path")] = Field(
        default=False, description="Whether people walk where its cable or foot lies"
    )
    machines: Annotated[bool, Entry("Machines near")] = Field(
        default=False, description="Whether mower, cattle or vehicles reach it or its cable"
    )
    surface: Annotated[Surface | None, Entry("Stands on", choices=SURFACES)] = Field(
        default=None, description="Of its own; None: as the job says"
    )
    mount_code: Annotated[str, Entry("Mount")] = Field(
        default="", max_length=40, description="Kind of mount of the stores; empty: not chosen yet"
    )
    locked: Annotated[bool, Entry("Locked")] = Field(
        default=False, description="Locks or hidden fasteners: it is not taken off with a spanner"
    )
    weak: Annotated[
        Weak,
        Entry(
            "Stands on something weak",
            choices={
                "": "no",
                "chimney": "chimney",
                "fence": "fence",
                "thin_post": "thin post",
                "gutter": "gutter, fascia",
            },
        ),
    ] = Field(default="", description="What moves, cracks or comes off with an antenna on it")
    worked_on: Annotated[Day | None, Entry("Stood there on", past=True)] = Field(
        default=None, description="Of a set that travels: the day on which the figures below were read"
    )
    worked_clinometer_deg: Annotated[float | None, Entry("Clinometer showed")] = Field(default=None, ge=-90, le=180)
    worked_compass_deg: Annotated[float | None, Entry("Compass showed")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Once it was peaked"
    )
    worked_skew_deg: Annotated[float | None, Entry("Skew stood at", hint="Clockwise from behind")] = Field(
        default=None, ge=-180, le=180
    )
    worked_level_db: Annotated[float | None, Entry("Level there")] = Field(
        default=None, ge=-20, le=40, description="Es/N0 once it was locked"
    )
    out_of_reach: Annotated[bool, Entry("Out of reach")] = Field(
        default=False, description="Cannot be taken or knocked from the ground"
    )


class Candidate(CandidateFacts):
    """A candidate as it is entered: coordinates of its own as text, or a measured way from the job's place."""

    place_text: Annotated[str, Entry("Coordinates")] = Field(default="", max_length=200)

    def placed(self, place: tuple[float, float] | None) -> CandidateAt:
        """Where it lies, seen from the job's place; without coordinates while that is not known. Raises InputError."""
        told = {name: getattr(self, name) for name in CandidateFacts.model_fields}
        if self.place_text:
            own = parse_place(PlaceInput(place=self.place_text))
            return CandidateAt(**told, latitude_deg=own.latitude_deg, longitude_deg=own.longitude_deg)
        if place is None or self.distance_m is None or self.bearing_deg is None:
            return CandidateAt(**told)
        way = OffsetInput(
            latitude_deg=place[0], longitude_deg=place[1], distance_m=self.distance_m, bearing_deg=self.bearing_deg
        )
        there = _measured(way)
        return CandidateAt(**told, latitude_deg=there.latitude_deg, longitude_deg=there.longitude_deg)


class CandidateAt(CandidateFacts):
    """A candidate with its WGS 84 coordinates, once they are known."""

    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)

    def offset_m(self, latitude_deg: float, longitude_deg: float) -> tuple[float, float] | None:
        """East and north of a place, metres, along the geodesic; None while the candidate has no coordinates."""
        if self.latitude_deg is None or self.longitude_deg is None:
            return None
        return _way_m(latitude_deg, longitude_deg, self.latitude_deg, self.longitude_deg)


@lru_cache(maxsize=256)  # the places of a job are asked again and again
def _way_m(
    latitude_deg: float, longitude_deg: float, to_latitude_deg: float, to_longitude_deg: float
) -> tuple[float, float]:
    line = Geodesic.WGS84.Inverse(latitude_deg, longitude_deg, to_latitude_deg, to_longitude_deg)
    bearing = math.radians(float(line["azi1"]))
    return float(line["s12"]) * math.sin(bearing), float(line["s12"]) * math.cos(bearing)


__all__ = ["Access", "Candidate", "CandidateAt", "CandidateFacts", "Exposure", "Weak", "next_letter"]
