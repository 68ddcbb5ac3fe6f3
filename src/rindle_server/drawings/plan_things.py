"""The things of a site plan, each as it is drawn from above."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import NamedTuple

from rindle_core.kernel.units import System, format_quantity
from rindle_core.science.bodies import ridge_over, widened
from rindle_core.stations.sky.plan_things import PlanThing, roof_ridge_m
from rindle_server.drawings.svg import Point, circle, ink, line, path, tag, words

At = Callable[[float, float], Point]
_LABEL = 14
_LETTER_PX = 7.0


def _middle(points: Sequence[Point]) -> Point:
    return sum(x for x, _ in points) / len(points), sum(y for _, y in points) / len(points)


def _label(at: Point, said: str, token: str = "ink", anchor: str = "middle") -> str:
    return words(
        at,
        said,
        _LABEL,
        token,
        anchor,
        paint_order="stroke",
        stroke=ink("paper"),
        stroke_width=3,
        stroke_linejoin="round",
    )


def _building(thing: PlanThing, points: list[Point], at: At) -> list[str]:
    parts = []
    if thing.overhang_m:
        eaves = [at(*spot) for spot in widened(thing.spots, thing.overhang_m)]
        parts.append(path(eaves, "quiet", 1, close=True, stroke_dasharray="4 3"))
    parts.append(path(points, "ink", 1.6, fill=ink("hill"), close=True))
    top = roof_ridge_m(thing)
    if top is not None and thing.height_m is not None:
        ridge = ridge_over(thing.spots, thing.height_m, top, thing.ridge_deg)
        turn = math.radians(ridge.bearing_deg)
        runs = [
            (east - ridge.east_m) * math.sin(turn) + (north - ridge.north_m) * math.cos(turn)
            for east, north in thing.spots
        ]
        ends = [
            at(ridge.east_m + run * math.sin(turn), ridge.north_m + run * math.cos(turn))
            for run in (min(runs), max(runs))
        ]
        parts.append(line(ends[0], ends[1], "quiet", 1.2))
    return parts


def _crown(thing: PlanThing, points: list[Point], px: float) -> list[str]:
    radius = max(3.0, (thing.across_m or thing.told.usual.get("across_m", 0.25)) / 2.0 * px)
    fill = "hill" if thing.told.sky == "tree" else "quiet"
    return [circle(points[0], radius, "quiet", 1.2, fill=ink(fill)), circle(points[0], 1.6, "quiet", 1, ink("quiet"))]


def _way(thing: PlanThing, points: list[Point], px: float) -> list[str]:
    width = max(3.0, (thing.across_m or 1.0) * px)
    return [path(points, "rule", width, stroke_opacity=0.75)]


def _ladder(points: list[Point]) -> list[str]:
    (x1, y1), (x2, y2) = points[0], points[-1]
    length = max(math.hypot(x2 - x1, y2 - y1), 1.0)
    aside = (-(y2 - y1) / length * 4.0, (x2 - x1) / length * 4.0)
    rails = [line((x1 + s * aside[0], y1 + s * aside[1]), (x2 + s * aside[0], y2 + s * aside[1])) for s in (1, -1)]
    count = max(2, int(length / 5))
    for k in range(1, count):
        x, y = x1 + (x2 - x1) * k / count, y1 + (y2 - y1) * k / count
        rails.append(line((x + aside[0], y + aside[1]), (x - aside[0], y - aside[1]), "ink", 1))
    return rails


def _earth(at: Point) -> list[str]:
    x, y = at
    return [
        line((x, y - 8), (x, y)),
        *(line((x - half, y + 3 * k), (x + half, y + 3 * k)) for k, half in enumerate((7, 4.5, 2))),
    ]


def _spot(thing: PlanThing, at: Point) -> list[str]:
    x, y = at
    role = thing.told.role
    if role == "earth":
        return _earth(at)
    if role == "ground":
        return [line((x - 4, y), (x + 4, y), "quiet", 1), line((x, y - 4), (x, y + 4), "quiet", 1)]
    if role == "entry":
        return [path([(x, y), (x - 6, y - 10), (x + 6, y - 10)], "stream", 1.5, fill=ink("sheet"), close=True)]
    if role == "indoor":
        return [tag("rect", x=x - 7, y=y - 5, width=14, height=10, fill=ink("sheet"), stroke=ink("stream"))]
    if thing.told.people:
        return [
            tag("rect", x=x - 4, y=y - 4, width=8, height=8, fill=ink("sheet"), stroke=ink("ochre"), stroke_width=2)
        ]
    return [circle(at, 4, "quiet", 1.5, fill=ink("sheet"))]


def _line(thing: PlanThing, points: list[Point], px: float) -> list[str]:
    told = thing.told
    if told.live:
        ends = [circle(point, 2.5, "rust", 1, fill=ink("rust")) for point in points]
        return [path(points, "rust", 1.6, stroke_dasharray="8 4"), *ends]
    if told.role == "ladder":
        return _ladder(points)
    if told.role == "cable":
        return [path(points, "stream", 2, stroke_dasharray="2 5")]
    if told.people:
        return _way(thing, points, px)
    if told.sky == "tree":
        return [path(points, "hill", max(4.0, (thing.across_m or 1.0) * px)), path(points, "quiet", 1.2)]
    return [path(points, "ink" if told.sky else "quiet", 3 if told.sky else 1.2)]


def draw_thing(thing: PlanThing, at: At, px: float) -> list[str]:
    """A thing to scale; `px` drawing units are a metre."""
    points = [at(*spot) for spot in thing.spots]
    shape = thing.told.shape
    if shape == "outline" and thing.told.sky:
        return _building(thing, points, at)
    if shape == "outline":
        return [path(points, "ochre", 1.2, fill=ink("ochre-tint"), close=True, fill_opacity=0.5)]
    if shape == "point":
        return _crown(thing, points, px) if thing.told.sky else _spot(thing, points[0])
    return _line(thing, points, px)


def label_of(thing: PlanThing, at: At, system: System) -> Label:
    """Its name, with the height that matters, and where that stands first of all."""
    points = [at(*spot) for spot in thing.spots]
    x, y = _middle(points)
    if thing.told.role == "ground":
        return Label("?" if thing.ground_m is None else format_quantity(thing.ground_m, "m", system), (x, y - 8))
    said = thing.name or thing.told.name
    if thing.told.sky:
        top = roof_ridge_m(thing) or thing.height_m
        said += f", {format_quantity(top, 'm', system)}" if top is not None else ", height?"
    return Label(said, (x, y + 4 if thing.told.shape == "outline" else y - 9))


class Label(NamedTuple):
    """Words and the foot of their middle."""

    said: str
    at: Point


def labels(rows: Sequence[Label], spots: Sequence[Point], width: float, height: float) -> list[str]:
    """Those that find room, each a little higher or lower where it would lie over another; the first come first."""
    taken = [(x - 14.0, y - 14.0, x + 14.0, y + 14.0) for x, y in spots]
    parts = []
    for one in rows:
        half = len(one.said) * _LETTER_PX / 2.0
        for step in (0.0, -18.0, 18.0, -34.0, 34.0):
            x, y = one.at[0], one.at[1] + step
            box = (x - half, y - _LABEL, x + half, y + 3.0)
            inside = box[0] > 2 and box[2] < width - 2 and box[1] > 2 and box[3] < height - 2
            if inside and all(box[0] > b[2] or box[2] < b[0] or box[1] > b[3] or box[3] < b[1] for b in taken):
                taken.append(box)
                parts.append(_label((x, y), one.said))
                break
    return parts


def row_of(thing: PlanThing, system: System) -> tuple[str, str]:
    """Its row of the text twin."""
    east, north = thing.spots[0]
    bearing = math.degrees(math.atan2(east, north)) % 360
    said = f"{format_quantity(math.hypot(east, north), 'm', system)} at {bearing:.0f}° true"
    if thing.height_m is not None:
        said += f", {thing.told.height_word.lower()} {format_quantity(thing.height_m, 'm', system)}"
    elif thing.told.needs_height:
        said += ", height not told"
    return thing.called[:1].upper() + thing.called[1:], said


__all__ = ["At", "Label", "draw_thing", "label_of", "labels", "row_of"]
