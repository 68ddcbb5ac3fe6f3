"""Peak's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.aim.part import AimPart, PanelAim
from rindle_core.stations.peak.panel_attitude import AttitudeResult
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.station import Context, Headline


def headline(context: Context, result: PeakPart) -> Headline:
    """Which way to turn next, or that it is peaked and held."""
    aim = context.result(AimPart)
    if aim.panel_aim is not None:
        return _panel(aim.panel_aim, result.attitude)
    if context.job.picks.terminal is None or aim.aim is None:
        return Headline(sentence("Choose terminal and satellite at Brief: then it is known what is peaked"))
    if not aim.aim.visible:
        return Headline(sentence("The satellite stands below the horizon here: mend place or satellite at Brief"))
    best_db = []
    for view, word in ((result.elevation_peak, "Elevation"), (result.azimuth_peak, "Azimuth")):
        if view is None or view.fit is None or view.best_level_db is None:
            return Headline(sentence(f"{word}: take readings on both sides of the top"))
        fit = view.fit
        if not fit.bracketed:
            on = sentence(f"{word}: read on until the level has fallen on both sides of the top, best so far ")
            return Headline([*on, *sentence((view.best_level_db, "db"))], sentence((view.best_level_db, "db")))
        if not fit.at_top:
            turn = sentence(f"{word}: turn up by ", (fit.forward_turns, "turns"))
            if fit.back_turns > 0:
                turn = sentence(
                    f"{word}: turn down by ", (fit.back_turns, "turns"), ", then up by ", (fit.forward_turns, "turns")
                )
            return Headline(turn, sentence((view.best_level_db, "db")))
        best_db.append(view.best_level_db)
    best, held = max(best_db), result.lockdown.complete
    return Headline(
        sentence("Peaked at ", (best, "db"), ", locked and pushed" if held else ", now lock down"),
        sentence((best, "db")),
    )


def _panel(panel_aim: PanelAim, attitude: AttitudeResult | None) -> Headline:
    if attitude is None:
        return Headline(sentence("It aims itself" if panel_aim.self_aiming else "Read the panel's bearing and tilt"))
    off = sentence((attitude.misaligned_deg, "deg"))
    turn, tilt = abs(attitude.turn_deg), abs(attitude.tilt_deg)
    way = "clockwise" if attitude.turn_deg >= 0 else "anticlockwise"
    return Headline(
        sentence(
            "Off by ",
            (attitude.misaligned_deg, "deg"),
            ": turn ",
            (turn, "deg"),
            f" {way}, tilt ",
            (tilt, "deg"),
            " down" if attitude.tilt_deg >= 0 else " up",
        ),
        off,
    )
