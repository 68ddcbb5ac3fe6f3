"""How much less an edit costs than assessing everything: `python benchmarks/edit_speed.py`.

A panel's whole job (golden 2026-106) is assessed anew, then with one fact changed at Mount, at Cable and in a skyline.
Ratios are printed, not judged: a machine that does something else beside is no failure.
"""

from __future__ import annotations

import gc
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).parents[1]))

from tests import golden

from rindle_core.job import JobInput, assess
from rindle_core.stations import fold
from rindle_core.stations.sky import passes, seen

REPEATS = 5


def forget() -> None:
    """Everything that is kept from one assessment to the next."""
    fold._answer.cache_clear()
    passes._known.cache_clear()
    seen._simulated_once.cache_clear()
    seen._judged_once.cache_clear()


def best_s(work: Callable[[int], Any]) -> float:
    """The shortest of some tries, seconds."""
    times = []
    for count in range(REPEATS):
        before = time.perf_counter()
        work(count)
        times.append(time.perf_counter() - before)
    return min(times)


def main() -> None:
    """Prints a row a kind of edit."""
    facts = golden.read("2026-106")["facts"]
    picks = JobInput.model_validate(facts).picks  # a server keeps them from one request to the next

    def changed(**news: Any) -> JobInput:
        return JobInput.model_validate({**facts, **news}).model_copy(update={"picks": picks})

    def skyline(by_deg: float) -> JobInput:
        first, *others = facts["skylines"]
        point, *rest = first["points"]
        moved = {**point, "elevation_deg": point["elevation_deg"] + by_deg}
        return changed(skylines=[{**first, "points": [moved, *rest]}, *others])

    def anew(count: int) -> None:
        forget()
        assess(changed())

    assess(changed())
    gc.freeze()  # as the server does once all is loaded
    whole_s = best_s(anew)
    assess(changed())
    edits = {
        "Mount: wall of the mast": [changed(mast_wall_mm=2.0 + 0.1 * count) for count in range(REPEATS)],
        "Cable: connectors": [changed(connectors=3 + count) for count in range(REPEATS)],
        "Sky: one point of a skyline": [skyline(0.1 * (count + 1)) for count in range(REPEATS)],
    }
    print(f"{'everything':30} {whole_s * 1000:8.1f} ms")
    for name, jobs in edits.items():
        edit_s = best_s(lambda count, jobs=jobs: assess(jobs[count]))
        print(f"{name:30} {edit_s * 1000:8.1f} ms   1/{whole_s / edit_s:.0f} of everything")


if __name__ == "__main__":
    main()
