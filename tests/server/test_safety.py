"""What must not be lost, forged, or take the others with it."""

import errno
import json
import os
import re
import signal
import sqlite3
import subprocess
import sys
import threading
import time

import pytest
from django.db import OperationalError, close_old_connections

from rindle_server import files, launch, terrain_files, work
from rindle_server.errors import Busy, Conflict, NoRoom
from rindle_server.jobs import documents, edit, journal, listing, models
from rindle_server.jobs.facts import assessed, facts_of
from rindle_server.jobs.models import Job
from rindle_server.jobs.records import checksum, record_state
from rindle_server.settings import _secret_key
from rindle_server.stores.models import Firm, StoreItem
from tests.server.calls import change
from tests.server.test_api import JSON, faults

# Files


@pytest.mark.turns(days=6)
def test_a_file_is_there_whole_or_not_at_all_after_a_kill(tmp_path):
    """A writer is killed over and over at different moments; what has the file's name is always a whole content."""
    script = (
        "import sys; from pathlib import Path; from rindle_server.files import write_whole\n"
        "at = 0\nprint('on', flush=True)\n"
        "while True:\n at += 1\n write_whole(Path(sys.argv[1]), bytes([at % 256]) * 3_000_000)"
    )
    path = tmp_path / "kept"
    for round_ in range(8):
        writer = subprocess.Popen([sys.executable, "-c", script, str(path)], stdout=subprocess.PIPE)
        writer.stdout.readline()
        time.sleep(0.02 + 0.017 * round_)
        writer.send_signal(signal.SIGKILL)
        writer.wait()
        if path.exists():
            content = path.read_bytes()
            assert len(content) == 3_000_000
            assert len(set(content)) == 1
    files.clear_parts(tmp_path)
    assert [one.name for one in tmp_path.iterdir()] == ["kept"]


def test_a_full_disk_keeps_the_old_file_and_leaves_nothing_behind(tmp_path, monkeypatch):
    path = tmp_path / "kept"
    files.write_whole(path, b"old")

    def full(_):
        raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr(os, "fsync", full)
    with pytest.raises(NoRoom, match="disk is full"):
        files.write_whole(path, b"new")
    assert path.read_bytes() == b"old"
    assert [one.name for one in tmp_path.iterdir()] == ["kept"]


@pytest.mark.turns(days=6)
def test_a_torn_document_is_mended_by_handing_it_in_again(db, settings, tmp_path):
    settings.HOME = tmp_path
    job = Job.objects.get(number="2026-102")
    row = documents.keep(job, "order.txt", b"the whole order", "N")
    (tmp_path / "documents" / row.sha256).write_bytes(b"the wh")
    with pytest.raises(Conflict, match="has changed on disk"):
        documents.read(job, row.pk)
    again = documents.keep(job, "order.txt", b"the whole order", "N")
    assert documents.read(job, row.pk)[1] == documents.read(job, again.pk)[1] == b"the whole order"
    documents.take_out(job, row.pk)
    assert (tmp_path / "documents" / row.sha256).exists()  # the other one still needs it
    documents.take_out(job, again.pk)
    assert list((tmp_path / "documents").iterdir()) == []


def test_a_photo_whose_upload_began_before_the_signing_does_not_enter_the_signed_job(db, settings, tmp_path):
    settings.HOME = tmp_path
    job = Job.objects.get(number="2026-102")
    Job.objects.filter(pk=job.pk).update(signed_off_at="2026-11-24T10:00:00Z")
    with pytest.raises(Conflict, match="signed off"):
        documents.keep(job, "late.jpg", b"late", "N")
    assert list((tmp_path / "documents").iterdir()) == []


def test_a_tile_that_is_replaced_while_it_is_read_stays_the_tile_that_was_opened(settings, tmp_path):
    settings.HOME = tmp_path
    content = (b"\x05\xdc" * 1201) * 1201
    terrain_files.keep("S30E027.hgt", content)
    tile = terrain_files.tiles()[0][1]
    with (tmp_path / "terrain" / "S30E027.hgt").open("r+b") as file:
        file.truncate(10)  # as a copy in place does it: a mapped reader would be ended by the system here
    assert int(tile.heights_m.sum(dtype="int64")) == 1500 * 1201 * 1201
    assert terrain_files.tiles() == []  # what is torn is no tile


def test_what_is_kept_is_nobody_elses_to_read(tmp_path):
    files.write_whole(tmp_path / "a", b"x")
    assert (tmp_path / "a").stat().st_mode & 0o777 == 0o600


# One data folder


def test_a_second_server_on_a_folder_is_refused(tmp_path):
    with launch.held(tmp_path):
        other = subprocess.run(
            [
                sys.executable,
                "-c",
                f"from rindle_server.launch import held\nwith held(__import__('pathlib').Path({str(tmp_path)!r})): "
                f"pass",
            ],
            capture_output=True,
            text=True,
        )
        assert other.returncode == 1
        assert "Another Rindle already uses" in other.stderr
    with launch.held(tmp_path):
        assert tmp_path.stat().st_mode & 0o777 == 0o700


def test_the_demo_empties_its_own_folder_and_no_other(tmp_path):
    (tmp_path / "rindle.sqlite3").write_bytes(b"the firm's years of work")
    with pytest.raises(SystemExit, match="holds data that is not the demo's"):
        launch.empty_demo(tmp_path)
    assert (tmp_path / "rindle.sqlite3").read_bytes() == b"the firm's years of work"
    fresh = tmp_path / "demo"
    fresh.mkdir()
    launch.empty_demo(fresh)
    (fresh / "rindle.sqlite3").write_bytes(b"an old demo")
    launch.empty_demo(fresh)
    assert not (fresh / "rindle.sqlite3").exists()


def start(home, *more, **environment):
    told = {**os.environ, "RINDLE_HOME": str(home), "RINDLE_FIRST_NAME": "lineo", **environment}
    command = [sys.executable, "-m", "rindle_server.launch", "serve", "--port", "8731", *more]
    return subprocess.run(command, env=told, capture_output=True, text=True, timeout=60)


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("password", ["password123", "1234567890"])
def test_a_first_password_that_is_guessed_at_once_is_refused(tmp_path, password):
    told = start(tmp_path, RINDLE_FIRST_PASSWORD=password)
    assert told.returncode == 1
    assert "too easy to guess" in told.stderr


@pytest.mark.turns(days=6)
def test_a_rubbish_database_and_one_of_a_later_version_are_said_in_a_sentence(tmp_path):
    (tmp_path / "rindle.sqlite3").write_bytes(b"rubbish " * 1000)
    told = start(tmp_path, RINDLE_FIRST_PASSWORD="a long one 77")
    assert "cannot be opened as a database" in told.stderr
    assert "Traceback" not in told.stderr
    (tmp_path / "rindle.sqlite3").unlink()
    environment = {**os.environ, "RINDLE_HOME": str(tmp_path), "DJANGO_SETTINGS_MODULE": "rindle_server.settings"}
    subprocess.run([sys.executable, "-m", "django", "migrate", "-v", "0"], env=environment, check=True)
    with sqlite3.connect(tmp_path / "rindle.sqlite3") as base:
        base.execute("insert into django_migrations(app, name, applied) values ('jobs', '0999_later', '2031-01-01')")
    base.close()
    told = start(tmp_path, RINDLE_FIRST_PASSWORD="a long one 77")
    assert "later version of Rindle" in told.stderr


@pytest.mark.parametrize("half", ["", "half-writ"])
def test_a_half_written_key_is_made_anew(tmp_path, monkeypatch, half):
    monkeypatch.setattr("rindle_server.settings.HOME", tmp_path)
    (tmp_path / "secret-key").write_text(half)
    made = _secret_key()
    assert len(made) >= 50
    assert _secret_key() == made
    assert (tmp_path / "secret-key").stat().st_mode & 0o777 == 0o600


# Changes at once


@pytest.mark.django_db(transaction=True)
def test_eight_writers_at_one_job_lose_nothing_and_nobody_holds_the_database_while_it_is_assessed(monkeypatch):
    job = edit.create()
    depth, seen = [], []
    real = journal.answer_to

    def watched(facts):
        seen.append(journal.transaction.get_connection().in_atomic_block)
        return real(facts)

    monkeypatch.setattr(journal, "answer_to", watched)

    def write(at):
        try:
            mine = edit.find(job.number)
            for count in range(3):
                edit.add_reading(mine, {"axis": "azimuth", "turns": at + count / 10, "level_db": 1.0, "turning": "up"})
            edit.patch(mine, "brief", {"customer": f"writer {at}"})
        except Exception as error:
            depth.append(error)
        finally:
            close_old_connections()

    writers = [threading.Thread(target=write, args=(at,)) for at in range(8)]
    for one in writers:
        one.start()
    for one in writers:
        one.join()
    assert depth == []
    assert len(facts_of(job).peak.readings) == 24
    assert Job.objects.get(pk=job.pk).head == 32
    assert seen
    assert not any(seen)


def test_a_change_on_what_somebody_else_changed_meanwhile_is_made_ready_anew(db):
    job = edit.create()
    tries = []

    @journal.whole
    def slow(draft):
        tries.append(draft.facts.brief.customer)
        if len(tries) == 1:
            Job.objects.filter(pk=job.pk).update(head=job.head + 1)
            data = {"date": "2026-11-24", "customer": "somebody else"}
            models.StationDoc.objects.filter(job=job, station="brief").update(data=data)
        draft.put("brief", service_wanted="mine")

    slow(job)
    now = Job.objects.get(pk=job.pk)
    assert tries == ["", "somebody else"]
    assert (now.customer, now.service_wanted) == ("somebody else", "mine")


def test_numbers_go_on_beyond_999_and_two_at_once_get_two(db):
    year = int(edit.create().number[:4])
    edit.create(f"{year}-999")
    assert edit.create().number == f"{year}-1000"
    assert edit.create().number == f"{year}-1001"
    assert [job.serial for job in Job.objects.filter(year=year)][:2] == [1001, 1000]
    real, calls = models.Job.objects.aggregate, []

    class Late:
        """The first look at the last number comes before somebody else has taken the next one."""

        def aggregate(self, **named):
            calls.append(1)
            return {"last": 1000} if len(calls) == 1 else real(**named)

    original = models.Job.objects.filter
    try:
        models.Job.objects.filter = lambda *a, **k: Late() if k == {"year": year} else original(*a, **k)
        assert edit.create().number == f"{year}-1002"
    finally:
        del models.Job.objects.filter


# Records


def test_a_forged_record_is_noticed_on_the_screen_and_on_paper(crew):
    job = Job.objects.get(number="2026-101")
    assert crew.get("/api/jobs/2026-101").json()["record_state"] == "intact"
    page = crew.get("/api/jobs/2026-101/report.html").content.decode()
    assert job.record_sha256 in page
    job.record["facts"]["brief"]["customer"] = "Somebody else"
    job.save()
    assert crew.get("/api/jobs/2026-101").json()["record_state"] == "changed"
    assert "was changed after it was signed" in crew.get("/api/jobs/2026-101/report.html").content.decode()
    job.record_sha256 = ""  # taking the seal off does not make it look like an old one
    assert record_state(job) == "changed"


def test_a_signed_job_keeps_its_firm_its_account_and_the_sums_of_its_files(crew, settings, tmp_path):
    settings.HOME = tmp_path
    record = Job.objects.get(number="2026-101").record
    assert set(record) >= {"firm", "account", "documents", "version"}
    assert checksum(record) == Job.objects.get(number="2026-101").record_sha256
    was = record["firm"]["name"]
    Firm.objects.update(name="Another firm")
    for paper in ("report", "proposal", "pocket"):
        page = crew.get(f"/api/jobs/2026-101/{paper}.html").content.decode()
        assert was.replace("’", "’") in page
        assert "Another firm" not in page


def test_a_record_of_another_version_says_so_and_takes_no_other_with_it(crew):
    Job.objects.filter(number="2026-101").update(
        record={"version": "9.9", "facts": {"x": 1}, "assessment": {}},
        listed={},  # a version works its rows out itself
    )
    assert "signed with Rindle 9.9" in faults(crew.get("/api/jobs/2026-101"))["record"]
    rows = {row["number"]: row for row in crew.get("/api/jobs").json()["rows"]}
    assert "signed with Rindle 9.9" in rows["2026-101"]["trouble"]
    assert rows["2026-102"]["stations"]


def test_one_bad_entry_of_the_stores_takes_nothing_with_it(crew):
    StoreItem.objects.filter(kind="terminal", code="tarn-74").update(data={"code": "tarn-74", "aperture_mm": "wide"})
    StoreItem.objects.create(kind="cable", code="odd", data={"code": "odd"})
    rows = {row["number"]: row for row in crew.get("/api/jobs").json()["rows"]}
    assert rows["2026-103"]["stations"]
    catalogue = crew.get("/api/stores").json()
    assert {(one["kind"], one["code"]) for one in catalogue["unread"]} == {("terminal", "tarn-74"), ("cable", "odd")}
    assert len(catalogue["terminals"]) > 3
    job = crew.get("/api/jobs/2026-102").json()
    assert "tarn-74 in the stores cannot be read" in job["store_troubles"][0]


# The list


@pytest.mark.turns(days=6)
def test_a_row_is_worked_out_once_until_something_that_it_rests_on_changes(crew, monkeypatch):
    counted = []
    real = listing.assessed
    monkeypatch.setattr(listing, "assessed", lambda job: counted.append(job.number) or real(job))
    rows = crew.get("/api/jobs").json()["rows"]
    counted.clear()
    assert crew.get("/api/jobs").json()["rows"] == rows
    assert counted == []
    change(crew, "2026-102", customer="New name")
    assert crew.get("/api/jobs").json()["count"] == 7
    assert counted == ["2026-102"]
    counted.clear()
    Firm.objects.update(rules={"clearance_deg": 44})
    after = {row["number"]: row for row in crew.get("/api/jobs").json()["rows"]}
    assert "2026-103" in counted
    assert "2026-101" not in counted  # a signed job rests on its record
    assert after["2026-102"]["stations"][2]["verdict"] == "mind"


def test_the_list_comes_by_pages_and_finds_every_word_anywhere(crew, monkeypatch):
    monkeypatch.setattr(listing, "PAGE", 3)
    first, last = crew.get("/api/jobs").json(), crew.get("/api/jobs", {"page": 99}).json()
    assert (first["count"], first["page_count"], len(first["rows"])) == (7, 3, 3)
    assert (last["page"], [row["number"] for row in last["rows"]]) == (3, ["2026-101"])
    found = crew.get("/api/jobs", {"find": "tarn 74 school"}).json()["rows"]
    assert [(row["number"], row["terminal_name"]) for row in found] == [("2026-102", "Tarn 74")]
    told = crew.get("/api/jobs/2026-103/neighbours").json()
    assert told == {"before": "2026-104", "after": "2026-102"}
    assert crew.get("/api/jobs/2026-107/neighbours").json()["before"] == ""


# Answers


def test_a_database_that_cannot_be_written_is_said_in_a_sentence(crew, monkeypatch):
    def full(*_, **__):
        raise OperationalError("database or disk is full")

    monkeypatch.setattr(models.StationDoc, "save", full)
    answer = change(crew, "2026-102", customer="x")
    assert answer.status_code == 507
    assert "The disk is full: nothing was changed" in answer.json()["error"]["message"]


def test_long_work_leaves_the_server_free_for_the_screens(monkeypatch):
    monkeypatch.setattr(work, "_RUNNING", {str(at): threading.Event() for at in range(3)})
    with pytest.raises(Busy, match="3 long calculations"):
        work.stream(lambda progress: 1, lambda found: {})


@pytest.mark.turns(days=6)
def test_a_large_list_is_taken_and_one_beyond_bounds_refused_in_a_sentence(crew):
    rows = "".join(f"site {at},-29.5,28.2,31.6,{'x' * 60}\n" for at in range(30_000))
    header = "name,latitude_deg,longitude_deg,satellite_longitude_deg,note\n"
    body = {"csv": header + rows, "date": "2026-11-24"}
    answer = crew.post("/api/sites", json.dumps(body), **JSON)  # 2.6 MB: more than the framework's own bound
    assert "too many rows" in faults(answer)["csv"]
    answer = crew.post("/api/sites", json.dumps({**body, "csv": "x" * 11_000_000}), **JSON)
    assert answer.status_code in (413, 422)
    assert "MB" in answer.json()["error"]["message"] or "too long" in answer.json()["error"]["message"]


def test_a_weak_compass_field_still_has_a_report(crew):
    change(crew, "2026-102", place_text="74.7, -94.9")
    answer = crew.get("/api/jobs/2026-102/report.html")
    assert answer.status_code == 200
    assert "nT" in answer.content.decode()


def test_nothing_written_for_a_spreadsheet_begins_like_a_formula(crew):
    body = {
        "csv": 'name,latitude_deg,longitude_deg\n"=cmd|calc",-29.5,28.2\n@x,1,2\n-3,3,4\n',
        "date": "2026-11-24",
        "satellite_longitude_deg": 31.6,
    }
    lines = crew.post("/api/sites/csv", json.dumps(body), **JSON).content.decode().splitlines()
    assert [line[:2] for line in lines[1:]] == ["'=", "'@", "'-"]
    assert ",-29.5," in lines[1]  # numbers stay numbers


def test_a_name_with_quotes_is_printed_as_it_is(crew):
    Firm.objects.update(name='O\'Brien & "Sons" </style>')
    page = crew.get("/api/jobs/2026-102/report.html").content.decode()
    foot = page.partition("@bottom-left")[2].partition(";")[0]
    assert "&#x27;" not in foot
    assert "</style>" not in foot
    assert r"O\27 Brien \26  \22 Sons\22  " in foot


def test_the_log_tells_who_did_what_and_no_secret(crew, tmp_path, caplog):
    import logging

    logging.getLogger("rindle").propagate = True
    try:
        answer = crew.post("/api/jobs/2026-103/sign-off?code=SECRET", json.dumps({"name": "N"}), **JSON)
    finally:
        logging.getLogger("rindle").propagate = False
    line = next(record.getMessage() for record in caplog.records if "/sign-off" in record.getMessage())
    assert answer.headers["X-Request-Id"] in line
    assert re.fullmatch(r"app;dur=\d+\.\d", answer.headers["Server-Timing"])
    assert "naledi POST /api/jobs/2026-103/sign-off 409" in line
    assert "SECRET" not in line


def test_answers_are_compressed(crew):
    plain, packed = crew.get("/api/jobs/2026-103"), crew.get("/api/jobs/2026-103", HTTP_ACCEPT_ENCODING="gzip")
    assert packed.headers["Content-Encoding"] == "gzip"
    assert len(packed.content) < len(plain.content) / 4


def test_facts_of_a_job_are_read_with_few_questions(crew, django_assert_max_num_queries):
    job = Job.objects.get(number="2026-103")
    with django_assert_max_num_queries(14):
        assessed(job)
