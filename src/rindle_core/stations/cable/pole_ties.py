"""Where the cable is tied to a pole: under the head, right under each bracket, at the foot, and evenly between."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import mount_kind

UNDER_M = 0.05  # of clamp and bracket: as near as a hand gets a tie round
FOOT_M = 0.10

TieWhy = Literal["top", "bracket", "foot", "between"]


class PoleTiesInput(Model):
    """A pole with what grips it. Heights over its foot."""

    pole_m: float = Field(gt=0, le=60)
    bracket_m: list[Annotated[float, Field(ge=0, le=60)]] = Field(
        default_factory=list, max_length=10, description="Of each bracket"
    )
    clamp_m: float = Field(default=0.15, ge=0, le=3, description="Of the top that the head's clamp takes")
    rules: HouseRules = DEFAULT_RULES


class PoleTie(Model):
    """A tie, and why it sits there."""

    from_foot_m: float
    why: TieWhy


class PoleTiesResult(Model):
    """The ties from the top down, with the pole that they are on."""

    ties: list[PoleTie]
    pole_m: float
    bracket_m: list[float]
    clamp_m: float
    most_apart_m: float = Field(description="Between two of them")


@register("pole_ties", "Where a cable is tied to a pole", PoleTiesInput, PoleTiesResult)
def pole_ties(given: PoleTiesInput) -> Outcome[PoleTiesResult]:
    """Right under the clamp and each bracket and near the foot, as strain relief; between them evenly, no farther apart
    than the house's spacing. Where two would sit closer than a hand's breadth the upper one is enough.
    """
    fixed = [
        PoleTie(from_foot_m=given.pole_m - given.clamp_m - UNDER_M, why="top"),
        *(PoleTie(from_foot_m=one - UNDER_M, why="bracket") for one in given.bracket_m),
        PoleTie(from_foot_m=FOOT_M, why="foot"),
    ]
    order = sorted((one for one in fixed if one.from_foot_m > 0), key=lambda one: -one.from_foot_m)
    kept: list[PoleTie] = []
    for one in order:
        if not kept or kept[-1].from_foot_m - one.from_foot_m >= FOOT_M:
            kept.append(one)
    ties = kept[:1]
    for upper, lower in pairwise(kept):
        apart = upper.from_foot_m - lower.from_foot_m
        parts = max(1, math.ceil(round(apart / given.rules.tie_m, 6)))
        ties += [
            PoleTie(from_foot_m=upper.from_foot_m - apart * part / parts, why="between") for part in range(1, parts)
        ]
        ties.append(lower)
    return Outcome(
        PoleTiesResult(
            ties=ties,
            pole_m=given.pole_m,
            bracket_m=given.bracket_m,
            clamp_m=given.clamp_m,
            most_apart_m=max((a.from_foot_m - b.from_foot_m for a, b in pairwise(ties)), default=0.0),
        ),
        [],
    )


def pole_ties_of(job: JobInput) -> PoleTiesResult | None:
    """The `pole_ties` calculator on this job; None while nobody measured how much tube stands free."""
    told, kind, terminal = job.mount, mount_kind(job), job.picks.terminal
    free_m = told.mast_free_length_m
    if free_m is None or free_m <= 0:
        return None
    brackets: list[float] = []
    below_m = 0.0
    if kind is not None and kind.holds in ("brackets", "clamps") and told.bracket_spacing_m:
        below_m = max(told.tube_below_m or 0.0, told.bracket_spacing_m)
        brackets = [below_m, below_m - told.bracket_spacing_m]
    mast = terminal.mast if terminal is not None else None
    clamp_m = mast.clamp_height_mm / 1000.0 if mast is not None else 0.0
    pole_m = free_m + below_m
    return pole_ties(
        PoleTiesInput(pole_m=pole_m, bracket_m=brackets, clamp_m=min(clamp_m, pole_m), rules=job.picks.rules)
    ).result


__all__ = ["FOOT_M", "UNDER_M", "PoleTie", "PoleTiesInput", "PoleTiesResult", "pole_ties", "pole_ties_of"]
