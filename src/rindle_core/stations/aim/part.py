"""What Aim comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.models import Beam
from rindle_core.kernel.model import Model
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.aim.beams import BeamResult
from rindle_core.stations.aim.beside import LandmarkSeen
from rindle_core.stations.aim.dial_figures import DialFigures
from rindle_core.stations.aim.instruments import InstrumentsResult
from rindle_core.stations.aim.link import LinkResult
from rindle_core.stations.aim.plumb import PlumbResult
from rindle_core.stations.aim.set_ups import SetUpAim
from rindle_core.stations.aim.spare_feeds import SpareFeedsResult
from rindle_core.stations.aim.work_order import WorkOrderResult


class PanelAim(Model):
    """What a panel's mount is set to. A self-aiming one needs no more than its sky."""

    self_aiming: bool
    azimuth_true_deg: float = Field(description="Of the boresight: as planned, else where the satellites are")
    azimuth_magnetic_deg: float
    declination_deg: float
    tilt_deg: float


class AimPart(Model):
    """What Aim comes to; None where an entry is missing."""

    beam: Beam | None
    coverage: BeamResult | None
    beamwidth_deg: float | None = Field(description="Of the terminal, at its receive frequency")
    aim: AimResult | None
    dial: DialFigures | None = Field(default=None, description="The figures that the crew's own instruments show")
    instruments: InstrumentsResult | None
    head_turned_deg: float = Field(
        default=0.0, description="By what the whole head, and a bar for spare feeds on it, is turned for the skew"
    )
    plumb: PlumbResult | None
    modem: WorkOrderResult | None = Field(default=None, description="The modem's own angles against ours")
    panel_aim: PanelAim | None = None
    landmarks_seen: list[LandmarkSeen] = Field(default_factory=list)
    spare_feeds: SpareFeedsResult | None = None
    set_ups: list[SetUpAim] = Field(default_factory=list, description="Of a set that travels, each of its places")
    predicted_level_db: float | None
    link: LinkResult | None = Field(default=None, description="The level to expect, and what rain takes of it")


__all__ = ["AimPart", "PanelAim"]
