"""What is to be done next, for somebody who does not know the way: the first thing that is open along the course."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.stations.evidence import asked_for
from rindle_core.stations.fold import StationView


class NextStep(Model):
    """The station where the work stands, and what is to be done there."""

    station: str = Field(description="Code of the station; empty: nothing is left but the signature")
    message: str
    how: str
    at: str = Field(default="", description="The entry that it waits for, or its station")


# Only to be minded where it stands, but what is asked for later and can only be done now.
_NOW_OR_NEVER = ("brief.before",)


def _open(one: Finding) -> bool:
    return one.level is Level.HOLD or asked_for(one)


def _late(one: Finding) -> bool:
    return one.level is Level.MIND and one.code in _NOW_OR_NEVER


def next_step(stations: Sequence[StationView]) -> NextStep:
    """Along the course, at each station what holds before what is not known. What is only to be minded holds nobody."""
    for view in stations:
        rows = view.findings  # gravest first
        found = next((one for one in rows if _open(one)), None) or next((one for one in rows if _late(one)), None)
        if found is not None:
            return NextStep(station=view.code, message=found.message, how=found.clears_by or found.why, at=found.at)
    return NextStep(
        station="", message="Everything that is asked for is there", how="Sign the job at Hand over.", at="handover"
    )


def asked_of(stations: Sequence[StationView]) -> list[str]:
    """The entries that something open waits for, or their stations, each once."""
    return list(dict.fromkeys(one.at for view in stations for one in view.findings if one.at and _open(one)))


__all__ = ["NextStep", "asked_of", "next_step"]
