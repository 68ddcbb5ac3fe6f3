"""Files kept by their checksum in the data folder: of the jobs' lockers, and the firm's manuals."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from pathlib import Path

from django.conf import settings

from rindle_server.errors import Conflict, NotThere
from rindle_server.files import write_whole
from rindle_server.jobs.models import Document
from rindle_server.stores.models import Manual


def _path(sha256: str) -> Path:
    return Path(settings.HOME) / "documents" / sha256


def _kept_whole(sha256: str) -> bool:
    """Whether the content lies there as its checksum says: a torn file of an interrupted try is written anew."""
    path = _path(sha256)
    return path.exists() and hashlib.sha256(path.read_bytes()).hexdigest() == sha256


def store(content: bytes) -> str:
    """Keeps a content, once. Gives its checksum."""
    sha256 = hashlib.sha256(content).hexdigest()
    if not _kept_whole(sha256):
        write_whole(_path(sha256), content)
    return sha256


def content_of(sha256: str, name: str) -> bytes:
    """The content, checked against its checksum. Raises NotThere or Conflict."""
    if not _path(sha256).exists():
        raise NotThere.one("document", "This file is not in the data folder.")
    content = _path(sha256).read_bytes()
    if hashlib.sha256(content).hexdigest() != sha256:
        raise Conflict.one(
            "document",
            f"{name} has changed on disk since it was kept: its checksum differs. Load it again from its source.",
        )
    return content


def forget_unused(sums: Iterable[str]) -> None:
    """Takes off the disk what no job and no manual holds any more."""
    asked = set(sums)
    used: set[str] = set()
    for model in (Document, Manual):
        used |= set(model._default_manager.filter(sha256__in=asked).values_list("sha256", flat=True))
    for sha256 in asked - used:
        _path(sha256).unlink(missing_ok=True)


__all__ = ["content_of", "forget_unused", "store"]
