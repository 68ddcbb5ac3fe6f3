"""The log in the data folder: requests by number, who signed in, what was signed off, imported or asked of a device.

A crew can send it as it is: it holds paths and names of accounts, no entries, no codes and no passwords.
"""

from __future__ import annotations

import logging
import time
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.http import HttpRequest, HttpResponse

_LOG = logging.getLogger("rindle.request")
_MOST_BYTES, _KEPT = 2_000_000, 4
# What is worth a line of its own though it went well: method, and how its path ends or what it holds.
_NOTED = (
    ("POST", "/api/session"),
    ("DELETE", "/api/session"),
    ("POST", "/sign-off"),
    ("POST", "/import"),
    ("POST", "/work-order"),
    ("POST", "/trial/log"),
    ("POST", "/device/"),
    ("POST", "/documents"),
    ("PUT", "/api/stores"),
    ("DELETE", "/api/stores"),
)


def logging_of(home: Path) -> dict[str, Any]:
    """Django's logging setting: warnings on the screen, all of ours into `rindle.log`, which is turned over by size."""
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {"line": {"format": "{asctime} {levelname} {name} {message}", "style": "{"}},
        "handlers": {
            "console": {"class": "logging.StreamHandler", "level": "ERROR", "formatter": "line"},
            "file": {
                "class": "logging.handlers.RotatingFileHandler",
                "filename": str(home / "rindle.log"),
                "maxBytes": _MOST_BYTES,
                "backupCount": _KEPT,
                "encoding": "utf-8",
                "delay": True,
                "formatter": "line",
            },
        },
        "loggers": {
            "rindle": {"handlers": ["console", "file"], "level": "INFO", "propagate": False},
            "django.request": {"handlers": ["console", "file"], "level": "ERROR", "propagate": False},
        },
    }


def _is_noted(request: HttpRequest) -> bool:
    return any(request.method == method and part in request.path for method, part in _NOTED)


class RequestLog:
    """Gives every request a number, told in the answer's X-Request-Id, and its time in Server-Timing.

    Failures and what is noted are written down.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answers, and logs."""
        number, began = uuid.uuid4().hex[:12], time.monotonic()
        response = self.get_response(request)
        spent_ms = (time.monotonic() - began) * 1000.0
        response.headers["X-Request-Id"] = number
        response.headers["Server-Timing"] = f"app;dur={spent_ms:.1f}"
        failed = response.status_code >= 500
        if failed or _is_noted(request):
            who = getattr(getattr(request, "user", None), "username", "") or "-"
            told = (number, who, request.method, request.path, response.status_code, spent_ms)
            _LOG.log(logging.ERROR if failed else logging.INFO, "%s %s %s %s %d %.0f ms", *told)
        return response


__all__ = ["RequestLog", "logging_of"]
