"""Wind on dish, panel and hill against the printed tables."""

import math

import pytest

from rindle_core.science import drag
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT


def test_a_dish_in_the_wind_head_on_from_behind_and_at_its_worst():
    axial, side = drag.dish_coefficients(0)
    assert (axial, side) == (pytest.approx(1.551, abs=0.001), 0.0)
    assert drag.dish_coefficients(180)[0] == pytest.approx(-1.055, abs=0.001)
    assert drag.dish_coefficients(-50) == drag.dish_coefficients(50) == drag.dish_coefficients(310)
    worst = max(math.hypot(*drag.dish_coefficients(at)) for at in range(181))
    assert DISH_FORCE_COEFFICIENT - 0.005 < worst <= DISH_FORCE_COEFFICIENT  # the envelope that is reckoned with


def test_a_panel_that_stands_up_catches_more():
    tilts = [drag.panel_coefficient(tilt) for tilt in range(0, 91, 5)]
    assert tilts == sorted(tilts)
    assert drag.panel_coefficient(20) == 1.3
    assert drag.panel_coefficient(90) == 1.8


def test_a_ridge_speeds_the_wind_up_as_the_figure_has_it():
    # Ridge, exposure C, H/Lh = 0.5: K1 = 0.72 in the figure; at its crest, by the ground.
    at_crest = drag.topographic_factor("ridge", "C", 50, 100, 0, 0)
    assert at_crest == pytest.approx((1 + 0.725) ** 2)
    assert drag.topographic_factor("ridge", "C", 50, 100, -150, 0) == pytest.approx(1.0)  # at 1.5 Lh it has ended
    assert drag.topographic_factor("escarpment", "C", 50, 100, 150, 0) > 1.2  # behind an edge it goes on
    assert drag.topographic_factor("hill", "C", 15, 100, 0, 0) == 1.0  # flatter than 1 in 5
    assert drag.topographic_factor("hill", "C", 50, 100, 0, 30) < drag.topographic_factor("hill", "C", 50, 100, 0, 5)
