"""A sky that is not clear: raise, move, trim, or accept; what each would leave, and what it costs."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

Way = Literal["raise", "trim", "move", "accept"]
_BEST_FIRST = (Level.CLEAR, Level.MIND, Level.UNKNOWN, Level.HOLD)
_WAYS: tuple[Way, ...] = ("raise", "trim", "move", "accept")  # by how much is changed on the site


class WayOutcome(Model):
    """A way, and the sky that it would leave: the margins of a fixed satellite, or a panel's time without service."""

    way: Way
    what: str = Field(min_length=1, max_length=200)
    margin_deg: float | None = None
    tube_margin_deg: float | None = None
    out_percent: float | None = Field(default=None, ge=0, le=100)
    beside: Level = Field(
        default=Level.CLEAR, description="The gravest of what else speaks against it, such as its cable"
    )
    cost_money: float | None = Field(default=None, ge=0, le=1e9, description="In the firm's currency")


class WaysOutInput(Model):
    """The ways that are open. One of them should be `accept`, the sky as it is."""

    outcomes: list[WayOutcome] = Field(max_length=20)
    rules: HouseRules = DEFAULT_RULES


class JudgedWay(WayOutcome):
    """A way with its verdict."""

    level: Level


class WaysOutResult(Model):
    """The ways, best first."""

    ways: list[JudgedWay]
    advised: Way | None = Field(
        description="None where no way makes the sky better, none is needed, or costs must decide and lack"
    )
    why: str


def _level(one: WayOutcome, rules: HouseRules) -> Level:
    """The same limits as those of the station's own findings."""
    if one.out_percent is not None:
        if one.out_percent > rules.low_orbit_hold_percent:
            return Level.HOLD
        return Level.MIND if one.out_percent > rules.browse_out_percent else Level.CLEAR
    if one.tube_margin_deg is None or one.margin_deg is None:
        return Level.UNKNOWN
    if one.tube_margin_deg < 0:
        return Level.HOLD
    return Level.MIND if one.margin_deg < rules.clearance_deg else Level.CLEAR


def _why(ways: list[JudgedWay], now: Level | None, currency: str) -> tuple[Way | None, str]:
    if now is Level.CLEAR:
        return None, "The sky is clear as it is: nothing needs to be done."
    best = next((one for one in ways if one.way != "accept"), None)
    if (
        best is None
        or best.level in (Level.HOLD, Level.UNKNOWN)
        or (now is not None and _BEST_FIRST.index(best.level) >= _BEST_FIRST.index(now))
    ):
        return (
            None,
            "None of these makes it good: look for another position or another service, or tell the customer what "
            "stays.",
        )
    then = "the sky is then clear" if best.level is Level.CLEAR else "the sky is then better, and still to be minded"
    equals = [one for one in ways if one.way != "accept" and one.level is best.level]
    if len(equals) == 1:
        return best.way, f"{best.what}: {then}."
    if best.cost_money is None or any(one.cost_money is None for one in equals):
        listed = "; or ".join(one.what[0].lower() + one.what[1:] if at else one.what for at, one in enumerate(equals))
        return None, f"{listed}: {then}. Enter what each costs to choose."
    sign = f"{currency} " if currency else ""
    return (
        best.way,
        f"{best.what}: {then}, and at {sign}{best.cost_money:,.0f} it costs least of the {len(equals)} ways that are "
        f"as good.",
    )


@register(
    "ways_out",
    "Raise, trim, move or accept: what each would leave of a blocked sky, and what it costs",
    WaysOutInput,
    WaysOutResult,
)
def ways_out(given: WaysOutInput) -> Outcome[WaysOutResult]:
    """Ordered by verdict, then cost (an unknown cost last), then by how little is undone: raise, trim, move. Accepting
    comes after its equals.

    Fixed satellite: hold while the tube is touched, mind under the wanted free angle. Low orbit: by the share of time
    without service.
    """
    levels = [max(_level(one, given.rules), one.beside, key=_BEST_FIRST.index) for one in given.outcomes]
    judged = [JudgedWay(**one.model_dump(), level=level) for one, level in zip(given.outcomes, levels, strict=True)]
    judged.sort(
        key=lambda one: (
            _BEST_FIRST.index(one.level),
            one.way == "accept",
            one.cost_money is None,
            one.cost_money or 0.0,
            _WAYS.index(one.way),
        )
    )
    now = next((one.level for one in judged if one.way == "accept"), None)
    advised, why = _why(judged, now, given.rules.currency)
    return Outcome(WaysOutResult(ways=judged, advised=advised, why=why), [])


__all__ = ["JudgedWay", "Way", "WayOutcome", "WaysOutInput", "WaysOutResult", "ways_out"]
