"""Running a panel's trial: start, end, and the log that is read afterwards."""

from __future__ import annotations

import datetime as dt
from typing import Any

from django.utils import timezone

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.science.site_clock import told_at
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.facts import TrialFacts
from rindle_core.stations.sky.trial_log import MOST_EVENTS, TrialEvent, TrialLog, TrialLogInput, read_trial_log
from rindle_core.stations.sky.trial_preview import TrialPreview, TrialPreviewInput, trial_preview
from rindle_core.stations.sky.tried import BY_HAND
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.journal import Draft, whole
from rindle_server.jobs.moments import told_moment

_KEPT = 5  # trials that were taken out and can be brought back


def _dump(trial: TrialFacts) -> dict[str, Any]:
    return trial.model_dump(mode="json", exclude_defaults=True)


def _aside(now: TrialFacts, taken_out: list[TrialFacts]) -> list[dict[str, Any]]:
    """Half a day of log is not thrown away: it can be brought back."""
    worth = [now] if now.events or now.started_at else []
    return [_dump(one) for one in (*taken_out, *worth)][-_KEPT:]


@whole
def start(draft: Draft) -> None:
    """Starts the trial's clock; a log that was read before is put aside."""
    old = draft.facts.sky.trial
    new = TrialFacts(letter=old.letter, height_m=old.height_m, started_at=timezone.now())
    draft.put("sky", trial=_dump(new), trials_taken_out=_aside(old, draft.facts.sky.trials_taken_out))


@whole
def end(draft: Draft) -> None:
    """Ends the trial. Raises Conflict where none runs."""
    old = draft.facts.sky.trial
    if old.started_at is None:
        raise Conflict.one("trial", "No trial runs: start one, or read its log.")
    draft.put("sky", trial=_dump(old.model_copy(update={"ended_at": timezone.now()})))


@whole
def forget(draft: Draft) -> None:
    """Takes the trial out, and keeps it aside."""
    sky = draft.facts.sky
    draft.put("sky", trial=None, trials_taken_out=_aside(sky.trial, sky.trials_taken_out))


@whole
def bring_back(draft: Draft) -> None:
    """Brings the trial back that was put aside last; the present one takes its place there. Raises Conflict."""
    sky = draft.facts.sky
    if not sky.trials_taken_out:
        raise Conflict.one("trial", "No trial was taken out.")
    *older, last = sky.trials_taken_out
    draft.put("sky", trial=_dump(last), trials_taken_out=_aside(sky.trial, older))


@whole
def _take(draft: Draft, name: str, log: TrialLog) -> None:
    old = draft.facts.sky.trial
    if not log.events and old.started_at is None:
        raise InputError.one("file", "holds no event, and no trial was timed: nothing tells how long it ran")
    last_end = max((one.start + dt.timedelta(seconds=one.seconds) for one in log.events), default=None)
    first, last = old.started_at or log.events[0].start, old.ended_at or last_end or old.started_at
    assert first is not None  # either the trial was timed, or the log has events
    assert last is not None
    if log.events and old.ended_at is not None and not any(first <= one.start <= last for one in log.events):
        zone = draft.facts.brief.zone
        both = (log.events[0].start, last_end or last), (first, last)
        spans = [f"{told_at(start, zone)} to {told_at(end, zone)}" for start, end in both]
        raise InputError.one(
            "file",
            f"its outages lie from {spans[0]}, none of them in the trial from {spans[1]}: check the zone, or the "
            f"trial's "
            "start and end",
        )
    news = {"events": log.events, "log_name": name[:200], "started_at": first, "ended_at": last}
    draft.put("sky", trial=_dump(old.model_copy(update=news)))


@whole
def set_clock(draft: Draft, started: str, ended: str) -> None:
    """Sets when the trial began and ended, by the site's clock; empty: not known. Raises InputError."""
    old = draft.facts.sky.trial
    zone = draft.facts.brief.zone
    begun = told_moment(started, zone, "started_at")
    done = told_moment(ended, zone, "ended_at", after=begun)
    if begun is not None and done is not None and done <= begun:
        raise InputError.one("ended_at", f"lies before {told_at(begun, zone)}, when the trial began")
    if done is not None and begun is None:
        raise InputError.one("started_at", "is needed: when did the trial begin?")
    draft.put("sky", trial=_dump(old.model_copy(update={"started_at": begun, "ended_at": done})))


def outage_of(facts: JobInput, started: str, seconds: float, cause: str, azimuth_deg: float | None) -> TrialEvent:
    """An outage as it is written down: when it began by the site's clock (empty: it ends now). Raises InputError."""
    trial_began = facts.sky.trial.started_at
    start = told_moment(started, facts.brief.zone, "start", after=trial_began)
    start = start or timezone.now() - dt.timedelta(seconds=seconds)
    return parse(TrialEvent, {"start": start, "seconds": seconds, "cause": cause, "azimuth_deg": azimuth_deg}, "outage")


@whole
def _tally(draft: Draft, event: TrialEvent | None) -> None:
    old = draft.facts.sky.trial
    if old.started_at is None:
        raise Conflict.one("trial", "No trial runs: start one, or enter when it began.")
    events = sorted([*old.events, *([event] if event else [])], key=lambda one: one.start)
    if len(events) > MOST_EVENTS:
        raise InputError.one("outage", f"is one too many: {MOST_EVENTS} outages of a trial are accepted")
    name = old.log_name if old.log_name and BY_HAND in old.log_name else _joined(old.log_name)
    draft.put("sky", trial=_dump(old.model_copy(update={"events": events, "log_name": name})))


def _joined(log_name: str) -> str:
    return f"{log_name[: 200 - len(BY_HAND) - 5]} and {BY_HAND}" if log_name else BY_HAND


def tally(job: models.Job, event: TrialEvent | None) -> None:
    """Writes down an outage that somebody saw; None: that none was seen, which is an answer too. Raises Conflict."""
    _tally(job, event)


@whole
def strike(draft: Draft, at: int) -> None:
    """Takes one outage of the trial out, by its number in the order of their times. Raises NotThere."""
    old = draft.facts.sky.trial
    if not 0 <= at < len(old.events):
        raise NotThere.one("outage", f"There is no outage {at}; the trial has {len(old.events)}.")
    events = [one for number, one in enumerate(old.events) if number != at]
    draft.put("sky", trial=_dump(old.model_copy(update={"events": events})))


def preview(facts: TrialFacts, given: TrialLogInput) -> TrialPreview:
    """What a log says, held against the trial's clock, and nothing taken yet. Raises InputError."""
    clock = {"started_at": facts.started_at, "ended_at": facts.ended_at}
    return trial_preview(TrialPreviewInput.model_validate({**given.model_dump(), **clock})).result


def take_log(job: models.Job, name: str, given: TrialLogInput) -> TrialLog:
    """Reads a log into the trial; its first and last event stand for the times where nobody timed it.

    Raises InputError.
    """
    log = read_trial_log(given).result
    _take(job, name, log)
    return log
