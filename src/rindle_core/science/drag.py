"""What the wind does to a dish or a flat panel by the side it comes from, and on a hill."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np

Landform = Literal["", "ridge", "escarpment", "hill"]

# Wind on a paraboloid without radome, by the angle between its axis and the wind: axial and sideways, in lb per square
# foot and (mph)²; over 0.00256 they are coefficients. Source: TIA-222-F, annex B, table B1.
_ANGLES_DEG = tuple(range(0, 181, 10))
_AXIAL = (
    0.00397, 0.00394, 0.00396, 0.00398, 0.00408, 0.00426, 0.00422, 0.00350, 0.00195, -0.00003, -0.00103, -0.00118,
    -0.00117, -0.00120, -0.00147, -0.00198, -0.00222, -0.00242, -0.00270,
)  # fmt: skip
_SIDE = (
    0.0, -0.00012, -0.00013, -0.00008, 0.00002, 0.00023, 0.00062, 0.00117, 0.00097, 0.00088, 0.00098, 0.00106, 0.00117,
    0.00120, 0.00114, 0.00100, 0.00075, 0.00037, 0.0,
)  # fmt: skip
_TO_COEFFICIENT = 0.00256

# Net force square to a flat panel on a post: a canopy of one slope up to 30°, beyond it a free-standing board.
# Source: EN 1991-1-4, table 7.6 (overall coefficients, whichever sign is the greater) and 7.4.3 (1.8).
_TILTS_DEG = (0.0, 5.0, 10.0, 15.0, 20.0, 25.0, 30.0)
_PANEL = (0.5, 0.7, 0.9, 1.1, 1.3, 1.6, 1.8)
_BOARD = 1.8

# K1 over H/Lh by exposure, γ, μ before and behind the crest. Source: ASCE 7-16, figure 26.8-1.
_K1 = {
    "ridge": {"B": 1.30, "C": 1.45, "D": 1.55},
    "escarpment": {"B": 0.75, "C": 0.85, "D": 0.95},
    "hill": {"B": 0.95, "C": 1.05, "D": 1.15},
}
_FALL = {"ridge": (3.0, 1.5, 1.5), "escarpment": (2.5, 1.5, 4.0), "hill": (4.0, 1.5, 1.5)}


def dish_coefficients(off_axis_deg: float) -> tuple[float, float]:
    """Axial and sideways coefficient of a dish for wind from an angle off its axis, 0° into the bowl."""
    at = abs((off_axis_deg + 180.0) % 360.0 - 180.0)
    axial, side = (float(np.interp(at, _ANGLES_DEG, table)) for table in (_AXIAL, _SIDE))
    return axial / _TO_COEFFICIENT, side / _TO_COEFFICIENT


def panel_coefficient(tilt_deg: float) -> float:
    """Square to a flat panel that leans `tilt_deg` from level."""
    tilt = min(abs(tilt_deg), 180.0 - abs(tilt_deg)) if abs(tilt_deg) > 90 else abs(tilt_deg)
    return float(np.interp(tilt, _TILTS_DEG, _PANEL)) if tilt <= _TILTS_DEG[-1] else _BOARD


def topographic_factor(
    form: Landform, exposure: str, height_m: float, half_length_m: float, from_crest_m: float, over_ground_m: float
) -> float:
    """Kzt = (1 + K1 K2 K3)². `half_length_m` is where the slope is half as high; `from_crest_m` negative: before it.

    Source: ASCE 7-16, 26.8 and figure 26.8-1. Flatter than 1 in 5 it is 1; steeper than 1 in 2 counts as 1 in 2.
    """
    if not form or height_m <= 0 or half_length_m <= 0 or height_m / half_length_m < 0.2:
        return 1.0
    steep = min(height_m / half_length_m, 0.5)
    length_m = max(half_length_m, 2.0 * height_m)
    gamma, before, behind = _FALL[form]
    k2 = max(0.0, 1.0 - abs(from_crest_m) / ((before if from_crest_m < 0 else behind) * length_m))
    k3 = math.exp(-gamma * over_ground_m / length_m)
    return (1.0 + _K1[form][exposure] * steep * k2 * k3) ** 2


__all__ = ["Landform", "dish_coefficients", "panel_coefficient", "topographic_factor"]
