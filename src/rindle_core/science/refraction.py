"""Bending of the path by the standard atmosphere."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from rindle_core.kernel.geometry import Array

_FORMULA_TOP_KM = 3.0  # the fit of P.834 is given for stations up to 3 km


def refraction_deg(elevation_deg: ArrayLike, height_m: ArrayLike) -> Array:
    """How much higher the satellite appears than it geometrically stands, degrees, never negative.

    `elevation_deg` is the free-space elevation. The correction is given down to the elevation at
    which a ray grazes the Earth; below that it is zero, as nothing is seen. Stations above 3 km
    take the 3 km correction, which is the larger (under 0.03° at 10°).
    Source: Rec. ITU-R P.834-9, eq. (12) with the limit of eq. (13).
    """
    theta = np.asarray(elevation_deg, dtype=np.float64)
    h = np.clip(np.asarray(height_m, dtype=np.float64) / 1000.0, 0.0, _FORMULA_TOP_KM)
    grazing = -0.875 * np.sqrt(h)  # apparent angle at which the ray touches the Earth, eq. (13)
    denominator = (
        1.728
        + 0.5411 * theta
        + 0.03723 * theta**2
        + h * (0.1815 + 0.06272 * theta + 0.01380 * theta**2)
        + h**2 * (0.01727 + 0.008288 * theta)
    )
    correction = 1.0 / np.maximum(denominator, 0.5)
    seen = (theta >= grazing - 1.0) & (theta + correction >= grazing)  # no ray is bent by more than 1°
    correction = np.where(seen, correction, 0.0)
    # Straight up nothing bends; the published fit leaves some thousandths of a degree there.
    return np.asarray(correction * np.clip((90.0 - theta) / 5.0, 0.0, 1.0))


def apparent_from_free_space_deg(elevation_deg: ArrayLike, height_m: ArrayLike) -> Array:
    """Elevation at which the satellite is seen, refraction included, degrees."""
    return np.asarray(np.asarray(elevation_deg) + refraction_deg(elevation_deg, height_m))


__all__ = ["apparent_from_free_space_deg", "refraction_deg"]
