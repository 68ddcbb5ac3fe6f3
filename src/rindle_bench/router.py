"""The simulated gateway of the house: its outer address, and who has joined its wireless net."""

from __future__ import annotations

import zlib
from typing import Literal

from pydantic import Field

from rindle_core.kernel.model import Model

_BYPASS_S = 60.0  # until a bypass is in effect, after both boxes started again
_LAST_JOINS_S = 150.0
_STUBBORN = 5  # one device in so many does not come across by itself to a new name


class RouterAsk(Model):
    """What is asked of the gateway. With `send` the plan and the name of the net are put in first."""

    send: bool = False
    plan: Literal["keep", "bypass", "second"] = Field(default="keep", description="Which box is the gateway")
    wifi_name: str = Field(default="", max_length=32)
    wifi_kept: bool = Field(default=False, description="Old name and password: devices come across by themselves")
    devices: list[str] = Field(default_factory=list, max_length=200, description="What the house has, by name")


class RouterTold(Model):
    """What its page shows."""

    simulated: bool = True
    powered: bool
    outer_address: str = Field(default="", description="Empty: the line gave none yet")
    wifi_name: str = ""
    takes_hold_s: float = Field(default=0.0, description="Until what was put in is in effect, terminal time")
    joined: list[str] = Field(default_factory=list, description="Of the house's devices")


def _chance(*words: str) -> int:
    return zlib.crc32("/".join(words).encode())


class SimulatedRouter:
    """One gateway, or two behind each other. Time is the terminal's own, in seconds, and is handed in."""

    def __init__(self, seed: int, *, shared: bool, own: bool, joins_wait_s: float) -> None:
        self.seed, self.shared, self.own, self.joins_wait_s = str(seed), shared, own, joins_wait_s
        self.bypassed = not own  # without a router of the terminal's own the line comes straight in
        self.bypass_at_s = 0.0
        self.wifi_name, self.wifi_at_s = "", -1e9

    def ask(self, asked: RouterAsk, now_s: float, *, powered: bool, online: bool) -> RouterTold:
        """Puts in what is sent, then tells. Nothing is put into a box without power."""
        if asked.send and powered:
            bypass = asked.plan == "bypass" or not self.own
            if bypass != self.bypassed:
                self.bypassed, self.bypass_at_s = bypass, now_s
            if asked.wifi_name and asked.wifi_name != self.wifi_name:
                self.wifi_name, self.wifi_at_s = asked.wifi_name, now_s
        wifi_s = max(0.0, self.wifi_at_s + self.joins_wait_s - now_s)
        bypass_s = max(0.0, self.bypass_at_s + _BYPASS_S - now_s) if self.own and self.bypass_at_s else 0.0
        return RouterTold(
            powered=powered,
            outer_address=self._outer(asked.plan, bypass_s > 0) if powered and online else "",
            wifi_name=self.wifi_name if powered else "",
            takes_hold_s=round(max(wifi_s, bypass_s), 1) if powered else 0.0,
            joined=[name for name in asked.devices if self._joined(name, asked.wifi_kept, now_s)] if powered else [],
        )

    def _outer(self, plan: str, changing: bool) -> str:
        """Of the gateway of that plan: behind the terminal's own router it has an address of that one's net."""
        behind = self.own and (plan == "second" or (plan == "bypass" and (changing or not self.bypassed)))
        if behind:
            return f"192.168.71.{20 + _chance(self.seed) % 200}"
        number = _chance(self.seed, "line")
        if not self.shared:
            return f"203.0.113.{1 + number % 250}"  # RFC 5737: of no house in the world
        return f"100.{64 + number % 64}.{number // 64 % 256}.{1 + number // 16384 % 250}"

    def _joined(self, name: str, kept: bool, now_s: float) -> bool:
        since_s = now_s - self.wifi_at_s - self.joins_wait_s
        if not self.wifi_name or since_s < 0 or (_chance(name) % _STUBBORN == 0 and not kept):
            return False
        return kept or since_s >= _chance(self.seed, name) % _LAST_JOINS_S


__all__ = ["RouterAsk", "RouterTold", "SimulatedRouter"]
