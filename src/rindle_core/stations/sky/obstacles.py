"""Measuring an obstacle: by tape, pacing or laser, or by two angles from two places; its height, and what it hides."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.skyline import Obstacle, Shift, obstacle_outline
from rindle_core.stations.sky.findings import OBSTACLE_ERROR

_TAPE_SHARE = 0.002  # of the length: sag and line, the trade's figure
_PACE_SHARE = 0.05  # of the length, for somebody who has paced a known line
_LASER_M = 0.1  # of a hand laser on leaves

Way = Literal["tape", "paces", "laser", "two_places"]


class ObstacleMeasureInput(Model):
    """What was measured. Angles are from the horizontal at the eye; the foot's angle is negative below the eye."""

    way: Way
    eye_height_m: float = Field(default=1.6, ge=0, le=100, description="Eye or instrument over the ground it stands on")
    top_deg: float = Field(ge=-45, lt=90, description="Angle to the top, from the nearer place where there are two")
    foot_deg: float | None = Field(
        default=None, gt=-90, le=60, description="Angle to the foot, where the ground is not level"
    )
    tape_m: float | None = Field(default=None, gt=0, le=5000)
    pace_count: float | None = Field(default=None, gt=0, le=5000)
    pace_m: float = Field(default=0.75, gt=0.2, le=1.5, description="Length of a pace, measured on a known line")
    laser_m: float | None = Field(default=None, gt=0, le=5000, description="Along the line of sight to the top")
    back_m: float | None = Field(default=None, gt=0, le=5000, description="How far straight back the second place is")
    far_top_deg: float | None = Field(default=None, gt=-45, lt=90, description="Angle to the top from the second place")
    width_m: float | None = Field(default=None, gt=0, le=1000)
    width_deg: float | None = Field(default=None, gt=0, lt=180, description="Angle from its left to its right edge")
    azimuth_deg: float = Field(default=0.0, ge=0, lt=BEYOND_CIRCLE_DEG, description="Of its middle, true")
    terminal_height_m: float = Field(default=0.0, ge=0, le=300)
    growth_m_per_year: float = Field(default=0.0, ge=0, le=5)
    ahead_years: float = Field(default=0.0, ge=0, le=40)
    angle_error_deg: float = Field(default=0.3, gt=0, le=5, description="Of the clinometer, one standard deviation")


class ObstacleMeasureResult(Model):
    """The obstacle, and what it hides from the terminal."""

    distance_m: float = Field(description="Level distance")
    distance_error_m: float = Field(description="One standard deviation")
    height_m: float = Field(description="Top over the ground at the measuring place")
    height_error_m: float
    own_height_m: float | None = Field(description="Top over its own foot, where the foot was measured")
    width_m: float
    top_from_terminal_deg: float = Field(description="Elevation of the top from the terminal's height, growth added")
    left_deg: float = Field(description="Azimuth of its left edge")
    right_deg: float


def _distance_m(given: ObstacleMeasureInput) -> float:
    """Level distance."""
    if given.way == "tape":
        return _need(given.tape_m, "tape_m", "the length along the tape")
    if given.way == "paces":
        return _need(given.pace_count, "pace_count", "the number of paces") * given.pace_m
    if given.way == "laser":
        slope = _need(given.laser_m, "laser_m", "the laser's reading to the top")
        return slope * math.cos(math.radians(given.top_deg))
    return _from_two_places_m(given)


def _from_two_places_m(given: ObstacleMeasureInput) -> float:
    """d = b tan(far) / (tan(near) - tan(far)), both eyes at one height. Derivation: two right triangles."""
    back = _need(given.back_m, "back_m", "how far back the second place is")
    far_deg = _need(given.far_top_deg, "far_top_deg", "the angle to the top from there")
    near, far = math.tan(math.radians(given.top_deg)), math.tan(math.radians(far_deg))
    if near - far < 1e-6:
        raise InputError.one(
            "far_top_deg", "is not smaller than the angle from the nearer place: going back makes the top sink"
        )
    distance = back * far / (near - far)
    if distance <= 0:
        raise InputError.one(
            "far_top_deg", "a top at or below the eye gives no distance this way; use a tape, paces or a laser"
        )
    return distance


def _place_m(given: ObstacleMeasureInput) -> tuple[float, float]:
    """Level distance and height of the top over the ground."""
    distance = _distance_m(given)
    return distance, given.eye_height_m + distance * math.tan(math.radians(given.top_deg))


def _errors_m(given: ObstacleMeasureInput) -> tuple[float, float]:
    """One standard deviation of distance and height: each measured thing is moved by its own error, there and back, and
    what it moves is added in quadrature, so that an angle which lengthens the way and lowers the top counts as it
    should.
    """
    spreads: dict[str, float] = {"top_deg": given.angle_error_deg}
    if given.way == "tape":
        spreads["tape_m"] = max(0.02, _TAPE_SHARE * (given.tape_m or 0.0))
    elif given.way == "paces":
        spreads["pace_m"] = _PACE_SHARE * given.pace_m
    elif given.way == "laser":
        spreads["laser_m"] = _LASER_M
    else:
        spreads["far_top_deg"] = given.angle_error_deg
    total = [0.0, 0.0]
    for name, spread in spreads.items():
        step = 1e-3 * spread
        ends = [_place_m(given.model_copy(update={name: getattr(given, name) + side * step})) for side in (1.0, -1.0)]
        for at in (0, 1):
            total[at] += ((ends[0][at] - ends[1][at]) / (2.0 * step) * spread) ** 2
    return math.sqrt(total[0]), math.sqrt(total[1])


def _need(value: float | None, field: str, what: str) -> float:
    if value is None:
        raise InputError.one(field, f"is needed for this way of measuring: {what}")
    return value


@register(
    "obstacle",
    "An obstacle's distance and height from tape, paces, laser or two places, and what it hides",
    ObstacleMeasureInput,
    ObstacleMeasureResult,
)
def measure(given: ObstacleMeasureInput) -> Outcome[ObstacleMeasureResult]:
    """Height = eye + d·tan(top); what it hides is seen from the terminal's height, not from the eye's."""
    distance, height = _place_m(given)
    distance_error, height_error = _errors_m(given)
    if not -500 <= height <= 9000:
        raise InputError.one(
            "top_deg", f"gives a height of {height:,.0f} m at {distance:,.0f} m; -500 to 9000 m is accepted"
        )
    foot = None if given.foot_deg is None else given.eye_height_m + distance * math.tan(math.radians(given.foot_deg))
    width = given.width_m
    if width is None:
        width = 1.0 if given.width_deg is None else 2.0 * distance * math.tan(math.radians(given.width_deg) / 2.0)
    if width > 100_000:
        raise InputError.one("width_deg", f"gives a width of {width:,.0f} m; up to 100 000 m is accepted")
    thing = Obstacle(
        azimuth_deg=given.azimuth_deg % 360.0,
        distance_m=max(distance, 0.01),
        height_m=height,
        width_m=max(width, 0.01),
        growth_m_per_year=given.growth_m_per_year,
    )
    middle, half, top, _ = obstacle_outline(thing, Shift(), given.terminal_height_m, given.ahead_years)
    result = ObstacleMeasureResult(
        distance_m=distance,
        distance_error_m=distance_error,
        height_m=height,
        height_error_m=height_error,
        own_height_m=None if foot is None else height - foot,
        width_m=width,
        top_from_terminal_deg=top,
        left_deg=(middle - half) % 360.0,
        right_deg=(middle + half) % 360.0,
    )
    return Outcome(result, _judge(result))


def _judge(result: ObstacleMeasureResult) -> list[Finding]:
    if result.height_error_m <= max(0.5, 0.1 * abs(result.height_m)):
        return []
    return [
        OBSTACLE_ERROR(
            Level.MIND,
            "The height is uncertain",
            "Angles near the zenith, or two places too close together, magnify every tenth of a degree.",
            figure=result.height_error_m,
            clears_by="Measure from further away, or put the second place further back.",
        )
    ]


__all__ = ["ObstacleMeasureInput", "ObstacleMeasureResult", "Way", "measure"]
