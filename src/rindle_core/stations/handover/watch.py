"""The line watched for gaps after the work: share of time, gaps an hour, causes, bearings, and what chance leaves."""

from __future__ import annotations

from typing import Annotated

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them
from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.handover.findings import WATCH
from rindle_core.stations.sky.low_orbit_uses import Gap, UseVerdict, uses_of
from rindle_core.stations.sky.trial import TrialInput, TrialResult, TrialSector, trial
from rindle_core.stations.sky.trial_log import TrialEvent

_SURE = 0.9  # of both intervals
_LEAST_HOURS, _LEAST_GAPS = 6, 5  # under which no interval of the share of time is told
_DRAWS, _SEED = 2000, 71  # of the bootstrap: the same log, the same interval
_SECTOR_POINTS = 0.1  # percent of the time by which a bearing is worse than predicted before it is named


class Watch(Model):
    """A stretch in which the line was watched, and the gaps that were seen."""

    started_at: Annotated[AwareDatetime | None, Entry("Watched from", past=True)] = None
    ended_at: Annotated[AwareDatetime | None, Entry("Watched until", past=True)] = None
    log_name: Annotated[str, Entry("Log")] = Field(default="", max_length=200)
    by_hand: Annotated[bool, Entry("Counted by somebody")] = False
    events: Annotated[list[TrialEvent], Entry("Gaps")] = Field(default_factory=list, max_length=20_000)


class WatchInput(TrialInput):
    """As of a trial; `started_at` to `ended_at` is the stretch that was watched."""

    work_from: AwareDatetime | None = Field(
        default=None,
        description="When the day of the work began at the site: what was watched before is of another line",
    )


class WatchResult(Model):
    """The gaps counted, and how far chance may have shifted them."""

    counted: TrialResult
    gaps_low_per_h: float = Field(description="Lower end of the gaps an hour, 90 % sure (Poisson, exact)")
    gaps_high_per_h: float
    available_low_percent: float | None = Field(
        description="Lower end of the share of time with service, 90 % sure by drawing the hours anew; "
        "None: too few hours or gaps to tell"
    )
    available_high_percent: float | None
    uses: list[UseVerdict]
    worse: list[TrialSector] = Field(description="Bearings that cost more of the time than was predicted, worst first")
    proves: bool = Field(
        default=False,
        description="Whether it was long enough, by a log, and with something to hold an empty log against: else gaps "
        "that are not in it may have been there",
    )
    come_back: str = Field(description="What follows: leave it, look again, or come back, and why")


def poisson_ends(count: int, sure: float = _SURE) -> tuple[float, float]:
    """Between what the mean of a Poisson count lies.

    Source: F. Garwood, Biometrika 28 (1936) 437; exact by the chi-square law.
    """
    tail = (1.0 - sure) / 2.0
    low = 0.0 if count == 0 else float(scipy.special.gammaincinv(count, tail))
    return low, float(scipy.special.gammaincinv(count + 1, 1.0 - tail))


def share_ends(lost_s: list[float], length_s: list[float]) -> tuple[float, float]:
    """Between what the share of time with service lies, percent: the hours drawn anew, as whole blocks.

    Gaps of one hour come together, hours among themselves far less: that is why hours are drawn and not gaps. Source:
    B. Efron, Annals of Statistics 7 (1979) 1 (percentile interval of the bootstrap).
    """
    lost, length = np.array(lost_s), np.array(length_s)
    draw = np.random.default_rng(_SEED).integers(0, len(lost), size=(_DRAWS, len(lost)))
    shares = 100.0 * (1.0 - lost[draw].sum(axis=1) / length[draw].sum(axis=1))
    low, high = np.percentile(shares, [50.0 * (1.0 - _SURE), 100.0 - 50.0 * (1.0 - _SURE)])
    return float(low), float(high)


@register("watch", "Gaps of the line after the work, with intervals, uses and bearings", WatchInput, WatchResult)
def watch(given: WatchInput) -> Outcome[WatchResult]:
    """Counts as a trial's does (see `trial`), and tells how much of that may be chance. Raises InputError."""
    counted = trial(TrialInput.model_validate(given.model_dump(exclude={"work_from"}))).result
    low, high = poisson_ends(sum(one.count for one in counted.causes))
    hours = counted.hours_h
    ends: tuple[float | None, float | None] = (None, None)
    gap_count = sum(one.count for one in counted.causes)
    if len(counted.hours) >= _LEAST_HOURS and gap_count >= _LEAST_GAPS:
        length_s = [3600.0] * (len(counted.hours) - 1) + [3600.0 * (hours - len(counted.hours) + 1)]
        ends = share_ends([one.seconds_s for one in counted.hours], length_s)
    gaps = [Gap((one.start - given.started_at).total_seconds(), one.seconds) for one in given.events]
    inside = [one for one in gaps if 0.0 <= one.start_s <= 3600.0 * hours]
    result = WatchResult(
        counted=counted,
        gaps_low_per_h=low / hours,
        gaps_high_per_h=high / hours,
        available_low_percent=ends[0],
        available_high_percent=ends[1],
        uses=uses_of(100.0 - counted.available_percent, inside, hours, given.rules),
        worse=_worse(counted),
        proves=_proves(given, counted),
        come_back=_come_back(given, counted),
    )
    return Outcome(result, [_judge(given, result)])


def _bare(given: WatchInput) -> bool:
    """A log without a gap, and nothing to hold it against: it may be that none was written."""
    return not given.events and given.predicted_interruptions_per_h is None


def _of_another_line(given: WatchInput) -> bool:
    return given.work_from is not None and given.started_at < given.work_from


def _proves(given: WatchInput, counted: TrialResult) -> bool:
    long = counted.hours_h >= given.rules.trial_least_h
    whole = not given.by_hand and not _bare(given) and not _of_another_line(given) and counted.silent_h is None
    return long and whole and counted.believe != "neither"


def _worse(counted: TrialResult) -> list[TrialSector]:
    rows = [
        one
        for one in counted.sectors
        if one.predicted_percent is not None and one.observed_percent > one.predicted_percent + _SECTOR_POINTS
    ]
    return sorted(rows, key=lambda one: (one.predicted_percent or 0.0) - one.observed_percent)


def _come_back(given: WatchInput, counted: TrialResult) -> str:
    """What follows, by what costs most."""
    out, rules = 100.0 - counted.available_percent, given.rules
    if counted.believe == "neither":
        return "Read the log anew: it does not fit the time that was watched."
    if counted.hours_h < rules.trial_least_h:
        return f"Go on watching: {rules.trial_least_h:g} hours are the least that tells anything."
    if out <= rules.browse_out_percent:
        return "Leave it. Look again after a week, after storms and when the leaves are out."
    most = max(counted.causes, key=lambda one: one.seconds_s)
    return {
        "blocked": "Come back: something stands in the way. Read the skyline towards the worst bearing again.",
        "no_satellite": "Ask the operator: too few satellites pass here, which no installer mends.",
        "network": "Ask the operator: the gaps are the network's.",
        "power": "Come back: it starts again by itself. Look at the supply, the plug and the connectors.",
        "unknown": "Come back or ask: nothing tells the cause. See whether the gaps come with rain, wind or an hour.",
    }[most.cause]


def _judge(given: WatchInput, result: WatchResult) -> Finding:
    counted, rules = result.counted, given.rules
    out = 100.0 - counted.available_percent
    short = counted.hours_h < rules.trial_least_h
    if counted.believe == "neither":
        return WATCH.missing("The log of the watch cannot be believed", counted.because)
    told_by_hand = " It was counted by hand: what nobody saw is not in it." if given.by_hand else ""
    level = (
        Level.HOLD
        if out > rules.low_orbit_hold_percent and not short and not _of_another_line(given)
        else Level.MIND
        if out > rules.browse_out_percent or not result.proves or counted.outside_count
        else Level.CLEAR
    )
    message = {
        Level.HOLD: "The line is out far too long",
        Level.MIND: "It was watched before the day of the work"
        if _of_another_line(given)
        else "Watched for too short a time"
        if short
        else "The line is out too long"
        if out > rules.browse_out_percent
        else "Watched by eye alone"
        if given.by_hand
        else "An empty log, and nothing to hold it against"
        if _bare(given)
        else f"For {counted.silent_h:.1f} of {counted.hours_h:.1f} hours nothing is logged"
        if counted.silent_h
        else "Some gaps of the log lie outside the time watched",
        Level.CLEAR: "Watched, and out for no longer than is allowed",
    }[level]
    why = (
        f"{counted.hours_h:.1f} hours, {counted.interruptions_per_h:.1f} gaps an hour "
        f"(90 % sure between {result.gaps_low_per_h:.1f} and {result.gaps_high_per_h:.1f}).{told_by_hand}"
    )
    return WATCH(
        level,
        message,
        why,
        figure=out,
        limit=rules.browse_out_percent,
        bound="at_most",
        clears_by="" if level is Level.CLEAR else _clears(given, counted, result.come_back),
    )


def _clears(given: WatchInput, counted: TrialResult, come_back: str) -> str:
    if _of_another_line(given):
        return "Mend when it was watched, or the day of the work; else watch the new line."
    if _bare(given) and not given.by_hand:
        return "See that the log was written at all: one that is empty looks the same."
    if counted.silent_h:
        return "See that the log was written all the time; else set the clock of the watch to the time that it was."
    if counted.outside_count:
        return f"{come_back} Check the zone of the log: {counted.outside_count} gaps are left out."
    return come_back


__all__ = ["Watch", "WatchInput", "WatchResult", "poisson_ends", "share_ends", "watch"]
