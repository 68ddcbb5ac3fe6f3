"""Places inside files: GPX, KML, GeoJSON, and the position that a camera wrote into a photo."""

from __future__ import annotations

import io
import math
from typing import Any, cast
from xml.etree.ElementTree import Element

from defusedxml import DefusedXmlException, ElementTree
from geographiclib.geodesic import Geodesic
from PIL import Image, UnidentifiedImageError
from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.stations.brief.findings import PLACES_APART

_GPS_IFD = 0x8825  # Exif 2.32, tag 34853
_MOST_PLACES = 500
_MOST_DEPTH = 64  # elements inside one another


class FoundPlace(Model):
    """A place found in a file."""

    name: str
    latitude_deg: float
    longitude_deg: float
    height_m: float | None = None


def _made(name: str, latitude: object, longitude: object, height: object = None) -> FoundPlace:
    try:
        lat, lon = float(str(latitude)), float(str(longitude))
        up = None if height in (None, "") else float(str(height))
    except ValueError as error:
        raise InputError.one("file", f"{name or 'a point'} has a coordinate that is not a number") from error
    if up is not None and not math.isfinite(up):
        raise InputError.one("file", f"{name or 'a point'} has a height that is not a finite number")
    if not (-90 <= lat <= 90 and -180 <= lon <= 180):
        raise InputError.one(
            "file",
            f"{name or 'a point'} lies at {lat:g}, {lon:g}: latitude -90 to 90 and longitude -180 to 180 are accepted",
        )
    return FoundPlace(name=name[:120], latitude_deg=lat, longitude_deg=lon, height_m=up)


def _local(element: Element) -> str:
    return element.tag.rpartition("}")[2]


def _child_text(element: Element, name: str) -> str:
    return next(((child.text or "").strip() for child in element if _local(child) == name), "")


def _gpx(root: Element) -> list[FoundPlace]:
    return [
        _made(_child_text(point, "name"), point.get("lat"), point.get("lon"), _child_text(point, "ele"))
        for point in root.iter()
        if _local(point) in ("wpt", "rtept")
    ]


def _kml(root: Element) -> list[FoundPlace]:
    found = []
    for mark in (element for element in root.iter() if _local(element) == "Placemark"):
        for point in (element for element in mark.iter() if _local(element) == "Point"):
            parts = _child_text(point, "coordinates").split(",")
            if len(parts) >= 2:
                found.append(_made(_child_text(mark, "name"), parts[1], parts[0], parts[2] if len(parts) > 2 else None))
    return found


def _geojson(data: Any) -> list[FoundPlace]:
    features = data.get("features", [data]) if isinstance(data, dict) else []
    found = []
    for feature in features if isinstance(features, list) else []:
        geometry = feature.get("geometry", feature) if isinstance(feature, dict) else None
        if not isinstance(geometry, dict) or geometry.get("type") != "Point":
            continue
        at, told = geometry.get("coordinates"), feature.get("properties")
        if isinstance(at, list) and len(at) >= 2:
            name = str(told.get("name", "")) if isinstance(told, dict) else ""
            found.append(_made(name, at[1], at[0], at[2] if len(at) > 2 else None))
    return found


def _exif(image: Image.Image) -> list[FoundPlace]:
    gps = image.getexif().get_ifd(_GPS_IFD)
    if 2 not in gps or 4 not in gps:
        raise InputError.one(
            "file", "the photo carries no position; one taken with the camera's location switched on is accepted"
        )

    def degrees(parts: Any, reference: str) -> float:
        value = sum(float(part) / 60.0**power for power, part in enumerate(parts))
        return -value if reference.upper().startswith(("S", "W")) else value

    try:
        height = None if 6 not in gps else float(gps[6]) * (-1.0 if gps.get(5) in (1, b"\x01") else 1.0)
        latitude, longitude = degrees(gps[2], str(gps.get(1, "N"))), degrees(gps[4], str(gps.get(3, "E")))
    except (TypeError, ValueError, ZeroDivisionError) as error:
        raise InputError.one(
            "file", "the photo's position is damaged; one with a whole position is accepted"
        ) from error
    if height is not None and not math.isfinite(height):
        height = None
    return [_made("photo", latitude, longitude, height)]


def _shallow(content: bytes) -> Element:
    """The document, read element by element and given up where it nests deeper than any of these formats does."""
    depth, root = 0, None
    for event, element in ElementTree.iterparse(io.BytesIO(content), events=("start", "end")):
        depth += 1 if event == "start" else -1
        root = element if root is None else root
        if depth > _MOST_DEPTH:
            raise InputError.one("file", f"is nested more than {_MOST_DEPTH} deep; GPX and KML are not")
    if root is None:
        raise InputError.one("file", "is empty; GPX, KML, GeoJSON and photos with a position are accepted")
    return cast(Element, root)


def places_in_file(name: str, content: bytes) -> list[FoundPlace]:
    """The points of a GPX, KML or GeoJSON file, or the position of a JPEG or other photo.

    The kind is told from the content. Raises InputError that says what is accepted.
    Sources: GPX 1.1; OGC KML 2.2; RFC 7946; Exif 2.32 GPS tags.
    """
    head = content.lstrip(b"\xef\xbb\xbf \t\r\n")[:1]
    try:
        if head == b"<":
            root = _shallow(content)
            found = {"gpx": _gpx, "kml": _kml}.get(_local(root), lambda _: [])(root)
        elif head in (b"{", b"["):
            found = _geojson(parse_json(content.decode("utf-8-sig")))
        else:
            with Image.open(io.BytesIO(content)) as image:
                found = _exif(image)
    except InputError as error:
        raise (
            error
            if error.field == "file"
            else InputError.one(
                "file", f"{name} cannot be read; GPX, KML, GeoJSON and photos with a position are accepted"
            )
        ) from error
    except (
        ElementTree.ParseError,
        DefusedXmlException,
        UnidentifiedImageError,
        UnicodeDecodeError,
        Image.DecompressionBombError,
    ) as error:
        raise InputError.one(
            "file", f"{name} cannot be read; GPX, KML, GeoJSON and photos with a position are accepted"
        ) from error
    if not found:
        raise InputError.one(
            "file", f"{name} holds no point; GPX waypoints, KML placemarks and GeoJSON points are accepted"
        )
    return found[:_MOST_PLACES]


class ApartInput(Model):
    """Two entries for the same site."""

    first_latitude_deg: float = Field(ge=-90, le=90)
    first_longitude_deg: float = Field(ge=-180, le=180)
    second_latitude_deg: float = Field(ge=-90, le=90)
    second_longitude_deg: float = Field(ge=-180, le=180)
    rules: HouseRules = DEFAULT_RULES


class ApartResult(Model):
    """How the second entry lies from the first."""

    distance_m: float
    bearing_deg: float


@register("apart", "How far two entries for the same site lie apart", ApartInput, ApartResult)
def apart(given: ApartInput) -> Outcome[ApartResult]:
    """Geodesic on WGS 84, by GeographicLib."""
    line = Geodesic.WGS84.Inverse(
        given.first_latitude_deg, given.first_longitude_deg, given.second_latitude_deg, given.second_longitude_deg
    )
    result = ApartResult(distance_m=float(line["s12"]), bearing_deg=float(line["azi1"]) % 360.0)
    return Outcome(result, [_judge(result, given.rules)])


def _judge(result: ApartResult, rules: HouseRules) -> Finding:
    return PLACES_APART.at_most(
        result.distance_m,
        rules.places_apart_m,
        level=Level.MIND,
        clear="Both entries are the same place",
        over="The two entries are different places: which one is right?",
        why="The angles hardly change over a kilometre, but the skyline and the drive do.",
        clears_by="Ask the customer, or look at both on the map, and keep the right one.",
    )


__all__ = ["ApartInput", "ApartResult", "FoundPlace", "apart", "places_in_file"]
