"""Anchors in masonry and concrete: the cone that breaks out, and what an edge or a neighbour takes of it."""

from __future__ import annotations

import math

_PSI_PER_MPA = 145.037_738
_MM2_PER_IN2 = 645.16
_N_PER_LBF = 4.448_221_615_260_5


def cone_area_mm2(embedment_mm: float, edge_mm: float | None = None, neighbour_mm: float | None = None) -> float:
    """Projected area of a 45° cone, π l², without what lies beyond an edge or nearer to a neighbour.

    Source: TMS 402-16, eq. 8-1 and 8.1.3.2: the area is reduced by what overlaps and what lies outside the masonry.
    A chord at distance c cuts off l² acos(c/l) − c √(l² − c²).
    """
    area = math.pi * embedment_mm**2
    for chord in (edge_mm, None if neighbour_mm is None else neighbour_mm / 2.0):
        if chord is not None and chord < embedment_mm:
            c = max(0.0, chord)
            area -= embedment_mm**2 * math.acos(c / embedment_mm) - c * math.sqrt(embedment_mm**2 - c**2)
    return max(area, 0.0)


def breakout_n(area_mm2: float, strength_mpa: float) -> float:
    """Allowable tension of a cone, 1.25 A √f'm in pounds, inches and psi. Source: TMS 402-16, eq. 8-3."""
    return 1.25 * area_mm2 / _MM2_PER_IN2 * math.sqrt(strength_mpa * _PSI_PER_MPA) * _N_PER_LBF


def edge_breakout_n(edge_mm: float, strength_mpa: float) -> float:
    """Allowable shear towards an edge, 1.25 (π c²/2) √f'm. Source: TMS 402-16, eq. 8-2 and 8-6."""
    return breakout_n(math.pi * edge_mm**2 / 2.0, strength_mpa)


def crushing_n(shank_mm: float, strength_mpa: float) -> float:
    """Allowable shear at which the masonry crushes before the shank, 580 (f'm A)^¼ lb. Source: TMS 402-16, eq. 8-7."""
    area_in2 = math.pi * shank_mm**2 / 4.0 / _MM2_PER_IN2
    return float(580.0 * (strength_mpa * _PSI_PER_MPA * area_in2) ** 0.25 * _N_PER_LBF)


def linear_share(pull_n: float, across_n: float, pull_allowed_n: float, across_allowed_n: float) -> float:
    """Pull and shear together, added. Source: TMS 402-13, eq. 8-10; the later edition's curve lies above it."""
    return pull_n / pull_allowed_n + across_n / across_allowed_n


__all__ = ["breakout_n", "cone_area_mm2", "crushing_n", "edge_breakout_n", "linear_share"]
