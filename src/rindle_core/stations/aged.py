"""A repair begins with what was handed over: what weather, growth and people change is looked at before it counts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.stations.entries import JobInput


@dataclass(frozen=True, slots=True)
class Aged:
    """What of a room ages.

    `seen`: its fact that says that somebody looked at it again; `was_told`: whether the job that was handed over told
    anything of it; `findings`: codes, or how they begin, that rest on it; empty: all of the room's.
    """

    room: str
    kind: Kind
    seen: str
    message: str
    look_for: str
    was_told: Callable[[JobInput], bool]
    findings: tuple[str, ...] = ()

    def doubts(self, job: JobInput) -> list[Finding]:
        """That it is as it was handed over, and nobody looked since."""
        if not job.brief.follows or getattr(getattr(job, self.room), self.seen) or not self.was_told(job):
            return []
        why = f"It was so when {job.brief.follows} was handed over."
        return [self.kind(Level.UNKNOWN, self.message, why, clears_by=self.look_for)]


__all__ = ["Aged"]
