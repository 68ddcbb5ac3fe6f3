"""The speed servers over the API: which there are, an echo, bytes to fetch and to send. The browser takes the time."""

from __future__ import annotations

import random
from collections.abc import Iterator
from functools import cache, lru_cache
from typing import Annotated, Literal

import httpx
from django.conf import settings
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from rindle_server.errors import DeviceDown, NotThere
from rindle_server.jobs import edit
from rindle_server.jobs.devices import seed_of
from rindle_server.jobs.facts import assessed

router = Router(tags=["speed"])
Source = Literal["near", "far"]
_NAMES: dict[Source, str] = {"near": "Simulated server, near", "far": "Simulated server, far"}
_TIMEOUT_S = 90.0
_MOST_BYTES = 24_000_000
_AWAY = "The simulated speed server is not there: start the demo, or enter runs that were made elsewhere."


class SpeedServer(Schema):
    """A server to measure against."""

    code: Source
    name: str
    simulated: bool = True


@cache
def _client() -> httpx.Client:
    """Its connections stay open: to open one anew would be measured as the line's echo."""
    return httpx.Client(timeout=_TIMEOUT_S, limits=httpx.Limits(max_keepalive_connections=8))


def _line(number: str, source: Source) -> dict[str, float]:
    """The line that this job's stand-in seems to have, worked out once for a state of the job."""
    job = edit.find(number)
    return _line_of(number, job.head, source)


@lru_cache(maxsize=64)
def _line_of(number: str, head: int, source: Source) -> dict[str, float]:
    """As its system is like, by the job's own seed."""
    found = assessed(edit.find(number))
    dice = random.Random(f"{seed_of(number)}{source}")  # a stand-in, no secret
    aim = found.result.aim
    least_ms = aim.least_ping_ms if aim is not None else None
    far = 1.0 if source == "near" else 1.06
    if least_ms is not None:
        down, up, echo_ms = dice.uniform(38, 56), dice.uniform(4.5, 7.5), least_ms + dice.uniform(60, 120)
    else:
        down, up, echo_ms = dice.uniform(90, 180), dice.uniform(12, 24), dice.uniform(28, 45)
    return {"down_mbps": down / far, "up_mbps": up / far, "latency_ms": echo_ms * far}


def _bench() -> str:
    if not settings.BENCH_URL:
        raise DeviceDown.one("speed", _AWAY)
    return str(settings.BENCH_URL)


@router.get("/{number}/speed", response=list[SpeedServer])
def speed_servers(request: HttpRequest, number: str) -> list[SpeedServer]:
    """The servers that can be measured against here; none where no stand-in runs."""
    edit.find(number)
    return [SpeedServer(code=code, name=name) for code, name in _NAMES.items()] if settings.BENCH_URL else []


@router.get("/{number}/speed/{source}/ping")
def speed_ping(request: HttpRequest, number: str, source: Source) -> HttpResponse:
    """An echo over the line."""
    try:
        _client().get(f"{_bench()}/speed/ping", params=_line(number, source)).raise_for_status()
    except httpx.HTTPError as error:
        raise DeviceDown.one("speed", _AWAY) from error
    return HttpResponse(b"{}", content_type="application/json", headers={"Cache-Control": "no-store"})


class Size(Schema):
    """How many bytes."""

    size_bytes: int = Field(default=2_000_000, ge=1, le=_MOST_BYTES)


@router.get("/{number}/speed/{source}/down")
def speed_down(
    request: HttpRequest, number: str, source: Source, asked: Annotated[Size, Query()]
) -> StreamingHttpResponse:
    """Bytes to fetch, as fast as the line gives them; whoever goes away stops them."""
    url, params = f"{_bench()}/speed/down", {**_line(number, source), "size_bytes": asked.size_bytes}

    def body() -> Iterator[bytes]:
        with _client().stream("GET", url, params=params) as answer:
            yield from answer.iter_raw()

    answer = StreamingHttpResponse(body(), content_type="application/octet-stream")
    answer["Content-Length"] = str(asked.size_bytes)
    answer["Cache-Control"] = "no-store"
    return answer


@router.post("/{number}/speed/{source}/up")
def speed_up(request: HttpRequest, number: str, source: Source) -> HttpResponse:
    """Bytes to send: answered once all of them are over the line."""
    if len(request.body) > _MOST_BYTES:
        raise NotThere.one("size", f"up to {_MOST_BYTES // 1_000_000} MB is accepted")
    try:
        told = _client().post(f"{_bench()}/speed/up", params=_line(number, source), content=request.body)
        told.raise_for_status()
    except httpx.HTTPError as error:
        raise DeviceDown.one("speed", _AWAY) from error
    return HttpResponse(told.content, content_type="application/json")


__all__ = ["router"]
