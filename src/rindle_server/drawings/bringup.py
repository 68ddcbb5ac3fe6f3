"""The bring-up ladder: the terminal's states with their times."""

from __future__ import annotations

from rindle_core.kernel.units import format_quantity
from rindle_core.stations.bringup.bringup import BringUpResult
from rindle_server.drawings.svg import Drawing, circle, ink, line, sheet, tag, words

_W, _STEP = 780.0, 34.0
_MARK = {"passed": ("stream", "stream"), "current": ("stream", "sheet"), "ahead": ("rule", "sheet")}


def bringup_ladder(bringup: BringUpResult) -> Drawing:
    """From power at the foot to online at the top; bars are the time spent, ticks the usual time."""
    count = len(bringup.rungs)
    height = count * _STEP + 30
    longest = max(1.0, *(max(rung.state.usual_s, rung.taken_s or 0.0) for rung in bringup.rungs))
    parts = [line((40, 22), (40, height - 22), "rule", 2)]
    rows = []
    for index, rung in enumerate(bringup.rungs):
        y = height - 22 - index * _STEP
        edge, inside = _MARK[rung.standing]
        stuck = rung.standing == "current" and bringup.stuck
        token = "rust" if stuck else edge
        parts.append(circle((40, y), 9, token, 3, fill=ink(inside)))
        tone = "quiet" if rung.standing == "ahead" else "ink"
        parts.append(words((62, y + 5), rung.state.name, 15, tone, "start", 700 if rung.standing == "current" else 400))
        usual = 230 + 330 * rung.state.usual_s / longest
        if rung.taken_s is not None:
            parts.append(
                tag(
                    "rect",
                    x=230,
                    y=y - 7,
                    width=330 * rung.taken_s / longest,
                    height=14,
                    fill=ink("rust" if stuck else "stream"),
                )
            )
            parts.append(words((580, y + 5), format_quantity(rung.taken_s, "s"), 14, "ink", "start", 600))
        parts.append(line((usual, y - 10), (usual, y + 10), "quiet", 1.5))
        parts.append(words((640, y + 5), f"usually {format_quantity(rung.state.usual_s, 's')}", 13, "quiet", "start"))
        taken = "not reached" if rung.taken_s is None else format_quantity(rung.taken_s, "s")
        rows.append((rung.state.name, f"{rung.standing}, {taken}, usually {format_quantity(rung.state.usual_s, 's')}"))
    return sheet("bringup", "Bring-up ladder", _W, height, parts, rows)
