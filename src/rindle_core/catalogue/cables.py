"""Cables of the stores, and what a terminal allows of its cable and feeds over it."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rindle_core.kernel.model import Model

CableKind = Literal["coax", "ethernet"]


class CableLimits(Model):
    """What the terminal asks of its cable."""

    types: list[str] = Field(min_length=1, description="From the stores")
    most_m: float = Field(gt=0, le=10_000)
    if_low_mhz: float = Field(gt=0, le=60_000)
    if_high_mhz: float = Field(gt=0, le=60_000)
    most_loss_db: float = Field(gt=0, le=200)
    runs: int = Field(default=1, ge=1, le=2)
    ports: list[Annotated[str, Field(min_length=1, max_length=20)]] = Field(
        default_factory=list, max_length=4, description="Names of the ports, one a run, as the labels have them"
    )
    plug_mm: float = Field(
        default=11.0, gt=0, le=100, description="Widest part that has to pass a hole: connector or sealed plug"
    )


class Supply(Model):
    """Direct current sent up the cable."""

    supply_v: float = Field(gt=0, le=1000)
    power_w: float = Field(ge=0, le=5000)
    least_v: float = Field(gt=0, le=1000, description="Least voltage at which the outdoor unit starts")


class CoaxCable(Model):
    """A cable: coaxial with its loss a√f + b·f per 100 m (f in MHz, 20 °C), or Ethernet that carries power;

    and its loop resistance.
    """

    code: str
    name: str
    kind: CableKind = "coax"
    loss_a: float = Field(default=0.0, ge=0, le=100, description="dB per 100 m per √MHz: the conductors")
    loss_b: float = Field(default=0.0, ge=0, le=10, description="dB per 100 m per MHz: the dielectric")
    loop_ohm_per_100m: float = Field(gt=0, le=1000, description="Centre and screen in series, direct current, 20 °C")
    diameter_mm: float = Field(gt=0, le=100)
    bend_radius_mm: float = Field(gt=0, le=2000)
    lengths_m: list[Annotated[float, Field(gt=0, le=1000)]] = Field(
        default_factory=list, max_length=20, description="Lengths in which it is supplied; empty: cut from a drum"
    )
    sealed: bool = Field(default=False, description="With sealed ends: neither cut nor joined")
    plug_mm: float = Field(default=11.0, gt=0, le=100, description="Widest part of its plug")
    bulge_mm: float | None = Field(
        default=None, gt=0, le=200, description="Of a moulded arrester or ferrite on it; empty: none"
    )
    most_pull_n: float | None = Field(default=None, gt=0, le=10_000, description="Most pull; never by the plug")
    strip_mm: float = Field(default=10.0, gt=0, le=50, description="Jacket taken off for a connector")
    pin_mm: float = Field(default=3.0, gt=0, le=20, description="Centre that stands out of the connector")

    @model_validator(mode="after")
    def _lossy(self) -> Self:
        if self.kind == "coax" and self.loss_a <= 0:
            raise ValueError("a coaxial cable has a loss: enter loss_a from its sheet")
        return self


__all__ = ["CableKind", "CableLimits", "CoaxCable", "Supply"]
