"""A few words for drawing: every drawing is made of these, in the colours of the design tokens."""

from __future__ import annotations

import json
import math
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from xml.sax.saxutils import escape, quoteattr

from rindle_core.kernel.units import System

TOKENS_PATH = Path(__file__).resolve().parents[1] / "design_tokens.json"
Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Frame:
    """How a strip's drawing units turn into angles: x to azimuth, y to elevation, one scale for both."""

    left_azimuth_deg: float
    top_elevation_deg: float
    left_px: float
    top_px: float
    px_per_deg: float
    width_px: float
    height_px: float


@dataclass(frozen=True, slots=True)
class Drawing:
    """A drawing with its text twin: the same facts in rows of words, for screen readers and for print."""

    name: str
    title: str
    svg: str
    rows: list[tuple[str, str]]
    frame: Frame | None = None


@dataclass(frozen=True, slots=True)
class Look:
    """For whom it is drawn: in which units, and whether for a screen or paper no wider than `NARROW` units."""

    system: System = "metric"
    narrow: bool = False


NARROW = 360.0  # the width of a narrow drawing; a telephone shows it at about its size, so that 14 stays over 12 px


def _attributes(given: dict[str, object]) -> str:
    pairs = ((name.rstrip("_").replace("_", "-"), value) for name, value in given.items() if value is not None)
    return "".join(
        f" {name}={quoteattr(_number(value) if isinstance(value, float) else str(value))}" for name, value in pairs
    )


def _number(value: float) -> str:
    return f"{value:.2f}".rstrip("0").rstrip(".") or "0"


def tag(name: str, *children: str, **attributes: object) -> str:
    """An element; underscores in attribute names become hyphens, None leaves one out."""
    inner = "".join(children)
    return f"<{name}{_attributes(attributes)}>{inner}</{name}>" if inner else f"<{name}{_attributes(attributes)}/>"


def ink(token: str) -> str:
    """A colour by its token; the page resolves it, so that day and dusk need one drawing."""
    return f"var(--{token})"


def line(a: Point, b: Point, token: str = "ink", width: float = 1.5, **more: object) -> str:
    """A straight line."""
    return tag(
        "line",
        x1=a[0],
        y1=a[1],
        x2=b[0],
        y2=b[1],
        stroke=ink(token),
        stroke_width=width,
        stroke_linecap="round",
        **more,
    )


def path(
    points: Iterable[Point],
    token: str = "ink",
    width: float = 1.5,
    fill: str = "none",
    close: bool = False,
    **more: object,
) -> str:
    """A line through points."""
    d = "M" + " L".join(f"{_number(x)},{_number(y)}" for x, y in points) + ("Z" if close else "")
    stroke = ink(token) if width else "none"
    return tag(
        "path",
        d=d,
        stroke=stroke,
        stroke_width=width or None,
        fill=fill,
        stroke_linejoin="round",
        stroke_linecap="round",
        **more,
    )


def circle(at: Point, radius: float, token: str = "ink", width: float = 1.5, fill: str = "none", **more: object) -> str:
    """A circle."""
    return tag("circle", cx=at[0], cy=at[1], r=radius, stroke=ink(token), stroke_width=width, fill=fill, **more)


def words(
    at: Point,
    said: str,
    size: float = 14,
    token: str = "ink",
    anchor: str = "middle",
    weight: int = 400,
    **more: object,
) -> str:
    """A label; `at` is the foot of its anchor."""
    return tag(
        "text",
        escape(said),
        x=at[0],
        y=at[1],
        font_size=size,
        fill=ink(token),
        text_anchor=anchor,
        font_weight=weight,
        **more,
    )


def polar(centre: Point, radius: float, bearing_deg: float) -> Point:
    """A point at a bearing, clockwise from straight up."""
    a = math.radians(bearing_deg)
    return centre[0] + radius * math.sin(a), centre[1] - radius * math.cos(a)


def arc_points(centre: Point, radius: float, from_deg: float, to_deg: float) -> list[Point]:
    """Points along a circle between two bearings."""
    count = max(2, int(abs(to_deg - from_deg) / 4) + 1)
    return [polar(centre, radius, from_deg + (to_deg - from_deg) * i / (count - 1)) for i in range(count)]


def arrow(a: Point, b: Point, token: str = "ink", width: float = 2.0, head: float = 9.0) -> str:
    """A line with a filled head at `b`."""
    angle = math.atan2(b[1] - a[1], b[0] - a[0])
    wings = [(b[0] - head * math.cos(angle + s * 0.42), b[1] - head * math.sin(angle + s * 0.42)) for s in (1, -1)]
    return line(a, b, token, width) + path([b, *wings], token, 1, fill=ink(token), close=True)


def folded(text: str, width: int) -> list[str]:
    """Lines of at most `width` letters; a longer word has a line of its own."""
    lines: list[str] = [""]
    for word in text.split():
        if len(lines[-1]) + len(word) > width and lines[-1]:
            lines.append("")
        lines[-1] = f"{lines[-1]} {word}".strip()
    return lines


def moved(by: Point, parts: Sequence[str], scale: float = 1.0) -> str:
    """Parts set elsewhere, and drawn larger or smaller."""
    sized = "" if scale == 1.0 else f" scale({_number(scale)})"
    return tag("g", *parts, transform=f"translate({_number(by[0])} {_number(by[1])}){sized}")


def sheet(
    name: str,
    title: str,
    width: float,
    height: float,
    parts: Sequence[str],
    rows: list[tuple[str, str]],
    frame: Frame | None = None,
) -> Drawing:
    """A finished drawing. The rows are its text twin."""
    told = "; ".join(f"{what}: {value}" for what, value in rows)
    head = tag("title", escape(title)) + tag("desc", escape(told))
    svg = tag(
        "svg",
        head,
        *parts,
        xmlns="http://www.w3.org/2000/svg",
        viewBox=f"0 0 {_number(width)} {_number(height)}",
        role="img",
        class_=f"drawing drawing-{name}",
        font_family="'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif",
    )
    return Drawing(name, title, svg, rows, frame)


@lru_cache(maxsize=1)
def tokens() -> dict[str, dict[str, str]]:
    """The design tokens, shared with the front end."""
    read: dict[str, dict[str, str]] = json.loads(TOKENS_PATH.read_text("utf-8"))
    return read


def for_print(svg: str) -> str:
    """The drawing with the day colours written out, for renderers that know no CSS variables."""
    day = tokens()["day"]
    return re.sub(r"var\(--([a-z-]+)\)", lambda found: day[found[1]], svg)


def strokes_svg(lines: list[list[tuple[float, float]]], title: str) -> str:
    """The drawn strokes as a picture; empty without any."""
    paths = "".join(
        f'<path d="M{"L".join(f"{100 * x:.2f} {100 * y:.2f}" for x, y in line)}"/>' for line in lines if len(line) > 1
    )
    if not paths:
        return ""
    return (
        f'<svg class="signature" viewBox="0 0 100 30" role="img" aria-label="{title}" fill="none" '
        f'stroke="{ink("ink")}" stroke-width="0.6" stroke-linecap="round">{paths}</svg>'
    )


__all__ = [
    "NARROW",
    "Drawing",
    "Frame",
    "Look",
    "Point",
    "arc_points",
    "arrow",
    "circle",
    "folded",
    "for_print",
    "ink",
    "line",
    "moved",
    "path",
    "polar",
    "sheet",
    "strokes_svg",
    "tag",
    "tokens",
    "words",
]
