"""The stores as one reading: every entry by kind and code, and what is wrong with those that cannot be read."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import TypeVar

from django.db.models import TextField
from django.db.models.functions import Cast

from rindle_core.catalogue.fixings import Fixing, fixings_with
from rindle_core.catalogue.models import Catalogue, Constellation, Satellite, Terminal, UnreadEntry
from rindle_core.catalogue.mounts import MountKind, mounts_with
from rindle_core.catalogue.starter import is_invented
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model, parse
from rindle_server.stores.models import Firm, StoreItem

M = TypeVar("M", bound=Model)
Row = tuple[str, str, str]  # kind, code, JSON


@dataclass(frozen=True)
class Shelf:
    """What the stores hold. One bad entry is named and left out; it takes no other with it."""

    entries: Mapping[tuple[str, str], Model]
    unread: tuple[UnreadEntry, ...]
    mark: str

    def get(self, kind: str, code: str, model: type[M]) -> M | None:
        """The entry, or None where there is none that can be read."""
        found = self.entries.get((kind, code)) if code else None
        return found if isinstance(found, model) else None

    def all(self, kind: str, model: type[M]) -> list[M]:
        """All readable entries of a kind, by code."""
        return [one for (of, _), one in self.entries.items() if of == kind and isinstance(one, model)]

    def trouble(self, kind: str, code: str) -> str:
        """What is wrong with an entry that cannot be read; empty where nothing is."""
        return next((one.message for one in self.unread if (one.kind, one.code) == (kind, code)), "")


@lru_cache(maxsize=4)
def _read(rows: tuple[Row, ...]) -> Shelf:
    entries: dict[tuple[str, str], Model] = {}
    unread = []
    for kind, code, text in rows:
        try:
            entries[kind, code] = parse(StoreItem.KINDS[kind], json.loads(text), kind)
        except (InputError, ValueError, KeyError) as error:
            unread.append(UnreadEntry(kind=kind, code=code, message=str(error)[:300]))
    mark = hashlib.sha256("\x1f".join("\x1e".join(row) for row in rows).encode()).hexdigest()
    return Shelf(entries, tuple(unread), mark)


def shelf() -> Shelf:
    """The stores as they are now: one query, and read anew only where something changed."""
    found = StoreItem.objects.annotate(text=Cast("data", TextField())).values_list("kind", "code", "text")
    return _read(tuple((kind, code, text) for kind, code, text in found))


def rules_mark() -> str:
    """Changes when a house rule does."""
    return hashlib.sha256(json.dumps(Firm.ours().rules, sort_keys=True).encode()).hexdigest()


def catalogue() -> Catalogue:
    """The whole store."""
    found = shelf()
    named: dict[str, Sequence[Model]] = {f"{kind}s": found.all(kind, model) for kind, model in StoreItem.KINDS.items()}
    named["mounts"] = mounts_with(found.all("mount", MountKind))  # what ships is there to look at and to better
    named["fixings"] = fixings_with(found.all("fixing", Fixing))
    makers: list[tuple[str, Terminal | Satellite | Constellation]] = [
        *(("terminal", one) for one in found.all("terminal", Terminal)),
        *(("satellite", one) for one in found.all("satellite", Satellite)),
        *(("constellation", one) for one in found.all("constellation", Constellation)),
    ]
    invented = [f"{kind}/{one.code}" for kind, one in makers if is_invented(one)]
    return Catalogue.model_validate({**named, "invented": invented, "unread": found.unread})


__all__ = ["Shelf", "catalogue", "rules_mark", "shelf"]
