"""Wind against ASCE 7's printed table, air against ISO 2533, the mast against closed forms and integration."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import MastWindow
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.antenna import half_power_beamwidth_deg, pattern_loss_db, pointing_loss_db
from rindle_core.stations.mount.fit import judge_window
from rindle_core.stations.mount.mast import MountInput, mount, second_moment_m4, tip_rotation_rad
from rindle_core.stations.mount.wind import WindInput, air_density_kg_per_m3, exposure_factor, wind

WINDOW = MastWindow(least_mm=58, most_mm=63.5)
PLAIN = {
    "mast_diameter_mm": 60.3,
    "mast_wall_mm": 2.9,
    "free_length_m": 0.9,
    "height_above_ground_m": 3.6,
    "altitude_m": 2140,
    "aperture_mm": 740,
    "beamwidth_deg": 1.42,
}


@pytest.mark.parametrize(
    ("height_ft", "exposure", "printed"),
    [
        (15, "B", 0.57),
        (30, "B", 0.70),
        (15, "C", 0.85),
        (30, "C", 0.98),
        (50, "C", 1.09),
        (15, "D", 1.03),
        (30, "D", 1.16),
    ],
)
def test_exposure_factor_is_that_of_the_printed_table(height_ft, exposure, printed):
    assert exposure_factor(height_ft * 0.3048, exposure) == pytest.approx(
        printed, abs=0.006
    )  # the table has two decimals


@pytest.mark.parametrize(("altitude_m", "density"), [(0, 1.2250), (1000, 1.1117), (2000, 1.0066), (3000, 0.90925)])
def test_air_density_is_that_of_the_standard_atmosphere(altitude_m, density):
    assert air_density_kg_per_m3(altitude_m) == pytest.approx(density, rel=2e-4)  # geometric for geopotential height


@given(st.floats(1, 60), st.floats(0.1, 3))
def test_force_grows_with_the_square_of_the_gust_and_with_the_area(gust, area):
    one = wind(WindInput(gust_mps=gust, height_above_ground_m=5, area_m2=area)).result.force_n
    four = wind(WindInput(gust_mps=2 * gust, height_above_ground_m=5, area_m2=area)).result.force_n
    double = wind(WindInput(gust_mps=gust, height_above_ground_m=5, area_m2=2 * area)).result.force_n
    assert four == pytest.approx(4 * one)
    assert double == pytest.approx(2 * one)


def test_second_moment_of_a_solid_bar_is_the_textbook_one():
    assert second_moment_m4(0.06, 0.03) == pytest.approx(math.pi * 0.03**4 / 4)


def test_tip_rotation_agrees_with_integrating_the_curvature():
    force, spread, length, stiffness = 600.0, 55.0, 1.7, 45_000.0
    x = np.linspace(0, length, 20_001)
    bending = force * (length - x) + spread * (length - x) ** 2 / 2
    assert tip_rotation_rad(force, spread, length, stiffness) == pytest.approx(
        np.trapezoid(bending / stiffness, x), rel=1e-8
    )


def test_stress_and_loss_follow_from_force_and_lever():
    result = mount(MountInput(**PLAIN)).result
    inertia = math.pi / 64 * (0.0603**4 - 0.0545**4)
    assert result.base_moment_nm == pytest.approx(0.9 * (result.wind_force_n + result.mast_wind_force_n / 2))
    assert result.stress_mpa == pytest.approx(result.base_moment_nm * 0.03015 / inertia / 1e6)
    assert result.wind_loss_db == pytest.approx(12 * (result.tip_rotation_deg / 1.42) ** 2)


@pytest.mark.parametrize(("diameter", "level"), [(55.0, "hold"), (58.0, "clear"), (63.5, "clear"), (64.0, "hold")])
def test_the_clamp_grips_only_inside_its_window(diameter, level):
    assert judge_window(diameter, diameter, WINDOW).level == level


def test_the_suggested_wall_holds_and_half_a_millimetre_less_does_not():
    weak = {**PLAIN, "free_length_m": 2.4}
    rules = HouseRules()
    least = mount(MountInput(**weak)).result.least_wall_mm
    enough = mount(MountInput(**{**weak, "mast_wall_mm": least})).result
    less = mount(MountInput(**{**weak, "mast_wall_mm": least - 0.5})).result
    assert enough.stress_mpa <= rules.steel_yield_mpa / rules.strength_factor < less.stress_mpa


def test_a_wall_thicker_than_the_radius_names_its_field():
    with pytest.raises(InputError) as caught:
        mount(MountInput(**{**PLAIN, "mast_wall_mm": 31}))
    assert caught.value.field == "mast_wall_mm"


def test_the_aperture_pattern_meets_the_parabola_at_half_power_and_has_its_known_side_lobe():
    assert float(pattern_loss_db(0.71, 1.42)) == pytest.approx(3.01, abs=0.01)
    assert float(pointing_loss_db(0.71, 1.42)) == pytest.approx(3.0)
    off = np.linspace(1.3, 2.2, 2000)
    lobe = pattern_loss_db(off * 1.42, 1.42)
    assert lobe.min() == pytest.approx(17.57, abs=0.02)  # uniformly lit round aperture, Balanis table 12.1
    assert off[lobe.argmin()] == pytest.approx(1.6, abs=0.06)


def test_beamwidth_of_seventy_wavelengths_over_the_aperture():
    assert half_power_beamwidth_deg(1000, 29.9792458) == pytest.approx(0.7)
