"""A step of the work with the hands, of a terminal or of a mount."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.house_words import Work
from rindle_core.kernel.model import Model


class BuildStep(Model):
    """A step of the assembly. `needs` names steps (`step:code`) or entries (`entry:name`) that come before."""

    code: str = Field(min_length=1)
    title: str
    detail: str = ""
    hold_point: bool = False
    before_power: bool = Field(
        default=False, description="Must be done before the terminal is switched on, as the earth"
    )
    needs: list[str] = Field(default_factory=list)
    caution: str = ""
    work: list[Work] = Field(
        default_factory=list, max_length=6, description="What is done in it that a hazard of the site may stop"
    )
    at_height_min: float = Field(default=0.0, ge=0, le=960, description="Minutes of it on a ladder or a roof")
    people_count: int = Field(default=1, ge=1, le=9, description="People that it takes")
    mate: str = Field(default="", max_length=300, description="What the mate does, or hands up")


__all__ = ["BuildStep"]
