"""Running a panel's trial: start, end, and the log that is read afterwards."""

from __future__ import annotations

from django.utils import timezone

from rindle_core.errors import InputError
from rindle_core.job import assess
from rindle_core.job_facts import TrialFacts
from rindle_core.model import parse
from rindle_core.trial import TrialLog, TrialLogInput, read_trial_log
from rindle_server.errors import Conflict
from rindle_server.jobs import models
from rindle_server.jobs.edit import whole
from rindle_server.jobs.facts import facts_of


def _keep(job: models.Job, trial: TrialFacts) -> None:
    job.trial = trial.model_dump(mode="json", exclude_defaults=True)
    assess(facts_of(job))
    job.save()


@whole
def start(job: models.Job) -> None:
    """Starts the trial's clock; a log that was read before is forgotten."""
    old = parse(TrialFacts, job.trial)
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
    """Takes the trial out."""
    job.trial = {}
    job.save()


@whole
def _take(job: models.Job, name: str, log: TrialLog) -> None:
    old = parse(TrialFacts, job.trial)
    if not log.events and old.started_at is None:
        raise InputError.one("file", "holds no event, and no trial was timed: nothing tells how long it ran")
    first = old.started_at or log.events[0].start
    last = old.ended_at or (log.events[-1].start if log.events else first)
    news = {"events": log.events, "log_name": name[:200], "started_at": first, "ended_at": last}
    _keep(job, parse(TrialFacts, {**old.model_dump(), **news, "events": [one.model_dump() for one in log.events]}))


def take_log(job: models.Job, name: str, text: str, columns: dict[str, str]) -> TrialLog:
    """Reads a log into the trial; its first and last event stand for the times where nobody timed it. Raises InputError."""
    log = read_trial_log(TrialLogInput(text=text, columns=columns)).result
    _take(job, name, log)
    return log
