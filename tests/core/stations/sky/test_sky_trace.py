"""A skyline traced with a telephone: an invented horizon is led along, and has to come back."""

import math

import numpy as np
import pytest

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import calculator
from rindle_core.stations.sky.sky_trace import stretches


def sighted(at_s, bearing_deg, height_deg):
    return {"at_s": at_s, "alpha_deg": -(bearing_deg % 360), "beta_deg": 90 + height_deg, "gamma_deg": 0}


def led(from_deg, to_deg, height, rate_deg_per_s=10.0, **more):
    """A stroke over a horizon, ten samples a second."""
    seconds = abs(to_deg - from_deg) / rate_deg_per_s
    at = np.arange(0, seconds + 1e-9, 0.1)
    bearings = from_deg + np.sign(to_deg - from_deg) * rate_deg_per_s * at
    return {
        "kind": "tree",
        **more,
        "samples": [sighted(t, b, height(b % 360)) for t, b in zip(at.tolist(), bearings.tolist(), strict=True)],
    }


def hill(bearing_deg):
    """Four degrees of ground with a hill of eighteen about the south-west."""
    return 4 + 14 * math.exp(-(((bearing_deg - 225) / 12) ** 2))


def traced(*strokes, **more):
    return calculator("sky_trace").run({"strokes": list(strokes), **more})


def height_at(points, bearing_deg):
    at = [one.azimuth_deg for one in points]
    return float(np.interp(bearing_deg, at, [one.elevation_deg for one in points], period=360))


@pytest.mark.parametrize("way", [(0, 360), (400, 40)])
def test_a_horizon_that_is_led_along_comes_back(way):
    # To what a hand can follow: 0.3° of thinning and the slope over a degree's cell.
    result = traced(led(*way, hill)).result
    for bearing in range(0, 360, 7):
        assert height_at(result.points, bearing) == pytest.approx(hill(bearing), abs=1.3)
    assert (result.traced_percent, result.highest_deg) == (100.0, pytest.approx(18.0, abs=0.2))
    assert max(np.diff([one.azimuth_deg for one in result.points])) <= 11


def test_compass_declination_and_landmark_turn_it():
    result = traced(led(200.5, 250.5, hill), declination_deg=5, turn_deg=-12).result
    assert height_at(result.points, 225 - 7) == pytest.approx(18, abs=0.5)
    assert result.traced[0].model_dump() == {"from_deg": 193.0, "to_deg": 244.0}


def test_what_was_not_led_over_is_not_traced():
    result = traced(led(350, 370, lambda _: 5)).result
    assert [(one.from_deg, one.to_deg) for one in result.traced] == [(350.0, 11.0)]
    assert result.traced_percent == pytest.approx(100 * 21 / 360)
    half = traced(led(350, 370, lambda _: 5), matter=[{"from_deg": 0, "to_deg": 42}]).result
    assert half.matter_percent == pytest.approx(100 * 11 / 42)


def test_a_leap_between_two_samples_follows_nothing():
    one = {"samples": [sighted(0, 100, 5), sighted(0.1, 100.5, 5), sighted(0.2, 140, 5)]}
    result = traced(one).result
    assert result.traced_percent == pytest.approx(100 * 2 / 360)


def test_a_jerk_of_the_hand_is_no_tree():
    stroke = led(100, 130, lambda _: 6)
    stroke["samples"][12]["beta_deg"] += 30
    assert traced(stroke).result.highest_deg == pytest.approx(6.0)


def test_of_two_strokes_the_higher_stands_with_its_own_kind_and_distance():
    ground = led(90, 150, lambda _: 3, kind="terrain")
    house = led(110, 125, lambda _: 12, kind="building", distance_m=20)
    for strokes in ((ground, house), (house, ground)):
        points = traced(*strokes).result.points
        assert {one.kind for one in points if 111 < one.azimuth_deg < 124} == {"building"}
        assert {one.distance_m for one in points if one.kind == "building"} == {20}
        assert {one.kind for one in points if one.azimuth_deg < 109} == {"terrain"}


def test_a_hurried_stretch_is_minded_until_it_is_led_again():
    fast = led(90, 150, hill, rate_deg_per_s=60)
    assert traced(fast).findings[0].level == "mind"
    again = traced(fast, led(80, 160, hill))
    assert (again.result.fast_percent, again.findings[0].level) == (0.0, "clear")


def test_without_a_north_a_landmark_is_asked_for():
    with pytest.raises(InputError, match="no compass"):
        traced(led(0, 30, hill), absolute=False)
    assert traced(led(0, 30, hill), absolute=False, by_landmark=True).result.bearing_error_deg == 2.0


def test_with_another_skyline_it_is_as_sure_as_the_less_sure_of_both():
    found = traced(led(0, 30, hill), beside_bearing_error_deg=2, beside_height_error_deg=3).result
    assert (found.bearing_error_deg, found.joined_bearing_error_deg, found.joined_height_error_deg) == (10, 10, 3)


def test_it_takes_the_room_of_what_was_read_by_hand_there_and_of_nothing_else():
    def point(azimuth_deg, **more):
        return {"azimuth_deg": azimuth_deg, "elevation_deg": 9, **more}

    before = [point(0), point(11), point(11.5), point(20), point(2, computed=True), point(4, photo_id=3)]
    over_north = led(350, 370, lambda _: 5)  # traced from 350° to 11°
    result = traced(over_north, into=before).result
    assert [one.azimuth_deg for one in result.joined if one.elevation_deg == 9] == [11.5, 20, 2, 4]
    assert result.joined[4:] == result.points
    assert traced(over_north, into=[]).result.joined == result.points
    assert traced(over_north).result.joined == []


def test_nothing_traced_is_not_known():
    found = traced()
    assert (found.result.points, found.findings[0].level) == ([], "unknown")


def test_neighbouring_degrees_are_one_stretch_over_north_too():
    found = stretches(np.array([358.0, 359.0, 0.0, 1.0, 90.0]))
    assert sorted((one.from_deg, one.to_deg) for one in found) == [(90.0, 91.0), (358.0, 2.0)]
    assert stretches(np.array([])) == []
