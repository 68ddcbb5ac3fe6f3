"""After the work over the API: the watch for gaps, follow-ups, and the repair job that is opened of a finding."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import parse_json
from rindle_core.kernel.units import System
from rindle_core.papers.repair import repair_sheet
from rindle_core.papers.sheet import Sheet
from rindle_core.stations.handover.after import AfterFacts, AfterResult
from rindle_core.stations.handover.follow_up import LaterEvent, LaterMark
from rindle_core.stations.handover.watch import Watch
from rindle_core.stations.sky.trial_log import Cause, TrialColumns, TrialEvent, TrialLogInput, trial_columns
from rindle_core.stations.sky.trial_preview import TrialPreview, TrialPreviewInput, trial_preview
from rindle_server.accounts.api import person_of
from rindle_server.files import text_of
from rindle_server.jobs import after, copies, edit, watch
from rindle_server.jobs.answers import sent
from rindle_server.jobs.api_models import JobOut
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.jobs.trial_api import ClockIn, LogColumns

router = Router(tags=["after"])
_SHOWN = 10


class WatchOut(Schema):
    """The watch without its older gaps."""

    started_at: dt.datetime | None
    ended_at: dt.datetime | None
    log_name: str
    by_hand: bool
    event_count: int
    first_number: int
    events: list[TrialEvent]


class AfterOut(Schema):
    """What is kept of the time after the signature; `result` None while the job is not signed."""

    facts: AfterFacts
    result: AfterResult | None
    watch: WatchOut
    follows: str = Field(description="Number of the job that this one repairs; empty: none")
    repairs: list[str] = Field(description="Numbers of the jobs that were opened of this one")


def _told(told: Watch) -> WatchOut:
    first = max(0, len(told.events) - _SHOWN)
    return WatchOut(
        started_at=told.started_at,
        ended_at=told.ended_at,
        log_name=told.log_name,
        by_hand=told.by_hand,
        event_count=len(told.events),
        first_number=first,
        events=told.events[first:],
    )


def _out(number: str) -> AfterOut:
    job = edit.find(number)
    facts = after.facts_after(job)
    signed = job.signed_off_at is not None
    return AfterOut(
        facts=facts.model_copy(update={"watch": Watch()}),
        result=after.assessed_after(job).result if signed else None,
        watch=_told(watch.watch_now(job)),
        follows=job.follows,
        repairs=list(Job.objects.filter(follows=number).order_by("year", "serial").values_list("number", flat=True)),
    )


@router.get("/{number}/after", response=AfterOut)
def read_after(request: HttpRequest, number: str) -> AfterOut:
    """Follow-ups, the watch and the repairs of a job."""
    return _out(number)


class AfterPatch(Model):
    """What was looked at and what happened since, each list whole."""

    later_marks: list[LaterMark] | None = None
    later_events: list[LaterEvent] | None = None


@router.patch("/{number}/after", response=AfterOut)
def patch_after(request: HttpRequest, number: str, change: AfterPatch) -> AfterOut:
    """Writes down what was looked at, or what happened. The record stays as it was signed."""
    after.change_after(edit.find(number), change.model_dump(mode="json", exclude_unset=True))
    return _out(number)


@router.post("/{number}/watch/start", response=AfterOut)
def start_watch(request: HttpRequest, number: str) -> AfterOut:
    """Begins to watch the line."""
    watch.start(edit.find(number))
    return _out(number)


@router.post("/{number}/watch/end", response=AfterOut)
def end_watch(request: HttpRequest, number: str) -> AfterOut:
    """Ends the watch."""
    watch.end(edit.find(number))
    return _out(number)


@router.post("/{number}/watch/clock", response=AfterOut)
def set_watch_clock(request: HttpRequest, number: str, body: ClockIn) -> AfterOut:
    """From when to when it was watched, by the site's clock."""
    watch.set_clock(edit.find(number), body.started_at, body.ended_at)
    return _out(number)


@router.delete("/{number}/watch", response=AfterOut)
def forget_watch(request: HttpRequest, number: str) -> AfterOut:
    """Takes the watch out; it stays in History."""
    watch.forget(edit.find(number))
    return _out(number)


class GapIn(Model):
    """A gap that somebody saw and that ends now; 0 seconds: none was seen."""

    seconds: float = Field(ge=0, le=7 * 86_400)
    cause: Cause = "unknown"
    azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)


@router.post("/{number}/watch/gaps", response=AfterOut)
def write_gap(request: HttpRequest, number: str, body: GapIn) -> AfterOut:
    """Writes a gap down by hand."""
    watch.tally(edit.find(number), body.seconds, body.cause, body.azimuth_deg)
    return _out(number)


@router.delete("/{number}/watch/gaps/{at}", response=AfterOut)
def strike_gap(request: HttpRequest, number: str, at: int) -> AfterOut:
    """Takes a gap out that was written down wrongly."""
    watch.strike(edit.find(number), at)
    return _out(number)


def _log(file: UploadedFile, columns: str) -> TrialLogInput:
    told = parse(LogColumns, parse_json(columns), "columns")
    return parse(TrialLogInput, {"text": text_of(file), **told.model_dump()}, "file")


@router.post("/{number}/watch/preview", response=TrialPreview)
def preview_watch_log(
    request: HttpRequest, number: str, file: File[UploadedFile], columns: Annotated[str, Form()] = "{}"
) -> TrialPreview:
    """What would be understood of a log; nothing is taken yet."""
    held = watch.watch_now(edit.find(number))
    clock = {"started_at": held.started_at, "ended_at": held.ended_at}
    return trial_preview(TrialPreviewInput.model_validate({**_log(file, columns).model_dump(), **clock})).result


@router.post("/{number}/watch/columns", response=TrialColumns)
def watch_columns(request: HttpRequest, number: str, file: File[UploadedFile]) -> TrialColumns:
    """What the columns of a log are called."""
    edit.find(number)
    return trial_columns(TrialLogInput(text=text_of(file))).result


class WatchLogOut(Schema):
    """How a log was read."""

    columns: list[str]
    guessed: dict[str, str]
    unread: list[str]
    after: AfterOut


@router.post("/{number}/watch/log", response=WatchLogOut)
def take_watch_log(
    request: HttpRequest, number: str, file: File[UploadedFile], columns: Annotated[str, Form()] = "{}"
) -> WatchLogOut:
    """Reads the terminal's log of gaps (CSV or JSON)."""
    log = watch.take_log(edit.find(number), file.name or "log", _log(file, columns))
    return WatchLogOut(columns=log.columns, guessed=log.guessed, unread=log.unread, after=_out(number))


class RepairIn(Model):
    """Why a repair job is opened."""

    reason: str = Field(default="", max_length=400)


@router.post("/{number}/repair", response=JobOut)
def open_repair(request: HttpRequest, number: str, body: RepairIn) -> HttpResponse:
    """A new job of a handed-over one: its place, kit, mount and cable as they were left."""
    return sent(request, copies.repair_of(number, body.reason, person_of(request).name))


@router.get("/{number}/handed-over", response=Sheet)
def handed_over(request: HttpRequest, number: str, units: System = "metric") -> Sheet:
    """What whoever repairs it needs to know of the job as it was handed over: of the one that it follows, else of
    itself.
    """
    job = edit.find(number)
    found = assessed(edit.find(job.follows) if job.follows else job)
    return repair_sheet(found.facts, found.result, units)


__all__ = ["router"]
