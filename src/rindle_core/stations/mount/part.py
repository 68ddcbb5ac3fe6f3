"""What Mount comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.mount.mast import MountResult


class MountPart(Model):
    """What Mount comes to; None while the mast is not measured."""

    mount: MountResult | None


__all__ = ["MountPart"]
