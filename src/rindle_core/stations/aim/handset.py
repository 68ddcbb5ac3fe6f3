"""A telephone laid on a face, held along a mast, or sighted through: what it measures, how well, how steadily."""

from __future__ import annotations

import math

import numpy as np
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.handset import (
    Along,
    HandsetErrors,
    Samples,
    bearing_and_height_deg,
    pointing,
    turned_deg_per_s,
)
from rindle_core.stations.aim.findings import HANDSET
from rindle_core.stations.aim.instruments import Side, shown_reading

_LEAST_LEAN_DEG = 0.3  # what leans less has no bearing
_STEADY_DEG = 0.3  # a hand on a face is steadier, a free hand is not
_STEADY_S, _STEADY_COUNT = 0.5, 3  # two readings at the turn of a swing are alike


class HandsetInput(HandsetErrors):
    """What a device told over a moment, what of it points, and what is known of its own errors."""

    samples: Samples = Field(min_length=1, max_length=2000, description="In the order of their times")
    along: Along = "edge"
    landmark_true_deg: float | None = Field(
        default=None,
        ge=0,
        lt=BEYOND_CIRCLE_DEG,
        description="True bearing of what it points at now, where that is known",
    )
    from_vertical: bool = Field(default=False, description="It stands in for a clinometer that reads from the vertical")
    instrument_deg: float = Field(
        default=0.0, ge=-10, le=10, description="What the instrument for which it stands in reads more than is true"
    )
    pace_deg_per_s: float | None = Field(default=None, gt=0, description="Not to be turned faster than this")


class HandsetResult(Model):
    """The mean of what it told, corrected. Of an edge along a mast: it leans by `lean_deg` towards the bearing."""

    bearing_true_deg: float | None = Field(description="None: it counts from no north, or stands upright or lies level")
    turn_deg: float | None = Field(description="To be added to its bearings, by the landmark at which it points")
    bearing_error_deg: float = Field(description="One standard deviation of a telephone's compass, or of a landmark")
    height_deg: float = Field(description="Over the horizon; of a face, of the way it looks")
    told_height_deg: float = Field(description="The same as the device tells it, its own error inside")
    lean_deg: float = Field(ge=0, description="From the vertical")
    height_error_deg: float
    reading_deg: float = Field(ge=0, le=90, description="What the instrument for which it stands in would show")
    side: Side
    spread_deg: float = Field(description="Standard deviation of what it told about its mean, as an angle")
    steady: bool
    too_short: bool = Field(default=False, description="Told over too short a time to say whether it is held steadily")
    turn_rate_deg_per_s: float = Field(description="The fastest that it was turned about the vertical")
    too_fast: bool = Field(description="Faster than the pace that was told")


@register("handset", "What a telephone that is laid, held or sighted along measures", HandsetInput, HandsetResult)
def handset(given: HandsetInput) -> Outcome[HandsetResult]:
    """The mean of unit vectors, as directions are averaged; the spread from its length R, √(2(1−R)) radians, which for
    small angles is the standard deviation (Mardia and Jupp, Directional Statistics, section 9.2.1 for the mean).

    A bearing is as sure as the compass, and its share grows as the direction nears the vertical: error over the cosine.
    """
    ahead = pointing(given.samples, given.along, given.zero_deg or 0.0)
    mean, as_told = ahead.mean(axis=0), pointing(given.samples, given.along).mean(axis=0)
    length = float(np.linalg.norm(mean))
    bearing, height = (float(one[0]) for one in bearing_and_height_deg(mean[np.newaxis]))
    spread = math.degrees(math.sqrt(max(0.0, 2.0 * (1.0 - length))))
    level = math.cos(math.radians(height))
    leans = 90.0 - height if given.along == "face" else 90.0 - abs(height)
    angle = 90.0 - height if given.from_vertical else height
    reading, side = shown_reading(angle + given.instrument_deg)
    held_s = given.samples[-1].at_s - given.samples[0].at_s
    too_short = len(given.samples) < _STEADY_COUNT or held_s < _STEADY_S
    rate = float(turned_deg_per_s(given.samples).max())
    result = HandsetResult(
        bearing_true_deg=(bearing + given.declination_deg + given.turn_deg) % 360.0
        if given.north_known and level > math.sin(math.radians(_LEAST_LEAN_DEG))
        else None,
        turn_deg=None
        if given.landmark_true_deg is None
        else float(wrap_180(given.landmark_true_deg - bearing - given.declination_deg)),
        bearing_error_deg=min(180.0, math.hypot(given.compass_error_deg, spread / max(level, 1e-3))),
        height_deg=height,
        told_height_deg=float(bearing_and_height_deg(as_told[np.newaxis])[1][0]),
        lean_deg=leans,
        height_error_deg=given.level_error_deg,
        reading_deg=min(90.0, reading),
        side=side,
        spread_deg=spread,
        steady=spread <= _STEADY_DEG and not too_short,
        too_short=too_short and spread <= _STEADY_DEG,
        turn_rate_deg_per_s=rate,
        too_fast=given.pace_deg_per_s is not None and rate > given.pace_deg_per_s,
    )
    return Outcome(result, [_judge(result)])


def _judge(result: HandsetResult) -> Finding:
    if result.too_short:
        return HANDSET.missing("Whether it is held steadily is not known yet", "Hold it for a moment longer.")
    return HANDSET.at_most(
        result.spread_deg,
        _STEADY_DEG,
        level=Level.MIND,
        clear="It is held steadily",
        over="It moves while it is read",
        why="A moving device tells where it was on the way, not where it lies.",
        clears_by="Lay it on the face with its long edge along it, hands off, and wait a moment.",
    )


__all__ = ["HandsetInput", "HandsetResult", "handset"]
