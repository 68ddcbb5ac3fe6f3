"""The report over the API."""

from __future__ import annotations

import base64

from django.conf import settings
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema
from pydantic import Field

from rindle_core.kernel.units import System
from rindle_core.papers.customer import Language
from rindle_server.drawings.mount_template import Paper as TemplatePaper
from rindle_server.jobs import edit
from rindle_server.jobs.calendar import calendar_of
from rindle_server.jobs.cards import CardKind, card_html, card_pdf
from rindle_server.jobs.elsewhere_api import address_of
from rindle_server.jobs.load_sheets import claim_sheet, loading_list
from rindle_server.jobs.method import method_html, method_pdf
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.pocket import Paper, pocket_html, pocket_pdf
from rindle_server.jobs.proposal import proposal_html, proposal_pdf
from rindle_server.jobs.report import Audience, report_html, report_pdf
from rindle_server.jobs.templates_pdf import (
    cable_labels,
    drilling_template,
    keep_out_sign,
    strip_gauge,
    wrap_template,
)
from rindle_server.spa import alone
from rindle_server.work import stream

router = Router(tags=["report"])


def _codes(stations: str) -> list[str]:
    return [one.strip() for one in stations.split(",") if one.strip()]


@router.get("/{number}/report.html")
def html(
    request: HttpRequest, number: str, units: System = "metric", audience: Audience = "firm", stations: str = ""
) -> HttpResponse:
    """The report as a page that stands alone; `stations`: codes with commas, empty: those of its audience."""
    page = report_html(edit.find(number), units, audience=audience, stations=_codes(stations))
    return HttpResponse(alone(page), content_type="text/html; charset=utf-8")


@router.get("/{number}/report.pdf")
def pdf(
    request: HttpRequest, number: str, units: System = "metric", audience: Audience = "firm", stations: str = ""
) -> HttpResponse:
    """The report as PDF/A-2b with bookmarks and tags."""
    content = report_pdf(edit.find(number), units, audience, _codes(stations))
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="rindle-{number}.pdf"'
    return answer


class ReportOrder(Schema):
    """Which report."""

    units: System = "metric"
    audience: Audience = "firm"
    stations: list[str] = Field(default_factory=list, max_length=20, description="Codes; empty: those of its audience")


class ReportLaidOut(Schema):
    """The report as a file."""

    name: str
    pdf_base64: str


@router.post("/{number}/report/work", response=ReportLaidOut)  # what the last line of the stream holds
def lay_out(request: HttpRequest, number: str, order: ReportOrder) -> StreamingHttpResponse:
    """The same PDF as a stream of progress, see `work`: a long report takes some seconds, and may be stopped."""
    page = report_html(edit.find(number), order.units, True, order.audience, order.stations)

    def told(content: bytes) -> dict[str, str]:
        return {"name": f"rindle-{number}.pdf", "pdf_base64": base64.b64encode(content).decode()}

    return stream(lambda progress: pdf_of(page, str(settings.PACKAGE), progress), told)


def _as_pdf(content: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="{name}.pdf"'
    return answer


@router.get("/{number}/template.pdf")
def template_print(request: HttpRequest, number: str, paper: TemplatePaper = "a4") -> HttpResponse:
    """The chosen mount's drilling template at true size."""
    return _as_pdf(drilling_template(edit.find(number), paper), f"template-{number}")


@router.get("/{number}/sign.pdf")
def sign_print(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The sign that keeps people out of the beam."""
    return _as_pdf(keep_out_sign(edit.find(number), units), f"sign-{number}")


@router.get("/{number}/labels.pdf")
def labels_print(request: HttpRequest, number: str) -> HttpResponse:
    """A label for each end of each cable."""
    return _as_pdf(cable_labels(edit.find(number)), f"labels-{number}")


@router.get("/{number}/van.pdf")
def van_print(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The loading list of the job."""
    return _as_pdf(loading_list([edit.find(number)], f"Loading list, {number}", units), f"van-{number}")


@router.get("/{number}/claim.pdf")
def claim_print(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The claim for what came damaged."""
    return _as_pdf(claim_sheet(edit.find(number), units), f"claim-{number}")


@router.get("/{number}/wrap.pdf")
def wrap_print(request: HttpRequest, number: str, paper: TemplatePaper = "a4") -> HttpResponse:
    """A wrap-round template for the mast at true size."""
    return _as_pdf(wrap_template(edit.find(number), paper), f"wrap-{number}")


@router.get("/{number}/strip.pdf")
def strip_print(request: HttpRequest, number: str, paper: TemplatePaper = "a4") -> HttpResponse:
    """How the cable's ends are stripped, at true size."""
    return _as_pdf(strip_gauge(edit.find(number), paper), f"strip-{number}")


@router.get("/{number}/proposal.html")
def proposal_page(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The proposal for the customer as a page."""
    return HttpResponse(proposal_html(edit.find(number), units), content_type="text/html; charset=utf-8")


@router.get("/{number}/proposal.pdf")
def proposal_print(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The proposal for the customer as PDF."""
    answer = HttpResponse(proposal_pdf(edit.find(number), units), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="proposal-{number}.pdf"'
    return answer


@router.get("/{number}/method.html")
def method_page(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The method statement with the risk assessment as a page."""
    return HttpResponse(method_html(edit.find(number), units), content_type="text/html; charset=utf-8")


@router.get("/{number}/method.pdf")
def method_print(request: HttpRequest, number: str, units: System = "metric") -> HttpResponse:
    """The method statement with the risk assessment as PDF."""
    answer = HttpResponse(method_pdf(edit.find(number), units), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="method-{number}.pdf"'
    return answer


@router.get("/{number}/calendar.ics")
def calendar(request: HttpRequest, number: str) -> HttpResponse:
    """The days, the slot and what has to be looked at again, for a calendar."""
    answer = HttpResponse(calendar_of(edit.find(number)), content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="rindle-{number}.ics"'
    return answer


@router.get("/{number}/card.html")
def card_page(
    request: HttpRequest,
    number: str,
    kind: CardKind = "customer",
    language: Language = "first",
    units: System = "metric",
) -> HttpResponse:
    """A card as a page: for the customer, for the colleague who repairs, for the way back to the peak, for the road."""
    page = alone(card_html(edit.find(number), kind, language, units))
    return HttpResponse(page, content_type="text/html; charset=utf-8")


@router.get("/{number}/card.pdf")
def card_print(
    request: HttpRequest,
    number: str,
    kind: CardKind = "customer",
    language: Language = "first",
    units: System = "metric",
) -> HttpResponse:
    """A card as PDF."""
    return _as_pdf(card_pdf(edit.find(number), kind, language, units), f"{kind}-{number}")


@router.get("/{number}/pocket.html")
def pocket_page(request: HttpRequest, number: str, paper: Paper = "A5", units: System = "metric") -> HttpResponse:
    """The pocket card as a page."""
    return HttpResponse(
        pocket_html(edit.find(number), address_of(request, number), paper, units),
        content_type="text/html; charset=utf-8",
    )


@router.get("/{number}/pocket.pdf")
def pocket_print(request: HttpRequest, number: str, paper: Paper = "A5", units: System = "metric") -> HttpResponse:
    """The pocket card as PDF."""
    answer = HttpResponse(
        pocket_pdf(edit.find(number), address_of(request, number), paper, units), content_type="application/pdf"
    )
    answer["Content-Disposition"] = f'inline; filename="pocket-{number}-{paper}.pdf"'
    return answer
