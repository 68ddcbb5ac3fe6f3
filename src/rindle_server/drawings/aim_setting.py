"""How it is set: where the clinometer is laid on this terminal, what is turned for the skew, what a screw moves."""

from __future__ import annotations

import itertools

from rindle_core.catalogue.models import Beam, Clinometer, Screw, Terminal
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.aim import AimResult, clinometer_reading_deg
from rindle_core.stations.aim.headline import skew_words
from rindle_core.stations.aim.instruments import CLINOMETER, ELEVATION_SCALE, InstrumentsResult, shown_reading
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
    tag,
    words,
)

_W, _H = 780.0, 336.0
_LEFTS, _FEET = (16.0, 318.0, 590.0), (330.0, 320.0, 336.0)  # of the three pictures, and how far down they go
_RIM = 62.0  # half the dish's diameter, px
_DEEP = 20.0
_MOST_FACES = 2
Rows = list[tuple[str, str]]


def _dish(centre: Point, elevation_deg: float, half: float = _RIM) -> list[str]:
    """The reflector from the side, its beam to the right and up."""
    tilt = 90.0 - elevation_deg
    low, high = polar(centre, half, tilt + 90), polar(centre, half, tilt - 90)
    deep = polar(centre, -_DEEP * half / _RIM * 2, tilt)
    bow = [
        ((1 - t) ** 2 * low[0] + 2 * t * (1 - t) * deep[0] + t**2 * high[0],
         (1 - t) ** 2 * low[1] + 2 * t * (1 - t) * deep[1] + t**2 * high[1])
        for t in (i / 16 for i in range(17))
    ]  # fmt: skip
    return [path(bow, "ink", 4), arrow(centre, polar(centre, half * 1.75, tilt), "stream", 2, 10)]


def _level(at: Point, slope_deg: float) -> list[str]:
    """A clinometer lying on a face: its body along the face, its bubble in the middle. The slope is from the level."""
    bearing = 90.0 - slope_deg
    foot, up = polar(at, 0, bearing), bearing - 90.0
    a, b = polar(foot, -22, bearing), polar(foot, 22, bearing)
    body = [a, b, polar(b, 11, up), polar(a, 11, up)]
    middle = polar(foot, 5.5, up)
    return [path(body, "ochre", 1.5, fill=ink("ochre-tint"), close=True), circle(middle, 3, "ochre", 1.5)]


def _laid(face: Clinometer, aimed: AimResult, correction_deg: float, at: Point) -> tuple[list[str], str]:
    """One face with the clinometer on it, its reference line, and what it shows in words: the correction inside."""
    elevation = aimed.elevation_apparent_deg
    angle = clinometer_reading_deg(elevation, face)
    reading, side = shown_reading(angle + correction_deg)
    shown = format_quantity(reading, "deg")
    if face.kind == "scale":
        arc = path(arc_points(at, 30, 90.0, 0.0), "ochre", 2)
        pointer = arrow(at, polar(at, 34, 90.0 - elevation), "ochre", 2, 7)
        marks = [line(polar(at, 26, 90.0 - mark), polar(at, 30, 90.0 - mark), "ochre", 1) for mark in range(0, 91, 15)]
        return [arc, *marks, pointer], f"{shown} on the scale"
    if face.kind == "flat":
        return [
            line((at[0] - 34, at[1]), (at[0] + 34, at[1]), "ink", 3),
            *_level(at, 0.0),
        ], "level: the head is set flat"
    from_vertical = face.kind == "rim"
    slope = 90.0 - angle if from_vertical else angle
    bearing = 90.0 - slope
    reference = (
        ((at[0], at[1] - 44), (at[0], at[1] + 44)) if from_vertical else ((at[0] - 44, at[1]), (at[0] + 44, at[1]))
    )
    parts = [
        line(polar(at, -40, bearing), polar(at, 40, bearing), "ink", 3),
        line(*reference, "ochre", 1, stroke_dasharray="3 4"),
        *_level(at, slope),
    ]
    said = f"{shown} from the {'vertical' if from_vertical else 'level'}" + (f", {side}" if side else "")
    return parts, said


def _corrections(measured: InstrumentsResult | None) -> list[float]:
    """Of each face in its order: the instrument's own, or what a scale's mast asks; none of an older record."""
    told = measured.figures if measured else []
    return [one.correction_deg for one in told if one.instrument in (CLINOMETER, ELEVATION_SCALE)]


def _faces(aimed: AimResult, terminal: Terminal, measured: InstrumentsResult | None) -> tuple[list[str], Rows]:
    centre = (118.0, 128.0)
    elevation = aimed.elevation_apparent_deg
    foot = polar(centre, -24, 90.0 - elevation)
    parts = [line(foot, (foot[0], 236), "rule", 9), *_dish(centre, elevation)]
    spots = [polar(centre, -30, 90.0 - elevation), (250.0, 196.0)]
    rows: Rows = []
    faces = [terminal.clinometer, *terminal.other_faces][:_MOST_FACES]
    corrections = itertools.chain(_corrections(measured), itertools.repeat(0.0))
    for count, (face, spot, correction_deg) in enumerate(zip(faces, spots, corrections, strict=False)):
        drawn, said = _laid(face, aimed, correction_deg, spot)
        parts += drawn
        rows.append((f"Clinometer on the {face.face}", said))
        parts += [
            words((16, 266 + 38 * count), said, 15, "ochre", "start", 700),
            words((16, 282 + 38 * count), f"on the {face.face}", 14, "quiet", "start"),
        ]
    return parts, rows


def _turned(centre: Point, skew_deg: float, whole: bool) -> list[str]:
    """The back of a dish, the part that turns drawn full; the angle from straight up."""
    ring, feed = ("stream", "quiet") if whole else ("quiet", "stream")
    reach = 50.0 if whole else 22.0
    return [
        line((centre[0], centre[1] - 62), (centre[0], centre[1] + 62), "quiet", 1, stroke_dasharray="4 4"),
        circle(centre, 54, ring, 3.5 if whole else 1.5),
        circle(centre, 15, feed, 1.5 if whole else 3.5),
        line(polar(centre, reach, skew_deg), polar(centre, -reach, skew_deg), "stream", 4),
        path(arc_points(centre, 38, 0.0, skew_deg), "stream", 2) if abs(skew_deg) >= 1.0 else "",
    ]


def _skew(skew_deg: float, terminal: Terminal, beam: Beam | None) -> tuple[list[str], Rows]:
    left = 318.0
    if terminal.polarization == "circular":
        hand = beam.hand if beam else None
        mark = terminal.hand_marks.get(hand, "") if hand else ""
        said = f"{hand}-handed: {mark}" if hand and mark else "the hand is set at the feed, nothing is turned"
        body = [circle((left + 112, 128), 54, "quiet", 1.5), circle((left + 112, 128), 15, "stream", 3.5)]
        label = [words((left, 266), "No skew is set", 15, "ink", "start", 700)]
        label += [
            words((left, 282 + 16 * at), piece, 14, "quiet", "start") for at, piece in enumerate(folded(said, 34)[:3])
        ]
        return [*body, *label], [("Polarization", said)]
    whole = terminal.skew_mechanism == "head"
    what = {"head": "The whole head turns", "feed": "Only the feed turns", "none": "How it turns is not told"}
    angle = format_quantity(abs(skew_deg), "deg")
    behind, front = skew_words(skew_deg), skew_words(-skew_deg)
    parts = [
        *_turned((left + 56, 128), skew_deg, whole),
        *_turned((left + 184, 128), -skew_deg, whole),
        words((left + 56, 212), "from behind", 14, "quiet"),
        words((left + 56, 229), behind, 14),
        words((left + 184, 212), "from in front", 14, "quiet"),
        words((left + 184, 229), front, 14),
        words((left, 266), f"Skew {angle}", 15, "ink", "start", 700),
        words((left, 282), what[terminal.skew_mechanism], 14, "quiet", "start"),
    ]
    said = f"{what[terminal.skew_mechanism]}: {angle} {behind} from behind, {front} from in front"
    return parts, [("Skew", said)]


def _travel(screw: Screw) -> str:
    return f"{screw.deg_per_turn:g}° a turn, {screw.span_turns:g} turns to a stop"


def _screws(aimed: AimResult, terminal: Terminal) -> tuple[list[str], Rows]:
    left = 590.0
    side, above = (left + 34, 84.0), (left + 40, 196.0)
    elevation = min(max(aimed.elevation_apparent_deg, 10.0), 70.0)
    tilt = 90.0 - elevation
    parts = [
        *_dish(side, elevation, 26.0),
        path(arc_points(side, 56, tilt + 6, tilt - 22), "stream", 2),
        arrow(polar(side, 56, tilt - 20), polar(side, 56, tilt - 30), "stream", 2, 8),
        words((left + 72, 110), "Turned up:", 14, "ink", "start", 700),
        words((left + 72, 126), "the beam rises", 14, "ink", "start"),
        *_dish(above, 90.0, 26.0),
        path(arc_points(above, 56, -6, 22), "stream", 2),
        arrow(polar(above, 56, 20), polar(above, 56, 30), "stream", 2, 8),
        words((left + 72, 190), "Turned up:", 14, "ink", "start", 700),
        words((left + 72, 206), "clockwise,", 14, "ink", "start"),
        words((left + 72, 222), "seen from above", 14, "ink", "start"),
        words(
            (left, 266), "Elevation " + f"{terminal.elevation_screw.deg_per_turn:g}° a turn", 15, "ink", "start", 700
        ),
        words((left, 282), f"stops {terminal.elevation_screw.span_turns:g} turns each way", 14, "quiet", "start"),
        words((left, 304), f"Azimuth {terminal.azimuth_screw.deg_per_turn:g}° a turn", 15, "ink", "start", 700),
        words((left, 320), f"stops {terminal.azimuth_screw.span_turns:g} turns each way", 14, "quiet", "start"),
    ]
    rows = [
        ("Elevation screw turned up", f"the beam rises; {_travel(terminal.elevation_screw)}"),
        ("Azimuth screw turned up", f"clockwise seen from above; {_travel(terminal.azimuth_screw)}"),
    ]
    return parts, rows


def setting_card(
    aimed: AimResult,
    terminal: Terminal,
    beam: Beam | None,
    skew_deg: float,
    measured: InstrumentsResult | None,
    *,
    narrow: bool = False,
) -> Drawing:
    """Three pictures: clinometer on its faces, what is turned for the skew, which way the screws move the beam.

    On a narrow sheet they stand under one another.
    """
    drawn = [_faces(aimed, terminal, measured), _skew(skew_deg, terminal, beam), _screws(aimed, terminal)]
    heads = [
        words((at, 22), said, 14, "quiet", "start", 600)
        for at, said in zip(
            _LEFTS, ("Where the clinometer is laid", "What is turned", "What a screw moves"), strict=True
        )
    ]
    parts = [tag("g", *pieces) for pieces, _ in drawn]
    rows = [row for _, told in drawn for row in told]
    if narrow:
        tops = [sum(_FEET[:at]) for at in range(len(_FEET))]
        stacked = [
            moved((8.0 - left, top), [head, part])
            for left, top, head, part in zip(_LEFTS, tops, heads, parts, strict=True)
        ]
        apart = [line((8, top), (NARROW - 8, top), "rule", 1) for top in tops[1:]]
        return sheet("setting", "How it is set", NARROW, sum(_FEET), [*stacked, *apart], rows)
    rules = [line((at, 12), (at, _H - 12), "rule", 1) for at in (300.0, 572.0)]
    return sheet("setting", "How it is set", _W, _H, [*heads, *rules, *parts], rows)


__all__ = ["setting_card"]
