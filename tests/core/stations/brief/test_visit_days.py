"""A crew's days: weather, deliveries, the line-up slot, weekends, what is finished, and what fixes the end."""

import datetime as dt
import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.brief.visit_days import VisitDaysInput, VisitTask, visit_days
from rindle_core.stations.brief.visit_tasks import DayWeather, still_soft

TUESDAY, FRIDAY = dt.date(2026, 11, 24), dt.date(2026, 11, 27)
CALM = DayWeather(day=TUESDAY, gust_mps=4, low_c=12, sky="dry")


def planned(*tasks, first_day=TUESDAY, **more):
    return visit_days(VisitDaysInput(tasks=[VisitTask(**one) for one in tasks], first_day=first_day, **more))


def starts(outcome):
    return {row.name: f"{row.starts_at:%d %H:%M}" for row in outcome.result.rows}


def levels(outcome):
    return {one.code.removeprefix("brief."): one.level for one in outcome.findings}


def test_a_gusty_day_moves_the_roof_and_not_the_cellar():
    wind = DayWeather(day=TUESDAY, gust_mps=12.1, low_c=12, sky="dry")  # a tenth over the ladder's limit
    tasks = [
        {"name": "Roof", "work_h": 2, "weather": "ladder", "at_height_min": 90},
        {"name": "Cellar", "work_h": 1},
    ]
    moved = planned(*tasks, forecast=[wind])
    assert starts(moved) == {"Cellar": "24 08:00", "Roof": "25 08:00"}
    assert levels(moved)["visit_weather"] is Level.MIND
    assert "12.1 m/s" in moved.result.rows[1].because
    assert moved.result.rows[1].weather is Level.UNKNOWN  # nobody knows Wednesday's
    at_limit = planned(*tasks, forecast=[wind.model_copy(update={"gust_mps": 12.0})])
    assert starts(at_limit) == {"Roof": "24 08:00", "Cellar": "24 10:00"}
    assert levels(moved)["visit_forecast"] is Level.UNKNOWN
    assert at_limit.result.rows[0].weather is Level.CLEAR
    assert levels(at_limit) == {}
    assert (at_limit.result.at_height_min, at_limit.result.most_at_height_min) == (90, 90)


def test_what_sets_needs_warm_days_until_it_has_set():
    frost = DayWeather(day=TUESDAY + dt.timedelta(days=2), gust_mps=4, low_c=1, sky="dry")
    mild = DayWeather(day=TUESDAY + dt.timedelta(days=1), gust_mps=4, low_c=8, sky="dry")
    foot = {"name": "Foot", "work_h": 3, "wait_h": 30, "weather": "concrete"}
    assert starts(planned(foot, forecast=[CALM, mild])) == {"Foot": "24 08:00"}
    # 11 o'clock and 30 h is Wednesday's afternoon; 40 h is Thursday's frost
    assert starts(planned({**foot, "wait_h": 40}, forecast=[CALM, mild, frost])) == {"Foot": "27 08:00"}


def test_a_task_waits_for_its_delivery_and_for_one_that_nobody_knows_it_has_no_day():
    head = {"name": "Head", "work_h": 1, "item": "Mast head"}
    due = planned(head, due_on={"Mast head": TUESDAY + dt.timedelta(days=2)})
    assert starts(due) == {"Head": "26 08:00"}
    unknown = planned(head, {"name": "Peak", "work_h": 1, "after": "Head"}, due_on={"Mast head": None})
    assert unknown.result.rows == []
    assert [one.why for one in unknown.result.waiting] == ["nobody knows when Mast head comes", "it comes after Head"]
    assert levels(unknown)["visit_waits"] is Level.UNKNOWN
    with pytest.raises(InputError, match="not among the deliveries"):
        planned(head)


SLOT_DAY = [
    {"name": "Foot", "work_h": 2.5, "wait_h": 48},
    {"name": "Mast", "work_h": 2},
    {"name": "Coarse", "work_h": 1.5, "after": "Mast", "before_slot": True},
]


def test_what_comes_before_the_slot_goes_first_where_the_slot_would_be_missed():
    two = dt.datetime(2026, 11, 24, 14, 0)
    free = planned(*SLOT_DAY)
    assert next(iter(starts(free))) == "Foot"
    # 8 + 2.5 + 2 + 1.5 is two o'clock: too late; the mast goes first and coarse pointing ends at half past eleven
    kept = planned(*SLOT_DAY, slot_at=two)
    assert starts(kept) == {"Mast": "24 08:00", "Coarse": "24 10:00", "Foot": "24 11:30"}
    assert kept.result.coarse_done_by == dt.datetime(2026, 11, 24, 13, 0)
    assert (kept.result.slot_kept, levels(kept)["visit_slot"]) == (True, Level.CLEAR)
    # an hour before half past twelve is half past eleven; a minute less and it is missed
    for minute, level in ((30, Level.CLEAR), (29, Level.MIND)):
        told = planned(*SLOT_DAY, slot_at=dt.datetime(2026, 11, 24, 12, minute))
        assert levels(told)["visit_slot"] is level
    nobody = planned({"name": "Mast", "work_h": 2}, slot_at=two)
    assert (nobody.result.slot_kept, levels(nobody)["visit_slot"]) == (None, Level.UNKNOWN)


def test_a_slot_is_not_clear_on_weather_that_nobody_knows():
    coarse = {"name": "Coarse", "work_h": 1, "before_slot": True, "weather": "ladder"}
    at = {"slot_at": dt.datetime(2026, 11, 24, 14, 0)}
    blind = planned(coarse, **at)
    assert (blind.result.slot_kept, levels(blind)["visit_slot"]) == (True, Level.UNKNOWN)
    assert levels(planned(coarse, forecast=[CALM], **at))["visit_slot"] is Level.CLEAR
    done = {**coarse, "finished_at": dt.datetime(2026, 11, 24, 10, 0)}
    assert levels(planned(done, **at))["visit_slot"] is Level.CLEAR  # it was done, whatever the weather


def test_concrete_is_minded_while_rain_may_fall_on_it_and_a_joint_is_not():
    wet = DayWeather(day=TUESDAY + dt.timedelta(days=1), gust_mps=4, low_c=12, sky="rain")
    foot = {"name": "Foot", "work_h": 2, "wait_h": 20, "weather": "concrete"}
    assert planned(foot, forecast=[CALM, wet]).result.rows[0].weather is Level.MIND
    assert planned(foot, forecast=[CALM, wet.model_copy(update={"sky": ""})]).result.rows[0].weather is Level.UNKNOWN
    assert planned({**foot, "weather": "sealant"}, forecast=[CALM, wet]).result.rows[0].weather is Level.CLEAR


def test_nothing_runs_into_the_slot_and_what_follows_it_waits_for_its_end():
    told = planned(
        {"name": "Ends", "work_h": 2.5},
        {"name": "Peak", "work_h": 1, "after": "Line-up"},
        slot_at=dt.datetime(2026, 11, 24, 10, 0),
        rules=HouseRules(lineup_min=45),
    )
    assert starts(told) == {"Ends": "24 10:45", "Peak": "24 13:15"}
    with pytest.raises(InputError, match="not on the list"):
        planned({"name": "Peak", "work_h": 1, "after": "Line-up"})


def test_a_cure_that_runs_over_moves_what_comes_after_it():
    foam = {"name": "Foam", "work_h": 1, "wait_h": 3, "finished_at": dt.datetime(2026, 11, 24, 9, 30)}
    cable = {"name": "Cable", "work_h": 2, "after": "Foam"}
    assert starts(planned(foam, cable)) == {"Foam": "24 08:30", "Cable": "24 12:30"}
    assert starts(planned({**foam, "wait_h": 5}, cable)) == {"Foam": "24 08:30", "Cable": "24 14:30"}
    assert starts(planned({**foam, "wait_h": 8}, cable))["Cable"] == "25 08:00"
    hasty = planned(foam, {**cable, "finished_at": dt.datetime(2026, 11, 24, 12, 0)})
    assert levels(hasty)["visit_early"] is Level.MIND
    assert "visit_early" not in levels(planned(foam, {**cable, "finished_at": dt.datetime(2026, 11, 24, 14, 30)}))


def test_what_is_still_soft_gets_an_hour_more_than_it_had():
    foam = VisitTask(name="Foam", work_h=1, wait_h=3, finished_at=dt.datetime(2026, 11, 24, 9, 0))
    assert still_soft(foam, dt.datetime(2026, 11, 24, 10, 0)).wait_h == 4  # before it should have set
    assert still_soft(foam, dt.datetime(2026, 11, 24, 14, 30)).wait_h == 6.5  # two and a half hours after
    with pytest.raises(InputError, match="not finished"):
        still_soft(VisitTask(name="Foam", work_h=1), dt.datetime(2026, 11, 24, 10, 0))


def test_the_weekend_is_free_unless_the_firm_works_or_begins_on_it():
    long = [{"name": "One", "work_h": 8}, {"name": "Two", "work_h": 8}]
    told = planned(*long, first_day=FRIDAY)
    assert starts(told) == {"One": "27 08:00", "Two": "30 08:00"}
    assert (told.result.day_count, told.result.span_day_count) == (2, 4)
    assert "2 days within 4" in told.findings[0].message
    works = planned(*long, first_day=FRIDAY, rules=HouseRules(weekends="work"))
    assert starts(works)["Two"] == "28 08:00"
    assert starts(planned(*long, first_day=FRIDAY + dt.timedelta(days=1))) == {"One": "28 08:00", "Two": "30 08:00"}


@given(st.lists(st.tuples(st.integers(1, 6), st.integers(0, 30), st.booleans()), min_size=1, max_size=6))
def test_the_chain_that_fixes_the_end_does_so(rows):
    """What is not of the chain may set sooner, and the end stays."""
    tasks = [
        {"name": f"t{i}", "work_h": w, "wait_h": s, "after": f"t{i - 1}" if behind and i else ""}
        for i, (w, s, behind) in enumerate(rows)
    ]
    told = planned(*tasks).result
    chain = [row for row in told.rows if row.critical]
    assert max(row.set_at for row in chain) == told.set_at
    for before, after in itertools.pairwise(chain):
        assert after.because
        assert before.starts_at < after.starts_at
    assert not told.rows[0].because  # nothing keeps the first of the first day
    shorter = [{**one, "wait_h": 0} if one["name"] not in {row.name for row in chain} else one for one in tasks]
    order = [row.name for row in told.rows]
    again = planned(*shorter).result
    if [row.name for row in again.rows] == order:
        assert again.set_at == told.set_at


def test_two_of_a_name_and_more_ladder_than_work_are_refused():
    with pytest.raises(InputError, match="same name"):
        planned({"name": "a", "work_h": 1}, {"name": "a", "work_h": 1})
    with pytest.raises(InputError, match="60 min at the most"):
        planned({"name": "a", "work_h": 1, "at_height_min": 61})
