"""Sun outages: when the sun stands behind the satellite."""

from __future__ import annotations

import datetime as dt

import numpy as np
from pydantic import Field

from rindle_core.kernel.constants import SUN_ANGULAR_RADIUS_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, separation_deg
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.site import Site
from rindle_core.science.sun import julian_date, sun_directions
from rindle_core.stations.aim.findings import SUN_OUTAGE

_APART = dt.timedelta(days=30)  # outages further apart are of another season
_STEP_MIN = 4.0  # an outage lasts some minutes; the nearest approach is refined from these samples


class SunOutageInput(Site):
    """Site, satellite and beamwidth, and the year from a day on."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    beamwidth_deg: float = Field(gt=0, le=20)
    date: dt.date
    days: int = Field(default=366, ge=1, le=800)


class SunOutage(Model):
    """One outage, times in UTC."""

    start: dt.datetime
    end: dt.datetime
    minutes: float
    nearest_deg: float = Field(description="Least angle between the sun's centre and the satellite")


class OutageSeason(Model):
    """Days on end with an outage each, and the longest of them."""

    first: SunOutage
    last: SunOutage
    longest: SunOutage


class SunOutageResult(Model):
    """Outages in order."""

    outages: list[SunOutage]
    seasons: list[OutageSeason] = Field(default_factory=list, description="Twice a year, about the equinoxes")
    limit_deg: float = Field(description="Angle under which the sun counts as behind the satellite")


def outage_limit_deg(beamwidth_deg: float) -> float:
    """Half the half-power width plus the sun's radius: the disc touches the half-power contour.

    Source: Rec. ITU-R S.1525-1, geometric condition.
    """
    return beamwidth_deg / 2.0 + SUN_ANGULAR_RADIUS_DEG


def _edge(start_min: float, end_min: float, limit_deg: float, away: SunAway) -> float:
    """Minute between two sides at which the angle passes the limit, by halving to a tenth of a second."""
    inside = away(np.array([start_min]))[0] < limit_deg
    for _ in range(16):
        middle = (start_min + end_min) / 2
        if (away(np.array([middle]))[0] < limit_deg) == inside:
            start_min = middle
        else:
            end_min = middle
    return (start_min + end_min) / 2


class SunAway:
    """Angle between sun and satellite at minutes after a start, degrees."""

    def __init__(self, given: SunOutageInput, start: dt.datetime) -> None:
        self._given, self._start_jd = given, julian_date(start)
        angles = given.look(given.satellite_longitude_deg)
        self.azimuth_deg, self.elevation_deg = float(angles.azimuth_true_deg), float(angles.elevation_deg)

    def __call__(self, minutes: Array) -> Array:
        """Geometric on both sides: refraction lifts sun and satellite alike."""
        azimuth, elevation = sun_directions(
            self._given.latitude_deg, self._given.longitude_deg, self._start_jd + minutes / 1440.0
        )
        return separation_deg(self.azimuth_deg, self.elevation_deg, azimuth, elevation)


def _nearest(at_min: float, away: SunAway) -> float:
    """Minute of the nearest approach about a sample: the vertex of the parabola through angle², refined."""
    for width in (_STEP_MIN, 1.0, 0.1):
        around = at_min + width * np.array([-1.0, 0.0, 1.0])
        a, b, c = away(around) ** 2
        curve = a - 2 * b + c
        if curve > 0:
            at_min += float(np.clip(0.5 * (a - c) / curve, -1, 1)) * width
    return at_min


@register("sun_outage", "Dates and minutes when the sun stands behind the satellite", SunOutageInput, SunOutageResult)
def sun_outage(given: SunOutageInput) -> Outcome[SunOutageResult]:
    """Searches the angle between sun and satellite; edges to a tenth of a second of the model's own sun."""
    start = dt.datetime(given.date.year, given.date.month, given.date.day, tzinfo=dt.UTC)
    away, limit = SunAway(given, start), outage_limit_deg(given.beamwidth_deg)
    if away.elevation_deg <= 0:
        raise InputError.one(
            "satellite_longitude_deg", "the satellite is below the horizon here; one that is seen is accepted"
        )
    minutes = np.arange(0.0, given.days * 1440.0, _STEP_MIN)
    angle = away(minutes)
    lows = (
        np.flatnonzero(
            (angle[1:-1] <= angle[:-2]) & (angle[1:-1] < angle[2:]) & (angle[1:-1] < limit + _STEP_MIN * 0.25)
        )
        + 1
    )
    outages = []
    for index in lows:
        middle = _nearest(float(minutes[index]), away)
        nearest = float(away(np.array([middle]))[0])
        if nearest >= limit:
            continue
        reach = 4.0 * limit + 2.0  # minutes: the sun passes a degree in four
        first, last = _edge(middle, middle - reach, limit, away), _edge(middle, middle + reach, limit, away)
        outages.append(
            SunOutage(
                start=start + dt.timedelta(minutes=first),
                end=start + dt.timedelta(minutes=last),
                minutes=last - first,
                nearest_deg=nearest,
            )
        )
    return Outcome(SunOutageResult(outages=outages, seasons=_seasons(outages), limit_deg=limit), _judge(outages))


def _seasons(outages: list[SunOutage]) -> list[OutageSeason]:
    groups: list[list[SunOutage]] = []
    for one in outages:
        if groups and one.start - groups[-1][-1].start < _APART:
            groups[-1].append(one)
        else:
            groups.append([one])
    return [
        OutageSeason(first=days[0], last=days[-1], longest=max(days, key=lambda one: one.minutes)) for days in groups
    ]


def _judge(outages: list[SunOutage]) -> list[Finding]:
    if not outages:
        return []
    longest = max(outages, key=lambda one: one.minutes)
    return [
        SUN_OUTAGE(
            Level.MIND,
            "The sun will stand behind the satellite on some days",
            "Twice a year, for some minutes a day about the equinoxes, the sun's own radio noise drowns the signal.",
            figure=longest.minutes * 60,
            clears_by="Tell the customer the dates; nothing is broken when it happens.",
        )
    ]


__all__ = ["OutageSeason", "SunOutage", "SunOutageInput", "SunOutageResult", "outage_limit_deg", "sun_outage"]
