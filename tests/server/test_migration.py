"""The database of the version before is taken over, every value of it; and what was signed with it still opens."""

import gzip
import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

from tests import golden

HERE = Path(__file__).parent
TOLD = """
import json, os
os.environ["DJANGO_SETTINGS_MODULE"] = "rindle_server.settings"
import django
django.setup()
from django.core.management import call_command
call_command("migrate", verbosity=0)
from rindle_server.jobs.api_models import job_out
from rindle_server.jobs.models import Job
from rindle_server.jobs.report import report_html
told = {}
for job in Job.objects.order_by("number"):
    out = job_out(job)
    told[job.number] = {
        "facts": json.loads(out.facts.model_dump_json(exclude_defaults=True)),
        "may_sign_off": out.assessment.may_sign_off,
        "record_state": out.record_state,
        "place": [job.place_text, out.facts.brief.place_text],
        "report": len(report_html(job, "metric")),
        "columns": [job.customer, job.terminal_code],
    }
print(json.dumps(told))
"""


@pytest.fixture(scope="module")
def moved(tmp_path_factory):
    home = tmp_path_factory.mktemp("before")
    (home / "rindle.sqlite3").write_bytes(gzip.decompress((HERE / "data" / "before.sqlite3.gz").read_bytes()))
    done = subprocess.run(
        [sys.executable, "-c", TOLD],
        env={**os.environ, "RINDLE_HOME": str(home)},
        capture_output=True,
        text=True,
        timeout=240,
        check=False,
    )
    assert done.returncode == 0, done.stderr[-2000:]
    return json.loads(done.stdout)


@pytest.mark.parametrize("number", [f"2026-10{last}" for last in range(1, 7)])
def test_every_value_is_found_again(moved, number):
    now = golden.flat(golden.idless(moved[number]["facts"]))
    was = golden.read(number)["facts"]
    assert was
    assert list(golden.differences(was, now)) == []


def test_what_was_signed_with_the_version_before_opens(moved):
    signed = {number: one for number, one in moved.items() if one["record_state"]}
    assert {number: one["record_state"] for number, one in signed.items()} == {
        "2026-101": "intact",
        "2026-107": "intact",
    }
    for one in signed.values():
        assert one["may_sign_off"]
        assert one["place"][0] == one["place"][1] != ""
        assert one["report"] > 10_000


def test_the_columns_of_the_list_stay(moved):
    for one in moved.values():
        brief = one["facts"]["brief"]
        assert one["columns"] == [brief["customer"], brief.get("terminal_code", "")]
