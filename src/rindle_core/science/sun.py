"""Where the sun stands, to about a hundredth of a degree."""

from __future__ import annotations

import datetime as dt
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from rindle_core.kernel.constants import J2000_JD
from rindle_core.kernel.geometry import Array, gmst_rad

_UNIX_EPOCH_JD = 2_440_587.5  # Julian date of 1970-01-01T00:00 UTC
_TT_MINUS_UT_S = 70.0  # 2020-2040 within some seconds, worth under 0.0001° of the sun's motion


def julian_date(moment: dt.datetime) -> float:
    """Julian date (UT) of an aware moment."""
    return moment.timestamp() / 86_400.0 + _UNIX_EPOCH_JD


def sun_directions(latitude_deg: ArrayLike, longitude_deg: ArrayLike, julian_dates: ArrayLike) -> tuple[Array, Array]:
    """Azimuth (true, clockwise from north) and geometric elevation of the sun's centre, degrees.

    The arguments broadcast. Topocentric, without refraction; within 0.02° from 2020 to 2040.
    Source: J. Meeus, Astronomical Algorithms, 2nd ed., chapters 12, 22 and 25 (low accuracy, 0.01°);
    solar parallax 8.794″ from chapter 40.
    """
    jd = np.asarray(julian_dates, dtype=np.float64)
    t = (jd + _TT_MINUS_UT_S / 86_400.0 - J2000_JD) / 36_525.0
    mean_longitude = 280.46646 + 36_000.76983 * t + 0.0003032 * t**2  # (25.2)
    anomaly = np.radians(357.52911 + 35_999.05029 * t - 0.0001537 * t**2)  # (25.3)
    centre = (
        (1.914602 - 0.004817 * t) * np.sin(anomaly)
        + (0.019993 - 0.000101 * t) * np.sin(2 * anomaly)
        + 0.000289 * np.sin(3 * anomaly)
    )
    node = np.radians(125.04 - 1934.136 * t)
    longitude = np.radians(mean_longitude + centre - 0.00569 - 0.00478 * np.sin(node))  # apparent
    obliquity = np.radians(23.43929111 - 0.0130042 * t + 0.00256 * np.cos(node))  # (22.2) and (25.8)
    right_ascension = np.arctan2(np.cos(obliquity) * np.sin(longitude), np.cos(longitude))  # (25.6)
    declination = np.arcsin(np.sin(obliquity) * np.sin(longitude))  # (25.7)
    hour_angle = gmst_rad(jd) + np.radians(longitude_deg) - right_ascension  # mean; nutation is under 0.005°
    lat = np.radians(latitude_deg)
    east = -np.cos(declination) * np.sin(hour_angle)
    north = np.sin(declination) * np.cos(lat) - np.cos(declination) * np.cos(hour_angle) * np.sin(lat)
    up = np.sin(declination) * np.sin(lat) + np.cos(declination) * np.cos(hour_angle) * np.cos(lat)
    elevation = np.degrees(np.arctan2(up, np.hypot(east, north)))
    parallax = 8.794 / 3600.0 * np.cos(np.radians(elevation))
    return np.degrees(np.arctan2(east, north)) % 360.0, elevation - parallax


def day_path(latitude_deg: float, longitude_deg: float, day: dt.date, step_minutes: int = 10) -> tuple[Array, Array]:
    """The sun's azimuths and elevations through the local solar day that the date names, every few minutes."""
    start = dt.datetime(day.year, day.month, day.day, tzinfo=dt.UTC) - dt.timedelta(hours=longitude_deg / 15.0)
    jd = julian_date(start) + np.arange(0, 24 * 60 + 1, step_minutes) / 1440.0
    return sun_directions(latitude_deg, longitude_deg, jd)


CIVIL_DEG = -6.0


@lru_cache(maxsize=4096)
def civil_day_h(latitude_deg: float, longitude_deg: float, day: dt.date, ahead_h: float) -> tuple[float, float] | None:
    """Begin and end of civil twilight, hours of the clock that is `ahead_h` before UTC; (0, 24) where it never gets
    dark, None where it never gets light. Within two minutes below 60° of latitude.

    The sun's centre 6° under the level. Source: Explanatory Supplement to the Astronomical Almanac, 3rd ed., 12.1.
    """
    start = dt.datetime(day.year, day.month, day.day, tzinfo=dt.UTC) - dt.timedelta(hours=ahead_h)
    hours = np.arange(0, 24 * 60 + 1, 4) / 60.0
    _, elevation = sun_directions(latitude_deg, longitude_deg, julian_date(start) + hours / 24.0)
    light = elevation > CIVIL_DEG
    if light.all():
        return 0.0, 24.0
    if not light.any():
        return None
    noon = int(np.argmax(elevation))
    dark_before, dark_after = np.flatnonzero(~light[:noon]), np.flatnonzero(~light[noon:])
    dawn = 0.0 if not dark_before.size else _crossing(hours, elevation, int(dark_before[-1]))
    dusk = 24.0 if not dark_after.size else _crossing(hours, elevation, noon + int(dark_after[0]) - 1)
    return dawn, dusk


def _crossing(hours: Array, elevation: Array, at: int) -> float:
    """Where the elevation passes the limit between two of the times, straight in between."""
    share = (CIVIL_DEG - elevation[at]) / (elevation[at + 1] - elevation[at])
    return float(hours[at] + share * (hours[at + 1] - hours[at]))


__all__ = ["civil_day_h", "day_path", "julian_date", "sun_directions"]
