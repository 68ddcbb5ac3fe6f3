"""What nobody looked at: a sky from a drawing alone, and a horizon that was computed from terrain."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.science.skyline import scanned_percent
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.facts import SkylineSet
from rindle_core.stations.sky.findings import PLAN_ALONE, TERRAIN_ALONE, TERRAIN_ENDS
from rindle_core.stations.sky.surroundings import Surroundings


def judge_unseen(job: JobInput, around: Mapping[str, Any], used: SkylineSet, bearings_deg: Array) -> list[Finding]:
    """Minds a sky that rests on a drawing alone; a horizon that nobody looked at, as it knows the ground and nothing
    that stands on it; and one whose tiles ended before its reach where the terminal looks.
    """
    seen = Surroundings(**around)
    if not any(one.computed for one in seen.skyline):
        return _judge_drawing(around)
    looked = seen.model_copy(update={"skyline": [one for one in seen.skyline if not one.computed]})
    return [
        *_judge_ground(scanned_percent(looked.read_bearings_deg(), bearings_deg), job.picks.rules.scan_wanted_percent),
        *_judge_ends(used, bearings_deg),
    ]


def _judge_drawing(around: Mapping[str, Any]) -> list[Finding]:
    """A sky that rests on a drawing alone: nobody has stood there and looked."""
    if around["skyline"] or around["obstacles"] or not (around["drawn"] and around["all_drawn"]):
        return []
    return [
        PLAN_ALONE(
            Level.MIND,
            "The sky is judged from the plan alone",
            "What is not drawn is not seen, and heights from the ground are rough.",
            clears_by="Read the skyline where the terminal will stand, or photograph it, before anything is drilled.",
        )
    ]


def _judge_ground(looked_percent: float, wanted_percent: float) -> list[Finding]:
    if looked_percent >= wanted_percent:
        return []
    return [
        TERRAIN_ALONE(
            Level.MIND,
            "Part of the sky is judged from terrain alone",
            "Elevation tiles hold no trees and no houses.",
            figure=looked_percent,
            limit=wanted_percent,
            bound="at_least",
            clears_by="Look round where the terminal will stand, and read what rises over the ground, free parts too.",
        )
    ]


def _judge_ends(used: SkylineSet, bearings_deg: Array) -> list[Finding]:
    cut = [
        one
        for one in used.terrain_ends
        if np.any((bearings_deg - one.from_deg) % 360.0 <= ((one.to_deg - one.from_deg) % 360.0 or 360.0))
    ]
    if not cut:
        return []
    nearest = min(cut, key=lambda one: one.known_km)
    where = ", ".join(f"{one.from_deg:.0f}° to {one.to_deg:.0f}°" for one in cut)
    return [
        TERRAIN_ENDS(
            Level.MIND,
            f"The terrain is known only to {nearest.known_km:.0f} km towards {where} true",
            "Hills beyond the loaded tiles, and in their holes, are not in the horizon.",
            figure=nearest.known_km,
            clears_by="Load the tiles that are missing there and find the horizon again, or look at the skyline there.",
        )
    ]


__all__ = ["judge_unseen"]
