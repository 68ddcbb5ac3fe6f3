"""What the site's hazards stop of one room's work: the rooms' common question to Brief."""

from __future__ import annotations

from rindle_core.catalogue.house_words import Work
from rindle_core.kernel.findings import Finding, Kind
from rindle_core.stations.brief.competence import judge_stops
from rindle_core.stations.entries import JobInput

# What of Brief a room has to look at so that hazards can stop its work.
LOOKS_AT = ("brief.hazards", "brief.releases", "brief.date")


def stops_of(job: JobInput, kind: Kind, *works: Work) -> list[Finding]:
    """The findings about hazards that stop these kinds of work."""
    brief, picks = job.brief, job.picks
    return judge_stops(kind, works, brief.hazards, brief.releases, picks.members, picks.words, brief.date)


__all__ = ["LOOKS_AT", "stops_of"]
