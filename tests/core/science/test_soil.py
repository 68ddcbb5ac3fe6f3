"""The pole formula against a solver of its own, and its laws."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from rindle_core.science import soil


def test_the_poles_depth_solves_the_codes_equation():
    force, lever, width, lateral = 1200.0, 2.1, 0.6, soil.SOILS["sand"].lateral_pa_per_m

    def excess(d):
        a = 2.34 * force / (lateral * d / 3 * width)
        return d - a / 2 * (1 + math.sqrt(1 + 4.36 * lever / a))

    assert soil.embedded_depth_m(force, lever, width, lateral) == pytest.approx(brentq(excess, 0.05, 20), abs=1e-6)
    # 150 psf/ft is 23.56 kPa a metre
    assert lateral == pytest.approx(23_563, rel=1e-3)


@given(st.floats(50, 5000), st.floats(0.3, 5), st.floats(0.3, 1.2))
def test_more_force_or_poorer_soil_never_asks_for_less_depth(force, lever, width):
    sand, clay = (soil.SOILS[one].lateral_pa_per_m for one in ("sand", "clay"))
    here = soil.embedded_depth_m(force, lever, width, sand)
    assert soil.embedded_depth_m(force * 1.2, lever, width, sand) > here
    assert soil.embedded_depth_m(force, lever, width, clay) > here
    assert soil.embedded_depth_m(force, lever, width * 1.2, sand) < here
