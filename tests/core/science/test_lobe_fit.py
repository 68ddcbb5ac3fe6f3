"""The fit of the main lobe against passes of known top: honest bounds, outliers, play catalogued wrongly."""

import numpy as np
import pytest

from rindle_core.science.lobe_fit import LobeReadings, fit_lobe, head_positions

WIDTH_DEG, TURN_DEG = 1.42, 0.42


def beam(turns):
    return np.asarray(turns) * TURN_DEG


def level_of(off_widths):
    """A Gaussian beam, which the module does not use: 3 dB down at half a width."""
    return -12.04 * np.asarray(off_widths) ** 2


def one_pass(random, top_deg, noise_db, play_turns=0.25):
    """Down, then up over the top and some way back down."""
    count, head, rows = 0.0, 0.0, []
    for by in (-3.0, *[0.5] * 12, *[-0.7] * 4):
        count += by
        head = min(max(head, count), count + play_turns)
        off = (head * TURN_DEG - top_deg) / WIDTH_DEG
        rows.append((count, 12.0 + float(level_of(off)) + random.normal(0, noise_db), by < 0))
    turns, level, down = (np.array(one) for one in zip(*rows, strict=True))
    return LobeReadings(turns, level, down)


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("noise_db", [0.05, 0.5])
@pytest.mark.parametrize("catalogued_turns", [0.0, 0.75])
def test_the_bound_is_kept_at_any_noise_and_with_the_play_catalogued_wrongly(noise_db, catalogued_turns):
    random = np.random.default_rng(3)
    inside = 0
    for _ in range(150):
        top = float(random.uniform(-0.4, 0.4))
        fit = fit_lobe(one_pass(random, top, noise_db), beam, WIDTH_DEG, catalogued_turns, 0.35)
        inside += abs(fit.top_deg - top) <= 2.0 * fit.top_sd_deg
    assert inside >= 133  # 95 % of 150 is 142.5, three standard deviations of that count are 8


def test_the_play_is_learnt_from_readings_both_ways():
    fit = fit_lobe(one_pass(np.random.default_rng(1), 0.1, 0.02, play_turns=0.6), beam, WIDTH_DEG, 0.1, 0.35)
    assert fit.play_turns == pytest.approx(0.6, abs=0.08)


def test_an_outlier_does_not_move_the_top():
    clean = one_pass(np.random.default_rng(2), 0.2, 0.05)
    spoilt = clean.level_db.copy()
    spoilt[6] += 3.0
    fit = fit_lobe(LobeReadings(clean.turns, spoilt, clean.down), beam, WIDTH_DEG, 0.25, 0.35)
    assert fit.outlier.tolist().index(True) == 6
    assert fit.top_deg == pytest.approx(0.2, abs=WIDTH_DEG / 50)


def test_readings_at_one_place_carry_no_certainty():
    turns = np.array([0.0, 0.0, 0.0, 0.0])
    fit = fit_lobe(LobeReadings(turns, np.full(4, 9.0), turns < 0), beam, WIDTH_DEG, 0.0, 0.35)
    assert fit.top_sd_deg > WIDTH_DEG


def test_marks_alone_put_the_top_midway():
    none = np.full(2, np.nan)
    fit = fit_lobe(LobeReadings(np.array([-0.5, 1.3]), none, np.zeros(2, bool)), beam, WIDTH_DEG, 0.2, 0.35)
    assert fit.top_deg == pytest.approx(0.4 * TURN_DEG, abs=1e-3)


def test_the_head_stays_inside_the_play():
    turns, down = np.array([0.0, 1.0, 0.9, 0.5, 0.6]), np.array([False, False, True, True, False])
    assert head_positions(turns, down, 0.25).tolist() == pytest.approx([0.0, 1.0, 1.0, 0.75, 0.75])
