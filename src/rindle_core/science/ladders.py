"""A leaning ladder: how long it is, how far its foot stands out, and up to where one works on it."""

from __future__ import annotations

import math

OUT_SHARE = 0.25  # of the height of its support, about 75 degrees: 29 CFR 1926.1053(b)(5)(i)
OVER_EDGE_M = 1.0  # above the edge at which one steps off; 29 CFR 1926.1053(b)(1) has three feet
FREE_TOP_M = 1.0  # nobody stands on its top three rungs, each 0.25 m to 0.3 m from the next: EN 131-1
HANDS_UP_M = 1.3  # hands at the height of the chest, over the feet


def rail_m(support_m: float, out_m: float, over_m: float = 0.0) -> float:
    """Length of its rails, metres, from foot to top.

    It leans at `support_m`, its foot `out_m` from under that, and its rails go on until `over_m` above. Closed form.
    """
    if support_m <= 0:
        return over_m
    return math.hypot(support_m, out_m) * (1.0 + over_m / support_m)


def support_for_work_m(work_m: float) -> float:
    """Height to which a ladder reaches at the least for work at `work_m`: so that nobody stands on its top rungs."""
    return max(0.0, work_m - HANDS_UP_M) + FREE_TOP_M


__all__ = ["FREE_TOP_M", "HANDS_UP_M", "OUT_SHARE", "OVER_EDGE_M", "rail_m", "support_for_work_m"]
