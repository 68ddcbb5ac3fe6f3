"""The report over the API."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from rindle_core.units import System
from rindle_server.jobs import edit
from rindle_server.jobs.report import report_html, report_pdf

router = Router(tags=["report"])


@router.get("/{number}/report.html")
def html(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The report as a page."""
    return HttpResponse(report_html(edit.find(number), units), content_type="text/html; charset=utf-8")


@router.get("/{number}/report.pdf")
def pdf(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The report as PDF."""
    answer = HttpResponse(report_pdf(edit.find(number), units), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="rindle-{number}.pdf"'
    return answer
