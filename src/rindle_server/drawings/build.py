"""The antenna in its parts: each joint where it sits, with its number and how it stands."""

from __future__ import annotations

from rindle_core.catalogue.parts import JOINT_SPOTS, JOINT_STATES, JointSpot, JointState
from rindle_core.job import JobAssessment, JobInput
from rindle_core.stations.build.joints import JointView
from rindle_server.drawings.svg import NARROW, Drawing, Look, Point, circle, ink, line, moved, sheet, tag, words

_W, _H, _SKETCH = 780.0, 340.0, 440.0
_LINE, _TOP = 42.0, 28.0  # of the list beside it
# Where each joint sits in the sketch of a dish, seen from its left side, and of a panel.
_DISH: dict[JointSpot, Point] = {
    "foot": (110, 306), "clamp": (110, 206), "elevation": (110, 152), "back": (158, 176), "skew": (158, 138),
    "rods": (316, 118), "arm": (226, 268), "feed": (392, 226), "stand": (110, 246), "panel": (158, 176),
}  # fmt: skip
_PANEL: dict[JointSpot, Point] = dict.fromkeys(JOINT_SPOTS, (190.0, 306.0)) | {
    "stand": (190.0, 216.0),
    "panel": (190.0, 152.0),
}
_INK: dict[JointState, tuple[str, str]] = {
    "open": ("quiet", "sheet"),
    "hung": ("rust", "sheet"),
    "free": ("ochre", "sheet"),
    "snug": ("ochre", "ochre-tint"),
    "tight": ("stream", "stream-tint"),
    "torqued": ("stream", "stream-tint"),
    "marked": ("stream", "stream-tint"),
}


def _curve(d: str, width: float) -> str:
    return tag("path", d=d, fill="none", stroke=ink("ink"), stroke_width=width, stroke_linejoin="round",
               stroke_linecap="round")  # fmt: skip


def _dish() -> list[str]:
    """Mast, head, reflector, arm and feed, drawn a little apart so that each joint has its place."""
    return [
        line((60, 326), (160, 326), "quiet", 3),
        tag("rect", x=101, y=200, width=18, height=126, fill=ink("paper"), stroke=ink("ink"), stroke_width=2),
        tag("rect", x=84, y=134, width=52, height=62, rx=6, fill=ink("paper"), stroke=ink("ink"), stroke_width=2),
        line((136, 165), (184, 165), "quiet", 1, stroke_dasharray="4 4"),
        _curve("M 252 36 Q 148 140 212 276", 4),
        _curve("M 252 36 Q 190 146 212 276", 1.5),
        line((222, 280), (398, 214), "ink", 6),
        line((248, 60), (392, 200), "quiet", 2, stroke_dasharray="2 5"),
        tag("rect", x=392, y=184, width=40, height=32, rx=4, fill=ink("paper"), stroke=ink("ink"), stroke_width=2),
        line((246, 150), (352, 44), "quiet", 1, stroke_dasharray="8 5"),
        words((438, 28), "to the satellite", 16, "quiet", "end"),
        words((412, 176), "feed", 16, "quiet"),
        words((262, 30), "rim", 16, "quiet", "start"),
        words((76, 168), "head", 16, "quiet", "end"),
        words((94, 262), "mast", 16, "quiet", "end"),
        words((310, 272), "arm", 16, "quiet", "start"),
    ]


def _panel() -> list[str]:
    """Mast or stand, and the panel on it."""
    return [
        line((120, 326), (260, 326), "quiet", 3),
        tag("rect", x=181, y=210, width=18, height=116, fill=ink("paper"), stroke=ink("ink"), stroke_width=2),
        _curve("M 150 206 L 230 206 L 222 172 L 158 172 Z", 2),
        _curve("M 60 150 L 300 96 L 326 112 L 84 168 Z", 3),
        line((190, 110), (190, 40), "quiet", 1, stroke_dasharray="8 5"),
        words((200, 46), "sky", 16, "quiet", "start"),
        words((318, 140), "panel", 16, "quiet", "start"),
        words((240, 194), "stand", 16, "quiet", "start"),
    ]


def _spread(shown: list[JointView], spots: dict[JointSpot, Point]) -> list[Point]:
    """Joints of one spot stand side by side."""
    seen: dict[Point, int] = {}
    at = []
    for one in shown:
        x, y = spots[one.joint.spot]
        count = seen[(x, y)] = seen.get((x, y), -1) + 1
        at.append((x + 30.0 * count, y))
    return at


def antenna_parts(facts: JobInput, result: JobAssessment, look: Look) -> Drawing | None:
    """Every joint with its number, filled as firmly as it stands; that of the next step with a ring."""
    terminal = facts.picks.terminal
    if terminal is None or result.joints is None or not result.joints.joints:
        return None
    shown = result.joints.joints
    dish, narrow = terminal.panel is None, look.narrow
    steps = result.build.steps if result.build else []
    upcoming = result.build.next_code if result.build else None
    now = next((view.step.sets for view in steps if view.step.code == upcoming), {})
    sketch, listed = (_dish() if dish else _panel()), []
    left, top = (16.0, 282.0) if narrow else (_SKETCH + 30.0, _TOP)
    spread = _spread(shown, _DISH if dish else _PANEL)
    for number, (one, at) in enumerate(zip(shown, spread, strict=True), start=1):
        y = top + _LINE * (number - 1)
        sketch.append(_dot(at, number, one, now=one.code in now))
        listed += [
            _dot((left, y + 4), number, one, now=one.code in now),
            words((left + 26, y), one.joint.name, 14, "ink", "start", 700),
            words((left + 26, y + 18), _said(one), 14, "quiet", "start"),
        ]
    parts = [moved((0.0, 0.0), sketch, 0.8), *listed] if narrow else [*sketch, *listed]
    height = max(280.0 if narrow else _H, top + _LINE * len(shown))
    rows = [(one.joint.name, f"{_said(one)}; {JOINT_SPOTS[one.joint.spot]}") for one in shown]
    return sheet("parts", "The antenna in its parts", NARROW if narrow else _W, height, parts, rows)


def _said(one: JointView) -> str:
    bolts = f"{one.joint.count} × M{one.joint.size_mm:g}, " if one.joint.size_mm else ""
    free = "; stays free" if one.why_not_yet and not one.finished else ""
    return f"{bolts}{JOINT_STATES[one.state]}{free}"


def _dot(at: Point, number: int, one: JointView, *, now: bool) -> str:
    token, fill = _INK[one.state]
    ring = [circle(at, 18, "ink", 2)] if now else []
    dashes = {"stroke_dasharray": "3 3"} if one.state == "open" else {}
    dot = circle(at, 12, token, 3 if one.finished else 2, fill=ink(fill), **dashes)
    return tag("g", *ring, dot, words((at[0], at[1] + 6), str(number), 16, "ink", weight=700), data_joint=one.code)


__all__ = ["antenna_parts"]
