"""The terminal's way online: where it stands, for how long, and why it may be stuck."""

from __future__ import annotations

import itertools
import re
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import BringUpState, ModemEntry
from rindle_core.kernel.findings import Finding, Level, missing
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register


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


class _Cause(Model):
    text: str
    test: str
    weight: float


def _causes(code: str, facts: OwnFigures) -> list[_Cause]:
    """Likely causes for a terminal that stays in this state, weighed by the job's figures, likeliest first."""
    short_db = 0.0
    if facts.level_db is not None and facts.predicted_level_db is not None:
        short_db = facts.predicted_level_db - facts.level_db
    wrong_letter = bool(facts.beam_letter_entered) and facts.beam_letter_entered != facts.beam_letter_expected
    supply = _Cause(
        text="Too little voltage at the outdoor unit",
        test="Measure the voltage at the dish end under load.",
        weight=3.0 if facts.supply_on_hold else 0.6,
    )
    weak = _Cause(
        text="The level is short of what the link promises",
        test="Go back to Peak and pass the top on both axes.",
        weight=2.0 if short_db > 2 else 0.5,
    )
    blocked = _Cause(
        text="Something stands in the beam",
        test="Look along the sight-line from the dish; compare Sky.",
        weight=2.0 if facts.beam_touched else 0.4,
    )
    letter = _Cause(
        text="The beam letter entered is not this site's",
        test=f"Compare the modem's entry {facts.beam_letter_entered or '(none)'} with the letter "
        f"{facts.beam_letter_expected or '(unknown)'} at Aim.",
        weight=5.0 if wrong_letter else 0.3,
    )
    loss = _Cause(
        text="The cable loses too much",
        test="Remake the ends; compare the level at the dish and at the modem.",
        weight=2.5 if facts.cable_loss_on_hold else 0.5,
    )
    table: dict[str, list[_Cause]] = {
        "power": [supply],
        "boot": [supply],
        "search": [weak, blocked, loss, supply, letter],
        "receive_lock": [weak, loss, blocked],
        "frame_sync": [weak, letter, loss],
        "ranging": [letter, weak, loss, supply],
        "network_entry": [letter, weak],
        "address": [
            _Cause(
                text="The operator's side has not finished",
                test="Wait as long again, then restart the modem once.",
                weight=1.0,
            ),
            weak,
        ],
        "activation": [
            _Cause(
                text="The activation code is missing or not accepted",
                test="Read the code back to the operations desk.",
                weight=1.0,
            )
        ],
    }
    return sorted(table.get(code, []), key=lambda cause: -cause.weight)


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
        return [*findings, missing("bringup.power", "The terminal is not switched on", "Switch on once it may be.")]
    if result.online:
        return [
            *findings,
            Finding(
                level=Level.CLEAR,
                code="bringup.online",
                message="The terminal is online",
                figure=result.total_s,
                unit="s",
                why="Every state from power to online was passed.",
                source="The terminal's own states",
            ),
        ]
    if not result.stuck:
        return [
            *findings,
            Finding(
                level=Level.UNKNOWN,
                code="bringup.waiting",
                message=current.state.name,
                figure=current.taken_s,
                limit=current.state.usual_s,
                bound="usual",
                unit="s",
                why=current.state.said or "The terminal is on its way.",
                clears_by="Wait; nothing needs to be done yet.",
                source="The terminal's own states",
            ),
        ]
    for rank, cause in enumerate(_causes(current.state.code, given.facts)[:3]):
        findings.append(
            Finding(
                level=Level.HOLD if rank == 0 else Level.MIND,
                code=f"bringup.stuck.{rank + 1}",
                message=cause.text,
                why=f"{current.state.name} has lasted more than {given.rules.stuck_share:g} times its usual time.",
                figure=current.taken_s,
                limit=current.state.usual_s,
                bound="usual",
                unit="s",
                clears_by=cause.test,
                source="Likely causes weighed by this job's figures",
            )
        )
    return findings


def _judge_forms(given: BringUpInput) -> list[Finding]:
    """Entries that cannot be right by their form, before anyone types them into the modem."""
    return [
        Finding(
            level=Level.MIND,
            code="bringup.form",
            message=f"{entry.label} has not the usual form",
            why=f"The modem will refuse “{given.told[entry.code]}”; a digit or a letter may be missing or swapped.",
            clears_by=f"Read it again from the order; it looks like {entry.example}.",
            source="Terminal's entries",
        )
        for entry in given.entries
        if given.told.get(entry.code) and re.fullmatch(entry.pattern, given.told[entry.code]) is None
    ]


def _judge_before_power(facts: OwnFigures, powered: bool) -> list[Finding]:
    """What has to be done before power, such as the earth: a hold once the power is on without it."""
    if not facts.before_power_open:
        return []
    return [
        Finding(
            level=Level.HOLD if powered else Level.UNKNOWN,
            code="bringup.before_power",
            message="Powered before it may be" if powered else "It may not be switched on yet",
            why=f"Not marked done: {'; '.join(facts.before_power_open)}. Without its earth a fault, or lightning, "
            f"finds "
            "its way through people and the indoor unit.",
            clears_by="Switch off, do it, and mark it at Build."
            if powered
            else "Do it and mark it at Build, then switch on.",
            source="Terminal's build steps; the local electrical code prevails",
        )
    ]


def _judge_letter(facts: OwnFigures) -> list[Finding]:
    if not facts.beam_letter_entered or not facts.beam_letter_expected:
        return []
    if facts.beam_letter_entered == facts.beam_letter_expected:
        return [
            Finding(
                level=Level.CLEAR,
                code="bringup.beam_letter",
                message="The beam letter is this site's",
                why="The modem listens and answers with the right hand on the right carrier.",
                source="Beam at Aim",
            ),
        ]
    return [
        Finding(
            level=Level.HOLD,
            code="bringup.beam_letter",
            message=f"Beam letter {facts.beam_letter_entered} is not this site's",
            why="With a wrong letter the terminal may still lock to the carrier, but it transmits with the wrong "
            "hand: it stays at ranging and never enters the network.",
            clears_by=f"Enter beam letter {facts.beam_letter_expected} and let the modem start again.",
            source="Beam at Aim",
        )
    ]


__all__ = ["BringUpInput", "BringUpResult", "LadderRung", "OwnFigures", "StateEntered", "bringup"]
