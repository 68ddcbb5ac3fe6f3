"""Jobs over the API. Views only translate: rules are in the core, changes in `edit`."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.http import content_disposition_header
from ninja import File, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import AwareDatetime

from rindle_core.job import JobAssessment
from rindle_core.kernel.units import System
from rindle_core.stations.aim.facts import AimFacts
from rindle_core.stations.brief.brief import Delivery, read_work_order
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.places import PlaceForms, place_forms
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.build.facts import BuildFacts
from rindle_core.stations.cable.cable import CablePiece
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.entries import Picks
from rindle_core.stations.handover.acceptance import ServiceRun
from rindle_core.stations.handover.facts import HandOverFacts
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.peak.facts import AxisReading, PeakFacts
from rindle_core.stations.sky.facts import SkyFacts
from rindle_server.accounts.api import person_of
from rindle_server.drawings import job_drawings
from rindle_server.files import bytes_of, text_of
from rindle_server.jobs import documents, edit, orders, positions, signing, steps
from rindle_server.jobs.facts import assessed, coordinates_of, store_troubles
from rindle_server.jobs.listing import JobPage, neighbours_of, page_of
from rindle_server.jobs.models import Job, Position
from rindle_server.jobs.records import RecordState, record_state

router = Router(tags=["jobs"])


class ReadingOut(Schema):
    """A peaking reading with its row number, so that it can be taken back."""

    id: int
    axis: str
    pass_number: int
    turns: float
    level_db: float
    turning: str


class DocumentOut(Schema):
    """A file of the job with its checksum."""

    id: int
    name: str
    kind: str
    satellite_code: str
    version: str
    loaded_at: dt.datetime | None
    sha256: str
    size_bytes: int
    at: dt.datetime
    by: str


class PositionOut(positions.Candidate):
    """A candidate position with where it lies, once the job's place is known."""

    latitude_deg: float | None
    longitude_deg: float | None


class FactsOut(Schema):
    """What people entered, room by room, and what they picked from the stores."""

    brief: BriefFacts
    aim: AimFacts
    sky: SkyFacts
    mount: MountFacts
    cable: CableFacts
    build: BuildFacts
    peak: PeakFacts
    bringup: BringUpFacts
    handover: HandOverFacts
    picks: Picks


class JobOut(Schema):
    """A job whole: what was entered, and what it comes to."""

    number: str
    updated_at: dt.datetime
    place_text: str
    place_understood: str
    place_forms: PlaceForms | None
    other_place_text: str
    compass_code: str
    clinometer_code: str
    positions: list[PositionOut]
    documents: list[DocumentOut]
    terminal_code: str
    satellite_code: str
    constellation_code: str
    facts: FactsOut
    readings: list[ReadingOut]
    assessment: JobAssessment
    version: str
    signed_off_at: dt.datetime | None
    signed_off_by: str
    record_sha256: str
    record_state: RecordState
    taken_out_count: int
    store_troubles: list[str]


class FrameOut(Schema):
    """How a strip's drawing units turn into angles."""

    left_azimuth_deg: float
    top_elevation_deg: float
    left_px: float
    top_px: float
    px_per_deg: float
    width_px: float
    height_px: float


class DrawingRow(Schema):
    """A row of a drawing's text twin."""

    what: str
    value: str


class DrawingOut(Schema):
    """A drawing with its text twin."""

    name: str
    title: str
    svg: str
    rows: list[DrawingRow]
    frame: FrameOut | None


class SignOff(Schema):
    """Who signs."""

    name: str


def _position(job: Job, row: Position) -> PositionOut:
    at = coordinates_of(job, row)
    told = {name: getattr(row, name) for name in positions.Candidate.model_fields}
    return PositionOut(**told, latitude_deg=at[0] if at else None, longitude_deg=at[1] if at else None)


def _forms(job: Job) -> PlaceForms | None:
    return (
        None
        if job.latitude_deg is None or job.longitude_deg is None
        else place_forms(job.latitude_deg, job.longitude_deg)
    )


def job_out(job: Job) -> JobOut:
    """The job as the API sends it."""
    found = assessed(job)
    return JobOut(
        number=job.number,
        updated_at=job.updated_at,
        place_text=job.place_text,
        place_understood=edit.understood(job.place_text),
        place_forms=_forms(job),
        other_place_text=job.other_place_text,
        compass_code=job.compass_code,
        clinometer_code=job.clinometer_code,
        documents=[DocumentOut.from_orm(row) for row in job.documents.all()],
        positions=[_position(job, row) for row in job.positions.all()],
        terminal_code=job.terminal_code,
        satellite_code=job.satellite_code,
        constellation_code=job.constellation_code,
        facts=FactsOut.from_orm(found.facts),
        readings=[ReadingOut.from_orm(row) for row in job.readings.all()],
        assessment=found.result,
        version=found.version,
        signed_off_at=job.signed_off_at,
        signed_off_by=job.signed_off_by,
        record_sha256=job.record_sha256,
        record_state=record_state(job),
        taken_out_count=len(job.trials_taken_out),
        store_troubles=store_troubles(job) if job.record is None else [],
    )


class Neighbours(Schema):
    """Numbers of the jobs beside one in the list; empty at its ends."""

    before: str
    after: str


@router.get("", response=JobPage)
def list_jobs(request: HttpRequest, find: str = "", page: Annotated[int, Query(ge=1, le=1_000_000)] = 1) -> JobPage:
    """A page of the jobs, newest first; `find`: those that hold every word of it."""
    return page_of(find[:200], page)


@router.get("/{number}/neighbours", response=Neighbours)
def neighbours(request: HttpRequest, number: str) -> Neighbours:
    """The jobs before and after it in the list."""
    before, after = neighbours_of(edit.find(number))
    return Neighbours(before=before, after=after)


@router.post("", response=JobOut)
def create_job(request: HttpRequest) -> JobOut:
    """A new, empty job."""
    return job_out(edit.create())


@router.get("/{number}", response=JobOut)
def read_job(request: HttpRequest, number: str) -> JobOut:
    """One job."""
    return job_out(edit.find(number))


@router.patch("/{number}", response=JobOut)
def patch_job(request: HttpRequest, number: str, change: edit.JobPatch) -> JobOut:
    """Changes fields of a job."""
    job = edit.editable(number)
    edit.patch(job, change)
    return job_out(job)


@router.put("/{number}/cable-pieces", response=JobOut)
def put_cable_pieces(request: HttpRequest, number: str, entries: list[CablePiece]) -> JobOut:
    """The cable's route, whole."""
    job = edit.editable(number)
    edit.replace(job, "cable_pieces", [entry.model_dump() for entry in entries])
    return job_out(job)


@router.put("/{number}/runs", response=JobOut)
def put_runs(request: HttpRequest, number: str, entries: list[ServiceRun]) -> JobOut:
    """The service runs before and after, whole."""
    job = edit.editable(number)
    edit.replace(job, "runs", [entry.model_dump() for entry in entries])
    return job_out(job)


@router.put("/{number}/deliveries", response=JobOut)
def put_deliveries(request: HttpRequest, number: str, entries: list[Delivery]) -> JobOut:
    """What is on order, whole."""
    job = edit.editable(number)
    edit.replace(job, "deliveries", [entry.model_dump() for entry in entries])
    return job_out(job)


@router.put("/{number}/lists/{name}", response=JobOut)
def put_list(request: HttpRequest, number: str, name: edit.ListName, entries: list[dict[str, Any]]) -> JobOut:
    """One of the small lists, whole: settings sheet, extra cables, costs, tasks of the visit."""
    job = edit.editable(number)
    edit.put_list(job, name, entries)
    return job_out(job)


@router.put("/{number}/positions", response=JobOut)
def put_positions(request: HttpRequest, number: str, entries: list[positions.Candidate]) -> JobOut:
    """The candidate positions, whole."""
    job = edit.editable(number)
    positions.put_positions(job, entries)
    return job_out(job)


class StateSeen(Schema):
    """A state that somebody saw the terminal reach, and when; now where that is left out."""

    code: str
    at: AwareDatetime | None = None


@router.post("/{number}/states", response=JobOut)
def enter_state(request: HttpRequest, number: str, seen: StateSeen) -> JobOut:
    """A state on the way online, entered by hand."""
    job = edit.editable(number)
    edit.enter_state(job, seen.code, seen.at or timezone.now())
    return job_out(job)


@router.delete("/{number}/states", response=JobOut)
def forget_states(request: HttpRequest, number: str) -> JobOut:
    """The terminal was switched off: its states begin anew."""
    job = edit.editable(number)
    edit.forget_states(job)
    return job_out(job)


@router.post("/{number}/positions/{letter}/as-place", response=JobOut)
def position_as_place(request: HttpRequest, number: str, letter: str) -> JobOut:
    """Makes a candidate the job's place; all that was measured from the old place stays where it is on the ground."""
    job = edit.editable(number)
    positions.take_as_place(job, letter)
    return job_out(job)


@router.post("/{number}/documents", response=JobOut)
def add_document(request: HttpRequest, number: str, file: File[UploadedFile]) -> JobOut:
    """Keeps a file with the job."""
    job = edit.editable(number)
    documents.keep(job, file.name or "file", bytes_of(file), person_of(request).name)
    return job_out(job)


@router.get("/{number}/documents/{document_id}")
def read_document(request: HttpRequest, number: str, document_id: int) -> HttpResponse:
    """The file itself; refused where its content no longer has its checksum."""
    row, content = documents.read(edit.find(number), document_id)
    answer = HttpResponse(content, content_type="application/octet-stream")
    answer["Content-Disposition"] = content_disposition_header(True, row.name) or "attachment"
    return answer


@router.patch("/{number}/documents/{document_id}", response=JobOut)
def patch_document(request: HttpRequest, number: str, document_id: int, change: documents.DocumentPatch) -> JobOut:
    """Says what a file is, for which satellite, and whether the modem has it."""
    job = edit.editable(number)
    documents.patch_document(job, document_id, change)
    return job_out(job)


@router.delete("/{number}/documents/{document_id}", response=JobOut)
def delete_document(request: HttpRequest, number: str, document_id: int) -> JobOut:
    """Takes a file out of the job."""
    job = edit.editable(number)
    documents.take_out(job, document_id)
    return job_out(job)


@router.post("/{number}/work-order", response=JobOut)
def import_work_order(request: HttpRequest, number: str, file: File[UploadedFile]) -> JobOut:
    """Reads a work order (JSON or CSV) into the job."""
    job = edit.editable(number)
    orders.take_order(job, read_work_order(text_of(file)))
    return job_out(job)


@router.post("/{number}/readings", response=JobOut)
def add_reading(request: HttpRequest, number: str, entry: AxisReading) -> JobOut:
    """A peaking reading taken by hand."""
    job = edit.editable(number)
    edit.add_reading(job, entry.model_dump())
    return job_out(job)


@router.delete("/{number}/readings/{reading_id}", response=JobOut)
def delete_reading(request: HttpRequest, number: str, reading_id: int) -> JobOut:
    """Takes a reading back."""
    job = edit.editable(number)
    edit.remove_reading(job, reading_id)
    return job_out(job)


@router.post("/{number}/steps/{code}", response=JobOut)
def mark_step(request: HttpRequest, number: str, code: str) -> JobOut:
    """Marks a build step done by the signed-in person."""
    job = edit.editable(number)
    steps.mark_step(job, code, person_of(request).name)
    return job_out(job)


@router.delete("/{number}/steps/{code}", response=JobOut)
def unmark_step(request: HttpRequest, number: str, code: str) -> JobOut:
    """Takes a mark back."""
    job = edit.editable(number)
    steps.unmark_step(job, code)
    return job_out(job)


@router.post("/{number}/sign-off", response=JobOut)
def sign_off(request: HttpRequest, number: str, given: SignOff) -> JobOut:
    """Freezes the job."""
    job = edit.editable(number)
    signing.sign_off(job, given.name, account=person_of(request).username)
    return job_out(job)


@router.get("/{number}/drawings", response=list[DrawingOut])
def drawings(request: HttpRequest, number: str, units: System = "metric") -> list[DrawingOut]:
    """The station drawings, labelled in the units asked for."""
    found = assessed(edit.find(number))
    return [
        DrawingOut(
            name=one.name,
            title=one.title,
            svg=one.svg,
            rows=[DrawingRow(what=what, value=value) for what, value in one.rows],
            frame=FrameOut.from_orm(one.frame) if one.frame else None,
        )
        for one in job_drawings(found.facts, found.result, units)
    ]
