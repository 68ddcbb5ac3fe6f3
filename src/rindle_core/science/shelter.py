"""How far what stands upwind shelters a place: an index for comparing places, never a reduction of a design wind."""

from __future__ import annotations

from collections.abc import Iterable

_FULL = 0.6  # of the own height: the most that the standard lifts the wind's profile


def displacement_m(height_m: float, upwind_m: float, distance_m: float) -> float:
    """By how much an obstacle so high and so far upwind lifts the wind's profile at a height, metres.

    Source: EN 1991-1-4:2005, annex A.5: min(0.8 h_ave, 0.6 h) up to x = 2 h_ave, min(1.2 h_ave - 0.2 x, 0.6 h) up to
    6 h_ave, nothing beyond.
    """
    if upwind_m <= 0 or distance_m >= 6.0 * upwind_m:
        return 0.0
    lifted = 0.8 * upwind_m if distance_m <= 2.0 * upwind_m else 1.2 * upwind_m - 0.2 * distance_m
    return max(0.0, min(lifted, _FULL * height_m))


def shelter_share(height_m: float, upwind: Iterable[tuple[float, float]]) -> float:
    """The greatest displacement by any of what stands upwind (height, distance) over the most that there can be, 0 to
    1.
    """
    own_m = max(height_m, 0.5)
    return max((displacement_m(own_m, up, away) / (_FULL * own_m) for up, away in upwind), default=0.0)


def edge_zone_m(roof_height_m: float, crosswind_m: float) -> float:
    """Depth of the strip along a roof's edge in which gusts suck most: a tenth of the lesser of the width across the
    wind and twice the height. Source: EN 1991-1-4:2005, 7.2.3 and 7.2.5, e/10.
    """
    return min(crosswind_m, 2.0 * roof_height_m) / 10.0


__all__ = ["displacement_m", "edge_zone_m", "shelter_share"]
