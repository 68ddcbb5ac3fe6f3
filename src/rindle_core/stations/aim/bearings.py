"""Bearings without a compass: by the sun's shadow and by landmarks."""

from __future__ import annotations

import datetime as dt
from typing import Literal

import numpy as np
from geographiclib.geodesic import Geodesic
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.site import Position
from rindle_core.science.site_clock import ahead_h, noon_of, zone_at
from rindle_core.science.sun import julian_date, sun_directions

_STEP_MIN = 2.0


class SunBearingInput(Position):
    """Site, day and the true bearing wanted."""

    date: dt.date
    azimuth_true_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    utc_offset_h: float | None = Field(
        default=None, ge=-14, le=14, description="Of the clock on site; else that of the place's own zone"
    )
    rules: HouseRules = DEFAULT_RULES


class SunBearingTime(Model):
    """A time of the day at which the sun gives the bearing."""

    at: dt.datetime = Field(description="On the site's clock")
    way: Literal["sun", "shadow"] = Field(
        description="sun: it stands over the bearing; shadow: a plumb line's shadow points along it"
    )
    sun_elevation_deg: float
    instruction: str


class SunBearingResult(Model):
    """Times in order; none where the sun never passes that bearing by day."""

    times: list[SunBearingTime]
    utc_offset_h: float = Field(description="Of the clock in which the times are given")


def _instruction(way: str, elevation_deg: float, rules: HouseRules) -> str:
    if elevation_deg > rules.shadow_most_deg:
        return "The sun stands high and the shadow is short: use a long plumb line, and expect a degree of error."
    if way == "sun":
        return (
            "Hang a plumb line: its shadow points straight away from the bearing. Sight back along the shadow "
            "towards the sun's side, never at the sun."
        )
    return "Hang a plumb line: its shadow points along the bearing."


@register(
    "sun_bearing", "Times of the day when the sun or its shadow shows a true bearing", SunBearingInput, SunBearingResult
)
def sun_bearing(given: SunBearingInput) -> Outcome[SunBearingResult]:
    """Crossings of the sun's azimuth over the bearing and its opposite while the sun is up, to a second or so.

    The day is the site's clock day. Source: `sun_directions`; linear crossing between samples two minutes apart, then
    refined.
    """
    offset_h = given.utc_offset_h
    if offset_h is None:
        zone_name = zone_at(given.latitude_deg, given.longitude_deg)
        offset_h = ahead_h(zone_name, noon_of(given.date, zone_name))
    zone = dt.timezone(dt.timedelta(hours=offset_h))
    midnight = dt.datetime(given.date.year, given.date.month, given.date.day, tzinfo=zone)
    start = julian_date(midnight)
    minutes = np.arange(0.0, 24 * 60 + _STEP_MIN, _STEP_MIN)
    times = []
    ways: tuple[tuple[Literal["sun", "shadow"], float], ...] = (("sun", 0.0), ("shadow", 180.0))
    for way, turned_deg in ways:
        target = given.azimuth_true_deg + turned_deg

        def off_deg(at_min: np.ndarray, target: float = target) -> np.ndarray:
            azimuth, _ = sun_directions(given.latitude_deg, given.longitude_deg, start + at_min / 1440.0)
            return np.asarray(wrap_180(azimuth - target))

        off = off_deg(minutes)
        crossing = np.flatnonzero(
            (np.sign(off[:-1]) != np.sign(off[1:])) & (np.abs(off[:-1]) < 90) & (np.abs(off[1:]) < 90)
        )
        for index in crossing:
            low, high = minutes[index], minutes[index + 1]
            for _ in range(20):
                middle = (low + high) / 2
                same = np.sign(off_deg(np.array([middle]))[0]) == np.sign(off[index])
                low, high = (middle, high) if same else (low, middle)
            _, elevation = sun_directions(given.latitude_deg, given.longitude_deg, start + low / 1440.0)
            if float(elevation) > 0:
                at = midnight + dt.timedelta(minutes=float(low))
                times.append(
                    SunBearingTime(
                        at=at,
                        way=way,
                        sun_elevation_deg=float(elevation),
                        instruction=_instruction(way, float(elevation), given.rules),
                    )
                )
    return Outcome(SunBearingResult(times=sorted(times, key=lambda one: one.at), utc_offset_h=offset_h), [])


class LandmarkInput(Model):
    """Two places on the ellipsoid."""

    from_latitude_deg: float = Field(ge=-90, le=90)
    from_longitude_deg: float = Field(ge=-180, le=180)
    to_latitude_deg: float = Field(ge=-90, le=90)
    to_longitude_deg: float = Field(ge=-180, le=180)
    azimuth_true_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Bearing wanted, to be laid off from the landmark"
    )
    position_error_m: float = Field(default=5.0, ge=0, le=10_000, description="Of each of the two places")
    from_error_m: float | None = Field(
        default=None, ge=0, le=100_000, description="Of the site, where it is not the landmark's"
    )
    rules: HouseRules = DEFAULT_RULES


class LandmarkResult(Model):
    """True bearings, clockwise from north."""

    bearing_deg: float = Field(description="From the site to the landmark")
    back_bearing_deg: float = Field(description="From the landmark back to the site")
    distance_m: float
    uncertainty_deg: float = Field(description="From the error of the two places")
    digit_count: int = Field(default=2, ge=0, le=2, description="Digits after the point that this error leaves")
    serves: bool | None = Field(
        default=None, description="It is surer than a compass of the house rules; None in older records"
    )
    lay_off_deg: float | None = Field(description="Turn from the landmark to the wanted bearing, clockwise positive")


@register(
    "landmark",
    "Bearing to a landmark and back, and the turn from it to a wanted bearing",
    LandmarkInput,
    LandmarkResult,
)
def landmark(given: LandmarkInput) -> Outcome[LandmarkResult]:
    """Geodesic on WGS 84. Source: C. F. F. Karney, Algorithms for geodesics, J. Geodesy 87 (2013), by GeographicLib."""
    line = Geodesic.WGS84.Inverse(
        given.from_latitude_deg, given.from_longitude_deg, given.to_latitude_deg, given.to_longitude_deg
    )
    distance_m = float(line["s12"])
    from_m = given.position_error_m if given.from_error_m is None else given.from_error_m
    if distance_m < 1.0:
        raise InputError.one(
            "to_latitude_deg", "the landmark is the site itself; one some hundred metres away is wanted"
        )
    bearing = float(line["azi1"]) % 360.0
    error_deg = float(np.degrees(np.arctan2(np.hypot(from_m, given.position_error_m), distance_m)))
    return Outcome(
        LandmarkResult(
            bearing_deg=bearing,
            back_bearing_deg=(float(line["azi2"]) + 180.0) % 360.0,
            distance_m=distance_m,
            uncertainty_deg=error_deg,
            digit_count=sum(error_deg < least for least in (1.0, 0.1)),
            serves=error_deg < given.rules.compass_deg,
            lay_off_deg=None if given.azimuth_true_deg is None else float(wrap_180(given.azimuth_true_deg - bearing)),
        ),
        [],
    )


class OffsetInput(Position):
    """A place a measured way from a known one."""

    distance_m: float = Field(ge=0, le=100_000)
    bearing_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True")


class OffsetResult(Model):
    """WGS 84 coordinates."""

    latitude_deg: float
    longitude_deg: float


@register("offset", "The place at a distance and bearing from a known one", OffsetInput, OffsetResult)
def offset(given: OffsetInput) -> Outcome[OffsetResult]:
    """Direct geodesic on WGS 84. Source: as `landmark`, whose inverse it is."""
    line = Geodesic.WGS84.Direct(given.latitude_deg, given.longitude_deg, given.bearing_deg, given.distance_m)
    return Outcome(OffsetResult(latitude_deg=float(line["lat2"]), longitude_deg=float(line["lon2"])), [])


__all__ = [
    "LandmarkInput",
    "LandmarkResult",
    "OffsetInput",
    "OffsetResult",
    "SunBearingInput",
    "SunBearingResult",
    "landmark",
    "offset",
    "sun_bearing",
]
