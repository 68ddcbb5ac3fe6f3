"""What Brief comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.aim.work_order import WorkOrderResult
from rindle_core.stations.brief.brief import DeliveriesResult
from rindle_core.stations.brief.competence import PersonNamed, Stop
from rindle_core.stations.brief.place_files import ApartResult
from rindle_core.stations.brief.repair_faults import RepairResult
from rindle_core.stations.brief.settled_before import VisitAssessment
from rindle_core.stations.brief.visit import Drive
from rindle_core.stations.mount.position_mount import PositionMount


class BriefPart(Model):
    """What Brief comes to; None where an entry is missing."""

    order: WorkOrderResult | None
    apart: ApartResult | None
    visit: VisitAssessment | None = Field(default=None, description="None in records of older versions")
    deliveries: DeliveriesResult
    position_mounts: list[PositionMount] = Field(default_factory=list, description="What each candidate stands on")
    crew: list[PersonNamed] = Field(default_factory=list, description="Those who are named for the work")
    stops: list[Stop] = Field(default_factory=list, description="The hazards that stop work, there or not")
    repair: RepairResult | None = Field(default=None, description="None: no repair of a handed-over job")
    drive: Drive | None = Field(default=None, description="Of a set that travels")
    zone: str = Field(default="UTC", description="Name of the zone whose clocks hang at the site, IANA")


__all__ = ["BriefPart"]
