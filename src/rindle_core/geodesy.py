"""Positions on the WGS 84 ellipsoid and directions seen from them."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from rindle_core.constants import (
    J2000_JD,
    WGS84_ECCENTRICITY_SQUARED,
    WGS84_SEMI_MAJOR_AXIS_M,
)

Array = NDArray[np.float64]


def ecef_from_geodetic_m(latitude_deg: ArrayLike, longitude_deg: ArrayLike, height_m: ArrayLike) -> Array:
    """Earth-centred, Earth-fixed coordinates, shape (..., 3), metres.

    Latitude is geodetic, north positive; longitude east positive; height above the ellipsoid.
    Source: NIMA TR8350.2, eq. 4-14.
    """
    lat, lon = np.radians(latitude_deg), np.radians(longitude_deg)
    h = np.asarray(height_m, dtype=np.float64)
    normal_m = WGS84_SEMI_MAJOR_AXIS_M / np.sqrt(1.0 - WGS84_ECCENTRICITY_SQUARED * np.sin(lat) ** 2)
    return np.stack(
        np.broadcast_arrays(
            (normal_m + h) * np.cos(lat) * np.cos(lon),
            (normal_m + h) * np.cos(lat) * np.sin(lon),
            (normal_m * (1.0 - WGS84_ECCENTRICITY_SQUARED) + h) * np.sin(lat),
        ),
        axis=-1,
    )


def enu_axes(latitude_deg: ArrayLike, longitude_deg: ArrayLike) -> tuple[Array, Array, Array]:
    """Unit vectors east, north and up in Earth-fixed axes, each of shape (..., 3)."""
    lat, lon = np.broadcast_arrays(np.radians(latitude_deg), np.radians(longitude_deg))
    zero = np.zeros_like(lat)
    east = np.stack([-np.sin(lon), np.cos(lon), zero], axis=-1)
    north = np.stack([-np.sin(lat) * np.cos(lon), -np.sin(lat) * np.sin(lon), np.cos(lat)], axis=-1)
    up = np.stack([np.cos(lat) * np.cos(lon), np.cos(lat) * np.sin(lon), np.sin(lat)], axis=-1)
    return east, north, up


def wrap_180(angle_deg: ArrayLike) -> Array:
    """The same direction folded to (-180, 180]."""
    return 180.0 - np.mod(180.0 - np.asarray(angle_deg, dtype=np.float64), 360.0)


def wrapped_180(angle_deg: float) -> float:
    """`wrap_180` of a single angle."""
    return float(wrap_180(angle_deg))


def fold_90(angle_deg: ArrayLike) -> Array:
    """The same plane folded to (-90, 90]: a polarization is the same after half a turn."""
    return 90.0 - np.mod(90.0 - np.asarray(angle_deg, dtype=np.float64), 180.0)


def unit_vector(azimuth_deg: ArrayLike, elevation_deg: ArrayLike) -> Array:
    """Direction as east, north, up, shape (..., 3). Azimuth clockwise from north."""
    a, e = np.broadcast_arrays(np.radians(azimuth_deg), np.radians(elevation_deg))
    return np.stack([np.sin(a) * np.cos(e), np.cos(a) * np.cos(e), np.sin(e)], axis=-1)


def gmst_rad(julian_date: ArrayLike) -> Array:
    """Greenwich mean sidereal time. Source: J. Meeus, Astronomical Algorithms, 2nd ed., (12.4), first terms."""
    days = np.asarray(julian_date, dtype=np.float64) - J2000_JD
    return np.radians((280.460_618_37 + 360.985_647_366_29 * days) % 360.0)


def separation_deg(
    azimuth_1_deg: ArrayLike, elevation_1_deg: ArrayLike, azimuth_2_deg: ArrayLike, elevation_2_deg: ArrayLike
) -> Array:
    """Great-circle angle between two directions of the sky, degrees; exact for small angles too.

    Source: Vincenty's arctangent form of the central angle.
    """
    e1, e2 = np.radians(elevation_1_deg), np.radians(elevation_2_deg)
    da = np.radians(np.asarray(azimuth_2_deg) - np.asarray(azimuth_1_deg))
    across = np.hypot(np.cos(e2) * np.sin(da), np.cos(e1) * np.sin(e2) - np.sin(e1) * np.cos(e2) * np.cos(da))
    along = np.sin(e1) * np.sin(e2) + np.cos(e1) * np.cos(e2) * np.cos(da)
    return np.asarray(np.degrees(np.arctan2(across, along)))


__all__ = [
    "ecef_from_geodetic_m",
    "enu_axes",
    "fold_90",
    "gmst_rad",
    "separation_deg",
    "unit_vector",
    "wrap_180",
    "wrapped_180",
]
