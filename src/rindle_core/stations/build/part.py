"""What Build comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.build.joints import JointsResult
from rindle_core.stations.build.kit_list import KitListResult
from rindle_core.stations.build.measures import MeasuresResult
from rindle_core.stations.build.rehearsal import RehearsalResult
from rindle_core.stations.build.rim import RimResult
from rindle_core.stations.build.steps import BuildResult
from rindle_core.stations.build.waits import WaitsResult


class BuildPart(Model):
    """What Build comes to; None without a terminal, and in records of older versions."""

    build: BuildResult | None
    kit_list: KitListResult | None = None
    joints: JointsResult | None = None
    waits: WaitsResult | None = None
    measures: MeasuresResult | None = None
    rim: RimResult | None = Field(default=None, description="None while no strings were drawn over the rim")
    rehearsal: RehearsalResult | None = Field(default=None, description="None while nobody says that it was rehearsed")
    labels_wanted: list[str] = Field(default_factory=list, description="Kinds of part whose label goes out of reach")


__all__ = ["BuildPart"]
