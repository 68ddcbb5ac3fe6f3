"""The firm's own manuals: PDF files kept by their checksum, and the pages at which the steps open."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja import File, Router, Schema
from ninja.files import UploadedFile

from rindle_core.catalogue.manuals import Bookmark
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_server import contents
from rindle_server.errors import NotThere
from rindle_server.files import bytes_of
from rindle_server.stores.models import Manual

router = Router(tags=["manuals"])
_MOST = 200


class ManualOut(Schema):
    """A manual with its bookmarks."""

    id: int
    name: str
    size_bytes: int
    bookmarks: list[Bookmark]


class Bookmarks(Schema):
    """All bookmarks of a manual."""

    bookmarks: list[Bookmark]


def _all() -> list[ManualOut]:
    return [
        ManualOut(
            id=row.pk,
            name=row.name,
            size_bytes=row.size_bytes,
            bookmarks=[parse(Bookmark, one) for one in row.bookmarks],
        )
        for row in Manual.objects.all()
    ]


def _find(manual_id: int) -> Manual:
    row = Manual.objects.filter(pk=manual_id).first()
    if row is None:
        raise NotThere.one("manual", "There is no such manual.")
    return row


@router.get("", response=list[ManualOut])
def read(request: HttpRequest) -> list[ManualOut]:
    """Every manual."""
    return _all()


@router.post("", response=list[ManualOut])
def add(request: HttpRequest, file: File[UploadedFile]) -> list[ManualOut]:
    """Keeps a PDF. The same file handed in again is kept once. Raises InputError for anything else."""
    content = bytes_of(file)
    if not content.startswith(b"%PDF-"):
        raise InputError.one("file", f"{file.name} is no PDF; a manual as PDF is accepted")
    with transaction.atomic():
        if Manual.objects.count() >= _MOST:
            raise InputError.one("file", f"{_MOST} manuals are kept already; take one out first")
        sha256 = contents.store(content)
        if not Manual.objects.filter(sha256=sha256).exists():
            Manual.objects.create(name=(file.name or "manual.pdf")[:200], sha256=sha256, size_bytes=len(content))
    return _all()


@router.put("/{manual_id}", response=list[ManualOut])
def mark(request: HttpRequest, manual_id: int, told: Bookmarks) -> list[ManualOut]:
    """Puts the bookmarks of a manual."""
    row = _find(manual_id)
    row.bookmarks = [one.model_dump() for one in told.bookmarks]
    row.save()
    return _all()


@router.delete("/{manual_id}", response=list[ManualOut])
def take_out(request: HttpRequest, manual_id: int) -> list[ManualOut]:
    """Takes a manual out, and its file where no job holds it."""
    row = _find(manual_id)
    row.delete()
    contents.forget_unused([row.sha256])
    return _all()


@router.get("/{manual_id}/file")
def content(request: HttpRequest, manual_id: int) -> HttpResponse:
    """The PDF, to be shown: `#page=12` behind the address opens it there."""
    row = _find(manual_id)
    answer = HttpResponse(contents.content_of(row.sha256, row.name), content_type="application/pdf")
    answer["Content-Disposition"] = content_disposition_header(False, row.name) or "inline"
    return answer
