"""Peak's answer in a sentence."""

from __future__ import annotations

from rindle_core.kernel.headline import sentence
from rindle_core.stations.aim.part import AimPart, PanelAim
from rindle_core.stations.peak.panel_attitude import AttitudeResult
from rindle_core.stations.peak.part import PeakPart, Pointing
from rindle_core.stations.peak.peaking import PeakView
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
    if result.pointing is None:
        return Headline(sentence("Choose terminal and satellite at Brief: then it is known what is peaked"))
    for before in (_search(context, result, result.pointing), _axes(result, result.pointing)):
        if before is not None:
            return before
    levels = [view.best_level_db for view in _both(result) if view.best_level_db is not None]
    figure = sentence((max(levels), "db")) if levels else []
    on = [*sentence("Peaked at "), *figure] if levels else sentence("Peaked by ear")
    held = result.lockdown.complete
    null = result.pointing.skew
    skew = null is not None and not null.proved
    rest = ", locked and pushed" if held else ", now set the skew" if skew else ", now lock down"
    return Headline([*on, *sentence(rest)], figure, is_answer=held)


def _both(result: PeakPart) -> list[PeakView]:
    return [view for view in (result.azimuth_peak, result.elevation_peak) if view is not None]


def _search(context: Context, result: PeakPart, pointing: Pointing) -> Headline | None:
    """What comes before the fine stage; None once anything was read."""
    if any(view.reading_count for view in _both(result)):
        return None
    row = next((one for one in pointing.preset.rows if one.what == pointing.preset.next_what), None)
    if row is not None:
        figure = sentence((row.wanted_deg, "compass_deg" if row.what == "azimuth" else "deg"))
        if row.side_wanted:
            return Headline(sentence("Preset the elevation: say to which side the face leans"))
        side = sentence(f" {row.wanted_side}") if row.wanted_side else []
        return Headline([*sentence(f"Preset the {row.what}: {row.instrument} has to show "), *figure, *side], figure)
    if any(one.heard == "lock" for one in context.job.peak.sweeps):
        return Headline(sentence("Locked: tighten the clamps while it is heard, then read on both sides of the top"))
    pace = sentence((pointing.sweep.pace_deg_per_s, "deg"), " a second")
    if pointing.sweep.next_row is None:
        return Headline(sentence("All rows are swept and nothing was locked: see what goes wrong"))
    at = pointing.sweep.rows[pointing.sweep.next_row].elevation_deg
    return Headline([*sentence("Sweep at ", (at, "deg"), ", no faster than "), *pace], pace)


def _axes(result: PeakPart, pointing: Pointing) -> Headline | None:
    """Which way to turn; None once both axes are proved and another pass gains nothing."""
    ordered = sorted(_both(result), key=lambda view: view.axis != pointing.next_axis)
    for view in ordered:
        if view.proved:
            continue
        return _axis(view)
    if not pointing.peaked:
        return Headline(sentence("Both tops are proved once: begin a second pass of the azimuth"))
    return None


def _axis(view: PeakView) -> Headline:
    word = view.axis.capitalize()
    best = [] if view.best_level_db is None else sentence((view.best_level_db, "db"))
    fit = view.fit
    if fit is None:
        return Headline(sentence(f"{word}: take readings on both sides of the top"))
    if fit.lobe == "side":
        return Headline(sentence(f"{word}: a side lobe. Swing wider, two beamwidths to each side"), best)
    if fit.end_stop:
        return Headline(sentence(f"{word}: the screw ends before the top. Set it to its middle and point anew"), best)
    if not fit.bracketed and fit.fell_both:
        other = "azimuth" if view.axis == "elevation" else "elevation"
        return Headline(
            sentence(f"{word}: not this dish’s lobe. Go to its best, peak the {other}, then pass it again"), best
        )
    if not fit.bracketed:
        on = sentence(f"{word}: read on until it has fallen on both sides of the top")
        return Headline([*on, *sentence(", best so far "), *best] if best else on, best)
    if fit.at_top:
        return Headline(sentence(f"{word}: on the top, but not sure of it yet. Read further down both sides"), best)
    if fit.back_turns > 0:
        return Headline(
            sentence(
                f"{word}: turn down by ", (fit.back_turns, "turns"), ", then up by ", (fit.forward_turns, "turns")
            ),
            best,
        )
    return Headline(sentence(f"{word}: turn up by ", (fit.forward_turns, "turns")), best)


def _panel(panel_aim: PanelAim, attitude: AttitudeResult | None) -> Headline:
    if attitude is None:
        words = "It aims itself" if panel_aim.self_aiming else "Read the panel's bearing and tilt"
        return Headline(sentence(words), is_answer=panel_aim.self_aiming)
    off = sentence((attitude.misaligned_deg, "deg"))
    if attitude.aligned:
        return Headline([*sentence("Aligned: off by "), *off], off, is_answer=True)
    if all(one.done for one in attitude.steps[:-1]):  # the bearing is not sure enough to call it so
        return Headline([*sentence("Aligned if its compass is right: off by "), *off], off, is_answer=True)
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
