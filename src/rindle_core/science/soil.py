"""A pole that stands in the ground without a slab round it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rindle_core.kernel.units import METRES_PER_FOOT, NEWTONS_PER_POUND_FORCE

_PA_PER_PSF = NEWTONS_PER_POUND_FORCE / METRES_PER_FOOT**2


@dataclass(frozen=True, slots=True)
class Soil:
    """A class of soil and what it bears sideways, per metre of depth."""

    name: str
    lateral_pa_per_m: float


def _soil(name: str, psf_per_ft: float) -> Soil:
    return Soil(name, psf_per_ft * _PA_PER_PSF / METRES_PER_FOOT)


# Presumptive lateral bearing below natural grade. Source: IBC 2018, table 1806.2.
SOILS: dict[str, Soil] = {
    "rock": _soil("Solid rock", 1200.0),
    "soft_rock": _soil("Layered or soft rock", 400.0),
    "gravel": _soil("Gravel, sandy gravel", 200.0),
    "sand": _soil("Sand, silty or clayey sand or gravel", 150.0),
    "clay": _soil("Clay, sandy clay, clayey silt", 100.0),
}
POOREST = "clay"  # taken while nobody said what the soil is; mud, peat and fill are for an engineer


def embedded_depth_m(force_n: float, lever_m: float, width_m: float, lateral_pa_per_m: float) -> float:
    """Depth of an unconstrained pole, d = ½ A (1 + √(1 + 4.36 h/A)), A = 2.34 P / (S₁ b), S₁ = lateral · d/3.

    The bearing depends on the depth, so the equation is solved by halving. Source: IBC 2018, eq. 18-1. `width_m` is the
    hole's diameter, of a square hole its diagonal.
    """
    if force_n == 0:
        return 0.0

    def wanted_m(depth_m: float) -> float:
        a = 2.34 * force_n / (lateral_pa_per_m * depth_m / 3.0 * width_m)
        return a / 2.0 * (1.0 + math.sqrt(1.0 + 4.36 * lever_m / a))

    low, high = 1e-4, 100.0
    for _ in range(80):
        middle = (low + high) / 2.0
        low, high = (middle, high) if wanted_m(middle) > middle else (low, middle)
    return high


__all__ = ["POOREST", "SOILS", "Soil", "embedded_depth_m"]
