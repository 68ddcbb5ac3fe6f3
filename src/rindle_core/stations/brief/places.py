"""A place typed in any common form, read into WGS 84 coordinates, and written back out in each form."""

from __future__ import annotations

import re
from typing import Literal

import mgrs
import utm
from openlocationcode import openlocationcode
from pydantic import Field

from rindle_core.catalogue.models import PositionFormat
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.site import Position

Form = Literal["decimal", "degrees-minutes", "degrees-minutes-seconds", "UTM", "MGRS", "geo link", "open location code"]

_ACCEPTED = (
    "accepted are -29.6123, 28.2041; 29°36'44\"S 28°12'15\"E; 29°36.74'S 28°12.25'E; "
    "UTM 35J 616500 6723400; MGRS 35JPJ1650023400; geo:-29.6123,28.2041; an open location code such as 5G2C96Q3+3J"
)
_NUMBER = r"[0-9]+(?:\.[0-9]+)?"
_GEO = re.compile(rf"geo:\s*(-?{_NUMBER}),(-?{_NUMBER})(?:,(-?{_NUMBER}))?(;[^?]*)?(?:\?.*)?", re.IGNORECASE)
_UTM = re.compile(
    rf"(?:UTM\s*)?(?:zone\s*)?([0-9]{{1,2}})\s*(north|south|[C-HJ-NP-X])[\s,]+({_NUMBER})\s*(?:m\s*)?E?[\s,]+({_NUMBER})\s*(?:m\s*)?N?",
    re.IGNORECASE,
)
_MGRS = re.compile(r"(?:MGRS\s*)?([0-9]{1,2}[C-HJ-NP-X]\s*[A-HJ-NP-Z]{2}\s*[0-9]+(?:\s+[0-9]+)?)", re.IGNORECASE)
_CODE = re.compile(r"[23456789CFGHJMPQRVWX0]{2,8}\+[23456789CFGHJMPQRVWX]*", re.IGNORECASE)
# Decimal commas: two numbers that each have one, parted by a blank, a semicolon or a slash.
_COMMAS = re.compile(r"(-?[0-9]{1,3}),([0-9]+)(?:\s*[;/]\s*|\s+)(-?[0-9]{1,3}),([0-9]+)")
_MARKS = str.maketrans(
    {"º": "°", "˚": "°", "′": "'", "’": "'", "ʹ": "'", "″": '"', "”": '"', "“": '"', "−": "-", "–": "-"}
)
_AXIS = {"N": (0, 1), "S": (0, -1), "E": (1, 1), "W": (1, -1)}


class PlaceInput(Model):
    """A place as a person typed or pasted it."""

    place: str = Field(min_length=1, max_length=200, description="Coordinates in any common form")


class PlaceForms(Model):
    """The same place in each form in which a modem or a colleague may want it."""

    decimal: str
    degrees_minutes: str
    degrees_minutes_seconds: str
    utm: str = Field(description="Empty near the poles, where UTM does not reach")
    military_grid: str
    geo_link: str
    location_code: str = Field(default="", description="Open location code, some fourteen metres square")


class Place(Model):
    """WGS 84 coordinates: north and east positive. `height_m` only where the text carried one."""

    latitude_deg: float
    longitude_deg: float
    height_m: float | None
    form: Form
    understood_as: str


def place_forms(latitude_deg: float, longitude_deg: float) -> PlaceForms:
    """The place written out in each form: decimals to a decimetre, UTM and the military grid to a metre.

    Sources: UTM by the utm package, the grid by GEOTRANS (mgrs package), the link after RFC 5870.
    """

    def minutes(value: float, positive: str, negative: str) -> str:
        thousandths = round(abs(value) * 60_000)
        degrees, rest = divmod(thousandths, 60_000)
        return f"{degrees}°{rest / 1000:06.3f}'{positive if value >= 0 else negative}"

    utm_text = ""
    if -80 <= latitude_deg <= 84:
        easting_m, northing_m, zone, band = utm.from_latlon(latitude_deg, longitude_deg)
        utm_text = f"UTM {zone}{band} {round(easting_m)} {round(northing_m)}"
    # Within half a metre south of the equator the grid's northing would round up to a square that does not exist.
    grid_latitude_deg = 0.0 if -5e-6 < latitude_deg < 0.0 else latitude_deg
    return PlaceForms(
        decimal=f"{latitude_deg:.6f}, {longitude_deg:.6f}",
        degrees_minutes=f"{minutes(latitude_deg, 'N', 'S')} {minutes(longitude_deg, 'E', 'W')}",
        degrees_minutes_seconds=degrees_minutes_seconds(latitude_deg, longitude_deg),
        utm=utm_text,
        military_grid=mgrs.MGRS().toMGRS(grid_latitude_deg, longitude_deg),
        geo_link=f"geo:{latitude_deg:.6f},{longitude_deg:.6f}",
        location_code=openlocationcode.encode(latitude_deg, longitude_deg),
    )


def degrees_minutes_seconds(latitude_deg: float, longitude_deg: float) -> str:
    """The position to a tenth of a second, such as `29°36'44.3"S 28°12'14.8"E`."""

    def one(value: float, positive: str, negative: str) -> str:
        tenths = round(abs(value) * 36_000)
        degrees, rest = divmod(tenths, 36_000)
        minutes, tenths = divmod(rest, 600)
        return f"{degrees}°{minutes:02d}'{tenths / 10:04.1f}\"{positive if value >= 0 else negative}"

    return f"{one(latitude_deg, 'N', 'S')} {one(longitude_deg, 'E', 'W')}"


def _checked(latitude: float, longitude: float, height: float | None, form: Form, detail: str = "") -> Place:
    if not -90 <= latitude <= 90:
        hint = " (longitude may stand first; latitude is wanted first)" if -90 <= longitude <= 90 else ""
        raise InputError.one("place", f"latitude {latitude:g}° does not exist: -90 to 90 is accepted{hint}")
    if not -180 <= longitude <= 180:
        raise InputError.one("place", f"longitude {longitude:g}° does not exist: -180 to 180 is accepted")
    words = f"{form}{detail}: {degrees_minutes_seconds(latitude, longitude)}"
    return Place(latitude_deg=latitude, longitude_deg=longitude, height_m=height, form=form, understood_as=words)


def _from_utm(match: re.Match[str]) -> Place:
    zone, band = int(match[1]), match[2].lower()
    easting_m, northing_m = float(match[3]), float(match[4])
    if not 1 <= zone <= 60:
        raise InputError.one("place", f"UTM zone {zone} does not exist: 1 to 60 is accepted")
    letter = {"north": "N", "south": "M"}.get(band, band.upper())
    try:
        latitude, longitude = utm.to_latlon(easting_m, northing_m, zone, letter)
    except utm.OutOfRangeError as error:
        raise InputError.one(
            "place", f"{error}: UTM eastings run from 100000 to 999999 m and northings from 0 to 10000000 m"
        ) from error
    return _checked(float(latitude), float((longitude + 180) % 360 - 180), None, "UTM", f" zone {zone}{letter}")


def _from_mgrs(text: str) -> Place:
    try:
        latitude, longitude = mgrs.MGRS().toLatLon(re.sub(r"\s", "", text).upper())
    except mgrs.core.MGRSError as error:
        raise InputError.one("place", f"{text!r} is not a square of the military grid; {_ACCEPTED}") from error
    return _checked(latitude, longitude, None, "MGRS")


def _from_code(text: str) -> Place:
    """The middle of the code's square. Source: the Open Location Code specification, by its reference package."""
    if not openlocationcode.isFull(text):
        raise InputError.one(
            "place",
            f"{text!r} is a short open location code, which counts from a town: give the whole code",
        )
    area = openlocationcode.decode(text)
    wide_m = (area.latitudeHi - area.latitudeLo) * 111_195.0
    return _checked(area.latitudeCenter, area.longitudeCenter, None, "open location code", f", {wide_m:.0f} m square")


def _parts(text: str) -> list[tuple[list[float], str, bool]]:
    """Splits the text into its two angles: numbers, compass letter (or none), minus sign."""
    body = re.sub(r"\b(?:lat(?:itude)?|lon(?:g(?:itude)?)?)\b\.?[:=]?", " ", text, flags=re.IGNORECASE).strip(" ,;")
    body = re.sub(r"(?i)\b(north|south|east|west)\b", lambda found: found[0][0].upper(), body)
    letters = re.findall(r"(?i)(?<![A-Z])[NSEW](?![A-Z])", body)
    if len(letters) == 2:
        cut = r"(?i)[NSEW]"
        leading = bool(re.match(cut, body))
        chunks = list(re.split(cut, body))
        chunks = chunks[1:] if leading else chunks[:2]
    elif not letters:
        if not (chunks := _split_unlettered(body)):
            raise InputError.one("place", f"{text!r} is not understood; {_ACCEPTED}")
        letters = ["", ""]
    else:
        raise InputError.one("place", f"{text!r} has a compass letter on one coordinate only; {_ACCEPTED}")
    found = []
    for chunk, letter in zip(chunks, letters, strict=True):
        inner = chunk.strip(" ,;")
        if re.search(r"[^0-9.\s°'\":+-]", inner):
            raise InputError.one("place", f"{inner!r} holds something that is not a number; {_ACCEPTED}")
        found.append(([float(n) for n in re.findall(_NUMBER, inner)], letter.upper(), inner.startswith("-")))
    return found


def _split_unlettered(body: str) -> list[str]:
    if body.count(",") == 1:
        return body.split(",")
    if body.count(";") == 1:
        return body.split(";")
    words = body.split()
    if len(words) in (2, 4, 6):
        return [" ".join(words[: len(words) // 2]), " ".join(words[len(words) // 2 :])]
    return []


def _angle(numbers: list[float], text: str) -> float:
    if not 1 <= len(numbers) <= 3:
        raise InputError.one("place", f"{text!r} is not understood; {_ACCEPTED}")
    for name, value in zip(("minutes", "seconds"), numbers[1:], strict=False):
        if value >= 60:
            raise InputError.one("place", f"{value:g} {name} do not exist: 0 up to 60 is accepted")
    return float(sum(value / 60.0**power for power, value in enumerate(numbers)))


def parse_place(given: PlaceInput) -> Place:
    """Reads coordinates typed as decimal, degrees-minutes, DMS, UTM, MGRS or a `geo:` link (RFC 5870).

    Compass letters may stand before or after; without letters latitude comes first and a minus means
    south or west. Raises InputError that says what is accepted.
    """
    text = " ".join(given.place.translate(_MARKS).replace("''", '"').split()).strip("()[] ")
    if match := _GEO.fullmatch(text):
        height = float(match[3]) if match[3] else None
        if match[4] and "crs=" in match[4].lower() and "crs=wgs84" not in match[4].lower():
            raise InputError.one("place", "the geo: link names another coordinate system; only wgs84 is accepted")
        return _checked(float(match[1]), float(match[2]), height, "geo link")
    if _CODE.fullmatch(text):
        return _from_code(text.upper())
    if match := _COMMAS.fullmatch(text):
        text = f"{match[1]}.{match[2]}, {match[3]}.{match[4]}"
    if match := _UTM.fullmatch(text):
        return _from_utm(match)
    if match := _MGRS.fullmatch(text):
        return _from_mgrs(match[1])
    angles: dict[int, float] = {}
    parts = _parts(text)
    for place_in_text, (numbers, letter, minus) in enumerate(parts):
        axis, sign = _AXIS[letter] if letter else (place_in_text, 1)
        if letter and minus:
            raise InputError.one("place", "a minus sign and a compass letter together are ambiguous; use one of them")
        if axis in angles:
            raise InputError.one("place", f"{text!r} names the same axis twice; {_ACCEPTED}")
        angles[axis] = sign * (-1 if minus else 1) * _angle(numbers, text)
    forms: tuple[Form, ...] = ("decimal", "degrees-minutes", "degrees-minutes-seconds")
    return _checked(angles[0], angles[1], None, forms[max(len(part[0]) for part in parts) - 1])


@register("place", "Coordinates typed in any common form, read into WGS 84", PlaceInput, Place)
def place(given: PlaceInput) -> Outcome[Place]:
    """The typed place as latitude and longitude, and how it was understood."""
    return Outcome(parse_place(given), [])


class PositionEntryInput(Position):
    """A place, and how the modem wants it."""

    position_format: PositionFormat = PositionFormat()


class PositionEntryResult(Model):
    """The two entries, and how they are read out."""

    latitude_text: str
    longitude_text: str
    spoken: str = Field(description="To be read out over the telephone")


def _entry(value_deg: float, letters: str, wanted: PositionFormat) -> str:
    """One coordinate in the modem's form. Rounded as a whole first, so that 59.9996' never becomes 60'."""
    letter, digits = letters[value_deg < 0], wanted.decimals_count
    if wanted.style == "decimal":
        return f"{value_deg:.{digits}f}"
    if wanted.style == "decimal_hemisphere":
        return f"{abs(value_deg):.{digits}f} {letter}"
    parts = 60.0 if wanted.style == "degrees_minutes" else 3600.0
    rest = round(abs(value_deg) * parts, digits)
    width = digits + 3 if digits else 2
    if parts == 60.0:
        return f"{int(rest // 60)}° {rest % 60:0{width}.{digits}f}' {letter}"
    return f"{int(rest // 3600)}° {int(rest % 3600 // 60):02d}' {rest % 60:0{width}.{digits}f}\" {letter}"


_SAID = {
    ".": "point",
    "-": "minus",
    "°": "degrees",
    "'": "minutes",
    '"': "seconds",
    "N": "north",
    "S": "south",
    "E": "east",
    "W": "west",
}


@register(
    "position_entry",
    "The place in the form that a terminal's modem wants, and how it is read out",
    PositionEntryInput,
    PositionEntryResult,
)
def position_entry(given: PositionEntryInput) -> Outcome[PositionEntryResult]:
    """Latitude first. Digits are read out one by one."""
    latitude, longitude = (
        _entry(given.latitude_deg, "NS", given.position_format),
        _entry(given.longitude_deg, "EW", given.position_format),
    )
    spoken = "; ".join(
        f"{what}: {' '.join(_SAID.get(mark, mark) for mark in text if mark != ' ')}"
        for what, text in (("latitude", latitude), ("longitude", longitude))
    )
    return Outcome(PositionEntryResult(latitude_text=latitude, longitude_text=longitude, spoken=spoken), [])


__all__ = [
    "Place",
    "PlaceForms",
    "PlaceInput",
    "PositionEntryInput",
    "PositionEntryResult",
    "degrees_minutes_seconds",
    "parse_place",
    "place",
    "place_forms",
    "position_entry",
]
