"""Outlines on the Earth: what lies inside, how far from the edge, and where they are deepest."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from rindle_core.kernel.constants import EARTH_MEAN_RADIUS_M
from rindle_core.kernel.geometry import Array, wrap_180

Outline = Sequence[tuple[float, float]]


_MOST_POINTS = 20_000  # along an outline: no beam of a satellite needs more


def unrolled(longitudes_deg: Array) -> Array:
    """Longitudes that run on from the first corner, so that an outline across the date line is one piece."""
    return np.asarray(longitudes_deg[0] + np.concatenate([[0.0], np.cumsum(wrap_180(np.diff(longitudes_deg)))]))


def _closed(polygon_deg: Outline) -> tuple[Array, Array]:
    """Corners of an outline in one piece, longitudes and latitudes; one that goes round a pole is led over it.

    An outline whose longitudes come back a whole turn away goes round the pole that is nearer to its corners (RFC 7946
    asks for the same two corners on the map's rim).
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    if np.array_equal(corners[0], corners[-1]):
        corners = corners[:-1]
    longitudes, latitudes = unrolled(np.append(corners[:, 0], corners[0, 0])), np.append(corners[:, 1], corners[0, 1])
    if abs(longitudes[-1] - longitudes[0]) > 180.0:
        pole = math.copysign(90.0, float(latitudes.mean()))
        longitudes = np.concatenate([longitudes, [longitudes[-1], longitudes[0]]])
        latitudes = np.concatenate([latitudes, [pole, pole]])
    return longitudes, latitudes


def contains(
    polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()
) -> bool:
    """Whether the point lies inside the outline of (longitude, latitude) corners or on it, and inside none of the
    holes.

    The outline may cross the date line or go round a pole. Edges are straight in longitude and latitude (RFC 7946).
    Source: even-odd ray casting.
    """
    longitudes, latitudes = _closed(polygon_deg)
    turns = 360.0 * np.round(((longitudes.min() + longitudes.max()) / 2.0 - longitude_deg) / 360.0)
    inside = any(
        _covers(longitudes - (longitude_deg + turns + other), latitudes - latitude_deg)
        for other in (-360.0, 0.0, 360.0)
    )
    return inside and not any(_strictly(hole, latitude_deg, longitude_deg) for hole in holes_deg)


def _strictly(hole_deg: Outline, latitude_deg: float, longitude_deg: float) -> bool:
    """Inside a hole and not on its rim, which still belongs to the beam."""
    return (
        contains(hole_deg, latitude_deg, longitude_deg) and _to_outline_km(hole_deg, latitude_deg, longitude_deg) > 1e-9
    )


def _covers(east: Array, north: Array) -> bool:
    """Whether the origin lies inside a closed outline of corners, or on one of its edges."""
    east_next, north_next = np.roll(east, -1), np.roll(north, -1)
    across = east * north_next - east_next * north
    between = (east * east_next <= 0) & (north * north_next <= 0)
    if np.any((np.abs(across) <= 1e-12) & between):
        return True
    crosses = (north > 0) != (north_next > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = east + (0 - north) * (east_next - east) / (north_next - north)
    return bool(np.count_nonzero(crosses & (at > 0)) % 2)


def edge_distance_km(
    polygon_deg: Outline, latitude_deg: float, longitude_deg: float, holes_deg: Sequence[Outline] = ()
) -> float:
    """Distance to the nearest point of the outline or of a hole's, positive where the beam is.

    Corners and points along the edges are laid out about the site at their distance and bearing on the mean sphere,
    0.5 % from the ellipsoid's (azimuthal equidistant), where the distance to a short chord is plane geometry.
    """
    nearest = min(_to_outline_km(one, latitude_deg, longitude_deg) for one in (polygon_deg, *holes_deg))
    return nearest if contains(polygon_deg, latitude_deg, longitude_deg, holes_deg) else -nearest


def _along(polygon_deg: Outline) -> Array:
    """Points along an outline (longitude, latitude), its corners among them: a tenth of a degree apart or less.

    An outline so long that this gives more than `_MOST_POINTS` is taken in wider steps.
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    following = np.roll(corners, -1, axis=0)
    steps = np.stack([wrap_180(following[:, 0] - corners[:, 0]), following[:, 1] - corners[:, 1]], axis=-1)
    length = np.abs(steps).max(axis=-1)
    step_deg = max(0.1, float(length.sum()) / _MOST_POINTS)
    count = np.maximum(2, np.ceil(length / step_deg)).astype(np.int64)
    edge = np.repeat(np.arange(len(corners)), count)
    share = (np.arange(len(edge)) - np.repeat(np.cumsum(count) - count, count)) / count[edge]
    return np.asarray(corners[edge] + share[:, np.newaxis] * steps[edge])


def _to_outline_km(polygon_deg: Outline, latitude_deg: float, longitude_deg: float) -> float:
    outline = _along(polygon_deg)
    lat0, lat = np.radians(latitude_deg), np.radians(outline[:, 1])
    dlon = np.radians(outline[:, 0] - longitude_deg)
    half = np.sin((lat - lat0) / 2) ** 2 + np.cos(lat0) * np.cos(lat) * np.sin(dlon / 2) ** 2
    away_km = 2 * EARTH_MEAN_RADIUS_M / 1000 * np.arcsin(np.sqrt(np.clip(half, 0, 1)))
    bearing = np.arctan2(
        np.sin(dlon) * np.cos(lat), np.cos(lat0) * np.sin(lat) - np.sin(lat0) * np.cos(lat) * np.cos(dlon)
    )
    plane = np.stack([away_km * np.sin(bearing), away_km * np.cos(bearing)], axis=-1)
    chord = np.roll(plane, -1, axis=0) - plane
    along = np.clip(-(plane * chord).sum(axis=-1) / np.maximum((chord**2).sum(axis=-1), 1e-12), 0, 1)
    return float(np.linalg.norm(plane + along[:, np.newaxis] * chord, axis=-1).min())


__all__ = ["Outline", "contains", "edge_distance_km", "unrolled"]
