"""What has to be done before the terminal is switched on."""

from __future__ import annotations

from rindle_core.stations.build.entered import BELONGS
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import build_steps


def counted_codes(job: JobInput) -> set[str]:
    """Codes of the steps that are marked done on the terminal that the job has: what was done on another one (an earth,
    a plug) is not done on this one.
    """
    doubted = BELONGS.doubts(job)
    return {one.code for one in job.build.step_marks if not (doubted and BELONGS.counts(one))}


def before_power_open(job: JobInput) -> list[str]:
    """Titles of the steps that come before power and are not marked done."""
    done = counted_codes(job)
    return [step.title for step in build_steps(job) if step.before_power and step.code not in done]


def earth_marked(job: JobInput) -> bool:
    """Whether the step that makes the way to earth is marked done."""
    done = counted_codes(job)
    return any("earth" in step.figures and step.code in done for step in build_steps(job))


__all__ = ["before_power_open", "counted_codes", "earth_marked"]
