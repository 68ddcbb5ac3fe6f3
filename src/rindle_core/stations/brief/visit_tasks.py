"""The tasks of a visit, and the days they come to."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import WEATHER_KINDS, HouseWords, WeatherKind
from rindle_core.kernel.days import Day, Moment
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.stations.brief.weather import CONDITIONS, Condition


class DayWeather(Row):
    """The forecast of a day."""

    day: Annotated[Day, Entry("Day")]
    gust_mps: Annotated[float | None, Entry("Gusts")] = Field(default=None, ge=0, le=100)
    low_c: Annotated[float | None, Entry("Lowest")] = Field(default=None, ge=-60, le=60)
    sky: Annotated[Literal[""] | Condition, Entry("Sky", choices={"": "not known"} | CONDITIONS)] = ""


class VisitTask(Row):
    """A piece of work for the crew, how long it must be left alone afterwards, and what it waits for."""

    name: Annotated[str, Entry("Task")] = Field(min_length=1, max_length=120)
    work_h: Annotated[float, Entry("Work")] = Field(gt=0, le=16)
    wait_h: Annotated[float, Entry("Sets for")] = Field(
        default=0.0, ge=0, le=400, description="Setting or curing that nobody need watch"
    )
    after: Annotated[str, Entry("Only after")] = Field(
        default="", max_length=400, description="Tasks that must be finished and set before, separated by ;"
    )
    at_height_min: Annotated[float, Entry("Ladder or roof")] = Field(
        default=0.0, ge=0, le=960, description="Minutes of the work on a ladder or a roof"
    )
    weather: Annotated[WeatherKind | Literal[""], Entry("Weather counts as", choices={"": "–"} | WEATHER_KINDS)] = (
        Field(default="", description="The kind of work that the weather may stop; empty: indoors")
    )
    item: Annotated[str, Entry("Needs delivered")] = Field(
        default="", max_length=400, description="Items of the list of deliveries, separated by ;"
    )
    before_slot: Annotated[bool, Entry("Before the line-up")] = False
    finished_at: Annotated[Moment | None, Entry("Finished", placeholder="2026-11-24 12:30", past=True)] = Field(
        default=None, description="When the work on it ended, site's clock"
    )

    def needs(self) -> list[str]:
        """Names of the tasks that come before."""
        return [name.strip() for name in self.after.split(";") if name.strip()]

    def items(self) -> list[str]:
        """Names of the delivered items that it needs."""
        return [name.strip() for name in self.item.split(";") if name.strip()]


class VisitDaysInput(Model):
    """Tasks of one crew that works through one at a time. Times are of the site's clock."""

    tasks: list[VisitTask] = Field(default_factory=list, max_length=60)
    first_day: dt.date
    forecast: list[DayWeather] = Field(default_factory=list, max_length=30)
    due_on: dict[str, dt.date | None] = Field(
        default_factory=dict, description="By delivered item the day on which it is there; None: nobody knows"
    )
    slot_at: dt.datetime | None = Field(default=None, description="Start of the line-up slot")
    rules: HouseRules = DEFAULT_RULES


class VisitRow(Model):
    """When a task is worked on, local time of the site, and when it has set."""

    name: str
    day_number: int = Field(description="1 for the first day")
    starts_at: dt.datetime
    ends_at: dt.datetime
    set_at: dt.datetime
    because: str = Field(default="", description="Why it does not begin earlier; empty: nothing keeps it")
    critical: bool = Field(default=False, description="Of the chain that fixes the end: what it loses, the end loses")
    finished: bool = False
    at_height_min: float = 0.0
    weather: Level | None = Field(default=None, description="Of its days; None: the weather does not count for it")


class VisitWaiting(Model):
    """A task that cannot be given a day, and why."""

    name: str
    why: str


class VisitDaysResult(Model):
    """The tasks in the order of the work."""

    rows: list[VisitRow]
    day_count: int = Field(description="Days on which is worked")
    span_day_count: int = Field(default=0, description="From the first of them to the last, both counted")
    waiting: list[VisitWaiting] = Field(default_factory=list)
    ends_at: dt.datetime | None = Field(default=None, description="End of the work; None: nothing is planned")
    set_at: dt.datetime | None = Field(default=None, description="When all has set as well")
    at_height_min: float = 0.0
    most_at_height_min: float = Field(default=0.0, description="On the day with the most of them")
    slot_starts_at: dt.datetime | None = None
    slot_ends_at: dt.datetime | None = None
    coarse_done_by: dt.datetime | None = Field(default=None, description="When coarse pointing has to be finished")
    slot_kept: bool | None = Field(default=None, description="None: no slot, or nothing is marked as before it")


_LONGER_H = 1.0


def still_soft(task: VisitTask, at: dt.datetime) -> VisitTask:
    """A finished task that has not set as it should: an hour more than it was given, or than it has had by then.

    `at` is of the site's clock. Raises InputError where nobody has finished it.
    """
    if task.finished_at is None:
        raise InputError.one("tasks", f"{task.name} is not finished; only what is finished can set")
    had_h = (at.replace(tzinfo=None) - task.finished_at.replace(tzinfo=None)).total_seconds() / 3600
    return task.model_copy(update={"wait_h": round(max(task.wait_h, had_h) + _LONGER_H, 2)})


def usual_tasks(words: HouseWords, kinds: Collection[str]) -> list[VisitTask]:
    """The house's usual tasks of a job of these kinds, each after those of them that are there."""
    there = [one for one in words.usual_tasks if one.wanted_for == "all" or one.wanted_for in kinds]
    names = {one.code: one.name for one in there}
    return [
        VisitTask(
            name=one.name,
            work_h=one.work_h,
            wait_h=one.wait_h,
            after="; ".join(names[code] for code in one.after if code in names),
            at_height_min=one.at_height_min,
            weather=one.weather,
            before_slot=one.before_slot and "lineup" in kinds,
        )
        for one in there
    ]


__all__ = [
    "DayWeather",
    "VisitDaysInput",
    "VisitDaysResult",
    "VisitRow",
    "VisitTask",
    "VisitWaiting",
    "still_soft",
    "usual_tasks",
]
