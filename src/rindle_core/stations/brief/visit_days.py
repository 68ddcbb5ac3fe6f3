"""Work with waits laid out over days: what cures slowly comes first, and the rest is done meanwhile."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import VISIT_DAYS

_DAYS_TRIED = 60


class VisitTask(Row):
    """A piece of work for the crew, and how long it must be left alone afterwards."""

    name: Annotated[str, Entry("Task")] = Field(min_length=1, max_length=120)
    work_h: Annotated[float, Entry("Work")] = Field(gt=0, le=16)
    wait_h: Annotated[float, Entry("Sets for")] = Field(
        default=0.0, ge=0, le=400, description="Setting or curing that nobody need watch"
    )
    after: Annotated[str, Entry("Only after")] = Field(
        default="", max_length=400, description="Tasks that must be finished and set before, separated by ;"
    )

    def needs(self) -> list[str]:
        """Names of the tasks that come before."""
        return [name.strip() for name in self.after.split(";") if name.strip()]


class VisitDaysInput(Model):
    """Tasks of one crew that works through one at a time."""

    tasks: list[VisitTask] = Field(default_factory=list, max_length=60)
    first_day: dt.date
    rules: HouseRules = DEFAULT_RULES


class VisitRow(Model):
    """When a task is worked on, local time of the site, and when it has set."""

    name: str
    day_number: int = Field(description="1 for the first day")
    starts_at: dt.datetime
    ends_at: dt.datetime
    set_at: dt.datetime


class VisitDaysResult(Model):
    """The tasks in the order of the work."""

    rows: list[VisitRow]
    day_count: int


def _tails(tasks: list[VisitTask]) -> dict[str, float]:
    """Hours from a task's start to the end of the longest chain behind it.

    Raises InputError for unknown names and circles.
    """
    by_name = {one.name: one for one in tasks}
    if len(by_name) != len(tasks):
        raise InputError.one("tasks", "two tasks have the same name; each needs a name of its own")
    followers: dict[str, list[str]] = {name: [] for name in by_name}
    for one in tasks:
        for need in one.needs():
            if need not in by_name:
                raise InputError.one("tasks", f"{one.name} waits for {need!r}, which is not on the list")
            followers[need].append(one.name)
    known: dict[str, float] = {}

    def tail(name: str, trail: tuple[str, ...]) -> float:
        if name in trail:
            raise InputError.one(
                "tasks", f"{' → '.join((*trail, name))} wait for each other; take one of the dependencies out"
            )
        if name not in known:
            one = by_name[name]
            behind = max((tail(next_one, (*trail, name)) for next_one in followers[name]), default=0.0)
            known[name] = one.work_h + one.wait_h + behind
        return known[name]

    for name in by_name:
        tail(name, ())
    return known


@register(
    "visit_days", "Tasks with waits laid out over working days, slow setting first", VisitDaysInput, VisitDaysResult
)
def visit_days(given: VisitDaysInput) -> Outcome[VisitDaysResult]:
    """List scheduling of one crew by the longest remaining chain, waits counted; work stays inside the working day.

    Source: R. L. Graham, Bounds on multiprocessing timing anomalies, SIAM J. Appl. Math. 17 (1969), critical-path
    priority.
    """
    start_h, hours = given.rules.workday_start_h, given.rules.workday_h
    for one in given.tasks:
        if one.work_h > hours:
            raise InputError.one("tasks", f"{one.name} takes longer than a working day of {hours:g} h; split it")
    tails = _tails(given.tasks)
    left, set_h, placed = list(given.tasks), dict[str, float](), list[tuple[VisitTask, float]]()
    now_h = start_h  # hours since midnight of the first day
    while left and now_h < 24.0 * _DAYS_TRIED:
        until_h = now_h // 24.0 * 24.0 + start_h + hours
        ready = [
            one
            for one in left
            if all(set_h.get(need, 1e9) <= now_h + 1e-9 for need in one.needs())
            and now_h + one.work_h <= until_h + 1e-9
        ]
        if ready:
            chosen = max(ready, key=lambda one: tails[one.name])
            placed.append((chosen, now_h))
            now_h += chosen.work_h
            set_h[chosen.name] = now_h + chosen.wait_h
            left.remove(chosen)
            continue
        later = [at for at in set_h.values() if now_h < at <= until_h]
        now_h = min(later, default=(now_h // 24.0 + 1) * 24.0 + start_h)
    if left:
        raise InputError.one("tasks", f"do not fit into {_DAYS_TRIED} days; shorten the waits")
    midnight = dt.datetime(given.first_day.year, given.first_day.month, given.first_day.day)
    rows = [
        VisitRow(
            name=one.name,
            day_number=int(at // 24) + 1,
            starts_at=midnight + dt.timedelta(hours=at),
            ends_at=midnight + dt.timedelta(hours=at + one.work_h),
            set_at=midnight + dt.timedelta(hours=set_h[one.name]),
        )
        for one, at in placed
    ]
    days = max((row.day_number for row in rows), default=0)
    return Outcome(VisitDaysResult(rows=rows, day_count=days), _judge(given, days))


def _judge(given: VisitDaysInput, days: int) -> list[Finding]:
    if days <= 1:
        return []
    slow = max(given.tasks, key=lambda one: one.wait_h)
    return [
        VISIT_DAYS(
            Level.MIND,
            "The work takes more than one day",
            f"{slow.name} has to set for {slow.wait_h:g} h." if slow.wait_h else "There is more work than a day holds.",
            figure=float(days),
            limit=1.0,
            bound="at_most",
            clears_by="Tell the customer, and plan a safe state for the night between.",
        )
    ]


__all__ = ["VisitDaysInput", "VisitDaysResult", "VisitRow", "VisitTask", "visit_days"]
