"""The way to earth, piece by piece, and what the meter says of it. Licensed work where the code says so."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.earth_points import EarthPoint
from rindle_core.catalogue.house_words import EarthPiece
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.cable.dress import Consumable
from rindle_core.stations.cable.findings import (
    EARTH,
    EARTH_BOND,
    EARTH_BUILDING,
    EARTH_GROUND,
    EARTH_ORDER,
    EARTH_POINT,
    EARTH_WIRE,
)
from rindle_core.stations.lists import shortened

Building = Literal["", "done", "not_possible"]
BUILDING: dict[Building, str] = {"": "not told", "done": "bonded to it", "not_possible": "not possible"}
# The conductor's resistance, so that a reading can be told from a bad joint. Copper at 20 °C, IEC 60028.
_COPPER_OHM_MM2_PER_M = 1.0 / 58.0
BuildingFact = Annotated[Building, Entry("Building’s main earth", choices=dict(BUILDING))]


class EarthInput(Model):
    """What of the path is made, the wire, and the readings."""

    path: list[EarthPiece] = Field(min_length=1, max_length=40, description="In its order, from the house's words")
    done: list[str] = Field(default_factory=list, max_length=40, description="Codes of what is made")
    wire_mm2: float | None = Field(default=None, gt=0, le=300)
    wire_length_m: float | None = Field(default=None, ge=0, le=500)
    bond_mohm: float | None = Field(default=None, ge=0, le=100_000, description="Transceiver to main earth")
    ground_ohm: float | None = Field(default=None, ge=0, le=100_000)
    building: Building = ""
    why_not: str = Field(default="", max_length=300)
    points: list[EarthPoint] = Field(default_factory=list, max_length=12, description="Of the terminal, by its maker")
    point: str = Field(default="", max_length=80, description="Where the wire is taken, by name; empty: not told")
    coax_count: int = Field(default=0, ge=0, le=8, description="Runs of coax that enter the house")
    powered: bool = Field(default=False, description="Whether the terminal is switched on already")
    marked: bool = Field(default=False, description="Whether the step that makes it is marked done at Build")
    rules: HouseRules = DEFAULT_RULES


class EarthStep(Model):
    """A piece of the path."""

    code: str
    name: str
    done: bool


class EarthResult(Model):
    """The path, and what the wire alone has of resistance."""

    steps: list[EarthStep]
    done_count: int
    wire_mohm: float | None
    goods: list[Consumable] = Field(default_factory=list, description="What is brought for it")


@register("earth", "The way to earth piece by piece, its wire and its readings", EarthInput, EarthResult)
def earth(given: EarthInput) -> Outcome[EarthResult]:
    """Limits are house rules; the local electrical code prevails. Wire: ρ L / A, copper 1/58 Ω·mm²/m (IEC 60028)."""
    steps = [EarthStep(code=one.code, name=one.name, done=one.code in given.done) for one in given.path]
    wire = None
    if given.wire_mm2 is not None and given.wire_length_m is not None:
        wire = 1000.0 * _COPPER_OHM_MM2_PER_M * given.wire_length_m / given.wire_mm2
    result = EarthResult(steps=steps, done_count=sum(one.done for one in steps), wire_mohm=wire, goods=_goods(given))
    return Outcome(result, _judge(given, result))


def mast_goods(rules: HouseRules) -> list[Consumable]:
    """What bonds a mast whose terminal asks for no earth of its own: one lead, a lug at each of its ends."""
    size = f"{rules.earth_wire_mm2:g} mm²"
    note = "for the mast, where the local code asks for it"
    return [
        Consumable(name=f"Earth wire, copper, {size}", amount=1, unit="pieces", note=note),
        Consumable(name=f"Lugs for {size}", amount=2, unit="pieces", note="pressed with their own tool"),
        Consumable(name="Toothed washers", amount=2, unit="pieces", note="against the lug, on bare metal"),
    ]


def _goods(given: EarthInput) -> list[Consumable]:
    """Wire, lugs with their washers, and an arrester for each run of coax; the local code may ask for more."""
    size_mm2 = given.wire_mm2 or given.rules.earth_wire_mm2
    wire = f"Earth wire, copper, {size_mm2:g} mm²"
    told = (
        Consumable(name=wire, amount=1, unit="pieces", note="its length is not told yet: Cable, Earth")
        if given.wire_length_m is None
        else Consumable(name=wire, amount=math.ceil(given.wire_length_m), unit="m", note="the shortest way, no loop")
    )
    lugs = sum(one.lug_count for one in given.path)
    arresters = given.coax_count * sum(one.arrester for one in given.path)
    goods = [
        *([told] if lugs else []),
        Consumable(name=f"Lugs for {size_mm2:g} mm²", amount=lugs, unit="pieces", note="pressed with their own tool"),
        Consumable(name="Toothed washers", amount=lugs, unit="pieces", note="against the lug, on bare metal"),
        Consumable(name="Surge arresters for coax", amount=arresters, unit="pieces",
                   note="where the cable enters; one that is moulded into the cable does as well"),
    ]  # fmt: skip
    return [one for one in goods if one.amount]


def _judge(given: EarthInput, result: EarthResult) -> list[Finding]:
    found = []
    missing = [one.name.lower() for one in result.steps if not one.done]
    if not missing:
        found.append(EARTH(Level.CLEAR, "The way to earth is made", "Piece by piece, as it was entered."))
    elif given.marked:
        found.append(
            EARTH.missing(
                f"Marked done at Build, not told here piece by piece: {shortened(missing)}",
                "Look at each piece, and tick it.",
            )
        )
    elif given.powered:
        found.append(
            EARTH_ORDER(
                Level.HOLD,
                "It is switched on, and its way to earth is not told whole",
                f"Missing: {shortened(missing)}. The first fault or flash goes through whoever touches it.",
                clears_by="Switch it off, make or look at each piece, tick it, then go on.",
            )
        )
    else:
        found.append(
            EARTH.missing(
                f"Of the way to earth is missing: {shortened(missing)}",
                "Make it before power: bare metal, toothed washer; licensed people where the code says so.",
            )
        )
    found += _judge_point(given)
    if given.wire_mm2 is None:
        found.append(EARTH_WIRE.missing("The earth wire’s size is not told", "Read it off the wire or its drum."))
    else:
        found.append(
            EARTH_WIRE.at_least(
                given.wire_mm2,
                given.rules.earth_wire_mm2,
                clear="The earth wire is as thick as the firm asks",
                under="The earth wire is thinner than the firm asks",
                why="It has to carry a flash’s share without burning. The local code prevails.",
                so="The local code prevails.",
                clears_by="A thicker copper wire.",
            )
        )
    if given.bond_mohm is None:
        found.append(EARTH_BOND.missing("The bond is not measured", "Transceiver to main earth, with a milliohmmeter."))
    else:
        limit = given.rules.bond_mohm + (result.wire_mohm or 0.0)
        found.append(
            EARTH_BOND.at_most(
                given.bond_mohm,
                limit,
                clear="The bond is metal to metal",
                over="The bond has too much resistance",
                why="Paint under a lug, a loose screw: it is measured to be found.",
                clears_by="Score the paint, toothed washer against the lug, tighten, measure again.",
            )
        )
    if given.ground_ohm is not None:
        found.append(
            EARTH_GROUND.at_most(
                given.ground_ohm,
                given.rules.ground_ohm,
                level=Level.MIND,
                clear="The main earth is good",
                over="The main earth is poor",
                why="It is the building’s, and for an electrician.",
                clears_by="Tell the owner; have an electrician look at it.",
            )
        )
    if given.building == "done":
        found.append(EARTH_BUILDING(Level.CLEAR, "It is bonded to the building’s main earth", "As it was entered."))
    elif given.building == "not_possible" and given.why_not.strip():
        found.append(
            EARTH_BUILDING(
                Level.MIND,
                "It is not bonded to the building’s main earth",
                f"{given.why_not.strip()} An earth of its own then needs somebody licensed.",
                clears_by="Have an electrician make the bond.",
            )
        )
    else:
        found.append(
            EARTH_BUILDING.missing(
                "Whether it is bonded to the building’s main earth is not told",
                "Say that it is done, or that it is not possible and why.",
            )
        )
    return found


def _judge_point(given: EarthInput) -> list[Finding]:
    """A wire under a clamp that turns, or on paint, is no earth whatever it is called."""
    if not given.points:
        return []
    allowed = [one.name.lower() for one in given.points if one.allowed]
    point = next((one for one in given.points if one.name == given.point), None)
    if point is None:
        return [
            EARTH_POINT.missing(
                "Where the earth wire is taken is not told", f"Its maker lets it be taken: {shortened(allowed)}."
            )
        ]
    if point.allowed:
        return [EARTH_POINT(Level.CLEAR, f"The earth is taken at: {point.name.lower()}", "Its maker lets it be there.")]
    return [
        EARTH_POINT(
            Level.HOLD,
            f"The earth may not be taken at: {point.name.lower()}",
            point.note or "Its maker does not let it be there.",
            clears_by=f"Take it to: {shortened(allowed)}." if allowed else "Ask its maker where it may be taken.",
        )
    ]


__all__ = ["BUILDING", "Building", "BuildingFact", "EarthInput", "EarthResult", "EarthStep", "earth", "mast_goods"]
