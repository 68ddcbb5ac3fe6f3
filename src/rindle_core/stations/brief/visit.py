"""What is settled before the visit: why, how, with whom, in what weather, and what it costs."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Facts
from rindle_core.stations.brief.costs import CostItem
from rindle_core.stations.brief.visit_days import VisitTask
from rindle_core.stations.brief.weather import Condition
from rindle_core.stations.mount.mount_choice import Surface

Permanence = Literal["", "permanent", "trial", "temporary"]
PlaceMethod = Literal["", "typed", "map", "gazetteer", "satnav", "photo", "file", "order", "address"]

# How far off each way to a place usually is, metres, where nobody said better: the trade's rule of thumb.
METHOD_ERROR_M: dict[str, float] = {
    "typed": 30.0,
    "map": 50.0,
    "gazetteer": 3000.0,
    "satnav": 10.0,
    "photo": 20.0,
    "file": 20.0,
    "order": 100.0,
    "address": 300.0,
}

REASONS: dict[str, tuple[str, str]] = {
    "theft": ("It was stolen, or might be", "High and out of reach counts for a position."),
    "trip": ("People trip over it or its cable", "No cable across a path, no foot where people walk."),
    "machines": ("Mower, cattle or vehicles cut the cable", "The cable is buried deep or kept off the ground."),
    "looks": ("It must not be seen", "A discreet side counts, as long as the sky is clear."),
    "wind": ("Wind moved it", "The lee side and a stiff mount count."),
    "view": ("The sky is blocked where it stands", "Sky counts before all else."),
    "speed": ("The present line is too slow", "Measure before and after on the same kind of test."),
}


class VisitFacts(Facts):
    """Entries about the visit. Empty: not yet."""

    reasons: list[str] = Field(default_factory=list, max_length=20)
    permanence: Permanence = ""
    return_on: dt.date | None = Field(
        default=None, description="Day of the return visit of a trial or temporary set-up"
    )
    reuse_note: str = Field(
        default="", max_length=300, description="What the permanent set-up takes over: cable, hole, mount"
    )
    old_line: Literal["", "replace", "backup", "balance"] = ""
    place_method: PlaceMethod = ""
    place_error_m: float | None = Field(default=None, ge=0, le=100_000, description="How far off the place may be")
    climber: str = Field(default="", max_length=120, description="Who is competent for this height and weather")
    climber_contact: str = Field(default="", max_length=160)
    surface: Surface | None = None
    may_drill: bool = True
    wanted_height_m: float = Field(default=0.0, ge=0, le=30)
    forecast_gust_mps: float | None = Field(default=None, ge=0, le=100)
    forecast_low_c: float | None = Field(default=None, ge=-60, le=60)
    conditions: list[Condition] = Field(default_factory=list)
    costs: list[CostItem] = Field(default_factory=list, max_length=100)
    overlap_month_count: float = Field(default=0.0, ge=0, le=60)
    tasks: list[VisitTask] = Field(default_factory=list, max_length=60)
    site_id: str = Field(default="", max_length=60)
    terminal_id: str = Field(default="", max_length=60)
    hardware_address: str = Field(default="", max_length=60)
    customer_reference: str = Field(default="", max_length=60)
    site_code: str = Field(default="", max_length=40, description="Location code of the order")
    cluster_code: str = Field(default="", max_length=40, description="Frequency-cluster code of the order")
    ground_checks: list[str] = Field(
        default_factory=list, max_length=20, description="Checked of positions on the ground"
    )
    entry_checks: list[str] = Field(
        default_factory=list, max_length=20, description="Checked of an old hole that a cable could use"
    )
    raise_cost_money: float | None = Field(
        default=None, ge=0, le=1e9, description="Of raising the terminal, in the firm's currency"
    )
    trim_cost_money: float | None = Field(default=None, ge=0, le=1e9, description="Of having an obstacle cut back")
    move_cost_money: float | None = Field(default=None, ge=0, le=1e9, description="Of taking the better position")
    accept_cost_money: float | None = Field(
        default=None, ge=0, le=1e9, description="Of leaving it, such as a lower price"
    )
    look_again_on: dt.date | None = Field(default=None, description="When the view is looked at again, as trees grow")
    indoor: list[str] = Field(default_factory=list, max_length=20, description="Settled about the indoor unit's place")
    indoor_note: str = Field(default="", max_length=300)
    lineup_at: dt.datetime | None = Field(default=None, description="Site's clock")
    lineup_booked: bool = False
    lineup_person: str = Field(default="", max_length=120)


INDOOR: dict[str, tuple[str, str]] = {
    "mains": ("A socket that stays on", "Not behind a switch; a surge arrester where thunder is common."),
    "air": ("Air around it", "Not in a closed cupboard, not above a heater."),
    "network": ("Near the customer's network point", "Else a cable through the house is part of the job."),
    "wireless": (
        "Radio reaches the rooms that need it",
        "Thick walls and metal ceilings ask for another access point.",
    ),
    "dry": ("Dry, out of reach of children and animals", "A pulled plug is the commonest fault."),
}


def judge_visit(visit: VisitFacts, visit_on: dt.date) -> list[Finding]:
    """A temporary set-up needs a day on which it ends; a height job needs somebody who may do it."""
    findings = []
    if visit.permanence in ("trial", "temporary"):
        late = visit.return_on is not None and visit.return_on <= visit_on
        if visit.return_on is None or late:
            findings.append(
                Finding(
                    level=Level.MIND,
                    code="brief.return_visit",
                    message="The temporary set-up has no day on which it ends"
                    if not late
                    else "The return visit lies before the work",
                    why="What is left temporary stays for good, on a foot that was not made for it.",
                    clears_by="Agree on the day of the return visit, and note what is taken over.",
                    source="Temporary now, permanent later",
                )
            )
    still = [INDOOR[code][0] for code in INDOOR if code not in visit.indoor]
    if visit.indoor and still:
        findings.append(
            Finding(
                level=Level.MIND,
                code="brief.indoor",
                message="The indoor unit's place is not settled",
                figure=float(len(still)),
                limit=0.0,
                unit="count",
                why=f"Still open: {'; '.join(still)}.",
                clears_by="Settle it with the customer, then tick it.",
                source="Usual questions before a visit",
            )
        )
    return findings


__all__ = ["INDOOR", "METHOD_ERROR_M", "REASONS", "Permanence", "PlaceMethod", "VisitFacts", "judge_visit"]
