"""The dial card: compass, clinometer on its face, and skew or hand."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from rindle_core.catalogue.models import Beam, Clinometer, Terminal
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.dial_figures import DialFigures, skew_to_set_deg
from rindle_core.stations.aim.headline import skew_words
from rindle_server.drawings.svg import (
    NARROW,
    Drawing,
    Point,
    arc_points,
    arrow,
    circle,
    folded,
    ink,
    line,
    moved,
    path,
    polar,
    sheet,
    words,
)

_W, _H, _R = 780.0, 292.0, 92.0
_CELL, _SMALLER = (NARROW / 2, 272.0), 0.8  # of the narrow card: two by two, each picture that much smaller
_TEXT, _TEXT_SMALLER = 14.0, 17.5  # of the words in the pictures, so that they stay readable when drawn smaller


def _compass(aim: AimResult, centre: Point, text: float = _TEXT) -> list[str]:
    parts = [circle(centre, _R, "ink", 1.5), circle(centre, _R - 14, "rule", 1)]
    for bearing in range(0, 360, 10):
        inner = _R - (14 if bearing % 30 == 0 else 7)
        parts.append(
            line(polar(centre, inner, bearing), polar(centre, _R, bearing), "ink" if bearing % 30 == 0 else "quiet", 1)
        )
    for bearing, letter in ((0, "N"), (90, "E"), (180, "S"), (270, "W")):
        x, y = polar(centre, _R - 26, bearing)
        parts.append(words((x, y + 5), letter, text, "quiet", weight=600))
    north = polar(centre, _R - 36, aim.declination_deg)
    parts.append(arrow(polar(centre, -(_R - 40), aim.declination_deg), north, "quiet", 1.5, 8))
    label = polar(centre, _R + 16, aim.declination_deg)
    parts.append(words((label[0], label[1] + 4), "mag N", text, "quiet"))
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


def _clinometer(
    aim: AimResult, dial: DialFigures, clinometer: Clinometer | None, centre: Point, text: float = _TEXT
) -> list[str]:
    elevation = aim.elevation_apparent_deg
    parts = _dish_side(centre, elevation)
    parts.append(line(centre, (centre[0] + 112, centre[1]), "quiet", 1, stroke_dasharray="4 4"))
    parts.append(path(arc_points(centre, 60, 90.0, 90.0 - elevation), "stream", 1.5))
    x, y = polar(centre, 76, 90.0 - elevation / 2)
    parts.append(words((x + 2, y + 5), format_quantity(elevation, "deg"), text, "stream", "start", 600))
    if clinometer is not None and aim.clinometer_deg is not None and clinometer.kind != "flat":
        face = 90.0 - aim.clinometer_deg if clinometer.kind != "rim" else aim.clinometer_deg
        at = polar(centre, -34, 90.0 - elevation)
        ends = (polar(at, -30, face), polar(at, 30, face))
        parts.append(line(*ends, "ochre", 7))
        if text == _TEXT:  # the narrow card has no room beside it, and tells it below
            reading = format_quantity(dial.clinometer_deg, "deg")
            parts.append(words((at[0] - 46, at[1] + 6), reading, 15, "ochre", "end", 700))
        if clinometer.kind != "rim":
            parts.append(line((at[0] - 42, at[1]), (at[0] + 42, at[1]), "ochre", 1, stroke_dasharray="3 4"))
        if clinometer.kind == "rim":
            parts.append(line((at[0], at[1] - 42), (at[0], at[1] + 42), "ochre", 1, stroke_dasharray="3 4"))
    return parts


def _skew(skew_deg: float, centre: Point) -> list[str]:
    parts = [
        circle(centre, _R, "ink", 1.5),
        line((centre[0], centre[1] - _R), (centre[0], centre[1] + _R), "quiet", 1, stroke_dasharray="4 4"),
    ]
    parts.append(line(polar(centre, _R - 4, skew_deg), polar(centre, -(_R - 4), skew_deg), "stream", 5))
    parts.append(path(arc_points(centre, 52, 0.0, skew_deg), "stream", 2))
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


def _cell(at: int, picture: list[str], middle: Point, head: str, below: str) -> str:
    """One of the narrow card's four: a picture about `middle`, its figure, and what that is."""
    left, top = _CELL[0] * (at % 2), _CELL[1] * (at // 2)
    drawn = moved((middle[0], middle[1]), picture, _SMALLER)
    said = [
        words((_CELL[0] / 2, 222 + 17 * line_at), text, 14, "quiet")
        for line_at, text in enumerate(folded(below, 24)[:2])
    ]
    return moved((left, top), [drawn, words((_CELL[0] / 2, 203), head, 18, weight=700), *said])


def _beside(aim: AimResult) -> str:
    """The narrow card's fourth: what the dials rest on."""
    told = [
        ("Elevation seen", format_quantity(aim.elevation_apparent_deg, "deg")),
        ("Declination", format_quantity(aim.declination_deg, "deg")),
    ]
    return moved(
        _CELL,
        [
            piece
            for at, (what, value) in enumerate(told)
            for piece in (
                words((_CELL[0] / 2, 60 + 84 * at), what, 14, "quiet"),
                words((_CELL[0] / 2, 88 + 84 * at), value, 24, weight=700),
            )
        ],
    )


def dial_card(
    aim: AimResult, dial: DialFigures, terminal: Terminal | None, beam: Beam | None, *, narrow: bool = False
) -> Drawing:
    """Three dials with the figures of compass, clinometer and skew (or beam and hand); on a narrow sheet two by two."""
    clinometer = terminal.clinometer if terminal else None
    first, second, third = (130.0, 128.0), (372.0, 150.0), (650.0, 128.0)
    compass = format_quantity(dial.compass_deg, "compass_deg")
    true = format_quantity(aim.azimuth_true_deg, "deg")
    reading = format_quantity(dial.clinometer_deg, "deg")
    face = clinometer.face if clinometer else "along the beam"
    if clinometer and clinometer.kind == "rim":
        face = f"{face}, from the vertical"
    if dial.clinometer_side:
        face = f"{face}, {dial.clinometer_side}"
    heads = [(130.0, f"Compass {compass}", f"true {true}"), (390.0, f"Clinometer {reading}", face)]
    parts = [*_compass(aim, first), *_clinometer(aim, dial, clinometer, second)]
    turned_part: Callable[[Point], list[str]] | None = None
    rows = [
        ("Compass", compass),
        ("True azimuth", true),
        (f"Clinometer, {face}", reading),
        ("Elevation seen", format_quantity(aim.elevation_apparent_deg, "deg")),
    ]
    if terminal is not None and terminal.polarization == "circular":
        rows.append(("Skew", "none to set: the polarization is circular"))
    if terminal is not None and terminal.polarization == "circular" and beam is not None and beam.hand is not None:
        turned_part = partial(_hand, beam)
        heads.append((650.0, f"Beam {beam.letter}", f"received {beam.hand}-handed"))
        rows.append(("Beam", f"{beam.letter}, received {beam.hand}-handed"))
    elif terminal is None or terminal.polarization == "linear":
        skew_deg = skew_to_set_deg(aim, dial)
        turned = f"{format_quantity(abs(skew_deg), 'deg')} {skew_words(skew_deg)}"
        turned_part = partial(_skew, skew_deg)
        skew = f"Skew {format_quantity(abs(skew_deg), 'deg')}"
        heads.append((650.0, skew, f"{skew_words(skew_deg)}, seen from behind"))
        rows.append(("Skew seen from behind", turned))
    if narrow:
        origin = (0.0, 0.0)
        pictures = [
            (_compass(aim, origin, _TEXT_SMALLER), (90.0, 96.0)),
            (_clinometer(aim, dial, clinometer, origin, _TEXT_SMALLER), (64.0, 106.0)),
            (turned_part(origin) if turned_part else [], (90.0, 92.0)),
        ]
        cells = [
            _cell(at, picture, middle, head, below)
            for at, ((picture, middle), (_, head, below)) in enumerate(zip(pictures, heads, strict=False))
        ]
        return sheet("dial", "Dial card", NARROW, 2 * _CELL[1] - 20, [*cells, _beside(aim)], rows)
    parts += turned_part(third) if turned_part else []
    for x, head, below in heads:
        parts += [words((x, 258), head, 20, weight=700), words((x, 280), below, 14, "quiet")]
    return sheet("dial", "Dial card", _W, _H, parts, rows)
