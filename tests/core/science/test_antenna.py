"""Patterns of an aperture against published side-lobe levels and an integral done here."""

import numpy as np
import pytest

from rindle_core.science.antenna import envelope_gain_dbi, pattern_loss_db


def first_side_lobe_db(taper_db):
    grid = np.linspace(0.0, 4.0, 4001)
    loss = pattern_loss_db(grid, 1.0, taper_db)
    null = int(np.argmax(np.diff(loss) < 0))
    return float(loss[null:].min())


@pytest.mark.parametrize("taper_db", [0.0, 10.0, 30.0])
def test_half_a_width_off_is_three_decibels_for_any_illumination(taper_db):
    assert pattern_loss_db(0.5, 1.0, taper_db) == pytest.approx(3.0103, abs=1e-3)


def test_side_lobes_are_as_published():
    """Balanis, table 12.1: 17.6 dB for even light, 24.6 dB for a parabola that falls to nothing at the rim."""
    assert first_side_lobe_db(0.0) == pytest.approx(17.6, abs=0.1)
    assert first_side_lobe_db(80.0) == pytest.approx(24.6, abs=0.1)


def test_the_envelope_joins_without_a_step_and_falls():
    off = np.array([1.0, 7.0, 19.99, 20.01, 26.29, 26.31, 47.9, 48.1, 90.0])
    gain = envelope_gain_dbi(off)
    assert gain[0] == pytest.approx(29.0)
    assert gain[1] == pytest.approx(29.0 - 25 * np.log10(7.0))
    assert np.all(np.diff(gain) <= 0.2)  # the recommendation's own roundings
    assert gain[-1] == -10.0
