"""The chosen system as boxes and lines, from the sky to the customer's network, and where the work stands in it."""

from __future__ import annotations

from itertools import groupby
from typing import Any

from rindle_core.catalogue.blocks import Block, BlockLink, Carries
from rindle_core.catalogue.models import Terminal
from rindle_core.stations.bringup.wiring import Wiring
from rindle_server.drawings.svg import NARROW, Drawing, Point, ink, line, path, sheet, tag, words

_W, _BOX_W, _BOX_H, _TOP, _ROW = 860.0, 112.0, 50.0, 56.0, 108.0
_STEP = 112.0  # from box to box on a narrow sheet
_COLUMNS = (62.0, 234.0, 420.0, 636.0, 798.0)  # widest where the wall lies between
_LINE: dict[Carries, tuple[str, float, str | None]] = {
    "coax": ("stream", 3.0, None),
    "ethernet": ("stream", 3.0, "2 5"),
    "power": ("rust", 2.0, None),
    "earth": ("ink", 1.5, "7 4"),
    "waveguide": ("ink", 5.0, None),
    "fixed": ("rule", 3.0, None),
}
_HALO: dict[str, Any] = {
    "stroke": ink("sheet"),
    "stroke_width": 4,
    "paint_order": "stroke",
}  # words that a line would run through
_PARALLEL = 18.0  # between two lines that run from one box to the same other


class _Grid:
    """Where the boxes stand: the sky's end on the left, or on a narrow sheet at the top."""

    def __init__(self, blocks: list[Block], *, narrow: bool) -> None:
        self.narrow = narrow
        self._row_count = max(one.row for one in blocks) + 1
        self._last_column = max(one.column for one in blocks)
        self._indoors = [one for one in blocks if one.indoors]

    def centre(self, block: Block) -> Point:
        if self.narrow:
            return NARROW / self._row_count * (block.row + 0.5), _TOP + _STEP * block.column + _BOX_H / 2
        return _COLUMNS[block.column], _TOP + _ROW * block.row + _BOX_H / 2

    @property
    def size(self) -> tuple[float, float]:
        if self.narrow:
            return NARROW, _TOP + _STEP * self._last_column + _BOX_H + 20
        return _W, _TOP + _ROW * (self._row_count - 1) + _BOX_H + 26

    def wall(self) -> list[str]:
        """The wall between outdoors and indoors; nothing where no box stands indoors."""
        if not self._indoors:
            return []
        x, y = (min(found) for found in zip(*(self.centre(one) for one in self._indoors), strict=True))
        if self.narrow:
            at = y - _BOX_H / 2 - 20
            return [
                line((8, at), (NARROW - 8, at), "hill", 8),
                words((NARROW - 8, at - 9), "outdoors", 14, "quiet", "end"),
                words((NARROW - 8, at + 16), "indoors", 14, "quiet", "end"),
            ]
        at = x - _BOX_W / 2 - 20
        return [
            line((at, 30), (at, self.size[1] - 14), "hill", 8),
            words((at - 12, 22), "outdoors", 14, "quiet", "end"),
            words((at + 12, 22), "indoors", 14, "quiet", "start"),
        ]


def _box(block: Block, at: Point, here: bool) -> list[str]:
    x, y = at
    said = block.name.split()
    middle = next((at for at in range(len(said), 0, -1) if len(" ".join(said[:at])) <= 14), 1)
    rows = [" ".join(said[:middle]), " ".join(said[middle:])]
    rows = [row for row in rows if row]
    first = y + 5 - (len(rows) - 1) * 8.5
    drawn = [
        tag(
            "rect",
            x=x - _BOX_W / 2,
            y=y - _BOX_H / 2,
            width=_BOX_W,
            height=_BOX_H,
            rx=6,
            fill=ink("stream-tint" if here else "paper"),
            stroke=ink("stream" if here else "ink"),
            stroke_width=3 if here else 1.5,
        ),
        *(words((x, first + 17 * at), row, 15, "ink", weight=600) for at, row in enumerate(rows)),
    ]
    if here:
        drawn.append(words((x, y - _BOX_H / 2 - 8), "you are here", 14, "stream", weight=700, **_HALO))
    return drawn


def _ends(a: Point, b: Point, shift: float) -> tuple[list[Point], Point]:
    """The way of a line between two boxes, and where its label stands."""
    (ax, ay), (bx, by) = a, b
    if ay == by:
        left, right = min(ax, bx) + _BOX_W / 2, max(ax, bx) - _BOX_W / 2
        return [(left, ay + shift), (right, ay + shift)], ((left + right) / 2, ay + shift - 6)
    if ax == bx:
        top, foot = min(ay, by) + _BOX_H / 2, max(ay, by) - _BOX_H / 2
        return [(ax + shift, top), (ax + shift, foot)], (ax + shift + 6, (top + foot) / 2 + 4)
    # From the side of the one to the foot or head of the other.
    side = ax + _BOX_W / 2 if bx > ax else ax - _BOX_W / 2
    end = by - _BOX_H / 2 if ay < by else by + _BOX_H / 2
    turn = bx - _BOX_W / 4 + shift
    return [(side, ay), (turn, ay), (turn, end)], ((side + turn) / 2, ay - 6)


def _links(links: list[BlockLink], boxes: dict[str, Block], grid: _Grid) -> list[str]:
    drawn = []
    ordered = sorted(links, key=lambda one: (one.first, one.second))
    for _, group in groupby(ordered, key=lambda one: (one.first, one.second)):
        beside = list(group)
        for at, one in enumerate(beside):
            shift = (at - (len(beside) - 1) / 2) * _PARALLEL
            way, label = _ends(grid.centre(boxes[one.first]), grid.centre(boxes[one.second]), shift)
            token, width, dash = _LINE[one.carries]
            drawn.append(path(way, token, width, stroke_dasharray=dash))
            if one.label:
                upright = way[0][0] == way[-1][0]
                foot = (label[0], label[1] + (24 if at and not upright else 0))
                if upright and shift < 0:  # of two lines side by side the left one has its words on its left
                    foot = (foot[0] - 12, foot[1])
                anchor = "middle" if not upright else "end" if shift < 0 else "start"
                drawn.append(words(foot, one.label, 14, "quiet", anchor, **({} if upright else _HALO)))
    return drawn


def _end(box: Block, port: str) -> str:
    return f"{box.name}, port {port}" if port else box.name


def block_diagram(terminal: Terminal, station: str, *, narrow: bool = False) -> Drawing:
    """Boxes and lines of the terminal; those that `station` works on are marked."""
    here = [one.name for one in terminal.blocks if station in one.stations]
    told = [("You are here", ", ".join(here) or "at no part of it yet")]
    named = "blocks", f"{terminal.name}: what is plugged where"
    return _diagram(named, terminal.blocks, terminal.links, station, told, narrow)


def wiring_plan(wiring: Wiring, *, narrow: bool = False) -> Drawing:
    """Boxes and lines of the network behind the terminal."""
    named = "home-wiring", "The network behind the terminal: what is plugged where"
    return _diagram(named, wiring.blocks, wiring.links, "", [], narrow)


def _diagram(
    named: tuple[str, str],
    blocks: list[Block],
    links: list[BlockLink],
    station: str,
    told: list[tuple[str, str]],
    narrow: bool,
) -> Drawing:
    boxes = {one.code: one for one in blocks}
    grid = _Grid(blocks, narrow=narrow)
    parts = [*grid.wall(), *_links(links, boxes, grid)]
    for one in blocks:
        parts += _box(one, grid.centre(one), bool(station) and station in one.stations)
    rows = [
        (
            f"{_end(boxes[one.first], one.first_port)} to {_end(boxes[one.second], one.second_port)}",
            {"fixed": "fixed to it"}.get(one.carries, one.carries) + (f": {one.label}" if one.label else ""),
        )
        for one in links
    ]
    return sheet(*named, *grid.size, parts, [*rows, *told])


__all__ = ["block_diagram", "wiring_plan"]
