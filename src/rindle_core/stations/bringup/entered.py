"""What follows from an entry at Bring-up: beams have capital letters, and a secret's value is never kept."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.stations.entries import JobInput


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change as it may be kept."""
    whole = dict(change)
    if change.get("beam_letter"):
        whole["beam_letter"] = change["beam_letter"].upper()
    if change.get("settings") is not None:
        whole["settings"] = [{**one, "value": ""} if one.get("secret") else one for one in change["settings"]]
    return whole


__all__ = ["entered"]
