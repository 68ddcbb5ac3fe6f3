"""Bolts, drills and spanners: stress areas, tightening, and the series that are sold."""

from __future__ import annotations

import math
from collections.abc import Sequence

from rindle_core.kernel.units import MILLIMETRES_PER_INCH

_PITCH_MM = {4.0: 0.7, 5.0: 0.8, 6.0: 1.0, 8.0: 1.25, 10.0: 1.5, 12.0: 1.75, 16.0: 2.0, 20.0: 2.5, 24.0: 3.0}  # ISO 724
_PROOF_MPA = {"4.6": 225.0, "5.6": 280.0, "8.8": 580.0, "10.9": 830.0, "A2-70": 450.0}  # ISO 898-1, ISO 3506-1
_ACROSS_FLATS_MM = {4.0: 7, 5.0: 8, 6.0: 10, 8.0: 13, 10.0: 16, 12.0: 18, 16.0: 24, 20.0: 30, 24.0: 36}  # ISO 4014
_INCH_ACROSS = {
    4: "7/16",
    5: "1/2",
    6: "9/16",
    7: "5/8",
    8: "3/4",
    10: "15/16",
    12: "1 1/8",
}  # sixteenths, ASME B18.2.1
_SOCKET_MM = {4.0: 3, 5.0: 4, 6.0: 5, 8.0: 6, 10.0: 8, 12.0: 10, 16.0: 14, 20.0: 17, 24.0: 19}  # ISO 4762, table 1
_SOCKET_IN = {4: "3/16", 5: "1/4", 6: "5/16", 7: "3/8", 8: "3/8", 10: "1/2", 12: "5/8"}  # sixteenths, ASME B18.3
_SIZE_PLAY_MM = 0.1  # an inch size written in millimetres is rounded
_ROUNDED_MM = 0.02  # by which a size in millimetres may be rounded, as 9.53 for 3/8 in
_NUT_FACTOR = 0.2  # dry steel on steel: Shigley, 10th ed., table 8-15
_PRELOAD_SHARE = 0.75  # of the proof load, for what is taken apart again: Shigley, 10th ed., eq. 8-31
METRIC_DRILLS_MM = (
    *(size / 2.0 for size in range(4, 27)), *map(float, range(14, 33)), 35.0, 38.0, 40.0, 45.0, 50.0, 55.0, 60.0, 65.0,
    68.0, 76.0, 82.0, 92.0, 102.0, 112.0, 127.0,
)  # fmt: skip
# Sixteenths to an inch, eighths to two, then the hole saws.
INCH_DRILLS_IN = (
    *(sixteenth / 16.0 for sixteenth in range(2, 17)), *(1.0 + eighth / 8.0 for eighth in range(1, 9)),
    2.25, 2.5, 2.75, 3.0, 3.25, 3.5, 4.0, 4.5, 5.0,
)  # fmt: skip


def sizes() -> tuple[float, ...]:
    """Nominal metric sizes that are known here, mm."""
    return tuple(_PITCH_MM)


def grades() -> tuple[str, ...]:
    """Property classes that are known here."""
    return tuple(_PROOF_MPA)


def stress_area_mm2(size_mm: float) -> float:
    """Of a metric coarse thread, π/4 (d − 0.9382 P)². Source: ISO 898-1, 9.1.6.1. Raises KeyError."""
    return math.pi / 4.0 * (size_mm - 0.9382 * _PITCH_MM[size_mm]) ** 2


def preload_n(size_mm: float, grade: str) -> float:
    """Three quarters of the proof load. Raises KeyError."""
    return _PRELOAD_SHARE * _PROOF_MPA[grade] * stress_area_mm2(size_mm)


def tightening_nm(size_mm: float, grade: str, nut_factor: float = _NUT_FACTOR) -> float:
    """Torque that gives the preload, K d F. Source: Shigley, 10th ed., eq. 8-27. Raises KeyError."""
    return nut_factor * size_mm / 1000.0 * preload_n(size_mm, grade)


def spanner(size_mm: float) -> str:
    """Across the flats: of a metric size `13 mm` (ISO 4014), of a sixteenth of an inch `9/16 in` (ASME B18.2.1).

    The blank is one that does not break: a spanner is called so in inches too.
    """
    if size_mm in _ACROSS_FLATS_MM:
        return f"{_ACROSS_FLATS_MM[size_mm]}\u00a0mm"
    sixteenths = _sixteenths(size_mm)
    return f"{_INCH_ACROSS[sixteenths]} in" if sixteenths in _INCH_ACROSS else ""


def _sixteenths(size_mm: float) -> int | None:
    """Of an inch; None where the size is of no such series, as 7 mm."""
    nearest = round(size_mm / MILLIMETRES_PER_INCH * 16)
    return nearest if abs(size_mm - nearest * MILLIMETRES_PER_INCH / 16) <= _SIZE_PLAY_MM else None


def hex_key(size_mm: float) -> str:
    """Of a cap screw with a hexagon socket: of a metric size `5 mm` (ISO 4762), of an inch `5/16 in` (ASME B18.3)."""
    if size_mm in _SOCKET_MM:
        return f"{_SOCKET_MM[size_mm]}\u00a0mm"
    sixteenths = _sixteenths(size_mm)
    return f"{_SOCKET_IN[sixteenths]} in" if sixteenths in _SOCKET_IN else ""


def next_drill_mm(least_mm: float, series: Sequence[float] = METRIC_DRILLS_MM) -> float | None:
    """The smallest drill of a series that is not under a diameter; None where the series ends before it."""
    return next((one for one in series if one >= least_mm - 1e-9), None)


def next_drill_in(least_mm: float) -> float | None:
    """The same of the inch series, in inches."""
    found = next_drill_mm(least_mm, [one * MILLIMETRES_PER_INCH for one in INCH_DRILLS_IN])
    return None if found is None else found / MILLIMETRES_PER_INCH


def drill_of_mm(size_mm: float, series: Sequence[float]) -> float | None:
    """The drill of a series that a size is written for, in millimetres; None where it is of another series."""
    nearest = min(series, key=lambda one: abs(one - size_mm))
    return nearest if abs(nearest - size_mm) <= _ROUNDED_MM else None


def drill_between_mm(least_mm: float, most_mm: float, series: Sequence[float]) -> float | None:
    """The drill of a series nearest to the middle of a window; None where none lies in it."""
    inside = [one for one in series if least_mm - 1e-9 <= one <= most_mm + 1e-9]
    return min(inside, key=lambda one: abs(one - (least_mm + most_mm) / 2.0), default=None)


__all__ = [
    "INCH_DRILLS_IN",
    "METRIC_DRILLS_MM",
    "drill_between_mm",
    "drill_of_mm",
    "grades",
    "hex_key",
    "next_drill_in",
    "next_drill_mm",
    "preload_n",
    "sizes",
    "spanner",
    "stress_area_mm2",
    "tightening_nm",
]
