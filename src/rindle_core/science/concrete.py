"""Concrete: how much of it, and how far it has hardened."""

from __future__ import annotations

import math
from collections.abc import Sequence

_DATUM_C = -10.0  # Nurse–Saul: at and under it nothing hardens. Source: ACI 306R, ASTM C1074 with the older datum
_REFERENCE_C = 20.0
_MIXED_KG_PER_M3 = 2000.0  # of dry mix that a cubic metre of placed concrete takes
_WATER_L_PER_KG = 0.10  # of dry mix: the bag prevails


def hole_volume_m3(width_m: float, depth_m: float, pole_mm: float, embedded_m: float, *, square: bool) -> float:
    """Concrete round a pole: the hole without the tube that stands in it (the tube is taken as closed)."""
    hole = width_m**2 * depth_m if square else math.pi / 4.0 * width_m**2 * depth_m
    return max(0.0, hole - math.pi / 4.0 * (pole_mm / 1000.0) ** 2 * min(embedded_m, depth_m))


def bags(volume_m3: float, bag_kg: float, waste_share: float) -> tuple[int, float]:
    """Bags of dry mix and litres of water."""
    dry_kg = volume_m3 * (1.0 + waste_share) * _MIXED_KG_PER_M3
    count = math.ceil(dry_kg / bag_kg - 1e-9)
    return count, count * bag_kg * _WATER_L_PER_KG


def equivalent_age_days(spells: Sequence[tuple[float, float]]) -> float:
    """Age at 20 °C that is worth the same as spells of hours at a temperature: Σ (T + 10) Δt / 30.

    Source: Nurse–Saul maturity, ASTM C1074, with the datum −10 °C. What is frozen gains nothing.
    """
    worth_h = sum(h * max(0.0, c - _DATUM_C) / (_REFERENCE_C - _DATUM_C) for h, c in spells)
    return worth_h / 24.0


def strength_share(age_days: float) -> float:
    """Share of the 28-day strength, t / (4 + 0.85 t): ordinary cement, kept moist. Source: ACI 209R-92, eq. 2-1."""
    return age_days / (4.0 + 0.85 * age_days) if age_days > 0 else 0.0


def age_for_share_days(share: float) -> float:
    """The other way round: 4 s / (1 − 0.85 s)."""
    return 4.0 * share / (1.0 - 0.85 * share)


__all__ = ["age_for_share_days", "bags", "equivalent_age_days", "hole_volume_m3", "strength_share"]
