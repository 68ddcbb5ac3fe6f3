"""Places typed in any form, and the sentences for those that cannot be read."""

import math

import pytest
import utm
from hypothesis import assume, example, given
from hypothesis import strategies as st

from rindle_core.kernel.errors import InputError
from rindle_core.stations.brief.places import PlaceInput, degrees_minutes_seconds, parse_place, place_forms


def read(text):
    return parse_place(PlaceInput(place=text))


@pytest.mark.parametrize(
    "text",
    [
        "-29.5, 28.25",
        "-29.5 28.25",
        "29.5 S, 28.25 E",
        "S29.5 E28.25",
        "28.25E 29.5S",
        "29°30'00\"S 28°15'00\"E",
        "29° 30' S 28° 15' E",
        "29 30 0 S 28 15 0 E",
        "-29 30 0, 28 15 0",
        "lat: -29.5, lon: 28.25",
        "29º30′00″S, 28º15′00″E",
        "29.5 south 28.25 east",
        "(-29.5, 28.25)",
        "geo:-29.5,28.25",
        "geo:-29.5,28.25?z=12",
        "-29,5 28,25",
        "-29,5; 28,25",
        "geo:-29.5,28.25,1850;u=12",
        "UTM 35J 621185.2 6735922.6",
        "35 south 621185.2 6735922.6",
    ],
)
def test_each_form_means_the_same_place(text):
    place = read(text)
    # 1e-5° is a metre; the UTM figures carry a decimetre.
    assert (place.latitude_deg, place.longitude_deg) == pytest.approx((-29.5, 28.25), abs=1e-5) or text.startswith(
        ("UTM", "35")
    )
    if text.startswith(("UTM", "35")):
        expected = utm.from_latlon(place.latitude_deg, place.longitude_deg)
        assert expected[:2] == pytest.approx((621185.2, 6735922.6), abs=0.01)


def test_a_geo_link_brings_its_height():
    assert read("geo:-29.5,28.25,1850").height_m == 1850


def test_a_known_utm_point():
    """Worked example of the UTM grid: the zone's own meridian meets the equator at 500 000 m, 0 m."""
    place = read("UTM 31N 500000 0")
    assert (place.latitude_deg, place.longitude_deg) == pytest.approx((0, 3), abs=1e-9)


def test_a_military_grid_square_reads_to_its_metre():
    place = read("MGRS 31N AA 66021 00000")
    assert (place.latitude_deg, place.longitude_deg) == pytest.approx((0, 0), abs=2e-5)


@given(st.floats(-90, 90), st.floats(-180, 180))
def test_what_is_written_is_read_back(latitude, longitude):
    place = read(degrees_minutes_seconds(latitude, longitude))
    # A tenth of a second is 3e-5 degrees; half of it is the rounding.
    assert abs(place.latitude_deg - latitude) < 1.5e-5
    assert abs(place.longitude_deg - longitude) < 1.5e-5


@given(st.floats(-79, 83), st.floats(-179.9, 179.9))
def test_utm_survives_a_round_trip(latitude, longitude):
    easting, northing, zone, letter = utm.from_latlon(latitude, longitude)
    assume(100_000 <= easting < 1_000_000)
    place = read(f"{zone}{letter} {easting:.3f} {max(northing, 0):.3f}")
    assert abs(place.latitude_deg - latitude) < 1e-7
    assert abs(place.longitude_deg - longitude) < 2e-6  # 0.1 m; the series is worst at the edge of a wide zone


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("95.2, 10", "latitude 95.2"),
        ("120, 10", "longitude may stand first"),
        ("10, 190", "longitude 190"),
        ("abc", "not understood"),
        ("twelve, 10", "not a number"),
        ("29 75 S 28 10 E", "75 minutes"),
        ("-29.5 S 28 E", "ambiguous"),
        ("29 S 28 N", "same axis"),
        ("29 S 28", "one coordinate only"),
        ("61K 500000 7000000", "zone 61"),
        ("35J 5 7000000", "easting"),
        ("geo:10,20;crs=moon", "wgs84"),
    ],
)
def test_what_cannot_be_read_says_what_is_accepted(text, says):
    with pytest.raises(InputError) as caught:
        read(text)
    assert caught.value.field == "place"
    assert says in caught.value.message


@example(-2.98e-08, 0.0)  # millimetres south of the equator: no square of the grid has so high a northing
@given(st.floats(-79, 83), st.floats(-179.9, 179.9))
def test_every_form_that_is_written_is_read_back_to_the_same_place(latitude, longitude):
    forms = place_forms(latitude, longitude)
    for name, text in forms.model_dump().items():
        place = read(text)
        # An open location code of ten digits is a square of 1/8000°: its middle is half of that away at the most.
        within = 6.3e-5 if name == "location_code" else 2e-5
        # UTM and the grid are cut to a metre, which is 1e-5 degrees of latitude; in longitude it is more towards the
        # poles.
        assert abs(place.latitude_deg - latitude) < within
        assert abs((place.longitude_deg - longitude + 180) % 360 - 180) * math.cos(math.radians(latitude)) < within


def test_an_open_location_code_is_the_middle_of_its_square():
    # By hand: base 20 over 400°; 5G 2C 96 Q3 is 29.6125 S, 28.204 E at its south-west corner, and +3J a 1/8000° square.
    assert read("5G2C96Q3+3J").form == "open location code"
    assert read("5g2c96q3+3j").latitude_deg == pytest.approx(-29.6123125, abs=1e-7)
    with pytest.raises(InputError) as caught:
        read("96Q3+3J")
    assert "give the whole code" in caught.value.message
