"""What is entered at Sky."""

from __future__ import annotations

from typing import Annotated

from pydantic import AwareDatetime, Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts, Row
from rindle_core.science.horizon import TerrainEnd
from rindle_core.science.skyline import Obstacle, Season, SkylinePoint
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.mock_up import MockUp
from rindle_core.stations.sky.plan_models import WindSector
from rindle_core.stations.sky.plan_picture import PlanPicture
from rindle_core.stations.sky.plan_things import PlanThing
from rindle_core.stations.sky.sky_photo import PhotoInput
from rindle_core.stations.sky.trial_log import TrialEvent


class SkylineSet(Row):
    """A skyline as it was read at one place and height."""

    name: Annotated[str, Entry("Name")] = Field(default="", max_length=60)
    letter: Annotated[str, Entry("Read at")] = Field(
        default="", max_length=3, description="Candidate where it was read; empty: the job's place"
    )
    read_height_m: Annotated[float | None, Entry("Eye over ground")] = Field(
        default=None, ge=0, le=300, description="Eye or lens over the ground; None: at the terminal's own height"
    )
    read_latitude_deg: float | None = Field(default=None, ge=-90, le=90, description="Where that place lay then")
    read_longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    read_east_m: float | None = Field(default=None, description="From the job's place as it was then")
    read_north_m: float | None = Field(default=None)
    bearing_error_deg: Annotated[
        float | None, Entry("Bearings may be off by", hint="Empty: not told; nothing is reckoned with")
    ] = Field(default=None, ge=0, le=180)
    height_error_deg: Annotated[float | None, Entry("Heights may be off by")] = Field(default=None, ge=0, le=45)
    by_telephone: bool = Field(
        default=False, description="Traced with one: where no error is told, the house's for telephones counts"
    )
    simulated: bool = Field(default=False, description="Traced with a simulated telephone: of no site at all")
    terrain_ends: list[TerrainEnd] = Field(
        default_factory=list, max_length=72, description="Where the tiles of a computed horizon ended before its reach"
    )
    points: Annotated[list[SkylinePoint], Entry("Skyline points")] = Field(default_factory=list, max_length=2000)
    obstacles: Annotated[list[Obstacle], Entry("Obstacles")] = Field(default_factory=list, max_length=200)


class SkyPhoto(Row):
    """A picture in the locker with its marks and its traced skyline."""

    document_id: int = Field(ge=1)
    photo: PhotoInput


class TrialFacts(Row):
    """The trial of a panel: where, when, and what its log told."""

    letter: Annotated[str, Entry("Where it stands", hint="Empty: the job’s place")] = Field(default="", max_length=3)
    height_m: Annotated[float | None, Entry("Height over ground")] = Field(default=None, ge=0, le=300)
    started_at: Annotated[AwareDatetime | None, Entry("Trial begun", past=True)] = None
    ended_at: Annotated[AwareDatetime | None, Entry("Trial ended", past=True)] = None
    log_name: Annotated[str, Entry("Log")] = Field(default="", max_length=200)
    events: Annotated[list[TrialEvent], Entry("Gaps of the log")] = Field(default_factory=list, max_length=20_000)


class SkyFacts(Facts):
    """Candidate positions, what stands round them, and what a trial told."""

    positions: Annotated[list[Candidate], Entry("Candidate positions")] = Field(default_factory=list, max_length=50)
    position_letter: Annotated[str, Entry("The terminal is planned at", hint="Empty: the job’s place")] = Field(
        default="", max_length=3, description="Candidate that the terminal is planned for; empty: the job's place"
    )
    sky_seen_again: Annotated[bool, Entry("The sky was looked at again", hint="In a repair")] = False
    things: Annotated[list[PlanThing], Entry("Site plan")] = Field(default_factory=list, max_length=200)
    things_latitude_deg: Annotated[float | None, Entry("Latitude of the place when the plan was begun")] = Field(
        default=None, ge=-90, le=90
    )
    things_longitude_deg: Annotated[float | None, Entry("Longitude of the place when the plan was begun")] = Field(
        default=None, ge=-180, le=180
    )
    plan_picture: Annotated[PlanPicture, Entry("Picture under the plan")] = PlanPicture()
    mock_up: Annotated[MockUp, Entry("How it would look")] = MockUp()
    all_drawn: Annotated[
        bool, Entry("All that rises over the horizon is drawn", hint="Then the plan counts as read all round")
    ] = False
    skylines: Annotated[list[SkylineSet], Entry("Skylines")] = Field(default_factory=list, max_length=40)
    sky_set: Annotated[int, Entry("Skyline in use")] = Field(
        default=0, ge=0, le=39, description="Number of the skyline in use"
    )
    sky_photos: Annotated[list[SkyPhoto], Entry("Traced photos")] = Field(default_factory=list, max_length=20)
    panel_azimuth_deg: Annotated[float | None, Entry("Bearing of the panel, true")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Planned bearing of a panel's boresight, true"
    )
    ahead_years: Annotated[
        float, Entry("Judge it this many years ahead", hint="Adds the growth of measured obstacles")
    ] = Field(default=0.0, ge=0, le=40)
    season: Annotated[Season, Entry("Season", choices={"leaf": "Trees in leaf", "bare": "Trees bare"})] = "leaf"
    wind_from_deg: Annotated[float | None, Entry("Prevailing wind comes from", hint="True; shown on the plan")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="Where the prevailing wind comes from, true"
    )
    kept_off: Annotated[list[str], Entry("People are kept out of the beam", words="kept_off")] = Field(
        default_factory=list, max_length=20
    )
    wind_rose: Annotated[list[WindSector], Entry("Wind rose")] = Field(default_factory=list, max_length=72)
    trial: Annotated[TrialFacts, Entry("Trial")] = TrialFacts()
    trials_taken_out: Annotated[list[TrialFacts], Entry("Trials put aside")] = Field(
        default_factory=list, max_length=5, description="Put aside, the newest last; they can be brought back"
    )


__all__ = ["SkyFacts", "SkyPhoto", "SkylineSet", "TrialFacts"]
