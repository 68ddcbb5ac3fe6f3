"""The proposal: one page on which the customer sees where it would stand, what speaks for and against, and agrees."""

from __future__ import annotations

import base64
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.catalogue.mounts import MountKind
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.units import System, format_money, format_quantity
from rindle_core.stations.brief.old_line import old_line_of
from rindle_core.stations.mount.position_mount import PositionMount
from rindle_core.stations.planned import cable_needed_m, drawn_way
from rindle_core.stations.sky.compare import CompareResult
from rindle_server.drawings import Look, for_print, job_drawings
from rindle_server.drawings.plan import site_plan
from rindle_server.drawings.svg import ink, line, path, sheet, strokes_svg, tag, tokens
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import documents
from rindle_server.jobs.edit import place_on_paper
from rindle_server.jobs.facts import assessed, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.jobs.report_rows import outage_rows
from rindle_server.pictures import read_picture
from rindle_server.spa import font_url

_PAID = {"once": "once", "new_month": "each month", "old_month": "each month, old line"}
_MOST_PHOTOS = 2
_SAID = 2  # reasons for and against a position that fit on the page, the gravest first
_PHOTO_PX = 1200  # half a page at 300 dpi


def _positions(
    facts: JobInput, stand: list[PositionMount], compared: CompareResult | None, system: System
) -> list[dict[str, Any]]:
    """Each position as Sky judges it, best first: the same order, the same words, the same recommendation."""
    by_letter = {one.letter: one for one in facts.sky.positions}
    mounts = {one.letter: one.mount_name for one in stand}
    ranks = compared.ranks if compared else []
    rows = []
    for rank in ranks:
        one = by_letter[rank.letter]
        needed_m, _ = cable_needed_m(facts, one.letter)
        rows.append(
            {
                "letter": one.letter,
                "note": one.note,
                "level": rank.level,
                "recommended": compared is not None and compared.recommended == one.letter,
                "mount": mounts.get(one.letter, ""),
                "good": ", ".join(rank.good[:_SAID]),
                "bad": ", ".join(rank.bad[:_SAID]),
                "height": ""
                if one.height_above_ground_m is None
                else format_quantity(one.height_above_ground_m, "m", system),
                "cable": "" if needed_m is None else format_quantity(needed_m, "m", system),
            }
        )
    return rows


def _mount(facts: JobInput, result: JobAssessment, recommended: str) -> MountKind | None:
    """The kind of mount at the planned position, or at the recommended one; without either what suits the surface."""
    letter = facts.sky.position_letter or recommended
    code = next((one.mount_code for one in result.position_mounts if one.letter == letter), "")
    if code:
        return next((one for one in facts.picks.mounts if one.code == code), None)
    options = result.visit.mounts.options if result.visit and not result.position_mounts else []
    code = next((one.kind.code for one in options if one.suits), "")
    return next((one for one in facts.picks.mounts if one.code == code), None)


def _photos(job: Job, elsewhere: set[int | None]) -> list[dict[str, str]]:
    """The first photos of the locker, at the size of the page and without what the camera wrote into them (its
    place).
    """
    found = []
    for row in job.documents.filter(kind="photo").exclude(pk__in=[one for one in elsewhere if one])[:_MOST_PHOTOS]:
        try:
            _, content = documents.read(job, row.pk)
            small = read_picture(row.name, content, _PHOTO_PX).content
        except InputError:
            continue  # a photo that is lost or damaged must not cost the proposal
        found.append({"name": row.name, "url": f"data:image/jpeg;base64,{base64.b64encode(small).decode()}"})
    return found


def _under_plan(job: Job, result: JobAssessment) -> str:
    """The picture under the plan, at the size of the page and without what the camera wrote into it; empty: none."""
    placed = result.sky_more.picture if result.sky_more else None
    if placed is None or not placed.placed:
        return ""
    return _small(job, placed.document_id)


def _small(job: Job, document_id: int) -> str:
    """A picture of the locker as an address that holds it; empty for one that is lost."""
    try:
        row, content = documents.read(job, document_id)
        small = read_picture(row.name, content, _PHOTO_PX).content
    except (InputError, NotThere, Conflict):
        return ""  # one that is lost or damaged must not cost the proposal
    return f"data:image/jpeg;base64,{base64.b64encode(small).decode()}"


def _mock_up(job: Job, facts: JobInput, result: JobAssessment) -> str:
    """The photo of the place with the antenna in it at its true size; empty without."""
    seen, told = result.sky_more.mock_up if result.sky_more else None, facts.sky.mock_up
    if seen is None or told.document_id is None:
        return ""
    href = _small(job, told.document_id)
    if not href:
        return ""
    rim = [(one.x_px, one.y_px) for one in seen.rim]
    parts = [
        tag("image", href=href, width=told.width_px, height=told.height_px, preserveAspectRatio="none"),
        line((seen.foot.x_px, seen.foot.y_px), (seen.middle.x_px, seen.middle.y_px), "quiet", max(seen.mast_px, 2.0)),
        path(rim, "quiet", told.width_px / 500.0, fill=ink("rule" if seen.from_behind else "sheet"), close=True),
    ]
    drawn = sheet("mock-up", "How it would look", float(told.width_px), float(told.height_px), parts, [])
    return mark_safe(for_print(drawn.svg))  # our own drawing


def _way(facts: JobInput, system: System) -> str:
    """The drawn cable way of the planned position in words; empty where none is drawn."""
    way = drawn_way(facts, facts.sky.position_letter)
    _, by_drawing = cable_needed_m(facts, facts.sky.position_letter)
    if way is None or not by_drawing:
        return ""  # a longer one was measured
    least = "at least " if way.heightless_count else ""
    bends = f"{way.corner_count} bend{'' if way.corner_count == 1 else 's'}"
    return f"{least}{format_quantity(way.length_m, 'm', system)} with {bends}, without loops and slack"


def proposal_html(job: Job, system: System = "metric", on_paper: bool = False) -> str:
    """The proposal as one page."""
    found = worded(assessed(job), system)
    facts, visit = found.facts, found.result.visit
    compared = found.result.sky_more.compared if found.result.sky_more else None
    plan, side = (
        next(iter(job_drawings(facts, found.result, system, [one], narrow=bool(facts.sky.things))), None)
        for one in ("plan", "side")
    )
    if plan is not None and (under := _under_plan(job, found.result)):
        plan = site_plan(facts, found.result, Look(system, narrow=True), under)
    sign = facts.picks.rules.currency
    money = (
        []
        if visit is None or not facts.brief.costs
        else [
            ("Once", visit.costs.once_money),
            ("Each month, new less old", visit.costs.month_difference_money),
            ("While both run", visit.costs.overlap_money),
            ("First year", visit.costs.first_year_money),
        ]
    )
    return render_to_string(
        "proposal.html",
        {
            "job": job,
            "facts": facts,
            "place": place_on_paper(facts.brief),
            "plan": mark_safe(for_print(plan.svg)) if plan else "",  # our own drawing
            "side": mark_safe(for_print(side.svg)) if side else "",
            "way": _way(facts, system),
            "mock_up": _mock_up(job, facts, found.result),
            "positions": _positions(facts, found.result.position_mounts, compared, system),
            "recommended": compared.recommended if compared else "",
            "planned": facts.sky.position_letter,
            "why": compared.why if compared else "",
            "needs": [one.name for one in facts.picks.words.needs if one.code in facts.brief.needs],
            "reasons": [one.name for one in facts.picks.words.reasons if one.code in facts.brief.reasons],
            "outages": [text.partition(",")[0] for _, text in outage_rows(facts, found.result)],
            "old_line": old.name if (old := old_line_of(facts.brief.old_line, facts.picks.words)) else "",
            "photos": _photos(job, {facts.sky.plan_picture.document_id, facts.sky.mock_up.document_id}),
            "money": [(what, f"{sign} {format_money(amount)}".strip()) for what, amount in money],
            "items": [
                (one.item, _PAID[one.kind], f"{sign} {format_money(one.amount_money)}".strip())
                for one in facts.brief.costs
            ],
            "agreed": facts.brief.approved_by.strip() and facts.brief.approved_letter,
            "agreed_at": facts.brief.approved_at,
            "signature": mark_safe(
                for_print(strokes_svg(facts.brief.approval_lines, "Signature of the customer"))
            ),  # our own drawing
            "mount": _mount(facts, found.result, compared.recommended if compared else ""),
            "firm": firm_of(job),
            "colours": tokens()["day"],
            "font_url": font_url(on_paper),
        },
    )


def proposal_pdf(job: Job, system: System = "metric") -> bytes:
    """The proposal as PDF."""
    return pdf_of(proposal_html(job, system, on_paper=True), str(settings.PACKAGE))
