"""Distances on the ellipsoid against closed forms."""

import math

import pytest

from rindle_core.kernel.constants import WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.science.geodesy import apart_m


def test_places_are_apart_by_the_arc_of_the_equator_and_of_a_meridian():
    assert apart_m((0.0, 10.0), (0.0, 11.0)) == pytest.approx(WGS84_SEMI_MAJOR_AXIS_M * math.pi / 180.0, abs=1e-6)
    assert apart_m((0.0, 10.0), (90.0, 10.0)) == pytest.approx(10_001_965.729, abs=0.001)  # NIMA TR8350.2, quadrant
