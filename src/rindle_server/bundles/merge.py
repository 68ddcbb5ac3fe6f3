"""Takes the jobs of a bundle in: new ones as they are, known ones joined by the journal; what both changed is asked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from django.db import transaction

from rindle_core.kernel import journal as paths
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Facts, parse
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.handover.after import AfterFacts
from rindle_server import contents
from rindle_server.bundles.models import BundleJob
from rindle_server.bundles.read import Opened
from rindle_server.bundles.secret_paths import is_secret, without_secrets
from rindle_server.bundles.write import numbered, numbered_op
from rindle_server.errors import Conflict
from rindle_server.jobs.facts import documents_of, facts_from
from rindle_server.jobs.journal import Actor, Draft, Write, acting, arrive, keep_beside, ops_of, whole, with_ids
from rindle_server.jobs.models import Change, Document, Job, SignedReport
from rindle_server.keeping import TELEMETRY
from rindle_server.stores.models import StoreItem, put_item

Rooms = dict[str, dict[str, Any]]
_KINDS: Mapping[str, type[Facts]] = {**ROOMS, "after": AfterFacts}
State = Literal["new", "same", "joins", "asks", "behind", "refused"]
Choice = Literal["here", "there"]


@dataclass(frozen=True, slots=True)
class Clash:
    """A path that both changed otherwise."""

    path: str
    here: Any
    there: Any


@dataclass(slots=True)
class Look:
    """What taking a job in would do."""

    job: BundleJob
    state: State
    number: str
    why: str = ""
    news: list[str] = field(default_factory=list)
    clashes: list[Clash] = field(default_factory=list)
    joined: Rooms = field(default_factory=dict)
    seen_head: int = 0


def _checked(rooms: Mapping[str, Any], number: str) -> Rooms:
    """The rooms as the core reads them. Raises InputError that names what cannot be used."""
    strange = next((name for name in rooms if name not in _KINDS), None)
    if strange is not None:
        raise InputError.one("file", f"job {number} names {strange!r}, which is no station of this version")
    return {
        name: parse(_KINDS[name], data, f"{number}.{name}").model_dump(mode="json", exclude_defaults=True)
        for name, data in rooms.items()
    }


def _documents(job: Job, told: BundleJob) -> dict[int, int]:
    """Numbers of the bundle's files -> keys of those that the job has here already."""
    here = {(row.sha256, row.name): row.pk for row in job.documents.all()}
    return {row.number: here[row.sha256, row.name] for row in told.files if (row.sha256, row.name) in here}


def _base(job: Job, now: Rooms, told: BundleJob) -> Rooms:
    """The documents as they were when both still had one history. Changes are known by their uid."""
    known = {one.uid for one in told.changes}
    mine = list(Change.objects.filter(job=job).order_by("seq"))
    same = 0
    while same < len(mine) and str(mine[same].uid) in known:
        same += 1
    rooms: Any = now
    for row in reversed(mine[same:]):
        ops = [op for op in ops_of(row) if not is_secret(op.path)]
        rooms = paths.applied(rooms, paths.inverse(ops))
    return {name: dict(data) for name, data in rooms.items()}


def _without_telemetry(rooms: Rooms) -> Rooms:
    told = {name: dict(data) for name, data in rooms.items()}
    for path in TELEMETRY:
        room, _, name = path.partition(".")
        told.get(room, {}).pop(name, None)
    return told


def look_at(told: BundleJob) -> Look:
    """What would be done with a job of the bundle; nothing is changed."""
    job = Job.objects.filter(uid=told.uid).first() if not told.anonymous else None
    if job is None:
        _checked(told.facts, told.number)
        if Change.objects.filter(uid__in=[one.uid for one in told.changes]).exists():
            raise InputError.one("file", f"job {told.number} holds changes that another job here has: it is no copy")
        return Look(told, "new", _free_number(told.number))
    look = Look(told, "same", job.number, seen_head=job.head)
    if job.shelf == "deleted":
        look.why = "It lies among those that were taken out: bring it back at Jobs to see it."
    sealed_here, sealed_there = job.record_sha256, told.signed.record_sha256 if told.signed else ""
    if sealed_here and sealed_there and sealed_here != sealed_there:
        look.state = "refused"
        look.why = "It was signed on both laptops, each on its own. Neither record can be changed: keep both files."
        return look
    if sealed_here and not told.signed:
        return _behind(look, job, told)
    return _joined(look, job, told)


def _behind(look: Look, job: Job, told: BundleJob) -> Look:
    """Signed here, open there: the record stays, and what was changed there since is told."""
    known = {str(uid) for uid in Change.objects.filter(job=job).values_list("uid", flat=True)}
    late = [one for one in told.changes if one.uid not in known]
    look.state = "refused" if late else "behind"
    look.news = sorted({op.path for one in late for op in one.ops})
    look.why = (
        f"It is signed here, and {len(late)} changes of the other copy are not in the record: open a repair job."
        if late
        else "It is signed here; the other copy is an older state of it."
    )
    return look


def _joined(look: Look, job: Job, told: BundleJob) -> Look:
    now: Rooms = {row.station: dict(row.data) for row in job.docs.all()}
    numbers = _documents(job, told)
    there = numbered(_checked(told.facts, told.number), {**_waiting(told), **numbers})
    open_now = _without_telemetry(now if told.secrets else without_secrets(now))
    base = _base(job, open_now, told)
    joined, both = paths.merged(base, _without_telemetry(there), open_now)
    here_flat, there_flat = paths.flatten(open_now), paths.flatten(there)
    look.clashes = [Clash(path, _at(here_flat, path), _at(there_flat, path)) for path in both if not path.endswith("/")]
    look.news = sorted({op.path for op in paths.differences(open_now, joined)})
    look.joined = {name: {**now.get(name, {}), **data} for name, data in joined.items()}
    _take_out(look.joined, open_now, joined)
    sealing = bool(told.signed) and not job.record_sha256
    files = len(numbers) < len(told.files)
    look.state = "asks" if look.clashes else "joins" if look.news or files or sealing else "same"
    if sealing and (look.clashes or _ahead(job, told)):
        look.state = "refused"
        look.why = "It was signed there, and it was changed here since both were one: that is not in the record."
    return look


def _take_out(into: Rooms, was: Rooms, joined: Rooms) -> None:
    """What the other copy took out goes here too; secrets and telemetry, which are in neither, stay."""
    for room, data in was.items():
        for name in set(data) - set(joined.get(room, {})):
            into.get(room, {}).pop(name, None)


def _ahead(job: Job, told: BundleJob) -> bool:
    known = {one.uid for one in told.changes}
    return any(str(row.uid) not in known for row in Change.objects.filter(job=job).order_by("seq"))


def _at(flat: Mapping[str, Any], path: str) -> Any:
    """What stands at a path, in a row too."""
    if path in flat:
        return flat[path]
    row = path
    while "/" in row:
        row, _, name = row.rpartition("/")
        held = flat.get(row)
        if isinstance(held, dict):
            return paths.flatten(held).get(path[len(row) + 1 :], held.get(name))
    return None


def _waiting(told: BundleJob) -> dict[int, int]:
    """Stand-ins for documents that are not here yet, larger than any key: exchanged when they are kept."""
    return {row.number: 10**12 + row.number for row in told.files}


def _free_number(number: str) -> str:
    """The bundle's own number, or the next of its year where another job has it."""
    if not Job.objects.filter(number=number).exists():
        return number
    year = int(number.partition("-")[0]) if number.partition("-")[0].isdigit() else 0
    last = Job.objects.filter(year=year).order_by("-serial").values_list("serial", flat=True).first() or 0
    return f"{year}-{last + 1:03d}"


def take(opened: Opened, choices: Mapping[str, Mapping[str, Choice]]) -> list[Look]:
    """Takes every job in, all of them or none. `choices`: by uid and path which of two values stands.

    Raises Conflict while something is still to be chosen, or a job cannot be joined.
    """
    looks = [look_at(one) for one in opened.jobs]
    for look in looks:
        chosen = choices.get(look.job.uid, {})
        open_ones = [one.path for one in look.clashes if one.path not in chosen]
        if look.state == "refused":
            raise Conflict.one("file", f"Job {look.number}: {look.why}")
        if open_ones:
            raise Conflict.one("choices", f"Job {look.number}: both copies changed {', '.join(open_ones)}. Say which.")
    with transaction.atomic():
        for look in looks:
            if look.state in ("same", "behind"):
                continue
            for entry in look.job.stores:
                _stock(entry.kind, entry.data)
            if look.state == "new":
                _new(look, opened)
            else:
                _join(look, opened, choices.get(look.job.uid, {}))
    return looks


def _stock(kind: str, data: dict[str, Any]) -> None:
    """An entry of the stores that is missing here. One that is here stays as it is."""
    if kind in StoreItem.KINDS and not StoreItem.objects.filter(kind=kind, code=data.get("code", "")).exists():
        put_item(kind, data)


def _keep_files(job: Job, told: BundleJob, opened: Opened) -> dict[int, int]:
    """Keeps the files that are not here yet; gives numbers -> keys of all."""
    numbers = _documents(job, told)
    for row in told.files:
        if row.number in numbers:
            continue
        sha256 = contents.store(opened.file(told, f"files/{row.sha256}"))
        kept = Document.objects.create(
            job=job,
            position=row.number - 1,
            name=row.name,
            kind=row.kind,
            satellite_code=row.satellite_code,
            version=row.version,
            loaded_at=row.loaded_at,
            sha256=sha256,
            size_bytes=row.size_bytes,
            at=row.at,
            by=row.by,
            about=row.about,
        )
        numbers[row.number] = kept.pk
    return numbers


def _parts(number: str) -> tuple[int, int]:
    first, _, second = number.partition("-")
    return (int(first), int(second)) if first.isdigit() and second.isdigit() else (0, _next_nameless())


def _next_nameless() -> int:
    return (Job.objects.filter(year=0).order_by("-serial").values_list("serial", flat=True).first() or 0) + 1


def _new(look: Look, opened: Opened) -> None:
    told = look.job
    year, serial = _parts(look.number)
    brief = told.facts.get("brief", {})
    job = Job.objects.create(uid=_uid(told), number=look.number, year=year, serial=serial, shelf=told.shelf)
    numbers = _keep_files(job, told, opened)
    rooms = numbered(_checked(told.facts, told.number), numbers)
    changes = [
        (
            {
                "uid": one.uid,
                "seq": one.seq,
                "at": one.at,
                "by": one.by,
                "device": one.device,
                "ops": [numbered_op(op, numbers).model_dump() for op in one.ops],
            },
            one.undoes_uid,
        )
        for one in told.changes
    ]
    arrive(job, rooms, changes)
    _seal(job, told, opened)
    facts = facts_from({name: rooms.get(name, {}) for name in ROOMS}, documents_of(job))
    told_columns = {
        "head": told.head,
        "updated_at": told.updated_at,
        "customer": facts.brief.customer,
        "service_wanted": facts.brief.service_wanted,
        "place_text": facts.brief.place_text,
        "date": facts.brief.date,
        "terminal_code": facts.brief.terminal_code,
        "satellite_code": facts.brief.satellite_code,
        "follows": str(brief.get("follows", "")),
    }
    Job.objects.filter(pk=job.pk).update(**told_columns)


def _uid(told: BundleJob) -> str:
    """Its own, but for a nameless one, which is nobody's copy."""
    return told.uid


def _seal(job: Job, told: BundleJob, opened: Opened) -> None:
    """The signature with its record and reports, as they were sealed."""
    if told.signed is None:
        return
    sealed = told.signed
    Job.objects.filter(pk=job.pk).update(
        signed_off_at=sealed.at, signed_off_by=sealed.by, record=sealed.record, record_sha256=sealed.record_sha256
    )
    for report in sealed.reports:
        page = opened.file(told, f"report-{report.system}.html").decode()
        kept = {"html": page, "sha256": report.sha256}
        SignedReport.objects.update_or_create(job=job, system=report.system, defaults=kept)


def _join(look: Look, opened: Opened, chosen: Mapping[str, Choice]) -> None:
    job = Job.objects.get(uid=look.job.uid)
    numbers = _keep_files(job, look.job, opened)
    arrived = {10**12 + number: key for number, key in numbers.items()}
    keys = {row.pk: row.pk for row in job.documents.all()} | arrived
    back = [
        paths.Op(path=one.path, before=one.there, after=one.here)
        for one in look.clashes
        if chosen.get(one.path) == "here"
    ]
    rooms = numbered(paths.applied(look.joined, back), keys)
    with acting(Actor(by="", device="bundle")):
        if job.signed_off_at is not None:
            keep_beside(job, "after", rooms.get("after", {}))  # only that can still be joined
            return
        _write_rooms(job, rooms, look.seen_head)
    _seal(job, look.job, opened)
    if look.job.signed and "after" in rooms:
        keep_beside(Job.objects.get(pk=job.pk), "after", rooms["after"])


@whole
def _write_rooms(draft: Draft, rooms: Rooms, seen_head: int) -> Write | None:
    if draft.job.head != seen_head:
        raise Conflict.one("file", f"Job {draft.job.number} was changed while it was looked at. Look at it again.")
    kept = {name: data for name, data in rooms.items() if name in ROOMS}
    for name, data in _checked(kept, draft.job.number).items():
        draft.now[name] = with_ids(ROOMS[name], data, f"{draft.job.head + 1}")
    draft._facts = None
    return None


__all__ = ["Choice", "Clash", "Look", "State", "look_at", "take"]
