"""From a page to a PDF that lasts: PDF/A-2b, with tags and bookmarks, its typeface in it."""

from __future__ import annotations

import logging
import re
from contextvars import ContextVar

from rindle_core.kernel.errors import Stopped
from rindle_server.work import Progress

_FOLLOWED: ContextVar[Progress | None] = ContextVar("followed", default=None)
# Shares of the time at which the steps begin; the layout, whose pages nobody can count before, comes ever nearer.
_BEGINS = {3: 0.03, 4: 0.12, 5: 0.15, 6: 0.75, 7: 0.98}
_EACH_PAGE = 0.9  # of what is left of the layout


class _Steps(logging.Handler):
    """What the layout says of its steps, told to whoever follows the page that is laid out here."""

    def emit(self, record: logging.LogRecord) -> None:
        followed = _FOLLOWED.get()
        told = re.match(r"Step (\d)(?:.* Page (\d+))?", record.getMessage())
        if followed is None or told is None:
            return
        step, page = int(told[1]), int(told[2] or 0)
        share = _BEGINS.get(step, 0.0)
        if step == 5:
            share += (_BEGINS[6] - share) * (1.0 - _EACH_PAGE**page)
        if not followed(share):
            raise Stopped("the paper")


def _listen() -> None:
    from weasyprint.logger import PROGRESS_LOGGER

    if not any(isinstance(one, _Steps) for one in PROGRESS_LOGGER.handlers):
        PROGRESS_LOGGER.addHandler(_Steps(logging.INFO))
        PROGRESS_LOGGER.setLevel(logging.INFO)
        PROGRESS_LOGGER.propagate = False


def pdf_of(page: str, base_url: str, progress: Progress | None = None) -> bytes:
    """The page as PDF/A-2b (ISO 19005-2): nothing outside of it is needed to read it in thirty years.

    `progress` is told the share that is done and says whether to go on. Raises Stopped where it does not.
    """
    from weasyprint import HTML  # imported here: it is slow to load and only print needs it

    _listen()
    before = _FOLLOWED.set(progress)
    try:
        rendered: bytes = HTML(string=page, base_url=base_url).write_pdf(pdf_variant="pdf/a-2b", pdf_tags=True)
    finally:
        _FOLLOWED.reset(before)
    return rendered


__all__ = ["pdf_of"]
