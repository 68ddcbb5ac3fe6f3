"""Figures, moments and words of the house, as papers tell them."""

from __future__ import annotations

import datetime as dt

from rindle_core.catalogue.house_words import by_code
from rindle_core.kernel.units import System, format_quantity
from rindle_core.science.site_clock import told_at


def quantity(value: float | None, unit: str, system: System, more: int = 0) -> str:
    """A figure with its unit, with more digits than are usual where it was read so; empty where there is none."""
    return "" if value is None else format_quantity(value, unit, system, more)


def moment(at: dt.datetime | None, zone: str) -> str:
    """A moment by the site\'s clock; empty where there is none."""
    return "" if at is None else told_at(at, zone)


def names(codes: list[str], phrases: object) -> str:
    """What the house calls those codes."""
    known = by_code(phrases)  # type: ignore[arg-type,var-annotated]  # any list of words
    return ", ".join(known[code].name if code in known else code for code in codes)


__all__ = ["moment", "names", "quantity"]
