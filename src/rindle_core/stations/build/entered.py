"""What follows from an entry at Build: steps were done on one antenna, a kit was counted against its bill."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.belongs import Belongs
from rindle_core.stations.build.findings import BUILT_ON, KIT, PUT_UP_AS, RIM, UNPACKED_OF
from rindle_core.stations.build.kit_list import BOX, KitFound
from rindle_core.stations.entries import JobInput

_OF_THE_MOUNT = "m_"


def _of_the_mount(mark: Any) -> bool:
    code: str = mark["code"] if isinstance(mark, Mapping) else mark.code
    return code.startswith(_OF_THE_MOUNT)


def _of_the_terminal(mark: Any) -> bool:
    return not _of_the_mount(mark)


BELONGS = Belongs(
    room="build",
    kind=BUILT_ON,
    what="The steps",
    rows=("step_marks",),
    told={"built_terminal_code": "terminal_code"},
    counts=_of_the_terminal,
)

PUT_UP = Belongs(
    room="build",
    kind=PUT_UP_AS,
    what="The steps of the mount",
    rows=("step_marks",),
    told={"built_mount_code": "mount_code", "built_letter": "position_letter"},
    counts=_of_the_mount,
)
_BOX = tuple(f"{one}." for one in BOX)


def _unpacked(row: Any) -> bool:
    """Lines of the box and what was told of it; the van's come with any terminal."""
    line = row.model_dump() if isinstance(row, KitFound) else row
    is_line = isinstance(line, Mapping) and "state" in line
    return not is_line or line["code"].startswith(_BOX)


UNPACKED = Belongs(
    room="build",
    kind=UNPACKED_OF,
    what="What was counted and measured of the kit",
    rows=("kit_found", "variants_told", "rim_gap_mm"),
    told={"unpacked_terminal_code": "terminal_code", "unpacked_mount_code": "mount_code"},
    counts=_unpacked,
    findings=(KIT.code, RIM.code),
    is_one=True,
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its marks belong to."""
    return {**change, **BELONGS.stamped(change, job), **PUT_UP.stamped(change, job), **UNPACKED.stamped(change, job)}


__all__ = ["BELONGS", "PUT_UP", "UNPACKED", "entered"]
