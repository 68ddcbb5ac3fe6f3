"""Days as people write them."""

import datetime as dt

import pytest

from rindle_core.kernel.days import Day, SiteMoment, day_meant
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model, parse


class Told(Model):
    on: Day | None = None
    at: SiteMoment | None = None


THIRD = dt.date(2026, 12, 3)  # a Thursday


@pytest.mark.parametrize(
    "text",
    ["2026-12-03", "2026/12/3", "3.12.2026", "03.12.2026", "3 Dec 2026", "3. December 2026", "Dec 3, 2026",
     "Thu 3 Dec 2026", "Thursday, December 3rd, 2026", " 3-dec-2026 "],
)  # fmt: skip
def test_a_day_is_taken_as_people_write_it(text):
    assert parse(Told, {"on": text}).on == THIRD
    assert day_meant(text) == THIRD


def test_where_only_one_of_day_and_month_can_be_meant_strokes_are_taken_and_else_the_two_are_named():
    assert parse(Told, {"on": "13/12/2026"}).on == parse(Told, {"on": "12/13/2026"}).on == dt.date(2026, 12, 13)
    assert parse(Told, {"on": "5-5-2026"}).on == dt.date(2026, 5, 5)
    with pytest.raises(InputError, match="2026-12-03 or 2026-03-12"):
        parse(Told, {"on": "3/12/2026"})


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("Fri 3 Dec 2026", "is a Thursday, not a Fri"),
        ("31.2.2026", "is not a date: write it as year-month-day"),
        ("3 Dec", "is not a date: write it as year-month-day"),
        ("12.13.2026", "is not a date: write it as year-month-day"),  # with points the day stands first
        ("32 Dec 2026", "is not a date"),
        ("Dezember 3, 2026", "is not a date"),
        ("3.12.26", "is not a date"),
    ],
)
def test_what_is_no_day_is_refused_with_what_would_be_accepted(text, said):
    with pytest.raises(InputError, match=said) as told:
        parse(Told, {"on": text})
    assert told.value.faults[0].field == "on"
    assert day_meant(text) is None


@pytest.mark.parametrize(
    "text",
    ["2026-12-03 14:05", "2026-12-03T14:05", "3.12.2026 14:05", "3.12.2026 14.05", "3 Dec 2026, 2:05 pm",
     "Thu, 3 Dec 2026 14:05:00", "Dec 3, 2026 02:05 p.m.", "2026/12/3 14h05"],
)  # fmt: skip
def test_a_moment_is_taken_as_people_write_it(text):
    assert parse(Told, {"at": text}).at == dt.datetime(2026, 12, 3, 14, 5)


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("3/12/2026 14:05", "2026-12-03 or 2026-03-12"),
        ("3.12.2026 14:05 am", "14 am is not an hour"),
        ("3.12.2026 25:05", "is not a moment"),
        ("3.12.2026", "names no time of the day: write it as 2026-12-03 14:05"),
        ("2026-12-03", "names no time of the day"),  # midnight is nobody's word
        ("14:05", "is not a moment"),
        ("2026-12-03T14:05:00Z", "site's clock"),
    ],
)
def test_what_is_no_moment_is_refused_with_what_would_be_accepted(text, said):
    with pytest.raises(InputError, match=said):
        parse(Told, {"at": text})


def test_midnight_and_noon_of_twelve_hours():
    assert parse(Told, {"at": "3 Dec 2026 12:10 am"}).at == dt.datetime(2026, 12, 3, 0, 10)
    assert parse(Told, {"at": "3 Dec 2026 12:10 pm"}).at == dt.datetime(2026, 12, 3, 12, 10)
    assert parse(Told, {"at": "3 Dec 2026, 12 pm"}).at == dt.datetime(2026, 12, 3, 12)
    assert parse(Told, {"at": "3 Dec 2026 12 a.m."}).at == dt.datetime(2026, 12, 3)
    assert parse(Told, {"at": "2026-12-03 2pm"}).at == dt.datetime(2026, 12, 3, 14)


@pytest.mark.parametrize(("text", "said"), [("3 Dec 2026 14 pm", "14 pm is not an hour"), ("3 Dec 2026 2", "moment")])
def test_an_hour_alone_is_told_by_its_half_of_the_day(text, said):
    with pytest.raises(InputError, match=said):
        parse(Told, {"at": text})
