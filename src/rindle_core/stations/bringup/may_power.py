"""Whether the terminal may be switched on: what comes before it, who may do it, and what a hazard stops."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.stations.brief.competence import judge_competence, named
from rindle_core.stations.bringup.findings import QUALIFIED, STOPPED
from rindle_core.stations.build.before_power import before_power_open
from rindle_core.stations.entries import JobInput
from rindle_core.stations.stops import stops_of


def _judge_qualified(job: JobInput) -> list[Finding]:
    """Whoever aims a transmitter by hand has to know what a wrong aim does to others; a panel that turns itself asks
    for nobody.
    """
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if panel is not None and panel.self_aiming:
        return []
    people = named(job.picks.members, job.brief.crew)
    if not people and "qualified" in job.brief.settled:
        return [
            QUALIFIED(
                Level.MIND,
                "That somebody trained does the transmit side is said, not shown",
                "It is ticked as settled; no role or certificate shows it.",
                clears_by="Name the people of this job at Brief; Stores keep their roles and certificates.",
            )
        ]
    return [judge_competence(QUALIFIED, "transmit", people, job.picks.words, job.brief.date)]


def judge_who_may(job: JobInput) -> list[Finding]:
    """The person for the transmit side, and mains work that is stopped."""
    return [*_judge_qualified(job), *stops_of(job, STOPPED, "mains")]


def power_waits_for(job: JobInput) -> list[str]:
    """What stands against power, in words; empty where nothing does."""
    panel = job.picks.terminal is not None and job.picks.terminal.panel is not None
    steps = [] if panel or job.bringup.in_front_clear else ["nobody said that nobody is in front of it"]
    if job.bringup.powered_where != "bench":  # there it is not mounted yet
        steps += [f"not marked done at Build: {title}" for title in before_power_open(job)]
    return [*steps, *(one.message for one in judge_who_may(job) if one.level is Level.HOLD)]


__all__ = ["judge_who_may", "power_waits_for"]
