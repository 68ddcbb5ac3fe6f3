"""Places in files and lists of sites."""

import csv
import datetime as dt
import io
import json

import pytest
from PIL import Image
from PIL.TiffImagePlugin import IFDRational

from rindle_core.kernel.errors import InputError
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.sites import SitesInput, as_csv, as_geojson, as_kml, sites
from rindle_core.stations.brief.place_files import ApartInput, apart, places_in_file

DAY = dt.date(2026, 11, 24)
GPX = (
    b'<gpx xmlns="http://www.topografix.com/GPX/1/1"><wpt lat="-29.5" lon="28.25"><ele>1850</ele>'
    b"<name>Kraal &amp; mast</name></wpt></gpx>"
)
KML = (
    b'<kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>Mast</name>'
    b"<Point><coordinates> 28.25,-29.5,1850 </coordinates></Point></Placemark></Document></kml>"
)
GEOJSON = json.dumps(
    {
        "type": "Feature",
        "properties": {"name": "Mast"},
        "geometry": {"type": "Point", "coordinates": [28.25, -29.5, 1850]},
    }
).encode()


def photo(with_position=True):
    image = Image.new("RGB", (8, 8))
    exif = image.getexif()
    if with_position:
        gps = exif.get_ifd(0x8825)
        gps[1], gps[2] = "S", (IFDRational(29), IFDRational(30), IFDRational(0))
        gps[3], gps[4] = "E", (IFDRational(28), IFDRational(15), IFDRational(0))
        gps[6] = IFDRational(1850)
        exif[0x8825] = gps
    out = io.BytesIO()
    image.save(out, "JPEG", exif=exif)
    return out.getvalue()


@pytest.mark.parametrize("content", [GPX, KML, GEOJSON, photo()], ids=["gpx", "kml", "geojson", "photo"])
def test_each_kind_of_file_gives_the_same_place(content):
    (place,) = places_in_file("file", content)
    assert (place.latitude_deg, place.longitude_deg, place.height_m) == pytest.approx((-29.5, 28.25, 1850))


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"hello", "GPX, KML, GeoJSON"),
        (b"<gpx></gpx>", "holds no point"),
        (b"{not json", "cannot be read"),
        (b'<gpx><wpt lat="95" lon="0"/></gpx>', "-90 to 90"),
        (b'<gpx><wpt lat="north" lon="0"/></gpx>', "not a number"),
        (photo(with_position=False), "carries no position"),
        (b'<!DOCTYPE a [<!ENTITY b "c">]><gpx>&b;</gpx>', "cannot be read"),
    ],
)
def test_what_cannot_be_used_says_what_is_accepted(content, says):
    with pytest.raises(InputError) as caught:
        places_in_file("the file", content)
    assert caught.value.field == "file"
    assert says in caught.value.message


def test_two_entries_far_apart_are_asked_about():
    base = {"first_latitude_deg": -29.5, "first_longitude_deg": 28.25, "second_longitude_deg": 28.25}
    near, far = (apart(ApartInput(**base, second_latitude_deg=lat)) for lat in (-29.501, -29.503))
    assert [near.findings[0].level, far.findings[0].level] == ["clear", "mind"]
    assert far.result.distance_m == pytest.approx(332.5, abs=0.5)  # 0.003° of meridian at 29.5°: 110 848 m a degree
    assert far.result.bearing_deg == pytest.approx(180)


LIST = (
    "name,place,height_m,satellite_longitude_deg\n"
    'Clinic,"29°30\'S 28°15\'E",1850,\nSchool,"-29.6, 28.4",,48.2\nWrong,"95, 10",,\n'
)


def listed(text=LIST, **more):
    return sites(SitesInput(csv=text, satellite_longitude_deg=31.6, date=DAY, **more))


def test_each_row_has_the_figures_of_the_one_calculator_and_bad_rows_their_reason():
    outcome = listed()
    clinic, school, wrong = outcome.result.sites
    turned = listed('name,place,satellite_tilt_deg\nA,"-29.5, 28.25",3.5\nB,"-29.5, 28.25",\n').result.sites
    assert turned[0].aim.skew_deg - turned[1].aim.skew_deg == pytest.approx(3.5)
    expected = aim(
        AimInput(latitude_deg=-29.5, longitude_deg=28.25, height_m=1850, satellite_longitude_deg=31.6, date=DAY)
    ).result
    assert clinic.aim.azimuth_true_deg == pytest.approx(expected.azimuth_true_deg, rel=1e-12)
    assert school.aim.elevation_deg < clinic.aim.elevation_deg  # its own satellite stands further east
    assert (wrong.aim, wrong.line_number) == (None, 4)
    assert "latitude 95" in wrong.error
    assert [f.figure for f in outcome.findings] == [1.0]


def test_the_three_forms_out_hold_the_same_figures():
    result = listed().result
    rows = list(csv.DictReader(io.StringIO(as_csv(result))))
    features = json.loads(as_geojson(result))["features"]
    assert [row["name"] for row in rows] == ["Clinic", "School", "Wrong"]
    assert float(rows[0]["skew_deg"]) == features[0]["properties"]["skew_deg"] == round(result.sites[0].aim.skew_deg, 4)
    back = places_in_file("out.kml", as_kml(result, DAY).encode())
    assert [(place.name, place.latitude_deg) for place in back] == [("Clinic", -29.5), ("School", -29.6)]


def test_a_site_that_does_not_see_its_satellite_is_no_good_one_and_goes_into_no_map():
    outcome = listed('name,place\nHere,"-29.5, 28.25"\nOther side,"10, -150"\n')
    result = outcome.result
    assert (result.good_count, result.below_count) == (1, 1)
    assert {one.code: one.level for one in outcome.findings} == {"sites.below": "hold"}
    assert [row["visible"] for row in csv.DictReader(io.StringIO(as_csv(result)))] == ["yes", "no"]
    assert [one["properties"]["name"] for one in json.loads(as_geojson(result))["features"]] == ["Here"]
    assert "Other side" not in as_kml(result, DAY)


@pytest.mark.parametrize(("text", "says"), [("name,lat\nA,1\n", "header needs place"), ("place\n1 2\n" * 1, "")])
def test_a_header_without_a_place_is_refused(text, says):
    if says:
        with pytest.raises(InputError, match=says):
            listed(text)
    else:
        assert listed(text).result.good_count == 1


def test_semicolons_and_tabs_separate_too():
    for mark in ";\t":
        text = f"name{mark}latitude_deg{mark}longitude_deg\nA{mark}-29.5{mark}28.25\n"
        assert listed(text).result.good_count == 1
