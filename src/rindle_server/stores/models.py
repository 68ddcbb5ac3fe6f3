"""The stores: satellites, terminals and cables as data, and the firm with its rules."""

from __future__ import annotations

from typing import Any, ClassVar, TypeVar

from django.db import models

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.crew import Member, Team
from rindle_core.catalogue.fixings import Fixing
from rindle_core.catalogue.house_words import HouseWords
from rindle_core.catalogue.models import Bracket, Constellation, Instrument, Satellite, Terminal
from rindle_core.catalogue.mounts import MountKind
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model, parse

M = TypeVar("M", bound=Model)


class StoreItem(models.Model):
    """An entry of the catalogue. `data` is what the core's model of that kind reads."""

    KINDS: ClassVar[dict[str, type[Model]]] = {
        "satellite": Satellite,
        "terminal": Terminal,
        "cable": CoaxCable,
        "instrument": Instrument,
        "bracket": Bracket,
        "constellation": Constellation,
        "mount": MountKind,
        "fixing": Fixing,
        "member": Member,
        "team": Team,
    }

    kind = models.CharField(max_length=16, choices=[(kind, kind) for kind in KINDS])
    code = models.CharField(max_length=40)
    data = models.JSONField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["kind", "code"], name="one_item_per_code")]
        ordering: ClassVar = ["kind", "code"]

    def __str__(self) -> str:
        return f"{self.kind} {self.code}"

    def read(self, kind: type[M]) -> M:
        """The entry as the core's model."""
        return parse(kind, self.data)


class Manual(models.Model):
    """A manual of the firm: a PDF kept under its checksum beside the jobs' documents, with the pages of the steps."""

    name = models.CharField(max_length=200)
    sha256 = models.CharField(max_length=64)
    size_bytes = models.PositiveBigIntegerField()
    bookmarks = models.JSONField(default=list, db_comment="What the core's Bookmark reads")

    class Meta:
        ordering: ClassVar = ["name", "pk"]

    def __str__(self) -> str:
        return self.name


class Firm(models.Model):
    """The firm whose data folder this is."""

    name = models.CharField(max_length=120, default="Our crew")
    address = models.TextField(blank=True)
    telephone = models.CharField(max_length=80, blank=True)
    rules = models.JSONField(default=dict)
    words = models.JSONField(default=dict)

    def __str__(self) -> str:
        return self.name

    def house_rules(self) -> HouseRules:
        """The firm's rules; what it has not set has its default."""
        return parse(HouseRules, self.rules, "rules")

    def house_words(self) -> HouseWords:
        """The firm's words; a list that it has not set has those that ship."""
        return parse(HouseWords, self.words, "words")

    @classmethod
    def ours(cls) -> Firm:
        """The one firm, made when first asked for."""
        return cls.objects.get_or_create(pk=1)[0]


def put_item(kind: str, data: dict[str, Any]) -> StoreItem:
    """Adds or replaces an entry. Raises InputError where the data is not of that kind."""
    checked = parse(StoreItem.KINDS[kind], data, kind).model_dump(mode="json")
    return StoreItem.objects.update_or_create(kind=kind, code=checked["code"], defaults={"data": checked})[0]
