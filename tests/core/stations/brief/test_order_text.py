"""A work order as it comes: JSON, a table of one row, or lines pasted from a message."""

import pytest

from rindle_core.kernel.errors import InputError
from rindle_core.stations.brief.order_text import read_work_order

PASTED = """Customer: Sephiri Valley School
Azimuth: 33,4°
Elevation = 54.9 deg
Polarisation:\t-12.5
Site ID: SV-0031
Coordinates: -29.5527, 28.4462
Gate code: 4471
"""


def test_lines_of_a_message_are_read_by_the_names_that_orders_use():
    assert read_work_order(PASTED) == {
        "customer": "Sephiri Valley School",
        "azimuth_deg": 33.4,
        "elevation_deg": 54.9,
        "skew_deg": -12.5,
        "site_id": "SV-0031",
        "place": "-29.5527, 28.4462",
        "order_extra": {"Gate code": "4471"},
    }


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("Azimuth 33.4\nElevation 54.2", {"azimuth_deg": 33.4, "elevation_deg": 54.2}),
        ("AZ 33.4, EL 54.2, SKEW -12", {"azimuth_deg": 33.4, "elevation_deg": 54.2, "skew_deg": -12.0}),
        ("Az: 33.4° true\nSkew: 12.5 ccw", {"azimuth_deg": 33.4, "azimuth_north": "true", "skew_deg": -12.5}),
        (
            "Azimuth: 33°24' mag\nEl: 54°12'36\"",
            {"azimuth_deg": 33.4, "azimuth_north": "magnetic", "elevation_deg": 54.21},
        ),
        ("Az: 33.4 mag\nheight: 1980 metres", {"azimuth_deg": 33.4, "azimuth_north": "magnetic", "height_m": 1980.0}),
        ("Azimuth\t33.4\nElevation\t54.2", {"azimuth_deg": 33.4, "elevation_deg": 54.2}),
        ("Azimuth, 33.4\nCustomer, Reed Farm", {"azimuth_deg": 33.4, "customer": "Reed Farm"}),
        ("Skew: 12.5 clockwise\nsite code 7F", {"skew_deg": 12.5, "site_code": "7F"}),
        (
            "Hello Tumelo,\nthe next one is\nCustomer: Reed Farm\nLat: 29.5527 S\nLon: 28.4462 E",
            {
                "customer": "Reed Farm",
                "latitude_deg": -29.5527,
                "longitude_deg": 28.4462,
                "order_extra": {"line 1": "Hello Tumelo,", "line 2": "the next one is"},
            },
        ),
    ],
)
def test_a_message_is_read_as_people_write_it(text, told):
    read = read_work_order(text)
    assert read.keys() == told.keys()
    assert {name: pytest.approx(value) if isinstance(value, float) else value for name, value in told.items()} == read


@pytest.mark.parametrize(
    "text",
    [
        '{"customer": "A", "azimuth_deg": 33.4, "dispatcher": "Thabo"}',
        "customer,azimuth_deg,dispatcher\nA,33.4,Thabo\n",
        "customer;azimuth_deg;dispatcher\nA;33.4;Thabo\n",
        "Customer: A\nAz: 33.4\ndispatcher: Thabo",
    ],
)
def test_what_no_field_is_meant_by_is_kept_and_refuses_nothing(text):
    assert read_work_order(text) == {"customer": "A", "azimuth_deg": 33.4, "order_extra": {"dispatcher": "Thabo"}}


@pytest.mark.parametrize(
    ("text", "field", "says"),
    [
        ("Customer: A\nAzimuth: north", "azimuth_deg", "is not a number"),
        ("Customer: A\nAzimuth: 33°72'", "azimuth_deg", "more than 59"),
        ("Customer: A\nHeight: 1,980 m", "height_m", "without the comma"),
        ("Customer: A\nAzimuth: 33 cw", "azimuth_deg", "is not a number"),
        ("Customer: A\nLat: -29.5 S\nLon: 28", "latitude_deg", "is not a number"),
        ("Customer: A\nLat: -29.5", "longitude_deg", "is missing"),
        ("Customer: A\nAzimuth north: grid", "azimuth_north", "true or magnetic"),
        ("weather: fine\nmood: good", "file", "names no field"),
        ("customer\nA\nB\n", "file", "holds 2 rows"),
        ("Customer: A\n" + "\n".join(f"x{n}: 1" for n in range(41)), "file", "up to 40 are kept"),
    ],
)
def test_an_order_that_cannot_be_used_says_why(text, field, says):
    with pytest.raises(InputError) as caught:
        read_work_order(text)
    assert caught.value.field == field
    assert says in caught.value.message


def test_of_a_secret_the_name_alone_is_kept():
    extra = read_work_order("Customer: A\nWi-Fi password: heron-9\nModem PIN: 0417")["order_extra"]
    assert extra == {"Wi-Fi password": "not kept: a secret", "Modem PIN": "not kept: a secret"}
