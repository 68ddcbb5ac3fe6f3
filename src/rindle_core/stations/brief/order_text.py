"""A work order as text: JSON, CSV with one row, or lines such as “Azimuth: 33.4” as they stand in a message."""

from __future__ import annotations

import re
from typing import Any

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import parse_json
from rindle_core.kernel.tables import plain_text, read_rows

_ORDER_FIELDS = {
    "customer": str,
    "service_wanted": str,
    "place": str,
    "latitude_deg": float,
    "longitude_deg": float,
    "height_m": float,
    "date": str,
    "terminal": str,
    "satellite": str,
    "azimuth_deg": float,
    "azimuth_north": str,
    "elevation_deg": float,
    "skew_deg": float,
    "activation_code": str,
    "beam_letter": str,
    "site_id": str,
    "terminal_id": str,
    "hardware_address": str,
    "customer_reference": str,
    "site_code": str,
    "cluster_code": str,
}
# As orders write them, in small letters and without marks.
_ALSO = {
    "name": "customer",
    "client": "customer",
    "service": "service_wanted",
    "coordinates": "place",
    "position": "place",
    "location": "place",
    "latitude": "latitude_deg",
    "lat": "latitude_deg",
    "longitude": "longitude_deg",
    "lon": "longitude_deg",
    "long": "longitude_deg",
    "height": "height_m",
    "altitude": "height_m",
    "day": "date",
    "installation date": "date",
    "azimuth": "azimuth_deg",
    "az": "azimuth_deg",
    "elevation": "elevation_deg",
    "el": "elevation_deg",
    "skew": "skew_deg",
    "polarization": "skew_deg",
    "polarisation": "skew_deg",
    "code": "activation_code",
    "activation": "activation_code",
    "beam": "beam_letter",
    "site": "site_id",
    "terminal number": "terminal_id",
    "mac": "hardware_address",
    "mac address": "hardware_address",
    "reference": "customer_reference",
    "customer no": "customer_reference",
    "location code": "site_code",
}
_LINE = re.compile(r"\s*([^:=\t]{1,60}?)\s*(?:[:=\t])\s*(.*?)\s*")
_PART = r"[0-9]+(?:[.,][0-9]+)?"
_NUMBER = re.compile(
    rf"(?P<sign>[-+−]?)(?P<whole>{_PART})\s*(?:(?:°|deg(?:rees)?|m(?:etres|eters)?)(?![a-z]))?"
    rf"(?:\s*(?P<minutes>{_PART})\s*['’′](?:\s*(?P<seconds>{_PART})\s*[\"”″])?)?"
    r"\s*(?P<word>[a-z-]*)\.?",
    re.IGNORECASE,
)
# Words behind a figure: the side that counts below 0, the one that counts above, or the north it counts from.
_BELOW = {
    "latitude_deg": ("s", "south"),
    "longitude_deg": ("w", "west"),
    "skew_deg": ("ccw", "anticlockwise", "anti-clockwise", "counterclockwise", "counter-clockwise"),
}
_ABOVE = {"latitude_deg": ("n", "north"), "longitude_deg": ("e", "east"), "skew_deg": ("cw", "clockwise")}
_NORTH = {"true": "true", "t": "true", "magnetic": "magnetic", "mag": "magnetic", "m": "magnetic"}
_CELL = re.compile(r"[,;\t]\s*")
_MOST_WORDS = 3  # of a name that stands before its value without a mark
_MOST_EXTRA = 40
_SECRET = re.compile(r"pass|\bpin\b|secret|credential|\bkey\b", re.IGNORECASE)  # what no job keeps in the open


def _known(name: str) -> str | None:
    plain = re.sub(r"[\s_.]+", " ", name).strip().casefold()
    exact = plain.replace(" ", "_")
    return exact if exact in _ORDER_FIELDS else _ALSO.get(plain)


def _bare(line: str) -> tuple[str, str] | None:
    """Name and value of a line without a mark between them, such as “Azimuth 33.4”; None for what names no field."""
    words = _CELL.sub(" ", line, count=1).split()
    for count in range(min(_MOST_WORDS, len(words) - 1), 0, -1):
        if _known(" ".join(words[:count])):
            return " ".join(words[:count]), " ".join(words[count:])
    return None


def _of_line(line: str) -> tuple[str, str] | None:
    found = _LINE.fullmatch(line)
    return (found[1], found[2]) if found else _bare(line)


def _of_message(body: str) -> list[tuple[str, Any]]:
    """Names and values of a pasted message; a line that has none is kept by its number. Empty where it is a table."""
    lines = [line.strip() for line in body.split("\n") if line.strip()]
    if len(lines) == 1:
        parts = [_of_line(part) for part in re.split(r"[,;]\s+", lines[0])]
        told = [part for part in parts if part is not None and _known(part[0])]
        return list(told) if len(told) == len(parts) else []
    cells = [_CELL.split(line) for line in lines]
    headed = re.fullmatch(r"[^:=]*[,;\t][^:=]*", lines[0]) and _known(cells[0][0])
    if headed and not all(len(row) == 2 and _known(row[0]) for row in cells):
        return []  # the head of a table, not a column of names beside one of values
    found = [_of_line(line) for line in lines]
    if not any(one is not None and _known(one[0]) for one in found):
        return []
    return [(f"line {at}", lines[at - 1]) if one is None else one for at, one in enumerate(found, 1)]


def _pairs(body: str) -> list[tuple[str, Any]]:
    if body.startswith("{"):
        return list(parse_json(body).items())
    if told := _of_message(body):
        return told
    rows = [row for _, row in read_rows(body, "file")]
    if len(rows) != 1:
        raise InputError.one("file", f"holds {len(rows)} rows below its header; one work order is accepted")
    return list(rows[0].items())


def _number(name: str, value: str) -> tuple[float, str]:
    """The figure, with the word behind it where that tells a north."""
    found = _NUMBER.fullmatch(value.strip())
    word = found["word"].casefold() if found else ""
    below, above = word in _BELOW.get(name, ()), word in _ABOVE.get(name, ())
    north = _NORTH.get(word, "") if name == "azimuth_deg" else ""
    if found is None or (word and not (below or above or north)) or (found["sign"] and (below or above)):
        raise InputError.one(name, f"{value!r} is not a number: write it with digits, such as 12.5")
    parts = [float((found[part] or "0").replace(",", ".")) for part in ("whole", "minutes", "seconds")]
    if max(parts[1:]) >= 60.0:
        raise InputError.one(
            name, f"{value!r} has more than 59 minutes or seconds: an angle such as 33°24'30\" is accepted"
        )
    if name == "height_m" and re.fullmatch(r"[1-9][0-9]{0,2},[0-9]{3}", found["whole"]):
        raise InputError.one(name, f"{value!r} may be meant in thousands or with decimals: write it without the comma")
    figure = parts[0] + parts[1] / 60.0 + parts[2] / 3600.0
    return (-figure if below or found["sign"] in ("-", "−") else figure), north


def _take(order: dict[str, Any], field: str, said: str) -> None:
    if field == "azimuth_north":
        order[field] = _NORTH.get(said.casefold(), "")
        if not order[field]:
            raise InputError.one(field, f"is {said!r}: true or magnetic is accepted")
    elif _ORDER_FIELDS[field] is float:
        order[field], north = _number(field, said)
        if north:
            order.setdefault("azimuth_north", north)
    else:
        order[field] = said


def read_work_order(text: str) -> dict[str, Any]:
    """The order's fields, checked for their kind; what no field is meant by is kept under `order_extra` by its name,
    but for a secret, of which the name alone is kept.

    Raises InputError that names the field, or says what is accepted where nothing of it is known.
    """
    order: dict[str, Any] = {}
    extra: dict[str, str] = {}
    for name, value in _pairs(plain_text(text, "file").strip()):
        said = "" if value is None else str(value).strip()
        field = _known(str(name))
        if not said:
            continue
        if field is None:
            extra[str(name).strip()[:60]] = "not kept: a secret" if _SECRET.search(str(name)) else said[:200]
        else:
            _take(order, field, said)
    if not order:
        raise InputError.one("file", f"names no field of a work order; accepted are {', '.join(_ORDER_FIELDS)}")
    if ("latitude_deg" in order) != ("longitude_deg" in order) and "place" not in order:
        missing = "longitude_deg" if "latitude_deg" in order else "latitude_deg"
        raise InputError.one(missing, "is missing beside the other half of the place")
    if len(extra) > _MOST_EXTRA:
        raise InputError.one("file", f"has {len(extra)} fields that are not known; up to {_MOST_EXTRA} are kept")
    return order | ({"order_extra": extra} if extra else {})


__all__ = ["read_work_order"]
