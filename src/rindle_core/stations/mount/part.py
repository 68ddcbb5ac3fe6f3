"""What Mount comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.fixings import Fixing
from rindle_core.catalogue.mounts import MountKind
from rindle_core.kernel.model import Model
from rindle_core.stations.mount.ballast import BallastResult
from rindle_core.stations.mount.curing import CuringResult
from rindle_core.stations.mount.fit import FitResult
from rindle_core.stations.mount.footing import FootingResult
from rindle_core.stations.mount.getting_up import GettingUpResult
from rindle_core.stations.mount.hardware import HardwareResult
from rindle_core.stations.mount.lifts import LiftsResult
from rindle_core.stations.mount.mast import MountResult
from rindle_core.stations.mount.mount_choice import MountOption
from rindle_core.stations.mount.plate import FixingsResult
from rindle_core.stations.mount.site_wind import SiteWindResult
from rindle_core.stations.mount.tightening import JointTorque


class MountPart(Model):
    """What Mount comes to. Each is None while what it rests on is not entered, or where the kind does not ask it."""

    mount: MountResult | None
    mount_kind: MountKind | None = Field(default=None, description="The chosen kind; its steps are at Build")
    mount_options: list[MountOption] = Field(default_factory=list, description="For the surface it stands on")
    mast_fit: FitResult | None = None
    site_wind: SiteWindResult | None = None
    fixing: Fixing | None = Field(default=None, description="That was chosen")
    fixings: FixingsResult | None = None
    footing: FootingResult | None = None
    curing: CuringResult | None = None
    ballast: BallastResult | None = None
    hardware: HardwareResult | None = Field(default=None, description="None: nobody said what the screws are")
    lifts: LiftsResult | None = None
    getting_up: GettingUpResult | None = Field(default=None, description="None: nothing to build is chosen")
    torques: list[JointTorque] = Field(default_factory=list, description="Of the mount's joints")


__all__ = ["MountPart"]
