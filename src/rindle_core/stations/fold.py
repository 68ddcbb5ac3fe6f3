"""The course: nine rooms, assessed once each in the order in which they read one another."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping
from functools import lru_cache
from graphlib import TopologicalSorter
from importlib import import_module
from types import SimpleNamespace
from typing import Any, NamedTuple

from pydantic import Field
from pydantic_core import to_json

from rindle_core.kernel.findings import Finding, Kind, Level, by_gravity, digits_apart, sides, worst
from rindle_core.kernel.headline import Segment, sentence
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.kernel.units import Towards
from rindle_core.stations.aim.room import STATION as AIM
from rindle_core.stations.brief.room import STATION as BRIEF
from rindle_core.stations.bringup.room import STATION as BRINGUP
from rindle_core.stations.build.room import STATION as BUILD
from rindle_core.stations.cable.room import STATION as CABLE
from rindle_core.stations.entries import JobInput
from rindle_core.stations.handover.room import STATION as HANDOVER
from rindle_core.stations.mount.room import STATION as MOUNT
from rindle_core.stations.names import GOALS
from rindle_core.stations.peak.room import STATION as PEAK
from rindle_core.stations.sky.room import STATION as SKY
from rindle_core.stations.station import BEYOND, WAITS, Context, Headline, Station

COURSE: tuple[Station[Any], ...] = (BRIEF, AIM, SKY, MOUNT, CABLE, BUILD, PEAK, BRINGUP, HANDOVER)
_BY_CODE = {one.code: one for one in COURSE}
ORDER = tuple(_BY_CODE[code] for code in TopologicalSorter({one.code: one.reads for one in COURSE}).static_order())
_KEPT = 512  # answers of rooms, some fifty jobs' worth


class Answer(NamedTuple):
    """What a room comes to. `mark` tells what it rests on: the same mark, the same answer."""

    outcome: Outcome[Any]
    headline: Headline
    mark: str


class _Asked:
    """A question to a room, known again by its mark."""

    __slots__ = ("context", "mark", "station")

    def __init__(self, station: Station[Any], context: Context, mark: str) -> None:
        self.station, self.context, self.mark = station, context, mark

    def __hash__(self) -> int:
        return hash(self.mark)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Asked) and other.mark == self.mark


@lru_cache(maxsize=_KEPT)
def _answer(asked: _Asked) -> Answer:
    station, context = asked.station, asked.context
    outcome, headline = station.answer(context)
    return Answer(outcome, headline, asked.mark)


def _only(job: JobInput, seen: Iterable[str]) -> JobInput:
    """The job with those rooms' facts, or single facts, alone: whoever looks at another one without saying so fails."""
    given = job.model_copy()
    for code in _BY_CODE:
        del given.__dict__[code]
    whole = {name for name in seen if "." not in name}
    for name in seen:
        code, _, fact = name.partition(".")
        if fact and code in whole:
            continue
        if not fact:
            given.__dict__[code] = getattr(job, code)
        else:
            room = given.__dict__.setdefault(code, SimpleNamespace())
            setattr(room, fact, getattr(getattr(job, code), fact))
    return given


def _with_what_they_read(codes: Iterable[str]) -> set[str]:
    wanted = set(codes)
    for station in reversed(ORDER):
        if station.code in wanted:
            wanted |= set(station.reads)
    return wanted


def course_of(job: JobInput, codes: Iterable[str] | None = None) -> dict[str, Answer]:
    """The answer of every room, or of some and what those read, in the order of the course. A room whose grounds did
    not change is not asked again.
    """
    wanted = set(_BY_CODE) if codes is None else _with_what_they_read(codes)
    marks = {code: getattr(job, code).model_dump_json() for code in _BY_CODE}
    marks |= {
        name: to_json(getattr(getattr(job, name.partition(".")[0]), name.partition(".")[2])).decode()
        for station in COURSE
        for name in station.looks_at
        if "." in name
    }
    answers: dict[str, Answer] = {}
    for station in (one for one in ORDER if one.code in wanted):
        seen = (station.code, *station.looks_at)
        read = {code: answers[code] for code in station.reads}
        told = [station.code, job.picks.mark, *(marks[code] for code in seen), *(one.mark for one in read.values())]
        mark = hashlib.sha256("\0".join(told).encode()).hexdigest()
        context = Context(_only(job, seen), {code: one.outcome for code, one in read.items()})
        answers[station.code] = _answer(_Asked(station, context, mark))
    return {one.code: answers[one.code] for one in COURSE if one.code in wanted}


class StationView(Model):
    """A station as the course and the sheet show it; findings gravest first."""

    number: int
    code: str
    name: str
    goal: str = Field(default="", description="What has to be so here at the end")
    verdict: Level
    settled: bool = Field(description="Whether nothing here is on hold or still to be known: the work has passed")
    figure: list[Segment]
    headline: list[Segment]
    findings: list[Finding]


_BOUND_WORDS = {"at_most": ", allowed at most ", "at_least": ", wanted at least ", "between": ", wanted between ",
                "usual": ", usually "}  # fmt: skip


def held(found: list[Finding]) -> list[Segment]:
    """The gravest hold as a sentence: what is so, against its limit, and what would clear it. Empty without one."""
    worst_one = next((one for one in found if one.level is Level.HOLD), None)
    if worst_one is None:
        return []
    more = digits_apart(worst_one)
    low, high = sides(worst_one)

    def shown(value: float, to: Towards = "near") -> Segment:
        return Segment(value=value, unit=worst_one.unit, more_count=more, to=to)

    pieces: list[str | tuple[float, str] | Segment] = [worst_one.message]
    if worst_one.figure is not None and worst_one.unit:
        aside = ":" in worst_one.message  # two colons in a sentence tie the figure to the wrong half
        pieces += [" (" if aside else ": ", shown(worst_one.figure)]
        if worst_one.limit is not None and worst_one.bound:
            pieces += [_BOUND_WORDS[worst_one.bound], shown(worst_one.limit, low)]
        if worst_one.upper is not None:
            pieces += [" and ", shown(worst_one.upper, high)]
        pieces += [")"] if aside else []
    return sentence(*pieces, f". {worst_one.clears_by}" if worst_one.clears_by else "")


def _still_open(found: list[Finding]) -> list[Segment]:
    """What is not known yet beside an answer, so that it is not taken for the whole. Empty where nothing is."""
    waiting = [one.message for one in by_gravity(found) if one.level is Level.UNKNOWN]
    if not waiting:
        return []
    more = len(waiting) - 1
    rest = f"; {more} more {'is' if more == 1 else 'are'} open" if more else ""
    return sentence(f". Still open: {waiting[0]}{rest}")


def _heading(answer: Answer) -> list[Segment]:
    found, told = answer.outcome.findings, answer.headline
    return held(found) or [*told.words, *(_still_open(found) if told.is_answer else [])]


def views(answers: Mapping[str, Answer]) -> list[StationView]:
    """The nine stations in order."""
    shown = []
    for number, station in enumerate(COURSE, start=1):
        found = answers[station.code].outcome.findings
        shown.append(
            StationView(
                number=number,
                code=station.code,
                name=station.name,
                goal=GOALS[station.code],
                verdict=worst(found),
                settled=bool(found) and all(one.level in (Level.CLEAR, Level.MIND) for one in found),
                figure=answers[station.code].headline.figure,
                headline=_heading(answers[station.code]),
                findings=by_gravity(found),
            )
        )
    return shown


def kinds_of(code: str) -> list[Kind]:
    """The kinds of finding that a room lists; those that all rooms share stand with Brief."""
    listed = vars(import_module(f"rindle_core.stations.{code}.findings")).values()
    return [*([WAITS, BEYOND] if code == "brief" else []), *(one for one in listed if isinstance(one, Kind))]


def furthest(stations: list[StationView]) -> int:
    """Index of the first station that is not settled: where the work stands."""
    return next((at for at, one in enumerate(stations) if not one.settled), len(stations) - 1)


__all__ = ["COURSE", "ORDER", "Answer", "StationView", "course_of", "furthest", "kinds_of", "views"]
