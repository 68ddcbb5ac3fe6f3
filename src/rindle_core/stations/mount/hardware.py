"""Whether screws, bolts and brackets last where they are, and whether what they are is known at all."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.mount.findings import HARDWARE

Hardware = Literal["", "makers", "stainless_a4", "stainless_a2", "hot_dip", "thin_zinc", "unknown"]
HARDWARES: dict[str, str] = {
    "": "not looked at",
    "makers": "the maker’s own set, whole",
    "stainless_a4": "stainless, marked A4",
    "stainless_a2": "stainless, marked A2",
    "hot_dip": "hot-dip galvanized",
    "thin_zinc": "bright zinc",
    "unknown": "nobody knows",
}
Air = Literal["", "c2", "c3", "c4", "c5", "cx"]
AIRS: dict[str, str] = {
    "": "not told",
    "c2": "dry country (C2)",
    "c3": "town, some salt (C3)",
    "c4": "industry or coast (C4)",
    "c5": "sea shore (C5)",
    "cx": "surf, hot and wet (CX)",
}
Under = Literal["", "nobody", "people"]
UNDERS: dict[str, str] = {"": "not told", "nobody": "nobody", "people": "people: a way, a yard, a street"}

# Zinc that a year takes, micrometres: from, to. Source: ISO 9223:2012, table 2.
ZINC_UM_PER_YEAR: dict[str, tuple[float, float]] = {
    "c2": (0.1, 0.7),
    "c3": (0.7, 2.1),
    "c4": (2.1, 4.2),
    "c5": (4.2, 8.4),
    "cx": (8.4, 25.0),
}
# The least zinc on a screw, micrometres. Source: ISO 10684:2004 (local thickness), ISO 4042:2018 (the usual plating).
ZINC_UM: dict[str, float] = {"hot_dip": 40.0, "thin_zinc": 5.0}
# The harshest air that a stainless grade stands without pitting. Source: EN 1993-1-4:2006 + A1:2015, tables A.1 to A.3:
# A2 is of class II (factor above -7), A4 of III (above -15); within 250 m of a rough sea the factor is -15.
_STAINLESS_UP_TO: dict[str, str] = {"stainless_a2": "c3", "stainless_a4": "c4"}
_HARSHER = ("c2", "c3", "c4", "c5", "cx")


class HardwareInput(Model):
    """What screws, bolts and brackets are, the air they stand in, and who is under them."""

    hardware: Hardware = ""
    air: Air = ""
    under: Under = ""
    drawn: list[str] = Field(
        default_factory=list, max_length=400, description="Places of people under it by the site plan"
    )
    rules: HouseRules = DEFAULT_RULES


class HardwareResult(Model):
    """How long the zinc lasts; None where there is none, or its air is not told."""

    least_years: float | None = Field(description="At the fast end of its air")
    most_years: float | None = Field(description="At the slow end")
    said: str = Field(description="Both in words; empty where they are not reckoned")


@register("hardware", "How long the coating of screws and brackets lasts in this air", HardwareInput, HardwareResult)
def hardware(given: HardwareInput) -> Outcome[HardwareResult]:
    """Least zinc over what the air takes in a year: ISO 9223:2012, table 2; ISO 10684:2004; ISO 4042:2018."""
    zinc_um, rates = ZINC_UM.get(given.hardware), ZINC_UM_PER_YEAR.get(given.air)
    least, most = (zinc_um / rates[1], zinc_um / rates[0]) if zinc_um and rates else (None, None)
    said = f"{least:.{0 if least >= 10 else 1}f} to {most:.0f} years" if least is not None and most is not None else ""
    found = _judge(given, least)
    return Outcome(HardwareResult(least_years=least, most_years=most, said=said), [found] if found else [])


def _judge(given: HardwareInput, least_years: float | None) -> Finding | None:
    if given.hardware == "":
        if given.under != "people":
            return None
        return HARDWARE.missing(
            f"What screws, bolts and brackets are is not told, and people are under them{_where(given)}",
            "Look for the mark on the heads, and say what they are.",
        )
    if given.hardware == "unknown":
        return _judge_unknown(given)
    if given.air == "":
        return HARDWARE.missing("In what air the screws stand is not told", "Say what the air is like there.")
    if given.hardware == "makers":
        if given.air in ("c2", "c3"):
            return HARDWARE(Level.CLEAR, "Screws and brackets are the maker’s own", "Made for such air.")
        return HARDWARE(
            Level.MIND,
            "The maker’s own screws in harsh air",
            "Most sets are made for towns; salt takes them sooner.",
            clears_by="Read for which air the set is made; else stainless marked A4, and a look each year.",
        )
    if least_years is not None:
        return HARDWARE.at_least(
            least_years,
            given.rules.coating_years,
            level=Level.MIND,
            clear="The zinc of the screws lasts",
            under="The zinc of the screws is soon gone",
            why="Then they rust, and what held the gust no longer does.",
            so="Reckoned with the least zinc at the fast end of its air: a planning aid.",
            clears_by="Hot-dip galvanized or stainless screws, and a look each year.",
        )
    most = _STAINLESS_UP_TO[given.hardware]
    if _HARSHER.index(given.air) <= _HARSHER.index(most):
        return HARDWARE(Level.CLEAR, "The stainless grade stands this air", "Apart from zinc: see what meets what.")
    return HARDWARE(
        Level.MIND,
        "The stainless grade may pit in this air",
        "Salt breaks its skin, the more the rougher the sea; cracks start at the pits.",
        clears_by="Screws marked A4." if given.hardware == "stainless_a2" else "A grade for the sea, by its sheet.",
    )


def _where(given: HardwareInput) -> str:
    return f" ({', '.join(given.drawn[:2])} on the plan)" if given.drawn else ""


def _judge_unknown(given: HardwareInput) -> Finding:
    if given.under == "nobody":
        return HARDWARE(
            Level.MIND,
            "Nobody knows what the screws are",
            "What they bear and how long is not known.",
            clears_by="Screws with a mark on their heads, or the maker’s own.",
        )
    over = f"over people{_where(given)}" if given.under == "people" else "and nobody said that no one is under them"
    return HARDWARE(
        Level.HOLD,
        f"Screws of unknown grade, {over}",
        "An antenna that comes down injures.",
        clears_by="Screws with a mark on their heads, or the maker’s own.",
    )


__all__ = ["AIRS", "HARDWARES", "UNDERS", "Air", "Hardware", "HardwareInput", "HardwareResult", "Under", "hardware"]
