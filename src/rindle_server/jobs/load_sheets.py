"""Loading lists, of a job or of all jobs of a day, and the claim for what came damaged, as PDF."""

from __future__ import annotations

import base64
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.units import System, format_amount, format_quantity
from rindle_core.papers.told import quantity
from rindle_core.stations.build.kit_list import KIT_GROUPS, Bill, KitGroup, KitRow, LoadedRow, loaded
from rindle_core.stations.mounting import mount_kind
from rindle_server.contents import content_of
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.facts import Assessed, assessed, files_of, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.spa import font_url


def _printed(template: str, told: dict[str, Any]) -> bytes:
    page = render_to_string(template, told | {"colours": tokens()["day"], "font_url": font_url(True)})
    return pdf_of(page, str(settings.PACKAGE))


def _amount(row: KitRow, system: System) -> str:
    return format_amount(row.amount, row.unit, system)


def _cues(one: LoadedRow, system: System) -> list[str]:
    """By what it is told, and how much of it each job takes where several do: a line each."""
    if len(one.shares) < 2:
        return [one.row.cue] if one.row.cue else []
    shares = [(f"{number}: {_amount(row, system)}", row.cue) for number, row in one.shares]
    if len({cue for _, cue in shares}) == 1:
        return [", ".join(said for said, _ in shares), *([one.row.cue] if one.row.cue else [])]
    return [f"{said}; {cue}" if cue else said for said, cue in shares]


def _groups(rows: list[LoadedRow], system: System) -> list[tuple[str, list[tuple[str, str, list[str]]]]]:
    return [
        (name, [(_amount(one.row, system), one.row.name, _cues(one, system)) for one in rows if one.row.group == code])
        for code, name in KIT_GROUPS.items()
        if any(one.row.group == code for one in rows)
    ]


def _bill(job: Job, found: Assessed) -> Bill | None:
    """None: it has no terminal."""
    kit, terminal, mount = found.result.kit_list, found.facts.picks.terminal, mount_kind(found.facts)
    if kit is None:
        return None
    of: dict[KitGroup, str] = {"terminal": terminal.name if terminal else "", "mount": mount.name if mount else ""}
    return Bill(job.number, kit, of)


def loading_list(jobs: list[Job], title: str, system: System) -> bytes:
    """What goes into the van for these jobs. Raises InputError where none of them has a terminal."""
    bills = [(job, bill) for job in jobs if (bill := _bill(job, worded(assessed(job), system))) is not None]
    if not bills:
        raise InputError.one("day", "no job of that day has a terminal: choose one at Brief, then it has a list")
    told = {
        "title": title,
        "jobs": [(job.number, job.customer) for job, _ in bills],
        "groups": _groups(loaded([bill for _, bill in bills]), system),
        "mass": format_quantity(sum(bill.result.van_kg for _, bill in bills), "kg", system),
    }
    return _printed("loading.html", told)


def claim_sheet(job: Job, system: System) -> bytes:
    """The claim for what came damaged, with its pictures. Raises InputError where nothing did."""
    found = assessed(job)
    damages = found.facts.build.damages
    if not damages:
        raise InputError.one("damages", "nothing came damaged: enter it at Build, Kit, then there is a sheet")
    shown = [one for one in files_of(job) if one.kind == "photo" and one.about in ("step:kit", "damage")]
    serials = {one.kind: one.serial for one in found.facts.brief.kit if one.serial}
    told = {
        "job": job,
        "firm": firm_of(job),
        "damages": damages,
        "delivered_by": found.facts.build.delivered_by,
        "terminal": found.facts.picks.terminal.name if found.facts.picks.terminal else "",
        "serials": serials.items(),
        "rim": found.result.rim,
        "gap": quantity(found.facts.build.rim_gap_mm, "mm", system),
        "photos": [f"data:;base64,{base64.b64encode(content_of(one.sha256, one.name)).decode()}" for one in shown],
    }
    return _printed("claim.html", told)


__all__ = ["claim_sheet", "loading_list"]
