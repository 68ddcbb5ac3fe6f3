"""The room Cable on the course."""

from __future__ import annotations

from rindle_core.stations.brief.day_weather import LOOKS_AT as OF_WEATHER
from rindle_core.stations.cable.assess import assess
from rindle_core.stations.cable.entered import BELONGS, HOLE, LAID, MADE, entered
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.cable.headline import headline
from rindle_core.stations.cable.part import CablePart
from rindle_core.stations.mounting import LOOKS_AT as MOUNTING
from rindle_core.stations.mounting import OF_MOUNT
from rindle_core.stations.names import NAMES
from rindle_core.stations.planned import LOOKS_AT as PLANNED
from rindle_core.stations.station import Doubt, Station
from rindle_core.stations.stops import LOOKS_AT

STATION = Station(
    code="cable",
    name=NAMES["cable"],
    facts=CableFacts,
    result=CablePart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=tuple(Doubt(one.doubts, one.findings) for one in (BELONGS, HOLE, MADE, LAID)),
    looks_at=(
        *(
            *LOOKS_AT,
            *OF_MOUNT,
            *PLANNED,
            *OF_WEATHER,
            "mount.height_above_ground_m",
            "brief.terminal_code",
        ),
        *("brief.follows", "brief.indoor", "build.step_marks", "build.built_terminal_code", *MOUNTING),
        *("handover.runs", "bringup.powered_at", "bringup.states_entered"),
    ),
    reads=(),
)
