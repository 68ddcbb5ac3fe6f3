"""What is settled before the visit: why, how, with whom, in what weather, and what it costs."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.mounts import SURFACES, Surface
from rindle_core.kernel.days import Day, Moment
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Facts, Model
from rindle_core.stations.brief.costs import CostItem
from rindle_core.stations.brief.findings import DRIVE, INDOOR, LOOK_AGAIN, RETURN_VISIT, TRAVEL
from rindle_core.stations.brief.visit_tasks import DayWeather, VisitTask
from rindle_core.stations.brief.weather import CONDITIONS, Condition

Permanence = Literal["", "permanent", "trial", "temporary", "portable"]
PlaceMethod = Literal["", "typed", "map", "gazetteer", "satnav", "photo", "file", "order", "address"]
PLACE_METHODS: dict[PlaceMethod, str] = {
    "typed": "Typed",
    "satnav": "Satellite navigation on site",
    "map": "Map",
    "photo": "Photo",
    "file": "File",
    "order": "Work order",
    "gazetteer": "Gazetteer",
    "address": "Street address",
}

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

Reused = Literal["terminal", "mount", "cable", "hole", "earth", "router"]
REUSED: dict[str, str] = {
    "terminal": "Terminal",
    "mount": "Mount",
    "cable": "Cable",
    "hole": "Hole and entry",
    "earth": "Earth",
    "router": "Router and network",
}


Share = Annotated[float, Field(ge=0, le=1)]
Stroke = Annotated[list[tuple[Share, Share]], Field(max_length=400)]  # right and down, as shares of the pad's width


class VisitFacts(Facts):
    """Entries about the visit. Empty: not yet."""

    reasons: Annotated[list[str], Entry("Why it is done, or done anew", words="reasons")] = Field(
        default_factory=list, max_length=20
    )
    permanence: Annotated[
        Permanence,
        Entry(
            "How long it stands",
            hint="A trial first is the usual choice: drilling cannot be taken back",
            choices={
                "permanent": "For good",
                "trial": "A trial first",
                "temporary": "Temporary, permanent later",
                "portable": "It travels: set up anew at each place",
            },
        ),
    ] = ""
    return_on: Annotated[Day | None, Entry("Return visit")] = Field(
        default=None, description="Day of the return visit of a trial or temporary set-up"
    )
    reuse_note: Annotated[str, Entry("Note on what is taken over", placeholder="which hole, which length of cable")] = (
        Field(default="", max_length=300, description="What the permanent set-up takes over: cable, hole, mount")
    )
    reused: Annotated[list[Reused], Entry("What is taken over", choices=REUSED)] = Field(
        default_factory=list, max_length=10, description="What the permanent set-up takes over from this one"
    )
    later_letter: Annotated[str, Entry("Position for good")] = Field(
        default="", max_length=3, description="Letter of the candidate on which it stands for good"
    )
    later_mount_code: Annotated[str, Entry("Mount for good")] = Field(default="", max_length=40)
    old_line: Annotated[
        Literal["", "replace", "backup", "balance"],
        Entry(
            "The old line",
            hint="What becomes of it decides how the network is built",
            choices={one.code: one.name for one in DEFAULT_WORDS.old_lines},
        ),
    ] = ""
    router_two_lines: Annotated[bool, Entry("The router takes two lines", hint="As its sheet says")] = False
    place_method: Annotated[
        PlaceMethod,
        Entry(
            "Found by",
            choices=dict(PLACE_METHODS),
        ),
    ] = ""
    place_error_m: Annotated[float | None, Entry("May be off by", hint="Empty: what is usual for this way")] = Field(
        default=None, ge=0, le=100_000, description="How far off the place may be"
    )
    climber: Annotated[
        str, Entry("Who is competent for this height", hint="Hire someone where it is nobody of the crew")
    ] = Field(default="", max_length=120, description="Who is competent for this height and weather")
    climber_contact: Annotated[str, Entry("How to reach them")] = Field(default="", max_length=160)
    surface: Annotated[Surface | None, Entry("Surface", choices=SURFACES)] = None
    may_drill: Annotated[bool, Entry("Holes are allowed")] = True
    wanted_height_m: Annotated[float, Entry("Height wanted over the fixing")] = Field(default=0.0, ge=0, le=30)
    forecast_gust_mps: Annotated[float | None, Entry("Gusts forecast")] = Field(default=None, ge=0, le=100)
    forecast_low_c: Annotated[float | None, Entry("Lowest temperature", hint="Until what is set has set")] = Field(
        default=None, ge=-60, le=60
    )
    conditions: Annotated[list[Condition], Entry("Weather on the day", choices=CONDITIONS)] = Field(
        default_factory=list
    )
    approved_by: Annotated[str, Entry("Agreed by", placeholder="Name of the customer")] = Field(
        default="", max_length=120
    )
    approved_at: Annotated[Moment | None, Entry("Day and time", placeholder="2026-11-26 14:00", past=True)] = Field(
        default=None, description="Site's clock"
    )
    approved_letter: Annotated[str, Entry("Position agreed to")] = Field(default="", max_length=3)
    approval_note: Annotated[str, Entry("What else was agreed", placeholder="in words of the customer")] = Field(
        default="", max_length=300
    )
    approval_lines: Annotated[list[Stroke], Entry("Signature")] = Field(
        default_factory=list, max_length=80, description="Strokes of the drawn signature"
    )
    assessed_by: Annotated[str, Entry("Risk assessment signed by")] = Field(default="", max_length=120)
    assessed_on: Annotated[Day | None, Entry("Signed on", past=True)] = None
    costs: Annotated[list[CostItem], Entry("Costs")] = Field(default_factory=list, max_length=100)
    overlap_month_count: Annotated[float, Entry("Months with both services")] = Field(default=0.0, ge=0, le=60)
    tasks: Annotated[list[VisitTask], Entry("Tasks of the visit")] = Field(default_factory=list, max_length=60)
    forecast: Annotated[list[DayWeather], Entry("Forecast of other days")] = Field(
        default_factory=list, max_length=30, description="Where the work takes more than the day of the work"
    )
    follows: Annotated[str, Entry("Repairs job", hint="The handed-over job that this one was opened of")] = Field(
        default="", max_length=20
    )
    repair_reason: Annotated[str, Entry("Why it was opened")] = Field(default="", max_length=400)
    repair_seen: Annotated[list[str], Entry("What is seen", words="repair_seen")] = Field(
        default_factory=list, max_length=40
    )
    repair_found_code: Annotated[str, Entry("What it was in the end")] = Field(
        default="", max_length=40, description="Of the house's list of faults; empty: not told yet"
    )
    stowed: Annotated[list[str], Entry("Before driving off", words="stowed")] = Field(
        default_factory=list, max_length=20, description="Of a set that travels: what is down, in and locked"
    )
    site_id: Annotated[str, Entry("Site id")] = Field(default="", max_length=60)
    terminal_id: Annotated[str, Entry("Terminal id")] = Field(default="", max_length=60)
    hardware_address: Annotated[str, Entry("Hardware address", placeholder="02:00:5E:10:00:01")] = Field(
        default="", max_length=60
    )
    customer_reference: Annotated[str, Entry("Customer reference")] = Field(default="", max_length=60)
    site_code: Annotated[str, Entry("Location code")] = Field(
        default="", max_length=40, description="Location code of the order"
    )
    cluster_code: Annotated[str, Entry("Cluster code")] = Field(
        default="", max_length=40, description="Frequency-cluster code of the order"
    )
    ground_checks: Annotated[list[str], Entry("Checked of positions on the ground", words="ground_checks")] = Field(
        default_factory=list, max_length=20, description="Checked of positions on the ground"
    )
    travel_checks: Annotated[list[str], Entry("Checked of a set that travels", words="travel_checks")] = Field(
        default_factory=list, max_length=20
    )
    entry_checks: Annotated[list[str], Entry("Checked of the old hole", words="entry_checks")] = Field(
        default_factory=list, max_length=20, description="Checked of an old hole that a cable could use"
    )
    raise_cost_money: Annotated[float | None, Entry("Raising costs")] = Field(
        default=None, ge=0, le=1e9, description="Of raising the terminal, in the firm's currency"
    )
    trim_cost_money: Annotated[float | None, Entry("Cutting back costs")] = Field(
        default=None, ge=0, le=1e9, description="Of having an obstacle cut back"
    )
    move_cost_money: Annotated[float | None, Entry("Moving costs")] = Field(
        default=None, ge=0, le=1e9, description="Of taking the better position"
    )
    accept_cost_money: Annotated[float | None, Entry("Leaving it costs")] = Field(
        default=None, ge=0, le=1e9, description="Of leaving it, such as a lower price"
    )
    look_again_on: Annotated[Day | None, Entry("Look again on", hint="Trees grow")] = Field(
        default=None, description="When the view is looked at again, as trees grow"
    )
    indoor: Annotated[list[str], Entry("Where the indoor unit goes", words="indoor")] = Field(
        default_factory=list, max_length=20, description="Settled about the indoor unit's place"
    )
    indoor_note: Annotated[str, Entry("Indoor place", placeholder="Room, wall, nearest socket")] = Field(
        default="", max_length=300
    )
    spare_power_h: Annotated[float | None, Entry("Goes on without mains for", hint="Empty: a power cut stops it")] = (
        Field(default=None, gt=0, le=200)
    )
    other_load_w: Annotated[
        float | None, Entry("Load beside the terminal", hint="Modem, router, telephone: as their labels say")
    ] = Field(default=None, ge=0, le=5000)
    spare_battery_wh: Annotated[float | None, Entry("Battery that is brought", hint="As its label says")] = Field(
        default=None, ge=0, le=1_000_000
    )
    lineup_at: Annotated[
        Moment | None, Entry("Day and time", hint="On the site’s clock", placeholder="2026-11-26 14:00")
    ] = Field(default=None, description="Site's clock")
    lineup_booked: Annotated[bool, Entry("The desk has booked it")] = False
    lineup_person: Annotated[str, Entry("Who will be on site")] = Field(default="", max_length=120)


class Drive(Model):
    """Whether a vehicle may drive off."""

    ready: bool
    begun: bool = Field(description="Whether somebody has begun to pack")
    still: list[str]


def error_of_place_m(told: VisitFacts) -> float | None:
    """How far off the place may be: as somebody said, else what is usual for the way in which it was found."""
    return told.place_error_m or METHOD_ERROR_M.get(told.place_method or "typed")


def judge_visit(visit: VisitFacts, visit_on: dt.date, words: HouseWords = DEFAULT_WORDS) -> list[Finding]:
    """A temporary set-up needs a day on which it ends; a height job needs somebody who may do it."""
    findings = []
    if visit.permanence in ("trial", "temporary"):
        late = visit.return_on is not None and visit.return_on <= visit_on
        if visit.return_on is None or late:
            findings.append(
                RETURN_VISIT(
                    Level.MIND,
                    "The temporary set-up has no day on which it ends"
                    if not late
                    else "The return visit lies before the work",
                    "What is left temporary stays for good, on a foot that was not made for it.",
                    clears_by="Agree on the day of the return visit, and note what is taken over.",
                )
            )
    if visit.look_again_on is not None and visit.look_again_on <= visit_on:
        findings.append(
            LOOK_AGAIN(
                Level.MIND,
                "The sky is to be looked at again before the work is done",
                f"That is on {visit.look_again_on.isoformat()}, the work on {visit_on.isoformat()}.",
                clears_by="Choose a day after the work, or take it out.",
            )
        )
    return [*findings, *_judge_travel(visit, words), *_judge_indoor(visit.indoor, words)]


def _judge_travel(visit: VisitFacts, words: HouseWords) -> list[Finding]:
    """What holds at one place may not hold at the next."""
    if visit.permanence != "portable":
        return []
    still = [one.name for one in words.travel_checks if one.code not in visit.travel_checks]
    return [
        *_judge_drive(visit.stowed, words),
        TRAVEL(
            Level.MIND if still else Level.CLEAR,
            "Not everything is checked for a set that travels" if still else "What travelling changes is checked",
            f"Still open: {'; '.join(still)}." if still else "",
            figure=float(len(still)),
            limit=0.0,
            clears_by="Check it for each place, across borders above all, then tick it." if still else "",
        ),
    ]


def stowed_of(visit: VisitFacts, words: HouseWords) -> Drive | None:
    """What is still to be packed of a set that travels; None of one that does not, or where the house lists nothing."""
    if visit.permanence != "portable" or not words.stowed:
        return None
    still = [one.name for one in words.stowed if one.code not in visit.stowed]
    return Drive(ready=not still, begun=bool(visit.stowed), still=still)


def _judge_drive(stowed: list[str], words: HouseWords) -> list[Finding]:
    """Once somebody packs, nobody drives until all is packed."""
    still = [one.name for one in words.stowed if one.code not in stowed]
    if not stowed or not words.stowed:
        return []
    done, every = float(len(words.stowed) - len(still)), float(len(words.stowed))
    if not still:
        return [DRIVE(Level.CLEAR, "Ready to drive", "", figure=done, limit=every, bound="at_least")]
    return [
        DRIVE(
            Level.HOLD,
            "Not ready to drive",
            f"Still open: {'; '.join(still)}. A pole that is up meets a bridge, a cable that hangs out a wheel.",
            figure=done,
            limit=every,
            bound="at_least",
            clears_by="Do it, walk once round, then tick it.",
        )
    ]


def _judge_indoor(settled: list[str], words: HouseWords) -> list[Finding]:
    still = [one.name for one in words.indoor if one.code not in settled]
    if not settled:
        return [INDOOR.missing("Where the indoor unit goes is not settled yet", "Settle it with the customer.")]
    if not still:
        return [INDOOR(Level.CLEAR, "The indoor unit's place is settled", "")]
    return [
        INDOOR(
            Level.MIND,
            "The indoor unit's place is not settled",
            f"Still open: {'; '.join(still)}.",
            figure=float(len(still)),
            limit=0.0,
            clears_by="Settle it with the customer, then tick it.",
        )
    ]


__all__ = [
    "METHOD_ERROR_M",
    "Drive",
    "Permanence",
    "PlaceMethod",
    "VisitFacts",
    "error_of_place_m",
    "judge_visit",
    "stowed_of",
]
