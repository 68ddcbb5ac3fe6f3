"""A simulated terminal: antenna and modem on one clock."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Literal, cast

from rindle_bench.antenna import SimulatedAntenna
from rindle_bench.config import ModemEntries, NutsChange, PowerChange, Push, ScrewTurn, Telemetry, TerminalConfig
from rindle_bench.modem import SimulatedModem


class SimulatedTerminal:
    """One terminal. `clock` gives seconds and only runs forward; tests hand in their own."""

    def __init__(self, config: TerminalConfig, clock: Callable[[], float] = time.monotonic) -> None:
        self.config = config
        self._clock = clock
        self._start_s = clock()
        self.antenna = SimulatedAntenna(config)
        self.modem = SimulatedModem(config)
        self._lock = threading.Lock()

    def now_s(self) -> float:
        """Terminal time since it was made."""
        return (self._clock() - self._start_s) * self.config.time_scale

    def turn(self, order: ScrewTurn) -> Telemetry:
        """Turns a fine screw."""
        with self._lock:
            self.antenna.turn(order.axis, order.turns, self.now_s())
            return self._telemetry()

    def nuts(self, order: NutsChange) -> Telemetry:
        """Tightens or loosens the nuts."""
        with self._lock:
            self.antenna.set_nuts(order.tight, self.now_s())
            return self._telemetry()

    def push(self, order: Push) -> Telemetry:
        """Pushes the rim and lets go."""
        with self._lock:
            self.antenna.push(order.side, self.now_s())
            return self._telemetry()

    def power(self, order: PowerChange) -> Telemetry:
        """Switches the modem."""
        with self._lock:
            self.modem.switch(order.on, self.now_s())
            return self._telemetry()

    def tell(self, entries: ModemEntries) -> Telemetry:
        """Gives the modem its entries."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            self.modem.tell(entries)
            return self._telemetry()

    def telemetry(self) -> Telemetry:
        """Everything that the terminal tells now."""
        with self._lock:
            return self._telemetry()

    def _telemetry(self) -> Telemetry:
        now_s = self.now_s()
        self.modem.advance(now_s, self.antenna.true_level_db)
        level_db, settled = self.antenna.read_db(now_s)
        powered_at_s = self.modem.powered_at_s
        axes = self.antenna.axes
        return Telemetry(
            time_scale=self.config.time_scale,
            powered=powered_at_s is not None,
            state=self.modem.entered[-1].code if self.modem.entered else "off",
            states_entered=list(self.modem.entered),
            now_s=0.0 if powered_at_s is None else round(now_s - powered_at_s, 2),
            level_db=round(level_db, 2),
            settled=settled,
            elevation_turns=round(axes["elevation"].counter_turns, 4),
            azimuth_turns=round(axes["azimuth"].counter_turns, 4),
            elevation_turning=cast(Literal["up", "down"], axes["elevation"].turning),
            azimuth_turning=cast(Literal["up", "down"], axes["azimuth"].turning),
            nuts_tight=self.antenna.nuts_tight,
            beam_letter=self.modem.beam_letter,
            activation_code_entered=bool(self.modem.activation_code),
        )
