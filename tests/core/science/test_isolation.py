"""Isolation by Malus's law, and a null found again."""

import math

import numpy as np
import pytest

from rindle_core.science.isolation import fit_null, isolation_db, wanted_loss_db


def test_isolation_is_twenty_log_of_the_tangent_down_to_the_feeds_floor():
    assert isolation_db(3.0) == pytest.approx(-20 * math.log10(math.tan(math.radians(3.0))), abs=0.02)
    assert isolation_db(0.0, 30.0) == pytest.approx(30.0, abs=0.01)
    assert isolation_db(45.0, 30.0) == pytest.approx(0.0, abs=1e-9)


def test_the_wanted_one_is_flat_where_the_unwanted_one_is_sharp():
    assert wanted_loss_db(5.0) < 0.04
    assert isolation_db(1.0) - isolation_db(5.0) > 13


def test_a_null_is_found_within_its_bound_from_noisy_readings():
    random = np.random.default_rng(8)
    angles = np.arange(4.0, 24.1, 4.0)
    inside = 0
    for _ in range(60):
        true = float(random.uniform(11, 17))
        power = 10 * np.log10(np.sin(np.radians(angles - true)) ** 2 + 10**-3.0) + random.normal(0, 0.3, len(angles))
        fit = fit_null(angles, power - 7.0, 30.0)
        assert fit.rose_both_sides
        inside += abs(fit.null_deg - true) <= 2 * fit.sd_deg + 0.05
    assert inside >= 52  # 95 % of 60 is 57, three standard deviations are 5


def test_a_slope_is_no_null():
    angles = np.array([2.0, 5.0, 8.0])
    power = 10 * np.log10(np.sin(np.radians(angles - 20)) ** 2 + 1e-3)
    assert not fit_null(angles, power, 30.0).rose_both_sides
