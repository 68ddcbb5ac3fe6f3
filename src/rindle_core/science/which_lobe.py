"""Whether readings come from the main lobe or from a side lobe: by position, width and shape, not by level alone."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

import numpy as np

from rindle_core.kernel.geometry import Array
from rindle_core.science.antenna import pattern_loss_db

_EDGE_TAPERS_DB = np.array([0.0, 4.0, 8.0, 12.0])  # of feeds that are met; it is not known which
_ALONG = np.arange(-2.4, 2.41, 0.1)  # of the true top from the one that was found, beamwidths
_ACROSS = np.arange(0.0, 2.41, 0.15)  # of the beam from the satellite on the other axis, beamwidths
_WIDTH_RATIOS = np.array([0.88, 1.0, 1.12])
_NULL_WIDTHS = 1.2  # between main lobe and first side lobe
_SIDE_CHANCE = 0.1  # that somebody starts beside the main lobe, before any reading
_SHAPE_DB = 0.25  # by which a real reflector's pattern differs from the ideal one
_COARSE_WIDTHS, _FINE_WIDTHS = 0.05, 0.01  # by which a place in the pattern is known, between tried places and at last
_KEPT, _ZOOMS = 8, 4  # places that are looked at closely, and how often the step is more than halved
_LEVEL_DB = 4.0  # how well the link's prediction is trusted; rain may take 20 dB and does not decide
_WIDTH_SD = 0.12


@lru_cache(maxsize=8)
def _pattern(edge_taper_db: float) -> tuple[Array, Array, Array]:
    """Widths off the axis, the loss there, and how steep it is, dB a width."""
    widths = np.linspace(0.0, 6.0, 1201)
    loss = np.minimum(pattern_loss_db(widths, 1.0, edge_taper_db), 35.0)
    return widths, loss, np.abs(np.gradient(loss, widths))


class _Seen(NamedTuple):
    off: Array
    level: Array
    noise_db: float
    floor_db: float
    predicted_db: float | None


def _log_chance(seen: _Seen, places: Array, taper_db: float, known_widths: float) -> Array:
    """Logarithm of how well places (n, 3: along, across, width ratio) explain the readings; the level is free."""
    widths, losses, steepness = _pattern(taper_db)
    along, across, ratio = (places[:, k, None] for k in range(3))
    distance = np.hypot(seen.off[None, :] - along, across) / ratio
    step = np.minimum((distance * 200.0 + 0.5).astype(np.int32), len(widths) - 1)
    loss, steep = losses[step], steepness[step]
    variance = seen.noise_db**2 + _SHAPE_DB**2 + (steep * known_widths) ** 2
    weight = 1.0 / variance
    top = (weight * (seen.level + loss)).sum(axis=1) / weight.sum(axis=1)
    model = np.maximum(top[:, None] - loss, seen.floor_db)
    log = -0.5 * ((seen.level - model) ** 2 * weight + np.log(variance)).sum(axis=1)
    log -= 0.5 * (np.log(places[:, 2]) / _WIDTH_SD) ** 2
    if seen.predicted_db is not None:
        log -= np.log1p(((seen.predicted_db - top) / _LEVEL_DB) ** 2)
    return np.asarray(log)


def _is_side(places: Array) -> Array:
    return np.asarray(np.hypot(places[:, 0], places[:, 1]) > _NULL_WIDTHS * places[:, 2])


def _closest(seen: _Seen, places: Array, log: Array, taper_db: float, side: bool) -> float:
    """The best explanation near the best of the coarse places, all of them of the main lobe or all beside it."""
    kept = places[np.argsort(log)[-_KEPT:]]
    best = -np.inf
    step = np.array([0.05, 0.075, 0.04])
    for _ in range(_ZOOMS):
        around = (kept[:, None, :] + _NEARBY[None, :, :] * step).reshape(-1, 3)
        around[:, 1] = np.abs(around[:, 1])
        around = around[_is_side(around) == side]
        if not len(around):
            break
        found = _log_chance(seen, around, taper_db, _FINE_WIDTHS)
        best = max(best, float(found.max()))
        kept = around[np.argsort(found)[-_KEPT:]]
        step = step * 0.45
    return best


def side_lobe_chance(
    off_widths: Array, level_db: Array, noise_db: float, *, floor_db: float, predicted_db: float | None
) -> float:
    """Chance from 0 to 1 that readings `off_widths` from the top that they show belong to a side lobe.

    The true top is tried at places about it, along the screw's axis and across it, with several illuminations and
    widths; the best explanation by the main lobe is weighed against the best by a side lobe (likelihood ratio with
    Gaussian noise, level free, with the chance before any reading: Bayes' rule; R. E. Kass, A. E. Raftery, Bayes
    factors, JASA 90 (1995)). `floor_db` is the least that the meter shows. Shapes (n,).
    """
    seen = _Seen(np.asarray(off_widths), np.asarray(level_db), noise_db, floor_db, predicted_db)
    best = {False: -np.inf, True: -np.inf}
    for taper in _EDGE_TAPERS_DB.tolist():
        log = _log_chance(seen, _PLACES, taper, _COARSE_WIDTHS)
        for side in (False, True):
            of = side == _PLACES_SIDE
            best[side] = max(best[side], _closest(seen, _PLACES[of], log[of], taper, side))
    log_odds = best[True] - best[False] + float(np.log(_SIDE_CHANCE / (1.0 - _SIDE_CHANCE)))
    return float(1.0 / (1.0 + np.exp(-np.clip(log_odds, -500.0, 500.0))))


_PLACES = np.stack(np.meshgrid(_ALONG, _ACROSS, _WIDTH_RATIOS, indexing="ij"), axis=-1).reshape(-1, 3)
_PLACES_SIDE = _is_side(_PLACES)
_NEARBY = np.stack(np.meshgrid(*[[-1.0, 0.0, 1.0]] * 3, indexing="ij"), axis=-1).reshape(-1, 3)


__all__ = ["side_lobe_chance"]
