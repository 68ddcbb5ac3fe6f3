"""What is entered at Build."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Facts
from rindle_core.stations.build.steps import StepMark


class BuildFacts(Facts):
    """Which steps are done, when and by whom."""

    step_marks: list[StepMark] = Field(default_factory=list)


__all__ = ["BuildFacts"]
