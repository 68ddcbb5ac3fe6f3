"""What stands round the terminal, and how far the sight-line passes from it."""

from __future__ import annotations

import datetime as dt
from typing import Literal, NamedTuple

import numpy as np
from pydantic import Field

from rindle_core.antenna import wavelength_m
from rindle_core.findings import Finding, Level, at_least, missing
from rindle_core.geodesy import Array, separation_deg, wrap_180
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.look_angles import look_angles
from rindle_core.model import Model
from rindle_core.refraction import apparent_from_free_space_deg
from rindle_core.registry import Outcome, register
from rindle_core.sun import day_path

_STEP_DEG = 0.1  # sampling of the skyline between its points
_GAP_DEG = 30.0  # points further apart than this about the sight-line leave the sky unread

Kind = Literal["terrain", "building", "tree", "pole", "wire"]


class SkylinePoint(Model):
    """A point of the skyline as seen from the terminal. Azimuth true, clockwise from north."""

    azimuth_deg: float = Field(ge=0, lt=360)
    elevation_deg: float = Field(ge=-20, le=90)
    kind: Kind = "terrain"
    distance_m: float | None = Field(default=None, gt=0, le=200_000)


class SkyInput(Model):
    """Site, satellite, terminal's aperture and the skyline that was read there."""

    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    satellite_longitude_deg: float = Field(ge=-180, le=360)
    date: dt.date
    aperture_mm: float = Field(gt=0, le=20_000)
    receive_ghz: float = Field(gt=0, le=100)
    skyline: list[SkylinePoint] = Field(default_factory=list, max_length=2000)
    rules: HouseRules = DEFAULT_RULES


class SkyDirection(Model):
    """A direction of the sky, degrees."""

    azimuth_deg: float
    elevation_deg: float


class SkyResult(Model):
    """Margins are angles between sight-line and skyline, negative where the skyline stands in the way."""

    satellite: SkyDirection
    margin_deg: float | None
    tube_margin_deg: float | None = Field(description="What is left beyond the physical tube at its tightest place")
    tube_half_angle_deg: float | None = Field(description="Half-angle of the tube at that place")
    nearest: SkyDirection | None = Field(description="Where the skyline comes nearest to the sight-line")
    arc: list[SkyDirection] = Field(description="The geostationary arc above the horizon, a point a degree of longitude")
    sun_path: list[SkyDirection] = Field(description="The sun above the horizon on the day, every ten minutes")


class _Profile(NamedTuple):
    azimuth_deg: Array
    elevation_deg: Array
    distance_m: Array


def skyline_profile(points: list[SkylinePoint], assumed_distance_m: float) -> _Profile:
    """The skyline round the whole circle in steps of a tenth of a degree, joined linearly and across north.

    Distances: the nearer of the two points on either side, as the careful choice.
    """
    ordered = sorted(points, key=lambda point: point.azimuth_deg)
    at = np.array([point.azimuth_deg for point in ordered])
    height = np.array([point.elevation_deg for point in ordered])
    away = np.array([point.distance_m or assumed_distance_m for point in ordered])
    azimuth = np.union1d(np.arange(0.0, 360.0, _STEP_DEG), at)
    elevation = np.interp(azimuth, at, height, period=360.0)
    after = np.searchsorted(at, azimuth, side="left") % len(at)
    before = (np.searchsorted(at, azimuth, side="right") - 1) % len(at)
    return _Profile(azimuth, elevation, np.minimum(away[before], away[after]))


def tube_half_angle_deg(distance_m: Array, aperture_m: float, wavelength: float, fresnel_share: float) -> Array:
    """Half-angle under which the beam's tube is seen at a distance from the antenna, degrees.

    The tube is the aperture's radius plus a share of the first Fresnel radius √(λ d), the far end being
    infinitely far. Source: Rec. ITU-R P.526-15, eq. (2) with d2 ≫ d1.
    """
    radius_m = aperture_m / 2.0 + fresnel_share * np.sqrt(wavelength * distance_m)
    return np.degrees(np.arctan2(radius_m, distance_m))


def _signed_separation_deg(azimuth_deg: float, elevation_deg: float, profile: _Profile) -> Array:
    away = separation_deg(azimuth_deg, elevation_deg, profile.azimuth_deg, profile.elevation_deg)
    here = np.interp(azimuth_deg, profile.azimuth_deg, profile.elevation_deg, period=360.0)
    return -away if elevation_deg < here else away


def _judge_margin(result: SkyResult, points: list[SkylinePoint], rules: HouseRules) -> list[Finding]:
    assert result.margin_deg is not None
    assert result.tube_margin_deg is not None
    findings = [
        at_least(
            result.tube_margin_deg,
            0.0,
            code="sky.tube",
            unit="deg",
            clear="The beam's tube is free",
            under="The beam's tube is touched",
            why="Something that stands inside the tube takes signal away, wet leaves most of all.",
            clears_by="Move or raise the terminal, or have the obstacle cut back by those who may.",
            source="Aperture plus a share of the first Fresnel zone, ITU-R P.526",
        ),
        at_least(
            result.margin_deg,
            rules.clearance_deg,
            level=Level.MIND,
            code="sky.clearance",
            unit="deg",
            clear="The wanted free angle is there all round",
            under="Less than the wanted free angle",
            why="Hand readings are rough and trees grow: what is free today may not be in three years.",
            clears_by="Raise or move the terminal, or read the nearest direction again with a distance.",
            source="House rule: free angle all round",
        ),
    ]
    bearings = np.array([point.azimuth_deg for point in points])
    offsets = wrap_180(bearings - result.satellite.azimuth_deg)
    left = float(np.max(offsets[offsets <= 0], initial=-360.0))
    right = float(np.min(offsets[offsets >= 0], initial=360.0))
    if right - left > _GAP_DEG:
        findings.append(
            Finding(
                level=Level.MIND,
                code="sky.gap",
                message="The skyline is thinly read about the satellite's bearing",
                why="Between far points Rindle can only draw a straight line.",
                figure=min(360.0, right - left),
                limit=_GAP_DEG,
                unit="deg",
                clears_by="Read points every few degrees within 15° of the satellite's bearing.",
                source="Spacing of the points that were read",
            )
        )
    return findings


def _arc(given: SkyInput) -> list[SkyDirection]:
    longitudes = given.longitude_deg + np.arange(-82.0, 82.5, 1.0)
    angles = look_angles(given.latitude_deg, given.longitude_deg, given.height_m, longitudes)
    seen = apparent_from_free_space_deg(angles.elevation_deg, given.height_m)
    return _above_horizon(angles.azimuth_true_deg, seen)


def _above_horizon(azimuth_deg: Array, elevation_deg: Array) -> list[SkyDirection]:
    return [
        SkyDirection(azimuth_deg=round(float(a), 2), elevation_deg=round(float(e), 2))
        for a, e in zip(azimuth_deg, elevation_deg, strict=True)
        if e > 0
    ]


@register("sky", "Margin between the sight-line and the skyline, by the flat rule and by the physical tube", SkyInput, SkyResult)
def sky(given: SkyInput) -> Outcome[SkyResult]:
    """How far the sight-line passes from the skyline, where it comes nearest, and the arcs to draw."""
    angles = look_angles(given.latitude_deg, given.longitude_deg, given.height_m, given.satellite_longitude_deg)
    azimuth = float(angles.azimuth_true_deg)
    elevation = float(apparent_from_free_space_deg(angles.elevation_deg, given.height_m))
    margin = tube_margin = tube = nearest = None
    if given.skyline:
        profile = skyline_profile(given.skyline, given.rules.assumed_obstacle_distance_m)
        margins = _signed_separation_deg(azimuth, elevation, profile)
        blocked = bool(margins[0] < 0)
        at = int(np.argmin(np.abs(margins)))
        half_angle = tube_half_angle_deg(
            profile.distance_m, given.aperture_mm / 1000, wavelength_m(given.receive_ghz), given.rules.fresnel_share
        )
        left = margins - half_angle
        tight = at if blocked else int(np.argmin(left))
        margin, tube_margin, tube = float(margins[at]), float(left[tight]), float(half_angle[tight])
        nearest = SkyDirection(azimuth_deg=float(profile.azimuth_deg[at]), elevation_deg=float(profile.elevation_deg[at]))
    result = SkyResult(
        satellite=SkyDirection(azimuth_deg=azimuth, elevation_deg=elevation),
        margin_deg=margin,
        tube_margin_deg=tube_margin,
        tube_half_angle_deg=tube,
        nearest=nearest,
        arc=_arc(given),
        sun_path=_above_horizon(*day_path(given.latitude_deg, given.longitude_deg, given.date)),
    )
    if margin is None:
        wanted = missing("sky.empty", "No skyline has been read", "Enter bearing and elevation of what stands about the sight-line.")
        return Outcome(result, [wanted])
    return Outcome(result, _judge_margin(result, given.skyline, given.rules))


__all__ = ["SkyInput", "SkyResult", "SkylinePoint", "sky", "skyline_profile", "tube_half_angle_deg"]
