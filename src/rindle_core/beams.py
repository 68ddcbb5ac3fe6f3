"""Which beam of a satellite covers a site."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from rindle_core.catalogue import Beam
from rindle_core.geodesy import wrap_180


def contains(polygon_deg: Sequence[tuple[float, float]], latitude_deg: float, longitude_deg: float) -> bool:
    """Whether the point lies inside the outline of (longitude, latitude) corners; it may cross the date line.

    Edges are straight in longitude and latitude (RFC 7946). Source: even-odd ray casting.
    """
    corners = np.asarray(polygon_deg, dtype=np.float64)
    # Longitudes run on from the first corner, so that an outline across the date line is one piece.
    steps = wrap_180(np.diff(corners[:, 0]))
    longitudes = corners[0, 0] + np.concatenate([[0.0], np.cumsum(steps)])
    middle = (longitudes.min() + longitudes.max()) / 2
    east = longitudes - (middle + wrap_180(longitude_deg - middle))
    north = corners[:, 1] - latitude_deg
    east_next, north_next = np.roll(east, -1), np.roll(north, -1)
    crosses = (north > 0) != (north_next > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = east + (0 - north) * (east_next - east) / (north_next - north)
    return bool(np.count_nonzero(crosses & (at > 0)) % 2)


def beam_at(beams: Sequence[Beam], latitude_deg: float, longitude_deg: float) -> Beam | None:
    """The first beam whose outline holds the site, or None where no beam covers it."""
    return next((beam for beam in beams if contains(beam.polygon_deg, latitude_deg, longitude_deg)), None)


__all__ = ["beam_at", "contains"]
