"""Where the antenna has to look, and what each instrument reads when it does."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from pydantic import Field

from rindle_core.catalogue.models import Clinometer
from rindle_core.kernel.constants import (
    EARTH_MEAN_RADIUS_M,
    GEOSTATIONARY_RADIUS_KM,
    SPEED_OF_LIGHT_KM_PER_S,
    WGS84_SEMI_MAJOR_AXIS_M,
)
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import fold_90, wrap_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.look_angles import look_angles
from rindle_core.science.magnetism import ModelDay, magnetic_fields
from rindle_core.science.refraction import refraction_deg
from rindle_core.science.site import Site
from rindle_core.stations.aim.compass_trust import judge
from rindle_core.stations.aim.findings import BELOW_HORIZON, ELEVATION, OVERHEAD

_GATEWAY_NEAREST_KM = GEOSTATIONARY_RADIUS_KM - WGS84_SEMI_MAJOR_AXIS_M / 1000.0  # straight under the satellite
# Where the satellite stands on the horizon: the tangent's length.
_GATEWAY_FARTHEST_KM = math.sqrt(GEOSTATIONARY_RADIUS_KM**2 - (WGS84_SEMI_MAJOR_AXIS_M / 1000.0) ** 2)


class AimInput(Site):
    """Site, satellite and day. Angles in degrees: north and east positive."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    date: ModelDay = Field(description="Day of the work, for the magnetic model")
    port_turned: bool = Field(
        default=False,
        description="Whether the receive port takes the other plane with the feed at zero",
    )
    satellite_tilt_deg: float = Field(default=0.0, ge=-90, le=90, description="Own turn of the polarization plane")
    inclination_deg: float = Field(default=0.0, ge=0, le=30)
    time_since_node_h: float = Field(default=0.0, ge=0, le=24, description="Since the northbound equator crossing")
    clinometer: Clinometer | None = Field(default=None, description="The terminal's named face")
    rules: HouseRules = DEFAULT_RULES


class AimResult(Model):
    """Azimuths clockwise from north; skew clockwise positive from behind the antenna, in (-90, 90]."""

    azimuth_true_deg: float
    azimuth_magnetic_deg: float = Field(description="What the compass reads")
    declination_deg: float = Field(description="East positive")
    declination_uncertainty_deg: float = Field(description="One standard deviation of the model")
    declination_change_deg_per_year: float
    elevation_deg: float = Field(description="Geometric, without refraction")
    elevation_apparent_deg: float = Field(description="With refraction: where the beam must point")
    skew_deg: float
    slant_range_km: float
    round_trip_ms: float = Field(description="Light up to the satellite and back down: twice the slant range")
    least_ping_ms: float = Field(
        description="Least echo time that any gateway allows: one that stands straight under the satellite"
    )
    most_path_ping_ms: float | None = Field(
        default=None, description="Echo time of the path alone over a gateway at the satellite's horizon"
    )
    clinometer_deg: float | None = Field(description="What the clinometer reads on the terminal's named face")
    clinometer_face: str
    clinometer_kind: str = Field(default="", description="How that face is read, see the catalogue")
    visible: bool = Field(description="Whether the satellite stands above the level horizon")


def clinometer_reading_deg(elevation_apparent_deg: float, clinometer: Clinometer) -> float:
    """What a clinometer reads on that face when the beam is at this elevation.

    face and scale: elevation + offset, from the horizontal; rim: elevation - offset, from the vertical;
    flat: 0, as the head is set level and the elevation is set on its scale.
    """
    if clinometer.kind == "flat":
        return 0.0
    sign = -1.0 if clinometer.kind == "rim" else 1.0
    return elevation_apparent_deg + sign * clinometer.offset_deg


def _echo_ms(site_km: float, gateway_km: float) -> float:
    """An echo goes up and down on both sides of the satellite, twice: once there, once back."""
    return 2.0 * (site_km + gateway_km) / SPEED_OF_LIGHT_KM_PER_S * 1000.0


def aim_many(given: Sequence[AimInput]) -> list[Outcome[AimResult]]:
    """The `aim` calculator for many inputs at once: the arithmetic is done on arrays, the answers are the same.

    Sources: see `look_angles`, `refraction_deg`, `magnetic_fields`.
    """
    if not given:
        return []
    latitude, longitude, height = (
        np.array([getattr(one, name) for one in given]) for name in ("latitude_deg", "longitude_deg", "height_m")
    )
    satellite, inclination, node_h = (
        np.array([getattr(one, name) for one in given])
        for name in ("satellite_longitude_deg", "inclination_deg", "time_since_node_h")
    )
    angles = look_angles(latitude, longitude, height, satellite, inclination, node_h)
    bent = refraction_deg(angles.elevation_deg, height)
    fields = magnetic_fields(latitude, longitude, height, [one.date for one in given])
    rows = zip(given, fields, *(column.tolist() for column in (*angles, bent)), strict=True)
    outcomes = []
    for one, field, azimuth_deg, elevation_deg, skew_deg, range_km, bend_deg in rows:
        apparent_deg = elevation_deg + bend_deg
        round_trip_ms = 2.0 * range_km / SPEED_OF_LIGHT_KM_PER_S * 1000.0
        result = AimResult(
            azimuth_true_deg=azimuth_deg,
            azimuth_magnetic_deg=(azimuth_deg - field.declination_deg) % 360.0,
            declination_deg=field.declination_deg,
            declination_uncertainty_deg=field.declination_uncertainty_deg,
            declination_change_deg_per_year=field.declination_change_deg_per_year,
            elevation_deg=elevation_deg,
            elevation_apparent_deg=apparent_deg,
            skew_deg=float(fold_90(skew_deg + one.satellite_tilt_deg + (90.0 if one.port_turned else 0.0))),
            slant_range_km=range_km,
            round_trip_ms=round_trip_ms,
            least_ping_ms=_echo_ms(range_km, _GATEWAY_NEAREST_KM),
            most_path_ping_ms=_echo_ms(range_km, _GATEWAY_FARTHEST_KM),
            clinometer_deg=None if one.clinometer is None else clinometer_reading_deg(apparent_deg, one.clinometer),
            clinometer_face="" if one.clinometer is None else one.clinometer.face,
            clinometer_kind="" if one.clinometer is None else one.clinometer.kind,
            visible=apparent_deg > 0.0,
        )
        outcomes.append(Outcome(result, [*_judge_elevation(result, one.rules), *judge(field, one.rules)]))
    return outcomes


@register(
    "aim", "Azimuth, elevation, skew, range and what compass and clinometer read", AimInput, AimResult, many=aim_many
)
def aim(given: AimInput) -> Outcome[AimResult]:
    """Look angles of a geostationary satellite, with the figures that the instruments show.

    Sources: see `look_angles`, `refraction_deg`, `magnetic_fields`.
    """
    return aim_many([given])[0]


class PlaceErrorInput(Site):
    """Site, satellite, and how far off the site may be."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    place_error_m: float = Field(gt=0, le=100_000)


class PlaceErrorResult(Model):
    """Largest change of each angle over all directions of the error."""

    azimuth_deg: float
    elevation_deg: float
    skew_deg: float


@register("place_error", "What an error of the place does to the angles", PlaceErrorInput, PlaceErrorResult)
def place_error(given: PlaceErrorInput) -> Outcome[PlaceErrorResult]:
    """Look angles from sixteen places round the site at that distance, against those of the site."""
    bearing = np.radians(np.arange(0.0, 360.0, 22.5))
    north_m, east_m = given.place_error_m * np.cos(bearing), given.place_error_m * np.sin(bearing)
    latitude = np.clip(given.latitude_deg + np.degrees(north_m / EARTH_MEAN_RADIUS_M), -90.0, 90.0)
    narrowing = max(float(np.cos(np.radians(given.latitude_deg))), 1e-3)  # at the pole every meridian is near
    longitude = given.longitude_deg + np.degrees(east_m / EARTH_MEAN_RADIUS_M / narrowing)
    here = given.look(given.satellite_longitude_deg)
    there = look_angles(latitude, longitude, given.height_m, given.satellite_longitude_deg)
    result = PlaceErrorResult(
        azimuth_deg=float(np.abs(wrap_180(there.azimuth_true_deg - here.azimuth_true_deg)).max()),
        elevation_deg=float(np.abs(there.elevation_deg - here.elevation_deg).max()),
        skew_deg=float(np.abs(fold_90(there.skew_deg - here.skew_deg)).max()),
    )
    return Outcome(result, [])


def _judge_elevation(result: AimResult, rules: HouseRules) -> list[Finding]:
    apparent_deg = result.elevation_apparent_deg
    if not result.visible:
        return [
            BELOW_HORIZON(
                Level.HOLD,
                "The satellite is below the horizon",
                "The Earth itself stands in the way; no mast and no clearing of trees can help.",
                figure=apparent_deg,
                limit=0.0,
                bound="at_least",
                clears_by="Choose a satellite nearer to the site's longitude, or check the sign of the coordinates.",
            )
        ]
    findings = [
        ELEVATION.at_least(
            apparent_deg,
            rules.low_elevation_deg,
            level=Level.MIND,
            clear="The satellite stands high enough",
            under="The satellite stands low",
            why="Low paths meet terrain, ground noise and more rain."
            if apparent_deg < rules.low_elevation_deg
            else "Terrain, ground noise and rain matter less at this height.",
            clears_by="Read the skyline with care, and ask for a satellite that stands higher if there is one.",
        )
    ]
    if result.elevation_deg > rules.overhead_deg:
        findings.append(
            OVERHEAD(
                Level.MIND,
                "The satellite is almost overhead",
                "Azimuth has hardly any meaning here: peak on elevation and cross-elevation instead.",
                figure=result.elevation_deg,
                limit=rules.overhead_deg,
                bound="at_most",
                clears_by="Nothing to clear; check that the mount's elevation travel reaches so high.",
            )
        )
    return findings


__all__ = [
    "AimInput",
    "AimResult",
    "PlaceErrorInput",
    "PlaceErrorResult",
    "aim",
    "aim_many",
    "clinometer_reading_deg",
    "place_error",
]
