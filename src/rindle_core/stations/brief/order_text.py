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
_NUMBER = re.compile(r"([-+−]?[0-9]+(?:[.,][0-9]+)?)\s*(?:°|deg(?:rees)?|m|metres|meters)?", re.IGNORECASE)
_MOST_EXTRA = 40
_SECRET = re.compile(r"pass|\bpin\b|secret|credential|\bkey\b", re.IGNORECASE)  # what no job keeps in the open


def _known(name: str) -> str | None:
    plain = re.sub(r"[\s_.]+", " ", name).strip().casefold()
    exact = plain.replace(" ", "_")
    return exact if exact in _ORDER_FIELDS else _ALSO.get(plain)


def _pairs(body: str) -> list[tuple[str, Any]]:
    if body.startswith("{"):
        return list(parse_json(body).items())
    lines = [line for line in body.split("\n") if line.strip()]
    matched = [found for line in lines if (found := _LINE.fullmatch(line))]
    if len(matched) == len(lines) and len(lines) > 1 and not re.fullmatch(r"[^:=]*[,;\t][^:=]*", lines[0]):
        return [(found[1], found[2]) for found in matched]
    rows = [row for _, row in read_rows(body, "file")]
    if len(rows) != 1:
        raise InputError.one("file", f"holds {len(rows)} rows below its header; one work order is accepted")
    return list(rows[0].items())


def _number(name: str, value: str) -> float:
    found = _NUMBER.fullmatch(value)
    if found is None:
        raise InputError.one(name, f"{value!r} is not a number: write it with digits, such as 12.5")
    return float(found[1].replace("−", "-").replace(",", "."))


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
            order[field] = _number(field, said) if _ORDER_FIELDS[field] is float else said
    if not order:
        raise InputError.one("file", f"names no field of a work order; accepted are {', '.join(_ORDER_FIELDS)}")
    if len(extra) > _MOST_EXTRA:
        raise InputError.one("file", f"has {len(extra)} fields that are not known; up to {_MOST_EXTRA} are kept")
    return order | ({"order_extra": extra} if extra else {})


__all__ = ["read_work_order"]
