"""A crew's days as they fill: what may begin at a moment, what goes first, and what fixes the end."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from dataclasses import dataclass, field

from rindle_core.catalogue.house_words import WeatherKind
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.visit_tasks import DayWeather, VisitDaysInput, VisitTask
from rindle_core.stations.brief.weather import Condition, WeatherInput, weather

DAYS_TRIED = 60
_CLOSE_H = 1e-6  # hours that are the same moment
SLOT = "Line-up"  # what a task names to come after the slot
_SETS: tuple[WeatherKind, ...] = ("sealant", "foam", "concrete")  # the weather counts until they have set


@dataclass(slots=True)
class Placed:
    """A task with its hours, counted from midnight of the first day."""

    task: VisitTask
    start_h: float
    end_h: float
    set_h: float
    because: str
    pressed_by: str  # the task that fixes its start; empty: the day, the weather or a delivery
    weather: Level | None


@dataclass(slots=True)
class DayPlan:
    """One crew's days as they fill. Hours count from midnight of the first day."""

    given: VisitDaysInput
    slot_first: set[str]
    tails: dict[str, float]
    left: list[VisitTask] = field(default_factory=list)
    placed: list[Placed] = field(default_factory=list)
    set_h: dict[str, float] = field(default_factory=dict)
    late: dict[str, str] = field(default_factory=dict)  # by task the delivery that kept it
    stopped: dict[str, str] = field(default_factory=dict)  # by task the weather that kept it

    @property
    def midnight(self) -> dt.datetime:
        """From which the hours count."""
        return dt.datetime.combine(self.given.first_day, dt.time())

    def hour(self, at: dt.datetime) -> float:
        """Of a moment of the site's clock."""
        return (at.replace(tzinfo=None) - self.midnight).total_seconds() / 3600

    def at(self, hour: float) -> dt.datetime:
        """The moment of an hour, site's clock."""
        return self.midnight + dt.timedelta(seconds=round(hour * 3600))

    def day(self, hour: float) -> dt.date:
        """On which the hour lies."""
        return self.given.first_day + dt.timedelta(days=int(hour // 24))

    @property
    def slot_h(self) -> tuple[float, float] | None:
        """Start and end of the slot; None where there is none, or it lies before the work."""
        if self.given.slot_at is None or self.given.slot_at.date() < self.given.first_day:
            return None
        start = self.hour(self.given.slot_at)
        return start, start + self.given.rules.lineup_min / 60

    def works_on(self, day: dt.date) -> bool:
        """The first day is one that the crew has chosen; else the firm's own week holds."""
        return self.given.rules.weekends == "work" or day == self.given.first_day or day.weekday() < 5

    def opens(self, hour: float) -> tuple[float, float]:
        """The first hours from then on in which the crew works: from and to."""
        rules = self.given.rules
        day = hour // 24
        while True:
            start, end = day * 24 + rules.workday_start_h, day * 24 + rules.workday_start_h + rules.workday_h
            if self.works_on(self.day(day * 24)) and hour < end - _CLOSE_H:
                return max(hour, start), end
            day += 1

    def weather_of(self, one: VisitTask, start_h: float) -> tuple[Level | None, str]:
        """Of the day of the work, and for what sets of the days until it has set: the worst, and what it says."""
        if not one.weather:
            return None, ""
        until_h = start_h + one.work_h + (one.wait_h if one.weather in _SETS else 0.0)
        known = {told.day: told for told in self.given.forecast}
        found: list[tuple[Level, str]] = []
        for count in range(int(until_h // 24) - int(start_h // 24) + 1):
            day = self.day(start_h) + dt.timedelta(days=count)
            told = known.get(day, DayWeather(day=day))
            # A joint is dry or not when it is made; what is poured has to be covered until it has set.
            sky: list[Condition] = ["dry"] if count and one.weather != "concrete" else [told.sky] if told.sky else []
            judged = weather(
                WeatherInput(
                    forecast_gust_mps=told.gust_mps,
                    forecast_low_c=told.low_c,
                    conditions=sky,
                    rules=self.given.rules,
                )
            )
            row = next(each for each in judged.result.tasks if each.task == one.weather)
            found.append((row.level, f"on {day} {', '.join(row.reasons)}" if row.reasons else ""))
        order = [Level.HOLD, Level.MIND, Level.UNKNOWN, Level.CLEAR]
        return min(found, key=lambda each: order.index(each[0]))

    def may_begin(self, one: VisitTask, now_h: float, until_h: float) -> bool:
        """Whether nothing keeps it; what does is kept in `late` and `stopped`."""
        late = [need for need in one.needs() if self.set_h.get(need, 1e9) > now_h + _CLOSE_H]
        if late or now_h + one.work_h > until_h + _CLOSE_H:
            return False
        for name in one.items():
            due = self.given.due_on[name]
            if due is None or due > self.day(now_h):
                self.late[one.name] = f"{name} is due on {due}" if due else f"nobody knows when {name} comes"
                return False
        level, said = self.weather_of(one, now_h)
        if level is Level.HOLD:
            self.stopped[one.name] = said
            return False
        return True

    def finish_what_is_done(self) -> float:
        """Puts down what is finished; gives the hour from which the crew is free."""
        free_h = self.given.rules.workday_start_h
        for one in sorted(self.given.tasks, key=lambda each: self.hour(each.finished_at) if each.finished_at else 0.0):
            if one.finished_at is None:
                self.left.append(one)
                continue
            end = self.hour(one.finished_at)
            self.set_h[one.name] = end + one.wait_h
            self.placed.append(Placed(one, end - one.work_h, end, end + one.wait_h, "", "", None))
            free_h = max(free_h, end)
        self.left.sort(key=lambda each: self.given.tasks.index(each))
        return free_h

    def lay_out(self) -> None:
        """List scheduling: at each free moment the task with the longest chain behind it."""
        now_h, last, slot = self.finish_what_is_done(), "", self.slot_h
        if slot:
            self.set_h[SLOT] = slot[1]
        while self.left and now_h < 24.0 * DAYS_TRIED:
            now_h, until_h = self.opens(now_h)
            if slot and slot[0] - _CLOSE_H <= now_h < slot[1] - _CLOSE_H:
                now_h, last = slot[1], SLOT
                continue
            if slot and now_h < slot[0]:
                until_h = min(until_h, slot[0])
            ready = [one for one in self.left if self.may_begin(one, now_h, until_h)]
            if ready:
                chosen = max(ready, key=lambda one: (one.name in self.slot_first, self.tails[one.name]))
                self._put(chosen, now_h, last)
                now_h, last = self.placed[-1].end_h, chosen.name
                continue
            soon = [at for at in self.set_h.values() if now_h + _CLOSE_H < at < until_h]
            now_h = min([*soon, until_h])
            last = ""

    def _put(self, one: VisitTask, now_h: float, last: str) -> None:
        pressed, because = self._reason(one, now_h, last)
        level, _ = self.weather_of(one, now_h)
        end_h = now_h + one.work_h
        self.set_h[one.name] = end_h + one.wait_h
        self.placed.append(Placed(one, now_h, end_h, end_h + one.wait_h, because, pressed, level))
        self.left.remove(one)

    def _reason(self, one: VisitTask, now_h: float, last: str) -> tuple[str, str]:
        """The task that fixes its start, and why it does not begin earlier."""
        kept = "; ".join(told[one.name] for told in (self.late, self.stopped) if one.name in told)
        if kept:
            return "", kept
        need = max(one.needs(), key=lambda name: self.set_h[name], default="")
        if need and abs(self.set_h[need] - now_h) < _CLOSE_H:
            return need, f"{need} ends then" if need == SLOT else f"{need} is finished and set then"
        if last:
            return last, f"the crew is at {last} until then"
        before = max(self.placed, key=lambda each: each.end_h, default=None)
        if need and (before is None or self.set_h[need] > before.end_h + _CLOSE_H):
            return need, f"{need} has set by {self.at(self.set_h[need]):%Y-%m-%d %H:%M}"
        return (before.task.name, "it no longer fits in before") if before else ("", "")

    def kept(self) -> bool | None:
        """Whether what comes before the slot is finished in time."""
        slot = self.slot_h
        before = [one.name for one in self.given.tasks if one.before_slot]
        if slot is None or not before:
            return None
        by_h = slot[0] - self.given.rules.lineup_lead_min / 60
        ends = {one.task.name: one.end_h for one in self.placed}
        return all(ends.get(name, 1e9) <= by_h + _CLOSE_H for name in before)

    def critical(self) -> set[str]:
        """The chain that fixes the end, walked back from what has set last."""
        by_name = {one.task.name: one for one in self.placed}
        last = max(self.placed, key=lambda one: one.set_h, default=None)
        found: set[str] = set()
        while last is not None and last.task.name not in found:
            found.add(last.task.name)
            last = by_name.get(last.pressed_by)
        return found


def all_before(tasks: list[VisitTask], wanted: Callable[[VisitTask], bool]) -> set[str]:
    """Names of those and of everything that comes before them."""
    by_name = {one.name: one for one in tasks}
    found: set[str] = set()
    open_names = [one.name for one in tasks if wanted(one)]
    while open_names:
        name = open_names.pop()
        if name not in found and name in by_name:
            found.add(name)
            open_names += by_name[name].needs()
    return found


__all__ = ["DAYS_TRIED", "SLOT", "DayPlan", "Placed", "all_before"]
