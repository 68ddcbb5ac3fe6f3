"""What Peak comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.peak.panel_attitude import AttitudeResult
from rindle_core.stations.peak.peaking import LockdownResult, PeakView


class PeakPart(Model):
    """What Peak comes to; None where an entry is missing."""

    attitude: AttitudeResult | None = None
    elevation_peak: PeakView | None
    azimuth_peak: PeakView | None
    second_pass_gain_db: float | None
    lockdown: LockdownResult


__all__ = ["PeakPart"]
