"""Isolation of two linear polarizations at a feed that is turned, and the null found from readings of the other one."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from rindle_core.kernel.geometry import Array

_NOISE_DB = 0.3  # of a reading of the unwanted polarization, which is weak
_STEP_DEG = 0.05
_FLOORS_DB = np.arange(14.0, 46.1, 2.0)


def isolation_db(error_deg: ArrayLike, floor_db: float = 60.0) -> Array:
    """Wanted over unwanted power of a feed turned by an error from the right skew, -20 log10 |tan ψ| with a floor.

    A wave in one plane gives cos² ψ to the one port and sin² ψ to the other (Malus's law); the feed itself leaks
    10^(-floor/10) of the wanted one.
    """
    angle = np.radians(np.asarray(error_deg, dtype=np.float64))
    leak = 10.0 ** (-floor_db / 10.0)
    return np.asarray(10.0 * np.log10((np.cos(angle) ** 2 + leak) / (np.sin(angle) ** 2 + leak)))


def wanted_loss_db(error_deg: ArrayLike) -> Array:
    """What the wanted polarization loses by an error of skew, -20 log10 cos ψ: flat near the top."""
    return np.asarray(-20.0 * np.log10(np.maximum(np.cos(np.radians(np.asarray(error_deg, dtype=np.float64))), 1e-6)))


class NullFit(NamedTuple):
    """The skew at which the unwanted polarization is least, with half of its 95 % bound; the depth it reaches there."""

    null_deg: float
    sd_deg: float
    floor_db: float
    rose_both_sides: bool


def fit_null(angle_deg: Array, unwanted_db: Array, floor_db: float | None = None) -> NullFit:
    """Least squares of P + 10 log10(sin²(ψ - ψ0) + leak) over ψ0 and leak, P free; the bound from the profile of the
    likelihood (χ² of one degree of freedom, 3.84). Shapes (n,), three readings or more. The sky has a null each 90°
    turned to the other one; the nearest to the readings is taken.
    """
    angle, level = np.asarray(angle_deg, dtype=np.float64), np.asarray(unwanted_db, dtype=np.float64)
    tried = np.arange(angle.min() - 15.0, angle.max() + 15.0, _STEP_DEG)
    floors = _FLOORS_DB if floor_db is None else np.arange(14.0, floor_db + 0.1, 2.0)
    leak = 10.0 ** (-floors / 10.0)
    sine = np.sin(np.radians(angle[None, :] - tried[:, None])) ** 2
    shape = 10.0 * np.log10(sine[:, None, :] + leak[None, :, None])
    off = level - shape
    squares = ((off - off.mean(axis=2, keepdims=True)) ** 2).sum(axis=2)
    least = squares.min(axis=1)
    best = int(np.argmin(least))
    free = max(len(angle) - 3, 1)
    noise = max(_NOISE_DB, float(np.sqrt(least[best] / free)))
    inside = tried[least <= least[best] + 3.84 * noise**2]
    null = float(tried[best])
    low = float(level.min())
    rose = [bool(np.any(level[side] >= low + 1.0)) for side in (angle < null, angle > null)]
    return NullFit(
        null_deg=null,
        sd_deg=float(inside.max() - inside.min()) / 4.0,
        floor_db=float(floors[int(np.argmin(squares[best]))]),
        rose_both_sides=all(rose),
    )


__all__ = ["NullFit", "fit_null", "isolation_db", "wanted_loss_db"]
