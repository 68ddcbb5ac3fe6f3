"""Spare feeds: against the far field of the reflector, summed wave by wave, and against the frames they are told in."""

import math

import numpy as np
import pytest
from scipy.optimize import minimize

from rindle_core.kernel.errors import InputError
from rindle_core.science.feed_offset import Reflector, beam_of_feed, feed_for_beam
from rindle_core.science.look_angles import look_angles
from rindle_core.stations.aim.spare_feed import SpareFeedInput, spare_feed

HIGHLAND = {"latitude_deg": -29.5, "longitude_deg": 28.4, "height_m": 1900}
DISHES = [
    pytest.param(Reflector(480.0, 740.0, 370.0), id="offset, rim at the axis"),
    pytest.param(Reflector(600.0, 960.0, 520.0), id="offset, rim above the axis"),
    pytest.param(Reflector(400.0, 980.0, 0.0), id="centred"),
]
WAVE_MM = 299.792458 / 12.0


def far_field_peak(dish, along_mm, height_mm):
    """Direction cosines in which the summed waves of a displaced feed are strongest: rays traced, nothing fitted."""
    side = np.linspace(-1, 1, 61)
    u, v = (grid.ravel() for grid in np.meshgrid(side, side))
    inside = u**2 + v**2 <= 1
    x, y = dish.aperture_mm / 2 * u[inside], dish.centre_mm + dish.aperture_mm / 2 * v[inside]
    z = (x**2 + y**2) / (4 * dish.focal_length_mm) - dish.focal_length_mm
    middle_z = dish.centre_mm**2 / (4 * dish.focal_length_mm) - dish.focal_length_mm
    tip = math.atan2(dish.centre_mm, -middle_z)  # of the feed's axis from the dish's
    feed = np.array([along_mm, height_mm * math.cos(tip), height_mm * math.sin(tip)])
    field = 1 - 0.684 * (u[inside] ** 2 + v[inside] ** 2)
    way = np.sqrt((x - feed[0]) ** 2 + (y - feed[1]) ** 2 + (z - feed[2]) ** 2) - z

    def weakness(direction):
        right, up = direction
        ahead = math.sqrt(1 - right**2 - up**2)
        phase = 2 * np.pi / WAVE_MM * (way - right * x - up * y - (ahead - 1) * z)
        return -abs(np.sum(field * np.exp(-1j * phase)))

    guess = np.array([-along_mm, -height_mm]) / math.hypot(dish.centre_mm, middle_z)
    grid = [guess + np.array([a, b]) for a in np.linspace(-0.03, 0.03, 9) for b in np.linspace(-0.03, 0.03, 9)]
    return minimize(weakness, min(grid, key=weakness), method="Nelder-Mead", options={"xatol": 1e-6}).x


@pytest.mark.parametrize("dish", DISHES)
@pytest.mark.parametrize(("along_mm", "height_mm"), [(60.0, 0.0), (-40.0, 15.0), (0.0, -30.0)])
def test_the_beam_goes_where_the_summed_waves_are_strongest(dish, along_mm, height_mm):
    """0.0025 rad is a sixteenth of the beamwidth: coma moves the top by that much, and costs 0.05 dB."""
    assert beam_of_feed(dish, along_mm, height_mm) == pytest.approx(
        tuple(far_field_peak(dish, along_mm, height_mm)), abs=0.0025
    )


@pytest.mark.parametrize("dish", DISHES)
def test_feed_and_beam_are_each_others_inverse(dish):
    assert beam_of_feed(dish, *feed_for_beam(dish, 0.07, -0.02)) == pytest.approx((0.07, -0.02), abs=1e-9)


@pytest.mark.parametrize("shape", [0.3, 0.4, 0.6])
def test_a_centred_dish_has_the_beam_deviation_of_the_literature(shape):
    """Y. T. Lo (1960): (1 + k x²)/(1 + x²), x = D/4f, k 0.3 to 0.7 as the dish is lit."""
    x = 0.25 / shape
    found = beam_of_feed(Reflector(1000.0, 1000.0 / shape, 0.0), 5.0, 0.0)[0] / -0.005
    low, high = ((1 + k * x**2) / (1 + x**2) for k in (0.3, 0.7))
    assert low < found < high


def test_an_offset_dish_wants_its_feeds_further_out():
    wanted = {**HIGHLAND, "satellite_longitude_deg": 28, "spare_longitude_deg": 34, "focal_length_mm": 480}
    offset = spare_feed(SpareFeedInput.model_validate({**wanted, "aperture_mm": 740})).result
    centred = spare_feed(SpareFeedInput.model_validate({**wanted, "aperture_mm": 740, "aperture_offset_mm": 0})).result
    assert 1.10 < offset.distance_mm / centred.distance_mm < 1.20


def test_a_feed_for_a_satellite_to_the_right_goes_to_the_left_seen_from_behind():
    """From the south the satellites stand in the north: east of the main one is to the right."""
    dish = {"focal_length_mm": 480, "aperture_mm": 980, "satellite_longitude_deg": 28}
    right = spare_feed(SpareFeedInput.model_validate({**HIGHLAND, **dish, "spare_longitude_deg": 34})).result
    left = spare_feed(SpareFeedInput.model_validate({**HIGHLAND, **dish, "spare_longitude_deg": 22})).result
    assert right.along_bar_mm < 0 < left.along_bar_mm


@pytest.mark.parametrize("latitude_deg", [-55.0, -29.5, 8.0, 47.0])
def test_the_skew_is_told_against_the_arm(latitude_deg):
    """Photographed:

    two points of the spare satellite's plane, seen in the frame of the dish that looks at the main one.
    """
    site = (latitude_deg, 28.4, 0.0)
    told = {"latitude_deg": latitude_deg, "longitude_deg": 28.4, "focal_length_mm": 480, "aperture_mm": 740}
    main = look_angles(*site, 31.6)
    spare = look_angles(*site, 38.0)
    given = SpareFeedInput.model_validate({**told, "satellite_longitude_deg": 31.6, "spare_longitude_deg": 38.0})

    def east_north_up(azimuth_deg, elevation_deg):
        a, e = math.radians(azimuth_deg), math.radians(elevation_deg)
        return np.array([math.cos(e) * math.sin(a), math.cos(e) * math.cos(a), math.sin(e)])

    def in_the_dish(direction):
        a = math.radians(float(main.azimuth_true_deg))
        right = np.array([math.cos(a), -math.sin(a), 0])
        up = np.cross(right, east_north_up(main.azimuth_true_deg, main.elevation_deg))
        ahead = direction @ east_north_up(main.azimuth_true_deg, main.elevation_deg)
        return np.array([direction @ right, direction @ up]) / ahead

    sight = east_north_up(spare.azimuth_true_deg, spare.elevation_deg)
    spin = np.array([0, math.cos(math.radians(latitude_deg)), math.sin(math.radians(latitude_deg))])
    plane = spin - (spin @ sight) * sight
    ends = in_the_dish(sight + 1e-4 * plane) - in_the_dish(sight - 1e-4 * plane)
    seen_deg = math.degrees(math.atan2(ends[0], ends[1]))
    # 0.7°: a picture on a flat plate stretches what lies 8° off its middle; the carried plane does not
    assert (spare_feed(given).result.skew_deg - seen_deg + 90) % 180 - 90 == pytest.approx(0, abs=0.7)


def test_where_the_whole_head_is_turned_bar_and_skew_turn_with_it():
    dish = {**HIGHLAND, "focal_length_mm": 480, "aperture_mm": 740, "satellite_longitude_deg": 28}
    plumb = spare_feed(SpareFeedInput.model_validate({**dish, "spare_longitude_deg": 34})).result
    turned = spare_feed(SpareFeedInput.model_validate({**dish, "spare_longitude_deg": 34, "turned_deg": 12})).result
    assert turned.skew_deg == pytest.approx(plumb.skew_deg - 12)
    # In a dish turned clockwise the same place in the sky stands turned anticlockwise.
    assert math.degrees(
        math.atan2(turned.height_mm, -turned.along_bar_mm) - math.atan2(plumb.height_mm, -plumb.along_bar_mm)
    ) == pytest.approx(-12, abs=1.0)


def test_the_main_satellites_own_place_has_its_own_skew():
    dish = {**HIGHLAND, "focal_length_mm": 480, "aperture_mm": 740, "satellite_longitude_deg": 28}
    near = spare_feed(
        SpareFeedInput.model_validate({**dish, "spare_longitude_deg": 28.001, "spare_tilt_deg": 5})
    ).result
    own = float(look_angles(*HIGHLAND.values(), 28).skew_deg)
    assert near.skew_deg == pytest.approx(own + 5, abs=0.01)


def test_a_satellite_far_off_is_refused():
    dish = {**HIGHLAND, "focal_length_mm": 480, "aperture_mm": 740, "satellite_longitude_deg": 28}
    with pytest.raises(InputError, match="up to 40° is accepted"):
        spare_feed(SpareFeedInput.model_validate({**dish, "spare_longitude_deg": 90}))
