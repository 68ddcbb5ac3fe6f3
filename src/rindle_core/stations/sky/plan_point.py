"""Where something stands on the plan by what was measured: tape and bearing, or two tapes, from known points."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.sky.findings import PLAN_TAPES

_SHARP_DEG = 30.0  # surveyors keep the angle between two tapes over this


class PlanPointInput(Model):
    """A known point and a tape from it, with a bearing, or with a second tape from another known point."""

    way: Literal["tape_bearing", "two_tapes"]
    from_east_m: float = Field(default=0.0, ge=-1e5, le=1e5)
    from_north_m: float = Field(default=0.0, ge=-1e5, le=1e5)
    tape_m: float = Field(gt=0, le=5000, description="Level")
    bearing_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="True, from the point")
    other_east_m: float | None = Field(default=None, ge=-1e5, le=1e5)
    other_north_m: float | None = Field(default=None, ge=-1e5, le=1e5)
    other_tape_m: float | None = Field(default=None, gt=0, le=5000, description="Level, from the other known point")
    side: Literal["left", "right"] = Field(
        default="right", description="On which side it lies, looking from the first known point to the other"
    )


class PlanPointResult(Model):
    """The point, in metres from the plan's zero."""

    east_m: float
    north_m: float
    angle_deg: float | None = Field(description="Between both tapes at the point; None: one tape")


@register("plan_point", "A point of the plan by tape and bearing, or by two tapes", PlanPointInput, PlanPointResult)
def plan_point(given: PlanPointInput) -> Outcome[PlanPointResult]:
    """Tape and bearing: polar. Two tapes: where two circles meet, a = (r₁² - r₂² + d²) / 2d along the line between the
    known points, h = √(r₁² - a²) aside of it. Derivation: two right triangles with one leg in common.
    """
    if given.way == "tape_bearing":
        if given.bearing_deg is None:
            raise InputError.one("bearing_deg", "is needed beside one tape; 0 up to 360 is accepted")
        turn = math.radians(given.bearing_deg)
        return Outcome(
            PlanPointResult(
                east_m=given.from_east_m + given.tape_m * math.sin(turn),
                north_m=given.from_north_m + given.tape_m * math.cos(turn),
                angle_deg=None,
            ),
            [],
        )
    for name in ("other_east_m", "other_north_m", "other_tape_m"):
        if getattr(given, name) is None:
            raise InputError.one(name, "is needed for two tapes")
    assert given.other_east_m is not None
    assert given.other_north_m is not None
    assert given.other_tape_m is not None
    run = (given.other_east_m - given.from_east_m, given.other_north_m - given.from_north_m)
    apart = math.hypot(*run)
    one, other = given.tape_m, given.other_tape_m
    if apart < 0.01:
        raise InputError.one("other_east_m", "is the first known point again: two tapes need two points")
    if one + other < apart or abs(one - other) > apart:
        raise InputError.one(
            "other_tape_m",
            f"does not meet the other tape: with {one:.2f} m and {apart:.2f} m between the points, "
            f"{abs(apart - one):.2f} to {apart + one:.2f} m is accepted",
        )
    along = (one**2 - other**2 + apart**2) / (2.0 * apart)
    aside = math.sqrt(max(0.0, one**2 - along**2)) * (1.0 if given.side == "right" else -1.0)
    unit = (run[0] / apart, run[1] / apart)
    result = PlanPointResult(
        east_m=given.from_east_m + along * unit[0] + aside * unit[1],
        north_m=given.from_north_m + along * unit[1] - aside * unit[0],
        angle_deg=math.degrees(math.acos(max(-1.0, min(1.0, (one**2 + other**2 - apart**2) / (2.0 * one * other))))),
    )
    return Outcome(result, _judge(result))


def _judge(result: PlanPointResult) -> list[Finding]:
    assert result.angle_deg is not None
    if _SHARP_DEG <= result.angle_deg <= 180.0 - _SHARP_DEG:
        return []
    return [
        PLAN_TAPES(
            Level.MIND,
            "The two tapes cross at a sharp angle",
            "A centimetre of tape moves the point by much more.",
            figure=result.angle_deg,
            limit=_SHARP_DEG,
            upper=180.0 - _SHARP_DEG,
            bound="between",
            clears_by="Measure from a known point farther round.",
        )
    ]


__all__ = ["PlanPointInput", "PlanPointResult", "plan_point"]
