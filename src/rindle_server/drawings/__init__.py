"""The station drawings, made once for screen, report and print."""

from __future__ import annotations

from dataclasses import replace

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, in_system
from rindle_core.stations.aim.dial import dial_of
from rindle_core.stations.peak.passes import last_pass, readings
from rindle_core.stations.peak.peaking import PeakView
from rindle_server.drawings.cable import cable_run
from rindle_server.drawings.dial import dial_card
from rindle_server.drawings.ladder import bringup_ladder
from rindle_server.drawings.mount import mount_elevation
from rindle_server.drawings.peak import peak_trace
from rindle_server.drawings.plan import site_plan
from rindle_server.drawings.skyline import position_strips, skyline_strip, subject_of
from rindle_server.drawings.svg import Drawing, for_print


def _peaks(facts: JobInput, views: list[PeakView | None]) -> list[Drawing]:
    drawn = []
    for view in views:
        if view is not None and (shown := readings(facts, view.axis, last_pass(facts, view.axis))):
            drawn.append(peak_trace(view, shown))
    return drawn


def _skies(facts: JobInput, result: JobAssessment) -> list[Drawing]:
    """The strip for print, the whole circle for the editor, and a small strip for each candidate."""
    subject = subject_of(facts, result)
    if subject is None or (subject.sky is None and subject.low_orbit is None):
        return []
    if subject.sky is not None and subject.sky.satellite.elevation_deg <= 0:
        return []
    narrow = (
        skyline_strip(subject, half_width_deg=180.0, px=2.7)
        if subject.low_orbit is not None
        else skyline_strip(subject)
    )
    worked_on = (
        facts.sky.skylines[min(facts.sky.sky_set, len(facts.sky.skylines) - 1)].letter
        if facts.sky.skylines
        else facts.sky.position_letter
    )
    edited = subject_of(facts, result, worked_on) or subject
    wide = skyline_strip(
        replace(edited, handles=False), name="skyline-wide", title="Skyline, the whole circle", half_width_deg=180.0
    )
    return [narrow, wide, *position_strips(facts, result)]


def job_drawings(facts: JobInput, result: JobAssessment, system: System = "metric") -> list[Drawing]:
    """Every drawing for which the results are there, in the order of the stations."""
    drawn: list[Drawing] = []
    dial = result.dial or dial_of(facts, result.aim)  # a record of an older version has none of its own
    if result.aim is not None and dial is not None:
        drawn.append(dial_card(result.aim, dial, facts.picks.terminal, result.beam))
    if facts.brief.latitude_deg is not None and (facts.sky.positions or result.aim is not None):
        drawn.append(site_plan(facts, result, system))
    drawn += _skies(facts, result)
    if (
        result.mount is not None
        and facts.picks.terminal
        and facts.mount.mast_free_length_m
        and facts.mount.mast_diameter_mm
    ):
        height_m = facts.mount.height_above_ground_m or facts.mount.mast_free_length_m
        elevation_deg = result.aim.elevation_apparent_deg if result.aim else 45.0
        drawn.append(
            mount_elevation(
                result.mount,
                facts.picks.terminal,
                facts.mount.mast_free_length_m,
                height_m,
                facts.mount.mast_diameter_mm,
                elevation_deg,
                system,
            )
        )
    if result.cable is not None and facts.picks.terminal and facts.cable.cable_pieces:
        drawn.append(cable_run(result.cable, facts.cable.cable_pieces, facts.picks.terminal, system))
    drawn += _peaks(facts, [result.elevation_peak, result.azimuth_peak])
    if result.bringup is not None:
        drawn.append(bringup_ladder(result.bringup))
    return [replace(one, rows=[(what, in_system(text, system)) for what, text in one.rows]) for one in drawn]


__all__ = ["Drawing", "for_print", "job_drawings"]
