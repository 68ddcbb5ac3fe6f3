"""`python -m rindle_server.export_api web/src/api`: writes what the front end's types are generated from."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path


def main(folder: Path) -> None:
    """Writes openapi.json, units.json, and facts.json: the words, unit and choices of each fact by its path."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    import django

    django.setup()
    from rindle_core.kernel.entry import entries_of
    from rindle_core.kernel.units import quantity_cases, wording_table
    from rindle_core.stations.entries import ROOMS
    from rindle_server.api import api

    def write(name: str, content: object) -> None:
        (folder / name).write_text(json.dumps(content, indent=1, ensure_ascii=False, sort_keys=True) + "\n", "utf-8")

    write("openapi.json", api.get_openapi_schema(path_prefix="/api/"))
    write("units.json", wording_table())
    write("quantity_cases.json", quantity_cases())
    facts = {path: told for room, kind in ROOMS.items() for path, told in entries_of(kind, room)}
    write("facts.json", {path: told.model_dump(mode="json", exclude_defaults=True) for path, told in facts.items()})


if __name__ == "__main__":
    main(Path(sys.argv[1]))
