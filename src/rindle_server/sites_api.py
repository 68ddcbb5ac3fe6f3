"""Many sites at once."""

from __future__ import annotations

import datetime as dt
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema
from pydantic import Field

from rindle_core.catalogue.models import Satellite, Terminal
from rindle_core.kernel.errors import InputError
from rindle_core.stations.aim.sites import (
    KnownSatellite,
    SitesInput,
    SitesResult,
    as_csv,
    as_geojson,
    as_kml,
    calculated,
    seen,
    sites,
)
from rindle_server.accounts.api import person_of
from rindle_server.jobs import edit, journal
from rindle_server.stores.models import StoreItem
from rindle_server.work import stream

MOST_JOBS = 200
MOST_SHOWN = 300
router = Router(tags=["sites"])
_CONTENT_TYPES = {"csv": "text/csv", "geojson": "application/geo+json", "kml": "application/vnd.google-earth.kml+xml"}


class SitesAsked(SitesInput):
    """A list of sites, and which terminal of the stores all of them get."""

    terminal_code: str = Field(default="", max_length=40)


def _with_stores(given: SitesAsked) -> SitesInput:
    """The satellites of the stores go with the list: their polarization planes belong to the skew, their beams to the
    place; and the face of the terminal on which a clinometer is laid.
    """
    told = [
        KnownSatellite(
            code=one.code, name=one.name, longitude_deg=one.longitude_deg, tilt_deg=one.tilt_deg, beams=one.beams
        )
        for one in (item.read(Satellite) for item in StoreItem.objects.filter(kind="satellite"))
    ]
    laid = given.clinometer
    if given.terminal_code:
        item = StoreItem.objects.filter(kind="terminal", code=given.terminal_code).first()
        if item is None:
            raise InputError.one("terminal_code", f"{given.terminal_code!r} is no terminal of the stores")
        terminal = item.read(Terminal)
        laid = None if terminal.panel is not None else terminal.clinometer
    return given.model_copy(update={"satellites": [*given.satellites, *told], "clinometer": laid})


@router.post("", response=SitesResult)
def calculate(request: HttpRequest, given: SitesAsked) -> SitesResult:
    """Look angles for a CSV of sites."""
    return sites(_with_stores(given)).result


@router.post("/work")
def calculate_long(request: HttpRequest, given: SitesAsked) -> StreamingHttpResponse:
    """The same as a stream of progress, see `work`; of its rows the first that a screen shows."""
    asked = _with_stores(given)

    def shown(result: SitesResult) -> dict[str, Any]:
        return result.model_copy(update={"sites": result.sites[:MOST_SHOWN]}).model_dump(mode="json")

    return stream(lambda progress: calculated(asked, progress).result, shown)


class MadeJobs(Schema):
    """Numbers of the jobs that were made, and the rows that were left out."""

    numbers: list[str]
    left_out: int


@router.post("/jobs", response=MadeJobs)
def make_jobs(request: HttpRequest, given: SitesAsked) -> MadeJobs:
    """A job of each site that sees its satellite. Raises InputError where there are too many for one go."""
    result = sites(_with_stores(given)).result
    rows = [one for one, _ in seen(result)]
    if len(rows) > MOST_JOBS:
        raise InputError.one("csv", f"would make {len(rows)} jobs; up to {MOST_JOBS} at a time are accepted")
    numbers = []
    with journal.acting(journal.Actor(by=person_of(request).username, day=journal.today())):
        for one in rows:
            job = edit.create()
            told = {
                "customer": one.name,
                "place_text": f"{one.latitude_deg:.6f}, {one.longitude_deg:.6f}",
                "height_m": one.height_m,
                "date": given.date.isoformat(),
                "satellite_code": one.satellite_code,
            } | ({"terminal_code": given.terminal_code} if given.terminal_code else {})
            journal.patch(job, {"brief": told})
            numbers.append(job.number)
    return MadeJobs(numbers=numbers, left_out=len(result.sites) - len(rows))


@router.post("/{form}")
def download(request: HttpRequest, form: Literal["csv", "geojson", "kml"], given: SitesAsked) -> HttpResponse:
    """The same as a file."""
    result = sites(_with_stores(given)).result
    day: dt.date = given.date
    content = as_csv(result) if form == "csv" else as_geojson(result) if form == "geojson" else as_kml(result, day)
    answer = HttpResponse(content, content_type=f"{_CONTENT_TYPES[form]}; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="sites-{day.isoformat()}.{form}"'
    return answer
