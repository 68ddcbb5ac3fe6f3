"""What is asked of a job's sky many times in one assessment is worked out once."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from functools import update_wrapper
from threading import Lock
from typing import Any, TypeVar

from rindle_core.stations.entries import JobInput

R = TypeVar("R")
Asked = Callable[[JobInput, str], R]
_MOST = 48  # answers; each holds on to the parts of the job that it was given for


def asked_once(work: Asked[R]) -> Asked[R]:
    """Remembers answers by what the job is made of, and the position's letter. The parts themselves are held and
    compared, not what is in them: they are values that nobody changes.
    """
    kept: OrderedDict[tuple[object, ...], tuple[tuple[Any, ...], R]] = OrderedDict()
    turn = Lock()

    def asked(job: JobInput, letter: str) -> R:
        parts = (job.sky, job.brief, job.mount, job.picks)
        key = (*map(id, parts), letter)
        with turn:
            known = kept.get(key)
        if known is None:
            known = (parts, work(job, letter))
            with turn:
                kept[key] = known
                while len(kept) > _MOST:
                    kept.popitem(last=False)
        return known[1]

    return update_wrapper(asked, work)


__all__ = ["asked_once"]
