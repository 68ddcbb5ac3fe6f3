"""A simulated operations desk: asks for readings, calls for the carrier, measures, refuses what a real one would.

It plays by its own measure of the feed: isolation of a linear feed turned by ψ is -20 log10 tan ψ, beside the leak of
the feed itself; powers add.
"""

from __future__ import annotations

import math

from rindle_bench.config import BenchFault, DeskReply, DeskSaid, TerminalConfig
from rindle_bench.modem import SimulatedModem

_NAMES = ("Refilwe Marrable", "Anton Sithebe-Vale", "Lindani Oakes")
_STEP_DEG = 5.0  # most that it asks for in one go: turned further the other plane is lost sight of
_POWER_NEAR_DB = 1.0
_WEAK_DB = 2.0  # over the lock: under this it sends the installer back


def isolation_db(skew_error_deg: float, feed_db: float) -> float:
    """Isolation of a feed that is turned by so much, with its own leak."""
    tangent = math.tan(math.radians(min(abs(skew_error_deg), 89.0)))
    return -10.0 * math.log10(tangent**2 + 10.0 ** (-feed_db / 10.0))


class SimulatedDesk:
    """One call. Time is the terminal's own, in seconds."""

    def __init__(self, config: TerminalConfig, faults: dict[BenchFault, float] | None = None) -> None:
        self.config = config
        self.faults = dict(config.faults) if faults is None else faults
        self.hurried = config.hurried
        self.who = _NAMES[config.seed % len(_NAMES)]
        self.done: list[str] = []
        self.on_since_s: float | None = None
        self.isolation_db: float | None = None
        self.power_right = False

    def hear(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        """Answers a step of the installer's."""
        if said.hurried is not None:
            self.hurried = said.hurried
        act = {
            "called": self._called,
            "readings": self._readings,
            "carrier_on": self._carrier_on,
            "power": self._power,
            "isolation": self._isolation,
            "approved": self._approve,
            "carrier_off": self._carrier_off,
            "install_left": self._install_left,
        }.get(said.step, self._noted)
        reply = act(said, modem, now_s)
        if not reply.refused:
            self.done.append(said.step)
            modem.desk_done.add(said.step)
        return reply.model_copy(update={"who": self.who, "carrier_on": modem.carrier_on})

    def _say(self, patient: str, hurried: str) -> str:
        return hurried if self.hurried else patient

    def _called(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        wanted = self.config.terminal_id
        if not said.terminal_id:
            return DeskReply(said=self._say("Good day. Which terminal id, please?", "Terminal id?"), refused=True)
        if wanted and said.terminal_id != wanted:
            text = f"I have no {said.terminal_id} in today’s list. Please read it again, sign by sign."
            return DeskReply(said=text, refused=True)
        text = f"Operations desk, {self.who}. I have {said.terminal_id} before me. Your readings, please."
        return DeskReply(said=self._say(text, f"{self.who}. {said.terminal_id}, yes. Readings."))

    def _readings(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if "called" not in self.done:
            return DeskReply(said="Who is speaking? Terminal id first, please.", refused=True)
        if said.es_n0_db is None:
            return DeskReply(said="I need your Es over N0.", refused=True)
        if said.es_n0_db < self.config.lock_level_db + _WEAK_DB:
            text = f"{said.es_n0_db:.1f} dB is too weak for a line-up. Back to the peak, then call again."
            return DeskReply(said=text, refused=True)
        return DeskReply(
            said=self._say("Thank you. When you are ready, carrier on, low power, nobody in front.", "Carrier on, low.")
        )

    def _carrier_on(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if "readings" not in self.done:
            return DeskReply(said="No carrier yet, please: I have not your readings.", refused=True)
        if not modem.locked:
            return DeskReply(said="I see nothing. Is the modem locked, and at the page for the carrier?", refused=True)
        modem.carrier_on = True
        self.on_since_s = self.on_since_s if self.on_since_s is not None else now_s
        self.power_right, self.isolation_db = False, None
        return DeskReply(
            said=self._say("I see your carrier. What transmit level does your page show?", "Got it. Level?")
        )

    def _power(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if late := self._late(modem, now_s):
            return late
        if not modem.carrier_on:
            return DeskReply(said="I see no carrier.", refused=True)
        if said.transmit_dbm is None:
            return DeskReply(said="What does your page show?", refused=True)
        off = self.config.transmit_dbm - said.transmit_dbm
        if abs(off) > _POWER_NEAR_DB:
            way = "Up" if off > 0 else "Down"
            return DeskReply(said=f"{way} by {abs(off):.1f} dB, please, and tell me when.", refused=True)
        self.power_right = True
        return DeskReply(
            said=self._say("Power is right. Hold it there: I measure the other polarization.", "Power fine. Hold.")
        )

    def _isolation(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if late := self._late(modem, now_s):
            return late
        if not modem.carrier_on:
            return DeskReply(said="Carrier on first: I cannot measure what you do not send.", refused=True)
        if not self.power_right:
            return DeskReply(said="Power first, please.", refused=True)
        error = said.skew_error_deg + self.faults.get("skew", 0.0)
        found = self.isolation_db = round(isolation_db(error, self.config.feed_isolation_db), 1)
        if found >= self.config.desk_least_db:
            return DeskReply(said=f"{found:.1f} dB. That is enough. Tighten, and I look once more.", isolation_db=found)
        way, step = ("anticlockwise" if error > 0 else "clockwise"), min(_STEP_DEG, abs(error))
        turn = f"Turn {way} from behind by about {step:.0f} degrees."
        text = f"{found:.1f} dB: not enough, I need {self.config.desk_least_db:g}. {turn}"
        return DeskReply(said=text, isolation_db=found)

    def _approve(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if self.isolation_db is None or self.isolation_db < self.config.desk_least_db or not self.power_right:
            return DeskReply(said="I cannot approve that: power and isolation first.", refused=True)
        number = f"{self.config.seed % 9000 + 1000}-{len(self.done):02d}"
        text = f"Approved, number {number}. Now carrier off, please, and stay on the line until I say it is gone."
        return DeskReply(said=self._say(text, f"Approved, {number}. Carrier off."), number=number)

    def _carrier_off(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        if not modem.carrier_on:
            return DeskReply(said="It is off already: I see nothing.")
        minutes = (now_s - (self.on_since_s or now_s)) / 60.0
        modem.carrier_on, self.on_since_s = False, None
        late = minutes > self.config.carrier_most_min
        text = "Your carrier is gone. " + ("That was too long: please mind the time." if late else "Thank you.")
        return DeskReply(said=text)

    def _late(self, modem: SimulatedModem, now_s: float) -> DeskReply | None:
        """A hurried desk ends the call when the carrier has been on for longer than it lends it."""
        if not self.hurried or self.on_since_s is None or not modem.carrier_on:
            return None
        if (now_s - self.on_since_s) / 60.0 <= self.config.carrier_most_min:
            return None
        return DeskReply(said="Your time is over. Carrier off now, and book another slot.", refused=True)

    def _install_left(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        modem.install = False
        return self._noted(said, modem, now_s)

    def _noted(self, said: DeskSaid, modem: SimulatedModem, now_s: float) -> DeskReply:
        return DeskReply(said="I note it.")


__all__ = ["SimulatedDesk", "isolation_db"]
