"""What a job is, as far as words of the house are wanted for some jobs only."""

from __future__ import annotations

from rindle_core.catalogue.service_words import WantedFor
from rindle_core.stations.entries import JobInput


def traits_of(job: JobInput) -> set[WantedFor]:
    """Dish or panel, geostationary or low orbits, whether it travels, and whether one climbs to it."""
    terminal, height_m = job.picks.terminal, job.mount.height_above_ground_m
    found: set[WantedFor] = {"all"}
    if terminal is not None:
        found.add("panel" if terminal.panel is not None else "dish")
    if job.picks.constellation is not None:
        found.add("low_orbit")
    if job.picks.satellite is not None:
        found.add("geo")
    if job.brief.permanence == "portable":
        found.add("travels")
    if height_m is not None and height_m > job.picks.rules.from_ground_m:
        found.add("at_height")
    return found


__all__ = ["traits_of"]
