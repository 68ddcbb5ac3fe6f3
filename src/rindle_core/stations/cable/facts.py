"""What is entered at Cable."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Facts
from rindle_core.stations.cable.cable import CablePiece, ExtraRun


class CableFacts(Facts):
    """The cable, piece by piece, and other runs through the house."""

    cable_code: str = ""
    cable_pieces: list[CablePiece] = Field(default_factory=list)
    connectors: int = Field(default=2, ge=0, le=20)
    extra_runs: list[ExtraRun] = Field(default_factory=list, max_length=20)


__all__ = ["CableFacts"]
