"""Where the cable is tied to the pole, to scale."""

from __future__ import annotations

from rindle_core.job import JobInput
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.cable.pole_ties import PoleTie, TieWhy, pole_ties_of
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, ink, line, path, sheet, tag, words

_W, _H, _TOP, _FOOT = 780.0, 340.0, 30.0, 306.0
_LINE = 18.0  # between two lines of words
SHORT: dict[TieWhy, str] = {
    "top": "under the clamp",
    "bracket": "under bracket",
    "foot": "strain relief",
    "between": "",
}
WHY: dict[TieWhy, str] = {
    "top": "under the head’s clamp",
    "bracket": "right under the bracket",
    "foot": "at the foot, as strain relief",
    "between": "between",
}


def _lines(ties: list[PoleTie], at: dict[int, float]) -> dict[int, float]:
    """Where the words of each tie stand; those between are left out where they would run into others."""
    taken: list[float] = []
    placed: dict[int, float] = {}
    for index in sorted(at, key=lambda one: (ties[one].why == "between", one)):
        if all(abs(at[index] - other) >= _LINE for other in taken):
            placed[index] = at[index]
        elif ties[index].why != "between":
            free = max(other for other in taken if abs(at[index] - other) < _LINE) + _LINE
            placed[index] = free
        else:
            continue
        taken.append(placed[index])
    return placed


def pole_ties_drawn(facts: JobInput, look: Look) -> Drawing | None:
    """The pole with head and brackets, the cable along it, and each tie with its height over the foot."""
    found = pole_ties_of(facts)
    if found is None or not found.ties:
        return None
    narrow = look.narrow
    width, x = (NARROW, 106.0) if narrow else (_W, 230.0)
    px = (_FOOT - _TOP) / found.pole_m

    def up(metres: float) -> float:
        return _FOOT - metres * px

    clamp = max(14.0, found.clamp_m * px)
    top, foot = up(found.pole_m), up(0)
    along: list[Point] = [(x + 15, top - 4), (x + 15, foot - 10), (x + 30, foot + 12), (x + 52, foot + 4)]
    parts = [
        tag("rect", x=x - 7, y=top, width=14, height=foot - top, fill=ink("paper"), stroke=ink("ink")),
        tag("rect", x=x - 20, y=top - 6, width=40, height=clamp, fill=ink("hill"), stroke=ink("ink")),
        words((x - 26, top + 8), "head", 14, "ink", "end"),
        words((x + 72, _H - 6), "heights over the pole’s foot", 14, "quiet", "start"),
        path(along, "stream", 4),
    ]
    for height in found.bracket_m:
        parts += [
            tag("rect", x=x - 46, y=up(height) - 7, width=62, height=14, fill=ink("hill"), stroke=ink("ink")),
            words((x - 52, up(height) + 5), "bracket", 14, "ink", "end"),
        ]
    if not found.bracket_m:
        parts += [
            line((x - 46, up(0)), (x + 46, up(0)), "quiet", 2),
            words((x - 52, up(0) + 4), "foot", 14, "ink", "end"),
        ]
    at = {index: up(one.from_foot_m) for index, one in enumerate(found.ties)}
    placed = _lines(found.ties, at)
    rows = []
    for index, one in enumerate(found.ties):
        said = format_quantity(one.from_foot_m, "m", look.system, more=1)
        parts.append(tag("rect", x=x - 9, y=at[index] - 3, width=28, height=6, fill=ink("ochre"), stroke=ink("ink")))
        rows.append((f"Tie {index + 1}, {WHY[one.why]}", f"{said} over the foot"))
        if index in placed:
            strong = one.why != "between"
            parts += [
                line((x + 22, at[index]), (x + 66, placed[index]), "rule", 1),
                words((x + 72, placed[index] + 5), said, 15, "ink", "start", 700 if strong else 400),
            ]
            if strong:
                parts.append(
                    words((x + 136, placed[index] + 5), (SHORT if narrow else WHY)[one.why], 14, "quiet", "start")
                )
    return sheet("pole-ties", "Where the cable is tied to the pole, to scale", width, _H, parts, rows=rows)


__all__ = ["SHORT", "WHY", "pole_ties_drawn"]
