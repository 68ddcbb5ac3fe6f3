"""The list of jobs: a page at a time, each row kept with its job until something that it rests on changes."""

from __future__ import annotations

import datetime as dt
import logging
import math
from typing import Any, Literal

from django.db.models import Q, QuerySet
from ninja import Schema
from pydantic import Field

from rindle_core import __version__
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.headline import Segment, sentence
from rindle_core.stations.fold import furthest
from rindle_core.stations.names import NAMES
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.stores.shelf import Shelf, rules_mark, shelf

PAGE = 50
_LOG = logging.getLogger("rindle.jobs")


class StationMark(Schema):
    """A station's verdict in a list."""

    code: str
    name: str
    verdict: Level


class JobRow(Schema):
    """A job in the list. `trouble` says why a row has no verdict."""

    number: str
    customer: str
    service_wanted: str
    terminal_name: str
    date: dt.date
    verdict: Level
    stations: list[StationMark]
    station: str
    headline: list[Segment]
    signed_off: bool
    shelf: str = "open"
    trouble: str = ""


class JobPage(Schema):
    """A page of the list."""

    rows: list[JobRow]
    count: int
    page: int
    page_count: int


def _row(job: Job, held: Shelf) -> JobRow:
    terminal = held.get("terminal", job.terminal_code, Terminal)
    told: dict[str, Any] = {
        "number": job.number,
        "customer": job.customer,
        "service_wanted": job.service_wanted,
        "terminal_name": terminal.name if terminal else job.terminal_code,
        "date": job.date,
        "signed_off": job.signed_off_at is not None,
        "shelf": job.shelf,
    }
    result = assessed(job).result
    current = result.stations[furthest(result.stations)]
    stations = [StationMark(code=one.code, name=one.name, verdict=one.verdict) for one in result.stations]
    return JobRow(**told, verdict=result.verdict, stations=stations, station=current.name, headline=current.headline)


def _failing(job: Job, message: str) -> JobRow:
    """One job that cannot be worked out says so itself, and takes no other with it."""
    return JobRow(
        number=job.number,
        customer=job.customer,
        service_wanted=job.service_wanted,
        terminal_name=job.terminal_code,
        date=job.date,
        verdict=Level.UNKNOWN,
        stations=[],
        station="Brief",
        headline=sentence("This job cannot be worked out"),
        signed_off=job.signed_off_at is not None,
        trouble=message,
    )


def _mark(job: Job, held: Shelf, rules: str) -> str:
    """What a row rests on. A signed job rests on its record alone."""
    rests = (job.record_sha256, "signed") if job.record_sha256 else (held.mark, rules)
    return ":".join((__version__, str(job.head), *rests))


def row_of(job: Job, held: Shelf, rules: str) -> JobRow:
    """The job's row, from the one that is kept where nothing changed since."""
    mark = _mark(job, held, rules)
    if job.listed and job.listed.get("mark") == mark:
        return JobRow.model_validate(job.listed["row"] | {"shelf": job.shelf})
    try:
        row = _row(job, held)
    except InputError as error:
        return _failing(job, str(error))
    except Exception as error:  # whatever it is, the other jobs must still be reached
        _LOG.exception("job %s cannot be worked out", job.number)
        return _failing(job, f"{type(error).__name__}: {error}")
    stage = next((code for code, name in NAMES.items() if name == row.station), "")
    Job.objects.filter(pk=job.pk).update(
        listed={"mark": mark, "row": row.model_dump(mode="json")}, verdict=row.verdict, stage=stage
    )
    return row


Show = Literal["open", "signed", "archived", "template", "deleted"]
Sort = Literal["number", "day", "customer", "changed"]
_SORTS: dict[Sort, tuple[str, ...]] = {
    "number": ("-year", "-serial", "-number"),
    "day": ("date", "-year", "-serial"),
    "customer": ("customer", "-year", "-serial"),
    "changed": ("-updated_at",),
}


class ListQuery(Schema):
    """What of the jobs is listed, and in which order."""

    find: str = Field(default="", max_length=200)
    page: int = Field(default=1, ge=1, le=1_000_000)
    show: Show = "open"
    sort: Sort = "number"
    verdict: Level | None = Field(default=None, description="As it was when the job last changed")
    stage: str = Field(default="", description="Code of the station where the work stands")


def _shown(given: ListQuery) -> QuerySet[Job]:
    if given.show == "signed":
        wanted = Job.objects.filter(shelf="open", signed_off_at__isnull=False)
    else:
        wanted = Job.objects.filter(shelf=given.show)
    if given.verdict is not None:
        wanted = wanted.filter(verdict=given.verdict)
    if given.stage:
        wanted = wanted.filter(stage=given.stage)
    return wanted.order_by(*_SORTS[given.sort])


def page_of(given: ListQuery) -> JobPage:
    """A page of the jobs that hold every word of the search:

    in number, customer, service, place, terminal, satellite, people or where the work stands. `open` holds the signed
    ones too: it is what is not put away.
    """
    held, rules, wanted = shelf(), rules_mark(), _shown(given)
    find, page = given.find, given.page
    for word in find.split():
        stages = [code for code, name in NAMES.items() if word.casefold() in name.casefold()]
        named = [one.code for one in held.all("terminal", Terminal) if word.casefold() in one.name.casefold()]
        wanted = wanted.filter(
            Q(number__icontains=word)
            | Q(customer__icontains=word)
            | Q(service_wanted__icontains=word)
            | Q(place_text__icontains=word)
            | Q(terminal_code__in=named)
            | Q(satellite_code__icontains=word)
            | Q(signed_off_by__icontains=word)
            | Q(pk__in=Job.objects.filter(stage__in=stages).values("pk"))  # by the index alone
        )
    keys = list(wanted.values_list("pk", flat=True))  # one look tells how many there are and which stand on the page
    page_count = max(1, math.ceil(len(keys) / PAGE))
    page = min(max(1, page), page_count)
    there = keys[(page - 1) * PAGE : page * PAGE]
    jobs = Job.objects.defer("record").in_bulk(there)  # a signed job's record is long, and its row is kept
    rows = [row_of(jobs[key], held, rules) for key in there if key in jobs]
    return JobPage(rows=rows, count=len(keys), page=page, page_count=page_count)


def neighbours_of(job: Job) -> tuple[str, str]:
    """Numbers of the jobs before and after it in the list; empty at its ends."""
    older = Q(year__lt=job.year) | Q(year=job.year, serial__lt=job.serial)
    newer = Q(year__gt=job.year) | Q(year=job.year, serial__gt=job.serial)
    after = Job.objects.filter(older, shelf="open").values_list("number", flat=True).first()
    before = Job.objects.filter(newer, shelf="open").order_by("year", "serial").values_list("number", flat=True).first()
    return before or "", after or ""


__all__ = ["JobPage", "JobRow", "ListQuery", "Show", "Sort", "StationMark", "neighbours_of", "page_of", "row_of"]
