"""The house's words for the end of a job: uses of the line, what is handed over, what comes later, what may break."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.phrase import Phrase

CardGroup = Literal["lights", "restart", "ring", "hurts", "keep_out", "care", "expect"]
CARD_GROUPS: dict[CardGroup, str] = {
    "lights": "What the lights say",
    "restart": "If it stops",
    "ring": "Whom to ring",
    "hurts": "What hurts it",
    "keep_out": "Keep out",
    "care": "Snow, storm and trees",
    "expect": "What to expect",
}
WantedFor = Literal["all", "dish", "panel", "geo", "low_orbit", "travels", "at_height", "spare_power"]
LaterKind = Literal["days", "event"]


class ServiceUse(Phrase):
    """A use of the line and what it asks of it. Gaps are judged by the house rules of the same code."""

    down_mbps: float = Field(ge=0, le=10_000)
    up_mbps: float = Field(ge=0, le=10_000)
    latency_ms: float | None = Field(default=None, gt=0, le=10_000, description="Longest echo time; empty: any will do")


class CardLine(Phrase):
    """A line of the customer's card; `text` stands there, `second_text` is the same in the firm's second language."""

    group: CardGroup
    wanted_for: WantedFor = "all"
    second_text: str = Field(default="", max_length=400, description="In the firm's second language")


class Later(Phrase):
    """Something that is looked at after the hand-over: so many days later, or when something happens."""

    told_by: LaterKind = "days"
    after_days: int = Field(default=0, ge=0, le=4000, description="Days after the hand-over; 0 where an event tells")
    every_days: int = Field(default=0, ge=0, le=4000, description="Then every so many days; 0: once")
    wanted_for: WantedFor = "all"
    by: Literal["customer", "crew"] = Field(default="crew", description="Who can do it")


class RepairFault(Phrase):
    """What may have broken, by what is seen: how to tell, what to do, what to bring."""

    seen: list[str] = Field(min_length=1, max_length=12, description="What is seen that speaks for it")
    tells: str = Field(min_length=1, max_length=300, description="What tells it from the others")
    do: str = Field(min_length=1, max_length=300, description="What to do")
    bring: list[str] = Field(default_factory=list, max_length=12, description="What to bring")
    wanted_for: WantedFor = "all"


__all__ = [
    "CARD_GROUPS",
    "CardGroup",
    "CardLine",
    "Later",
    "LaterKind",
    "RepairFault",
    "ServiceUse",
    "WantedFor",
]
