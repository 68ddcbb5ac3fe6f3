"""What is entered at Hand over."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts
from rindle_core.stations.evidence import Waiver
from rindle_core.stations.handover.acceptance import ServiceRun


class HandOverFacts(Facts):
    """The service before and after, the needs that were proved, and the proofs that somebody let pass."""

    runs: Annotated[list[ServiceRun], Entry("Runs")] = Field(default_factory=list)
    needs_proved: Annotated[list[str], Entry("What the customer asked for, proved", words="needs")] = Field(
        default_factory=list, max_length=20
    )
    old_line_proved: Annotated[list[str], Entry("What was agreed of the old line, proved", words="old_lines")] = Field(
        default_factory=list, max_length=20, description="By what is agreed: another agreement is proved anew"
    )
    waivers: Annotated[list[Waiver], Entry("Proofs let pass")] = Field(
        default_factory=list, max_length=60, description="Proofs that somebody let pass"
    )


__all__ = ["HandOverFacts"]
