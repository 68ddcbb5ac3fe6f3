"""Side lobes by shape: cuts through a pattern that was integrated here, not by the module."""

import numpy as np
import pytest

from rindle_core.science.which_lobe import side_lobe_chance

RADII, TURN = np.linspace(0.0, 1.0, 401), np.linspace(0.0, np.pi, 181)


def pattern_db(widths, taper_db=10.0):
    """Aperture of a parabola on a pedestal, integrated by rings (Hankel transform)."""
    pedestal = 10 ** (-taper_db / 20)
    light = pedestal + (1 - pedestal) * (1 - RADII**2)

    def field(u):
        ring = np.array(
            [np.trapezoid(np.cos(x * np.cos(np.linspace(0, np.pi, 181))), dx=np.pi / 180) / np.pi for x in u * RADII]
        )
        return np.trapezoid(light * ring * RADII, RADII)

    grid = np.linspace(0, 9, 181)
    amplitude = np.array([field(u) for u in grid]) / field(0.0)
    half = np.interp(-np.sqrt(0.5), -amplitude[:60], grid[:60])
    return np.interp(np.abs(widths) * 2 * half, grid, -20 * np.log10(np.maximum(np.abs(amplitude), 1e-3)))


@pytest.fixture(scope="module")
def pattern():
    widths = np.linspace(0, 2.6, 521)
    loss = pattern_db(widths)
    return lambda off: np.interp(np.abs(off), widths, loss)


def chance(pattern, along, across, half, predicted_db=30.0, rain_db=0.0):
    at = np.linspace(-half, half, 11)
    level = 30.0 - rain_db - pattern(np.hypot(at + along, across)) + np.random.default_rng(4).normal(0, 0.15, 11)
    return side_lobe_chance(
        at - at[np.argmax(level)], level, 0.15, floor_db=float(level.min()), predicted_db=predicted_db
    )


@pytest.mark.turns(days=6)
def test_a_main_lobe_is_none_in_rain_and_where_the_link_promises_otherwise(pattern):
    assert chance(pattern, 0.0, 0.0, 0.7) < 0.05
    assert chance(pattern, 0.0, 0.0, 0.7, rain_db=20.0) < 0.3
    assert chance(pattern, 0.0, 0.0, 0.7, predicted_db=33.0) < 0.05


@pytest.mark.turns(days=6)
def test_a_side_lobe_is_one_along_the_axis_and_across_it(pattern):
    grid = np.linspace(1.2, 2.4, 241)
    crest = float(grid[60 + np.argmin(pattern(grid)[60:])])  # beyond the null
    assert chance(pattern, crest, 0.0, 0.33) > 0.97
    assert chance(pattern, 0.0, crest, 1.0) > 0.97
    assert chance(pattern, crest, 0.0, 0.33, predicted_db=None) > 0.9  # its shape alone
