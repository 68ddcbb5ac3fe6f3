"""The room Aim on the course."""

from __future__ import annotations

from rindle_core.stations.aim.assess import assess
from rindle_core.stations.aim.entered import entered
from rindle_core.stations.aim.facts import AimFacts
from rindle_core.stations.aim.headline import headline
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.names import NAMES
from rindle_core.stations.station import Station

STATION = Station(
    code="aim",
    name=NAMES["aim"],
    facts=AimFacts,
    result=AimPart,
    assess=assess,
    headline=headline,
    entered=entered,
    looks_at=("brief", "sky.panel_azimuth_deg", "sky.positions", "sky.position_letter", "peak.scale_zero_deg"),
    reads=("sky",),
)
