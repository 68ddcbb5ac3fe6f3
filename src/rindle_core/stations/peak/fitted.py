"""The fit of one axis's readings, with what turns its screw into beam."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from rindle_core.kernel.geometry import Array
from rindle_core.science.lobe_fit import LobeFit, LobeReadings, fit_lobe
from rindle_core.stations.peak.readings import PeakInput

_PLAY_SD_TURNS = 0.5  # by which the play of a head may differ from the catalogue, until it is learnt
_WIDTH_SDS = 3.0  # standard deviations by which a fitted width may differ from the expected one
_NOISE_TIMES = 3.0  # a fall is one where it is this many times the readings' own scatter


def _degrees(given: PeakInput, slope: float) -> tuple[Array, Array]:
    """Screw counts and the beam along the axis there, degrees, for interpolation; straight for an even screw."""
    if given.screw.link is None:
        counts = np.array([-1e4, 1e4])
        return counts, counts * given.screw.deg_per_turn * slope
    span = given.screw.span_turns * 1.5
    counts = np.linspace(-span, span, 241) - given.from_middle_turns
    beam = np.array([given.screw.degrees(count + given.from_middle_turns) for count in counts.tolist()])
    return counts, beam * slope


class Seen(NamedTuple):
    """The fit of an axis with what turns screw into beam."""

    given: PeakInput
    fit: LobeFit
    counts: Array
    beam: Array

    @property
    def width_deg(self) -> float:
        """Fitted half-power width of the beam along the axis."""
        return self.given.beamwidth_deg * self.fit.width_ratio

    def turns_at(self, beam_deg: float) -> float:
        """The count at which the beam stands there, screw pushing."""
        return float(np.interp(beam_deg, self.beam, self.counts))

    def turn_deg(self, turns: float) -> float:
        """Degrees of beam for a turn, there."""
        ahead, behind = np.interp([turns + 0.05, turns - 0.05], self.counts, self.beam)
        return max(abs(float(ahead - behind)) / 0.1, 1e-6)


def fit_of(given: PeakInput) -> Seen:
    """Fits the axis's readings, two or more of them at two places."""
    slope = math.cos(math.radians(given.elevation_deg)) if given.axis == "azimuth" else 1.0
    counts, beam = _degrees(given, max(slope, 0.02))  # nearly overhead the azimuth screw hardly moves the beam
    levels = [math.nan if one.level_db is None or one.mark else one.level_db for one in given.readings]
    read = LobeReadings(
        np.array([one.turns for one in given.readings]),
        np.array(levels),
        np.array([one.turning == "down" for one in given.readings]),
        np.array([one.mark == "best" for one in given.readings]),
    )

    def degrees(turns: Array) -> Array:
        return np.asarray(np.interp(turns, counts, beam))

    fit = fit_lobe(read, degrees, given.beamwidth_deg, given.screw.backlash_turns, _PLAY_SD_TURNS)
    return Seen(given, fit, counts, beam)


def falls(seen: Seen) -> tuple[bool, bool]:
    """Whether the level was read so far under the top below it and above it that it is a fall and no scatter."""
    fit, rules = seen.fit, seen.given.rules
    least = max(rules.peak_fall_db, _NOISE_TIMES * fit.noise_db)
    sides = [False, False]
    for number, one in enumerate(seen.given.readings):
        off = float(fit.beam_deg[number]) - fit.top_deg
        if fit.outlier[number] or off == 0.0:
            continue
        if one.mark in ("fell", "back") and ((one.mark == "fell") == (one.turning == "up")) != (off > 0):
            continue  # a sound that falls on the way to the middle is a dip between two lobes, not a top
        fell = one.mark in ("fell", "back") or (one.level_db is not None and fit.level_db - one.level_db >= least)
        if fell:
            sides[0 if off < 0 else 1] = True
    return sides[0], sides[1]


def fell_about_the_best(beam: Array, levels: Array, fall_db: float) -> bool:
    """Whether the best reading has lower ones on both sides of it, whatever lobe it is."""
    best = int(np.argmax(levels))
    fallen = levels <= levels[best] - fall_db
    return bool(np.any(fallen & (beam < beam[best])) and np.any(fallen & (beam > beam[best])))


def placed(seen: Seen) -> bool:
    """Whether the readings say where the top lies: its 95 % bound is within half a beam."""
    return 2.0 * seen.fit.top_sd_deg <= seen.width_deg / 2.0


def no_beam_does_so(seen: Seen) -> bool:
    """Whether figures rise and fall about their best, and yet no lobe of this dish comes near them."""
    told = [number for number, one in enumerate(seen.given.readings) if one.level_db is not None and not one.mark]
    told = [number for number in told if not seen.fit.outlier[number]]
    levels = np.array([seen.given.readings[number].level_db for number in told], dtype=float)
    fell = len(told) > 2 and fell_about_the_best(seen.fit.beam_deg[told], levels, seen.given.rules.peak_fall_db)
    return fell and not placed(seen)


def is_a_lobe(seen: Seen) -> bool:
    """Whether the readings tell of a top at all: better by a lobe than by no change, and of a width that it can have.

    By marks alone there is nothing to compare.
    """
    fit = seen.fit
    levels = np.array([one.level_db for one in seen.given.readings if one.level_db is not None and not one.mark])
    if len(levels) < 3:
        return len(levels) < len(seen.given.readings)
    return float(np.std(levels)) > 2.0 * fit.noise_db and width_fits(seen)


def width_fits(seen: Seen) -> bool:
    """Whether the fitted width is one that this dish's beam can have."""
    sd = math.hypot(seen.fit.width_sd, 0.05)
    return abs(math.log(seen.fit.width_ratio)) <= _WIDTH_SDS * min(sd, 0.13)


def best_known(given: PeakInput) -> bool:
    """Whether any reading has a figure; by marks alone there is no level."""
    return any(one.level_db is not None for one in given.readings)


__all__ = [
    "Seen",
    "best_known",
    "falls",
    "fell_about_the_best",
    "fit_of",
    "is_a_lobe",
    "no_beam_does_so",
    "placed",
    "width_fits",
]
