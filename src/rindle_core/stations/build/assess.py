"""Build put together: the terminal's steps, and what each waits for."""

from __future__ import annotations

from rindle_core.kernel.registry import Outcome
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.steps import BuildInput, build
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context, free


def assess(context: Context) -> Outcome[BuildPart]:
    """The steps with their hold points: a station that has no verdict, or a hold, holds what needs it."""
    job = context.job
    terminal = job.picks.terminal
    if terminal is None:
        return Outcome(BuildPart(build=None), [WAITS_FOR_BRIEF])
    ready = {room: free(context.findings(room)) for room in ("aim", "sky", "mount", "cable")}
    entries = {"place": job.brief.place is not None, **ready}
    found = build(BuildInput(steps=terminal.build_steps, marks=job.build.step_marks, entries=entries))
    return Outcome(BuildPart(build=found.result), found.findings)


__all__ = ["assess"]
