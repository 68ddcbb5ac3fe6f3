"""Opens a bundle that somebody hands in: every size, path and checksum looked at before anything of it is believed."""

from __future__ import annotations

import hashlib
import io
import json
import re
import zipfile
from dataclasses import dataclass

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_server.bundles.models import FORM, BundleHead, BundleJob
from rindle_server.bundles.write import HEAD
from rindle_server.jobs.records import checksum

MOST_BYTES = 300_000_000  # packed
_MOST_UNPACKED = 600_000_000
_MOST_FILES = 20_000
_MOST_RATIO = 400  # deflate reaches about a thousand on nothing but the same byte
_RATIO_FROM = 5_000_000
_PATH = re.compile(
    r"^jobs/[0-9A-Za-z-]{1,20}/"
    r"(job\.json|report(-metric|-imperial)?\.html|site-plan\.geojson|files/[0-9a-f]{64}|drawings/[A-Za-z0-9_-]{1,60}\.svg)$"
)


@dataclass(frozen=True, slots=True)
class Opened:
    """A bundle whose every file is what its list says."""

    head: BundleHead
    jobs: list[BundleJob]
    files: dict[str, bytes]

    def file(self, job: BundleJob, name: str) -> bytes:
        """A file in a job's folder."""
        folder = next(one.folder for one in self.head.jobs if one.uid == job.uid)
        return self.files[f"{folder}/{name}"]


def _refused(message: str) -> InputError:
    return InputError.one("file", message)


def _checked_names(packed: zipfile.ZipFile) -> list[zipfile.ZipInfo]:
    infos = packed.infolist()
    names = [one.filename for one in infos]
    if len(infos) > _MOST_FILES:
        raise _refused(f"holds {len(infos)} files; up to {_MOST_FILES} are accepted")
    if len(set(names)) != len(names):
        raise _refused("holds two files of one name")
    strange = next((name for name in names if name != HEAD and not _PATH.match(name)), None)
    if strange is not None:
        raise _refused(f"holds {strange!r}, which no bundle of Rindle does")
    if any(one.flag_bits & 1 for one in infos):
        raise _refused("is locked with a password; an open one is accepted")
    if sum(one.file_size for one in infos) > _MOST_UNPACKED:
        raise _refused(f"is larger than {_MOST_UNPACKED // 1_000_000} MB when it is unpacked")
    bomb = next(
        (one for one in infos if one.file_size > _RATIO_FROM and one.file_size > _MOST_RATIO * one.compress_size), None
    )
    if bomb is not None:
        raise _refused(f"holds {bomb.filename!r}, which unpacks to {_MOST_RATIO} times its size and more: not believed")
    return infos


def opened(content: bytes) -> Opened:
    """The bundle. Raises InputError that says what is wrong with it; nothing of it is kept then."""
    if len(content) > MOST_BYTES:
        raise _refused(f"is too large: up to {MOST_BYTES // 1_000_000} MB is accepted")
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as packed:
            infos = _checked_names(packed)
            files = {}
            for one in infos:
                with packed.open(one) as stream:
                    files[one.filename] = stream.read(one.file_size + 1)
                if len(files[one.filename]) != one.file_size:
                    raise _refused(f"says less of {one.filename!r} than it holds")
    except (zipfile.BadZipFile, EOFError, OSError, NotImplementedError, ValueError) as error:
        if isinstance(error, InputError):
            raise
        raise _refused(f"is no zip that can be read ({error})") from error
    return _believed(files)


def _json(files: dict[str, bytes], name: str) -> object:
    try:
        told: object = json.loads(files[name])
    except (KeyError, ValueError, RecursionError) as error:
        raise _refused(f"has no {name} that can be read") from error
    return told


def _believed(files: dict[str, bytes]) -> Opened:
    told = _json(files, HEAD)
    form = told.get("rindle_bundle") if isinstance(told, dict) else None
    if form != FORM:
        raise _refused(f"is no bundle of this form: rindle_bundle {FORM} is accepted, this one says {form!r}")
    head = parse(BundleHead, told, HEAD)
    if set(head.files) != set(files) - {HEAD}:
        raise _refused("does not hold what its list of contents names")
    for name, sha256 in head.files.items():
        if hashlib.sha256(files[name]).hexdigest() != sha256:
            raise _refused(f"holds {name!r}, which is not what was put into it: its checksum differs")
    jobs = []
    for part in head.jobs:
        job = parse(BundleJob, _json(files, f"{part.folder}/job.json"), f"{part.folder}/job.json")
        if (job.uid, job.number) != (part.uid, part.number):
            raise _refused(f"names job {part.number} and holds {job.number}")
        _whole(job, part.folder, files)
        jobs.append(job)
    if len({one.uid for one in jobs}) != len(jobs):
        raise _refused("holds a job twice")
    return Opened(head, jobs, files)


def _whole(job: BundleJob, folder: str, files: dict[str, bytes]) -> None:
    """A job's own files are there and are what it says; a signed one's record has its checksum."""
    for row in job.files:
        content = files.get(f"{folder}/files/{row.sha256}")
        if content is None or hashlib.sha256(content).hexdigest() != row.sha256:
            raise _refused(f"names {row.name!r} of job {job.number}, and does not hold it as it was")
    if job.signed is None:
        return
    if job.signed.record_sha256 and checksum(job.signed.record) != job.signed.record_sha256:
        raise _refused(f"holds job {job.number} with a record that was changed after it was signed")
    for report in job.signed.reports:
        page = files.get(f"{folder}/report-{report.system}.html")
        if page is None or hashlib.sha256(page).hexdigest() != report.sha256:
            raise _refused(f"holds job {job.number} without its signed report as it was ({report.system})")


__all__ = ["MOST_BYTES", "Opened", "opened"]
