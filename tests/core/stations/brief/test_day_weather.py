"""The weather of the day: of two figures the worse, and what was entered stays with its own day."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from rindle_core.stations.brief.day_weather import conditions_of, day_weather, forecast_of, on_another_day
from rindle_core.stations.brief.facts import BriefFacts
from tests import golden

CALM = {"forecast_gust_mps": 3.0, "forecast_low_c": 12.0, "conditions": ["dry"]}


def brief_of(**facts):
    return BriefFacts.model_validate({"date": "2026-11-24", **facts})


def row(day, gust_mps=None, low_c=None, sky=""):
    return {"id": f"r{day[-2:]}", "day": day, "gust_mps": gust_mps, "low_c": low_c, "sky": sky}


def test_of_two_figures_for_the_day_the_worse_counts():
    told = brief_of(**CALM, forecast=[row("2026-11-24", 20, 2, "rain"), row("2026-11-25", 40, -9, "ice")])
    found = day_weather(told)
    assert (found.gust_mps, found.low_c, found.sky) == (20, 2, "rain")
    assert conditions_of(told) == ["rain"]  # dry is said of no day on which it also rains
    assert [str(one.day) for one in forecast_of(told)] == ["2026-11-24", "2026-11-25"]
    assert day_weather(brief_of()).gust_mps is None
    assert day_weather(brief_of(**CALM)).sky == "dry"


@pytest.mark.parametrize(
    ("gust_mps", "level"), [(3, Level.CLEAR), (20, Level.MIND)], ids=["calm in the list too", "a gale in the list"]
)
def test_a_gale_in_the_list_of_days_is_not_hidden_by_a_calm_entry(gust_mps, level):
    facts = golden.read("2026-102")["facts"]
    day = {**row(facts["date"], gust_mps, 12, "dry")}
    found = assess(parse(JobInput, {**facts, **CALM, "forecast": [day]})).findings
    assert [one.level for one in found if one.code == "brief.weather"] == [level]


def test_the_weather_stays_with_its_day_when_the_work_moves():
    told = brief_of(**CALM, forecast=[row("2026-11-27", 9, 4, "fog")])
    change = on_another_day({"date": "2026-11-27"}, told)
    assert {name: change[name] for name in CALM} == dict.fromkeys(CALM)
    assert [(one["day"], one["gust_mps"], one["sky"]) for one in change["forecast"]] == [
        ("2026-11-24", 3.0, "dry"),
        ("2026-11-27", 9.0, "fog"),
    ]
    moved = brief_of(date="2026-11-27", forecast=change["forecast"])
    assert day_weather(moved).gust_mps == 9
    assert day_weather(brief_of(date="2026-11-28", forecast=change["forecast"])).gust_mps is None
    back = brief_of(date="2026-11-24", forecast=change["forecast"])
    assert (day_weather(back).gust_mps, day_weather(back).low_c) == (3, 12)
    for same in ({"date": "2026-11-24"}, {"customer": "x"}, {"date": "2026-11-27", "forecast": []}):
        assert on_another_day(same, told) == {}
    assert on_another_day({"date": "2026-11-27"}, brief_of()) == {}
    kept = on_another_day({"date": "2026-11-27", "forecast_gust_mps": 5}, told)
    assert "forecast_gust_mps" not in kept  # entered with the new day, and for it
