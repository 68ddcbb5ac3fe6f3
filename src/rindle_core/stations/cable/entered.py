"""What follows from an entry at Cable: an earth is that of one terminal on one mount."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.belongs import Belongs
from rindle_core.stations.cable.findings import EARTH, EARTHED_FOR, END_LOOKED, SLACK
from rindle_core.stations.entries import JobInput

BELONGS = Belongs(
    room="cable",
    kind=EARTHED_FOR,
    what="The way to earth, and what was tried of the cable,",
    rows=("earth_path", "earth_point", "earth_bond_mohm", "earth_building", "slack_tried", "end_checks"),
    told={"earthed_terminal_code": "terminal_code", "earthed_mount_code": "mount_code"},
    findings=(EARTH.code, SLACK.code, END_LOOKED.code),
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its earth belongs to."""
    return {**change, **BELONGS.stamped(change, job)}


__all__ = ["BELONGS", "entered"]
