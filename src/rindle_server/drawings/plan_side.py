"""The site cut upright: ground, what stands on it, the terminal on its mast, the beam, and what is tight."""

from __future__ import annotations

from rindle_core.job import JobInput
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.sky.plan_seen import side_of
from rindle_core.stations.sky.side_view import SidePoint, SideViewResult, side_view
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, arrow, circle, ink, line, path, sheet, tag, words

_EDGE, _FOOT = 34.0, 40.0


class _Scale:
    """Metres along and up to drawing points, the same scale for both."""

    def __init__(self, found: SideViewResult, width: float, height: float, reach_m: float) -> None:
        ups = [one.up_m for one in found.ground] + [found.terminal.up_m + 1.0]
        ups += [point.up_m for body in found.bodies for point in body.points]
        low, high = min(ups) - 0.5, max(ups) + 1.0
        self.px = min((width - 2 * _EDGE) / reach_m, (height - _EDGE - _FOOT) / max(high - low, 1.0))
        self.low_m, self.foot, self.height = low, height - _FOOT, height
        self.top_m = low + (height - _FOOT - 12) / self.px

    def at(self, point: SidePoint) -> Point:
        return self.xy(point.along_m, point.up_m)

    def xy(self, along_m: float, up_m: float) -> Point:
        return _EDGE + along_m * self.px, self.foot - (up_m - self.low_m) * self.px


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
        foot = scale.xy(0, body.foot_up_m)[1]
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
        middle = (tops[0][0] + tops[-1][0]) / 2
        parts.append(words((middle, min(y for _, y in tops) - 7), body.name, 14))
    return parts


def _tight(found: SideViewResult, scale: _Scale, look: Look) -> list[str]:
    if found.tight_over_m is None or found.tight_along_m is None:
        return []
    edge = min(found.lower_edge, key=lambda one: abs(one.along_m - (found.tight_along_m or 0.0))).up_m
    over = found.tight_over_m
    low, high = scale.xy(found.tight_along_m, edge - over), scale.xy(found.tight_along_m, edge)
    token = "rust" if over < 0 else "ink"
    said = format_quantity(abs(over), "m", look.system) + (" too low" if over < 0 else " free")
    return [
        arrow(low, high, token, 1.6, 6) if abs(low[1] - high[1]) > 8 else circle(high, 3, token, 1.6),
        words((low[0] + 8, (low[1] + high[1]) / 2 + 5), said, 14, token, "start", 700),
    ]


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
        *_tight(found, scale, look),
        words((8, height - 10), f"{given.bearing_deg:.0f}° true, to one scale", 14, "quiet", "start"),
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
