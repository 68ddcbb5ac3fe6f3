"""What Bring-up comes to."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.bringup import BringUpResult
from rindle_core.stations.bringup.computer import ComputerResult
from rindle_core.stations.bringup.entries_told import EntriesResult
from rindle_core.stations.bringup.household import HouseholdResult
from rindle_core.stations.bringup.lineup import LineupRunResult
from rindle_core.stations.bringup.move import MoveResult, WirelessResult
from rindle_core.stations.bringup.radio import RadioResult
from rindle_core.stations.bringup.transmit import Transmit
from rindle_core.stations.bringup.two_lines import TwoLinesResult
from rindle_core.stations.bringup.update import UpdateResult
from rindle_core.stations.bringup.wiring import Wiring


class PowerCheckRow(Model):
    """Something that is seen before power, and whether it is."""

    code: str
    name: str
    text: str
    seen: bool


class BringUpPart(Model):
    """What Bring-up comes to; None without a terminal, and in records of older versions."""

    bringup: BringUpResult | None
    transmit: Transmit | None = None
    power_waits_for: list[str] = Field(default_factory=list, description="What stands against power; empty: nothing")
    checks_before_power: list[PowerCheckRow] = Field(default_factory=list)
    injector_means: str = Field(default="", description="What the injector's light means; empty: nobody looked")
    go_out: list[str] = Field(
        default_factory=list, description="While it searches and the antenna is not aimed yet: what to take along to it"
    )
    told_entries: EntriesResult | None = None
    laptop: ComputerResult | None = None
    radio_stages: RadioResult | None = None
    lineup_run: LineupRunResult | None = None
    home: HouseholdResult | None = None
    wiring: Wiring | None = None
    lines: TwoLinesResult | None = None
    wifi: WirelessResult | None = None
    moving: MoveResult | None = None
    updating: UpdateResult | None = None


__all__ = ["BringUpPart", "PowerCheckRow"]
