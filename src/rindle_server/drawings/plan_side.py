"""The site cut upright: ground, what stands on it, the terminal on its mast, the beam, and what is tight."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

from rindle_core.job import JobInput
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.sky.plan_seen import side_of
from rindle_core.stations.sky.side_view import SideBody, SidePoint, SideViewResult, side_view
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, arrow, circle, ink, line, path, sheet, tag, words

_LEFT, _EDGE, _FOOT = 88.0, 34.0, 46.0  # left of the head there is room for the figure of what is tight beside it
_LABEL, _LETTER_PX, _GAP = 14.0, 7.0, 8.0
_STEP_PX = 10.0  # of the beam's edges, as far as a label has to keep off them
Box = tuple[float, float, float, float]


class _Scale:
    """Metres along and up to drawing points, the same scale for both."""

    def __init__(self, found: SideViewResult, width: float, height: float, reach_m: float) -> None:
        ups = [one.up_m for one in found.ground] + [found.terminal.up_m + 1.0]
        ups += [point.up_m for body in found.bodies for point in body.points]
        low, high = min(ups) - 0.5, max(ups) + 1.0
        self.px = min((width - _LEFT - _EDGE) / reach_m, (height - _EDGE - _FOOT) / max(high - low, 1.0))
        self.low_m, self.foot, self.height = low, height - _FOOT, height
        self.top_m = low + (height - _FOOT - 12) / self.px

    def foot_of(self, up_m: float) -> float:
        return self.xy(0.0, up_m)[1]

    def at(self, point: SidePoint) -> Point:
        return self.xy(point.along_m, point.up_m)

    def xy(self, along_m: float, up_m: float) -> Point:
        return _LEFT + along_m * self.px, self.foot - (up_m - self.low_m) * self.px


def _beam(found: SideViewResult, scale: _Scale) -> list[str]:
    if not found.lower_edge:
        return []
    outline = [scale.at(one) for one in (*found.lower_edge, *reversed(found.upper_edge))]
    return [
        path(outline, "stream", 0, fill=ink("stream-tint"), close=True, fill_opacity=0.8),
        path([scale.at(one) for one in found.lower_edge], "stream", 1.6),
        path([scale.at(one) for one in found.upper_edge], "stream", 1, stroke_dasharray="4 4"),
    ]


def _bodies(found: SideViewResult, scale: _Scale) -> list[str]:
    parts = []
    for body in found.bodies:
        tops = [scale.at(one) for one in body.points]
        foot = scale.foot_of(body.foot_up_m)
        if len(tops) == 1:
            x, y = tops[0]
            if body.kind == "wire":
                parts.append(circle((x, y), 4, "rust", 2, fill=ink("sheet")))
            else:
                parts.append(line((x, y), (x, foot), "ink", 3))
        else:
            shape = [(tops[0][0], foot), *tops, (tops[-1][0], foot)]
            dash = {"stroke_dasharray": "4 3"} if body.beside else {}
            parts.append(path(shape, "quiet", 1.3, fill=ink("hill"), close=True, **dash))
    return parts


def _box(foot: Point, said: str, anchor: str = "middle") -> Box:
    """What a label covers; `foot` is the foot of its anchor."""
    wide = len(said) * _LETTER_PX
    left = foot[0] - wide * {"start": 0.0, "middle": 0.5, "end": 1.0}[anchor]
    return left, foot[1] - _LABEL, left + wide, foot[1] + 3.0


def _clear_of(box: Box, taken: Sequence[Box]) -> bool:
    return all(box[0] > b[2] or box[2] < b[0] or box[1] > b[3] or box[3] < b[1] for b in taken)


def _shape(body: SideBody, scale: _Scale) -> Box:
    tops = [scale.at(one) for one in body.points]
    xs, ys = [x for x, _ in tops], [y for _, y in tops]
    return min(xs), min(ys), max(xs), scale.foot_of(body.foot_up_m)


def _names(found: SideViewResult, scale: _Scale, taken: list[Box]) -> list[str]:
    """What stands there, over it, else beside it, where nothing lies under the words; over it without room."""
    shapes = [_shape(body, scale) for body in found.bodies]
    taken = [*taken, *shapes]
    parts = []
    for body, (left, top, right, foot) in zip(found.bodies, shapes, strict=True):
        over = ((left + right) / 2, top - 7)
        ways = [
            (over, "middle"),
            *(((right + 6, top + down), "start") for down in (-4.0, 12.0)),
            *(((left - 6, top + down), "end") for down in (-4.0, 12.0)),
            ((over[0], foot + 15), "middle"),
            ((left, foot + 15), "start"),
            ((over[0], top - 24), "middle"),
        ]
        at, anchor = next((way for way in ways if _clear_of(_box(way[0], body.name, way[1]), taken)), ways[0])
        first, up, last, down = _box(at, body.name, anchor)
        taken.append((first - _GAP, up, last + _GAP, down))
        parts.append(words(at, body.name, _LABEL, anchor=anchor))
    return parts


def _kept_off(found: SideViewResult, scale: _Scale, told: Sequence[Box]) -> list[Box]:
    """Where no name goes: the head, what is told already, and the edges of the beam."""
    x, y = scale.at(found.terminal)
    boxes = [(x - 9, y - 9, x + 9, y + 9), *told]
    for edge in (found.lower_edge, found.upper_edge):
        for (ax, ay), (bx, by) in itertools.pairwise(scale.at(one) for one in edge):
            count = max(1, math.ceil(math.hypot(bx - ax, by - ay) / _STEP_PX))
            for share in (step / count for step in range(count + 1)):
                px, py = ax + share * (bx - ax), ay + share * (by - ay)
                boxes.append((px - 2, py - 2, px + 2, py + 2))
    return boxes


def _tight(found: SideViewResult, scale: _Scale, look: Look) -> tuple[list[str], Box | None]:
    """How far it is free there, or too low, with its figure."""
    if found.tight_over_m is None or found.tight_along_m is None:
        return [], None
    edge = min(found.lower_edge, key=lambda one: abs(one.along_m - (found.tight_along_m or 0.0))).up_m
    over = found.tight_over_m
    low, high = scale.xy(found.tight_along_m, edge - over), scale.xy(found.tight_along_m, edge)
    token = "rust" if over < 0 else "ink"
    said = format_quantity(abs(over), "m", look.system) + (" too low" if over < 0 else " free")
    middle = (low[1] + high[1]) / 2 + 5
    beside = math.dist(high, scale.at(found.terminal)) < 24  # the head itself is in the way on the other side
    at, anchor = ((low[0] - 14, middle), "end") if beside else ((low[0] + 8, middle), "start")
    return [
        arrow(low, high, token, 1.6, 6) if abs(low[1] - high[1]) > 8 else circle(high, 3, token, 1.6),
        words(at, said, _LABEL, token, anchor, 700),
    ], _box(at, said, anchor)


def side_drawing(facts: JobInput, look: Look, letter: str = "") -> Drawing | None:
    """Along the sight-line from a position; None while that cannot be cut."""
    given = side_of(facts, letter)
    if given is None or not given.things:
        return None
    found = side_view(given).result
    width, height = (NARROW, 300.0) if look.narrow else (780.0, 340.0)
    scale = _Scale(found, width, height, given.reach_m)
    ground = [scale.at(one) for one in found.ground]
    start, base = scale.at(found.terminal), scale.at(found.ground[0])
    corner, caption = (8.0, height - 10), f"{given.bearing_deg:.0f}° true, to one scale"
    tight, told = _tight(found, scale, look)
    window = tag("clipPath", tag("rect", x=0, y=0, width=width, height=height), id="side-window")
    drawn = [
        *_beam(found, scale),
        *_bodies(found, scale),
        path(
            [(0.0, ground[0][1]), *ground, (width, ground[-1][1]), (width, height), (0.0, height)],
            "quiet",
            1.5,
            fill=ink("rule"),
            close=True,
        ),
        line(base, start, "ink", 3),
        circle(start, 6, "stream", 2.5, fill=ink("sheet")),
        *tight,
        *_names(found, scale, _kept_off(found, scale, [*([told] if told else []), _box(corner, caption, "start")])),
        words(corner, caption, _LABEL, "quiet", "start"),
    ]
    parts = [
        tag("rect", x=0, y=0, width=width, height=height, fill=ink("paper")),
        window,
        tag("g", *drawn, clip_path="url(#side-window)"),
    ]
    rows = [
        ("Terminal", f"{format_quantity(given.height_m, 'm', look.system)} over the ground there"),
        ("Cut along", f"{given.bearing_deg:.1f}° true"),
    ]
    if found.tight_over_m is not None and found.tight_along_m is not None:
        rows.append(
            (
                found.tight_name[:1].upper() + found.tight_name[1:],
                f"{format_quantity(found.tight_along_m, 'm', look.system)} away; the beam’s lower edge is "
                f"{format_quantity(abs(found.tight_over_m), 'm', look.system)} "
                f"{'under its top' if found.tight_over_m < 0 else 'over it'}",
            )
        )
    rows += [
        (one.name, f"{format_quantity(one.along_m, 'm', look.system)} away, beam "
         f"{format_quantity(one.beam_over_m, 'm', look.system)} over the floor")
        for one in found.people
        if one.beam_over_m is not None
    ]  # fmt: skip
    title = f"Side view from position {letter}" if letter else "Side view along the sight-line"
    return sheet("side", title, width, height, parts, rows)


__all__ = ["side_drawing"]
