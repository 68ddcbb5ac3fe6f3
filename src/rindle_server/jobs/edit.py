"""Changing a job. Everything is checked by the core's model of the facts before it is saved."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from functools import update_wrapper
from typing import Any, Concatenate, ParamSpec

from django.db import transaction
from django.db.models import Model as DjangoModel
from django.utils import timezone
from pydantic import Field

from rindle_core import __version__
from rindle_core.bearings import OffsetInput, offset
from rindle_core.catalogue import Terminal
from rindle_core.errors import InputError
from rindle_core.job import AxisReading, JobFacts, assess
from rindle_core.model import Model, parse
from rindle_core.places import PlaceInput, parse_place
from rindle_core.steps import BuildInput, StepMark, build
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.facts import LISTS, assessed, facts_of
from rindle_server.stores.models import StoreItem

P = ParamSpec("P")


class JobPatch(Model):
    """Fields to change; what is left out stays. Bounds are those of the `job` calculator's input."""

    customer: str | None = None
    service_wanted: str | None = None
    place_text: str | None = None
    height_m: float | None = None
    date: dt.date | None = None
    terminal_code: str | None = None
    satellite_code: str | None = None
    mast_diameter_mm: float | None = None
    mast_wall_mm: float | None = None
    mast_free_length_m: float | None = None
    height_above_ground_m: float | None = None
    cable_code: str | None = None
    connectors: int | None = None
    lock_before_db: float | None = None
    lock_after_db: float | None = None
    push_top_db: float | None = None
    push_bottom_db: float | None = None
    push_left_db: float | None = None
    push_right_db: float | None = None
    beam_letter: str | None = None
    activation_code: str | None = None
    other_place_text: str | None = None
    printed_azimuth_deg: float | None = None
    printed_elevation_deg: float | None = None
    printed_skew_deg: float | None = None
    needs: list[str] | None = None
    hazards: list[str] | None = None
    cautions_seen: list[str] | None = None
    settled: list[str] | None = None
    access: str | None = None
    preset_measured_deg: float | None = None
    lean_deg: float | None = None
    lean_towards_deg: float | None = None
    compass_code: str | None = None
    clinometer_code: str | None = None
    compass_correction_deg: float | None = None
    clinometer_correction_deg: float | None = None


class Candidate(Model):
    """A candidate position as it is entered."""

    letter: str = Field(min_length=1, max_length=3)
    place_text: str = Field(default="", max_length=200)
    distance_m: float | None = Field(default=None, ge=0, le=100_000)
    bearing_deg: float | None = Field(default=None, ge=0, lt=360.0001, description="True")
    note: str = Field(default="", max_length=200)


_PARTS: dict[str, type[DjangoModel]] = {
    "runs": models.ServiceRun,
    "skyline": models.SkylinePoint,
    "cable_pieces": models.CablePiece,
    "deliveries": models.Delivery,
    "readings": models.PeakReading,
    "states_entered": models.StateEntered,
}
_WITH_DEFAULT = {"height_m", "connectors", "date", "compass_correction_deg", "clinometer_correction_deg"}
_NEVER_EMPTY = {"access", "customer", "service_wanted", "cable_code", "beam_letter", "activation_code"}


def find(number: str) -> models.Job:
    """The job of that number. Raises NotThere."""
    job = models.Job.objects.filter(number=number).first()
    if job is None:
        raise NotThere.one("number", f"There is no job {number}.")
    return job


def editable(number: str) -> models.Job:
    """The job, unless it is signed off. Raises NotThere or Conflict."""
    job = find(number)
    if job.signed_off_at is not None:
        raise _frozen(job)
    return job


def _frozen(job: models.Job) -> Conflict:
    return Conflict.one("job", f"Job {job.number} is signed off: its record is frozen. Start a new job for further work.")


def create() -> models.Job:
    """A new, empty job with the next number of the year."""
    year = timezone.localdate().year
    last = models.Job.objects.filter(number__startswith=f"{year}-").order_by("number").last()
    following = int(last.number.partition("-")[2]) + 1 if last else 1
    return models.Job.objects.create(number=f"{year}-{following:03d}")


def _whole(change: Callable[Concatenate[models.Job, P], None]) -> Callable[Concatenate[models.Job, P], None]:
    """A change that is saved whole or not at all. The row is read again under the lock, so that two changes at once both stay."""

    def under_lock(job: models.Job, *given: P.args, **named: P.kwargs) -> None:
        with transaction.atomic():
            job.refresh_from_db()
            if job.signed_off_at is not None:
                raise _frozen(job)
            change(job, *given, **named)

    return update_wrapper(under_lock, change)  # type: ignore[return-value]  # the wrapper keeps the signature


def _place(job: models.Job, text: str) -> None:
    job.place_text = text.strip()
    if not job.place_text:
        job.latitude_deg = job.longitude_deg = None
        return
    place = parse_place(parse(PlaceInput, {"place": job.place_text}))
    job.latitude_deg, job.longitude_deg = place.latitude_deg, place.longitude_deg
    if place.height_m is not None:
        job.height_m = place.height_m


def _other_place(job: models.Job, text: str) -> None:
    """A second entry for the same site. Its faults name their own field."""
    job.other_place_text = text.strip()
    job.other_latitude_deg = job.other_longitude_deg = None
    if job.other_place_text:
        try:
            place = parse_place(parse(PlaceInput, {"place": job.other_place_text}))
        except InputError as error:
            raise InputError.one("other_place_text", error.message) from error
        job.other_latitude_deg, job.other_longitude_deg = place.latitude_deg, place.longitude_deg


def _known(kind: str, code: str, field: str = "") -> str:
    if code and not StoreItem.objects.filter(kind=kind, code=code).exists():
        codes = ", ".join(StoreItem.objects.filter(kind=kind).values_list("code", flat=True))
        raise NotThere.one(field or f"{kind}_code", f"{code!r} is not in the stores; there are {codes}")
    return code


@_whole
def patch(job: models.Job, change: JobPatch) -> None:
    """Applies the change and saves it. Raises InputError, and then nothing has changed."""
    given = change.model_dump(exclude_unset=True)
    for name, value in given.items():
        if name == "place_text":
            _place(job, value or "")
        elif name == "other_place_text":
            _other_place(job, value or "")
        elif name in ("needs", "hazards", "cautions_seen", "settled"):
            setattr(job, name, value or [])
        elif name in ("compass_code", "clinometer_code"):
            setattr(job, name, _known("instrument", value or "", name))
        elif name in ("terminal_code", "satellite_code", "cable_code"):
            setattr(job, name, _known(name.removesuffix("_code"), value or ""))
        elif name in _WITH_DEFAULT and value is None:
            setattr(job, name, getattr(models.Job(), name))
        else:
            setattr(job, name, (value or "").strip() if name in _NEVER_EMPTY else value)
    if "beam_letter" in given:
        job.beam_letter = job.beam_letter.upper()
    assess(facts_of(job))  # what no calculator can use is refused here, before it is saved
    job.save()


@_whole
def note_device(job: models.Job, states: list[dict[str, Any]], now_s: float, level_db: float) -> None:
    """Keeps what the terminal told: its states, its clock and its level."""
    job.device_now_s, job.device_level_db = now_s, level_db
    if states != [{"code": row.code, "at_s": row.at_s} for row in job.states_entered.all()]:
        _put(job, "states_entered", states)
    job.save()


@_whole
def remove_reading(job: models.Job, reading_id: int) -> None:
    """Takes a reading back."""
    job.readings.filter(pk=reading_id).delete()
    job.save()


@_whole
def replace(job: models.Job, name: str, entries: list[dict[str, Any]]) -> None:
    """Puts a whole list (skyline, cable pieces, runs…) in place of the old one. Raises InputError."""
    base = facts_of(job).model_dump()
    assess(parse(JobFacts, {**base, name: entries}, name))  # a list that no calculator can use is never saved
    _put(job, name, entries)
    job.save()


def _put(job: models.Job, name: str, entries: list[dict[str, Any]]) -> None:
    getattr(job, name).all().delete()
    kind = _PARTS[name]
    kind._default_manager.bulk_create(
        kind(job=job, position=at, **{field: entry[field] for field in LISTS[name] if field in entry}) for at, entry in enumerate(entries)
    )


@_whole
def add_reading(job: models.Job, entry: dict[str, Any]) -> None:
    """Adds a peaking reading at the end."""
    parse(AxisReading, entry, "reading")
    models.PeakReading.objects.create(job=job, position=job.readings.count(), **entry)
    job.save()


@_whole
def mark_step(job: models.Job, code: str, by: str) -> None:
    """Marks a step done. Raises Conflict where it is held, and says for what it waits."""
    result = assessed(job).result.build
    view = next((one for one in result.steps if one.step.code == code), None) if result else None
    if view is None:
        raise NotThere.one("code", f"{code!r} is not a step of this job's terminal.")
    if view.state == "locked":
        raise Conflict.one("code", f"“{view.step.title}” is held: it waits for {', '.join(view.waits_for)}.")
    models.StepMark.objects.get_or_create(job=job, code=code, defaults={"by": by, "position": job.step_marks.count()})
    job.save()


@_whole
def unmark_step(job: models.Job, code: str) -> None:
    """Takes a mark back, unless a later mark rests on it. Raises Conflict."""
    facts = facts_of(job)
    terminal = facts.terminal
    left = [mark for mark in facts.step_marks if mark.code != code]
    if terminal is not None:
        resting = _resting_on(terminal, left, code)
        if resting:
            raise Conflict.one("code", f"“{resting}” rests on this step; take that mark back first.")
    job.step_marks.filter(code=code).delete()
    job.save()


def _resting_on(terminal: Terminal, left: list[StepMark], code: str) -> str | None:
    """Title of a marked step that would be held were `code` not done."""
    codes = {mark.code for mark in left}
    every = {need.removeprefix("entry:"): True for step in terminal.build_steps for need in step.needs if need.startswith("entry:")}
    for step in terminal.build_steps:
        if step.code in codes:
            others = [mark for mark in left if mark.code != step.code]
            view = next(
                v
                for v in build(BuildInput(steps=terminal.build_steps, marks=others, entries=every)).result.steps
                if v.step.code == step.code
            )
            if view.state == "locked":
                return step.title
    return None


@_whole
def sign_off(job: models.Job, by: str, at: dt.datetime | None = None) -> None:
    """Freezes inputs, results and version. Raises Conflict that says what is still open."""
    found = assessed(job)
    if not found.result.may_sign_off:
        held = [station.name for station in found.result.stations if station.verdict == "hold"]
        reasons = [f"{', '.join(held)} on hold"] if held else []
        if found.result.bringup is None or not found.result.bringup.online:
            reasons.append("the terminal is not online")
        if found.result.acceptance.after is None:
            reasons.append("the new service is not measured")
        raise Conflict.one("job", f"Not yet to be signed off: {'; '.join(reasons)}.")
    if not by.strip():
        raise Conflict.one("name", "Enter the name of the person who signs.")
    job.signed_off_at = at or timezone.now()
    job.signed_off_by = by.strip()
    job.record = {
        "version": __version__,
        "facts": found.facts.model_dump(mode="json"),
        "assessment": found.result.model_dump(mode="json"),
        "place_text": job.place_text,
        "signed_off_at": job.signed_off_at.isoformat(),
        "signed_off_by": job.signed_off_by,
    }
    job.save()


@_whole
def put_positions(job: models.Job, entries: list[Candidate]) -> None:
    """Puts the candidate positions in place of the old ones. Raises InputError for a place that cannot be read."""
    for at, entry in enumerate(entries):
        if entry.place_text:
            try:
                parse_place(PlaceInput(place=entry.place_text))
            except InputError as error:
                raise InputError.one(f"{at}.place_text", error.message) from error
        elif entry.distance_m is None or entry.bearing_deg is None:
            raise InputError.one(f"{at}.place_text", "needs coordinates of its own, or a distance and a bearing from the job's place")
    job.positions.all().delete()
    models.Position.objects.bulk_create(models.Position(job=job, position=at, **entry.model_dump()) for at, entry in enumerate(entries))
    job.save()


def position_coordinates(job: models.Job, row: models.Position) -> tuple[float, float] | None:
    """Where a candidate lies; None while the job itself has no place."""
    if row.place_text:
        place = parse_place(PlaceInput(place=row.place_text))
        return place.latitude_deg, place.longitude_deg
    if job.latitude_deg is None or job.longitude_deg is None or row.distance_m is None or row.bearing_deg is None:
        return None
    there = offset(
        OffsetInput(latitude_deg=job.latitude_deg, longitude_deg=job.longitude_deg, distance_m=row.distance_m, bearing_deg=row.bearing_deg)
    ).result
    return there.latitude_deg, there.longitude_deg


def take_order(job: models.Job, order: dict[str, Any]) -> None:
    """Puts a work order's fields into the job. Raises InputError."""
    change: dict[str, Any] = {
        name: order[name] for name in ("customer", "service_wanted", "height_m", "date", "activation_code", "beam_letter") if name in order
    }
    change |= {f"printed_{name}": order[name] for name in ("azimuth_deg", "elevation_deg", "skew_deg") if name in order}
    if "latitude_deg" in order and "longitude_deg" in order:
        change["place_text"] = f"{order['latitude_deg']:g}, {order['longitude_deg']:g}"
    if "place" in order:
        change["place_text"] = order["place"]
    for kind in ("terminal", "satellite"):
        if kind in order:
            change[f"{kind}_code"] = _by_name(kind, order[kind])
    patch(job, parse(JobPatch, change))


def _by_name(kind: str, wanted: str) -> str:
    items = list(StoreItem.objects.filter(kind=kind))
    for item in items:
        if wanted.casefold() in (item.code.casefold(), str(item.data["name"]).casefold()):
            return item.code
    raise NotThere.one(kind, f"{wanted!r} is not in the stores; there are {', '.join(str(item.data['name']) for item in items)}")


def understood(place_text: str) -> str:
    """How the saved place was understood, in words."""
    return parse_place(PlaceInput(place=place_text)).understood_as if place_text else ""
