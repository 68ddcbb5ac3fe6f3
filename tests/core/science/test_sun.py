"""Civil twilight against an independent library."""

import datetime as dt

import ephem
import pytest

from rindle_core.science.sun import civil_day_h


@pytest.mark.parametrize(
    ("latitude_deg", "longitude_deg", "day", "ahead_h"),
    [
        (-29.4, 27.8, dt.date(2026, 11, 24), 2.0),
        (60.0, 10.0, dt.date(2026, 3, 21), 1.0),
        (51.5, 0.0, dt.date(2026, 1, 5), 0.0),
    ],
)
def test_civil_twilight_is_that_of_an_independent_library(latitude_deg, longitude_deg, day, ahead_h):
    """PyEphem's own search for the sun's centre 6° under the horizon, without air; two minutes, as is promised."""
    observer = ephem.Observer()
    observer.lat, observer.lon, observer.pressure, observer.horizon = str(latitude_deg), str(longitude_deg), 0, "-6"
    observer.date = ephem.Date(dt.datetime(day.year, day.month, day.day) - dt.timedelta(hours=ahead_h))
    sun = ephem.Sun()
    rise = observer.next_rising(sun, use_center=True)
    sets = observer.next_setting(sun, start=rise, use_center=True)
    midnight = dt.datetime.combine(day, dt.time()) - dt.timedelta(hours=ahead_h)
    wanted = [(one.datetime() - midnight).total_seconds() / 3600 for one in (rise, sets)]
    assert list(civil_day_h(latitude_deg, longitude_deg, day, ahead_h)) == pytest.approx(wanted, abs=2 / 60)


def test_where_it_never_gets_dark_or_light():
    assert civil_day_h(78.0, 15.0, dt.date(2026, 6, 21), 2.0) == (0.0, 24.0)
    assert civil_day_h(88.0, 15.0, dt.date(2026, 12, 21), 1.0) is None
