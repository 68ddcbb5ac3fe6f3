"""Lines of points: fewer of them where the line stays the same."""

from __future__ import annotations

import numpy as np

from rindle_core.kernel.geometry import Array


def thinned(along: Array, across: Array, tolerance: float) -> list[int]:
    """Indices of the points that keep the line within the tolerance of all that are left out; the ends always stay.

    `along` does not fall. Empty for no points. Source: Douglas and Peucker (1973).
    """
    if len(along) == 0:
        return []
    keep = {0, len(along) - 1}
    stack = [(0, len(along) - 1)]
    while stack:
        first, last = stack.pop()
        if last - first < 2:
            continue
        inner = np.arange(first + 1, last)
        share = (along[inner] - along[first]) / max(along[last] - along[first], 1e-9)
        off = np.abs(across[inner] - (across[first] + share * (across[last] - across[first])))
        worst = int(np.argmax(off))
        if off[worst] > tolerance:
            middle = int(inner[worst])
            keep.add(middle)
            stack += [(first, middle), (middle, last)]
    return sorted(keep)


__all__ = ["thinned"]
