"""Orbital elements, elevation tiles and instruments' own corrections."""

import datetime as dt
import json
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from sgp4 import exporter
from sgp4.api import WGS72, Satrec
from skyfield.api import EarthSatellite, load, wgs84

from rindle_core.catalogue.models import Instrument, InstrumentCheck
from rindle_core.kernel.errors import InputError
from rindle_core.science.elements import as_omm, parse_elements
from rindle_core.science.terrain import Tile, height_m, read_hgt, tile_name
from rindle_core.stations.aim.instruments import instrument_bias


def made(inclination_deg=4.0, revolutions=1.00273791, mean_anomaly_deg=120.0):
    """A made-up object in a geosynchronous orbit."""
    satellite = Satrec()
    epoch_days = (dt.date(2026, 11, 20) - dt.date(1949, 12, 31)).days
    satellite.sgp4init(
        WGS72,
        "i",
        99901,
        epoch_days,
        0.0,
        0.0,
        0.0,
        0.0002,
        math.radians(40),
        math.radians(inclination_deg),
        math.radians(mean_anomaly_deg),
        revolutions * 2 * math.pi / 1440,
        math.radians(75),
    )
    satellite.classification, satellite.intldesg = "U", "26901A"
    return exporter.export_tle(satellite)


def test_longitude_and_inclination_agree_with_skyfield():
    lines = made()
    (found,) = parse_elements("Lapwing 3\n" + "\n".join(lines))
    scale = load.timescale(builtin=True)
    sky = EarthSatellite(*lines, "Lapwing 3", scale)
    moments = scale.tt_jd(sky.epoch.tt + np.arange(0, 1, 1 / 96) * 0.99727)
    points = wgs84.subpoint_of(sky.at(moments)).longitude.degrees
    mean = math.degrees(np.angle(np.mean(np.exp(1j * np.radians(points)))))
    assert found.name == "Lapwing 3"
    assert (found.longitude_deg - mean + 180) % 360 - 180 == pytest.approx(0, abs=0.01)  # nutation and UT1 aside
    assert found.inclination_deg == pytest.approx(4.0, abs=1e-3)


def test_omm_and_tle_say_the_same_and_survive_a_round_trip():
    (by_tle,) = parse_elements("\n".join(made()))
    fields = as_omm("Lapwing 3", by_tle.line1, by_tle.line2)
    (by_omm,) = parse_elements(json.dumps([fields]))
    assert by_omm.name == "Lapwing 3"
    assert by_omm.longitude_deg == pytest.approx(by_tle.longitude_deg, abs=1e-3)
    assert Satrec.twoline2rv(by_omm.line1, by_omm.line2).inclo == pytest.approx(
        Satrec.twoline2rv(by_tle.line1, by_tle.line2).inclo, abs=1e-6
    )


LINE1, LINE2 = made()


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (LINE1[:-1] + str((int(LINE1[-1]) + 1) % 10) + "\n" + LINE2, "checksum"),
        ("nothing here", "holds no elements"),
        ("[{}]", "lacks"),
        ("<ndm><a></ndm>", "cannot be read"),
        ("\n".join(made(revolutions=15.2)), "15.20 times a day"),
    ],
)
def test_elements_that_cannot_be_used_say_why(text, says):
    with pytest.raises(InputError, match=says):
        parse_elements(text)


def plane(side=61):
    """Heights of a tilted plane: exact under bilinear interpolation."""
    rows, columns = np.mgrid[0:side, 0:side]
    return (1000 + 10 * rows + 5 * columns).astype(">i2")


@given(st.floats(-30 + 1e-9, -29 - 1e-9), st.floats(27, 28 - 1e-9))
def test_heights_between_posts_are_bilinear(latitude, longitude):
    tile = read_hgt("S30E027.hgt", plane().tobytes())
    row, column = (-29 - latitude) * 60, (longitude - 27) * 60
    assert height_m(tile, latitude, longitude) == pytest.approx(1000 + 10 * row + 5 * column, abs=1e-6)


def test_outside_the_tile_or_on_a_void_there_is_no_height():
    heights = plane().copy()
    heights[0, 0] = -32768
    tile = Tile(-29.0, 27.0, 1 / 60, 1 / 60, heights)
    assert height_m(tile, -28.5, 27.5) is None
    assert height_m(tile, -29.001, 27.001) is None
    assert height_m(tile, -29.5, 27.5) is not None


@pytest.mark.parametrize(
    ("place", "name"),
    [((-29.3, 27.9), "S30E027"), ((0.5, -0.5), "N00W001"), ((47.9, 8.1), "N47E008"), ((-0.1, 179.9), "S01E179")],
)
def test_tiles_are_named_by_their_south_western_corner(place, name):
    assert tile_name(*place) == name


@pytest.mark.parametrize(
    ("name", "content", "says"), [("here.hgt", plane().tobytes(), "corner"), ("S30E027.hgt", b"abc", "square")]
)
def test_a_file_that_is_no_tile_says_what_is_accepted(name, content, says):
    with pytest.raises(InputError, match=says):
        read_hgt(name, content)


def test_an_instruments_error_is_the_median_of_its_checks_folded_over_north():
    pairs = ((34.0, 32.7), (1.0, 359.8), (200.0, 198.7), (90.0, 80.0))
    checks = [InstrumentCheck(on=dt.date(2026, 10, 1), read_deg=read, true_deg=true) for read, true in pairs]
    result = instrument_bias(Instrument(code="c", name="C", kind="compass", checks=checks)).result
    assert result.correction_deg == pytest.approx(1.3)  # one bad sighting does not move it
    assert instrument_bias(Instrument(code="c", name="C", kind="compass")).result.correction_deg is None


@pytest.mark.parametrize("revolutions", [0.9, 1.1, 2.0057])
def test_an_object_that_does_not_keep_with_the_earth_is_refused(revolutions):
    with pytest.raises(InputError, match=f"{revolutions:.2f} times a day"):
        parse_elements("\n".join(made(revolutions=revolutions)))
