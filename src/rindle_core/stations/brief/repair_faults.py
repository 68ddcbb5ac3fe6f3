"""What may have broken at a job that was handed over: ranked by what is seen, with what tells it and what to bring."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.service_words import WantedFor
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.brief.findings import REPAIR


class RepairInput(Model):
    """What is seen, and what kind of job it is."""

    seen: list[str] = Field(default_factory=list, max_length=40, description="Codes of what is seen")
    traits: list[WantedFor] = Field(default=["all"], max_length=10)
    words: HouseWords = DEFAULT_WORDS


class RepairLikely(Model):
    """A fault with what speaks for it."""

    code: str
    name: str
    tells: str
    do: str
    bring: list[str]
    fits: list[str] = Field(description="Names of what is seen and speaks for it")
    against: list[str] = Field(description="Names of what is seen and does not come from it")


class RepairResult(Model):
    """Faults that something speaks for, the one that explains most on top; and all that they would take."""

    faults: list[RepairLikely]
    bring: list[str]


@register("repair_faults", "What may have broken, by what is seen, and what to bring", RepairInput, RepairResult)
def repair_faults(given: RepairInput) -> Outcome[RepairResult]:
    """A fault that explains more of what is seen comes first; of two that explain as much the one that is known by
    fewer signs, for it says more. An order of looking, no likelihood: only its test tells.
    """
    names = {one.code: one.name for one in given.words.repair_seen}
    rows = []
    for at, fault in enumerate(given.words.repair_faults):
        if fault.wanted_for not in given.traits:
            continue
        fits = [code for code in given.seen if code in fault.seen]
        if fits:
            against = [names.get(code, code) for code in given.seen if code not in fault.seen]
            likely = RepairLikely(
                code=fault.code,
                name=fault.name,
                tells=fault.tells,
                do=fault.do,
                bring=fault.bring,
                fits=[names.get(code, code) for code in fits],
                against=against,
            )
            rows.append(((-len(fits), len(fault.seen), at), likely))
    faults = [likely for _, likely in sorted(rows, key=lambda row: row[0])]
    bring = list(dict.fromkeys(thing for one in faults for thing in one.bring))
    return Outcome(RepairResult(faults=faults, bring=bring), [])


def judge_repair(follows: str, seen: list[str], found: RepairResult) -> list[Finding]:
    """A repair job without a word of what is seen takes the wrong parts along."""
    if not follows:
        return []
    if not seen:
        return [REPAIR.missing("What is seen of the fault is not told", "Ask on the telephone, and tick it.")]
    if not found.faults:
        return [
            REPAIR(
                Level.MIND,
                "Nothing of the house's list explains what is seen",
                "It may be new: what it was in the end belongs into the list.",
                clears_by="Add the fault to the house's words once it is found.",
            )
        ]
    first = found.faults[0]
    return [
        REPAIR(
            Level.MIND if first.against else Level.CLEAR,
            f"Look first at: {first.name[0].lower()}{first.name[1:]}",
            f"It explains {len(first.fits)} of {len(seen)} signs. An order of looking, no likelihood: {first.tells}",
            clears_by="" if not first.against else f"Not from it: {', '.join(first.against)}.",
        )
    ]


__all__ = ["RepairInput", "RepairLikely", "RepairResult", "judge_repair", "repair_faults"]
