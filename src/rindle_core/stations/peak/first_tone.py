"""Why the first long tone is not the top: what is heard on a made-up lobe, after all that was passed before."""

from __future__ import annotations

import math
from itertools import chain, pairwise
from typing import Literal

import numpy as np
from pydantic import Field

from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import pointing_loss_db

_REACH_WIDTHS = 0.95  # of the beam's width, to either side of the top: what is drawn
_FIRST_TURN = -1.2  # of the falls' distance: so far below the top it begins
_CURVE_COUNT = 61


class FirstToneInput(Model):
    """A screw over a lobe whose top is at 0: where it stands after which places, and how the guide hears."""

    passed_turns: list[float] = Field(
        default_factory=list,
        max_length=2000,
        description="In their order, the newest last, and all between them; empty: it begins",
    )
    width_turns: float = Field(default=3.2, gt=0, le=100, description="Half-power width of the lobe")
    drop_db: float = Field(default=0.6, gt=0, le=6, description="Fall at which the sound breaks")
    rules: HouseRules = DEFAULT_RULES


class FirstToneResult(Model):
    """What is heard where it stands now, and what that does not mean."""

    at_turns: float
    level_db: float = Field(description="Under the top")
    best_db: float
    fell_low: bool = Field(description="It fell by the house's figure on the side below the top")
    fell_high: bool
    sound: Literal["long", "broken"]
    says: str
    fall_turns: float = Field(description="Where it has fallen by that, to either side of the top")
    reach_turns: float = Field(description="What is drawn of the lobe, to either side")
    way_turns: list[float] = Field(description="A way that shows it: past the top, back past it, and to the middle")
    curve_turns: list[float]
    curve_db: list[float]


@register("first_tone", "What is heard on a made-up lobe, and why the first long tone is not its top", FirstToneInput,
          FirstToneResult)  # fmt: skip
def first_tone(given: FirstToneInput) -> Outcome[FirstToneResult]:
    """The guide compares with the best so far: long while it is no more than its drop under it. A side counts as fallen
    once the level is the house's figure under the best that was passed. Level: the parabola of `pointing_loss_db`.
    """
    falls = given.width_turns * math.sqrt(given.rules.peak_fall_db / 12.0)
    way = [_FIRST_TURN * 2.0 * falls, 2.0 * falls, -2.0 * falls, 0.0]
    passed = _passed(given.passed_turns or way[:1])
    level = -pointing_loss_db(passed, given.width_turns)
    best = np.maximum.accumulate(level)
    # Only below a best that was passed it falls; on the way up to the first top nothing has fallen yet.
    fallen = best - level >= given.rules.peak_fall_db - 1e-9
    low, high = bool((fallen & (passed < 0)).any()), bool((fallen & (passed > 0)).any())
    heard: Literal["long", "broken"] = "long" if best[-1] - level[-1] <= given.drop_db else "broken"
    reach = _REACH_WIDTHS * given.width_turns
    curve = np.linspace(-reach, reach, _CURVE_COUNT)
    return Outcome(
        FirstToneResult(
            at_turns=float(passed[-1]),
            level_db=float(level[-1]),
            best_db=float(best[-1]),
            fell_low=low,
            fell_high=high,
            sound=heard,
            says=_says(heard, low, high),
            fall_turns=falls,
            reach_turns=reach,
            way_turns=way,
            curve_turns=curve.tolist(),
            curve_db=(-pointing_loss_db(curve, given.width_turns)).tolist(),
        ),
        [],
    )


def _passed(places: list[float]) -> Array:
    """The places in their order, and the top wherever it lies between two: to either side of it the level only rises or
    only falls, so that no place between two is better or worse than both."""
    legs = [[0.0, other] if one * other < 0 else [other] for one, other in pairwise(places)]
    return np.array([*places[:1], *chain.from_iterable(legs)])


def _says(heard: str, low: bool, high: bool) -> str:
    if heard == "long" and low and high:
        return "Long tone, and it fell on both sides: the top lies midway between the falls."
    if heard == "long" and (low or high):
        return "Long tone again. The fall on the other side is not heard yet: go on."
    if heard == "long":
        return "Long tone: as good as anything so far. It rises still: this is not the top, go on."
    if low and high:
        return "It fell here too. Now go back to the middle between both falls."
    if low or high:
        return "It fell: you passed it. Turn back, slowly, until it falls on the other side."
    return "It breaks: a little under the best so far. Go on until it has clearly fallen."


__all__ = ["FirstToneInput", "FirstToneResult", "first_tone"]
