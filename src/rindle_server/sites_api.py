"""Many sites at once."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from rindle_core.catalogue.models import Satellite
from rindle_core.stations.aim.sites import KnownSatellite, SitesInput, SitesResult, as_csv, as_geojson, as_kml, sites
from rindle_server.stores.models import StoreItem

router = Router(tags=["sites"])
_CONTENT_TYPES = {"csv": "text/csv", "geojson": "application/geo+json", "kml": "application/vnd.google-earth.kml+xml"}


def _with_stores(given: SitesInput) -> SitesInput:
    """The satellites of the stores go with the list: their polarization planes belong to the skew."""
    known = [item.read(Satellite) for item in StoreItem.objects.filter(kind="satellite")]
    told = [KnownSatellite(name=one.name, longitude_deg=one.longitude_deg, tilt_deg=one.tilt_deg) for one in known]
    return given.model_copy(update={"satellites": [*given.satellites, *told]})


@router.post("", response=SitesResult)
def calculate(request: HttpRequest, given: SitesInput) -> SitesResult:
    """Look angles for a CSV of sites."""
    return sites(_with_stores(given)).result


@router.post("/{form}")
def download(request: HttpRequest, form: Literal["csv", "geojson", "kml"], given: SitesInput) -> HttpResponse:
    """The same as a file."""
    result = sites(_with_stores(given)).result
    day: dt.date = given.date
    content = as_csv(result) if form == "csv" else as_geojson(result) if form == "geojson" else as_kml(result, day)
    answer = HttpResponse(content, content_type=f"{_CONTENT_TYPES[form]}; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="sites-{day.isoformat()}.{form}"'
    return answer
