"""What is looked at after the hand-over: by days, again and again, and when something happens."""

import datetime as dt

import pytest

from rindle_core.stations.handover.follow_up import FollowUpInput, follow_up

HANDED = dt.date(2026, 11, 23)


def rows(days=0, marks=(), events=(), traits=("all", "dish", "geo")):
    told = follow_up(
        FollowUpInput.model_validate(
            {
                "handed_on": HANDED,
                "today": HANDED + dt.timedelta(days=days),
                "marks": list(marks),
                "events": list(events),
                "traits": list(traits),
            }
        )
    )
    return {one.code: one for one in told.result.rows}, told


@pytest.mark.parametrize(("days", "state"), [(6, "ahead"), (7, "due"), (21, "due"), (22, "late")])
def test_a_week_is_due_on_its_day_and_late_a_fortnight_after(days, state):
    assert rows(days)[0]["week"].state == state
    assert rows(days)[0]["week"].due_on == HANDED + dt.timedelta(days=7)


def test_what_is_done_once_is_done_and_what_comes_again_counts_from_when_it_was_done():
    on = HANDED + dt.timedelta(days=9)
    told, _ = rows(40, [{"code": "week", "on": on}, {"code": "year", "on": on}])
    assert (told["week"].state, told["week"].due_on) == ("done", None)
    assert told["year"].due_on == on + dt.timedelta(days=365)


def test_a_storm_is_looked_at_until_somebody_has_looked_since():
    storm = {"code": "storm", "on": "2026-12-20", "note": "hail"}
    assert rows(30)[0]["storm"].state == "waits"
    assert rows(30, events=[storm])[0]["storm"].because.endswith("hail")
    looked = {"code": "storm", "on": "2026-12-21"}
    assert rows(30, [looked], [storm])[0]["storm"].state == "waits"
    assert rows(60, [looked], [storm, {"code": "storm", "on": "2027-01-15"}])[0]["storm"].state == "due"


def test_a_visit_that_somebody_wants_holds_and_is_over_once_it_is_seen_to():
    bad = {"code": "month", "on": "2026-12-23", "found": "visit"}
    assert [one.level for one in rows(31, [bad])[1].findings if one.code == "after.later"] == ["hold", "mind"]
    good = {"code": "month", "on": "2026-12-29"}
    assert "hold" not in [one.level for one in rows(31, [bad, good])[1].findings]


def test_only_what_concerns_such_a_job_is_asked():
    assert "grease" not in rows(traits=("all", "panel"))[0]
    assert "moved" in rows(traits=("all", "travels"))[0]
    assert [one.due_on for one in rows()[1].result.rows if one.due_on] == sorted(
        one.due_on for one in rows()[0].values() if one.due_on
    )
