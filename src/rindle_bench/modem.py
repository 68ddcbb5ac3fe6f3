"""A simulated modem: it climbs its states while what each one needs is there."""

from __future__ import annotations

import re
from collections.abc import Callable

import numpy as np

from rindle_bench.config import ModemEntries, StateEvent, TerminalConfig

_TRANSMITTING = {"ranging"}  # the state in which a wrong letter shows
_RECEIVING = {"search", "receive_lock", "frame_sync", "ranging", "network_entry"}


class SimulatedModem:
    """States from power to online. Time is the terminal's own, in seconds, and is handed in."""

    def __init__(self, config: TerminalConfig) -> None:
        self.config = config
        self.random = np.random.default_rng(config.seed + 1)
        self.powered_at_s: float | None = None
        self.beam_letter = ""
        self.activation_code = ""
        self.entered: list[StateEvent] = []
        self._wait_s = 0.0
        self._ready_since_s: float | None = None

    def switch(self, on: bool, now_s: float) -> None:
        """Power on starts the climb from the first state; power off forgets it."""
        if on == (self.powered_at_s is not None):
            return
        self.powered_at_s = now_s if on else None
        self.entered = []
        if on:
            self._enter(0, 0.0)

    def tell(self, entries: ModemEntries) -> None:
        """New entries; a changed beam letter makes the receiver search again."""
        if entries.beam_letter and entries.beam_letter != self.beam_letter:
            self.beam_letter = entries.beam_letter
            self._fall_back_to_search()
        if entries.activation_code:
            self.activation_code = entries.activation_code

    @property
    def transmitting(self) -> bool:
        """Whether the outdoor unit sends: from ranging on."""
        codes = self._codes()
        if not self.entered or "ranging" not in codes:
            return False
        return codes.index(self.entered[-1].code) >= codes.index("ranging")

    def _codes(self) -> list[str]:
        return [state.code for state in self.config.states]

    def _fall_back_to_search(self) -> None:
        codes = self._codes()
        if not self.entered or "search" not in codes or codes.index(self.entered[-1].code) <= codes.index("search"):
            return
        self._enter(codes.index("search"), self.entered[-1].at_s)
        self._ready_since_s = None

    def _enter(self, index: int, at_s: float) -> None:
        state = self.config.states[index]
        self.entered.append(StateEvent(code=state.code, at_s=round(at_s, 2)))
        self._wait_s = state.usual_s * float(self.random.uniform(0.7, 1.2))
        self._ready_since_s = at_s

    def _may_leave(self, code: str, level_db: float) -> bool:
        if code in _RECEIVING and level_db < self.config.lock_level_db:
            return False
        if code == "search" and not self.beam_letter:
            return False
        if code in _TRANSMITTING and self.beam_letter != self.config.beam_letter:
            return False
        return not (code == "activation" and re.fullmatch(self.config.activation_pattern, self.activation_code) is None)

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
            if not self._may_leave(self.entered[-1].code, level):
                self._ready_since_s = None
                return
            if self._ready_since_s is None:
                self._ready_since_s = since_power_s
            ready_s = self._ready_since_s + self._wait_s
            if ready_s > since_power_s:
                return
            self._enter(index + 1, ready_s)
