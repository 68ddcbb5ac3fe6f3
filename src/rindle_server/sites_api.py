"""Many sites at once."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from rindle_core.sites import SitesInput, SitesResult, as_csv, as_geojson, as_kml, sites

router = Router(tags=["sites"])
_CONTENT_TYPES = {"csv": "text/csv", "geojson": "application/geo+json", "kml": "application/vnd.google-earth.kml+xml"}


@router.post("", response=SitesResult)
def calculate(request: HttpRequest, given: SitesInput) -> SitesResult:
    """Look angles for a CSV of sites."""
    return sites(given).result


@router.post("/{form}")
def download(request: HttpRequest, form: Literal["csv", "geojson", "kml"], given: SitesInput) -> HttpResponse:
    """The same as a file."""
    result = sites(given).result
    day: dt.date = given.date
    content = as_csv(result) if form == "csv" else as_geojson(result) if form == "geojson" else as_kml(result, day)
    answer = HttpResponse(content, content_type=f"{_CONTENT_TYPES[form]}; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="sites-{day.isoformat()}.{form}"'
    return answer
