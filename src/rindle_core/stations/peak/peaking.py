"""Finding the top of the main lobe from readings of a fine screw, and how to get there."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple, Self

import numpy as np
from pydantic import Field, model_validator

from rindle_core.catalogue.models import Screw
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.lobe_fit import LobeFit, LobeReadings, fit_lobe, loss_at_widths_db
from rindle_core.science.which_lobe import side_lobe_chance
from rindle_core.stations.peak.findings import CERTAINTY, END_STOP, FEW, LEVEL, LOBE, NOW, ONE_SIDE, OUTLIER, WIDTH

Axis = Literal["elevation", "azimuth"]
Turning = Literal["up", "down"]
Mark = Literal["", "fell", "back"]
Lobe = Literal["main", "side", "doubtful", "unknown"]

_PLAY_SD_TURNS = 0.35  # by which the play of a head may differ from the catalogue, until it is learnt
_OVERSHOOT_TURNS = 0.25  # beyond the play, so that the screw certainly pushes again
_SWEEP_TURNS, _SWEEP_STEP_TURNS, _SWEEP_ON_TURNS = 3.0, 0.5, 2.0  # each way, between readings, and on beyond the last
_ALREADY_THERE_DB = 0.1  # a pointing loss that no receiver shows
_LEAST_STEP_TURNS = 0.125  # finer than that nobody turns a spanner
_WIDTH_SDS = 3.0  # standard deviations by which a fitted width may differ from the expected one
_NOISE_TIMES = 3.0  # a fall is one where it is this many times the readings' own scatter
_SIDE_AT, _DOUBT_AT = 0.97, 0.2  # chance of a side lobe from which it is called one, and from which it is doubted
_LOBE_READINGS = 7  # under this a shape says nothing
_NO_SIDE_LOBE_DB = 8.0  # a side lobe lies 13 dB down or more (a square aperture), the promise is 5 dB wrong at most
_MOST_NOISE_DB = 0.3  # of the readings about the lobe in which they truly lie; more is a lobe of another shape


class PeakReading(Model):
    """The screw's counter and the level there, or the place where the sound fell or came back.

    `turning` is the way the screw was turned to get there.
    """

    turns: float = Field(ge=-200, le=200)
    level_db: float | None = Field(default=None, ge=-60, le=60)
    turning: Turning = "up"
    mark: Mark = Field(default="", description="By ear, without a figure: fell, or back at its best again")

    @model_validator(mode="after")
    def _told(self) -> Self:
        if self.level_db is None and not self.mark:
            raise ValueError("needs level_db, or the mark “fell” or “back”")
        return self


class PeakInput(Model):
    """Readings of one axis, oldest first. Turns are counted from where the screw stood at the first preset."""

    axis: Axis
    readings: list[PeakReading] = Field(max_length=500)
    screw: Screw
    elevation_deg: float = Field(default=0.0, ge=-5, le=90, description="Azimuth moves the beam by its cosine only")
    beamwidth_deg: float = Field(gt=0, le=90)
    from_middle_turns: float = Field(
        default=0.0, ge=-100, le=100, description="Where the screw stands from its mid-travel when its count is 0"
    )
    predicted_level_db: float | None = Field(
        default=None, description="What the link promises at the peak in clear sky"
    )
    other_axis_proved: bool = Field(
        default=True, description="Whether the other axis is peaked: before, a level says nothing against the link"
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
    top_sd_turns: float = Field(description="Half of the 95 % bound")
    top_level_db: float
    fitted_beamwidth_deg: float
    backlash_turns: float = Field(description="Play of the head as learnt from the readings")
    backlash_sd_turns: float = 0.0
    residual_db: float = Field(description="Scatter of the readings about the curve, one standard deviation")
    loss_now_db: float = Field(description="What the present position costs by the fit")
    back_turns: float = Field(description="First turn down by this; 0 where none is needed")
    forward_turns: float = Field(description="Then turn up by this, so that the screw arrives pushing")
    at_top: bool = Field(description="Whether the present position costs less than a receiver shows")
    bracketed: bool = Field(
        description="Whether the level was seen to fall on both sides of the top: then it is proved"
    )
    fell_both: bool = Field(
        default=False, description="It fell on both sides, whether or not it has the shape of this dish's lobe"
    )
    step_turns: float = Field(default=_LEAST_STEP_TURNS, description="Largest next turn that cannot jump the top")
    end_stop: Literal["", "up", "down"] = Field(default="", description="End of the screw before the top")
    lobe: Lobe = Field(default="unknown", description="By position, width and shape; main where nothing speaks against")
    side_lobe_share: float | None = Field(
        default=None, ge=0, le=1, description="That it is a side lobe; None: not weighed"
    )
    left_out_numbers: list[int] = Field(
        default_factory=list, description="Numbers from 0 of readings that do not belong"
    )
    curve: list[CurvePoint]


def _degrees(given: PeakInput, slope: float) -> tuple[Array, Array]:
    """Screw counts and the beam along the axis there, degrees, for interpolation; straight for an even screw."""
    if given.screw.link is None:
        counts = np.array([-1e4, 1e4])
        return counts, counts * given.screw.deg_per_turn * slope
    span = given.screw.span_turns * 1.5
    counts = np.linspace(-span, span, 241) - given.from_middle_turns
    beam = np.array([given.screw.degrees(count + given.from_middle_turns) for count in counts.tolist()])
    return counts, beam * slope


class _Seen(NamedTuple):
    """The fit of an axis with what turns screw into beam."""

    given: PeakInput
    fit: LobeFit
    counts: Array
    beam: Array

    @property
    def width_deg(self) -> float:
        return self.given.beamwidth_deg * self.fit.width_ratio

    def turns_at(self, beam_deg: float) -> float:
        """The count at which the beam stands there, screw pushing."""
        return float(np.interp(beam_deg, self.beam, self.counts))

    def turn_deg(self, turns: float) -> float:
        """Degrees of beam for a turn, there."""
        ahead, behind = np.interp([turns + 0.05, turns - 0.05], self.counts, self.beam)
        return max(abs(float(ahead - behind)) / 0.1, 1e-6)


def _fit(given: PeakInput) -> _Seen:
    slope = math.cos(math.radians(given.elevation_deg)) if given.axis == "azimuth" else 1.0
    counts, beam = _degrees(given, max(slope, 0.02))  # nearly overhead the azimuth screw hardly moves the beam
    levels = [math.nan if one.level_db is None or one.mark else one.level_db for one in given.readings]
    read = LobeReadings(
        np.array([one.turns for one in given.readings]),
        np.array(levels),
        np.array([one.turning == "down" for one in given.readings]),
    )

    def degrees(turns: Array) -> Array:
        return np.asarray(np.interp(turns, counts, beam))

    fit = fit_lobe(read, degrees, given.beamwidth_deg, given.screw.backlash_turns, _PLAY_SD_TURNS)
    return _Seen(given, fit, counts, beam)


def _curve(seen: _Seen) -> list[CurvePoint]:
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


def _way_there(seen: _Seen, top_turns: float) -> tuple[float, float, Literal["", "up", "down"]]:
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


def _falls(seen: _Seen) -> tuple[bool, bool]:
    """Whether the level was read so far under the top below it and above it that it is a fall and no scatter."""
    fit, rules = seen.fit, seen.given.rules
    least = max(rules.peak_fall_db, _NOISE_TIMES * fit.noise_db)
    sides = [False, False]
    for number, one in enumerate(seen.given.readings):
        off = float(fit.beam_deg[number]) - fit.top_deg
        if fit.outlier[number] or off == 0.0:
            continue
        fell = one.mark != "" or (one.level_db is not None and fit.level_db - one.level_db >= least)
        if fell:
            sides[0 if off < 0 else 1] = True
    return sides[0], sides[1]


def _is_a_lobe(seen: _Seen) -> bool:
    """Whether the readings tell of a top at all: better by a lobe than by no change, and of a width that it can have.

    By marks alone there is nothing to compare.
    """
    fit = seen.fit
    levels = np.array([one.level_db for one in seen.given.readings if one.level_db is not None and not one.mark])
    if len(levels) < 3:
        return len(levels) < len(seen.given.readings)
    return float(np.std(levels)) > 2.0 * fit.noise_db and _width_fits(seen)


def _width_fits(seen: _Seen) -> bool:
    sd = math.hypot(seen.fit.width_sd, 0.05)
    return abs(math.log(seen.fit.width_ratio)) <= _WIDTH_SDS * min(sd, 0.13)


def _fell_about_the_best(beam: Array, levels: Array, fall_db: float) -> bool:
    """Whether the best reading has lower ones on both sides of it, whatever lobe it is."""
    best = int(np.argmax(levels))
    fallen = levels <= levels[best] - fall_db
    return bool(np.any(fallen & (beam < beam[best])) and np.any(fallen & (beam > beam[best])))


def _side_chance(seen: _Seen) -> float | None:
    """None while the readings are too few, or show no lobe whose shape could be weighed."""
    fit = seen.fit
    told = np.array([one.level_db is not None and not one.mark for one in seen.given.readings]) & ~fit.outlier
    if told.sum() < _LOBE_READINGS:
        return None
    levels = np.array([one.level_db if one.level_db is not None else math.nan for one in seen.given.readings])[told]
    beam = fit.beam_deg[told]
    if not _fell_about_the_best(beam, levels, seen.given.rules.peak_fall_db):
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
    places = {(reading.turns, reading.turning) for reading in given.readings}
    if len(places) < 2:
        waits = FEW.of(given.axis).missing(f"Too few {given.axis} readings", "Take readings on both sides of the top.")
        return Outcome(_view(given, best, None, []), [waits])
    seen = _fit(given)
    result = _result(seen)
    findings = _judge(seen, result)
    return Outcome(_view(given, best, result, findings), findings)


def _result(seen: _Seen) -> PeakResult:
    given, fit = seen.given, seen.fit
    top = seen.turns_at(fit.top_deg)
    turn_deg = seen.turn_deg(top)
    back, forward, stop = _way_there(seen, top)
    off_widths = abs(float(fit.beam_deg[-1]) - fit.top_deg) / seen.width_deg
    loss_now_db = min(float(loss_at_widths_db(np.array([off_widths]))[0]), 60.0)
    bracketed = all(_falls(seen)) and _is_a_lobe(seen)
    chance = _side_chance(seen)
    lobe: Lobe = "unknown"
    if chance is not None:
        lobe = "side" if chance >= _SIDE_AT else "doubtful" if chance >= _DOUBT_AT else "main"
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
        at_top=loss_now_db <= _ALREADY_THERE_DB,
        back_turns=back,
        forward_turns=forward,
        bracketed=bracketed,
        fell_both=all(_falls(seen)),
        step_turns=max(_LEAST_STEP_TURNS, round(max(abs(forward - back) / 2.0, felt / 2.0) / _LEAST_STEP_TURNS) / 8.0),
        end_stop=stop,
        lobe=lobe,
        side_lobe_share=chance,
        left_out_numbers=[int(number) for number in np.flatnonzero(fit.outlier)],
        curve=_curve(seen),
    )


def best_known(given: PeakInput) -> bool:
    """Whether any reading has a figure; by marks alone there is no level."""
    return any(one.level_db is not None for one in given.readings)


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


def _judge_one_side(seen: _Seen) -> Finding:
    """Which way to go on: to the side on which the level has not fallen yet."""
    axis, rules = seen.given.axis, seen.given.rules
    below, above = _falls(seen)
    if below and above:
        return ONE_SIDE.of(axis)(
            Level.UNKNOWN,
            f"The {axis} readings show no lobe",
            "They scatter as much as they change, or change over another width than this dish’s beam has.",
            clears_by="Go back to the best of them, peak the other axis, then read this one anew, hands off.",
        )
    onward = "up" if not above else "down"
    also = "" if above or below else ", then down as far"
    return ONE_SIDE.of(axis)(
        Level.UNKNOWN,
        f"The {axis} top is not proved yet",
        "A steady tone only means as good as so far; the top is proved when the level falls on both sides.",
        clears_by=f"Go on turning {onward} until the level falls by {rules.peak_fall_db:g} dB or more{also}.",
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


def _judge_fit(seen: _Seen, result: PeakResult) -> list[Finding]:
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
    if not _width_fits(seen):
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


def _judge(seen: _Seen, result: PeakResult) -> list[Finding]:
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
                _ALREADY_THERE_DB,
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
        limit=100.0 * _DOUBT_AT,
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


__all__ = [
    "Axis",
    "Lobe",
    "Mark",
    "PeakInput",
    "PeakReading",
    "PeakResult",
    "PeakView",
    "Turning",
    "peak",
]
