"""The ladder against the wall, to scale: how long, how far out, and how high one works from it."""

from __future__ import annotations

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import format_quantity
from rindle_core.science.ladders import FREE_TOP_M, HANDS_UP_M, rail_m
from rindle_core.stations.mounting import height_m
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, circle, ink, line, path, sheet, tag, words

_W, _H, _FOOT = 780.0, 330.0, 280.0
_RUNG_M = 0.28


def _person(feet: Point, px: float, hand: Point) -> list[str]:
    """Somebody of 1.75 m on the ladder, a hand on the work."""
    hips, shoulders, head = (
        (feet[0] - back * px, feet[1] - up * px) for back, up in ((0.12, 0.9), (0.1, 1.4), (0.08, 1.6))
    )
    return [
        path([(feet[0] + 0.05 * px, feet[1]), hips, shoulders, hand], "stream", 5),
        circle(head, 0.13 * px, "stream", 0, fill=ink("stream")),
    ]


def _ladder(foot: Point, top: Point, rails_m: float) -> list[str]:
    """Rails seen from the side with their rungs."""
    count = int(rails_m / _RUNG_M)
    steps = [
        (foot[0] + (top[0] - foot[0]) * k / count, foot[1] + (top[1] - foot[1]) * k / count) for k in range(1, count)
    ]
    return [line(foot, top, "ink", 5), *(line((x - 5, y), (x + 5, y), "ink", 2) for x, y in steps)]


def _from_one_to(a: Point, b: Point, said: str) -> list[str]:
    """A plumb dimension with its word beside it."""
    return [
        line(a, b, "quiet", 1),
        *(line((x - 6, y), (x + 6, y), "quiet", 1) for x, y in (a, b)),
        words((a[0] + 8, (a[1] + b[1]) / 2 + 5), said, 14, "quiet", "start"),
    ]


def way_up(facts: JobInput, result: JobAssessment, look: Look) -> Drawing | None:
    """The shortest ladder as it would lean; None where none is needed or its height is not known."""
    found, work_m = result.getting_up, height_m(facts)
    if found is None or found.support_m is None or found.top_m is None or found.foot_out_m is None:
        return None
    width = NARROW if look.narrow else _W
    tallest_m = max(found.top_m, found.support_m - FREE_TOP_M + 1.9, work_m or 0.0) + 0.3
    px = min((_FOOT - 24) / tallest_m, (width - 300) / max(found.foot_out_m, 0.1))
    wall_x = width * 0.55
    deep_px = (width - 12 - wall_x) * (0.3 if look.narrow else 0.5)
    roof = found.by == "roof"

    def at(out_m: float, up_m: float) -> Point:
        return wall_x - out_m * px, _FOOT - up_m * px

    # It leans in a straight line: what goes on over its support goes on at the same lean.
    over_m = found.top_m - found.support_m
    foot = at(found.foot_out_m, 0.0)
    top = at(-found.foot_out_m * over_m / found.support_m, found.top_m)
    rails_m = rail_m(found.support_m, found.foot_out_m, over_m)
    wall_top_m = found.support_m if roof else tallest_m
    far = width - 12
    parts = [
        line((12, _FOOT), (far, _FOOT), "quiet", 2),
        tag("rect", x=wall_x, y=at(0, wall_top_m)[1], width=deep_px, height=wall_top_m * px,
            fill=ink("hill"), stroke=ink("rule"), stroke_width=1.5),
        *_ladder(foot, top, rails_m),
    ]  # fmt: skip
    show = {"rails": found.ladder_m or rails_m, "out": found.foot_out_m, "support": found.support_m}
    said = {name: format_quantity(value, "m", look.system) for name, value in show.items()}
    rows = [
        ("Ladder, at least", said["rails"]),
        ("Foot out from the wall", said["out"]),
        ("It leans at", said["support"]),
    ]
    if not roof:
        share = 1.0 - FREE_TOP_M / found.support_m
        feet = (foot[0] + (top[0] - foot[0]) * share, foot[1] + (top[1] - foot[1]) * share)
        parts += _person(feet, px, (wall_x - 4, feet[1] - HANDS_UP_M * px))
    if work_m is not None:
        level = at(0, work_m)[1]
        end = wall_x + deep_px + 18
        text = format_quantity(work_m, "m", look.system)
        parts += [
            circle((wall_x + (deep_px / 2 if roof else 0), level), 6, "ochre", 2, fill=ink("paper")),
            *_from_one_to((end, level), (end, _FOOT), f"work {text}"),
        ]
        rows.append(("Height of the work", text))
    beside = (foot[0] - 14, (foot[1] + top[1]) / 2)
    lines = ["ladder", said["rails"], "or longer"] if look.narrow else [f"ladder {said['rails']} or longer"]
    parts += [
        *(words((beside[0], beside[1] + 19 * k), one, 15, "ink", "end", 600) for k, one in enumerate(lines)),
        line((foot[0], _FOOT + 14), (wall_x, _FOOT + 14), "quiet", 1),
        *(line((x, _FOOT + 8), (x, _FOOT + 20), "quiet", 1) for x in (foot[0], wall_x)),
        words(((foot[0] + wall_x) / 2, _FOOT + 36), said["out"], 14, "quiet"),
    ]
    return sheet("way-up", "The ladder against the wall, to scale", width, _H, parts, rows=rows)


__all__ = ["way_up"]
