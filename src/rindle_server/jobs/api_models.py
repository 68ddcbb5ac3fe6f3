"""What the API sends of a job."""

from __future__ import annotations

import datetime as dt
import hashlib
from collections.abc import Collection
from typing import Any

from ninja import Schema
from pydantic import Field

from rindle_core.job import JobAssessment
from rindle_core.stations.aim.facts import AimFacts
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.old_line import old_line_of
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
from rindle_core.stations.sky.low_orbit import Sector
from rindle_core.stations.sky.positions import PositionView
from rindle_core.stations.sky.stood import STAMP
from rindle_server.drawings import Look, job_drawings
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
    about: str


class FrameOut(Schema):
    """How a strip's drawing units turn into angles."""

    left_azimuth_deg: float
    top_elevation_deg: float
    left_px: float
    top_px: float
    px_per_deg: float
    width_px: float
    height_px: float


class DrawingRow(Schema):
    """A row of a drawing's text twin."""

    what: str
    value: str


class DrawingOut(Schema):
    """A drawing with its text twin."""

    name: str
    title: str
    svg: str = Field(description="Empty where the request names its mark: the screen has it")
    mark: str
    rows: list[DrawingRow]
    frame: FrameOut | None


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
    drawings: list[DrawingOut] | None = Field(
        default=None, description="Those of the groups that the request names as shown; else left out"
    )
    undo_words: str = Field(description="What this person would take back next; empty: nothing")
    redo_words: str = Field(description="What this person would bring back next; empty: nothing")


# Of a terminal: what the server draws, and what Build tells judged.
_UNSHOWN = ("blocks", "links", "build_steps", "parts", "joints", "tools")


def _without_events(trial: TrialFacts) -> TrialFacts:
    return trial.model_copy(update={"events": []})


_OF_A_POSITION_UNSHOWN = (
    "sectors",
    "gaps",
    "uses",
    "removals",
    "raises",
)  # the table of positions shows the share of time


def _spared(one: PositionView) -> PositionView:
    if one.low_orbit is None:
        return one
    share = one.low_orbit.model_copy(update={name: [] for name in _OF_A_POSITION_UNSHOWN})
    return one.model_copy(update={"low_orbit": share})


def _short(one: Sector) -> Sector:
    """A sector's shares to a thousandth of a percent: no screen shows more."""
    shares = ("traffic_percent", "blocked_percent", "blocked_area_percent")
    return one.model_copy(update={name: round(getattr(one, name), 3) for name in shares})


def _lighter(found: Assessed) -> tuple[SkyFacts, JobAssessment]:
    """Sky's facts without the events of trials and the results without the directions of the traffic (and, of each
    position, all but its shares): the drawings and figures that the server makes of them say all that a screen
    shows, and they are most of a panel's job.
    """
    sky, result = found.facts.sky, found.result
    told = {
        "skylines": [one.model_copy(update=dict.fromkeys(STAMP)) for one in sky.skylines],  # kept by the server
        "trial": _without_events(sky.trial),
        "trials_taken_out": [_without_events(one) for one in sky.trials_taken_out],
    }
    lighter: dict[str, Any] = {}
    if result.low_orbit is not None:
        lighter["low_orbit"] = result.low_orbit.model_copy(
            update={"traffic": [], "sectors": [_short(one) for one in result.low_orbit.sectors]}
        )
    if result.getting_up is not None:
        lighter["getting_up"] = result.getting_up.model_copy(update={"gear": []})  # it stands in the bill
    if result.sky_more is not None:
        rows = [_spared(one) for one in result.sky_more.positions]
        lighter["sky_more"] = result.sky_more.model_copy(update={"positions": rows})
    return sky.model_copy(update=told), result.model_copy(update=lighter)


def job_out(job: Job) -> JobOut:
    """The job as the API sends it."""
    found = assessed(job)
    sky, result = _lighter(found)
    # A terminal that is stuck shows its own causes; what roles and hazards come to is in the result.
    unstopped = [
        one.model_copy(update={"stops": [], "released_by": "", "overhead": False, "alone": False})
        for one in found.facts.picks.words.hazards
    ]
    chosen = old_line_of(found.facts.brief.old_line, found.facts.picks.words)
    lists: dict[str, Any] = {"causes": [], "roles": [], "usual_tasks": [], "old_lines": [chosen] if chosen else []}
    lists |= {"instrument_checks": [], "readiness": [], "gear": []}  # they stand in the bill of the kit
    lists |= {"peak_faults": [], "power_checks": [], "move_stages": []}  # they stand, judged, in the result
    # Told with those that are this job's.
    told_with_them = {"text": "", "sign": "", "meanwhile": "", "if_late": "", "late_min": None}
    lists["needs"] = [one.model_copy(update={"proof": ""}) for one in found.facts.picks.words.needs]  # told, judged
    lists["waits"] = [one.model_copy(update=told_with_them) for one in found.facts.picks.words.waits]
    unsaid = {"text": "", "caution": "", "tools": [], "wears": [], "usual_min": 0.0}  # the chosen one is in the result
    lists["ways_in"] = [one.model_copy(update=unsaid) for one in found.facts.picks.words.ways_in]
    lists |= {"card_lines": [], "later": [], "repair_faults": [], "service_uses": []}  # told, judged, or on paper
    if found.facts.cable.conduit_mm is None:
        lists["conduit_steps"] = []
    if found.facts.brief.permanence != "portable":
        lists |= {"travel_checks": [], "stowed": []}
    if not found.facts.brief.follows:
        lists["repair_seen"] = []
    else:
        lists["repair_faults"] = found.facts.picks.words.repair_faults
    held_by = result.mount_kind.holds if result.mount_kind else ""
    asked_of = {"timber_signs": ("plate", "brackets"), "pour_checks": ("concrete",), "reuse_checks": ("given",)}
    lists |= {name: [] for name, kinds in asked_of.items() if held_by not in kinds}
    if result.ends_asked or not result.ends_kind:  # of the other kinds of plug none is made here
        lists["end_checks"] = [one for one in found.facts.picks.words.end_checks if one.code in result.ends_asked]
    unread: dict[str, Any] = {"text": "", "tool": "", "torque_nm": None}  # what the chosen one asks is in the result
    words_of_ends = found.facts.picks.words.connectors
    lists["connectors"] = [one.model_copy(update=unread) for one in words_of_ends if one.of_kind == result.ends_kind]
    terminal = found.facts.picks.terminal
    if terminal is not None and terminal.panel is not None:
        lists |= {"kept_off": [], "indicators": []}  # of a dish's beam, and of pointing it
    words = found.facts.picks.words.model_copy(update={**lists, "hazards": unstopped})
    told = terminal and terminal.model_copy(update={name: [] for name in _UNSHOWN})
    # Brief shows the mounts of the surface, judged; of other satellites where they are.
    others = [
        one.model_copy(update={"settings": [], "approved": []})
        for one in found.facts.picks.others
        if terminal is None or terminal.panel is None  # a panel is turned to none of them
    ]
    picks = found.facts.picks.model_copy(
        update={
            "mounts": [],
            "fixings": [],
            "brackets": [],
            "members": [],
            "words": words,
            "terminal": told,
            "others": others,
        }
    )
    watched = found.facts.handover.watch.model_copy(update={"events": []})  # the server counts them
    handover = found.facts.handover.model_copy(update={"watch": watched})
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
            **{name: getattr(found.facts, name) for name in FactsOut.model_fields}
            | {"sky": sky, "picks": picks, "handover": handover}
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


def drawings_of(job: Job, groups: Collection[str] | None, look: Look, held: Collection[str]) -> list[DrawingOut]:
    """The drawings of some groups, or all; of those whose mark the screen holds the mark alone."""
    found = assessed(job)
    told = []
    for one in job_drawings(found.facts, found.result, look.system, groups, narrow=look.narrow):
        mark = hashlib.blake2b(one.svg.encode(), digest_size=5).hexdigest()
        rows = [DrawingRow(what=what, value=value) for what, value in one.rows]
        frame = FrameOut.from_orm(one.frame) if one.frame else None
        svg = "" if mark in held else one.svg
        told.append(DrawingOut(name=one.name, title=one.title, svg=svg, mark=mark, rows=rows, frame=frame))
    return told


__all__ = ["DocumentOut", "FactsOut", "JobOut", "job_out"]
