"""What a simulated terminal is made of."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.models import BringUpState, Screw
from rindle_core.kernel.model import Model

Axis = Literal["elevation", "azimuth"]
Side = Literal["top", "bottom", "left", "right"]


class Downlink(Model):
    """The satellite's side as the stand-in sees it: where things are, and how strong the beam is in its middle."""

    satellite_longitude_deg: float = Field(ge=-180, le=360)
    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    outline_deg: list[tuple[float, float]] = Field(min_length=3, description="(longitude, latitude) of the beam's edge")
    centre_db: float = Field(description="Es/N0 in the beam's middle with the reference terminal, clear sky")
    edge_loss_db: float = Field(ge=0, le=20)
    terminal_gain_db: float = Field(description="Of this terminal over the reference terminal")
    shortfall_db: float = Field(default=0.4, ge=0, le=20, description="What a real installation never reaches")


class TerminalConfig(Model):
    """A terminal in its place: its beam, its screws, where it was coarsely pointed, and what it has to be told.

    The coarse errors are drawn from the seed where they are not given.
    """

    seed: int = Field(default=1, ge=0)
    time_scale: float = Field(default=10.0, gt=0, le=1000, description="Seconds of the terminal's time in one of ours")
    beamwidth_deg: float = Field(gt=0, le=90)
    elevation_deg: float = Field(ge=-5, le=90, description="Of the satellite: azimuth moves the beam by its cosine")
    elevation_screw: Screw
    azimuth_screw: Screw
    coarse_elevation_error_deg: float | None = Field(default=None, ge=-10, le=10)
    coarse_azimuth_error_deg: float | None = Field(default=None, ge=-10, le=10)
    peak_level_db: float | None = Field(default=None, description="Es/N0 at the very top; None: from the downlink")
    downlink: Downlink | None = None
    noise_db: float = Field(default=0.08, ge=0, le=3, description="Standard deviation of a reading")
    delay_s: float = Field(default=1.5, ge=0, le=30, description="Time constant of the receiver's level, terminal time")
    lock_level_db: float = Field(default=2.0, description="Least level at which the receiver locks")
    beam_letter: str = Field(default="", description="The letter that the network listens for at this place")
    activation_pattern: str = Field(
        default=r"[A-Z0-9]{4}-[A-Z0-9]{4}", description="What the network accepts as a code"
    )
    states: list[BringUpState] = Field(min_length=2)

    @model_validator(mode="after")
    def _levelled(self) -> Self:
        if self.peak_level_db is None and self.downlink is None:
            raise ValueError("needs a downlink, or a level at the top")
        return self


class ScrewTurn(Model):
    """Turn a screw: positive is up (elevation) or clockwise seen from above (azimuth)."""

    axis: Axis
    turns: float = Field(ge=-20, le=20)


class NutsChange(Model):
    """Tighten or loosen the nuts of the head."""

    tight: bool


class Push(Model):
    """Push the rim and let go."""

    side: Side


class PowerChange(Model):
    """Switch the modem on or off."""

    on: bool


class ModemEntries(Model):
    """What the modem is told. Empty: leave as it is."""

    beam_letter: str = Field(default="", max_length=3)
    activation_code: str = Field(default="", max_length=40)


class StateEvent(Model):
    """A state and when it was entered, seconds of terminal time since power."""

    code: str
    at_s: float


class Telemetry(Model):
    """Everything that the terminal tells."""

    simulated: bool = True
    time_scale: float = Field(default=1.0, gt=0, description="Seconds of its own time in one of ours")
    powered: bool
    state: str
    states_entered: list[StateEvent]
    now_s: float = Field(description="Terminal time since power; 0 when off")
    level_db: float = Field(description="Receive Es/N0 as its meter shows it now")
    settled: bool = Field(description="Whether the meter has caught up with the last movement")
    elevation_turns: float = Field(description="Counter of the elevation screw")
    azimuth_turns: float = Field(description="Counter of the azimuth screw")
    elevation_turning: Literal["up", "down"]
    azimuth_turning: Literal["up", "down"]
    nuts_tight: bool
    beam_letter: str
    activation_code_entered: bool
