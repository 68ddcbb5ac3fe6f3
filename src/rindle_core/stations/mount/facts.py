"""What is entered at Mount."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Facts


class MountFacts(Facts):
    """The mast as it was measured."""

    mast_diameter_mm: float | None = Field(default=None, gt=0, le=500)
    mast_wall_mm: float | None = Field(default=None, gt=0, le=50)
    mast_free_length_m: float | None = Field(default=None, gt=0, le=20)
    height_above_ground_m: float | None = Field(default=None, ge=0, le=300)


__all__ = ["MountFacts"]
