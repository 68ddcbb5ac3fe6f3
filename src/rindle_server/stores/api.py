"""Reading the stores."""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Body, File, Router, Schema
from ninja.files import UploadedFile

from rindle_core.brief import HAZARDS, NEEDS
from rindle_core.catalogue import Catalogue
from rindle_core.errors import InputError
from rindle_core.house_rules import HouseRules
from rindle_core.model import parse
from rindle_core.registry import parse_json
from rindle_server.errors import Conflict, NotThere
from rindle_server.files import text_of
from rindle_server.jobs.models import Job
from rindle_server.stores.models import Firm, StoreItem, catalogue, put_item

router = Router(tags=["stores"])


Kind = Literal["satellite", "terminal", "cable"]


class Choice(Schema):
    """A code with its words."""

    code: str
    name: str
    text: str


class BriefChoices(Schema):
    """What the needs interview asks, and the hazards with their cautions."""

    needs: list[Choice]
    hazards: list[Choice]


class FirmOut(Schema):
    """The firm and its rules."""

    name: str
    address: str
    rules: HouseRules


@router.get("", response=Catalogue)
def read_catalogue(request: HttpRequest) -> Catalogue:
    """Satellites, terminals and cables."""
    return catalogue()


@router.get("/firm", response=FirmOut)
def read_firm(request: HttpRequest) -> FirmOut:
    """The firm and its rules."""
    firm = Firm.ours()
    return FirmOut(name=firm.name, address=firm.address, rules=firm.house_rules())


class FirmIn(Schema):
    """What may be changed of the firm."""

    name: str
    address: str
    rules: dict[str, Any]


@router.put("/firm", response=FirmOut)
def write_firm(request: HttpRequest, given: FirmIn) -> FirmOut:
    """Changes the firm and its rules. Raises InputError that names the rule."""
    parse(HouseRules, given.rules, "rules")
    Firm.objects.update_or_create(
        pk=1, defaults={"name": given.name.strip()[:120] or "Our crew", "address": given.address, "rules": given.rules}
    )
    return read_firm(request)


@router.get("/brief", response=BriefChoices)
def brief_choices(request: HttpRequest) -> BriefChoices:
    """The words of needs and hazards."""

    def choices(table: dict[str, tuple[str, str]]) -> list[Choice]:
        return [Choice(code=code, name=name, text=text) for code, (name, text) in table.items()]

    return BriefChoices(needs=choices(NEEDS), hazards=choices(HAZARDS))


@router.put("/{kind}", response=Catalogue)
def write_item(request: HttpRequest, kind: Kind, data: Annotated[dict[str, Any], Body()]) -> Catalogue:
    """Adds or replaces an entry. Raises InputError that names the field."""
    put_item(kind, data)
    return catalogue()


@router.post("/{kind}/import", response=Catalogue)
def import_items(request: HttpRequest, kind: Kind, file: File[UploadedFile]) -> Catalogue:
    """Reads a JSON list (or one entry); for satellites also a GeoJSON of beam outlines. All of it or nothing."""
    data = parse_json(text_of(file))
    with transaction.atomic():
        if kind == "satellite" and isinstance(data, dict) and data.get("type") == "FeatureCollection":
            _put_beams(data)
        else:
            for at, entry in enumerate(data if isinstance(data, list) else [data]):
                try:
                    put_item(kind, entry)
                except InputError as error:
                    raise InputError.one(f"{at}.{error.field}", error.message) from error
    return catalogue()


def _put_beams(data: dict[str, Any]) -> None:
    """Outlines with the properties satellite, letter, hand, carrier_mhz and expected_es_n0_db (RFC 7946 polygons)."""
    by_satellite: dict[str, list[dict[str, Any]]] = {}
    for at, feature in enumerate(data.get("features", [])):
        geometry, told = feature.get("geometry") or {}, dict(feature.get("properties") or {})
        if geometry.get("type") != "Polygon" or "satellite" not in told:
            raise InputError.one(f"features.{at}", "needs a Polygon and the property satellite")
        by_satellite.setdefault(str(told.pop("satellite")), []).append({**told, "polygon_deg": geometry["coordinates"][0]})
    for code, beams in by_satellite.items():
        item = StoreItem.objects.filter(kind="satellite", code=code).first()
        if item is None:
            raise NotThere.one("satellite", f"{code!r} is not in the stores; import the satellite first.")
        put_item("satellite", {**item.data, "beams": beams})


@router.get("/{kind}/export")
def export_items(request: HttpRequest, kind: Literal["satellite", "terminal", "cable", "beams"]) -> HttpResponse:
    """The entries as a JSON list; the beams as GeoJSON. What is exported can be imported."""
    if kind == "beams":
        features = [
            {
                "type": "Feature",
                "geometry": {
                    "type": "Polygon",
                    "coordinates": [
                        [*beam.polygon_deg, beam.polygon_deg[0]] if beam.polygon_deg[0] != beam.polygon_deg[-1] else beam.polygon_deg
                    ],
                },
                "properties": {"satellite": satellite.code, **beam.model_dump(mode="json", exclude={"polygon_deg"})},
            }
            for satellite in catalogue().satellites
            for beam in satellite.beams
        ]
        content: Any = {"type": "FeatureCollection", "features": features}
    else:
        content = [item.data for item in StoreItem.objects.filter(kind=kind)]
    answer = HttpResponse(json.dumps(content, indent=1, ensure_ascii=False), content_type="application/json; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{kind}{"" if kind == "beams" else "s"}.json"'
    return answer


@router.delete("/{kind}/{code}", response=Catalogue)
def delete_item(request: HttpRequest, kind: Kind, code: str) -> Catalogue:
    """Takes an entry out, unless an open job uses it. Signed jobs keep their own copy."""
    item = StoreItem.objects.filter(kind=kind, code=code).first()
    if item is None:
        raise NotThere.one("code", f"There is no {kind} {code}.")
    users = Job.objects.filter(**{f"{kind}_code": code}, signed_off_at=None).values_list("number", flat=True)
    if users:
        raise Conflict.one("code", f"{code} is used by {', '.join(users)}; choose another there first.")
    item.delete()
    return catalogue()
