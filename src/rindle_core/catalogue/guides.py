"""By what a terminal is pointed: its own sound, a meter in the line, a modem's page, an analyser on another carrier."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from rindle_core.catalogue.carriers import ReceivingAid
from rindle_core.kernel.model import Model

GuideKind = Literal["sound", "meter", "page", "analyser"]
GUIDE_KINDS: dict[GuideKind, str] = {
    "sound": "The terminal’s own sound",
    "meter": "A meter in the line",
    "page": "The modem’s page",
    "analyser": "An analyser on another carrier",
}
MemoryReset = Literal["", "cover", "key", "power"]
MEMORY_RESETS: dict[MemoryReset, str] = {
    "": "it has no memory, or none that can be cleared",
    "cover": "by covering the feed",
    "key": "by a key",
    "power": "by switching it off and on",
}


class GuideKey(Model):
    """A key of a meter, or a control of a page, and what it does."""

    key: str = Field(max_length=60)
    does: str = Field(max_length=200)


MODEM_GUIDES: tuple[GuideKind, ...] = ("sound", "page")  # the terminal itself tells; the others read on their own scale


class PeakGuide(Model):
    """What tells that the beam comes nearer, and how it behaves."""

    kind: GuideKind
    lock_s: float = Field(gt=0, le=120, description="Seconds in the beam that it needs before it tells")
    drop_db: float = Field(default=0.8, gt=0, le=6, description="Fall at which its sound or bar visibly drops")
    with_best: bool = Field(
        default=False, description="Compares with the best since it was reset, not with a fixed scale"
    )
    reset: MemoryReset = Field(default="", description="How the best is forgotten")
    reset_pulse_count: int = Field(default=0, ge=0, le=100, description="Pulses for which the feed stays covered")
    keys: list[GuideKey] = Field(default_factory=list, max_length=20, description="What is pressed, and what that does")
    expects: str = Field(default="", max_length=300, description="What is expected to be seen or heard, and set before")
    aid: ReceivingAid | None = Field(default=None, description="The receiver that an analyser hears through")


class ScrewLink(Model):
    """A screw as the third side of a triangle: between a pivot's arm and a fixed point. Turns are from its middle."""

    arm_mm: float = Field(gt=0, le=5000, description="Pivot to the screw's end on the head")
    base_mm: float = Field(gt=0, le=5000, description="Pivot to the screw's end on the mount")
    middle_mm: float = Field(gt=0, le=5000, description="Between the two ends at mid-travel")
    pitch_mm: float = Field(gt=0, le=20, description="Along the thread in a turn")
    longer_raises: bool = Field(default=True, description="Whether a longer screw raises the beam")

    def degrees(self, turns: float) -> float:
        """Beam over its mid-travel angle after so many turns up, degrees: the cosine rule; beyond its reach the end."""
        way = 1.0 if self.longer_raises else -1.0
        return way * (self._angle_deg(self.middle_mm + way * turns * self.pitch_mm) - self._angle_deg(self.middle_mm))

    def _angle_deg(self, side_mm: float) -> float:
        cosine = (self.arm_mm**2 + self.base_mm**2 - side_mm**2) / (2.0 * self.arm_mm * self.base_mm)
        return math.degrees(math.acos(min(1.0, max(-1.0, cosine))))


__all__ = [
    "GUIDE_KINDS",
    "MEMORY_RESETS",
    "MODEM_GUIDES",
    "GuideKey",
    "GuideKind",
    "MemoryReset",
    "PeakGuide",
    "ScrewLink",
]
