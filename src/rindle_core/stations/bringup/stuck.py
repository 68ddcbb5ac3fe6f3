"""Why a terminal is stuck: causes by Bayes' rule from this job's signs, each with what speaks for and against it."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.modem import STATE_NEEDS, StateNeed
from rindle_core.catalogue.stuck_words import SIGNS, USUAL_SHARES, Cause, Sign
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

_TELLS = 1.5  # likelihood ratio from which a sign is shown as speaking for a cause; under its inverse against it


class StuckInput(Model):
    """The state that it does not leave, and the signs of which it is known whether they are there."""

    state: str = Field(default="", max_length=40, description="Code of the state")
    needs: list[StateNeed] = Field(default_factory=list, max_length=9, description="What it takes to leave it")
    signs: dict[Sign, bool] = Field(
        default_factory=dict, description="Sign -> whether it is there; one that is not known is left out"
    )
    entered: str = Field(default="", max_length=160, description="Beam letter that was told")
    expected: str = Field(default="", max_length=160, description="Beam letter of this site")
    words: HouseWords = DEFAULT_WORDS


class Evidence(Model):
    """A sign of this job beside a cause."""

    sign: Sign
    text: str
    speaks: Literal["for", "against"]
    factor: float = Field(gt=0, description="By how much it changes the odds of this cause")


class StuckCause(Model):
    """A cause with its chance among those that can hold this state up."""

    code: str
    name: str
    test: str
    share: float = Field(ge=0, le=1, description="By the house's shares: an order to look in, no measured chance")
    evidence: list[Evidence]
    unknown: list[str] = Field(description="Signs that would tell more of it, and are not known")


class StuckResult(Model):
    """Causes, likeliest first."""

    causes: list[StuckCause]
    needs_text: str = Field(description="What it takes to leave the state, in words")


def _evidence(cause: Cause, signs: dict[Sign, bool]) -> list[Evidence]:
    """What of the known signs changes this cause's odds, strongest first."""
    told = []
    for sign in cause.speaks() & set(signs):
        chance, usual = cause.chance(sign), USUAL_SHARES[sign]
        factor = chance / usual if signs[sign] else (1.0 - chance) / (1.0 - usual)
        if 1.0 / _TELLS < factor < _TELLS:
            continue
        text = SIGNS[sign][0 if signs[sign] else 1]
        told.append(Evidence(sign=sign, text=text, speaks="for" if factor > 1 else "against", factor=factor))
    return sorted(told, key=lambda one: -abs(math.log(one.factor)))


def _log_weight(cause: Cause, signs: dict[Sign, bool]) -> float:
    chances = (cause.chance(sign) if there else 1.0 - cause.chance(sign) for sign, there in signs.items())
    return math.log(cause.weight_number) + sum(math.log(chance) for chance in chances)


@register("stuck", "Why a terminal does not leave a state on its way online, likeliest first", StuckInput, StuckResult)
def stuck(given: StuckInput) -> Outcome[StuckResult]:
    """Naive Bayes: the house's weight of a cause times the chance of each known sign under it, over their sum.

    The signs are taken as independent once the cause is given; a sign that is not known counts neither way.
    """
    fitting = [one for one in given.words.causes if given.state in one.states or set(one.holds) & set(given.needs)]
    logs = [_log_weight(one, given.signs) for one in fitting]
    top = max(logs, default=0.0)
    weights = [math.exp(one - top) for one in logs]
    total = sum(weights) or 1.0

    def test(cause: Cause) -> str:
        said = cause.text.replace("{entered}", given.entered or "(none)")
        return said.replace("{expected}", given.expected or "(unknown)")

    causes = [
        StuckCause(
            code=one.code,
            name=one.name,
            test=test(one),
            share=weight / total,
            evidence=_evidence(one, given.signs),
            unknown=[SIGNS[sign][0] for sign in SIGNS if sign in one.speaks() and sign not in given.signs],
        )
        for one, weight in sorted(zip(fitting, weights, strict=True), key=lambda pair: -pair[1])
    ]
    needs = ", ".join(STATE_NEEDS[need] for need in given.needs)
    return Outcome(StuckResult(causes=causes, needs_text=needs), [])


__all__ = ["Evidence", "StuckCause", "StuckInput", "StuckResult", "stuck"]
