"""`python -m tests.golden [--write]`: what moved in the golden jobs; with --write it is written down."""

from __future__ import annotations

import argparse
import json
import os
import tempfile
from typing import Any

from rindle_core.job import JobInput, assess
from tests.golden import FOLDER, differences, idless, rounded
from tests.golden.cases import CASES


def _told(facts: JobInput) -> dict[str, Any]:
    """Facts without what is at its default, and the whole assessment."""
    assessment = assess(facts).result.model_dump(mode="json")
    return {
        "facts": idless(facts.model_dump(mode="json", exclude_defaults=True)),
        "assessment": rounded(idless(assessment)),
    }


def _demo() -> dict[str, JobInput]:
    """The demo's jobs, loaded into a data folder that is thrown away."""
    os.environ["RINDLE_HOME"] = tempfile.mkdtemp(prefix="golden-")
    os.environ["DJANGO_SETTINGS_MODULE"] = "rindle_server.settings"
    import django
    from django.core.management import call_command

    django.setup()
    call_command("migrate", verbosity=0)
    from django.conf import settings

    from rindle_server.demo import load_demo
    from rindle_server.jobs.facts import assessed
    from rindle_server.jobs.models import Job

    load_demo(settings.DEMO_DIR)
    return {job.number: assessed(job).facts for job in Job.objects.order_by("number")}


def main() -> None:
    """Prints every difference, and the count."""
    parser = argparse.ArgumentParser(prog="python -m tests.golden")
    parser.add_argument("--write", action="store_true", help="write the golden files anew")
    write = parser.parse_args().write
    FOLDER.mkdir(exist_ok=True)
    jobs = _demo() | {name: JobInput.model_validate(make()) for name, make in CASES.items()}
    count = 0
    for name, facts in jobs.items():
        path = FOLDER / f"{name}.json"
        now = json.loads(json.dumps(_told(facts)))
        was = json.loads(path.read_text("utf-8")) if path.exists() else {}
        for line in differences(was, now):
            count += 1
            print(f"{name}: {line[:300]}")
        if write:
            path.write_text(json.dumps(now, ensure_ascii=False, indent=1) + "\n", "utf-8")
    print(f"{count} differences in {len(jobs)} jobs{', written' if write else ''}")


if __name__ == "__main__":
    main()
