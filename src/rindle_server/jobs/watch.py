"""Watching the line for gaps: its clock, its log, gaps that somebody saw; before the signature and after it."""

from __future__ import annotations

import datetime as dt
from typing import Any

from django.utils import timezone

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.handover.watch import Watch
from rindle_core.stations.sky.trial_log import TrialEvent, TrialLog, TrialLogInput, read_trial_log
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.after import change_after, facts_after
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.journal import Draft, whole
from rindle_server.jobs.moments import told_moment

_MOST = 20_000
BY_HAND = "counted by hand"


def watch_now(job: models.Job) -> Watch:
    """The watch that counts: of Hand over, or of the time after the signature."""
    return facts_after(job).watch if job.signed_off_at is not None else assessed(job).facts.handover.watch


@whole
def _put(draft: Draft, told: dict[str, Any]) -> None:
    draft.put("handover", watch=told)  # whole: what is left out of it is gone


def _keep(job: models.Job, watch: Watch) -> None:
    told: dict[str, Any] = watch.model_dump(mode="json", exclude_defaults=True)
    if job.signed_off_at is not None:
        change_after(job, {"watch": told})
    else:
        _put(job, told)


def start(job: models.Job) -> None:
    """Begins to watch. Raises Conflict where gaps are there already: they are taken out first."""
    if watch_now(job).events:
        raise Conflict.one("watch", "A watch is there already. Take it out first; it stays in History.")
    _keep(job, Watch(started_at=timezone.now()))


def end(job: models.Job) -> None:
    """Ends it. Raises Conflict where none runs."""
    old = watch_now(job)
    if old.started_at is None:
        raise Conflict.one("watch", "Nobody watches: begin, or read a log.")
    _keep(job, old.model_copy(update={"ended_at": timezone.now()}))


def forget(job: models.Job) -> None:
    """Takes the watch out."""
    _keep(job, Watch())


def set_clock(job: models.Job, started: str, ended: str) -> None:
    """From when to when it was watched, by the site's clock. Raises InputError."""
    zone = assessed(job).facts.brief.zone
    begun = told_moment(started, zone, "started_at")
    done = told_moment(ended, zone, "ended_at", after=begun)
    if done is not None and (begun is None or done <= begun):
        raise InputError.one("ended_at", "lies before the watch began; a later time is accepted")
    _keep(job, watch_now(job).model_copy(update={"started_at": begun, "ended_at": done}))


def tally(job: models.Job, seconds: float, cause: str, azimuth_deg: float | None) -> None:
    """A gap that somebody saw and that ends now; 0 seconds: none was seen, which is an answer too. Raises Conflict."""
    old = watch_now(job)
    if old.started_at is None:
        raise Conflict.one("watch", "Begin to watch first, or enter from when it was watched.")
    events = list(old.events)
    if seconds > 0:
        start_at = timezone.now() - dt.timedelta(seconds=seconds)
        told = {"start": start_at, "seconds": seconds, "cause": cause, "azimuth_deg": azimuth_deg}
        events.append(parse(TrialEvent, told, "outage"))
    if len(events) > _MOST:
        raise InputError.one("outage", f"is one too many: {_MOST} gaps are accepted")
    _keep(job, old.model_copy(update={"events": events, "by_hand": True, "log_name": old.log_name or BY_HAND}))


def strike(job: models.Job, at: int) -> None:
    """Takes a gap out, by its number in the order of their times. Raises NotThere."""
    old = watch_now(job)
    if not 0 <= at < len(old.events):
        raise NotThere.one("outage", f"There is no gap {at}; {len(old.events)} are there.")
    events = [one for number, one in enumerate(old.events) if number != at]
    _keep(job, old.model_copy(update={"events": events}))


def take_log(job: models.Job, name: str, given: TrialLogInput) -> TrialLog:
    """Reads a log. Its first and last gap stand for the times where nobody told them. Raises InputError."""
    log, old = read_trial_log(given).result, watch_now(job)
    if len(log.events) > _MOST:
        raise InputError.one("file", f"has {len(log.events)} gaps; up to {_MOST} are accepted: cut it to the watch")
    if not log.events and (old.started_at is None or old.ended_at is None):
        raise InputError.one("file", "holds no gap: enter from when to when it was watched first")
    ends = [one.start + dt.timedelta(seconds=one.seconds) for one in log.events]
    first = old.started_at or log.events[0].start
    last = old.ended_at or max([*ends, first])
    if log.events and not any(first <= one.start <= last for one in log.events):
        raise InputError.one("file", "none of its gaps lies in the time watched: check its zone, or from when to when")
    told = {"events": log.events, "log_name": name[:200], "started_at": first, "ended_at": last, "by_hand": False}
    _keep(job, old.model_copy(update=told))
    return log


__all__ = ["BY_HAND", "end", "forget", "set_clock", "start", "strike", "take_log", "tally", "watch_now"]
