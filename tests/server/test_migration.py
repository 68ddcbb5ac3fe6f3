"""The database of the version before is taken over, every value of it; and what was signed with it still opens."""

import gzip
import itertools
import json
import os
import sqlite3
import subprocess
import sys
import zipfile
from pathlib import Path

import pytest

from rindle_core.stations.bringup.entries_told import masked
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.build.facts import BuildFacts
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.peak.facts import PeakFacts
from tests import golden
from tests.once import made_once

HERE = Path(__file__).parent
TOLD = """
import json
from rindle_server.launch import _setup
_setup()
from rindle_server.jobs.api_models import job_out
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.jobs.report import report_html
told = {}
for job in Job.objects.order_by("number"):
    out = job_out(job)
    told[job.number] = {
        "facts": json.loads(assessed(job).facts.model_dump_json(exclude_defaults=True)),
        "may_sign_off": out.assessment.may_sign_off,
        "record_state": out.record_state,
        "place": [job.place_text, out.facts.brief.place_text],
        "report": len(report_html(job, "metric")),
        "columns": [job.customer, job.terminal_code],
    }
print(json.dumps(told))
"""


@pytest.fixture(scope="session")
def moved(tmp_path_factory):
    return json.loads(made_once(tmp_path_factory, "moved.json", _move).read_text("utf-8"))


def _move(place):
    home = place.with_name("before")
    home.mkdir()
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
    said, _, told = done.stdout.strip().rpartition("\n")
    (copy,) = home.glob("before-*.zip")
    assert said == f"The data of an earlier version is taken over. What was there lies in {copy}."
    place.write_text(json.dumps(json.loads(told) | {"copy": str(copy)}), "utf-8")


# What the demo's jobs have been given since.
_FIRST_OF_CABLE = {"cable_code", "cable_pieces", "extra_runs"}
_FIRST_OF_MOUNT = {"mast_diameter_mm", "mast_wall_mm", "mast_free_length_m", "height_above_ground_m"}
SINCE = {
    *("made_cable_code", "preset_measured_deg", "wall_code", "firm"),
    *("hardware", "air", "under", "connector_out_code", "connector_in_code"),
    *("settled_latitude_deg", "settled_longitude_deg"),
    *("things", "things_latitude_deg", "things_longitude_deg"),
    *("watch", "items_given", "shown_to", "customer_name", "customer_signed_at", "customer_lines", "installer_lines"),
    *("settled", "indoor", "hazards_sought", "forecast_gust_mps", "forecast_low_c", "conditions", "forecast"),
    *(
        "kit",
        "crew",
        "members",
        "brackets",
        "assessed_by",
        "assessed_on",
        "releases",
        "reused",
        "later_letter",
        "later_mount_code",
    ),
    *("team_code", "travel_h"),
    *("proved_terminal_code", "proved_satellite_code", "proved_constellation_code", "proved_mount_code"),
    *("approved_by", "approved_at", "approved_letter", "approval_note", "surface"),
    *(set(MountFacts.model_fields) - _FIRST_OF_MOUNT),
    *(set(CableFacts.model_fields) - _FIRST_OF_CABLE),
    *(set(BuildFacts.model_fields) - {"step_marks"}),
    *(set(PeakFacts.model_fields) - {"readings", "lock_before_db"}),
    *(set(BringUpFacts.model_fields) - {"states_entered", "beam_letter", "activation_code"}),
    *("site_code", "cluster_code", "terminal_id", "hardware_address", "lineup_person"),
}
_WRITTEN_ANEW = ("build_steps", "entries", "bringup_states", "tools")
_INDOOR_PARTS = {"Modem", "Supply of the modem", "Injector", "Router", "Router with supply"}  # told part by part since
_FROM_STORES = ("terminal", "satellite", "others", "cables", "constellation")
_RENAMED = {  # parts called as they are built
    "Feed arm and side rods": "Feed tube and side rods",
    "Boom": "Folding feed arm",
    "Feed arm": "Hollow feed boom",
}
SINCE_OF_ROWS = {
    "positions": ("surface", "mount_code", "machines", "path_crossed"),
    "skylines": ("read_latitude_deg", "read_longitude_deg", "read_east_m", "read_north_m"),
    "deliveries": ("interface",),
    "tasks": ("at_height_min", "weather"),
}


NEW = {
    "blocks",
    "links",
    "network_id",
    "keep_off_m",
    "carriers",
    "page_asks",
    "aid",
    *("injector", "injector_lights", "sits", "head"),
    "plane",
    "transmit_plane",
    "sends",
    "receive_port",
    "hand_marks",
    "work",
    "self_install",
    "takes",
    "approved",
    "in_stock_count",
    *("guides", "push_where", "feed_isolation_db", "service", "desk", "access", "router", "entries", "bringup_states"),
    *("transmit_most_dbm", "least_input_dbm", "lock_es_n0_db"),
    *("plug_mm", "bulge_mm", "most_pull_n", "strip_mm", "pin_mm", "sealed", "lengths_m", "first_up", "needs_earth"),
    *("label_read", "cue", "layer_number", "joints", "earth_points", "variants", "own_number"),
}


def before(entry):
    """An entry of the stores without what the demo's have been given since."""
    if isinstance(entry, dict):
        return {name: before(value) for name, value in entry.items() if name not in NEW}
    return [before(one) for one in entry] if isinstance(entry, list) else entry


def without_peak(facts):
    """The demo's dishes were peaked anew since: other readings on other passes."""
    return {name: value for name, value in facts.items() if name not in PeakFacts.model_fields}


def without_runs(was, now):
    """More runs were made since, and they say against what."""
    if "runs" in was:
        keys = ("down_mbps", "up_mbps", "latency_ms")
        old, new = ({tuple(one[key] for key in keys) for one in each.pop("runs")} for each in (now, was))
        assert old <= new


def without_secrets(was, now):
    """What is signed now is signed without its secrets."""
    if "activation_code" in was:
        assert was.pop("activation_code") == masked(now.pop("activation_code"))


@pytest.mark.parametrize("number", [f"2026-10{last}" for last in range(1, 7)])
def test_every_value_is_found_again(moved, number):
    now = golden.flat(golden.idless(moved[number]["facts"]))
    was = {name: value for name, value in golden.read(number)["facts"].items() if name in now or name not in SINCE}
    assert len(was) > 2
    if "connectors" not in was:  # what was the default once is kept as what it said
        assert now.pop("connectors", 2) == 2
    if number == "2026-103":  # four of both runs, where those of one are asked
        assert (was.pop("connectors"), now.pop("connectors")) == (2, 4)
    for cable in [*was.get("cables", []), *now.get("cables", [])]:
        cable["name"] = cable["name"].removesuffix(", 45 m")  # one of three lengths stood in the name
    if "step_marks" in was:  # the mount's own steps came later
        was["step_marks"] = [one for one in was["step_marks"] if not one["code"].startswith("m_")]
        for mark in [*was["step_marks"], *now["step_marks"]]:  # which moves the demo's minutes
            mark.pop("at")
    without_runs(was, now)
    without_secrets(was, now)
    assert bool(was.get("readings")) == bool(now.get("readings"))
    if number == "2026-102":  # its terminal was off in the demo of then
        was = {name: value for name, value in was.items() if name in now or name not in BringUpFacts.model_fields}
    was, now = without_peak(was), without_peak(now)
    for told in (
        was,
        now,
    ):  # the steps were written anew, parts say what they are, a clamp takes half a millimetre more
        if "terminal" in told:
            told["terminal"]["mast"] = {
                **told["terminal"]["mast"],
                "most_mm": round(told["terminal"]["mast"]["most_mm"] // 1),
            }
            told["terminal"] = {name: value for name, value in told["terminal"].items() if name not in _WRITTEN_ANEW}
            told["terminal"]["parts"] = [
                {name: _RENAMED.get(value, value) for name, value in part.items() if name != "kind"}
                for part in told["terminal"]["parts"]
                if part["name"] not in _INDOOR_PARTS
            ]
    was |= {name: before(was[name]) for name in _FROM_STORES if name in was}
    for rows, since in SINCE_OF_ROWS.items():
        for row, name in itertools.product(was.get(rows, []), since):
            row.pop(name, None)
    assert list(golden.differences(was, now)) == []


def test_what_was_signed_with_the_version_before_opens(moved):
    signed = {number: one for number, one in moved.items() if number != "copy" and one["record_state"]}
    assert {number: one["record_state"] for number, one in signed.items()} == {
        "2026-101": "intact",
        "2026-107": "intact",
    }
    for one in signed.values():
        assert one["may_sign_off"]
        assert one["place"][0] == one["place"][1] != ""
        assert one["report"] > 10_000


def test_the_columns_of_the_list_stay(moved):
    for number in set(moved) - {"copy"}:
        one = moved[number]
        brief = one["facts"]["brief"]
        assert one["columns"] == [brief["customer"], brief.get("terminal_code", "")]


def test_a_copy_of_what_was_there_is_kept(moved, tmp_path):
    with zipfile.ZipFile(moved["copy"]) as kept:
        kept.extract("rindle.sqlite3", tmp_path)
    base = sqlite3.connect(tmp_path / "rindle.sqlite3")
    assert base.execute("SELECT mast_wall_mm FROM jobs_job WHERE number = '2026-102'").fetchone() == (3.2,)
    base.close()
