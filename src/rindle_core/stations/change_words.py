"""What a path of the journal names, in the words of its entry on the screens."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from rindle_core.kernel.entry import Told, entries_of
from rindle_core.kernel.model import Facts
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.handover.after import AfterFacts

_KINDS: Mapping[str, type[Facts]] = {**ROOMS, "after": AfterFacts}
_ENTRIES: Mapping[str, Told] = {path: told for room, kind in _KINDS.items() for path, told in entries_of(kind, room)}


class Named(NamedTuple):
    """`at`: the path without ids, by which `facts.json` knows the entry, or the columns of the row."""

    label: str
    at: str


def _steps(path: str) -> Iterator[tuple[str, str]]:
    """Each step of a path from its fact on: the entry's own path, and the name that it has without an entry. An id of a
    row says nothing to a reader and has none, but for a word of a set, which is one itself.
    """
    whole, *inner = path.split("/")
    room, field, *parts = whole.split(".")
    at = f"{room}.{field}"
    yield at, field
    for part in parts:
        at += f".{part}"
        yield at, part
    for index, step in enumerate(inner):
        if index % 2:
            at += f".{step}"
            yield at, step
            continue
        told = _ENTRIES.get(at)
        is_word = step[:1].isalpha() and len(inner) == 1
        at += "[]"
        yield at, (dict(told.choices) if told else {}).get(step, step) if is_word else ""


def named(path: str, modem_words: Mapping[str, str] | None = None) -> Named:
    """A path of the journal in the words of the screens. `modem_words`: what the job's modem calls each of its entries,
    by their codes.
    """
    entry_words = {f"bringup.modem_entries.{code}": label for code, label in (modem_words or {}).items()}
    told: list[str] = []
    at = ""
    for at, name in _steps(path):  # the last one is the value's own
        entry = _ENTRIES.get(at)
        label = entry_words.get(at) or (entry.label if entry else name.replace("_", " "))
        told = [label] if at in entry_words else [*told, *([label] if label else [])]
    return Named(", ".join(told), at)


def fact_words(path: str) -> str:
    """The fact that a path names, without the row or word of a list that is meant."""
    return named(path.partition("/")[0]).label


__all__ = ["Named", "fact_words", "named"]
