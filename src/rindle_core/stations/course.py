"""The nine stations of the course: each with its verdict, its one figure and its answer in a sentence."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from pydantic import Field

from rindle_core.catalogue.models import Constellation, Satellite, Terminal
from rindle_core.kernel.findings import Finding, Level, by_gravity, missing, worst
from rindle_core.kernel.headline import Segment, sentence
from rindle_core.kernel.model import Model

NAMES = {
    "brief": "Brief",
    "aim": "Aim",
    "sky": "Sky",
    "mount": "Mount",
    "cable": "Cable",
    "build": "Build",
    "peak": "Peak",
    "bringup": "Bring-up",
    "handover": "Hand over",
}

WAITS_FOR_BRIEF = missing("waits.brief", "The brief is not complete", "Enter place, terminal and satellite at Brief.")
WAITS_FOR_MAST = missing(
    "waits.mast", "The mast is not measured", "Enter the mast's outer diameter, wall and free length."
)
WAITS_FOR_CABLE = missing("waits.cable", "No cable is chosen", "Choose a cable and enter its pieces.")

Results = Mapping[str, Any]


class StationView(Model):
    """A station as the course and the sheet show it; findings gravest first."""

    number: int
    code: str
    name: str
    verdict: Level
    settled: bool = Field(description="Whether nothing here is on hold or still to be known: the work has passed")
    figure: list[Segment]
    headline: list[Segment]
    findings: list[Finding]


def furthest(stations: list[StationView]) -> int:
    """Index of the first station that is not settled: where the work stands."""
    return next((at for at, one in enumerate(stations) if not one.settled), len(stations) - 1)


def skew_words(skew_deg: float) -> str:
    """Which way the feed is turned, as seen from behind the antenna."""
    return "clockwise" if skew_deg >= 0 else "anticlockwise"


def _brief(
    customer: str, terminal: Terminal | None, satellite: Satellite | Constellation | None
) -> tuple[list[Segment], list[Segment]]:
    who = customer or "A new job"
    what = f": {terminal.name}" if terminal else ": choose a terminal"
    where = f" to {satellite.name}" if terminal and satellite else ""
    return sentence(who + what + where), sentence(terminal.name if terminal else "")


def _aim(results: Results, terminal: Terminal | None) -> tuple[list[Segment], list[Segment]]:
    aim, beam, panel = results["aim"], results["beam"], results["panel_aim"]
    if panel is not None:
        return _panel_aim(panel)
    if aim is None:
        return sentence("Enter the place and choose a satellite to aim"), []
    if not aim.visible:
        return sentence("The satellite lies ", (-aim.elevation_apparent_deg, "deg"), " below the horizon"), sentence(
            (aim.elevation_apparent_deg, "deg")
        )
    dial = results["dial"]
    if terminal is not None and terminal.polarization == "circular":
        tail = sentence(f", beam {beam.letter}" if beam else ", no beam")
    else:
        tail = sentence(", skew ", (abs(aim.skew_deg), "deg"), f" {skew_words(aim.skew_deg)} from behind")
    compass, clinometer = (dial.compass_deg, "compass_deg"), (dial.clinometer_deg, "deg")
    head = sentence("Compass ", compass, ", clinometer ", clinometer)
    return [*head, *tail], sentence(compass, " · ", clinometer)


def _panel_aim(panel: Any) -> tuple[list[Segment], list[Segment]]:
    if panel.self_aiming:
        return sentence(
            "It aims itself: give it the sky towards ", (panel.azimuth_true_deg, "compass_deg"), " true"
        ), sentence("aims itself")
    words = sentence(
        "Turn the panel to compass ",
        (panel.azimuth_magnetic_deg, "compass_deg"),
        ", tilt ",
        (panel.tilt_deg, "deg"),
        " from the zenith",
    )
    return words, sentence((panel.azimuth_magnetic_deg, "compass_deg"), " · ", (panel.tilt_deg, "deg"))


def _low_orbit(found: Any) -> tuple[list[Segment], list[Segment]]:
    if found.interruption_count == 0:
        return sentence("The panel has its sky: no gap in the hours that were followed"), sentence("no gap")
    gaps = sentence(
        " of the time: ", (found.interruptions_per_h, "count"), " gaps an hour, longest ", (found.longest_gap_s, "s")
    )
    return [*sentence("Without service ", (found.out_percent, "percent")), *gaps], sentence(
        (found.out_percent, "percent"), " out"
    )


def _panel_peak(results: Results) -> tuple[list[Segment], list[Segment]]:
    attitude = results["attitude"]
    if attitude is None:
        return sentence(
            "It aims itself" if results["panel_aim"].self_aiming else "Read the panel's bearing and tilt"
        ), []
    off = sentence((attitude.misaligned_deg, "deg"))
    turn, tilt = abs(attitude.turn_deg), abs(attitude.tilt_deg)
    way = "clockwise" if attitude.turn_deg >= 0 else "anticlockwise"
    return sentence(
        "Off by ",
        (attitude.misaligned_deg, "deg"),
        ": turn ",
        (turn, "deg"),
        f" {way}, tilt ",
        (tilt, "deg"),
        " down" if attitude.tilt_deg >= 0 else " up",
    ), off


def _sky(results: Results) -> tuple[list[Segment], list[Segment]]:
    sky, simulated, more = results["sky"], results["low_orbit"], results["sky_more"]
    bad = (
        sky.tube_margin_deg is not None and sky.tube_margin_deg < 0
        if sky
        else simulated is not None and simulated.interruption_count > 0
    )
    if more is not None and more.unread and not bad:
        read = (more.scanned_percent, "percent")
        return sentence("Read on: only ", read, " of the bearings that matter are read"), sentence(read, " read")
    if simulated is not None:
        return (
            (sentence("Read the skyline where the panel looks"), []) if results["sky_empty"] else _low_orbit(simulated)
        )
    if sky is None or sky.margin_deg is None:
        return sentence("Read the skyline about the sight-line"), []
    towards = (sky.nearest.azimuth_deg, "compass_deg")
    if sky.margin_deg < 0:
        return sentence("The skyline covers the satellite by ", (-sky.margin_deg, "deg")), sentence(
            (sky.margin_deg, "deg")
        )
    if sky.tube_margin_deg < 0:
        words = sentence(
            "The beam's tube is touched towards ", towards, " true, ", (sky.margin_deg, "deg"), " from the sight-line"
        )
    else:
        words = sentence("Free by ", (sky.margin_deg, "deg"), ", nearest towards ", towards, " true")
    return words, sentence((sky.margin_deg, "deg"))


def _mount(results: Results) -> tuple[list[Segment], list[Segment]]:
    mount = results["mount"]
    if mount is None:
        return sentence("Measure the mast before anyone climbs"), []
    words = sentence(
        "Gust force ",
        (mount.wind_force_n, "n"),
        ", ",
        (mount.base_moment_nm, "nm"),
        " at the bracket, mast at ",
        (mount.stress_mpa, "mpa"),
    )
    return words, sentence((mount.base_moment_nm, "nm"))


def _cable(results: Results) -> tuple[list[Segment], list[Segment]]:
    cable = results["cable"]
    if cable is None or cable.length_m == 0:
        return sentence("Enter the cable piece by piece, from the dish inwards"), []
    volts = (
        sentence(", ", (cable.voltage_v, "v"), " at the dish")
        if cable.voltage_v is not None
        else sentence(", no supply at the dish")
    )
    return [*sentence((cable.length_m, "m"), " of cable, ", (cable.loss_high_db, "db"), " lost"), *volts], sentence(
        (cable.length_m, "m")
    )


def _build(results: Results) -> tuple[list[Segment], list[Segment]]:
    build = results["build"]
    if build is None:
        return sentence("Choose a terminal to see its steps"), []
    count = f"{build.done_count} of {len(build.steps)}"
    upcoming = next((view for view in build.steps if view.state != "done"), None)
    if upcoming is None:
        return sentence("All steps are done"), sentence(count)
    words = "held: " if upcoming.state == "locked" else "next: "
    return sentence(f"{count} steps done, {words}{upcoming.step.title}"), sentence(count)


def _peak(results: Results) -> tuple[list[Segment], list[Segment]]:
    if results["panel_aim"] is not None:
        return _panel_peak(results)
    for view, word in ((results["elevation_peak"], "Elevation"), (results["azimuth_peak"], "Azimuth")):
        if view is None or view.fit is None:
            return sentence(f"{word}: take readings on both sides of the top"), []
        fit = view.fit
        if not fit.bracketed:
            on = sentence(f"{word}: read on until the level has fallen on both sides of the top, best so far ")
            return [*on, *sentence((view.best_level_db, "db"))], sentence((view.best_level_db, "db"))
        if not fit.at_top:
            turn = sentence(f"{word}: turn up by ", (fit.forward_turns, "turns"))
            if fit.back_turns > 0:
                turn = sentence(
                    f"{word}: turn down by ", (fit.back_turns, "turns"), ", then up by ", (fit.forward_turns, "turns")
                )
            return turn, sentence((view.best_level_db, "db"))
    best = max(results["elevation_peak"].best_level_db, results["azimuth_peak"].best_level_db)
    held = results["lockdown"].complete
    return sentence("Peaked at ", (best, "db"), ", locked and pushed" if held else ", now lock down"), sentence(
        (best, "db")
    )


def _bringup(results: Results) -> tuple[list[Segment], list[Segment]]:
    bringup = results["bringup"]
    if bringup is None or bringup.current_code is None:
        return sentence("Switch on when the earth is bonded and nobody is in front"), []
    current = next(rung for rung in bringup.rungs if rung.standing == "current")
    if bringup.online:
        return sentence("Online after ", (bringup.total_s, "s")), sentence("Online")
    tail = ", stuck" if bringup.stuck else ""
    return sentence(
        f"{current.state.name} for ", (current.taken_s, "s"), ", usually ", (current.state.usual_s, "s"), tail
    ), sentence(current.state.name)


def _handover(results: Results) -> tuple[list[Segment], list[Segment]]:
    before, after = results["acceptance"].before, results["acceptance"].after
    if after is None:
        return sentence("Measure the new service and show the gain"), []
    if before is None:
        return sentence("Download ", (after.down_mbps, "mbps"), " after the work"), sentence((after.down_mbps, "mbps"))
    return sentence("Download from ", (before.down_mbps, "mbps"), " to ", (after.down_mbps, "mbps")), sentence(
        (after.down_mbps, "mbps")
    )


def views(
    customer: str,
    terminal: Terminal | None,
    satellite: Satellite | Constellation | None,
    results: Results,
    findings: Mapping[str, list[Finding]],
) -> list[StationView]:
    """The nine stations in order."""
    makers: dict[str, Callable[[], tuple[list[Segment], list[Segment]]]] = {
        "brief": lambda: _brief(customer, terminal, satellite),
        "aim": lambda: _aim(results, terminal),
        "sky": lambda: _sky(results),
        "mount": lambda: _mount(results),
        "cable": lambda: _cable(results),
        "build": lambda: _build(results),
        "peak": lambda: _peak(results),
        "bringup": lambda: _bringup(results),
        "handover": lambda: _handover(results),
    }
    shown = []
    for number, (code, make) in enumerate(makers.items(), start=1):
        headline, figure = make()
        shown.append(
            StationView(
                number=number,
                code=code,
                name=NAMES[code],
                verdict=worst(findings[code]),
                settled=bool(findings[code]) and all(one.level in (Level.CLEAR, Level.MIND) for one in findings[code]),
                figure=figure,
                headline=headline,
                findings=by_gravity(findings[code]),
            )
        )
    return shown


__all__ = ["NAMES", "Segment", "StationView", "furthest", "skew_words", "views"]
