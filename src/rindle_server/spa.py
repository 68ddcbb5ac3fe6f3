"""The page that holds the front end, and the rule that it asks no outside host for anything."""

from __future__ import annotations

import base64
from collections.abc import Callable
from functools import cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie

FONT = "atkinson-hyperlegible-next-latin-wght-normal.woff2"
_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; "
    "frame-ancestors 'self'"
)


class ContentSecurityPolicy:
    """Adds the policy to every answer: the browser itself then refuses outside hosts."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answers, with the policy in the header."""
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        return response


@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:
    """The built page for every path that is not the API's; the front end shows its own not-found page.

    A file of another version's page is not here: a page in its stead would be taken, and kept, as that file.
    """
    if request.path.startswith("/assets/"):
        missing = HttpResponse("This file is of another version of the page.", status=404, content_type="text/plain")
        missing.headers["Cache-Control"] = "no-store"
        return missing
    index = settings.WEB_DIST / "index.html"
    if not index.exists():
        return HttpResponse(
            "The front end is not built: run ./rindle demo or ./rindle serve.", status=503, content_type="text/plain"
        )
    response = HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8")
    response.headers["Cache-Control"] = "no-cache"
    return response


def font(request: HttpRequest) -> HttpResponse:
    """The shipped typeface for pages that the server lays out itself."""
    answer = HttpResponse((settings.FONT_DIR / FONT).read_bytes(), content_type="font/woff2")
    answer.headers["Cache-Control"] = "max-age=31536000, immutable"
    return answer


@cache
def _font_inside() -> str:
    return f"data:font/woff2;base64,{base64.b64encode((settings.FONT_DIR / FONT).read_bytes()).decode()}"


def alone(page: str) -> str:
    """The page with its typeface inside, so that it stands alone wherever it is opened."""
    return page.replace(font_url(False), _font_inside())


def font_url(on_paper: bool) -> str:
    """Where a laid-out page finds the typeface: on disk for the PDF, over the server for the browser."""
    return (settings.FONT_DIR / FONT).as_uri() if on_paper else f"/fonts/{FONT}"
