"""How one gets up and down again: the ladder's length, what is worn and brought, and who fetches somebody hurt."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.house_words import Gear, UpBy
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.ladders import OUT_SHARE, OVER_EDGE_M, rail_m, support_for_work_m
from rindle_core.stations.mount.findings import ALONE, RESCUE

UP_WORDS: dict[UpBy, str] = {
    "ground": "All is done from the ground",
    "ladder": "Worked on from a ladder",
    "roof": "By ladder on to the roof",
    "lift": "From a lift or a scaffold",
}


class GettingUpInput(Model):
    """How high it is, by what one gets there, and who comes."""

    by: UpBy
    work_m: float | None = Field(default=None, ge=0, le=300, description="Height of the work over the ground")
    edge_m: float | None = Field(default=None, gt=0, le=300, description="Of the edge at which one steps on to a roof")
    drawn_m: float | None = Field(default=None, gt=0, le=300, description="Longest ladder that is drawn on the plan")
    crew_count: int | None = Field(default=None, ge=0, le=50, description="None: nobody said who comes")
    ladder_there: str = Field(
        default="", max_length=200, description="How one that is there is climbed; empty: none is"
    )
    gear: list[Gear] = Field(default_factory=list, max_length=40)
    rescue: str = Field(default="", max_length=300, description="How somebody hurt is brought down; empty: not said")
    lone_agreed: bool = Field(default=False, description="Whether working alone is among the hazards, with its caution")


class GearRow(Model):
    """What is worn or brought."""

    code: str
    name: str
    text: str
    count: int


class GettingUpResult(Model):
    """The way up."""

    by: UpBy
    how: str
    ladder_m: float | None = Field(description="Length at the least; None: none is needed, or its height is not known")
    foot_out_m: float | None = Field(default=None, description="From under its support")
    support_m: float | None = Field(default=None, description="Height at which it leans")
    top_m: float | None = Field(default=None, description="Height of its top")
    ladder_there: bool = Field(default=False, description="One that is there is climbed: none is brought")
    gear: list[GearRow]


def _ladder(given: GettingUpInput) -> tuple[float, float] | None:
    """Height of its support and how far it goes on above it; None: no ladder, or its height is not known."""
    if given.by == "roof":
        return None if given.edge_m is None else (given.edge_m, OVER_EDGE_M)
    if given.by == "ladder" and given.work_m is not None:
        return support_for_work_m(given.work_m), 0.0
    return None


@register("getting_up", "Ladder, gear and rescue for work at height", GettingUpInput, GettingUpResult)
def getting_up(given: GettingUpInput) -> Outcome[GettingUpResult]:
    """The shortest ladder by the usual lean, or the one that is drawn where that is longer; what is worn and brought.

    Sources: 29 CFR 1926.1053(b)(1) and (b)(5)(i) for lean and overlap; nobody stands on the top three rungs, hands
    at the height of the chest. A planning aid: local codes and trained people decide.
    """
    there = given.by == "ladder" and bool(given.ladder_there)
    stands = None if there else _ladder(given)
    found_m = None if stands is None else rail_m(stands[0], OUT_SHARE * stands[0], stands[1])
    drawn_m = given.drawn_m if given.by in ("ladder", "roof") and not there else None
    lengths = [one for one in (found_m, drawn_m) if one is not None]
    people = max(1, given.crew_count or 1)
    each = "" if given.crew_count else "One for each who comes. "
    result = GettingUpResult(
        by=given.by,
        how=given.ladder_there if there else UP_WORDS[given.by],
        ladder_m=max(lengths, default=None),
        foot_out_m=None if stands is None else OUT_SHARE * stands[0],
        support_m=None if stands is None else stands[0],
        top_m=None if stands is None else sum(stands),
        ladder_there=there,
        gear=[
            GearRow(
                code=one.code,
                name=one.name,
                text=f"{each}{one.text}" if one.each else one.text,
                count=people if one.each else 1,
            )
            for one in given.gear
            if given.by in one.wanted_by and not (there and one.of_ladder)
        ],
    )
    return Outcome(result, [] if given.by == "ground" else _judge(given))


def _judge(given: GettingUpInput) -> list[Finding]:
    if given.rescue.strip():
        found = [RESCUE(Level.CLEAR, "It is said how somebody is brought down", given.rescue)]
    else:
        found = [
            RESCUE.missing(
                "How somebody is brought down from there is not said",
                "Say who does it, with what, and whom they call, before anybody climbs.",
            )
        ]
    if given.crew_count == 1 and not given.lone_agreed:
        found.append(
            ALONE(
                Level.MIND,
                "One person goes up, and nobody else is named",
                "Somebody who hangs or lies there cannot call.",
                clears_by="Name a second person, or tick Working alone, with who comes (Brief, Crew and risks).",
            )
        )
    return found


__all__ = ["UP_WORDS", "GearRow", "GettingUpInput", "GettingUpResult", "getting_up"]
