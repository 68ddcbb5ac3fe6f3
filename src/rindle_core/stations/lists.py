"""Lists in a sentence."""

from __future__ import annotations

from collections.abc import Sequence

_TOLD = 3


def shortened(names: Sequence[str]) -> str:
    """`a, b, c and 2 more`: what is read at a glance; the list itself stands on its leaf.

    A name that has a comma of its own makes semicolons of the others.
    """
    told = ("; " if any("," in name for name in names) else ", ").join(names[:_TOLD])
    more = len(names) - _TOLD
    return told if more <= 0 else f"{told} and {more} more"


__all__ = ["shortened"]
