"""How the brackets of a pole sit, and on which side of what it is fixed to: the pole lines them up, not the rails."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated

from pydantic import Field

from rindle_core.catalogue.mounts import MountKind, Side
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Row
from rindle_core.stations.mount.findings import SEATS, SIDE


class BracketSeat(Row):
    """How one bracket sits where what carries it is not straight."""

    name: Annotated[str, Entry("Bracket", placeholder="upper")] = Field(min_length=1, max_length=60)
    off_line_mm: Annotated[float | None, Entry("Off the plumb line")] = Field(default=None, ge=-500, le=500)
    turned_deg: Annotated[float | None, Entry("Turned by")] = Field(default=None, ge=-180, le=180)
    of_mount: str = Field(default="", max_length=40, description="Kind of mount that it is of; empty: not kept")
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=200)


def lean_deg(seats: Sequence[BracketSeat], spacing_m: float | None) -> float | None:
    """Lean that the seats would give a pole that touches them all: the arctangent of how far they are off the plumb
    line from each other, over their distance. None while two of them, or their distance, are not told.
    """
    off_mm = [one.off_line_mm for one in seats if one.off_line_mm is not None]
    if len(off_mm) < 2 or spacing_m is None:
        return None
    return math.degrees(math.atan2(max(off_mm) - min(off_mm), 1000.0 * spacing_m))


def has_seats(kind: MountKind) -> bool:
    """Whether a pole stands in brackets or clamps of its own."""
    return kind.holds in ("brackets", "clamps")


def judge_seats(
    kind: MountKind, side: Side, seats: Sequence[BracketSeat], spacing_m: float | None, rules: HouseRules
) -> list[Finding]:
    """The side is asked where the steps differ by it; brackets that would lean the pole are said."""
    found = []
    if kind.side_asked and side:
        found.append(SIDE(Level.CLEAR, f"It goes on the {side}", kind.side_asked))
    elif kind.side_asked:
        found.append(SIDE.missing("On which side it goes is not told", f"{kind.side_asked}: choose (Mount, Mast)."))
    if not has_seats(kind) or not seats:
        return found
    if any(one.of_mount not in ("", kind.code) for one in seats):
        elsewhere = "How the brackets sit was measured on another mount"
        return [
            *found,
            SEATS.missing(elsewhere, "Hold the plumb line along these: take those rows out, enter them anew."),
        ]
    lean = lean_deg(seats, spacing_m)
    if lean is None:
        found.append(
            SEATS.missing(
                "Whether the brackets are in line is not known",
                "Hold a plumb line along them: how far each is off it, and the distance between them (Mount, Mast).",
            )
        )
    else:
        found.append(
            SEATS.at_most(
                lean,
                rules.plumb_deg,
                level=Level.MIND,
                clear="The brackets are in line, seen from one side",
                over="The brackets would lean the pole",
                why="What carries them is not straight. The pole lines them up, not the rails.",
                so="Of the direction in which it was measured; the other is measured a quarter turn on.",
                clears_by="Loosen both, put the pole in dry and plumb, pack out the one that stands back.",
            )
        )
    return found


__all__ = ["BracketSeat", "has_seats", "judge_seats", "lean_deg"]
