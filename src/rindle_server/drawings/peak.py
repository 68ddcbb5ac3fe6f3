"""The peak trace: level against screw turns, the fitted lobe, where you are and where to go."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import NamedTuple

from rindle_core.kernel.units import format_quantity
from rindle_core.stations.peak.peaking import PeakView
from rindle_core.stations.peak.readings import PeakReading, PeakResult
from rindle_core.stations.peak.rows import MARKS
from rindle_server.drawings.svg import NARROW, Drawing, Point, arrow, circle, ink, line, path, sheet, words

_H, _T, _B = 330.0, 22.0, 276.0


class _Box(NamedTuple):
    """The sheet's width, and from where to where the trace goes in it."""

    width: float
    left: float
    right: float
    ticks: int = 6


_WIDE, _SMALL = _Box(780.0, 62.0, 764.0), _Box(NARROW, 46.0, NARROW - 8, ticks=4)


def _nice_step(span: float, count: int) -> float:
    raw = span / count
    unit = 10.0 ** math.floor(math.log10(raw))
    return float(next(unit * factor for factor in (1, 2, 5, 10) if unit * factor >= raw))


def _ticks(low: float, high: float, count: int) -> list[float]:
    step = _nice_step(high - low, count)
    first = math.ceil(low / step)
    return [round(i * step, 6) for i in range(first, math.floor(high / step) + 1)]


def _axes(
    to: Callable[[float, float], Point], turns: tuple[float, float], levels: tuple[float, float], box: _Box
) -> list[str]:
    parts = []
    for turn in _ticks(*turns, box.ticks):
        x, _ = to(turn, levels[0])
        parts += [line((x, _T), (x, _B), "rule", 1), words((x, _B + 18), f"{turn:g}".replace("-", "−"), 14, "quiet")]
    for level in _ticks(*levels, 6):
        _, y = to(turns[0], level)
        parts += [
            line((box.left, y), (box.right, y), "rule", 1),
            words((box.left - 8, y + 4), f"{level:g}".replace("-", "−"), 14, "quiet", "end"),
        ]
    parts.append(words(((box.left + box.right) / 2, _B + 40), "screw turns (up is to the right)", 14, "quiet"))
    parts.append(words((box.left - 44, _T - 6), "dB", 14, "quiet", "start"))
    return parts


def _fitted(
    to: Callable[[float, float], Point], fit: PeakResult, floor: float, turns: tuple[float, float], box: _Box
) -> list[str]:
    curve = [p for p in fit.curve if turns[0] <= p.turns <= turns[1] and p.level_db >= floor]
    band = [to(p.turns, max(p.high_db, floor)) for p in curve] + [
        to(p.turns, max(p.low_db, floor)) for p in reversed(curve)
    ]
    top = to(fit.top_turns, fit.top_level_db)
    spread = [
        min(box.right, max(box.left, to(fit.top_turns + side * 2 * fit.top_sd_turns, floor)[0])) for side in (-1, 1)
    ]
    return [
        path(band, "stream", 0, fill=ink("stream-tint"), close=True),
        path([to(p.turns, p.level_db) for p in curve], "stream", 2.5),
        line(top, (top[0], _B), "stream", 1.5, stroke_dasharray="5 4"),
        line((spread[0], _B - 5), (spread[1], _B - 5), "stream", 5),
        words(
            (min(box.right - 76, max(box.left + 76, top[0])), top[1] - 10),  # whole, at the edge too
            f"top {fit.top_turns:.2f} ± {2 * fit.top_sd_turns:.2f}".replace("-", "−"),
            15,
            "stream",
            weight=700,
        ),
    ]


def _way(to: Callable[[float, float], Point], fit: PeakResult, last: PeakReading, floor: float) -> list[str]:
    """The next move: back beyond the top, then forward to it."""
    y = to(0, floor)[1] - 26
    start, goal = to(last.turns, floor)[0], to(fit.top_turns, floor)[0]
    if fit.at_top or not fit.bracketed or fit.end_stop or fit.lobe in ("side", "doubtful"):
        return []  # there, or nothing that one should be led to
    if fit.back_turns > 0:
        turn = to(last.turns - fit.back_turns, floor)[0]
        return [arrow((start, y), (turn, y), "rust", 2.5, 10), arrow((turn, y + 14), (goal, y + 14), "rust", 2.5, 10)]
    return [arrow((start, y), (goal, y), "rust", 2.5, 10)]


def _level_of(one: PeakReading, fit: PeakResult | None) -> float:
    """Its own level, or where the fitted lobe has a place that was only heard."""
    if one.level_db is not None:
        return one.level_db
    if fit is None or not fit.curve:
        return 0.0
    return min(fit.curve, key=lambda point: abs(point.turns - one.turns)).level_db


def peak_trace(view: PeakView, readings: list[PeakReading], *, narrow: bool = False) -> Drawing:
    """Readings as triangles pointing the way the screw was turned; the last one filled."""
    box = _SMALL if narrow else _WIDE
    fit = view.fit
    if fit is not None and not fit.placed:
        fit = None  # a top that may be anywhere is not drawn
    turns = [r.turns for r in readings] + ([fit.top_turns, readings[-1].turns - fit.back_turns] if fit else [])
    shown_db = [_level_of(one, fit) for one in readings]
    levels = shown_db + ([fit.top_level_db] if fit else [])
    low, high = min(turns) - 0.4, max(turns) + 0.4
    floor, ceiling = min(levels) - 1.2, max(levels) + 1.2

    def to(turn: float, level: float) -> Point:
        across = box.left + (turn - low) / (high - low) * (box.right - box.left)
        return across, _B - (level - floor) / (ceiling - floor) * (_B - _T)

    parts = _axes(to, (low, high), (floor, ceiling), box)
    if fit:
        parts += _fitted(to, fit, floor, (low, high), box)
        parts += _way(to, fit, readings[-1], floor)
    for number, reading in enumerate(readings):
        x, y = to(reading.turns, shown_db[number])
        way = 6 if reading.turning == "up" else -6
        filled = ink("ink") if number == len(readings) - 1 else ink("sheet")
        parts.append(path([(x - way, y - 6), (x + way, y), (x - way, y + 6)], "ink", 1.8, fill=filled, close=True))
        if reading.mark:
            word = {"fell": "fell", "back": "back"}.get(reading.mark, "best")
            parts.append(words((x, y + 22), word, 13, "rust", weight=600))
    last = to(readings[-1].turns, shown_db[-1])
    parts += [circle(last, 11, "ink", 1.2), words((last[0], last[1] + 27), "here", 14, "ink", weight=600)]
    rows = [
        (
            f"{r.turns:.2f} turns, turning {r.turning}".replace("-", "−"),
            MARKS[r.mark] if r.level_db is None else format_quantity(r.level_db, "db"),
        )
        for r in readings
    ]
    if fit:
        rows.insert(
            0,
            (
                "Fitted top",
                f"{fit.top_turns:.2f} ± {2 * fit.top_sd_turns:.2f} turns, "
                f"{format_quantity(fit.top_level_db, 'db')}".replace("-", "−"),
            ),
        )
    return sheet(f"peak-{view.axis}", f"Peak trace, {view.axis}", box.width, _H, parts, rows)
