"""Finding the top of the main lobe from readings of a fine screw, and how to get there."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them
from pydantic import Field

from rindle_core.catalogue.models import Screw
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import pointing_loss_db
from rindle_core.stations.peak.findings import CERTAINTY, FEW, HOLD, LEVEL, LOCKDOWN, NOW, ONE_SIDE

Axis = Literal["elevation", "azimuth"]
Turning = Literal["up", "down"]

_READING_SD_DB = 0.15  # flicker of a receiver's level, one standard deviation
_WIDTH_PRIOR = 0.12  # how well the catalogue's beamwidth and degrees per turn are known together
_BACKLASH_PRIOR = 0.3  # share by which the play of a head differs from the catalogue
_FITTED_DB = 6.0  # below this under the best reading the lobe is no longer a parabola
_OVERSHOOT_TURNS = 0.25  # beyond the play, so that the screw certainly pushes again
_SWEEP_TURNS, _SWEEP_STEP_TURNS, _SWEEP_ON_TURNS = 3.0, 0.5, 2.0  # each way, between readings, and on beyond the last
_ALREADY_THERE_DB = 0.1  # a pointing loss that no receiver shows


class PeakReading(Model):
    """The screw's counter and the level there. `turning` is the way the screw was turned to get there."""

    turns: float = Field(ge=-200, le=200)
    level_db: float = Field(ge=-60, le=60)
    turning: Turning = "up"


class PeakInput(Model):
    """Readings of one axis, oldest first."""

    axis: Axis
    readings: list[PeakReading] = Field(max_length=500)
    screw: Screw
    elevation_deg: float = Field(default=0.0, ge=-5, le=90, description="Azimuth moves the beam by its cosine only")
    beamwidth_deg: float = Field(gt=0, le=90)
    predicted_level_db: float | None = Field(
        default=None, description="What the link promises at the peak in clear sky"
    )
    rules: HouseRules = DEFAULT_RULES


class CurvePoint(Model):
    """The fitted level at a screw position reached turning up, with a band of two standard deviations."""

    turns: float
    level_db: float
    low_db: float
    high_db: float


class PeakResult(Model):
    """The fitted top. Turns are counted as the screw shows them when turned up."""

    top_turns: float
    top_sd_turns: float
    top_level_db: float
    fitted_beamwidth_deg: float
    backlash_turns: float
    residual_db: float = Field(description="Root mean square distance of the fitted readings from the curve")
    loss_now_db: float = Field(description="What the present position costs by the fit")
    back_turns: float = Field(description="First turn down by this; 0 where none is needed")
    forward_turns: float = Field(description="Then turn up by this, so that the screw arrives pushing")
    at_top: bool = Field(description="Whether the present position costs less than a receiver shows")
    bracketed: bool = Field(
        description="Whether the level was seen to fall on both sides of the top: then it is proved"
    )
    curve: list[CurvePoint]


class _Fit(NamedTuple):
    values: Array  # top level dB, top turns, ln(width ratio), backlash turns
    covariance: Array
    used: Array


def _positions(readings: list[PeakReading], backlash_turns: float) -> Array:
    """Where the head stands: turned down, the screw leaves it ahead of the counter by the play."""
    return np.array([r.turns + (backlash_turns if r.turning == "down" else 0.0) for r in readings])


def _fit(given: PeakInput, turn_deg: float) -> _Fit:
    """Least squares with the beamwidth and the play as prior knowledge (Gaussian, a maximum a posteriori fit)."""
    levels = np.array([r.level_db for r in given.readings])
    used = levels >= levels.max() - _FITTED_DB
    down = np.array([r.turning == "down" for r in given.readings])[used]
    turns, level = np.array([r.turns for r in given.readings])[used], levels[used]
    width_turns = given.beamwidth_deg / turn_deg
    play, play_sd = given.screw.backlash_turns, max(0.02, _BACKLASH_PRIOR * given.screw.backlash_turns)

    def misfit(p: Array) -> Array:
        at = turns + p[3] * down
        model = p[0] - 12.0 * ((at - p[1]) / (width_turns * np.exp(p[2]))) ** 2
        return np.concatenate([(level - model) / _READING_SD_DB, [p[2] / _WIDTH_PRIOR, (p[3] - play) / play_sd]])

    best = int(np.argmax(level))
    start = np.array([level[best], turns[best] + play * down[best], 0.0, play])
    with np.errstate(
        over="ignore", divide="ignore", invalid="ignore"
    ):  # a step that goes far too wide is a flat curve: the search turns back
        found = scipy.optimize.least_squares(misfit, start, x_scale=[1.0, width_turns / 4, 0.1, 0.1])
    covariance = np.linalg.pinv(found.jac.T @ found.jac)
    return _Fit(found.x, covariance, used)


def _curve(fit: _Fit, readings: list[PeakReading], width_turns: float) -> list[CurvePoint]:
    top_level, top, ln_ratio, _ = fit.values
    shown = np.array([r.turns for r in readings])
    low = min(shown.min(), top - width_turns * 0.6)
    high = max(shown.max(), top + width_turns * 0.6)
    at = np.linspace(low, high, 81)
    scale = 12.0 / (width_turns * math.exp(ln_ratio)) ** 2
    level = top_level - scale * (at - top) ** 2
    gradient = np.stack(
        [np.ones_like(at), 2 * scale * (at - top), 2 * scale * (at - top) ** 2, np.zeros_like(at)], axis=-1
    )
    sd = np.sqrt(np.maximum(np.einsum("ij,jk,ik->i", gradient, fit.covariance, gradient), 0.0))
    keep = level > top_level - 15.0
    rows = zip(at[keep], level[keep], sd[keep], strict=True)
    return [
        CurvePoint(turns=float(t), level_db=float(y), low_db=float(y - 2 * s), high_db=float(y + 2 * s))
        for t, y, s in rows
    ]


def _way_there(last: PeakReading, top_turns: float, backlash_turns: float) -> tuple[float, float]:
    """Turns down, then turns up, so that the head arrives pushed upwards."""
    stands_at = last.turns + (backlash_turns if last.turning == "down" else 0.0)
    if stands_at <= top_turns:
        return 0.0, top_turns - last.turns
    beyond = backlash_turns + _OVERSHOOT_TURNS
    return last.turns - top_turns + beyond, beyond


def _fell_on_both_sides(at: Array, levels: Array, top_turns: float, fall_db: float) -> bool:
    """Whether a level that far under the best one was read on either side of the top."""
    fallen = levels <= levels.max() - fall_db
    return bool(np.any(fallen & (at < top_turns)) and np.any(fallen & (at > top_turns)))


def _upwards(turns: float) -> list[float]:
    return [_SWEEP_STEP_TURNS] * math.ceil(turns / _SWEEP_STEP_TURNS)


def _sweep(given: PeakInput, result: PeakResult | None) -> list[float]:
    """See `PeakView.sweep_turns`."""
    if result is None or result.bracketed:
        return [-_SWEEP_TURNS, *_upwards(2 * _SWEEP_TURNS)]
    fallen_to = max(one.level_db for one in given.readings) - given.rules.peak_fall_db
    last = given.readings[-1]
    if last.level_db > fallen_to:
        return _upwards(_SWEEP_ON_TURNS)
    lowest = min(one.turns for one in given.readings)
    return [lowest - last.turns - _SWEEP_ON_TURNS, *_upwards(_SWEEP_ON_TURNS)]


class PeakView(Model):
    """What the readings of one axis tell; `fit` is None while there are too few."""

    axis: Axis
    fit: PeakResult | None
    best_level_db: float | None = Field(description="Best level read so far")
    reading_count: int
    sweep_turns: list[float] = Field(
        default_factory=list,
        description="Moves of the next sweep, a reading after each: from here to both sides, or on to where the level "
        "was not seen to fall yet. Down first, then turning up throughout, so that the play shifts nothing",
    )


@register(
    "peak", "Top of the lobe fitted to screw readings, with its uncertainty and the way there", PeakInput, PeakView
)
def peak(given: PeakInput) -> Outcome[PeakView]:
    """Fits level = top - 12 ((x - x0) k/θ3)², k being degrees of beam per turn.

    Source: Rec. ITU-R S.1428-1, main lobe. The azimuth screw moves the beam by cos(elevation) only.
    """
    best = max((reading.level_db for reading in given.readings), default=None)
    places = {(reading.turns, reading.turning) for reading in given.readings}
    if len(places) < 2:
        waits = FEW.of(given.axis).missing(f"Too few {given.axis} readings", "Take readings on both sides of the top.")
        return Outcome(_view(given, best, None), [waits])
    slope = math.cos(math.radians(given.elevation_deg)) if given.axis == "azimuth" else 1.0
    turn_deg = given.screw.deg_per_turn * max(slope, 0.02)  # nearly overhead the azimuth screw hardly moves the beam
    fit = _fit(given, turn_deg)
    top_level, top, ln_ratio, backlash = (float(value) for value in fit.values)
    at = _positions(given.readings, backlash)
    width_deg = given.beamwidth_deg * math.exp(ln_ratio)
    levels = np.array([reading.level_db for reading in given.readings])
    curve_db = top_level - 12.0 * ((at - top) * turn_deg / width_deg) ** 2
    back, forward = _way_there(given.readings[-1], top, backlash)
    loss_now_db = min(float(pointing_loss_db((at[-1] - top) * turn_deg, width_deg)), 60.0)
    result = PeakResult(
        top_turns=top,
        top_sd_turns=float(math.sqrt(max(fit.covariance[1, 1], 0.0))),
        top_level_db=top_level,
        fitted_beamwidth_deg=width_deg,
        backlash_turns=backlash,
        residual_db=float(np.sqrt(np.mean((levels - curve_db)[fit.used] ** 2))),
        loss_now_db=loss_now_db,
        at_top=loss_now_db <= _ALREADY_THERE_DB,
        back_turns=back,
        forward_turns=forward,
        bracketed=_fell_on_both_sides(at, levels, top, given.rules.peak_fall_db),
        curve=_curve(fit, given.readings, given.beamwidth_deg / turn_deg),
    )
    return Outcome(_view(given, best, result), _judge(given, result, turn_deg))


def _view(given: PeakInput, best_db: float | None, fit: PeakResult | None) -> PeakView:
    return PeakView(
        axis=given.axis,
        fit=fit,
        best_level_db=best_db,
        reading_count=len(given.readings),
        sweep_turns=_sweep(given, fit),
    )


def _judge_one_side(given: PeakInput, result: PeakResult) -> Finding:
    """Which way to go on: to the side on which the level has not fallen yet."""
    best = max(reading.level_db for reading in given.readings)
    fallen = [one for one in given.readings if one.level_db <= best - given.rules.peak_fall_db]
    above = any(one.turns > result.top_turns for one in fallen)
    below = any(one.turns < result.top_turns for one in fallen)
    onward = "up" if not above else "down"
    also = "" if above or below else ", then down as far"
    return ONE_SIDE.of(given.axis)(
        Level.UNKNOWN,
        f"The {given.axis} top is not proved yet",
        "A steady tone only means as good as so far; the top is proved when the level falls on both sides.",
        clears_by=f"Go on turning {onward} until the level falls by {given.rules.peak_fall_db:g} dB or more{also}.",
    )


def _judge(given: PeakInput, result: PeakResult, turn_deg: float) -> list[Finding]:
    axis = given.axis
    findings = []
    if not result.bracketed:
        findings.append(_judge_one_side(given, result))
        if given.predicted_level_db is not None:
            findings.append(_judge_level(given.predicted_level_db, result, given.rules, axis))
        return findings  # what is not proved is neither well fixed nor reached
    findings.append(
        CERTAINTY.of(axis).at_most(
            2.0 * result.top_sd_turns * turn_deg,
            given.rules.peak_certain_share * given.beamwidth_deg,
            level=Level.MIND,
            clear=f"The {axis} top is well fixed",
            over=f"The {axis} top is uncertain",
            why="Two standard deviations of the fitted top, against a tenth of the beamwidth.",
            clears_by="Read further down both sides, where the level changes fast.",
        )
    )
    findings.append(
        NOW.of(axis).at_most(
            result.loss_now_db,
            _ALREADY_THERE_DB,
            level=Level.MIND,
            clear=f"The {axis} stands at its top",
            over=f"The {axis} stands off its top",
            why="The last reading's position against the fitted top.",
            clears_by="Turn as the trace says, always arriving from the same side.",
        )
    )
    if given.predicted_level_db is not None:
        findings.append(_judge_level(given.predicted_level_db, result, given.rules, axis))
    return findings


def _judge_level(predicted_db: float, result: PeakResult, rules: HouseRules, axis: Axis) -> Finding:
    short_db = predicted_db - result.top_level_db
    side_lobe = rules.side_lobe_least_db <= short_db <= rules.side_lobe_most_db
    return LEVEL.of(axis).at_most(
        short_db,
        rules.level_shortfall_db,
        level=Level.HOLD if side_lobe else Level.MIND,
        clear="The peak is as strong as the link promises",
        over="This looks like a side lobe" if side_lobe else "The peak is weaker than the link promises",
        why="A false peak 15 to 20 dB down stands about 1.6 beamwidths beside the true one."
        if side_lobe
        else "How far the fitted top lies under the beam's clear-sky figure.",
        clears_by="Swing wider, two beamwidths to each side, and look for a stronger top."
        if side_lobe
        else "Peak the other axis, look for wet connectors, a touched beam or rain.",
    )


class LockdownInput(Model):
    """Levels before and after the nuts are tightened, and after a push on each side of the rim."""

    before_db: float | None = Field(default=None, ge=-60, le=60)
    after_db: float | None = Field(default=None, ge=-60, le=60)
    top_db: float | None = Field(default=None, ge=-60, le=60)
    bottom_db: float | None = Field(default=None, ge=-60, le=60)
    left_db: float | None = Field(default=None, ge=-60, le=60)
    right_db: float | None = Field(default=None, ge=-60, le=60)
    rules: HouseRules = DEFAULT_RULES


class LockdownResult(Model):
    """Losses in dB, positive where the level fell; None where not read."""

    tightening_loss_db: float | None
    push_loss_db: dict[str, float | None]
    complete: bool


@register(
    "lockdown",
    "Whether the aim held while the nuts were tightened and the rim was pushed",
    LockdownInput,
    LockdownResult,
)
def lockdown(given: LockdownInput) -> Outcome[LockdownResult]:
    """Differences against the level before tightening and, for the pushes, against the level after it."""
    held = None if given.before_db is None or given.after_db is None else given.before_db - given.after_db
    sides = {"top": given.top_db, "bottom": given.bottom_db, "left": given.left_db, "right": given.right_db}
    pushes = {
        side: None if level is None or given.after_db is None else given.after_db - level
        for side, level in sides.items()
    }
    result = LockdownResult(
        tightening_loss_db=held, push_loss_db=pushes, complete=held is not None and None not in pushes.values()
    )
    findings = []
    for name, loss in {"tightening": held, **pushes}.items():
        if loss is None:
            continue
        after = "tightening" if name == "tightening" else f"the push at the {name}"
        findings.append(
            HOLD.of(name).at_most(
                abs(loss),
                given.rules.hold_db,
                clear=f"The level held after {after}",
                over=f"The level did not come back after {after}",
                why="A joint that moves under a hand moves in the first gale.",
                clears_by="Loosen, peak again, and tighten the nuts in turn while watching the level.",
            )
        )
    if not result.complete:
        findings.append(
            LOCKDOWN.missing(
                "Lock-down is not proved yet", "Read before, after, and after a push on each of four sides."
            )
        )
    return Outcome(result, findings)


__all__ = [
    "Axis",
    "LockdownInput",
    "LockdownResult",
    "PeakInput",
    "PeakReading",
    "PeakResult",
    "PeakView",
    "lockdown",
    "peak",
]
