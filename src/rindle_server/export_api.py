"""`python -m rindle_server.export_api web/src/api`: writes what the front end's types are generated from."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path


def main(folder: Path) -> None:
    """Writes openapi.json, units.json, and rooms.json: at which station each fact is entered."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    import django

    django.setup()
    from rindle_core.kernel.units import wording_table
    from rindle_core.stations.entries import ROOMS
    from rindle_server.api import api

    def write(name: str, content: object) -> None:
        (folder / name).write_text(json.dumps(content, indent=1, ensure_ascii=False, sort_keys=True) + "\n", "utf-8")

    write("openapi.json", api.get_openapi_schema(path_prefix="/api/"))
    write("units.json", wording_table())
    write("rooms.json", {name: room for room, kind in ROOMS.items() for name in kind.model_fields})


if __name__ == "__main__":
    main(Path(sys.argv[1]))
