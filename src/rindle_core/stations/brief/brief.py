"""What the first call settles: needs, hazards, deliveries; and the work order that a file brings."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import HouseWords, by_code
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.kernel.tables import plain_text, read_rows

Interface = Literal["", "terminal_mount", "mount_structure", "cable_wall"]
INTERFACES: dict[str, str] = {
    "terminal_mount": "terminal to mount",
    "mount_structure": "mount to structure",
    "cable_wall": "cable through the wall",
}


class Delivery(Row):
    """Something on order. Lead time counts from the order, or from when the item it depends on has come."""

    item: Annotated[str, Entry("Item")] = Field(min_length=1, max_length=120)
    ordered_on: Annotated[dt.date | None, Entry("Ordered")] = None
    lead_days: Annotated[int, Entry("Lead days")] = Field(default=0, ge=0, le=400)
    after_item: Annotated[str, Entry("Only after")] = Field(
        default="", max_length=120, description="Item that has to come first"
    )
    arrived_on: Annotated[dt.date | None, Entry("Arrived")] = None
    interface: Annotated[Interface, Entry("Joint", choices={"": "–"} | INTERFACES)] = Field(
        default="", description="The joint that this part makes, if it makes one"
    )
    stop_gap: Annotated[str, Entry("Stop-gap")] = Field(
        default="", max_length=160, description="What holds the place until it comes"
    )
    stop_gap_until: Annotated[dt.date | None, Entry("until")] = Field(
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


def _due(items: list[Delivery]) -> dict[str, dt.date | None]:
    by_name = {one.item: one for one in items}
    known: dict[str, dt.date | None] = {}

    def due(name: str, trail: tuple[str, ...]) -> dt.date | None:
        if name in trail:
            raise InputError.one(
                "items", f"{' → '.join((*trail, name))} wait for each other; take one of the dependencies out"
            )
        if name in known:
            return known[name]
        one = by_name[name]
        start = one.ordered_on
        if one.after_item:
            if one.after_item not in by_name:
                raise InputError.one("items", f"{one.item} waits for {one.after_item!r}, which is not on the list")
            first = due(one.after_item, (*trail, name))
            start = None if first is None else max(first, one.ordered_on or first)
        known[name] = one.arrived_on or (None if start is None else start + dt.timedelta(days=one.lead_days))
        return known[name]

    for one in items:
        due(one.item, ())
    return known


@register(
    "deliveries", "When ordered items are due, and the earliest sensible visit", DeliveriesInput, DeliveriesResult
)
def deliveries(given: DeliveriesInput) -> Outcome[DeliveriesResult]:
    """Longest path through the dependencies: an item is due its lead time after the later of its order and what it
    waits for.
    """
    due = _due(given.items)
    views = [
        DeliveryView(item=one.item, due_on=due[one.item], arrived=one.arrived_on is not None) for one in given.items
    ]
    days = [view.due_on for view in views]
    earliest = None if not days or None in days else max(day for day in days if day is not None)
    findings = [
        Finding(
            level=Level.MIND,
            code="brief.delivery_late",
            message=f"{view.item} comes after the visit" if view.due_on else f"{view.item} is not ordered yet",
            why=f"It is due on {view.due_on}, the visit is on {given.visit_on}."
            if view.due_on
            else "Without an order there is no day on which it comes.",
            clears_by="Move the visit, or agree on a stop-gap with a date on which it ends.",
            source="Orders and lead times",
        )
        for view in views
        if not view.arrived and (view.due_on is None or view.due_on > given.visit_on)
    ]
    return Outcome(
        DeliveriesResult(items=views, earliest_visit_on=earliest),
        [*findings, *_judge_joints(given), *_judge_stop_gaps(given)],
    )


def _judge_joints(given: DeliveriesInput) -> list[Finding]:
    """Joints for which nothing is on the list, once somebody has begun to sort the parts by joint."""
    there = {one.interface for one in given.items if one.interface}
    absent = [name for code, name in INTERFACES.items() if code not in there]
    if not there or not absent:
        return []
    return [
        Finding(
            level=Level.MIND,
            code="brief.joints",
            message="A joint has no part on the list",
            figure=float(len(absent)),
            limit=0.0,
            unit="count",
            why=f"Nothing is listed for: {', '.join(absent)}. The mount does not always come in the box.",
            clears_by="Add the part, or a stop-gap with a day on which it ends.",
            source="Will every joint be on site?",
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
        Finding(
            level=Level.MIND,
            code="brief.stop_gap",
            message=f"The stop-gap for {one.item} {'has run out' if one.stop_gap_until else 'has no last day'}",
            why=f"{one.stop_gap}: what was meant for days stays for years.",
            clears_by="Set the day on which it is replaced, and keep it.",
            source="Stop-gaps",
        )
        for one in late
    ]


def judge_settled(settled: list[str], words: HouseWords) -> list[Finding]:
    """What has to be settled before the visit and is not ticked yet; nothing while nobody has begun to tick."""
    still = [one.name for one in words.settled if one.code not in settled]
    if not settled or not still:
        return []
    return [
        Finding(
            level=Level.MIND,
            code="brief.settled",
            message="Not everything is settled before the visit",
            figure=float(len(still)),
            limit=0.0,
            unit="count",
            why=f"Still open: {'; '.join(still)}.",
            clears_by="Settle it, then tick it.",
            source="Usual questions before a visit",
        )
    ]


def judge_needs(needs: list[str], words: HouseWords) -> list[Finding]:
    """What each need means for the later stations."""
    known = by_code(words.needs)
    return [
        Finding(
            level=Level.MIND,
            code=f"brief.need.{code}",
            message=known[code].name,
            why=known[code].text,
            source="Needs interview",
        )
        for code in needs
        if code in known and not known[code].by_gaps
    ]


def judge_hazards(hazards: list[str], seen: list[str], words: HouseWords) -> list[Finding]:
    """Cautions of the hazards on site that nobody has marked as seen."""
    known = by_code(words.hazards)
    return [
        Finding(
            level=Level.MIND,
            code=f"brief.hazard.{code}",
            message=f"{known[code].name}: caution not yet seen",
            why=known[code].text,
            clears_by="Read it with everyone who goes, then mark it as seen.",
            source="Usual cautions; local codes prevail",
        )
        for code in hazards
        if code in known and code not in seen
    ]


def judge_proofs(needs: list[str], proved: list[str], measured: bool, words: HouseWords) -> list[Finding]:
    """Needs of the customer that nobody has proved yet, once the new service runs."""
    known = by_code(words.needs)
    if not measured:
        return []
    return [
        Finding(
            level=Level.MIND,
            code=f"handover.need.{code}",
            message=f"{known[code].name}: not proved yet",
            why=known[code].proof,
            clears_by="Prove it with the customer, then tick it.",
            source="Needs interview at Brief",
        )
        for code in needs
        if code in known and code not in proved
    ]


_ORDER_FIELDS = {
    "customer": str,
    "service_wanted": str,
    "place": str,
    "latitude_deg": float,
    "longitude_deg": float,
    "height_m": float,
    "date": str,
    "terminal": str,
    "satellite": str,
    "azimuth_deg": float,
    "elevation_deg": float,
    "skew_deg": float,
    "activation_code": str,
    "beam_letter": str,
    "site_id": str,
    "terminal_id": str,
    "hardware_address": str,
    "customer_reference": str,
    "site_code": str,
    "cluster_code": str,
}


def read_work_order(text: str) -> dict[str, Any]:
    """A work order as JSON (one object) or CSV (a header and one row), its fields checked for their kind.

    Raises InputError that names the field. Unknown fields are refused, so that nothing is lost unseen.
    """
    body = plain_text(text, "file").strip()
    if body.startswith("{"):
        data = parse_json(body)
    else:
        rows = [row for _, row in read_rows(body, "file")]
        if len(rows) != 1:
            raise InputError.one("file", f"holds {len(rows)} rows below its header; one work order is accepted")
        data = rows[0]
    order: dict[str, Any] = {}
    for name, value in data.items():
        if name not in _ORDER_FIELDS:
            raise InputError.one(str(name), f"is not a field of a work order; accepted are {', '.join(_ORDER_FIELDS)}")
        if value in (None, ""):
            continue
        try:
            order[name] = _ORDER_FIELDS[name](str(value).strip())
        except ValueError as error:
            raise InputError.one(name, f"{value!r} is not a number: write it with digits, such as 12.5") from error
    return order


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
    "read_work_order",
]
