"""Look angles against the reference file, an independent library and closed forms."""

import csv
import datetime as dt
import math
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from skyfield.api import load, wgs84
from skyfield.framelib import itrs
from skyfield.positionlib import build_position

from rindle_core.kernel.constants import GEOSTATIONARY_RADIUS_KM, WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.science.look_angles import look_angles, satellite_ecef_km
from rindle_core.stations.aim.aim import AimInput, aim

REFERENCE = Path(__file__).with_name("look_angles.csv")
ROWS = list(csv.DictReader(REFERENCE.open()))
TIMESCALE = load.timescale(builtin=True)
latitudes = st.floats(-90, 90)
longitudes = st.floats(-180, 180)


@pytest.mark.parametrize("row", ROWS, ids=lambda row: f"{row['latitude_deg']},{row['longitude_deg']}")
def test_aim_agrees_with_the_reference_file(row):
    names = ("latitude_deg", "longitude_deg", "height_m", "satellite_longitude_deg")
    result = aim(AimInput(date=dt.date(2026, 11, 24), **{name: float(row[name]) for name in names})).result
    # Half of the file's last digit, and for the magnetic model a day's drift.
    assert abs(result.azimuth_true_deg - float(row["azimuth_true_deg"])) < 1e-5
    assert abs(result.elevation_deg - float(row["elevation_deg"])) < 1e-5
    assert abs((result.skew_deg - float(row["skew_deg"]) + 90) % 180 - 90) < 1e-4
    assert abs(result.slant_range_km - float(row["slant_range_km"])) < 1e-3
    assert abs(result.declination_deg - float(row["declination_deg_2026_11_24"])) < 2e-3


@given(latitudes, longitudes, st.floats(-400, 8000), longitudes)
def test_direction_and_range_agree_with_skyfield(latitude, longitude, height, satellite):
    moment = TIMESCALE.utc(2026, 11, 24)
    site = wgs84.latlon(latitude, longitude, elevation_m=height)
    fixed_km = satellite_ecef_km(satellite)
    rotation = itrs.rotation_at(moment)
    away = build_position((rotation.T @ fixed_km) / 149_597_870.7, t=moment, center=399)
    expected_elevation, expected_azimuth, expected_range = (away - site.at(moment)).altaz()
    got = look_angles(latitude, longitude, height, satellite)
    # skyfield turns the horizon by polar motion of zero and keeps double precision: a milli-arcsecond.
    assert abs(float(got.elevation_deg) - expected_elevation.degrees) < 1e-6
    assert abs(float(got.slant_range_km) - expected_range.km) < 1e-5
    if abs(expected_elevation.degrees) < 89.9:
        assert abs((float(got.azimuth_true_deg) - expected_azimuth.degrees + 180) % 360 - 180) < 1e-5


def test_elevation_is_zero_81_3_degrees_from_the_satellite_on_the_equator():
    horizon_deg = math.degrees(math.acos(WGS84_SEMI_MAJOR_AXIS_M / 1000 / GEOSTATIONARY_RADIUS_KM))
    assert abs(float(look_angles(0, 10, 0, 10 + horizon_deg).elevation_deg)) < 1e-9
    assert horizon_deg == pytest.approx(81.30, abs=0.01)


def test_straight_under_the_satellite_nothing_is_undefined():
    got = look_angles(0, 33, 0, 33)
    assert float(got.elevation_deg) == pytest.approx(90)
    assert (float(got.azimuth_true_deg), float(got.skew_deg)) == (0.0, 0.0)
    assert float(got.slant_range_km) == pytest.approx(GEOSTATIONARY_RADIUS_KM - WGS84_SEMI_MAJOR_AXIS_M / 1000)


@pytest.mark.parametrize("latitude", [90, -90])
def test_at_a_pole_the_satellite_is_below_the_horizon_and_the_skew_upright(latitude):
    got = look_angles(latitude, 25, 0, 40)
    assert float(got.elevation_deg) < -8
    assert float(got.skew_deg) == pytest.approx(0, abs=1e-9)  # the spin axis is the local vertical


@given(latitudes, longitudes, longitudes)
def test_mirroring_the_site_over_the_equator_mirrors_azimuth_and_skew(latitude, longitude, satellite):
    north, south = look_angles(latitude, longitude, 0, satellite), look_angles(-latitude, longitude, 0, satellite)
    assert float(north.elevation_deg) == pytest.approx(float(south.elevation_deg), abs=1e-9)
    if abs(float(north.elevation_deg)) < 89.9:
        assert (float(north.azimuth_true_deg) + float(south.azimuth_true_deg) - 180 + 180) % 360 - 180 == pytest.approx(
            0, abs=1e-5
        )
        assert (float(north.skew_deg) + float(south.skew_deg) + 90) % 180 - 90 == pytest.approx(0, abs=1e-5)


def test_skew_far_away_tends_to_the_textbook_formula():
    """Without parallax the skew is atan(sin Δλ / tan φ); here it stays within the half degree that parallax makes."""
    latitude, difference = 40.0, 25.0
    textbook = math.degrees(math.atan(math.sin(math.radians(difference)) / math.tan(math.radians(latitude))))
    got = abs(float(look_angles(latitude, 0, 0, difference).skew_deg))
    assert 0.05 < abs(got - textbook) < 0.6


def test_an_inclined_satellite_draws_a_figure_of_eight_of_its_own_height():
    hours = np.linspace(0, 23.9345, 2000)
    track = satellite_ecef_km(20.0, 5.0, hours)
    latitude = np.degrees(np.arcsin(track[:, 2] / GEOSTATIONARY_RADIUS_KM))
    drift = np.degrees(np.arctan2(track[:, 1], track[:, 0])) - 20.0
    assert latitude.max() == pytest.approx(5.0, abs=1e-4)
    # Width of the eight: tan²(i/2) radians to each side at most, near enough for 5°.
    assert np.abs(drift).max() == pytest.approx(math.degrees(math.tan(math.radians(2.5)) ** 2), rel=2e-3)
