"""Where a feed beside the focus sends the beam of an offset paraboloid, by the lengths of its rays."""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import Array

_RINGS, _SPOKES = 12, 36  # points over the aperture
_EDGE_FIELD = 10.0 ** (-10.0 / 20.0)  # field at the rim over that in the middle: an illumination 10 dB down there


class Reflector(NamedTuple):
    """A paraboloid cut off its axis: focal length, projected diameter, and how far the middle lies off the axis."""

    focal_length_mm: float
    aperture_mm: float
    centre_mm: float


class _Rays(NamedTuple):
    points_mm: Array
    lengths_mm: Array
    weights: Array


@lru_cache(maxsize=32)
def _rays(dish: Reflector) -> _Rays:
    """Points of the surface (x right seen from behind, y up in the aperture, z along the beam;

    the focus is the origin).
    """
    share = np.sqrt((np.arange(_RINGS) + 0.5) / _RINGS)[:, None]
    turn = 2.0 * np.pi * (np.arange(_SPOKES) + 0.5)[None, :] / _SPOKES
    x = (dish.aperture_mm / 2.0 * share * np.cos(turn)).ravel()
    y = (dish.centre_mm + dish.aperture_mm / 2.0 * share * np.sin(turn)).ravel()
    z = (x**2 + y**2) / (4.0 * dish.focal_length_mm) - dish.focal_length_mm
    weights = np.broadcast_to(1.0 - (1.0 - _EDGE_FIELD) * share**2, (_RINGS, _SPOKES)).ravel()
    points = np.stack([x, y, z], axis=-1)
    return _Rays(points, np.linalg.norm(points, axis=-1), weights / weights.sum())


def _axes(dish: Reflector) -> tuple[Array, Array]:
    """The bar's direction, and the one across it:

    both at right angles to the feed's own axis, which meets the middle.
    """
    middle_z = dish.centre_mm**2 / (4.0 * dish.focal_length_mm) - dish.focal_length_mm
    to_middle = np.array([0.0, dish.centre_mm, middle_z]) / math.hypot(dish.centre_mm, middle_z)
    return np.array([1.0, 0.0, 0.0]), np.array([0.0, -to_middle[2], to_middle[1]])


def beam_of_feed(dish: Reflector, along_bar_mm: float, height_mm: float) -> tuple[float, float]:
    """Direction cosines, right and up in the aperture, of the beam of a feed that sits so far off the focus.

    Derivation: a feed moved by d changes each ray's length by |P - d| - |P|; the beam goes where a plane wave makes up
    for
    the best plane through these changes, weighed by the illumination.
    """
    rays, (bar, across) = _rays(dish), _axes(dish)
    moved = np.linalg.norm(rays.points_mm - along_bar_mm * bar - height_mm * across, axis=-1) - rays.lengths_mm
    x = rays.points_mm[:, 0] - rays.weights @ rays.points_mm[:, 0]
    y = rays.points_mm[:, 1] - rays.weights @ rays.points_mm[:, 1]
    grid = np.array(
        [[rays.weights @ (x * x), rays.weights @ (x * y)], [rays.weights @ (x * y), rays.weights @ (y * y)]]
    )
    slope = np.linalg.solve(grid, np.array([rays.weights @ (x * moved), rays.weights @ (y * moved)]))
    return float(slope[0]), float(slope[1])


def feed_for_beam(dish: Reflector, right: float, up: float) -> tuple[float, float]:
    """Where the feed sits, millimetres along the bar (right seen from behind) and across it (up), for a beam in that
    direction, told as direction cosines in the aperture. The inverse of `beam_of_feed`; raises InputError where no feed
    gives it.
    """
    focus_mm = dish.focal_length_mm + dish.centre_mm**2 / (4.0 * dish.focal_length_mm)

    def miss(at: Array) -> list[float]:
        got = beam_of_feed(dish, float(at[0]), float(at[1]))
        return [(got[0] - right) * focus_mm, (got[1] - up) * focus_mm]

    found, _, status, _ = scipy.optimize.fsolve(miss, np.array([-right, -up]) * focus_mm, xtol=1e-10, full_output=True)
    if status != 1:
        raise InputError.one(
            "spare_longitude_deg", "lies too far off this reflector's axis for any feed; use another dish"
        )
    return float(found[0]), float(found[1])


__all__ = ["Reflector", "beam_of_feed", "feed_for_beam"]
