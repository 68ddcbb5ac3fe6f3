"""Everything that people entered or devices reported about a job."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.catalogue.models import CoaxCable, Constellation, Instrument, Satellite, Terminal
from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.science.skyline import Obstacle, Season, SkylinePoint
from rindle_core.science.sun import zone_of_longitude_h
from rindle_core.stations.aim.aim import ModelDay
from rindle_core.stations.brief.brief import Delivery
from rindle_core.stations.brief.documents import DocumentFact
from rindle_core.stations.brief.visit import VisitFacts
from rindle_core.stations.bringup.bringup import StateEntered
from rindle_core.stations.build.steps import StepMark
from rindle_core.stations.cable.cable import CablePiece, ExtraRun
from rindle_core.stations.evidence import Waiver
from rindle_core.stations.handover.acceptance import ServiceRun
from rindle_core.stations.peak.peaking import Axis, LockdownInput, Turning
from rindle_core.stations.sky.candidates import CandidateAt
from rindle_core.stations.sky.sky_photo import PhotoInput
from rindle_core.stations.sky.trial import TrialEvent


class AxisReading(Model):
    """A peaking reading with its axis and its pass (1 for the first time round)."""

    axis: Axis
    pass_number: int = Field(default=1, ge=1, le=20)
    turns: float = Field(ge=-200, le=200)
    level_db: float = Field(ge=-60, le=60)
    turning: Turning = "up"


class SettingMark(Model):
    """A field of the settings sheet as entered into the modem. A secret's value is never kept."""

    name: str = Field(min_length=1, max_length=80)
    value: str = Field(default="", max_length=160)
    secret: bool = False
    entered: bool = False


class SkylineSet(Model):
    """A skyline as it was read at one place and height."""

    name: str = Field(default="", max_length=60)
    letter: str = Field(default="", max_length=3, description="Candidate where it was read; empty: the job's place")
    read_height_m: float | None = Field(
        default=None, ge=0, le=300, description="Eye or lens over the ground; None: at the terminal's own height"
    )
    points: list[SkylinePoint] = Field(default_factory=list, max_length=2000)
    obstacles: list[Obstacle] = Field(default_factory=list, max_length=200)


class Attitude(Model):
    """How a panel stood on a day, so that drift is seen."""

    on: dt.date
    azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True")
    tilt_deg: float = Field(ge=0, le=90, description="From the zenith")
    note: str = Field(default="", max_length=120)


class SkyPhoto(Model):
    """A picture in the locker with its marks and its traced skyline."""

    document_id: int = Field(ge=1)
    photo: PhotoInput


class TrialFacts(Model):
    """The trial of a panel: where, when, and what its log told."""

    letter: str = Field(default="", max_length=3)
    height_m: float | None = Field(default=None, ge=0, le=300)
    started_at: dt.datetime | None = None
    ended_at: dt.datetime | None = None
    log_name: str = Field(default="", max_length=200)
    events: list[TrialEvent] = Field(default_factory=list, max_length=20_000)


class JobFacts(Model):
    """Everything that people entered or devices reported. None or empty: not yet."""

    customer: str = Field(default="", max_length=120)
    service_wanted: str = Field(default="", max_length=400)
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    height_m: float = Field(default=0.0, ge=-500, le=9000)
    date: ModelDay
    terminal: Terminal | None = None
    satellite: Satellite | None = None
    cables: list[CoaxCable] = Field(default_factory=list)
    runs: list[ServiceRun] = Field(default_factory=list)
    others: list[Satellite] = Field(default_factory=list, description="Other satellites of the stores")
    other_latitude_deg: float | None = Field(
        default=None, ge=-90, le=90, description="A second entry for the same site"
    )
    other_longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    printed_azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the work order")
    printed_elevation_deg: float | None = Field(default=None, ge=-90, le=90)
    printed_skew_deg: float | None = Field(default=None, ge=-90, le=90)
    needs: list[str] = Field(default_factory=list, max_length=20)
    hazards: list[str] = Field(default_factory=list, max_length=20)
    cautions_seen: list[str] = Field(default_factory=list, max_length=20)
    needs_proved: list[str] = Field(default_factory=list, max_length=20)
    visit: VisitFacts = VisitFacts()
    documents: list[DocumentFact] = Field(default_factory=list, max_length=200)
    settings: list[SettingMark] = Field(default_factory=list, max_length=100)
    modem_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="On the modem's own pointing page"
    )
    modem_elevation_deg: float | None = Field(default=None, ge=-90, le=90)
    compass_at_peak_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="What the compass showed on the peak"
    )
    clinometer_at_peak_deg: float | None = Field(default=None, ge=-90, le=180)
    extra_runs: list[ExtraRun] = Field(default_factory=list, max_length=20)
    settled: list[str] = Field(default_factory=list, max_length=20)
    access: str = Field(default="", max_length=600)
    deliveries: list[Delivery] = Field(default_factory=list, max_length=100)
    preset_measured_deg: float | None = Field(
        default=None, ge=-90, le=180, description="Clinometer reading once the elevation was preset"
    )
    lean_deg: float | None = Field(default=None, ge=0, le=30)
    lean_towards_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    compass: Instrument | None = Field(default=None, description="The crew's own, with its checks")
    clinometer: Instrument | None = None
    compass_correction_deg: float = Field(default=0.0, ge=-20, le=20)
    clinometer_correction_deg: float = Field(default=0.0, ge=-10, le=10)
    positions: list[CandidateAt] = Field(default_factory=list, max_length=50)
    skyline: list[SkylinePoint] = Field(default_factory=list, description="One skyline, where there are no sets")
    skylines: list[SkylineSet] = Field(default_factory=list, max_length=40)
    sky_photos: list[SkyPhoto] = Field(default_factory=list, max_length=20)
    sky_set: int = Field(default=0, ge=0, le=39, description="Number of the skyline in use")
    position_letter: str = Field(
        default="", max_length=3, description="Candidate that the terminal is planned for; empty: the job's place"
    )
    ahead_years: float = Field(default=0.0, ge=0, le=40)
    season: Season = "leaf"
    constellation: Constellation | None = None
    panel_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Planned bearing of a panel's boresight, true"
    )
    attitudes: list[Attitude] = Field(default_factory=list, max_length=200)
    trial: TrialFacts = TrialFacts()
    wind_from_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Where the prevailing wind comes from, true"
    )
    mast_diameter_mm: float | None = Field(default=None, gt=0, le=500)
    mast_wall_mm: float | None = Field(default=None, gt=0, le=50)
    mast_free_length_m: float | None = Field(default=None, gt=0, le=20)
    height_above_ground_m: float | None = Field(default=None, ge=0, le=300)
    cable_code: str = ""
    cable_pieces: list[CablePiece] = Field(default_factory=list)
    connectors: int = Field(default=2, ge=0, le=20)
    step_marks: list[StepMark] = Field(default_factory=list)
    readings: list[AxisReading] = Field(default_factory=list)
    lockdown: LockdownInput = LockdownInput()
    beam_letter: str = Field(default="", max_length=3)
    activation_code: str = Field(default="", max_length=40)
    states_entered: list[StateEntered] = Field(default_factory=list)
    device_now_s: float = Field(default=0.0, ge=0)
    device_level_db: float | None = Field(default=None, ge=-60, le=60)
    waivers: list[Waiver] = Field(default_factory=list, max_length=60, description="Proofs that somebody let pass")
    rules: HouseRules = DEFAULT_RULES

    def noon(self) -> dt.datetime:
        """Noon of the day of the work by the site's longitude: when a simulation by elements starts."""
        middle = dt.datetime(self.date.year, self.date.month, self.date.day, 12, tzinfo=dt.UTC)
        return middle - dt.timedelta(hours=zone_of_longitude_h(self.longitude_deg or 0.0))


__all__ = ["AxisReading", "JobFacts"]
