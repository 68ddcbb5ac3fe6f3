"""The weather of the day of the work: what was entered for it and its row of the forecast are one."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.kernel.days import day_meant
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.visit_tasks import DayWeather
from rindle_core.stations.brief.weather import Condition

_WORST_FIRST: tuple[Condition, ...] = ("thunder", "ice", "rain", "snow", "fog", "dry")
_OF_THE_DAY = ("forecast_gust_mps", "forecast_low_c", "conditions")
LOOKS_AT = ("brief.date", "brief.forecast", *(f"brief.{name}" for name in _OF_THE_DAY))  # of a room that asks


def conditions_of(brief: BriefFacts) -> list[Condition]:
    """What the sky does on the day, the worst first; dry only where nothing else is said."""
    said = {*brief.conditions, *(one.sky for one in brief.forecast if one.day == brief.date and one.sky)}
    return [one for one in _WORST_FIRST if one in said and (one != "dry" or len(said) == 1)]


def day_weather(brief: BriefFacts) -> DayWeather:
    """Of two figures for the day the worse: the stronger gust, the lower temperature."""
    rows = [one for one in brief.forecast if one.day == brief.date]
    gusts = [brief.forecast_gust_mps, *(one.gust_mps for one in rows)]
    lows = [brief.forecast_low_c, *(one.low_c for one in rows)]
    return DayWeather(
        day=brief.date,
        gust_mps=max((one for one in gusts if one is not None), default=None),
        low_c=min((one for one in lows if one is not None), default=None),
        sky=next(iter(conditions_of(brief)), ""),
    )


def forecast_of(brief: BriefFacts) -> list[DayWeather]:
    """A row a day, that of the work among them."""
    return [day_weather(brief), *(one for one in brief.forecast if one.day != brief.date)]


def on_another_day(change: Mapping[str, Any], brief: BriefFacts) -> dict[str, Any]:
    """What a change of the day does: the weather that was entered is that of the day on which the work would have been.
    It goes to the list of days, and the new day has none until somebody enters it or the list has it.
    """
    moved = change.get("date") is not None and day_meant(change["date"]) != brief.date
    entered = brief.forecast_gust_mps is not None or brief.forecast_low_c is not None or brief.conditions
    if not moved or not entered or "forecast" in change:
        return {}
    was = day_weather(brief)
    row = next((one.id for one in brief.forecast if one.day == brief.date), "")
    rows = [was.model_copy(update={"id": row}), *(one for one in brief.forecast if one.day != brief.date)]
    cleared: dict[str, Any] = {name: None for name in _OF_THE_DAY if name not in change}
    by_day = sorted(rows, key=lambda one: one.day)
    return {**cleared, "forecast": [one.model_dump(mode="json") for one in by_day]}


__all__ = ["LOOKS_AT", "conditions_of", "day_weather", "forecast_of", "on_another_day"]
