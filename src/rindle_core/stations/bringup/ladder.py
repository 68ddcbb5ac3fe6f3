"""The terminal's way online as a ladder: which state it is in, for how long, how often it fell back."""

from __future__ import annotations

import itertools
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.modem import BringUpState, Transmits
from rindle_core.kernel.model import Model, Row


class StateEntered(Row):
    """When the terminal entered a state, in seconds since power was switched on."""

    code: str
    at_s: float = Field(ge=0)


class LadderRung(Model):
    """A state with its standing. `taken_s` is the time of the last stay in it, still running where it is current."""

    state: BringUpState
    standing: Literal["passed", "current", "ahead"]
    taken_s: float | None
    stay_count: int = Field(default=0, description="How often it was entered")
    lights_text: str = ""


class Ladder(Model):
    """Every state in its order."""

    rungs: list[LadderRung]
    current: LadderRung | None
    restart_count: int = Field(description="How often it began again from its first state, or from its start-up")
    fallback_count: int = Field(description="How often it fell back to an earlier state")


_STARTS = 2  # power and start-up: to enter either of them again is a restart


def ladder(states: list[BringUpState], entered: list[StateEntered], now_s: float) -> Ladder:
    """Each stay ends when the next state is entered, whichever that is: a fall back leaves the earlier times true."""
    order = {state.code: place for place, state in enumerate(states)}
    told = [one for one in entered if one.code in order]
    ends = [*(one.at_s for one in told[1:]), max(now_s, told[-1].at_s)] if told else []
    last: dict[str, float] = {}
    counts: dict[str, int] = {}
    for one, end in zip(told, ends, strict=True):
        last[one.code] = max(0.0, end - one.at_s)
        counts[one.code] = counts.get(one.code, 0) + 1
    here = order[told[-1].code] if told else -1
    falls = [(order[a.code], order[b.code]) for a, b in itertools.pairwise(told) if order[b.code] <= order[a.code]]
    rungs = [
        LadderRung(
            state=state,
            standing="ahead" if place > here else "current" if place == here else "passed",
            taken_s=last.get(state.code) if place <= here else None,
            stay_count=counts.get(state.code, 0),
            lights_text=state.lights_text,
        )
        for place, state in enumerate(states)
    ]
    restarts = sum(to < _STARTS for _, to in falls)
    return Ladder(
        rungs=rungs,
        current=rungs[here] if told else None,
        restart_count=restarts,
        fallback_count=len(falls) - restarts,
    )


def transmits_from(states: list[BringUpState], code: str) -> Transmits:
    """Whether it sends in this state, or may start from it without anybody's doing."""
    here = next((place for place, state in enumerate(states) if state.code == code), None)
    if here is None:
        return "off"
    if states[here].transmits != "off":
        return states[here].transmits
    for state, following in itertools.pairwise(states[here:]):
        if "person" in state.needs or "desk" in state.needs:
            return "off"  # somebody has to do something first
        if following.transmits != "off":
            return "may"
    return "off"


__all__ = ["Ladder", "LadderRung", "StateEntered", "ladder", "transmits_from"]
