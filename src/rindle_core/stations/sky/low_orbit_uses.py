"""What gaps in service mean for reading, streaming, calling, playing and working over a tunnel."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from pydantic import Field

from rindle_core.catalogue.house_words import HouseWords
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model
from rindle_core.stations.sky.findings import USE

_SUFFERS = 3.0  # up to this many times its rule a use suffers, beyond it fails


class Gap(NamedTuple):
    """A stretch without service, seconds."""

    start_s: float
    length_s: float


class UseVerdict(Model):
    """A use with its verdict: clear works, mind suffers, hold fails."""

    code: str
    name: str
    level: Level
    figure: float
    limit: float
    unit: str
    rule: str = Field(description="The rule in words")


def _level(figure: float, limit: float) -> Level:
    if figure <= limit:
        return Level.CLEAR
    return Level.MIND if figure <= _SUFFERS * limit else Level.HOLD


def uses_of(out_percent: float, gaps: Sequence[Gap], hours: float, rules: HouseRules) -> list[UseVerdict]:
    """The uses by the house's rules: share of time for reading, gaps past the buffer for streams, audible gaps for
    calls, what a tunnel drops after, all gaps for games.
    """

    def per_h(longer_s: float) -> float:
        return sum(1 for gap in gaps if gap.length_s > longer_s) / hours

    rows = (
        (
            "browse",
            "Browse",
            out_percent,
            rules.browse_out_percent,
            "percent",
            f"under {rules.browse_out_percent:g} % of the time without service",
        ),
        (
            "stream",
            "Stream",
            per_h(rules.stream_gap_s),
            rules.stream_gaps_per_h,
            "per_h",
            f"at most {rules.stream_gaps_per_h:g} gaps an hour that outlast a buffer of {rules.stream_gap_s:g} s",
        ),
        (
            "call",
            "Call",
            per_h(rules.call_gap_s),
            rules.call_gaps_per_h,
            "per_h",
            f"at most {rules.call_gaps_per_h:g} gaps an hour over {rules.call_gap_s:g} s",
        ),
        (
            "tunnel",
            "Work tunnel",
            per_h(rules.tunnel_gap_s),
            rules.tunnel_gaps_per_h,
            "per_h",
            f"at most {rules.tunnel_gaps_per_h:g} gaps an hour over {rules.tunnel_gap_s:g} s",
        ),
        (
            "game",
            "Game",
            per_h(0.0),
            rules.game_gaps_per_h,
            "per_h",
            f"at most {rules.game_gaps_per_h:g} gaps an hour of any length",
        ),
    )
    return [
        UseVerdict(code=code, name=name, level=_level(figure, limit), figure=figure, limit=limit, unit=unit, rule=rule)
        for code, name, figure, limit, unit, rule in rows
    ]


def judge_uses(uses: Sequence[UseVerdict], needs: Sequence[str], words: HouseWords) -> list[Finding]:
    """Uses that do not work: as grave as they are where the customer needs them, else to be minded.

    Games are only a hint.
    """
    needed = {one.rests_on for one in words.needs if one.code in needs}
    return [
        USE.of(one.code)(
            one.level if one.code in needed else Level.MIND,
            f"{one.name}: {'suffers' if one.level is Level.MIND else 'fails'}",
            f"It wants {one.rule}.",
            figure=one.figure,
            limit=one.limit,
            bound="at_most",
            unit=one.unit,
            clears_by="Free the sky, or tell the customer before anything is drilled.",
        )
        for one in uses
        if one.level is not Level.CLEAR and (one.code in needed or one.code != "game")
    ]


__all__ = ["Gap", "UseVerdict", "judge_uses", "uses_of"]
