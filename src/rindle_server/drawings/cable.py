"""The cable run as a string, with its budget beneath."""

from __future__ import annotations

from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.units import System, format_quantity
from rindle_core.stations.cable.cable import CableResult
from rindle_core.stations.cable.pieces import CablePiece
from rindle_server.drawings.svg import NARROW, Drawing, Look, circle, ink, line, path, sheet, tag, words

_W, _LEFT, _Y = 780.0, 60.0, 92.0
_NARROW_LEFT = 44.0
_LABEL = 96.0  # as wide as the longest name
_NAMES = {
    "arm": "arm",
    "loop": "loop",
    "mast": "down the mast",
    "outdoor": "outdoors",
    "wall": "wall",
    "indoor": "indoors",
    "slack": "slack",
}


def _bar(
    y: float, label: str, share: float, limit_share: float, value: str, limit: str, bad: bool, narrow: bool
) -> list[str]:
    """A bar from 0 to 1 with a limit mark; on a narrow sheet under its words."""
    left, width = (6.0, NARROW - 12) if narrow else (210.0, 330.0)
    token = "rust" if bad else "stream"
    mark = left + width * min(1.0, max(0.0, limit_share))
    told = f"{value}, {limit}"
    if narrow:
        said = [
            words((left, y - 8), label, 14, "ink", "start"),
            words((left + width, y - 8), told, 14, token if bad else "ink", "end", 600),
        ]
    else:
        said = [
            words((left - 10, y + 13), label, 14, "ink", "end"),
            words((left + width + 10, y + 13), told, 14, token if bad else "ink", "start", 600),
        ]
    return [
        *said,
        tag("rect", x=left, y=y, width=width, height=16, fill=ink("paper"), stroke=ink("rule")),
        tag("rect", x=left, y=y, width=width * min(1.0, max(0.0, share)), height=16, fill=ink(token)),
        line((mark, y - 4), (mark, y + 20), "ink", 2.5),
    ]


def spread(wanted: list[float], apart: float, left: float, right: float) -> list[float]:
    """Places for labels in a row, near to where they are wanted and no two nearer than `apart` (pixels).

    `wanted` rises. Where the row is too short for all of them, they stand evenly in it.
    """
    if len(wanted) > 1:
        apart = min(apart, (right - left) / (len(wanted) - 1))
    places: list[float] = []
    for place in wanted:
        places.append(max(place, left, places[-1] + apart if places else left))
    limit = right
    for index in range(len(places) - 1, -1, -1):
        places[index] = min(places[index], limit)
        limit = places[index] - apart
    return places


def _length(piece: CablePiece, system: System) -> str:
    return "?" if piece.length_m is None else format_quantity(piece.length_m, "m", system)


def _labels(pieces: list[CablePiece], middles: list[float], system: System, left: float, right: float) -> list[str]:
    """Names and lengths, in turn above and below the string, each with a line to its piece."""
    parts = []
    for below in (0, 1):
        row = list(zip(pieces, middles, strict=True))[below::2]
        # Where there is no room for the names the lengths alone stand there: the rows beneath have the names.
        crowded = (len(row) - 1) * _LABEL > right - left + 1
        places = spread([middle for _, middle in row], _LABEL, left, right)
        level = _Y + 62 if below else _Y - 56
        foot, head = (_Y + 8, level - 16) if below else (_Y - 26, level + 22)
        for (piece, middle), place in zip(row, places, strict=True):
            parts += [
                line((middle, foot), (place, head), "rule", 1),
                words((place, level), str(pieces.index(piece) + 1) if crowded else _NAMES[piece.kind], 14, "quiet"),
                words((place, level + 16), _length(piece, system), 14, "ink", weight=600),
            ]
    return parts


def cable_run(cable: CableResult, pieces: list[CablePiece], terminal: Terminal, look: Look) -> Drawing:
    """Pieces in order from the antenna inwards, lengths in proportion."""
    system, narrow = look.system, look.narrow
    sheet_width, left = (NARROW, _NARROW_LEFT) if narrow else (_W, _LEFT)
    outside, inside = ("panel", "router") if terminal.panel is not None else ("dish", "modem")
    # A piece without a length is drawn as long as the others are on the average, and dotted.
    known = [piece.length_m for piece in pieces if piece.length_m is not None]
    guess = sum(known) / len(known) or 1.0 if known else 1.0
    drawn = [guess if piece.length_m is None else piece.length_m for piece in pieces]
    total = max(sum(drawn), 0.1)
    span = sheet_width - 2 * left - (16 if narrow else 30)
    parts = [
        words((left - 8, _Y + 5), outside, 14, "ink", "end", 600),
        circle((left, _Y), 4, "ink", 1.5, fill=ink("ink")),
    ]
    x = left
    middles: list[float] = []
    for piece, long_m in zip(pieces, drawn, strict=True):
        end = x + span * long_m / total
        middle = (x + end) / 2
        if piece.kind == "wall":
            parts.append(
                tag("rect", x=x, y=_Y - 34, width=max(8.0, end - x), height=76, fill=ink("hill"), stroke=ink("ink"))
            )
            parts.append(path([(x, _Y + 3), (max(end, x + 8), _Y - 3)], "stream", 3))  # falls to the outside
        elif piece.kind == "loop":
            parts += [line((x, _Y), (end, _Y), "stream", 3), circle((middle, _Y - 12), 12, "stream", 3)]
        else:
            dash = "2 5" if piece.length_m is None else "7 5" if piece.kind == "slack" else None
            parts.append(line((x, _Y), (end, _Y), "stream", 3, stroke_dasharray=dash))
        parts.append(line((end, _Y - 6), (end, _Y + 6), "quiet", 1))
        middles.append(middle)
        x = end
    parts += [circle((x, _Y), 4, "ink", 1.5, fill=ink("ink")), words((x + 8, _Y + 5), inside, 14, "ink", "start", 600)]
    parts += _labels(pieces, middles, system, left, sheet_width - left)
    so_far = " so far" if cable.untold_count else ""
    limits, supply = terminal.cable, terminal.supply
    top, step = _Y + (124 if narrow else 110), 50 if narrow else 32
    parts += _bar(
        top,
        "Length",
        cable.length_m / limits.most_m * 0.8,
        0.8,
        format_quantity(cable.length_m, "m", system) + so_far,
        "at most " + format_quantity(limits.most_m, "m", system),
        cable.length_m > limits.most_m,
        narrow,
    )
    high, loses = f"Loss at {limits.if_high_mhz:g} MHz", cable.loss_high_db > 0  # of a data cable none is reckoned
    if loses:
        top += step
        parts += _bar(
            top,
            high,
            cable.loss_high_db / limits.most_loss_db * 0.8,
            0.8,
            format_quantity(cable.loss_high_db, "db") + so_far,
            "at most " + format_quantity(limits.most_loss_db, "db"),
            cable.loss_high_db > limits.most_loss_db,
            narrow,
        )
    supplied = f"Supply at the {outside}"
    volts = cable.voltage_v or 0.0
    shown = format_quantity(volts, "v") + so_far if cable.voltage_v is not None else "none"
    top += step
    parts += _bar(
        top,
        supplied,
        volts / supply.supply_v,
        supply.least_v / supply.supply_v,
        shown,
        "at least " + format_quantity(supply.least_v, "v"),
        volts < supply.least_v,
        narrow,
    )
    rows = [(_NAMES[piece.kind].capitalize(), _length(piece, system)) for piece in pieces]
    rows += [
        ("Whole length", format_quantity(cable.length_m, "m", system) + so_far),
        *(
            [
                (f"Loss at {limits.if_low_mhz:g} MHz", format_quantity(cable.loss_low_db, "db")),
                (high, format_quantity(cable.loss_high_db, "db")),
                ("Difference over the band", format_quantity(cable.slope_db, "db")),
            ]
            if loses
            else []
        ),
        (supplied, shown),
        ("Current", f"{cable.current_a:.2f} A" if cable.current_a is not None else "none"),
        ("Loop resistance", format_quantity(cable.loop_resistance_ohm, "ohm")),
        *([("Longest by its loss", format_quantity(cable.longest_by_loss_m, "m", system))] if loses else []),
        ("Longest by its supply", format_quantity(cable.longest_by_supply_m, "m", system)),
    ]
    return sheet("cable", "Cable run", sheet_width, top + 36, parts, rows)
