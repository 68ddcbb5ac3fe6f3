"""Running a panel's trial: start, end, and the log that is read afterwards."""

from __future__ import annotations

import datetime as dt

from django.utils import timezone

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.sky.facts import TrialFacts
from rindle_core.stations.sky.trial import TrialLog, TrialLogInput, read_trial_log
from rindle_server.errors import Conflict
from rindle_server.jobs import models
from rindle_server.jobs.edit import whole
from rindle_server.jobs.facts import answer_to, facts_of

_KEPT = 5  # trials that were taken out and can be brought back


def _keep(job: models.Job, trial: TrialFacts) -> None:
    job.trial = trial.model_dump(mode="json", exclude_defaults=True)
    answer_to(facts_of(job))


def _put_aside(job: models.Job) -> None:
    """Half a day of log is not thrown away: it can be brought back."""
    if job.trial.get("events") or job.trial.get("started_at"):
        job.trials_taken_out = [*job.trials_taken_out, job.trial][-_KEPT:]


@whole
def start(job: models.Job) -> None:
    """Starts the trial's clock; a log that was read before is put aside."""
    old = parse(TrialFacts, job.trial)
    _put_aside(job)
    _keep(job, TrialFacts(letter=old.letter, height_m=old.height_m, started_at=timezone.now()))


@whole
def end(job: models.Job) -> None:
    """Ends the trial. Raises Conflict where none runs."""
    old = parse(TrialFacts, job.trial)
    if old.started_at is None:
        raise Conflict.one("trial", "No trial runs: start one, or read its log.")
    _keep(job, old.model_copy(update={"ended_at": timezone.now()}))


@whole
def forget(job: models.Job) -> None:
    """Takes the trial out, and keeps it aside."""
    _put_aside(job)
    job.trial = {}


@whole
def bring_back(job: models.Job) -> None:
    """Brings the trial back that was put aside last; the present one takes its place there. Raises Conflict."""
    if not job.trials_taken_out:
        raise Conflict.one("trial", "No trial was taken out.")
    *older, last = job.trials_taken_out
    now, job.trials_taken_out = job.trial, older
    job.trial = now
    _put_aside(job)
    _keep(job, parse(TrialFacts, last))


@whole
def _take(job: models.Job, name: str, log: TrialLog) -> None:
    old = parse(TrialFacts, job.trial)
    if not log.events and old.started_at is None:
        raise InputError.one("file", "holds no event, and no trial was timed: nothing tells how long it ran")
    last_end = max((one.start + dt.timedelta(seconds=one.seconds) for one in log.events), default=None)
    first, last = old.started_at or log.events[0].start, old.ended_at or last_end or old.started_at
    assert first is not None  # either the trial was timed, or the log has events
    assert last is not None
    if log.events and old.ended_at is not None and not any(first <= one.start <= last for one in log.events):
        spans = [
            f"{a:%Y-%m-%d %H:%M} to {b:%H:%M} UTC" for a, b in ((log.events[0].start, last_end or last), (first, last))
        ]
        raise InputError.one(
            "file",
            f"its outages lie from {spans[0]}, none of them in the trial from {spans[1]}: check the zone, or the "
            f"trial's "
            "start and end",
        )
    news = {"events": log.events, "log_name": name[:200], "started_at": first, "ended_at": last}
    _keep(job, parse(TrialFacts, {**old.model_dump(), **news, "events": [one.model_dump() for one in log.events]}))


def take_log(job: models.Job, name: str, given: TrialLogInput) -> TrialLog:
    """Reads a log into the trial; its first and last event stand for the times where nobody timed it.

    Raises InputError.
    """
    log = read_trial_log(given).result
    _take(job, name, log)
    return log
