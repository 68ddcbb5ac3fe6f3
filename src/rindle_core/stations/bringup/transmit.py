"""Whether the outdoor unit sends: what the banner says everywhere, and the work that may not be done meanwhile."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.findings import INTERLOCK
from rindle_core.stations.bringup.ladder import transmits_from
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mounting import build_steps
from rindle_core.stations.power_signs import sign_of_power

TransmitState = Literal["off", "unknown", "install", "may", "on"]
TRANSMIT_WORDS: dict[TransmitState, str] = {
    "off": "Not switched on",
    "unknown": "Not known whether it has power",
    "install": "Powered, installation mode",
    "may": "Powered: it may start to transmit by itself",
    "on": "Transmitting",
}


class Transmit(Model):
    """What is known of it. It rests on what was entered or told: who goes in front looks at the plug first."""

    state: TransmitState
    words: str
    why: str
    powered: bool
    carrier_on_since: str = Field(default="", description="Moment of the test carrier that nobody said off; else empty")


def transmit_of(job: JobInput) -> Transmit:
    """From the state that it is in, the line-up's log, and whether somebody said that it is in installation mode."""
    told, terminal = job.bringup, job.picks.terminal
    states = terminal.bringup_states if terminal else []
    code = told.states_entered[-1].code if told.states_entered else ""
    name = next((one.name for one in states if one.code == code), "")
    since = carrier_on_since(job)
    if since:
        state: TransmitState = "on"
        why = "The test carrier is on, and nobody said that it is off."
    elif not code and (sign := sign_of_power(job)):
        state = "unknown"
        why = f"{sign}, and no state is entered at Bring-up: take it as switched on until its plug is pulled."
    elif not code:
        state, why = "off", "As far as is entered here, it has no power. Pull its plug before you go in front."
    else:
        sends = transmits_from(states, code)
        if sends == "on":
            state, why = "on", f"It sends in this state: {name}."
        elif installing(job):
            state, why = "install", f"It is in installation mode, at {name}; it does not send by itself."
        else:
            state = "may"
            why = f"At {name}; " + ("sending comes next, by itself." if sends == "may" else "it has power.")
    return Transmit(
        state=state, words=TRANSMIT_WORDS[state], why=why, powered=bool(code or since), carrier_on_since=since
    )


def cover_waits_for(job: JobInput) -> str:
    """What stands against a hand before the feed, in a sentence; empty where nothing that is entered does."""
    terminal, told = job.picks.terminal, job.bringup
    states = terminal.bringup_states if terminal else []
    if carrier_on_since(job):
        return "The test carrier is on."
    if not told.states_entered or not states:
        return ""
    code = told.states_entered[-1].code
    name = next((one.name for one in states if one.code == code), code)
    sends = transmits_from(states, code)
    if sends == "on":
        return f"It sends at {name}."
    if sends == "may" and not installing(job):
        return f"It may start to send by itself from {name}: set it into installation mode, and say so at Bring-up."
    return ""


def installing(job: JobInput) -> bool:
    """Whether somebody said that it is in installation mode, and nobody left it on the call."""
    told = job.bringup
    return told.install_mode == "yes" and all(one.step != "install_left" for one in told.lineup_log)


def carrier_on_since(job: JobInput) -> str:
    """When the test carrier went on, where nobody said that it is off again; empty where it is off."""
    since = ""
    for one in job.bringup.lineup_log:
        if one.step == "carrier_on":
            since = since or one.at.isoformat()
        elif one.step == "carrier_off":
            since = ""
    return since


def not_while_powered(job: JobInput) -> list[str]:
    """Titles of the steps still open that may not be done while it has power."""
    done = {mark.code for mark in job.build.step_marks}
    return [step.title for step in build_steps(job) if step.power_off and step.code not in done]


def judge_interlock(job: JobInput, transmit: Transmit) -> list[Finding]:
    """Power while plugs are still to be mated, or people are not said to be out of the way."""
    if transmit.state == "unknown":
        return _judge_unknown(job, transmit)
    if not transmit.powered:
        return []
    found = []
    still = [] if job.bringup.powered_where == "bench" else not_while_powered(job)  # there it has a short cable
    if still:
        found.append(
            INTERLOCK.of("coax")(
                Level.HOLD,
                "It has power while work is open that wants it off",
                f"Still open: {'; '.join(still)}. A plug that is mated under power can ruin the outdoor unit; whoever "
                "is at the feed is in front of a transmitter.",
                clears_by="Switch off and pull its plug; do it, mark it at Build, then switch on again.",
            )
        )
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if panel is None and not job.bringup.in_front_clear:
        found.append(
            INTERLOCK.of("front")(
                Level.HOLD if transmit.state == "on" else Level.MIND,
                "Nobody said that the room in front of the dish is clear",
                f"{transmit.why} What is sent leaves by the front, and over the rim near the dish.",
                clears_by="See that nobody is in front or at the feed, and nobody goes there; then say so.",
            )
        )
    return found


def _judge_unknown(job: JobInput, transmit: Transmit) -> list[Finding]:
    still = not_while_powered(job)
    open_ones = f" Still open, and not done while it has power: {'; '.join(still)}." if still else ""
    return [
        INTERLOCK.of("unknown")(
            Level.MIND,
            "Whether it has power is not known",
            transmit.why + open_ones,
            clears_by="Enter its state, or pull its plug and say so.",
        )
    ]


__all__ = [
    "TRANSMIT_WORDS",
    "Transmit",
    "TransmitState",
    "carrier_on_since",
    "cover_waits_for",
    "installing",
    "judge_interlock",
    "not_while_powered",
    "transmit_of",
]
