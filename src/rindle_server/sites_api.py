"""Many sites at once."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.errors import InputError
from rindle_core.stations.aim.sites import (
    KnownSatellite,
    SitesInput,
    SitesResult,
    as_csv,
    as_geojson,
    as_kml,
    seen,
    sites,
)
from rindle_server.accounts.api import person_of
from rindle_server.jobs import edit, journal
from rindle_server.stores.models import StoreItem

MOST_JOBS = 200
router = Router(tags=["sites"])
_CONTENT_TYPES = {"csv": "text/csv", "geojson": "application/geo+json", "kml": "application/vnd.google-earth.kml+xml"}


def _with_stores(given: SitesInput) -> SitesInput:
    """The satellites of the stores go with the list: their polarization planes belong to the skew."""
    told = [
        KnownSatellite(code=one.code, name=one.name, longitude_deg=one.longitude_deg, tilt_deg=one.tilt_deg)
        for one in (item.read(Satellite) for item in StoreItem.objects.filter(kind="satellite"))
    ]
    return given.model_copy(update={"satellites": [*given.satellites, *told]})


@router.post("", response=SitesResult)
def calculate(request: HttpRequest, given: SitesInput) -> SitesResult:
    """Look angles for a CSV of sites."""
    return sites(_with_stores(given)).result


class MadeJobs(Schema):
    """Numbers of the jobs that were made, and the rows that were left out."""

    numbers: list[str]
    left_out: int


@router.post("/jobs", response=MadeJobs)
def make_jobs(request: HttpRequest, given: SitesInput) -> MadeJobs:
    """A job of each site that sees its satellite. Raises InputError where there are too many for one go."""
    result = sites(_with_stores(given)).result
    rows = [one for one, _ in seen(result)]
    if len(rows) > MOST_JOBS:
        raise InputError.one("csv", f"would make {len(rows)} jobs; up to {MOST_JOBS} at a time are accepted")
    numbers = []
    with journal.acting(journal.Actor(by=person_of(request).username)):
        for one in rows:
            job = edit.create()
            told = {
                "customer": one.name,
                "place_text": f"{one.latitude_deg:.6f}, {one.longitude_deg:.6f}",
                "height_m": one.height_m,
                "date": given.date.isoformat(),
                "satellite_code": one.satellite_code,
            }
            journal.patch(job, {"brief": told})
            numbers.append(job.number)
    return MadeJobs(numbers=numbers, left_out=len(result.sites) - len(rows))


@router.post("/{form}")
def download(request: HttpRequest, form: Literal["csv", "geojson", "kml"], given: SitesInput) -> HttpResponse:
    """The same as a file."""
    result = sites(_with_stores(given)).result
    day: dt.date = given.date
    content = as_csv(result) if form == "csv" else as_geojson(result) if form == "geojson" else as_kml(result, day)
    answer = HttpResponse(content, content_type=f"{_CONTENT_TYPES[form]}; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="sites-{day.isoformat()}.{form}"'
    return answer
