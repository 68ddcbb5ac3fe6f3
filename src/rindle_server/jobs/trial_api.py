"""The trial of a panel or dish over the API: its clock, its log, and outages that are written down by hand."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import parse_json
from rindle_core.stations.sky.trial_log import Cause, TrialColumns, TrialEvent, TrialLogInput, trial_columns
from rindle_core.stations.sky.trial_preview import TrialPreview
from rindle_server.files import text_of
from rindle_server.jobs import edit, trial
from rindle_server.jobs.answers import sent
from rindle_server.jobs.api_models import JobOut, job_out
from rindle_server.jobs.facts import facts_of

router = Router(tags=["sky"])


class LogOut(Schema):
    """How a log was read."""

    columns: list[str]
    guessed: dict[str, str]
    unread: list[str]
    job: JobOut


@router.post("/{number}/trial/start", response=JobOut)
def start_trial(request: HttpRequest, number: str) -> HttpResponse:
    """Starts the trial's clock."""
    job = edit.editable(number)
    trial.start(job)
    return sent(request, job)


@router.post("/{number}/trial/end", response=JobOut)
def end_trial(request: HttpRequest, number: str) -> HttpResponse:
    """Ends the trial."""
    job = edit.editable(number)
    trial.end(job)
    return sent(request, job)


class ClockIn(Model):
    """When the trial began and ended by the site's clock, for one that nobody timed here; empty: not known."""

    started_at: str = Field(default="", max_length=40)
    ended_at: str = Field(default="", max_length=40)


@router.post("/{number}/trial/clock", response=JobOut)
def set_clock(request: HttpRequest, number: str, body: ClockIn) -> HttpResponse:
    """Sets the trial's times by hand."""
    job = edit.editable(number)
    trial.set_clock(job, body.started_at, body.ended_at)
    return sent(request, job)


@router.delete("/{number}/trial", response=JobOut)
def forget_trial(request: HttpRequest, number: str) -> HttpResponse:
    """Takes the trial out."""
    job = edit.editable(number)
    trial.forget(job)
    return sent(request, job)


@router.post("/{number}/trial/bring-back", response=JobOut)
def bring_trial_back(request: HttpRequest, number: str) -> HttpResponse:
    """Brings back the trial that was taken out last."""
    job = edit.editable(number)
    trial.bring_back(job)
    return sent(request, job)


class LogColumns(Model):
    """Which of the log's columns is which of ours, the zone of its clock, and the unit of how long."""

    columns: dict[str, str] = Field(default_factory=dict, max_length=20)
    zone_offset_h: float | None = Field(default=None, ge=-14, le=14)
    unit: Literal["", "s", "ms", "us", "ns", "min"] = ""


@router.post("/{number}/trial/preview", response=TrialPreview)
def preview_log(
    request: HttpRequest, number: str, file: File[UploadedFile], columns: Annotated[str, Form()] = "{}"
) -> TrialPreview:
    """What would be understood of a log, and how it lies to the trial's clock; nothing is taken yet."""
    facts = facts_of(edit.editable(number))
    told = parse(LogColumns, parse_json(columns), "columns")
    given = parse(TrialLogInput, {"text": text_of(file), **told.model_dump()}, "file")
    return trial.preview(facts.sky.trial, given)


class OutageIn(Model):
    """An outage that somebody saw; `seconds` 0: none was seen."""

    start: str = Field(
        default="", max_length=40, description="By the site's clock; empty: so long ago that it ends now"
    )
    seconds: float = Field(ge=0, le=7 * 86_400)
    cause: Cause = "unknown"
    azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)


class OutagesOut(Schema):
    """The last outages of a trial, by their numbers in the order of their times."""

    count: int
    first_number: int
    outages: list[TrialEvent]


@router.get("/{number}/trial/outages", response=OutagesOut)
def last_outages(request: HttpRequest, number: str) -> OutagesOut:
    """The last ten outages of the trial."""
    events = facts_of(edit.find(number)).sky.trial.events
    first = max(0, len(events) - 10)
    return OutagesOut(count=len(events), first_number=first, outages=events[first:])


@router.post("/{number}/trial/outages", response=JobOut)
def tally(request: HttpRequest, number: str, body: OutageIn) -> HttpResponse:
    """Writes an outage down by hand."""
    job = edit.editable(number)
    if body.seconds == 0:
        trial.tally(job, None)
    else:
        seen = trial.outage_of(facts_of(job), body.start, body.seconds, body.cause, body.azimuth_deg)
        trial.tally(job, seen)
    return sent(request, job)


@router.delete("/{number}/trial/outages/{at}", response=JobOut)
def strike(request: HttpRequest, number: str, at: int) -> HttpResponse:
    """Takes an outage out that was written down wrongly."""
    job = edit.editable(number)
    trial.strike(job, at)
    return sent(request, job)


@router.post("/{number}/trial/columns", response=TrialColumns)
def log_columns(request: HttpRequest, number: str, file: File[UploadedFile]) -> TrialColumns:
    """What the columns of a log are called, so that a person can say which is which."""
    edit.editable(number)
    return trial_columns(TrialLogInput(text=text_of(file))).result


@router.post("/{number}/trial/log", response=LogOut)
def take_log(
    request: HttpRequest, number: str, file: File[UploadedFile], columns: Annotated[str, Form()] = "{}"
) -> LogOut:
    """Reads the trial's log (CSV or JSON); `columns` is JSON: `{"columns": {ours: theirs}, "zone_offset_h": 2}`."""
    job = edit.editable(number)
    told = parse(LogColumns, parse_json(columns), "columns")
    given = parse(TrialLogInput, {"text": text_of(file), **told.model_dump()}, "file")
    log = trial.take_log(job, file.name or "log", given)
    return LogOut(columns=log.columns, guessed=log.guessed, unread=log.unread, job=job_out(job))


__all__ = ["router"]
