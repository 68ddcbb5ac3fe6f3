"""The room Brief on the course."""

from __future__ import annotations

from rindle_core.stations.brief.assess import assess
from rindle_core.stations.brief.entered import SETTLED, entered
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.headline import headline
from rindle_core.stations.brief.part import BriefPart
from rindle_core.stations.names import NAMES
from rindle_core.stations.station import Doubt, Station

STATION = Station(
    code="brief",
    name=NAMES["brief"],
    facts=BriefFacts,
    result=BriefPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(SETTLED.doubts, SETTLED.findings),),
    looks_at=(
        "sky.positions",
        "sky.position_letter",
        "mount.mount_code",
        "cable.sealed_by",
        "handover.runs",
        "bringup.activation_code",
        "bringup.modem_entries",
        "bringup.settings",
    ),
    reads=("aim",),
)
