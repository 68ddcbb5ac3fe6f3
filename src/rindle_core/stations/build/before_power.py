"""What has to be done before the terminal is switched on."""

from __future__ import annotations

from rindle_core.stations.build.entered import BELONGS
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import build_steps


def before_power_open(job: JobInput) -> list[str]:
    """Titles of the steps that come before power and are not marked done. What was done on another terminal (an earth,
    a plug) is not done on this one.
    """
    marks = job.build.step_marks
    if BELONGS.doubts(job):
        marks = [one for one in marks if not BELONGS.counts(one)]
    done = {mark.code for mark in marks}
    return [step.title for step in build_steps(job) if step.before_power and step.code not in done]


__all__ = ["before_power_open"]
