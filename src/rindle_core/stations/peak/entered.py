"""What follows from an entry at Peak: readings belong to what the job said when they were taken."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.belongs import Belongs
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import READ_FOR

BELONGS = Belongs(
    room="peak",
    kind=READ_FOR,
    what="The readings",
    rows=("readings", "skew_readings"),
    told={
        "read_satellite_code": "satellite_code",
        "read_terminal_code": "terminal_code",
        "read_mount_code": "mount_code",
        "read_letter": "position_letter",
    },
    place=("peaked_latitude_deg", "peaked_longitude_deg"),
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with what its readings belong to."""
    return {**change, **BELONGS.stamped(change, job)}


__all__ = ["BELONGS", "entered"]
