"""What Hand over comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.handover.acceptance import AcceptanceResult


class HandOverPart(Model):
    """What Hand over comes to."""

    acceptance: AcceptanceResult


__all__ = ["HandOverPart"]
