"""Magnetic declination from the World Magnetic Model, for arrays of places."""

from __future__ import annotations

import datetime as dt
from functools import lru_cache
from typing import Annotated, NamedTuple

import numpy as np
from numpy.typing import ArrayLike
from pydantic import AfterValidator
from pygeomag.wmm.wmm_2025 import WMM_2025  # the published coefficients

from rindle_core.kernel.constants import WGS84_ECCENTRICITY_SQUARED, WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.kernel.days import Day
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model

MODEL_FIRST_DAY = dt.date(2024, 11, 13)  # release of WMM2025
MODEL_LAST_DAY = dt.date(2029, 12, 31)  # the model is valid to 2030.0
_REFERENCE_RADIUS_KM = 6371.2  # geomagnetic reference sphere, WMM2025 Technical Report, eq. 4
_DEGREE = 12
BLACKOUT_NT = 2000.0  # horizontal field under which a compass is useless, WMM2025 Technical Report
CAUTION_NT = 6000.0  # horizontal field under which a compass is doubtful, WMM2025 Technical Report
SOURCE = "World Magnetic Model 2025 (NOAA/NCEI and BGS)"


class MagneticField(Model):
    """Declination (east positive: magnetic north lies east of true north) and the field behind it."""

    declination_deg: float
    declination_uncertainty_deg: float
    horizontal_field_nt: float
    inclination_deg: float
    declination_change_deg_per_year: float


class FieldArrays(NamedTuple):
    """North, east and down components in nanotesla, geodetic axes."""

    north_nt: Array
    east_nt: Array
    down_nt: Array


def decimal_year(day: dt.date) -> float:
    """The day as a year with decimals: 2026-07-02 is about 2026.5."""
    first = dt.date(day.year, 1, 1)
    days_in_year = (dt.date(day.year + 1, 1, 1) - first).days
    return day.year + (day - first).days / days_in_year


@lru_cache(maxsize=1)
def _coefficients() -> tuple[float, Array]:
    """Epoch, and for each (n, m) the row n, m, g, h, dg/dt, dh/dt."""
    (epoch, _, _), rows = WMM_2025
    return float(epoch), np.array(rows, dtype=np.float64)


def _schmidt(theta_cos: Array, theta_sin: Array) -> tuple[Array, Array]:
    """Schmidt quasi-normalised Legendre functions and their derivatives by colatitude, shape (13, 13, sites).

    Source: WMM2025 Technical Report, eq. 5; recursions after Langel (1987), eq. 27.
    """
    p = np.zeros((_DEGREE + 1, _DEGREE + 1, *theta_cos.shape))
    d = np.zeros_like(p)
    p[0, 0] = 1.0
    for n in range(1, _DEGREE + 1):
        down = np.sqrt(1.0 - 0.5 / n) if n > 1 else 1.0
        p[n, n] = down * theta_sin * p[n - 1, n - 1]
        d[n, n] = down * (theta_sin * d[n - 1, n - 1] + theta_cos * p[n - 1, n - 1])
        for m in range(n):
            root = np.sqrt(n * n - m * m)
            before = np.sqrt((n - 1) ** 2 - m * m) if n - 1 > m else 0.0
            earlier_p, earlier_d = (p[n - 2, m], d[n - 2, m]) if n >= 2 else (0.0, 0.0)
            p[n, m] = ((2 * n - 1) * theta_cos * p[n - 1, m] - before * earlier_p) / root
            d[n, m] = ((2 * n - 1) * (theta_cos * d[n - 1, m] - theta_sin * p[n - 1, m]) - before * earlier_d) / root
    return p, d


def field_arrays(
    latitude_deg: ArrayLike, longitude_deg: ArrayLike, height_m: ArrayLike, years: ArrayLike
) -> tuple[FieldArrays, FieldArrays]:
    """The main field at WGS 84 positions and decimal years, and its change in a year; the arguments broadcast to one
    axis of sites.

    Source: World Magnetic Model 2025, Technical Report, eqs. 7-17. At a pole the longitude decides what north means.
    """
    lat_deg, lon_deg, h, year = np.broadcast_arrays(
        *(np.atleast_1d(np.asarray(x, dtype=np.float64)) for x in (latitude_deg, longitude_deg, height_m, years))
    )
    lat = np.radians(np.clip(lat_deg, -90.0 + 1e-7, 90.0 - 1e-7))  # 1e-7°: a centimetre, where 1/cos would blow up
    a_km, h_km = WGS84_SEMI_MAJOR_AXIS_M / 1000.0, h / 1000.0
    normal = a_km / np.sqrt(1.0 - WGS84_ECCENTRICITY_SQUARED * np.sin(lat) ** 2)
    p_km, z_km = (normal + h_km) * np.cos(lat), (normal * (1.0 - WGS84_ECCENTRICITY_SQUARED) + h_km) * np.sin(lat)
    geocentric = np.arctan2(z_km, p_km)
    theta_cos, theta_sin = np.sin(geocentric), np.cos(geocentric)
    legendre, slope = _schmidt(theta_cos, theta_sin)
    epoch, rows = _coefficients()
    n, m = rows[:, 0].astype(int), rows[:, 1].astype(int)
    scale = (_REFERENCE_RADIUS_KM / np.hypot(p_km, z_km)) ** (n[:, np.newaxis] + 2)
    angle = m[:, np.newaxis] * np.radians(lon_deg)
    cos, sin = np.cos(angle), np.sin(angle)
    # What a coefficient g (with the cosine) and h (with the sine) adds to each component, shape (90, sites).
    north, down = scale * slope[n, m], -(n[:, np.newaxis] + 1) * scale * legendre[n, m]
    east = scale * m[:, np.newaxis] * legendre[n, m] / theta_sin
    turn = geocentric - lat  # from geocentric to geodetic axes, eq. 17

    def summed(g: Array, k: Array) -> tuple[Array, Array, Array]:
        x, y, z = (
            g @ (north * cos) + k @ (north * sin),
            g @ (east * sin) - k @ (east * cos),
            g @ (down * cos) + k @ (down * sin),
        )
        return x * np.cos(turn) - z * np.sin(turn), y, x * np.sin(turn) + z * np.cos(turn)

    change = FieldArrays(*summed(rows[:, 4], rows[:, 5]))
    at_epoch = summed(rows[:, 2], rows[:, 3])
    return FieldArrays(*(base + (year - epoch) * slow for base, slow in zip(at_epoch, change, strict=True))), change


def _check_day(day: dt.date) -> None:
    if not MODEL_FIRST_DAY <= day <= MODEL_LAST_DAY:
        raise InputError.one(
            "date",
            f"{day.isoformat()} lies outside the magnetic model: {MODEL_FIRST_DAY} to {MODEL_LAST_DAY} is accepted",
        )


def magnetic_fields(
    latitude_deg: ArrayLike, longitude_deg: ArrayLike, height_m: ArrayLike, days: list[dt.date]
) -> list[MagneticField]:
    """The field at many places, each on its day. Raises InputError for a day outside the model's life.

    Uncertainty: WMM2025 Technical Report, error model, one standard deviation, √(0.26² + (5417/H)²) degrees, H in nT.
    """
    for day in set(days):
        _check_day(day)
    years = np.array([decimal_year(day) for day in days])
    now, yearly = field_arrays(latitude_deg, longitude_deg, height_m, years)
    declination = np.degrees(np.arctan2(now.east_nt, now.north_nt))
    next_year = np.degrees(np.arctan2(now.east_nt + yearly.east_nt, now.north_nt + yearly.north_nt))
    horizontal = np.maximum(np.hypot(now.north_nt, now.east_nt), 1.0)
    uncertainty = np.minimum(180.0, np.sqrt(0.26**2 + (5417.0 / horizontal) ** 2))
    inclination = np.degrees(np.arctan2(now.down_nt, horizontal))
    change = wrap_180(next_year - declination)
    columns = zip(
        declination.tolist(),
        uncertainty.tolist(),
        horizontal.tolist(),
        inclination.tolist(),
        change.tolist(),
        strict=True,
    )
    return [
        MagneticField(
            declination_deg=d,
            declination_uncertainty_deg=u,
            horizontal_field_nt=h,
            inclination_deg=i,
            declination_change_deg_per_year=c,
        )
        for d, u, h, i, c in columns
    ]


@lru_cache(maxsize=64)  # the places of a job are asked again and again
def _field_once(latitude_deg: float, longitude_deg: float, height_m: float, day: dt.date) -> MagneticField:
    return magnetic_fields(latitude_deg, longitude_deg, height_m, [day])[0]


def magnetic_field(latitude_deg: float, longitude_deg: float, height_m: float, day: dt.date) -> MagneticField:
    """The magnetic field at a WGS 84 position on a day. Raises InputError for a day outside the model's life."""
    return _field_once(latitude_deg, longitude_deg, height_m, day)


def _in_model(day: dt.date) -> dt.date:
    if not MODEL_FIRST_DAY <= day <= MODEL_LAST_DAY:
        raise ValueError(
            f"{day.isoformat()} lies outside the magnetic model: {MODEL_FIRST_DAY} to {MODEL_LAST_DAY} is accepted"
        )
    return day


ModelDay = Annotated[Day, AfterValidator(_in_model)]


__all__ = [
    "BLACKOUT_NT",
    "CAUTION_NT",
    "MODEL_FIRST_DAY",
    "MODEL_LAST_DAY",
    "SOURCE",
    "FieldArrays",
    "MagneticField",
    "ModelDay",
    "decimal_year",
    "field_arrays",
    "magnetic_field",
    "magnetic_fields",
]
