"""The satellite's beam as the stand-in has it: physics of its own, so that a wrong prediction shows.

It shares no arithmetic with the core: a sphere, a beam seen from the satellite as a Gaussian about the outline's
middle, and a plain slab of air.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from rindle_bench.config import Downlink

_EARTH_KM = 6371.0
_ORBIT_KM = 42_164.0
_AIR_ZENITH_DB = 0.35  # of gas at 20 GHz at sea level; half of it 2 km up

Vector = NDArray[np.float64]


def _ground_km(longitude_deg: float, latitude_deg: float, height_m: float = 0.0) -> Vector:
    lon, lat = np.radians(longitude_deg), np.radians(latitude_deg)
    return (_EARTH_KM + height_m / 1000.0) * np.array(
        [np.cos(lat) * np.cos(lon), np.cos(lat) * np.sin(lon), np.sin(lat)]
    )


def _flat(direction: Vector, axis: Vector, east: Vector, north: Vector) -> Vector:
    """A direction seen from the satellite, as a point on the plane before it."""
    return np.array([direction @ east, direction @ north]) / (direction @ axis)


def _spread(corners: Vector, middle: Vector, site: Vector) -> float:
    """How far out the site lies on the way from the middle to the edge, 1 on the edge;

    found by walking along that way.
    """
    way = site - middle
    if np.hypot(*way) < 1e-12:
        return 0.0
    following = np.roll(corners, -1, axis=0)
    best = np.inf
    for a, b in zip(corners, following, strict=True):
        grid = np.column_stack([way, a - b])
        if abs(np.linalg.det(grid)) < 1e-18:
            continue
        t, s = np.linalg.solve(grid, a - middle)
        if t > 0 and -1e-9 <= s <= 1 + 1e-9:
            best = min(best, t)
    return float(1.0 / best) if np.isfinite(best) else 1.0


def received_db(given: Downlink) -> float:
    """Es/N0 at the very top of the peak in clear sky."""
    satellite = _ORBIT_KM * np.array(
        [np.cos(np.radians(given.satellite_longitude_deg)), np.sin(np.radians(given.satellite_longitude_deg)), 0.0]
    )
    axis = -satellite / _ORBIT_KM
    north = np.array([0.0, 0.0, 1.0])
    east = np.cross(axis, north)
    seen = [_flat(_ground_km(*corner) - satellite, axis, east, north) for corner in given.outline_deg]
    corners = np.array(seen)
    following = np.roll(corners, -1, axis=0)
    cross = corners[:, 0] * following[:, 1] - following[:, 0] * corners[:, 1]
    middle = ((corners + following) * cross[:, None]).sum(axis=0) / (3.0 * cross.sum())
    ground = _ground_km(given.longitude_deg, given.latitude_deg, given.height_m)
    site = _flat(ground - satellite, axis, east, north)
    fall_db = given.edge_loss_db * _spread(corners, middle, site) ** 2
    range_km = float(np.linalg.norm(ground - satellite))
    up = float((satellite - ground) @ ground / np.linalg.norm(ground) / range_km)
    air_db = _AIR_ZENITH_DB * 0.5 ** (given.height_m / 2000.0) / max(up, 0.1)
    middle_way = axis + middle[0] * east + middle[1] * north
    along = middle_way / np.linalg.norm(middle_way)
    half = float(along @ -satellite)
    middle_km = half - np.sqrt(max(half**2 - _ORBIT_KM**2 + _EARTH_KM**2, 0.0))
    foot = satellite + middle_km * along
    middle_up = float(-along @ foot / np.linalg.norm(foot))
    way_db = 20.0 * np.log10(range_km / middle_km) + air_db - _AIR_ZENITH_DB / max(middle_up, 0.1)
    return float(given.centre_db + given.terminal_gain_db - fall_db - way_db - given.shortfall_db)


__all__ = ["received_db"]
