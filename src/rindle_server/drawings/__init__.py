"""The station drawings, made once for screen, report and print."""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Sequence
from dataclasses import replace
from functools import partial
from xml.sax.saxutils import escape

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, in_system
from rindle_core.stations.aim.dial import dial_of
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.fold import COURSE, furthest
from rindle_core.stations.peak.passes import last_pass, readings
from rindle_server.drawings.aim import dial_card
from rindle_server.drawings.aim_feeds import feed_bar
from rindle_server.drawings.aim_setting import setting_card
from rindle_server.drawings.brief import block_diagram, wiring_plan
from rindle_server.drawings.bringup import bringup_ladder
from rindle_server.drawings.build import antenna_parts
from rindle_server.drawings.cable import cable_run
from rindle_server.drawings.cable_entry import connector_ends, earth_way, wall_section
from rindle_server.drawings.cable_ties import pole_ties_drawn
from rindle_server.drawings.mount import mount_elevation, wind_angles
from rindle_server.drawings.mount_holds import curing_curve, fixing_map, footing_section
from rindle_server.drawings.mount_sheet import sheet_profiles
from rindle_server.drawings.mount_way_up import way_up
from rindle_server.drawings.peak import peak_trace
from rindle_server.drawings.plan import site_plan
from rindle_server.drawings.plan_side import side_drawing
from rindle_server.drawings.sky import StripSubject, position_strips, skyline_strip, subject_of
from rindle_server.drawings.sky_round import round_sky
from rindle_server.drawings.svg import Drawing, Look, for_print

Made = Callable[[JobInput, JobAssessment, Look], list[Drawing]]


def _blocks(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """Where the work stands."""
    return _blocks_at(result.stations[furthest(result.stations)].code, "blocks", facts, result, look)


def _blocks_at(station: str, name: str, facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    terminal = facts.picks.terminal
    if terminal is None or not terminal.blocks:
        return []
    return [replace(block_diagram(terminal, station, narrow=look.narrow), name=name)]


def _dial(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    dial = result.dial or dial_of(facts, result.aim)  # a record of an older version has none of its own
    if result.aim is None or dial is None:
        return []
    return [dial_card(result.aim, dial, facts.picks.terminal, result.beam, narrow=look.narrow)]


def _setting(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    terminal, aimed = facts.picks.terminal, result.aim
    if terminal is None or terminal.panel is not None or aimed is None or not aimed.visible:
        return []
    skew_deg = skew_to_set_deg(aimed, result.dial)
    return [setting_card(aimed, terminal, result.beam, skew_deg, result.instruments, narrow=look.narrow)]


def _feeds(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    found, satellite = result.spare_feeds, facts.picks.satellite
    if found is None or satellite is None:
        return []
    return [feed_bar(found, satellite.name, facts.aim.feed_diameter_mm, look)]


def _plan(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    there = facts.brief.latitude_deg is not None and (facts.sky.positions or result.aim is not None)
    return [site_plan(facts, result, look)] if there else []


def _side(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = side_drawing(facts, look, facts.sky.position_letter)
    return [drawn] if drawn else []


def _peaks(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    return [
        peak_trace(view, shown, narrow=look.narrow)
        for view in (result.elevation_peak, result.azimuth_peak)
        if view is not None and (shown := readings(facts, view.axis, last_pass(facts, view.axis)))
    ]


def _subject(facts: JobInput, result: JobAssessment) -> StripSubject | None:
    subject = subject_of(facts, result)
    if subject is None or (subject.sky is None and subject.low_orbit is None):
        return None
    return None if subject.sky is not None and subject.sky.satellite.elevation_deg <= 0 else subject


def _skyline(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """The strip for print: about the sight-line, or of a panel the whole circle."""
    subject = _subject(facts, result)
    if subject is None:
        return []
    return [skyline_strip(subject, half_width_deg=180.0, px=2.7) if subject.low_orbit else skyline_strip(subject)]


def _wide(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """The whole circle of the skyline that is worked on, for the editor."""
    subject = _subject(facts, result)
    if subject is None:
        return []
    sets = facts.sky.skylines
    worked_on = sets[min(facts.sky.sky_set, len(sets) - 1)].letter if sets else facts.sky.position_letter
    edited = replace(subject_of(facts, result, worked_on) or subject, handles=False)
    return [skyline_strip(edited, name="skyline-wide", title="Skyline, the whole circle", half_width_deg=180.0)]


def _round(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """A panel's sky from above, where the terminal is planned."""
    subject = _subject(facts, result)
    panel = facts.picks.terminal.panel if facts.picks.terminal else None
    unread = result.sky_more is not None and result.sky_more.unread
    drawn = round_sky(subject, panel, look, unread=unread) if subject is not None and panel is not None else None
    return [drawn] if drawn else []


def _positions(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """A small strip for each candidate."""
    return position_strips(facts, result) if _subject(facts, result) is not None else []


def _mount(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    terminal = facts.picks.terminal
    if result.mount is None or not terminal:
        return []
    elevation_deg = result.aim.elevation_apparent_deg if result.aim else 45.0
    return [mount_elevation(facts, result, result.mount, terminal, elevation_deg, look)]


def _wind(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = wind_angles(result, look)
    return [drawn] if drawn else []


def _holds(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    """What holds it: the plate's holes, or the footing."""
    plate = fixing_map(result.mount_kind, result.fixings, look) if result.mount_kind and result.fixings else None
    section = footing_section(facts, result, look)
    return [one for one in (plate, section) if one]


def _sheet(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = sheet_profiles(facts, look)
    return [drawn] if drawn else []


def _curing(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = curing_curve(facts, result, look)
    return [drawn] if drawn else []


def _way_up(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = way_up(facts, result, look)
    return [drawn] if drawn else []


def _cable(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    if result.cable is None or not facts.picks.terminal or not facts.cable.cable_pieces:
        return []
    return [cable_run(result.cable, facts.cable.cable_pieces, facts.picks.terminal, look)]


def _ties(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = pole_ties_drawn(facts, look)
    return [drawn] if drawn else []


def _entry(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = wall_section(facts, result, look)
    return [drawn] if drawn else []


def _ends(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = connector_ends(facts, look)
    return [drawn] if drawn else []


def _earth(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = earth_way(result, look)
    return [drawn] if drawn else []


def _parts(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    drawn = antenna_parts(facts, result, look)
    return [drawn] if drawn else []


def _ladder(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    return [bringup_ladder(result.bringup, narrow=look.narrow)] if result.bringup is not None else []


def _wiring(facts: JobInput, result: JobAssessment, look: Look) -> list[Drawing]:
    return [wiring_plan(result.wiring, narrow=look.narrow)] if result.wiring is not None else []


# In the order of the stations. A group is what a part of a screen asks for.
GROUPS: dict[str, Made] = {
    "blocks": _blocks,
    "dial": _dial,
    "setting": _setting,
    "feeds": _feeds,
    "plan": _plan,
    "side": _side,
    "skyline": _skyline,
    "skyline-wide": _wide,
    "round-sky": _round,
    "positions": _positions,
    "mount": _mount,
    "wind-angles": _wind,
    "holds": _holds,
    "sheet-profiles": _sheet,
    "curing": _curing,
    "way-up": _way_up,
    "cable": _cable,
    "pole-ties": _ties,
    "wall-section": _entry,
    "connector": _ends,
    "earth": _earth,
    "parts": _parts,
    "peak": _peaks,
    "bringup": _ladder,
    "home-wiring": _wiring,
}
# Only made where they are named: the same picture for whoever is at another station.
HERE: dict[str, Made] = {f"blocks-{one.code}": partial(_blocks_at, one.code, f"blocks-{one.code}") for one in COURSE}


_TEXT = re.compile(r">([^<>]+)<")


def _in_words(svg: str, system: System, named: Sequence[str]) -> str:
    """The drawing with the words in it in the system; what it draws stays, and what things are called."""
    if system == "metric":
        return svg
    return _TEXT.sub(lambda found: f">{in_system(found.group(1), system, named)}<", svg)


def job_drawings(
    facts: JobInput,
    result: JobAssessment,
    system: System = "metric",
    groups: Collection[str] | None = None,
    *,
    narrow: bool = False,
) -> list[Drawing]:
    """Every drawing for which the results are there, or those of some groups, in the order of the stations."""
    look = Look(system, narrow)
    drawn = [
        one
        for name, made in (GROUPS if groups is None else GROUPS | HERE).items()
        if groups is None or name in groups
        for one in made(facts, result, look)
    ]
    written = [escape(one) for one in result.named]
    return [
        replace(
            one,
            svg=_in_words(one.svg, system, written),
            rows=[(what, in_system(text, system, result.named)) for what, text in one.rows],
        )
        for one in drawn
    ]


__all__ = ["GROUPS", "Drawing", "Look", "for_print", "job_drawings"]
