"""What changes when the terminal is planned for another position: told before it is taken."""

from __future__ import annotations

from rindle_core.catalogue.mounts import SURFACES
from rindle_core.kernel.model import Model
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.position_mount import mount_at
from rindle_core.stations.planned import cable_needed_m
from rindle_core.stations.sky.candidates import CandidateFacts
from rindle_core.stations.sky.compare import POSITION_WORDS
from rindle_core.stations.sky.seen import candidate_of, terminal_height

_SAME_M = 0.05


class PositionChange(Model):
    """One thing that is another one there, and the work that it brings."""

    what: str
    now: str
    then: str
    work: str


def _length(value: float | None) -> str:
    return "not known" if value is None else format_quantity(value, "m")


def _cable(job: JobInput, letter: str) -> list[PositionChange]:
    (now, _), (then, drawn) = cable_needed_m(job, job.sky.position_letter), cable_needed_m(job, letter)
    if then is None or now is None or abs(then - now) < _SAME_M:
        return []
    more = then - now
    work = f"{format_quantity(abs(more), 'm')} {'more' if more > 0 else 'less'}: enter its pieces anew at Cable"
    return [PositionChange(what="Cable", now=_length(now), then=_length(then) + (" drawn" if drawn else ""), work=work)]


def _entry(now: CandidateFacts | None, then: CandidateFacts) -> list[PositionChange]:
    was, will = (one.entry_bore_mm if one is not None else None for one in (now, then))
    if was == will:
        return []
    words = ["no hole that is there" if bore is None else f"old hole of {bore:g} mm" for bore in (was, will)]
    work = "A new hole: sealant, sleeve, drill; look for what lies behind" if will is None else "Check the old hole"
    return [PositionChange(what="Entry", now=words[0], then=words[1], work=work)]


def changes_to(job: JobInput, letter: str) -> list[PositionChange]:
    """Height, mount, way up, cable and entry of a candidate against what is planned now; empty for the planned one."""
    then = candidate_of(job, letter)
    if letter == job.sky.position_letter or then is None:
        return []
    now = candidate_of(job, job.sky.position_letter)
    found: list[PositionChange] = []
    heights = terminal_height(job, job.sky.position_letter), terminal_height(job, letter)
    if heights[0] != heights[1]:
        found.append(
            PositionChange(
                what="Over ground",
                now=_length(heights[0]),
                then=_length(heights[1]),
                work="Wind and mast at Mount anew",
            )
        )
    mounts = [mount_at(job, one) if one is not None else None for one in (now, then)]
    names = [one.mount_name if one is not None and one.mount_name else "none chosen" for one in mounts]
    if names[0] != names[1]:
        stands = mounts[1].surface if mounts[1] is not None else None
        on = f" on {SURFACES[stands].lower()}" if stands else ""
        found.append(PositionChange(what="Mount", now=names[0], then=names[1] + on, work="Other parts for the kit"))
    ways = [one.access if one is not None else "" for one in (now, then)]
    if ways[0] != ways[1]:
        told = [POSITION_WORDS.get(one, "not told") for one in ways]
        found.append(PositionChange(what="Way up", now=told[0], then=told[1], work="Who climbs, and how, at Brief"))
    return [*found, *_cable(job, letter), *_entry(now, then)]


__all__ = ["PositionChange", "changes_to"]
