"""What is entered at Mount."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts


class MountFacts(Facts):
    """The mast as it was measured."""

    mast_diameter_mm: Annotated[float | None, Entry("Mast outer diameter")] = Field(default=None, gt=0, le=500)
    mast_wall_mm: Annotated[float | None, Entry("Wall thickness")] = Field(default=None, gt=0, le=50)
    mast_free_length_m: Annotated[
        float | None, Entry("Free length", hint="Top bracket or ground up to the dish’s centre")
    ] = Field(default=None, gt=0, le=20)
    height_above_ground_m: Annotated[float | None, Entry("Centre above ground")] = Field(default=None, ge=0, le=300)


__all__ = ["MountFacts"]
