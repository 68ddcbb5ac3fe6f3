"""Jobs put away and brought back, made anew from others, and as files that another copy of Rindle takes in."""

from __future__ import annotations

from typing import Any, Literal

from django.utils import timezone
from ninja import Schema
from pydantic import Field

from rindle_core import __version__
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import parse_json
from rindle_core.stations.carried import to_a_copy, to_a_repair
from rindle_core.stations.entries import ROOMS
from rindle_server.bundles.secret_paths import without_secrets
from rindle_server.errors import Conflict
from rindle_server.jobs import edit, journal
from rindle_server.jobs.models import Job

ShelfName = Literal["open", "archived", "template", "deleted"]
_FORM = 1


class JobFile(Schema):
    """A job as a file: what people entered, room by room. Secrets and files stay where they are."""

    rindle_job: int = Field(default=_FORM, description="Version of this form")
    version: str = Field(default=__version__, description="Of the Rindle that wrote it")
    number: str = ""
    facts: dict[str, dict[str, Any]]


def put(number: str, where: ShelfName) -> Job:
    """Puts a job on another shelf. A signed one is a record: it is archived, never taken out. Raises Conflict."""
    job = edit.find(number)
    if where in ("deleted", "template") and job.signed_off_at is not None:
        raise Conflict.one("shelf", f"Job {number} is signed off: its record is kept. It can be archived.")
    Job.objects.filter(pk=job.pk).update(shelf=where, shelved_at=None if where == "open" else timezone.now())
    return edit.find(number)


def _told(job: Job) -> dict[str, dict[str, Any]]:
    return {row.station: dict(row.data) for row in job.docs.all()}


def copy_of(number: str) -> Job:
    """A new job with kit, mount, cable and network plan of another; the work itself and its codes are not copied."""
    return _filled(to_a_copy(_told(edit.find(number))))


def repair_of(number: str, reason: str, by: str) -> Job:
    """A new job at a place that was handed over: what stands there is taken over, what is done with hands is not.

    Raises Conflict for a job that is not signed: it is mended as it is.
    """
    old = edit.find(number)
    if old.signed_off_at is None:
        raise Conflict.one("job", f"Job {number} is not handed over: what is wrong is mended in it.")
    rooms = to_a_repair(_told(old))
    brief = rooms.get("brief", {})
    rooms["brief"] = {
        **brief,
        "follows": number,
        "repair_reason": reason.strip() or (f"Opened by {by}" if by else ""),
        "service_wanted": f"Repair: {brief.get('service_wanted', '')}"[:400],
    }
    return _filled(rooms)


def file_of(job: Job) -> JobFile:
    """The job as a file."""
    rooms = without_secrets({row.station: dict(row.data) for row in job.docs.all() if row.station in ROOMS})
    rooms.get("sky", {}).pop("sky_photos", None)
    return JobFile(number=job.number, facts=rooms)


def taken_in(text: str) -> Job:
    """A new job from a file. Raises InputError that names what cannot be used; nothing is made then."""
    data = parse_json(text)
    if not isinstance(data, dict) or data.get("rindle_job") != _FORM or not isinstance(data.get("facts"), dict):
        raise InputError.one("file", f"is no job of Rindle: an object with rindle_job {_FORM} and facts is accepted")
    strange = next((room for room in data["facts"] if room not in ROOMS), None)
    if strange is not None:
        raise InputError.one("file", f"names {strange!r}, which is no station; there are {', '.join(ROOMS)}")
    return _filled({room: dict(facts) for room, facts in data["facts"].items()})


def _filled(rooms: dict[str, dict[str, Any]]) -> Job:
    job = edit.create()
    try:
        journal.patch(job, rooms)
    except Exception:
        job.delete()
        raise
    return edit.find(job.number)


__all__ = ["JobFile", "ShelfName", "copy_of", "file_of", "put", "repair_of", "taken_in"]
