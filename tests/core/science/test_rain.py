"""Rain against the independent library itur, which follows the same recommendations with code and maps of its own."""

import numpy as np
import pytest
from itur.models import itu837, itu839
from itur.models.itu618 import rain_attenuation
from itur.models.itu838 import rain_specific_attenuation_coefficients

from rindle_core.science.rain import (
    RainClimate,
    rain_climate,
    rain_coefficients,
    rain_fade_001_db,
    rain_fades_db,
)

SHARES = np.array([0.001, 0.01, 0.05, 0.3, 1.0, 5.0])
# Latitude, longitude, height of the site (km), elevation, frequency, tilt.
WAYS = [
    (-29.5, 28.4, 1.9, 52.0, 19.95, 45.0),
    (-29.5, 28.4, 3.3, 24.0, 11.7, 0.0),
    (1.7, 162.2, 0.8, 80.9, 11.7, 0.0),
    (45.9, -32.7, 1.1, 8.2, 29.75, 90.0),
    (64.6, 80.9, 0.1, 3.0, 14.2, 20.0),
    (-23.8, 103.8, 0.0, 12.0, 29.75, 45.0),
]


@pytest.mark.parametrize(("latitude", "longitude", "height_km", "elevation", "ghz", "tilt"), WAYS)
def test_the_fade_is_that_of_the_library_in_the_same_rain(latitude, longitude, height_km, elevation, ghz, tilt):
    """To a part in a million: both follow P.618-13 step by step."""
    climate = RainClimate(
        float(itu837.rainfall_rate(latitude, longitude, 0.01).value),
        float(itu839.rain_height(latitude, longitude).value),
    )
    worst_db = rain_fade_001_db(
        climate, latitude_deg=latitude, height_km=height_km, elevation_deg=elevation, ghz=ghz, tilt_deg=tilt
    )
    ours = rain_fades_db(SHARES, worst_db, latitude_deg=latitude, elevation_deg=elevation)
    theirs = [
        float(rain_attenuation(latitude, longitude, ghz, elevation, hs=height_km, p=share, tau=tilt).value)
        for share in SHARES
    ]
    assert ours == pytest.approx(theirs, rel=1e-6)


@pytest.mark.parametrize("ghz", [4.0, 11.7, 19.95, 29.75, 45.0])
@pytest.mark.parametrize("tilt", [0.0, 45.0, 90.0])
def test_the_coefficients_are_those_of_the_table(ghz, tilt):
    theirs = rain_specific_attenuation_coefficients(ghz, 35.0, tilt)
    assert rain_coefficients(ghz, 35.0, tilt) == pytest.approx([float(one) for one in theirs], rel=1e-9)


def test_the_maps_are_near_the_fine_ones():
    """Read each half degree: on the mean within 1 % of the rate, 60 m of the height; on the grid rounded."""
    random = np.random.default_rng(5)
    places = [(float(random.uniform(-65, 70)), float(random.uniform(-180, 180))) for _ in range(120)]
    off, high = [], []
    for latitude, longitude in places:
        found = rain_climate(latitude, longitude)
        rate = float(itu837.rainfall_rate(latitude, longitude, 0.01).value)
        off.append(abs(found.rate_mm_h - rate) / max(rate, 5.0))
        high.append(abs(found.top_km - float(itu839.rain_height(latitude, longitude).value)))
    assert np.mean(off) < 0.01
    assert np.quantile(off, 0.95) < 0.05
    assert max(high) < 0.06
    corner = rain_climate(-29.0, 28.0)
    assert corner.rate_mm_h == pytest.approx(float(itu837.rainfall_rate(-29.0, 28.0, 0.01).value), abs=0.051)


def test_the_maps_go_round_the_date_line_and_to_the_poles():
    assert rain_climate(-17.0, 180.0) == rain_climate(-17.0, -180.0)
    east, west = rain_climate(-17.0, 179.999), rain_climate(-17.0, -179.999)
    assert east.rate_mm_h == pytest.approx(west.rate_mm_h, abs=0.1)
    for latitude in (-90.0, 90.0):
        assert rain_climate(latitude, 33.3).rate_mm_h >= 0.0


def test_above_the_rain_nothing_is_taken_and_a_higher_site_never_loses_more():
    def fade(height_km, climate=None):
        return rain_fade_001_db(
            climate or RainClimate(40.0, 4.6),
            latitude_deg=-29.5,
            height_km=height_km,
            elevation_deg=50.0,
            ghz=19.95,
            tilt_deg=45.0,
        )

    falls = [fade(one) for one in np.arange(0.0, 4.7, 0.2)]
    assert falls == sorted(falls, reverse=True)
    assert fade(4.6) == fade(5.0) == fade(1.0, RainClimate(0.0, 4.6)) == 0.0
    assert list(rain_fades_db(SHARES, 0.0, latitude_deg=-29.5, elevation_deg=50.0)) == [0.0] * len(SHARES)
