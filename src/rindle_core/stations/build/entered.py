"""What follows from an entry at Build: the steps of an antenna were done on that antenna."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.belongs import Belongs
from rindle_core.stations.build.findings import BUILT_ON
from rindle_core.stations.entries import JobInput

_OF_THE_MOUNT = "m_"


def _of_the_terminal(mark: Any) -> bool:
    return not (mark["code"] if isinstance(mark, Mapping) else mark.code).startswith(_OF_THE_MOUNT)


BELONGS = Belongs(
    room="build",
    kind=BUILT_ON,
    what="The steps",
    rows=("step_marks",),
    told={"built_terminal_code": "terminal_code"},
    counts=_of_the_terminal,
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its marks belong to."""
    return {**change, **BELONGS.stamped(change, job)}


__all__ = ["BELONGS", "entered"]
