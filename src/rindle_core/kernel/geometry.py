"""Angles and directions: each folding, each vector and sidereal time once."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from rindle_core.kernel.constants import J2000_JD

Array = NDArray[np.float64]


def wrap_180(angle_deg: ArrayLike) -> Array:
    """The same direction folded to (-180, 180]."""
    return 180.0 - np.mod(180.0 - np.asarray(angle_deg, dtype=np.float64), 360.0)


def wrapped_180(angle_deg: float) -> float:
    """`wrap_180` of a single angle, without an array's cost."""
    return 180.0 - (180.0 - float(angle_deg)) % 360.0


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


def circle_about(azimuth_deg: float, elevation_deg: float, radius_deg: float, count: int) -> tuple[Array, Array]:
    """Azimuth, not folded, and elevation of `count` points of a small circle about a direction, closed.

    Source: the spherical triangle of zenith, middle and point (law of cosines, four-part formula).
    """
    e, r = np.radians(elevation_deg), np.radians(radius_deg)
    b = np.linspace(0.0, 2.0 * np.pi, count)
    up = np.arcsin(np.clip(np.sin(e) * np.cos(r) + np.cos(e) * np.sin(r) * np.cos(b), -1.0, 1.0))
    across = np.arctan2(np.sin(b) * np.sin(r) * np.cos(e), np.cos(r) - np.sin(e) * np.sin(up))
    return azimuth_deg + np.degrees(across), np.degrees(up)


__all__ = ["Array", "circle_about", "fold_90", "gmst_rad", "separation_deg", "unit_vector", "wrap_180", "wrapped_180"]
