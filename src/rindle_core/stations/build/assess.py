"""Build put together: the terminal's steps, and what each waits for."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.competence import judge_competence, named, stopped_works
from rindle_core.stations.build.findings import COMPETENT, STOPPED
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.steps import BuildInput, build
from rindle_core.stations.cable.findings import HOLE
from rindle_core.stations.mount.findings import CURING, SERVICES
from rindle_core.stations.mounting import build_steps
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context, free
from rindle_core.stations.stops import stops_of

# What is only known once the mount stands: the steps that put it there cannot wait for it.
_WHILE_MOUNTING = (
    *("mount.checked.", "mount.plumb", "mount.pour", "mount.curing"),
    *("cable.tested.", "cable.sealed", "cable.entry_done", "cable.slack", "cable.earth"),
)


def _before_it_stands(findings: list[Finding]) -> list[Finding]:
    drilled = HOLE.code  # how wide it was drilled is told after the drill
    return [
        one
        for one in findings
        if not (one.level is Level.UNKNOWN and (one.code.startswith(_WHILE_MOUNTING) or one.code == drilled))
    ]


def assess(context: Context) -> Outcome[BuildPart]:
    """The steps with their hold points: a station that has no verdict, or a hold, holds what needs it."""
    job = context.job
    terminal = job.picks.terminal
    if terminal is None:
        return Outcome(BuildPart(build=None), [WAITS_FOR_BRIEF])
    ready = {room: free(_before_it_stands(context.findings(room))) for room in ("aim", "sky", "mount", "cable")}
    at_mount = context.findings("mount")
    entries = {
        "place": job.brief.place is not None,
        "owner": "owner" in job.brief.settled,
        "located": any(one.code == SERVICES.code and one.level is Level.CLEAR for one in at_mount),
        "cured": any(one.code == CURING.code and one.level is Level.CLEAR for one in at_mount),
        **ready,
    }
    brief, picks = job.brief, job.picks
    stopped = stopped_works(brief.hazards, brief.releases, picks.members, picks.words, brief.date)
    found = build(BuildInput(steps=build_steps(job), marks=job.build.step_marks, entries=entries, stopped=stopped))
    people = named(job.picks.members, job.brief.crew)
    may = (
        [judge_competence(COMPETENT, "climb", people, job.picks.words, job.brief.date, level=Level.MIND)]
        if people
        else []
    )
    return Outcome(BuildPart(build=found.result), [*found.findings, *stops_of(job, STOPPED, "climb", "lift"), *may])


__all__ = ["assess"]
