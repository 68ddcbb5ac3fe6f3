"""Bundles over the API: jobs out, a look at one that comes in, and taking it in."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, StreamingHttpResponse
from django.utils.http import content_disposition_header
from ninja import File, Form, Query, Router, Schema
from ninja.files import UploadedFile
from pydantic import TypeAdapter, ValidationError

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import parse_json
from rindle_core.stations.change_words import fact_words
from rindle_server.bundles.merge import Choice, Look, State, look_at, take
from rindle_server.bundles.read import MOST_BYTES, opened
from rindle_server.bundles.write import bundle_pieces
from rindle_server.files import bytes_of
from rindle_server.jobs import edit

router = Router(tags=["bundles"])
_MOST = 200
_CHOICES = TypeAdapter(dict[str, dict[str, Choice]])


class Wanted(Schema):
    """Which jobs, and with what."""

    numbers: str
    secrets: bool = False
    nameless: bool = False


@router.get("")
def write_bundle(request: HttpRequest, given: Annotated[Wanted, Query()]) -> StreamingHttpResponse:
    """The jobs (numbers with commas) as one open file: facts, journal, documents, drawings, reports, checksums."""
    numbers = [one.strip() for one in given.numbers.split(",") if one.strip()]
    if not 1 <= len(numbers) <= _MOST:
        raise InputError.one("numbers", f"names {len(numbers)} jobs; 1 to {_MOST} are accepted")
    packed = bundle_pieces([edit.find(one) for one in numbers], secrets=given.secrets, nameless=given.nameless)
    name = (
        f"rindle-{numbers[0] if len(numbers) == 1 else f'{len(numbers)}-jobs'}{'-nameless' if given.nameless else ''}"
    )
    answer = StreamingHttpResponse(packed, content_type="application/zip")
    answer["Content-Disposition"] = content_disposition_header(True, f"{name}.zip") or "attachment"
    return answer


class ClashOut(Schema):
    """Something that both copies changed: what stands here, and what comes."""

    path: str
    label: str
    here: Any
    there: Any


class LookOut(Schema):
    """What would be done with a job of the bundle."""

    uid: str
    number: str
    state: State
    why: str
    customer: str
    news: list[str]
    clashes: list[ClashOut]


def _told(look: Look) -> LookOut:
    return LookOut(
        uid=look.job.uid,
        number=look.number,
        state=look.state,
        why=look.why,
        customer=str(look.job.facts.get("brief", {}).get("customer", "")),
        news=list(dict.fromkeys(fact_words(one) for one in look.news)),
        clashes=[
            ClashOut(path=one.path, label=fact_words(one.path), here=one.here, there=one.there) for one in look.clashes
        ],
    )


@router.post("/look", response=list[LookOut])
def look(request: HttpRequest, file: File[UploadedFile]) -> list[LookOut]:
    """What taking a bundle in would do. Nothing is changed."""
    return [_told(look_at(one)) for one in opened(bytes_of(file, MOST_BYTES)).jobs]


@router.post("/take", response=list[LookOut])
def take_in(request: HttpRequest, file: File[UploadedFile], choices: Annotated[str, Form()] = "{}") -> list[LookOut]:
    """Takes a bundle in; `choices` is JSON: by uid and path `here` or `there`."""
    try:
        chosen = _CHOICES.validate_python(parse_json(choices))
    except ValidationError as error:
        raise InputError.one("choices", 'is no object such as {"uid": {"path": "here"}}') from error
    return [_told(one) for one in take(opened(bytes_of(file, MOST_BYTES)), chosen)]


__all__ = ["router"]
