"""What Cable comes to."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.cables import CableKind
from rindle_core.catalogue.house_words import WayIn
from rindle_core.kernel.model import Model
from rindle_core.stations.cable.cable import CableResult, ExtraRunsResult
from rindle_core.stations.cable.dress import DressResult
from rindle_core.stations.cable.earth import EarthResult
from rindle_core.stations.cable.pieces import CablePiece
from rindle_core.stations.cable.wall import WallHoleResult
from rindle_core.stations.sky.plan_lines import CableWay


class CablePart(Model):
    """What Cable comes to; None while no cable is chosen."""

    cable: CableResult | None
    extra_runs: ExtraRunsResult | None = None
    drawn_pieces: list[CablePiece] = Field(
        default_factory=list, description="That way as pieces, each to the next decimetre, with the loop that is left"
    )
    wall_hole: WallHoleResult | None = Field(default=None, description="None while the wall is not measured")
    way_in: WayIn | None = Field(default=None, description="What it goes through; None: not told, or no hole is made")
    cable_list: DressResult | None = None
    ends_kind: CableKind | Literal[""] = Field(
        default="coax", description="Of the plugs that are made; empty: none are"
    )
    ends_asked: list[str] = Field(default_factory=list, description="Codes of what is looked at on such an end")
    earth: EarthResult | None = None
    drawn_way: CableWay | None = Field(default=None, description="The planned position's cable as the plan has it")


__all__ = ["CablePart"]
