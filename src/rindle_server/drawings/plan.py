"""The site from above: place, candidate positions and near obstacles to scale, with the sight-line from each."""

from __future__ import annotations

import math

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import System, format_quantity
from rindle_core.stations.sky.plan_models import PositionOnPlan
from rindle_core.stations.sky.plan_picture import PlacedPicture
from rindle_core.stations.sky.plan_seen import plan_of
from rindle_core.stations.sky.seen import set_for
from rindle_server.drawings.plan_things import draw_thing, label_of, labels, row_of
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Look,
    Point,
    arrow,
    circle,
    for_print,
    ink,
    line,
    path,
    polar,
    sheet,
    tag,
    words,
)

_WIDE, _SMALL = (780.0, 330.0), (NARROW, 340.0)
_EDGE_PX = 60.0  # room for a sight-line's arrow beyond the outermost spot
_LEAST_M = 8.0  # a site is never drawn as if it were smaller
_FARTHEST = 3.0  # obstacles beyond this many times the candidates' extent are left out


def _nice_m(span_m: float) -> float:
    """A round length of about a quarter of the span, for the scale bar."""
    power = 10.0 ** math.floor(math.log10(span_m / 2.0))
    return float(max(step * power for step in (1.0, 2.0, 5.0) if step * power <= span_m / 2.0))


def _spots(facts: JobInput) -> list[tuple[str, float, float]]:
    """Letter, east and north in metres of each candidate whose place is known."""
    place = facts.brief.place
    assert place is not None
    found = [(one.letter, one.placed(place).offset_m(*place)) for one in facts.sky.positions]
    return [(letter, at[0], at[1]) for letter, at in found if at is not None]


def _near(facts: JobInput, extent_m: float) -> list[tuple[str, float, float]]:
    """Kind, east and north of the skyline's points that stand near enough to be drawn."""
    used = set_for(facts, facts.sky.position_letter)[1]
    points: list[tuple[str, float, float]] = [
        (
            one.kind,
            one.distance_m * math.sin(math.radians(one.azimuth_deg)),
            one.distance_m * math.cos(math.radians(one.azimuth_deg)),
        )
        for one in used.points
        if one.distance_m is not None and one.distance_m <= _FARTHEST * extent_m
    ]
    return points + [
        (
            one.kind,
            one.distance_m * math.sin(math.radians(one.azimuth_deg)),
            one.distance_m * math.cos(math.radians(one.azimuth_deg)),
        )
        for one in used.obstacles
        if one.distance_m <= _FARTHEST * extent_m
    ]


def _obstacle(at: Point, kind: str) -> list[str]:
    x, y = at
    if kind == "tree":
        return [circle(at, 9, "quiet", 1.2, fill=ink("hill")), circle(at, 1.5, "quiet", 1, fill=ink("quiet"))]
    if kind in ("pole", "wire"):
        return [line((x - 4, y - 4), (x + 4, y + 4), "ink", 1.5), line((x - 4, y + 4), (x + 4, y - 4), "ink", 1.5)]
    return [tag("rect", x=x - 8, y=y - 6, width=16, height=12, fill=ink("hill"), stroke=ink("quiet"), stroke_width=1.2)]


def _scale_bar(px_per_m: float, span_m: float, height: float, system: System) -> list[str]:
    length_m = _nice_m(span_m)
    right = 30 + length_m * px_per_m
    return [
        path([(30, height - 30), (30, height - 24), (right, height - 24), (right, height - 30)], "ink", 1.5),
        words(((30 + right) / 2, height - 34), format_quantity(length_m, "m", system), 14),
    ]


def _north(width: float) -> list[str]:
    return [arrow((width - 40, 78), (width - 40, 34), "ink", 2), words((width - 40, 26), "N", 15, weight=700)]


class _Fit:
    """Metres east and north to drawing points, so that all that is drawn fits the sheet."""

    def __init__(self, points: list[tuple[float, float]], width: float, height: float) -> None:
        self.sheet = (width, height)
        east, north = [one[0] for one in points], [one[1] for one in points]
        self._middle = ((min(east) + max(east)) / 2, (min(north) + max(north)) / 2)
        self.width_m = max(max(east) - min(east), _LEAST_M)
        self.px = min(
            (width - 2 * _EDGE_PX) / self.width_m, (height - 2 * _EDGE_PX) / max(max(north) - min(north), _LEAST_M)
        )

    def at(self, east_m: float, north_m: float) -> Point:
        width, height = self.sheet
        return width / 2 + (east_m - self._middle[0]) * self.px, height / 2 - (north_m - self._middle[1]) * self.px


def _wind(from_deg: float) -> list[str]:
    """The prevailing wind, blowing across a small rose in the corner."""
    middle = (66.0, 66.0)
    return [
        circle(middle, 26, "rule", 1),
        arrow(polar(middle, 30, from_deg), polar(middle, 30, from_deg + 180), "ochre", 2.5),
        words((middle[0], 114), "prevailing wind", 14, "ochre"),
    ]


def _sight(fit: _Fit, spots: list[tuple[str, float, float]], azimuth: float) -> list[str]:
    """An arrow from each spot along the sight-line, the bearing written at the first."""
    parts = [
        arrow(polar(fit.at(east, north), 13, azimuth), polar(fit.at(east, north), 84, azimuth), "stream", 2)
        for _, east, north in spots
    ]
    _, east, north = spots[0]
    parts.append(words(polar(fit.at(east, north), 100, azimuth), f"{azimuth:.0f}° true", 14, "stream", weight=600))
    return parts


def _zone(one: PositionOnPlan, fit: _Fit) -> list[str]:
    """What is kept clear in front."""
    if not one.zone:
        return []
    return [
        path(
            [fit.at(east, north) for east, north in one.zone],
            "rust",
            1.2,
            fill=ink("rust-tint"),
            close=True,
            fill_opacity=0.7,
        )
    ]


def _drawn(facts: JobInput, fit: _Fit, system: System, azimuth: float | None) -> list[str]:
    """The things of the plan, what is kept clear, then their names over all of them."""
    order = {"people": 0, "stands": 1, "work": 2}
    things = sorted((one for one in facts.sky.things if one.whole), key=lambda one: order[one.told.group])
    found = plan_of(facts)
    parts = [part for one in things for part in draw_thing(one, fit.at, fit.px)]
    parts += [part for one in (found.result.positions if found else []) for part in _zone(one, fit)]
    order = {"stands": 0, "people": 1, "work": 2}
    named = sorted(things, key=lambda one: order[one.told.group])
    spots = [fit.at(east, north) for _, east, north in (("", 0.0, 0.0), *_spots(facts))]
    if azimuth is not None:  # where the bearing of the sight-line stands
        _, east, north = (_spots(facts) or [("", 0.0, 0.0)])[0]
        spots.append(polar(fit.at(east, north), 100, azimuth))
    return parts + labels([label_of(one, fit.at, system) for one in named], spots, *fit.sheet)


def _framing(facts: JobInput) -> list[tuple[float, float]]:
    """Corners that have to be on the sheet; a wire runs far beyond what the work is about."""
    near = [spot for one in facts.sky.things if not one.told.live for spot in one.spots]
    return near or [spot for one in facts.sky.things for spot in one.spots]


_PAPER_MM = (277.0, 190.0)  # A4 lying, with its margins
_SCALES = (20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000)


def plan_to_scale(facts: JobInput, result: JobAssessment) -> str:
    """The plan alone, so large that a ruler reads it at the round scale that is written on it; A4, lying."""
    made = site_plan(facts, result, Look())
    spots = [*((0.0, 0.0), *((east, north) for _, east, north in _spots(facts)))]
    spots += _framing(facts)
    spots += [] if facts.sky.things else [(east, north) for _, east, north in _near(facts, _extent_m(facts))]
    fit = _Fit(spots, *_WIDE)
    width_m = _WIDE[0] / fit.px
    scale = next((one for one in _SCALES if width_m * 1000.0 / one <= _PAPER_MM[0]), _SCALES[-1])
    width_mm = width_m * 1000.0 / scale
    height_mm = width_mm * _WIDE[1] / _WIDE[0]
    said = words((_WIDE[0] - 12, _WIDE[1] - 12), f"1 : {scale}", 15, "ink", "end", 700)
    sized = made.svg.replace("<svg ", f'<svg width="{width_mm:.2f}mm" height="{height_mm:.2f}mm" ', 1)
    return for_print(sized.removesuffix("</svg>") + said + "</svg>")


def _extent_m(facts: JobInput) -> float:
    return max(8.0, *(math.hypot(east, north) for _, east, north in _spots(facts)), 8.0)


def _picture(placed: PlacedPicture, href: str, fit: _Fit) -> str:
    """The picture as it lies, pale, under all that is drawn."""
    (x0, y0), px = fit.at(0.0, 0.0), fit.px
    turn = (
        placed.east_of_x_m * px,
        -placed.north_of_x_m * px,
        placed.east_of_y_m * px,
        -placed.north_of_y_m * px,
        x0 + placed.east_m * px,
        y0 - placed.north_m * px,
    )
    return tag(
        "image",
        href=href,
        width=placed.width_px,
        height=placed.height_px,
        opacity=0.6,
        preserveAspectRatio="none",
        transform=f"matrix({' '.join(f'{one:.6f}' for one in turn)})",
    )


def site_plan(facts: JobInput, result: JobAssessment, look: Look, picture: str = "") -> Drawing:
    """North is up. Obstacles stand where the skyline's distances put them. `picture`: address of the one under it."""
    (width, height), system = _SMALL if look.narrow else _WIDE, look.system
    spots = _spots(facts)
    near = _near(facts, _extent_m(facts))
    drawn = _framing(facts)
    framed = spots if drawn else [*spots, *near]  # what is drawn is the site; a reading far off does not make it small
    fit = _Fit([(0.0, 0.0), *((east, north) for _, east, north in framed), *drawn], width, height)
    azimuth = result.aim.azimuth_true_deg if result.aim is not None and result.aim.visible else None
    parts = [tag("rect", x=0, y=0, width=width, height=height, fill=ink("paper"))]
    placed = result.sky_more.picture if result.sky_more else None
    if picture and placed is not None and placed.placed:
        parts.append(_picture(placed, picture, fit))
    parts += _drawn(facts, fit, system, azimuth)
    for kind, east, north in (
        [] if drawn else near
    ):  # where things are drawn, readings of the same ones would lie over them
        parts += _obstacle(fit.at(east, north), kind)
    if azimuth is not None:
        parts += _sight(fit, spots or [("", 0.0, 0.0)], azimuth)
    home = fit.at(0.0, 0.0)
    if all(math.dist(home, fit.at(east, north)) > 28 for _, east, north in spots):
        parts += [
            circle(home, 5, "ink", 2, fill=ink("sheet")),
            words((home[0] + 10, home[1] + 18), "job’s place", 14, "quiet", "start"),
        ]
    for letter, east, north in spots:
        x, y = fit.at(east, north)
        parts += [
            circle((x, y), 12, "stream", 2.5, fill=ink("sheet")),
            words((x, y + 5), letter, 14, "ink", weight=700),
        ]
    if facts.sky.wind_from_deg is not None:
        parts += _wind(facts.sky.wind_from_deg)
    parts += [*_scale_bar(fit.px, (width - 2 * _EDGE_PX) / fit.px / 2, height, system), *_north(width)]
    panel = facts.picks.terminal is not None and facts.picks.terminal.panel is not None
    looks = f"{azimuth:.1f}° true" if azimuth is not None else "not known yet"
    rows = [] if panel and azimuth is None else [("Sight-line", looks)]
    if facts.sky.wind_from_deg is not None:
        rows.append(("Prevailing wind", f"from {facts.sky.wind_from_deg:.0f}° true"))
    rows += [
        (
            f"Position {letter}",
            f"{format_quantity(math.hypot(east, north), 'm', system)} at "
            f"{math.degrees(math.atan2(east, north)) % 360:.0f}° true from the job’s place",
        )
        for letter, east, north in spots
    ]
    rows += [
        (
            kind.capitalize(),
            f"{format_quantity(math.hypot(east, north), 'm', system)} at "
            f"{math.degrees(math.atan2(east, north)) % 360:.0f}° true",
        )
        for kind, east, north in near
    ]
    rows += [row_of(one, system) for one in facts.sky.things]
    return sheet("plan", "Site from above", width, height, parts, rows)


__all__ = ["plan_to_scale", "site_plan"]
