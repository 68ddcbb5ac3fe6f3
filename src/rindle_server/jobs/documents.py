"""The document locker: files kept under their checksum in the data folder."""

from __future__ import annotations

from pathlib import Path

from django.utils import timezone
from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.brief.documents import DocumentKind, satellite_named
from rindle_server import contents
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.edit import known, void
from rindle_server.jobs.journal import Draft, Write, whole
from rindle_server.jobs.models import Document, Job
from rindle_server.stores.shelf import catalogue

# What a file most likely is, by its ending; a person may say otherwise.
_KINDS = {
    ".cfg": "configuration",
    ".conf": "configuration",
    ".ini": "configuration",
    ".xml": "configuration",
    ".sbc": "configuration",
    ".jpg": "photo",
    ".jpeg": "photo",
    ".png": "photo",
}


def keep(job: Job, name: str, content: bytes, by: str, about: str = "") -> Document:
    """Keeps a file; the same content is kept once. Raises Conflict where the job was signed meanwhile."""
    sha256 = contents.store(content)
    row = Document(
        job=job,
        name=name[:200],
        sha256=sha256,
        size_bytes=len(content),
        by=by,
        kind=_KINDS.get(Path(name).suffix.casefold(), "other"),
        satellite_code=satellite_named(name, content, catalogue().satellites),
        about=about,
    )
    try:
        _add(job, row)
    except Conflict:
        contents.forget_unused([sha256])
        raise
    return row


@whole
def _add(draft: Draft, row: Document) -> Write:
    row.position = draft.job.documents.count()
    return row.save


@whole
def remove(draft: Draft, document_id: int) -> Write:
    """Takes a file out of the job."""
    return lambda: void(draft.job.documents.filter(pk=document_id).delete())


def take_out(job: Job, document_id: int) -> None:
    """Takes a file out of the job, and off the disk where no job has it any more."""
    sums = list(job.documents.filter(pk=document_id).values_list("sha256", flat=True))
    remove(job, document_id)
    contents.forget_unused(sums)


def read(job: Job, document_id: int) -> tuple[Document, bytes]:
    """The file, checked against its checksum. Raises NotThere or Conflict."""
    row = job.documents.filter(pk=document_id).first()
    if row is None:
        raise NotThere.one("document", "This file is not in the data folder.")
    return row, contents.content_of(row.sha256, row.name)


class DocumentPatch(Model):
    """What may be changed of a kept file."""

    kind: DocumentKind | None = None
    satellite_code: str | None = None
    version: str | None = Field(default=None, max_length=60)
    about: str | None = Field(default=None, max_length=60, description="What a picture shows: step:lift")
    loaded: bool | None = Field(default=None, description="Whether it has been loaded into the modem; the time is kept")


@whole
def patch_document(draft: Draft, document_id: int, change: DocumentPatch) -> Write:
    """Says what a file is. Raises NotThere."""
    row = draft.job.documents.filter(pk=document_id).first()
    if row is None:
        raise NotThere.one("document", "This file is not in the job.")
    given = change.model_dump(exclude_unset=True, exclude_none=True)
    if "loaded" in given:
        row.loaded_at = timezone.now() if given.pop("loaded") else None
    for name, value in given.items():
        setattr(row, name, known("satellite", value, name) if name == "satellite_code" else value)
    return row.save
