"""A job as it is assessed: what people entered at each station, and beside it what they picked from the stores."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from functools import cached_property
from typing import Any, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.crew import Member
from rindle_core.catalogue.fixings import SHIPPED_FIXINGS, Fixing
from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.models import Bracket, Constellation, Instrument, Satellite, Terminal
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS, MountKind
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Facts, Model
from rindle_core.stations.aim.facts import AimFacts
from rindle_core.stations.brief.documents import DocumentFact
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.bringup.facts import BringUpFacts
from rindle_core.stations.build.facts import BuildFacts
from rindle_core.stations.cable.facts import CableFacts
from rindle_core.stations.handover.facts import HandOverFacts
from rindle_core.stations.mount.facts import MountFacts
from rindle_core.stations.named import named_in
from rindle_core.stations.peak.facts import PeakFacts
from rindle_core.stations.sky.facts import SkyFacts


class Picks(Model):
    """What the stores and the firm say about this job: nobody entered it here."""

    terminal: Terminal | None = None
    satellite: Satellite | None = None
    constellation: Constellation | None = None
    others: list[Satellite] = Field(default_factory=list, description="Other satellites of the stores")
    cables: list[CoaxCable] = Field(default_factory=list)
    compass: Instrument | None = Field(default=None, description="The crew's own, with its checks")
    clinometer: Instrument | None = None
    brackets: list[Bracket] = Field(default_factory=list, max_length=200, description="For spare feeds")
    documents: list[DocumentFact] = Field(default_factory=list, max_length=200)
    firm: str = Field(default="", description="Its name")
    rules: HouseRules = DEFAULT_RULES
    words: HouseWords = DEFAULT_WORDS
    members: list[Member] = Field(default_factory=list, max_length=200, description="Everybody of the stores' crew")
    fixings: list[Fixing] = Field(default_factory=lambda: list(SHIPPED_FIXINGS), max_length=400)
    mounts: list[MountKind] = Field(default_factory=lambda: list(SHIPPED_MOUNTS), max_length=200)

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """A copy that tells itself from these: what was worked out of these is worked out of it anew."""
        copied = super().model_copy(update=update, deep=deep)
        for name in ("mark", "named"):
            copied.__dict__.pop(name, None)
        return copied

    @cached_property
    def mark(self) -> str:
        """Tells these picks from others; worked out once, as a constellation is long."""
        return hashlib.sha256(self.model_dump_json().encode()).hexdigest()

    @cached_property
    def named(self) -> frozenset[str]:
        """Names of things of the stores in which a size stands."""
        things = (self.terminal, self.cables, self.compass, self.clinometer, self.brackets, self.fixings, self.mounts)
        return named_in(*things)


class JobFacts(Model):
    """Everything that people entered or devices reported, room by room."""

    brief: BriefFacts
    aim: AimFacts = AimFacts()
    sky: SkyFacts = SkyFacts()
    mount: MountFacts = MountFacts()
    cable: CableFacts = CableFacts()
    build: BuildFacts = BuildFacts()
    peak: PeakFacts = PeakFacts()
    bringup: BringUpFacts = BringUpFacts()
    handover: HandOverFacts = HandOverFacts()


class JobInput(JobFacts):
    """The facts of a job with its picks. The flat form of version 0.1 is read too."""

    picks: Picks = Picks()

    @model_validator(mode="before")
    @classmethod
    def _lifted(cls, data: Any) -> Any:
        return lifted(data) if isinstance(data, Mapping) and not set(data) & set(cls.model_fields) else data


ROOMS: dict[str, type[Facts]] = {
    name: kind
    for name, field in JobFacts.model_fields.items()
    if isinstance(kind := field.annotation, type) and issubclass(kind, Facts)
}
_HOME = {name: room for room, kind in ROOMS.items() for name in kind.model_fields} | dict.fromkeys(
    Picks.model_fields, "picks"
)


def home_of(fact: str) -> str:
    """The room in which a fact is entered. Raises KeyError."""
    return _HOME[fact]


_LOCKDOWN = {
    "before_db": "lock_before_db",
    "after_db": "lock_after_db",
    "top_db": "push_top_db",
    "bottom_db": "push_bottom_db",
    "left_db": "push_left_db",
    "right_db": "push_right_db",
}


_CHOSEN = {
    "terminal": ("brief", "terminal_code"),
    "satellite": ("brief", "satellite_code"),
    "constellation": ("brief", "constellation_code"),
    "compass": ("aim", "compass_code"),
    "clinometer": ("aim", "clinometer_code"),
}


def _told_by_text(candidate: Any) -> Any:
    """A candidate of version 0.1: its coordinates as text, where they do not follow from a measured way."""
    told = candidate.model_dump() if isinstance(candidate, Model) else dict(candidate)
    latitude, longitude = told.pop("latitude_deg", None), told.pop("longitude_deg", None)
    measured = told.get("distance_m") is not None and told.get("bearing_deg") is not None
    if latitude is not None and longitude is not None and not measured and not told.get("place_text"):
        told["place_text"] = f"{latitude:.9f}, {longitude:.9f}"
    return told


def lifted(flat: Mapping[str, Any]) -> dict[str, Any]:
    """The flat form of version 0.1 as rooms; names that it does not know stay where they are, to be refused."""
    rooms: dict[str, Any] = {"brief": {}}
    for name, value in flat.items():
        if name == "visit" and isinstance(value, Mapping):
            rooms["brief"] |= value
        elif name == "lockdown" and isinstance(value, Mapping):
            told = {_LOCKDOWN[key]: level for key, level in value.items() if key in _LOCKDOWN}
            rooms["peak"] = rooms.get("peak", {}) | told
        elif name == "skyline":
            if value and not flat.get("skylines"):
                rooms["sky"] = rooms.get("sky", {}) | {"skylines": [{"points": value}]}
        elif name == "positions":
            rooms["sky"] = rooms.get("sky", {}) | {"positions": [_told_by_text(one) for one in value]}
        elif name in _HOME:
            if name in _CHOSEN and isinstance(value, Mapping | Model):
                room, code = _CHOSEN[name]
                chosen = value.get("code", "") if isinstance(value, Mapping) else getattr(value, "code", "")
                rooms[room] = {code: chosen} | rooms.get(room, {})
            rooms.setdefault(_HOME[name], {})[name] = value
        else:
            rooms[name] = value
    return rooms


__all__ = ["ROOMS", "JobFacts", "JobInput", "Picks", "home_of", "lifted"]
