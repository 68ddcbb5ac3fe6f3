"""A whole job: what people entered, put through every room of the course."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.findings import Level, worst
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.brief.part import BriefPart
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.entries import JobFacts, JobInput, Picks
from rindle_core.stations.evidence import Evidence, evidence_of
from rindle_core.stations.fold import StationView, course_of, views
from rindle_core.stations.guide import NextStep, asked_of, next_step
from rindle_core.stations.handover.part import HandOverPart
from rindle_core.stations.handover.signing import waits_for
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.named import named_in
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.sky.part import SkyPart


class JobAssessment(BriefPart, AimPart, SkyPart, MountPart, CablePart, BuildPart, PeakPart, BringUpPart, HandOverPart):
    """The nine stations, and the results of every room side by side (None where an entry is missing)."""

    stations: list[StationView]
    next_step: NextStep | None = Field(default=None, description="What is to be done next; None in older records")
    asked: list[str] = Field(
        default_factory=list, description="Entries that something open waits for, along the course"
    )
    evidence: list[Evidence] = Field(default_factory=list, description="What is not shown yet, waived or not")
    may_sign_off: bool
    sign_waits_for: list[str] = Field(default_factory=list, description="What stands against signing; empty: nothing")
    verdict: Level
    named: list[str] = Field(
        default_factory=list, description="Names and words of people in which a size stands: it is not converted"
    )


@register("job", "A whole job through every calculator, station by station", JobInput, JobAssessment)
def assess(job: JobInput) -> Outcome[JobAssessment]:
    """Asks each room for which the entries are there, and gives the nine stations with their verdicts."""
    answers = course_of(job)
    outcomes = {code: one.outcome for code, one in answers.items()}
    findings = {code: one.findings for code, one in outcomes.items()}
    results = {name: getattr(one.result, name) for one in outcomes.values() for name in type(one.result).model_fields}
    evidence = evidence_of(findings, job.handover.waivers)
    every = [one for found in findings.values() for one in found]
    shown = views(answers)
    against = waits_for(outcomes, evidence)
    assessment = JobAssessment.model_construct(
        stations=shown,
        next_step=next_step(shown),
        asked=asked_of(shown),
        evidence=evidence,
        may_sign_off=not against,
        sign_waits_for=against,
        verdict=worst(every),
        named=sorted(job.picks.named | named_in(*(getattr(job, code) for code in answers), every=True)),
        **results,
    )
    return Outcome(assessment, every)


__all__ = ["JobAssessment", "JobFacts", "JobInput", "Picks", "assess"]
