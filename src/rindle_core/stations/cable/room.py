"""The room Cable on the course."""

from __future__ import annotations

from rindle_core.stations.cable.assess import assess
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.cable.headline import headline
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.names import NAMES
from rindle_core.stations.planned import LOOKS_AT as PLANNED
from rindle_core.stations.station import Station
from rindle_core.stations.stops import LOOKS_AT

STATION = Station(
    code="cable",
    name=NAMES["cable"],
    facts=CableFacts,
    result=CablePart,
    assess=assess,
    headline=headline,
    looks_at=(
        *(*LOOKS_AT, *PLANNED, "mount.height_above_ground_m", "brief.forecast_low_c"),
        *("handover.runs", "bringup.powered_at", "bringup.states_entered"),
    ),
    reads=(),
)
