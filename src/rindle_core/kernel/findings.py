"""Findings: a verdict is a figure against a limit with a reason, never a bare boolean."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Literal, NotRequired, TypedDict, Unpack

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.kernel.ties import no_less, no_more
from rindle_core.kernel.units import System, Towards, format_quantity


class Level(StrEnum):
    """How a finding stands. `unknown` means that something it needs has not been entered."""

    HOLD = "hold"
    MIND = "mind"
    UNKNOWN = "unknown"
    CLEAR = "clear"


_SEVERITY = {Level.HOLD: 0, Level.MIND: 1, Level.UNKNOWN: 2, Level.CLEAR: 3}


Bound = Literal["", "at_most", "at_least", "between", "usual"]


def _untold(told: str) -> bool:
    return not told


class Finding(Model):
    """One judgement of a station."""

    level: Level
    code: str = Field(description="Stable name, documented in docs/findings.md")
    message: str = Field(description="What was found, in a few words, without its figures")
    why: str = Field(description="The reason in a sentence an installer would say")
    figure: float | None = Field(default=None, description="The figure that was judged")
    limit: float | None = Field(default=None, description="The limit it was judged against")
    bound: Bound = Field(
        default="", exclude_if=_untold, description="What the limit is: a ceiling, a floor, a window, what is usual"
    )
    upper: float | None = Field(default=None, description="Of a window: its upper end; `limit` is the lower one")
    unit: str = Field(default="", exclude_if=_untold, description="Unit of figure and limit")
    clears_by: str = Field(default="", description="What would clear it")
    source: str = Field(default="", exclude_if=_untold, description="The formula or rule behind it")
    at: str = Field(default="", description="The entry that changes it, `mount.mast_wall_mm`, or its station alone")


def worst(findings: Iterable[Finding]) -> Level:
    """The gravest level among the findings; `unknown` where there are none."""
    return min((finding.level for finding in findings), key=_SEVERITY.__getitem__, default=Level.UNKNOWN)


def by_gravity(findings: Iterable[Finding]) -> list[Finding]:
    """The findings, gravest first, otherwise in the order given."""
    return sorted(findings, key=lambda finding: _SEVERITY[finding.level])


class _Words(TypedDict):
    """What a finding about a limit says beside its verdict."""

    clear: str
    why: str
    clears_by: str
    level: NotRequired[Level]
    so: NotRequired[str]


class _Told(TypedDict, total=False):
    """What a finding may say beside level, message and reason."""

    figure: float | None
    limit: float | None
    bound: Bound
    upper: float | None
    clears_by: str
    unit: str
    source: str
    at: str


@dataclass(frozen=True, slots=True)
class Kind:
    """What findings of one code have in common. Each room lists its own in its `findings.py`.

    `judges` what is looked at, `against` what; `at` the entry that changes it (`mount.mast_wall_mm`), or the station
    alone (`build`) where it is changed by doing. A code with `{}` in it stands for several: `LEVEL.of("azimuth")`.
    """

    code: str
    judges: str
    against: str = ""
    unit: str = ""
    source: str = ""
    at: str = ""

    def of(self, part: str) -> Kind:
        """The kind for one axis, need, place of a push …"""
        return replace(self, code=self.code.format(part))

    def __call__(self, level: Level, message: str, why: str, **told: Unpack[_Told]) -> Finding:
        """A finding of this kind."""
        beside: _Told = {"unit": self.unit, "source": self.source, "at": self.at}
        return Finding(level=level, code=self.code, message=message, why=why, **(beside | told))

    def missing(self, message: str, clears_by: str) -> Finding:
        """A finding that waits for an entry."""
        return Finding(
            level=Level.UNKNOWN,
            code=self.code,
            message=message,
            why="",
            clears_by=clears_by,
            at=self.at,
        )

    def at_most(self, figure: float, limit: float, *, over: str, **words: Unpack[_Words]) -> Finding:
        """A finding that is clear while `figure` does not exceed `limit`, else of the level (a hold by default).

        `so` says why it is well, where that is more than the message; the reason of the bad case is told there alone.
        """
        return self._beside(no_more(figure, limit), figure, limit, "at_most", over, words)

    def at_least(self, figure: float, limit: float, *, under: str, **words: Unpack[_Words]) -> Finding:
        """A finding that is clear while `figure` reaches `limit`, else of the level (a hold by default)."""
        return self._beside(no_less(figure, limit), figure, limit, "at_least", under, words)

    def _beside(
        self, within: bool, figure: float, limit: float, bound: Bound, otherwise: str, words: _Words
    ) -> Finding:
        if within:
            return self(Level.CLEAR, words["clear"], words.get("so", ""), figure=figure, limit=limit, bound=bound)
        return self(
            words.get("level", Level.HOLD),
            otherwise,
            words["why"],
            figure=figure,
            limit=limit,
            bound=bound,
            clears_by=words["clears_by"],
        )


_BOUND_WORDS: dict[Bound, str] = {"at_most": "at most", "at_least": "at least", "usual": "usually"}


def sides(finding: Finding) -> tuple[Towards, Towards]:
    """To which sides limit and upper limit are rounded: the one that the figure breaks to its safe side, so that who
    keeps to what is shown keeps the limit; one that is kept is near, so that it looks kept."""
    figure, limit, upper = finding.figure, finding.limit, finding.upper
    if figure is None or limit is None:
        return "near", "near"
    if finding.bound == "at_most":
        return ("down" if figure > limit else "near"), "near"
    if finding.bound == "at_least":
        return ("up" if figure < limit else "near"), "near"
    if finding.bound == "between" and upper is not None:
        return ("up" if figure < limit else "near"), ("down" if figure > upper else "near")
    return "near", "near"


def digits_apart(finding: Finding, system: System = "metric") -> int:
    """Digits beyond the usual ones, so that the figure and the limit it is held against do not look the same where
    they are not. A figure that is not nothing has one more before it is shown as that.
    """
    figure, limit, unit = finding.figure, finding.limit, finding.unit
    if figure is None or not unit or limit is None or not finding.bound:
        return 0
    low, high = sides(finding)
    held_against, side = (finding.upper, high) if high != "near" and finding.upper is not None else (limit, low)

    def same(extra: int) -> bool:
        beside = format_quantity(held_against, unit, system, extra, side)
        return format_quantity(figure, unit, system, extra) == beside

    more = next((extra for extra in range(4) if not same(extra)), 0)
    nothing = figure != 0 and format_quantity(figure, unit, system) == format_quantity(0.0, unit, system)
    return 1 if more == 0 and nothing else more


def against(finding: Finding, system: System = "metric") -> tuple[str, str]:
    """Figure and limit in words: `("0.504 dB", "at most 0.500 dB")`, `("60.3 mm", "between 48.0 mm and 61.0 mm")`.

    With `digits_apart`, the limit rounded as `sides` says.
    """
    figure, limit = finding.figure, finding.limit
    if figure is None or not finding.unit:
        return "", ""
    if limit is None or not finding.bound:
        return format_quantity(figure, finding.unit, system), ""
    more = digits_apart(finding, system)
    low, high = sides(finding)

    def words(value: float, to: Towards) -> str:
        return format_quantity(value, finding.unit, system, more, to)

    told, beside = words(figure, "near"), words(limit, low)
    if finding.bound == "between" and finding.upper is not None:
        return told, f"between {beside} and {words(finding.upper, high)}"
    return told, f"{_BOUND_WORDS.get(finding.bound, '')} {beside}"


__all__ = ["Bound", "Finding", "Kind", "Level", "against", "by_gravity", "digits_apart", "sides", "worst"]
