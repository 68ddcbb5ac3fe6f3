"""A job after it was signed: follow-ups and a watch, kept beside the record and journaled like every change."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Any

from django.db import transaction
from django.utils import timezone

from rindle_core.kernel.model import parse
from rindle_core.kernel.registry import Outcome
from rindle_core.science.site_clock import day_at
from rindle_core.stations.handover.after import AfterFacts, AfterResult, after_of, refuse_after
from rindle_server.errors import Conflict
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.journal import keep_beside, turn_of, with_ids
from rindle_server.jobs.models import Job

ROOM = "after"


def facts_after(job: Job) -> AfterFacts:
    """What was entered after the signature."""
    row = job.docs.filter(station=ROOM).first()
    return parse(AfterFacts, row.data if row else {})


def change_after(job: Job, change: Mapping[str, Any]) -> None:
    """Changes facts of the time after the signature. Raises Conflict for a job that is not signed, InputError."""
    if job.signed_off_at is None:
        raise Conflict.one("job", f"Job {job.number} is not handed over yet: enter it at Hand over.")
    with turn_of(job.pk), transaction.atomic():
        job.refresh_from_db()
        row = job.docs.filter(station=ROOM).first()
        kept = {name: value for name, value in {**(row.data if row else {}), **change}.items() if value is not None}
        told, brief = parse(AfterFacts, kept), assessed(job).facts.brief
        zone = brief.zone
        words = assessed(job).facts.picks.words
        refuse_after(told, words, day_at(job.signed_off_at, zone), day_at(timezone.now(), zone))
        checked = told.model_dump(mode="json", exclude_defaults=True)
        keep_beside(job, ROOM, with_ids(AfterFacts, checked, f"{job.head + 1}"))


def assessed_after(job: Job, today: dt.date | None = None) -> Outcome[AfterResult]:
    """What is due and what was found since. Raises Conflict for a job that is not signed."""
    if job.signed_off_at is None:
        raise Conflict.one("job", f"Job {job.number} is not handed over yet.")
    found = assessed(job)
    zone = found.facts.brief.zone
    return after_of(
        found.facts,
        facts_after(job),
        day_at(job.signed_off_at, zone),
        today or day_at(timezone.now(), zone),
        found.result.low_orbit,
        found.facts.peak.lock_after_db,
    )


__all__ = ["ROOM", "assessed_after", "change_after", "facts_after"]
