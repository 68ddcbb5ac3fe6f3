"""What a mount stands on or hangs from, to the scale of the mount's elevation."""

from __future__ import annotations

from dataclasses import dataclass

from rindle_core.catalogue.mounts import MountKind, Surface
from rindle_server.drawings.svg import Point, circle, ink, line, path, tag, words


@dataclass(frozen=True, slots=True)
class Stand:
    """Where the mast's foot is on the sheet, how large a metre is, and what is told of the mount."""

    foot: Point
    ground_y: float
    scale: float
    kind: MountKind | None
    surface: Surface | None
    reach_m: float = 0.0
    spacing_m: float = 0.0
    below_m: float = 0.0
    depth_m: float = 0.0
    width_m: float = 0.6
    block_count: int = 0
    on_right: bool = False


def _box(x: float, y: float, wide: float, high: float, fill: str = "hill", **more: object) -> str:
    return tag("rect", x=x, y=y, width=wide, height=high, fill=ink(fill), stroke=ink("ink"), stroke_width=1.2, **more)


def _wall(at: Stand, x: float, top_m: float) -> list[str]:
    """A wall from the ground up to some way over the plate, drawn as thick as a brick and a half."""
    y = at.foot[1] - top_m * at.scale
    parts = [_box(x, y, max(12.0, 0.25 * at.scale), at.ground_y - y)]
    step = 0.4 * at.scale
    rows = int((at.ground_y - y) / step) if step > 8 else 0
    return parts + [
        line((x, y + (i + 1) * step), (x + max(12.0, 0.25 * at.scale), y + (i + 1) * step), "quiet", 0.6)
        for i in range(rows)
    ]


def _on_wall(at: Stand) -> list[str]:
    x, y = at.foot
    wall_x = x + max(10.0, at.reach_m * at.scale)
    plate = (at.kind.plate_height_mm or 250.0) / 1000.0 * at.scale if at.kind else 20.0
    parts = _wall(at, wall_x, 0.6)
    parts.append(_box(wall_x - 5, y - plate / 2, 5, plate, "ink"))
    parts.append(line((x, y), (wall_x, y), "ink", 5))
    parts.append(line((x + (wall_x - x) * 0.15, y), (wall_x - 3, y + plate / 2), "ink", 2))
    return parts


def _in_brackets(at: Stand) -> list[str]:
    x, y = at.foot
    wall_x = x + max(8.0, at.reach_m * at.scale)
    lower = y + at.spacing_m * at.scale
    parts = _wall(at, wall_x, 0.35)
    for level in (y, lower) if at.spacing_m else (y,):
        parts.append(line((x, level), (wall_x, level), "ink", 4))
        parts.append(_box(wall_x - 4, level - 9, 4, 18, "ink"))
    return parts


def _in_concrete(at: Stand) -> list[str]:
    x, _ = at.foot
    half, deep = at.width_m / 2 * at.scale, at.depth_m * at.scale
    g = at.ground_y
    block = [(x - half, g), (x - 8, g - 4), (x + 8, g - 4), (x + half, g), (x + half, g + deep), (x - half, g + deep)]
    return [
        path(block, "ink", 1.5, fill=ink("rule"), close=True),
        line((x, g), (x, g + deep - 0.1 * at.scale), "ink", 5),
        line(
            (x - 0.2 * at.scale, g + deep - 0.2 * at.scale), (x + 0.2 * at.scale, g + deep - 0.2 * at.scale), "ink", 3
        ),
    ]


def _on_ballast(at: Stand) -> list[str]:
    x, y = at.foot
    half = (at.kind.plate_width_mm or 1000.0) / 2000.0 * at.scale if at.kind else 50.0
    parts = [_box(x - half, y - 4, 2 * half, 8, "ink")]
    shown = min(at.block_count, 12)
    wide = half / 3.2
    for number in range(shown):
        row, column = divmod(number, 6)
        side = -1 if column % 2 == 0 else 1
        left = x + side * (10 + (column // 2) * wide) - (wide if side < 0 else 0)
        parts.append(_box(left, y - 4 - (row + 1) * wide * 0.45, wide - 2, wide * 0.45 - 1, "rule"))
    return [*parts, *_under(at, half + 20)]


def _under(at: Stand, half: float) -> list[str]:
    """The building under a roof or deck, up to the foot."""
    x, y = at.foot
    if at.ground_y - y < 14:
        return []
    roof: list[Point] = [(x - half, y + 4), (x + half, y + 4), (x + half, at.ground_y), (x - half, at.ground_y)]
    return [path(roof, "ink", 1.2, fill=ink("hill"), close=True)]


def _on_roof(at: Stand) -> list[str]:
    x, y = at.foot
    half = (at.kind.plate_width_mm or 250.0) / 2000.0 * at.scale if at.kind else 16.0
    parts = _under(at, max(half + 24, 0.9 * at.scale))
    parts.append(_box(x - half, y - 3, 2 * half, 7, "ink"))
    if half > 0.3 * at.scale:  # struts to the far feet
        parts += [line((x + side * half * 0.9, y), (x, y - 0.45 * at.scale), "ink", 2) for side in (-1, 1)]
    return parts


def _on_ladder(at: Stand) -> list[str]:
    x, y = at.foot
    foot = min(at.ground_y - 6, y + max(at.spacing_m, 1.0) * at.scale)
    turn = -1 if at.on_right else 1
    rail, other = x + 12 * turn, x + 38 * turn
    parts = [line((one, y - 20), (one, foot + 10), "quiet", 3) for one in (rail, other)]
    rungs = max(2, int((foot - y + 30) / max(0.3 * at.scale, 10)))
    parts += [
        line((rail, y - 14 + i * 0.3 * at.scale), (other, y - 14 + i * 0.3 * at.scale), "quiet", 2)
        for i in range(rungs)
        if y - 14 + i * 0.3 * at.scale < foot + 8
    ]
    clamp = _box(x - 5 if turn > 0 else x - 15, y - 5, 20, 10, "ink")
    parts += [clamp, _box(x - 6 if turn > 0 else x - 8, foot - 4, 14, 9, "ink"), line((x, y), (x, foot), "ink", 4)]
    return parts


def _on_legs(at: Stand) -> list[str]:
    x, y = at.foot
    return [line((x, y - 0.3 * at.scale), (x + side * 0.4 * at.scale, y), "ink", 3) for side in (-1.0, 0.25, 1.0)]


def _given(at: Stand) -> list[str]:
    x, y = at.foot
    if at.ground_y - y < 6:
        return [line((x - 10, y), (x + 10, y), "ink", 3)]
    return [
        line((x, y), (x, at.ground_y), "quiet", 4, stroke_dasharray="7 5"),
        circle((x, y), 6, "ink", 2, fill=ink("sheet")),
        words((x + 14, (y + at.ground_y) / 2), "what is there", 14, "quiet", "start"),
    ]


def stand(at: Stand) -> list[str]:
    """What is under or beside the mast's foot."""
    holds = at.kind.holds if at.kind else "given"
    if holds == "plate":
        return _on_wall(at) if at.kind is not None and at.kind.reach_m > 0 else _on_roof(at)
    made = {
        "brackets": _in_brackets,
        "concrete": _in_concrete,
        "ballast": _on_ballast,
        "clamps": _on_ladder,
        "stand": _on_legs,
    }
    return made.get(holds, _given)(at)


__all__ = ["Stand", "stand"]
