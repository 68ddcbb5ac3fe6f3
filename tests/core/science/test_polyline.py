"""Thinning a line: what is left out lies within the tolerance of what stays."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.science.polyline import thinned

LINES = st.lists(st.floats(-20, 80), min_size=1, max_size=120)


@given(LINES, st.floats(0.05, 5))
def test_what_is_left_out_lies_within_the_tolerance_and_the_ends_stay(across, tolerance):
    across = np.array(across)
    along = np.arange(len(across), dtype=float)
    kept = thinned(along, across, tolerance)
    assert (kept[0], kept[-1]) == (0, len(across) - 1)
    assert np.max(np.abs(np.interp(along, along[kept], across[kept]) - across)) <= tolerance + 1e-9


def test_a_straight_line_is_its_ends_and_a_peak_over_the_tolerance_stays():
    along = np.arange(11.0)
    assert thinned(along, 2.0 + 3.0 * along, 0.1) == [0, 10]
    for top, kept in ((0.09, [0, 10]), (0.11, [0, 5, 10])):
        line = np.interp(along, [0, 5, 10], [0, top, 0])
        assert thinned(along, line, 0.1) == kept
    assert thinned(np.array([]), np.array([]), 0.1) == []
