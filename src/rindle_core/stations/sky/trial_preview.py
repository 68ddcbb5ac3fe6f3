"""What was understood of a trial's log, before it is taken: how many, from when to when, how long, how it lies to the
trial's clock, and what looks wrong.
"""

from __future__ import annotations

import datetime as dt
from collections import Counter
from typing import Literal

from pydantic import AwareDatetime, Field

from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.sky.trial_log import Cause, TrialEvent, TrialLogInput, read_trial_log

_SHOWN = 5
_LONG_S = 600.0  # hardly ever is a panel without service for so long; milliseconds taken for seconds are
_OVERLAP_SHARE = 0.05  # of the outages may begin before the one before them has ended: logs round
Side = Literal["before", "inside", "after"]


class TrialPreviewInput(TrialLogInput):
    """A log, and the trial's own clock where it ran."""

    started_at: AwareDatetime | None = None
    ended_at: AwareDatetime | None = None


class PreviewEvent(TrialEvent):
    """An outage as it was understood, and where it lies to the trial's clock."""

    side: Side = "inside"


class TrialPreview(Model):
    """What a log says, as it would be taken."""

    event_count: int
    first_at: dt.datetime | None
    last_at: dt.datetime | None = Field(description="End of the last outage")
    before_count: int = Field(description="Outages that ended before the trial began; left out")
    inside_count: int
    after_count: int = Field(description="Outages that began after it had ended; left out")
    lost_s: float = Field(description="Length of all its outages")
    longest_s: float
    causes: dict[Cause, int]
    unknown_causes: list[str] = Field(description="Words of the log for a cause that are not known here")
    shown: list[PreviewEvent] = Field(description="The first of them")
    columns: list[str]
    guessed: dict[str, str]
    unread: list[str]
    doubts: list[str] = Field(description="What looks wrong, in sentences")


def _side(event: TrialEvent, given: TrialPreviewInput) -> Side:
    if given.started_at is not None and event.start + dt.timedelta(seconds=event.seconds) <= given.started_at:
        return "before"
    return "after" if given.ended_at is not None and event.start >= given.ended_at else "inside"


def _doubts(events: list[TrialEvent], sides: Counter[Side], given: TrialPreviewInput) -> list[str]:
    doubts = []
    timed = given.started_at is not None
    left_out = sides["before"] + sides["after"]
    if events and left_out == len(events):
        doubts.append("None of the outages lies in the trial's time: its clock, its zone or its day is another one.")
    elif left_out:
        doubts.append(f"{left_out} of the outages lie outside the trial's time and would be left out.")
    if not events:
        doubts.append("The log holds no outage. That is an answer only where the panel wrote a log at all.")
    if events and not timed:
        doubts.append(
            "No clock was run: the first and the last outage would stand for the trial's start and end. Enter its "
            "times, if they are known."
        )
    ends = [one.start + dt.timedelta(seconds=one.seconds) for one in events]
    over = sum(one.start < end for one, end in zip(events[1:], ends, strict=False))
    if events and (max(one.seconds for one in events) > _LONG_S or over > _OVERLAP_SHARE * len(events)):
        doubts.append("Some outages are very long, or run into the next ones: see that the unit of how long is right.")
    return doubts


@register(
    "trial_preview",
    "What was understood of a trial's log before it is taken, and what of it lies outside the trial's time",
    TrialPreviewInput,
    TrialPreview,
)
def trial_preview(given: TrialPreviewInput) -> Outcome[TrialPreview]:
    """Reads the log as `trial_log` does, and holds it against the trial's clock.

    Faults name row and field, as there.
    """
    asked = TrialLogInput.model_validate(given.model_dump(include=set(TrialLogInput.model_fields)))
    log = read_trial_log(asked).result
    events = log.events
    sided = [(event, _side(event, given)) for event in events]
    sides = Counter(side for _, side in sided)
    result = TrialPreview(
        event_count=len(events),
        first_at=events[0].start if events else None,
        last_at=max((one.start + dt.timedelta(seconds=one.seconds) for one in events), default=None),
        before_count=sides["before"],
        inside_count=sides["inside"],
        after_count=sides["after"],
        lost_s=sum(one.seconds for one in events),
        longest_s=max((one.seconds for one in events), default=0.0),
        causes=dict(Counter(one.cause for one in events)),
        unknown_causes=log.unknown_causes,
        shown=[PreviewEvent(**event.model_dump(), side=side) for event, side in sided[:_SHOWN]],
        columns=log.columns,
        guessed=log.guessed,
        unread=log.unread,
        doubts=_doubts(events, sides, given),
    )
    return Outcome(result, [])


__all__ = ["PreviewEvent", "TrialPreview", "TrialPreviewInput", "trial_preview"]
