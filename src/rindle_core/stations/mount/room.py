"""The room Mount on the course."""

from __future__ import annotations

from rindle_core.stations.brief.day_weather import LOOKS_AT as OF_WEATHER
from rindle_core.stations.mount.assess import assess
from rindle_core.stations.mount.entered import BELONGS, DOWN, MAST, SITE, SPOT, STANDING, entered
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.mount.headline import headline
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.names import NAMES
from rindle_core.stations.planned import LOOKS_AT as PLANNED
from rindle_core.stations.station import Doubt, Station
from rindle_core.stations.stops import LOOKS_AT

STATION = Station(
    code="mount",
    name=NAMES["mount"],
    facts=MountFacts,
    result=MountPart,
    assess=assess,
    headline=headline,
    entered=entered,
    doubts=tuple(Doubt(one.doubts, one.findings) for one in (BELONGS, DOWN, MAST, SPOT, SITE, STANDING)),
    looks_at=(
        *("brief.height_m", "brief.surface", "brief.may_drill", "brief.permanence", "brief.wanted_height_m"),
        *(
            "aim.lean_deg",
            "build.step_marks",
            "brief.crew",
            "brief.date",
            "brief.zone",
            "brief.follows",
            "brief.hazards",
            *PLANNED,
            *LOOKS_AT,
            *OF_WEATHER,
        ),
    ),
    reads=(),
)
