"""What was rehearsed on a stand on the ground, against the work at the site: what is done there alone, in another
order, or on a ladder.
"""

from __future__ import annotations

from bisect import bisect_left

from pydantic import Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.build.findings import REHEARSED
from rindle_core.stations.lists import shortened


class RehearsalInput(Model):
    """The steps of the site in their order, and those that were rehearsed in theirs."""

    site: list[BuildStep] = Field(max_length=120)
    rehearsed: list[BuildStep] = Field(max_length=120)
    on: str = Field(min_length=1, max_length=120, description="Kind of mount that it was rehearsed on")


class RehearsalResult(Model):
    """Titles of steps, in the order of the site."""

    on: str
    site_alone: list[str] = Field(description="Not rehearsed")
    rehearsed_alone: list[str] = Field(description="Rehearsed, and not done at the site")
    moved: list[str] = Field(description="Done before or after others than when it was rehearsed")
    aloft: list[str] = Field(description="Rehearsed on the ground, done on ladder or roof")


def _key(step: BuildStep) -> tuple[str, str]:
    return step.code, step.title  # two mounts may have one code for two things


def in_order(places: list[int]) -> set[int]:
    """Indices of a longest rising part of a list: what is not in it was moved. By patience sorting."""
    tops: list[int] = []
    top_index: list[int] = []
    before: list[int | None] = []
    for index, place in enumerate(places):
        pile = bisect_left(tops, place)
        before.append(top_index[pile - 1] if pile else None)
        tops[pile:] = [place] if pile == len(tops) else [place, *tops[pile + 1 :]]
        top_index[pile:] = [index] if pile == len(top_index) else [index, *top_index[pile + 1 :]]
    kept: set[int] = set()
    at = top_index[-1] if top_index else None
    while at is not None:
        kept.add(at)
        at = before[at]
    return kept


@register("rehearsal", "What was rehearsed on the ground against the order of the site", RehearsalInput,
          RehearsalResult)  # fmt: skip
def rehearsal(given: RehearsalInput) -> Outcome[RehearsalResult]:
    """A step is the same where code and title are; moved is what lies outside a longest common order of both."""
    there = {_key(one): place for place, one in enumerate(given.rehearsed)}
    here = {_key(one) for one in given.site}
    both = [one for one in given.site if _key(one) in there]
    kept = in_order([there[_key(one)] for one in both])
    height_there = {_key(one): one.at_height_min for one in given.rehearsed}
    result = RehearsalResult(
        on=given.on,
        site_alone=[one.title for one in given.site if _key(one) not in there],
        rehearsed_alone=[one.title for one in given.rehearsed if _key(one) not in here],
        moved=[one.title for index, one in enumerate(both) if index not in kept],
        aloft=[one.title for one in both if one.at_height_min > 0 and height_there[_key(one)] == 0],
    )
    return Outcome(result, [_judge(result)])


def _judge(result: RehearsalResult) -> Finding:
    told = {
        "not rehearsed": result.site_alone,
        "in another order": result.moved,
        "now on ladder or roof": result.aloft,
        "left away": result.rehearsed_alone,
    }
    differs = [f"{words}: {shortened(titles)}" for words, titles in told.items() if titles]
    if not differs:
        return REHEARSED(Level.CLEAR, "The site asks for what was rehearsed", f"Step by step, on: {result.on}.")
    return REHEARSED(
        Level.MIND,
        "The site asks for other work than was rehearsed",
        f"{'; '.join(differs).capitalize()}. What the hands know from the ground they do again up there.",
        clears_by="Go through these steps aloud before the climb, or rehearse on the mount of the site.",
    )


__all__ = ["RehearsalInput", "RehearsalResult", "in_order", "rehearsal"]
