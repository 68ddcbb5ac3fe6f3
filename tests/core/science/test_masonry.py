"""Cones against a grid that is counted, and figures by hand."""

import math

import numpy as np
import pytest

from rindle_core.kernel.units import NEWTONS_PER_POUND_FORCE as LB
from rindle_core.science import masonry


def test_a_cone_that_is_cut_by_an_edge_is_what_a_grid_counts():
    deep, edge = 80.0, 35.0
    x, y = np.meshgrid(np.linspace(-deep, deep, 2001), np.linspace(-deep, deep, 2001))
    cell = (2 * deep / 2000) ** 2
    whole = (x**2 + y**2 <= deep**2).sum() * cell
    cut = ((x**2 + y**2 <= deep**2) & (x <= edge)).sum() * cell
    assert masonry.cone_area_mm2(deep) == pytest.approx(whole, rel=2e-3)  # a grid of 0.08 mm
    assert masonry.cone_area_mm2(deep, edge_mm=edge) == pytest.approx(cut, rel=2e-3)
    assert masonry.cone_area_mm2(deep, neighbour_mm=2 * edge) == pytest.approx(cut, rel=2e-3)
    assert masonry.cone_area_mm2(deep, edge_mm=0) == pytest.approx(whole / 2, rel=2e-3)


def test_breakout_and_crushing_by_hand():
    # 4 in deep, f'm 1500 psi: 1.25 · π 16 · √1500 = 2433 lb; ½ in bolt: 580 (1500 · 0.19635)^¼ = 2403 lb.
    area = math.pi * (4 * 25.4) ** 2
    assert masonry.breakout_n(area, 1500 / 145.037738) / LB == pytest.approx(2433.5, abs=0.5)
    assert masonry.crushing_n(12.7, 1500 / 145.037738) / LB == pytest.approx(2402.7, abs=0.5)
