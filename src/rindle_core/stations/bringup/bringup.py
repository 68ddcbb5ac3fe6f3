"""The terminal's way online: where it stands, for how long, and why it may be stuck."""

from __future__ import annotations

import itertools
import re
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Cause, HouseWords, Sign
from rindle_core.catalogue.models import BringUpState, ModemEntry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.bringup.findings import BEAM_LETTER, BEFORE_POWER, FORM, ONLINE, POWER, STUCK, WAITING


class StateEntered(Row):
    """When the terminal entered a state, in seconds since power was switched on."""

    code: str
    at_s: float = Field(ge=0)


class OwnFigures(Model):
    """This job's own figures, which decide what cause is likely."""

    beam_letter_entered: str = ""
    beam_letter_expected: str = ""
    level_db: float | None = None
    predicted_level_db: float | None = None
    supply_on_hold: bool = False
    cable_loss_on_hold: bool = False
    beam_touched: bool = False
    before_power_open: list[str] = Field(
        default_factory=list, description="Steps that come before power and are not marked done"
    )


class BringUpInput(Model):
    """States of this terminal and what has happened so far."""

    states: list[BringUpState]
    entries: list[ModemEntry] = Field(
        default_factory=list, description="What this modem is told, with the form of each"
    )
    told: dict[str, str] = Field(
        default_factory=dict, description="Entry code -> what a person entered; empty is not yet"
    )
    entered: list[StateEntered] = Field(default_factory=list)
    now_s: float = Field(default=0.0, ge=0, description="Seconds since power was switched on")
    facts: OwnFigures = OwnFigures()
    words: HouseWords = DEFAULT_WORDS
    rules: HouseRules = DEFAULT_RULES


class LadderRung(Model):
    """A state with its standing. `taken_s` is the time spent in it, still running where it is current."""

    state: BringUpState
    standing: Literal["passed", "current", "ahead"]
    taken_s: float | None


class BringUpResult(Model):
    """The ladder from power to online."""

    rungs: list[LadderRung]
    current_code: str | None
    online: bool
    stuck: bool
    total_s: float | None = Field(description="Power to online")


def _signs(facts: OwnFigures, rules: HouseRules) -> dict[Sign, bool]:
    """What of this job's figures speaks for a cause."""
    known = facts.level_db is not None and facts.predicted_level_db is not None
    return {
        "supply_on_hold": facts.supply_on_hold,
        "cable_loss_on_hold": facts.cable_loss_on_hold,
        "beam_touched": facts.beam_touched,
        "level_short": known and facts.predicted_level_db - facts.level_db > rules.level_shortfall_db,  # type: ignore[operator]  # known
        "letter_wrong": bool(facts.beam_letter_entered) and facts.beam_letter_entered != facts.beam_letter_expected,
    }


def _causes(code: str, given: BringUpInput) -> list[tuple[str, str]]:
    """Name and test of what may hold this state up, weighed by the job's figures, likeliest first."""
    signs = _signs(given.facts, given.rules)

    def weight(cause: Cause) -> float:
        return cause.weight_with_sign_number if any(signs[sign] for sign in cause.signs) else cause.weight_number

    def test(cause: Cause) -> str:
        said = cause.text.replace("{entered}", given.facts.beam_letter_entered or "(none)")
        return said.replace("{expected}", given.facts.beam_letter_expected or "(unknown)")

    likely = sorted((one for one in given.words.causes if code in one.states), key=weight, reverse=True)
    return [(cause.name, test(cause)) for cause in likely] or [
        ("It is stuck, and no cause is known for this state", "Read what the modem says, and call the operations desk.")
    ]


def _rungs(given: BringUpInput) -> list[LadderRung]:
    """The last entry into each state counts; states after the current one lie ahead."""
    order = [state.code for state in given.states]
    reached: list[StateEntered] = []
    for event in given.entered:
        if event.code not in order:
            continue
        position = order.index(event.code)
        reached = [earlier for earlier in reached if order.index(earlier.code) < position] + [event]
    times = {event.code: event.at_s for event in reached}
    ends = {a.code: b.at_s for a, b in itertools.pairwise(reached)}
    rungs = []
    for state in given.states:
        standing: Literal["passed", "current", "ahead"] = "ahead"
        taken: float | None = None
        if state.code in times:
            standing = "passed" if state.code in ends else "current"
            taken = max(0.0, ends.get(state.code, given.now_s) - times[state.code])
        rungs.append(LadderRung(state=state, standing=standing, taken_s=taken))
    return rungs


@register(
    "bringup", "Where the terminal stands on its way online, and why it may be stuck", BringUpInput, BringUpResult
)
def bringup(given: BringUpInput) -> Outcome[BringUpResult]:
    """Times in each state against the usual ones; causes in order of likelihood from the job's own figures."""
    rungs = _rungs(given)
    current = next((rung for rung in rungs if rung.standing == "current"), None)
    online = current is not None and given.states[-1].code == current.state.code
    stuck = bool(
        current
        and not online
        and current.taken_s is not None
        and current.taken_s > given.rules.stuck_share * max(current.state.usual_s, 1.0)
    )
    online_at = (
        next((event.at_s for event in reversed(given.entered) if event.code == given.states[-1].code), None)
        if given.states
        else None
    )
    result = BringUpResult(
        rungs=rungs,
        current_code=current.state.code if current else None,
        online=online,
        stuck=stuck,
        total_s=online_at if online else None,
    )
    return Outcome(result, _judge(given, current, result))


def _judge(given: BringUpInput, current: LadderRung | None, result: BringUpResult) -> list[Finding]:
    findings = [
        *_judge_letter(given.facts),
        *_judge_forms(given),
        *_judge_before_power(given.facts, current is not None),
    ]
    if current is None:
        return [*findings, POWER.missing("The terminal is not switched on", "Switch on once it may be.")]
    if result.online:
        return [
            *findings,
            ONLINE(
                Level.CLEAR,
                "The terminal is online",
                "Every state from power to online was passed.",
                figure=result.total_s,
            ),
        ]
    if not result.stuck:
        return [
            *findings,
            WAITING(
                Level.UNKNOWN,
                current.state.name,
                current.state.said or "The terminal is on its way.",
                figure=current.taken_s,
                limit=current.state.usual_s,
                bound="usual",
                clears_by="Wait; nothing needs to be done yet.",
            ),
        ]
    for rank, (cause, test) in enumerate(_causes(current.state.code, given)[:3]):
        findings.append(
            STUCK.of(str(rank + 1))(
                Level.HOLD if rank == 0 else Level.MIND,
                cause,
                f"{current.state.name} has lasted more than {given.rules.stuck_share:g} times its usual time.",
                figure=current.taken_s,
                limit=current.state.usual_s,
                bound="usual",
                clears_by=test,
            )
        )
    return findings


def _judge_forms(given: BringUpInput) -> list[Finding]:
    """Entries that cannot be right by their form, before anyone types them into the modem."""
    return [
        FORM(
            Level.MIND,
            f"{entry.label} has not the usual form",
            f"The modem will refuse “{given.told[entry.code]}”; a digit or a letter may be missing or swapped.",
            clears_by=f"Read it again from the order; it looks like {entry.example}.",
        )
        for entry in given.entries
        if given.told.get(entry.code) and re.fullmatch(entry.pattern, given.told[entry.code]) is None
    ]


def _judge_before_power(facts: OwnFigures, powered: bool) -> list[Finding]:
    """What has to be done before power, such as the earth: a hold once the power is on without it."""
    if not facts.before_power_open:
        return []
    return [
        BEFORE_POWER(
            Level.HOLD if powered else Level.UNKNOWN,
            "Powered before it may be" if powered else "It may not be switched on yet",
            f"Not marked done: {'; '.join(facts.before_power_open)}. Without its earth a fault, or lightning, "
            f"finds "
            "its way through people and the indoor unit.",
            clears_by="Switch off, do it, and mark it at Build."
            if powered
            else "Do it and mark it at Build, then switch on.",
        )
    ]


def _judge_letter(facts: OwnFigures) -> list[Finding]:
    if not facts.beam_letter_entered or not facts.beam_letter_expected:
        return []
    if facts.beam_letter_entered == facts.beam_letter_expected:
        return [
            BEAM_LETTER(
                Level.CLEAR,
                "The beam letter is this site's",
                "The modem listens and answers with the right hand on the right carrier.",
            ),
        ]
    return [
        BEAM_LETTER(
            Level.HOLD,
            f"Beam letter {facts.beam_letter_entered} is not this site's",
            "With a wrong letter the terminal may still lock to the carrier, but it transmits with the wrong "
            "hand: it stays at ranging and never enters the network.",
            clears_by=f"Enter beam letter {facts.beam_letter_expected} and let the modem start again.",
        )
    ]


__all__ = ["BringUpInput", "BringUpResult", "LadderRung", "OwnFigures", "StateEntered", "bringup"]
