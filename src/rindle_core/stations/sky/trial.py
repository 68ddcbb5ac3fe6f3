"""A trial of the panel on its tripod: its log counted, and held against the prediction."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from typing import Literal, NamedTuple

import numpy as np
from pydantic import AwareDatetime, Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.sky.findings import TRIAL, TRIAL_OUTSIDE, TRIAL_SILENT
from rindle_core.stations.sky.trial_log import MOST_EVENTS, Cause, TrialEvent

_SECTOR_DEG = 30.0
_SURE = 2.0  # standard deviations from which two counts are called different
_HIDDEN_S = 3600.0  # an hour without an event is no proof that the log ran


_LEAST_BLOCKED = 5  # interruptions that make a rate
_MISSED = 12.0  # expected in a silence before it is doubted: chance leaves it so once in 160 000 (Poisson)
_NOT_PASSED = "the satellites have not passed everywhere yet"


class TrialInput(Model):
    """The trial, and what was predicted for the same place."""

    events: list[TrialEvent] = Field(default_factory=list, max_length=MOST_EVENTS)
    started_at: AwareDatetime
    ended_at: AwareDatetime
    predicted_blocked_percent: float | None = Field(default=None, ge=0, le=100)
    predicted_interruptions_per_h: float | None = Field(default=None, ge=0, description="Those by obstruction")
    predicted_over_h: float | None = Field(
        default=None, gt=0, description="Hours that the prediction followed: it scatters as a trial does; None: exact"
    )
    predicted_sectors_percent: list[float] = Field(
        default_factory=list, description="Blocked share of the time by sector of 30°, from north clockwise"
    )
    by_hand: bool = Field(default=False, description="Counted by somebody: what nobody saw is not in it")
    fixed: bool = Field(default=False, description="One satellite that stands still: none has to pass")
    apart_m: float = Field(
        default=0.0, ge=0, description="From the trial's place and height to the position it was predicted for"
    )
    rules: HouseRules = DEFAULT_RULES


class CauseCount(Model):
    """What one cause cost."""

    cause: Cause
    count: int
    seconds_s: float
    percent: float = Field(description="Of the trial's time")
    longest_s: float


class TrialSector(Model):
    """A sector of 30°: observed and predicted share of the time that is blocked."""

    from_deg: float
    observed_percent: float
    predicted_percent: float | None


class TrialHour(Model):
    """An hour of the trial."""

    hour: int = Field(description="Since the start, 0 for the first")
    count: int = Field(description="Outages that began in it")
    seconds_s: float = Field(description="Lost in it, whatever the cause")
    blocked_s: float = Field(default=0.0, description="Of those, by obstruction")
    other_s: float | None = Field(default=None, description="Of those, by whatever else; None in older records")
    predicted_s: float | None = Field(
        default=None, description="Predicted to be lost by obstruction in such an hour, on average"
    )


class TrialResult(Model):
    """Availability by cause, sector and hour, and which to believe."""

    hours_h: float
    available_percent: float
    interruptions_per_h: float
    longest_s: float
    causes: list[CauseCount]
    sectors: list[TrialSector]
    hours: list[TrialHour]
    observed_blocked_percent: float
    blocked_per_h: float
    outside_count: int = Field(default=0, description="Outages of the log that lie outside the trial's time, left out")
    silent_h: float | None = Field(
        default=None,
        exclude_if=lambda told: told is None,
        description="Longest stretch without an interruption by obstruction, where the rest of the log has so many "
        "that chance does not explain it; None: there is none",
    )
    silent_from: dt.datetime | None = Field(
        default=None, exclude_if=lambda told: told is None, description="When that stretch begins"
    )
    difference_sd: float | None = Field(
        description="Observed less predicted interruptions by obstruction, in standard deviations of the count"
    )
    believe: Literal["trial", "prediction", "both", "neither"]
    because: str


class _Outage(NamedTuple):
    """An event, cut to the trial's time, that began so many seconds after its start."""

    begin_s: float
    seconds: float
    cause: Cause
    azimuth_deg: float | None


def _inside(given: TrialInput, total_s: float) -> list[_Outage]:
    kept = []
    for event in given.events:
        begin_s = (event.start - given.started_at).total_seconds()
        if begin_s < 0.0 or begin_s + event.seconds > total_s:
            first_s, last_s = max(begin_s, 0.0), min(begin_s + event.seconds, total_s)
            if first_s < last_s:
                kept.append(_Outage(first_s, last_s - first_s, event.cause, event.azimuth_deg))
        else:
            kept.append(_Outage(begin_s, event.seconds, event.cause, event.azimuth_deg))
    return kept


def _silence(blocked: Sequence[_Outage], given: TrialInput, whole_s: float) -> tuple[float, dt.datetime] | None:
    """Hours and start of the longest stretch without an interruption, where more than chance made it.

    What stands in the way interrupts at one rate: by Poisson's law exp(-rate · length) is the chance of a silence.
    """
    if len(blocked) < _LEAST_BLOCKED:
        return None
    in_order = sorted(blocked, key=lambda one: one.begin_s)
    ends_s = [0.0, *(one.begin_s + one.seconds for one in in_order)]
    starts_s = [*(one.begin_s for one in in_order), whole_s]
    length_s, begin_s = max((start_s - end_s, end_s) for start_s, end_s in zip(starts_s, ends_s, strict=True))
    rest_s = whole_s - length_s
    expected = len(blocked) * length_s / rest_s if rest_s > 0.0 else 0.0
    silent_from = given.started_at + dt.timedelta(seconds=begin_s)
    return (length_s / 3600.0, silent_from) if expected >= _MISSED else None


def _causes(events: Sequence[_Outage], total_s: float) -> list[CauseCount]:
    names: tuple[Cause, ...] = ("blocked", "no_satellite", "network", "power", "unknown")
    rows = []
    for name in names:
        mine = [event.seconds for event in events if event.cause == name]
        if mine:
            rows.append(
                CauseCount(
                    cause=name,
                    count=len(mine),
                    seconds_s=sum(mine),
                    percent=100.0 * sum(mine) / total_s,
                    longest_s=max(mine),
                )
            )
    return rows


def _trial_sectors(given: TrialInput, blocked: Sequence[_Outage], total_s: float) -> list[TrialSector]:
    count = int(360 / _SECTOR_DEG)
    lost = [0.0] * count
    for event in blocked:
        if event.azimuth_deg is not None:
            lost[int(event.azimuth_deg % 360.0 // _SECTOR_DEG)] += event.seconds
    told = given.predicted_sectors_percent if len(given.predicted_sectors_percent) == count else [None] * count
    return [
        TrialSector(from_deg=at * _SECTOR_DEG, observed_percent=100.0 * lost[at] / total_s, predicted_percent=told[at])
        for at in range(count)
    ]


def _hours(events: Sequence[_Outage], given: TrialInput, length_s: float) -> list[TrialHour]:
    """An outage over the turn of an hour is shared out. The prediction is the mean of its passes: it knows no
    particular hour.
    """
    begins_s = np.array([one.begin_s for one in events])
    ends_s = begins_s + np.array([one.seconds for one in events])
    blocked = np.array([one.cause == "blocked" for one in events], dtype=bool)
    rows = []
    for hour in range(math.ceil(length_s / 3600.0 - 1e-9)):
        begin_s = 3600.0 * hour
        end_s = min(begin_s + 3600.0, length_s)
        lost_s = np.clip(np.minimum(ends_s, end_s) - np.maximum(begins_s, begin_s), 0.0, None)
        share = given.predicted_blocked_percent
        rows.append(
            TrialHour(
                hour=hour,
                count=int(np.count_nonzero((begins_s >= begin_s) & (begins_s < end_s))),
                seconds_s=float(lost_s.sum()),
                blocked_s=float(lost_s[blocked].sum()),
                other_s=float(lost_s[~blocked].sum()),
                predicted_s=None if share is None else share / 100.0 * (end_s - begin_s),
            )
        )
    return rows


@register(
    "trial",
    "A trial held against the prediction by cause, sector and hour, and which to believe",
    TrialInput,
    TrialResult,
)
def trial(given: TrialInput) -> Outcome[TrialResult]:
    """Shares of the trial's time. Counts are compared by the spread that a trial's count has.

    Passes share the interruptions out more evenly than chance: over two hundred seeds of the demo's sky a count spreads
    by 0.65 of the root that Poisson's law gives (house rule). Two such spreads are asked before they are called
    different.
    """
    total_s = (given.ended_at - given.started_at).total_seconds()
    if total_s <= 0:
        raise InputError.one("ended_at", "lies before the start of the trial")
    hours, events = total_s / 3600.0, _inside(given, total_s)
    blocked = [event for event in events if event.cause == "blocked"]
    lost_s = min(sum(event.seconds for event in events), total_s)
    predicted_count = (
        None if given.predicted_interruptions_per_h is None else given.predicted_interruptions_per_h * hours
    )
    of_both = 1.0 if given.predicted_over_h is None else 1.0 + hours / given.predicted_over_h
    spread = given.rules.trial_spread_share * math.sqrt(max(predicted_count or 0.0, 1.0) * of_both)
    sd = None if predicted_count is None else (len(blocked) - predicted_count) / spread
    believe, because = _believe(given, hours, sd, events)
    silent_h, silent_from = _silence(blocked, given, total_s) or (None, None)
    result = TrialResult(
        hours_h=hours,
        available_percent=100.0 * (1.0 - lost_s / total_s),
        interruptions_per_h=len(events) / hours,
        longest_s=max((event.seconds for event in events), default=0.0),
        causes=_causes(events, total_s),
        sectors=_trial_sectors(given, blocked, total_s),
        hours=_hours(events, given, total_s),
        observed_blocked_percent=100.0 * min(sum(event.seconds for event in blocked), total_s) / total_s,
        blocked_per_h=len(blocked) / hours,
        outside_count=len(given.events) - len(events),
        silent_h=silent_h,
        silent_from=silent_from,
        difference_sd=sd,
        believe=believe,
        because=because,
    )
    return Outcome(result, _judge(result, given))


def _believe(
    given: TrialInput, hours: float, sd: float | None, events: Sequence[_Outage]
) -> tuple[Literal["trial", "prediction", "both", "neither"], str]:
    if given.events and not events:
        return "neither", "None of the log's outages lies in the trial's time: its clock or its zone is another one."
    if given.apart_m > given.rules.trial_apart_m:
        return (
            "prediction",
            f"The panel stood {given.apart_m:.0f} m from the position: near things looked different from there.",
        )
    if hours < given.rules.trial_least_h:
        missed = "rain, wind and a busy evening need not be among them" if given.fixed else _NOT_PASSED
        return (
            "prediction",
            f"{hours:.1f} hours are too few: {missed}; {given.rules.trial_wanted_h:g} hours are usual.",
        )
    if (
        not events
        and hours * 3600.0 > _HIDDEN_S
        and given.predicted_interruptions_per_h
        and sd is not None
        and sd < -_SURE
    ):
        return "neither", "The log is empty although interruptions were predicted: see that the panel wrote one at all."
    if given.by_hand and sd is not None and sd <= _SURE:
        return "prediction", "It was counted by hand: outages that nobody saw are not in it."
    if sd is None:
        return "trial", "There is no prediction to hold it against."
    if abs(sd) <= _SURE:
        return "both", "Trial and prediction agree within what chance explains."
    if sd > 0:
        return (
            "trial",
            "It was interrupted more often than predicted: thin branches, wires and swaying trees are missed by hand "
            "readings.",
        )
    return (
        "trial",
        "It was interrupted less often than predicted: the network avoids what it has learnt to be blocked, or a "
        "point was read too high.",
    )


def _judge(result: TrialResult, given: TrialInput) -> list[Finding]:
    outside = [*_judge_outside(result, given), *_judge_silent(result)]
    if result.believe == "neither":
        return [TRIAL.missing("The trial cannot be believed", result.because), *outside]
    limit = given.rules.low_orbit_hold_percent
    out = 100.0 - result.available_percent
    level = (
        Level.HOLD
        if out > limit
        else Level.MIND
        if out > given.rules.browse_out_percent
        or result.believe == "prediction"
        or given.by_hand
        or _bare(given)
        or result.silent_h
        else Level.CLEAR
    )
    long = "the panel was too long without service in the trial"
    served = {
        Level.HOLD: long,
        Level.MIND: long if out > given.rules.browse_out_percent else "it was served in what the log holds",
        Level.CLEAR: "the panel was served well enough",
    }[level]
    said = {"trial": "Believe the trial", "prediction": "Believe the prediction", "both": "Trial and prediction agree"}[
        result.believe
    ]
    return [
        TRIAL(
            level,
            f"{said}: {served}",
            result.because,
            figure=out,
            limit=given.rules.browse_out_percent,
            bound="at_most",
            clears_by=_clears(result, given, level),
        ),
        *outside,
    ]


def _bare(given: TrialInput) -> bool:
    """A log without an outage, and nothing to hold it against: it may be that none was written."""
    return not given.events and given.predicted_interruptions_per_h is None


def _clears(result: TrialResult, given: TrialInput, level: Level) -> str:
    if level is Level.CLEAR:
        return ""
    if _bare(given) and not given.by_hand:
        return "See that a log was written at all: one that is empty looks the same."
    if given.by_hand and 100.0 - result.available_percent <= given.rules.browse_out_percent:
        return "Read the panel's own log, which sees what nobody does."
    if result.silent_h and 100.0 - result.available_percent <= given.rules.browse_out_percent:
        return "Enter the time for which the log was written, or try again."
    return "Move or raise the panel, then try again for as long."


def _judge_outside(result: TrialResult, given: TrialInput) -> list[Finding]:
    """Outages that are left out are told: a clock in another zone moves them out of the trial's time."""
    if result.outside_count == 0:
        return []
    return [
        TRIAL_OUTSIDE(
            Level.MIND,
            "Some of the log's outages lie outside the trial's time",
            "They are left out. A log in another zone than was said is the usual reason.",
            figure=float(result.outside_count),
            limit=0.0,
            clears_by="Check the zone of the log, and when the trial was started and ended.",
        )
    ]


def _judge_silent(result: TrialResult) -> list[Finding]:
    """A log that ends early, or begins late, looks like a good sky."""
    if result.silent_h is None:
        return []
    others = result.hours_h - result.silent_h
    return [
        TRIAL_SILENT(
            Level.MIND,
            f"For {result.silent_h:.1f} of {result.hours_h:.1f} hours nothing is logged",
            f"In the other {others:.1f} hours the sky interrupted it all the time. A log that was not written looks "
            "so; so does a tree that swayed for a while.",
            figure=result.silent_h,
            limit=0.0,
            clears_by="See that the log was written all the time; else set the trial's clock to the time that it was.",
        )
    ]


__all__ = [
    "CauseCount",
    "TrialHour",
    "TrialInput",
    "TrialResult",
    "TrialSector",
    "trial",
]
