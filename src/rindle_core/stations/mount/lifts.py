"""What is carried up in one go, by how many people, and in which order."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_more
from rindle_core.stations.mount.findings import AT_HEIGHT, LIFT, LIFT_CREW

_SMALL_KG = 1.0  # what is lighter than that goes up with the other small pieces, in one bag
By = Literal["ground", "hand", "bag", "hoist", "two"]
BY_WORDS: dict[By, str] = {
    "ground": "from the ground",
    "hand": "in one hand, upright and close to the body, the other on the ladder",
    "bag": "in a bag on the shoulder, both hands on the ladder",
    "hoist": "by rope and pulley, nobody below",
    "two": "two people, or a lift",
}


class LiftPiece(Model):
    """A piece that is carried in one go."""

    name: str = Field(min_length=1, max_length=120)
    mass_kg: float = Field(ge=0, le=2000)
    count: int = Field(default=1, ge=1, le=99)
    wide_mm: float = Field(default=0.0, ge=0, le=20_000, description="Of a reflector or a panel: the wind takes it")
    of_mount: bool = False
    first_up: bool = Field(default=False, description="What sits on the mast itself, before what hangs on it")


class LiftsInput(Model):
    """What goes up, how high, and who is there."""

    pieces: list[LiftPiece] = Field(min_length=1, max_length=60)
    height_m: float | None = Field(default=None, ge=0, le=300, description="Of the fixing over the ground")
    antenna_m: float | None = Field(
        default=None, ge=0, le=300, description="Of the antenna over the ground; None: as high as the fixing"
    )
    crew_count: int | None = Field(default=None, ge=0, le=50, description="None: nobody said who comes")
    at_height_min: float = Field(default=0.0, ge=0, le=5000, description="Of all steps, or as it was said")
    at_height_told: bool = Field(default=False, description="Said of the planned position, and more than its steps")
    in_parts: bool | None = Field(
        default=None,
        description="As the steps of its maker have it: its head alone first, or all put together on the ground; None: "
        "not told, by its mass",
    )
    all_known: bool = Field(
        default=True, description="Whether the pieces are all that goes up: the mount is chosen too"
    )
    rules: HouseRules = DEFAULT_RULES


class Lift(Model):
    """One way up with what goes in it."""

    names: list[str]
    mass_kg: float
    by: By
    how: str = Field(description="The same in words")
    people_count: int


class LiftsResult(Model):
    """The lifts in their order."""

    lifts: list[Lift]
    together_kg: float
    heaviest_kg: float
    people_count: int
    split: bool = Field(description="Whether it goes up in parts: the head before the reflector")
    at_height_min: float


def _by(mass_kg: float, given: LiftsInput, piece_count: int, wide_mm: float, up_m: float | None) -> By:
    rules = given.rules
    if up_m is not None and up_m <= rules.from_ground_m:
        return "ground" if no_more(mass_kg, rules.lone_lift_kg) else "two"
    if not no_more(mass_kg, rules.lone_lift_kg):
        return "two"
    if not (no_more(mass_kg, rules.bag_kg) and no_more(wide_mm, rules.bag_wide_mm)):
        return "hoist"
    return "hand" if piece_count == 1 and no_more(mass_kg, rules.hand_kg) else "bag"


def _named(piece: LiftPiece) -> str:
    return f"{piece.count} × {piece.name}" if piece.count > 1 else piece.name


def _lift(names: list[str], mass_kg: float, by: By) -> Lift:
    return Lift(names=names, mass_kg=mass_kg, by=by, how=BY_WORDS[by], people_count=2 if by == "two" else 1)


@register("lifts", "What goes up in one go, by how many people and how", LiftsInput, LiftsResult)
def lifts(given: LiftsInput) -> Outcome[LiftsResult]:
    """The mount first, its small pieces in one bag, then the antenna.

    That goes as its steps have it; where they do not tell, whole while one person may carry it, else the head before
    what hangs on it. Limits are house rules; nothing heavier is split than into its pieces.
    """
    own = [one for one in given.pieces if not one.of_mount]
    mount = [one for one in given.pieces if one.of_mount]
    antenna_kg = sum(one.mass_kg * one.count for one in own)
    split = not no_more(antenna_kg, given.rules.lone_lift_kg) if given.in_parts is None else given.in_parts
    small = [one for one in mount if one.mass_kg < _SMALL_KG]
    ups = [([_named(one) for one in small], sum(one.mass_kg * one.count for one in small))] if small else []
    ups += [([one.name], one.mass_kg) for one in mount if one not in small for _ in range(one.count)]
    if own and not split:
        ups.append(([_named(one) for one in own], antenna_kg))
    elif own:
        # What sits on the mast goes first, then the largest that hangs on it; the rest goes with the last.
        head = next((one for one in own if one.first_up), None)
        ups += [([one.name], one.mass_kg) for one in ([head] if head else []) for _ in range(one.count)]
        hung: list[tuple[list[str], float]] = []
        for one in sorted((one for one in own if one is not head), key=lambda one: -one.mass_kg):
            mass_kg = one.mass_kg * one.count
            if hung and no_more(hung[-1][1] + mass_kg, given.rules.lone_lift_kg):
                hung[-1] = ([*hung[-1][0], _named(one)], hung[-1][1] + mass_kg)
            else:
                hung.append(([_named(one)], mass_kg))
        ups += hung
    wide = {name: one.wide_mm for one in given.pieces for name in (one.name, _named(one))}
    high_m = given.height_m if given.antenna_m is None else given.antenna_m
    up_m = {
        name: given.height_m if one.of_mount else high_m for one in given.pieces for name in (one.name, _named(one))
    }
    told = [
        _lift(names, mass, _by(mass, given, len(names), max(wide.get(one, 0.0) for one in names), up_m.get(names[0])))
        for names, mass in ups
    ]
    result = LiftsResult(
        lifts=told,
        together_kg=sum(one.mass_kg * one.count for one in given.pieces),
        heaviest_kg=max((one.mass_kg for one in told), default=0.0),
        people_count=max((one.people_count for one in told), default=1),
        split=split,
        at_height_min=given.at_height_min,
    )
    return Outcome(result, _judge(given, result))


def _heaviest(given: LiftsInput, result: LiftsResult) -> list[Finding]:
    """No piece is called light whose mass nobody told; nothing while what goes up is not known whole."""
    light = no_more(result.heaviest_kg, given.rules.lone_lift_kg)
    untold = [one.name for one in given.pieces if one.mass_kg == 0.0]
    if light and untold:
        return [
            LIFT(
                Level.MIND,
                f"What some of the pieces weigh is not told: {', '.join(untold[:3])}",
                "A piece of unknown mass is not a light one.",
                clears_by="Weigh it, and enter its mass in Stores.",
            )
        ]
    if light and not given.all_known:
        return []
    return [
        LIFT.at_most(
            result.heaviest_kg,
            given.rules.lone_lift_kg,
            level=Level.MIND,
            clear="One person may lift each piece",
            over="Two people are needed to lift it",
            why="A heavy or awkward load at height takes people off ladders; never lift in wind, rain, ice or thunder.",
            clears_by="Two people, or a hoist; it cannot be carried in smaller parts."
            if result.split or len(given.pieces) == 1
            else "Two people, or a hoist: its steps put it together on the ground. One alone takes the head up first, "
            "what hangs on it after, and makes those joints up there.",
        )
    ]


def _judge(given: LiftsInput, result: LiftsResult) -> list[Finding]:
    found = _heaviest(given, result)
    if result.people_count > 1:
        if given.crew_count is None:
            found.append(LIFT_CREW.missing("Who comes is not said", "Name the crew at Brief: the lift takes two."))
        else:
            found.append(
                LIFT_CREW.at_least(
                    float(given.crew_count),
                    2.0,
                    clear="There are people enough for the lift",
                    under="The lift takes two, and one comes",
                    why="Nobody lifts alone what takes two.",
                    clears_by="Name a second person at Brief, or hire a lift.",
                )
            )
    if given.at_height_min > 0:
        up = AT_HEIGHT.at_most(
            given.at_height_min,
            given.rules.at_height_most_min,
            level=Level.MIND,
            clear="The work at height is short",
            over="Much of the work is at height",
            why="Standing on a ladder with both hands at work is the most dangerous part of the job.",
            clears_by="Build up more of it on the ground, or bring a lift or a scaffold.",
        )
        said = {"source": "Entered for the planned position: more than its steps take", "at": "sky.positions"}
        found.append(up.model_copy(update=said) if given.at_height_told else up)
    return found


__all__ = ["BY_WORDS", "By", "Lift", "LiftPiece", "LiftsInput", "LiftsResult", "lifts"]
