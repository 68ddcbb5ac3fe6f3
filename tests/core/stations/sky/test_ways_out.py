"""What can be done about a sky that is not clear, and the radio energy before a dish."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.kernel.findings import Level
from rindle_core.science.radiation import power_density_w_per_m2
from rindle_core.science.skyline import Obstacle, SkylinePoint
from rindle_core.stations.bringup.power_density import PowerDensityInput, power_density
from rindle_core.stations.sky.fixed_sky import SkyInput, sky
from rindle_core.stations.sky.ways_out import WayOutcome, WaysOutInput, ways_out

SITE = {
    "latitude_deg": -29.4,
    "longitude_deg": 27.8,
    "height_m": 1900,
    "satellite_longitude_deg": 31.6,
    "date": "2026-11-24",
    "aperture_mm": 980,
    "receive_ghz": 19.7,
}


def way(name, out=None, cost=None, **more):
    return WayOutcome(way=name, what=f"To {name}", out_percent=out, cost_money=cost, **more)


def judged(*outcomes):
    return ways_out(WaysOutInput(outcomes=list(outcomes))).result


# What each would leave


def test_the_cheapest_of_those_that_clear_it_is_advised_and_costs_that_lack_are_asked_for():
    found = judged(way("accept", 18.5, 0.0), way("raise", 0.4, 900.0), way("move", 0.0, 400.0), way("trim", 4.0, 50.0))
    assert [one.way for one in found.ways] == ["move", "raise", "trim", "accept"]
    assert [one.level for one in found.ways] == [Level.CLEAR, Level.CLEAR, Level.MIND, Level.HOLD]
    assert found.advised == "move"
    assert "400" in found.why
    assert "least" in found.why
    unknown = judged(way("accept", 18.5), way("raise", 0.4, 10.0), way("move", 0.0))
    assert unknown.advised is None
    assert unknown.why == "To raise; or to move: the sky is then clear. Enter what each costs to choose."


def test_what_else_speaks_against_a_way_is_not_outranked_by_its_sky():
    found = judged(way("accept", 18.5), way("move", 0.0, beside=Level.HOLD), way("trim", 4.0))
    assert (found.advised, found.ways[-1].way) == ("trim", "accept")
    assert next(one.level for one in found.ways if one.way == "move") is Level.HOLD


def test_nothing_is_advised_where_nothing_helps_or_nothing_is_wrong():
    assert judged(way("accept", 18.5), way("raise", 12.0)).advised is None
    assert judged(way("accept", 5.0), way("raise", 4.0)).advised is None  # better, but not by a verdict
    clear = judged(way("accept", 0.0), way("raise", 0.0))
    assert clear.advised is None
    assert "nothing needs to be done" in clear.why


LEVELS = {Level.CLEAR: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.HOLD: 3}


@given(
    st.lists(
        st.tuples(st.sampled_from(["raise", "trim", "move"]), st.floats(0, 100), st.none() | st.floats(0, 1e5)),
        max_size=6,
    ),
    st.floats(0, 100),
)
def test_the_order_is_by_verdict_and_then_by_cost(rows, now):
    found = judged(way("accept", now), *(way(*row) for row in rows))
    keys = [
        (LEVELS[one.level], one.way == "accept", math.inf if one.cost_money is None else one.cost_money)
        for one in found.ways
    ]
    assert keys == sorted(keys)
    if found.advised is not None:
        assert LEVELS[found.ways[0].level] < LEVELS[next(one.level for one in found.ways if one.way == "accept")]


def test_the_least_raise_clears_both_rules_and_without_the_tree_the_hill_is_left():
    tree = Obstacle(name="pine", kind="tree", azimuth_deg=7.9, distance_m=12, height_m=24, width_m=8)
    hill = [SkylinePoint(azimuth_deg=a, elevation_deg=20, distance_m=900) for a in (330, 0, 30, 180)]
    result = sky(SkyInput(**SITE, skyline=hill, obstacles=[tree], terminal_height_m=3)).result
    assert result.raise_best.raise_m == pytest.approx(max(result.raise_tube_m, result.raise_clearance_m))
    assert result.raise_best.margin_deg >= 10 - 0.01
    assert result.raise_best.tube_margin_deg >= -0.01
    assert [one.name for one in result.removals] == ["pine"]  # terrain is not taken away
    assert result.removals[0].margin_deg == pytest.approx(result.satellite.elevation_deg - 20, abs=0.3)
    assert sky(SkyInput(**SITE, skyline=hill)).result.removals == []


# Radio energy


def piston_w_per_m2(power_w, aperture_m, wavelength, distance_m):
    """Exact on-axis field of an evenly lit round aperture (the acoustic piston's closed form), in the mean over it
    times 4 sin².
    """
    radius = aperture_m / 2
    phase = math.pi / wavelength * (np.sqrt(distance_m**2 + radius**2) - distance_m)
    return 4 * power_w / (math.pi * radius**2) * np.sin(phase) ** 2


@given(st.floats(0.4, 2.4), st.floats(10, 32))
def test_power_density_follows_the_exact_field_of_an_even_aperture(aperture_m, ghz):
    wavelength = 0.299_792_458 / ghz
    for distance in np.geomspace(2 * aperture_m, 40 * aperture_m**2 / wavelength, 60):
        told = power_density_w_per_m2(5.0, aperture_m, wavelength, 1.0, distance)
        exact = piston_w_per_m2(5.0, aperture_m, wavelength, distance)
        assert exact <= 1.14 * told  # the bulletin's straight line lies under sin² just beyond the near field
        if distance > 2 * aperture_m**2 / wavelength:
            assert told == pytest.approx(exact, rel=0.06)  # Fresnel's remainder falls with the distance


def test_where_the_limit_is_passed_and_how_far_people_reach_into_it():
    dish = {"transmit_w": 4, "aperture_mm": 980, "transmit_ghz": 29.5}
    flat = power_density(PowerDensityInput(**dish, elevation_deg=0, terminal_height_m=1.5)).result
    wavelength = 0.299_792_458 / 29.5
    assert power_density_w_per_m2(4, 0.98, wavelength, 0.65, flat.limit_at_m) == pytest.approx(10, rel=0.04)
    assert flat.people_clear_m == pytest.approx(flat.limit_at_m)
    high = power_density(PowerDensityInput(**dish, elevation_deg=55, terminal_height_m=1.5))
    # The lower rim leads by 0.49 sin 55°; its edge starts 1.5 - 0.49 cos 55° m up and gains tan 55° a metre.
    lead_m, up_m = 0.49 * math.sin(math.radians(55)), 0.49 * math.cos(math.radians(55))
    assert high.result.people_clear_m == pytest.approx(lead_m + (0.7 + up_m) / math.tan(math.radians(55)), abs=0.01)
    assert high.findings[0].level is Level.MIND
    assert (
        power_density(PowerDensityInput(**dish, elevation_deg=55, terminal_height_m=4)).findings[0].level is Level.CLEAR
    )
    weak = power_density(PowerDensityInput(**{**dish, "transmit_w": 0.5}, elevation_deg=0)).result
    assert (weak.limit_at_m, weak.keep_clear_m) == (0, 0.98)
    assert power_density(PowerDensityInput(**dish, elevation_deg=0, duty_share=0.1)).result.limit_at_m < flat.limit_at_m
