"""The site plan as GeoJSON (RFC 7946), out and in."""

from __future__ import annotations

import json
import math
from collections.abc import Mapping
from typing import Any

from geographiclib.geodesic import Geodesic
from pydantic import ValidationError

from rindle_core.catalogue.plan_kinds import PLAN_KINDS
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model, fault_of
from rindle_core.stations.sky.plan_things import PlanCorner, PlanThing

_SHAPES = {"point": "Point", "line": "LineString", "outline": "Polygon"}
_TOLD = ("name", "height_m", "ridge_m", "pitch_deg", "ridge_deg", "overhang_m", "across_m", "growth_m_per_year",
         "leafless_share", "ground_m", "letter")  # fmt: skip
# Tags of open map data that say what a feature is.
_TAGS: tuple[tuple[str, str, str], ...] = (
    ("building", "", "building"),
    ("natural", "tree", "tree"),
    ("natural", "tree_row", "hedge"),
    ("barrier", "hedge", "hedge"),
    ("barrier", "", "wall"),
    ("power", "line", "wire"),
    ("power", "minor_line", "wire"),
    ("power", "pole", "pole"),
    ("power", "tower", "pole"),
    ("highway", "", "way"),
    ("leisure", "playground", "play"),
)


class PlanRead(Model):
    """What was understood of a file."""

    things: list[PlanThing]
    left_out: list[str]


def as_geojson(things: list[PlanThing], latitude_deg: float, longitude_deg: float) -> str:
    """The plan with its zero at a place. Coordinates to a centimetre; heights stand in the properties."""

    def spot(corner: PlanCorner) -> list[float]:
        bearing = math.degrees(math.atan2(corner.east_m, corner.north_m))
        at = Geodesic.WGS84.Direct(latitude_deg, longitude_deg, bearing, math.hypot(corner.east_m, corner.north_m))
        return [round(float(at["lon2"]), 7), round(float(at["lat2"]), 7)]

    features = []
    for one in things:
        spots = [spot(corner) for corner in one.corners]
        shape = one.told.shape
        coordinates: Any = spots[0] if shape == "point" else spots if shape == "line" else [[*spots, spots[0]]]
        told = {name: getattr(one, name) for name in _TOLD if getattr(one, name) not in (None, "")}
        ups = [corner.up_m for corner in one.corners]
        features.append(
            {
                "type": "Feature",
                "geometry": {"type": _SHAPES[shape], "coordinates": coordinates},
                "properties": {
                    "kind": one.kind,
                    **told,
                    **({"up_m": ups} if any(up is not None for up in ups) else {}),
                },
            }
        )
    return json.dumps({"type": "FeatureCollection", "features": features}, ensure_ascii=False, indent=1)


def _kind_of(told: Mapping[str, Any], geometry: str) -> str:
    kind = str(told.get("kind", ""))
    if kind not in PLAN_KINDS:
        kind = next(
            (
                code
                for tag, value, code in _TAGS
                if str(told.get(tag, "")) not in ("", "no") and value in ("", str(told.get(tag, "")))
            ),
            "",
        )
    return kind if kind and _SHAPES[PLAN_KINDS[kind].shape] == geometry else ""


def _number(told: Mapping[str, Any], *names: str) -> float | None:
    for name in names:
        text = str(told.get(name, "")).strip().removesuffix("m").strip()
        try:
            return float(text)
        except ValueError:
            continue
    return None


def read_geojson(text: str, latitude_deg: float, longitude_deg: float) -> PlanRead:
    """The things of a file, on a plan whose zero is a place. `kind` says what a feature is, or a tag of open map data;
    what is neither is named and left out. Raises InputError.
    """
    try:
        document = json.loads(text)
    except ValueError as error:
        raise InputError.one("file", "is not JSON; a GeoJSON FeatureCollection is accepted") from error
    features = document.get("features") if isinstance(document, dict) else None
    if not isinstance(features, list):
        raise InputError.one("file", "has no list of features; a GeoJSON FeatureCollection is accepted")
    things: list[PlanThing] = []
    left_out: list[str] = []
    for number, feature in enumerate(features, start=1):
        told = (feature.get("properties") or {}) if isinstance(feature, dict) else {}
        geometry = (feature.get("geometry") or {}) if isinstance(feature, dict) else {}
        kind = _kind_of(told, str(geometry.get("type", "")))
        if not kind:
            left_out.append(str(told.get("name") or f"feature {number}"))
            continue
        things.append(_thing(kind, told, geometry.get("coordinates"), number, (latitude_deg, longitude_deg)))
    return PlanRead(things=things, left_out=left_out)


def _thing(kind: str, told: Mapping[str, Any], coordinates: Any, number: int, place: tuple[float, float]) -> PlanThing:
    shape = PLAN_KINDS[kind].shape
    try:
        spots = [coordinates] if shape == "point" else coordinates if shape == "line" else coordinates[0][:-1]
        lines = [Geodesic.WGS84.Inverse(*place, float(spot[1]), float(spot[0])) for spot in spots]
    except (TypeError, ValueError, IndexError, KeyError) as error:
        raise InputError.one(
            f"features.{number}.geometry", "is not read: longitude and latitude in degrees are accepted"
        ) from error
    raised = told.get("up_m")
    ups: list[float | None] = [None] * len(spots)
    if isinstance(raised, list) and len(raised) == len(spots):
        ups = list(raised)
    fields = {name: told[name] for name in _TOLD if name in told}
    height = _number(told, "height_m", "height")
    try:
        return PlanThing.model_validate(
            {
                **PLAN_KINDS[kind].usual,
                **fields,
                **({} if height is None else {"height_m": height}),
                "kind": kind,
                "corners": [
                    {
                        "east_m": round(line["s12"] * math.sin(math.radians(line["azi1"])), 3),
                        "north_m": round(line["s12"] * math.cos(math.radians(line["azi1"])), 3),
                        "up_m": up,
                    }
                    for line, up in zip(lines, ups, strict=True)
                ],
            }
        )
    except ValidationError as error:
        fault = fault_of(dict(error.errors(include_url=False)[0]), "feature")
        raise InputError.one(f"features.{number}.{fault.field}", fault.message) from error


__all__ = ["PlanRead", "as_geojson", "read_geojson"]
