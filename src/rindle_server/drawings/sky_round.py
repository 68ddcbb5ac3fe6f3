"""A panel's sky as a round picture: overhead in the middle, the horizon at the rim, and what each direction costs."""

from __future__ import annotations

import numpy as np

from rindle_core.catalogue.panel import Panel
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.units import format_quantity
from rindle_core.science.skyline import Profile, elevation_at
from rindle_core.stations.sky.low_orbit import LowOrbitResult, panel_sky_deg
from rindle_server.drawings.sky import StripSubject, corners_of
from rindle_server.drawings.strip import POINTS_OF_COMPASS
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Look,
    Point,
    circle,
    folded,
    ink,
    line,
    path,
    polar,
    sheet,
    tag,
    words,
)

_W, _H = 780.0, 420.0
_RADIUS, _NARROW_RADIUS = 146.0, 112.0
_BAR_GAP, _BAR_MOST = 3.0, 26.0  # what a direction costs stands outside the rim
_LETTERS = 12.0  # beyond the longest bar
_STEP_DEG = 1.0
_LEGEND_STEP = 30.0


class _Dome:
    """Elevation goes evenly from the rim to the middle; bearings are true, north up and east to the right, as on a
    map.
    """

    def __init__(self, centre: Point, radius: float) -> None:
        self.centre, self.radius = centre, radius

    def at(self, azimuth_deg: float, elevation_deg: float) -> Point:
        """Drawing point of a direction; what lies under the horizon is set on the rim."""
        return polar(self.centre, self.radius * (90.0 - min(max(elevation_deg, 0.0), 90.0)) / 90.0, azimuth_deg)

    def ring(self, azimuth_deg: Array, elevation_deg: Array) -> list[Point]:
        """Drawing points of a line round the sky."""
        return [self.at(a, e) for a, e in zip(azimuth_deg.tolist(), elevation_deg.tolist(), strict=True)]


def _hill(dome: _Dome, profile: Profile) -> str:
    """What is hidden: from the skyline down to the rim."""
    bearings = np.unique(np.concatenate([np.arange(0.0, 360.0, _STEP_DEG), corners_of(profile)]))
    tops = dome.ring(bearings, elevation_at(profile, bearings))
    rim = dome.ring(bearings, np.zeros_like(bearings))
    both = ["M" + " L".join(f"{x:.1f},{y:.1f}" for x, y in ring) + "Z" for ring in (rim, tops)]
    return tag(
        "path",
        d=" ".join(both),
        fill=ink("hill"),
        fill_rule="evenodd",
        stroke=ink("ink"),
        stroke_width=1.2,
    )


def _panel_edge(dome: _Dome, panel: Panel, boresight_deg: float) -> list[str]:
    """The edge of what the panel can use: its cone, and the least elevation."""
    bearings = np.arange(0.0, 360.0, _STEP_DEG)
    low, high = panel_sky_deg(panel, boresight_deg, bearings)
    there = high > low
    if not there.any():
        return []
    around = bool(there.all())
    edges = [dome.ring(bearings, low)]
    if not around:  # the cone leans: out along its lower edge, back along its upper one
        begin = int(np.argmax(there & ~np.roll(there, 1)))
        turned = np.roll(bearings, -begin)[: int(there.sum())]
        low_side, high_side = (np.roll(one, -begin)[: int(there.sum())] for one in (low, high))
        edges = [[*dome.ring(turned, low_side), *reversed(dome.ring(turned, high_side))]]
    elif float(high.min()) < 90.0 - 1e-6:
        edges.append(dome.ring(bearings, high))
    return [path(edge, "stream", 1.4, close=True, stroke_dasharray="6 4") for edge in edges]


def _traffic(dome: _Dome, found: LowOrbitResult) -> list[str]:
    dots, crosses = [], []
    for one in found.traffic:
        x, y = dome.at(one.azimuth_deg, one.elevation_deg)
        if one.blocked:
            crosses.append(f"M{x - 2.5:.1f},{y - 2.5:.1f}l5,5m-5,0l5,-5")
        else:
            dots.append(f"M{x:.1f},{y:.1f}h.01")
    parts = []
    if dots:
        look = {"stroke": ink("stream"), "stroke_width": 2.6, "stroke_linecap": "round"}
        parts.append(tag("path", d="".join(dots), fill="none", class_="traffic", **look))
    if crosses:
        parts.append(tag("path", d="".join(crosses), fill="none", stroke=ink("rust"), stroke_width=1.4, class_="lost"))
    return parts


def _costs(dome: _Dome, found: LowOrbitResult) -> list[str]:
    """A bar outside the rim for each sector in which time is lost, the longest for the costliest."""
    most = max((one.blocked_percent for one in found.sectors), default=0.0)
    if most <= 0:
        return []
    inner = dome.radius + _BAR_GAP
    bars = []
    for one in found.sectors:
        if one.blocked_percent > 0:
            outer = inner + _BAR_MOST * one.blocked_percent / most
            turns = np.linspace(one.from_deg + 1.0, one.to_deg - 1.0, 7).tolist()
            shape = [polar(dome.centre, outer, turn) for turn in turns]
            shape += [polar(dome.centre, inner, turn) for turn in reversed(turns)]
            bars.append(path(shape, "rust", 0, fill=ink("rust"), close=True, class_="cost"))
    return bars


def _scale(dome: _Dome) -> list[str]:
    parts = [circle(dome.centre, dome.radius, "quiet", 1, fill=ink("paper"))]
    for up_deg in (30, 60):
        parts.append(circle(dome.centre, dome.radius * (90 - up_deg) / 90, "rule", 1))
    for bearing in range(0, 360, 45):
        parts.append(line(dome.at(bearing, 0), dome.at(bearing, 84), "rule", 1))
    return parts


def _letters(dome: _Dome, free_bearing_deg: float) -> list[str]:
    beyond = dome.radius + _BAR_GAP + _BAR_MOST + _LETTERS
    parts = []
    for bearing, name in POINTS_OF_COMPASS.items():
        x, y = polar(dome.centre, beyond if len(name) == 1 else beyond + 2, bearing)
        parts.append(words((x, y + 6), name, 17 if len(name) == 1 else 14, "ink" if len(name) == 1 else "quiet"))
    for up_deg in (30, 60):
        x, y = dome.at(free_bearing_deg, up_deg)
        parts.append(words((x, y + 4), f"{up_deg}°", 13, "quiet"))
    return parts


def _legend(found: LowOrbitResult, unread: bool, at: Point, wrap: int) -> list[str]:
    worst = found.costliest
    cost = ": not known yet" if unread else f": most {worst.blocked_percent:.2f} % of all time" if worst else ": none"
    said = [
        ("hill", "hidden by the skyline"),
        ("stream", "where satellites served"),
        ("lost", "served, but lost behind the skyline"),
        ("edge", "edge of the sky that the panel uses"),
        ("cost", f"time lost that way{cost}"),
    ]
    parts, y = [], at[1]
    for mark, text in said:
        x = at[0]
        if mark == "hill":
            parts.append(tag("rect", x=x, y=y - 12, width=20, height=14, fill=ink("hill"), stroke=ink("ink")))
        elif mark == "stream":
            parts.append(circle((x + 10, y - 5), 2.5, "stream", 0, fill=ink("stream")))
        elif mark == "lost":
            parts.append(path([(x + 7, y - 8), (x + 13, y - 2)], "rust", 1.6))
            parts.append(path([(x + 13, y - 8), (x + 7, y - 2)], "rust", 1.6))
        elif mark == "edge":
            parts.append(line((x, y - 5), (x + 20, y - 5), "stream", 1.6, stroke_dasharray="6 4"))
        else:
            parts.append(tag("rect", x=x, y=y - 12, width=20, height=14, fill=ink("rust")))
        for row in folded(text, wrap):
            parts.append(words((x + 32, y), row, 15, "ink", "start"))
            y += 20.0
        y += _LEGEND_STEP - 20.0
    return parts


def _rows(found: LowOrbitResult) -> list[tuple[str, str]]:
    return [
        ("Hidden of the panel's sky", format_quantity(found.sky_masked_percent, "percent")),
        *(
            (
                f"From {one.from_deg:.0f}° to {one.to_deg:.0f}° true",
                f"{one.blocked_percent:.2f} % of the time lost, {one.traffic_percent:.1f} % of the traffic, "
                f"{one.blocked_area_percent:.1f} % of the sky hidden",
            )
            for one in found.sectors
        ),
    ]


def round_sky(subject: StripSubject, panel: Panel, look: Look, *, unread: bool = False) -> Drawing | None:
    """The panel's sky seen from above; None where nothing was simulated or read.

    `unread`: too little of it was read to say what it costs.
    """
    found, profile = subject.low_orbit, subject.profile()
    if found is None or profile is None:
        return None
    radius = _NARROW_RADIUS if look.narrow else _RADIUS
    reach = radius + _BAR_GAP + _BAR_MOST + _LETTERS + 12.0
    dome = _Dome((NARROW / 2 if look.narrow else reach + 8.0, reach), radius)
    legend_at = (24.0, 2 * reach + 46.0) if look.narrow else (2 * reach + 60.0, reach - 2.2 * _LEGEND_STEP)
    parts = [
        *_scale(dome),
        _hill(dome, profile),
        *_panel_edge(dome, panel, found.boresight_azimuth_deg),
        *_traffic(dome, found),
        *_costs(dome, found),
        *_letters(dome, found.boresight_azimuth_deg + 157.5),  # the figures stand away from the traffic
        *_legend(found, unread, legend_at, 36),
        words((legend_at[0], legend_at[1] - 36), "Seen from above, true north up", 15, "quiet", "start")
        if not look.narrow
        else words((dome.centre[0], 2 * reach + 14), "seen from above, true north up", 13, "quiet"),
    ]
    width, height = (NARROW, 2 * reach + 214.0) if look.narrow else (_W, _H)
    return sheet("round-sky", "The panel's sky", width, height, parts, _rows(found))


__all__ = ["round_sky"]
