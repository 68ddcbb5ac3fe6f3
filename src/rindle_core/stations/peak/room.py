"""The room Peak on the course."""

from __future__ import annotations

from rindle_core.stations.mounting import OF_MOUNT
from rindle_core.stations.names import NAMES
from rindle_core.stations.peak.assess import assess
from rindle_core.stations.peak.entered import BELONGS, entered
from rindle_core.stations.peak.facts import PeakFacts
from rindle_core.stations.peak.headline import headline
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.station import Doubt, Station

STATION = Station(
    code="peak",
    name=NAMES["peak"],
    facts=PeakFacts,
    result=PeakPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(BELONGS.doubts),),
    looks_at=(
        *OF_MOUNT,
        "brief.satellite_code",
        "brief.terminal_code",
        "brief.latitude_deg",
        "brief.longitude_deg",
        "aim.spare_satellites",
        "aim.preset_measured_deg",
        "aim.preset_side",
        "bringup.states_entered",
        "bringup.beam_letter",
        "bringup.install_mode",
        "bringup.lineup_log",
    ),
    reads=("aim", "sky", "cable"),
)
