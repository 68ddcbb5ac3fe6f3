"""The bring-up ladder: the terminal's states with their times."""

from __future__ import annotations

from rindle_core.kernel.units import format_quantity
from rindle_core.stations.bringup.bringup import BringUpResult
from rindle_server.drawings.svg import NARROW, Drawing, circle, ink, line, sheet, tag, words

_W, _STEP = 780.0, 34.0
_NARROW_STEP = 54.0
_MARK = {"passed": ("stream", "stream"), "current": ("stream", "sheet"), "ahead": ("rule", "sheet")}


def bringup_ladder(bringup: BringUpResult, *, narrow: bool = False) -> Drawing:
    """From power at the top to online at the foot; bars are the time spent, ticks the usual time, over minutes."""
    count = len(bringup.rungs)
    step = _NARROW_STEP if narrow else _STEP
    width, spine, bar, long = (NARROW, 16.0, 34.0, 212.0) if narrow else (_W, 40.0, 230.0, 290.0)
    named, told, usually = (34.0, bar + long + 10, NARROW - 4) if narrow else (62.0, 534.0, 634.0)
    height = count * step + 52
    longest = max(1.0, *(max(rung.state.usual_s, rung.taken_s or 0.0) for rung in bringup.rungs))
    parts = [line((spine, 22), (spine, 22 + (count - 1) * step), "rule", 2)]
    rows = []
    for index, rung in enumerate(bringup.rungs):
        y = 22 + index * step
        below = y + 20 if narrow else y  # the bar stands under the name
        edge, inside = _MARK[rung.standing]
        stuck = rung.standing == "current" and bringup.stuck
        token = "rust" if stuck else edge
        parts.append(circle((spine, y), 9, token, 3, fill=ink(inside)))
        tone = "quiet" if rung.standing == "ahead" else "ink"
        parts.append(
            words((named, y + 5), rung.state.name, 15, tone, "start", 700 if rung.standing == "current" else 400)
        )
        usual = bar + long * rung.state.usual_s / longest
        if rung.taken_s is not None:
            parts.append(
                tag(
                    "rect",
                    x=bar,
                    y=below - 7,
                    width=long * rung.taken_s / longest,
                    height=14,
                    fill=ink("rust" if stuck else "stream"),
                )
            )
            parts.append(words((told, below + 5), format_quantity(rung.taken_s, "s"), 14, "ink", "start", 600))
        parts.append(line((usual, below - 10), (usual, below + 10), "quiet", 1.5))
        said = "" if rung.state.usual_s == 0 else f"usually {format_quantity(rung.state.usual_s, 's')}"
        parts.append(words((usually, y + 5), said, 14, "quiet", "end" if narrow else "start"))
        taken = "not reached" if rung.taken_s is None else format_quantity(rung.taken_s, "s")
        rows.append((rung.state.name, f"{rung.standing}, {taken}, usually {format_quantity(rung.state.usual_s, 's')}"))
    foot = 22 + count * step - step / 2 + (20 if narrow else 6)
    parts += _minutes(bar, long, longest, foot)
    return sheet("bringup", "Bring-up ladder", width, height, parts, rows)


def _minutes(bar: float, long: float, longest: float, y: float) -> list[str]:
    """The axis of the bars, in minutes."""
    step = next((one for one in (1, 2, 5, 10, 30) if longest / 60 / one <= 6), 60)
    parts = [line((bar, y), (bar + long, y), "quiet", 1)]
    for minute in range(0, int(longest // 60) + 1, step):
        x = bar + long * minute * 60 / longest
        parts += [line((x, y), (x, y + 5), "quiet", 1), words((x, y + 20), f"{minute} min", 14, "quiet", "middle")]
    return parts
