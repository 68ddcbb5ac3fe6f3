"""The travel card: what is down, in and locked before a vehicle drives off, and what is set up anew at each place."""

from __future__ import annotations

from rindle_core.job import JobAssessment, JobInput
from rindle_core.papers.repair import aim_rows
from rindle_core.papers.sheet import Sheet, block, lines


def travel_sheet(facts: JobInput, result: JobAssessment) -> Sheet:
    """Ticked by whoever drives; the figures of this place say nothing of the next one."""
    words = facts.picks.words
    return Sheet(
        title="Travel card",
        blocks=[
            *lines("stowed", "Before driving off", [_line(one.name, one.text) for one in words.stowed]),
            *lines("there", "At the next place", [_line(one.name, one.text) for one in words.travel_checks]),
            *block("last", "As it stood at this place", aim_rows(facts, result)),
        ],
    )


def _line(name: str, text: str) -> str:
    return f"{name}. {text}" if text else f"{name}."


__all__ = ["travel_sheet"]
