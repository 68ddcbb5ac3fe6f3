"""What follows from an entry at Bring-up: codes in capitals by their form; a secret's value is never kept."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

from rindle_core.kernel.errors import InputError
from rindle_core.stations.belongs import Belongs
from rindle_core.stations.bringup.entries_told import OWN
from rindle_core.stations.bringup.findings import CAME_UP_AS
from rindle_core.stations.bringup.outer import OuterInput, outer_address
from rindle_core.stations.entries import JobInput


def _raised(job: JobInput, code: str, value: str) -> str:
    """The value in capitals where only so it has the form of its entry."""
    entry = next((one for one in job.picks.terminal.entries if one.code == code), None) if job.picks.terminal else None
    text = value.strip()
    if entry is None or re.fullmatch(entry.pattern, text):
        return text
    return text.upper() if re.fullmatch(entry.pattern, text.upper()) else text


BELONGS = Belongs(
    room="bringup",
    kind=CAME_UP_AS,
    what="The states, and the gateway’s address,",
    rows=("states_entered", "outer_address"),
    told={
        "online_satellite_code": "satellite_code",
        "online_constellation_code": "constellation_code",
        "online_terminal_code": "terminal_code",
    },
)


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """The change as it may be kept."""
    whole = dict(change)
    where = change.get("powered_where", job.bringup.powered_where)
    moved = "bench" in (where, job.bringup.powered_where) and where != job.bringup.powered_where
    if moved and job.bringup.states_entered and "states_entered" not in change:
        raise InputError.one(
            "powered_where", "changes only while it is switched off: its states belong to where it was"
        )
    if change.get("outer_address"):
        whole["outer_address"] = change["outer_address"].strip()
        outer_address(OuterInput(address=whole["outer_address"]))  # refuses what is none
    if change.get("beam_letter"):
        whole["beam_letter"] = change["beam_letter"].upper()
    for name in OWN:
        if change.get(name):
            whole[name] = _raised(job, name, whole[name])
    if change.get("modem_entries") is not None:
        whole["modem_entries"] = {code: _raised(job, code, value) for code, value in change["modem_entries"].items()}
    if change.get("told_back") is not None:
        whole["told_back"] = [
            {**one, **{name: _raised(job, one["code"], one[name]) for name in ("again", "shown") if one.get(name)}}
            for one in change["told_back"]
        ]
    if change.get("settings") is not None:
        whole["settings"] = [
            {**one, "value": "", "shown": ""} if one.get("secret") else one for one in change["settings"]
        ]
    return whole | BELONGS.stamped(change, job)


__all__ = ["entered"]
