"""Templates of a job as PDF at true size, and the sign that keeps people out of a beam."""

from __future__ import annotations

import math

import segno
from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.units import System, format_quantity
from rindle_core.stations.cable.asked import chosen_cable
from rindle_core.stations.sky.plan_seen import keep_clear_m
from rindle_server.drawings.mount_template import (
    Paper,
    Sketch,
    plate_sketch,
    sheet_mm,
    sheets,
    strip_sketch,
    wrap_sketch,
)
from rindle_server.drawings.svg import for_print, tokens
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.spa import font_url


def _printed(sketch: Sketch, paper: Paper, note: str) -> bytes:
    wide, high = sheet_mm(sketch, paper)
    page = render_to_string(
        "template.html",
        {
            "title": sketch.title,
            "wide": wide,
            "high": high,
            "sheets": [mark_safe(for_print(one)) for one in sheets(sketch, paper, note)],  # our own drawings
            "colours": tokens()["day"],
            "font_url": font_url(True),
        },
    )
    return pdf_of(page, str(settings.PACKAGE))


def drilling_template(job: Job, paper: Paper) -> bytes:
    """The holes of the chosen mount's plate. Raises InputError where the mount has none."""
    found = assessed(job)
    kind = found.result.mount_kind
    if kind is None or not kind.holes:
        raise InputError.one("mount_code", "the chosen mount has no plate with holes: a kind with one is accepted")
    drill = found.result.fixings.drill_mm if found.result.fixings else None
    return _printed(plate_sketch(kind, drill), paper, f"{job.number}. Print at 100 %; planning aid only.")


def wrap_template(job: Job, paper: Paper) -> bytes:
    """A strip round the measured mast. Raises InputError where it was not measured."""
    found = assessed(job)
    diameter = found.facts.mount.mast_diameter_mm
    if diameter is None:
        raise InputError.one("mast_diameter_mm", "the mast is not measured: enter its outer diameter first")
    kind = found.result.mount_kind
    pins = next((one.size_mm for one in (kind.joints if kind else []) if one.through_tube), None)
    return _printed(wrap_sketch(diameter, pins), paper, f"{job.number}. Print at 100 %.")


def strip_gauge(job: Job, paper: Paper) -> bytes:
    """How the chosen cable's ends are stripped. Raises InputError where there is no end to make."""
    cable = chosen_cable(assessed(job).facts)
    if cable is None or cable.kind != "coax" or cable.sealed:
        raise InputError.one("cable_code", "the chosen cable has no end that is stripped: a coax cable is accepted")
    return _printed(strip_sketch(cable), paper, f"{job.number}. Print at 100 %; the connector’s own sheet prevails.")


def keep_out_sign(job: Job, system: System) -> bytes:
    """A sign that keeps people out of the beam. Raises InputError for what sends nothing, or looks at nothing yet."""
    found = assessed(job)
    terminal, aimed = found.facts.picks.terminal, found.result.aim
    panel = terminal is not None and terminal.panel is not None
    if terminal is None or (aimed is None and not panel):
        raise InputError.one("terminal_code", "the beam is not known: choose a terminal, a satellite and a place first")
    kept_m = keep_clear_m(terminal, found.facts.picks.rules.radiation_limit_w_per_m2) or 0.0
    if terminal.transmit_w <= 0 or (kept_m <= 0 and not panel):
        raise InputError.one("terminal_code", "this terminal sends nothing: there is no beam to keep out of")
    page = render_to_string(
        "sign.html",
        {
            "job": job,
            "panel": panel,
            "kept": format_quantity(math.ceil(kept_m * 10.0) / 10.0, "m", system) if kept_m > 0 else "",
            "told": terminal.keep_off_m is not None,
            "azimuth": f"{aimed.azimuth_true_deg:.0f}°" if aimed else "",
            "elevation": f"{aimed.elevation_apparent_deg:.0f}°" if aimed else "",
            "firm": firm_of(job),
            "colours": {**tokens()["day"], "tint": tokens()["day"]["ochre-tint"]},
            "font_url": font_url(True),
        },
    )
    return pdf_of(page, str(settings.PACKAGE))


def cable_labels(job: Job) -> bytes:
    """A flag for each end of each run, folded round the cable, and plates for mast and modem with the job's number as a
    code. Raises InputError while no cable is chosen.
    """
    found = assessed(job)
    listed = found.result.cable_list
    if listed is None:
        raise InputError.one("cable_code", "no cable is chosen: choose one, then its labels can be printed")
    page = render_to_string(
        "labels.html",
        {
            "labels": listed.labels,
            "plates": ("Mast", "Modem"),
            "code": mark_safe(segno.make(f"rindle {job.number}", error="m").svg_inline(scale=2)),  # made here
            "firm": firm_of(job),
            "satellite": found.facts.picks.satellite,
            "sends": found.facts.picks.terminal is not None and found.facts.picks.terminal.transmit_w > 0,
            "job": job,
            "colours": tokens()["day"],
            "font_url": font_url(True),
        },
    )
    return pdf_of(page, str(settings.PACKAGE))


__all__ = ["cable_labels", "drilling_template", "keep_out_sign", "strip_gauge", "wrap_template"]
