"""A step that was done once more: what rests on it and was done before has to be looked at again."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from typing import Annotated

from pydantic import AwareDatetime, ConfigDict, Field

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Row
from rindle_core.stations.build.findings import AGAIN
from rindle_core.stations.lists import shortened


class StepAgain(Row):
    """A step that is marked done was done once more."""

    model_config = ConfigDict(str_strip_whitespace=True)

    code: Annotated[str, Entry("Step")] = Field(min_length=1, max_length=40)
    at: Annotated[AwareDatetime, Entry("When", past=True)]
    by: Annotated[str, Entry("By")] = Field(default="", max_length=120)
    why: Annotated[str, Entry("Why")] = Field(min_length=3, max_length=300)


def resting_on(steps: Sequence[BuildStep], code: str) -> list[str]:
    """Codes of the steps that need it, and of those that need these, in the order of the steps."""
    found = {code}
    for _ in steps:  # no chain is longer than the list
        more = {one.code for one in steps if any(f"step:{name}" in one.needs for name in found)}
        if more <= found:
            break
        found |= more
    return [one.code for one in steps if one.code in found - {code}]


def judge_again(
    steps: Sequence[BuildStep], done_at: Mapping[str, dt.datetime], again: Sequence[StepAgain]
) -> list[Finding]:
    """Each step that was done again, with what rests on it and was last done before that."""
    # A moment of an older version that tells no zone is taken as UTC.
    last = {code: at if at.tzinfo else at.replace(tzinfo=dt.UTC) for code, at in done_at.items()}
    for one in again:
        if one.code in last:
            last[one.code] = max(last[one.code], one.at)
    titles = {one.code: one.title for one in steps}
    found = []
    for code in dict.fromkeys(one.code for one in again if one.code in done_at and one.code in titles):
        older = [titles[one] for one in resting_on(steps, code) if one in last and last[one] < last[code]]
        found.append(
            AGAIN.of(code)(
                Level.MIND,
                f"“{titles[code]}” was done again, and what rests on it was done before",
                f"{shortened([f'“{one}”' for one in older])}.",
                clears_by="Look at each: where it was touched do it again too, else say there that it was looked at.",
            )
            if older
            else AGAIN.of(code)(
                Level.CLEAR,
                f"“{titles[code]}” was done again",
                "Nothing that rests on it was done before that.",
            )
        )
    return found


__all__ = ["StepAgain", "judge_again", "resting_on"]
