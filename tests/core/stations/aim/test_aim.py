"""What the instruments read, refraction, the magnetic model's life, and verdicts."""

import datetime as dt

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pygeomag import GeoMag

from rindle_core.catalogue.models import Clinometer
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.science.magnetism import decimal_year, field_arrays
from rindle_core.science.refraction import refraction_deg
from rindle_core.stations.aim.aim import AimInput, aim, aim_many, clinometer_reading_deg

HIGHLAND = {
    "latitude_deg": -29.31,
    "longitude_deg": 27.94,
    "height_m": 2140,
    "satellite_longitude_deg": 31.6,
    "date": "2026-11-24",
}


@pytest.mark.parametrize(
    ("kind", "offset", "reads"), [("face", 22.4, 77.4), ("scale", 0.0, 55.0), ("rim", 22.8, 32.2), ("flat", 10.0, 0.0)]
)
def test_clinometer_reads_by_its_face(kind, offset, reads):
    assert clinometer_reading_deg(55.0, Clinometer(face="there", kind=kind, offset_deg=offset)) == pytest.approx(reads)


def test_compass_is_true_less_declination():
    result = aim(parse(AimInput, HIGHLAND)).result
    assert result.declination_deg < -20  # west
    assert result.azimuth_magnetic_deg == pytest.approx((result.azimuth_true_deg - result.declination_deg) % 360)
    assert result.round_trip_ms == pytest.approx(2 * result.slant_range_km / 299.792458)


@pytest.mark.parametrize(
    ("theta", "h_km"), [(0.5, 0), (1, 0), (3, 0), (5, 0), (10, 0), (20, 0), (1, 1.5), (5, 1.5), (10, 2.5), (20, 2.5)]
)
def test_refraction_agrees_with_the_inverse_formula_of_the_same_recommendation(theta, h_km):
    """P.834 gives the bending once by the apparent and once by the free-space angle, as separate fits;

    they differ by 0.012°.
    """
    seen = theta + float(refraction_deg(theta, h_km * 1000))
    by_apparent = 1 / (
        1.314
        + 0.6437 * seen
        + 0.02869 * seen**2
        + h_km * (0.2305 + 0.09428 * seen + 0.01096 * seen**2)
        + 0.008583 * h_km**2
    )
    assert seen - theta == pytest.approx(by_apparent, abs=0.012)


def test_refraction_falls_with_elevation_and_vanishes_overhead_and_far_below():
    bends = [float(refraction_deg(e, 0)) for e in (0, 1, 5, 20, 60, 90)]
    assert bends == sorted(bends, reverse=True)
    assert bends[-1] == 0
    assert float(refraction_deg(-5, 0)) == 0


def test_below_the_horizon_is_a_hold_and_not_an_error():
    outcome = aim(parse(AimInput, {**HIGHLAND, "satellite_longitude_deg": -150}))
    assert outcome.result.visible is False
    assert [finding.code for finding in outcome.findings if finding.level == "hold"] == ["aim.below_horizon"]


def test_a_weak_field_forbids_the_compass():
    outcome = aim(
        AimInput(latitude_deg=86.5, longitude_deg=150, satellite_longitude_deg=150, date=dt.date(2026, 11, 24))
    )
    assert any(finding.code == "aim.weak_field" and finding.level == "hold" for finding in outcome.findings)


@pytest.mark.parametrize(
    ("field", "value", "says"),
    [
        ("latitude_deg", 95, "90 or less"),
        ("latitude_deg", "north", "not a number"),
        ("longitude_deg", -181, "-180 or more"),
        ("date", "tomorrow", "year-month-day"),
        ("date", "2031-01-01", "2029-12-31"),
        ("height_m", float("nan"), "finite"),
        ("elevation", 3, "--schema"),
    ],
)
def test_bad_input_names_the_field_and_what_is_accepted(field, value, says):
    with pytest.raises(InputError) as caught:
        aim(parse(AimInput, {**HIGHLAND, field: value}))
    assert caught.value.field == field
    assert says in caught.value.message


def test_all_faults_are_told_at_once():
    with pytest.raises(InputError) as caught:
        parse(AimInput, {**HIGHLAND, "latitude_deg": 95, "longitude_deg": "x"})
    assert {fault.field for fault in caught.value.faults} == {"latitude_deg", "longitude_deg"}


def test_decimal_year_counts_leap_days():
    assert decimal_year(dt.date(2028, 7, 1)) == pytest.approx(2028 + 182 / 366)


@given(
    st.floats(-90, 90),
    st.floats(-180, 180),
    st.floats(-400, 8900),
    st.dates(dt.date(2025, 1, 1), dt.date(2029, 12, 31)),
)
def test_the_magnetic_field_is_that_of_an_independent_evaluation_of_the_model(latitude, longitude, height, day):
    expected = GeoMag().calculate(
        glat=latitude, glon=longitude, alt=height / 1000, time=decimal_year(day), allow_date_outside_lifespan=True
    )
    field, _ = field_arrays(latitude, longitude, height, decimal_year(day))
    # Nanotesla of some 50 000; within a centimetre of a pole the direction of north is a matter of rounding.
    if abs(latitude) < 89.99:
        assert (float(field.north_nt[0]), float(field.east_nt[0])) == pytest.approx((expected.x, expected.y), abs=0.01)
    assert float(field.down_nt[0]) == pytest.approx(expected.z, abs=0.01)


def test_many_at_once_are_the_same_as_one_by_one():
    inputs = [AimInput(**{**HIGHLAND, "latitude_deg": latitude}) for latitude in (-60, -29.31, 0, 12.5, 71)]
    together = [outcome.as_dict() for outcome in aim_many(inputs)]
    for alone, outcome in zip(map(aim, inputs), together, strict=True):
        assert [one.code for one in alone.findings] == [one["code"] for one in outcome["findings"]]
        for name, value in alone.as_dict()["result"].items():
            assert outcome["result"][name] == (pytest.approx(value, rel=1e-9) if isinstance(value, float) else value)
