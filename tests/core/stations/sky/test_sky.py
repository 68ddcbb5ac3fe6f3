"""Sun against an independent ephemeris; margins against closed forms; the tube; the beam's outline."""

import datetime as dt
import math

import ephem
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.geometry import separation_deg
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.outline import contains
from rindle_core.science.skyline import SkylinePoint, tube_half_angle_deg
from rindle_core.science.sun import julian_date, sun_directions
from rindle_core.stations.sky.fixed_sky import SkyInput, sky
from tests import golden

SITE = {
    "latitude_deg": -29.31,
    "longitude_deg": 27.94,
    "height_m": 2140,
    "satellite_longitude_deg": 31.6,
    "date": dt.date(2026, 11, 24),
}
TERMINAL = {"aperture_mm": 740, "receive_ghz": 19.95}


def points(*given):
    return [SkylinePoint(azimuth_deg=a, elevation_deg=e, **rest) for a, e, rest in given]


@pytest.mark.parametrize(("latitude", "longitude"), [(-29.3, 27.9), (52.0, -3.0), (0.1, 100.0), (68.0, 20.0)])
def test_sun_stands_where_an_independent_ephemeris_has_it(latitude, longitude):
    worst = 0.0
    for day in range(0, 21 * 365, 97):
        moment = dt.datetime(2020, 1, 1, 9, 20, tzinfo=dt.UTC) + dt.timedelta(days=day, hours=day % 24)
        observer = ephem.Observer()
        observer.lat, observer.lon, observer.pressure, observer.elevation = str(latitude), str(longitude), 0, 0
        observer.date = ephem.Date(moment.replace(tzinfo=None))
        sun = ephem.Sun(observer)
        azimuth, elevation = sun_directions(latitude, longitude, julian_date(moment))
        away = separation_deg(float(azimuth), float(elevation), math.degrees(sun.az), math.degrees(sun.alt))
        worst = max(worst, float(away))
    assert worst < 0.015  # the formula's own accuracy is 0.01°


def test_over_a_flat_skyline_the_margin_is_straight_down():
    result = sky(SkyInput(**SITE, **TERMINAL, skyline=points((0, 20, {}), (120, 20, {}), (240, 20, {})))).result
    # Below a high satellite the nearest point of a level skyline is straight under it.
    assert result.margin_deg == pytest.approx(result.satellite.elevation_deg - 20, abs=0.002)
    assert result.nearest.azimuth_deg == pytest.approx(result.satellite.azimuth_deg, abs=0.1)


def test_a_lone_pole_is_measured_along_the_great_circle():
    satellite = sky(SkyInput(**SITE, **TERMINAL)).result.satellite
    beside = (satellite.azimuth_deg + 12) % 360
    skyline = points((beside - 0.2, 0, {}), (beside, satellite.elevation_deg, {}), (beside + 0.2, 0, {}))
    result = sky(SkyInput(**SITE, **TERMINAL, skyline=skyline)).result
    e = math.radians(satellite.elevation_deg)
    expected = math.degrees(math.acos(math.sin(e) ** 2 + math.cos(e) ** 2 * math.cos(math.radians(12))))
    assert result.margin_deg == pytest.approx(expected, abs=0.01)


def test_a_skyline_in_front_gives_a_negative_margin_and_a_hold():
    outcome = sky(SkyInput(**SITE, **TERMINAL, skyline=points((350, 70, {}), (30, 70, {}), (180, 5, {}))))
    assert outcome.result.margin_deg < 0
    assert {f.code: f.level for f in outcome.findings}["sky.tube"] == "hold"


def test_between_tube_and_house_rule_it_is_only_to_be_minded():
    satellite = sky(SkyInput(**SITE, **TERMINAL)).result.satellite
    level = satellite.elevation_deg - 6
    skyline = points(*((az, level, {"distance_m": 40}) for az in range(0, 360, 10)))
    levels = {f.code: f.level for f in sky(SkyInput(**SITE, **TERMINAL, skyline=skyline)).findings}
    assert (levels["sky.tube"], levels["sky.clearance"]) == ("clear", "mind")


@given(st.floats(0.1, 50))
def test_turning_site_skyline_and_satellite_together_changes_no_margin(turn):
    """The margin knows only differences of bearing: a skyline shifted with its own satellite keeps it."""
    satellite = sky(SkyInput(**SITE, **TERMINAL)).result.satellite
    one = float(separation_deg(satellite.azimuth_deg, 50, satellite.azimuth_deg + 5, 30))
    other = float(
        separation_deg((satellite.azimuth_deg + turn) % 360, 50, (satellite.azimuth_deg + 5 + turn) % 360, 30)
    )
    assert one == pytest.approx(other, abs=1e-9)


def test_an_empty_skyline_is_unknown_and_no_error():
    outcome = sky(SkyInput(**SITE, **TERMINAL))
    assert [f.level for f in outcome.findings] == ["unknown"]
    assert outcome.result.margin_deg is None
    # The satellite itself lies on the arc that is drawn.
    at = min(
        float(
            separation_deg(
                d.azimuth_deg,
                d.elevation_deg,
                outcome.result.satellite.azimuth_deg,
                outcome.result.satellite.elevation_deg,
            )
        )
        for d in outcome.result.arc
    )
    assert at < 1.0


def test_the_tube_tends_to_the_fresnel_zone_far_away_and_to_the_aperture_close_by():
    wavelength = 0.015
    near, far = tube_half_angle_deg(np.array([0.5, 1e6]), 0.74, wavelength, 0.6)
    assert near == pytest.approx(math.degrees(math.atan((0.37 + 0.6 * math.sqrt(wavelength * 0.5)) / 0.5)))
    assert math.radians(far) * 1e6 == pytest.approx(0.37 + 0.6 * math.sqrt(wavelength * 1e6), rel=1e-6)


def test_a_thinly_read_skyline_is_to_be_minded():
    outcome = sky(SkyInput(**SITE, **TERMINAL, skyline=points((90, 3, {}), (270, 3, {}))))
    assert "sky.gap" in {f.code for f in outcome.findings}


def test_house_rules_move_the_limit():
    skyline = points(*((az, 40, {}) for az in range(0, 360, 10)))
    strict = sky(SkyInput(**SITE, **TERMINAL, skyline=skyline, rules=HouseRules(clearance_deg=20)))
    assert {f.code: f.level for f in strict.findings}["sky.clearance"] == "mind"


@pytest.mark.parametrize(
    ("latitude", "longitude", "inside"),
    [(0, 180, True), (0, -179, True), (0, 171, True), (0, 169, False), (11, 180, False), (0, 0, False)],
)
def test_a_beam_may_lie_across_the_date_line(latitude, longitude, inside):
    assert contains([(170, -10), (-170, -10), (-170, 10), (170, 10)], latitude, longitude) is inside


# A horizon that was computed from terrain


def sky_findings(number="2026-102", **news):
    facts = {**golden.read(number)["facts"], **news}
    views = assess(JobInput.model_validate(facts)).result.stations
    return {one.code: one for view in views if view.code == "sky" for one in view.findings}


def horizon_set(read=(), **more):
    ground = [{"azimuth_deg": at + 2.5, "elevation_deg": 3, "computed": True} for at in range(0, 360, 5)]
    return [{"name": "Terrain", "letter": "", "points": [*ground, *read], **more}]


def test_a_computed_horizon_counts_as_read_but_its_trees_are_minded():
    alone = sky_findings(skylines=horizon_set(), sky_set=0, position_letter="", things=[])
    assert "sky.scan" not in alone
    assert "sky.gap" not in alone or alone["sky.gap"].level is Level.CLEAR
    assert alone["sky.terrain_alone"].level is Level.MIND
    looked = [{"azimuth_deg": at, "elevation_deg": 4} for at in range(0, 360, 10)]
    assert "sky.terrain_alone" not in sky_findings(
        skylines=horizon_set(looked), sky_set=0, position_letter="", things=[]
    )


def test_a_panels_sky_that_was_read_in_part_is_good_enough_only_as_far_as_it_was():
    def found(last_deg):
        points = [{"azimuth_deg": at, "elevation_deg": 2, "distance_m": 400} for at in range(0, last_deg, 15)]
        rows = [{"name": "Read", "letter": "", "points": points}]
        return sky_findings("2026-107", skylines=rows, sky_set=0, position_letter="", things=[])

    half, whole = found(255), found(360)
    assert (half["sky.scan"].level, "sky.scan" in whole) == (Level.MIND, False)
    assert half["sky.low_orbit"].level is whole["sky.low_orbit"].level is Level.CLEAR
    assert half["sky.low_orbit"].message.startswith("As far as it is read, the sky is good enough")
    assert "read" not in whole["sky.low_orbit"].message


def test_terrain_that_ends_is_minded_where_the_terminal_looks_and_nowhere_else():
    azimuth = aim_of(golden.read("2026-102")["facts"])
    here = {"from_deg": (azimuth - 10) % 360, "to_deg": (azimuth + 10) % 360, "known_km": 12.3}
    behind = {"from_deg": (azimuth + 150) % 360, "to_deg": (azimuth + 210) % 360, "known_km": 2.0}

    def found(*ends):
        told = sky_findings(skylines=horizon_set(terrain_ends=list(ends)), sky_set=0, position_letter="", things=[])
        return told.get("sky.terrain_ends")

    assert found(behind) is None
    assert found(here, behind).figure == 12.3
    assert found({"from_deg": 0, "to_deg": 360, "known_km": 1.0}).level is Level.MIND


def aim_of(facts):
    return assess(JobInput.model_validate(facts)).result.sky.satellite.azimuth_deg
