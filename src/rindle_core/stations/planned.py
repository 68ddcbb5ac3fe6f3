"""The position that the terminal is planned for, as other rooms than Sky need it."""

from __future__ import annotations

from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.plan_lines import CableWay, cable_way
from rindle_core.stations.sky.plan_things import ground_of
from rindle_core.stations.sky.seen import spot_of, terminal_height

LOOKS_AT = (
    "brief.place",
    "brief.latitude_deg",
    "brief.longitude_deg",
    "sky.positions",
    "sky.position_letter",
    "sky.things",
)


def planned(job: JobInput) -> Candidate | None:
    """The planned candidate; None where it is the job's place."""
    return next((one for one in job.sky.positions if one.letter == job.sky.position_letter), None)


def planned_height_m(job: JobInput) -> float | None:
    """Height of the terminal over the ground at the planned position; None while nobody said it."""
    return terminal_height(job, job.sky.position_letter)


def drawn_way(job: JobInput, letter: str) -> CableWay | None:
    """The cable's way that is drawn for a position."""
    at = spot_of(job, letter)
    if at is None or not job.sky.things:
        return None
    return cable_way(job.sky.things, letter, at, terminal_height(job, letter), ground_of(job.sky.things))


def cable_needed_m(job: JobInput, letter: str) -> tuple[float | None, bool]:
    """What the cable of a position is at least, and whether that is drawn: the longer of what was told and drawn."""
    one = next((one for one in job.sky.positions if one.letter == letter), None)
    told, way = one.cable_length_m if one is not None else None, drawn_way(job, letter)
    if way is not None and (told is None or way.length_m > told):
        return way.length_m, True
    return told, False


__all__ = ["LOOKS_AT", "cable_needed_m", "drawn_way", "planned", "planned_height_m"]
