"""The diary over the API."""

from __future__ import annotations

import datetime as dt

from django.http import HttpRequest, HttpResponse
from ninja import Router

from rindle_core.kernel.units import System
from rindle_server.jobs.load_sheets import loading_of_day

router = Router(tags=["diary"])


@router.get("/van.pdf")
def van_of_day(request: HttpRequest, day: dt.date, units: System = "metric") -> HttpResponse:
    """The loading list of all open jobs of a day."""
    answer = HttpResponse(loading_of_day(day, units), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="van-{day:%Y-%m-%d}.pdf"'
    return answer
