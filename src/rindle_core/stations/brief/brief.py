"""What the first call settles: needs, hazards, deliveries; and what is on order."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import HouseWords, by_code
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import (
    BELIED,
    DELIVERY_DAYS,
    DELIVERY_LATE,
    HAZARD,
    HAZARDS,
    JOINTS,
    NEED,
    SETTLED,
    STOP_GAP,
    UNPROVED,
)

Interface = Literal["", "terminal_mount", "mount_structure", "cable_wall"]
INTERFACES: dict[str, str] = {
    "terminal_mount": "terminal to mount",
    "mount_structure": "mount to structure",
    "cable_wall": "cable through the wall",
}


class Delivery(Row):
    """Something on order. Lead time counts from the order, or from when the item it depends on has come."""

    item: Annotated[str, Entry("Item")] = Field(min_length=1, max_length=120)
    ordered_on: Annotated[Day | None, Entry("Ordered", past=True)] = None
    lead_days: Annotated[int, Entry("Lead days")] = Field(default=0, ge=0, le=400)
    after_item: Annotated[str, Entry("Only after")] = Field(
        default="", max_length=120, description="Item that has to come first"
    )
    arrived_on: Annotated[Day | None, Entry("Arrived", past=True)] = None
    interface: Annotated[Interface, Entry("Joint", choices={"": "–"} | INTERFACES)] = Field(
        default="", description="The joint that this part makes, if it makes one"
    )
    stop_gap: Annotated[str, Entry("Stop-gap")] = Field(
        default="", max_length=160, description="What holds the place until it comes"
    )
    stop_gap_until: Annotated[Day | None, Entry("until")] = Field(
        default=None, description="Day on which the stop-gap has to be gone"
    )


class DeliveriesInput(Model):
    """All items, and the day of the visit."""

    items: list[Delivery] = Field(default_factory=list, max_length=100)
    visit_on: dt.date


class DeliveryView(Model):
    """When an item is due; None where that cannot be told."""

    item: str
    due_on: dt.date | None
    arrived: bool


class DeliveriesResult(Model):
    """Due days, and the earliest sensible day of the visit."""

    items: list[DeliveryView]
    earliest_visit_on: dt.date | None


def _due(items: list[Delivery]) -> list[dt.date | None]:
    """Of each row; two rows of one name are each due by itself, and what waits for that name waits for both."""
    known: dict[str, dt.date | None] = {}

    def due(name: str, trail: tuple[str, ...]) -> dt.date | None:
        if name in trail:
            raise InputError.one(
                "items", f"{' → '.join((*trail, name))} wait for each other; take one of the dependencies out"
            )
        if name in known:
            return known[name]
        days = [due_of(one, trail) for one in items if one.item == name]
        known[name] = None if None in days else max(day for day in days if day is not None)
        return known[name]

    def due_of(one: Delivery, trail: tuple[str, ...]) -> dt.date | None:
        start = one.ordered_on
        if one.after_item:
            if all(other.item != one.after_item for other in items):
                raise InputError.one("items", f"{one.item} waits for {one.after_item!r}, which is not on the list")
            first = due(one.after_item, (*trail, one.item))
            start = None if first is None else max(first, one.ordered_on or first)
        return one.arrived_on or (None if start is None else start + dt.timedelta(days=one.lead_days))

    return [due_of(one, ()) for one in items]


@register(
    "deliveries", "When ordered items are due, and the earliest sensible visit", DeliveriesInput, DeliveriesResult
)
def deliveries(given: DeliveriesInput) -> Outcome[DeliveriesResult]:
    """Longest path through the dependencies: an item is due its lead time after the later of its order and what it
    waits for.
    """
    due = _due(given.items)
    views = [
        DeliveryView(item=one.item, due_on=day, arrived=one.arrived_on is not None)
        for one, day in zip(given.items, due, strict=True)
    ]
    days = [view.due_on for view in views]
    earliest = None if not days or None in days else max(day for day in days if day is not None)
    late = [view for view in views if view.due_on is None or view.due_on > given.visit_on]
    findings = [_judge_late(view, given.visit_on) for view in late]
    before = [one for one in given.items if one.ordered_on and one.arrived_on and one.arrived_on < one.ordered_on]
    findings += [
        DELIVERY_DAYS(
            Level.MIND,
            f"{one.item} arrived before it was ordered",
            f"It is told as ordered on {one.ordered_on} and as arrived on {one.arrived_on}.",
            clears_by="Mend the day that is wrong.",
        )
        for one in before
    ]
    return Outcome(
        DeliveriesResult(items=views, earliest_visit_on=earliest),
        [*findings, *_judge_joints(given), *_judge_stop_gaps(given)],
    )


def _judge_late(view: DeliveryView, visit_on: dt.date) -> Finding:
    if view.due_on is None:
        told, why = f"{view.item} is not ordered yet", "Without an order there is no day on which it comes."
    elif view.arrived:
        told, why = f"{view.item} arrived after the visit", f"That was on {view.due_on}, the visit is on {visit_on}."
    else:
        told, why = f"{view.item} comes after the visit", f"It is due on {view.due_on}, the visit is on {visit_on}."
    clears_by = "Move the visit, or agree on a stop-gap with a date on which it ends."
    return DELIVERY_LATE(Level.MIND, told, why, clears_by=clears_by)


def _judge_joints(given: DeliveriesInput) -> list[Finding]:
    """Joints for which nothing is on the list. Without a list everything comes from stock, and nothing is said."""
    there = {one.interface for one in given.items if one.interface}
    absent = [name for code, name in INTERFACES.items() if code not in there]
    if not given.items or not absent:
        return []
    if not there:
        return [JOINTS.missing("Which joint each part makes is not said", "Choose the joint beside each part.")]
    return [
        JOINTS(
            Level.MIND,
            "A joint has no part on the list",
            f"Nothing is listed for: {', '.join(absent)}. The mount does not always come in the box.",
            figure=float(len(absent)),
            limit=0.0,
            clears_by="Add the part, or a stop-gap with a day on which it ends.",
        )
    ]


def _judge_stop_gaps(given: DeliveriesInput) -> list[Finding]:
    late = [
        one
        for one in given.items
        if one.stop_gap
        and one.arrived_on is None
        and (one.stop_gap_until is None or one.stop_gap_until < given.visit_on)
    ]
    return [
        STOP_GAP(
            Level.MIND,
            f"The stop-gap for {one.item} {'has run out' if one.stop_gap_until else 'has no last day'}",
            f"{one.stop_gap}: what was meant for days stays for years.",
            clears_by="Set the day on which it is replaced, and keep it.",
        )
        for one in late
    ]


def judge_settled(settled: list[str], words: HouseWords, belied: Mapping[str, str]) -> list[Finding]:
    """What has to be settled before the visit and is not ticked yet, or is ticked and `belied` by what else is entered:
    by the code of the question what speaks against it.
    """
    if not words.settled:
        return []
    ticked = [one for one in words.settled if one.code in settled]
    against = [f"{one.name} ({belied[one.code]})" for one in ticked if one.code in belied]
    if against:
        return [
            BELIED(
                Level.MIND,
                "Ticked as settled, and what is entered speaks against it",
                f"{'; '.join(against)}.",
                clears_by="Enter what is settled, or take the tick out until it is.",
            ),
            *(one for one in judge_settled(settled, words, {}) if one.level is not Level.CLEAR),
        ]
    still = [one.name for one in words.settled if one.code not in settled]
    if not settled:
        return [SETTLED.missing("Nothing is settled before the visit yet", "Settle each question, then tick it.")]
    if not still:
        return [SETTLED(Level.CLEAR, "Everything is settled before the visit", "")]
    return [
        SETTLED(
            Level.MIND,
            "Not everything is settled before the visit",
            f"Still open: {'; '.join(still)}.",
            figure=float(len(still)),
            limit=0.0,
            clears_by="Settle it, then tick it.",
        )
    ]


def judge_needs(needs: list[str], words: HouseWords) -> list[Finding]:
    """What each need means for the later stations."""
    known = by_code(words.needs)
    return [
        NEED.of(code)(Level.MIND, known[code].name, known[code].text)
        for code in needs
        if code in known and not known[code].by_gaps
    ]


def judge_hazards(hazards: list[str], seen: list[str], sought: bool, words: HouseWords) -> list[Finding]:
    """Cautions of the hazards on site that nobody has marked as seen, and whether anybody has looked for hazards."""
    known = by_code(words.hazards)
    unseen = [
        HAZARD.of(code)(
            Level.MIND,
            f"{known[code].name}: caution not yet seen",
            known[code].text,
            clears_by="Read it with everyone who goes, then mark it as seen.",
        )
        for code in hazards
        if code in known and code not in seen
    ]
    unseen += [
        HAZARD.of(code)(
            Level.MIND,
            f"{code.replace('_', ' ').capitalize()}: its caution is no longer in the house's words",
            "It was ticked on this site; what has to be minded is not told any more.",
            clears_by="Write its caution anew in Stores, or take the tick out where the hazard is not there.",
        )
        for code in hazards
        if code not in known
    ]
    if not sought:
        return [
            *unseen,
            HAZARDS.missing(
                "Nobody has said that the site was looked over for hazards",
                "Look the site over, tick what is there, then tick that it was looked over.",
            ),
        ]
    if not unseen:
        said = "each caution is seen" if hazards else "none of the list is there"
        return [HAZARDS(Level.CLEAR, f"Looked over for hazards: {said}", "The site itself prevails: look again there.")]
    return unseen


def judge_proofs(needs: list[str], proved: list[str], measured: bool, words: HouseWords) -> list[Finding]:
    """Needs of the customer that nobody has proved yet, once the new service runs."""
    known = by_code(words.needs)
    if not measured:
        return []
    return [
        UNPROVED.of(code)(
            Level.MIND,
            f"{known[code].name}: not proved yet",
            known[code].proof,
            clears_by="Prove it with the customer, then tick it.",
        )
        for code in needs
        if code in known and code not in proved
    ]


__all__ = [
    "INTERFACES",
    "DeliveriesInput",
    "DeliveriesResult",
    "Delivery",
    "deliveries",
    "judge_hazards",
    "judge_needs",
    "judge_proofs",
    "judge_settled",
]
