"""The shapes of sheet metal in section, and on which of them the chosen fixing sits."""

from __future__ import annotations

import math

from rindle_core.catalogue.fixings import SHEET_PROFILES, Fixing, SheetProfile
from rindle_core.job import JobInput
from rindle_core.stations.mount.asked import profile_of
from rindle_core.stations.mounting import chosen_fixing
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, ink, path, sheet, tag, words

_W, _BOX, _HIGH = 780.0, 176.0, 132.0
_FOOT = 84.0  # of the sheet, under the box's top
_TOP: dict[SheetProfile, float] = {"rib": 26.0, "wave": 22.0, "seam": 30.0, "step": 20.0}  # over the foot

# In section, as shares of the box's width and heights over the foot.
_TURNS: dict[SheetProfile, list[Point]] = {
    "rib": [(0.04, 0), (0.36, 0), (0.42, 26), (0.58, 26), (0.64, 0), (0.96, 0)],
    "wave": [(0.04 + 0.92 * one / 48, 11 - 11 * math.cos(4 * math.pi * one / 48 + math.pi)) for one in range(49)],
    "seam": [(0.04, 0), (0.48, 0), (0.48, 30), (0.52, 30), (0.52, 0), (0.96, 0)],
    "step": [(0.04, 0), (0.16, 3), (0.28, 14), (0.4, 20), (0.52, 14), (0.64, 3), (0.7, 0), (0.96, 12)],
}


def _clamp(at: Point, profile: SheetProfile) -> str:
    """What sits on the sheet: over a crown, or on both sides of a seam."""
    x, y = at
    if profile == "seam":
        return tag("rect", x=x - 13, y=y - 5, width=26, height=24, fill=ink("ochre"), stroke=ink("ink"))
    return tag("rect", x=x - 16, y=y - 11, width=32, height=9, fill=ink("ochre"), stroke=ink("ink"))


def _one(profile: SheetProfile, corner: Point, told: str, fixing: Fixing | None) -> list[str]:
    x, y = corner
    sits = fixing is not None and profile in fixing.profiles
    chosen = profile == told
    token = "stream" if chosen else "rule"
    parts = [
        tag("rect", x=x, y=y, width=_BOX, height=_HIGH, rx=6, fill=ink("stream-tint" if chosen else "sheet"),
            stroke=ink(token), stroke_width=2 if chosen else 1),
    ]  # fmt: skip
    if sits:
        parts.append(_clamp((x + (0.4 if profile == "step" else 0.5) * _BOX, y + _FOOT - _TOP[profile]), profile))
    parts += [
        path([(x + share * _BOX, y + _FOOT - high) for share, high in _TURNS[profile]], "ink", 3),
        words((x + _BOX / 2, y + 22), SHEET_PROFILES[profile], 14, "ink", weight=700 if chosen else 400),
        words((x + _BOX / 2, y + _HIGH - 12), _said(profile, fixing), 14, "quiet"),
    ]
    return [tag("g", *parts, data_profile=profile, style="cursor: pointer")]


def _said(profile: SheetProfile, fixing: Fixing | None) -> str:
    if fixing is None:
        return ""
    if not fixing.profiles:
        return "not told"
    return "it sits here" if profile in fixing.profiles else "not made for it"


def sheet_profiles(facts: JobInput, look: Look) -> Drawing | None:
    """Each shape in section with the clamp on those that the fixing is made for; None where no sheet holds it."""
    if facts.mount.base != "sheet":
        return None
    fixing, told = chosen_fixing(facts), profile_of(facts)
    narrow = look.narrow
    gap = 4.0 if narrow else (_W - 4 * _BOX) / 3
    parts, rows = [], []
    for index, (profile, name) in enumerate(SHEET_PROFILES.items()):
        column, row = (index % 2, index // 2) if narrow else (index, 0)
        parts += _one(profile, (column * (_BOX + gap) + (2 if narrow else 0), 4 + row * (_HIGH + 8)), told, fixing)
        chosen = "; the sheet here" if profile == told else ""
        rows.append((name, f"{_said(profile, fixing) or 'no fixing is chosen'}{chosen}"))
    width, high = (NARROW, 2 * _HIGH + 16) if narrow else (_W, _HIGH + 8)
    return sheet("sheet-profiles", "Shapes of sheet", width, high, parts, rows)


__all__ = ["sheet_profiles"]
