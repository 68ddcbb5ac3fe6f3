"""The pocket card: one printable page for the roof."""

from __future__ import annotations

from typing import Any, Literal

import segno
from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.kernel.findings import Level
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.units import System, format_quantity
from rindle_server.drawings import for_print, job_drawings
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.edit import understood
from rindle_server.jobs.facts import assessed, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.report import firm_of
from rindle_server.spa import font_url

Paper = Literal["A5", "A6"]


def _figures(found: Any) -> list[tuple[str, str, str]]:
    """Instrument, figure and how to take it, in the order in which they are set."""
    if found.result.instruments is None:
        return []
    rows = []
    for one in found.result.instruments.figures:
        within = (
            ""
            if one.acquisition_tolerance_deg is None
            else f" ± {format_quantity(one.acquisition_tolerance_deg, 'deg')} finds it"
        )
        rows.append((one.instrument, format_quantity(one.reading, one.unit) + within, one.how))
    return rows


def pocket_html(job: Job, address: str, paper: Paper, system: System = "metric", on_paper: bool = False) -> str:
    """The card as one page. `address` is what the QR code opens."""
    found = worded(assessed(job), system)
    dial = next((one for one in job_drawings(found.facts, found.result, system) if one.name == "dial"), None)
    holds = [
        finding.message
        for station in found.result.stations
        for finding in station.findings
        if finding.level is Level.HOLD
    ]
    return render_to_string(
        "pocket.html",
        {
            "job": job,
            "facts": found.facts,
            "aim": found.result.aim,
            "paper": paper,
            "headline": as_text(found.result.stations[1].headline, system),
            "dial": mark_safe(for_print(dial.svg)) if dial else "",  # our own drawing
            "figures": _figures(found),
            "plumb": found.result.plumb,
            "beam": found.result.beam,
            "place": understood(found.facts.brief.place_text),
            "cautions": [
                (one.name, one.text) for one in found.facts.picks.words.hazards if one.code in found.facts.brief.hazards
            ],
            "holds": holds[:3],
            "qr": mark_safe(
                segno.make(address, error="m").svg_inline(scale=2, dark=tokens()["day"]["ink"])
            ),  # made here
            "address": address,
            "firm": firm_of(job),
            "colours": {**tokens()["day"], "tint": tokens()["day"]["ochre-tint"]},
            "font_url": font_url(on_paper),
        },
    )


def pocket_pdf(job: Job, address: str, paper: Paper, system: System = "metric") -> bytes:
    """The card as PDF."""
    from weasyprint import HTML  # imported here: it is slow to load and only print needs it

    rendered: bytes = HTML(
        string=pocket_html(job, address, paper, system, on_paper=True), base_url=str(settings.PACKAGE)
    ).write_pdf()
    return rendered
