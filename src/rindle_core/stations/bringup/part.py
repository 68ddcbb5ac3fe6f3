"""What Bring-up comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.bringup import BringUpResult


class BringUpPart(Model):
    """What Bring-up comes to; None without a terminal."""

    bringup: BringUpResult | None


__all__ = ["BringUpPart"]
