"""What Peak comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.guides import PeakGuide
from rindle_core.kernel.model import Model
from rindle_core.stations.peak.helper import HelperResult
from rindle_core.stations.peak.lockdown import LockdownResult
from rindle_core.stations.peak.means import Likely
from rindle_core.stations.peak.panel_attitude import AttitudeResult
from rindle_core.stations.peak.peaking import PeakView
from rindle_core.stations.peak.preset import PresetResult, TurnsResult
from rindle_core.stations.peak.readings import Axis
from rindle_core.stations.peak.rows import Stage
from rindle_core.stations.peak.skew import SkewResult
from rindle_core.stations.peak.sweep import SweepResult


class FreeJoint(Model):
    """A joint of the head that has to be free for a move, and those of the lock in their turn."""

    key: str
    name: str
    count: int
    axis: Axis | None = Field(description="The move that it is free for; None: neither axis")
    lock_number: int | None
    tighten: str


class Pointing(Model):
    """A dish on its way to the top: what is set before, how it is searched, what comes next."""

    guide: PeakGuide | None
    preset: PresetResult
    sweep: SweepResult
    helper: HelperResult | None = Field(default=None, description="None: nothing of it is known or wanted")
    elevation_turns: TurnsResult | None = None
    azimuth_turns: TurnsResult | None = None
    next_axis: Axis
    stage: Stage = Field(description="What a reading that is taken now is worth")
    peaked: bool = Field(description="Both axes proved, and the last pass gained no more")
    means: list[Likely] = Field(description="What the trouble may come from, likeliest first")
    may_cover: bool = Field(description="A hand may be before the feed: the transmitter is off")
    cover_waits_for: str = Field(default="", description="What of Bring-up stands against that, in a sentence")
    skew: SkewResult | None = Field(description="None: nothing is turned for the skew")
    joints: list[FreeJoint]
    take_along: list[str] = Field(
        default_factory=list, description="What the work at the head takes, so that it is gone to once"
    )


class PeakPart(Model):
    """What Peak comes to; None where an entry is missing, and in records of older versions."""

    attitude: AttitudeResult | None = None
    elevation_peak: PeakView | None
    azimuth_peak: PeakView | None
    second_pass_gain_db: float | None
    lockdown: LockdownResult
    pointing: Pointing | None = None


__all__ = ["FreeJoint", "PeakPart", "Pointing"]
