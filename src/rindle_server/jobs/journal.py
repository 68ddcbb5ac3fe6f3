"""The only door through which a job's facts change: checked by the core, written whole or not at all, and journaled."""

from __future__ import annotations

import datetime as dt
import threading
from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from functools import update_wrapper
from typing import Any, Concatenate, ParamSpec
from zoneinfo import ZoneInfo

from django.db import transaction
from django.utils import timezone

from rindle_core.job import JobInput
from rindle_core.kernel import journal
from rindle_core.kernel.journal import Op
from rindle_core.kernel.model import Facts, Model, parse, row_lists
from rindle_core.kernel.past import Clock, refuse_ahead
from rindle_core.stations.brief.documents import DocumentFact
from rindle_core.stations.change_words import fact_words
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.fold import COURSE, furthest
from rindle_server.errors import Conflict
from rindle_server.jobs.facts import Stores, answer_to, documents_of, facts_from, facts_of, stores_now
from rindle_server.jobs.models import Change, Job, StationDoc
from rindle_server.keeping import TELEMETRY

P = ParamSpec("P")
_WRITTEN = (
    "head",
    "updated_at",
    "customer",
    "service_wanted",
    "place_text",
    "date",
    "terminal_code",
    "satellite_code",
    "follows",
    "verdict",
    "stage",
    "signed_off_at",
    "signed_off_by",
    "record",
    "record_sha256",
)
_GESTURE = dt.timedelta(seconds=2)  # from one keystroke of an entry to the next
_WHOLE_GESTURES = ("sky.things/",)  # what is drawn comes when the hand lets go, not stroke by stroke
_LOOKED_BACK = 300  # changes of a person that may be taken back
_TRIES = 40  # more writers at one job than that there are not
_STATIONS = {one.code: one for one in COURSE}


@dataclass(frozen=True, slots=True)
class Actor:
    """Who changes something, from where, which change that tab or device has seen last, and what day it is there."""

    by: str = ""
    device: str = ""
    base: int | None = None
    day: dt.date | None = None


_NOBODY = Actor()
_ACTOR: ContextVar[Actor] = ContextVar("actor", default=_NOBODY)


def today() -> dt.date:
    """By the clock of whoever acts; by UTC where nobody tells."""
    return _ACTOR.get().day or timezone.localdate()


@contextmanager
def acting(actor: Actor) -> Iterator[None]:
    """Everything inside is done by that person and device."""
    token = _ACTOR.set(actor)
    try:
        yield
    finally:
        _ACTOR.reset(token)


_JUDGED: ContextVar[bool] = ContextVar("judged", default=True)


@contextmanager
def judged_at_the_end(job: Job) -> Iterator[None]:
    """Many changes of one job in a row: it is assessed once, after the last. Raises InputError then."""
    token = _JUDGED.set(False)
    try:
        yield
    finally:
        _JUDGED.reset(token)
    _judge(job, facts_of(job))
    job.save(update_fields=["verdict", "stage"])


def _judge(job: Job, facts: JobInput) -> None:
    """What no calculator can use is refused here."""
    result = answer_to(facts)
    job.verdict, job.stage = result.verdict, result.stations[furthest(result.stations)].code


@dataclass(slots=True)
class Draft:
    """A job being changed: its documents as they were, and as they will be."""

    job: Job
    was: dict[str, dict[str, Any]]
    now: dict[str, dict[str, Any]]
    rows: dict[str, StationDoc] = field(default_factory=dict)
    undoes: Change | None = None
    documents: tuple[DocumentFact, ...] = ()
    stores: Stores = field(default_factory=stores_now)
    _facts: JobInput | None = field(default=None, repr=False)

    @property
    def facts(self) -> JobInput:
        """The facts as they stand in the draft. Raises InputError that names the field."""
        if self._facts is None:
            self._facts = facts_from(self.now, self.documents, self.stores)
        return self._facts

    def put(self, station: str, **change: Any) -> None:
        """Changes facts of a station; None takes one out, so that its default holds. What follows from an entry is
        entered too. Raises InputError.
        """
        trimmed = {name: value.strip() if isinstance(value, str) else value for name, value in change.items()}
        whole = _STATIONS[station].entered(trimmed, self.facts)
        kept = {**self.now.get(station, {}), **whole}
        data = _checked(ROOMS[station], {name: value for name, value in kept.items() if value is not None})
        self.now[station] = with_ids(ROOMS[station], data, f"{self.job.head + 1}")
        self._facts = None

    def as_it_was(self, station: str, seq: int) -> dict[str, Any]:
        """A station's document after that change."""
        told: dict[str, Any] = _at(self.job, self.now, seq).get(station, {})
        return told

    def merge(self, station: str, change: Mapping[str, Any], base: int | None) -> None:
        """`put` by somebody who saw the job at its change `base`: rows that others added or changed since then stay."""
        held = self.now.get(station, {})
        change = {
            name: {**held.get(name, {}), **value} if isinstance(value, dict) else value
            for name, value in change.items()
        }
        if base is None or base >= self.job.head:
            self.put(station, **change)
            return
        seen = _at(self.job, self.now, base).get(station, {})
        named = {name: value for name, value in change.items() if isinstance(value, list)}
        kind = ROOMS[station]
        mine_whole = with_ids(kind, _checked(kind, {**held, **named}), f"{self.job.head + 1}")
        lists = {name: mine_whole.get(name, []) for name in named}  # as they are kept: what is left out is no change
        theirs, mine = {station: dict(self.now.get(station, {}))}, {station: {**seen, **lists}}
        joined, _ = journal.merged({station: seen}, mine, theirs)
        news = {name: joined.get(station, {}).get(name, []) for name in lists}
        self.put(station, **{**change, **news})


def _checked(kind: type[Facts], data: dict[str, Any]) -> dict[str, Any]:
    return parse(kind, data).model_dump(mode="json", exclude_defaults=True)


def with_ids(kind: type[Model], data: dict[str, Any], change: str) -> dict[str, Any]:
    """Each row of a list, and of a list inside a row, gets an id when it is first kept: the number of the change, and
    its own in it.
    """
    for name, row_kind in row_lists(kind).items():
        rows = data.get(name) or []
        taken = [one["id"] for one in rows if one.get("id")]
        counts, held = Counter(taken), set(taken)
        fresh = (f"{change}.{count}" for count in range(1, 10**6))
        for one in rows:
            if not one.get("id") or counts[one["id"]] > 1:
                one["id"] = next(each for each in fresh if each not in held)
                held.add(one["id"])
                counts[one["id"]] += 1
            with_ids(row_kind, one, change)
    return data


def _at(job: Job, now: Mapping[str, Any], seq: int) -> dict[str, Any]:
    """The documents as they were after that change."""
    told: dict[str, Any] = dict(now)
    for row in Change.objects.filter(job=job, seq__gt=seq).order_by("-seq"):
        told = journal.applied(told, journal.inverse(ops_of(row)))
    return told


def ops_of(row: Change) -> list[Op]:
    """The changes of a row, path by path."""
    return [Op.model_validate(one) for one in row.ops]


Write = Callable[[], None]


def whole(change: Callable[Concatenate[Draft, P], Write | None]) -> Callable[Concatenate[Job, P], None]:
    """A change that is saved whole or not at all, on the job as it stands when it is saved.

    The change is made ready and checked without any lock on the database (that is the long part); then it is written in
    one short transaction, if nobody else has changed the job meanwhile (its `head`). Else it is made ready anew.
    """

    def saved(job: Job, *given: P.args, **named: P.kwargs) -> None:
        with turn_of(job.pk):
            for tried in range(_TRIES):
                if tried or job.__dict__.pop("known", None) is not None or not job.__dict__.pop("just_read", False):
                    job.refresh_from_db()
                    job.__dict__.pop("files", None)
                if job.signed_off_at is not None:
                    raise frozen(job)
                rows = {row.station: row for row in job.docs.all()}
                docs = {name: row.data for name, row in rows.items()}
                now = {name: dict(data) for name, data in docs.items()}
                draft = Draft(job, docs, now, rows, documents=documents_of(job))
                write = change(draft, *given, **named)
                ops = journal.differences(draft.was, draft.now)
                if ops and _JUDGED.get():
                    _judge(job, draft.facts)
                if _written(draft, ops, write):
                    return
        raise Conflict.one("job", "Others are changing this job at this moment. Try again.")

    return update_wrapper(saved, change)  # type: ignore[return-value]  # the wrapper keeps the signature


def _written(draft: Draft, ops: list[Op], write: Write | None) -> bool:
    job, actor = draft.job, _ACTOR.get()
    with transaction.atomic():
        brief = draft.facts.brief
        job.customer, job.service_wanted, job.place_text = brief.customer, brief.service_wanted, brief.place_text
        job.date, job.terminal_code, job.satellite_code = brief.date, brief.terminal_code, brief.satellite_code
        job.follows = brief.follows
        seen, job.head, job.updated_at = job.head, job.head + 1, timezone.now()
        told = {name: getattr(job, name) for name in _WRITTEN}
        if not Job.objects.filter(pk=job.pk, head=seen, signed_off_at=None).update(**told):
            return False
        for station in {op.path.partition(".")[0] for op in ops}:
            row = draft.rows.get(station) or StationDoc(job=job, station=station)
            row.data = draft.now.get(station, {})
            row.save()
        if {op.path for op in ops} - TELEMETRY:
            _note(job, seen, actor, ops, draft.undoes)
        if write is not None:
            write()
            job.__dict__.pop("files", None)
    if write is None:
        job.__dict__["known"] = draft.facts
    return True


def _note(job: Job, seen: int, actor: Actor, ops: list[Op], undoes: Change | None) -> None:
    """Writes the change down. What goes on from the same person's last keystroke in the same entry is one change with
    it: one gesture is one step back.
    """
    now = timezone.now()
    last = Change.objects.filter(job=job, seq=seen, by=actor.by, device=actor.device, undoes=None).first()
    if last is not None and undoes is None and actor.device and now - last.at < _GESTURE:
        begun, now_at = {op.path: op for op in ops_of(last)}, {op.path: op for op in ops}
        typed = all(path.count("/") % 2 == 0 and not path.startswith(_WHOLE_GESTURES) for path in begun)
        if set(begun) == set(now_at) and typed:
            last.ops = [Op(path=at, before=begun[at].before, after=op.after).model_dump() for at, op in now_at.items()]
            last.seq, last.at = job.head, now
            last.save()
            return
    told = [op.model_dump() for op in ops]
    Change.objects.create(job=job, seq=job.head, by=actor.by, device=actor.device, ops=told, undoes=undoes)


_TURNS: dict[int, threading.Lock] = {}


def turn_of(job_id: int) -> threading.Lock:
    """Whoever changes the same job in this process waits for a turn, so that nobody makes ready in vain."""
    return _TURNS.setdefault(job_id, threading.Lock())


def frozen(job: Job) -> Conflict:
    """The refusal to change a signed job."""
    return Conflict.one(
        "job", f"Job {job.number} is signed off: its record is frozen. Start a new job for further work."
    )


def keep_beside(job: Job, station: str, data: dict[str, Any]) -> None:
    """Keeps what came after the signature, and notes it. The job's head goes on; its sealed facts do not."""
    row = job.docs.filter(station=station).first() or StationDoc(job=job, station=station)
    ops = journal.differences({station: dict(row.data)}, {station: data})
    if not ops:
        return
    row.data = data
    row.save()
    seen, job.head, job.updated_at = job.head, job.head + 1, timezone.now()
    Job.objects.filter(pk=job.pk).update(head=job.head, updated_at=job.updated_at)
    _note(job, seen, _ACTOR.get(), ops, None)


def arrive(job: Job, rooms: Mapping[str, dict[str, Any]], changes: Sequence[tuple[dict[str, Any], str]]) -> None:
    """A job that comes from another laptop, with its journal: rows of changes, each with the uid that it undoes."""
    for station, data in rooms.items():
        StationDoc.objects.create(job=job, station=station, data=data)
    made: dict[str, Change] = {}
    for told, undoes_uid in changes:
        made[str(told["uid"])] = Change.objects.create(job=job, undoes=made.get(undoes_uid), **told)


def clock_at(zone: str) -> Clock:
    """What time it is now, where the site's clocks go by that zone."""
    return Clock(timezone.now(), ZoneInfo(zone), today())


@whole
def patch(draft: Draft, rooms: Mapping[str, Mapping[str, Any]], *, entered: bool = False) -> None:
    """Changes facts of one or more stations as one change. What somebody has `entered` just now is of nothing that is
    still to come. Raises InputError, and then nothing has changed.
    """
    for station, change in rooms.items():
        draft.merge(station, change, _ACTOR.get().base)
    if entered:
        clock = clock_at(draft.facts.brief.zone)
        for station in rooms:
            refuse_ahead(ROOMS[station], draft.was.get(station, {}), draft.now.get(station, {}), clock)


def _standing(job: Job, by: str) -> tuple[Change | None, Change | None]:
    """What this person would take back next, and what they would bring back next.

    A change that was taken back counts no more, unless it was brought back; whoever does something new can bring back
    nothing that they took back before.
    """
    rows = list(Change.objects.filter(job=job, by=by).order_by("-seq")[:_LOOKED_BACK])[::-1] if by else []
    depth: dict[int, int] = {}
    done: list[Change] = []
    taken: list[Change] = []
    for row in rows:
        depth[row.pk] = 0 if row.undoes_id is None else depth.get(row.undoes_id, 0) + 1
        if depth[row.pk] == 0:
            taken = []
        else:
            done = [one for one in done if one.pk != row.undoes_id]
            taken = [one for one in taken if one.pk != row.undoes_id]
        (taken if depth[row.pk] % 2 else done).append(row)
    return (done[-1] if done else None), (taken[-1] if taken else None)


def next_words(job: Job) -> tuple[str, str]:
    """What the acting person would take back and bring back next, in words; empty where there is nothing."""
    if job.signed_off_at is not None:
        return "", ""
    back, again = _standing(job, _ACTOR.get().by)
    return words_of(back) if back else "", words_of(again) if again else ""


@whole
def _reverse(draft: Draft, row: Change) -> None:
    """Turns a change round, but for what somebody has changed since. Raises Conflict where nothing of it is left."""
    kept, passed = journal.untouched(draft.now, ops_of(row))
    if not [op for op in kept if not op.path.endswith("/")]:
        raise Conflict.one("undo", f"Changed again since: {', '.join(op.path for op in passed) or 'nothing is left'}.")
    told = journal.applied(draft.now, journal.inverse(kept))
    draft.now = {station: _checked(ROOMS[station], told.get(station, {})) for station in {*draft.now, *told}}
    draft._facts = None
    draft.undoes = row


def undo(job: Job) -> str:
    """Takes back what the acting person did last in this job. Gives it in words; empty where there is nothing."""
    row, _ = _standing(job, _ACTOR.get().by)
    if row is None:
        return ""
    _reverse(job, row)
    return words_of(row)


def redo(job: Job) -> str:
    """Brings back what the acting person took back last. Gives it in words; empty where there is nothing."""
    _, row = _standing(job, _ACTOR.get().by)
    if row is None:
        return ""
    _reverse(job, row)
    return words_of(row)


def words_of(row: Change) -> str:
    """What a change was about, in a few words: the facts that it names, as the screens call them."""
    return ", ".join(dict.fromkeys(fact_words(op.path) for op in ops_of(row)))


__all__ = [
    "Actor",
    "Draft",
    "Write",
    "acting",
    "arrive",
    "frozen",
    "keep_beside",
    "next_words",
    "ops_of",
    "patch",
    "redo",
    "turn_of",
    "undo",
    "whole",
    "with_ids",
    "words_of",
]
