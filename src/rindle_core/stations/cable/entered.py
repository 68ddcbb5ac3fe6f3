"""What follows from an entry at Cable: an earth is that of one terminal on one mount, an end that of one cable."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.aged import Aged
from rindle_core.stations.belongs import Belongs
from rindle_core.stations.cable import findings as found
from rindle_core.stations.cable.findings import (
    CONDUIT_LAID,
    EARTH,
    EARTHED_FOR,
    END_LOOKED,
    MADE_OF,
    OUTDOOR_ENDS,
    SLACK,
    TESTED,
)
from rindle_core.stations.entries import JobInput

BELONGS = Belongs(
    room="cable",
    kind=EARTHED_FOR,
    what="The way to earth, and what was tried of the cable,",
    rows=("earth_path", "earth_point", "earth_bond_mohm", "earth_building", "slack_tried", "end_checks"),
    told={
        "earthed_terminal_code": "terminal_code",
        "earthed_mount_code": "mount_code",
        "earthed_letter": "position_letter",
    },
    findings=(EARTH.code, SLACK.code, END_LOOKED.code),
)


MADE = Belongs(
    room="cable",
    kind=MADE_OF,
    what="What was made and tried of the cable",
    rows=("end_checks", "slack_tried", "tests", "connector_out_code", "connector_in_code", "conduit_steps"),
    told={"made_cable_code": "cable_code"},
    findings=(
        *(SLACK.code, END_LOOKED.code, TESTED.code.partition("{")[0]),
        *(OUTDOOR_ENDS.code, CONDUIT_LAID.code),
    ),
    is_one=True,
)

# The wall that it passes is that of one position.
HOLE = Belongs(
    room="cable",
    kind=found.HOLE_OF,
    what="The hole in the wall",
    rows=(
        *("hole_mm", "inside_mm", "outside_mm", "looked_inside", "looked_outside", "swept", "wall_things"),
        *("sealed_by", "entry_steps"),
    ),
    told={"hole_letter": "position_letter"},
    findings=tuple(
        one.code
        for one in (found.HOLE, found.HOLE_LOOKED, found.HOLE_APART, found.HOLE_CLEAR, found.SEALED, found.ENTRY_DONE)
    ),
    is_one=True,
)

LAID = Aged(
    room="cable",
    kind=found.AGED,
    seen="cable_seen_again",
    message="Earth, seals and ends were not looked at again",
    look_for="Look for green or loose lugs, cracked sealant, water in the ends, and cable that chafes.",
    was_told=lambda job: bool(job.cable.earth_path or job.cable.sealed_by or job.cable.cable_code),
    findings=tuple(
        one.code
        for one in (EARTH, found.EARTH_POINT, found.EARTH_BUILDING, found.SEALED, found.ENTRY_DONE, OUTDOOR_ENDS)
    ),
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its earth and its ends belong to."""
    chosen = {"cable_code": change["cable_code"] or ""} if "cable_code" in change else {}
    now = job.model_copy(update={"cable": job.cable.model_copy(update=chosen)})
    return {**change, **BELONGS.stamped(change, job), **MADE.stamped(change, now), **HOLE.stamped(change, job)}


__all__ = ["BELONGS", "HOLE", "LAID", "MADE", "entered"]
