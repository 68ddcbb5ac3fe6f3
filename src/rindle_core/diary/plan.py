"""Jobs laid out over crews and days: setting and curing, daylight, weather, slots and deliveries looked at."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from dataclasses import dataclass, field

from rindle_core.catalogue.house_words import WeatherKind
from rindle_core.diary.entries import (
    DiaryConflict,
    DiaryInput,
    DiaryJob,
    DiaryMove,
    DiaryResult,
    DiaryRow,
    DiaryTeam,
)
from rindle_core.diary.outcome import blocks_of, ends_of, in_two_places
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.sun import civil_day_h
from rindle_core.stations.brief.day_plan import SLOT
from rindle_core.stations.brief.visit_tasks import DayWeather, VisitTask
from rindle_core.stations.brief.weather import WeatherInput, weather

DAYS_TRIED = 120
_SAME_H = 1e-6


@dataclass(slots=True)
class _Placed:
    job: DiaryJob
    task: VisitTask
    team: str
    start_h: float
    end_h: float
    set_h: float
    because: str


@dataclass(slots=True)
class _Work:
    """A job while it is laid out. Hours count from midnight of the diary's first day."""

    job: DiaryJob
    team: str
    left: list[VisitTask]
    tails: dict[str, float]
    set_h: dict[str, float] = field(default_factory=dict)
    kept: dict[str, str] = field(default_factory=dict)


@dataclass(slots=True)
class _Diary:
    given: DiaryInput
    light: dict[tuple[str, int], tuple[float, float] | None] = field(default_factory=dict)
    skies: dict[tuple[str, WeatherKind, int], str] = field(default_factory=dict)
    placed: list[_Placed] = field(default_factory=list)
    booked: dict[str, list[tuple[float, float, str]]] = field(default_factory=dict)  # by crew its slots

    def at(self, hour: float) -> dt.datetime:
        midnight = dt.datetime.combine(self.given.first_day, dt.time())
        return midnight + dt.timedelta(seconds=round(hour * 3600))

    def hour(self, at: dt.datetime) -> float:
        return (at.replace(tzinfo=None) - dt.datetime.combine(self.given.first_day, dt.time())).total_seconds() / 3600

    def day(self, number: int) -> dt.date:
        return self.given.first_day + dt.timedelta(days=number)

    def works_on(self, team: DiaryTeam, number: int) -> bool:
        day = self.day(number)
        return day not in team.off_days and (self.given.rules.weekends == "work" or day.weekday() < 5)

    def light_h(self, job: DiaryJob, number: int) -> tuple[float, float] | None:
        """From and to, hours of that day, in which one sees outside; None: at no time."""
        if job.latitude_deg is None or job.longitude_deg is None:
            return 0.0, 24.0
        key = (job.number, number)
        if key not in self.light:
            self.light[key] = civil_day_h(job.latitude_deg, job.longitude_deg, self.day(number), job.ahead_h)
        return self.light[key]

    def weather_stops(self, job: DiaryJob, kind: WeatherKind, number: int) -> str:
        """Why the forecast of that day stops such work; empty: it does not, or nobody knows it."""
        key = (job.number, kind, number)
        if key not in self.skies:
            told = next((one for one in job.forecast if one.day == self.day(number)), None)
            self.skies[key] = "" if told is None else self._stopped(told, kind)
        return self.skies[key]

    def _stopped(self, told: DayWeather, kind: WeatherKind) -> str:
        judged = weather(
            WeatherInput(
                forecast_gust_mps=told.gust_mps,
                forecast_low_c=told.low_c,
                conditions=[told.sky] if told.sky else [],
                rules=self.given.rules,
            )
        ).result
        row = next(one for one in judged.tasks if one.task == kind)
        return f"{told.day:%d %b}: {row.reasons[0]}" if row.level is Level.HOLD else ""

    def window(self, work: _Work, task: VisitTask, number: int, first: bool) -> tuple[float, float] | str:
        """Hours of that day in which the task may be done, or why not at all. The drive comes off the first hours."""
        rules, job = self.given.rules, work.job
        start, end = rules.workday_start_h, rules.workday_start_h + rules.workday_h
        if first:
            start += job.travel_h
        if not task.weather:
            return start, end
        lit = self.light_h(job, number)
        if lit is None:
            return "it never gets light"
        if stopped := self.weather_stops(job, task.weather, number):
            return stopped
        return max(start, lit[0]), min(end, lit[1])

    def ready_at(self, work: _Work, task: VisitTask) -> tuple[float, str]:
        """When what it waits for is there, and which of it comes last."""
        at, because = 24.0 * (work.job.not_before - self.given.first_day).days, ""
        for need in task.needs():
            if need not in work.set_h:
                return float("inf"), f"it comes after {need}"
            if work.set_h[need] > at:
                at, because = work.set_h[need], f"{need} is finished and set then"
        for item in task.items():
            due = work.job.due_on.get(item)
            if due is None:
                return float("inf"), f"nobody knows when {item} comes"
            due_h = 24.0 * (due - self.given.first_day).days
            if due_h > at:
                at, because = due_h, f"{item} is due on {due}"
        return at, because

    def place(
        self, work: _Work, task: VisitTask, free_h: float, here_on: int | None, *, away: bool = False
    ) -> tuple[float, str] | None:
        """The earliest moment from `free_h` on at which the crew can do it, and why not earlier; None: at none.

        A crew that is `away` at another job has to drive first; a day begins with the drive.
        """
        team = next(one for one in self.given.teams if one.code == work.team)
        ready_h, why = self.ready_at(work, task)
        if ready_h == float("inf"):
            work.kept[task.name] = why
            return None
        now_h = max(ready_h, free_h)
        because = why if ready_h >= free_h - _SAME_H else ""
        number = int(now_h // 24)
        for count in range(DAYS_TRIED):
            day = number + count
            if not self.works_on(team, day):
                because = because or f"the crew does not work on {self.day(day):%a %d %b}"
                continue
            window = self.window(work, task, day, first=here_on != day)
            if isinstance(window, str):
                because = window
                continue
            start = max(now_h, 24.0 * day + window[0])
            if away and int(free_h // 24) == day:
                start = max(start, free_h + work.job.travel_h)
            for from_h, to_h, number_of in sorted(self.booked.get(work.team, [])):
                if start < to_h - _SAME_H and start + task.work_h > from_h + _SAME_H:
                    start, because = to_h, f"{SLOT} of {number_of} lies before"
            if start + task.work_h <= 24.0 * day + window[1] + _SAME_H:
                return start, because
        work.kept[task.name] = because or f"it fits into none of {DAYS_TRIED} days"
        return None


def _tails(tasks: list[VisitTask], number: str) -> dict[str, float]:
    by_name = {one.name: one for one in tasks}
    if len(by_name) != len(tasks):
        raise InputError.one("jobs", f"{number} has two tasks of one name; each needs a name of its own")
    tails: dict[str, float] = {}

    def tail(name: str, trail: tuple[str, ...]) -> float:
        if name in trail:
            raise InputError.one("jobs", f"{number}: {' → '.join((*trail, name))} wait for each other")
        if name not in tails:
            one = by_name[name]
            behind = [tail(other.name, (*trail, name)) for other in tasks if name in other.needs()]
            tails[name] = one.work_h + one.wait_h + max(behind, default=0.0)
        return tails[name]

    for name in by_name:
        tail(name, ())
    return tails


def _shared(given: DiaryInput) -> dict[str, str]:
    """By job its crew: the one that was said, else the one with least to do of those that are people enough."""
    load: dict[str, float] = {one.code: 0.0 for one in given.teams}
    team_of: dict[str, str] = {}
    hours = {one.number: sum(task.work_h for task in one.tasks) for one in given.jobs}
    for job in sorted(given.jobs, key=lambda one: (not one.team, -hours[one.number])):
        if job.team and job.team not in load:
            raise InputError.one("jobs", f"{job.number}: {job.team!r} is no crew; {', '.join(load)} are")
        many = [one.code for one in given.teams if one.people_count >= job.people_count] or list(load)
        code = job.team or min(many, key=lambda one: load[one])
        team_of[job.number] = code
        load[code] += hours[job.number]
    return team_of


@register("diary", "Jobs over crews and days: waits, daylight, weather, slots and deliveries", DiaryInput, DiaryResult)
def diary(given: DiaryInput) -> Outcome[DiaryResult]:
    """List scheduling: at each turn the task that can begin first; of those what a slot waits for, then one at the job
    where the crew is, then the one with the longest chain behind.

    A crew does one thing at a time. What sets is left alone, and the crew goes on elsewhere meanwhile. What counts as
    outdoor work lies within civil twilight. A day without a forecast is not known and stops nothing. A drive counts
    at the start of a day and between two jobs. Slack is the total float of the sequence as it is laid out.

    Source: R. L. Graham, SIAM J. Appl. Math. 17 (1969); float by the backward pass of J. E. Kelley, Operations
    Research 9 (1961), with the crew's own sequence as an arc after J. D. Wiest, Operations Research 12 (1964).
    Raises InputError for a crew that is not there, two tasks of a name, and tasks that wait for each other.
    """
    team_of, sheet = _shared(given), _Diary(given)
    for team in given.teams:
        jobs = [
            _Work(job=one, team=team.code, left=list(one.tasks), tails=_tails(one.tasks, one.number))
            for one in given.jobs
            if team_of[one.number] == team.code
        ]
        _lay_out(sheet, jobs)
    kept = {one.job.number: one for one in _still(sheet, given, team_of)}
    rows = _rows(sheet)
    blocks = blocks_of(rows, {one.number: one.title for one in given.jobs})
    result = DiaryResult(
        rows=rows,
        blocks=blocks,
        conflicts=[*_conflicts(sheet, given, kept), *in_two_places(given, blocks)],
        ends_at=ends_of(rows),
    )
    return Outcome(result, [])


def _book(sheet: _Diary, work: _Work) -> None:
    """The line-up slot of a job stands where it was booked, and the crew is there."""
    slot = work.job.slot_at
    if slot is None or slot.date() < sheet.given.first_day:
        return
    minutes = sheet.given.rules.lineup_min
    start = sheet.hour(slot)
    end = start + minutes / 60
    sheet.booked.setdefault(work.team, []).append((start, end, work.job.number))
    work.set_h[SLOT] = end
    task = VisitTask(name=SLOT, work_h=minutes / 60)
    sheet.placed.append(_Placed(work.job, task, work.team, start, end, end, "as it was booked"))


def _lay_out(sheet: _Diary, jobs: list[_Work]) -> None:
    """One crew's days. The day on which it is somewhere is kept, so that a drive counts once."""
    here: dict[str, int] = {}
    free_h, last = 0.0, None
    for work in jobs:
        _book(sheet, work)
        for task in [one for one in work.left if one.finished_at is not None]:
            end = sheet.hour(task.finished_at) if task.finished_at else 0.0
            work.set_h[task.name] = end + task.wait_h
            work.left.remove(task)
            sheet.placed.append(_Placed(work.job, task, work.team, end - task.work_h, end, end + task.wait_h, ""))
    while True:
        best: tuple[tuple[float, bool, bool, float], _Work, VisitTask, float, str] | None = None
        for work in jobs:
            for task in work.left:
                found = sheet.place(
                    work, task, free_h, here.get(work.job.number), away=last is not None and work is not last
                )
                if found is None:
                    continue
                start, because = found
                # What begins first; of those that begin together what a slot waits for, then what is where the crew
                # is, then the longest chain.
                key = (round(start, 4), not task.before_slot, work is not last, -work.tails[task.name])
                if best is None or key < best[0]:
                    best = (key, work, task, start, because)
        if best is None:
            return
        _, work, task, start, because = best
        end = start + task.work_h
        before = max((one for one in sheet.placed if one.team == work.team), key=lambda one: one.end_h, default=None)
        if not because and before is not None and start - before.end_h < work.job.travel_h + _SAME_H:
            because = f"the crew is at {before.task.name} ({before.job.number}) until then"
        work.set_h[task.name] = end + task.wait_h
        work.left.remove(task)
        here[work.job.number] = int(start // 24)
        sheet.placed.append(_Placed(work.job, task, work.team, start, end, end + task.wait_h, because))
        free_h, last = end, work


def _still(sheet: _Diary, given: DiaryInput, team_of: dict[str, str]) -> list[_Work]:
    """Jobs of which something could not be placed, with why."""
    done = {(one.job.number, one.task.name) for one in sheet.placed}
    found = []
    for job in given.jobs:
        left = [one for one in job.tasks if (job.number, one.name) not in done]
        if left:
            work = _Work(job=job, team=team_of[job.number], left=left, tails={})
            work.set_h = {one.task.name: one.set_h for one in sheet.placed if one.job.number == job.number}
            for task in left:
                sheet.place(work, task, 0.0, None)
            found.append(work)
    return found


def _slack_h(sheet: _Diary) -> dict[tuple[str, str], float]:
    """Total float: how late each task may end before its job ends later, or the crew's next task begins later."""
    by_team: dict[str, list[_Placed]] = defaultdict(list)
    for one in sorted(sheet.placed, key=lambda each: each.start_h):
        by_team[one.team].append(one)
    ends: dict[str, float] = {}
    for one in sheet.placed:
        ends[one.job.number] = max(ends.get(one.job.number, 0.0), one.set_h)
    slack: dict[tuple[str, str], float] = {}
    for line in by_team.values():
        latest: dict[tuple[str, str], float] = {}
        for index in range(len(line) - 1, -1, -1):
            one = line[index]
            bound = one.end_h if one.task.name == SLOT else ends[one.job.number] - one.task.wait_h
            for other in line[index + 1 :]:
                if other.job.number == one.job.number and one.task.name in other.task.needs():
                    bound = min(bound, latest[(other.job.number, other.task.name)] - one.task.wait_h)
            if index + 1 < len(line):
                after = line[index + 1]
                bound = min(bound, latest[(after.job.number, after.task.name)])
            latest[(one.job.number, one.task.name)] = bound - one.task.work_h
            slack[(one.job.number, one.task.name)] = max(0.0, bound - one.end_h)
    return slack


def _rows(sheet: _Diary) -> list[DiaryRow]:
    slack = _slack_h(sheet)
    return [
        DiaryRow(
            job=one.job.number,
            team=one.team,
            name=one.task.name,
            starts_at=sheet.at(one.start_h),
            ends_at=sheet.at(one.end_h),
            set_at=sheet.at(one.set_h),
            because=one.because,
            slack_h=round(slack[(one.job.number, one.task.name)], 3),
            critical=slack[(one.job.number, one.task.name)] < 1 / 60,
            at_height_min=one.task.at_height_min,
        )
        for one in sorted(sheet.placed, key=lambda each: (each.start_h, each.team))
    ]


def _conflicts(sheet: _Diary, given: DiaryInput, kept: dict[str, _Work]) -> list[DiaryConflict]:
    found = []
    for job in given.jobs:
        rows = [one for one in sheet.placed if one.job.number == job.number]
        first = min((one for one in rows if one.task.name != SLOT), key=lambda one: one.start_h, default=None)
        open_rows = [one for one in rows if one.task.finished_at is None]
        if first is not None and open_rows and sheet.at(first.start_h).date() > job.not_before:
            found.append(
                DiaryConflict(
                    job=job.number,
                    what=f"begins on {sheet.at(first.start_h):%Y-%m-%d} instead of {job.not_before:%Y-%m-%d}",
                    why=first.because or "the crew is elsewhere that day",
                    day=sheet.at(first.start_h).date(),
                )
            )
        if job.slot_at is not None:
            before = [one.end_h for one in rows if one.task.before_slot]
            by_h = sheet.hour(job.slot_at) - given.rules.lineup_lead_min / 60
            if before and max(before) > by_h + _SAME_H:
                late = max(before) - by_h
                found.append(
                    DiaryConflict(
                        job=job.number,
                        what=f"misses its line-up slot of {job.slot_at:%Y-%m-%d %H:%M}",
                        why=f"what comes before it ends {late:.1f} h too late",
                        day=job.slot_at.date(),
                    )
                )
        if job.number in kept:
            for name, why in kept[job.number].kept.items():
                found.append(DiaryConflict(job=job.number, what=f"{name} has no day", why=why))
        team = next((one for one in given.teams if rows and one.code == rows[0].team), None)
        if team is not None and team.people_count < job.people_count:
            found.append(
                DiaryConflict(
                    job=job.number,
                    what=f"takes {job.people_count} people",
                    why=f"{team.name} are {team.people_count}",
                )
            )
    return found


def moves(before: DiaryResult, after: DiaryResult) -> list[DiaryMove]:
    """Jobs whose work ends at another time, falls to another crew, or has none any more."""
    was, now = ({row.job: row.team for row in found.rows} for found in (before, after))
    told = [
        DiaryMove(
            job=one,
            was_at=before.ends_at.get(one),
            now_at=after.ends_at.get(one),
            was_team=was.get(one, ""),
            now_team=now.get(one, ""),
        )
        for one in sorted({*before.ends_at, *after.ends_at})
    ]
    return [one for one in told if (one.was_at, one.was_team) != (one.now_at, one.now_team)]


__all__ = ["DAYS_TRIED", "diary", "moves"]
