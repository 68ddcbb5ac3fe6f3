"""The wall in section, an end as it is stripped, and the way to earth."""

from __future__ import annotations

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import MILLIMETRES_PER_INCH, format_quantity
from rindle_core.stations.cable.asked import chosen_cable
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Look,
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

_W, _H = 780.0, 320.0


def wall_section(facts: JobInput, result: JobAssessment, look: Look) -> Drawing | None:
    """Wall and hole to one scale: inside left, outside right; the hole falls outwards, the cable hangs in a loop."""
    found, wall_mm = result.wall_hole, facts.cable.wall_mm
    if found is None or wall_mm is None:
        return None
    narrow, system = look.narrow, look.system
    width = NARROW if narrow else _W
    px = min((150.0 if narrow else 300.0) / wall_mm, 2.0)
    left, y = (90.0, 120.0) if narrow else (220.0, 120.0)
    right, drop = left + wall_mm * px, found.drop_mm * px
    half = max(3.0, (facts.cable.hole_mm or found.bit_mm or found.least_mm) / 2.0 * px)
    cable = max(2.0, half * 0.5)
    mouth = (right, y + drop)
    parts = [
        tag("rect", x=left, y=28, width=wall_mm * px, height=232, fill=ink("hill"), stroke=ink("ink")),
        path([(left, y - half), (right, mouth[1] - half), (right, mouth[1] + half), (left, y + half)], "ink", 1.2,
             fill=ink("sheet"), close=True),
        line((left, y), (right, y), "quiet", 1, stroke_dasharray="6 4"),
        path([(left - 46, y), (left, y), mouth, (right + 16, mouth[1] + 2), (right + 26, mouth[1] + 34),
              (right + 44, mouth[1] + 44), (right + 60, mouth[1] + 20), (right + 62, 40)], "stream", cable),
        words((left - 12, 44), "inside", 15, "ink", "end", 600),
        words((right + 8, 24) if narrow else (right + 74, 44), "outside", 15, "ink", "start", 600),
        words((right + 46, mouth[1] + 68), "drip loop", 14, "stream", "start" if not narrow else "middle"),
    ]  # fmt: skip
    side = facts.cable.drilled_from
    if not found.drills:
        side = ""
    if side == "inside":
        parts.append(arrow((left - 78, y - drop * 0.3 - 4), (left - 6, y - 2), "rust", 3, 12))
    elif side == "outside":
        parts.append(arrow((right + 82, mouth[1] + drop * 0.3 + 4), (right + 6, mouth[1] + 2), "rust", 3, 12))
    bit = (
        format_quantity(found.bit_in * MILLIMETRES_PER_INCH, "mm", "imperial")
        if system == "imperial" and found.bit_in is not None
        else f"{found.bit_mm:g} mm"
        if found.bit_mm is not None
        else "a hole saw"
    )
    metric = system == "metric"
    lower = (f"{found.drop_mm:.0f} mm" if metric else format_quantity(found.drop_mm, "mm", system)) + " lower"
    thick = f"{wall_mm:.0f} mm" if metric else format_quantity(wall_mm, "mm", system)
    parts += [
        line((left, 268), (right, 268), "quiet", 1),
        *(line((x, 262), (x, 274), "quiet", 1) for x in (left, right)),
        words(((left + right) / 2, 290), thick, 14, "quiet"),
        line((right - 12, y), mouth if drop > 4 else (right - 12, y + 4), "rust", 1.5),
    ]
    hole_mm, least = facts.cable.hole_mm, format_quantity(found.least_mm, "mm", system)
    wide = f"{least} or more" if hole_mm is None else format_quantity(hole_mm, "mm", system)
    made = ("Drill", bit) if found.drills else ("Old hole", wide)
    told = [made, ("Angle", f"{found.angle_deg:.1f}°"), ("Outer end", lower)]
    if narrow:
        parts.append(
            words(
                (width / 2, 312), f"{made[0].lower()} {made[1]}, {found.angle_deg:.0f}°, {lower}", 14, "ink", weight=600
            )
        )
    else:
        for index, (what, value) in enumerate(told):
            parts.append(words((640, 130 + index * 44), what, 14, "quiet", "start"))
            parts.append(words((640, 150 + index * 44), value, 16, "ink", "start", 700))
    rows = [*told, ("Length of the hole", format_quantity(found.slant_mm, "mm", system)), ("How", found.said)]
    return sheet("wall-section", "Wall in section", width, _H, parts, rows)


def _end(x: float, y: float, cable: CoaxCable, title: str, good: bool, **fault: bool) -> list[str]:
    """A stripped end from the side, eight times its size: jacket, braid, dielectric, pin."""
    px = 8.0
    stands = 2.2 if fault.get("long") else 0.3 if fault.get("short") else 1.0
    strip, pin = cable.strip_mm * px, cable.pin_mm * px * stands
    jacket, core = cable.diameter_mm * px / 2.0, cable.diameter_mm * 0.62 * px / 2.0
    proud = 10.0 if fault.get("dielectric") else 0.0
    token = "stream" if good else "rust"
    end = x + 70 + strip * 0.6 + proud
    parts = [
        tag("rect", x=x, y=y - jacket, width=70, height=2 * jacket, fill=ink("hill"), stroke=ink("ink")),
        tag("rect", x=x + 44, y=y - jacket - 5, width=26, height=2 * jacket + 10, fill="none", stroke=ink("ochre"),
            stroke_width=2, stroke_dasharray="3 2"),
        tag("rect", x=x + 70, y=y - core, width=strip * 0.6 + proud, height=2 * core, fill=ink("paper"),
            stroke=ink("ink")),
        path([(end, y), (end + pin * 0.4, y), (end + pin, y + (14 if fault.get("bent") else 0))], "ink", 5),
        line((x + 70 + strip * 0.6, y - 34), (x + 70 + strip * 0.6, y + 34), "quiet", 1, stroke_dasharray="4 3"),
        words((x, y + 60), title, 14, token, "start", 700),
    ]  # fmt: skip
    if fault.get("strand"):
        stray = [(x + 66, y - jacket), (x + 90, y - core - 8), (x + 70 + strip * 0.6 + 8, y - 3)]
        parts.append(path(stray, "rust", 2.5))
    mark = [(x - 20, y), (x - 13, y + 8), (x - 2, y - 10)] if good else []
    cross = [line((x - 20, y - 8), (x - 4, y + 8), "rust", 3), line((x - 20, y + 8), (x - 4, y - 8), "rust", 3)]
    return [*parts, *([path(mark, "stream", 3)] if good else cross)]


def connector_ends(facts: JobInput, look: Look) -> Drawing | None:
    """How a coax end is stripped: one that is taken, five that are cut off again."""
    cable = chosen_cable(facts)
    if cable is None or cable.kind != "coax" or cable.sealed:
        return None
    narrow = look.narrow
    width = NARROW if narrow else _W
    flush = f"good: flush, pin {cable.pin_mm:g} mm"
    told = [
        (flush, True, {}),
        ("pin too long", False, {"long": True}),
        ("pin too short", False, {"short": True}),
        ("pin bent", False, {"bent": True}),
        ("a strand at the pin", False, {"strand": True}),
        ("dielectric proud", False, {"dielectric": True}),
    ]
    parts = []
    for index, (title, good, fault) in enumerate(told):
        column, row = (0, index) if narrow else (index % 2, index // 2)
        parts += _end(40 + column * 390, 60 + row * 130, cable, title, good, **fault)
    height = 60 + 130 * (len(told) if narrow else len(told) // 2)
    rows = [
        ("Jacket off", f"{cable.strip_mm:g} mm; turn the tool a dozen times, peel back"),
        ("Braid", "folded back, no strand at the centre"),
        ("Dielectric", "flush with the connector’s inner face"),
        ("Pin", f"{cable.pin_mm:g} mm proud, straight, cut clean"),
        ("Then", "compress, screw on with a spanner, tape half over half upwards after the last test"),
    ]
    return sheet("connector", "An end as it is stripped", width, height, parts, rows)


def earth_way(result: JobAssessment, look: Look) -> Drawing | None:
    """The way to earth as a chain: what is made is joined, what is missing is open."""
    found = result.earth
    if found is None:
        return None
    narrow = look.narrow
    width = NARROW if narrow else _W
    steps = found.steps
    parts, rows = [], []
    if narrow:
        for index, one in enumerate(steps):
            y = 34 + index * 54
            if index:
                parts.append(line((30, y - 40), (30, y - 14), "stream" if one.done else "quiet", 4,
                                  stroke_dasharray=None if one.done else "4 6"))  # fmt: skip
            parts += _link(30, y, one.done)
            parts += [words((56, y + 5 + 17 * i), said, 14, "ink", "start", 600 if one.done else 400)
                      for i, said in enumerate(folded(one.name, 34)[:2])]  # fmt: skip
        height = 54.0 * len(steps) + 54.0
        ground: tuple[float, float] = (30.0, height - 22.0)
    else:
        apart = (width - 150) / max(len(steps), 1)
        for index, one in enumerate(steps):
            x = 62 + index * apart
            if index:
                parts.append(line((x - apart + 16, 60), (x - 16, 60), "stream" if one.done else "quiet", 5,
                                  stroke_dasharray=None if one.done else "5 8"))  # fmt: skip
            parts += _link(x, 60, one.done)
            parts += [words((x, 100 + 18 * i), said, 14, "ink", "middle", 600 if one.done else 400)
                      for i, said in enumerate(folded(one.name, int(apart / 8.4))[:5])]  # fmt: skip
        height = 200.0
        ground = (width - 46, 60.0)
        last = 62 + (len(steps) - 1) * apart
        parts.append(line((last + 16, 60), (ground[0], 60), "stream" if found.done_count == len(steps) else "quiet", 5))
    parts += [
        line((ground[0], ground[1]), (ground[0], ground[1] + 8), "ink", 3),
        *(line((ground[0] - w, ground[1] + 8 + i * 6), (ground[0] + w, ground[1] + 8 + i * 6), "ink", 3)
          for i, w in enumerate((16, 10, 4))),
    ]  # fmt: skip
    for one in steps:
        rows.append((one.name, "made" if one.done else "not made yet"))
    if found.wire_mohm is not None:
        rows.append(("The wire’s own resistance", f"{found.wire_mohm:.1f} mΩ"))
    return sheet("earth", "Way to earth", width, height, parts, rows)


def _link(x: float, y: float, done: bool) -> list[str]:
    tick = [path([(x - 6, y), (x - 1, y + 6), (x + 7, y - 7)], "on-stream", 3)] if done else []
    return [
        circle((x, y), 15, "stream" if done else "quiet", 2.5, fill=ink("stream" if done else "sheet"),
               stroke_dasharray=None if done else "4 4"),
        *tick,
    ]  # fmt: skip


__all__ = ["connector_ends", "earth_way", "wall_section"]
