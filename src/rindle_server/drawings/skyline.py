"""The skyline strip: what one sees standing at the terminal, unrolled, both axes to one scale."""

from __future__ import annotations

import math
from collections.abc import Sequence

from rindle_core.fixed_sky import SkyDirection, SkyResult
from rindle_core.geodesy import wrap_180
from rindle_core.house_rules import HouseRules
from rindle_core.skyline import SkylinePoint, skyline_profile
from rindle_core.units import format_quantity
from rindle_server.drawings.svg import Drawing, Frame, Point, circle, ink, line, path, sheet, tag, words

_HALF_WIDTH_DEG = 90.0
_LEFT, _TOP, _PX = 48.0, 12.0, 5.2
_POINTS_OF_COMPASS = {0: "N", 45: "NE", 90: "E", 135: "SE", 180: "S", 225: "SW", 270: "W", 315: "NW"}


class _Strip:
    def __init__(self, centre_azimuth_deg: float, top_elevation_deg: float) -> None:
        self.centre_deg = centre_azimuth_deg
        self.top_deg = top_elevation_deg
        self.width = 2 * _HALF_WIDTH_DEG * _PX
        self.height = top_elevation_deg * _PX

    def at(self, azimuth_deg: float, elevation_deg: float) -> Point:
        """Drawing point of a direction; azimuths fold about the centre."""
        offset = float(wrap_180(azimuth_deg - self.centre_deg))
        return _LEFT + (offset + _HALF_WIDTH_DEG) * _PX, _TOP + (self.top_deg - elevation_deg) * _PX

    def inside(self, azimuth_deg: float) -> bool:
        return abs(float(wrap_180(azimuth_deg - self.centre_deg))) <= _HALF_WIDTH_DEG

    def frame(self) -> Frame:
        return Frame((self.centre_deg - _HALF_WIDTH_DEG) % 360, self.top_deg, _LEFT, _TOP, _PX, self.width, self.height)


def _runs(strip: _Strip, directions: Sequence[SkyDirection]) -> list[list[Point]]:
    """The directions inside the strip, broken where the line leaves it or wraps."""
    runs: list[list[Point]] = [[]]
    for direction in directions:
        if not strip.inside(direction.azimuth_deg):
            runs.append([])
            continue
        point = strip.at(direction.azimuth_deg, direction.elevation_deg)
        if runs[-1] and abs(point[0] - runs[-1][-1][0]) > strip.width / 4:
            runs.append([])
        runs[-1].append(point)
    return [run for run in runs if len(run) > 1]


def _ring(strip: _Strip, centre: SkyDirection, radius_deg: float) -> list[Point]:
    """A small circle of the sky about a direction, exactly."""
    e, r = math.radians(centre.elevation_deg), math.radians(radius_deg)
    points = []
    for step in range(73):
        b = math.radians(step * 5)
        up = math.asin(math.sin(e) * math.cos(r) + math.cos(e) * math.sin(r) * math.cos(b))
        across = math.atan2(math.sin(b) * math.sin(r) * math.cos(e), math.cos(r) - math.sin(e) * math.sin(up))
        points.append(strip.at(centre.azimuth_deg + math.degrees(across), math.degrees(up)))
    return points


def _grid(strip: _Strip) -> list[str]:
    parts = []
    for elevation in range(0, int(strip.top_deg) + 1, 15):
        y = strip.at(strip.centre_deg, elevation)[1]
        parts.append(line((_LEFT, y), (_LEFT + strip.width, y), "rule", 1))
        parts.append(words((_LEFT - 6, y + 4), f"{elevation}°", 17, "quiet", "end"))
    for azimuth in range(0, 360, 15):
        if strip.inside(azimuth):
            x, y = strip.at(azimuth, 0)
            label = _POINTS_OF_COMPASS.get(azimuth)
            parts.append(line((x, y), (x, y + (7 if azimuth % 45 == 0 else 4)), "quiet", 1))
            if azimuth % 30 == 0 or label:
                parts.append(words((x, y + 24), label or f"{azimuth}°", 17, "ink" if label else "quiet", weight=600 if label else 400))
    return parts


def _hatch(strip: _Strip, points: list[SkylinePoint], pairs: list[Point], foot: float) -> list[str]:
    """Slanting lines under the stretches whose nearest point is a tree."""
    ys = {round(x): y for x, y in pairs}
    parts = []
    for x in range(int(_LEFT) + 4, int(_LEFT + strip.width), 8):
        azimuth = strip.centre_deg - _HALF_WIDTH_DEG + (x - _LEFT) / _PX
        nearest = min(points, key=lambda point: abs(float(wrap_180(point.azimuth_deg - azimuth))))
        top = ys.get(x) or ys.get(x + 1) or ys.get(x - 1)
        if nearest.kind == "tree" and top is not None and top < foot - 6:
            parts += [line((x + 5, y), (x - 1, min(y + 10, foot)), "quiet", 1) for y in range(int(top) + 6, int(foot) - 4, 16)]
    return parts


def _hill(strip: _Strip, points: list[SkylinePoint], rules: HouseRules) -> list[str]:
    profile = skyline_profile(points, rules.assumed_obstacle_distance_m)
    pairs = sorted(
        (strip.at(float(a), float(e)) for a, e in zip(profile.azimuth_deg, profile.elevation_deg, strict=True) if strip.inside(float(a))),
    )
    foot = strip.at(strip.centre_deg, 0)[1]
    shape = [(_LEFT, foot), (_LEFT, pairs[0][1]), *pairs, (_LEFT + strip.width, pairs[-1][1]), (_LEFT + strip.width, foot)]
    parts = [path([(x, min(y, foot)) for x, y in shape], "ink", 1.5, fill=ink("hill"), close=True)]
    parts += _hatch(strip, points, pairs, foot)
    for point in points:
        if not strip.inside(point.azimuth_deg):
            continue
        x, y = strip.at(point.azimuth_deg, point.elevation_deg)
        if point.kind in ("pole", "wire"):
            parts.append(line((x, y), (x, foot), "ink", 2))
        parts.append(tag("rect", x=x - 3.5, y=y - 3.5, width=7, height=7, fill=ink("sheet"), stroke=ink("ink"), stroke_width=1.5))
    return parts


def skyline_strip(sky: SkyResult, points: list[SkylinePoint], rules: HouseRules) -> Drawing:
    """Skyline, satellite with its clearance ring and tube, the geostationary arc and the day's sun."""
    satellite = sky.satellite
    top = min(90.0, max(60.0, satellite.elevation_deg + rules.clearance_deg + 6, *(p.elevation_deg + 6 for p in points)))
    strip = _Strip(satellite.azimuth_deg, top)
    parts = [
        tag("clipPath", tag("rect", x=_LEFT, y=_TOP, width=strip.width, height=strip.height), id="sky-window"),
        tag("rect", x=_LEFT, y=_TOP, width=strip.width, height=strip.height, fill=ink("paper"), class_="sky-area"),
        *_grid(strip),
    ]
    inner = [path(run, "quiet", 1) for run in _runs(strip, sky.arc)]
    inner += [path(run, "ochre", 1.5, stroke_dasharray="2 5") for run in _runs(strip, sky.sun_path)]
    if points:
        inner += _hill(strip, points, rules)
    if satellite.elevation_deg > 0:
        at = strip.at(satellite.azimuth_deg, satellite.elevation_deg)
        inner.append(path(_ring(strip, satellite, rules.clearance_deg), "stream", 1.5, stroke_dasharray="6 4"))
        if sky.tube_half_angle_deg:
            inner.append(path(_ring(strip, satellite, sky.tube_half_angle_deg), "stream", 1.5))
        inner += [
            line((at[0] - 11, at[1]), (at[0] + 11, at[1]), "stream", 2.5),
            line((at[0], at[1] - 11), (at[0], at[1] + 11), "stream", 2.5),
        ]
        inner.append(circle(at, 5, "stream", 2.5, fill=ink("sheet")))
    if sky.nearest and satellite.elevation_deg > 0:
        near = strip.at(sky.nearest.azimuth_deg, sky.nearest.elevation_deg)
        inner.append(line(at, near, "rust", 1.5, stroke_dasharray="3 3"))
        inner.append(words((near[0] - 12, near[1] - 8), format_quantity(sky.margin_deg or 0.0, "deg"), 19, "rust", "end", 700))
    parts.append(tag("g", *inner, clip_path="url(#sky-window)"))
    parts += _labels(strip, sky, rules)
    rows = [
        ("Satellite", f"{format_quantity(satellite.azimuth_deg, 'deg')} true, {format_quantity(satellite.elevation_deg, 'deg')} up"),
        ("Clearance wanted", format_quantity(rules.clearance_deg, "deg")),
        *(
            (f"Skyline at {format_quantity(p.azimuth_deg, 'deg')} true", f"{format_quantity(p.elevation_deg, 'deg')} {p.kind}")
            for p in points
        ),
    ]
    if sky.nearest and sky.margin_deg is not None:
        rows.insert(
            1,
            ("Margin", f"{format_quantity(sky.margin_deg, 'deg')} towards {format_quantity(sky.nearest.azimuth_deg, 'compass_deg')} true"),
        )
    return sheet("skyline", "Skyline strip", _LEFT + strip.width + 12, _TOP + strip.height + 34, parts, rows, strip.frame())


def _labels(strip: _Strip, sky: SkyResult, rules: HouseRules) -> list[str]:
    parts = []
    inside = [d for d in sky.sun_path if strip.inside(d.azimuth_deg) and d.elevation_deg < strip.top_deg - 4]
    if inside:
        first = min(inside, key=lambda d: strip.at(d.azimuth_deg, 0)[0])
        x, y = strip.at(first.azimuth_deg, first.elevation_deg)
        parts.append(words((max(x, _LEFT) + 8, y - 6), "sun today", 17, "ochre", "start"))
    arc = [d for d in sky.arc if strip.inside(d.azimuth_deg) and d.elevation_deg < 0.6 * strip.top_deg]
    if arc:
        high = max(arc, key=lambda d: (round(d.elevation_deg), -strip.at(d.azimuth_deg, 0)[0]))
        x, y = strip.at(high.azimuth_deg, high.elevation_deg)
        left = x < _LEFT + strip.width / 2
        parts.append(words((x + (-10 if left else 10), y), "geostationary arc", 17, "quiet", "end" if left else "start"))
    if sky.satellite.elevation_deg > 0:
        x, y = strip.at(sky.satellite.azimuth_deg, sky.satellite.elevation_deg)
        parts.append(words((x + 14, y - 12), "satellite", 18, "stream", "start", 700))
    return parts
