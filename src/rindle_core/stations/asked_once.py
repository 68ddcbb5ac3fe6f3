"""What is asked of a job many times in one assessment is worked out once."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import update_wrapper
from threading import Lock
from typing import Any, Concatenate, ParamSpec, TypeVar

from rindle_core.stations.entries import JobInput

R = TypeVar("R")
P = ParamSpec("P")
Asked = Callable[Concatenate[JobInput, P], R]
_MOST = 48  # answers; each holds on to the parts of the job that it was given for


def asked_of(*parts: str) -> Callable[[Asked[P, R]], Asked[P, R]]:
    """Remembers answers by those parts of the job, and whatever else is told. The parts themselves are held and
    compared, not what is in them: they are values that nobody changes.
    """

    def remember(work: Asked[P, R]) -> Asked[P, R]:
        kept: OrderedDict[Hashable, tuple[tuple[Any, ...], R]] = OrderedDict()
        turn = Lock()

        def asked(job: JobInput, /, *told: P.args, **named: P.kwargs) -> R:
            held = tuple(getattr(job, part) for part in parts)
            key = (*map(id, held), told, *named.items())
            with turn:
                known = kept.get(key)
            if known is None:
                known = (held, work(job, *told, **named))
                with turn:
                    kept[key] = known
                    while len(kept) > _MOST:
                        kept.popitem(last=False)
            return known[1]

        return update_wrapper(asked, work)

    return remember


asked_once = asked_of("sky", "brief", "mount", "picks")  # what a position's sky rests on

__all__ = ["asked_of", "asked_once"]
