"""Where a forecast comes from: a service behind one interface, of which a simulated one ships."""

from __future__ import annotations

import datetime as dt
from typing import Protocol

from django.conf import settings

from rindle_bench.forecast import DAYS, made_up_forecast
from rindle_core.stations.brief.visit_tasks import DayWeather
from rindle_server.jobs import edit
from rindle_server.jobs.facts import facts_of
from rindle_server.jobs.models import Job


class ForecastService(Protocol):
    """What a weather service gives: a row a day, as far as it looks ahead."""

    name: str

    def forecast(self, latitude_deg: float, longitude_deg: float, first_day: dt.date) -> list[DayWeather]:
        """Rows from that day on. Raises DeviceDown where it is not reached."""


class SimulatedForecast:
    """Made up, and says so."""

    name = "simulated, made up"

    def forecast(self, latitude_deg: float, longitude_deg: float, first_day: dt.date) -> list[DayWeather]:
        """Ten days of made-up weather."""
        return made_up_forecast(latitude_deg, longitude_deg, first_day, DAYS)


def service() -> ForecastService | None:
    """The simulated one where stand-ins run; None: forecasts are typed."""
    return SimulatedForecast() if settings.BENCH_URL else None


def take_forecast(source: ForecastService, numbers: list[str], first_day: dt.date) -> int:
    """Puts the forecast into these jobs, day by day over what was there; gives how many have one now."""
    count = 0
    for job in Job.objects.filter(number__in=numbers, signed_off_at__isnull=True):
        facts = facts_of(job)
        place = facts.brief.place
        if place is None:
            continue
        rows = {one.day: one for one in facts.brief.forecast}
        for one in source.forecast(place[0], place[1], first_day):
            was = rows.get(one.day)
            rows[one.day] = one.model_copy(update={"id": was.id}) if was is not None else one
        kept = [rows[day].model_dump(mode="json") for day in sorted(rows)][-30:]
        edit.patch(edit.editable(job.number), "brief", {"forecast": kept})
        count += 1
    return count


__all__ = ["ForecastService", "SimulatedForecast", "service", "take_forecast"]
