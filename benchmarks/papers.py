"""Every page of every paper of every demo job, laid out and measured: what runs off, what is too small to read.

`python -m benchmarks.papers` (some minutes). The tests measure the reports and cards of three jobs; this all of them.
"""

from __future__ import annotations

import os
import sys
import tempfile
from collections.abc import Callable, Iterator


def papers(number: str) -> Iterator[tuple[str, Callable[[], str], float]]:
    """Name, page, and the least size of its letters in points."""
    from rindle_server.jobs.cards import card_html
    from rindle_server.jobs.method import method_html
    from rindle_server.jobs.models import Job
    from rindle_server.jobs.pocket import pocket_html
    from rindle_server.jobs.proposal import proposal_html
    from rindle_server.jobs.report import FORMS, report_html

    job = Job.objects.get(number=number)
    for whom in FORMS:
        yield f"report for {whom}", lambda whom=whom: report_html(job, "metric", True, whom), 8.0  # type: ignore[misc]
    yield "report, imperial", lambda: report_html(job, "imperial", True), 8.0
    for kind in ("customer", "repair", "repeak", "travel"):
        yield f"{kind} card", lambda kind=kind: card_html(job, kind, on_paper=True), 10.0  # type: ignore[misc]
    yield "proposal", lambda: proposal_html(job, "metric", on_paper=True), 8.0
    yield "method statement", lambda: method_html(job, "metric", on_paper=True), 8.0
    yield "pocket card", lambda: pocket_html(job, "http://127.0.0.1/", "A5", "metric", on_paper=True), 8.0


def main() -> int:
    """Prints a line a paper; 1 where anything is cut or too small."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
    os.environ["RINDLE_HOME"] = tempfile.mkdtemp()
    import django

    django.setup()
    from django.conf import settings
    from django.core.management import call_command
    from tests.server.test_papers import measured

    from rindle_server.demo import load_demo
    from rindle_server.jobs.models import Job

    call_command("migrate", verbosity=0)
    load_demo(settings.DEMO_DIR)
    bad = 0
    for number in Job.objects.order_by("number").values_list("number", flat=True):
        for name, page, least_pt in papers(number):
            pages, off, sizes = measured(page())
            small = [text for size, text in sizes if size * 72 / 96 < least_pt - 0.01]
            bad += bool(off or small)
            print(
                f"{number} {name}: {len(pages)} pages, {len(off)} texts cut, {len(small)} under {least_pt:g} pt",
                *off[:3],
            )
    return int(bad > 0)


if __name__ == "__main__":
    sys.exit(main())
