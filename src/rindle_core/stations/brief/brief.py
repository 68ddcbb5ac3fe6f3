"""What the first call settles: needs, hazards, deliveries; and the work order that a file brings."""

from __future__ import annotations

import datetime as dt
from typing import Any, Literal

from pydantic import Field

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.kernel.tables import plain_text, read_rows

NEEDS: dict[str, tuple[str, str]] = {
    "calls": ("Voice or video calls", "Judge the link by its longest gap and by gaps an hour, not by speed alone."),
    "cameras": (
        "Cameras seen from outside",
        "Behind a shared address no port can be opened: plan a tunnel, a fixed address, or keep them on the old line.",
    ),
    "fixed_address": ("A fixed address", "Ask the operator for it before the visit; it can seldom be added later."),
    "old_line": ("Keep the old line", "Decide whether it backs up, shares the load, or carries the critical hosts."),
    "own_router": (
        "The customer's own router stays",
        "Use the terminal's bypass, and expect to lose its statistics page.",
    ),
    "remote_work": ("Work network from home", "Try the tunnel on the first day: some do not bear the long echo time."),
}

HAZARDS: dict[str, tuple[str, str]] = {
    "overhead_lines": (
        "Overhead lines",
        "A mast or ladder that touches one kills: keep well away, and ask the owner of the line for the distance.",
    ),
    "buried_services": ("Buried services", "Have them found and marked before any digging or driving of rods."),
    "fragile_roof": ("Fragile roof or skylights", "Never step on it: boards, harness, or another position."),
    "asbestos": ("Asbestos suspected", "Do not drill, saw or break; a licensed firm takes the sample."),
    "edge": ("Work near an edge", "Tie off before the edge is in reach; no work there alone."),
    "lone_working": ("Working alone", "Agree on times to call in and on who comes when no call comes."),
    "weather": ("Wind, ice or thunder expected", "Name the limit before you leave, and who decides to stop."),
    "mains": ("Mains work needed", "Licensed people where the local code says so; proved dead before it is touched."),
}


SETTLED: dict[str, tuple[str, str]] = {
    "qualified": (
        "A qualified person does the transmit side",
        "A mis-aimed transmitter disturbs others; the operator asks for trained people.",
    ),
    "approved_kit": (
        "Every outdoor part is approved for this network",
        "An unlisted transmitter or reflector may be refused at line-up.",
    ),
    "owner": ("Landlord or owner agrees to the place", "A dish that has to come down again was never installed."),
    "planning": (
        "Planning rules were looked up",
        "Listed buildings, protected areas and heights have rules of their own.",
    ),
    "neighbour": (
        "Neighbours were asked where they are touched",
        "Sight-lines, scaffolds and noise reach over the fence.",
    ),
    "codes": (
        "Activation code and terminal id are in hand",
        "Without them the terminal stops one step short of online.",
    ),
    "site_power": ("There is power at the modem's place on the day", "Timed steps cannot wait for a socket."),
}


PROOFS: dict[str, str] = {
    "calls": "Make a call of five minutes and listen for gaps.",
    "cameras": "Look at each camera from a telephone on another network.",
    "fixed_address": "Read the address that the outside sees, restart, and read it again.",
    "old_line": "Pull the new line out, and see that what must go on goes on.",
    "own_router": "Everything that hung on it is on line again, and it keeps its own settings.",
    "remote_work": "Open the tunnel, and work in it for some minutes.",
}

OLD_LINE: dict[str, tuple[str, str]] = {
    "replace": ("Ends", "Give notice only when the new service has proved itself; numbers and addresses move first."),
    "backup": (
        "Stays as a back-up",
        "The router needs two lines and a rule which one leads; test the change-over at hand-over.",
    ),
    "balance": ("Shares the load", "Weights by speed; critical hosts stay on the line that suits them."),
}


Interface = Literal["", "terminal_mount", "mount_structure", "cable_wall"]
INTERFACES: dict[str, str] = {
    "terminal_mount": "terminal to mount",
    "mount_structure": "mount to structure",
    "cable_wall": "cable through the wall",
}


class Delivery(Row):
    """Something on order. Lead time counts from the order, or from when the item it depends on has come."""

    item: str = Field(min_length=1, max_length=120)
    ordered_on: dt.date | None = None
    lead_days: int = Field(default=0, ge=0, le=400)
    after_item: str = Field(default="", max_length=120, description="Item that has to come first")
    arrived_on: dt.date | None = None
    interface: Interface = Field(default="", description="The joint that this part makes, if it makes one")
    stop_gap: str = Field(default="", max_length=160, description="What holds the place until it comes")
    stop_gap_until: dt.date | None = Field(default=None, description="Day on which the stop-gap has to be gone")


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


def judge_settled(settled: list[str]) -> list[Finding]:
    """What has to be settled before the visit and is not ticked yet; nothing while nobody has begun to tick."""
    still = [SETTLED[code][0] for code in SETTLED if code not in settled]
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


def judge_needs(needs: list[str]) -> list[Finding]:
    """What each need means for the later stations."""
    return [
        Finding(
            level=Level.MIND,
            code=f"brief.need.{code}",
            message=NEEDS[code][0],
            why=NEEDS[code][1],
            source="Needs interview",
        )
        for code in needs
        if code in NEEDS and code != "calls"
    ]


def judge_hazards(hazards: list[str], seen: list[str]) -> list[Finding]:
    """Cautions of the hazards on site that nobody has marked as seen."""
    return [
        Finding(
            level=Level.MIND,
            code=f"brief.hazard.{code}",
            message=f"{HAZARDS[code][0]}: caution not yet seen",
            why=HAZARDS[code][1],
            clears_by="Read it with everyone who goes, then mark it as seen.",
            source="Usual cautions; local codes prevail",
        )
        for code in hazards
        if code in HAZARDS and code not in seen
    ]


def judge_proofs(needs: list[str], proved: list[str], measured: bool) -> list[Finding]:
    """Needs of the customer that nobody has proved yet, once the new service runs."""
    if not measured:
        return []
    return [
        Finding(
            level=Level.MIND,
            code=f"handover.need.{code}",
            message=f"{NEEDS[code][0]}: not proved yet",
            why=PROOFS[code],
            clears_by="Prove it with the customer, then tick it.",
            source="Needs interview at Brief",
        )
        for code in needs
        if code in NEEDS and code not in proved
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
    "HAZARDS",
    "INTERFACES",
    "NEEDS",
    "OLD_LINE",
    "PROOFS",
    "SETTLED",
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
