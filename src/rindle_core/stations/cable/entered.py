"""What follows from an entry at Cable: an earth is that of one terminal on one mount, an end that of one cable."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.belongs import Belongs
from rindle_core.stations.cable.findings import EARTH, EARTHED_FOR, END_LOOKED, MADE_OF, SLACK, TESTED
from rindle_core.stations.entries import JobInput

BELONGS = Belongs(
    room="cable",
    kind=EARTHED_FOR,
    what="The way to earth, and what was tried of the cable,",
    rows=("earth_path", "earth_point", "earth_bond_mohm", "earth_building", "slack_tried", "end_checks"),
    told={"earthed_terminal_code": "terminal_code", "earthed_mount_code": "mount_code"},
    findings=(EARTH.code, SLACK.code, END_LOOKED.code),
)


MADE = Belongs(
    room="cable",
    kind=MADE_OF,
    what="What was made and tried of the cable",
    rows=("end_checks", "slack_tried", "tests"),
    told={"made_cable_code": "cable_code"},
    findings=(SLACK.code, END_LOOKED.code, TESTED.code.partition("{")[0]),
    is_one=True,
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its earth and its ends belong to."""
    chosen = {"cable_code": change["cable_code"] or ""} if "cable_code" in change else {}
    now = job.model_copy(update={"cable": job.cable.model_copy(update=chosen)})
    return {**change, **BELONGS.stamped(change, job), **MADE.stamped(change, now)}


__all__ = ["BELONGS", "MADE", "entered"]
