"""Changing a job. Everything is checked by the core's model of the facts before it is saved."""

from __future__ import annotations

import datetime as dt
import threading
from collections.abc import Callable, Collection
from functools import update_wrapper
from typing import Any, Concatenate, Literal, ParamSpec

from django.db import IntegrityError, transaction
from django.db.models import Max
from django.db.models import Model as DjangoModel
from django.utils import timezone

from rindle_core.job import JobInput
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.model import Model, parse
from rindle_core.stations.brief.brief import HAZARDS, NEEDS, SETTLED
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.brief.visit import INDOOR, REASONS, VisitFacts
from rindle_core.stations.brief.weather import CONDITIONS
from rindle_core.stations.build.before_power import before_power_open
from rindle_core.stations.entries import home_of
from rindle_core.stations.peak.facts import AxisReading
from rindle_core.stations.sky.compare import ENTRY_CHECKS, GROUND_CHECKS
from rindle_core.stations.sky.facts import TrialFacts
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import models
from rindle_server.jobs.facts import LISTS, answer_to, facts_of, parsed
from rindle_server.stores.models import StoreItem

P = ParamSpec("P")
_TRIES = 40  # more writers at one job than that there are not


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
    device_level_db: float | None = None
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
    needs_proved: list[str] | None = None
    modem_azimuth_deg: float | None = None
    modem_elevation_deg: float | None = None
    compass_at_peak_deg: float | None = None
    clinometer_at_peak_deg: float | None = None
    reasons: list[str] | None = None
    permanence: str | None = None
    return_on: dt.date | None = None
    reuse_note: str | None = None
    old_line: str | None = None
    place_method: str | None = None
    place_error_m: float | None = None
    climber: str | None = None
    climber_contact: str | None = None
    surface: str | None = None
    may_drill: bool | None = None
    wanted_height_m: float | None = None
    forecast_gust_mps: float | None = None
    forecast_low_c: float | None = None
    conditions: list[str] | None = None
    overlap_month_count: float | None = None
    site_id: str | None = None
    terminal_id: str | None = None
    hardware_address: str | None = None
    customer_reference: str | None = None
    site_code: str | None = None
    cluster_code: str | None = None
    ground_checks: list[str] | None = None
    entry_checks: list[str] | None = None
    raise_cost_money: float | None = None
    trim_cost_money: float | None = None
    move_cost_money: float | None = None
    accept_cost_money: float | None = None
    look_again_on: dt.date | None = None
    indoor: list[str] | None = None
    indoor_note: str | None = None
    lineup_at: str | None = None
    lineup_booked: bool | None = None
    lineup_person: str | None = None
    sky_set: int | None = None
    position_letter: str | None = None
    ahead_years: float | None = None
    season: str | None = None
    constellation_code: str | None = None
    panel_azimuth_deg: float | None = None
    wind_from_deg: float | None = None
    trial_letter: str | None = None
    trial_height_m: float | None = None
    compass_code: str | None = None
    clinometer_code: str | None = None
    compass_correction_deg: float | None = None
    clinometer_correction_deg: float | None = None


_PARTS: dict[str, type[DjangoModel]] = {
    "runs": models.ServiceRun,
    "cable_pieces": models.CablePiece,
    "deliveries": models.Delivery,
    "readings": models.PeakReading,
    "states_entered": models.StateEntered,
}
_WITH_DEFAULT = {
    "height_m",
    "connectors",
    "date",
    "ahead_years",
    "season",
    "sky_set",
    "compass_correction_deg",
    "clinometer_correction_deg",
}
_NEVER_EMPTY = {
    "access",
    "position_letter",
    "customer",
    "service_wanted",
    "cable_code",
    "beam_letter",
    "activation_code",
}


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
    return Conflict.one(
        "job", f"Job {job.number} is signed off: its record is frozen. Start a new job for further work."
    )


def create(number: str = "") -> models.Job:
    """A new, empty job with the next number of the year, or with the given one. Two at once get two numbers."""
    for _ in range(_TRIES):
        year = timezone.localdate().year
        last = models.Job.objects.filter(year=year).aggregate(last=Max("serial"))["last"] or 0
        wanted = number or f"{year}-{last + 1:03d}"
        first, _, second = wanted.partition("-")
        try:
            with transaction.atomic():
                return models.Job.objects.create(number=wanted, year=int(first), serial=int(second))
        except IntegrityError:
            if number:
                raise
    raise Conflict.one("job", "Others are adding jobs at this moment. Try again.")


Write = Callable[[], None]
Change = Callable[Concatenate[models.Job, P], Write | None]


def whole(change: Change[P]) -> Callable[Concatenate[models.Job, P], None]:
    """A change that is saved whole or not at all, on the job as it stands when it is saved.

    The change is made ready and checked without any lock on the database (that is the long part), and gives what it has
    to write; then it is written in one short transaction, if nobody else has changed the job meanwhile (its `head`).
    Else it is made ready anew.
    """

    def saved(job: models.Job, *given: P.args, **named: P.kwargs) -> None:
        with _turn(job.pk):
            for _ in range(_TRIES):
                job.refresh_from_db()
                if job.signed_off_at is not None:
                    raise _frozen(job)
                seen = job.head
                write = change(job, *given, **named)
                with transaction.atomic():
                    if models.Job.objects.filter(pk=job.pk, head=seen, signed_off_at=None).update(head=seen + 1):
                        job.head = seen + 1
                        if write is not None:
                            write()
                        job.save()
                        return
        raise Conflict.one("job", "Others are changing this job at this moment. Try again.")

    return update_wrapper(saved, change)  # type: ignore[return-value]  # the wrapper keeps the signature


_TURNS: dict[int, threading.Lock] = {}


def _turn(job_id: int) -> threading.Lock:
    """Whoever changes the same job in this process waits for a turn, so that nobody makes ready in vain."""
    return _TURNS.setdefault(job_id, threading.Lock())


def _place(job: models.Job, text: str) -> None:
    job.place_text = text.strip()
    if not job.place_text:
        job.latitude_deg = job.longitude_deg = None
        return
    place = parse_place(parse(PlaceInput, {"place": job.place_text}))
    job.latitude_deg, job.longitude_deg = place.latitude_deg, place.longitude_deg
    if place.height_m is not None:
        job.height_m = place.height_m


def _visit(job: models.Job, name: str, value: Any) -> None:
    """An entry about the visit; empty takes it out, so that its default holds. Its fault names the field alone."""
    rest = {key: one for key, one in job.visit.items() if key != name}
    if value in (None, "", []):
        job.visit = rest
        return
    kept = parse(VisitFacts, {**rest, name: value.strip() if isinstance(value, str) else value})
    job.visit = kept.model_dump(mode="json", exclude_defaults=True)


def _trial(job: models.Job, name: str, value: Any) -> None:
    """Where the trial stands. Its fault names the field as it is typed."""
    try:
        kept = parse(
            TrialFacts,
            {**job.trial, name.removeprefix("trial_"): value if value != "" or name == "trial_letter" else None},
        )
    except InputError as error:
        raise InputError.one(name, error.message) from error
    job.trial = kept.model_dump(mode="json", exclude_defaults=True)


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


def known(kind: str, code: str, field: str = "") -> str:
    """The code, if it is empty or in the stores. Raises NotThere that lists what there is."""
    if code and not StoreItem.objects.filter(kind=kind, code=code).exists():
        codes = ", ".join(StoreItem.objects.filter(kind=kind).values_list("code", flat=True))
        raise NotThere.one(field or f"{kind}_code", f"{code!r} is not in the stores; there are {codes}")
    return code


@whole
def patch(job: models.Job, change: JobPatch) -> None:
    """Applies the change and saves it. Raises InputError, and then nothing has changed."""
    given = change.model_dump(exclude_unset=True)
    _check_known(job, given)
    for name, value in given.items():
        if name == "place_text":
            _place(job, value or "")
        elif name == "other_place_text":
            _other_place(job, value or "")
        elif name in VisitFacts.model_fields:
            _visit(job, name, value)
        elif name in ("needs", "hazards", "cautions_seen", "settled", "needs_proved"):
            setattr(job, name, value or [])
        elif name in ("compass_code", "clinometer_code"):
            setattr(job, name, known("instrument", value or "", name))
        elif name in ("trial_letter", "trial_height_m"):
            _trial(job, name, value)
        elif name in ("terminal_code", "satellite_code", "cable_code", "constellation_code"):
            setattr(job, name, known(name.removesuffix("_code"), value or ""))
        elif name in _WITH_DEFAULT and value is None:
            setattr(job, name, getattr(models.Job(), name))
        else:
            setattr(job, name, (value or "").strip() if name in _NEVER_EMPTY else value)
    if "beam_letter" in given:
        job.beam_letter = job.beam_letter.upper()
    answer_to(facts_of(job))  # what no calculator can use is refused here, before it is saved


_CODES: dict[str, Collection[str]] = {
    "needs": NEEDS,
    "needs_proved": NEEDS,
    "hazards": HAZARDS,
    "cautions_seen": HAZARDS,
    "settled": SETTLED,
    "reasons": REASONS,
    "indoor": INDOOR,
    "conditions": CONDITIONS,
    "ground_checks": GROUND_CHECKS,
    "entry_checks": ENTRY_CHECKS,
}


def _check_known(job: models.Job, given: dict[str, Any]) -> None:
    """What names something must name something that there is. Raises InputError that lists what is accepted."""
    for name, table in _CODES.items():
        for code in given.get(name) or []:
            if code not in table:
                raise InputError.one(name, f"{code!r} is not one of the choices: {', '.join(table)} are accepted")
    letter = given.get("position_letter")
    letters = list(job.positions.values_list("letter", flat=True)) if letter else []
    if letter and letter not in letters:
        raise InputError.one(
            "position_letter", f"{letter!r} is no position of this job; there are {', '.join(letters)}"
        )
    chosen = given.get("sky_set")
    if chosen and chosen >= len(job.skylines):
        raise InputError.one("sky_set", f"there is no skyline {chosen}; the job has {len(job.skylines)}")


@whole
def note_device(job: models.Job, states: list[dict[str, Any]], now_s: float, level_db: float) -> Write | None:
    """Keeps what the terminal told: its states, its clock and its level."""
    job.device_now_s, job.device_level_db = now_s, level_db
    if states == [{"code": row.code, "at_s": row.at_s} for row in job.states_entered.all()]:
        return None
    return lambda: _put(job, "states_entered", states)


@whole
def enter_state(job: models.Job, code: str, at: dt.datetime) -> Write:
    """A state that somebody saw the terminal reach. The first one starts the clock. Raises Conflict or InputError."""
    facts = facts_of(job)
    states = [one.code for one in facts.picks.terminal.bringup_states] if facts.picks.terminal else []
    if code not in states:
        raise InputError.one("code", f"{code!r} is no state of this terminal; {', '.join(states)} are accepted")
    refuse_power(facts)
    rows = list(job.states_entered.all())
    if not rows:
        if code != states[0]:
            raise Conflict.one("code", f"Begin with “{states[0]}”: from there the times are counted.")
        job.powered_at = at
    if job.powered_at is None:
        raise Conflict.one(
            "code", "These states came from the terminal itself. Switch it off here before going on by hand."
        )
    at_s = (at - job.powered_at).total_seconds()
    if at_s < (rows[-1].at_s if rows else 0.0):
        raise InputError.one("at", "lies before the state that came last; a later time is accepted")
    job.device_now_s = at_s
    before = [{"code": row.code, "at_s": row.at_s} for row in rows]
    return lambda: _put(job, "states_entered", [*before, {"code": code, "at_s": at_s}])


@whole
def forget_states(job: models.Job) -> Write:
    """The terminal is off again: its states begin anew."""
    job.powered_at, job.device_now_s, job.device_level_db = None, 0.0, None
    return lambda: _put(job, "states_entered", [])


def refuse_power(facts: JobInput) -> None:
    """Raises Conflict while something is open that comes before power, such as the earth."""
    still = before_power_open(facts)
    if still:
        raise Conflict.one("power", f"It may not be switched on yet. Not marked done at Build: {'; '.join(still)}.")


@whole
def remove_reading(job: models.Job, reading_id: int) -> Write:
    """Takes a reading back."""
    return lambda: void(job.readings.filter(pk=reading_id).delete())


def void(_: object) -> None:
    """Lets an answer go that nobody needs."""


@whole
def replace(job: models.Job, name: str, entries: list[dict[str, Any]]) -> Write:
    """Puts a whole list (skyline, cable pieces, runs…) in place of the old one. Raises InputError."""
    answer_to(_with(job, name, entries))  # a list that no calculator can use is never saved
    return lambda: _put(job, name, entries)


def _put(job: models.Job, name: str, entries: list[dict[str, Any]]) -> None:
    getattr(job, name).all().delete()
    kind = _PARTS[name]
    kind._default_manager.bulk_create(
        kind(job=job, position=at, **{field: entry[field] for field in LISTS[name] if field in entry})
        for at, entry in enumerate(entries)
    )


@whole
def add_reading(job: models.Job, entry: dict[str, Any]) -> Write:
    """Adds a peaking reading at the end."""
    parse(AxisReading, entry, "reading")
    return lambda: void(models.PeakReading.objects.create(job=job, position=job.readings.count(), **entry))


ListName = Literal["settings", "extra_runs", "costs", "tasks", "skylines", "sky_photos", "attitudes", "waivers"]


@whole
def put_list(job: models.Job, name: ListName, entries: list[dict[str, Any]]) -> None:
    """Puts one of the small lists in place of the old one. Raises InputError;

    a secret's value is dropped, never kept.
    """
    if name == "settings":
        entries = [{**entry, "value": "" if entry.get("secret") else entry.get("value", "")} for entry in entries]
    try:
        facts = _with(job, name, entries)
        answer_to(facts)
    except InputError as error:
        raise InputError([Fault(one.field.removeprefix(f"{name}."), one.message) for one in error.faults]) from error
    kept = getattr(facts, home_of(name)).model_dump(mode="json")[name]
    if name in VisitFacts.model_fields:
        job.visit = {key: one for key, one in {**job.visit, name: kept}.items() if one != []}
    else:
        setattr(job, name, kept)


def _with(job: models.Job, name: str, entries: list[dict[str, Any]]) -> JobInput:
    """The job's facts with another list in the place of one. Raises InputError."""
    base, room = facts_of(job).model_dump(mode="json"), home_of(name)
    return parsed({**base, room: {**base[room], name: entries}})


def understood(place_text: str) -> str:
    """How the saved place was understood, in words."""
    return parse_place(PlaceInput(place=place_text)).understood_as if place_text else ""
