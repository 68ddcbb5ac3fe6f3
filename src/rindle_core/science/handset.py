"""A telephone as an instrument: where its camera, its long edge or its face points, and how fast that turns."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Annotated, Literal

import numpy as np
from pydantic import AfterValidator, Field

from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.science.camera import device_axes

Along = Literal["camera", "edge", "face"]
"""What of the device points: the camera on its back, its long edge towards the screen's top, or the screen itself."""
_RATE_OVER_S = 0.3  # a turn is timed over at least so long: single samples jitter
_STILL_S = 1e-3


class HandsetSample(Model):
    """The angles that a browser tells of a device at a moment: alpha about the vertical, beta and gamma of its tilt."""

    at_s: float = Field(ge=0, le=1e6, description="Since any moment")
    alpha_deg: float = Field(ge=-360, le=360)
    beta_deg: float = Field(ge=-180, le=180)
    gamma_deg: float = Field(ge=-180, le=180)


class HandsetErrors(Model):
    """From which north a device counts, what its bearings and heights are off by, and how sure that makes them."""

    absolute: bool = Field(default=True, description="Its angles count from magnetic north, not from where it began")
    declination_deg: float = Field(default=0.0, ge=-180, le=180)
    turn_deg: float = Field(default=0.0, ge=-360, le=360, description="Added to bearings, by a known landmark")
    by_landmark: bool = Field(default=False, description="Whether a landmark told that")
    zero_deg: float | None = Field(
        default=None,
        ge=-10,
        le=10,
        description="What it reads more than is true, by the reversal test; None: not tried",
    )
    rules: HouseRules = DEFAULT_RULES

    @property
    def north_known(self) -> bool:
        """Whether its bearings count from a north at all."""
        return self.absolute or self.by_landmark

    @property
    def compass_error_deg(self) -> float:
        """One standard deviation of its bearings."""
        return self.rules.handset_landmark_deg if self.by_landmark else self.rules.handset_compass_deg

    @property
    def level_error_deg(self) -> float:
        """One standard deviation of its heights."""
        return self.rules.handset_level_deg if self.zero_deg is None else self.rules.clinometer_deg


def in_order(samples: list[HandsetSample]) -> list[HandsetSample]:
    """The samples, where their times do not fall. Raises ValueError."""
    if any(later.at_s < earlier.at_s for earlier, later in pairwise(samples)):
        raise ValueError("at_s must not fall from one sample to the next")
    return samples


Samples = Annotated[list[HandsetSample], AfterValidator(in_order)]


def _angles(samples: Sequence[HandsetSample]) -> Array:
    """Alpha, beta and gamma, a row a sample."""
    rows = [(one.alpha_deg, one.beta_deg, one.gamma_deg) for one in samples]
    return np.array(rows, dtype=np.float64).reshape(-1, 3)


def pointing(samples: Sequence[HandsetSample], along: Along, zero_deg: float = 0.0) -> Array:
    """Where the device points at each sample, as east, north and up, north being the device's own: shape (n, 3).

    `zero_deg` is what its long edge reads more than is true: its sensor sits turned in its case by that about the axis
    to its right. Source: see `device_axes`; R·X(−zero), columns written out. The camera looks out of the back.
    """
    _, top, out = device_axes(*_angles(samples).T)
    off = math.radians(zero_deg)
    top, out = math.cos(off) * top - math.sin(off) * out, math.sin(off) * top + math.cos(off) * out
    return {"camera": -out, "edge": top, "face": out}[along]


def bearing_and_height_deg(ahead: Array) -> tuple[Array, Array]:
    """Bearing from the device's own north, 0 to 360, and elevation of directions: shape (n,)."""
    east, north, up = np.moveaxis(ahead, -1, 0)
    return np.degrees(np.arctan2(east, north)) % 360.0, np.degrees(np.arctan2(up, np.hypot(east, north)))


def turn_rates_deg_per_s(at_s: Array, bearing_deg: Array) -> Array:
    """How fast the bearing turned up to each sample, over the third of a second before it; 0 where nothing is before.

    `at_s` does not fall. Derivation: the unwound bearing's difference over that of the times.
    """
    if len(at_s) < 2:
        return np.zeros(len(at_s))
    unwound = np.unwrap(bearing_deg, period=360.0)
    before = np.searchsorted(at_s, at_s - _RATE_OVER_S, side="right") - 1
    before = np.where(before < 0, 0, before)
    took = at_s - at_s[before]
    rates: Array = np.where(took > _STILL_S, np.abs(unwound - unwound[before]) / np.maximum(took, _STILL_S), 0.0)
    return rates


def turned_deg_per_s(samples: Sequence[HandsetSample]) -> Array:
    """How fast the device turned about the vertical up to each sample, however it is held: told by that of its axes
    which lies most level, as the bearing of one that stands upright is none.
    """
    axes = device_axes(*_angles(samples).T)
    level = [float(np.hypot(one[:, 0], one[:, 1]).min()) for one in axes]
    bearing, _ = bearing_and_height_deg(axes[int(np.argmax(level))])
    return turn_rates_deg_per_s(np.array([one.at_s for one in samples]), bearing)


__all__ = [
    "Along",
    "HandsetErrors",
    "HandsetSample",
    "Samples",
    "bearing_and_height_deg",
    "pointing",
    "turn_rates_deg_per_s",
    "turned_deg_per_s",
]
