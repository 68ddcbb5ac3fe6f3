"""The terminal's way online: where it stands, for how long, and why it may be stuck."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords
from rindle_core.catalogue.modem import BringUpState
from rindle_core.catalogue.stuck_words import Sign
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.bringup.findings import (
    BEAM_LETTER,
    BEFORE_POWER,
    ONLINE,
    POWER,
    RESTARTS,
    STUCK,
    WAITING,
)
from rindle_core.stations.bringup.ladder import Ladder, LadderRung, StateEntered, ladder
from rindle_core.stations.bringup.stuck import StuckCause, StuckInput, stuck

_RESTARTS = 2  # started again so often without getting through, it is stuck, however short each try is


StaysFor = Literal["", "bench", "aiming", "install"]


class BringUpInput(Model):
    """States of this terminal, what has happened so far, and the signs of which it is known whether they are there."""

    states: list[BringUpState]
    entered: list[StateEntered] = Field(default_factory=list)
    now_s: float = Field(default=0.0, ge=0, description="Seconds since power was switched on")
    signs: dict[Sign, bool] = Field(default_factory=dict)
    beam_letter_entered: str = ""
    beam_letter_expected: str = ""
    before_power_open: list[str] = Field(
        default_factory=list, description="Steps that come before power and are not marked done"
    )
    self_restart_count: int = Field(default=0, ge=0, description="Started again by itself, as somebody counted")
    stays_for: StaysFor = Field(default="", description="Why it may stay where it is for as long as it takes")
    words: HouseWords = DEFAULT_WORDS
    rules: HouseRules = DEFAULT_RULES


class BringUpResult(Model):
    """The ladder from power to online."""

    rungs: list[LadderRung]
    current_code: str | None
    online: bool
    stuck: bool
    total_s: float | None = Field(description="Power to online")
    restart_count: int = 0
    fallback_count: int = 0
    causes: list[StuckCause] = Field(
        default_factory=list,
        description="Why it does not leave its state, likeliest first; empty: not stuck",
    )
    needs_text: str = Field(default="", description="What it takes to leave the state, in words")
    meanwhile: str = Field(default="", description="What can be done while the state lasts; empty: nothing, or stuck")
    if_late: str = Field(default="", description="What the house does first where it is stuck in it")
    stays_for: StaysFor = ""


@register(
    "bringup", "Where the terminal stands on its way online, and why it may be stuck", BringUpInput, BringUpResult
)
def bringup(given: BringUpInput) -> Outcome[BringUpResult]:
    """Times in each state against the usual ones; causes by Bayes' rule from the job's own signs."""
    found = ladder(given.states, given.entered, given.now_s)
    current = found.current
    online = current is not None and given.states[-1].code == current.state.code
    restarts = max(found.restart_count, given.self_restart_count)
    late = (restarts >= _RESTARTS and not online) or bool(
        current
        and not online
        and not given.stays_for
        and current.taken_s is not None
        and current.taken_s > given.rules.stuck_share * max(current.state.usual_s, 1.0)
    )
    why = (
        stuck(
            StuckInput(
                state=current.state.code,
                needs=current.state.needs,
                signs=given.signs,
                entered=given.beam_letter_entered,
                expected=given.beam_letter_expected,
                words=given.words,
            )
        ).result
        if late and current
        else None
    )
    waited = current.state.wait if current and not online else ""
    wait = next((one for one in given.words.waits if one.code == waited), None)
    arrived = [one.at_s for one in given.entered if given.states and one.code == given.states[-1].code]
    result = BringUpResult(
        rungs=found.rungs,
        current_code=current.state.code if current else None,
        online=online,
        stuck=late,
        total_s=arrived[-1] if online and arrived else None,
        restart_count=restarts,
        fallback_count=found.fallback_count,
        causes=why.causes if why else [],
        needs_text=why.needs_text if why else "",
        meanwhile=wait.meanwhile if wait and not late else "",
        if_late=wait.if_late if wait and late else "",
        stays_for="" if online or late else given.stays_for,
    )
    return Outcome(result, _judge(given, found, result))


def _judge(given: BringUpInput, found: Ladder, result: BringUpResult) -> list[Finding]:
    current = found.current
    findings = [
        *_judge_letter(given),
        *_judge_before_power(given, current is not None),
        *_judge_restarts(result),
    ]
    if current is None:
        return [
            *findings,
            POWER.missing(
                "No state of the terminal is entered", "Switch it on once it may be, or enter what it shows."
            ),
        ]
    if result.online:
        return [
            *findings,
            ONLINE(
                Level.CLEAR,
                "The terminal is online",
                _passed(result),
                figure=result.total_s,
            ),
        ]
    if result.stays_for:
        return [*findings, _judge_stay(current, result.stays_for)]
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
                clears_by=f"Wait. Meanwhile: {result.meanwhile}"
                if result.meanwhile
                else "Wait; nothing needs to be done yet.",
            ),
        ]
    return [*findings, *_judge_stuck(given, current, result)]


_STAYS: dict[StaysFor, tuple[str, str, str]] = {
    "": ("", "", ""),
    "bench": (
        "on the bench",
        "Without the antenna on the satellite it finds no carrier: entries, plugs and cable are what is tried here.",
        "Switch it off, mount it, and switch it on in its place.",
    ),
    "aiming": (
        "until the antenna points",
        "The receiver finds no carrier before that: how long it takes is no sign of a fault.",
        "The work is at the antenna: find the satellite (Peak, Find it); where nothing is found, say so there.",
    ),
    "install": (
        "in installation mode",
        "It stays here, and does not send by itself, while somebody works at the antenna.",
        "Once it is locked down, end installation mode on its page, and say so.",
    ),
}


def _judge_stay(current: LadderRung, stays_for: StaysFor) -> Finding:
    until, why, clears_by = _STAYS[stays_for]
    return WAITING(Level.UNKNOWN, f"{current.state.name}, {until}", why, figure=current.taken_s, clears_by=clears_by)


def stay_words(stays_for: StaysFor) -> str:
    """Why it stays where it is, in a few words."""
    return _STAYS[stays_for][0]


def _passed(result: BringUpResult) -> str:
    unseen = [one.state.name for one in result.rungs if one.stay_count == 0]
    return f"Not seen on the way: {', '.join(unseen)}." if unseen else "Every state from power to online was seen."


def _judge_stuck(given: BringUpInput, current: LadderRung, result: BringUpResult) -> list[Finding]:
    """That it is stuck is certain; why is likely at best, and each cause comes with the test that tells."""
    lasted = f"{current.state.name} has lasted more than {given.rules.stuck_share:g} times its usual time."
    if not result.causes:
        return [
            STUCK.of("1")(
                Level.HOLD,
                "It is stuck, and no cause is known for this state",
                lasted,
                figure=current.taken_s,
                limit=current.state.usual_s,
                bound="usual",
                clears_by="Read what the modem says, and call the operations desk.",
            )
        ]
    return [
        STUCK.of(str(rank + 1))(
            Level.HOLD if rank == 0 else Level.MIND,
            f"{f'Stuck in {current.state.name}. Look first' if rank == 0 else 'Then look'}: {cause.name}",
            _because(cause, lasted),
            figure=current.taken_s,
            limit=current.state.usual_s,
            bound="usual",
            clears_by=cause.test,
        )
        for rank, cause in enumerate(result.causes[:3])
    ]


def _because(cause: StuckCause, lasted: str) -> str:
    told = [one.text for one in cause.evidence if one.speaks == "for"]
    against = [one.text for one in cause.evidence if one.speaks == "against"]
    said = f" For it: {'; '.join(told)}." if told else " Nothing of this job speaks for it more than for others."
    return lasted + said + (f" Against it: {'; '.join(against[:2])}." if against else "")


def _judge_restarts(result: BringUpResult) -> list[Finding]:
    if result.restart_count == 0:
        return []
    return [
        RESTARTS(
            Level.MIND,
            "It started again by itself, or was started again",
            "More than one start is a fact for the record: supply and plugs are the usual reasons.",
            figure=float(result.restart_count),
            limit=0.0,
            bound="at_most",
            clears_by="Find out why; it stays in the record.",
        )
    ]


def _judge_before_power(given: BringUpInput, powered: bool) -> list[Finding]:
    """What has to be done before power, such as the earth: a hold once the power is on without it."""
    if not given.before_power_open:
        return []
    return [
        BEFORE_POWER(
            Level.HOLD if powered else Level.UNKNOWN,
            "Powered before it may be" if powered else "It may not be switched on yet",
            f"Not marked done: {'; '.join(given.before_power_open)}. Without its earth a fault, or lightning, finds "
            "its way through people and the indoor unit.",
            clears_by="Switch off, do it, and mark it at Build."
            if powered
            else "Do it and mark it at Build, then switch on.",
        )
    ]


def _judge_letter(given: BringUpInput) -> list[Finding]:
    if not given.beam_letter_entered or not given.beam_letter_expected:
        return []
    if given.beam_letter_entered == given.beam_letter_expected:
        return [
            BEAM_LETTER(
                Level.CLEAR,
                "The beam letter entered is this site's",
                "What the modem itself has is told by reading it back.",
            ),
        ]
    return [
        BEAM_LETTER(
            Level.HOLD,
            f"Beam letter {given.beam_letter_entered} is not this site's",
            "With a wrong letter the terminal may still lock to the carrier, but it transmits with the wrong "
            "hand: it stays at ranging and never enters the network.",
            clears_by=f"Enter beam letter {given.beam_letter_expected} and let the modem start again.",
        )
    ]


__all__ = ["BringUpInput", "BringUpResult", "LadderRung", "StateEntered", "StaysFor", "bringup", "stay_words"]
