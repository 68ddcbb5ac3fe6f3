"""Long work over the API: a stream of lines with its progress, then its result;

it can be stopped by its number or by going away.
"""

from __future__ import annotations

import json
import queue
import threading
import uuid
from collections.abc import Callable, Iterator
from contextvars import copy_context
from typing import Any, TypeVar

from django.http import StreamingHttpResponse

from rindle_core.kernel.errors import InputError, Stopped
from rindle_server.errors import Busy

Progress = Callable[[float], bool]
T = TypeVar("T")
_LEAST_STEP = 0.01  # progress that is worth a line
_SILENCE_S = 0.5  # a line is sent at least so often, so that a reader who went away is noticed

_MOST_AT_ONCE = 3  # each keeps a thread of the server; the rest must stay free for the screens

_RUNNING: dict[str, threading.Event] = {}


def stop(work_id: str) -> bool:
    """Asks running work to stop; whether there was any of that number."""
    event = _RUNNING.get(work_id)
    if event is not None:
        event.set()
    return event is not None


def _worker(work: Callable[[Progress], Any], asked: threading.Event, lines: queue.Queue[dict[str, Any]]) -> None:
    told = 0.0

    def progress(share: float) -> bool:
        nonlocal told
        if share - told >= _LEAST_STEP:
            told = share
            lines.put({"progress": round(share, 3)})
        return not asked.is_set()

    try:
        lines.put({"done": work(progress)})
    except Stopped as error:
        lines.put({"stopped": str(error)})
    except InputError as error:
        lines.put({"error": error.as_dict()})
    except Exception as error:  # the reader must learn that the work has ended, whatever happened
        lines.put({"error": InputError.one("work", f"failed: {error}").as_dict()})
        raise


def _finished(line: dict[str, Any], finish: Callable[[Any], dict[str, Any]]) -> dict[str, Any]:
    """The last line, its result put away. What goes wrong then is told like any other error."""
    if "done" not in line:
        return line
    try:
        return {"done": finish(line["done"])}
    except InputError as error:
        return {"error": error.as_dict()}


def stream(work: Callable[[Progress], T], finish: Callable[[T], dict[str, Any]]) -> StreamingHttpResponse:
    """Runs the work in a thread of its own, which must not touch the database; `finish` puts its result away in the
    request's own thread.

    Lines of JSON: `{"id"}`, `{"progress"}`, and one of `{"done"}`, `{"stopped"}`, `{"error"}` at the end.
    """
    if len(_RUNNING) >= _MOST_AT_ONCE:
        raise Busy.one(
            "work", f"{_MOST_AT_ONCE} long calculations are under way. Wait for one, or stop it, then try again."
        )
    asking = copy_context()  # the person and tab that asked, for whoever puts the result away
    work_id, asked, lines = uuid.uuid4().hex, threading.Event(), queue.Queue[dict[str, Any]]()
    _RUNNING[work_id] = asked

    def body() -> Iterator[bytes]:
        try:
            yield json.dumps({"id": work_id}).encode() + b"\n"
            threading.Thread(target=_worker, args=(work, asked, lines), daemon=True).start()
            while True:
                try:
                    line = lines.get(timeout=_SILENCE_S)
                except queue.Empty:
                    line = {}
                line = asking.run(_finished, line, finish)
                yield json.dumps(line, ensure_ascii=False).encode() + b"\n"
                if line.keys() & {"done", "stopped", "error"}:
                    return
        finally:
            asked.set()
            _RUNNING.pop(work_id, None)

    return StreamingHttpResponse(body(), content_type="application/x-ndjson")


__all__ = ["Progress", "stop", "stream"]
