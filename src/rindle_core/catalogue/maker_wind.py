"""What the maker's sheet says of the wind on an antenna."""

from __future__ import annotations

import math
from typing import Self

from pydantic import Field, model_validator

from rindle_core.kernel.model import Model


class MakerWind(Model):
    """What the maker's sheet says of the wind: it prevails over what is reckoned. Many tell limits and no forces.

    Raises ValueError for forces without the gust to which they belong, or without the one along the beam.
    """

    gust_mps: float | None = Field(default=None, gt=0, le=120, description="Gust to which the forces below belong")
    axial_n: float | None = Field(default=None, gt=0, le=1e6, description="Along the beam")
    side_n: float = Field(default=0.0, ge=0, le=1e6, description="Across it")
    twist_nm: float = Field(default=0.0, ge=0, le=1e6, description="About the mast")
    operate_mps: float | None = Field(default=None, gt=0, le=120, description="Gust up to which it works")
    survive_mps: float | None = Field(default=None, gt=0, le=120, description="Gust that it outlives")

    @model_validator(mode="after")
    def _whole(self) -> Self:
        told = self.axial_n is not None or self.side_n > 0 or self.twist_nm > 0
        if told and (self.gust_mps is None or self.axial_n is None):
            raise ValueError("forces need the gust to which they belong, and the force along the beam")
        return self

    def at(self, gust_mps: float) -> tuple[float, float] | None:
        """Force (N) and twist about the mast (N·m) at a gust: both go with its square. None: no forces are told."""
        if self.gust_mps is None or self.axial_n is None:
            return None
        share = (gust_mps / self.gust_mps) ** 2
        return math.hypot(self.axial_n, self.side_n) * share, self.twist_nm * share


__all__ = ["MakerWind"]
