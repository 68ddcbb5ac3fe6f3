"""A figure beside its limit, where both come from decimals: 10.9 - 10.7 is not over 0.2."""

from __future__ import annotations

import math

_TIE = 1e-9  # of a float's last digits, far under what any instrument shows


def no_more(figure: float, limit: float) -> bool:
    """Whether a figure does not exceed its limit; the last digits of a sum or a difference make no verdict."""
    return figure <= limit or math.isclose(figure, limit, rel_tol=_TIE, abs_tol=_TIE)


def no_less(figure: float, limit: float) -> bool:
    """Whether a figure reaches its limit; the last digits of a sum or a difference make no verdict."""
    return no_more(limit, figure)


__all__ = ["no_less", "no_more"]
