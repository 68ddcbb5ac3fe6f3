"""The pocket card: one printable page for the roof."""

from __future__ import annotations

from typing import Literal

import segno
from django.conf import settings
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from rindle_core.kernel.findings import Level
from rindle_core.kernel.units import System, format_quantity
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.aim.headline import skew_words
from rindle_server.drawings import for_print, job_drawings
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.edit import place_on_paper
from rindle_server.jobs.facts import Assessed, assessed, worded
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.jobs.report import firm_of
from rindle_server.jobs.report_rows import arc_rows, beside_rows, outages_on_the_day
from rindle_server.spa import font_url

Paper = Literal["A5", "A6"]


def _figures(found: Assessed) -> list[tuple[str, str, str]]:
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


def _big(found: Assessed) -> list[tuple[str, str, str]]:
    """The three figures that one needs on the roof: name, figure, and where it is read."""
    result, terminal = found.result, found.facts.picks.terminal
    if result.panel_aim is not None:
        panel = result.panel_aim
        true = format_quantity(panel.azimuth_true_deg, "compass_deg")
        if panel.self_aiming:
            return [("Give it the sky towards", true, "true"), ("It aims itself", "hands off", "once it has power")]
        compass = format_quantity(panel.azimuth_magnetic_deg, "compass_deg")
        tilt = format_quantity(panel.tilt_deg, "deg")
        return [("Compass", compass, ""), ("Tilt", tilt, "from the zenith, on its back"), ("Bearing", true, "true")]
    if result.aim is None or not result.aim.visible or result.dial is None:
        return []
    dial, skew = result.dial, skew_to_set_deg(result.aim, result.dial)
    face = ", ".join(part for part in (dial.clinometer_face, dial.clinometer_side) if part)
    rows = [
        ("Compass", format_quantity(dial.compass_deg, "compass_deg"), ""),
        ("Clinometer", format_quantity(dial.clinometer_deg, "deg"), face),
    ]
    if terminal is not None and terminal.polarization == "circular":
        hand = result.beam.hand if result.beam else None
        return [*rows, ("Beam", result.beam.letter if result.beam else "none", f"{hand}-handed" if hand else "")]
    return [*rows, ("Skew", format_quantity(abs(skew), "deg"), f"{skew_words(skew)} from behind")]


def _waits(found: Assessed) -> str:
    """What is missing for the figures."""
    brief, picks = found.facts.brief, found.facts.picks
    if found.result.aim is not None and not found.result.aim.visible:
        return "the satellite is below the horizon"
    missing = [
        name
        for name, there in (
            ("the place", brief.place),
            ("the terminal", picks.terminal),
            ("the satellite", picks.satellite or picks.constellation),
        )
        if not there
    ]
    return f"{' and '.join(missing) or 'the sky'} is missing"


def pocket_html(job: Job, address: str, paper: Paper, system: System = "metric", on_paper: bool = False) -> str:
    """The card as one page. `address` is what the QR code opens."""
    found = worded(assessed(job), system)
    dial = next(iter(job_drawings(found.facts, found.result, system, ["dial"])), None)
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
            "paper": paper,
            "big": _big(found),
            "waits": _waits(found),
            "dial": mark_safe(for_print(dial.svg)) if dial else "",  # our own drawing
            "figures": _figures(found),
            "beside": [
                *outages_on_the_day(found.facts, found.result),
                *beside_rows(found.facts, found.result, system),
                *arc_rows(found.facts, found.result),
            ],
            "plumb": found.result.plumb,
            "place": place_on_paper(found.facts.brief),
            "cautions": [
                (one.name, one.text) for one in found.facts.picks.words.hazards if one.code in found.facts.brief.hazards
            ],
            "holds": holds[:1],
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
    return pdf_of(pocket_html(job, address, paper, system, on_paper=True), str(settings.PACKAGE))
