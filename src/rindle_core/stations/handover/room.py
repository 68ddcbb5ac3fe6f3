"""The room Hand over on the course."""

from __future__ import annotations

from rindle_core.stations.handover.assess import assess
from rindle_core.stations.handover.entered import BELONGS, entered
from rindle_core.stations.handover.facts import HandOverFacts
from rindle_core.stations.handover.headline import headline
from rindle_core.stations.handover.part import HandOverPart
from rindle_core.stations.mounting import OF_MOUNT
from rindle_core.stations.names import NAMES
from rindle_core.stations.station import Doubt, Station

STATION = Station(
    code="handover",
    name=NAMES["handover"],
    facts=HandOverFacts,
    result=HandOverPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(BELONGS.doubts),),
    looks_at=("brief", *OF_MOUNT, "build.closing", "peak.lock_after_db", "cable.dressed"),
    reads=("brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup"),
)
