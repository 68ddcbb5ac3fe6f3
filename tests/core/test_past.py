"""What has been does not lie ahead: each day or moment either has been by its meaning, or may be still to come."""

import datetime as dt
from zoneinfo import ZoneInfo

import pytest

from rindle_core.kernel.entry import entries_of, entry_of, row_of
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.past import Clock, refuse_ahead
from rindle_core.stations.entries import ROOMS

# Plans, forecasts, last days and slots. What is asked anew is put here, or is told as past beside the fact.
MAY_LIE_AHEAD = {
    *("brief.date", "brief.forecast[].day", "brief.lineup_at", "brief.look_again_on", "brief.return_on"),
    *("brief.deliveries[].stop_gap_until", "brief.releases[].on", "build.measures[].until", "cable.putty_until"),
    *("mount.poured_at", "mount.curing[].from_at", "mount.alterations[].until"),
}
NOW = dt.datetime(2026, 12, 2, 23, 30, tzinfo=dt.UTC)
CLOCK = Clock(NOW, ZoneInfo("Africa/Maseru"), NOW.date())  # two hours on: it is the third there


def facts_by_path(kind, at):
    for name, fact in kind.model_fields.items():
        entry, inner = entry_of(fact), row_of(fact.annotation)
        if entry is not None:
            yield f"{at}.{name}", entry
        if entry is not None and inner is not None:
            rows = getattr(fact.annotation, "__origin__", None) is list
            yield from facts_by_path(inner, f"{at}.{name}[]" if rows else f"{at}.{name}")


def test_each_day_and_moment_either_has_been_or_may_lie_ahead():
    timed, past = set(), set()
    for room, kind in ROOMS.items():
        timed |= {path for path, told in entries_of(kind, room) if told.kind in ("day", "moment")}
        past |= {path for path, entry in facts_by_path(kind, room) if entry.past}
    assert timed == past | MAY_LIE_AHEAD
    assert not past & MAY_LIE_AHEAD


@pytest.mark.parametrize(
    ("told", "ahead"),
    [
        ("2026-12-03", False),  # today at the site, and tomorrow by UTC
        ("2026-12-04", True),
        ("2027-12-02", True),
        ("2026-12-03T23:20:00Z", False),  # a device's clock may be hours out
        ("2026-12-03T23:40:00+00:00", True),
        ("2026-12-04T01:20:00", False),  # by the site's clock
        ("2026-12-04T01:40:00", True),
    ],
)
def test_a_day_lies_ahead_by_the_later_calendar_and_a_moment_by_more_than_a_day(told, ahead):
    assert CLOCK.lies_ahead(told) == ahead


def test_whoever_is_a_day_before_the_site_may_mean_their_own_day():
    there = Clock(NOW, ZoneInfo("America/Lima"), dt.date(2026, 12, 3))
    assert not there.lies_ahead("2026-12-03")
    assert there.lies_ahead("2026-12-04")


def test_each_one_ahead_is_named_with_its_row_and_what_was_there_before_stays():
    rows = [
        {"what": "Ties", "gone_on": "2026-12-01"},
        {"what": "Putty", "gone_on": "2027-12-01", "until": "2028-01-01"},
    ]
    with pytest.raises(InputError) as refused:
        refuse_ahead(ROOMS["build"], {}, {"measures": rows}, CLOCK)
    assert [one.field for one in refused.value.faults] == ["measures.1.gone_on"]
    assert "2027-12-01 is still to come: today is 2026-12-03" in refused.value.message
    refuse_ahead(ROOMS["build"], {"measures": rows}, {"measures": rows[::-1]}, CLOCK)


def test_one_in_a_part_and_one_by_itself_are_refused_too():
    for kind, told, field in (
        (ROOMS["handover"], {"watch": {"ended_at": "2027-01-01T10:00:00Z"}}, "watch.ended_at"),
        (ROOMS["mount"], {"cured_at": "2026-12-14T08:00:00", "poured_at": "2027-01-01T08:00:00"}, "cured_at"),
    ):
        with pytest.raises(InputError) as refused:
            refuse_ahead(kind, {}, told, CLOCK)
        assert [one.field for one in refused.value.faults] == [field]
