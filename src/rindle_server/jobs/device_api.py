"""The job's terminal over the API: turn, read, lock, push, switch on, tell."""

from __future__ import annotations

import secrets

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from rindle_bench.config import Axis, DeskReply, DeskSaid, ModemEntries, ScrewTurn, Side, Telemetry
from rindle_bench.made_faults import faults_of
from rindle_bench.pages import PageAddress
from rindle_core.job import JobAssessment, JobInput
from rindle_core.stations.aim.dial_figures import skew_to_set_deg
from rindle_core.stations.bringup.known import skew_error_deg
from rindle_core.stations.bringup.rows import DeskStep
from rindle_core.stations.bringup.transmit import cover_waits_for
from rindle_server.errors import Conflict
from rindle_server.jobs import edit
from rindle_server.jobs.api_models import JobOut, job_out
from rindle_server.jobs.devices import TerminalLink, entries_of, link_for, no_level, settled
from rindle_server.jobs.facts import assessed, facts_of
from rindle_server.jobs.models import Job

router = Router(tags=["device"])


class DeviceOut(Schema):
    """What the terminal tells, with the job as it then stands."""

    telemetry: Telemetry
    job: JobOut
    note: str = Field(default="", description="What did not go as asked: an end stop, a hand that was not before it")


class ReadOrder(Schema):
    """Turn a screw by so much (0: stay), wait for the level to settle, and keep the reading."""

    axis: Axis
    turns: float = Field(default=0.0, ge=-20, le=20)
    pass_number: int = Field(default=1, ge=1, le=20)


class SwingOrder(Schema):
    """Degrees of the head: clockwise seen from above, and up."""

    azimuth_deg: float = Field(default=0.0, ge=-180, le=180)
    elevation_deg: float = Field(default=0.0, ge=-45, le=45)


class CoverOrder(Schema):
    """Before which axis, and for how many pulses."""

    axis: Axis
    pulse_count: int = Field(ge=0, le=100)


class NutsOrder(Schema):
    """Tighten or loosen."""

    tight: bool


class PushOrder(Schema):
    """Where the rim is pushed."""

    side: Side


class PowerOrder(Schema):
    """On or off."""

    on: bool


def _reach(number: str) -> tuple[Job, TerminalLink]:
    job = edit.editable(number)
    found = assessed(job)
    return job, link_for(number, found.facts, found.result)


def _refuse_tight(link: TerminalLink) -> None:
    """Raises Conflict while the nuts are tight: turning would move nothing."""
    if link.telemetry().nuts_tight:
        raise Conflict.one("nuts", "The nuts are tight: loosen them first. That takes the proof of the lock away.")


def _answer(job: Job, told: Telemetry, note: str = "", *, switched: bool = False) -> DeviceOut:
    """Keeps the states and the level that were told. An answer that was under way while somebody else switched it is
    old; who `switched` it knows.
    """
    states = [event.model_dump() for event in told.states_entered]
    edit.note_device(job, states, told, None if switched else job.head)
    return DeviceOut(telemetry=told, job=job_out(job), note=note)


@router.post("/{number}/device/poll", response=DeviceOut)
def poll(request: HttpRequest, number: str) -> DeviceOut:
    """What the terminal tells now. It is in installation mode where somebody said so."""
    job, link = _reach(number)
    told, said = link.telemetry(), entries_of(facts_of(job).bringup).install
    if told.powered and said is not None and said != told.install:
        told = link.tell(ModemEntries(install=said))
    return _answer(job, told)


@router.post("/{number}/device/live", response=Telemetry)
def live(request: HttpRequest, number: str) -> Telemetry:
    """The level as it is at this moment; nothing is kept. Asked some times a second while somebody turns."""
    found = assessed(edit.find(number))
    return link_for(number, found.facts, found.result).telemetry()


@router.post("/{number}/device/swing", response=DeviceOut)
def swing(request: HttpRequest, number: str, order: SwingOrder) -> DeviceOut:
    """Swings the head by hand, clamps loose. Raises Conflict while the nuts are tight."""
    job, link = _reach(number)
    _refuse_tight(link)
    return _answer(job, link.swing(order.azimuth_deg, order.elevation_deg))


@router.post("/{number}/device/cover", response=DeviceOut)
def cover(request: HttpRequest, number: str, order: CoverOrder) -> DeviceOut:
    """Covers the feed, so that the stored best is forgotten, and keeps it. Raises Conflict while it transmits."""
    job, link = _reach(number)
    if link.telemetry().transmitting:
        raise Conflict.one("cover", "It transmits: nobody's hand goes before the feed. Switch it off first.")
    if why := cover_waits_for(facts_of(job)):
        raise Conflict.one("cover", f"No hand before the feed. {why}")
    if why := link.telemetry().no_sound_why:
        raise Conflict.one("cover", f"There is no beat to count by. {why}")
    told = link.cover(order.pulse_count)
    edit.add_cover(job, order.axis, order.pulse_count)
    return _answer(job, told)


@router.post("/{number}/device/read", response=DeviceOut)
def read(request: HttpRequest, number: str, order: ReadOrder) -> DeviceOut:
    """Turns, waits, and keeps a reading of level against the screw's counter."""
    job, link = _reach(number)
    if order.turns:
        _refuse_tight(link)
        checked = ScrewTurn(axis=order.axis, turns=order.turns)
        link.turn(checked.axis, checked.turns)
    told = settled(link)
    at, turning = (
        (told.elevation_turns, told.elevation_turning)
        if order.axis == "elevation"
        else (told.azimuth_turns, told.azimuth_turning)
    )
    entry = {
        "axis": order.axis,
        "pass_number": order.pass_number,
        "turns": at,
        "level_db": told.level_db,
        "turning": turning,
    }
    edit.add_reading(job, entry)
    return _answer(job, told, f"The {told.at_stop} screw is at its end stop." if order.turns and told.at_stop else "")


@router.post("/{number}/device/nuts", response=DeviceOut)
def nuts(request: HttpRequest, number: str, order: NutsOrder) -> DeviceOut:
    """Tightens the nuts between two readings, and keeps both; loosened, the proof of the lock goes."""
    job, link = _reach(number)
    if not order.tight:
        told = link.nuts(tight=False)
        edit.take_lock_back(job)
        return _answer(job, told)
    before = settled(link)
    link.nuts(order.tight)
    after = settled(link)
    edit.patch(job, "peak", {"lock_before_db": before.level_db, "lock_after_db": after.level_db})
    return _answer(job, after)


@router.post("/{number}/device/push", response=DeviceOut)
def push(request: HttpRequest, number: str, order: PushOrder) -> DeviceOut:
    """Pushes the rim, lets go, and keeps the level during the push and the one that comes back."""
    job, link = _reach(number)
    no_level(link.telemetry())
    link.push(order.side, keep=True)
    during = settled(link)
    link.push(order.side)
    told = settled(link)
    edit.patch(job, "peak", {f"push_{order.side}_during_db": during.level_db, f"push_{order.side}_db": told.level_db})
    return _answer(job, told)


@router.post("/{number}/device/power", response=DeviceOut)
def power(request: HttpRequest, number: str, order: PowerOrder) -> DeviceOut:
    """Switches the terminal."""
    job, link = _reach(number)
    if order.on:
        facts = assessed(job).facts
        edit.refuse_power(facts)
        if (said := entries_of(facts.bringup).install) is not None:
            link.tell(ModemEntries(install=said))
    told = link.power(order.on)
    if not order.on:
        edit.switched_off(job)
    return _answer(job, told, switched=True)


@router.post("/{number}/device/entries", response=DeviceOut)
def entries(request: HttpRequest, number: str) -> DeviceOut:
    """Sends the job's entries to the modem. Raises Conflict while it has no power."""
    job, link = _reach(number)
    if not link.telemetry().powered:
        raise Conflict.one("device", "It has no power: its page takes no entries. Switch it on at Bring-up, States.")
    return _answer(job, link.tell(entries_of(facts_of(job).bringup)))


@router.post("/{number}/device/page", response=PageAddress)
def page(request: HttpRequest, number: str) -> PageAddress:
    """Where the terminal's own page is; of the stand-in on a loopback address of its own."""
    _, link = _reach(number)
    return link.page()


def _planned_skew_deg(facts: JobInput, result: JobAssessment) -> float | None:
    """Aim's skew of a linear terminal; None for one that has none."""
    linear = facts.picks.terminal is not None and facts.picks.terminal.polarization == "linear"
    return skew_to_set_deg(result.aim, result.dial) if linear and result.aim else None


class FaultOrder(Schema):
    """Whether a fault is switched on for practice: one by chance, which is to be found."""

    on: bool


@router.post("/{number}/device/fault", response=DeviceOut)
def fault(request: HttpRequest, number: str, order: FaultOrder) -> DeviceOut:
    """Puts a fault into the stand-in that nobody is told of, or takes it out again."""
    job, link = _reach(number)
    terminal = facts_of(job).picks.terminal
    known = [one.faults for one in faults_of(terminal, "").values() if one.faults] if terminal else []
    return _answer(job, link.set_faults(secrets.choice(known) if order.on and known else {}))


class DeskOrder(Schema):
    """What is said to the simulated desk, and in what manner it plays."""

    step: DeskStep
    transmit_dbm: float | None = Field(default=None, ge=-120, le=120)
    hurried: bool | None = None


class DeskOut(Schema):
    """What it answered, with the job as it then stands."""

    reply: DeskReply
    job: JobOut


@router.post("/{number}/device/desk", response=DeskOut)
def desk(request: HttpRequest, number: str, order: DeskOrder) -> DeskOut:
    """Says a step of the line-up to the simulated desk; what it agrees to is kept in the log of the call."""
    job, link = _reach(number)
    found = assessed(job)
    told = link.telemetry()
    said = DeskSaid(
        step=order.step,
        terminal_id=found.facts.brief.terminal_id or found.facts.bringup.modem_entries.get("terminal_id", ""),
        es_n0_db=told.level_db,
        transmit_dbm=order.transmit_dbm,
        hurried=order.hurried,
        skew_error_deg=skew_error_deg(found.facts, _planned_skew_deg(found.facts, found.result)),
    )
    reply = link.say(said)
    if not reply.refused:
        figure = reply.isolation_db if order.step == "isolation" else order.transmit_dbm
        told_there = {"figure": figure, "who": reply.who, "number": reply.number, "note": reply.said[:200]}
        edit.add_lineup(job, order.step, told_there)
    now = link.telemetry()
    edit.note_device(job, [event.model_dump() for event in now.states_entered], now)
    return DeskOut(reply=reply, job=job_out(job))
