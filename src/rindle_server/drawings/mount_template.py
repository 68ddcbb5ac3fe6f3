"""Templates at true size: the holes of a plate and a wrap for a tube, cut into sheets that a printer takes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.mounts import MountKind
from rindle_core.kernel.units import MILLIMETRES_PER_INCH
from rindle_server.drawings.svg import circle, line, path, tag, words

Paper = Literal["a4", "letter"]
PAPERS_MM: dict[Paper, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (8.5 * 25.4, 11 * 25.4)}
_EDGE_MM, _HEAD_MM, _FOOT_MM, _OVERLAP_MM = 10.0, 14.0, 26.0, 10.0
BAR_MM = 100.0
_CROSS_MM = 9.0
_PIN_PLAY_MM = 0.5  # of the pin: what a connector takes either way


@dataclass(frozen=True, slots=True)
class Sketch:
    """Something at true size: its marks in millimetres, from its upper left corner, and how large it is."""

    title: str
    width_mm: float
    height_mm: float
    marks: list[str]


def _cross(x: float, y: float, said: str, drill_mm: float | None) -> list[str]:
    marks = [
        line((x - _CROSS_MM, y), (x + _CROSS_MM, y), "ink", 0.2),
        line((x, y - _CROSS_MM), (x, y + _CROSS_MM), "ink", 0.2),
        words((x + 2.5, y - 2.5), said, 4, "ink", "start", 700),
    ]
    return [*marks, circle((x, y), drill_mm / 2.0, "ink", 0.3)] if drill_mm else marks


def plate_sketch(kind: MountKind, drill_mm: float | None) -> Sketch:
    """The plate with its plumb line and a level line; a cross at each hole, a circle as large as the drill."""
    wide, high, room = kind.plate_width_mm or 100.0, kind.plate_height_mm or 100.0, 14.0
    middle = (room + wide / 2.0, room + high / 2.0)
    marks = [
        tag("rect", x=room, y=room, width=wide, height=high, fill="none", stroke="var(--quiet)", stroke_width=0.3,
            stroke_dasharray="3 2"),
        line((middle[0], 0.0), (middle[0], high + 2 * room), "ink", 0.35, stroke_dasharray="8 2 1 2"),
        line((0.0, middle[1]), (wide + 2 * room, middle[1]), "quiet", 0.2, stroke_dasharray="3 3"),
        words((middle[0] + 2, 6.0), "PLUMB LINE, this end up", 4, "ink", "start", 700),
    ]  # fmt: skip
    for hole in kind.holes:
        said = f"{hole.number}" + (f": first, {kind.proud_mm:g} mm proud" if hole.slotted and kind.proud_mm else "")
        marks += _cross(middle[0] + hole.right_mm, middle[1] - hole.up_mm, said, drill_mm)
    return Sketch(f"Drilling template: {kind.name}", wide + 2 * room, high + 2 * room, marks)


def wrap_sketch(diameter_mm: float, pin_mm: float | None, height_mm: float = 150.0) -> Sketch:
    """A strip that goes once round a tube, with a line each quarter turn and a rule along two of them."""
    round_mm = math.pi * diameter_mm
    room = 8.0
    marks = [
        tag("rect", x=room, y=room, width=round_mm, height=height_mm, fill="none", stroke="var(--ink)",
            stroke_width=0.3),
        words((room + 2, room - 2), "cut along the line; this edge flush with the tube’s end", 4, "ink", "start"),
    ]  # fmt: skip
    for quarter in range(5):
        x = room + round_mm * quarter / 4.0
        marks.append(line((x, room), (x, room + height_mm), "ink", 0.25, stroke_dasharray="6 2"))
        marks.append(words((x + 1.2, room + height_mm - 2), f"{90 * quarter % 360}°", 4, "quiet", "start"))
        if quarter in (0, 2):
            for down in range(10, int(height_mm), 10):
                long = 4.0 if down % 50 == 0 else 2.0
                marks.append(line((x - long, room + down), (x + long, room + down), "ink", 0.2))
            if pin_mm:
                marks += _cross(x, room + 50.0, f"pin {pin_mm:g} mm", pin_mm)
    return Sketch(f"Wrap for a tube of {diameter_mm:g} mm", round_mm + 2 * room, height_mm + 2 * room, marks)


def strip_sketch(cable: CoaxCable) -> Sketch:
    """A gauge to lay a coax end on: how far the jacket comes off, and how far the pin stands out once it is made."""
    room, thick, gap = 12.0, cable.diameter_mm, 46.0
    first, second = room + 14.0, room + 14.0 + thick + gap
    edge, tip = room + 70.0, room + 70.0 + cable.strip_mm
    mouth = edge
    bodies = [
        tag("rect", x=room, y=first, width=70.0, height=thick, fill="none", stroke="var(--ink)", stroke_width=0.3),
        tag("rect", x=edge, y=first + thick / 4.0, width=cable.strip_mm, height=thick / 2.0, fill="none",
            stroke="var(--quiet)", stroke_width=0.3),
        tag("rect", x=room, y=second, width=70.0, height=thick, fill="none", stroke="var(--ink)", stroke_width=0.3),
    ]  # fmt: skip
    told = [
        (first, edge, f"1  Lay the cable here. Jacket off from this line: {cable.strip_mm:g} mm"),
        (first, tip, ""),
        (
            second,
            mouth,
            f"2  The connector’s mouth on this line: the pin ends between the next two, {cable.pin_mm:g} mm",
        ),
        (second, mouth + cable.pin_mm - _PIN_PLAY_MM, ""),
        (second, mouth + cable.pin_mm + _PIN_PLAY_MM, ""),
    ]
    marks = list(bodies)
    for top, x, said in told:
        marks.append(line((x, top - 8.0), (x, top + thick + 8.0), "ink", 0.2))
        if said:
            marks.append(words((room, top + thick + 14.0), said, 4, "ink", "start", 700))
    counts = (
        "Turn the tool a dozen times, then peel.",
        "Braid back over the jacket: no strand at the centre.",
        "Dielectric cut flush; pin straight, cut clean, not scored.",
        "Compress; tug; then through, no short, loss.",
    )
    for at, said in enumerate(counts):
        y = second + thick + 28.0 + 8.0 * at
        marks.append(tag("rect", x=room, y=y - 3.6, width=4.0, height=4.0, fill="none", stroke="var(--ink)",
                         stroke_width=0.3))  # fmt: skip
        marks.append(words((room + 7.0, y), said, 4, "ink", "start"))
    return Sketch(f"Strip gauge: {cable.name}", room + 176.0, second + thick + 28.0 + 8.0 * len(counts), marks)


def _starts(length_mm: float, room_mm: float) -> list[float]:
    """Where each sheet begins so that all is covered, with an overlap to glue."""
    starts = [0.0]
    while starts[-1] + room_mm < length_mm - 1e-6:
        starts.append(starts[-1] + room_mm - _OVERLAP_MM)
    return starts


def _bar(paper: tuple[float, float]) -> list[str]:
    """A bar of 100 mm and one of 4 in, to lay a rule on."""
    y = paper[1] - _FOOT_MM + 5.0
    inches_mm = 4.0 * MILLIMETRES_PER_INCH
    parts = []
    for top, long, said in ((y, BAR_MM, "100 mm"), (y + 7.0, inches_mm, "4 in")):
        parts.append(path([(_EDGE_MM, top), (_EDGE_MM + long, top)], "ink", 0.5))
        parts += [line((_EDGE_MM + x, top - 2), (_EDGE_MM + x, top + 2), "ink", 0.4) for x in (0.0, long)]
        parts.append(words((_EDGE_MM + long + 3, top + 1.4), f"{said}: lay a rule on it", 4, "ink", "start"))
    return parts


def _room_mm(size: tuple[float, float]) -> tuple[float, float]:
    return size[0] - 2 * _EDGE_MM, size[1] - _HEAD_MM - _FOOT_MM


def _tiles(sketch: Sketch, size: tuple[float, float]) -> tuple[list[float], list[float]]:
    wide, high = _room_mm(size)
    return _starts(sketch.width_mm, wide), _starts(sketch.height_mm, high)


def sheet_mm(sketch: Sketch, paper: Paper) -> tuple[float, float]:
    """Width and height of the paper, laid on its side where the sketch then takes fewer sheets."""
    size = PAPERS_MM[paper]
    return min((size, size[::-1]), key=lambda one: math.prod(map(len, _tiles(sketch, one))))


def sheets(sketch: Sketch, paper: Paper, note: str) -> list[str]:
    """The sketch as sheets of paper at true size, each an SVG in millimetres with its own bar."""
    size = sheet_mm(sketch, paper)
    room, (columns, rows) = _room_mm(size), _tiles(sketch, size)
    made = []
    for down, top in enumerate(rows):
        for across, left in enumerate(columns):
            where = "" if len(columns) * len(rows) == 1 else f", sheet {chr(65 + down)}{across + 1}"
            made.append(
                tag(
                    "svg",
                    tag("defs", tag("clipPath", tag("rect", x=_EDGE_MM, y=_HEAD_MM, width=room[0], height=room[1]),
                                    id=f"room-{down}-{across}")),
                    words((_EDGE_MM, 9.0), f"{sketch.title}{where}", 5, "ink", "start", 700),
                    tag("g", tag("g", *sketch.marks, transform=f"translate({_EDGE_MM - left} {_HEAD_MM - top})"),
                        clip_path=f"url(#room-{down}-{across})"),
                    *_joins(size, room, across > 0, down > 0),
                    *_bar(size),
                    words((size[0] - _EDGE_MM, size[1] - 6.0), note, 3.6, "quiet", "end"),
                    xmlns="http://www.w3.org/2000/svg",
                    width=f"{size[0]}mm",
                    height=f"{size[1]}mm",
                    viewBox=f"0 0 {size[0]} {size[1]}",
                    font_family="'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif",
                )
            )  # fmt: skip
    return made


def _joins(size: tuple[float, float], room: tuple[float, float], left: bool, top: bool) -> Sequence[str]:
    """Where a sheet is laid over its neighbour."""
    parts = []
    if left:
        x = _EDGE_MM + _OVERLAP_MM
        parts.append(line((x, _HEAD_MM), (x, size[1] - _FOOT_MM), "quiet", 0.2, stroke_dasharray="1 2"))
    if top:
        y = _HEAD_MM + _OVERLAP_MM
        parts.append(line((_EDGE_MM, y), (_EDGE_MM + room[0], y), "quiet", 0.2, stroke_dasharray="1 2"))
    return parts


__all__ = [
    "BAR_MM",
    "PAPERS_MM",
    "Paper",
    "Sketch",
    "plate_sketch",
    "sheet_mm",
    "sheets",
    "strip_sketch",
    "wrap_sketch",
]
