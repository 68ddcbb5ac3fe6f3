"""Stress areas against the standard, drills and spanners."""

import numpy as np
import pytest

from rindle_core.science import bolts


@pytest.mark.parametrize(("size", "area"), [(6, 20.1), (8, 36.6), (10, 58.0), (12, 84.3), (16, 157), (20, 245)])
def test_stress_areas_are_those_of_the_standard(size, area):
    assert bolts.stress_area_mm2(size) == pytest.approx(area, rel=3e-3)  # printed with three digits, ISO 898-1, table 4


def test_torque_gives_the_preload_of_dry_steel():
    assert bolts.tightening_nm(8, "8.8") == pytest.approx(0.2 * 0.008 * 0.75 * 580 * bolts.stress_area_mm2(8))


def test_the_next_drill_is_never_under_and_never_skips():
    for least in np.linspace(2, 120, 500):
        found = bolts.next_drill_mm(float(least))
        assert found >= least - 1e-9
        assert not [one for one in bolts.METRIC_DRILLS_MM if least <= one < found]
    assert bolts.next_drill_mm(500) is None
    assert bolts.next_drill_in(11.0) == 7 / 16  # 11.11 mm
    assert bolts.spanner(8) == "13\u00a0mm"
    assert bolts.spanner(9.53) == "9/16 in"
    assert bolts.spanner(7) == ""  # of neither series


@pytest.mark.parametrize(
    ("size_mm", "metric", "inch"),
    [(10, 10, None), (16, 16, None), (9.5, 9.5, None), (9.53, None, 3 / 8), (12.7, None, 1 / 2), (11.2, None, None)],
)
def test_a_size_is_of_the_series_that_it_was_written_for(size_mm, metric, inch):
    """16 mm is near 5/8 in (15.875 mm) and is none: an anchor turns in a hole that was made for another."""
    assert bolts.drill_of_mm(size_mm, bolts.METRIC_DRILLS_MM) == metric
    found = bolts.drill_of_mm(size_mm, [one * 25.4 for one in bolts.INCH_DRILLS_IN])
    assert found == (None if inch is None else pytest.approx(inch * 25.4))


def test_a_pilot_stays_in_its_window():
    assert bolts.drill_between_mm(3.2, 5.6, bolts.METRIC_DRILLS_MM) == 4.5
    assert bolts.drill_between_mm(4.6, 4.9, bolts.METRIC_DRILLS_MM) is None  # 4.5 splits nothing, 5 holds nothing


@pytest.mark.parametrize(
    ("size", "key"),
    [
        (4, "3\u00a0mm"),
        (5, "4\u00a0mm"),
        (6, "5\u00a0mm"),
        (8, "6\u00a0mm"),
        (10, "8\u00a0mm"),
        (12, "10\u00a0mm"),
        (9.525, "5/16 in"),
        (7, ""),
    ],
)
def test_the_key_of_a_cap_screw_is_that_of_its_standard(size, key):
    """ISO 4762, table 1; ASME B18.3, table 1A."""
    assert bolts.hex_key(size) == key
