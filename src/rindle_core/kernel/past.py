"""What tells of something that has been may not lie ahead: a year mistyped is else a proof of what nobody has done."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any
from zoneinfo import ZoneInfo

from pydantic import BaseModel

from rindle_core.kernel.entry import entry_of, row_of
from rindle_core.kernel.errors import Fault, InputError

_SLACK = dt.timedelta(days=1)  # a device's clock may be wrong, or show another zone's time: a moment is let off a day


@dataclass(frozen=True, slots=True)
class Clock:
    """What time it is: the moment with its zone, the zone of the site, and the day of whoever acts."""

    now: dt.datetime
    zone: ZoneInfo
    day: dt.date

    def today(self) -> dt.date:
        """The later of the day at the site and the day of whoever acts: either may be meant."""
        return max(self.day, self.now.astimezone(self.zone).date())

    def lies_ahead(self, told: str) -> bool:
        """Whether a day, or a moment (without a zone: by the site's clock), as JSON has it, is still to come."""
        if "T" not in told:
            return dt.date.fromisoformat(told) > self.today()
        moment = dt.datetime.fromisoformat(told)
        aware = moment if moment.tzinfo else moment.replace(tzinfo=self.zone)
        return aware > self.now + _SLACK

    def refuse(self, path: str, told: dt.datetime) -> None:
        """Raises InputError for a moment, with its zone, that is still to come."""
        if self.lies_ahead(told.isoformat()):
            raise InputError([self.fault(path, told.astimezone(self.zone).isoformat(" ", "minutes")[:16])])

    def fault(self, path: str, told: str) -> Fault:
        """That it lies ahead."""
        return Fault(
            path, f"{told.replace('T', ' ')} is still to come: today is {self.today()}. Enter when it was.", "ahead"
        )


def refuse_ahead(kind: type[BaseModel], was: Mapping[str, Any], told: Mapping[str, Any], clock: Clock) -> None:
    """Raises InputError for each fact of `told` (JSON of that kind) that has been by its meaning and is new, and still
    to come by the clock. What was told before stays: another clock may have been right then.
    """
    before = {(name, value) for _, name, value in _moments(kind, was)}
    faults = [
        clock.fault(path, value)
        for path, name, value in _moments(kind, told)
        if (name, value) not in before and clock.lies_ahead(value)
    ]
    if faults:
        raise InputError(faults)


@cache  # as many as there are models
def _where_past(kind: type[BaseModel]) -> tuple[tuple[str, bool, type[BaseModel] | None], ...]:
    """Facts that have been by their meaning, and those whose rows may hold such: a log has thousands without any."""
    found = []
    for name, fact in kind.model_fields.items():
        entry, inner = entry_of(fact), row_of(fact.annotation)
        past = entry is not None and entry.past
        held = inner if inner is not None and _where_past(inner) else None
        if past or held is not None:
            found.append((name, past, held))
    return tuple(found)


def _moments(kind: type[BaseModel], told: Mapping[str, Any], at: str = "") -> Iterator[tuple[str, str, str]]:
    """Path, model and name, and value of each entry of what has been."""
    for name, past, inner in _where_past(kind):
        value = told.get(name)
        if not value:
            continue
        if past:
            yield f"{at}{name}", f"{kind.__name__}.{name}", str(value)
        if inner is not None:
            rows = list(enumerate(value)) if isinstance(value, list) else [("", value)]
            for number, row in rows:
                yield from _moments(inner, row, f"{at}{name}." + (f"{number}." if number != "" else ""))


__all__ = ["Clock", "refuse_ahead"]
