"""The room Build on the course."""

from __future__ import annotations

from rindle_core.stations.build.assess import assess
from rindle_core.stations.build.begun import LOOKS_AT as BEGUN
from rindle_core.stations.build.entered import BELONGS, PUT_UP, UNPACKED, entered
from rindle_core.stations.build.facts import BuildFacts
from rindle_core.stations.build.headline import headline
from rindle_core.stations.build.part import BuildPart
from rindle_core.stations.build.step_figures import LOOKS_AT as FIGURES
from rindle_core.stations.mounting import LOOKS_AT as MOUNTING
from rindle_core.stations.names import NAMES
from rindle_core.stations.planned import LOOKS_AT as PLANNED
from rindle_core.stations.station import Doubt, Station

STATION = Station(
    code="build",
    name=NAMES["build"],
    facts=BuildFacts,
    result=BuildPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=(Doubt(BELONGS.doubts), Doubt(PUT_UP.doubts), Doubt(UNPACKED.doubts, UNPACKED.findings)),
    looks_at=(
        "brief",
        *("cable.cable_code", "cable.sealed_by", "cable.putty_until", "mount.alterations", "peak.lock_after_db"),
        *("peak.aid_off", "peak.clamp_kept"),
        *("mount.poured_at", "mount.block_count", "mount.block_kg"),
        *FIGURES,
        *BEGUN,
        *MOUNTING,
        *PLANNED,
    ),
    reads=("brief", "aim", "sky", "mount", "cable"),
)
