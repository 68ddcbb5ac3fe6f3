"""The mount from the side: mast, bracket, terminal, person and ground to one scale."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.mount.mast import MountResult
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

_W, _H, _GROUND = 780.0, 380.0, 348.0


def _person(x: float, scale: float) -> list[str]:
    """A standing person, 1.75 m."""

    def y(height_m: float) -> float:
        return _GROUND - height_m * scale

    return [
        circle((x, y(1.62)), 0.12 * scale, "quiet", 1.5),
        line((x, y(1.5)), (x, y(0.85)), "quiet", 1.5),
        path([(x - 0.17 * scale, y(0)), (x, y(0.85)), (x + 0.17 * scale, y(0))], "quiet", 1.5),
        path([(x - 0.25 * scale, y(0.9)), (x, y(1.4)), (x + 0.25 * scale, y(0.9))], "quiet", 1.5),
        words((max(x, 52.0), _GROUND + 20), "1.75 m person", 14, "quiet"),
    ]


def _dish(x: float, y: float, radius: float, elevation_deg: float) -> list[str]:
    tilt = 90.0 - elevation_deg
    rim = [polar((x, y), radius, tilt - 90), polar((x, y), radius, tilt + 90)]
    back = polar((x, y), -radius * 0.42, tilt)
    bow = [
        (
            (1 - t) ** 2 * rim[0][0] + 2 * t * (1 - t) * back[0] + t**2 * rim[1][0],
            (1 - t) ** 2 * rim[0][1] + 2 * t * (1 - t) * back[1] + t**2 * rim[1][1],
        )
        for t in (i / 14 for i in range(15))
    ]
    beam = [polar((x, y), r, tilt) for r in (radius * 0.3, radius * 2.2)]
    return [path(bow, "ink", 4), line(beam[0], beam[1], "stream", 1.5, stroke_dasharray="6 4")]


def mount_elevation(
    mount: MountResult,
    terminal: Terminal,
    free_length_m: float,
    height_m: float,
    diameter_mm: float,
    elevation_deg: float,
    look: Look,
) -> Drawing:
    """Forces as arrows, lever as a dimension, moment at the bracket."""
    system, narrow = look.system, look.narrow
    width, margin, x = (NARROW, 8.0, 196.0) if narrow else (_W, 40.0, 400.0)
    bracket_m = max(0.0, height_m - free_length_m)
    scale = 300.0 / max(height_m + terminal.aperture_mm / 1000, 2.4)
    top, foot = _GROUND - height_m * scale, _GROUND - bracket_m * scale
    wide = max(3.0, diameter_mm / 1000 * scale)
    parts = [line((margin, _GROUND), (width - margin, _GROUND), "ink", 2)]
    hatch_count = int((width - 2 * margin - 20) / 22)
    parts += [
        line((margin + 20 + i * 22, _GROUND), (margin + 12 + i * 22, _GROUND + 8), "quiet", 1)
        for i in range(hatch_count)
    ]
    if bracket_m > 0.4:
        parts.append(
            tag(
                "rect",
                x=x + wide / 2 + 0.12 * scale,
                y=foot - 0.35 * scale,
                width=0.25 * scale,
                height=_GROUND - foot + 0.35 * scale,
                fill=ink("hill"),
                stroke=ink("ink"),
            )
        )
        parts.append(tag("rect", x=x - wide / 2, y=foot - 3, width=wide + 0.12 * scale, height=6, fill=ink("ink")))
        parts.append(
            tag(
                "rect",
                x=x - wide / 2,
                y=min(_GROUND - 8, foot + 0.3 * scale),
                width=wide + 0.12 * scale,
                height=6,
                fill=ink("ink"),
            )
        )
        mast_foot = min(_GROUND, foot + 0.4 * scale)
    else:
        parts.append(
            path(
                [
                    (x - 0.25 * scale, _GROUND + 14),
                    (x - 0.2 * scale, _GROUND),
                    (x + 0.2 * scale, _GROUND),
                    (x + 0.25 * scale, _GROUND + 14),
                ],
                "ink",
                1.5,
            )
        )
        mast_foot = _GROUND
    parts.append(
        tag(
            "rect",
            x=x - wide / 2,
            y=top,
            width=wide,
            height=mast_foot - top,
            fill=ink("sheet"),
            stroke=ink("ink"),
            stroke_width=1.5,
        )
    )
    parts += _dish(x + 4, top, terminal.aperture_mm / 2000 * scale, elevation_deg)
    parts += _person(34.0 if narrow else 104.0, scale)
    force = format_quantity(mount.wind_force_n, "n", system)
    moment = format_quantity(mount.base_moment_nm, "nm", system)
    lever = format_quantity(free_length_m, "m", system)
    reach = 112 if narrow else 150
    parts.append(arrow((x - reach, top), (x - terminal.aperture_mm / 2000 * scale - 12, top), "rust", 3, 13))
    if narrow:
        parts.append(words((margin, top - 14), f"{force} gust", 16, "rust", "start", 700))
    else:
        parts.append(words((x - 156, top + 5), f"{force} gust", 16, "rust", "end", 700))
    beside = x + max(60.0, terminal.aperture_mm / 2000 * scale + 24)  # clear of dish and wall, near what it measures
    parts += [line((beside - 10, y), (beside + 10, y), "quiet", 1) for y in (top, foot)]
    parts += [
        line((beside, top), (beside, foot), "quiet", 1),
        words((min(beside, width - 70), foot + 22), f"lever {lever}", 14)
        if narrow
        else words((beside + 16, (top + foot) / 2 + 5), f"lever {lever}", 14, "ink", "start"),
    ]
    parts.append(path(arc_points((x, foot), 34, -150, -30), "rust", 2.5))
    parts.append(arrow(polar((x, foot), 34, -40), polar((x, foot), 34, -22), "rust", 2.5, 10))
    parts.append(words((x - 46, foot + 22), moment, 16, "rust", "end", 700))
    parts.append(
        words(
            (width - margin, _GROUND + 20) if narrow else (width - 8, _GROUND - 10),
            f"centre {format_quantity(height_m, 'm', system)} above ground",
            14,
            "quiet",
            "end",
        )
    )
    rows = [
        ("Gust force on the antenna", force),
        ("Moment at the bracket", moment),
        ("Lever", lever),
        ("Mast diameter", format_quantity(diameter_mm, "mm", system)),
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
    return sheet("mount", "Mount elevation", width, _H, parts, rows)
