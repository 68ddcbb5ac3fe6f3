"""Whether an antenna on a wall swings free of the roof that hangs over it."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.mount.findings import REACH

_SWING_M = 0.05  # left between what swings and what it could touch


class ReachInput(Model):
    """The arm, the mast and the eave, seen from the side; heights are over the fixing."""

    reach_m: float = Field(ge=0, le=20, description="How far the mast stands off the wall")
    rise_m: float = Field(ge=0, le=50, description="Antenna's centre over the fixing")
    aperture_mm: float = Field(gt=0, le=20_000)
    overhang_m: float | None = Field(default=None, ge=0, le=10)
    eave_over_m: float | None = Field(default=None, ge=-10, le=30, description="Eave over the fixing")


class ReachResult(Model):
    """Free space; None while it cannot be told."""

    free_m: float | None


@register("reach", "Whether an antenna on a wall swings free of the overhang above it", ReachInput, ReachResult)
def reach(given: ReachInput) -> Outcome[ReachResult]:
    """The antenna sweeps a ball about its centre; the eave is a level line from the wall to its edge.

    Free is the distance of the centre to that line less the radius, and a mast that goes past the eave stands outside
    of its edge. What stands out past the edge by more than its radius needs no height. Plane geometry.
    """
    if given.overhang_m is None:
        waits = REACH.missing("How far the roof hangs over is not told", "Measure it; enter 0 where there is none.")
        return Outcome(ReachResult(free_m=None), [waits])
    if given.overhang_m == 0:
        return Outcome(
            ReachResult(free_m=None), [REACH(Level.CLEAR, "No overhang is in its way", "As it was entered.")]
        )
    radius_m = given.aperture_mm / 2000.0
    out_m = given.reach_m - given.overhang_m
    if out_m - radius_m >= _SWING_M:
        free_m = out_m - radius_m
    elif given.eave_over_m is None:
        waits = REACH.missing(
            "How high the eave is over the fixing is not told", "Measure it: the antenna comes near under the overhang."
        )
        return Outcome(ReachResult(free_m=None), [waits])
    else:
        up_m = given.rise_m - given.eave_over_m
        free_m = math.hypot(max(out_m, 0.0), up_m) - radius_m
        if up_m > 0:
            free_m = min(free_m, out_m)
    finding = REACH.at_least(
        free_m,
        _SWING_M,
        clear="It swings free of the overhang",
        under="It does not swing free of the overhang",
        why="The rim meets the eave as it is turned, or the mast runs into it.",
        clears_by="A longer arm, a lower fixing, or a mast that carries it over the eave from outside.",
    )
    return Outcome(ReachResult(free_m=free_m), [finding])


__all__ = ["ReachInput", "ReachResult", "reach"]
