"""The line-up with the operations desk as steps: what comes next, how long the carrier is on, what must be over."""

from __future__ import annotations

import datetime as dt

from pydantic import AwareDatetime, Field

from rindle_core.catalogue.modem import DeskContact
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.spelling import spelled
from rindle_core.stations.bringup.findings import APPROVAL, CARRIER, CARRIER_LONG, DESK_ISOLATION, LINEUP_LEFT
from rindle_core.stations.bringup.rows import DESK_STEPS, DeskStep, LineupMark

ORDER: tuple[DeskStep, ...] = tuple(step for step in DESK_STEPS if step != "not_ready")  # as the call goes
SAY: dict[DeskStep, str] = {
    "called": "Say who you are, the site and the terminal id. Ask for the name of whoever speaks, and write it down.",
    "readings": "Read your figures from the sheet, each twice. They compare them with what they expect.",
    "carrier_on": "Nobody in front. Switch the unmodulated carrier on only when they ask, and say that it is on.",
    "power": "Go up or down by what they say, in small steps, and repeat each figure back.",
    "isolation": "They read the isolation. Turn the skew by what they ask, tighten, and have it read again.",
    "approved": "Write down who approves, the number of the approval, and the time.",
    "carrier_off": "Switch the carrier off now, and wait until they say that it is gone. Do not hang up before.",
    "install_left": "Leave installation mode on the modem's page.",
    "restarted": "Start the modem again and wait: about five minutes until it comes in by itself.",
    "not_ready": "Ask when, and write it down. Do not switch the carrier on meanwhile.",
}


class SheetLine(Model):
    """A figure of the call sheet, large and spelled."""

    label: str
    value: str
    spelled: str


class LineupRunInput(Model):
    """The log of the call, and what is read out in it."""

    log: list[LineupMark] = Field(default_factory=list, max_length=200)
    sheet: list[tuple[str, str]] = Field(default_factory=list, max_length=40, description="Label and value")
    desk: DeskContact | None = None
    least_db: float | None = Field(default=None, ge=0, description="Least isolation as the desk said it; else its own")
    wanted: bool = Field(default=True, description="Whether this terminal is lined up by a desk")
    slot_at: dt.datetime | None = Field(default=None, description="By the site's clock")
    slot_min: float = Field(default=30.0, gt=0)
    ready_for_call: list[str] = Field(
        default_factory=list, description="What should be done before the call, and is not"
    )
    now: AwareDatetime | None = Field(default=None, description="For the time that the carrier has been on")


class LineupStep(Model):
    """A step of the call."""

    code: DeskStep
    name: str
    done: bool


class LineupRunResult(Model):
    """Where the call stands."""

    steps: list[LineupStep]
    next_step: DeskStep | None
    say: str = Field(description="What to say or do in it")
    sheet: list[SheetLine]
    desk: DeskContact | None
    isolation_db: float | None = Field(description="As the desk read it last")
    isolation_least_db: float | None
    carrier_on_since: AwareDatetime | None = Field(description="None: it is off")
    carrier_most_min: float
    carrier_over_at: AwareDatetime | None = Field(description="From when it is on longer than it may; None: it is off")
    slot_until: dt.datetime | None = Field(description="End of the slot, by the site's clock")
    carrier_total_min: float = Field(description="All spells together, those that are over")
    approved: bool
    closed: bool = Field(description="Approved, carrier off, mode left, started again")


_USUAL_MOST_MIN = 5.0  # where the network's own figure is not in the stores


def _said(value: str) -> str:
    """Codes and figures are spelled; a name is said as it stands."""
    return spelled(value) if value == value.upper() else ""


def _done(log: list[LineupMark]) -> set[DeskStep]:
    """Steps that stand. A carrier switched on again undoes what comes after it; isolation is read anew then."""
    done: set[DeskStep] = set()
    for mark in log:
        if mark.step == "carrier_on":
            done -= {"power", "isolation", "approved", "carrier_off", "install_left", "restarted"}
        done.add(mark.step)
    return done


def _isolation(log: list[LineupMark]) -> float | None:
    """As the desk read it last, since the carrier was last switched on."""
    found = None
    for mark in log:
        found = None if mark.step == "carrier_on" else mark.figure if mark.step == "isolation" else found
    return found


def _spells(log: list[LineupMark]) -> tuple[list[float], dt.datetime | None]:
    """Minutes of each spell of the carrier that is over, and since when it is on now."""
    spells: list[float] = []
    since: dt.datetime | None = None
    for mark in log:
        if mark.step == "carrier_on" and since is None:
            since = mark.at
        elif mark.step == "carrier_off" and since is not None:
            spells.append(max(0.0, (mark.at - since).total_seconds() / 60.0))
            since = None
    return spells, since


@register("lineup_run", "Where a line-up stands, and what is done next", LineupRunInput, LineupRunResult)
def lineup_run(given: LineupRunInput) -> Outcome[LineupRunResult]:
    """The steps in the order of the call, with the carrier's time and the desk's limits."""
    done = _done(given.log)
    isolation = _isolation(given.log)
    least = given.least_db if given.least_db is not None else given.desk.isolation_least_db if given.desk else None
    enough = isolation is None or least is None or isolation >= least
    spells, since = _spells(given.log)
    most_min = given.desk.carrier_most_min if given.desk else _USUAL_MOST_MIN
    todo = [one for one in ORDER if one not in done]
    following = "carrier_off" if since is not None and "approved" in done else (todo[0] if todo else None)
    if since is not None and not enough and "approved" not in done:
        following = "isolation"
    result = LineupRunResult(
        steps=[LineupStep(code=one, name=DESK_STEPS[one], done=one in done) for one in ORDER],
        next_step=following,
        say=SAY[following] if following else "All of it is done.",
        sheet=[SheetLine(label=label, value=value, spelled=_said(value)) for label, value in given.sheet if value],
        desk=given.desk,
        isolation_db=isolation,
        isolation_least_db=least,
        carrier_on_since=since,
        carrier_most_min=most_min,
        carrier_over_at=since and since + dt.timedelta(minutes=most_min),
        slot_until=given.slot_at and given.slot_at + dt.timedelta(minutes=given.slot_min),
        carrier_total_min=sum(spells),
        approved="approved" in done,
        closed=not todo and since is None,
    )
    return Outcome(result, _judge(given, result, done) if given.wanted or given.log else [])


def _judge(given: LineupRunInput, result: LineupRunResult, done: set[DeskStep]) -> list[Finding]:
    found = [*_judge_carrier(given, result)]
    if result.isolation_db is not None and result.isolation_least_db is not None:
        found.append(
            DESK_ISOLATION.at_least(
                result.isolation_db,
                result.isolation_least_db,
                under="The isolation is under what the desk asks",
                clear="The isolation is what the desk asks, or more",
                why="What leaks into the other polarization disturbs somebody else there.",
                clears_by="Carrier off, turn the skew as the desk says, tighten, and have it measured again.",
            )
        )
    found.append(_judge_approval(given, result))
    left = [DESK_STEPS[one].lower() for one in ("install_left", "restarted") if one not in done]
    if result.approved and result.carrier_on_since is None and left:
        found.append(
            LINEUP_LEFT(
                Level.MIND,
                "The line-up is approved, and not all of it is over",
                f"Still open: {', '.join(left)}. In installation mode it never comes in by itself.",
                clears_by="Do it and note it; then wait about five minutes.",
            )
        )
    return found


def _judge_approval(given: LineupRunInput, result: LineupRunResult) -> Finding:
    mark = next((one for one in reversed(given.log) if one.step == "approved"), None)
    if not result.approved or mark is None:
        if given.ready_for_call and not given.log:
            return APPROVAL.missing(
                "The line-up is not done, and not all is ready for the call",
                f"First: {'; '.join(given.ready_for_call)}.",
            )
        return APPROVAL.missing("The desk has not approved the transmitter", "Go through the call step by step.")
    lacking = [word for word, told in (("the name", mark.who), ("its number", mark.number)) if not told]
    isolation = result.isolation_db
    if isolation is None:
        lacking.append("the isolation that they read")
    return APPROVAL(
        Level.MIND if lacking else Level.CLEAR,
        "The desk approved the transmitter" + (f", without {' and '.join(lacking)}" if lacking else ""),
        f"{mark.who or 'Somebody'}, {mark.number or 'no number'}, {mark.at:%Y-%m-%d %H:%M %Z}.",
        clears_by="Call again and ask; take the step back and enter it whole." if lacking else "",
    )


def _judge_carrier(given: LineupRunInput, result: LineupRunResult) -> list[Finding]:
    found = []
    if result.carrier_on_since is not None:
        found.append(
            CARRIER(
                Level.HOLD,
                "The test carrier is on",
                "Left on, it disturbs others on the satellite until somebody comes and pulls the plug.",
                clears_by="Switch it off, hear the desk say that it is gone, and note it.",
            )
        )
    elif any(one.step == "carrier_on" for one in given.log):
        found.append(CARRIER(Level.CLEAR, "The test carrier is off", "Switched off, and noted in the log."))
    spells, since = _spells(given.log)
    if since is not None and given.now is not None:
        spells.append((given.now - since).total_seconds() / 60.0)
    longest = max(spells, default=None)
    running = since is not None and given.now is None  # how long it will have been is not known yet
    if longest is not None and not (running and longest <= result.carrier_most_min):
        found.append(
            CARRIER_LONG.at_most(
                longest,
                result.carrier_most_min,
                over="The test carrier was on longer than it may",
                clear="The test carrier was on no longer than it may",
                why="The desk lends the carrier for a short time.",
                clears_by="Say so to the desk; it stays in the record.",
                level=Level.MIND,
            )
        )
    return found


__all__ = ["ORDER", "SAY", "LineupRunInput", "LineupRunResult", "SheetLine", "lineup_run"]
