"""The signs of a job that tell why a terminal is stuck: there, not there, or not known."""

from __future__ import annotations

from rindle_core.catalogue.models import Beam, Terminal
from rindle_core.catalogue.modem import StateNeed
from rindle_core.catalogue.stuck_words import Sign
from rindle_core.kernel.findings import Level
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.bringup.entries_told import EntriesResult, EntryRow
from rindle_core.stations.bringup.injector import shown_by
from rindle_core.stations.bringup.lineup import LineupRunResult
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.part import PeakPart
from rindle_core.stations.station import Context


def _held(context: Context, code: str) -> bool | None:
    """Whether a finding of that code holds; None where it is not judged."""
    levels = [one.level for room in context.outcomes for one in context.findings(room) if one.code == code]
    if not levels or all(level is Level.UNKNOWN for level in levels):
        return None
    return Level.HOLD in levels


def hand_is_other(job: JobInput, beam: Beam | None) -> bool | None:
    """Whether the feed is said to be set to another hand or plane than the beam's; None: not told."""
    told = job.bringup.hand_set
    wanted = (beam.hand or beam.plane) if beam else None
    return None if not told or wanted is None else told != wanted


def _skew_off(peak: PeakPart | None) -> bool | None:
    if peak is None or peak.pointing is None:
        return None
    row = next((one for one in peak.pointing.preset.rows if one.what == "skew"), None)
    if row is None or row.ok is None:
        return None
    return not row.ok


def _level_signs(context: Context, terminal: Terminal) -> dict[Sign, bool | None]:
    job, aim = context.job, context.result(AimPart)
    level, promised = job.bringup.device_level_db, aim.predicted_level_db
    lock = terminal.lock_es_n0_db
    shown, least = job.bringup.device_input_dbm, terminal.least_input_dbm
    volts = job.bringup.dish_end_v
    light = shown_by(terminal.injector_lights, job.bringup.injector_light)
    return {
        "level_none": None if level is None or lock is None else level < lock,
        "level_short": None
        if level is None or promised is None
        else promised - level > job.picks.rules.level_shortfall_db,
        "input_low": None if shown is None or least is None else shown < least,
        "injector_no_load": None if light is None else light.says == "no_load",
        "injector_too_much": None if light is None else light.says == "too_much",
        "volts_low": None if volts is None else volts < terminal.supply.least_v,
    }


def _code_rows(entries: EntriesResult, terminal: Terminal) -> list[EntryRow]:
    codes = {one.code for one in terminal.entries if "code" in one.feeds or "account" in one.feeds}
    return [row for row in entries.rows if row.code in codes and row.typed]


def _entry_signs(
    job: JobInput, terminal: Terminal, entries: EntriesResult, needs: list[StateNeed], aim: AimPart
) -> dict[Sign, bool | None]:
    feeds = {one.code: set(one.feeds) for one in terminal.entries}
    codes = _code_rows(entries, terminal)
    others = [row for row in entries.rows if row.typed and row not in codes and row.code != "beam_letter"]
    compared = [row for row in others if row.value and row.known]
    shown = [row for row in entries.rows if row.shown and (row.value or row.known) and row.agrees is not None]
    placed = [row.agrees for row in entries.rows if row.off_m is not None]
    letter, own = job.bringup.beam_letter, aim.beam.letter if aim.beam else ""
    lettered = "beam_letter" in feeds
    return {
        "letter_missing": not letter if lettered else None,
        "letter_wrong": letter != own if lettered and letter and own else None,
        "entry_missing": any(not row.value and feeds[row.code] & set(needs) for row in others) if others else None,
        "entry_differs": any(row.agrees is False and row.off_m is None for row in compared) if compared else None,
        "readback_differs": any(row.agrees is False and row.off_m is None for row in shown) if shown else None,
        "position_off": False in placed if placed else None,
        "code_missing": any(not row.value for row in codes) if codes else None,
        "code_wrong": any(row.well_formed is False for row in codes) if any(row.value for row in codes) else None,
    }


def signs_of(
    context: Context, entries: EntriesResult, lineup: LineupRunResult | None, needs: list[StateNeed], plugs_open: bool
) -> dict[Sign, bool]:
    """Every sign of which it is known whether it is there. One that is not known is left out, counting neither way."""
    job, aim, peak = context.job, context.result(AimPart), context.result(PeakPart)
    terminal = job.picks.terminal
    if terminal is None:
        return {}
    log = job.bringup.lineup_log
    isolation, least = (lineup.isolation_db, lineup.isolation_least_db) if lineup else (None, None)
    last = log[-1].step if log else ""
    told: dict[Sign, bool | None] = {
        "supply_on_hold": _held(context, "cable.supply"),
        "cable_loss_on_hold": _held(context, "cable.loss"),
        "beam_touched": _held(context, "sky.tube"),
        "hand_other": hand_is_other(job, aim.beam),
        "skew_off": _skew_off(peak),
        "isolation_low": None if isolation is None or least is None else isolation < least,
        "peak_open": None if peak.pointing is None else not peak.pointing.peaked,
        "plugs_open": plugs_open,
        "meter_in": {"yes": True, "no": False}.get(job.bringup.meter_fitted),
        "desk_open": not lineup.approved if lineup and terminal.needs_lineup else None,
        "carrier_on": lineup.carrier_on_since is not None and lineup.approved if lineup and log else None,
        "restarts": job.bringup.self_restart_count > 0 if job.bringup.states_entered else None,
        "desk_not_ready": last == "not_ready" if log else None,
        **_level_signs(context, terminal),
        **_entry_signs(job, terminal, entries, needs, aim),
    }
    return {sign: there for sign, there in told.items() if there is not None}


__all__ = ["hand_is_other", "signs_of"]
