"""Which work the weather of the day stops, and which it cannot as the job has none of it."""

import pytest

from rindle_core.catalogue.mounts import SHIPPED_MOUNTS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.weather import WeatherInput, weather


def level_of(outcome, task):
    return next(one.level for one in outcome.result.tasks if one.task == task)


def test_weather_stops_what_it_must_and_nothing_else():
    calm = weather(
        WeatherInput(forecast_gust_mps=12.0, forecast_low_c=5.0, conditions=["dry"])
    )  # exactly at the limits
    assert level_of(calm, "ladder") is Level.CLEAR
    assert level_of(calm, "lift") is Level.HOLD  # 8 m/s for lifting
    assert level_of(calm, "concrete") is Level.CLEAR
    frost = weather(WeatherInput(forecast_gust_mps=3, forecast_low_c=4.9, conditions=["ice"]))
    assert [level_of(frost, task) for task in ("ladder", "lift", "sealant", "foam", "concrete")] == [Level.HOLD] * 5
    nobody_looked_up = weather(WeatherInput(forecast_gust_mps=3, forecast_low_c=12))
    assert [level_of(nobody_looked_up, task) for task in ("ladder", "lift", "sealant", "concrete")] == [
        Level.UNKNOWN
    ] * 4
    assert level_of(nobody_looked_up, "foam") is Level.CLEAR  # inside the wall
    assert nobody_looked_up.findings[0].level is Level.UNKNOWN
    looked = weather(WeatherInput(forecast_gust_mps=3, forecast_low_c=12, conditions=["dry"]))
    assert looked.findings[0].level is Level.CLEAR
    assert level_of(weather(WeatherInput()), "ladder") is Level.UNKNOWN
    assert weather(WeatherInput()).findings[0].level is Level.UNKNOWN
    windy = weather(WeatherInput(forecast_gust_mps=20)).findings  # what stops the ladder says nothing of the concrete
    assert [one.level for one in windy] == [Level.MIND, Level.UNKNOWN]
    assert "concrete" in windy[1].clears_by
    assert "ladder" not in windy[1].clears_by


def test_weather_that_stops_only_work_of_which_the_job_has_none_stops_nothing():
    frost = {"forecast_gust_mps": 3, "forecast_low_c": 4.9, "conditions": ["dry"]}
    without = weather(WeatherInput(**frost, not_here=["concrete", "foam", "sealant"]))
    assert [one.level for one in without.findings] == [Level.CLEAR]
    assert level_of(without, "concrete") is Level.HOLD  # it is said, and counts for nothing
    kept = weather(WeatherInput(**frost, not_here=["foam", "sealant"])).findings
    assert [(one.level, one.why) for one in kept] == [(Level.MIND, "No-go: concrete.")]


@pytest.mark.parametrize(
    ("mount_code", "sealed_by", "task", "out"),
    [
        ("", "", "", []),
        ("ground_pole", "foam", "", []),
        ("gable_pole", "foam", "", ["concrete"]),
        ("gable_pole", "sealant", "concrete", ["foam"]),  # somebody planned a pour all the same
        ("", "none", "", ["foam"]),
    ],
)
def test_which_work_a_job_has_none_of_is_told_by_its_mount_and_its_entry(mount_code, sealed_by, task, out):
    job = JobInput.model_validate(
        {
            "mount": {"mount_code": mount_code},
            "cable": {"sealed_by": sealed_by},
            "brief": {"date": "2026-11-24", "tasks": [{"name": "X", "work_h": 1, "weather": task}] if task else []},
            "picks": {"mounts": [one.model_dump() for one in SHIPPED_MOUNTS]},
        }
    )
    told = assess(job).result.visit.weather.tasks
    assert [one.task for one in told if not one.here] == out
