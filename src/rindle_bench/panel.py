"""A simulated panel's outage log, as one on its tripod would have written it."""

from __future__ import annotations

import datetime as dt

import numpy as np

from rindle_core.stations.sky.passes import LowOrbitInput, outages
from rindle_core.stations.sky.trial_log import Cause, TrialEvent

_NETWORK_PER_DAY, _NETWORK_S = 3.0, 9.0  # planned work of the network, which no skyline explains
_BEARING_NOISE_DEG = 2.0


def panel_log(given: LowOrbitInput, start: dt.datetime) -> list[TrialEvent]:
    """Outages of the simulated passes with bearings as rough as a panel knows them, and a few of the network's own."""
    chance = np.random.default_rng(given.seed + 7)
    events = []
    for one in outages(given):
        cause: Cause = "blocked" if one.blocked else "no_satellite"
        azimuth = (
            None if one.azimuth_deg is None else float((one.azimuth_deg + chance.normal(0, _BEARING_NOISE_DEG)) % 360.0)
        )
        at = start + dt.timedelta(seconds=one.start_s)
        events.append(
            TrialEvent(
                start=at, seconds=one.length_s, cause=cause, azimuth_deg=azimuth, elevation_deg=one.elevation_deg
            )
        )
    for second in chance.uniform(
        0, given.duration_h * 3600.0, chance.poisson(_NETWORK_PER_DAY * given.duration_h / 24.0)
    ).tolist():
        events.append(
            TrialEvent(
                start=start + dt.timedelta(seconds=second),
                seconds=float(chance.exponential(_NETWORK_S) + 1.0),
                cause="network",
            )
        )
    return sorted(events, key=lambda event: event.start)


__all__ = ["panel_log"]
