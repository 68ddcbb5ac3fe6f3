"""Waits as timers: what runs, until when, what is done meanwhile, when it is too long and then what."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import AwareDatetime, ConfigDict, Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.house_words import DEFAULT_WORDS, Wait
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import WAIT
from rindle_core.stations.build.joints import DoneStep

WAITING = "wait:"


class WaitMark(Row):
    """A wait that somebody started by hand, gave another length, ended by what he saw, or let pass with a reason."""

    model_config = ConfigDict(str_strip_whitespace=True)

    code: Annotated[str, Entry("Wait")] = Field(min_length=1, max_length=40)
    started_at: Annotated[AwareDatetime | None, Entry("Begun", past=True)] = None
    lasts_min: Annotated[float | None, Entry("Lasts")] = Field(
        default=None, gt=0, le=500_000, description="Its own length, as the packet says; empty: the usual one"
    )
    ended_at: Annotated[AwareDatetime | None, Entry("Over, as seen", past=True)] = None
    reason: Annotated[str, Entry("Let pass because")] = Field(default="", max_length=300)
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)


class BegunWait(Model):
    """A wait that another station tells: what began it, and when it was over."""

    code: str = Field(min_length=1, max_length=40)
    by: str = Field(description="What began it, in words")
    started_at: AwareDatetime
    ended_at: AwareDatetime | None = None
    lasts_min: float | None = Field(default=None, gt=0, description="Its usual time here; None: the house's")
    late_min: float | None = Field(default=None, gt=0, description="When it is too long here; None: the house's")


class WaitsInput(Model):
    """The house's waits, the steps that start them and wait for them, what is done, and what people said.

    `elsewhere`: what other stations tell to have begun; one that the house does not know is left out.
    """

    waits: list[Wait] = Field(default_factory=lambda: list(DEFAULT_WORDS.waits), max_length=60)
    steps: list[BuildStep] = Field(default_factory=list, max_length=120)
    done: list[DoneStep] = Field(default_factory=list, max_length=120)
    marks: list[WaitMark] = Field(default_factory=list, max_length=200)
    elsewhere: list[BegunWait] = Field(default_factory=list, max_length=60)


class WaitView(Model):
    """A wait that was begun, or that a step of this job needs."""

    wait: Wait
    begun_by: str = Field(description="Title of the step that begins it; empty: by hand")
    started_at: dt.datetime | None
    over_at: dt.datetime | None = Field(
        description="When its usual time has gone; None: not begun, or by its sign alone"
    )
    late_at: dt.datetime | None = Field(description="When it is too long")
    ended_at: dt.datetime | None = Field(description="When somebody saw it over")
    let_pass: str = Field(description="Why somebody let it pass, with the name; empty: nobody did")
    followed_by: str = Field(
        default="", description="Title of a step that waited for it and is done, not before its time; empty: none"
    )
    holds: list[str] = Field(description="Titles of the steps that wait for it")
    judged_elsewhere: bool = Field(default=False, description="Another station tells it, and judges it")

    def open_until(self) -> dt.datetime | None:
        """Until when it holds by the clock alone; None: it holds no longer, or not by the clock."""
        return None if self.ended_at or self.let_pass else self.over_at

    def holding(self) -> str:
        """Why what depends on it may not go on at any time; empty: only the clock holds it, or nothing."""
        if self.ended_at or self.let_pass:
            return ""
        if self.started_at is None:
            return f"the wait “{self.wait.name}” to be begun"
        if self.wait.told_by == "sign" or self.over_at is None:
            return f"the wait “{self.wait.name}”: {self.wait.sign or 'say that it is over'}"
        return ""


class WaitsResult(Model):
    """Waits of this job, those that run first by when they are over."""

    waits: list[WaitView]


@register("waits", "Waits of a job: until when, meanwhile what, and when it is too long", WaitsInput, WaitsResult)
def waits(given: WaitsInput) -> Outcome[WaitsResult]:
    """A step that is done, or what another station tells, begins a wait; somebody's word on it stands over that.

    What is over by the clock is over once its time has gone; what is over by a sign only when somebody saw the sign.
    Raises InputError for a wait that the house does not know, and for an end before the beginning.
    """
    known = {one.code: one for one in given.waits}
    said = {one.code: one for one in given.marks}
    for one in given.marks:
        if one.code not in known:
            raise InputError.one("waits", f"{one.code!r} is no wait of this house: {', '.join(known)} are")
        if one.started_at and one.ended_at and one.ended_at < one.started_at:
            raise InputError.one("waits", f"“{known[one.code].name}” ends before it begins: swap the two times")
        if one.reason and not one.by:
            raise InputError.one("waits", f"“{known[one.code].name}” is let pass by nobody: enter who decided it")
    when = {one.code: one.at for one in given.done}
    starters = {code: step for step in reversed(given.steps) for code in step.starts}
    wanted = {need.removeprefix(WAITING) for step in given.steps for need in step.needs if need.startswith(WAITING)}
    elsewhere = {one.code: one for one in given.elsewhere}
    views = []
    for code, wait in known.items():
        mark, starter, told = said.get(code), starters.get(code), elsewhere.get(code)
        if mark is None and starter is None and told is None and code not in wanted:
            continue
        begun = (when.get(starter.code) if starter else None) or (told.started_at if told else None)
        started = (mark.started_at if mark else None) or begun
        by_told = told is not None and started == told.started_at
        lasts = (mark.lasts_min if mark else None) or (told.lasts_min if told and by_told else None) or wait.usual_min
        over = started + dt.timedelta(minutes=lasts) if started and lasts else None
        views.append(
            WaitView(
                wait=wait,
                begun_by=starter.title if starter else told.by if told else "",
                started_at=started,
                over_at=over,
                late_at=_late_at(wait, mark, started, told if by_told else None),
                ended_at=(mark.ended_at if mark else None) or (told.ended_at if told and by_told else None),
                let_pass=f"{mark.reason} ({mark.by})" if mark and mark.reason else "",
                followed_by=next(
                    (step.title for step, at in _after(code, given.steps, when) if not _early(over, at)), ""
                ),
                holds=[step.title for step in given.steps if f"{WAITING}{code}" in step.needs],
                judged_elsewhere=by_told,
            )
        )
    return Outcome(WaitsResult(waits=views), _judge(views, given.steps, when))


def _after(
    code: str, steps: list[BuildStep], when: dict[str, dt.datetime | None]
) -> list[tuple[BuildStep, dt.datetime | None]]:
    """The done steps that had to wait for it, and when they were done."""
    return [(step, when[step.code]) for step in steps if f"{WAITING}{code}" in step.needs and step.code in when]


def _early(over: dt.datetime | None, at: dt.datetime | None) -> bool:
    return over is not None and at is not None and at < over


def _late_at(
    wait: Wait, mark: WaitMark | None, started: dt.datetime | None, told: BegunWait | None
) -> dt.datetime | None:
    """A length of its own moves it by as much; where another station knows when it is too long, that counts."""
    if started is not None and told is not None and told.late_min is not None and not (mark and mark.lasts_min):
        return started + dt.timedelta(minutes=told.late_min)
    if started is None or wait.late_min is None:
        return None
    more = (mark.lasts_min - (wait.usual_min or 0.0)) if mark and mark.lasts_min else 0.0
    return started + dt.timedelta(minutes=max(wait.late_min, wait.late_min + more))


def _judge(views: list[WaitView], steps: list[BuildStep], when: dict[str, dt.datetime | None]) -> list[Finding]:
    """A wait that a sign tells is over when somebody saw it, or when a step that waits for it is done; what the clock
    tells is over with its time, and holds what needs it until then: what was done before is said.
    """
    found = []
    for one in views:
        kind = WAIT.of(one.wait.code)
        after = _after(one.wait.code, steps, when)
        early = [step.title for step, at in after if one.wait.told_by == "clock" and _early(one.open_until(), at)]
        if one.let_pass:
            found.append(
                kind(
                    Level.MIND,
                    f"The wait “{one.wait.name}” was let pass",
                    one.let_pass,
                    clears_by=one.wait.if_late or "Look at it again before the hand-over.",
                )
            )
        elif (
            one.wait.told_by == "sign"
            and not one.judged_elsewhere
            and one.started_at is not None
            and one.ended_at is None
            and not after
        ):
            found.append(
                kind.missing(
                    f"“{one.wait.name}” was begun; nobody said that it is over",
                    one.wait.sign or "Wait for its time, look, and say so in Waits.",
                )
            )
        elif early:
            found.append(
                kind(
                    Level.MIND,
                    f"Done before “{one.wait.name}” was over: {', '.join(early)}",
                    "By the wait’s length as it is entered now.",
                    clears_by=one.wait.if_late or "Look whether it holds, and say in Waits that it is over.",
                )
            )
    return found


__all__ = ["WAITING", "WaitMark", "WaitView", "WaitsInput", "WaitsResult", "waits"]
