"""A made-up horizon to practise on with the simulated telephone: a ridge, a row of trees, a house, a pole."""

from __future__ import annotations

import math
import random

_HOUSE_HALF_DEG, _TREES_HALF_DEG, _POLE_HALF_DEG = 14.0, 26.0, 0.6


def horizon(seed: int) -> list[tuple[float, float]]:
    """Bearing and elevation of what one sees all round, degree by degree; each job has another one."""
    chance = random.Random(seed)
    first, house_at = chance.uniform(0, 360), chance.uniform(0, 360)
    trees_at, pole_at = (house_at + chance.uniform(70, 120)) % 360, (house_at - chance.uniform(60, 100)) % 360
    house_deg, trees_deg, pole_deg = chance.uniform(13, 19), chance.uniform(11, 16), chance.uniform(22, 28)

    def apart(bearing_deg: float, at_deg: float) -> float:
        return abs((bearing_deg - at_deg + 180) % 360 - 180)

    def height(bearing_deg: float) -> float:
        turn = math.radians(bearing_deg - first)
        ground = 3.5 + 1.8 * math.sin(2 * turn) + 0.8 * math.sin(5 * turn)
        off = apart(bearing_deg, house_at)
        house = house_deg - 0.3 * off if off <= _HOUSE_HALF_DEG else 0.0
        off = apart(bearing_deg, trees_at)
        trees = trees_deg + 3.0 * math.cos(math.radians(24 * off)) if off <= _TREES_HALF_DEG else 0.0
        pole = pole_deg if apart(bearing_deg, pole_at) <= _POLE_HALF_DEG else 0.0
        return round(max(ground, house, trees, pole), 2)

    return [(at / 2, height(at / 2)) for at in range(720)]


__all__ = ["horizon"]
