"""Positions on the WGS 84 ellipsoid and directions seen from them."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from rindle_core.constants import (
    EARTH_MEAN_RADIUS_M,
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


def distance_and_bearing(
    from_latitude_deg: float, from_longitude_deg: float, to_latitude_deg: float, to_longitude_deg: float
) -> tuple[float, float]:
    """Great-circle distance in metres and initial bearing in degrees true, clockwise from north.

    On the mean sphere: distances are within 0.6 % of the ellipsoid's. Source: haversine formula.
    """
    lat1, lat2 = np.radians(from_latitude_deg), np.radians(to_latitude_deg)
    dlon = np.radians(to_longitude_deg - from_longitude_deg)
    half = np.sin((lat2 - lat1) / 2) ** 2 + np.cos(lat1) * np.cos(lat2) * np.sin(dlon / 2) ** 2
    distance_m = 2 * EARTH_MEAN_RADIUS_M * np.arcsin(np.sqrt(min(1.0, half)))
    bearing = np.arctan2(np.sin(dlon) * np.cos(lat2), np.cos(lat1) * np.sin(lat2) - np.sin(lat1) * np.cos(lat2) * np.cos(dlon))
    return float(distance_m), float(np.degrees(bearing) % 360.0)


def wrap_180(angle_deg: ArrayLike) -> Array:
    """The same direction folded to (-180, 180]."""
    return 180.0 - np.mod(180.0 - np.asarray(angle_deg, dtype=np.float64), 360.0)


def separation_deg(azimuth_1_deg: ArrayLike, elevation_1_deg: ArrayLike, azimuth_2_deg: ArrayLike, elevation_2_deg: ArrayLike) -> Array:
    """Great-circle angle between two directions of the sky, degrees; exact for small angles too.

    Source: Vincenty's arctangent form of the central angle.
    """
    e1, e2 = np.radians(elevation_1_deg), np.radians(elevation_2_deg)
    da = np.radians(np.asarray(azimuth_2_deg) - np.asarray(azimuth_1_deg))
    across = np.hypot(np.cos(e2) * np.sin(da), np.cos(e1) * np.sin(e2) - np.sin(e1) * np.cos(e2) * np.cos(da))
    along = np.sin(e1) * np.sin(e2) + np.cos(e1) * np.cos(e2) * np.cos(da)
    return np.asarray(np.degrees(np.arctan2(across, along)))


__all__ = ["distance_and_bearing", "ecef_from_geodetic_m", "enu_axes", "separation_deg", "wrap_180"]
