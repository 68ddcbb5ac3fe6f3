"""The documents agree with the code, and every number carries its unit."""

import csv
import datetime as dt
import json
import re
import sys
import typing
from importlib import import_module
from pathlib import Path
from typing import get_args

import pytest
from pydantic import BaseModel

from rindle_core.kernel.entry import entries_of
from rindle_core.kernel.findings import Kind
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import calculators
from rindle_core.reference import findings_page, page
from rindle_core.stations.fold import COURSE, kinds_of

DOCS = Path(__file__).parents[2] / "docs"
SOURCE = Path(__file__).parents[2] / "src"
UNITS = (
    "deg",
    "h",
    "m",
    "km",
    "mm",
    "m2",
    "mm2",
    "dbm",
    "bits",
    "m4",
    "ms",
    "s",
    "db",
    "kg",
    "n",
    "nm",
    "mpa",
    "kpa",
    "m3",
    "ml",
    "l",
    "mohm",
    "kbaud",
    "in",
    "gpa",
    "pa",
    "mps",
    "v",
    "w",
    "a",
    "ohm",
    "hz",
    "mhz",
    "ghz",
    "mbps",
    "c",
    "nt",
    "turns",
    "count",
    "number",
    "money",
    "years",
    "percent",
    "min",
    "k",
    "px",
    "per_px",
    "rad",
    "days",
    "sd",
    "per_h",
    "deg_per_s",
    "mps2",
    "per_turn",
    "per_year",
    "per_m3",
    "per_100m",
    "factor",
    "coefficient",
    "share",
    "db_per_mhz",
)
PLAIN = {
    "reading",
    "loss_a",
    "loss_b",
    "figure",
    "upper",
    "limit",
    "value",
    "runs",
    "connectors",
    "count",
    "seed",
    "rank",
    "seconds",
    "set_index",
    "document_id",
    "photo_id",
    "sky_set",
    "hour",
}  # explained where they are defined


def fields_of(kind, seen):
    if kind in seen:
        return
    seen.add(kind)
    for name, field in kind.model_fields.items():
        for part in [field.annotation, *typing.get_args(field.annotation)]:
            for inner in [part, *typing.get_args(part)]:
                if isinstance(inner, type) and issubclass(inner, Model):
                    yield from fields_of(inner, seen)
        if {float, int} & {field.annotation, *typing.get_args(field.annotation)}:
            yield f"{kind.__name__}.{name}"


def test_every_number_has_its_unit_in_its_name():
    seen = set()
    names = {
        name
        for entry in calculators().values()
        for kind in (entry.input_type, entry.result_type)
        for name in fields_of(kind, seen)
    }
    assert len(names) > 100
    without = {name for name in names if not name.endswith(UNITS) and name.split(".")[1] not in PLAIN}
    assert without == set()


def test_the_page_of_formulas_is_made_from_the_registry():
    assert (DOCS / "formulas.md").read_text("utf-8") == page()


KINDS = [kind for station in COURSE for kind in kinds_of(station.code)]
PLACES = {path for station in COURSE for path in (station.code, *dict(entries_of(station.facts, station.code)))} | {""}


def test_the_page_of_findings_is_made_from_the_tables_of_the_rooms():
    assert (DOCS / "findings.md").read_text("utf-8") == findings_page()
    assert len({kind.code for kind in KINDS}) == len(KINDS) > 100


def test_no_kind_of_finding_is_left_out_of_the_tables():
    modules = [module for name, module in sys.modules.items() if name.startswith("rindle_core.")]
    made = {one.code for module in modules for one in vars(module).values() if isinstance(one, Kind)}
    assert made - {kind.code for kind in KINDS} == set()


@pytest.mark.parametrize("kind", KINDS, ids=lambda kind: kind.code)
def test_a_finding_leads_to_an_entry_that_exists(kind):
    assert kind.judges
    assert kind.at in PLACES


def test_what_is_said_of_the_jobs_is_listed_and_what_is_listed_is_used():
    golden = (DOCS.parent / "tests" / "golden" / "jobs").glob("*.json")
    said = {
        one["code"]
        for path in golden
        for view in json.loads(path.read_text("utf-8"))["assessment"]["stations"]
        for one in view["findings"]
    }
    shapes = [re.compile(re.escape(kind.code).replace(r"\{\}", r"[a-z0-9_]+")) for kind in KINDS]
    assert len(said) > 60
    assert {code for code in said if not any(shape.fullmatch(code) for shape in shapes)} == set()
    source = "".join(path.read_text("utf-8") for path in SOURCE.rglob("*.py") if path.name != "findings.py")
    names = {
        name
        for station in COURSE
        for name, kind in vars(import_module(f"rindle_core.stations.{station.code}.findings")).items()
        if isinstance(kind, Kind)
    }
    assert names - set(re.findall(r"\w+", source)) == set()


@pytest.mark.parametrize("name", sorted(path.name for path in (DOCS / "screenshots").glob("*.png")))
def test_every_picture_is_linked_from_the_readme(name):
    assert name in (DOCS.parent / "README.md").read_text("utf-8")


def test_each_need_stands_once_with_one_of_three_verdicts_and_what_holds_says_where():
    with (DOCS / "needs.csv").open(encoding="utf-8", newline="") as lines:
        needs = list(csv.DictReader(lines))
    ids = [one["id"] for one in needs]
    assert len(ids) == len(set(ids)) >= 635
    assert {one["verdict"] for one in needs} == {"yes", "part", "no"}
    assert [one["id"] for one in needs if one["verdict"] == "yes" and len(one["where"]) < 3] == []
    assert all(dt.date.fromisoformat(one["judged_on"]) for one in needs)


def _places():
    """All that the index of the needs may name: leaves, pages, kinds of the stores, papers and calculators."""
    web = SOURCE.parent / "web/src"
    leaves = json.loads((web / "frame/leaves.json").read_text("utf-8"))
    paths = json.loads((web / "api/openapi.json").read_text("utf-8"))["paths"]
    kinds = re.findall(r"kind: '(\w+)', list:", (web / "places/stores/kinds.ts").read_text("utf-8"))
    own = re.findall(r"\{ code: '(\w+)'", (web / "places/stores/StoresPage.vue").read_text("utf-8"))
    pages = re.findall(r"path: '/(\w+)'", (web / "router.ts").read_text("utf-8"))
    papers = {Path(path).stem for path in paths if path.endswith((".pdf", ".html", ".ics"))}
    return {
        *(f"{room}/{leaf['code']}" for room, rows in leaves.items() for leaf in rows),
        *(f"stores/{kind}" for kind in kinds + own),
        *(f"paper:{paper}" for paper in papers),
        *(f"calc:{name}" for name in calculators()),
        *pages,
    }


def test_the_index_leads_each_need_to_a_place_that_is_there_or_says_what_lacks():
    with (DOCS / "needs.csv").open(encoding="utf-8", newline="") as lines:
        needs = [one["id"] for one in csv.DictReader(lines)]
    with (DOCS / "where.csv").open(encoding="utf-8", newline="") as lines:
        index = list(csv.DictReader(lines))
    assert [one["id"] for one in index] == needs
    assert [one["id"] for one in index if not one["where"] and not one["lacks"]] == []
    assert {place for one in index for place in one["where"].split()} - _places() == set()


# One word a quantity, the trade's own; what else it is called elsewhere is not a name here.
ONE_WORD = {
    "azimuth": {"az", "azimut", "heading", "direction"},
    "elevation": {"el", "elev", "incline"},
    "clinometer": {"inclinometer", "protractor"},
    "latitude": {"lat"},
    "longitude": {"lon", "lng", "long"},
    "height": {"alt", "hgt", "elevationm"},
    "skew": {"pol", "polangle", "roll"},
    "polarization": {"polarisation", "polarity"},
    "loss": {"attenuation", "atten"},
    "mass": {"weightkg"},
    "gust": {"velocity", "windspeed"},
    "latency": {"delay", "rtt"},
    "beamwidth": {"hpbw", "bw"},
    "satellite": {"sat", "bird"},
}


def _names(model, seen):
    for name, field in model.model_fields.items():
        yield model.__name__, name
        for kind in _models_in(field.annotation):
            if kind not in seen:
                seen.add(kind)
                yield from _names(kind, seen)


def _models_in(annotation):
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation
    for inner in get_args(annotation):
        yield from _models_in(inner)


def test_a_quantity_has_one_word_in_every_field_of_every_calculator():
    seen = set()
    names = {
        pair for entry in calculators().values() for kind in (entry.input_type, entry.result_type)
        for pair in _names(kind, seen)
    }  # fmt: skip
    assert len(names) > 700
    words = {word for others in ONE_WORD.values() for word in others}
    assert [(model, name) for model, name in sorted(names) if words & set(name.split("_"))] == []
    # An altitude is that of an orbit, or of the air that a standard reckons with; a place has a height.
    altitudes = {(model, name) for model, name in names if "altitude" in name.split("_")}
    assert {name for _, name in altitudes} == {"altitude_km", "altitude_m"}
    assert {model for model, name in altitudes if name == "altitude_m"} == {"MountInput", "SiteWindInput", "WindInput"}


_SLANTED = re.compile(r"(?<!\*)\*([A-Z][^*\n]*)\*(?!\*)")  # in the guide: what stands on a screen


def test_what_the_guide_names_on_a_screen_stands_in_a_source():
    """A label that was renamed misleads whoever reads the guide. `Stores, Teams` is a way of two names."""
    root, kinds, made = DOCS.parent, {".vue", ".ts", ".py", ".json"}, {"schema.d.ts", "openapi.json"}
    files = [one for folder in ("web/src", "src") for one in (root / folder).rglob("*") if one.suffix in kinds]
    written = _plain(" ".join(one.read_text("utf-8") for one in files if one.name not in made))
    named = _SLANTED.findall((root / "docs/guide.md").read_text("utf-8"))
    assert len(named) > 80
    missing = [
        one
        for one in named
        if _plain(one) not in written and any(_plain(part) not in written for part in one.split(", "))
    ]
    assert missing == ["Stand at B"]  # the letter is that of the set-up


def _plain(text):
    return re.sub(r"\s+", " ", text.replace("’", "'").replace("\u00a0", " ")).strip(" .:").lower()
