"""What the API sends of a job."""

from __future__ import annotations

import datetime as dt
from typing import Any

from ninja import Schema
from pydantic import Field

from rindle_core.job import JobAssessment
from rindle_core.stations.aim.facts import AimFacts
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.places import PlaceForms, place_forms
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.build.facts import BuildFacts
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.entries import Picks
from rindle_core.stations.handover.facts import HandOverFacts
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.peak.facts import PeakFacts
from rindle_core.stations.sky.candidates import CandidateAt
from rindle_core.stations.sky.facts import SkyFacts, TrialFacts
from rindle_core.stations.sky.positions import PositionView
from rindle_server.jobs import edit, journal
from rindle_server.jobs.facts import Assessed, assessed, files_of, store_troubles
from rindle_server.jobs.models import Job
from rindle_server.jobs.records import RecordState, record_state


class DocumentOut(Schema):
    """A file of the job with its checksum."""

    id: int
    name: str
    kind: str
    satellite_code: str
    version: str
    loaded_at: dt.datetime | None
    sha256: str
    size_bytes: int
    at: dt.datetime
    by: str


class FactsOut(Schema):
    """What people entered, room by room, and what they picked from the stores."""

    brief: BriefFacts
    aim: AimFacts
    sky: SkyFacts
    mount: MountFacts
    cable: CableFacts
    build: BuildFacts
    peak: PeakFacts
    bringup: BringUpFacts
    handover: HandOverFacts
    picks: Picks


class JobOut(Schema):
    """A job whole: what was entered, and what it comes to."""

    number: str
    head: int
    updated_at: dt.datetime
    place_understood: str
    place_forms: PlaceForms | None
    positions: list[CandidateAt]
    documents: list[DocumentOut]
    facts: FactsOut
    assessment: JobAssessment
    version: str
    signed_off_at: dt.datetime | None
    signed_off_by: str
    record_sha256: str
    record_state: RecordState
    store_troubles: list[str]
    trial_event_count: int = Field(description="Of the trial's log; the events themselves stay with the server")
    marks: dict[str, str] = Field(
        default_factory=dict, description="Of each longer part of facts and assessment: the same mark, the same content"
    )
    undo_words: str = Field(description="What this person would take back next; empty: nothing")
    redo_words: str = Field(description="What this person would bring back next; empty: nothing")


def _without_events(trial: TrialFacts) -> TrialFacts:
    return trial.model_copy(update={"events": []})


def _without_sectors(one: PositionView) -> PositionView:
    if one.low_orbit is None:
        return one
    return one.model_copy(update={"low_orbit": one.low_orbit.model_copy(update={"sectors": []})})


def _lighter(found: Assessed) -> tuple[SkyFacts, JobAssessment]:
    """Sky's facts without the events of trials and the results without the directions of the traffic (and, of each
    position, without its sectors): the drawings and figures that the server makes of them say all that a screen shows,
    and they are most of a panel's job.
    """
    sky, result = found.facts.sky, found.result
    told = {
        "trial": _without_events(sky.trial),
        "trials_taken_out": [_without_events(one) for one in sky.trials_taken_out],
    }
    lighter: dict[str, Any] = {}
    if result.low_orbit is not None:
        lighter["low_orbit"] = result.low_orbit.model_copy(update={"traffic": []})
    if result.sky_more is not None:
        rows = [_without_sectors(one) for one in result.sky_more.positions]
        lighter["sky_more"] = result.sky_more.model_copy(update={"positions": rows})
    return sky.model_copy(update=told), result.model_copy(update=lighter)


def job_out(job: Job) -> JobOut:
    """The job as the API sends it."""
    found = assessed(job)
    sky, result = _lighter(found)
    picks = found.facts.picks.model_copy(update={"mounts": []})  # Brief shows those of the surface, judged
    place = found.facts.brief.place
    back, again = journal.next_words(job)
    return JobOut.model_construct(
        number=job.number,
        head=job.head,
        updated_at=job.updated_at,
        place_understood=edit.understood(found.facts.brief.place_text),
        place_forms=place_forms(*place) if place else None,
        documents=[DocumentOut.from_orm(row) for row in files_of(job)],
        positions=[one.placed(place) for one in found.facts.sky.positions],
        facts=FactsOut.model_construct(
            **{name: getattr(found.facts, name) for name in FactsOut.model_fields} | {"sky": sky, "picks": picks}
        ),
        assessment=result,
        version=found.version,
        signed_off_at=job.signed_off_at,
        signed_off_by=job.signed_off_by,
        record_sha256=job.record_sha256,
        record_state=record_state(job),
        store_troubles=store_troubles(found.facts) if job.record is None else [],
        trial_event_count=len(found.facts.sky.trial.events),
        marks={},
        undo_words=back,
        redo_words=again,
    )


__all__ = ["DocumentOut", "FactsOut", "JobOut", "job_out"]
