"""`python -m rindle_server.export_api web/src/api`: writes what the front end's types are generated from."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path
from typing import Any


def _openapi(api: Any) -> Any:
    """The API's own description. A model that many operations answer with is worked out once, not for each of them."""
    from ninja.openapi.schema import OpenAPISchema

    class Told(OpenAPISchema):
        def _create_schema_from_model(self, model: Any, *given: Any, **named: Any) -> Any:
            known = self.__dict__.setdefault("known", {})
            fields = model.model_fields
            if list(fields) != ["response"]:
                return super()._create_schema_from_model(model, *given, **named)
            key = (str(fields["response"].annotation), given, tuple(sorted(named.items())))
            if key not in known:
                known[key] = super()._create_schema_from_model(model, *given, **named)
            return known[key]

    return Told(api, "/api/")


def _slim(told: Any, with_defaults: bool = True) -> Any:
    """A description without what no type is made of: titles, which only say the names again; and, of what a calculator
    takes, all words of the house where none are told: that there is such a default is said, not what it holds.
    """
    if isinstance(told, list):
        return [_slim(one, with_defaults) for one in told]
    if not isinstance(told, dict):
        return told
    kept: dict[str, Any] = {}
    for word, one in told.items():
        if word in ("properties", "schemas"):  # what stands in these are names, not words of the description
            kept[word] = {name: _slim(each, with_defaults and not name.endswith("Input")) for name, each in one.items()}
        elif word == "default" and isinstance(one, (dict, list)) and not with_defaults:
            kept[word] = type(one)()
        elif word != "title":
            kept[word] = _slim(one, with_defaults)
    return kept


def contents() -> dict[str, object]:
    """openapi.json, units.json, quantity_cases.json, plan_kinds.json, and facts.json: the words, unit and choices of
    each fact.
    """
    from rindle_core.catalogue.plan_kinds import PLAN_KINDS
    from rindle_core.kernel.entry import entries_of
    from rindle_core.kernel.units import quantity_cases, wording_table
    from rindle_core.stations.entries import ROOMS
    from rindle_server.api import api

    facts = {path: told for room, kind in ROOMS.items() for path, told in entries_of(kind, room)}
    return {
        "openapi.json": _slim(_openapi(api)),
        "units.json": wording_table(),
        "quantity_cases.json": quantity_cases(),
        "plan_kinds.json": [one.model_dump(mode="json") for one in PLAN_KINDS.values()],
        "facts.json": {path: told.model_dump(mode="json", exclude_defaults=True) for path, told in facts.items()},
    }


def as_text(content: object) -> str:
    """As the files hold it."""
    return json.dumps(content, indent=1, ensure_ascii=False, sort_keys=True) + "\n"


def main(folder: Path) -> None:
    """Writes the files."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    import django

    django.setup()
    for name, content in contents().items():
        (folder / name).write_text(as_text(content), "utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
