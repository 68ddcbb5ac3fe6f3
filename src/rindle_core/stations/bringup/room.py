"""The room Bring-up on the course."""

from __future__ import annotations

from rindle_core.stations.bringup.assess import assess
from rindle_core.stations.bringup.entered import BELONGS, entered
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.bringup.headline import headline
from rindle_core.stations.bringup.part import BringUpPart
from rindle_core.stations.mounting import LOOKS_AT as MOUNTING
from rindle_core.stations.names import NAMES
from rindle_core.stations.planned import LOOKS_AT as PLANNED
from rindle_core.stations.power_signs import LOOKS_AT as POWER_SIGNS
from rindle_core.stations.station import Doubt, Station
from rindle_core.stations.stops import LOOKS_AT

STATION = Station(
    code="bringup",
    name=NAMES["bringup"],
    facts=BringUpFacts,
    result=BringUpPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(BELONGS.doubts),),
    looks_at=(
        "brief",
        "build",
        "peak.desk_least_db",
        "peak.lock_after_db",
        "peak.symptom",
        *LOOKS_AT,
        *POWER_SIGNS,
        *MOUNTING,
        *PLANNED,
    ),
    reads=("aim", "sky", "cable", "peak"),
)
