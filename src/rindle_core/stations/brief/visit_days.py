"""Work with waits laid out over days: what cures slowly comes first, the rest is done meanwhile, and a slot is kept."""

from __future__ import annotations

import datetime as dt

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.day_plan import DAYS_TRIED, SLOT, DayPlan, all_before
from rindle_core.stations.brief.findings import (
    VISIT_DAYS,
    VISIT_EARLY,
    VISIT_FORECAST,
    VISIT_SLOT,
    VISIT_WAITS,
    VISIT_WEATHER,
)
from rindle_core.stations.brief.visit_tasks import VisitDaysInput, VisitDaysResult, VisitRow, VisitTask, VisitWaiting


def _checked(given: VisitDaysInput) -> None:
    """Raises InputError for two of a name, for what is not on its list, and for what no day holds."""
    names = [one.name for one in given.tasks]
    if len(set(names)) != len(names) or SLOT in names:
        raise InputError.one(
            "tasks", f"two tasks have the same name; each needs a name of its own, and {SLOT} is the slot's"
        )
    hours = given.rules.workday_h
    for one in given.tasks:
        if one.work_h > hours:
            raise InputError.one("tasks", f"{one.name} takes longer than a working day of {hours:g} h; split it")
        if one.at_height_min > one.work_h * 60 + 1e-6:
            raise InputError.one(
                "tasks", f"{one.name} is longer on the ladder than it takes; {one.work_h * 60:g} min at the most"
            )
        for need in one.needs():
            if need not in names and not (need == SLOT and given.slot_at is not None):
                raise InputError.one("tasks", f"{one.name} waits for {need!r}, which is not on the list")
        for item in one.items():
            if item not in given.due_on:
                raise InputError.one("tasks", f"{one.name} needs {item!r}, which is not among the deliveries")


def _tails(tasks: list[VisitTask]) -> dict[str, float]:
    """Hours from a task's start to the end of the longest chain behind it. Raises InputError for circles."""
    by_name = {one.name: one for one in tasks}
    followers: dict[str, list[str]] = {name: [] for name in by_name}
    for one in tasks:
        for need in one.needs():
            if need in followers:
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

    Where that order misses the line-up slot, what comes before the slot goes first. What is finished stands as it was,
    and the rest is laid out from there: a longer wait moves what comes after it. A task waits for its deliveries and
    for a day whose forecast does not stop it; a day without a forecast is not known, and stops nothing.

    Source: R. L. Graham, Bounds on multiprocessing timing anomalies, SIAM J. Appl. Math. 17 (1969), critical-path
    priority; the chain that fixes the end is the critical sequence of J. D. Wiest, Some properties of schedules for
    large projects with limited resources, Operations Research 12 (1964).
    """
    _checked(given)
    tails = _tails(given.tasks)
    plan = DayPlan(given, set(), tails)
    plan.lay_out()
    if plan.kept() is False:
        other = DayPlan(given, all_before(given.tasks, lambda one: one.before_slot), tails)
        other.lay_out()
        plan = other if other.kept() else plan
    result = _told(plan)
    return Outcome(result, _judge(plan, result))


def _told(plan: DayPlan) -> VisitDaysResult:
    critical = plan.critical()
    rows = [
        VisitRow(
            name=one.task.name,
            day_number=int(one.start_h // 24) + 1,
            starts_at=plan.at(one.start_h),
            ends_at=plan.at(one.end_h),
            set_at=plan.at(one.set_h),
            because=one.because,
            critical=one.task.name in critical,
            finished=one.task.finished_at is not None,
            at_height_min=one.task.at_height_min,
            weather=one.weather,
        )
        for one in plan.placed
    ]
    days = {row.starts_at.date() for row in rows}
    at_height = {day: sum(row.at_height_min for row in rows if row.starts_at.date() == day) for day in days}
    slot = plan.slot_h
    lead = dt.timedelta(minutes=plan.given.rules.lineup_lead_min)
    return VisitDaysResult(
        rows=rows,
        day_count=len(days),
        span_day_count=(max(days) - min(days)).days + 1 if days else 0,
        waiting=[VisitWaiting(name=one.name, why=_why_not(plan, one)) for one in plan.left],
        ends_at=max((row.ends_at for row in rows), default=None),
        set_at=max((row.set_at for row in rows), default=None),
        at_height_min=sum(at_height.values()),
        most_at_height_min=max(at_height.values(), default=0.0),
        slot_starts_at=plan.at(slot[0]) if slot else None,
        slot_ends_at=plan.at(slot[1]) if slot else None,
        coarse_done_by=plan.at(slot[0]) - lead if slot else None,
        slot_kept=plan.kept(),
    )


def _why_not(plan: DayPlan, one: VisitTask) -> str:
    if one.name in plan.late or one.name in plan.stopped:
        return plan.late.get(one.name) or plan.stopped[one.name]
    stuck = [need for need in one.needs() if need not in plan.set_h]
    return f"it comes after {', '.join(stuck)}" if stuck else f"it does not fit into {DAYS_TRIED} days"


def _judge(plan: DayPlan, result: VisitDaysResult) -> list[Finding]:
    return [
        *_judge_days(plan, result),
        *_judge_slot(plan, result),
        *_judge_forecast(plan, result),
        *_judge_waits(plan, result),
    ]


def _judge_days(plan: DayPlan, result: VisitDaysResult) -> list[Finding]:
    if result.day_count <= 1:
        return []
    slow = max(plan.given.tasks, key=lambda one: one.wait_h)
    within = f" within {result.span_day_count}" if result.span_day_count > result.day_count else ""
    return [
        VISIT_DAYS(
            Level.MIND,
            f"The work takes {result.day_count} days{within}",
            f"{slow.name} has to set for {slow.wait_h:g} h." if slow.wait_h else "There is more work than a day holds.",
            figure=float(result.day_count),
            limit=1.0,
            bound="at_most",
            clears_by="Tell the customer, and plan a safe state for the night between.",
        )
    ]


def _judge_slot(plan: DayPlan, result: VisitDaysResult) -> list[Finding]:
    if result.coarse_done_by is None or not plan.given.tasks:
        return []
    before = {one.name for one in plan.given.tasks if one.before_slot}
    if result.slot_kept is None:
        return [
            VISIT_SLOT.missing(
                "Whether the day leaves time for the line-up is not known",
                "Mark the tasks that are done before it, coarse pointing among them.",
            )
        ]
    lead = plan.given.rules.lineup_lead_min
    ends = [row.ends_at for row in result.rows if row.name in before]
    if len(ends) < len(before):
        told, spare_min = "no day is known for it", None
    else:
        told = f"{max(ends):%Y-%m-%d %H:%M}"
        spare_min = (result.slot_starts_at - max(ends)).total_seconds() / 60 if result.slot_starts_at else None
    doubtful = [row.name for row in result.rows if row.name in before and not row.finished and _in_doubt(row)]
    if result.slot_kept and doubtful:
        return [
            VISIT_SLOT.missing(
                "Whether the line-up can be kept rests on weather that is not known",
                f"Enter the forecast of the day: {', '.join(doubtful)}.",
            )
        ]
    return [
        VISIT_SLOT(
            Level.CLEAR if result.slot_kept else Level.MIND,
            "What comes before the line-up is finished in time"
            if result.slot_kept
            else "What comes before the line-up is not finished in time",
            f"The last of it ends: {told}. The slot begins {result.slot_starts_at:%Y-%m-%d %H:%M}.",
            figure=spare_min,
            limit=lead,
            bound="at_least",
            clears_by=""
            if result.slot_kept
            else "Begin earlier, leave for later what can wait, or ask for another slot.",
        )
    ]


def _in_doubt(row: VisitRow) -> bool:
    return row.weather is Level.UNKNOWN


def _judge_forecast(plan: DayPlan, result: VisitDaysResult) -> list[Finding]:
    """Of days after the first; the first day's weather has a finding of its own."""
    first = plan.given.first_day
    blind = [row for row in result.rows if not row.finished and _in_doubt(row) and row.set_at.date() > first]
    if not blind:
        return []
    days = sorted(
        {day.isoformat() for row in blind for day in (row.starts_at.date(), row.set_at.date()) if day > first}
    )
    return [
        VISIT_FORECAST.missing(
            "The weather of later days is not known whole",
            f"Enter their forecast, {days[0]} to {days[-1]}: {', '.join(row.name for row in blind)} rest on it.",
        )
    ]


def _judge_waits(plan: DayPlan, result: VisitDaysResult) -> list[Finding]:
    found = []
    if result.waiting:
        found.append(
            VISIT_WAITS.missing(
                "Not every task can be given a day",
                " ".join(f"{one.name}: {one.why}." for one in result.waiting),
            )
        )
    moved = [row for row in result.rows if row.name in plan.stopped]
    if moved:
        found.append(
            VISIT_WEATHER(
                Level.MIND,
                "The weather moves a task",
                " ".join(f"{row.name} waits until {row.starts_at:%Y-%m-%d}: {row.because}." for row in moved),
                figure=float(len(moved)),
                limit=0.0,
                clears_by="Look at the forecast again the evening before; tell the customer of the other day.",
            )
        )
    set_at = {row.name: row.set_at for row in result.rows}
    early = [
        (row, need)
        for row in result.rows
        for need in next(one for one in plan.given.tasks if one.name == row.name).needs()
        if row.finished and (need not in set_at or row.starts_at < set_at[need])
    ]
    if early:
        found.append(
            VISIT_EARLY(
                Level.MIND,
                "A task was begun before what it stands on had set",
                " ".join(f"{row.name}, before {need}." for row, need in early),
                figure=float(len(early)),
                limit=0.0,
                clears_by="Look whether it holds; undo and repeat it where it carries anything.",
            )
        )
    return found


__all__ = ["SLOT", "VisitDaysInput", "VisitDaysResult", "VisitTask", "visit_days"]
