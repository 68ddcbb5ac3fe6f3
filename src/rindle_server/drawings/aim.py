"""The dial card: compass, clinometer on its face, and skew or hand."""

from __future__ import annotations

from rindle_core.catalogue.models import Beam, Clinometer, Terminal
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.headline import skew_words
from rindle_core.stations.aim.instruments import DialFigures
from rindle_server.drawings.svg import Drawing, Point, arc_points, arrow, circle, ink, line, path, polar, sheet, words

_W, _H, _R = 780.0, 292.0, 92.0


def _compass(aim: AimResult, centre: Point) -> list[str]:
    parts = [circle(centre, _R, "ink", 1.5), circle(centre, _R - 14, "rule", 1)]
    for bearing in range(0, 360, 10):
        inner = _R - (14 if bearing % 30 == 0 else 7)
        parts.append(
            line(polar(centre, inner, bearing), polar(centre, _R, bearing), "ink" if bearing % 30 == 0 else "quiet", 1)
        )
    for bearing, letter in ((0, "N"), (90, "E"), (180, "S"), (270, "W")):
        x, y = polar(centre, _R - 26, bearing)
        parts.append(words((x, y + 5), letter, 14, "quiet", weight=600))
    north = polar(centre, _R - 36, aim.declination_deg)
    parts.append(arrow(polar(centre, -(_R - 40), aim.declination_deg), north, "quiet", 1.5, 8))
    label = polar(centre, _R + 16, aim.declination_deg)
    parts.append(words((label[0], label[1] + 4), "mag N", 12, "quiet"))
    parts.append(arrow(centre, polar(centre, _R - 2, aim.azimuth_true_deg), "stream", 4, 14))
    parts.append(circle(centre, 4, "stream", 0, fill=ink("stream")))
    return parts


def _dish_side(centre: Point, elevation_deg: float) -> list[str]:
    """A shallow dish from the side with its boresight at the elevation (to the right)."""
    tilt = 90.0 - elevation_deg  # bearing of the boresight on the page, from straight up
    rim = [polar(centre, 58, tilt - 90), polar(centre, 58, tilt + 90)]
    back = polar(centre, -20, tilt)
    bow = [
        (
            (1 - t) ** 2 * rim[0][0] + 2 * t * (1 - t) * (2 * back[0] - centre[0]) + t**2 * rim[1][0],
            (1 - t) ** 2 * rim[0][1] + 2 * t * (1 - t) * (2 * back[1] - centre[1]) + t**2 * rim[1][1],
        )
        for t in (i / 16 for i in range(17))
    ]
    return [path(bow, "ink", 4), arrow(centre, polar(centre, 112, tilt), "stream", 2.5, 12)]


def _clinometer(aim: AimResult, dial: DialFigures, clinometer: Clinometer | None, centre: Point) -> list[str]:
    elevation = aim.elevation_apparent_deg
    parts = _dish_side(centre, elevation)
    parts.append(line(centre, (centre[0] + 112, centre[1]), "quiet", 1, stroke_dasharray="4 4"))
    parts.append(path(arc_points(centre, 60, 90.0, 90.0 - elevation), "stream", 1.5))
    x, y = polar(centre, 76, 90.0 - elevation / 2)
    parts.append(words((x + 2, y + 5), format_quantity(elevation, "deg"), 14, "stream", "start", 600))
    if clinometer is not None and aim.clinometer_deg is not None and clinometer.kind != "flat":
        face = 90.0 - aim.clinometer_deg if clinometer.kind != "rim" else aim.clinometer_deg
        at = polar(centre, -34, 90.0 - elevation)
        ends = (polar(at, -30, face), polar(at, 30, face))
        parts.append(line(*ends, "ochre", 7))
        parts.append(
            words((at[0] - 46, at[1] + 6), format_quantity(dial.clinometer_deg, "deg"), 15, "ochre", "end", 700)
        )
        if clinometer.kind != "rim":
            parts.append(line((at[0] - 42, at[1]), (at[0] + 42, at[1]), "ochre", 1, stroke_dasharray="3 4"))
        if clinometer.kind == "rim":
            parts.append(line((at[0], at[1] - 42), (at[0], at[1] + 42), "ochre", 1, stroke_dasharray="3 4"))
    return parts


def _skew(aim: AimResult, centre: Point) -> list[str]:
    parts = [
        circle(centre, _R, "ink", 1.5),
        line((centre[0], centre[1] - _R), (centre[0], centre[1] + _R), "quiet", 1, stroke_dasharray="4 4"),
    ]
    parts.append(line(polar(centre, _R - 4, aim.skew_deg), polar(centre, -(_R - 4), aim.skew_deg), "stream", 5))
    parts.append(path(arc_points(centre, 52, 0.0, aim.skew_deg), "stream", 2))
    return parts


def _hand(beam: Beam, centre: Point) -> list[str]:
    """The way the field turns, seen from behind the antenna looking at the satellite.

    A right-handed wave turns clockwise for someone looking along its path (IEEE Std 145); we look against it.
    """
    turn = -1.0 if beam.hand == "right" else 1.0  # only beams that have a hand are drawn so
    points = arc_points(centre, _R - 24, 30.0 * turn, 310.0 * turn)
    return [
        circle(centre, _R, "ink", 1.5),
        path(points, "stream", 4),
        arrow(points[-2], polar(centre, _R - 24, 322.0 * turn), "stream", 4, 15),
        words((centre[0], centre[1] + 18), beam.letter, 52, "ink", weight=700),
    ]


def dial_card(aim: AimResult, dial: DialFigures, terminal: Terminal | None, beam: Beam | None) -> Drawing:
    """Three dials with the figures of compass, clinometer and skew (or beam and hand)."""
    clinometer = terminal.clinometer if terminal else None
    first, second, third = (130.0, 128.0), (372.0, 150.0), (650.0, 128.0)
    compass = format_quantity(dial.compass_deg, "compass_deg")
    true = format_quantity(aim.azimuth_true_deg, "deg")
    reading = format_quantity(dial.clinometer_deg, "deg")
    face = clinometer.face if clinometer else "along the beam"
    if clinometer and clinometer.kind == "rim":
        face = f"{face}, from the vertical"
    parts = [*_compass(aim, first), *_clinometer(aim, dial, clinometer, second)]
    parts += [words((130, 258), f"Compass {compass}", 20, weight=700), words((130, 280), f"true {true}", 14, "quiet")]
    parts += [words((390, 258), f"Clinometer {reading}", 20, weight=700), words((390, 280), face, 14, "quiet")]
    rows = [
        ("Compass", compass),
        ("True azimuth", true),
        (f"Clinometer, {face}", reading),
        ("Elevation seen", format_quantity(aim.elevation_apparent_deg, "deg")),
    ]
    if terminal is not None and terminal.polarization == "circular":
        rows.append(("Skew", "none to set: the polarization is circular"))
    if terminal is not None and terminal.polarization == "circular" and beam is not None and beam.hand is not None:
        parts += _hand(beam, third)
        parts += [
            words((650, 258), f"Beam {beam.letter}", 20, weight=700),
            words((650, 280), f"received {beam.hand}-handed", 14, "quiet"),
        ]
        rows.append(("Beam", f"{beam.letter}, received {beam.hand}-handed"))
    elif terminal is None or terminal.polarization == "linear":
        turned = f"{format_quantity(abs(aim.skew_deg), 'deg')} {skew_words(aim.skew_deg)}"
        parts += _skew(aim, third)
        parts += [words((650, 258), f"Skew {format_quantity(abs(aim.skew_deg), 'deg')}", 20, weight=700)]
        parts += [words((650, 280), f"{skew_words(aim.skew_deg)}, seen from behind", 14, "quiet")]
        rows.append(("Skew seen from behind", turned))
    return sheet("dial", "Dial card", _W, _H, parts, rows)
