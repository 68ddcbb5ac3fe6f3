"""Faults made on the stand-ins for practice and for trying the causes: what is wrong, what a crew would then know.

Each case runs a simulated modem until it is stuck, and gives the facts that a careful crew has at that moment. What
they did not look at stays unknown: every observation but the modem's own is made in `LOOKED_SHARE` of the cases.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from rindle_bench.config import BenchFault, DeskSaid, ModemEntries, TerminalConfig
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.catalogue.models import Terminal
from rindle_core.stations.bringup.rows import DeskStep

LOOKED_SHARE = 0.85
_LONG_S = 4000.0
_TOP_DB = 13.0
_CODE = "7QKD-20XM"


@dataclass(frozen=True)
class Made:
    """A fault: what is switched on at the stand-in, what is told it wrongly, and what of the crew's facts differs."""

    truth: tuple[str, ...]  # codes of the causes that are right
    faults: dict[BenchFault, float] = field(default_factory=dict)
    wrong: dict[str, str] = field(default_factory=dict)  # entry code -> what is typed instead; empty: nothing
    facts: dict[str, Any] = field(default_factory=dict)  # what a look at the very thing shows
    desk: tuple[DeskStep, ...] = ("called", "readings", "carrier_on", "power", "isolation", "approved", "carrier_off")


@dataclass(frozen=True)
class Case:
    """A made fault on a terminal, with what is then known. `state` is where it is stuck."""

    terminal: Terminal
    name: str
    truth: tuple[str, ...]
    facts: dict[str, Any]
    state: str


def right_entries(terminal: Terminal, letter: str) -> dict[str, str]:
    """Every entry as the order has it."""
    own = {"beam_letter": letter}
    return {one.code: own.get(one.code, one.example) for one in terminal.entries if one.typed}


def _shifted(text: str) -> str:
    """A slip of one sign, at which the form stays."""
    for place in reversed(range(len(text))):
        if text[place].isdigit():
            return f"{text[:place]}{(int(text[place]) + 1) % 10}{text[place + 1 :]}"
    return text


def faults_of(terminal: Terminal, letter: str) -> dict[str, Made]:
    """The faults that this terminal can have."""
    codes = {one.code for one in terminal.entries}
    dish = terminal.panel is None
    low_v = terminal.supply.supply_v - 0.9 * terminal.supply.least_v
    made = {
        "supply": Made(("supply",), {"low_supply": low_v}, facts={"dish_end_v": 0.9 * terminal.supply.least_v}),
        "plug": Made(("plug",), {"wet_plug": 1.0}, facts={"power_checks": []}),
        "account": Made(("operator", "code"), {"service": 1.0}),
        "code empty": Made(("code_missing",), wrong={"activation_code": ""}),
        "code short": Made(("code_wrong",), wrong={"activation_code": _CODE[:-1]}),
    }
    if not dish:
        swapped = Made(("plug",), {"swapped": 1.0}, facts={"power_checks": []})
        return made | {"blocked": Made(("blocked", "weak"), {"blocked": 15.0}), "swapped": swapped}
    made |= {
        "off the top": Made(("weak",), {"off_top": 12.0}),
        "far off": Made(("weak",), {"off_top": 30.0}),
        "long cable": Made(("loss",), {"long_cable": 24.0}, facts={"long": True}),
        "blocked": Made(("blocked",), {"blocked": 14.0}, facts={"blocked": True}),
        "other hand": Made(("hand",), {"other_hand": 1.0}, facts={"hand": "other"}),
        "code used": Made(("code", "operator"), {"code_used": 1.0}),
    }
    if terminal.cable.runs == 2:
        made["swapped"] = Made(("plug",), {"swapped": 1.0}, facts={"power_checks": []})
    if "activation_code" not in codes:
        made = {name: one for name, one in made.items() if not name.startswith("code") and name != "account"}
    if "beam_letter" in codes:
        made["letter missing"] = Made(("letter_missing",), wrong={"beam_letter": ""})
        other = "L" if letter != "L" else "K"
        made["letter wrong"] = Made(("letter",), wrong={"beam_letter": other})
    for one in terminal.entries:
        if one.code in ("site_code", "cluster_code", "symbol_rate", "carrier_mhz", "site_id", "site_file"):
            made[f"{one.label} empty"] = Made(("entry_missing", "file"), wrong={one.code: ""})
        if one.code in ("site_code", "cluster_code", "site_id"):
            made[f"{one.label} wrong"] = Made(("entry", "file"), wrong={one.code: _shifted(one.example)})
    if terminal.needs_lineup and any("desk" in one.needs for one in terminal.bringup_states):
        made["desk busy"] = Made(("desk_busy",), desk=("not_ready",))
        made["desk waits"] = Made(("desk_step", "no_carrier"), desk=("called",))
        made["skew"] = Made(
            ("turned",), {"skew": 12.0}, desk=("called", "readings", "carrier_on", "power", "isolation")
        )
        upto: tuple[DeskStep, ...] = ("called", "readings", "carrier_on", "power", "isolation", "approved")
        made["carrier left on"] = Made(("left_on",), desk=upto)
    if any(one.code == "meter_out" for one in terminal.bringup_states):
        made["meter left"] = Made(("meter",), {"meter_left": 1.0}, facts={"meter_fitted": "yes"})
    return made


def _config(terminal: Terminal, letter: str, made: Made, right: dict[str, str], seed: int) -> TerminalConfig:
    return TerminalConfig(
        seed=seed,
        time_scale=1.0,
        beamwidth_deg=2.0,
        elevation_deg=45.0,
        elevation_screw=terminal.elevation_screw,
        azimuth_screw=terminal.azimuth_screw,
        coarse_elevation_error_deg=0.0,
        coarse_azimuth_error_deg=0.0,
        peak_level_db=_TOP_DB,
        beam_letter=letter,
        states=terminal.bringup_states,
        entries=terminal.entries,
        right={code: value for code, value in right.items() if code not in ("beam_letter",)},
        faults=made.faults,
        supply_v=terminal.supply.supply_v,
        least_v=terminal.supply.least_v,
        lock_level_db=terminal.lock_es_n0_db or 2.0,
        least_input_dbm=terminal.least_input_dbm or -65.0,
        injector=bool(terminal.injector_lights),
    )


def _log(terminal: SimulatedTerminal, made: Made, told: dict[str, str]) -> list[dict[str, Any]]:
    """The call with the simulated desk, as far as this case has it."""
    rows: list[dict[str, Any]] = []
    for at, step in enumerate(made.desk):
        row: dict[str, Any] = {"id": f"m{at}", "step": step, "at": f"2026-11-24T10:{at:02d}:00Z"}
        if step != "not_ready":
            power = terminal.config.transmit_dbm
            reply = terminal.say(
                DeskSaid(step=step, terminal_id=told.get("terminal_id", "0"), es_n0_db=_TOP_DB, transmit_dbm=power)
            )
            row |= {
                "figure": reply.isolation_db if step == "isolation" else None,
                "who": reply.who,
                "number": reply.number,
            }
        rows.append(row)
    return rows


def case(terminal: Terminal, name: str, made: Made, letter: str, seed: int) -> Case:
    """Runs the stand-in with that fault until nothing moves any more, and gathers what is known."""
    chance = np.random.default_rng(seed)
    right = right_entries(terminal, letter)
    told = {code: made.wrong.get(code, value) for code, value in right.items()}
    now = [0.0]
    device = SimulatedTerminal(_config(terminal, letter, made, right, seed), clock=lambda: now[0])
    own = {code: told[code] for code in ("beam_letter", "activation_code") if told.get(code)}
    rest = {code: value for code, value in told.items() if code not in ("beam_letter", "activation_code") and value}
    device.modem.meter_out = "meter_left" not in made.faults
    device.tell(ModemEntries(**own, others=rest))
    device.modem.switch(True, 0.0)
    now[0] = _LONG_S / 2
    device.telemetry()
    log = _log(device, made, told) if terminal.needs_lineup else []
    now[0] = _LONG_S
    seen = device.telemetry()
    level = device.antenna.true_level_db()
    facts: dict[str, Any] = {
        "states_entered": [one.model_dump() for one in seen.states_entered],
        "device_now_s": seen.now_s,
        "device_level_db": round(level + float(chance.normal(0, 0.2)), 2),
        "self_restart_count": seen.restart_count,
        "beam_letter": told.get("beam_letter", ""),
        "activation_code": told.get("activation_code", ""),
        "modem_entries": rest,
        "lineup_log": log,
    }
    usual: dict[str, Any] = {
        "device_input_dbm": seen.input_dbm,
        "dish_end_v": round(device.modem.dish_v, 1),
        "hand": "own",
        "meter_fitted": "no",
        "power_checks": "all",
        "injector_light": seen.injector,
    }
    for what, value in usual.items():
        if chance.uniform() < LOOKED_SHARE:
            facts[what] = made.facts.get(what, value)
    facts |= {what: value for what, value in made.facts.items() if what in ("long", "blocked")}
    return Case(terminal=terminal, name=name, truth=made.truth, facts=facts, state=seen.state)


def cases(terminals: list[Terminal], letters: dict[str, str], seed: int = 1) -> Iterator[Case]:
    """Every fault of every terminal, in their order. `letters`: terminal code -> beam letter of its site."""
    count = 0
    for terminal in terminals:
        letter = letters.get(terminal.code, "")
        for name, made in faults_of(terminal, letter).items():
            count += 1
            yield case(terminal, name, made, letter, seed * 1000 + count)


__all__ = ["LOOKED_SHARE", "Case", "Made", "case", "cases", "faults_of", "right_entries"]
