"""Readings of a fine screw, and what is found of them: the shapes that the fit takes and gives."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.models import Screw
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model

Axis = Literal["elevation", "azimuth"]
Turning = Literal["up", "down"]
Mark = Literal["", "fell", "back", "best"]
Lobe = Literal["main", "side", "doubtful", "unknown"]

ALREADY_THERE_DB = 0.1  # a pointing loss that no receiver shows
SIDE_AT, DOUBT_AT = 0.97, 0.2  # chance of a side lobe from which it is called one, and from which it is doubted
LEAST_STEP_TURNS = 0.125  # finer than that nobody turns a spanner


class PeakReading(Model):
    """The screw's counter and the level there, or the place where the sound fell or came back.

    `turning` is the way the screw was turned to get there.
    """

    turns: float = Field(ge=-200, le=200)
    level_db: float | None = Field(default=None, ge=-60, le=60)
    turning: Turning = "up"
    mark: Mark = Field(default="", description="By ear, without a figure: fell, came back, or stands on its best")

    @model_validator(mode="after")
    def _told(self) -> Self:
        if self.level_db is None and not self.mark:
            raise ValueError("needs level_db, or the mark “fell” or “back”")
        return self


class PeakInput(Model):
    """Readings of one axis, oldest first. Turns are counted from where the screw stood at the first preset."""

    axis: Axis
    readings: list[PeakReading] = Field(max_length=500)
    screw: Screw
    elevation_deg: float = Field(default=0.0, ge=-5, le=90, description="Azimuth moves the beam by its cosine only")
    beamwidth_deg: float = Field(gt=0, le=90)
    from_middle_turns: float = Field(
        default=0.0, ge=-100, le=100, description="Where the screw stands from its mid-travel when its count is 0"
    )
    predicted_level_db: float | None = Field(
        default=None, description="What the link promises at the peak in clear sky"
    )
    other_axis_proved: bool = Field(
        default=True, description="Whether the other axis is peaked: before, a level says nothing against the link"
    )
    rules: HouseRules = DEFAULT_RULES


class CurvePoint(Model):
    """The fitted level at a screw position reached turning up, with a band of two standard deviations."""

    turns: float
    level_db: float
    low_db: float
    high_db: float


class PeakResult(Model):
    """The fitted top. Turns are counted as the screw shows them when turned up."""

    top_turns: float
    top_sd_turns: float = Field(description="Half of the 95 % bound")
    top_level_db: float
    fitted_beamwidth_deg: float
    backlash_turns: float = Field(description="Play of the head as learnt from the readings")
    backlash_sd_turns: float = 0.0
    residual_db: float = Field(description="Scatter of the readings about the curve, one standard deviation")
    loss_now_db: float = Field(description="What the present position costs by the fit")
    back_turns: float = Field(description="First turn down by this; 0 where none is needed")
    forward_turns: float = Field(description="Then turn up by this, so that the screw arrives pushing")
    at_top: bool = Field(description="Whether the present position costs less than a receiver shows")
    bracketed: bool = Field(
        description="Whether the level was seen to fall on both sides of the top: then it is proved"
    )
    fell_both: bool = Field(
        default=False, description="It fell on both sides, whether or not it has the shape of this dish's lobe"
    )
    placed: bool = Field(
        default=True, description="Whether the readings say where the top lies: its 95 % bound is within half a beam"
    )
    leads: bool = Field(
        default=False,
        description="Whether one is led to the top: proved, no side lobe nor perhaps one, before the end of the screw",
    )
    step_turns: float = Field(default=LEAST_STEP_TURNS, description="Largest next turn that cannot jump the top")
    end_stop: Literal["", "up", "down"] = Field(default="", description="End of the screw before the top")
    lobe: Lobe = Field(default="unknown", description="By position, width and shape; main where nothing speaks against")
    side_lobe_share: float | None = Field(
        default=None, ge=0, le=1, description="That it is a side lobe; None: not weighed"
    )
    left_out_numbers: list[int] = Field(
        default_factory=list, description="Numbers from 0 of readings that do not belong"
    )
    curve: list[CurvePoint]


__all__ = [
    "ALREADY_THERE_DB",
    "DOUBT_AT",
    "LEAST_STEP_TURNS",
    "SIDE_AT",
    "Axis",
    "CurvePoint",
    "Lobe",
    "Mark",
    "PeakInput",
    "PeakReading",
    "PeakResult",
    "Turning",
]
