"""Build put together: kit, steps with what each waits for, joints, waits, and what is left for a time."""

from __future__ import annotations

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.brief.competence import judge_competence, named, stopped_works
from rindle_core.stations.build.before_power import counted_codes
from rindle_core.stations.build.begun import begun_elsewhere, waits_here
from rindle_core.stations.build.damaged import judge_damaged
from rindle_core.stations.build.findings import COMPETENT, NO_STEPS, PEOPLE, STOPPED
from rindle_core.stations.build.given import (
    done_of,
    elsewhere,
    entries_of,
    hand_mark,
    judge_end,
    judge_labels,
    kit_input,
    labels_wanted,
    untold_of,
    weather_of,
)
from rindle_core.stations.build.joints import JointsInput, joints
from rindle_core.stations.build.kit_list import kit_list
from rindle_core.stations.build.measures import MeasuresInput, measures
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.proved import judge_proved
from rindle_core.stations.build.rehearsal import RehearsalInput, RehearsalResult, rehearsal
from rindle_core.stations.build.rim import RimInput, rim_check
from rindle_core.stations.build.step_figures import step_figures
from rindle_core.stations.build.steps import BuildInput, build
from rindle_core.stations.build.waits import WaitsInput, waits
from rindle_core.stations.entries import JobInput
from rindle_core.stations.lists import shortened
from rindle_core.stations.mounting import build_steps, joints_of, listed_codes, rehearsed_steps
from rindle_core.stations.station import WAITS_FOR_BRIEF, Context
from rindle_core.stations.stops import stops_of

WITHOUT_STEPS = NO_STEPS.missing(
    "The stores have no steps for this terminal",
    "Enter them from its guide in Stores: until then Rindle does not know what has to be done.",
)


def _may_climb(job: JobInput) -> list[Finding]:
    people = named(job.picks.members, job.brief.crew)
    if not people:
        return []
    return [judge_competence(COMPETENT, "climb", people, job.picks.words, job.brief.date, level=Level.MIND)]


def _rehearsed(job: JobInput, steps: list[BuildStep]) -> Outcome[RehearsalResult] | None:
    """The steps of the site against those on the mount that it was rehearsed on; None: it was not, or is not known."""
    kind = next((one for one in job.picks.mounts if one.code == job.build.rehearsed_on), None)
    if kind is None or not steps:
        return None
    return rehearsal(RehearsalInput(site=steps, rehearsed=rehearsed_steps(job, kind), on=kind.name))


def _people_for(job: JobInput, left: list[BuildStep]) -> list[Finding]:
    """Whether as many are named as a step takes that is left; nothing while nobody is, Brief asks for them."""
    named_count, wanted_count = len(job.brief.crew), max((one.people_count for one in left), default=1)
    if not named_count or wanted_count < 2:
        return []
    short = shortened([one.title for one in left if one.people_count > named_count])
    return [
        PEOPLE.at_least(
            float(named_count),
            float(wanted_count),
            level=Level.MIND,
            clear="There are people enough for each step",
            under=f"Fewer people are named than a step takes: {short}",
            why="One holds, passes up or foots the ladder while the other works.",
            clears_by="Name who helps, at Brief.",
        )
    ]


def assess(context: Context) -> Outcome[BuildPart]:
    """The steps with their hold points: a station that has no verdict, or a hold, holds what needs it."""
    job = context.job
    terminal = job.picks.terminal
    if terminal is None:
        return Outcome(BuildPart(build=None), [WAITS_FOR_BRIEF])
    told, words, brief = job.build, job.picks.words, job.brief
    steps, done = build_steps(job), done_of(job)
    kit = kit_list(kit_input(context, terminal))
    waiting = waits(
        WaitsInput(waits=waits_here(job), steps=steps, done=done, marks=told.waits, elsewhere=begun_elsewhere(job))
    )
    entries = entries_of(context, terminal, kit.result)
    made = build(
        BuildInput(
            steps=steps,
            listed=listed_codes(job),
            marks=told.step_marks,
            entries=entries,
            untold=untold_of(context, entries),
            stopped=stopped_works(brief.hazards, brief.releases, job.picks.members, words, brief.date),
            weather=weather_of(context),
            waits=waiting.result.waits,
            seen=told.seen_marks,
            photographed=[one.about.removeprefix("step:") for one in job.picks.documents if one.about],
            passes=told.passes,
            repeats=told.repeats,
            hand_mark=hand_mark(context, terminal),
            figures=dict(step_figures(context)),
        )
    )
    locked = job.peak.lock_after_db is not None
    bare = terminal.name if terminal.panel is None and not terminal.joints else ""
    held = joints(
        JointsInput(
            joints=joints_of(job), steps=steps, done=done, aim_locked=locked, marks=told.joint_marks, untold=bare
        )
    )
    all_done = made.result.next_code is None and bool(terminal.build_steps)
    left = measures(MeasuresInput(measures=told.measures, elsewhere=elsewhere(job), on=brief.date, leaving=all_done))
    rim = (
        rim_check(RimInput(gap_mm=told.rim_gap_mm, frequency_ghz=terminal.transmit_ghz, rules=job.picks.rules))
        if told.rim_gap_mm is not None and terminal.panel is None
        else None
    )
    before = _rehearsed(job, steps)
    part = BuildPart(
        build=made.result,
        kit_list=kit.result,
        joints=held.result,
        waits=waiting.result,
        measures=left.result,
        rim=rim.result if rim else None,
        rehearsal=before.result if before else None,
        labels_wanted=labels_wanted(terminal),
    )
    findings = [
        *([] if terminal.build_steps else [WITHOUT_STEPS]),
        *(one for one in made.findings if terminal.build_steps or one.level is not Level.CLEAR),
        *kit.findings,
        *judge_damaged(told.damages, kit.result),
        *(rim.findings if rim else []),
        *judge_labels(job, terminal),
        *(before.findings if before and not all_done else []),
        *held.findings,
        *waiting.findings,
        *left.findings,
        *judge_proved(steps, counted_codes(job), context.findings("cable")),
        *judge_end(job, all_done=all_done),
        *stops_of(job, STOPPED, "climb", "lift"),
        *_may_climb(job),
        *_people_for(job, [one for one in steps if one.code not in {mark.code for mark in done}]),
    ]
    return Outcome(part, findings)


__all__ = ["assess"]
