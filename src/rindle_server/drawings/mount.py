"""The mount from the side: what holds it, mast, antenna, person and ground to one scale."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rindle_core.catalogue.models import Terminal
from rindle_core.job import JobAssessment, JobInput
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.mount.asked import reach_m
from rindle_core.stations.mount.mast import MountResult
from rindle_core.stations.mounting import mount_side, mount_surface
from rindle_core.stations.planned import planned_height_m
from rindle_server.drawings.mount_stands import Stand, stand
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Look,
    arc_points,
    arrow,
    circle,
    ink,
    line,
    path,
    polar,
    sheet,
    tag,
    words,
)

_W, _H, _LOW = 780.0, 380.0, 348.0


@dataclass(frozen=True, slots=True)
class _Sizes:
    """Heights and lengths in metres, and where they lie on the sheet."""

    free_m: float
    height_m: float
    depth_m: float
    scale: float
    x: float
    top: float
    foot: float
    ground: float


def _person(at: _Sizes, x: float) -> list[str]:
    """A standing person, 1.75 m."""

    def y(height_m: float) -> float:
        return at.ground - height_m * at.scale

    return [
        circle((x, y(1.62)), 0.12 * at.scale, "quiet", 1.5),
        line((x, y(1.5)), (x, y(0.85)), "quiet", 1.5),
        path([(x - 0.17 * at.scale, y(0)), (x, y(0.85)), (x + 0.17 * at.scale, y(0))], "quiet", 1.5),
        path([(x - 0.25 * at.scale, y(0.9)), (x, y(1.4)), (x + 0.25 * at.scale, y(0.9))], "quiet", 1.5),
        words((max(x, 62.0), at.ground + 20), "1.75 m person", 14, "quiet"),
    ]


def _antenna(terminal: Terminal, at: _Sizes, elevation_deg: float) -> list[str]:
    """A bowl, or a flat panel as it leans."""
    radius = terminal.aperture_mm / 2000 * at.scale
    x, y = at.x, at.top
    if terminal.panel is not None:
        lean = terminal.panel.tilt_deg
        ends = [polar((x, y), radius, -90 - lean), polar((x, y), radius, 90 - lean)]
        up = [polar((x, y), r, -lean) for r in (radius * 0.3, radius * 1.5)]
        return [line(ends[0], ends[1], "ink", 6), line(up[0], up[1], "stream", 1.5, stroke_dasharray="6 4")]
    tilt = 90.0 - elevation_deg
    rim = [polar((x + 4, y), radius, tilt - 90), polar((x + 4, y), radius, tilt + 90)]
    back = polar((x + 4, y), -radius * 0.42, tilt)
    bow = [
        (
            (1 - t) ** 2 * rim[0][0] + 2 * t * (1 - t) * back[0] + t**2 * rim[1][0],
            (1 - t) ** 2 * rim[0][1] + 2 * t * (1 - t) * back[1] + t**2 * rim[1][1],
        )
        for t in (i / 14 for i in range(15))
    ]
    beam = [polar((x + 4, y), r, tilt) for r in (radius * 0.3, radius * 2.2)]
    return [path(bow, "ink", 4), line(beam[0], beam[1], "stream", 1.5, stroke_dasharray="6 4")]


def _sizes(facts: JobInput, result: JobAssessment, terminal: Terminal, narrow: bool) -> _Sizes:
    told, kind = facts.mount, result.mount_kind
    free_m = told.mast_free_length_m or 0.0
    height_m = planned_height_m(facts) or free_m
    depth_m = result.footing.depth_m if result.footing and kind and kind.holds == "concrete" else 0.0
    # A mast that is longer than it is high is drawn as it was entered, under the ground.
    under_m = max(depth_m, free_m - height_m)
    scale = min(300.0, 1e9) / max(height_m + terminal.aperture_mm / 1000 + under_m, 2.4)
    ground = _LOW - under_m * scale
    x = 196.0 if narrow else 400.0
    top = ground - height_m * scale
    return _Sizes(free_m, height_m, depth_m, scale, x, top, top + free_m * scale, ground)


def _ground(at: _Sizes, margin: float, width: float) -> list[str]:
    count = int((width - 2 * margin - 20) / 22)
    return [
        line((margin, at.ground), (width - margin, at.ground), "ink", 2),
        *(
            line((margin + 20 + i * 22, at.ground), (margin + 12 + i * 22, at.ground + 8), "quiet", 1)
            for i in range(count)
        ),
    ]


def _mast(facts: JobInput, at: _Sizes) -> str:
    wide = max(3.0, (facts.mount.mast_diameter_mm or 40.0) / 1000 * at.scale)
    below = (facts.mount.tube_below_m or 0.0) * at.scale
    return tag(
        "rect",
        x=at.x - wide / 2,
        y=at.top,
        width=wide,
        height=max(at.foot - at.top + below, 2.0),
        fill=ink("sheet"),
        stroke=ink("ink"),
        stroke_width=1.5,
    )


def mount_elevation(
    facts: JobInput, result: JobAssessment, mount: MountResult, terminal: Terminal, elevation_deg: float, look: Look
) -> Drawing:
    """Forces as arrows, lever as a dimension, moment at the bracket; what holds it as its kind has it."""
    system, narrow = look.system, look.narrow
    width, margin = (NARROW, 8.0) if narrow else (_W, 40.0)
    at = _sizes(facts, result, terminal, narrow)
    kind, told = result.mount_kind, facts.mount
    off_m = reach_m(facts, kind) if kind else 0.0
    parts = _ground(at, margin, width)
    parts += stand(
        Stand(
            foot=(at.x, at.foot),
            ground_y=at.ground,
            scale=at.scale,
            kind=kind,
            surface=mount_surface(facts),
            reach_m=off_m,
            spacing_m=told.bracket_spacing_m or 0.0,
            below_m=told.tube_below_m or 0.0,
            depth_m=at.depth_m,
            width_m=result.footing.width_m if result.footing else 0.0,
            on_right=mount_side(facts) == "right",
            block_count=told.block_count or (result.ballast.wanted_count if result.ballast else 0),
        )
    )
    parts.append(_mast(facts, at))
    parts += _antenna(terminal, at, elevation_deg)
    parts += _person(at, 34.0 if narrow else 104.0)
    force = format_quantity(mount.wind_force_n, "n", system)
    moment = format_quantity(mount.base_moment_nm, "nm", system)
    lever = format_quantity(at.free_m, "m", system)
    radius = terminal.aperture_mm / 2000 * at.scale
    reach = 112 if narrow else 150
    parts.append(arrow((at.x - reach, at.top), (at.x - radius - 12, at.top), "rust", 3, 13))
    parts.append(
        words((margin, at.top - 14) if narrow else (at.x - reach, at.top - 12), f"{force} gust", 16, "rust",
              "start", 700)
    )  # fmt: skip
    wall = off_m * at.scale + max(12.0, 0.25 * at.scale)
    beside = at.x + max(60.0, radius + 24, wall + 16 if kind and kind.reach_m > 0 else 0.0)
    parts += [line((beside - 10, y), (beside + 10, y), "quiet", 1) for y in (at.top, at.foot)]
    parts += [
        line((beside, at.top), (beside, at.foot), "quiet", 1),
        words((min(beside, width - 70), at.foot + 22), f"lever {lever}", 14)
        if narrow
        else words((beside + 16, (at.top + at.foot) / 2 + 5), f"lever {lever}", 14, "ink", "start"),
    ]
    beyond = 180 if kind and kind.holds == "clamps" and mount_side(facts) == "right" else 0  # away from the ladder
    parts.append(path(arc_points((at.x, at.foot), 34, beyond - 150, beyond - 30), "rust", 2.5))
    tip = [polar((at.x, at.foot), 34, beyond + turned) for turned in (-40, -22)]
    parts.append(arrow(tip[0], tip[1], "rust", 2.5, 10))
    parts.append(
        words((at.x + (46 if beyond else -46), at.foot + 22), moment, 16, "rust", "start" if beyond else "end", 700)
    )
    parts.append(
        words(
            (width - margin, at.ground + 20) if narrow else (width - 8, at.ground - 10),
            f"centre {format_quantity(at.height_m, 'm', system)} above ground",
            14,
            "quiet",
            "end",
        )
    )
    rows = [
        ("Mount", kind.name if kind else "not chosen"),
        ("Gust force on the antenna", force),
        ("Moment at the bracket", moment),
        ("Lever", lever),
        ("Mast diameter", format_quantity(told.mast_diameter_mm or 0.0, "mm", system)),
        (
            "Mast stress",
            f"{format_quantity(mount.stress_mpa, 'mpa', system)} of "
            f"{format_quantity(mount.allowed_stress_mpa, 'mpa', system)} allowed",
        ),
        (
            "Tip rotation in the working gust",
            f"{mount.tip_rotation_deg:.2f}°, "
            + ("out of the beam" if mount.wind_loss_db is None else format_quantity(mount.wind_loss_db, "db")),
        ),
    ]
    if mount.upper_n is not None and mount.lower_n is not None:
        rows.append(("Upper bracket", format_quantity(mount.upper_n, "n", system)))
        rows.append(("Lower bracket", format_quantity(mount.lower_n, "n", system)))
    return sheet("mount", "Mount elevation", width, _H, parts, rows)


_ROSE_W, _ROSE_H = 780.0, 300.0


def wind_angles(result: JobAssessment, look: Look) -> Drawing | None:
    """The gust's force by the side it comes from: ours as a line about the dish, the maker's as a ring."""
    blown = result.site_wind
    if blown is None or not blown.by_angle:
        return None
    narrow = look.narrow
    width = NARROW if narrow else _ROSE_W
    centre = (width / 2, 150.0)
    most = max(blown.force_n, blown.reckoned_n, *(math.hypot(one.axial_n, one.side_n) for one in blown.by_angle))
    px = 100.0 / most
    ring = []
    for one in [*blown.by_angle, *reversed(blown.by_angle[1:-1])]:
        ring.append((one.off_axis_deg, math.hypot(one.axial_n, one.side_n)))
    around = [
        polar(centre, force * px, angle if index < len(blown.by_angle) else 360 - angle)
        for index, (angle, force) in enumerate(ring)
    ]
    parts = [
        circle(centre, 100, "rule", 1),
        circle(centre, 50, "rule", 1),
        path(around, "rust", 2.5, fill=ink("paper"), close=True),
        path([polar(centre, 26, -50), polar(centre, 12, 180), polar(centre, 26, 50)], "ink", 4),
        arrow(polar(centre, 128, 0), polar(centre, 104, 0), "rust", 2),
        words((centre[0], 16), "wind into the dish", 14, "quiet"),
        words((centre[0], 278), "wind from behind", 14, "quiet"),
    ]
    if blown.maker_n is not None:
        parts.append(circle(centre, blown.maker_n * px, "ink", 2, stroke_dasharray="7 5"))
    system = look.system
    told = [
        ("Reckoned, at its worst angle", format_quantity(blown.reckoned_n, "n", system)),
        ("The maker’s", format_quantity(blown.maker_n, "n", system) if blown.maker_n is not None else "not told"),
        ("Taken", format_quantity(blown.force_n, "n", system)),
        ("Design gust", format_quantity(blown.design_gust_mps, "mps", system)),
        ("Lie of the land", f"times {blown.topographic_factor:.2f}"),
        ("Pressure of the gust", format_quantity(blown.pressure_pa / 1000.0, "kpa", system)),
    ]
    if blown.ice_kg:
        told.append(("Weight of the ice", format_quantity(blown.ice_kg, "kg", system)))
    if blown.twist_nm is not None:
        told.append(("Twist about the mast", format_quantity(blown.twist_nm, "nm", system)))
    if not narrow:
        for index, (what, value) in enumerate(told):
            parts.append(words((540, 92 + index * 26), what, 14, "quiet", "start"))
            parts.append(words((770, 92 + index * 26), value, 15, "ink", "end", 600))
        parts.append(words((20, 92), "red: force by side", 14, "rust", "start"))
        parts.append(words((20, 118), "dashed: the maker’s", 14, "ink", "start"))
    rows = [
        *told,
        ("In the working gust", format_quantity(blown.working_force_n, "n", system)),
        *(
            (
                f"Wind {one.off_axis_deg:.0f}° off the axis",
                format_quantity(math.hypot(one.axial_n, one.side_n), "n", system),
            )
            for one in blown.by_angle[::3]
        ),
    ]  # fmt: skip
    return sheet("wind-angles", "Force by the side of the wind", width, _ROSE_H, parts, rows)


__all__ = ["mount_elevation", "wind_angles"]
