"""Finding the top of the main lobe from readings of a fine screw, and how to get there."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.lobe_fit import loss_at_widths_db
from rindle_core.science.which_lobe import side_lobe_chance
from rindle_core.stations.peak.findings import FEW
from rindle_core.stations.peak.fitted import (
    Seen,
    best_known,
    falls,
    fell_about_the_best,
    fit_of,
    is_a_lobe,
    no_beam_does_so,
    placed,
)
from rindle_core.stations.peak.judged import judge_fit_of
from rindle_core.stations.peak.readings import (
    ALREADY_THERE_DB,
    DOUBT_AT,
    LEAST_STEP_TURNS,
    SIDE_AT,
    Axis,
    CurvePoint,
    Lobe,
    PeakInput,
    PeakReading,
    PeakResult,
)

_OVERSHOOT_TURNS = 0.25  # beyond the play, so that the screw certainly pushes again
_SWEEP_TURNS, _SWEEP_STEP_TURNS, _SWEEP_ON_TURNS = 3.0, 0.5, 2.0  # each way, between readings, and on beyond the last
_LOBE_READINGS = 7  # under this a shape says nothing
_NO_SIDE_LOBE_DB = 8.0  # a side lobe lies 13 dB down or more (a square aperture), the promise is 5 dB wrong at most
_MOST_NOISE_DB = 0.3  # of the readings about the lobe in which they truly lie; more is a lobe of another shape


def _curve(seen: Seen) -> list[CurvePoint]:
    fit, shown = seen.fit, seen.fit.head_turns
    top = seen.turns_at(fit.top_deg)
    reach = seen.given.beamwidth_deg / seen.turn_deg(top) * 0.6
    at = np.linspace(min(float(shown.min()), top - reach), max(float(shown.max()), top + reach), 81)
    beam = np.interp(at, seen.counts, seen.beam)

    def level_of(top_deg: float, ratio: float) -> Array:
        return fit.level_db - loss_at_widths_db((beam - top_deg) / (seen.given.beamwidth_deg * ratio))

    level = level_of(fit.top_deg, fit.width_ratio)
    step = 1e-3 * seen.given.beamwidth_deg
    gradient = np.stack(
        [
            np.ones_like(at),
            (level_of(fit.top_deg + step, fit.width_ratio) - level) / step,
            (level_of(fit.top_deg, fit.width_ratio * math.exp(1e-3)) - level) / 1e-3,
        ],
        axis=-1,
    )
    spread = fit.t_factor * np.sqrt(np.maximum(np.einsum("ij,jk,ik->i", gradient, fit.covariance[:3, :3], gradient), 0))
    sd = np.minimum(spread, 10.0)
    keep = level > fit.level_db - 15.0
    rows = zip(at[keep], level[keep], sd[keep], strict=True)
    return [
        CurvePoint(turns=float(t), level_db=float(y), low_db=float(y - 2 * s), high_db=float(y + 2 * s))
        for t, y, s in rows
    ]


def _way_there(seen: Seen, top_turns: float) -> tuple[float, float, Literal["", "up", "down"]]:
    """Turns down, then turns up, so that the head arrives pushed upwards; and the end stop that is in the way."""
    given, last, stands_at = seen.given, seen.given.readings[-1].turns, float(seen.fit.head_turns[-1])
    lowest, highest = (side * given.screw.span_turns - given.from_middle_turns for side in (-1, 1))
    if top_turns > highest:
        return 0.0, 0.0, "up"
    beyond = seen.fit.play_turns + _OVERSHOOT_TURNS
    slack = stands_at > last + 0.02  # turned down: the screw does not push
    if stands_at <= top_turns and not slack:
        return 0.0, top_turns - last, ""
    if stands_at <= top_turns:
        return 0.0, top_turns - last, "" if top_turns >= lowest else "down"
    if top_turns - beyond < lowest:
        return 0.0, 0.0, "down"
    return last - top_turns + beyond, beyond, ""


def _side_chance(seen: Seen) -> float | None:
    """None while the readings are too few, or show no lobe whose shape could be weighed."""
    fit = seen.fit
    told = np.array([one.level_db is not None and not one.mark for one in seen.given.readings]) & ~fit.outlier
    if told.sum() < _LOBE_READINGS:
        return None
    levels = np.array([one.level_db if one.level_db is not None else math.nan for one in seen.given.readings])[told]
    beam = fit.beam_deg[told]
    if not fell_about_the_best(beam, levels, seen.given.rules.peak_fall_db):
        return None
    predicted = seen.given.predicted_level_db
    if predicted is not None and predicted - fit.level_db < _NO_SIDE_LOBE_DB:
        return 0.0  # too strong for one, even where the link promises too little; another width is said by itself
    well_fitted = fit.noise_db < _MOST_NOISE_DB and abs(math.log(fit.width_ratio)) < 0.1
    if well_fitted and (predicted is None or predicted - fit.level_db <= seen.given.rules.level_shortfall_db):
        return 0.0  # the main lobe's own width and shape, as strong as promised: there is nothing to weigh
    return side_lobe_chance(
        (beam - beam[int(np.argmax(levels))]) / seen.given.beamwidth_deg,
        levels,
        min(fit.noise_db, _MOST_NOISE_DB),
        floor_db=float(levels.min()),
        predicted_db=predicted,
    )


def _upwards(turns: float) -> list[float]:
    return [_SWEEP_STEP_TURNS] * math.ceil(turns / _SWEEP_STEP_TURNS)


def _within_stops(given: PeakInput, moves: list[float]) -> list[float]:
    """The moves that the screw can still do, one after the other."""
    at = given.readings[-1].turns if given.readings else 0.0
    lowest, highest = (side * given.screw.span_turns - given.from_middle_turns for side in (-1, 1))
    kept = []
    for move in moves:
        to = min(highest, max(lowest, at + move))
        if abs(to - at) > 1e-9:
            kept.append(to - at)
        at = to
    return kept


def _sweep(given: PeakInput, result: PeakResult | None) -> list[float]:
    """See `PeakView.sweep_turns`."""
    levels = [one.level_db for one in given.readings if one.level_db is not None]
    if result is None or result.bracketed or not levels:
        return _within_stops(given, [-_SWEEP_TURNS, *_upwards(2 * _SWEEP_TURNS)])
    last = given.readings[-1]
    if last.level_db is None or last.level_db > max(levels) - given.rules.peak_fall_db:
        return _within_stops(given, _upwards(_SWEEP_ON_TURNS))
    lowest = min(one.turns for one in given.readings)
    return _within_stops(given, [lowest - last.turns - _SWEEP_ON_TURNS, *_upwards(_SWEEP_ON_TURNS)])


class PeakView(Model):
    """What the readings of one axis tell; `fit` is None while there are too few."""

    axis: Axis
    fit: PeakResult | None
    best_level_db: float | None = Field(description="Best level read so far")
    reading_count: int
    proved: bool = Field(
        default=False, description="Fell on both sides, is sure, is the main lobe, and the head stands on it"
    )
    sweep_turns: list[float] = Field(
        default_factory=list,
        description="Moves of the next sweep, a reading after each: from here to both sides, or on to where the level "
        "was not seen to fall yet. Down first, then turning up throughout, so that the play shifts nothing",
    )


@register(
    "peak", "Top of the lobe fitted to screw readings, with its uncertainty and the way there", PeakInput, PeakView
)
def peak(given: PeakInput) -> Outcome[PeakView]:
    """Fits level = top - L((x - x0)/θ3), L the main lobe of a tapered aperture and x the beam for a screw count.

    Marks by ear say that L has the same value at each of them. Least squares with the beamwidth as prior knowledge,
    play and noise from the readings. Source: `rindle_core.science.lobe_fit`. The azimuth screw moves the beam by
    cos(elevation) only.
    """
    best = max((one.level_db for one in given.readings if one.level_db is not None), default=None)
    places = {(one.turns, one.turning) for one in given.readings if one.mark != "best"}
    if len(places) < 2:
        waits = FEW.of(given.axis).missing(f"Too few {given.axis} readings", "Take readings on both sides of the top.")
        return Outcome(_view(given, best, None, []), [waits])
    seen = fit_of(given)
    result = _result(seen)
    findings = judge_fit_of(seen, result)
    return Outcome(_view(given, best, result, findings), findings)


def _result(seen: Seen) -> PeakResult:
    given, fit = seen.given, seen.fit
    top = seen.turns_at(fit.top_deg)
    turn_deg = seen.turn_deg(top)
    back, forward, stop = _way_there(seen, top)
    off_widths = abs(float(fit.beam_deg[-1]) - fit.top_deg) / seen.width_deg
    loss_now_db = min(float(loss_at_widths_db(np.array([off_widths]))[0]), 60.0)
    bracketed = all(falls(seen)) and is_a_lobe(seen)
    chance = _side_chance(seen)
    lobe: Lobe = "unknown"
    if chance is not None:
        lobe = "side" if chance >= SIDE_AT else "doubtful" if chance >= DOUBT_AT else "main"
    felt = seen.width_deg * math.sqrt(max(fit.noise_db, 0.05) / 12.0) / turn_deg
    return PeakResult(
        top_turns=top,
        top_sd_turns=fit.top_sd_deg / turn_deg,
        top_level_db=fit.level_db if given.readings and best_known(given) else 0.0,
        fitted_beamwidth_deg=seen.width_deg,
        backlash_turns=fit.play_turns,
        backlash_sd_turns=fit.play_sd_turns,
        residual_db=fit.noise_db,
        loss_now_db=loss_now_db,
        at_top=loss_now_db <= ALREADY_THERE_DB,
        back_turns=back,
        forward_turns=forward,
        bracketed=bracketed,
        placed=placed(seen),
        leads=bracketed and lobe not in ("side", "doubtful") and not stop,
        fell_both=all(falls(seen)) or no_beam_does_so(seen),
        step_turns=max(LEAST_STEP_TURNS, round(max(abs(forward - back) / 2.0, felt / 2.0) / LEAST_STEP_TURNS) / 8.0),
        end_stop=stop,
        lobe=lobe,
        side_lobe_share=chance,
        left_out_numbers=[int(number) for number in np.flatnonzero(fit.outlier)],
        curve=_curve(seen),
    )


def _view(given: PeakInput, best_db: float | None, fit: PeakResult | None, findings: list[Finding]) -> PeakView:
    sure = not any(one.level is not Level.CLEAR and ".level" not in one.code for one in findings)
    return PeakView(
        axis=given.axis,
        fit=fit,
        best_level_db=best_db,
        reading_count=len(given.readings),
        proved=bool(fit and fit.bracketed and fit.at_top and fit.lobe != "side" and sure),
        sweep_turns=_sweep(given, fit),
    )


__all__ = ["PeakInput", "PeakReading", "PeakResult", "PeakView", "peak"]
