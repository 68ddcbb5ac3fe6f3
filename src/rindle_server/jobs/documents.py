"""The document locker: files kept under their checksum in the data folder."""

from __future__ import annotations

import hashlib
from pathlib import Path

from django.conf import settings

from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.models import Document, Job


def _path(sha256: str) -> Path:
    return Path(settings.HOME) / "documents" / sha256


def keep(job: Job, name: str, content: bytes, by: str) -> Document:
    """Keeps a file; the same content is kept once."""
    sha256 = hashlib.sha256(content).hexdigest()
    path = _path(sha256)
    if not path.exists():
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(content)
    return Document.objects.create(job=job, name=name[:200], sha256=sha256, size_bytes=len(content), by=by, position=job.documents.count())


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
