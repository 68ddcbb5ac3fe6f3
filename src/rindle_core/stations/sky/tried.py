"""The trial of a job: what it says of a position, and whether one is wanted."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.asked_once import asked_once
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.findings import TRIAL, TRIAL_WANTED
from rindle_core.stations.sky.low_orbit import LowOrbitResult
from rindle_core.stations.sky.seen import low_orbit_input, offset_of, set_for, simulated_once, terminal_height
from rindle_core.stations.sky.trial import TrialInput, TrialResult, trial
from rindle_core.stations.traits import is_fixed

BY_HAND = "counted by hand"  # stands in the name of a log that somebody kept
_READ_IT = "Read the panel's log, or write down by hand what was seen: none seen is said, too."


def _has_log(job: JobInput) -> bool:
    """A log without an outage says that there was none; no log says nothing."""
    return bool(job.sky.trial.log_name or job.sky.trial.events)


def trial_of(job: JobInput, letter: str | None = None) -> Outcome[TrialResult] | None:
    """The `trial` calculator as it speaks for a position (the planned one by default);

    None until a trial has ended and its log was read. The prediction is that for the trial's own position.
    """
    return _trial_of(job, job.sky.position_letter if letter is None else letter)


@asked_once
def _trial_of(job: JobInput, judged: str) -> Outcome[TrialResult] | None:
    told = job.sky.trial
    if told.started_at is None or told.ended_at is None or told.ended_at <= told.started_at or not _has_log(job):
        return None
    given = low_orbit_input(job, told.letter)
    if given is not None and told.height_m is not None:
        stood = {"terminal_height_m": told.height_m, "read_height_m": set_for(job, told.letter)[1].read_height_m}
        if any(getattr(given, name) != value for name, value in stood.items()):
            given = given.model_copy(update={**stood, "bearings": False})
    predicted = None if given is None else simulated_once(given)
    sectors: list[float] = []
    if predicted is not None:
        blocked = [one.blocked_percent for one in predicted.result.sectors]
        sectors = [blocked[at] + blocked[at + 1] for at in range(0, len(blocked), 2)]
    (east, north), (to_east, to_north) = offset_of(job, told.letter), offset_of(job, judged)
    up = 0.0
    planned = terminal_height(job, judged)
    if told.height_m is not None and planned is not None:
        up = planned - told.height_m
    return trial(
        TrialInput(
            events=told.events,
            started_at=told.started_at,
            ended_at=told.ended_at,
            predicted_blocked_percent=predicted.result.blocked_percent if predicted else None,
            predicted_interruptions_per_h=predicted.result.blocked_per_h if predicted else None,
            predicted_over_h=given.duration_h if given else None,
            predicted_sectors_percent=sectors,
            by_hand=BY_HAND in told.log_name,
            fixed=is_fixed(job.picks),
            apart_m=float((to_east - east) ** 2 + (to_north - north) ** 2 + up**2) ** 0.5,
            rules=job.picks.rules,
        )
    )


def trial_level(job: JobInput, letter: str) -> Level | None:
    """What the trial that stood at a position says of it; None where none stood there, or none has ended."""
    if job.sky.trial.letter != letter:
        return None
    found = trial_of(job, letter)
    return None if found is None else next((one.level for one in found.findings if one.code == TRIAL.code), None)


def of_the_plan(job: JobInput, findings: list[Finding]) -> list[Finding]:
    """A trial judges the place where it stood: of another one that is planned now it neither holds nor clears."""
    stood, planned = job.sky.trial.letter, job.sky.position_letter
    if stood == planned:
        return findings
    names = [f"position {letter}" if letter else "the job’s place" for letter in (stood, planned)]
    return [
        TRIAL(
            Level.MIND,
            f"The trial stood at {names[0]}, not at {names[1]}",
            f"There: {one.message[0].lower()}{one.message[1:]}.",
            figure=one.figure,
            limit=one.limit,
            bound=one.bound,
            clears_by=f"Try {names[1]} for as long, before anything is drilled.",
        )
        if one.code == TRIAL.code
        else one
        for one in findings
    ]


def judge_wanted(job: JobInput) -> list[Finding]:
    """A trial first is the usual choice where the job says so: it is asked for until its log is there. One that was
    begun is asked for its end, and for its log, by whichever job.
    """
    told, terminal = job.sky.trial, job.picks.terminal
    if told.started_at is not None and told.ended_at is None:
        return [TRIAL.missing("The trial is running", "End it after its time, and read its log.")]
    if told.started_at is not None and told.ended_at is not None and told.ended_at <= told.started_at:
        return [TRIAL.missing("The trial ends before it begins", "Check when it was begun and ended.")]
    if told.started_at is None and (told.ended_at is not None or _has_log(job)):
        return [
            TRIAL.missing(
                "When the trial was begun is not known", "Enter it: what share of the time was lost needs it."
            )
        ]
    if told.ended_at is not None:
        return [] if _has_log(job) else [TRIAL.missing("The trial has ended, and nothing of it is read", _READ_IT)]
    if terminal is None or terminal.panel is None or job.brief.permanence != "trial":
        return []
    return [
        TRIAL.missing(
            "A trial is wanted before anything is drilled",
            "Put the panel on its tripod near the place, and start the trial.",
        )
    ]


def judge_marginal(job: JobInput, found: LowOrbitResult | None) -> list[Finding]:
    """A sector that costs time is marginal: what hands read of it is too rough to drill by. No trial is asked for where
    the job asks for one anyway, where the sky fails without one, or of a set that travels.
    """
    told, rules = job.sky.trial, job.picks.rules
    tried_here = told.letter == job.sky.position_letter and told.started_at is not None  # asked for until it is read
    if found is None or tried_here or job.brief.permanence in ("trial", "portable"):
        return []
    marginal = [one for one in found.sectors if one.blocked_percent >= rules.trial_sector_percent]
    if not marginal or found.out_percent > rules.low_orbit_hold_percent:
        return []
    worst = max(marginal, key=lambda one: one.blocked_percent)
    others = len(marginal) - 1
    return [
        TRIAL_WANTED(
            Level.MIND,
            f"Try the panel there first: the sky towards {worst.from_deg:.0f}° to {worst.to_deg:.0f}° true is marginal",
            "So much of the time is lost there by what was read, and hand readings and branches are no finer than that."
            + (f" So it is towards {others} more." if others else ""),
            figure=worst.blocked_percent,
            limit=rules.trial_sector_percent,
            bound="at_most",
            clears_by=f"Put the panel on its tripod for about {rules.trial_wanted_h:g} h before anything is drilled.",
        )
    ]


__all__ = ["BY_HAND", "judge_marginal", "judge_wanted", "of_the_plan", "trial_level", "trial_of"]
