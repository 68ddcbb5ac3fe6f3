"""What holds the mount: the plate with its holes, the footing in section, and how the concrete hardens."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

from rindle_core.catalogue.mounts import MountKind
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, Towards, format_quantity
from rindle_core.science.concrete import equivalent_age_days, strength_share
from rindle_core.stations.mount.curing import CuringInput, spells_of
from rindle_core.stations.mount.plate import FixingsResult, HoleView
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Look,
    Point,
    arrow,
    circle,
    folded,
    ink,
    line,
    path,
    sheet,
    tag,
    words,
)

_W, _H = 780.0, 360.0


def _mark(hole: HoleView) -> tuple[str, str]:
    """Ink and word of a hole: what does not hold is hollow, what is overloaded is red."""
    if not hole.counts:
        return "quiet", "holds nothing"
    if hole.use_share is None:
        return "ochre", "not known"
    return ("rust", "too much") if hole.use_share > 1 else ("stream", "holds")


def _plain(mm: float, look: Look) -> str:
    """A dimension as a drawing has it: whole millimetres, or inches and sixteenths."""
    return f"{mm:.0f} mm" if look.system == "metric" else format_quantity(mm, "mm", look.system)


def _dimension(a: Point, b: Point, said: str, offset: float) -> list[str]:
    """A dimension line under or beside two points that lie level or plumb to each other."""
    if a[1] == b[1]:
        y = a[1] + offset
        return [
            line((a[0], y), (b[0], y), "quiet", 1),
            *(line((x, y - 6), (x, y + 6), "quiet", 1) for x in (a[0], b[0])),
            words(((a[0] + b[0]) / 2, y + 17), said, 14, "quiet"),
        ]
    x = a[0] + offset
    return [
        line((x, a[1]), (x, b[1]), "quiet", 1),
        *(line((x - 6, y), (x + 6, y), "quiet", 1) for y in (a[1], b[1])),
        words((x - 8, (a[1] + b[1]) / 2 + 5), said, 14, "quiet", "end"),
    ]


def fixing_map(kind: MountKind, found: FixingsResult, look: Look) -> Drawing | None:
    """The plate as one looks at it, holes to scale; each with its number, what goes in, and how much it bears."""
    if kind.plate_width_mm is None or kind.plate_height_mm is None:
        return None
    narrow, system = look.narrow, look.system
    width, room = (NARROW, 190.0) if narrow else (_W, 300.0)
    px = min(room / kind.plate_width_mm, 250.0 / kind.plate_height_mm)
    wide, high = kind.plate_width_mm * px, kind.plate_height_mm * px
    middle = (70 + wide / 2 if narrow else 90 + room / 2, 30 + 125.0)
    corner = (middle[0] - wide / 2, middle[1] - high / 2)
    parts = [
        tag("rect", x=corner[0], y=corner[1], width=wide, height=high, rx=6, fill=ink("paper"), stroke=ink("ink"),
            stroke_width=2),
        line((middle[0], corner[1] - 12), (middle[0], corner[1] + high + 12), "quiet", 1, stroke_dasharray="8 4 2 4"),
        words((middle[0], corner[1] - 16), "plumb line", 14, "quiet"),
    ]  # fmt: skip
    for hole in found.holes:
        at = (middle[0] + hole.right_mm * px, middle[1] - hole.up_mm * px)
        token, _ = _mark(hole)
        shape = circle(at, 13, token, 3, fill=ink("sheet"))
        slot = [line((at[0], at[1] - 13), (at[0], at[1] - 26), token, 5)] if hole.slotted else []
        label = words((at[0], at[1] + 5), str(hole.number), 14, "ink", weight=700)
        dashed = circle(at, 18, "quiet", 1, stroke_dasharray="3 3") if not hole.counts else ""
        parts.append(tag("g", *slot, dashed, shape, label, data_hole=hole.number, style="cursor: pointer"))
    xs, ys = sorted({hole.right_mm for hole in found.holes}), sorted({hole.up_mm for hole in found.holes})
    if len(xs) > 1:
        ends = [(middle[0] + x * px, corner[1] + high) for x in (xs[0], xs[-1])]
        parts += _dimension(ends[0], ends[1], _plain(xs[-1] - xs[0], look), 22)
    if len(ys) > 1:
        sides = [(corner[0], middle[1] - y * px) for y in (ys[-1], ys[0])]
        parts += _dimension(sides[0], sides[1], _plain(ys[-1] - ys[0], look), -18)
    if not narrow:
        parts += _table(found.holes, look)
    rows = []
    for hole in found.holes:
        use = "" if hole.use_share is None else f", {100 * hole.use_share:.0f} % of what it may bear"
        bears = (
            f"pull {format_quantity(hole.pull_n, 'n', system)}, across {format_quantity(hole.across_n, 'n', system)}"
            f"{use}; {hole.case}; {hole.gets}"
        )
        rows.append(
            (f"Hole {hole.number}", bears if hole.counts else f"holds nothing; {hole.gets or 'see the verdict'}")
        )
    return sheet("fixing-map", "Fixing map", width, _H, parts, rows)


def _table(holes: Sequence[HoleView], look: Look) -> list[str]:
    """Beside the plate: pull, push and use of each hole; up to nine rows."""
    heads = [(470, "hole"), (560, "pull"), (640, "across"), (700, "use")]
    parts = [words((x, 40), said, 14, "quiet", "end") for x, said in heads]
    for index, hole in enumerate(holes[:9]):
        y = 66 + index * 30
        token, word = _mark(hole)
        use = word if hole.use_share is None else f"{100 * hole.use_share:.0f} %"
        cells = [
            (470.0, str(hole.number)),
            (560.0, format_quantity(hole.pull_n, "n", look.system) if hole.counts else ""),
            (640.0, format_quantity(hole.across_n, "n", look.system) if hole.counts else ""),
        ]
        parts += [words((x, y), said, 15, "ink", "end", 600) for x, said in cells if said]
        parts.append(words((700 if hole.use_share is not None else 770, y), use, 15, token, "end", 700))
        if hole.use_share is not None:
            parts.append(tag("rect", x=712, y=y - 11, width=58, height=12, fill=ink("paper"), stroke=ink("rule")))
            parts.append(tag("rect", x=712, y=y - 11, width=58 * min(1.0, hole.use_share), height=12, fill=ink(token)))
    return parts


_OF_THE_WIDTH_PX = 40.0  # what the hole's width takes under it


def _dug(system: System, deep_m: float, to: Towards = "near") -> str:
    """A depth as one measures it in a hole: to the centimetre, or to the inch."""
    return format_quantity(deep_m, "m", system, 1 if system == "metric" else 0, to)


def footing_section(facts: JobInput, result: JobAssessment, look: Look) -> Drawing | None:
    """The hole in section: what is asked for, what is dug, frost, cross-bar, fall at the top; to one scale."""
    found = result.footing
    if found is None:
        return None
    narrow, system = look.narrow, look.system
    width = NARROW if narrow else _W
    x, ground = (180.0, 80.0) if narrow else (270.0, 80.0)
    deep_m = max(found.depth_m, found.wanted_m, facts.mount.frost_m or 0.0, 0.5)
    px = 240.0 / deep_m
    half = found.width_m / 2 * px
    deep = found.depth_m * px
    tube = max(6.0, (facts.mount.mast_diameter_mm or 60.0) / 1000 * px)
    g = ground
    parts = [
        tag("rect", x=8, y=g, width=width - 16, height=_H - g - 8, fill=ink("hill")),
        line((8, g), (width - 8, g), "ink", 2),
        path(
            [(x - half, g), (x - tube, g - 6), (x + tube, g - 6), (x + half, g), (x + half, g + deep),
             (x - half, g + deep)], "ink", 2, fill=ink("rule"), close=True,
        ),
        tag("rect", x=x - tube / 2, y=14, width=tube, height=g + deep - 0.1 * px - 14, fill=ink("sheet"),
            stroke=ink("ink"), stroke_width=1.5),
        line((x - 0.2 * px, g + deep - 0.2 * px), (x + 0.2 * px, g + deep - 0.2 * px), "ink", 5),
        *_dimension((x - half, g + deep), (x + half, g + deep),
                    format_quantity(found.width_m, "m", system), 12),
    ]  # fmt: skip
    marks = [(found.wanted_m, "asked for", "rust" if found.depth_m < found.by_load_m else "stream")]
    if facts.mount.frost_m:
        marks.append((facts.mount.frost_m, "frost", "stream"))
    for depth_m, said, token in marks:
        y = g + depth_m * px
        under = 0.0 < y - g - deep < _OF_THE_WIDTH_PX  # there the hole's width is written
        parts.append(line((x + half if under else x - half - 60, y), (x + half + 60, y), token, 2,
                          stroke_dasharray="7 5"))  # fmt: skip
        told = f"{said} {_dug(system, depth_m, 'up')}"
        parts.append(words((x + half + 12, y - 5), told, 14, token, "start", 600) if not narrow else
                     words((width - 12, y - 4), told, 14, token, "end", 600))  # fmt: skip
    parts += _dimension((x - half, g), (x - half, g + deep), _dug(system, found.depth_m), -22)
    parts.append(arrow((x + tube + 4, g - 16), (x + half, g - 2), "stream", 1.5, 7))
    volume, water = (
        format_quantity(one, unit, system) for one, unit in ((found.volume_m3, "m3"), (found.water_l, "l"))
    )
    rows = [
        ("Depth for the gust", _dug(system, found.by_load_m, "up")),
        ("Asked for, with frost", _dug(system, found.wanted_m, "up")),
        ("Reckoned with", _dug(system, found.depth_m)),
        ("Soil", found.soil_name),
        ("Concrete", f"{volume}, {found.bag_count} bags, {water} of water"),
        ("To mix by hand", f"{found.mix_min:.0f} min"),
        ("Pole in the concrete", _dug(system, found.pole_least_m, "up")),
    ]
    if not narrow:
        beside = [
            ("Soil", folded(found.soil_name, 22)),
            ("Concrete", [f"{volume}, {found.bag_count} bags", f"{water} of water"]),
            ("Pole in the concrete", [_dug(system, found.pole_least_m, "up")]),
        ]
        y = 130.0
        for what, lines in beside:
            parts.append(words((600, y), what, 14, "quiet", "start"))
            parts += [words((600, y + 20 * (i + 1)), one, 15, "ink", "start", 600) for i, one in enumerate(lines)]
            y += 34 + 20 * len(lines)
    return sheet("footing", "Footing in section", width, _H, parts, rows)


def curing_curve(facts: JobInput, result: JobAssessment, look: Look) -> Drawing | None:
    """Strength over time, with its three stages and the moment that is judged."""
    found, poured = result.curing, facts.mount.poured_at
    if found is None or poured is None:
        return None
    narrow = look.narrow
    width = NARROW if narrow else _W
    left, right, top, low = 44.0, width - 16.0, 24.0, 230.0
    told = [one.at for one in found.stages if one.at is not None]
    last = max([*told, *([facts.mount.cured_at] if facts.mount.cured_at else [])], default=poured)
    days = min(60.0, max(7.0, 1.15 * (last - poured) / dt.timedelta(days=1)))
    given = CuringInput(poured_at=poured, spells=facts.mount.curing, now=None, rules=facts.picks.rules)

    def at(day: float, share: float) -> Point:
        return left + (right - left) * day / days, low - (low - top) * min(1.0, share)

    curve = []
    for step in range(61):
        day = days * step / 60
        worth = equivalent_age_days(spells_of(given, poured + dt.timedelta(days=day)))
        curve.append(at(day, strength_share(worth)))
    parts = [line((left, low), (right, low), "ink", 1.5), line((left, top), (left, low), "ink", 1.5)]
    parts += [
        words((left - 8, at(0, share)[1] + 5), f"{100 * share:.0f}", 14, "quiet", "end") for share in (0.0, 0.5, 1.0)
    ]
    step_days = 1 if days <= 10 else 7
    for day in range(0, int(days) + 1, step_days):
        parts.append(line((at(day, 0)[0], low), (at(day, 0)[0], low + 5), "ink", 1))
        parts.append(words((at(day, 0)[0], low + 20), str(day), 14, "quiet"))
    parts.append(words((right, low + 40), "days since the pour", 14, "quiet", "end"))
    parts.append(words((left, 14), "% of the 28-day strength", 14, "quiet", "start"))
    rows = []
    for one in found.stages:
        y = at(0, one.share)[1]
        parts.append(line((left, y), (right, y), "rule", 1, stroke_dasharray="5 4"))
        when = f"{one.at:%a %d %b, %H:%M}" if one.at else "not within 120 days"
        rows.append((one.name, f"at {100 * one.share:.0f} %: {when}"))
        if one.at is not None:
            day = (one.at - poured) / dt.timedelta(days=1)
            point = at(day, one.share)
            parts.append(circle(point, 5, "ink", 2, fill=ink("sheet")))
            said = one.name if narrow else f"{one.name}, {when}"
            end = point[0] > left + 0.6 * (right - left)
            parts.append(
                words((point[0] + (-12 if end else 12), point[1] + (-9 if end else 20)), said, 14, "ink",
                      "end" if end else "start", 600)
            )  # fmt: skip
    parts.append(path(curve, "stream", 3))
    if facts.mount.cured_at is not None and found.strength_share is not None:
        here = at((facts.mount.cured_at - poured) / dt.timedelta(days=1), found.strength_share)
        parts.append(line((here[0], top), (here[0], low), "rust", 2))
        parts.append(words((here[0] + 6, low - 8), f"now {100 * found.strength_share:.0f} %", 15, "rust", "start", 700))
        rows.append(("Now", f"{100 * found.strength_share:.0f} % of the 28-day strength"))
    return sheet("curing", "How the concrete hardens", width, 276.0, parts, rows)


__all__ = ["curing_curve", "fixing_map", "footing_section"]
