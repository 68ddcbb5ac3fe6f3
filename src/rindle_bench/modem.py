"""A simulated modem: it climbs its states while what each one needs is there."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Literal

import numpy as np

from rindle_bench.antenna import PLUG_LOSS_DB
from rindle_bench.config import BenchFault, ModemEntries, StateEvent, TerminalConfig
from rindle_core.catalogue.modem import BringUpState, StateNeed
from rindle_core.catalogue.peak_words import Silence

_RESTARTS_MOST = 50
_METER_LOSS_DB = 1.5


class SimulatedModem:
    """States from power to online. Time is the terminal's own, in seconds, and is handed in."""

    def __init__(self, config: TerminalConfig, faults: dict[BenchFault, float] | None = None) -> None:
        self.config = config
        self.faults = dict(config.faults) if faults is None else faults
        self.random = np.random.default_rng(config.seed + 1)
        self.powered_at_s: float | None = None
        self.told: dict[str, str] = {}
        self.meter_out = False
        self.install: bool | None = None
        self.entered: list[StateEvent] = []
        self.restart_count = 0
        self.desk_done: set[str] = set()
        self.carrier_on = False
        self._wait_s = 0.0
        self._ready_since_s: float | None = None

    @property
    def beam_letter(self) -> str:
        """As it was told."""
        return self.told.get("beam_letter", "")

    @property
    def activation_code(self) -> str:
        """As it was told."""
        return self.told.get("activation_code", "")

    @property
    def dish_v(self) -> float:
        """Voltage at the dish end under load, as a meter there would show it."""
        return self.config.supply_v - self.faults.get("low_supply", 0.0)

    @property
    def _unfed(self) -> bool:
        return "wet_plug" in self.faults or "swapped" in self.faults

    def input_dbm(self) -> float:
        """Level at the modem's input: the whole band's, so that where the dish points hardly changes it."""
        faults = self.faults
        loss = faults.get("long_cable", 0.0) + (_METER_LOSS_DB if self._metered() else 0.0)
        return (
            self.config.input_dbm - loss - PLUG_LOSS_DB * max(faults.get("wet_plug", 0.0), faults.get("swapped", 0.0))
        )

    def injector(self) -> Literal["", "off", "steady", "slow", "fast"]:
        """The light of the box that feeds it: shut off by what is wet, without load where its sides are swapped."""
        if not self.config.injector:
            return ""
        if self.powered_at_s is None:
            return "off"
        return "fast" if "wet_plug" in self.faults else "slow" if "swapped" in self.faults else "steady"

    def go_on(self, left_at: list[StateEvent], now_s: float) -> None:
        """It has power, and stands in the last of these states; states that it does not have are left out."""
        known = [one for one in left_at if one.code in self._codes()]
        if not known or self.powered_at_s is not None:
            return
        self._enter(self._codes().index(known[-1].code), known[-1].at_s)
        self.entered, self.powered_at_s = known, now_s - known[-1].at_s

    def switch(self, on: bool, now_s: float) -> None:
        """Power on starts the climb from the first state; power off forgets it, and the carrier with it."""
        if on == (self.powered_at_s is not None):
            return
        self.powered_at_s = now_s if on else None
        self.entered, self.restart_count, self.carrier_on, self.install = [], 0, False, self.install if on else None
        if on:
            self._enter(0, 0.0)

    def tell(self, entries: ModemEntries, now_s: float) -> None:
        """New entries; a changed one that the receiver needs makes it search again, from now."""
        news = {"beam_letter": entries.beam_letter, "activation_code": entries.activation_code, **entries.others}
        changed = {code for code, value in news.items() if value and value != self.told.get(code)}
        self.told |= {code: value for code, value in news.items() if value}
        if entries.meter_out is not None:
            self.meter_out = entries.meter_out
        if entries.install is not None:
            self.install = entries.install
        feeds = {one.code: set(one.feeds) for one in self.config.entries}
        carrier = {code for code in changed if code == "beam_letter" or "carrier" in feeds.get(code, ())}
        if carrier and self.powered_at_s is not None:
            self._fall_back_to_search(now_s - self.powered_at_s)

    @property
    def transmitting(self) -> bool:
        """Whether the outdoor unit sends: in the states that say so, or with the test carrier on."""
        if not self.entered:
            return False
        state = self._state(self.entered[-1].code)
        by_desk = "desk" in state.needs
        return self.carrier_on or (state.transmits == "on" and not by_desk)

    @property
    def locked(self) -> bool:
        """Whether its receiver holds the carrier: it came past its search, or has none."""
        codes = self._codes()
        return bool(self.entered) and (
            "search" not in codes or codes.index(self.entered[-1].code) > codes.index("search")
        )

    def silence(self) -> Silence:
        """What keeps its receiver from showing a level: no power, its start, or no carrier to listen for."""
        if not self.entered:
            return "off"
        hears = next((place for place, one in enumerate(self.config.states) if "level" in one.needs), 0)
        if self._codes().index(self.entered[-1].code) < hears:
            return "starting"
        return "" if self._met("carrier", "", 0.0) else "carrier"

    def _codes(self) -> list[str]:
        return [state.code for state in self.config.states]

    def _state(self, code: str) -> BringUpState:
        return next(one for one in self.config.states if one.code == code)

    def _metered(self) -> bool:
        return "meter_left" in self.faults or ("meter_out" in self._codes() and not self.meter_out)

    def _fall_back_to_search(self, since_power_s: float) -> None:
        codes = self._codes()
        if not self.entered or "search" not in codes or codes.index(self.entered[-1].code) <= codes.index("search"):
            return
        self._enter(codes.index("search"), max(since_power_s, self.entered[-1].at_s))
        self._ready_since_s = None

    def _enter(self, index: int, at_s: float) -> None:
        state = self.config.states[index]
        self.entered.append(StateEvent(code=state.code, at_s=round(at_s, 2)))
        self._wait_s = state.usual_s * float(self.random.uniform(0.7, 1.2))
        self._ready_since_s = at_s

    def _told_right(self, need: StateNeed) -> bool:
        """Whether every entry that feeds a need is made, and is what the network has."""
        for one in self.config.entries:
            if need not in one.feeds or not one.typed:
                continue
            value, right = self.told.get(one.code, ""), self.config.right.get(one.code)
            if not value or (right is not None and _plain(value) != _plain(right) and one.code != "beam_letter"):
                return False
        return True

    def _met(self, need: StateNeed, code: str, level_db: float) -> bool:
        config, faults = self.config, self.faults
        match need:
            case "power":
                return self.dish_v >= config.least_v and not (config.injector and self._unfed)
            case "level":
                return level_db >= config.lock_level_db and self.input_dbm() >= config.least_input_dbm
            case "carrier":
                lettered = not config.entries or any(one.code == "beam_letter" for one in config.entries)
                return (bool(self.beam_letter) or not lettered) and self._told_right("carrier")
            case "position":
                return self._told_right("position")
            case "uplink":
                right = (
                    not config.beam_letter or not self.told.get("beam_letter") or self.beam_letter == config.beam_letter
                )
                return right and "meter_left" not in faults
            case "person":
                return code != "meter_out" or (self.meter_out and "meter_left" not in faults)
            case "account":
                return "service" not in faults and self._told_right("account")
            case "code":
                return "code_used" not in faults and self._code_ok()
            case "desk":
                return self._desk_met(code)

    def _code_ok(self) -> bool:
        right = self.config.right.get("activation_code")
        if right is not None:
            return _plain(self.activation_code) == _plain(right)
        return re.fullmatch(self.config.activation_pattern, self.activation_code) is not None

    def _desk_met(self, code: str) -> bool:
        """What the desk has to have done before a state of the line-up is left."""
        done = self.desk_done
        return {
            "desk_called": "called" in done,
            "carrier_on": self.carrier_on or "approved" in done,
            "isolation": "approved" in done,
            "carrier_off": "approved" in done and not self.carrier_on,
        }.get(code, "approved" in done and not self.carrier_on)

    def _may_leave(self, code: str, level_db: float) -> bool:
        return all(self._met(need, code, level_db) for need in self._state(code).needs)

    def advance(self, now_s: float, level_db: Callable[[], float]) -> None:
        """Climbs as far as time and conditions allow. A state's wait starts when its conditions are met."""
        if self.powered_at_s is None:
            return
        since_power_s = now_s - self.powered_at_s
        level = level_db()
        while True:
            index = self._codes().index(self.entered[-1].code)
            if index + 1 >= len(self.config.states):
                return
            if self._held_back(index):
                self._ready_since_s = None
                return
            if not self._may_leave(self.entered[-1].code, level):
                if not self._started_again(index, since_power_s):
                    self._ready_since_s = None
                    return
                continue
            if self._ready_since_s is None:
                self._ready_since_s = since_power_s
            ready_s = self._ready_since_s + self._wait_s
            if ready_s > since_power_s:
                return
            self._enter(index + 1, ready_s)

    def _held_back(self, index: int) -> bool:
        """In installation mode it does not go on to where it sends by itself."""
        following = self.config.states[index + 1]
        return self.install is True and following.transmits == "on" and "desk" not in following.needs

    def _started_again(self, index: int, since_power_s: float) -> bool:
        """With too little voltage it comes as far as its start-up, and begins again."""
        needs = self.config.states[index].needs
        starved = "power" in needs and self.dish_v < self.config.least_v and self.dish_v > 0.8 * self.config.least_v
        at_s = self.entered[-1].at_s + self._wait_s
        if not starved or at_s > since_power_s or self.restart_count >= _RESTARTS_MOST:
            return False
        if index == 0:
            self._enter(1, at_s)
        else:
            self.restart_count += 1
            self._enter(0, at_s)
        return True


def _plain(text: str) -> str:
    return re.sub(r"[\s.\-:]", "", text).casefold()


__all__ = ["SimulatedModem"]
