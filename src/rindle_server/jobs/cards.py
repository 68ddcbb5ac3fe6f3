"""Cards of one page: the customer's, the repair and re-peak cards, the travel card."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

import segno
from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.kernel.units import System
from rindle_core.papers.customer import Language, customer_sheet, fills_of
from rindle_core.papers.repair import repair_sheet
from rindle_core.papers.sheet import Sheet, SheetBlock
from rindle_core.papers.travel import travel_sheet
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.facts import Assessed, assessed, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.jobs.report_rows import sun_outages_of
from rindle_server.spa import font_url

CardKind = Literal["customer", "repair", "repeak", "travel"]
_REPEAK = ("again", "aim", "mind")
_COLUMN_SIGNS, _HEADING_LINES = 42, 2  # of a line in one of two columns at 14 pt; a heading with its rule


def sheet_of(job: Job, kind: CardKind, language: Language = "first", system: System = "metric") -> Sheet:
    """What stands on the card."""
    found = worded(assessed(job), system)
    if kind == "customer":
        firm = firm_of(job)
        ring = ", ".join(part for part in (firm["name"], firm["telephone"], firm["address"]) if part)
        sun = sun_outages_of(found.facts, found.result)
        return customer_sheet(found.facts, fills_of(found.facts, found.result, ring, job.number, sun, system), language)
    if kind == "travel":
        return travel_sheet(found.facts, found.result)
    whole = repair_sheet(found.facts, found.result, system)
    if kind == "repair":
        return whole
    return Sheet(title="Re-peak card", blocks=[one for one in whole.blocks if one.code in _REPEAK])


def _wireless(found: Assessed) -> dict[str, Any]:
    """Name, password and the square to hold a telephone over; nothing where they are not entered or masked."""
    wifi, told = found.result.wifi, found.facts.bringup
    if wifi is None or not wifi.code_text:
        return {"wifi_name": told.wifi_name}
    drawn = segno.make(wifi.code_text, error="m").svg_inline(scale=3, dark=tokens()["day"]["ink"])
    return {"wifi_name": told.wifi_name, "wifi_password": told.wifi_password, "qr": mark_safe(drawn)}  # made here


def _in_two(blocks: Sequence[SheetBlock]) -> list[Sequence[SheetBlock]]:
    """The blocks in their order, in two columns of about one length: the print's own balancing tries height after
    height, for up to ten seconds.
    """

    def lines(block: SheetBlock) -> int:
        told = [f"{row.what}. {row.value}" for row in block.rows] + list(block.lines)
        return _HEADING_LINES + sum(1 + len(one) // _COLUMN_SIGNS for one in told)

    at = min(
        range(len(blocks) + 1),
        key=lambda split: max(sum(map(lines, blocks[:split])), sum(map(lines, blocks[split:]))),
    )
    return [blocks[:at], blocks[at:]]


def card_html(
    job: Job,
    kind: CardKind,
    language: Language = "first",
    system: System = "metric",
    on_paper: bool = False,
) -> str:
    """The card as one page that stands alone."""
    found, sheet = assessed(job), sheet_of(job, kind, language, system)
    return render_to_string(
        "card.html",
        {
            "job": job,
            "kind": kind,
            "sheet": sheet,
            "columns": _in_two(sheet.blocks) if kind == "customer" else [sheet.blocks],
            "customer": found.facts.brief.customer,
            "firm": firm_of(job),
            "colours": tokens()["day"],
            "font_url": font_url(on_paper),
            **(_wireless(found) if kind == "customer" else {}),
        },
    )


def card_pdf(job: Job, kind: CardKind, language: Language = "first", system: System = "metric") -> bytes:
    """The card as PDF."""
    return pdf_of(card_html(job, kind, language, system, on_paper=True), str(settings.PACKAGE))


__all__ = ["CardKind", "card_html", "card_pdf", "sheet_of"]
