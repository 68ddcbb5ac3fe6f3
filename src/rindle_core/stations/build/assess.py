"""Build put together: the terminal's steps, and what each waits for."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.build.steps import BuildInput, BuildResult, build
from rindle_core.stations.entries import JobInput
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context, free


class BuildPart(Model):
    """What Build comes to; None without a terminal."""

    build: BuildResult | None


def before_power_open(job: JobInput) -> list[str]:
    """Titles of the steps that come before power and are not marked done."""
    if job.picks.terminal is None:
        return []
    done = {mark.code for mark in job.build.step_marks}
    return [step.title for step in job.picks.terminal.build_steps if step.before_power and step.code not in done]


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
