"""How far the concrete has hardened, and when the props go, something may be hung on it, and it may be aimed."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field, NaiveDatetime

from rindle_core.kernel.days import SiteMoment
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.concrete import age_for_share_days, equivalent_age_days, strength_share
from rindle_core.stations.mount.findings import CURING, FROZEN

_MOST_DAYS = 120
_LOG_IT = "Log what the temperature was, from the pour on."


class CuringSpell(Row):
    """The mean temperature of the concrete, or of the air, from a moment on."""

    from_at: Annotated[SiteMoment, Entry("From", placeholder="2026-11-24 12:30")]
    mean_c: Annotated[float, Entry("Mean temperature")] = Field(ge=-40, le=60)
    forecast: Annotated[bool, Entry("Forecast")] = False


class CuringInput(Model):
    """When it was poured, the temperatures since, and now. All moments are by the site's clock."""

    poured_at: NaiveDatetime
    spells: list[CuringSpell] = Field(default_factory=list, max_length=200)
    usual_c: float = Field(default=15.0, ge=-40, le=60, description="Taken where nothing is logged or forecast")
    now: NaiveDatetime | None = None
    loaded_at: NaiveDatetime | None = Field(default=None, description="Since when something hangs on it; None: nothing")
    plumbed_at: NaiveDatetime | None = Field(
        default=None, description="When the hardened pole was last read on two faces; None: not, or not when"
    )
    rules: HouseRules = DEFAULT_RULES


class CuringStage(Model):
    """A stage with the moment from which it is reached; None: not within 120 days."""

    name: str
    share: float
    at: dt.datetime | None
    reached: bool | None = Field(description="None: nobody said what time it is")


class CuringResult(Model):
    """How hard it is, and when each stage comes."""

    age_days: float | None = Field(description="By the clock")
    equivalent_age_days: float | None = Field(description="As if it were 20 °C")
    strength_share: float | None = Field(description="Of the 28-day strength")
    stages: list[CuringStage]
    assumed_c: float | None = Field(description="Temperature taken where none is told; None: all of it is told")


def spells_of(given: CuringInput, until: dt.datetime) -> list[tuple[float, float]]:
    """Hours and degrees between the pour and a moment; where nothing is told the usual temperature."""
    spells = sorted(given.spells, key=lambda one: one.from_at)
    marks = [(given.poured_at, given.usual_c)]
    for one in spells:
        if one.from_at <= given.poured_at:
            marks = [(given.poured_at, one.mean_c)]
        else:
            marks.append((one.from_at, one.mean_c))
    ends = [*(at for at, _ in marks[1:]), until]
    return [
        (max(0.0, (min(end, until) - at).total_seconds() / 3600.0), c)
        for (at, c), end in zip(marks, ends, strict=True)
        if at < until
    ]


def _reached_at(given: CuringInput, share: float) -> dt.datetime | None:
    wanted_days = age_for_share_days(share)
    low, high = given.poured_at, given.poured_at + dt.timedelta(days=_MOST_DAYS)
    if equivalent_age_days(spells_of(given, high)) < wanted_days:
        return None
    while high - low > dt.timedelta(minutes=1):
        middle = low + (high - low) / 2
        low, high = (low, middle) if equivalent_age_days(spells_of(given, middle)) >= wanted_days else (middle, high)
    return high


@register("curing", "How hard the concrete is, and when it may be loaded and aimed on", CuringInput, CuringResult)
def curing(given: CuringInput) -> Outcome[CuringResult]:
    """Maturity after Nurse and Saul, strength after ACI 209R-92, eq. 2-1: see `equivalent_age_days`, `strength_share`.

    A planning aid: the bag and the concrete's own tests prevail.
    """
    rules = given.rules
    told = [
        ("Props may go", rules.props_share),
        ("May be loaded", rules.load_share),
        ("May be aimed on", rules.aim_share),
    ]
    stages = []
    for name, share in told:
        at = _reached_at(given, share)
        reached = None if given.now is None else at is not None and given.now >= at
        stages.append(CuringStage(name=name, share=share, at=at, reached=reached))
    gone = given.now is not None and given.now >= given.poured_at
    worth = equivalent_age_days(spells_of(given, given.now)) if gone and given.now else None
    first = min((one.from_at for one in given.spells), default=None)
    result = CuringResult(
        age_days=(given.now - given.poured_at).total_seconds() / 86_400.0 if gone and given.now else None,
        equivalent_age_days=worth,
        strength_share=None if worth is None else strength_share(worth),
        stages=stages,
        assumed_c=None if first is not None and first <= given.poured_at else given.usual_c,
    )
    return Outcome(result, _judge(given, result))


def _guessed(given: CuringInput, result: CuringResult) -> str:
    """What nobody read of the temperatures up to now: a pole is not hung on by a guess."""
    if result.assumed_c is not None:
        return "a temperature that nobody told"
    if any(one.forecast and given.now is not None and one.from_at < given.now for one in given.spells):
        return "a forecast"
    return ""


def _too_soon(given: CuringInput, load: CuringStage) -> bool:
    return given.loaded_at is not None and (load.at is None or given.loaded_at < load.at)


def _judge_too_soon(given: CuringInput, load: CuringStage, share: float, wanted: float) -> Finding:
    """Hard by now, and hung on before: what moved in soft concrete stays loose, so that the pole is looked at anew."""
    looked = given.plumbed_at is not None and load.at is not None and given.plumbed_at >= load.at
    hard = f"at {load.at:%Y-%m-%d %H:%M}" if load.at else f"after more than {_MOST_DAYS} days"
    return CURING(
        Level.MIND if looked else Level.HOLD,
        "It was hung on before the concrete was hard enough",
        f"At {given.loaded_at:%Y-%m-%d %H:%M}; hard enough {hard}."
        " A pole that moved in soft concrete stays loose for good.",
        figure=share,
        limit=wanted,
        bound="at_least",
        clears_by="Push it by hand at each return visit: it may not move."
        if looked
        else "Push the pole by hand; read it plumb on two faces now that it is hard, and enter that with its time.",
    )


def _judge(given: CuringInput, result: CuringResult) -> list[Finding]:
    found = []
    load = result.stages[1]
    if result.strength_share is None:
        found.append(
            CURING.missing(
                "It is not known how far the concrete has hardened",
                "Say when it was poured and what time it is now.",
            )
        )
    else:
        loaded = given.loaded_at is not None
        share, wanted = 100.0 * result.strength_share, 100.0 * load.share
        guessed = _guessed(given, result)
        when = f"at {load.at:%Y-%m-%d %H:%M}" if load.at else "not within 120 days at these temperatures"
        if share >= wanted and guessed:
            found.append(CURING.missing(f"Whether the concrete may be loaded rests on {guessed}", _LOG_IT))
        elif share >= wanted and _too_soon(given, load):
            found.append(_judge_too_soon(given, load, share, wanted))
        elif share >= wanted:
            found.append(
                CURING(
                    Level.CLEAR,
                    "The concrete may be loaded",
                    "By its maturity; the bag and the local code prevail.",
                    figure=share,
                    limit=wanted,
                    bound="at_least",
                )
            )
        else:
            found.append(
                CURING(
                    Level.HOLD if loaded else Level.UNKNOWN,
                    "Something hangs on concrete that is too soft" if loaded else "The concrete is not hard enough yet",
                    f"It may be loaded {when}. A pole that moves in soft concrete stays loose for good.",
                    figure=share,
                    limit=wanted,
                    bound="at_least",
                    clears_by="Prop it or take it down. Has it hardened since, enter the moment at which it is judged."
                    if loaded
                    else "Wait, keep it warm and moist, and log its temperature.",
                )
            )
    cold = [one.mean_c for one in given.spells]
    coldest = min(cold, default=given.usual_c)
    if coldest < given.rules.concrete_least_c:
        found.append(
            FROZEN.at_least(
                coldest,
                given.rules.concrete_least_c,
                level=Level.MIND,
                clear="",
                under="The concrete is too cold",
                why="Fresh concrete that freezes never gets its strength; cold it takes weeks.",
                clears_by="Cover and insulate it, or pour on a warmer day.",
            )
        )
    return found


__all__ = ["CuringInput", "CuringResult", "CuringSpell", "CuringStage", "curing", "spells_of"]
