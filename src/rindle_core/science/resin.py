"""How long a bonded anchor sets before it may be loaded."""

from __future__ import annotations

import math

SHEET_C = 20.0  # the temperature at which `sets_h` of a fixing is told
_HALVES_C = 10.0


def sets_min(sets_h: float, base_c: float) -> float:
    """Minutes until a resin that sets in `sets_h` hours at 20 °C may be loaded in a base of `base_c`.

    Van ’t Hoff’s rule: ten kelvin colder take twice as long. Never less than at 20 °C. The cartridge's own table by
    temperature prevails; under its least temperature it does not set at all.
    """
    colder_k = max(0.0, SHEET_C - base_c)
    return 60.0 * sets_h * math.exp2(colder_k / _HALVES_C)


__all__ = ["SHEET_C", "sets_min"]
