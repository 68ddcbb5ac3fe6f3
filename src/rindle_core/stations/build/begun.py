"""Waits that the job itself tells: a state of the terminal, a trial, a carrier, an update that settles."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Iterator

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Wait
from rindle_core.stations.build.waits import BegunWait
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import RESIN_SETS, resin_sets_min

_CARRIER, _RESTART, _SETTLING, _TRIAL = "carrier", "lineup_restart", "settling", "trial"
LOOKS_AT = (
    *("bringup.powered_at", "bringup.states_entered", "bringup.lineup_log"),
    *("bringup.updated_at", "bringup.settled_at", "sky.trial"),
)


def waits_here(job: JobInput) -> list[Wait]:
    """The house's waits; that of the anchors' resin as long as its sheet and the cold of the day make it, and as it
    ships where the house has none: it is asked for in any case.
    """
    lasts_min, every = resin_sets_min(job), job.picks.words.waits
    if lasts_min is None:
        return every
    shipped = [one for one in DEFAULT_WORDS.waits if one.code == RESIN_SETS]
    there = any(one.code == RESIN_SETS for one in every)
    own = {"usual_min": lasts_min, "late_min": 2.0 * lasts_min}
    return [
        one.model_copy(update=own) if one.code == RESIN_SETS else one for one in (every if there else every + shipped)
    ]


def _states(job: JobInput) -> Iterator[BegunWait]:
    """States that name a wait, as somebody reads them off; those with the same one behind each other are one.

    A terminal that is asked tells its own clock, and Bring-up shows it.
    """
    powered, terminal = job.bringup.powered_at, job.picks.terminal
    if powered is None or terminal is None:
        return
    known = {one.code: one for one in terminal.bringup_states}
    entered = [one for one in job.bringup.states_entered if one.code in known]
    stays = itertools.groupby(entered, key=lambda one: known[one.code].wait)
    runs = [(code, list(run)) for code, run in stays]
    for at, (code, run) in enumerate(runs):
        if not code:
            continue
        ends = runs[at + 1][1][0].at_s if at + 1 < len(runs) else None
        usual_min = sum(one.usual_s for one in terminal.bringup_states if one.wait == code) / 60.0
        yield BegunWait(
            code=code,
            by=known[run[0].code].name,
            started_at=powered + dt.timedelta(seconds=run[0].at_s),
            ended_at=None if ends is None else powered + dt.timedelta(seconds=ends),
            lasts_min=usual_min or None,
            late_min=usual_min * job.picks.rules.stuck_share or None,
        )


def _desk(job: JobInput) -> Iterator[BegunWait]:
    """The carrier from on to off, and the start that follows the line-up until a state is seen after it."""
    log = sorted(job.bringup.lineup_log, key=lambda one: one.at)
    on = next((one.at for one in reversed(log) if one.step == "carrier_on"), None)
    if on is not None:
        off = next((one.at for one in log if one.step == "carrier_off" and one.at >= on), None)
        desk = job.picks.satellite.desk if job.picks.satellite else None
        most_min = desk.carrier_most_min if desk else None  # as the alarm at the head has it
        yield BegunWait(
            code=_CARRIER,
            by="Unmodulated carrier on",
            started_at=on,
            ended_at=off,
            lasts_min=most_min,
            late_min=most_min,
        )
    again = next((one.at for one in reversed(log) if one.step == "restarted"), None)
    powered = job.bringup.powered_at
    if again is not None and powered is not None:
        seen = (powered + dt.timedelta(seconds=one.at_s) for one in job.bringup.states_entered)
        yield BegunWait(
            code=_RESTART,
            by="Started again",
            started_at=again,
            ended_at=min((at for at in seen if at > again), default=None),
        )


def begun_elsewhere(job: JobInput) -> list[BegunWait]:
    """What other stations tell to have begun, the last of each kind."""
    told = [*_states(job), *_desk(job)]
    trial, update, rules = job.sky.trial, job.bringup, job.picks.rules
    if trial.started_at is not None:
        told.append(BegunWait(code=_TRIAL, by="Trial begun", started_at=trial.started_at, ended_at=trial.ended_at))
    if update.updated_at is not None:
        told.append(
            BegunWait(
                code=_SETTLING,
                by="Update put in",
                started_at=update.updated_at,
                ended_at=update.settled_at,
                lasts_min=rules.settle_min or None,  # from then on speed is judged
                late_min=rules.settle_min * rules.stuck_share or None,
            )
        )
    return list({one.code: one for one in told}.values())


__all__ = ["LOOKS_AT", "begun_elsewhere", "waits_here"]
