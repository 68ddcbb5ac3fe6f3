"""What is entered at Sky."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.model import Facts, Row
from rindle_core.science.skyline import Obstacle, Season, SkylinePoint
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.sky_photo import PhotoInput
from rindle_core.stations.sky.trial import TrialEvent


class SkylineSet(Row):
    """A skyline as it was read at one place and height."""

    name: str = Field(default="", max_length=60)
    letter: str = Field(default="", max_length=3, description="Candidate where it was read; empty: the job's place")
    read_height_m: float | None = Field(
        default=None, ge=0, le=300, description="Eye or lens over the ground; None: at the terminal's own height"
    )
    points: list[SkylinePoint] = Field(default_factory=list, max_length=2000)
    obstacles: list[Obstacle] = Field(default_factory=list, max_length=200)


class SkyPhoto(Row):
    """A picture in the locker with its marks and its traced skyline."""

    document_id: int = Field(ge=1)
    photo: PhotoInput


class TrialFacts(Row):
    """The trial of a panel: where, when, and what its log told."""

    letter: str = Field(default="", max_length=3)
    height_m: float | None = Field(default=None, ge=0, le=300)
    started_at: dt.datetime | None = None
    ended_at: dt.datetime | None = None
    log_name: str = Field(default="", max_length=200)
    events: list[TrialEvent] = Field(default_factory=list, max_length=20_000)


class SkyFacts(Facts):
    """Candidate positions, what stands round them, and what a trial told."""

    positions: list[Candidate] = Field(default_factory=list, max_length=50)
    position_letter: str = Field(
        default="", max_length=3, description="Candidate that the terminal is planned for; empty: the job's place"
    )
    skylines: list[SkylineSet] = Field(default_factory=list, max_length=40)
    sky_set: int = Field(default=0, ge=0, le=39, description="Number of the skyline in use")
    sky_photos: list[SkyPhoto] = Field(default_factory=list, max_length=20)
    panel_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Planned bearing of a panel's boresight, true"
    )
    ahead_years: float = Field(default=0.0, ge=0, le=40)
    season: Season = "leaf"
    wind_from_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Where the prevailing wind comes from, true"
    )
    trial: TrialFacts = TrialFacts()
    trials_taken_out: list[TrialFacts] = Field(
        default_factory=list, max_length=5, description="Put aside, the newest last; they can be brought back"
    )


__all__ = ["SkyFacts", "SkyPhoto", "SkylineSet", "TrialFacts"]
