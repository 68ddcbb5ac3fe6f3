"""What a simulated terminal is made of."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.models import BringUpState, ModemEntry, Screw
from rindle_core.catalogue.modem import ModemAccess
from rindle_core.catalogue.peak_words import SoundState
from rindle_core.kernel.model import Model
from rindle_core.stations.bringup.rows import DeskStep

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


class OtherSatellite(Model):
    """Another satellite in the sky of the stand-in, from the wanted one, and the network that it shows."""

    azimuth_deg: float = Field(ge=-180, le=180, description="Of the head: clockwise positive")
    elevation_deg: float = Field(ge=-90, le=90)
    level_db: float = Field(ge=-20, le=40, description="In the middle of the beam")
    network: str = Field(default="", max_length=60)


BenchFault = Literal[
    "off_top",
    "blocked",
    "other_hand",
    "wet_plug",
    "swapped",
    "long_cable",
    "low_supply",
    "meter_left",
    "service",
    "code_used",
    "skew",
]


class TerminalConfig(Model):
    """A terminal in its place: its beam, its screws, where it was coarsely pointed, and what it has to be told.

    The coarse errors are drawn from the seed where they are not given.
    """

    seed: int = Field(default=1, ge=0)
    time_scale: float = Field(default=10.0, gt=0, le=1000, description="Seconds of the terminal's time in one of ours")
    beamwidth_deg: float = Field(gt=0, le=90)
    elevation_beamwidth_deg: float | None = Field(default=None, gt=0, le=90, description="Empty: a round dish")
    edge_taper_db: float = Field(default=10.0, ge=0, le=30, description="Illumination of the rim under the middle's")
    elevation_deg: float = Field(ge=-5, le=90, description="Of the satellite: azimuth moves the beam by its cosine")
    elevation_screw: Screw
    azimuth_screw: Screw
    coarse_elevation_error_deg: float | None = Field(default=None, ge=-10, le=10)
    coarse_azimuth_error_deg: float | None = Field(default=None, ge=-10, le=10)
    peak_level_db: float | None = Field(default=None, description="Es/N0 at the very top; None: from the downlink")
    downlink: Downlink | None = None
    mast_lean_deg: float = Field(
        default=0.0, ge=-15, le=15, description="Across the beam: azimuth turned clockwise then raises it by so much"
    )
    sway_db: float = Field(default=0.0, ge=0, le=6, description="Of a gust on the dish, peak")
    network: str = Field(default="", max_length=60, description="That the wanted satellite shows")
    others: list[OtherSatellite] = Field(default_factory=list, max_length=12)
    lock_s: float = Field(default=2.0, ge=0, le=120, description="In the beam before it locks, terminal time")
    drop_db: float = Field(default=0.6, gt=0, le=6, description="Under the stored best at which its sound breaks")
    reset_pulse_count: int = Field(default=8, ge=0, le=100, description="Covered pulses that clear the stored best")
    noise_db: float = Field(default=0.08, ge=0, le=3, description="Standard deviation of a reading")
    delay_s: float = Field(default=1.5, ge=0, le=30, description="Time constant of the receiver's level, terminal time")
    lock_level_db: float = Field(default=2.0, description="Least level at which the receiver locks")
    beam_letter: str = Field(default="", description="The letter that the network listens for at this place")
    activation_pattern: str = Field(
        default=r"[A-Z0-9]{4}-[A-Z0-9]{4}", description="What the network accepts as a code"
    )
    states: list[BringUpState] = Field(min_length=2)
    entries: list[ModemEntry] = Field(default_factory=list, max_length=40, description="Empty: letter and code only")
    right: dict[str, str] = Field(
        default_factory=dict, description="Entry code -> what the network has; one that is not named is taken as told"
    )
    access: ModemAccess | None = None
    name: str = Field(default="Terminal", max_length=80)
    faults: dict[BenchFault, float] = Field(
        default_factory=dict, description="Switched on for practice and tests, with its size: dB, degrees, or 1"
    )
    injector: bool = Field(default=False, description="A box of its own sends the current up the data cable")
    by_meter: bool = Field(
        default=False, description="A meter or an analyser feeds the receiver and shows its level, without the modem"
    )
    own_router: bool = Field(default=False, description="The terminal has a router of its own")
    shared_address: bool = Field(default=True, description="The service shares addresses between customers")
    joins_wait_s: float = Field(default=120.0, ge=0, le=3600, description="Until a new wireless name takes hold")
    supply_v: float = Field(default=30.0, gt=0, le=120, description="At the dish end, without faults")
    least_v: float = Field(default=18.0, gt=0, le=120)
    input_dbm: float = Field(
        default=-45.0, ge=-120, le=0, description="At the modem's input on the top, without faults"
    )
    least_input_dbm: float = Field(default=-65.0, ge=-140, le=0)
    transmit_dbm: float = Field(default=28.0, ge=-60, le=80, description="Transmit level that it needs here")
    desk_least_db: float = Field(default=25.0, ge=0, le=60, description="Isolation that the desk asks for")
    feed_isolation_db: float = Field(default=38.0, ge=0, le=60, description="That the feed has at its best")
    terminal_id: str = Field(default="", max_length=60, description="That the desk has in its list; empty: any")
    carrier_most_min: float = Field(default=5.0, gt=0, le=60)
    hurried: bool = Field(default=False, description="Whether the desk is in a hurry")

    @model_validator(mode="after")
    def _levelled(self) -> Self:
        if self.peak_level_db is None and self.downlink is None:
            raise ValueError("needs a downlink, or a level at the top")
        return self


MOST_TURNS = 20.0  # at one go


class ScrewTurn(Model):
    """Turn a screw: positive is up (elevation) or clockwise seen from above (azimuth)."""

    axis: Axis
    turns: float = Field(ge=-MOST_TURNS, le=MOST_TURNS)


class NutsChange(Model):
    """Tighten or loosen the nuts of the head."""

    tight: bool


class Push(Model):
    """Push the rim from behind and let go, or keep pushing."""

    side: Side
    keep: bool = Field(default=False, description="The hand stays: the level is that during the push")


class Swing(Model):
    """Swing the head by hand, the coarse clamps loose: clockwise seen from above, and up."""

    azimuth_deg: float = Field(default=0.0, ge=-180, le=180)
    elevation_deg: float = Field(default=0.0, ge=-45, le=45)


class CoverFeed(Model):
    """Hold a hand before the feed for some pulses."""

    pulse_count: int = Field(ge=0, le=100)


class StateEvent(Model):
    """A state and when it was entered, seconds of terminal time since power."""

    code: str
    at_s: float


class PowerChange(Model):
    """Switch the modem on or off, or on where it was left."""

    on: bool
    left_at: list[StateEvent] = Field(
        default_factory=list, max_length=2000, description="States that it came through already; it goes on from there"
    )


class ModemEntries(Model):
    """What the modem is told. Empty: leave as it is."""

    beam_letter: str = Field(default="", max_length=3)
    activation_code: str = Field(default="", max_length=40)
    others: dict[str, str] = Field(default_factory=dict, max_length=40, description="Entry code -> value")
    meter_out: bool | None = Field(default=None, description="Somebody took the meter out, or put it in")
    install: bool | None = Field(default=None, description="Installation mode: it sounds, and does not send by itself")


class DeskSaid(Model):
    """What the installer says to the simulated desk."""

    step: DeskStep
    terminal_id: str = Field(default="", max_length=60)
    es_n0_db: float | None = Field(default=None, ge=-60, le=60)
    transmit_dbm: float | None = Field(default=None, ge=-120, le=120)
    skew_error_deg: float = Field(default=0.0, ge=-90, le=90, description="As the feed stands, clockwise positive")
    hurried: bool | None = Field(default=None, description="How the desk plays from here on; None: as it does")


class FaultsChange(Model):
    """Faults that are switched on for practice, each with its size; those that are not named are off."""

    faults: dict[BenchFault, float] = Field(default_factory=dict, max_length=12)


class DeskReply(Model):
    """What the simulated desk answers."""

    said: str
    refused: bool = False
    isolation_db: float | None = None
    who: str = ""
    number: str = Field(default="", description="Of the approval")
    carrier_on: bool = False


class Telemetry(Model):
    """Everything that the terminal tells."""

    simulated: bool = True
    time_scale: float = Field(default=1.0, gt=0, description="Seconds of its own time in one of ours")
    powered: bool
    state: str
    states_entered: list[StateEvent]
    now_s: float = Field(description="Terminal time since power; 0 when off")
    level_db: float | None = Field(
        description="Receive Es/N0 as its page, or the meter on its feed, shows it now; None: nothing listens"
    )
    no_level_why: str = Field(default="", description="What keeps it from telling a level, in words; empty: it tells")
    no_sound_why: str = Field(default="", description="What keeps it from sounding, in words; empty: it sounds")
    install: bool | None = Field(default=None, description="Installation mode; None: nobody told it")
    best_db: float | None = Field(default=None, description="Best since its memory was cleared; None: none yet")
    sound: SoundState = Field(default="", description="What it lets one hear")
    nearness: float = Field(default=0.0, ge=0, le=1, description="To the stored best, as its sound has it")
    network: str = Field(default="", description="That it shows once locked; empty: not locked")
    transmitting: bool = False
    carrier_on: bool = Field(default=False, description="The unmodulated carrier of a line-up")
    input_dbm: float | None = Field(default=None, description="Level at the modem's input")
    transmit_dbm: float | None = Field(default=None, description="While it sends")
    injector: Literal["", "off", "steady", "slow", "fast"] = Field(
        default="", description="Light of its injector; empty: it has none"
    )
    restart_count: int = Field(default=0, description="Started again by itself since power")
    fault_count: int = Field(default=0, description="Faults that are switched on for practice; which, is to be found")
    entries: dict[str, str] = Field(default_factory=dict, description="As its page shows them")
    at_stop: Literal["", "elevation", "azimuth"] = Field(default="", description="Screw that came to its end")
    settled: bool = Field(description="Whether the meter has caught up with the last movement")
    elevation_turns: float = Field(description="Counter of the elevation screw")
    azimuth_turns: float = Field(description="Counter of the azimuth screw")
    elevation_turning: Literal["up", "down"]
    azimuth_turning: Literal["up", "down"]
    nuts_tight: bool
    beam_letter: str
    activation_code_entered: bool
