"""Made-up ground: a highland with ridges and valleys, the same at every start."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

_SIDE = 401  # posts along a degree: 280 m, a small file


def made_up_tile(south_deg: int, west_deg: int) -> NDArray[np.int16]:
    """Heights of a square degree in the layout of an SRTM tile: row 0 in the north, big-endian.

    Neighbours join without a step.
    """
    lat = south_deg + 1 - np.arange(_SIDE)[:, None] / (_SIDE - 1)
    lon = west_deg + np.arange(_SIDE)[None, :] / (_SIDE - 1)
    ridges = 420 * np.sin(31 * lon + 9 * np.sin(5 * lat)) + 310 * np.cos(37 * lat - 6 * np.sin(7 * lon))
    folds = 90 * np.sin(140 * lon) * np.cos(120 * lat) + 160 * np.abs(np.sin(17 * lon + 23 * lat))
    return np.asarray(np.clip(2050 + 260 * (lon - 28) + ridges + folds, 1400, 3400).round(), dtype=">i2")


__all__ = ["made_up_tile"]
