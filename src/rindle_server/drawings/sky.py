"""The skyline strip: what one sees standing at the terminal, unrolled, for a fixed satellite or for a panel's sky."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.units import format_quantity
from rindle_core.science.skyline import Kind, Profile, SkylinePoint, elevation_at
from rindle_core.stations.sky.fixed_sky import SkyDirection, SkyResult, arc_directions, sun_directions_of
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.sky.seen import low_orbit_of, sky_of, surroundings
from rindle_core.stations.sky.surroundings import Surroundings
from rindle_server.drawings.strip import Strip
from rindle_server.drawings.svg import Drawing, Point, circle, ink, line, path, sheet, tag, words

_TREE_LINES_PX = 8
_TWICE_DEG = 1e-7
_BEND_DEG = 1e-6  # a line that bends by less is straight


@dataclass(frozen=True, slots=True)
class StripSubject:
    """What a strip shows. `points` are those as read; `around` turns them into what the terminal sees."""

    around: Surroundings
    arc: list[SkyDirection]
    sun_path: list[SkyDirection]
    sky: SkyResult | None = None
    low_orbit: LowOrbitResult | None = None
    least_elevation_deg: float = 0.0
    handles: bool = field(default=True)

    @property
    def rules(self) -> HouseRules:
        """The firm's limits."""
        return self.around.rules

    def profile(self) -> Profile | None:
        """What the terminal sees; None while nothing was read."""
        return self.around.profile() if self.around.known else None


def subject_of(facts: JobInput, result: JobAssessment, letter: str | None = None) -> StripSubject | None:
    """The strip of a job at a position (the planned one by default); None while its place is not known."""
    if facts.brief.latitude_deg is None or facts.brief.longitude_deg is None:
        return None
    at = facts.sky.position_letter if letter is None else letter
    sky, simulated = result.sky, result.low_orbit
    if at != facts.sky.position_letter:
        fixed, panel_sky = sky_of(facts, at), low_orbit_of(facts, at)
        sky, simulated = fixed.result if fixed else None, panel_sky.result if panel_sky else None
    panel = facts.picks.terminal.panel if facts.picks.terminal else None
    return StripSubject(
        around=Surroundings(**surroundings(facts, at)),
        arc=arc_directions(facts.brief.latitude_deg, facts.brief.longitude_deg, facts.brief.above_sea_m),
        sun_path=sun_directions_of(facts.brief.latitude_deg, facts.brief.longitude_deg, facts.brief.date),
        sky=sky,
        low_orbit=simulated,
        least_elevation_deg=panel.least_elevation_deg if panel else 0.0,
    )


def _kinds_along(subject: StripSubject, profile: Profile, azimuths: Sequence[float]) -> list[Kind]:
    """What stands at each azimuth: the obstacle that is highest there, else the nearest read point."""
    at = np.searchsorted(profile.azimuth_deg, np.mod(azimuths, 360.0)) % len(profile.azimuth_deg)
    sources = profile.source[at].astype(int)
    bearings = np.array([point.azimuth_deg for point in subject.around.skyline])
    kinds: list[Kind] = []
    for azimuth, source in zip(azimuths, sources, strict=True):
        if source >= 0:
            kinds.append([*subject.around.obstacles, *subject.around.drawn][source].kind)
        elif len(bearings):
            kinds.append(
                subject.around.skyline[int(np.argmin(np.abs((bearings - azimuth + 180.0) % 360.0 - 180.0)))].kind
            )
        else:
            kinds.append("terrain")
    return kinds


def _hatch(strip: Strip, subject: StripSubject, profile: Profile, foot: float) -> list[str]:
    """Slanting lines under the stretches that are trees."""
    xs = np.arange(strip.left + 4, strip.left + strip.width, _TREE_LINES_PX)
    azimuths = (strip.centre_deg - strip.half_deg + (xs - strip.left) / strip.px).tolist()
    tops = elevation_at(profile, np.mod(azimuths, 360.0))
    strokes = []
    for x, azimuth, kind, top in zip(
        xs.tolist(), azimuths, _kinds_along(subject, profile, azimuths), tops.tolist(), strict=True
    ):
        y_top = strip.at(azimuth, top)[1]
        if kind == "tree" and y_top < foot - 6:
            strokes += [
                f"M{x + 5:.1f},{y:.1f}l-6,{min(10.0, foot - y):.1f}"
                for y in np.arange(y_top + 6, foot - 4, 16).tolist()
            ]
    return [tag("path", d="".join(strokes), stroke=ink("quiet"), stroke_width=1, fill="none")] if strokes else []


def corners_of(profile: Profile) -> Array:
    """The bearings at which the skyline bends: between them it is straight, so that nothing thin falls between two
    steps.
    """
    apart = np.diff(profile.azimuth_deg, prepend=-1.0) > _TWICE_DEG  # a bearing that stands there twice bends nowhere
    at, up = profile.azimuth_deg[apart], profile.elevation_deg[apart]
    before, after = np.roll(at, 1), np.roll(at, -1)
    before[0], after[-1] = before[0] - 360.0, after[-1] + 360.0
    between = (at - before) / np.maximum(after - before, 1e-12)
    straight = np.roll(up, 1) + between * (np.roll(up, -1) - np.roll(up, 1))
    return np.asarray(at[np.abs(up - straight) > _BEND_DEG])


def _outline(strip: Strip, profile: Profile) -> list[Point]:
    ends = [strip.centre_deg - strip.half_deg, strip.centre_deg + strip.half_deg]
    bends = corners_of(profile)
    azimuths = np.unique(np.concatenate([ends, *(bends + turn for turn in (-360.0, 0.0, 360.0))]))
    azimuths = azimuths[(azimuths >= ends[0]) & (azimuths <= ends[1])]
    tops = elevation_at(profile, np.mod(azimuths, 360.0))
    foot = strip.top + strip.height
    xs = strip.left + (azimuths - strip.centre_deg + strip.half_deg) * strip.px
    ys = np.minimum(strip.top + (strip.top_deg - tops) * strip.px, foot)
    return list(zip(xs.tolist(), ys.tolist(), strict=True))


def _hill(strip: Strip, subject: StripSubject, profile: Profile) -> list[str]:
    foot = strip.top + strip.height
    line_points = _outline(strip, profile)
    shape = [(strip.left, foot), *line_points, (strip.left + strip.width, foot)]
    parts = [
        path(shape, "ink", 1.5 * max(strip.size, 0.6), fill=ink("hill"), close=True),
        *_hatch(strip, subject, profile, foot),
    ]
    if subject.handles:
        parts += [
            part
            for point in subject.around.skyline
            if strip.inside(point.azimuth_deg)
            for part in _mark(strip, point, foot)
        ]
    return parts


def _mark(strip: Strip, point: SkylinePoint, foot: float) -> list[str]:
    x, y = strip.at(point.azimuth_deg, point.elevation_deg)
    pole = [line((x, y), (x, foot), "ink", 2)] if point.kind in ("pole", "wire") else []
    return [
        *pole,
        tag("rect", x=x - 3.5, y=y - 3.5, width=7, height=7, fill=ink("sheet"), stroke=ink("ink"), stroke_width=1.5),
    ]


def _fixed(strip: Strip, sky: SkyResult, rules: HouseRules) -> list[str]:
    """The satellite with its free ring, its tube, and the nearest place of the skyline."""
    satellite, size = sky.satellite, strip.size
    at = strip.at(satellite.azimuth_deg, satellite.elevation_deg)
    parts = [path(strip.ring(satellite, rules.clearance_deg), "stream", 1.5, stroke_dasharray="6 4")]
    if sky.tube_half_angle_deg:
        parts.append(path(strip.ring(satellite, sky.tube_half_angle_deg), "stream", 1.5))
    parts += [
        line((at[0] - 11 * size, at[1]), (at[0] + 11 * size, at[1]), "stream", 2.5),
        line((at[0], at[1] - 11 * size), (at[0], at[1] + 11 * size), "stream", 2.5),
    ]
    parts.append(circle(at, 5 * size, "stream", 2.5, fill=ink("sheet")))
    if sky.nearest:
        near = strip.at(sky.nearest.azimuth_deg, sky.nearest.elevation_deg)
        parts.append(line(at, near, "rust", 1.5, stroke_dasharray="3 3"))
        if size >= 1:
            parts.append(
                words(
                    (near[0] - 12, near[1] - 8), format_quantity(sky.margin_deg or 0.0, "deg"), 19, "rust", "end", 700
                )
            )
    return parts


def _panel(strip: Strip, found: LowOrbitResult, least_elevation_deg: float) -> list[str]:
    """The traffic as fine stipple, what of it is blocked as crosses, and the least elevation that the panel uses."""
    y = strip.at(strip.centre_deg, least_elevation_deg)[1]
    parts = [line((strip.left, y), (strip.left + strip.width, y), "stream", 1.2, stroke_dasharray="6 4")]
    dots: list[str] = []
    crosses: list[str] = []
    for one in found.traffic:
        if strip.inside(one.azimuth_deg):
            x, y = strip.at(one.azimuth_deg, one.elevation_deg)
            (crosses if one.blocked else dots).append(
                f"M{x - 2.5:.1f},{y - 2.5:.1f}l5,5m-5,0l5,-5" if one.blocked else f"M{x:.1f},{y:.1f}h.01"
            )
    if dots:
        parts.append(
            tag(
                "path",
                d="".join(dots),
                stroke=ink("stream"),
                stroke_width=3,
                stroke_linecap="round",
                fill="none",
                class_="traffic",
            )
        )
    if crosses:
        parts.append(tag("path", d="".join(crosses), stroke=ink("rust"), stroke_width=1.4, fill="none", class_="lost"))
    return parts


def _labels(strip: Strip, subject: StripSubject) -> list[str]:
    parts = []
    inside = [d for d in subject.sun_path if strip.inside(d.azimuth_deg) and d.elevation_deg < strip.top_deg - 4]
    if inside:
        first = min(inside, key=lambda d: strip.at(d.azimuth_deg, 0)[0])
        x, y = strip.at(first.azimuth_deg, first.elevation_deg)
        parts.append(words((max(x, strip.left) + 8, y - 6), "sun today", 17, "ochre", "start"))
    arc = [d for d in subject.arc if strip.inside(d.azimuth_deg) and d.elevation_deg < 0.6 * strip.top_deg]
    if arc:
        high = max(arc, key=lambda d: (round(d.elevation_deg), -strip.at(d.azimuth_deg, 0)[0]))
        x, y = strip.at(high.azimuth_deg, high.elevation_deg)
        outward = x < strip.left + strip.width / 2 and x > strip.left + 170 * strip.size
        parts.append(
            words((x + (-10 if outward else 10), y), "geostationary arc", 17, "quiet", "end" if outward else "start")
        )
    sky = subject.sky
    if sky is not None and sky.satellite.elevation_deg > 0:
        x, y = strip.at(sky.satellite.azimuth_deg, sky.satellite.elevation_deg)
        parts.append(words((x + 14, y - 12), "satellite", 18, "stream", "start", 700))
    if subject.low_orbit is not None:
        parts.append(
            words(
                (strip.left + 8, strip.at(strip.centre_deg, subject.least_elevation_deg)[1] - 6),
                "least elevation of the panel",
                17,
                "stream",
                "start",
            )
        )
    return parts


_UNMOVED: dict[str, object] = {
    "east_m": 0.0,
    "north_m": 0.0,
    "ground_rise_m": 0.0,
    "read_height_m": None,
    "obstacles": [],
    "drawn": [],
}


def _as_read(strip: Strip, subject: StripSubject) -> list[str]:
    """The line through the points as they were read, where the terminal will stand elsewhere."""
    if subject.around.shift().distance_m < 0.3 or not subject.around.skyline:
        return []
    read = subject.around.model_copy(update=_UNMOVED)
    return [path(_outline(strip, read.profile()), "quiet", 1.2, stroke_dasharray="2 4")]


def _rows(subject: StripSubject) -> list[tuple[str, str]]:
    sky, found = subject.sky, subject.low_orbit
    rows: list[tuple[str, str]] = []
    if sky is not None:
        rows.append(
            (
                "Satellite",
                f"{format_quantity(sky.satellite.azimuth_deg, 'deg')} true, "
                f"{format_quantity(sky.satellite.elevation_deg, 'deg')} up",
            )
        )
        if sky.nearest and sky.margin_deg is not None:
            rows.append(
                (
                    "Margin",
                    f"{format_quantity(sky.margin_deg, 'deg')} towards "
                    f"{format_quantity(sky.nearest.azimuth_deg, 'compass_deg')} true",
                )
            )
        rows.append(("Clearance wanted", format_quantity(subject.rules.clearance_deg, "deg")))
    if found is not None:
        rows += [
            (
                "Without service",
                f"{format_quantity(found.out_percent, 'percent')} of the time, longest "
                f"{format_quantity(found.longest_gap_s, 's')}",
            ),
            ("Sky masked", f"{format_quantity(found.sky_masked_percent, 'percent')} of the panel's sky by area"),
            *(
                (
                    f"From {one.from_deg:.0f}° to {one.to_deg:.0f}°",
                    f"{one.traffic_percent:.1f} % of the traffic, {one.blocked_percent:.2f} % of the time lost",
                )
                for one in found.sectors
                if one.traffic_percent >= 0.05 or one.blocked_percent > 0
            ),
        ]
    rows += [
        (
            f"Skyline at {format_quantity(p.azimuth_deg, 'deg')} true",
            f"{format_quantity(p.elevation_deg, 'deg')} {p.kind}",
        )
        for p in subject.around.skyline
    ]
    rows += [
        (
            one.name or one.kind.capitalize(),
            f"{one.height_m:.1f} m high, {one.distance_m:.1f} m away at {one.azimuth_deg:.0f}° true, "
            f"{one.width_m:.1f} m wide",
        )
        for one in subject.around.obstacles
    ]
    return rows


def _strip_of(subject: StripSubject, half_width_deg: float, px: float, size: float) -> Strip:
    sky = subject.sky
    heights = [point.elevation_deg for point in subject.around.skyline]
    if subject.low_orbit is not None or sky is None:
        centre = subject.low_orbit.boresight_azimuth_deg if subject.low_orbit else 180.0
        return Strip(centre, 90.0, half_width_deg, px, size)
    top = min(
        90.0, max(60.0, sky.satellite.elevation_deg + subject.rules.clearance_deg + 6, *(one + 6 for one in heights))
    )
    return Strip(sky.satellite.azimuth_deg, top, half_width_deg, px, size)


def skyline_strip(
    subject: StripSubject,
    *,
    name: str = "skyline",
    title: str = "Skyline strip",
    half_width_deg: float = 90.0,
    px: float = 5.2,
    size: float = 1.0,
) -> Drawing:
    """Skyline, satellite or traffic, the geostationary arc and the day's sun."""
    strip = _strip_of(subject, half_width_deg, px, size)
    window = f"{name}-window"
    inner = [path(run, "quiet", 1) for run in strip.runs(subject.arc)]
    inner += [path(run, "ochre", 1.5 * size, stroke_dasharray="2 5") for run in strip.runs(subject.sun_path)]
    profile = subject.profile()
    if profile is not None:
        inner += _hill(strip, subject, profile)
    if subject.low_orbit is not None:
        inner += _panel(strip, subject.low_orbit, subject.least_elevation_deg)
    inner += _as_read(strip, subject)
    if subject.sky is not None and subject.sky.satellite.elevation_deg > 0:
        inner += _fixed(strip, subject.sky, subject.rules)
    parts = [
        tag("clipPath", tag("rect", x=strip.left, y=strip.top, width=strip.width, height=strip.height), id=window),
        tag(
            "rect",
            x=strip.left,
            y=strip.top,
            width=strip.width,
            height=strip.height,
            fill=ink("paper"),
            class_="sky-area",
        ),
        *strip.grid(),
        tag("g", *inner, clip_path=f"url(#{window})"),
    ]
    if size >= 1:
        parts += _labels(strip, subject)
    return sheet(
        name,
        title,
        strip.left + strip.width + 12 * size,
        strip.top + strip.height + 34 * size,
        parts,
        _rows(subject),
        strip.frame(),
    )


def position_strips(facts: JobInput, result: JobAssessment) -> list[Drawing]:
    """A small strip for every candidate, side by side on the sheet."""
    drawn = []
    for one in result.sky_more.positions if result.sky_more else []:
        subject = subject_of(facts, result, one.letter)
        if subject is not None:
            subject = replace(
                subject, low_orbit=subject.low_orbit and subject.low_orbit.model_copy(update={"traffic": []})
            )  # too fine for so small a strip
            wide = 180.0 if subject.low_orbit is not None else 60.0
            drawn.append(
                skyline_strip(
                    subject,
                    name=f"skyline-{one.letter}",
                    title=f"Sky at {one.letter}",
                    half_width_deg=wide,
                    px=140.0 / wide,
                    size=0.8,
                )
            )
    return drawn


__all__ = ["StripSubject", "position_strips", "skyline_strip", "subject_of"]
