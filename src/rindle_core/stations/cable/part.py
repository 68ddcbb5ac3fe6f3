"""What Cable comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.cable.cable import CableResult, ExtraRunsResult


class CablePart(Model):
    """What Cable comes to; None while no cable is chosen."""

    cable: CableResult | None
    extra_runs: ExtraRunsResult | None = None


__all__ = ["CablePart"]
