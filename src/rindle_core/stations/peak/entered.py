"""What follows from an entry at Peak: readings belong to the terminal and the satellite that the job had then."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.entries import JobInput

_READ = ("readings", "skew_readings")


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change; with the first reading what the job says of terminal and satellite, with the last none of it.

    Where it is taken out (`read_satellite_code=None`) the readings count for what the job says now.
    """
    whole = dict(change)
    if not any(name in change for name in (*_READ, "read_satellite_code")):
        return whole
    read = any(change[name] if name in change else getattr(job.peak, name) for name in _READ)
    if not read:
        return whole | {"read_satellite_code": None, "read_terminal_code": None}
    said_anew = "read_satellite_code" in change and not change["read_satellite_code"]
    if said_anew or not (job.peak.read_satellite_code or job.peak.read_terminal_code):
        whole |= {
            "read_satellite_code": job.brief.satellite_code or None,
            "read_terminal_code": job.brief.terminal_code or None,
        }
    return whole


__all__ = ["entered"]
