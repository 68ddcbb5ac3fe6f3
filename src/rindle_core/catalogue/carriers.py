"""Carriers that an analyser can be tuned to, and the receiving aid through which it hears them."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from rindle_core.kernel.model import Model

Wave = Literal["", "horizontal", "vertical", "left", "right"]
WAVES: dict[Wave, str] = {
    "": "not told",
    "horizontal": "horizontal",
    "vertical": "vertical",
    "left": "left-hand",
    "right": "right-hand",
}
BARE_MHZ = 1.0  # a bare carrier is a line; a receiving aid drifts by about so much


class ReferenceCarrier(Model):
    """A carrier of a satellite that is always there: what an analyser is tuned to while the terminal cannot tell."""

    name: str = Field(min_length=1, max_length=60)
    downlink_mhz: float = Field(gt=0, le=100_000, description="As it comes from the satellite")
    wave: Wave = Field(default="", description="As it is received at the site")
    symbol_rate_kbaud: float | None = Field(default=None, gt=0, le=500_000, description="Empty: a bare carrier")
    excess_share: float = Field(default=0.35, ge=0, le=1, description="Width beyond the symbol rate, as a share of it")
    only_here: bool = Field(default=False, description="No other satellite has it: seen, it is proof")
    looks: str = Field(default="", max_length=160, description="How it looks on the analyser")

    @property
    def width_mhz(self) -> float:
        """What it takes up: the symbol rate with what goes beyond it; a bare carrier its aid's drift."""
        if self.symbol_rate_kbaud is None:
            return BARE_MHZ
        return self.symbol_rate_kbaud / 1000.0 * (1.0 + self.excess_share)

    def meets(self, other: ReferenceCarrier) -> bool:
        """Whether both stand at one place of the band with one wave: an analyser does not tell them apart."""
        apart_mhz = abs(self.downlink_mhz - other.downlink_mhz)
        one_wave = self.wave == other.wave or not (self.wave and other.wave)
        return one_wave and apart_mhz < 0.5 * (self.width_mhz + other.width_mhz)


class ReceivingAid(Model):
    """A small receiver that is strapped on where the transceiver goes. One or two oscillators, chosen by a tone.

    Raises ValueError for half of a second band.
    """

    name: str = Field(min_length=1, max_length=80)
    oscillator_mhz: float = Field(gt=0, le=100_000)
    high_oscillator_mhz: float | None = Field(default=None, gt=0, le=100_000, description="Empty: it has one band")
    switch_mhz: float | None = Field(
        default=None, gt=0, le=100_000, description="Downlink from which the tone chooses the high oscillator"
    )
    by_voltage: bool = Field(default=True, description="Its voltage chooses the wave; else it is turned by hand")
    if_least_mhz: float = Field(default=950.0, gt=0, le=10_000)
    if_most_mhz: float = Field(default=2150.0, gt=0, le=10_000)

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if (self.high_oscillator_mhz is None) != (self.switch_mhz is None):
            raise ValueError("a second band needs both its oscillator and the downlink from which it is chosen")
        if self.if_least_mhz >= self.if_most_mhz:
            raise ValueError("its least frequency to the analyser lies over the most; swap them")
        return self


__all__ = ["BARE_MHZ", "WAVES", "ReceivingAid", "ReferenceCarrier", "Wave"]
