"""What the new line is good for: each use by its speed and echo time, and by the gaps that were watched."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.service_words import ServiceUse
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.handover.findings import PROVED_USE
from rindle_core.stations.handover.service import ServiceFigures
from rindle_core.stations.sky.low_orbit_uses import UseVerdict

_GRAVITY = {Level.HOLD: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.CLEAR: 3}
_SUFFERS = 2.0  # short of a figure by no more than that factor a use suffers, beyond it fails


class UsesProvedInput(Model):
    """What was measured after the work, and what the watch for gaps told; None where nobody measured or watched."""

    after: ServiceFigures | None = None
    gaps: list[UseVerdict] = Field(default_factory=list, max_length=20, description="Of the watch; empty: none")
    gaps_proved: bool = Field(default=False, description="Whether a gap that is not in the watch was not there")
    words: HouseWords = DEFAULT_WORDS


class UseFigure(Model):
    """One figure that a use asks for."""

    what: str
    figure: float
    limit: float
    bound: Literal["at_least", "at_most"]
    unit: str
    level: Level


class UseProved(Model):
    """A use: clear works, mind suffers, hold fails; unknown while nobody measured, or nobody watched for gaps."""

    code: str
    name: str
    text: str
    level: Level
    figures: list[UseFigure]
    watched: bool = Field(description="Whether gaps were watched well enough: without it no use is called clear")


class UsesProvedResult(Model):
    """Every use of the house."""

    uses: list[UseProved]


def _graded(short: float) -> Level:
    """`short`: how many times too little, or too much; 1 or less is enough."""
    return Level.CLEAR if short <= 1.0 else Level.MIND if short <= _SUFFERS else Level.HOLD


def _speed(use: ServiceUse, after: ServiceFigures) -> list[UseFigure]:
    told = (("Download", after.down_mbps, use.down_mbps), ("Upload", after.up_mbps, use.up_mbps))
    rows = [
        UseFigure(
            what=what,
            figure=figure,
            limit=limit,
            bound="at_least",
            unit="mbps",
            level=_graded(limit / figure if figure > 0 else float("inf") if limit > 0 else 0.0),
        )
        for what, figure, limit in told
    ]
    if use.latency_ms is not None:
        level = _graded(after.latency_ms / use.latency_ms)
        rows.append(
            UseFigure(
                what="Echo time",
                figure=after.latency_ms,
                limit=use.latency_ms,
                bound="at_most",
                unit="ms",
                level=level,
            )
        )
    return rows


def _of(use: ServiceUse, given: UsesProvedInput) -> UseProved:
    rows = _speed(use, given.after) if given.after else []
    gap = next((one for one in given.gaps if one.code == use.code), None)
    if gap is not None:
        rows.append(
            UseFigure(what="Gaps", figure=gap.figure, limit=gap.limit, bound="at_most", unit=gap.unit, level=gap.level)
        )
    levels = [one.level for one in rows]
    known = given.after is not None and gap is not None and given.gaps_proved
    level = Level.HOLD if Level.HOLD in levels else Level.MIND if Level.MIND in levels else Level.UNKNOWN
    if known and level is Level.UNKNOWN:
        level = Level.CLEAR
    return UseProved(
        code=use.code,
        name=use.name,
        text=use.text,
        level=level,
        figures=rows,
        watched=gap is not None and given.gaps_proved,
    )


@register(
    "uses_proved", "What the measured line is good for, by speed, echo time and gaps", UsesProvedInput, UsesProvedResult
)
def uses_proved(given: UsesProvedInput) -> Outcome[UsesProvedResult]:
    """Each use of the house against the medians after the work and against the gaps that were watched.

    Without a watch a use may be found wanting, never clear: speed alone says nothing of gaps. The least figures are the
    house's; the echo time of a call rests on ITU-T G.114 (400 ms one way is its upper limit).
    """
    return Outcome(UsesProvedResult(uses=[_of(one, given) for one in given.words.service_uses]), [])


def judge_uses_proved(uses: Sequence[UseProved], needs: Sequence[str], words: HouseWords) -> list[Finding]:
    """Uses that the customer needs and that the measured line does not bear."""
    wanted = {one.rests_on for one in words.needs if one.code in needs and one.rests_on}
    found = []
    for use in uses:
        if use.code in wanted and use.level in (Level.MIND, Level.HOLD):
            short = min(use.figures, key=lambda one: _GRAVITY[one.level])
            found.append(
                PROVED_USE.of(use.code)(
                    Level.MIND,
                    f"{use.name}: {'fails on this line' if use.level is Level.HOLD else 'suffers on this line'}",
                    f"{short.what} is short of what it asks.",
                    figure=short.figure,
                    limit=short.limit,
                    bound=short.bound,
                    unit=short.unit,
                    clears_by="Mend what is short, or tell the customer now and write it down.",
                )
            )
    return found


__all__ = [
    "UseFigure",
    "UseProved",
    "UsesProvedInput",
    "UsesProvedResult",
    "judge_uses_proved",
    "uses_proved",
]
