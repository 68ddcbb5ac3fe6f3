"""What a job is, as far as words of the house are wanted for some jobs only."""

from __future__ import annotations

from rindle_core.catalogue.service_words import WantedFor
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.entries import Picks


def traits_of(picks: Picks, brief: BriefFacts, height_m: float | None = None) -> set[WantedFor]:
    """Dish or panel, geostationary or low orbits, whether it travels, has spare power, and whether one climbs to it."""
    found: set[WantedFor] = {"all"}
    if picks.terminal is not None:
        found.add("panel" if picks.terminal.panel is not None else "dish")
    if picks.constellation is not None:
        found.add("low_orbit")
    if picks.satellite is not None:
        found.add("geo")
    if brief.permanence == "portable":
        found.add("travels")
    if height_m is not None and height_m > picks.rules.from_ground_m:
        found.add("at_height")
    if brief.spare_power_h or brief.spare_battery_wh:
        found.add("spare_power")
    return found


def is_fixed(picks: Picks) -> bool:
    """Whether it looks at one satellite that stands still."""
    return picks.satellite is not None and picks.constellation is None


__all__ = ["is_fixed", "traits_of"]
