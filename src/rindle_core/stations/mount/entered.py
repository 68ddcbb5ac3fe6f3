"""What follows from an entry at Mount: services are marked about one spot, checks and brackets are of one mount."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import mount_code
from rindle_core.stations.sky.seen import absolute_of

_LOCATED = ("services_located_by", "services_located_on")
# Rows that were tried or measured on one kind of mount, and what of them says so.
_OF_MOUNT = {
    "checks": ("code", "state", "play_deg", "gap_mm"),
    "bracket_seats": ("name", "off_line_mm", "turned_deg"),
}


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change, with the planned spot where services are marked, and the kind of mount of each check and bracket."""
    whole = dict(change)
    if any(name in change for name in _LOCATED) and change.get("located_latitude_deg") is None:
        told = any(change[name] if name in change else getattr(job.mount, name) for name in _LOCATED)
        at = absolute_of(job, job.sky.position_letter) if told else None
        whole |= {
            "located_latitude_deg": round(at[0], 7) if at else None,
            "located_longitude_deg": round(at[1], 7) if at else None,
        }
    code = change["mount_code"] if change.get("mount_code") else mount_code(job)
    for name, says in _OF_MOUNT.items():
        if change.get(name) is not None:
            before = {one.id: one.model_dump(mode="json") for one in getattr(job.mount, name)}
            whole[name] = [
                _of_mount(dict(row), before.get(str(row.get("id") or "")), code, says) for row in change[name]
            ]
    return whole


def _of_mount(
    row: dict[str, Any], before: Mapping[str, Any] | None, code: str, told: tuple[str, ...]
) -> dict[str, Any]:
    """A row that is sent back as it stands stays that of its mount; one that came out anew is of the mount now."""
    if before is None and row.get("of_mount"):
        return row  # of a file that is read in
    same = before is not None and all((row.get(name) or None) == (before.get(name) or None) for name in told)
    return row | {"of_mount": before["of_mount"] if same and before is not None else code}


__all__ = ["entered"]
