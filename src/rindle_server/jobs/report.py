"""The report: the same facts, results and drawings as the screens, laid out for paper."""

from __future__ import annotations

import base64
import hashlib
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from itertools import groupby
from typing import Any, Literal

from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level, against
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.units import System
from rindle_core.papers.record import BLOCKS
from rindle_core.science.site_clock import told_at
from rindle_core.stations.fold import StationView
from rindle_core.stations.names import NAMES
from rindle_server import contents
from rindle_server.accounts.people import names_of
from rindle_server.drawings import Drawing, for_print, job_drawings
from rindle_server.drawings.svg import strokes_svg, tokens
from rindle_server.errors import Conflict
from rindle_server.jobs.facts import Assessed, assessed, files_of, worded
from rindle_server.jobs.journal import words_of
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.records import record_state
from rindle_server.jobs.report_rows import aim_rows, brief_rows, heard_or_read, push_rows, service_rows, sky_rows
from rindle_server.jobs.report_work import cable_rows, mount_rows
from rindle_server.pictures import read_picture
from rindle_server.spa import font_url
from rindle_server.stores.models import Firm

_DRAWINGS = {
    "aim": ["dial"],
    "sky": ["skyline", "round-sky", "plan", "side"],
    "mount": ["mount", "fixing-map", "footing", "curing"],
    "cable": ["cable", "wall-section", "earth"],
    "peak": ["peak-elevation", "peak-azimuth"],
    "bringup": ["bringup"],
}


SYSTEMS: tuple[System, ...] = ("metric", "imperial")
Audience = Literal["firm", "operator", "customer"]
_MOST_TRAIL, _MOST_PHOTOS, _PHOTO_PX = 500, 40, 1000


@dataclass(frozen=True, slots=True)
class Form:
    """What of a report is for whom."""

    name: str
    stations: frozenset[str]
    left_out: frozenset[str] = frozenset()  # blocks
    all_findings: bool = True
    trail: bool = True
    photos: bool = True


FORMS: dict[Audience, Form] = {
    "firm": Form("the firm", frozenset(NAMES)),
    "operator": Form(
        "the operator",
        frozenset({"brief", "aim", "cable", "peak", "bringup", "handover"}),
        frozenset({"wanted", "height", "hazards", "computer", "network", "devices", "proved", "attitudes", "closing"}),
        all_findings=False,
        trail=False,
        photos=False,
    ),
    "customer": Form(
        "the customer",
        frozenset({"brief", "sky", "mount", "cable", "handover"}),
        frozenset(
            {"order", "people", "height", "hazards", "entries", "left_out", "holes", "seats", "skylines", "cable-tests"}
        ),
        all_findings=False,
        trail=False,
    ),
}


def firm_of(job: Job) -> dict[str, str]:
    """Name, address and telephone of the firm: of a signed job those under which it was signed."""
    kept = (job.record or {}).get("firm")
    if kept:
        return {name: str(kept.get(name, "")) for name in ("name", "address", "telephone")}
    firm = Firm.ours()
    return {"name": firm.name, "address": firm.address, "telephone": firm.telephone}


def _station(
    view: StationView, found: Assessed, drawn: Mapping[str, Drawing], system: System, form: Form
) -> dict[str, Any]:
    """A station as the report lays it out for whom it is."""
    given = (found.facts, found.result, system)
    rows = _ROWS[view.code](*given) if view.code in _ROWS else []
    blocks = BLOCKS[view.code](*given) if view.code in BLOCKS else []
    shown = [name for name in _DRAWINGS.get(view.code, []) if name != "plan" or found.facts.sky.things]
    told = [one for one in view.findings if form.all_findings or one.level in (Level.HOLD, Level.MIND)]
    return {
        "view": view,
        "headline": as_text(view.headline, system),
        "drawings": [
            {"svg": mark_safe(for_print(drawn[name].svg)), "title": drawn[name].title}
            for name in shown
            if name in drawn
        ],  # our own drawings
        "rows": rows,
        "blocks": [one for one in blocks if one.code not in form.left_out],
        "findings": [
            {"finding": one, "figure": figure, "limit": limit}
            for one in told
            for figure, limit in [("", "") if one.unit == "count" else against(one, system)]
        ],
    }


def _trail(job: Job, zone: str) -> list[tuple[str, str, str, str]]:
    """Who changed what and when, oldest first. What one person changed again and again at one screen is one row."""
    rows = list(job.changes.order_by("-seq")[:_MOST_TRAIL]) if job.pk else []
    people = names_of(row.by for row in rows)
    told = []
    for (by, device, words), alike in groupby(reversed(rows), key=lambda row: (row.by, row.device, words_of(row))):
        moments = [told_at(row.at, zone) for row in alike]
        when = " to ".join(dict.fromkeys((moments[0], moments[-1])))
        often = f" ({len(moments)} times)" if len(moments) > 1 else ""
        told.append((when, people[by] or "the program", device[:12], words + often))
    return told


def photos_of(job: Job, zone: str) -> list[dict[str, str]]:
    """The job's photos at the size of the page, without what the camera wrote into them (its place)."""
    found = []
    for row in job.documents.filter(kind="photo")[:_MOST_PHOTOS] if job.pk else []:
        try:
            small = read_picture(row.name, contents.content_of(row.sha256, row.name), _PHOTO_PX).content
        except InputError:
            continue  # one that is lost or damaged must not cost the report
        about = row.about.partition(":")
        said = f"{about[0]}: {about[2].replace('_', ' ')}" if about[2] else ""
        address = f"data:image/jpeg;base64,{base64.b64encode(small).decode()}"
        found.append({"name": row.name, "said": said, "url": address, "by": row.by, "at": told_at(row.at, zone)})
    return found


def _drawn(strokes: list[list[tuple[float, float]]], title: str) -> str:
    return mark_safe(for_print(strokes_svg(strokes, title)))  # our own drawing


def _context(job: Job, system: System, on_paper: bool, audience: Audience, stations: Collection[str]) -> dict[str, Any]:
    found, firm, form = worded(assessed(job), system), firm_of(job), FORMS[audience]
    wanted = set(stations) or form.stations
    drawn = {one.name: one for one in job_drawings(found.facts, found.result, system)}
    chosen = [one for one in found.result.stations if one.code in wanted]
    told = found.facts.handover
    return {
        "job": job,
        "facts": found.facts,
        "result": found.result,
        "stations": [_station(one, found, drawn, system, form) for one in chosen],
        "left_out": [one.name for one in found.result.stations if one.code not in wanted],
        "for_whom": form.name,
        "service": service_rows(found.result),
        "readings": [
            (r.axis, r.pass_number, f"{r.turns:.2f}".replace("-", "−"), r.turning, heard_or_read(r))
            for r in found.facts.peak.readings
        ],
        "version": found.version,
        "firm": firm,
        "footer": f"{firm['name']} · job {job.number}",
        "record_state": record_state(job),
        "waived": [one for one in found.result.evidence if one.waiver is not None],
        "documents": files_of(job) if form.trail else [],
        "photos": photos_of(job, found.result.zone) if form.photos else [],
        "trail": _trail(job, found.result.zone) if form.trail else [],
        "customer_signature": mark_safe(
            for_print(strokes_svg(told.customer_lines, "Signature of the customer"))
        ),  # our own
        "installer_signature": mark_safe(for_print(strokes_svg(told.installer_lines, "Signature of the installer"))),
        "signed_off": told_at(job.signed_off_at, found.result.zone) if job.signed_off_at else "",
        "steps": [
            (
                one.step,
                told_at(one.mark.at, found.result.zone) if one.mark else "not done",
                one.mark.by if one.mark else "",
            )
            for one in (found.result.build.steps if found.result.build else [])
        ],
        "customer_signed": told_at(told.customer_signed_at, found.result.zone) if told.customer_signed_at else "",
        "colours": tokens()["day"],
        "font_url": font_url(on_paper),
    }


def report_html(
    job: Job,
    system: System = "metric",
    on_paper: bool = False,
    audience: Audience = "firm",
    stations: Collection[str] = (),
) -> str:
    """The report as one HTML page with everything in it; of a signed job the firm's page that was laid out then.

    For the operator or the customer, or of chosen stations, it is laid out anew from the same record. Raises Conflict
    where the signed page is no longer what was signed, InputError for a station that is none.
    """
    strange = next((one for one in stations if one not in NAMES), None)
    if strange is not None:
        raise InputError.one("stations", f"{strange!r} is no station; {', '.join(NAMES)} are accepted")
    whole = audience == "firm" and not stations
    kept = job.reports.filter(system=system).first() if whole and job.record is not None and job.pk else None
    if kept is None:
        return render_to_string("report.html", _context(job, system, on_paper, audience, stations))
    if hashlib.sha256(kept.html.encode()).hexdigest() != kept.sha256:
        raise Conflict.one(
            "report", "The report that was signed has been changed since: its checksum differs. Use the printed one."
        )
    if record_state(job) == "changed":  # the page is whole, the record beside it is not: laid out anew it says so
        return render_to_string("report.html", _context(job, system, on_paper, "firm", ()))
    return kept.html.replace(font_url(False), font_url(True)) if on_paper else kept.html


def report_pdf(
    job: Job, system: System = "metric", audience: Audience = "firm", stations: Collection[str] = ()
) -> bytes:
    """The report as PDF/A-2b."""
    return pdf_of(report_html(job, system, True, audience, stations), str(settings.PACKAGE))


_ROWS = {
    "brief": brief_rows,
    "aim": aim_rows,
    "sky": sky_rows,
    "mount": mount_rows,
    "cable": cable_rows,
    "peak": push_rows,
}

__all__ = ["FORMS", "SYSTEMS", "Audience", "firm_of", "photos_of", "report_html", "report_pdf"]
