"""The room Sky on the course."""

from __future__ import annotations

from rindle_core.stations.names import NAMES
from rindle_core.stations.sky.assess import assess
from rindle_core.stations.sky.entered import entered
from rindle_core.stations.sky.facts import SkyFacts
from rindle_core.stations.sky.headline import headline
from rindle_core.stations.sky.part import SkyPart
from rindle_core.stations.sky.stood import VIEW, judge_place_moved
from rindle_core.stations.station import Doubt, Station

STATION = Station(
    code="sky",
    name=NAMES["sky"],
    facts=SkyFacts,
    result=SkyPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(judge_place_moved), Doubt(VIEW.doubts)),
    looks_at=("brief", "mount.height_above_ground_m"),
    reads=(),
)
