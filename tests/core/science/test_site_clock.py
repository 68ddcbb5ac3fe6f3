"""The clock of a site against what the zones' own rules say, and its day over the date line."""

import datetime as dt

import pytest

from rindle_core.science.site_clock import ahead_h, noon_of, read_at, told_at, zone_at

WINTER, SUMMER = (dt.datetime(2026, month, 4, 5, 7, tzinfo=dt.UTC) for month in (1, 7))


@pytest.mark.parametrize(
    ("latitude_deg", "longitude_deg", "winter_h", "summer_h"),
    [
        (-29.5, 28.2, 2, 2),
        (48.85, 2.35, 1, 2),  # summer time in the north
        (-33.87, 151.2, 11, 10),  # and in the south
        (27.7, 85.3, 5.75, 5.75),  # a land that keeps quarters
        (0.0, -150.0, -10, -10),  # at sea: by the longitude
        (-13.83, -171.76, 13, 13),  # west of the date line by longitude, east of it by its clocks
    ],
)
def test_the_clock_of_a_place_is_that_of_its_land(latitude_deg, longitude_deg, winter_h, summer_h):
    zone = zone_at(latitude_deg, longitude_deg)
    assert ahead_h(zone, WINTER) == winter_h
    assert ahead_h(zone, SUMMER) == summer_h


def test_noon_is_twelve_by_those_clocks():
    assert noon_of(dt.date(2026, 11, 24), "Asia/Kathmandu") == dt.datetime(2026, 11, 24, 6, 15, tzinfo=dt.UTC)


def test_a_moment_is_told_with_its_zone():
    assert told_at(WINTER, "America/St_Johns") == "2026-01-04 01:37 UTC-3:30"
    assert told_at(WINTER, "Africa/Maseru") == "2026-01-04 07:07 UTC+2"


def test_a_moment_is_read_by_the_sites_clock_and_a_time_alone_is_the_next_such():
    began = read_at("2026-11-24 18:30", "Africa/Maseru")  # two hours before UTC all year
    assert began == dt.datetime(2026, 11, 24, 16, 30, tzinfo=dt.UTC)
    assert read_at("2026-11-24T18:30:00Z", "Africa/Maseru") == dt.datetime(2026, 11, 24, 18, 30, tzinfo=dt.UTC)
    assert read_at("24 Nov 2026, 6:30 pm", "Africa/Maseru", began) == began
    assert read_at("18:30", "Africa/Maseru", began) == began
    assert read_at("18:29:59", "Africa/Maseru", began) == began + dt.timedelta(hours=23, minutes=59, seconds=59)
    assert read_at("06:00", "Africa/Maseru", began) == began + dt.timedelta(hours=11, minutes=30)
    # Berlin's clocks went back on 25 October 2026 at 1:00 UTC: the night had an hour more.
    evening = read_at("2026-10-24 22:00", "Europe/Berlin")
    assert read_at("06:00", "Europe/Berlin", evening) - evening == dt.timedelta(hours=9)


@pytest.mark.parametrize("text", ["", "soon", "25:00", "2026-13-01 10:00"])
def test_what_is_no_moment_is_refused_with_what_would_be(text):
    with pytest.raises(ValueError, match="2026-11-24 14:05 by the site's clock"):
        read_at(text, "Africa/Maseru")
