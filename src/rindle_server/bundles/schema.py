"""`python -m rindle_server.bundles.schema docs`: writes the schema of a bundle's job and an example of one."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any

from rindle_core.kernel.model import Model
from rindle_server.bundles.models import BundleHead, BundleJob

_EXAMPLE = "2026-107"


def schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of `bundle.json` and `job.json`."""
    told: dict[str, type[Model]] = {"bundle.json": BundleHead, "job.json": BundleJob}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Rindle bundle",
        **{name: model.model_json_schema(ref_template=f"#/{name}/$defs/{{model}}") for name, model in told.items()},
    }


def as_text(content: Any) -> str:
    """As the files hold it."""
    return json.dumps(content, indent=1, ensure_ascii=False, sort_keys=True) + "\n"


def main(folder: Path, number: str = _EXAMPLE) -> None:
    """Writes both from an opened demo (RINDLE_HOME)."""
    import os

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    import django

    django.setup()
    from rindle_server.bundles.write import job_of
    from rindle_server.jobs.models import Job

    (folder / "bundle.schema.json").write_text(as_text(schema()), "utf-8")
    example = job_of(Job.objects.get(number=number)).model_dump(mode="json")
    (folder / "bundle.example.json").write_text(as_text(example), "utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
