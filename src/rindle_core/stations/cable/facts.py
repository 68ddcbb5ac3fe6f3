"""What is entered at Cable."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts
from rindle_core.stations.cable.cable import CablePiece, ExtraRun


class CableFacts(Facts):
    """The cable, piece by piece, and other runs through the house."""

    cable_code: Annotated[str, Entry("Cable")] = ""
    cable_pieces: Annotated[list[CablePiece], Entry("Cable pieces")] = Field(default_factory=list)
    connectors: Annotated[int, Entry("Connectors", hint="Two for one run; more for each joint")] = Field(
        default=2, ge=0, le=20
    )
    extra_runs: Annotated[list[ExtraRun], Entry("Cables of their own")] = Field(default_factory=list, max_length=20)


__all__ = ["CableFacts"]
