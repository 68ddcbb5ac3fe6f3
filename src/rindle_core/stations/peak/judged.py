"""What the fit of one axis is worth, in findings."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.peak.findings import CERTAINTY, END_STOP, LEVEL, LOBE, NOW, ONE_SIDE, OUTLIER, WIDTH
from rindle_core.stations.peak.fitted import Seen, best_known, falls, no_beam_does_so, width_fits
from rindle_core.stations.peak.readings import ALREADY_THERE_DB, DOUBT_AT, Axis, PeakResult

_BEAM: dict[tuple[Axis, str], str] = {  # what a turn of the screw does
    ("elevation", "up"): "the beam rises",
    ("elevation", "down"): "the beam sinks",
    ("azimuth", "up"): "the beam swings clockwise, seen from above",
    ("azimuth", "down"): "the beam swings anticlockwise, seen from above",
}


def _judge_one_side(seen: Seen) -> Finding:
    """Which way to go on: to the side on which the level has not fallen yet."""
    axis, rules = seen.given.axis, seen.given.rules
    below, above = falls(seen)
    if (below and above) or no_beam_does_so(seen):
        return ONE_SIDE.of(axis)(
            Level.UNKNOWN,
            f"The {axis} readings show no lobe",
            "They scatter as much as they change, or change over another width than this dish’s beam has.",
            clears_by="Go back to the best of them, peak the other axis, then read this one anew, hands off; "
            "where they change as before, check degrees a turn at Preset.",
        )
    onward = "up" if not above else "down"
    also = "" if above or below else ", then down as far"
    until = f"until the level falls by {rules.peak_fall_db:g} dB or more{also}"
    return ONE_SIDE.of(axis)(
        Level.UNKNOWN,
        f"The {axis} top is not proved yet",
        "A steady tone only means as good as so far; the top is proved when the level falls on both sides.",
        clears_by=f"Go on turning {onward} ({_BEAM[axis, onward]}) {until}.",
    )


def _judge_end(result: PeakResult, axis: Axis) -> Finding:
    return END_STOP.of(axis)(
        Level.HOLD,
        f"The {axis} screw ends before the top",
        "The coarse pointing left the top outside the travel of the fine screw.",
        clears_by="Set the screw to its middle, loosen the coarse clamp, swing "
        f"{'further up' if result.end_stop == 'up' else 'further down'} the way the level rises, and peak anew."
        if axis == "elevation"
        else "Set the screw to its middle, loosen the mast clamp, swing "
        f"{'clockwise' if result.end_stop == 'up' else 'anticlockwise'} seen from above, and peak anew.",
    )


def _judge_fit(seen: Seen, result: PeakResult) -> list[Finding]:
    axis = seen.given.axis
    findings = []
    if result.left_out_numbers:
        findings.append(
            OUTLIER.of(axis)(
                Level.MIND,
                f"Left out: readings that are not of the {axis} lobe",
                "They were left out of the fit: a hand on the dish, a gust, or a figure misread.",
                figure=float(len(result.left_out_numbers)),
                clears_by="Take them out, or read there again.",
            )
        )
    if not width_fits(seen):
        findings.append(
            WIDTH.of(axis)(
                Level.UNKNOWN,
                f"The {axis} lobe has another width than this dish’s beam",
                "Too narrow is a side lobe or a wrong count of turns; too wide a slack joint, play, or no lobe at all.",
                figure=result.fitted_beamwidth_deg,
                limit=seen.given.beamwidth_deg,
                bound="usual",
                clears_by="Count the turns anew, check degrees a turn at Preset, and sweep in even steps.",
            )
        )
    return findings


def judge_fit_of(seen: Seen, result: PeakResult) -> list[Finding]:
    """End stop, readings left out, width and lobe, proof, certainty, where the head stands, level."""
    given, axis = seen.given, seen.given.axis
    findings = []
    if result.end_stop:
        findings.append(_judge_end(result, axis))
    findings += _judge_fit(seen, result)
    if result.lobe in ("side", "doubtful"):
        findings.append(_judge_lobe(result, axis))
    turn_deg = seen.turn_deg(result.top_turns)
    if not result.bracketed:
        findings.append(_judge_one_side(seen))
    else:
        findings.append(
            CERTAINTY.of(axis).at_most(
                2.0 * result.top_sd_turns * turn_deg,
                given.rules.peak_certain_share * given.beamwidth_deg,
                level=Level.UNKNOWN,
                clear=f"The {axis} top is well fixed",
                over=f"The {axis} top is uncertain",
                why="The 95 % bound of the fitted top, against a tenth of the beamwidth.",
                clears_by="Read further down both sides, where the level changes fast.",
            )
        )
        findings.append(
            NOW.of(axis).at_most(
                result.loss_now_db,
                ALREADY_THERE_DB,
                level=Level.UNKNOWN,
                clear=f"The {axis} stands at its top",
                over=f"The {axis} stands off its top",
                why="The last reading's position against the fitted top.",
                clears_by="Turn as the trace says, always arriving from the same side.",
            )
        )
    if given.predicted_level_db is not None and given.other_axis_proved and best_known(given):
        findings.append(_judge_level(given.predicted_level_db, result, given.rules, axis))
    return findings


def _judge_lobe(result: PeakResult, axis: Axis) -> Finding:
    side = result.lobe == "side"
    return LOBE.of(axis)(
        Level.HOLD if side else Level.UNKNOWN,
        f"The {axis} readings are those of a side lobe" if side else f"The {axis} top may be a side lobe",
        "Width and shape are weighed against main lobe and side lobes of this dish; a side lobe stands about 1.6 "
        "beamwidths beside the true top, 15 to 25 dB down.",
        figure=100.0 * (result.side_lobe_share or 0.0),
        limit=100.0 * DOUBT_AT,
        bound="at_most",
        clears_by="Swing wider, two beamwidths to each side on both axes, and look for a stronger top."
        if side
        else "Peak the other axis, then sweep this one again over two beamwidths to each side.",
    )


def _judge_level(predicted_db: float, result: PeakResult, rules: HouseRules, axis: Axis) -> Finding:
    return LEVEL.of(axis).at_most(
        predicted_db - result.top_level_db,
        rules.level_shortfall_db,
        level=Level.MIND,
        clear="The peak is as strong as the link promises",
        over="The peak is weaker than the link promises",
        why="How far the fitted top lies under the beam's clear-sky figure.",
        clears_by="See what the level may mean, likeliest first, and make the test that tells.",
    )


__all__ = ["judge_fit_of"]
