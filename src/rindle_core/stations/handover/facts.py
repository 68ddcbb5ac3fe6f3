"""What is entered at Hand over."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Facts
from rindle_core.stations.evidence import Waiver
from rindle_core.stations.handover.acceptance import ServiceRun


class HandOverFacts(Facts):
    """The service before and after, the needs that were proved, and the proofs that somebody let pass."""

    runs: list[ServiceRun] = Field(default_factory=list)
    needs_proved: list[str] = Field(default_factory=list, max_length=20)
    waivers: list[Waiver] = Field(default_factory=list, max_length=60, description="Proofs that somebody let pass")


__all__ = ["HandOverFacts"]
