"""Screws in sheet by hand."""

import math

import pytest

from rindle_core.science import sheet_metal


def test_screws_in_sheet_by_hand():
    # 0.5 mm, 6 mm, 310 MPa: 0.85·0.5·6·310/3; 4.2·√(0.125·6)·310/3, under bearing 2.7·0.5·6·310/3.
    assert sheet_metal.pull_out_n(0.5, 6) == pytest.approx(263.5)
    assert sheet_metal.tilt_n(0.5, 6) == pytest.approx(4.2 * math.sqrt(0.75) * 310 / 3)
    assert sheet_metal.tilt_n(6.0, 3) == pytest.approx(2.7 * 6 * 3 * 310 / 3)  # thick sheet bears, it does not tilt
