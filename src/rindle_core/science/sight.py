"""How far a sight-line passes from a skyline: the flat angle, and what is left beyond the beam's physical tube."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from rindle_core.kernel.geometry import Array, separation_deg, wrap_180
from rindle_core.science.skyline import Profile, tube_half_angle_deg

_REACH_DEG = 60.0  # of the skyline about the sight-line that a margin can depend on while it is under this
_BEHIND_DEG = 75.0  # so far from the sight-line the angle of a tube says nothing; whether it is touched does


class Margins(NamedTuple):
    """Flat margin, what is left beyond the tube; and where the flat one is tightest: the profile's index, and the
    elevation there.
    """

    flat_deg: float
    tube_deg: float
    half_angle_deg: float
    at: int
    elevation_deg: float


class Sight(NamedTuple):
    """A sight-line with the tube's measures."""

    azimuth_deg: float
    elevation_deg: float
    aperture_m: float
    wavelength: float
    fresnel_share: float


def _along_m(level_m: Array, elevation_deg: Array, away_deg: Array) -> Array:
    """How far the beam has gone when it passes what stands at a level distance and is seen that high and that far
    beside.

    Derivation: the point is d / cos e away; its foot on the beam's axis lies at that times the cosine of the angle
    between.
    """
    slant_m = level_m / np.maximum(np.cos(np.radians(elevation_deg)), 1e-3)
    return np.maximum(slant_m * np.cos(np.radians(np.minimum(away_deg, 89.0))), 0.01)


def margins(sight: Sight, profile: Profile) -> Margins:
    """Least angle between sight-line and skyline, negative where the skyline covers it; and beyond the tube's
    half-angle.

    What stands beside the sight-line and higher than it is nearest with its side, not with its top: on each bearing
    the nearest elevation
    is atan2(sin e, cos e · cos Δa), cut to what stands there (spherical right triangle). Covered, it is the nearest
    free sky likewise.
    """
    offset = np.abs(wrap_180(profile.azimuth_deg - sight.azimuth_deg))
    near = offset <= _REACH_DEG if sight.elevation_deg < 90.0 - _REACH_DEG / 2 else np.ones_like(offset, dtype=bool)
    index = np.flatnonzero(near)
    azimuth, top = profile.azimuth_deg[index], profile.elevation_deg[index]
    here = float(np.interp(sight.azimuth_deg, profile.azimuth_deg, profile.elevation_deg, period=360.0))
    blocked = sight.elevation_deg < here
    beside = _beside_deg(sight, azimuth)
    elevation = np.maximum(top, beside) if blocked else np.minimum(top, beside)
    away = separation_deg(sight.azimuth_deg, sight.elevation_deg, azimuth, elevation)
    signed = -away if blocked else away
    at = int(np.argmin(away))
    half = _half_deg(sight, profile.distance_m[index], elevation, away)
    left = signed - half
    tight = at if blocked else int(np.argmin(left))
    tube_deg, half_deg = float(left[tight]), float(half[tight])
    if not blocked:  # what is lower than the skyline may stand nearer, and in the tube
        under_deg, under_half_deg = _under(sight, profile)
        if under_deg < tube_deg:
            tube_deg, half_deg = under_deg, under_half_deg
    return Margins(float(signed[at]), tube_deg, half_deg, int(index[at]), float(elevation[at]))


def _half_deg(sight: Sight, level_m: Array, elevation_deg: Array, away_deg: Array) -> Array:
    along_m = _along_m(level_m, elevation_deg, away_deg)
    return tube_half_angle_deg(along_m, sight.aperture_m, sight.wavelength, sight.fresnel_share)


def _under(sight: Sight, profile: Profile) -> tuple[float, float]:
    """What is left beyond the tube of what stands lower than the skyline, and the tube's half-angle there."""
    azimuth, top, level_m = profile.under
    near = np.abs(wrap_180(azimuth - sight.azimuth_deg)) <= _REACH_DEG
    if not near.any():
        return math.inf, 0.0
    elevation = np.minimum(top[near], _beside_deg(sight, azimuth[near]))
    away = separation_deg(sight.azimuth_deg, sight.elevation_deg, azimuth[near], elevation)
    half = _half_deg(sight, level_m[near], elevation, away)
    aside_m = level_m[near] / np.maximum(np.cos(np.radians(elevation)), 1e-3) * np.sin(np.radians(away))
    beside = (away > _BEHIND_DEG) & (aside_m > sight.aperture_m / 2.0)  # beside the dish itself, not before it
    left = np.where(beside, math.inf, away - half)
    tight = int(np.argmin(left))
    return float(left[tight]), float(half[tight])


def _beside_deg(sight: Sight, azimuth_deg: Array) -> Array:
    """The elevation on a bearing that is nearest to the sight-line."""
    up, turned = np.radians(sight.elevation_deg), np.radians(azimuth_deg - sight.azimuth_deg)
    found: Array = np.minimum(np.degrees(np.arctan2(np.sin(up), np.cos(up) * np.cos(turned))), 90.0)
    return found


def about(sight: Sight) -> tuple[float, float] | None:
    """What of the circle a margin can depend on; all of it where the satellite stands high."""
    return (sight.azimuth_deg, _REACH_DEG + 0.5) if sight.elevation_deg < 90.0 - _REACH_DEG / 2 else None


__all__ = ["Margins", "Sight", "about", "margins"]
