"""What is looked at after the hand-over: by days, or when something happens; what is due, late and done."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import ConfigDict, Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.service_words import Later, LaterKind, WantedFor
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.handover.findings import LATER
from rindle_core.stations.lists import shortened

State = Literal["ahead", "due", "late", "done", "waits"]
_LATE_DAYS = 14  # after its day, from when it is late and no longer due


class LaterMark(Row):
    """Something was looked at after the hand-over."""

    model_config = ConfigDict(str_strip_whitespace=True)

    code: Annotated[str, Entry("What")] = Field(min_length=1, max_length=40)
    on: Annotated[Day, Entry("On")]
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)
    found: Annotated[
        Literal["good", "visit"], Entry("Found", choices={"good": "as it should be", "visit": "a visit is wanted"})
    ] = "good"
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=400)
    level_db: Annotated[float | None, Entry("Level")] = Field(default=None, ge=-60, le=60)


class LaterEvent(Row):
    """Something happened after the hand-over that is a reason to look: a storm, a new roof."""

    code: Annotated[str, Entry("What happened")] = Field(min_length=1, max_length=40)
    on: Annotated[Day, Entry("On")]
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=400)


class FollowUpInput(Model):
    """The day of the hand-over, what the house looks at later, and what was done of it."""

    handed_on: dt.date
    today: dt.date
    traits: list[WantedFor] = Field(default=["all"], max_length=10)
    marks: list[LaterMark] = Field(default_factory=list, max_length=400)
    events: list[LaterEvent] = Field(default_factory=list, max_length=400)
    words: HouseWords = DEFAULT_WORDS


class LaterView(Model):
    """A thing to look at, and when."""

    code: str
    name: str
    text: str
    by: Literal["customer", "crew"]
    told_by: LaterKind
    state: State
    due_on: dt.date | None = Field(description="None: done for good, or it waits for its event")
    because: str = Field(description="Why that day")
    last_on: dt.date | None
    found: str = Field(description="good, visit, or empty: not looked yet")


class FollowUpResult(Model):
    """What comes first on top; what is done or waits for its event at the end."""

    rows: list[LaterView]
    next_on: dt.date | None


def _days(count: int) -> str:
    return "1 day" if count == 1 else f"{count} days"


def _due(one: Later, given: FollowUpInput, last: dt.date | None) -> tuple[dt.date | None, str]:
    if one.told_by == "event":
        since = [event for event in given.events if event.code == one.code and (last is None or event.on > last)]
        if not since:
            return None, ""
        began = min(since, key=lambda event: event.on)
        return began.on, f"it happened on {began.on}{': ' + began.note if began.note else ''}"
    first = given.handed_on + dt.timedelta(days=one.after_days)
    if last is None:
        return first, f"{_days(one.after_days)} after the hand-over"
    if one.every_days:
        return last + dt.timedelta(days=one.every_days), f"{_days(one.every_days)} after it was last looked at"
    return None, ""


def _state(due: dt.date | None, last: dt.date | None, one: Later, today: dt.date) -> State:
    if due is None:
        return "waits" if one.told_by == "event" else "done"
    if today < due:
        return "ahead"
    return "late" if (today - due).days > _LATE_DAYS else "due"


@register("follow_up", "What is looked at after the hand-over, and when", FollowUpInput, FollowUpResult)
def follow_up(given: FollowUpInput) -> Outcome[FollowUpResult]:
    """What is told by days is due so many days after the hand-over, then so many after it was last done; what is told
    by an event is due on its day, until somebody has looked since.
    """
    rows = []
    for one in given.words.later:
        if one.wanted_for not in given.traits:
            continue
        marks = sorted((mark for mark in given.marks if mark.code == one.code), key=lambda mark: mark.on)
        last = marks[-1] if marks else None
        due, because = _due(one, given, last.on if last else None)
        rows.append(
            LaterView(
                code=one.code,
                name=one.name,
                text=one.text,
                by=one.by,
                told_by=one.told_by,
                state=_state(due, last.on if last else None, one, given.today),
                due_on=due,
                because=because,
                last_on=last.on if last else None,
                found=last.found if last else "",
            )
        )
    rows.sort(key=lambda row: (row.due_on is None, row.due_on or dt.date.max))
    ahead = [row.due_on for row in rows if row.due_on is not None]
    return Outcome(FollowUpResult(rows=rows, next_on=ahead[0] if ahead else None), _judge(rows))


def _judge(rows: Sequence[LaterView]) -> list[Finding]:
    wanted = [row.name for row in rows if row.found == "visit"]
    late = [row.name for row in rows if row.state == "late"]
    found = []
    if wanted:
        found.append(
            LATER(
                Level.HOLD,
                f"A visit is wanted: {shortened(wanted)}",
                "Somebody looked, and it was not as it should be.",
                clears_by="Open a repair job of it; once that is done, look again and say so.",
            )
        )
    if late:
        found.append(
            LATER(
                Level.MIND,
                f"Late: {shortened(late)}",
                "What nobody looks at is found by the customer.",
                figure=float(len(late)),
                limit=0.0,
                bound="at_most",
                clears_by="Look, or have the customer look, and enter what was found.",
            )
        )
    return found


__all__ = ["FollowUpInput", "FollowUpResult", "LaterEvent", "LaterMark", "LaterView", "State", "follow_up"]
