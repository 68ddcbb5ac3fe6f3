"""Skylines typed in a line, and in and out as CSV and JSON."""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Sequence
from typing import Any, Literal, get_args

from pydantic import Field

from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.kernel.tables import columns_of, plain_text, read_rows
from rindle_core.kernel.units import METRES_PER_FOOT
from rindle_core.science.skyline import Kind, SkylinePoint

_KINDS: tuple[Kind, ...] = get_args(Kind)
_COLUMNS = ("azimuth_deg", "elevation_deg", "kind", "distance_m", "leafless_share")
_SHORT = {
    "azimuth": "azimuth_deg",
    "bearing": "azimuth_deg",
    "elevation": "elevation_deg",
    "height": "elevation_deg",
    "distance": "distance_m",
}
_NUMBER = r"[+-]?\d+(?:[.,]\d+)?"
_LINE = re.compile(rf"\s*({_NUMBER})(?:\s*°)?,?[\s;]+({_NUMBER})(?:\s*°)?(.*)", re.DOTALL)
_METRES = {"m": 1.0, "km": 1000.0, "ft": METRES_PER_FOOT, "feet": METRES_PER_FOOT, "'": METRES_PER_FOOT}
_METRES |= {"’": METRES_PER_FOOT, "yd": 3 * METRES_PER_FOOT, "mi": 5280 * METRES_PER_FOOT}
_UNIT = "|".join(_METRES)
_OWN_UNIT = re.compile(rf"(?<=\d)\s+(?=(?:{_UNIT}|%)(?:[\s,;]|$))", re.IGNORECASE)  # “40 m” is one word
_ROSE = (  # a sixteenth of the circle apart
    *("N", "NNE", "NE", "ENE", "E", "ESE", "SE", "SSE"),
    *("S", "SSW", "SW", "WSW", "W", "WNW", "NW", "NNW"),
)
_POINT = re.compile(r"\s*([NESW]{1,3})(?=[\s,;])", re.IGNORECASE)
_MOST = 2000
_FORM = "write bearing and height, then what it is, and how far: “210 14.5 tree 40”"


class SkylineTextInput(Model):
    """Lines such as `210 14.5 tree 40`: bearing, height in degrees, kind and distance; or a CSV or JSON skyline."""

    text: str = Field(max_length=2_000_000)
    declination_deg: float = Field(
        default=0.0, ge=-180, le=180, description="Added to the bearings, where they are a compass's"
    )
    bare_distance: Literal["m", "ft"] = Field(
        default="m", description="Unit of a typed distance without one; of a CSV or JSON it is the column's"
    )


class SkylineTextResult(Model):
    """Points, bearings true."""

    points: list[SkylinePoint]


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _kind(word: str) -> Kind | None:
    """A kind by its first letters; None for another word."""
    fits = [kind for kind in _KINDS if len(word) > 1 and kind.startswith(word.casefold())]
    return fits[0] if len(fits) == 1 else None


def _in_degrees(line: str) -> str:
    """The same line with its point of the compass, as `NNE`, in degrees."""
    match = _POINT.match(line)
    if match is None or match[1].upper() not in _ROSE:
        return line
    return f"{_ROSE.index(match[1].upper()) * 22.5:g}{line[match.end() :]}"


def parse_line(line: str, number: int = 1, bare_distance: str = "m") -> dict[str, Any]:
    """One typed line as a point's fields. Raises InputError that names the line."""
    match = _LINE.fullmatch(_in_degrees(line))
    if match is None:
        raise InputError.one(f"line {number}", f"{line.strip()!r} is not understood; {_FORM}")
    point: dict[str, Any] = {"azimuth_deg": _number(match[1]) % 360.0, "elevation_deg": _number(match[2])}
    if "-" in match[1]:
        raise InputError.one(f"line {number}", "a bearing is counted clockwise from north: 0 up to 360 is accepted")
    for word in (one.strip(",") for one in _OWN_UNIT.sub("", match[3]).replace(";", " ").split()):
        if not word:
            continue
        if kind := _kind(word):
            point["kind"] = kind
        elif distance := re.fullmatch(rf"(\d+(?:[.,]\d+)?)({_UNIT})?", word, re.IGNORECASE):
            point["distance_m"] = _number(distance[1]) * _METRES[(distance[2] or bare_distance).casefold()]
        elif share := re.fullmatch(r"(\d{1,3})%", word):
            point["leafless_share"] = int(share[1]) / 100.0
        else:
            raise InputError.one(f"line {number}", f"{word!r} is neither {', '.join(_KINDS)} nor a distance; {_FORM}")
    return point


def _from_csv(text: str) -> list[dict[str, Any]]:
    names = {name: _SHORT.get(name.casefold(), name) for name in columns_of(text)}
    if not {"azimuth_deg", "elevation_deg"} <= set(names.values()):
        raise InputError.one(
            "text", f"the CSV needs the columns azimuth_deg and elevation_deg; {', '.join(_COLUMNS[2:])} may follow"
        )
    rows = []
    for _, raw in read_rows(text):
        row = {names[name]: cell for name, cell in raw.items()}
        rows.append(
            {name: row[name].replace(",", ".") if name != "kind" else row[name] for name in _COLUMNS if row.get(name)}
        )
    return rows


def _from_json(text: str) -> list[dict[str, Any]]:
    data = parse_json(text)
    rows = data.get("points", data.get("skyline")) if isinstance(data, dict) else data
    if not isinstance(rows, list):
        raise InputError.one("text", "is not a list of points; a list, or an object with the field points, is accepted")
    return rows


def _is_csv(text: str) -> bool:
    head = _in_degrees(text.partition("\n")[0])
    return bool(re.search(r"[A-Za-z]", head)) and not _LINE.fullmatch(head) and any(mark in head for mark in ",;\t")


@register(
    "skyline_text", "A skyline typed in lines, or as CSV or JSON, read into points", SkylineTextInput, SkylineTextResult
)
def read_skyline(given: SkylineTextInput) -> Outcome[SkylineTextResult]:
    """Tells the form from the text. All faults are named with their line."""
    body = plain_text(given.text).strip()
    if not body:
        raise InputError.one("text", f"is empty; {_FORM}")
    lines = [(number, line) for number, line in enumerate(body.splitlines(), start=1) if line.strip()]
    if body[0] in "[{":
        rows: list[Any] = _from_json(body)
    elif _is_csv(body):
        rows = _from_csv(body)
    else:
        rows = [parse_line(line, number, given.bare_distance) for number, line in lines]
    if len(rows) > _MOST:
        raise InputError.one("text", f"has {len(rows)} points; up to {_MOST} are accepted: thin it out")
    points, faults = [], []
    for number, row in enumerate(rows, start=1):
        try:
            point = parse(SkylinePoint, row)
            turned = (point.azimuth_deg + given.declination_deg) % 360.0 % 360.0
            points.append(point.model_copy(update={"azimuth_deg": turned}) if given.declination_deg else point)
        except InputError as error:
            faults += [Fault(f"point {number}, {one.field}", one.message) for one in error.faults]
    if faults:
        raise InputError(faults)
    return Outcome(SkylineTextResult(points=points), [])


def as_csv(points: Sequence[SkylinePoint]) -> str:
    """The points as CSV with a header; what is read from it is what was written."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(_COLUMNS)
    writer.writerows(
        [["" if (value := getattr(point, name)) is None else value for name in _COLUMNS] for point in points]
    )
    return out.getvalue()


def as_json(points: Sequence[SkylinePoint]) -> str:
    """The points as JSON: an object with the field points."""
    told = [point.model_dump(mode="json", exclude={"id", "photo_id"}) for point in points]
    return json.dumps({"points": told}, indent=1, ensure_ascii=False)


__all__ = ["SkylineTextInput", "SkylineTextResult", "as_csv", "as_json", "parse_line", "read_skyline"]
