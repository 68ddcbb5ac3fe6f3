"""A simulated terminal: antenna and modem on one clock."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Literal, cast

from rindle_bench.antenna import SimulatedAntenna
from rindle_bench.config import (
    CoverFeed,
    DeskReply,
    DeskSaid,
    FaultsChange,
    ModemEntries,
    NutsChange,
    PowerChange,
    Push,
    ScrewTurn,
    Swing,
    Telemetry,
    TerminalConfig,
)
from rindle_bench.desk import SimulatedDesk
from rindle_bench.modem import SimulatedModem
from rindle_bench.router import RouterAsk, RouterTold, SimulatedRouter
from rindle_core.catalogue.peak_words import SILENCES, Silence
from rindle_core.stations.peak.sound import SoundInput, SoundResult, sound

_NOTHING_DB = -60.0  # under every lock
_OF_GUIDE = {"lock_s", "drop_db", "reset_pulse_count", "by_meter"}


class SimulatedTerminal:
    """One terminal. `clock` gives seconds and only runs forward; tests hand in their own."""

    def __init__(self, config: TerminalConfig, clock: Callable[[], float] = time.monotonic) -> None:
        self.config = config
        self._clock = clock
        self._start_s = clock()
        self.faults = dict(config.faults)  # one for all three: a fault that is switched on shows everywhere
        self.antenna = SimulatedAntenna(config, self.faults)
        self.modem = SimulatedModem(config, self.faults)
        self.desk = SimulatedDesk(config, self.faults)
        self.router = SimulatedRouter(
            config.seed, shared=config.shared_address, own=config.own_router, joins_wait_s=config.joins_wait_s
        )
        self._lock = threading.Lock()

    def retune(self, config: TerminalConfig) -> bool:
        """Points on by another guide, where nothing else differs: the head stays where it is. Else False."""
        if config.model_dump(exclude=_OF_GUIDE) != self.config.model_dump(exclude=_OF_GUIDE):
            return False
        with self._lock:
            self.config = self.antenna.config = self.modem.config = self.desk.config = config
        return True

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
            act = self.antenna.hold if order.keep else self.antenna.push
            act(order.side, self.now_s())
            return self._telemetry()

    def swing(self, order: Swing) -> Telemetry:
        """Swings the head by hand."""
        with self._lock:
            self.antenna.swing(order.azimuth_deg, order.elevation_deg, self.now_s())
            return self._telemetry()

    def cover(self, order: CoverFeed) -> Telemetry:
        """Covers the feed for some pulses; while it transmits nobody does, and nothing happens."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            if not self.modem.transmitting:
                self.antenna.cover(order.pulse_count, self.now_s())
            return self._telemetry()

    def power(self, order: PowerChange) -> Telemetry:
        """Switches the modem."""
        with self._lock:
            if order.on and order.left_at:
                self.modem.go_on(order.left_at, self.now_s())
            self.modem.switch(order.on, self.now_s())
            return self._telemetry()

    def tell(self, entries: ModemEntries) -> Telemetry:
        """Gives the modem its entries."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            self.modem.tell(entries, self.now_s())
            return self._telemetry()

    def set_faults(self, order: FaultsChange) -> Telemetry:
        """Switches faults on and off for practice."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            self.faults.clear()
            self.faults.update(order.faults)
            return self._telemetry()

    def say(self, said: DeskSaid) -> DeskReply:
        """Says something to the operations desk. A call from the beginning is a new one."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            if said.step == "called":
                self.desk = SimulatedDesk(self.config, self.faults)
            reply = self.desk.hear(said, self.modem, self.now_s())
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            return reply

    def ask_router(self, asked: RouterAsk) -> RouterTold:
        """Asks the gateway of the house, or puts something into it."""
        with self._lock:
            self.modem.advance(self.now_s(), self.antenna.true_level_db)
            entered = self.modem.entered
            online = bool(entered) and entered[-1].code == self.config.states[-1].code
            return self.router.ask(asked, self.now_s(), powered=self.modem.powered_at_s is not None, online=online)

    def telemetry(self) -> Telemetry:
        """Everything that the terminal tells now."""
        with self._lock:
            return self._telemetry()

    def _telemetry(self) -> Telemetry:
        now_s = self.now_s()
        self.modem.advance(now_s, self.antenna.true_level_db)
        level_db, settled = self.antenna.read_db(now_s)
        powered_at_s = self.modem.powered_at_s
        silence: Silence = "" if self.config.by_meter else self.modem.silence()
        if silence:
            self.antenna.forget()
        heard, no_sound = self._heard(silence, now_s)
        axes = self.antenna.axes
        return Telemetry(
            time_scale=self.config.time_scale,
            powered=powered_at_s is not None,
            state=self.modem.entered[-1].code if self.modem.entered else "off",
            states_entered=list(self.modem.entered),
            now_s=0.0 if powered_at_s is None else round(now_s - powered_at_s, 2),
            level_db=None if silence else round(level_db, 2),
            no_level_why=SILENCES[silence],
            no_sound_why=SILENCES[no_sound],
            install=self.modem.install,
            settled=settled,
            best_db=None if self.antenna.best_db is None else round(self.antenna.best_db, 2),
            sound=heard.state,
            nearness=round(heard.nearness, 3),
            network=self.antenna.network(),
            transmitting=self.modem.transmitting,
            carrier_on=self.modem.carrier_on,
            input_dbm=None if powered_at_s is None else round(self.modem.input_dbm(), 1),
            transmit_dbm=self.config.transmit_dbm if self.modem.transmitting else None,
            injector=self.modem.injector(),
            restart_count=self.modem.restart_count,
            fault_count=len(self.faults),
            entries=dict(self.modem.told),
            at_stop=self.antenna.at_stop,
            elevation_turns=round(axes["elevation"].counter_turns, 4),
            azimuth_turns=round(axes["azimuth"].counter_turns, 4),
            elevation_turning=cast(Literal["up", "down"], axes["elevation"].turning),
            azimuth_turning=cast(Literal["up", "down"], axes["azimuth"].turning),
            nuts_tight=self.antenna.nuts_tight,
            beam_letter=self.modem.beam_letter,
            activation_code_entered=bool(self.modem.activation_code),
        )

    def _heard(self, silence: Silence, now_s: float) -> tuple[SoundResult, Silence]:
        """What it lets one hear, and what keeps it from that. Without a carrier to listen for it pulses on."""
        no_sound: Silence = (
            silence if silence in ("off", "starting") else "install" if self._told_not_to_sound() else ""
        )
        since = None if silence else self.antenna.locked_at_s
        told = sound(
            SoundInput(
                sounding=not no_sound,
                live_db=_NOTHING_DB if silence else self.antenna.shown_db,
                lock_level_db=self.config.lock_level_db,
                best_db=self.antenna.best_db,
                since_lock_s=None if since is None else max(0.0, now_s - since),
                lock_s=max(self.config.lock_s, 0.01),
                drop_db=self.config.drop_db,
            )
        )
        return told.result, no_sound

    def _told_not_to_sound(self) -> bool:
        return self.modem.install is False and not self.config.by_meter
