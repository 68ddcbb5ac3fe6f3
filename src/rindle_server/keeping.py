"""Copies of the data folder: made while a server runs, verified, put back; and the folder itself looked through.

A copy of the folder's files alone, taken while a server writes, can hold half of a change; `backup` cannot.
"""

from __future__ import annotations

import contextlib
import datetime as dt
import hashlib
import json
import os
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO, Any

from rindle_core import __version__

DATABASE = "rindle.sqlite3"
DOCUMENTS = "documents"
TELEMETRY = {
    "bringup.device_now_s",
    "bringup.device_level_db",
    "bringup.device_input_dbm",
}  # kept without a change in the journal
_MANIFEST = "manifest.json"
_BLOCK = 1 << 20


class CannotKeep(Exception):
    """A copy that cannot be made, is not whole, or cannot be put back; the message says why."""


@dataclass(frozen=True, slots=True)
class Kept:
    """A copy that was made and verified. `missing`: documents that the folder itself does not hold whole."""

    path: Path
    job_count: int
    document_count: int
    missing: list[str]


@dataclass(slots=True)
class Looked:
    """What a look through a data folder found."""

    job_count: int = 0
    document_count: int = 0
    signed_count: int = 0
    troubles: list[str] = field(default_factory=list)


def _sha256(file: IO[bytes]) -> str:
    found = hashlib.sha256()
    while block := file.read(_BLOCK):
        found.update(block)
    return found.hexdigest()


def _sha256_of(path: Path) -> str:
    with path.open("rb") as file:
        return _sha256(file)


@contextlib.contextmanager
def _reading(path: Path) -> Iterator[sqlite3.Connection]:
    """The database, for reading only. Raises CannotKeep where there is none or it cannot be read."""
    if not path.exists():
        raise CannotKeep(f"There is no database in {path.parent}.")
    base = sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True, timeout=30)
    try:
        yield base
    except sqlite3.DatabaseError as error:
        raise CannotKeep(f"{path} cannot be read as a database ({error}).") from error
    finally:
        base.close()


def _count(base: sqlite3.Connection, table: str) -> int:
    return int(base.execute(f"SELECT count(*) FROM {table}").fetchone()[0])  # a name of ours


def _database_troubles(base: sqlite3.Connection) -> list[str]:
    told = [row[0] for row in base.execute("PRAGMA integrity_check") if row[0] != "ok"]
    strays = [
        f"a row of {row[0]} belongs to a {row[2]} that is not there" for row in base.execute("PRAGMA foreign_key_check")
    ]
    return [f"database: {one}" for one in (*told, *strays)]


def _documents(base: sqlite3.Connection) -> list[tuple[str, str, str]]:
    """Checksum, name and job of every document and manual, a content once."""
    rows = base.execute(
        "SELECT d.sha256, min(d.name), min(j.number) FROM jobs_document d JOIN jobs_job j ON j.id = d.job_id "
        "GROUP BY d.sha256 ORDER BY d.sha256"
    ).fetchall()
    with suppress(sqlite3.OperationalError):  # a base of an earlier version has no manuals
        known = {row[0] for row in rows}
        manuals = base.execute("SELECT sha256, min(name), 'the manuals' FROM stores_manual GROUP BY sha256")
        rows += [row for row in manuals.fetchall() if row[0] not in known]
    return [(str(one), str(name), str(number)) for one, name, number in rows]


def _whole(home: Path, sha256: str) -> bool:
    path = home / DOCUMENTS / sha256
    return path.exists() and _sha256_of(path) == sha256


def backup(home: Path, to: Path) -> Kept:
    """One file with the database and the documents, as they stand at one moment; verified before it has its name.

    The server may go on meanwhile. Raises CannotKeep.
    """
    if to.exists():
        raise CannotKeep(f"{to} is there already: choose another name, so that no copy is lost.")
    if not to.parent.is_dir():
        raise CannotKeep(f"There is no folder {to.parent}.")
    with tempfile.TemporaryDirectory(dir=to.parent, prefix=".rindle-backup-") as work:
        copy, part = Path(work) / DATABASE, Path(work) / "part.zip"
        with _reading(home / DATABASE) as base, contextlib.closing(sqlite3.connect(copy)) as target:
            base.backup(target)
            target.execute("PRAGMA journal_mode=DELETE")
        with _reading(copy) as base:
            documents, jobs = _documents(base), _count(base, "jobs_job")
        held, missing = [], []
        for sha256, name, number in documents:
            if _whole(home, sha256):
                held.append(sha256)
            else:
                missing.append(f"{name} of job {number}")
        files = {DATABASE: copy, **{f"{DOCUMENTS}/{one}": home / DOCUMENTS / one for one in held}}
        manifest = {
            "rindle": __version__,
            "made_at": dt.datetime.now(dt.UTC).isoformat(timespec="seconds"),
            "missing": missing,
            "files": {DATABASE: _sha256_of(copy), **{f"{DOCUMENTS}/{one}": one for one in held}},
        }
        with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as file:
            file.writestr(_MANIFEST, json.dumps(manifest, indent=1))
            for name, path in files.items():
                file.write(path, name)
        verify(part)
        with part.open("rb") as file_of_copy:
            os.fsync(file_of_copy.fileno())
        os.replace(part, to)
    return Kept(to, jobs, len(held), missing)


def _manifest(file: zipfile.ZipFile, path: Path) -> dict[str, Any]:
    try:
        told = json.loads(file.read(_MANIFEST))
        names = dict(told["files"])
    except (KeyError, ValueError, TypeError) as error:
        raise CannotKeep(f"{path} is no backup of Rindle: its list of contents cannot be read.") from error
    if DATABASE not in names or set(names) | {_MANIFEST} != set(file.namelist()):
        raise CannotKeep(f"{path} does not hold what its list of contents names.")
    for name in names:
        plain = name == DATABASE or (name.startswith(f"{DOCUMENTS}/") and name.count("/") == 1 and ".." not in name)
        if not plain:
            raise CannotKeep(f"{path} names a file that no backup holds: {name}.")
    return dict(told)


def _unpack(path: Path, into: Path) -> dict[str, Any]:
    """Every file of the copy under `into`, its checksum compared. Raises CannotKeep."""
    try:
        with zipfile.ZipFile(path) as file:
            told = _manifest(file, path)
            (into / DOCUMENTS).mkdir(parents=True)
            for name, sha256 in told["files"].items():
                with file.open(name) as packed, (into / name).open("wb") as out:
                    shutil.copyfileobj(packed, out, _BLOCK)
                    out.flush()
                    os.fsync(out.fileno())
                if _sha256_of(into / name) != sha256:
                    raise CannotKeep(f"{path}: {name} is not what was put into it.")
    except (OSError, zipfile.BadZipFile, EOFError, ValueError) as error:
        raise CannotKeep(f"{path} cannot be read as a backup ({error}).") from error
    with _reading(into / DATABASE) as base:
        troubles = _database_troubles(base)
    if troubles:
        raise CannotKeep(f"{path}: {troubles[0]}")
    return told


def verify(path: Path) -> dict[str, Any]:
    """The copy's list of contents, after every file of it was read and compared. Raises CannotKeep."""
    with tempfile.TemporaryDirectory(dir=path.parent, prefix=".rindle-verify-") as work:
        return _unpack(path, Path(work) / "files")


def restore(path: Path, home: Path, stamp: str) -> Path | None:
    """Puts a copy back, after all of it was verified. Gives the folder to which what was there has been moved.

    The caller holds the data folder. Nothing is changed where this raises CannotKeep.
    """
    work = Path(tempfile.mkdtemp(dir=home, prefix=".restore-"))
    aside = home / f"before-restore-{stamp}"
    try:
        _unpack(path, work / "files")
        was = [
            home / name
            for name in (DATABASE, f"{DATABASE}-wal", f"{DATABASE}-shm", DOCUMENTS)
            if (home / name).exists()
        ]
        if was:
            aside.mkdir(mode=0o700)
        moved: list[Path] = []
        try:
            for one in was:
                os.replace(one, aside / one.name)
                moved.append(one)
            for name in (DATABASE, DOCUMENTS):
                os.replace(work / "files" / name, home / name)
        except OSError as error:
            for one in moved:
                with contextlib.suppress(OSError):
                    if one.exists():
                        shutil.rmtree(one) if one.is_dir() else one.unlink()
                    os.replace(aside / one.name, one)
            raise CannotKeep(f"{home} could not be changed ({error}); what was there is there again.") from error
        return aside if was else None
    finally:
        shutil.rmtree(work, ignore_errors=True)


def look_through(home: Path) -> Looked:
    """Reads everything in a data folder and changes nothing. Raises CannotKeep where there is no database."""
    from rindle_server.jobs.records import checksum

    found = Looked()
    with _reading(home / DATABASE) as base:
        found.troubles += _database_troubles(base)
        found.job_count = _count(base, "jobs_job")
        documents = _documents(base)
        reports = list(
            base.execute(
                "SELECT number, system, html, sha256 FROM jobs_signedreport "
                "JOIN jobs_job ON jobs_job.id = jobs_signedreport.job_id"
            )
        )
        found.troubles += _journal_troubles(base)
        records = list(base.execute("SELECT number, record, record_sha256 FROM jobs_job WHERE record IS NOT NULL"))
    found.document_count = len(documents)
    for sha256, name, number in documents:
        if not (home / DOCUMENTS / sha256).exists():
            found.troubles.append(f"job {number}: the document {name} is not there")
        elif not _whole(home, sha256):
            found.troubles.append(f"job {number}: the document {name} is not what was handed in")
    for number, record, sealed in records:
        told = json.loads(record)
        if told is None:
            continue
        found.signed_count += 1
        if sealed and checksum(told) != sealed:
            found.troubles.append(f"job {number}: its signed record was changed after it was signed")
    for number, system, html, sha256 in reports:
        if hashlib.sha256(html.encode()).hexdigest() != sha256:
            found.troubles.append(f"job {number}: its signed report ({system}) was changed after it was signed")
    return found


def _journal_troubles(base: sqlite3.Connection) -> list[str]:
    """Jobs whose newest entry for a fact in the journal is not what its document holds."""
    from rindle_core.kernel.journal import flatten

    told: dict[str, dict[str, Any]] = {}
    for number, ops in base.execute(
        "SELECT number, ops FROM jobs_change JOIN jobs_job ON jobs_job.id = jobs_change.job_id ORDER BY job_id, seq"
    ):
        told.setdefault(number, {}).update({op["path"]: op["after"] for op in json.loads(ops)})
    held: dict[str, dict[str, Any]] = {}
    for number, station, data in base.execute(
        "SELECT number, station, data FROM jobs_stationdoc JOIN jobs_job ON jobs_job.id = jobs_stationdoc.job_id"
    ):
        held.setdefault(number, {}).update(flatten({station: json.loads(data)}))
    return [
        f"job {number}: {path} is not what the journal says"
        for number, paths in told.items()
        for path, after in paths.items()
        if not path.endswith("/") and path not in TELEMETRY and held.get(number, {}).get(path) != after
    ]


__all__ = ["CannotKeep", "Kept", "Looked", "backup", "look_through", "restore", "verify"]
