"""Build put together: the terminal's steps, and what each waits for."""

from __future__ import annotations

from rindle_core.kernel.findings import Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.competence import judge_competence, named, stopped_works
from rindle_core.stations.build.findings import COMPETENT, STOPPED
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.steps import BuildInput, build
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context, free
from rindle_core.stations.stops import stops_of


def assess(context: Context) -> Outcome[BuildPart]:
    """The steps with their hold points: a station that has no verdict, or a hold, holds what needs it."""
    job = context.job
    terminal = job.picks.terminal
    if terminal is None:
        return Outcome(BuildPart(build=None), [WAITS_FOR_BRIEF])
    ready = {room: free(context.findings(room)) for room in ("aim", "sky", "mount", "cable")}
    entries = {"place": job.brief.place is not None, **ready}
    brief, picks = job.brief, job.picks
    stopped = stopped_works(brief.hazards, brief.releases, picks.members, picks.words, brief.date)
    found = build(BuildInput(steps=terminal.build_steps, marks=job.build.step_marks, entries=entries, stopped=stopped))
    people = named(job.picks.members, job.brief.crew)
    may = (
        [judge_competence(COMPETENT, "climb", people, job.picks.words, job.brief.date, level=Level.MIND)]
        if people
        else []
    )
    return Outcome(BuildPart(build=found.result), [*found.findings, *stops_of(job, STOPPED, "climb", "lift"), *may])


__all__ = ["assess"]
