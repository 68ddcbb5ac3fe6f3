"""From rows to the core's facts, and to the assessment; a signed job answers from its record."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from django.db.models import Model as DjangoModel
from django.db.models import QuerySet
from pydantic import ValidationError

from rindle_core import __version__
from rindle_core.catalogue.models import CoaxCable, Constellation, Instrument, Satellite, Terminal
from rindle_core.job import JobAssessment, JobInput, assess
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.aim.bearings import OffsetInput, offset
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.sky.candidates import CandidateFacts
from rindle_server.jobs.models import Job, Position
from rindle_server.stores.models import Firm
from rindle_server.stores.shelf import shelf

SCALARS = (
    "customer",
    "service_wanted",
    "latitude_deg",
    "longitude_deg",
    "height_m",
    "date",
    "mast_diameter_mm",
    "mast_wall_mm",
    "mast_free_length_m",
    "height_above_ground_m",
    "cable_code",
    "connectors",
    "beam_letter",
    "activation_code",
    "device_now_s",
    "device_level_db",
    "other_latitude_deg",
    "other_longitude_deg",
    "printed_azimuth_deg",
    "printed_elevation_deg",
    "printed_skew_deg",
    "needs",
    "hazards",
    "cautions_seen",
    "settled",
    "needs_proved",
    "visit",
    "settings",
    "extra_runs",
    "modem_azimuth_deg",
    "modem_elevation_deg",
    "compass_at_peak_deg",
    "clinometer_at_peak_deg",
    "access",
    "preset_measured_deg",
    "lean_deg",
    "lean_towards_deg",
    "compass_correction_deg",
    "clinometer_correction_deg",
    "skylines",
    "sky_set",
    "sky_photos",
    "position_letter",
    "ahead_years",
    "season",
    "panel_azimuth_deg",
    "attitudes",
    "waivers",
    "trial",
    "wind_from_deg",
)
LISTS: dict[str, tuple[str, ...]] = {
    "runs": ("when", "down_mbps", "up_mbps", "latency_ms", "link", "letter", "note"),
    "documents": ("name", "kind", "satellite_code", "version", "loaded_at"),
    "cable_pieces": ("kind", "length_m", "note"),
    "deliveries": (
        "item",
        "ordered_on",
        "lead_days",
        "after_item",
        "arrived_on",
        "interface",
        "stop_gap",
        "stop_gap_until",
    ),
    "step_marks": ("code", "at", "by"),
    "readings": ("axis", "pass_number", "turns", "level_db", "turning"),
    "states_entered": ("code", "at_s"),
}
LOCKDOWN = {
    "before_db": "lock_before_db",
    "after_db": "lock_after_db",
    "top_db": "push_top_db",
    "bottom_db": "push_bottom_db",
    "left_db": "push_left_db",
    "right_db": "push_right_db",
}


@dataclass(frozen=True, slots=True)
class Assessed:
    """A job's facts with what they come to, and the version that computed it."""

    facts: JobInput
    result: JobAssessment
    version: str


def _rows(found: QuerySet[DjangoModel], fields: tuple[str, ...]) -> list[dict[str, Any]]:
    return [{name: getattr(row, name) for name in fields} for row in found]


def coordinates_of(job: Job, row: Position) -> tuple[float, float] | None:
    """Where a candidate lies; None while the job itself has no place."""
    if row.place_text:
        place = parse_place(PlaceInput(place=row.place_text))
        return place.latitude_deg, place.longitude_deg
    if job.latitude_deg is None or job.longitude_deg is None or row.distance_m is None or row.bearing_deg is None:
        return None
    there = offset(
        OffsetInput(
            latitude_deg=job.latitude_deg,
            longitude_deg=job.longitude_deg,
            distance_m=row.distance_m,
            bearing_deg=row.bearing_deg,
        )
    ).result
    return there.latitude_deg, there.longitude_deg


def _candidates(job: Job) -> list[dict[str, Any]]:
    told = []
    for row in job.positions.all():
        at = coordinates_of(job, row)
        fields = {name: getattr(row, name) for name in CandidateFacts.model_fields}
        told.append({**fields, "latitude_deg": at[0] if at else None, "longitude_deg": at[1] if at else None})
    return told


_CHOSEN = (
    ("terminal", "terminal_code"),
    ("satellite", "satellite_code"),
    ("constellation", "constellation_code"),
    ("instrument", "compass_code"),
    ("instrument", "clinometer_code"),
)


def store_troubles(job: Job) -> list[str]:
    """Entries of the stores that this job uses and that cannot be read: the job goes on without them, and says so."""
    held = shelf()
    told = ((kind, getattr(job, field)) for kind, field in _CHOSEN)
    found = ((kind, code, held.trouble(kind, code)) for kind, code in told if code)
    return [f"The {kind} {code} in the stores cannot be read: {message}" for kind, code, message in found if message]


def facts_of(job: Job) -> JobInput:
    """The job's facts, checked. Raises InputError that names the field."""
    data: dict[str, Any] = {name: getattr(job, name) for name in SCALARS}
    if job.pk:
        data |= {name: _rows(getattr(job, name).all(), fields) for name, fields in LISTS.items()}
        data["positions"] = _candidates(job)
    held = shelf()
    data["lockdown"] = {name: getattr(job, column) for name, column in LOCKDOWN.items()}
    data["terminal"] = held.get("terminal", job.terminal_code, Terminal)
    data["satellite"] = held.get("satellite", job.satellite_code, Satellite)
    data["constellation"] = held.get("constellation", job.constellation_code, Constellation)
    data["compass"] = held.get("instrument", job.compass_code, Instrument)
    data["clinometer"] = held.get("instrument", job.clinometer_code, Instrument)
    data["others"] = [one for one in held.all("satellite", Satellite) if one.code != job.satellite_code]
    data["cables"] = held.all("cable", CoaxCable)
    data["rules"] = Firm.ours().house_rules()
    return parsed(data)


def parsed(data: dict[str, Any]) -> JobInput:
    """Facts from their data, flat or by rooms. Raises InputError; a fault names its field without the room."""
    try:
        return parse(JobInput, data, "job")
    except InputError as error:
        raise InputError([Fault(_roomless(one.field), one.message) for one in error.faults]) from error


def _roomless(field: str) -> str:
    room, _, rest = field.partition(".")
    return rest if rest and room in ROOMS else field


@dataclass(frozen=True, slots=True)
class _Asked:
    """Facts with their text, by which they are known again."""

    text: str
    facts: JobInput = field(compare=False)


@lru_cache(maxsize=64)
def _answer(asked: _Asked) -> JobAssessment:
    return assess(asked.facts).result


def answer_to(facts: JobInput) -> JobAssessment:
    """The assessment of the facts. A change is checked, shown and drawn: the same facts are assessed once."""
    return _answer(_Asked(facts.model_dump_json(), facts))


def assessed(job: Job) -> Assessed:
    """Facts and results; those of the record where the job is signed off. Raises InputError for a record that this
    version cannot read.
    """
    if job.record is not None:
        version = str(job.record.get("version", "unknown"))
        try:
            return Assessed(
                JobInput.model_validate(job.record["facts"]),
                JobAssessment.model_validate(job.record["assessment"]),
                version,
            )
        except (ValidationError, KeyError, TypeError) as error:
            raise InputError.one(
                "record", f"was signed with Rindle {version} and cannot be read by this version ({__version__})"
            ) from error
    facts = facts_of(job)
    return Assessed(facts, answer_to(facts), __version__)
