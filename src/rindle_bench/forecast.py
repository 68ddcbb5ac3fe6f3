"""A made-up forecast, as a weather service would give it for a place: the same for the same place and day."""

from __future__ import annotations

import datetime as dt
import math

import numpy as np

from rindle_core.stations.brief.visit_tasks import DayWeather
from rindle_core.stations.brief.weather import Condition

DAYS = 10  # as far as such a service looks ahead
_SKIES: tuple[tuple[Condition, float], ...] = (("dry", 0.62), ("rain", 0.2), ("thunder", 0.1), ("fog", 0.08))
_SEASON_DAY = {True: 196, False: 15}  # of the year's warmest day, north and south


def made_up_forecast(latitude_deg: float, longitude_deg: float, first_day: dt.date, count: int) -> list[DayWeather]:
    """Gusts, lowest temperature and sky of so many days, ten at the most: near in kind to highlands, not a forecast."""
    rows = []
    for number in range(min(count, DAYS)):
        day = first_day + dt.timedelta(days=number)
        place = (round((latitude_deg + 90) * 10), round((longitude_deg + 360) * 10))
        chance = np.random.default_rng([*place, day.toordinal()])
        warm = math.cos(2 * math.pi * (day.timetuple().tm_yday - _SEASON_DAY[latitude_deg >= 0]) / 365.25)
        low = 6.0 + 7.0 * warm - 0.12 * max(0.0, abs(latitude_deg) - 25.0) + float(chance.normal(0, 2.5))
        gust = float(4.0 + 5.0 * chance.weibull(1.8))
        sky = str(chance.choice([one for one, _ in _SKIES], p=[share for _, share in _SKIES]))
        cold: Condition = "snow" if sky == "rain" else "ice"
        told = cold if low < 0 and sky in ("rain", "fog") else next(one for one, _ in _SKIES if one == sky)
        rows.append(DayWeather(day=day, gust_mps=round(gust, 1), low_c=round(low, 1), sky=told))
    return rows


__all__ = ["DAYS", "made_up_forecast"]
