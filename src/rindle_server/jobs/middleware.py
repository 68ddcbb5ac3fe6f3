"""Who asks for a change, from which tab, on which day there, and what that tab has seen: told to the journal."""

from __future__ import annotations

import contextlib
import datetime as dt
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from rindle_server.jobs.journal import Actor, acting

_TAB, _SEEN, _DAY = "X-Rindle-Tab", "X-Rindle-Seen", "X-Rindle-Day"
_LONGEST, _DIGITS = 40, 15


def _day(told: str) -> dt.date | None:
    """What day it is where somebody asks; None where that is not told, or is no day that it is anywhere now."""
    with contextlib.suppress(ValueError):
        day = dt.date.fromisoformat(told)
        return day if abs((day - dt.datetime.now(dt.UTC).date()).days) <= 1 else None
    return None


class ActorMiddleware:
    """Everything that a request changes is done by its signed-in person."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answers the request."""
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        told = request.headers.get
        seen = told(_SEEN, "")
        by = request.user.get_username() if request.user.is_authenticated else ""
        base = int(seen) if seen.isdecimal() and len(seen) <= _DIGITS else None
        actor = Actor(by, told(_TAB, "")[:_LONGEST], base, _day(told(_DAY, "")))
        with acting(actor):
            return self.get_response(request)
