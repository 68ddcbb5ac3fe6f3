"""Positions on the WGS 84 ellipsoid and directions seen from them."""

from __future__ import annotations

import numpy as np
from geographiclib.geodesic import Geodesic
from numpy.typing import ArrayLike

from rindle_core.kernel.constants import WGS84_ECCENTRICITY_SQUARED, WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.kernel.geometry import Array


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


def apart_m(one: tuple[float, float], other: tuple[float, float]) -> float:
    """Length of the geodesic between two places, metres; latitude and longitude in degrees.

    Source: C. Karney, J. Geodesy 87 (2013) 43, WGS 84 (GeographicLib).
    """
    return float(Geodesic.WGS84.Inverse(*one, *other)["s12"])


__all__ = [
    "apart_m",
    "ecef_from_geodetic_m",
    "enu_axes",
]
