"""What Hand over comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.handover.acceptance import AcceptanceResult
from rindle_core.stations.handover.uses_proved import UseProved
from rindle_core.stations.handover.watch import WatchResult


class HandOverPart(Model):
    """What Hand over comes to."""

    acceptance: AcceptanceResult
    watched: WatchResult | None = Field(default=None, description="None while nobody watched the line for gaps")
    second_language: bool = Field(
        default=False, description="Whether the firm put lines of the card into a second language"
    )
    uses_proved: list[UseProved] = Field(default_factory=list, description="What the measured line is good for")


__all__ = ["HandOverPart"]
