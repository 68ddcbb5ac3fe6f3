"""The watch of a job: held against what Sky predicted of the planned place."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.entries import Picks
from rindle_core.stations.handover.findings import WATCH
from rindle_core.stations.handover.watch import Watch, WatchInput, WatchResult, watch
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.traits import is_fixed


def watch_of(
    told: Watch, predicted: LowOrbitResult | None, brief: BriefFacts, picks: Picks
) -> Outcome[WatchResult] | None:
    """None until a watch has ended and its gaps are known; that there were none is an answer too."""
    over = told.started_at is None or told.ended_at is None or told.ended_at <= told.started_at
    if over or not (told.log_name or told.events):
        return None
    sectors: list[float] = []
    over_h = None
    if predicted is not None:
        blocked = [one.blocked_percent for one in predicted.sectors]
        sectors = [blocked[at] + blocked[at + 1] for at in range(0, len(blocked) - 1, 2)]
        if predicted.interruptions_per_h > 0:
            over_h = predicted.interruption_count / predicted.interruptions_per_h
    return watch(
        WatchInput.model_validate(
            {
                "events": told.events,
                "started_at": told.started_at,
                "ended_at": told.ended_at,
                "predicted_blocked_percent": predicted.blocked_percent if predicted else None,
                "predicted_interruptions_per_h": predicted.blocked_per_h if predicted else None,
                "predicted_over_h": over_h,
                "predicted_sectors_percent": sectors,
                "by_hand": told.by_hand,
                "work_from": brief.day_begins(),
                "fixed": is_fixed(picks),
                "rules": picks.rules,
            }
        )
    )


def judge_unwatched(old_line: str, measured: bool) -> list[Finding]:
    """Nobody watched: minded, and more so where the old line ends."""
    if not measured:
        return []
    ends = old_line == "replace"
    return [
        WATCH(
            Level.MIND,
            "The old line ends, and nobody has watched the new one" if ends else "Nobody watched the line for gaps",
            "A speed test lasts seconds: gaps that spoil a call are not in it.",
            clears_by="Keep the old line until a day's log of the new one is read."
            if ends
            else "Watch it for some hours, or read its log after a night, and enter it here or after the hand-over.",
        )
    ]


__all__ = ["judge_unwatched", "watch_of"]
