"""What changes a job: finding it, beginning one, its fields and lists, readings and states. The door is `journal`."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Any, Protocol
from zoneinfo import ZoneInfo

from django.db import IntegrityError, transaction
from django.db.models import Max
from django.utils import timezone

from rindle_core.job import JobInput
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.brief.places import PlaceInput, degrees_minutes_seconds, parse_place
from rindle_core.stations.brief.settled_before import usual_tasks_of
from rindle_core.stations.brief.visit_tasks import still_soft
from rindle_core.stations.bringup.may_power import power_waits_for
from rindle_core.stations.bringup.rows import LineupMark
from rindle_core.stations.entries import ROOMS, home_of
from rindle_core.stations.peak.lockdown import lock_taken_back
from rindle_core.stations.peak.rows import AxisReading
from rindle_core.stations.power_signs import power_signs
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs import journal, models
from rindle_server.jobs.facts import CHOSEN, answer_of
from rindle_server.jobs.journal import Actor, Draft, Write, acting, frozen, whole
from rindle_server.stores.models import StoreItem

_TRIES = 40


class DeviceTold(Protocol):
    """What of a terminal's telemetry is kept."""

    @property
    def now_s(self) -> float: ...  # noqa: D102
    @property
    def level_db(self) -> float | None: ...  # noqa: D102
    @property
    def input_dbm(self) -> float | None: ...  # noqa: D102
    @property
    def restart_count(self) -> int: ...  # noqa: D102
    @property
    def powered(self) -> bool: ...  # noqa: D102
    @property
    def injector(self) -> str: ...  # noqa: D102


def find(number: str) -> models.Job:
    """The job of that number. Raises NotThere."""
    job = models.Job.objects.filter(number=number).first()
    if job is None:
        raise NotThere.one("number", f"There is no job {number}.")
    job.__dict__["just_read"] = True
    return job


def editable(number: str) -> models.Job:
    """The job, unless it is signed off. Raises NotThere or Conflict."""
    job = find(number)
    if job.signed_off_at is not None:
        raise frozen(job)
    return job


def create(number: str = "") -> models.Job:
    """A new, empty job with the next number of the year, or with the given one. Two at once get two numbers."""
    for _ in range(_TRIES):
        today = journal.today()
        last = models.Job.objects.filter(year=today.year).aggregate(last=Max("serial"))["last"] or 0
        wanted = number or f"{today.year}-{last + 1:03d}"
        first, _, second = wanted.partition("-")
        try:
            with transaction.atomic():
                job = models.Job.objects.create(number=wanted, year=int(first), serial=int(second), date=today)
                job.docs.create(station="brief", data={"date": today.isoformat()})
                return job
        except IntegrityError:
            if number:
                raise
    raise Conflict.one("job", "Others are adding jobs at this moment. Try again.")


def known(kind: str, code: str, field: str = "") -> str:
    """The code, if it is empty or in the stores. Raises NotThere that lists what there is."""
    if code and not StoreItem.objects.filter(kind=kind, code=code).exists():
        codes = ", ".join(StoreItem.objects.filter(kind=kind).values_list("code", flat=True))
        raise NotThere.one(field or f"{kind}_code", f"{code!r} is not in the stores; there are {codes}")
    return code


def patch(job: models.Job, station: str, change: Mapping[str, Any]) -> None:
    """Changes facts of one station and saves it. Raises InputError, and then nothing has changed."""
    _patch(job, {station: change})


def enter(job: models.Job, station: str, change: Mapping[str, Any]) -> None:
    """`patch` of what somebody enters just now: nothing that has been lies ahead. Raises InputError."""
    _patch(job, {station: change}, entered=True)


def patch_any(job: models.Job, change: Mapping[str, Any]) -> None:
    """Changes facts of whichever stations they belong to, as one change in the order of the course: what is proved at a
    later one is proved of what an earlier one says. Raises InputError.
    """
    rooms: dict[str, dict[str, Any]] = {room: {} for room in ROOMS}
    for name, value in change.items():
        rooms.setdefault(home_of(name), {})[name] = value
    _patch(job, {room: told for room, told in rooms.items() if told})


def _patch(job: models.Job, rooms: Mapping[str, Mapping[str, Any]], *, entered: bool = False) -> None:
    for room, fact, kind, _ in CHOSEN:
        chosen = rooms.get(room, {}).get(fact)
        if chosen:
            known(kind, chosen.strip(), fact)
    journal.patch(job, rooms, entered=entered)


@whole
def _note(draft: Draft, states: list[dict[str, Any]], told: DeviceTold, asked_at: int | None) -> None:
    if draft.facts.bringup.powered_at is not None:
        return  # it is brought up by hand: a question that was under way does not undo what somebody saw
    if asked_at is not None and asked_at < draft.job.head:
        then = draft.as_it_was("bringup", asked_at).get("states_entered", [])
        if then != draft.now.get("bringup", {}).get("states_entered", []):
            return  # it was switched, or told more, since it was asked: what it said then is old
    seen = [{"code": one.code, "at_s": one.at_s} for one in draft.facts.bringup.states_entered]
    news = {} if states == seen else {"states_entered": states}
    draft.put(
        "bringup",
        device_now_s=told.now_s,
        device_level_db=told.level_db,
        device_input_dbm=told.input_dbm,
        self_restart_count=told.restart_count,
        injector_light=told.injector if told.powered else "",
        **news,
    )


def note_device(job: models.Job, states: list[dict[str, Any]], told: DeviceTold, asked_at: int | None = None) -> None:
    """Keeps what the terminal told: its states, its clock, its levels, how often it started again; not where its states
    have changed since the job's change at which it was asked.
    """
    with acting(Actor(device="terminal")):
        _note(job, states, told, asked_at)


@whole
def add_lineup(draft: Draft, step: str, told: dict[str, Any]) -> None:
    """A step of the call with the operations desk, now."""
    row = parse(LineupMark, {"step": step, "at": timezone.now(), **told}, "lineup_log")
    draft.put("bringup", lineup_log=[*_dumped(draft.facts.bringup.lineup_log), row.model_dump(mode="json")])


@whole
def enter_state(draft: Draft, code: str, at: dt.datetime) -> None:
    """A state that somebody saw the terminal reach. The first one starts the clock. Raises Conflict or InputError."""
    facts, told = draft.facts, draft.facts.bringup
    states = [one.code for one in facts.picks.terminal.bringup_states] if facts.picks.terminal else []
    if code not in states:
        raise InputError.one("code", f"{code!r} is no state of this terminal; {', '.join(states)} are accepted")
    journal.clock_at(facts.brief.zone).refuse("at", at)
    refuse_power(facts)
    rows, powered_at = told.states_entered, told.powered_at
    if not rows:
        if code != states[0]:
            raise Conflict.one("code", f"Begin with “{states[0]}”: from there the times are counted.")
        powered_at = at
    if powered_at is None:
        raise Conflict.one(
            "code", "These states came from the terminal itself. Switch it off here before going on by hand."
        )
    at_s = (at - powered_at).total_seconds()
    if at_s < (rows[-1].at_s if rows else 0.0):
        raise InputError.one("at", "lies before the state that came last; a later time is accepted")
    news = [*(row.model_dump(mode="json") for row in rows), {"code": code, "at_s": at_s}]
    draft.put("bringup", states_entered=news, device_now_s=at_s, powered_at=powered_at)


@whole
def look_at_states(draft: Draft) -> None:
    """By hand: how long it has been on by now, so that a state that lasts too long is seen."""
    told = draft.facts.bringup
    if told.powered_at is not None and told.states_entered:
        gone_s = (timezone.now() - told.powered_at).total_seconds()
        draft.put("bringup", device_now_s=max(told.device_now_s, round(gone_s, 1)))


@whole
def forget_states(draft: Draft) -> None:
    """The terminal is off again: its states begin anew."""
    draft.put(
        "bringup",
        states_entered=None,
        powered_at=None,
        device_now_s=None,
        device_level_db=None,
        device_input_dbm=None,
        self_restart_count=None,
        in_front_clear=None,
        install_mode=None,
        signs_when_off_count=_signs(draft),
    )


@whole
def switched_off(draft: Draft) -> None:
    """It was switched off: who went in front meanwhile is not known, so that the word is asked anew before power."""
    draft.put("bringup", in_front_clear=None, install_mode=None, signs_when_off_count=_signs(draft))


def _signs(draft: Draft) -> int:
    return sum(power_signs(draft.facts).values())


def refuse_power(facts: JobInput) -> None:
    """Raises Conflict while something stands against power: a step such as the earth, nobody who may, a hazard."""
    still = power_waits_for(facts)
    if still:
        raise Conflict.one("power", f"It may not be switched on yet: {'; '.join(still)}.")


@whole
def add_reading(draft: Draft, entry: dict[str, Any]) -> None:
    """Adds a peaking reading at the end, with what it is worth. One at another place than the last of its axis means
    that the nuts were loosened: the proof of the lock goes.
    """
    read = parse(AxisReading, entry, "reading")
    pointing = answer_of(draft.facts, "peak").pointing
    if pointing is not None and not read.stage:
        read = read.model_copy(update={"stage": pointing.stage})
    last = next((one for one in reversed(draft.facts.peak.readings) if one.axis == read.axis), None)
    locked = draft.facts.peak.lock_after_db is not None
    back = lock_taken_back(draft.facts.peak) if locked and (last is None or last.turns != read.turns) else {}
    draft.put("peak", readings=[*_dumped(draft.facts.peak.readings), read.model_dump(mode="json")], **back)


@whole
def take_lock_back(draft: Draft) -> None:
    """The nuts were loosened again: what was proved of the lock is proved no longer, and it is counted."""
    draft.put("peak", **lock_taken_back(draft.facts.peak))


@whole
def add_cover(draft: Draft, axis: str, pulse_count: int) -> None:
    """The stored best was cleared before an axis."""
    covers = [*_dumped(draft.facts.peak.covers), {"axis": axis, "pulse_count": pulse_count}]
    draft.put("peak", covers=covers)


@whole
def remove_reading(draft: Draft, reading_id: str) -> None:
    """Takes a reading back."""
    draft.put("peak", readings=[one for one in _dumped(draft.facts.peak.readings) if one["id"] != reading_id])


@whole
def give_longer(draft: Draft, row_id: str) -> None:
    """A finished task of the visit has not set yet: it is given longer. Raises NotThere, InputError."""
    brief = draft.facts.brief
    if row_id not in {one.id for one in brief.tasks}:
        raise NotThere.one("tasks", "This task is no longer there.")
    now = dt.datetime.now(ZoneInfo(brief.zone))
    draft.put("brief", tasks=_dumped([still_soft(one, now) if one.id == row_id else one for one in brief.tasks]))


@whole
def take_usual_tasks(draft: Draft) -> None:
    """Puts down the house's usual tasks of a job like this."""
    draft.put("brief", tasks=_dumped(usual_tasks_of(draft.facts)))


def _dumped(rows: list[Any]) -> list[dict[str, Any]]:
    return [row.model_dump(mode="json") for row in rows]


def void(_: object) -> None:
    """Lets an answer go that nobody needs."""


def understood(place_text: str) -> str:
    """How the saved place was understood, in words."""
    return parse_place(PlaceInput(place=place_text)).understood_as if place_text else ""


def place_on_paper(brief: BriefFacts) -> str:
    """The place as papers have it; empty where none is known."""
    return degrees_minutes_seconds(*brief.place) if brief.place else ""


__all__ = [
    "DeviceTold",
    "Write",
    "add_cover",
    "add_lineup",
    "add_reading",
    "create",
    "editable",
    "enter",
    "enter_state",
    "find",
    "forget_states",
    "known",
    "look_at_states",
    "note_device",
    "patch",
    "patch_any",
    "place_on_paper",
    "refuse_power",
    "remove_reading",
    "switched_off",
    "take_lock_back",
    "understood",
    "void",
    "whole",
]
