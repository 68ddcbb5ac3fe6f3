"""The document locker: files kept under their checksum in the data folder."""

from __future__ import annotations

import hashlib
from pathlib import Path

from django.conf import settings
from django.utils import timezone
from pydantic import Field

from rindle_core.documents import DocumentKind, satellite_named
from rindle_core.model import Model
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.edit import known, whole
from rindle_server.jobs.models import Document, Job
from rindle_server.stores.models import catalogue

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


def _path(sha256: str) -> Path:
    return Path(settings.HOME) / "documents" / sha256


def keep(job: Job, name: str, content: bytes, by: str) -> Document:
    """Keeps a file; the same content is kept once."""
    sha256 = hashlib.sha256(content).hexdigest()
    path = _path(sha256)
    if not path.exists():
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(content)
    named = satellite_named(name, content, catalogue().satellites)
    kind = _KINDS.get(Path(name).suffix.casefold(), "other")
    return Document.objects.create(
        job=job,
        name=name[:200],
        sha256=sha256,
        size_bytes=len(content),
        by=by,
        position=job.documents.count(),
        kind=kind,
        satellite_code=named,
    )


def read(job: Job, document_id: int) -> tuple[Document, bytes]:
    """The file, checked against its checksum. Raises NotThere or Conflict."""
    row = job.documents.filter(pk=document_id).first()
    if row is None or not _path(row.sha256).exists():
        raise NotThere.one("document", "This file is not in the data folder.")
    content = _path(row.sha256).read_bytes()
    if hashlib.sha256(content).hexdigest() != row.sha256:
        raise Conflict.one(
            "document", f"{row.name} has changed on disk since it was kept: its checksum differs. Load it again from its source."
        )
    return row, content


class DocumentPatch(Model):
    """What may be changed of a kept file."""

    kind: DocumentKind | None = None
    satellite_code: str | None = None
    version: str | None = Field(default=None, max_length=60)
    loaded: bool | None = Field(default=None, description="Whether it has been loaded into the modem; the time is kept")


@whole
def patch_document(job: Job, document_id: int, change: DocumentPatch) -> None:
    """Says what a file is. Raises NotThere."""
    row = job.documents.filter(pk=document_id).first()
    if row is None:
        raise NotThere.one("document", "This file is not in the job.")
    given = change.model_dump(exclude_unset=True, exclude_none=True)
    if "loaded" in given:
        row.loaded_at = timezone.now() if given.pop("loaded") else None
    for name, value in given.items():
        setattr(row, name, known("satellite", value, name) if name == "satellite_code" else value)
    row.save()
    job.save()
