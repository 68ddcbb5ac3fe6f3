"""Jobs over the API. Views only translate: rules are in the core, changes in `edit`."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.http import content_disposition_header
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import AfterValidator, AwareDatetime, Field, create_model, model_validator

from rindle_core.kernel.model import Facts, Model
from rindle_core.kernel.units import System
from rindle_core.stations.brief.order_text import read_work_order
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.names import NAMES
from rindle_core.stations.peak.rows import AxisReading
from rindle_server.accounts.api import person_of
from rindle_server.drawings import Look
from rindle_server.errors import NotThere
from rindle_server.files import bytes_of, text_of
from rindle_server.jobs import copies, documents, edit, journal, orders, positions, signing, steps
from rindle_server.jobs.answers import sent
from rindle_server.jobs.api_models import DrawingOut, JobOut, drawings_of, job_out
from rindle_server.jobs.changes import ChangeOut, changes_of
from rindle_server.jobs.listing import JobPage, ListQuery, neighbours_of, page_of
from rindle_server.jobs.models import Job

router = Router(tags=["jobs"])


class SignOff(Schema):
    """Who signs."""

    name: str


class Neighbours(Schema):
    """Numbers of the jobs beside one in the list; empty at its ends."""

    before: str
    after: str


@router.get("", response=JobPage)
def list_jobs(request: HttpRequest, given: Annotated[ListQuery, Query()]) -> JobPage:
    """A page of the jobs; `find`: those that hold every word of it."""
    return page_of(given)


class Put(Schema):
    """On which shelf a job goes."""

    shelf: copies.ShelfName


@router.put("/{number}/shelf", response=JobPage)
def put_job(request: HttpRequest, number: str, given: Put) -> JobPage:
    """Archives a job, makes it a template, takes it out, or brings it back; nothing of it is lost."""
    copies.put(number, given.shelf)
    return page_of(ListQuery(find=number, show=given.shelf))


@router.post("/{number}/copy", response=JobOut)
def copy_job(request: HttpRequest, number: str) -> HttpResponse:
    """A new job with what was entered at Brief to Cable of this one."""
    return sent(request, copies.copy_of(number))


@router.get("/{number}/export.json", response=copies.JobFile)
def export_job(request: HttpRequest, number: str, response: HttpResponse) -> copies.JobFile:
    """The job as a file that another Rindle takes in. Secrets and files are not in it."""
    response["Content-Disposition"] = content_disposition_header(True, f"rindle-{number}.json") or ""
    return copies.file_of(edit.find(number))


@router.post("/import", response=JobOut)
def import_job(request: HttpRequest, file: File[UploadedFile]) -> HttpResponse:
    """A new job from such a file."""
    return sent(request, copies.taken_in(text_of(file)))


@router.get("/{number}/neighbours", response=Neighbours)
def neighbours(request: HttpRequest, number: str) -> Neighbours:
    """The jobs before and after it in the list."""
    before, after = neighbours_of(edit.find(number))
    return Neighbours(before=before, after=after)


@router.post("", response=JobOut)
def create_job(request: HttpRequest) -> HttpResponse:
    """A new, empty job."""
    return sent(request, edit.create())


@router.get("/{number}", response=JobOut)
def read_job(request: HttpRequest, number: str) -> HttpResponse:
    """One job."""
    return sent(request, edit.find(number))


class _Change(Model):
    """Facts to change. An empty text takes one out, as null does."""

    @model_validator(mode="before")
    @classmethod
    def _emptied(cls, data: Any) -> Any:
        return (
            {name: None if value == "" else value for name, value in data.items()} if isinstance(data, dict) else data
        )


def _optional(kind: type[Facts]) -> type[Model]:
    """The facts of a room with nothing needed: what is left out stays, null takes it out. Bounds are the facts' own."""
    fields: dict[str, Any] = {}
    for name, fact in kind.model_fields.items():
        rules = [one for one in fact.metadata if isinstance(one, AfterValidator)]  # of a value, not of none
        told: Any = Annotated[(fact.annotation, *rules)] if rules else fact.annotation
        bounds = [one for one in fact.metadata if one not in rules]
        bounded = Annotated[(told | None, *bounds)] if bounds else told | None
        fields[name] = (bounded, Field(default=None, description=fact.description))
    return create_model(f"{kind.__name__}Patch", __base__=_Change, __doc__=f"Changes of: {kind.__doc__}", **fields)


def _patches(room: str, kind: type[Facts]) -> None:
    """One route for the facts of a room."""

    def change_facts(request: HttpRequest, number: str, change: Model) -> HttpResponse:
        job = edit.editable(number)
        edit.enter(job, room, change.model_dump(mode="json", exclude_unset=True))
        return sent(request, job)

    change_facts.__annotations__ |= {
        "request": HttpRequest,
        "number": str,
        "change": _optional(kind),
        "return": HttpResponse,
    }
    router.patch(
        f"/{{number}}/{room}", response=JobOut, operation_id=f"patch_{room}", summary=f"Changes facts of {NAMES[room]}"
    )(change_facts)


for _room, _kind in ROOMS.items():
    _patches(_room, _kind)


Most = Annotated[int, Query(ge=1, le=500)]


@router.get("/{number}/changes", response=list[ChangeOut])
def list_changes(
    request: HttpRequest,
    number: str,
    since: Annotated[int, Query(ge=0)] = 0,
    most: Most = 100,
) -> list[ChangeOut]:
    """The newest changes after the one numbered `since`, newest first."""
    return changes_of(edit.find(number), since, most)


class HeadOut(Schema):
    """How far a job is: whoever has seen this change has seen everything."""

    head: int
    signed_off: bool


@router.get("/{number}/head", response=HeadOut)
def head(request: HttpRequest, number: str) -> HeadOut:
    """Asked every second by every open tab: one small question to the database."""
    row = Job.objects.filter(number=number).values("head", "signed_off_at").first()
    if row is None:
        raise NotThere.one("number", f"There is no job {number}.")
    return HeadOut(head=row["head"], signed_off=row["signed_off_at"] is not None)


class Reversed(Schema):
    """What was taken or brought back, in words (empty: there was nothing), and the job."""

    words: str
    job: JobOut


@router.post("/{number}/undo", response=Reversed)
def undo(request: HttpRequest, number: str) -> Reversed:
    """Takes back what the signed-in person did last in this job, on whichever device, and nothing else."""
    job = edit.editable(number)
    return Reversed(words=journal.undo(job), job=job_out(job))


@router.post("/{number}/redo", response=Reversed)
def redo(request: HttpRequest, number: str) -> Reversed:
    """Brings back what the signed-in person took back last."""
    job = edit.editable(number)
    return Reversed(words=journal.redo(job), job=job_out(job))


class StateSeen(Schema):
    """A state that somebody saw the terminal reach, and when; now where that is left out."""

    code: str
    at: AwareDatetime | None = None


@router.post("/{number}/states", response=JobOut)
def enter_state(request: HttpRequest, number: str, seen: StateSeen) -> HttpResponse:
    """A state on the way online, entered by hand."""
    job = edit.editable(number)
    edit.enter_state(job, seen.code, seen.at or timezone.now())
    return sent(request, job)


@router.post("/{number}/states/look", response=JobOut)
def look_at_states(request: HttpRequest, number: str) -> HttpResponse:
    """By hand: how long the state that it is in has lasted by now."""
    job = edit.editable(number)
    edit.look_at_states(job)
    return sent(request, job)


@router.delete("/{number}/states", response=JobOut)
def forget_states(request: HttpRequest, number: str) -> HttpResponse:
    """The terminal was switched off: its states begin anew."""
    job = edit.editable(number)
    edit.forget_states(job)
    return sent(request, job)


@router.post("/{number}/positions/{letter}/as-place", response=JobOut)
def position_as_place(request: HttpRequest, number: str, letter: str) -> HttpResponse:
    """Makes a candidate the job's place; all that was measured from the old place stays where it is on the ground."""
    job = edit.editable(number)
    positions.take_as_place(job, letter)
    return sent(request, job)


@router.post("/{number}/positions/{letter}/worked", response=JobOut)
def position_worked(request: HttpRequest, number: str, letter: str) -> HttpResponse:
    """What the instruments show now is kept with a position: the next time there it is set by that."""
    job = edit.editable(number)
    positions.keep_worked(job, letter)
    return sent(request, job)


@router.post("/{number}/documents", response=JobOut)
def add_document(request: HttpRequest, number: str, file: File[UploadedFile], about: str = "") -> HttpResponse:
    """Keeps a file with the job; `about` says what a picture shows, as `step:lift`."""
    job = edit.editable(number)
    documents.keep(job, file.name or "file", bytes_of(file), person_of(request).name, about[:60])
    return sent(request, job)


@router.get("/{number}/documents/{document_id}")
def read_document(request: HttpRequest, number: str, document_id: int) -> HttpResponse:
    """The file itself; refused where its content no longer has its checksum."""
    row, content = documents.read(edit.find(number), document_id)
    answer = HttpResponse(content, content_type="application/octet-stream")
    answer["Content-Disposition"] = content_disposition_header(True, row.name) or "attachment"
    return answer


@router.patch("/{number}/documents/{document_id}", response=JobOut)
def patch_document(
    request: HttpRequest, number: str, document_id: int, change: documents.DocumentPatch
) -> HttpResponse:
    """Says what a file is, for which satellite, and whether the modem has it."""
    job = edit.editable(number)
    documents.patch_document(job, document_id, change)
    return sent(request, job)


@router.delete("/{number}/documents/{document_id}", response=JobOut)
def delete_document(request: HttpRequest, number: str, document_id: int) -> HttpResponse:
    """Takes a file out of the job."""
    job = edit.editable(number)
    documents.take_out(job, document_id)
    return sent(request, job)


@router.post("/{number}/work-order", response=JobOut)
def import_work_order(request: HttpRequest, number: str, file: File[UploadedFile]) -> HttpResponse:
    """Reads a work order (JSON or CSV) into the job."""
    job = edit.editable(number)
    orders.take_order(job, read_work_order(text_of(file)), (file.name or "")[:120])
    return sent(request, job)


@router.post("/{number}/readings", response=JobOut)
def add_reading(request: HttpRequest, number: str, entry: AxisReading) -> HttpResponse:
    """A peaking reading taken by hand."""
    job = edit.editable(number)
    edit.add_reading(job, entry.model_dump())
    return sent(request, job)


@router.delete("/{number}/lock", response=JobOut)
def take_lock_back(request: HttpRequest, number: str) -> HttpResponse:
    """The nuts were loosened again: the proof of the lock is taken away, and it is counted."""
    job = edit.editable(number)
    edit.take_lock_back(job)
    return sent(request, job)


@router.delete("/{number}/readings/{reading_id}", response=JobOut)
def delete_reading(request: HttpRequest, number: str, reading_id: str) -> HttpResponse:
    """Takes a reading back."""
    job = edit.editable(number)
    edit.remove_reading(job, reading_id)
    return sent(request, job)


@router.post("/{number}/steps/{code}", response=JobOut)
def mark_step(request: HttpRequest, number: str, code: str, at: dt.datetime | None = None) -> HttpResponse:
    """Marks a build step done by the signed-in person, now or when a device says that it was marked without a way
    here.
    """
    job = edit.editable(number)
    steps.mark_step(job, code, person_of(request).name, steps.moment_of(at))
    return sent(request, job)


@router.delete("/{number}/steps/{code}", response=JobOut)
def unmark_step(request: HttpRequest, number: str, code: str) -> HttpResponse:
    """Takes a mark back."""
    job = edit.editable(number)
    steps.unmark_step(job, code)
    return sent(request, job)


@router.post("/{number}/sign-off", response=JobOut)
def sign_off(request: HttpRequest, number: str, given: SignOff) -> HttpResponse:
    """Freezes the job."""
    job = edit.editable(number)
    signing.sign_off(job, given.name, account=person_of(request).username)
    return sent(request, job)


@router.post("/{number}/tasks/{row_id}/still-soft", response=JobOut)
def give_longer(request: HttpRequest, number: str, row_id: str) -> HttpResponse:
    """What was finished has not set yet: an hour more, and what comes after it moves."""
    job = edit.editable(number)
    edit.give_longer(job, row_id)
    return sent(request, job)


@router.post("/{number}/usual-tasks", response=JobOut)
def take_usual_tasks(request: HttpRequest, number: str) -> HttpResponse:
    """The house's usual tasks of such a job, in place of those of the visit."""
    job = edit.editable(number)
    edit.take_usual_tasks(job)
    return sent(request, job)


@router.get("/{number}/drawings", response=list[DrawingOut])
def drawings(
    request: HttpRequest, number: str, units: System = "metric", has: str = "", groups: str = "", narrow: bool = False
) -> list[DrawingOut]:
    """The station drawings, labelled in the units asked for, made for a `narrow` screen where that is said; `has`:
    marks of those that the screen holds already; `groups`: those that it shows, all of them where none is named.
    """
    asked = groups.split(",") if groups else None
    return drawings_of(edit.find(number), asked, Look(units, narrow), set(has.split(",")))
