"""The diary: nobody is at two places, waits are used, daylight and weather are kept, and what moves is told."""

import datetime as dt
import itertools

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rindle_core.diary.entries import DiaryInput
from rindle_core.diary.learnt import LearntInput, learnt
from rindle_core.diary.plan import diary, moves
from rindle_core.kernel.errors import InputError

TUESDAY = "2026-11-24"
TEAMS = [{"code": "north", "name": "North"}, {"code": "south", "name": "South"}]


def task(name, work_h, **more):
    return {"name": name, "work_h": work_h, **more}


def one_job(number, *tasks, team="north", not_before=TUESDAY, **more):
    return {"number": number, "team": team, "not_before": not_before, "tasks": list(tasks), **more}


def laid_out(*jobs, first_day=TUESDAY, teams=TEAMS, **rules):
    told = {"first_day": first_day, "teams": teams, "jobs": list(jobs), "rules": {"workday_start_h": 8, **rules}}
    return diary(DiaryInput.model_validate(told)).result


def starts(found):
    return {(row.job, row.name): f"{row.starts_at:%d %H:%M}" for row in found.rows}


def test_a_wait_is_used_for_another_job_and_a_soft_pole_holds_only_its_own():
    pole = one_job("1", task("Pour", 2, wait_h=24, weather="concrete"), task("Lift", 2, after="Pour"))
    found = laid_out(pole, one_job("2", task("Panel", 3)), workday_h=9)
    assert starts(found) == {("1", "Pour"): "24 08:00", ("2", "Panel"): "24 10:00", ("1", "Lift"): "25 10:00"}
    lift = next(row for row in found.rows if row.name == "Lift")
    assert lift.because == "Pour is finished and set then"
    slack = {row.name: row.slack_h for row in found.rows}
    assert slack["Pour"] == 0  # fixes the end
    assert slack["Panel"] == 0  # its own job ends with it
    assert [one.day.day for one in found.blocks if one.job == "1"] == [24, 25]


def test_outdoor_work_lies_between_dawn_and_dusk_and_indoor_work_need_not():
    # 60° north on 24 November: civil twilight from about 7:25 to 16:00 by clocks on local mean time.
    dark = {"latitude_deg": 60.0, "longitude_deg": 0.0}
    found = laid_out(one_job("1", task("Roof", 2, weather="ladder"), **dark), workday_start_h=5, workday_h=14)
    roof = found.rows[0]
    assert dt.time(7, 20) < roof.starts_at.time() < dt.time(7, 50)
    indoors = laid_out(one_job("1", task("Modem", 2), **dark), workday_start_h=5, workday_h=14)
    assert indoors.rows[0].starts_at.time() == dt.time(5)


def test_a_forecast_that_stops_the_climb_moves_it_and_says_why():
    gale = [{"day": TUESDAY, "gust_mps": 25, "low_c": 5, "sky": "dry"}]
    found = laid_out(one_job("1", task("Roof", 2, weather="ladder"), forecast=gale))
    assert starts(found) == {("1", "Roof"): "25 08:00"}
    (conflict,) = found.conflicts
    assert conflict.what == "begins on 2026-11-25 instead of 2026-11-24"
    assert "gusts of 25 m/s pass the limit" in conflict.why
    assert laid_out(one_job("1", task("Modem", 2), forecast=gale)).conflicts == []  # indoors


def test_the_second_day_moves_when_it_freezes():
    frost = [{"day": "2026-11-25", "gust_mps": 3, "low_c": -6, "sky": "ice"}]
    told = [task("Pour", 2, wait_h=20), task("Lift", 2, after="Pour", weather="lift")]
    assert starts(laid_out(one_job("1", *told)))[("1", "Lift")] == "25 08:00"
    assert starts(laid_out(one_job("1", *told, forecast=frost)))[("1", "Lift")] == "26 08:00"


def test_a_slot_is_kept_and_what_misses_it_is_said():
    slot = {"slot_at": f"{TUESDAY}T10:00:00"}
    found = laid_out(one_job("1", task("Coarse", 1, before_slot=True), task("Fine", 2), **slot))
    assert starts(found)[("1", "Coarse")] == "24 08:00"
    line_up = next(row for row in found.rows if row.name == "Line-up")
    for row in found.rows:
        assert row is line_up or row.ends_at <= line_up.starts_at or row.starts_at >= line_up.ends_at
    late = laid_out(one_job("1", task("Coarse", 3, before_slot=True), **slot))
    assert [one.what for one in late.conflicts] == ["misses its line-up slot of 2026-11-24 10:00"]


def test_deliveries_days_off_and_people_are_looked_at():
    late = laid_out(one_job("1", task("Fit", 1, item="Adapter"), due_on={"Adapter": "2026-11-26"}))
    assert starts(late)[("1", "Fit")] == "26 08:00"
    never = laid_out(one_job("1", task("Fit", 1, item="Adapter"), due_on={"Adapter": None}))
    assert [(one.what, one.why) for one in never.conflicts] == [("Fit has no day", "nobody knows when Adapter comes")]
    off = [{**TEAMS[0], "off_days": [TUESDAY]}]
    assert starts(laid_out(one_job("1", task("Fit", 1)), teams=off))[("1", "Fit")] == "25 08:00"
    alone = [{**TEAMS[0], "people_count": 1}]
    (short,) = laid_out(one_job("1", task("Lift", 1), people_count=2), teams=alone).conflicts
    assert (short.what, short.why) == ("takes 2 people", "North are 1")


def test_who_is_in_two_crews_is_not_wanted_at_two_jobs_at_once():
    teams = [
        {**TEAMS[0], "members": {"a": "Ann", "b": "Ben"}},
        {**TEAMS[1], "members": {"b": "Ben", "ann_2": "Ann"}},  # another Ann
    ]
    near, far = one_job("1", task("Roof", 3)), one_job("2", task("Roof", 2), team="south")
    (clash,) = laid_out(near, far, teams=teams).conflicts
    assert (clash.job, clash.what) == ("2", "wants Ben while 1 does")
    assert clash.why == "in North and in South, 2026-11-24 08:00 to 10:00"
    later = {**far, "not_before": "2026-11-25"}
    assert laid_out(near, later, teams=teams).conflicts == []
    assert laid_out(near, far).conflicts == []  # who drives is not told
    # 08:00 there is 11:00 here, and the work here is done by then.
    west = {**far, "ahead_h": -3.0}
    assert laid_out(near, west, teams=teams).conflicts == []
    assert len(laid_out({**near, "tasks": [task("Roof", 4)]}, west, teams=teams).conflicts) == 1


def test_a_weekend_is_left_free_unless_the_firm_works_on_it():
    saturday = one_job("1", task("Fit", 1), not_before="2026-11-28")
    assert starts(laid_out(saturday))[("1", "Fit")] == "30 08:00"
    assert starts(laid_out(saturday, weekends="work"))[("1", "Fit")] == "28 08:00"


def test_what_a_longer_wait_moves_is_told_before_it_is_taken():
    def told(wait_h):
        return laid_out(
            one_job("1", task("Pour", 2, wait_h=wait_h), task("Lift", 2, after="Pour")),
            one_job("2", task("Panel", 3), not_before="2026-11-25"),
        )

    moved = {one.job: (f"{one.was_at:%d %H:%M}", f"{one.now_at:%d %H:%M}") for one in moves(told(20), told(48))}
    assert moved == {"1": ("25 10:00", "26 12:00"), "2": ("25 13:00", "25 11:00")}  # the other one gains by it
    assert moves(told(20), told(20)) == []


def test_a_day_begins_with_the_drive_and_so_does_the_next_job():
    found = laid_out(
        one_job("1", task("Fit", 2), task("Test", 1), travel_h=0.5), one_job("2", task("Panel", 1), travel_h=1.5)
    )
    assert starts(found) == {("1", "Fit"): "24 08:30", ("1", "Test"): "24 10:30", ("2", "Panel"): "24 13:00"}


def test_jobs_without_a_crew_are_shared_out_and_a_strange_crew_is_refused():
    found = laid_out(*(one_job(str(n), task("Fit", 4), team="") for n in range(4)))
    assert sorted(row.team for row in found.rows) == ["north", "north", "south", "south"]
    with pytest.raises(InputError, match="is no crew"):
        laid_out(one_job("1", task("Fit", 1), team="west"))
    with pytest.raises(InputError, match="wait for each other"):
        laid_out(one_job("1", task("A", 1, after="B"), task("B", 1, after="A")))


@settings(max_examples=40, deadline=None)
@given(st.data())
def test_nobody_is_at_two_places_and_nothing_begins_before_what_it_needs(data):
    jobs = []
    for number in range(data.draw(st.integers(1, 5))):
        names = [f"T{n}" for n in range(data.draw(st.integers(1, 5)))]
        tasks = [
            task(
                name,
                data.draw(st.sampled_from([0.5, 1, 2.5])),
                wait_h=data.draw(st.sampled_from([0, 0, 1, 30])),
                after="; ".join(names[max(0, at - 1) : at]) if data.draw(st.booleans()) else "",
            )
            for at, name in enumerate(names)
        ]
        jobs.append(one_job(str(number), *tasks, team=data.draw(st.sampled_from(["north", "south", ""]))))
    found = laid_out(*jobs, workday_h=9)
    assert len(found.rows) == sum(len(one["tasks"]) for one in jobs)
    rows = {(row.job, row.name): row for row in found.rows}
    for team in ("north", "south"):
        line = sorted((row for row in found.rows if row.team == team), key=lambda row: row.starts_at)
        assert all(one.ends_at <= other.starts_at for one, other in itertools.pairwise(line))
    for one in jobs:
        for told in one["tasks"]:
            for need in filter(None, told["after"].split("; ")):
                assert rows[one["number"], told["name"]].starts_at >= rows[one["number"], need].set_at
    for row in found.rows:  # inside the working day, and slack is never less than nothing
        assert row.starts_at.hour >= 8
        assert row.ends_at <= dt.datetime.combine(row.ends_at.date(), dt.time(17))
        assert row.slack_h >= 0


def test_what_the_slack_says_is_so():
    """What has no slack moves an end when it takes longer; what has some does not while it lasts."""

    def told(extra_h):
        return laid_out(
            one_job("1", task("Pour", 1 + extra_h, wait_h=4), task("Lift", 2, after="Pour")),
            one_job("2", task("Panel", 1)),
            workday_h=9,
        )

    slack = {row.name: row.slack_h for row in told(0).rows}
    assert slack["Pour"] == 0
    assert [one.job for one in moves(told(0), told(0.25))] == ["1", "2"]

    def spare(work_h):
        return laid_out(
            one_job("1", task("Pour", 1, wait_h=6), task("Pack", work_h), task("Lift", 1, after="Pour; Pack"))
        )

    (slack_h,) = [row.slack_h for row in spare(1).rows if row.name == "Pack"]
    assert slack_h == 5
    assert moves(spare(1), spare(6)) == []
    assert moves(spare(1), spare(6.25)) != []


def test_durations_are_learnt_by_person_and_kind():
    def times(person, kind, *took):
        return [{"person": person, "kind": kind, "took_min": one, "usual_min": 20} for one in took]

    told = learnt(
        LearntInput.model_validate(
            {"times": [*times("N", "a/wall", 40, 40, 40, 40, 40), *times("T", "a/wall", 10, 10, 10, 10, 10),
                       *times("N", "b/pole", 0, 0, 0, 0, 0), *times("T", "b/pole", 900)]}
        )
    ).result  # fmt: skip
    assert told.factor("N", "a/wall") == pytest.approx(2)
    assert told.factor("T", "") == pytest.approx(0.5)
    assert told.factor("", "a/wall") == pytest.approx(1)  # twice and half as long balance
    assert told.factor("N", "b/pole") == pytest.approx(2)  # ticked in one go says nothing: the person's own
    assert learnt(LearntInput()).result.factor("N", "a/wall") == 1
