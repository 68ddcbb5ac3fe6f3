"""What is entered at Build."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts
from rindle_core.stations.build.steps import StepMark


class BuildFacts(Facts):
    """Which steps are done, when and by whom."""

    step_marks: Annotated[list[StepMark], Entry("Steps")] = Field(default_factory=list)


__all__ = ["BuildFacts"]
