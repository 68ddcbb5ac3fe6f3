"""A telephone as an instrument: its directions against scipy's rotations, its means against closed forms."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from rindle_core.kernel.geometry import unit_vector
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.registry import calculator
from rindle_core.science.handset import HandsetSample, bearing_and_height_deg, pointing, turn_rates_deg_per_s

AXES = {"edge": [0, 1.0, 0], "face": [0, 0, 1.0], "camera": [0, 0, -1.0]}


def sample(at_s, alpha, beta, gamma):
    return {"at_s": at_s, "alpha_deg": alpha, "beta_deg": beta, "gamma_deg": gamma}


def sighted(at_s, bearing_deg, height_deg):
    """Held upright, the camera looking that way."""
    return sample(at_s, -bearing_deg, 90 + height_deg, 0)


def told(samples, **more):
    return calculator("handset").run({"samples": samples, **more}).result


@given(st.floats(0, 359), st.floats(-179, 179), st.floats(-89, 89), st.floats(-15, 15))
def test_where_it_points_is_what_scipys_rotations_say(alpha, beta, gamma, zero):
    # Tolerance: both work in double precision. A sensor that sits turned is one rotation more, undone.
    turned = Rotation.from_euler("ZXY", [alpha, beta, gamma], degrees=True) * Rotation.from_euler(
        "X", -zero, degrees=True
    )
    one = HandsetSample(at_s=0, alpha_deg=alpha, beta_deg=beta, gamma_deg=gamma)
    for along, axis in AXES.items():
        assert pointing([one], along, zero)[0] == pytest.approx(turned.apply(axis), abs=1e-9)


@given(st.floats(0, 359), st.floats(-80, 80))
def test_bearing_and_height_turn_a_direction_back(bearing, height):
    at, up = bearing_and_height_deg(unit_vector(bearing, height)[np.newaxis])
    assert ((at[0] - bearing + 180) % 360 - 180, up[0]) == pytest.approx((0, height), abs=1e-6)


def test_an_edge_that_lies_on_a_face_reads_its_slope_whatever_it_is_rolled_by():
    for roll in (-40, 0, 40):
        assert told([sample(0, 200, 33.5, roll), sample(0.2, 200, 33.5, roll)]).reading_deg == pytest.approx(33.5)


def test_the_reversal_test_finds_what_is_then_taken_off():
    # A slope of 20° and a sensor that reads 1.4° too much: up the slope 21.4, turned end for end −18.6.
    up, down = told([sample(0, 10, 21.4, 0)]).height_deg, told([sample(0, 190, -18.6, 0)]).height_deg
    off = calculator("reversal").run({"first_deg": up, "turned_round_deg": -down}).result.correction_deg
    found = told([sample(0, 10, 21.4, 0)], zero_deg=off)
    assert (off, found.height_deg) == pytest.approx((1.4, 20.0))
    assert found.told_height_deg == pytest.approx(21.4)
    assert found.height_error_deg < told([sample(0, 10, 21.4, 0)]).height_error_deg


def test_it_stands_in_for_the_crews_own_clinometer():
    on_rim = told([sample(0, 0, 70, 0)], from_vertical=True, instrument_deg=0.5)
    assert (on_rim.reading_deg, on_rim.side) == (pytest.approx(20.5), "")
    assert told([sample(0, 0, -3, 0)]).side == "leaning the other way"


def test_a_mast_leans_towards_where_its_upper_end_points():
    # East and 2° off the vertical: the long edge points 88° up, bearing 90.
    found = told([sample(0, 270, 88, 0)], declination_deg=-4)
    assert (found.lean_deg, found.bearing_true_deg) == pytest.approx((2.0, 86.0))
    assert told([sample(0, 270, 89.9, 0)]).bearing_true_deg is None  # upright: to no side


def test_a_panels_face_looks_where_the_screen_on_it_looks():
    # The screen tipped so that its normal is 25° off the zenith towards the north-east.
    found = told([sample(0, 315, -25, 0)], along="face")
    assert (found.lean_deg, found.bearing_true_deg) == pytest.approx((25.0, 45.0))


def test_a_landmark_sets_the_bearings_and_makes_them_surer():
    seen = told([sighted(0, 118, 2)], along="camera", declination_deg=3, landmark_true_deg=112)
    after = told(
        [sighted(0, 118, 2)],
        along="camera",
        declination_deg=3,
        turn_deg=seen.turn_deg,
        by_landmark=True,
        absolute=False,
    )
    assert (seen.turn_deg, after.bearing_true_deg) == pytest.approx((-9.0, 112.0))
    assert after.bearing_error_deg < seen.bearing_error_deg


def test_without_compass_and_landmark_a_bearing_is_not_told():
    assert told([sighted(0, 118, 2)], along="camera", absolute=False).bearing_true_deg is None


def test_readings_over_north_are_averaged_as_directions():
    found = told([sighted(0, 359.9, 10), sighted(0.3, 0, 10), sighted(0.6, 0.1, 10)], along="camera")
    assert (found.bearing_true_deg + 180) % 360 - 180 == pytest.approx(0, abs=1e-9)
    assert found.steady


def test_a_device_that_moves_is_not_called_steady():
    # Two readings 2° apart lie 1° to either side of their mean: a spread of 1°. One reading tells nothing of it.
    moving = calculator("handset").run({"samples": [sample(0, 0, 20, 0), sample(0.2, 0, 22, 0)]})
    assert moving.result.spread_deg == pytest.approx(1.0, rel=1e-3)
    assert (moving.result.steady, moving.findings[0].level) == (False, "mind")
    assert not told([sample(0, 0, 20, 0)]).steady


@pytest.mark.parametrize(
    ("times", "steady"),
    [((0,), False), ((0, 0.6), False), ((0, 0.1, 0.2), False), ((0, 0.3, 0.6), True), ((0, 0.2, 0.4, 0.49), False)],
)
def test_a_moment_is_too_short_to_be_called_steady(times, steady):
    """A swing of 3° at its turn: two readings a tenth of a second apart are alike."""
    outcome = calculator("handset").run({"samples": [sample(at, 0, 20, 0) for at in times]})
    assert (outcome.result.steady, outcome.result.too_short) == (steady, not steady)
    assert outcome.findings[0].level == ("clear" if steady else "unknown")
    swung = told([sample(at, 0, 36.4 + 3 * np.sin(9 * at), 0) for at in (0.13, 0.22)])
    assert swung.spread_deg < 0.1
    assert (swung.steady, swung.too_short) == (False, True)


def test_a_turn_is_timed_over_a_third_of_a_second_and_over_north():
    at = np.arange(0, 2, 0.1)
    rates = turn_rates_deg_per_s(at, (355 + 12 * at) % 360)
    assert rates[0] == 0
    assert rates[4:] == pytest.approx(12.0)


@pytest.mark.parametrize("held", [(0, 0), (90, 0), (90, 40), (0, 90), (45, -80)])
def test_a_turn_about_the_vertical_is_told_however_the_device_is_strapped(held):
    # Upright its long edge has no bearing, flat its screen has none: another of its axes tells it.
    samples = [sample(at / 10, (300 - 1.2 * at) % 360, *held) for at in range(12)]
    assert told(samples).turn_rate_deg_per_s == pytest.approx(12.0)


def test_what_is_turned_faster_than_the_pace_is_said():
    samples = [sample(at / 10, (300 - 1.2 * at) % 360, 0, 0) for at in range(12)]
    assert [told(samples, pace_deg_per_s=pace).too_fast for pace in (11.9, 12.1)] == [True, False]
    assert not told(samples).too_fast


def test_the_firm_says_how_sure_its_telephones_are():
    rules = HouseRules(handset_compass_deg=4, handset_landmark_deg=1, handset_level_deg=2).model_dump()
    one = [sighted(0, 118, 0)]
    free = told(one, along="camera", rules=rules)
    assert (free.bearing_error_deg, free.height_error_deg) == pytest.approx((4, 2))
    assert told(one, along="camera", rules=rules, by_landmark=True).bearing_error_deg == pytest.approx(1)


def test_samples_out_of_their_order_are_refused_by_name():
    with pytest.raises(Exception, match="at_s must not fall"):
        told([sample(1, 0, 0, 0), sample(0, 0, 0, 0)])
