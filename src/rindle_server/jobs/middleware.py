"""Who asks for a change, from which tab, and which change that tab has seen: told to the journal."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from rindle_server.jobs.journal import Actor, acting

_TAB, _SEEN = "X-Rindle-Tab", "X-Rindle-Seen"
_LONGEST = 40


class ActorMiddleware:
    """Everything that a request changes is done by its signed-in person."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answers the request."""
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        seen = request.headers.get(_SEEN, "")
        by = request.user.get_username() if request.user.is_authenticated else ""
        actor = Actor(by, request.headers.get(_TAB, "")[:_LONGEST], int(seen) if seen.isdecimal() else None)
        with acting(actor):
            return self.get_response(request)
