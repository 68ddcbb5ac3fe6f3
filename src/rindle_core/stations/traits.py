"""What a job is, as far as words of the house are wanted for some jobs only."""

from __future__ import annotations

from rindle_core.catalogue.service_words import WantedFor
from rindle_core.stations.entries import Picks


def traits_of(picks: Picks, permanence: str, height_m: float | None = None) -> set[WantedFor]:
    """Dish or panel, geostationary or low orbits, whether it travels, and whether one climbs to it."""
    found: set[WantedFor] = {"all"}
    if picks.terminal is not None:
        found.add("panel" if picks.terminal.panel is not None else "dish")
    if picks.constellation is not None:
        found.add("low_orbit")
    if picks.satellite is not None:
        found.add("geo")
    if permanence == "portable":
        found.add("travels")
    if height_m is not None and height_m > picks.rules.from_ground_m:
        found.add("at_height")
    return found


__all__ = ["traits_of"]
