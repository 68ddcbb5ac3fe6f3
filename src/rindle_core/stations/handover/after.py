"""A job after its hand-over: the record stays as it was signed; what is looked at later is kept beside it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import Annotated

from pydantic import Field

from rindle_core.catalogue.house_words import HouseWords, by_code
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.model import Facts, Model
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.entries import JobInput
from rindle_core.stations.handover.findings import LEVEL_FELL
from rindle_core.stations.handover.follow_up import FollowUpInput, FollowUpResult, LaterEvent, LaterMark, follow_up
from rindle_core.stations.handover.watch import Watch, WatchResult
from rindle_core.stations.handover.watched import watch_of
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.traits import traits_of


class AfterFacts(Facts):
    """What is entered after a job was signed."""

    watch: Annotated[Watch, Entry("Watched for gaps")] = Watch()
    later_marks: Annotated[list[LaterMark], Entry("Looked at")] = Field(default_factory=list, max_length=400)
    later_events: Annotated[list[LaterEvent], Entry("Happened since")] = Field(default_factory=list, max_length=400)


def refuse_after(told: AfterFacts, words: HouseWords, handed_on: dt.date, today: dt.date) -> None:
    """Refuses what the house does not know, and days before the hand-over or still to come. Raises InputError."""
    known = by_code(words.later)
    lists: dict[str, Sequence[LaterMark | LaterEvent]] = {
        "later_marks": told.later_marks,
        "later_events": told.later_events,
    }
    for name, rows in lists.items():
        for number, row in enumerate(rows):
            if row.code not in known:
                accepted = ", ".join(known)
                raise InputError.one(
                    f"{name}.{number}.code", f"{row.code!r} is not on the list; {accepted} are accepted"
                )
            if not handed_on <= row.on <= today:
                raise InputError.one(f"{name}.{number}.on", f"{row.on} lies outside of {handed_on} to {today}, today")


class AfterResult(Model):
    """What is due, and what the watch came to."""

    handed_on: dt.date
    follow_up: FollowUpResult
    watched: WatchResult | None
    findings: list[Finding]


def after_of(
    job: JobInput,
    told: AfterFacts,
    handed_on: dt.date,
    today: dt.date,
    predicted: LowOrbitResult | None = None,
    level_then_db: float | None = None,
) -> Outcome[AfterResult]:
    """Follow-ups of the job from its day, the watch against Sky's prediction, and the level against that of the day."""
    later = follow_up(
        FollowUpInput(
            handed_on=handed_on,
            today=today,
            traits=sorted(traits_of(job.picks, job.brief, job.mount.height_above_ground_m)),
            marks=told.later_marks,
            events=told.later_events,
            words=job.picks.words,
        )
    )
    watched = watch_of(told.watch, predicted, job.brief, job.picks)
    findings = [
        *later.findings,
        *(watched.findings if watched else []),
        *_judge_level(told, level_then_db, job.picks.rules.hold_db),
    ]
    result = AfterResult(
        handed_on=handed_on,
        follow_up=later.result,
        watched=watched.result if watched else None,
        findings=findings,
    )
    return Outcome(result, findings)


def _judge_level(told: AfterFacts, then_db: float | None, within_db: float) -> list[Finding]:
    """The last level that somebody read against the one of the lock-down: what slips does so slowly."""
    read = sorted((one for one in told.later_marks if one.level_db is not None), key=lambda one: one.on)
    if then_db is None or not read or read[-1].level_db is None:
        return []
    now_db = read[-1].level_db
    return [
        LEVEL_FELL.at_least(
            now_db,
            then_db - within_db,
            clear="The level is as it was on the day of the work",
            under="The level is lower than on the day of the work",
            why=f"Read on {read[-1].on}. Rain, wet snow, water in a connector, a slipped aim or a tree does that.",
            clears_by="Read it again on a dry day; if it stays, open a repair job.",
        )
    ]


__all__ = ["AfterFacts", "AfterResult", "after_of", "refuse_after"]
