"""Places of a terminal where an earth wire may be taken, and where not."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model


class EarthPoint(Model):
    """A screw, lug or clamp to which somebody may come to take the earth."""

    name: str = Field(min_length=1, max_length=80)
    allowed: bool = Field(description="Whether its maker lets the earth be taken there")
    note: str = Field(default="", max_length=200, description="How it is made there, or why it may not be")


__all__ = ["EarthPoint"]
