"""The top of a beam's main lobe from readings along one screw: least squares with honest bounds.

Level and screw count are what a person reads; the play of the screw, the beam's width and the noise are found with
the top, each with what is known of it beforehand.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import NamedTuple

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them
from numpy.typing import NDArray

from rindle_core.kernel.geometry import Array
from rindle_core.science.antenna import pattern_loss_db

_EDGE_TAPER_DB = 10.0  # the usual feed; over the fitted part of the lobe any taper from 0 to 15 dB differs by 0.3 dB
_IN_LOBE_WIDTHS = 0.72  # farther out shape and floor of the meter matter more than the top: 6.5 dB down
_WIDTH_SD = 0.12  # how well the catalogue's beamwidth and degrees per turn are known together, as a share
_NOISE_DB, _NOISE_WEIGHT = 0.2, 0.05  # before any residual is seen; worth hardly anything
_LEAST_NOISE_DB = 0.03  # a meter's last digit
_MARK_NOISE_DB = 0.2  # by ear
_DROP_DB, _DROP_SD_DB = 0.8, 0.4  # fall at which an ear, or a tone that compares with the best, notices
_FAR_WIDTHS = 3.0  # a top farther than this from all readings is not looked for
_OUTLIER_CHANCE = 0.0005
_ROUNDS, _STEPS = 3, 10
_NEVER_ABOVE_DB = 14.0  # no side lobe rises above this under the top
_TRIED_PLAYS = (0.0, 0.5, 1.0)  # turns, at the start of the search


class LobeReadings(NamedTuple):
    """Readings in the order in which they were taken, shape (n,) each.

    `level_db` is NaN where only a mark is told: the place at which the tone fell or came back.
    """

    turns: Array
    level_db: Array
    down: NDArray[np.bool_]  # the screw was turned down to get there
    idle: NDArray[np.bool_] | None = None  # a place alone: it moves the head and tells nothing of the lobe


class LobeFit(NamedTuple):
    """The fitted top; degrees are those of the beam along the axis, `play` in turns.

    Standard deviations are half of the 95 % bound (Student's t with the degrees of freedom that are left).
    """

    top_deg: float
    top_sd_deg: float
    level_db: float
    width_ratio: float  # fitted over expected beamwidth
    width_sd: float  # of its logarithm
    play_turns: float
    play_sd_turns: float
    noise_db: float
    head_turns: Array  # where the head stood at each reading
    beam_deg: Array  # and the beam
    used: NDArray[np.bool_]  # in the lobe and no outlier
    outlier: NDArray[np.bool_]
    misfit_db: Array  # reading less curve; NaN where not used or a mark
    covariance: Array  # of level, top, ln(width ratio), play, drop
    t_factor: float  # by which a standard deviation of `covariance` is widened for few readings
    free_count: float  # degrees of freedom that are left


@lru_cache(maxsize=1)
def _lobe() -> tuple[Array, Array]:
    widths = np.linspace(0.0, 4.0, 1601)
    return widths, pattern_loss_db(widths, 1.0, _EDGE_TAPER_DB)


def loss_at_widths_db(widths: Array) -> Array:
    """Loss so many half-power widths off the axis, side lobes included, of a round aperture with the usual taper."""
    return np.asarray(np.interp(np.abs(widths), *_lobe()))


@lru_cache(maxsize=1)
def _main_lobe() -> tuple[Array, Array]:
    """Rising all the way: beyond 1.05 widths on with the slope there, so that a search is led back from outside."""
    widths, loss = _lobe()
    out = int(np.searchsorted(widths, 1.05))
    slope = (loss[out] - loss[out - 1]) / (widths[out] - widths[out - 1])
    return widths, np.where(np.arange(len(widths)) <= out, loss, loss[out] + slope * (widths - widths[out]))


def _loss(widths: Array) -> Array:
    grid, loss = _main_lobe()
    return np.asarray(np.interp(np.abs(widths), grid, loss) + np.maximum(np.abs(widths) - 4.0, 0.0) * 40.0)


def head_positions(turns: Array, down: NDArray[np.bool_], play_turns: float) -> Array:
    """Where the head stands for each count: it lies between the count and the count plus the play.

    Turned up the screw pushes it, turned down it follows only once the play is taken up; a turn that is smaller than
    the play leaves it where it was. Where the count went the other way than the reading says, the screw was turned
    beyond and back, and the play is taken up.
    """
    taken_up = turns + play_turns * down
    moves = turns[1:] - turns[:-1]
    back = moves < 0
    told = back == down[1:]
    turned_round = down[1:] != down[:-1]
    if not np.any((np.abs(moves) < play_turns) & turned_round & told) and np.all(moves != 0.0):
        return np.asarray(taken_up)
    head = taken_up.tolist()
    for i, (count, move) in enumerate(zip(turns[1:].tolist(), moves.tolist(), strict=True), 1):
        if move == 0.0:
            head[i] = head[i - 1]
        elif told[i - 1]:
            head[i] = min(max(head[i - 1], count), count + play_turns)
    return np.array(head)


class _Problem(NamedTuple):
    given: LobeReadings
    degrees: Callable[[Array], Array]
    width_deg: float
    play_turns: float
    play_sd: float
    mark: NDArray[np.bool_]
    idle: NDArray[np.bool_]

    def beam_deg(self, play: float) -> Array:
        return self.degrees(head_positions(self.given.turns, self.given.down, max(play, 0.0)))


def _start(problem: _Problem) -> tuple[float, float, float]:
    """Level, top and play that most readings agree on, by trying tops along the axis with several plays.

    Medians: one outlier moves nothing.
    """
    width, level = problem.width_deg, problem.given.level_db
    told = ~problem.mark & ~problem.idle
    if told.sum() < 2:
        beam = problem.beam_deg(problem.play_turns)
        at = beam[problem.mark] if problem.mark.any() else beam
        return float(level[told].max()) if told.any() else 0.0, float(at.mean()), problem.play_turns
    plays = [problem.play_turns]
    if problem.given.down.any() and not problem.given.down.all():
        plays += [play for play in _TRIED_PLAYS if abs(play - problem.play_turns) < 2.5 * problem.play_sd]
    tried = [(*_best_top(problem.beam_deg(play)[told], level[told], width), play) for play in plays]
    _, found_level, top, play = min(tried, key=lambda one: one[0] + ((one[3] - problem.play_turns) / 0.35) ** 2)
    return found_level, top, play


def _best_top(at: Array, level: Array, width: float) -> tuple[float, float, float]:
    """Cost, level and top."""
    tops = np.arange(at.min() - 0.8 * width, at.max() + 0.8 * width, width / 12.0)
    off = np.abs(at[None, :] - tops[:, None]) / width
    lifted = level[None, :] + _loss(off)
    inside = off < _IN_LOBE_WIDTHS
    enough = inside.sum(axis=1) >= 2
    if not enough.any():
        best = int(np.argmax(level))
        return 0.0, float(level[best]), float(at[best])
    tops, off, lifted, inside = tops[enough], off[enough], lifted[enough], inside[enough]
    ranked = np.sort(np.where(inside, lifted, np.inf), axis=1)
    level_of = np.take_along_axis(ranked, (inside.sum(axis=1, keepdims=True) - 1) // 2, axis=1)
    beyond = np.maximum(level[None, :] - level_of + np.minimum(_loss(off), _NEVER_ABOVE_DB) - 2.0, 0.0)
    cost = np.minimum((np.where(inside, lifted - level_of, beyond) / 0.3) ** 2, 25.0).sum(axis=1)
    chosen = int(np.argmin(cost))
    return float(cost[chosen]), float(level_of[chosen, 0]), float(tops[chosen])


def _residuals(problem: _Problem, p: Array, use: Array, noise: float) -> Array:
    beam = problem.beam_deg(p[3])
    loss = _loss((beam - p[1]) / (problem.width_deg * np.exp(np.clip(p[2], -2.0, 2.0))))
    ear = max(noise, _MARK_NOISE_DB)
    fit = np.where(problem.mark, (p[4] - loss) / ear, (problem.given.level_db - p[0] + loss) / noise)
    return np.asarray(np.nan_to_num(fit)[use])


def _slopes(problem: _Problem, p: Array, use: Array, noise: float) -> Array:
    """Jacobian of `_residuals`, shape (readings in use, 5)."""
    width = problem.width_deg * np.exp(np.clip(p[2], -2.0, 2.0))
    beam = problem.beam_deg(p[3])
    off = (beam - p[1]) / width
    steep = (_loss(off + 1e-3) - _loss(off - 1e-3)) / 2e-3 / width  # of the loss, dB per degree of beam
    sign = np.where(problem.mark, -1.0 / max(noise, _MARK_NOISE_DB), 1.0 / noise)
    moved = problem.beam_deg(p[3] + 1e-3) - beam if problem.given.down.any() else np.zeros_like(beam)
    columns = [
        np.where(problem.mark, 0.0, -1.0 / noise),
        -sign * steep,
        -sign * steep * (beam - p[1]),
        sign * steep * moved / 1e-3,
        np.where(problem.mark, 1.0 / max(noise, _MARK_NOISE_DB), 0.0),
    ]
    return np.asarray(np.stack(columns, axis=-1)[use])


def _priors(problem: _Problem, middle_deg: float) -> tuple[Array, Array]:
    """What is known beforehand of level, top, width, play and drop: middles and standard deviations."""
    middles = np.array([0.0, middle_deg, 0.0, problem.play_turns, _DROP_DB])
    return middles, np.array([1e3, _FAR_WIDTHS * problem.width_deg, _WIDTH_SD, problem.play_sd, _DROP_SD_DB])


def _solve(problem: _Problem, p: Array, use: Array, noise: float, middle: float) -> Array:
    """The parameters of least cost, by Levenberg's and Marquardt's steps."""
    middles, spreads = _priors(problem, middle)
    damping = 1e-3
    misfit = _residuals(problem, p, use, noise)
    cost = float(misfit @ misfit + (((p - middles) / spreads) ** 2).sum())
    for _ in range(_STEPS):
        slopes = _slopes(problem, p, use, noise)
        normal = slopes.T @ slopes + np.diag(1.0 / spreads**2)
        gradient = slopes.T @ misfit + (p - middles) / spreads**2
        gained = 0.0
        for _ in range(6):
            trial = p - np.linalg.solve(normal + damping * np.diag(np.diag(normal)), gradient)
            trial[3] = max(trial[3], 0.0)
            there = _residuals(problem, trial, use, noise)
            cost_there = float(there @ there + (((trial - middles) / spreads) ** 2).sum())
            if cost_there <= cost:
                gained = cost - cost_there
                p, misfit, cost, damping = trial, there, cost_there, damping / 5.0
                break
            damping *= 8.0
        if gained < 3e-3:
            break
    return p


def fit_lobe(
    given: LobeReadings,
    degrees: Callable[[Array], Array],
    width_deg: float,
    play_turns: float,
    play_sd_turns: float,
) -> LobeFit:
    """Fits the main lobe. `degrees` turns head positions (turns) into degrees of beam along the axis.

    Least squares (Gauss-Newton, damped) with Gaussian prior knowledge of width and play; the noise from the residuals;
    bounds by Student's t; single readings that do not belong are left out by their externally studentised residual
    (R. D. Cook, S. Weisberg, Residuals and Influence in Regression, 1982, section 2.2, Bonferroni at 0.05 %).
    """
    idle = np.zeros(len(given.turns), dtype=bool) if given.idle is None else given.idle
    mark = np.isnan(given.level_db) & ~idle
    problem = _Problem(given, degrees, width_deg, play_turns, play_sd_turns, mark, idle)
    by_ear = not np.any(~mark & ~idle)
    level, top, play = _start(problem)
    p = np.array([level, top, 0.0, play, _DROP_DB])
    outlier = np.zeros(len(mark), dtype=bool)
    noise, middle = _NOISE_DB, top
    while True:
        for _ in range(_ROUNDS):
            use = _in_lobe(problem, p) & ~outlier
            p = _solve(problem, p, use, noise, middle)
            slopes = _slopes(problem, p, use, noise)
            covariance = np.linalg.inv(slopes.T @ slopes + np.diag(1.0 / _priors(problem, middle)[1] ** 2))
            leverage = np.einsum("ij,jk,ik->i", slopes, covariance, slopes)
            scaled = _residuals(problem, p, use, noise)
            free = _NOISE_WEIGHT + max(float(use.sum()) - float(leverage.sum()), 0.0)
            squares = _NOISE_WEIGHT * _NOISE_DB**2 + float((scaled**2).sum()) * noise**2
            if by_ear:
                break  # an ear's own scatter is taken as it is: two marks do not tell it
            was, noise = noise, max(float(np.sqrt(squares / free)), _LEAST_NOISE_DB)
            if abs(noise / was - 1.0) < 0.02:
                break
        found = _worst(scaled, leverage, free, use, outlier)
        if found is None:
            break
        outlier[found] = True
    spread = 1.0 if by_ear else float(scipy.special.stdtrit(free, 0.975)) / 2.0
    misfit = np.full(len(mark), np.nan)
    misfit[use] = scaled * noise
    misfit[mark | idle] = np.nan
    head = head_positions(given.turns, given.down, float(p[3]))
    return LobeFit(
        top_deg=float(p[1]),
        top_sd_deg=float(np.sqrt(covariance[1, 1])) * spread,
        level_db=float(p[0]),
        width_ratio=float(np.exp(p[2])),
        width_sd=float(np.sqrt(covariance[2, 2])),
        play_turns=float(p[3]),
        play_sd_turns=float(np.sqrt(covariance[3, 3])),
        noise_db=noise,
        head_turns=head,
        beam_deg=degrees(head),
        used=use,
        outlier=outlier,
        misfit_db=misfit,
        covariance=np.asarray(covariance),
        t_factor=spread,
        free_count=free,
    )


def _in_lobe(problem: _Problem, p: Array) -> Array:
    """Which readings lie near enough to the top to tell of it; two at least."""
    ratio = float(np.exp(np.clip(p[2], -0.5, 0.5)))
    off = np.abs(problem.beam_deg(p[3]) - p[1]) / (problem.width_deg * ratio)
    inside = ((off < _IN_LOBE_WIDTHS) | problem.mark) & ~problem.idle
    if inside.sum() < 2:
        near = np.where(problem.idle, np.inf, off)
        inside = near <= np.sort(near)[min(1, len(near) - 1)]
    return np.asarray(inside)


def _worst(scaled: Array, leverage: Array, free: float, use: Array, outlier: Array) -> int | None:
    """Number of the reading that does not belong to the others; None where all do. At most one in five."""
    count = int(use.sum())
    if count < 5 or (outlier.sum() + 1) * 5 > count + outlier.sum() or free < 2.0:
        return None
    rest = np.maximum(1.0 - leverage, 0.05)
    square = scaled**2 / rest
    without = np.maximum((free - square) / (free - 1.0), 1e-4)
    student = np.sqrt(square / without)
    limit = float(scipy.special.stdtrit(free - 1.0, 1.0 - _OUTLIER_CHANCE / (2.0 * count)))
    worst = int(np.argmax(student))
    noise_rest = float(np.sqrt(without[worst]))
    if student[worst] < limit or abs(scaled[worst]) < 2.5 * noise_rest:
        return None
    return int(np.flatnonzero(use)[worst])


__all__ = ["LobeFit", "LobeReadings", "fit_lobe", "head_positions", "loss_at_widths_db"]
