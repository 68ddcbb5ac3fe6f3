"""A job on its way to a screen: written once, and without the parts that the asking screen already has."""

from __future__ import annotations

import hashlib

from django.http import HttpRequest, HttpResponse
from pydantic_core import to_json

from rindle_core.kernel.units import System
from rindle_server.drawings import Look
from rindle_server.jobs.api_models import DrawingOut, JobOut, drawings_of, job_out
from rindle_server.jobs.models import Job

_HAS = "X-Rindle-Has"
_SHOWS, _DRAWN, _UNITS, _NARROW = "X-Rindle-Shows", "X-Rindle-Drawn", "X-Rindle-Units", "X-Rindle-Narrow"
_SPARING = ("stations", "kit_list", "build", "radio_stages", "mount_kind")  # most of what is in them is often not there
_SMALL = 300  # bytes: what is no longer than that is sent in any case


def _mark(content: bytes) -> str:
    return hashlib.blake2b(content, digest_size=5).hexdigest()


def _drawn(request: HttpRequest, job: Job) -> list[DrawingOut] | None:
    """The drawings that the screen shows, so that it need not ask once more; None where it names none."""
    shown = request.headers.get(_SHOWS, "")
    if not shown:
        return None
    units: System = "imperial" if request.headers.get(_UNITS) == "imperial" else "metric"
    look = Look(units, narrow=bool(request.headers.get(_NARROW)))
    return drawings_of(job, shown.split(","), look, set(request.headers.get(_DRAWN, "").split(",")))


def sent(request: HttpRequest, job: Job) -> HttpResponse:
    """The job as JSON. Rooms of facts and results whose marks the request names are left out of `facts` and
    `assessment`; `marks` tells all of them, so that the screen knows which of its own still hold.
    """
    out = job_out(job)
    out.drawings = _drawn(request, job)
    # A fact that nobody entered needs no word, nor the figure of a finding that has none; of a result every field is
    # told, as its schema says.
    has = set(request.headers.get(_HAS, "").split(","))
    marks: dict[str, str] = {}

    def parts(prefix: str, model: object, *, sparing: bool) -> bytes:
        written = []
        for name in type(model).model_fields:  # type: ignore[attr-defined]  # a model
            content = to_json(getattr(model, name), exclude_none=sparing or name in _SPARING)
            if len(content) > _SMALL:
                mark = marks[f"{prefix}.{name}"] = _mark(content)
                if mark in has:
                    continue
            written.append(b'"%s":%s' % (name.encode(), content))
        return b"{%s}" % b",".join(written)

    plain = [
        b'"%s":%s' % (name.encode(), to_json(getattr(out, name)))
        for name in JobOut.model_fields
        if name not in ("facts", "assessment", "marks")
    ]
    facts, assessment = parts("facts", out.facts, sparing=True), parts("assessment", out.assessment, sparing=False)
    body = [*plain, b'"facts":%s' % facts, b'"assessment":%s' % assessment, b'"marks":%s' % to_json(marks)]
    return HttpResponse(b"{%s}" % b",".join(body), content_type="application/json; charset=utf-8")


__all__ = ["sent"]
