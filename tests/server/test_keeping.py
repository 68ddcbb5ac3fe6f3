"""Copies of the data folder: whole or refused, put back without losing what was there; the folder looked through."""

import hashlib
import json
import sqlite3
import threading
import zipfile

import pytest
from django.db import connection

from rindle_server import keeping, launch
from rindle_server.files import write_whole
from rindle_server.keeping import CannotKeep

SHEET = b"network=invented\n" * 40


@pytest.fixture
def home(db, settings, tmp_path):
    """A data folder with the demo's jobs and one document."""
    folder = tmp_path / "home"
    settings.HOME = folder
    sha256 = hashlib.sha256(SHEET).hexdigest()
    write_whole(folder / "documents" / sha256, SHEET)
    demo, target = sqlite3.connect(connection.settings_dict["NAME"]), sqlite3.connect(folder / "rindle.sqlite3")
    demo.backup(target)
    with target:
        target.execute(
            "INSERT INTO jobs_document "
            "(job_id, position, name, kind, satellite_code, version, sha256, size_bytes, at, by, about) "
            "SELECT id, 0, 'sheet.cfg', 'configuration', '', '', ?, ?, '2026-11-24', 'somebody', '' FROM jobs_job "
            "WHERE number = '2026-102'",
            (sha256, len(SHEET)),
        )
    demo.close()
    target.close()
    return folder


def customers(folder):
    base = sqlite3.connect(folder / "rindle.sqlite3")
    found = dict(base.execute("SELECT number, customer FROM jobs_job"))
    base.close()
    return found


def change(folder, sql, *values):
    base = sqlite3.connect(folder / "rindle.sqlite3")
    with base:
        base.execute(sql, values)
    base.close()


def rewritten(path, to, name, content):
    """The same copy with one file's content exchanged; None takes it out."""
    with zipfile.ZipFile(path) as old, zipfile.ZipFile(to, "w") as new:
        for one in old.namelist():
            if one != name:
                new.writestr(one, old.read(one))
            elif content is not None:
                new.writestr(one, content)
    return to


def document_name(copy):
    return next(one for one in keeping.verify(copy)["files"] if one.startswith("documents/"))


def test_what_is_put_back_is_what_was_copied_and_what_was_there_is_kept_beside(home, tmp_path):
    before = customers(home)
    kept = keeping.backup(home, tmp_path / "copy.zip")
    assert (kept.job_count, kept.document_count, kept.missing) == (7, 1, [])
    change(home, "UPDATE jobs_job SET customer = 'spoilt'")
    file = next((home / "documents").iterdir())
    file.write_bytes(b"torn")
    aside = keeping.restore(tmp_path / "copy.zip", home, "now")
    assert customers(home) == before
    assert file.read_bytes() == SHEET
    assert set(customers(aside).values()) == {"spoilt"}
    assert (aside / "documents" / file.name).read_bytes() == b"torn"
    assert not list(home.glob(".restore-*"))
    assert keeping.look_through(home).troubles == []


def test_a_copy_can_be_put_into_an_empty_folder_and_is_never_overwritten(home, tmp_path):
    keeping.backup(home, tmp_path / "copy.zip")
    with pytest.raises(CannotKeep, match="is there already"):
        keeping.backup(home, tmp_path / "copy.zip")
    with pytest.raises(CannotKeep, match="no folder"):
        keeping.backup(home, tmp_path / "nowhere" / "copy.zip")
    fresh = tmp_path / "fresh"
    fresh.mkdir()
    assert keeping.restore(tmp_path / "copy.zip", fresh, "now") is None
    assert customers(fresh) == customers(home)
    with pytest.raises(CannotKeep, match="no database"):
        keeping.backup(tmp_path, tmp_path / "other.zip")
    assert [one.name for one in tmp_path.iterdir() if one.name.startswith(".rindle")] == []


def test_a_copy_is_of_one_moment_while_others_write(home, tmp_path):
    """A writer changes two tables in one transaction, over and over: no copy has one change without the other."""
    change(home, "CREATE TABLE pair (number TEXT)")
    going = threading.Event()

    def write():
        base = sqlite3.connect(home / "rindle.sqlite3", timeout=30)
        base.execute("PRAGMA journal_mode=WAL")
        count = 0
        while not going.is_set():
            count += 1
            with base:
                base.execute("INSERT INTO pair VALUES (?)", (f"x{count}",))
                base.execute("UPDATE jobs_job SET customer = ? WHERE number = '2026-103'", (f"x{count}",))
        base.close()

    writer = threading.Thread(target=write)
    writer.start()
    try:
        for at in range(4):
            keeping.backup(home, tmp_path / f"copy{at}.zip")
    finally:
        going.set()
        writer.join()
    for at in range(4):
        folder = tmp_path / f"at{at}"
        folder.mkdir()
        keeping.restore(tmp_path / f"copy{at}.zip", folder, "now")
        base = sqlite3.connect(folder / "rindle.sqlite3")
        last = base.execute("SELECT number FROM pair ORDER BY rowid DESC LIMIT 1").fetchone()
        base.close()
        if last:
            assert customers(folder)["2026-103"] == last[0]


def test_a_damaged_copy_changes_nothing(home, tmp_path):
    copy = tmp_path / "copy.zip"
    keeping.backup(home, copy)
    before, name = customers(home), document_name(copy)
    listed = json.loads(zipfile.ZipFile(copy).read("manifest.json"))
    outside = {**listed, "files": {**listed["files"], "documents/../../key": "0"}}
    cases = {
        "not what was put": rewritten(copy, tmp_path / "a.zip", name, b"other"),
        "does not hold": rewritten(copy, tmp_path / "b.zip", name, None),
        "no backup of Rindle": rewritten(copy, tmp_path / "c.zip", "manifest.json", "{}"),
        "not hold what": rewritten(copy, tmp_path / "d.zip", "manifest.json", json.dumps(outside)),
    }
    (tmp_path / "e.zip").write_bytes(copy.read_bytes()[:-200])
    (tmp_path / "f.zip").write_text("not a copy")
    cases |= {"cannot be read as a backup": tmp_path / "e.zip", "cannot be read": tmp_path / "f.zip"}
    for why, path in cases.items():
        with pytest.raises(CannotKeep, match=why):
            keeping.restore(path, home, "now")
    with zipfile.ZipFile(rewritten(copy, tmp_path / "g.zip", "manifest.json", json.dumps(outside)), "a") as file:
        file.writestr("documents/../../key", "x")
    with pytest.raises(CannotKeep, match="no backup holds"):
        keeping.restore(tmp_path / "g.zip", home, "now")
    assert customers(home) == before
    assert not list(home.glob("before-restore-*"))
    assert not list(home.glob(".restore-*"))


def test_a_look_through_names_what_is_not_as_it_should_be(home):
    found = keeping.look_through(home)
    assert (found.job_count, found.document_count, found.signed_count, found.troubles) == (7, 1, 1, [])
    file = next((home / "documents").iterdir())
    file.write_bytes(b"torn")
    change(home, "UPDATE jobs_job SET record = json_set(record, '$.version', '9.9') WHERE number = '2026-101'")
    change(home, "INSERT INTO jobs_stationdoc (job_id, station, version, data) VALUES (999, 'cable', 1, '{}')")
    change(home, "UPDATE jobs_stationdoc SET data = json_set(data, '$.mast_wall_mm', 9.0) WHERE station = 'mount'")
    change(home, "UPDATE jobs_signedreport SET html = 'nothing' WHERE system = 'metric'")
    told = " | ".join(keeping.look_through(home).troubles)
    assert "job 2026-104: mount.mast_wall_mm is not what the journal says" in told
    assert "job 2026-101: its signed report (metric) was changed" in told
    assert "job 2026-102: the document sheet.cfg is not what was handed in" in told
    assert "job 2026-101: its signed record was changed" in told
    assert "a row of jobs_stationdoc belongs to a jobs_job that is not there" in told
    file.unlink()
    assert "the document sheet.cfg is not there" in " | ".join(keeping.look_through(home).troubles)


def test_the_commands_say_what_they_did_and_fail_where_something_is_missing(home, tmp_path, monkeypatch, capsys):
    monkeypatch.setenv("RINDLE_HOME", str(home))
    monkeypatch.setenv("RINDLE_FROM", str(tmp_path))
    launch.run_backup("one.zip")
    assert "7 jobs, 1 documents" in capsys.readouterr().out
    with launch.held(home), pytest.raises(SystemExit, match="Another Rindle already uses"):
        launch.run_restore("one.zip")
    launch.run_restore("one.zip")
    assert "What was there is in" in capsys.readouterr().out
    launch.run_check()
    assert "as it should be" in capsys.readouterr().out
    next((home / "documents").iterdir()).unlink()
    with pytest.raises(SystemExit) as stopped:
        launch.run_backup("two.zip")
    assert stopped.value.code == 1
    assert "sheet.cfg of job 2026-102" in capsys.readouterr().err
    assert (tmp_path / "two.zip").exists()  # a copy of the rest is better than none
    with pytest.raises(SystemExit):
        launch.run_check()
