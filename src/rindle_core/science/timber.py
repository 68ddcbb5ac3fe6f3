"""Lag screws in timber: what one holds along its shank and across it."""

from __future__ import annotations

import math

from rindle_core.kernel.units import MILLIMETRES_PER_INCH, NEWTONS_PER_POUND_FORCE

WIND_DURATION = 1.6  # load of ten minutes: wind. NDS 2018, table 2.3.2
WET = 0.7  # wood that is wet in service. NDS 2018, table 11.3.3
LEAST_PENETRATION_DIAMETERS = 4.0  # NDS 2018, 12.1.4.6
_PLATE_BEARING_PSI = 87_000.0  # 1.5 Fu of mild steel plate. NDS 2018, table 12K, footnote 2
_ACROSS_GRAIN = 1.25  # K of a load across the grain, the worst direction. NDS 2018, table 12.3.1B
_ROOT_SHARE = {6.35: 0.692, 7.94: 0.726, 9.53: 0.707, 11.11: 0.75, 12.7: 0.742}  # NDS 2018, appendix L2


def withdrawal_n(gravity: float, shank_mm: float, thread_mm: float) -> float:
    """Reference withdrawal of a lag screw from side grain, 1800 G^1.5 D^0.75 lb per inch of thread.

    Source: NDS 2018, eq. 12.2-1. The tip does not count: `thread_mm` is without it.
    """
    shank_in = shank_mm / MILLIMETRES_PER_INCH
    per_in_lb = 1800.0 * gravity**1.5 * shank_in**0.75
    return float(per_in_lb * thread_mm / MILLIMETRES_PER_INCH * NEWTONS_PER_POUND_FORCE)


def root_mm(shank_mm: float) -> float:
    """Diameter at the root of the thread, of the nearest size. Source: NDS 2018, appendix L2."""
    nearest = min(_ROOT_SHARE, key=lambda size: abs(size - shank_mm))
    return shank_mm * _ROOT_SHARE[nearest]


def bending_yield_psi(shank_mm: float) -> float:
    """Of a lag screw by its diameter. Source: NDS 2018, table 12K, footnote 2."""
    return 70_000.0 if shank_mm < 7.0 else 60_000.0 if shank_mm < 9.0 else 45_000.0


def lateral_n(gravity: float, shank_mm: float, penetration_mm: float, plate_mm: float) -> float:
    """Reference lateral value of a lag screw under a steel plate, loaded across the grain.

    The least of the six yield modes in single shear. Source: NDS 2018, table 12.3.1A, with the root's diameter
    (12.3.7) and the dowel bearing 6100 G^1.45/√D (table 12.3.3).
    """
    d = root_mm(shank_mm) / MILLIMETRES_PER_INCH
    lm, ls = penetration_mm / MILLIMETRES_PER_INCH, plate_mm / MILLIMETRES_PER_INCH
    main = 6100.0 * gravity**1.45 / math.sqrt(shank_mm / MILLIMETRES_PER_INCH)
    side, fy = _PLATE_BEARING_PSI, bending_yield_psi(shank_mm)
    re, rt = main / side, lm / ls
    k1 = (math.sqrt(re + 2 * re**2 * (1 + rt + rt**2) + rt**2 * re**3) - re * (1 + rt)) / (1 + re)
    k2 = -1 + math.sqrt(2 * (1 + re) + 2 * fy * (1 + 2 * re) * d**2 / (3 * main * lm**2))
    k3 = -1 + math.sqrt(2 * (1 + re) / re + 2 * fy * (2 + re) * d**2 / (3 * main * ls**2))
    modes = (
        d * lm * main / (4.0 * _ACROSS_GRAIN),
        d * ls * side / (4.0 * _ACROSS_GRAIN),
        k1 * d * ls * side / (3.6 * _ACROSS_GRAIN),
        k2 * d * lm * main / ((1 + 2 * re) * 3.2 * _ACROSS_GRAIN),
        k3 * d * ls * main / ((2 + re) * 3.2 * _ACROSS_GRAIN),
        d**2 / (3.2 * _ACROSS_GRAIN) * math.sqrt(2 * main * fy / (3 * (1 + re))),
    )
    return float(min(modes)) * NEWTONS_PER_POUND_FORCE


def combined_share(pull_n: float, across_n: float, withdrawal: float, lateral: float) -> float:
    """Use of a lag screw that is pulled and pushed aside at once: load over Z'α.

    Source: NDS 2018, eq. 12.4-1, Z'α = W' Z' / (W' cos²α + Z' sin²α), α between the surface and the load.
    """
    load = math.hypot(pull_n, across_n)
    if load == 0:
        return 0.0
    cos2, sin2 = (across_n / load) ** 2, (pull_n / load) ** 2
    return load * (withdrawal * cos2 + lateral * sin2) / (withdrawal * lateral)


def pilot_mm(shank_mm: float, gravity: float) -> tuple[float, float]:
    """Least and most pilot hole for the thread, by the wood's weight. Source: NDS 2018, 12.1.4.2."""
    least, most = (0.65, 0.85) if gravity > 0.6 else (0.60, 0.75) if gravity > 0.5 else (0.40, 0.70)
    return shank_mm * least, shank_mm * most


__all__ = [
    "LEAST_PENETRATION_DIAMETERS",
    "WET",
    "WIND_DURATION",
    "combined_share",
    "lateral_n",
    "pilot_mm",
    "root_mm",
    "withdrawal_n",
]
