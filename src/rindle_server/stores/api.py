"""Reading the stores."""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Body, File, Router, Schema
from ninja.files import UploadedFile
from pydantic import BaseModel

from rindle_core.catalogue.choices import kept_choices
from rindle_core.catalogue.house_words import HouseWords
from rindle_core.catalogue.labels import labelled
from rindle_core.catalogue.models import Catalogue
from rindle_core.catalogue.starter import starter
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.glossary import GLOSSARY, Term
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import parse
from rindle_core.kernel.registry import parse_json
from rindle_core.science.elements import Elements, as_omm, parse_elements, parse_low_elements
from rindle_server.errors import Conflict, NotThere
from rindle_server.files import text_of
from rindle_server.jobs.facts import CHOSEN
from rindle_server.jobs.models import StationDoc
from rindle_server.stores.models import Firm, StoreItem, put_item
from rindle_server.stores.shelf import catalogue

router = Router(tags=["stores"])


Kind = Literal[
    "satellite", "terminal", "cable", "instrument", "bracket", "constellation", "mount", "fixing", "member", "team"
]


FormKind = Literal[
    "satellite",
    "terminal",
    "cable",
    "instrument",
    "bracket",
    "constellation",
    "mount",
    "fixing",
    "member",
    "team",
    "rules",
    "words",
]


class FirmOut(Schema):
    """The firm, its rules and its words."""

    name: str
    address: str
    telephone: str
    rules: HouseRules
    words: HouseWords


@router.get("", response=Catalogue)
def read_catalogue(request: HttpRequest) -> Catalogue:
    """Satellites, terminals and cables."""
    return catalogue()


@router.post("/starter", response=Catalogue)
def begin(request: HttpRequest) -> Catalogue:
    """Lays templates into empty stores. Raises Conflict where there are terminals already."""
    with transaction.atomic():
        if StoreItem.objects.filter(kind="terminal").exists():
            raise Conflict.one("stores", "There are terminals in the stores already: copy one of them instead.")
        for kind, entries in starter().items():
            for entry in entries:
                put_item(kind, entry)
    return catalogue()


@router.get("/words", response=list[Term])
def words(request: HttpRequest) -> list[Term]:
    """The trade's words."""
    return list(GLOSSARY)


@router.get("/firm", response=FirmOut)
def read_firm(request: HttpRequest) -> FirmOut:
    """The firm, its rules and its words."""
    firm = Firm.ours()
    return FirmOut(
        name=firm.name,
        address=firm.address,
        telephone=firm.telephone,
        rules=firm.house_rules(),
        words=firm.house_words(),
    )


class FirmIn(Schema):
    """What may be changed of the firm."""

    name: str
    address: str
    telephone: str | None = None  # left as it is where a caller does not know of it
    rules: dict[str, Any]
    words: dict[str, Any] | None = None


@router.put("/firm", response=FirmOut)
def write_firm(request: HttpRequest, given: FirmIn) -> FirmOut:
    """Changes the firm, its rules and its words. Raises InputError that names the rule or the word."""
    parse(HouseRules, given.rules, "rules")
    told: dict[str, Any] = {"name": given.name.strip()[:120] or "Our crew", "address": given.address}
    if given.telephone is not None:
        told["telephone"] = given.telephone.strip()[:80]
    told["rules"] = given.rules
    if given.words is not None:
        words = parse(HouseWords, given.words, "words")
        told["words"] = words.model_dump(mode="json", exclude_defaults=True)  # a list that ships stays ours to better
    Firm.objects.update_or_create(pk=1, defaults=told)
    return read_firm(request)


@router.get("/{kind}/schema", response=dict[str, Any])
def read_schema(request: HttpRequest, kind: FormKind) -> dict[str, Any]:
    """The JSON Schema of an entry, from which the screens make its form."""
    firms: dict[str, type[BaseModel]] = {"rules": HouseRules, "words": HouseWords}
    model = firms.get(kind) or StoreItem.KINDS[kind]
    return labelled(model.model_json_schema(), kept_choices(Firm.ours().house_words(), catalogue()))


@router.put("/{kind}", response=Catalogue)
def write_item(request: HttpRequest, kind: Kind, data: Annotated[dict[str, Any], Body()]) -> Catalogue:
    """Adds or replaces an entry. Raises InputError that names the field."""
    put_item(kind, data)
    return catalogue()


@router.post("/{kind}/import", response=Catalogue)
def import_items(request: HttpRequest, kind: Kind, file: File[UploadedFile]) -> Catalogue:
    """Reads a JSON list (or one entry); for satellites also a GeoJSON of beam outlines. All of it or nothing."""
    text = text_of(file)
    if kind == "satellite" and _is_elements(text):
        with transaction.atomic():
            _put_elements(parse_elements(text))
        return catalogue()
    if kind == "constellation" and _is_elements(text):
        _put_low_elements(file.name or "elements", text)
        return catalogue()
    data = parse_json(text)
    with transaction.atomic():
        if kind == "satellite" and isinstance(data, dict) and data.get("type") == "FeatureCollection":
            _put_beams(data)
        else:
            for at, entry in enumerate(data if isinstance(data, list) else [data]):
                try:
                    put_item(kind, entry)
                except InputError as error:
                    named = str(entry.get("name") or entry.get("code") or "") if isinstance(entry, dict) else ""
                    which = f"entry {at + 1}{f' ({named[:60]})' if named else ''}"
                    raise InputError.one(f"{at}.{error.field}", f"{which}: {error.field} {error.message}") from error
    return catalogue()


def _is_elements(text: str) -> bool:
    body = text.lstrip()
    return body.startswith("<") or "MEAN_MOTION" in body or any(line.startswith("1 ") for line in body.splitlines())


def _put_low_elements(file_name: str, text: str) -> None:
    """Elements of low orbits become a constellation named after the file; one of that name takes the newer set."""
    stem = file_name.rpartition(".")[0] or file_name
    code = "-".join(stem.casefold().split())[:40] or "elements"
    item = StoreItem.objects.filter(kind="constellation", code=code).first()
    base = item.data if item else {"code": code, "name": stem[:80], "shells": []}
    put_item("constellation", {**base, "elements": [one.model_dump() for one in parse_low_elements(text)]})


def _put_elements(found: list[Elements]) -> None:
    """Longitude, inclination and elements of satellites that the stores know by name;

    unknown ones are added without beams.
    """
    known = {item.data["name"].casefold(): item for item in StoreItem.objects.filter(kind="satellite")}
    for one in found:
        item = known.get(one.name.casefold())
        code = item.code if item else "-".join(one.name.casefold().split()) or f"object-{one.line1[2:7].strip()}"
        base = item.data if item else {"code": code, "name": one.name or code}
        news = {
            "longitude_deg": round(one.longitude_deg, 4),
            "inclination_deg": round(one.inclination_deg, 4),
            "tle": [one.line1, one.line2],
        }
        put_item("satellite", {**base, **news})


def _put_beams(data: dict[str, Any]) -> None:
    """Outlines with the properties satellite, letter, hand, carrier_mhz and expected_es_n0_db (RFC 7946 polygons,
    holes too).

    A beam of several parts becomes an entry a part, under the same letter.
    """
    by_satellite: dict[str, list[dict[str, Any]]] = {}
    features = data.get("features")
    if not isinstance(features, list) or not features:
        raise InputError.one("features", "are no list of outlines; a FeatureCollection of Polygons is accepted")
    for at, feature in enumerate(features):
        geometry, told = _object(feature, "geometry"), dict(_object(feature, "properties"))
        rings = geometry.get("coordinates") or []
        outlines: list[Any] = (
            [rings] if geometry.get("type") == "Polygon" else rings if geometry.get("type") == "MultiPolygon" else []
        )
        if not outlines or "satellite" not in told:
            raise InputError.one(f"features.{at}", "needs a Polygon or MultiPolygon and the property satellite")
        code = str(told.pop("satellite"))
        if not all(isinstance(part, list) and part for part in outlines):
            raise InputError.one(f"features.{at}", "has no ring; a Polygon with its corners is accepted")
        by_satellite.setdefault(code, []).extend(
            {**told, "polygon_deg": part[0], "holes_deg": part[1:]} for part in outlines
        )
    for code, beams in by_satellite.items():
        item = StoreItem.objects.filter(kind="satellite", code=code).first()
        if item is None:
            raise NotThere.one("satellite", f"{code!r} is not in the stores; import the satellite first.")
        put_item("satellite", {**item.data, "beams": beams})


def _object(feature: Any, name: str) -> dict[str, Any]:
    found = feature.get(name) if isinstance(feature, dict) else None
    return found if isinstance(found, dict) else {}


def _closed(ring: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """A ring whose last corner is its first, as RFC 7946 wants it."""
    return ring if ring[0] == ring[-1] else [*ring, ring[0]]


@router.get("/{kind}/export")
def export_items(
    request: HttpRequest,
    kind: Literal["satellite", "terminal", "cable", "instrument", "bracket", "constellation", "beams", "omm", "tle"],
) -> HttpResponse:
    """The entries as a JSON list; the beams as GeoJSON. What is exported can be imported."""
    if kind == "beams":
        features = [
            {
                "type": "Feature",
                "geometry": {
                    "type": "Polygon",
                    "coordinates": [_closed(ring) for ring in (beam.polygon_deg, *beam.holes_deg)],
                },
                "properties": {
                    "satellite": satellite.code,
                    **beam.model_dump(mode="json", exclude={"polygon_deg", "holes_deg"}),
                },
            }
            for satellite in catalogue().satellites
            for beam in satellite.beams
        ]
        content: Any = {"type": "FeatureCollection", "features": features}
    elif kind in ("omm", "tle"):
        kept = [(one.name, one.tle) for one in catalogue().satellites if one.tle]
        if kind == "tle":
            lines = "".join(f"{name}\n{tle[0]}\n{tle[1]}\n" for name, tle in kept)
            return HttpResponse(lines, content_type="text/plain; charset=utf-8")
        content = [as_omm(name, tle[0], tle[1]) for name, tle in kept]
    else:
        content = [item.data for item in StoreItem.objects.filter(kind=kind)]
    answer = HttpResponse(
        json.dumps(content, indent=1, ensure_ascii=False), content_type="application/json; charset=utf-8"
    )
    answer["Content-Disposition"] = f'attachment; filename="{kind}{"" if kind in ("beams", "omm") else "s"}.json"'
    return answer


def _users(kind: Kind, code: str) -> list[str]:
    """Open jobs that use an entry."""
    return [
        number
        for room, fact, chosen, _ in CHOSEN
        if chosen == kind
        for number in StationDoc.objects.filter(
            station=room, job__signed_off_at=None, **{f"data__{fact}": code}
        ).values_list("job__number", flat=True)
    ]


@router.delete("/{kind}/{code}", response=Catalogue)
def delete_item(request: HttpRequest, kind: Kind, code: str) -> Catalogue:
    """Takes an entry out, unless an open job uses it. Signed jobs keep their own copy."""
    item = StoreItem.objects.filter(kind=kind, code=code).first()
    if item is None:
        raise NotThere.one("code", f"There is no {kind} {code}.")
    users = _users(kind, code)
    if users:
        raise Conflict.one("code", f"{code} is used by {', '.join(users)}; choose another there first.")
    item.delete()
    return catalogue()
