"""Orbital elements in and out: TLE and OMM, and what they say of a geosynchronous satellite."""

from __future__ import annotations

import io
import json
from typing import Any

import numpy as np
from defusedxml import DefusedXmlException, ElementTree
from sgp4 import exporter, omm
from sgp4.api import WGS72, Satrec

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import gmst_rad
from rindle_core.kernel.model import Model
from rindle_core.science.shells import ElementLines

_SIDEREAL_DAY = 0.997_269_566  # days, IERS
_LEAST_LOW_REVS = 10.0  # revolutions a day of an orbit under about 2500 km
_LEAST_REVS, _MOST_REVS = 0.95, 1.06  # revolutions a day that still count as geosynchronous
_ACCEPTED = "a TLE of two lines (a name line may stand before), or an OMM as JSON or XML, is accepted"


class Elements(Model):
    """A satellite's elements as a TLE, with what follows from them at the epoch."""

    name: str
    line1: str
    line2: str
    longitude_deg: float
    inclination_deg: float


def mean_longitude_deg(satellite: Satrec) -> float:
    """Mean sub-satellite longitude over the sidereal day after the epoch, east positive, by SGP4.

    Raises InputError where SGP4 refuses the elements.
    """
    points = []
    for share in np.arange(0.0, 1.0, 1 / 96):
        day = satellite.jdsatepochF + share * _SIDEREAL_DAY
        code, position_km, _ = satellite.sgp4(satellite.jdsatepoch, day)
        if code:
            raise InputError.one(
                "elements", f"SGP4 refuses these elements (code {code}); take a newer set from the operator"
            )
        angle = np.arctan2(position_km[1], position_km[0]) - gmst_rad(satellite.jdsatepoch + day)
        points.append(np.exp(1j * angle))
    return float(np.degrees(np.angle(np.mean(points))))


def _revolutions(satellite: Satrec) -> float:
    """Revolutions a day."""
    return float(satellite.no_kozai * 1440.0 / (2 * np.pi))


def _geosynchronous(name: str, satellite: Satrec) -> Elements:
    revolutions = _revolutions(satellite)
    if not _LEAST_REVS <= revolutions <= _MOST_REVS:
        raise InputError.one(
            "elements",
            f"{name or 'the satellite'} goes round {revolutions:.2f} times a day; a geosynchronous one is wanted here",
        )
    line1, line2 = exporter.export_tle(satellite)
    return Elements(
        name=name.strip(),
        line1=line1,
        line2=line2,
        longitude_deg=mean_longitude_deg(satellite),
        inclination_deg=float(np.degrees(satellite.inclo)),
    )


def _checksum_ok(line: str) -> bool:
    total = sum(int(mark) if mark.isdigit() else mark == "-" for mark in line[:68])
    return len(line) >= 69 and line[68] == str(total % 10)


def _tle(text: str) -> list[tuple[str, Satrec]]:
    lines = [line.rstrip() for line in text.splitlines() if line.strip()]
    found = []
    for at, line in enumerate(lines):
        if not line.startswith("1 ") or at + 1 >= len(lines) or not lines[at + 1].startswith("2 "):
            continue
        for one in (line, lines[at + 1]):
            if not _checksum_ok(one):
                raise InputError.one("elements", f"line {one[:8]}… fails its checksum: a digit was lost or changed")
        before = lines[at - 1] if at and lines[at - 1][:2] not in ("1 ", "2 ") else ""
        found.append((before.removeprefix("0 "), Satrec.twoline2rv(line, lines[at + 1], WGS72)))
    return found


def _omm(rows: list[dict[str, Any]]) -> list[tuple[str, Satrec]]:
    found = []
    for row in rows:
        satellite = Satrec()
        try:
            omm.initialize(satellite, {name: str(value) for name, value in row.items()})
        except (KeyError, ValueError) as error:
            raise InputError.one("elements", f"the OMM lacks or garbles {error}; {_ACCEPTED}") from error
        found.append((str(row.get("OBJECT_NAME", "")), satellite))
    return found


def parse_elements(text: str) -> list[Elements]:
    """Elements of one or more geosynchronous satellites from TLE or OMM (CCSDS 502.0-B) text.

    Raises InputError that says what is accepted.
    """
    return [_geosynchronous(name, satellite) for name, satellite in _parse(text)]


def parse_low_elements(text: str) -> list[ElementLines]:
    """Elements of low-orbit satellites from the same texts; others among them are refused by name.

    Raises InputError that says what is accepted.
    """
    found = []
    for name, satellite in _parse(text):
        revolutions = _revolutions(satellite)
        if revolutions < _LEAST_LOW_REVS:
            raise InputError.one(
                "elements",
                f"{name or 'a satellite'} goes round {revolutions:.2f} times a day; low orbits, {_LEAST_LOW_REVS:g} "
                f"times and more, are wanted here",
            )
        line1, line2 = exporter.export_tle(satellite)
        found.append(ElementLines(name=name.strip()[:60], line1=line1, line2=line2))
    return found


def _parse(text: str) -> list[tuple[str, Satrec]]:
    body = text.lstrip("\ufeff").strip()
    try:
        if body.startswith("<"):
            ElementTree.fromstring(body)  # refuses entity tricks before the reader of the elements sees the text
            found = _omm(list(omm.parse_xml(io.StringIO(body))))
        elif body.startswith(("{", "[")):
            data = json.loads(body)
            found = _omm(data if isinstance(data, list) else [data])
        else:
            found = _tle(body)
    except (json.JSONDecodeError, ElementTree.ParseError, DefusedXmlException) as error:
        raise InputError.one("elements", f"cannot be read; {_ACCEPTED}") from error
    if not found:
        raise InputError.one("elements", f"holds no elements; {_ACCEPTED}")
    return found


def as_omm(name: str, line1: str, line2: str) -> dict[str, Any]:
    """The elements as an OMM's fields, JSON-ready."""
    fields: dict[str, Any] = exporter.export_omm(Satrec.twoline2rv(line1, line2, WGS72), name)
    return fields


__all__ = ["Elements", "as_omm", "mean_longitude_deg", "parse_elements", "parse_low_elements"]
