"""What the diary is laid out from, and what it comes to."""

from __future__ import annotations

import datetime as dt

from pydantic import Field

from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.stations.brief.visit_tasks import DayWeather, VisitTask


class DiaryTeam(Model):
    """A crew with its days off."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(max_length=120)
    people_count: int = Field(default=2, ge=0, le=20)
    members: dict[str, str] = Field(default_factory=dict, max_length=20, description="Its people, by code the name")
    off_days: list[dt.date] = Field(default_factory=list, max_length=400)


class DiaryJob(Model):
    """A job with its tasks. Times are of the site's clock."""

    number: str = Field(min_length=1, max_length=40)
    title: str = Field(default="", max_length=200)
    team: str = Field(default="", max_length=40, description="Code of its crew; empty: whoever has least to do")
    not_before: dt.date = Field(description="The day that was agreed: nothing of it is done earlier")
    people_count: int = Field(default=1, ge=1, le=20, description="People that its heaviest step takes")
    latitude_deg: float | None = Field(default=None, ge=-90, le=90, description="Empty: daylight is not looked at")
    longitude_deg: float | None = Field(default=None, ge=-360, le=360)
    ahead_h: float = Field(default=0.0, ge=-14, le=14, description="Of its clocks before UTC")
    travel_h: float = Field(default=0.0, ge=0, le=12, description="Of the drive there, once a day")
    slot_at: dt.datetime | None = None
    tasks: list[VisitTask] = Field(default_factory=list, max_length=60)
    forecast: list[DayWeather] = Field(default_factory=list, max_length=40)
    due_on: dict[str, dt.date | None] = Field(default_factory=dict)


class DiaryInput(Model):
    """Crews and jobs from a day on."""

    first_day: dt.date
    teams: list[DiaryTeam] = Field(min_length=1, max_length=40)
    jobs: list[DiaryJob] = Field(default_factory=list, max_length=400)
    rules: HouseRules = DEFAULT_RULES


class DiaryRow(Model):
    """A task with its time."""

    job: str
    team: str
    name: str
    starts_at: dt.datetime
    ends_at: dt.datetime
    set_at: dt.datetime
    because: str = Field(default="", description="Why it does not begin earlier; empty: nothing keeps it")
    slack_h: float = Field(description="How far it may slip before its job, or another's task, is later")
    critical: bool
    at_height_min: float = 0.0


class DiaryBlock(Model):
    """What a crew does for a job on a day."""

    job: str
    title: str
    team: str
    day: dt.date
    starts_at: dt.datetime
    ends_at: dt.datetime
    at_height_min: float
    critical: bool


class DiaryConflict(Model):
    """Something that does not go as it was agreed, and why."""

    job: str
    what: str
    why: str
    day: dt.date | None = Field(default=None, description="On which it comes; None: of the job as a whole")


class DiaryResult(Model):
    """All crews' days."""

    rows: list[DiaryRow]
    blocks: list[DiaryBlock]
    conflicts: list[DiaryConflict]
    ends_at: dict[str, dt.datetime] = Field(description="By job when its work ends")


class DiaryMove(Model):
    """A job whose work ends at another time than before, or falls to another crew."""

    job: str
    was_at: dt.datetime | None
    now_at: dt.datetime | None
    was_team: str = Field(default="", description="Code of its crew; empty: it had none")
    now_team: str = ""


__all__ = [
    "DiaryBlock",
    "DiaryConflict",
    "DiaryInput",
    "DiaryJob",
    "DiaryMove",
    "DiaryResult",
    "DiaryRow",
    "DiaryTeam",
]
