"""What the modem is told, entry by entry: its form, where it comes from, typed twice, and read back from the modem."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.modem import ENTRY_SOURCES, ModemEntry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.geodesy import apart_m
from rindle_core.science.spelling import spelled
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.bringup.findings import CONFIG, ENTRY, FORM, READ_BACK, TWICE
from rindle_core.stations.bringup.rows import Told

OWN = ("beam_letter", "activation_code")  # entries that are facts of their own, as other rooms look at them
_MASK = "•"


class EntriesInput(Model):
    """The terminal's own list with what is known, entered, typed again and shown."""

    entries: list[ModemEntry]
    told: dict[str, str] = Field(default_factory=dict, description="Entry code -> what a person entered")
    known: dict[str, str] = Field(default_factory=dict, description="Entry code -> what the job knows of it")
    back: list[Told] = Field(default_factory=list, max_length=40)
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    config_name: str = ""
    config_sum: str = ""
    config_sum_wanted: str = ""
    config_restarted: bool = False


class EntryRow(Model):
    """One entry as it stands."""

    code: str
    label: str
    typed: bool
    twice: bool
    secret: bool
    example: str
    value: str = Field(description="As it was entered; of a secret the whole, for whoever enters it")
    known: str = Field(description="What the job knows of it; empty: nothing")
    where: str = Field(description="Where it comes from, in words")
    again: str
    shown: str = Field(description="As the modem shows it")
    spelled: str = Field(description="To be read out; empty for a secret")
    standing: Literal["open", "entered", "ordered", "shown", "differs"] = Field(
        default="open", description="shown: the modem has it; ordered: as the order has it, not read back"
    )
    takeable: bool = Field(default=False, description="The job knows it, and it is not entered so")
    agrees: bool | None = Field(description="Entry, order and modem agree; None: not all of it is known")
    off_m: float | None = Field(default=None, description="Of a position: how far what it shows is from the site")
    well_formed: bool | None


class EntriesResult(Model):
    """The whole list in its order."""

    rows: list[EntryRow]
    open_count: int = Field(description="Entries that are typed and still empty")


def masked(value: str) -> str:
    """A secret as it is shown: its length and its last two signs, so that two codes are told apart."""
    return value if not value else _MASK * max(0, len(value) - 2) + value[-2:]


def is_masked(value: str) -> bool:
    """Whether it is what was left of a secret at sign-off: it says nothing any more."""
    return _MASK in value


def entry_value(entry: ModemEntry, told: Mapping[str, str]) -> str:
    """What a person entered for it."""
    return told.get(entry.code, "").strip()


def _same(entry: ModemEntry, one: str, other: str) -> bool:
    """Whether two values of an entry say the same, as the entry is compared."""
    if entry.compared == "number":
        numbers = [re.search(r"-?[0-9]+(?:\.[0-9]+)?", text.replace(",", ".")) for text in (one, other)]
        if numbers[0] is None or numbers[1] is None:
            return False
        return abs(float(numbers[0][0]) - float(numbers[1][0])) <= entry.within + 1e-9
    return re.sub(r"[\s.\-:]", "", one).casefold() == re.sub(r"[\s.\-:]", "", other).casefold()


def _off_m(given: EntriesInput, text: str) -> float | None:
    """How far a position is from the site, metres; None where it is none or the site is not known."""
    if given.latitude_deg is None or given.longitude_deg is None:
        return None
    try:
        place = parse_place(PlaceInput(place=text))
    except InputError:
        return None
    return apart_m((given.latitude_deg, given.longitude_deg), (place.latitude_deg, place.longitude_deg))


def _row(given: EntriesInput, entry: ModemEntry) -> EntryRow:
    value, known = entry_value(entry, given.told), given.known.get(entry.code, "")
    back = next((one for one in given.back if one.code == entry.code), None)
    again, shown = (back.again.strip(), back.shown.strip()) if back else ("", "")
    off = _off_m(given, shown or value) if entry.compared == "position" and (shown or value) else None
    pairs = [(a, b) for a, b in ((value, known), (value or known, shown)) if a and b]
    if entry.compared == "no":
        agrees = None
    elif entry.compared == "position":
        agrees = None if off is None else off <= entry.within
    else:
        agrees = all(_same(entry, a, b) for a, b in pairs) if pairs else None
    return EntryRow(
        code=entry.code,
        label=entry.label,
        typed=entry.typed,
        twice=entry.twice,
        secret=entry.secret,
        example=entry.example,
        value=value,
        known=known,
        where=ENTRY_SOURCES[entry.source],
        again=again,
        shown=shown,
        spelled="" if entry.secret else spelled(value or known),
        standing=_standing(agrees, value, shown),
        takeable=entry.typed and not entry.secret and bool(known) and value != known,
        agrees=agrees,
        off_m=off,
        well_formed=None if not value or is_masked(value) else re.fullmatch(entry.pattern, value) is not None,
    )


def _standing(agrees: bool | None, value: str, shown: str) -> Literal["open", "entered", "ordered", "shown", "differs"]:
    """What the modem itself shows settles an entry; until then it is only as the order has it."""
    if agrees is False:
        return "differs"
    if agrees and shown:
        return "shown"
    if not value:
        return "open"
    return "ordered" if agrees else "entered"


@register("modem_entries", "What a modem is told: form, order, second typing, read-back", EntriesInput, EntriesResult)
def modem_entries(given: EntriesInput) -> Outcome[EntriesResult]:
    """Each entry against its form, what the job knows, its second typing, and what the modem shows."""
    rows = [_row(given, entry) for entry in given.entries]
    found = [one for entry, row in zip(given.entries, rows, strict=True) for one in _judge(entry, row)]
    open_count = sum(row.typed and not row.value for row in rows)
    return Outcome(EntriesResult(rows=rows, open_count=open_count), [*found, *_judge_config(given)])


def _judge(entry: ModemEntry, row: EntryRow) -> list[Finding]:
    found = []
    said = masked(row.value) if row.secret else row.value
    if row.well_formed is False:
        found.append(
            FORM(
                Level.MIND,
                f"{row.label} has not the usual form",
                f"The modem will refuse “{said}”; a digit or a letter may be missing or swapped.",
                clears_by=f"Read it again from {row.where}; it looks like {row.example}.",
            )
        )
    if row.value and row.known and entry.compared in ("same", "number") and not _same(entry, row.value, row.known):
        found.append(
            ENTRY.of(row.code)(
                Level.HOLD,
                f"{row.label} is not what {row.where} says",
                f"Entered {said}, known {masked(row.known) if row.secret else row.known}. One of the two is wrong.",
                clears_by="Read both again; enter the right one, or correct it where it comes from.",
            )
        )
    if row.twice and row.value and row.again != row.value:
        found.append(
            TWICE.of(row.code)(
                Level.HOLD if row.again else Level.MIND,
                f"{row.label}, typed twice, is not the same" if row.again else f"{row.label} is typed once only",
                "A slip in it costs a day: the modem takes it and never comes in.",
                clears_by="Read it again from the paper, sign by sign, and type it a second time.",
            )
        )
    if row.shown and entry.compared != "no":
        found.append(_judge_shown(entry, row))
    elif entry.compared == "position" and row.agrees is False:
        found.append(
            ENTRY.of(row.code)(
                Level.HOLD,
                f"{row.label} is not the site’s",
                "It works out its timing, and the satellite it may send to, from its position.",
                clears_by="Enter the site’s own position, or correct the place at Brief.",
            )
        )
    return found


def _judge_shown(entry: ModemEntry, row: EntryRow) -> Finding:
    meant = row.value or row.known
    if entry.compared == "position" and row.off_m is not None:
        return READ_BACK.of(row.code).at_most(
            row.off_m,
            entry.within,
            clear="The modem’s position is the site’s",
            over="The modem’s position is not the site’s",
            why="It works out its timing, and the satellite it may send to, from its position.",
            clears_by="Load the site’s file or type the position again, then start the modem anew.",
            level=Level.HOLD,
        )
    if not meant:
        return READ_BACK.of(row.code).missing(
            f"{row.label} is shown by the modem, and nobody said what it should be",
            f"Enter what {row.where} says.",
        )
    right = bool(row.agrees) or _same(entry, meant, row.shown)
    shown = masked(row.shown) if row.secret else row.shown
    return READ_BACK.of(row.code)(
        Level.CLEAR if right else Level.HOLD,
        f"The modem has {row.label} as it should" if right else f"The modem has another {row.label}",
        f"It shows {shown}; meant is {masked(meant) if row.secret else meant}.",
        clears_by="" if right else "Enter it again, save on its page, start it anew and read it back once more.",
    )


def _judge_config(given: EntriesInput) -> list[Finding]:
    """The configuration file: its checksum, and the restart after it."""
    if not given.config_name:
        return []
    told, wanted = (re.sub(r"[^0-9A-Fa-f]", "", one).casefold() for one in (given.config_sum, given.config_sum_wanted))
    if not told or not wanted:
        return [
            CONFIG.missing(
                "Whether the configuration file came over whole is not known",
                "Enter the checksum of the order and the one that the modem shows.",
            )
        ]
    if told != wanted:
        return [
            CONFIG(
                Level.HOLD,
                "The configuration file did not come over whole, or is another one",
                f"The modem shows {given.config_sum}, the order says {given.config_sum_wanted}.",
                clears_by="Load it again, from the order’s own copy.",
            )
        ]
    if not given.config_restarted:
        return [
            CONFIG(
                Level.MIND,
                "The modem has not been started again since the file",
                "It takes the file’s values only when it starts.",
                clears_by="Start it again, wait until it is up, and tick it.",
            )
        ]
    return [CONFIG(Level.CLEAR, "The configuration file is whole and taken", "Both checksums are the same.")]


__all__ = ["OWN", "EntriesInput", "EntriesResult", "EntryRow", "entry_value", "is_masked", "masked", "modem_entries"]
