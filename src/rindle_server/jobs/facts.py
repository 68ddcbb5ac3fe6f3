"""From documents to the core's facts with their picks, and to the assessment; a signed job answers from its record."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any

from pydantic import ValidationError

from rindle_core import __version__
from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.crew import Member
from rindle_core.catalogue.fixings import Fixing, fixings_with
from rindle_core.catalogue.models import Bracket, Constellation, Instrument, Satellite, Terminal
from rindle_core.catalogue.mounts import MountKind, mounts_with
from rindle_core.job import JobAssessment, JobInput, Picks, assess
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.model import parse
from rindle_core.kernel.units import System, all_in_system
from rindle_core.stations.brief.documents import DocumentFact
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.fold import course_of
from rindle_server.jobs.models import Document, Job
from rindle_server.stores.models import Firm
from rindle_server.stores.shelf import Shelf, shelf

# Which fact names an entry of the stores: room, fact, kind of entry, pick.
CHOSEN = (
    ("brief", "terminal_code", "terminal", "terminal"),
    ("brief", "satellite_code", "satellite", "satellite"),
    ("brief", "constellation_code", "constellation", "constellation"),
    ("aim", "compass_code", "instrument", "compass"),
    ("aim", "clinometer_code", "instrument", "clinometer"),
    ("cable", "cable_code", "cable", ""),
)
_MODELS = {"terminal": Terminal, "satellite": Satellite, "constellation": Constellation, "instrument": Instrument}
_DOCUMENT = ("name", "kind", "satellite_code", "version", "loaded_at", "about")


@dataclass(frozen=True, slots=True)
class Assessed:
    """A job's facts with what they come to, and the version that computed it."""

    facts: JobInput
    result: JobAssessment
    version: str


def files_of(job: Job) -> list[Document]:
    """The job's files, read once for a request; whoever changes them forgets what was read."""
    files: list[Document] | None = job.__dict__.get("files")
    if files is None:
        files = job.__dict__["files"] = list(job.documents.all()) if job.pk else []
    return files


def documents_of(job: Job) -> tuple[DocumentFact, ...]:
    """The files of the job, as far as they are judged."""
    return tuple(DocumentFact.model_validate({name: getattr(row, name) for name in _DOCUMENT}) for row in files_of(job))


@dataclass(frozen=True, slots=True)
class _Order:
    """What picks rest on; the shelf itself is known by its mark."""

    codes: tuple[str, ...]
    documents: tuple[str, ...]
    firm_says: str
    mark: str
    held: Shelf = field(compare=False)
    read: tuple[DocumentFact, ...] = field(compare=False)
    firm: Firm = field(compare=False)


@lru_cache(maxsize=64)
def _picks(order: _Order) -> Picks:
    held = order.held
    told: dict[str, Any] = {
        pick: held.get(kind, code, _MODELS[kind])
        for (_, _, kind, pick), code in zip(CHOSEN, order.codes, strict=True)
        if pick
    }
    satellite = order.codes[1]
    return Picks(
        **told,
        others=[one for one in held.all("satellite", Satellite) if one.code != satellite],
        cables=held.all("cable", CoaxCable),
        documents=list(order.read),
        firm=order.firm.name,
        rules=order.firm.house_rules(),
        words=order.firm.house_words(),
        members=held.all("member", Member),
        brackets=held.all("bracket", Bracket),
        mounts=mounts_with(held.all("mount", MountKind)),
        fixings=fixings_with(held.all("fixing", Fixing)),
    )


def picks_of(docs: Mapping[str, Mapping[str, Any]], documents: tuple[DocumentFact, ...], stores: Stores) -> Picks:
    """What the stores and the firm say about a job. Raises InputError for rules that cannot be read."""
    held, firm = stores
    codes = tuple(str(docs.get(room, {}).get(fact, "")) for room, fact, _, _ in CHOSEN)
    told = tuple(one.model_dump_json() for one in documents)
    return _picks(
        _Order(
            codes,
            told,
            repr((firm.name, sorted(firm.rules.items()), sorted(firm.words.items()))),
            held.mark,
            held,
            documents,
            firm,
        )
    )


Stores = tuple[Shelf, Firm]


def stores_now() -> Stores:
    """The stores and the firm as they are now."""
    return shelf(), Firm.ours()


def facts_from(
    docs: Mapping[str, Mapping[str, Any]], documents: tuple[DocumentFact, ...], stores: Stores | None = None
) -> JobInput:
    """Facts from their documents, with their picks. Raises InputError; a fault names its field without the room."""
    try:
        rooms = {name: parse(kind, docs.get(name, {})) for name, kind in ROOMS.items()}
    except InputError as error:
        raise InputError([Fault(one.field, one.message) for one in error.faults]) from error
    return JobInput(**rooms, picks=picks_of(docs, documents, stores or stores_now()))


def facts_of(job: Job) -> JobInput:
    """The job's facts, checked. Raises InputError that names the field."""
    known: JobInput | None = job.__dict__.get("known")  # whoever just changed it knows them
    if known is not None:
        return known
    return facts_from({row.station: row.data for row in job.docs.all()}, documents_of(job))


def store_troubles(facts: JobInput) -> list[str]:
    """Entries of the stores that this job uses and that cannot be read: the job goes on without them, and says so."""
    told = [
        (kind, getattr(getattr(facts, room), fact))
        for room, fact, kind, pick in CHOSEN
        if pick and getattr(getattr(facts, room), fact) and getattr(facts.picks, pick) is None
    ]
    held = shelf() if told else None
    found = ((kind, code, held.trouble(kind, code)) for kind, code in told if held)
    return [f"The {kind} {code} in the stores cannot be read: {message}" for kind, code, message in found if message]


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
    return _answer(_Asked(f"{facts.model_dump_json(exclude={'picks'})}{facts.picks.mark}", facts))


def answer_of(facts: JobInput, room: str) -> Any:
    """What one room comes to: rooms that it does not rest on are not asked."""
    return course_of(facts, (room,))[room].outcome.result


def _with_place(facts: JobInput, text: str) -> JobInput:
    """The facts of a record; those of version 0.1 keep the place as it was typed beside them."""
    if facts.brief.place_text or not text:
        return facts
    return facts.model_copy(update={"brief": facts.brief.model_copy(update={"place_text": text})})


def worded(found: Assessed, system: System) -> Assessed:
    """The same with the core's sentences in the system."""
    if system == "metric":
        return found
    told = all_in_system(found.result.model_dump(), system, found.result.named)
    return replace(found, result=JobAssessment.model_validate(told))


def assessed(job: Job) -> Assessed:
    """Facts and results; those of the record where the job is signed off. Raises InputError for a record that this
    version cannot read.
    """
    if job.record is not None:
        version = str(job.record.get("version", "unknown"))
        try:
            return Assessed(
                _with_place(JobInput.model_validate(job.record["facts"]), str(job.record.get("place_text", ""))),
                JobAssessment.model_validate(job.record["assessment"]),
                version,
            )
        except (ValidationError, KeyError, TypeError) as error:
            raise InputError.one(
                "record", f"was signed with Rindle {version} and cannot be read by this version ({__version__})"
            ) from error
    facts = facts_of(job)
    return Assessed(facts, answer_to(facts), __version__)
