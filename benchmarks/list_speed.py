"""How long the list of five thousand jobs takes the server: `python benchmarks/list_speed.py`.

The demo's jobs are copied until there are 5 000, in a data folder of its own. Each page and each search is asked for as
the screens do, through the whole stack but for the network; the median and the 95th percentile are printed, and as a
ratio to a page of the demo's few jobs. Printed, not judged: a machine that does something else beside is no failure.
"""

from __future__ import annotations

import os
import statistics
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

os.environ["RINDLE_HOME"] = tempfile.mkdtemp()
os.environ["RINDLE_DEMO"] = "1"
sys.path.insert(0, str(Path(__file__).parents[1] / "src"))

from rindle_server.launch import _setup

_setup()

from django.conf import settings  # noqa: E402
from django.contrib.auth import get_user_model  # noqa: E402
from django.test import Client  # noqa: E402

from rindle_server.demo import load_demo  # noqa: E402
from rindle_server.jobs.listing import ListQuery, page_of  # noqa: E402
from rindle_server.jobs.models import Job, StationDoc  # noqa: E402

JOBS = 5_000
FINDS = ("", "school", "2026-10", "Ridge", "Tarn", "Hamerkop", "peak", "nothing at all", "valley clinic", "29")
PEOPLE = ("Aloe", "Bushwillow", "Cabbage tree", "Dombeya", "Erica", "Flame lily", "Gladiolus", "Heather", "Ironwood")


def fill(count: int) -> None:
    """Copies of the demo's jobs, the customers' names of our own invention."""
    made = list(Job.objects.order_by("pk"))
    docs = {job.pk: list(job.docs.all()) for job in made}
    copies = []
    for serial in range(1000, 1000 + count - Job.objects.count()):
        of = made[serial % len(made)]
        copy = Job(
            **{
                field.attname: getattr(of, field.attname)
                for field in Job._meta.fields
                if field.name not in ("id", "uid")
            }
        )
        copy.number, copy.serial, copy.year = f"2025-{serial}", serial, 2025
        copy.customer = f"{PEOPLE[serial % len(PEOPLE)]} {of.customer} {serial}"
        copies.append(copy)
    Job.objects.bulk_create(copies, batch_size=500)
    rows = [
        StationDoc(job=copy, station=one.station, version=one.version, data=one.data)
        for copy in copies
        for one in docs[made[copy.serial % len(made)].pk]
    ]
    StationDoc.objects.bulk_create(rows, batch_size=500)


def times_ms(client: Client, asked: list[dict[str, Any]]) -> list[float]:
    """Server time of each question, ms."""
    told = []
    for query in asked:
        before = time.perf_counter()
        answer = client.get("/api/jobs", query)
        told.append((time.perf_counter() - before) * 1000)
        assert answer.status_code == 200, answer.content
    return told


def main() -> None:
    """Prints a row a kind of question."""
    settings.ALLOWED_HOSTS = ["*"]
    load_demo(settings.DEMO_DIR)
    client = Client()
    client.force_login(get_user_model().objects.first())
    few = statistics.median(times_ms(client, [{"page": 1}] * 20))
    fill(JOBS)
    pages = [{"page": page} for page in range(1, JOBS // 50 + 1)]
    cold = times_ms(client, pages[:3])
    for page in range(1, len(pages) + 1):
        page_of(ListQuery(page=page))
    kinds = {
        "pages": pages,
        "searches": [{"find": word} for word in FINDS * 10],
        "sorted": [{"sort": sort, "page": page} for sort in ("day", "customer", "changed") for page in range(1, 21)],
        "filtered": [{"verdict": "hold", "page": page} for page in range(1, 41)],
    }
    print(f"{Job.objects.count()} jobs; a page of the demo's few: median {few:.1f} ms")
    print(f"a page never listed before: {max(cold):.0f} ms at most of three")
    for name, asked in kinds.items():
        told = sorted(times_ms(client, asked))
        p95 = told[int(len(told) * 0.95)]
        print(
            f"{name:9} median {statistics.median(told):6.1f} ms, p95 {p95:6.1f} ms, {p95 / few:5.1f} of few jobs' page"
        )


if __name__ == "__main__":
    main()
