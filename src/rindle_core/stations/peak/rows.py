"""The rows of Peak's lists: readings, sweeps, checks of a screw, clearings of a memory, skew readings, attitudes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row
from rindle_core.stations.aim.instruments import SIDES, SidesTold
from rindle_core.stations.peak.readings import Axis, Mark, Turning

AXES: dict[Axis, str] = {"elevation": "Elevation", "azimuth": "Azimuth"}
MARKS: dict[Mark, str] = {"": "read", "fell": "the sound fell", "back": "it came back", "best": "on the long tone"}
Stage = Literal["", "preset", "locked", "peaked", "network"]
STAGES: dict[Stage, str] = {
    "": "not told",
    "preset": "preset only: not yet valid",
    "locked": "locked",
    "peaked": "peaked",
    "network": "on the network",
}


class AxisReading(Row):
    """A peaking reading with its axis and its pass (1 for the first time round)."""

    axis: Annotated[Axis, Entry("Axis", choices=AXES)]
    pass_number: Annotated[int, Entry("Pass")] = Field(default=1, ge=1, le=20)
    turns: Annotated[float, Entry("Turns")] = Field(ge=-200, le=200)
    level_db: Annotated[float | None, Entry("Level")] = Field(default=None, ge=-60, le=60)
    turning: Annotated[Turning, Entry("Turned", choices={"up": "up", "down": "down"})] = "up"
    mark: Annotated[Mark, Entry("By ear", choices=MARKS)] = ""
    stage: Annotated[Stage, Entry("Worth", choices=STAGES)] = Field(
        default="", description="How far the aim was when it was taken"
    )

    @model_validator(mode="after")
    def _told(self) -> Self:
        if self.level_db is None and not self.mark:
            raise ValueError("needs a level in dB, or that the sound fell or came back")
        return self


Heard = Literal["nothing", "call", "lock"]
HEARD: dict[Heard, str] = {"nothing": "nothing", "call": "a call, no lock", "lock": "a lock"}


class Sweep(Row):
    """A slow swing of the head, and whether anything was heard or seen on it."""

    elevation_deg: Annotated[float, Entry("At elevation", hint="Of the beam")] = Field(ge=-5, le=95)
    from_deg: Annotated[float, Entry("From, true")] = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    to_deg: Annotated[float, Entry("To, true", hint="Clockwise")] = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    took_s: Annotated[float | None, Entry("Took")] = Field(default=None, gt=0, le=7200)
    fastest_deg_per_s: Annotated[
        float | None, Entry("Fastest", hint="Of the head, told by a telephone that rode on it")
    ] = Field(default=None, ge=0, le=1000)
    heard: Annotated[Heard, Entry("Heard or seen", choices=dict(HEARD))] = "nothing"
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=120)


class ScrewCheck(Row):
    """What an instrument or scale showed at a count of a fine screw, so that degrees a turn are learnt."""

    axis: Annotated[Axis, Entry("Axis", choices=AXES)]
    turns: Annotated[float, Entry("Turns")] = Field(ge=-200, le=200)
    shown_deg: Annotated[float, Entry("Shown")] = Field(ge=-360, le=360)
    leans: Annotated[SidesTold, Entry("The face leans", choices=SIDES)] = ""


class Cover(Row):
    """The guide's stored best was cleared before an axis."""

    axis: Annotated[Axis, Entry("Before", choices=AXES)]
    pulse_count: Annotated[int, Entry("Pulses covered")] = Field(default=0, ge=0, le=100)


class SkewReading(Row):
    """The unwanted and the wanted polarization at a setting of the skew."""

    angle_deg: Annotated[float, Entry("Skew plate", hint="Clockwise from behind")] = Field(ge=-180, le=180)
    unwanted_db: Annotated[float, Entry("Unwanted")] = Field(ge=-120, le=60)
    wanted_db: Annotated[float | None, Entry("Wanted")] = Field(default=None, ge=-120, le=60)


class LockStep(Row):
    """The level once a joint of the lock was tightened."""

    joint: Annotated[str, Entry("Nuts")] = Field(min_length=1, max_length=80)
    level_db: Annotated[float, Entry("Level")] = Field(ge=-60, le=60)


class Attitude(Row):
    """How a panel stood on a day, so that drift is seen."""

    on: Annotated[Day, Entry("Day", past=True)]
    azimuth_deg: Annotated[float, Entry("Bearing, true")] = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True")
    tilt_deg: Annotated[float, Entry("Tilt from the zenith")] = Field(ge=0, le=90, description="From the zenith")
    azimuth_error_deg: Annotated[float | None, Entry("Bearing off by at most", hint="Empty: not told")] = Field(
        default=None, ge=0, le=180
    )
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=120)


def by_day(attitudes: Sequence[Attitude]) -> list[Attitude]:
    """As they were read; those of one day as they were entered."""
    return sorted(attitudes, key=lambda one: one.on)


__all__ = [
    "AXES",
    "MARKS",
    "Attitude",
    "AxisReading",
    "Cover",
    "LockStep",
    "ScrewCheck",
    "SkewReading",
    "Stage",
    "Sweep",
    "by_day",
]
