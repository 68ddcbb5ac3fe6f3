"""What is entered at Bring-up, or told by the terminal."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from rindle_core.kernel.model import Facts, Row
from rindle_core.stations.bringup.bringup import StateEntered


class SettingMark(Row):
    """A field of the settings sheet as entered into the modem. A secret's value is never kept."""

    name: str = Field(min_length=1, max_length=80)
    value: str = Field(default="", max_length=160)
    secret: bool = False
    entered: bool = False


class BringUpFacts(Facts):
    """What the modem was told, and what it told since it has power."""

    settings: list[SettingMark] = Field(default_factory=list, max_length=100)
    beam_letter: str = Field(default="", max_length=3)
    activation_code: str = Field(default="", max_length=40)
    modem_entries: dict[str, Annotated[str, Field(max_length=160)]] = Field(
        default_factory=dict, max_length=40, description="What else this terminal is told, by the code of its entry"
    )
    states_entered: list[StateEntered] = Field(default_factory=list)
    powered_at: dt.datetime | None = Field(default=None, description="When somebody said that it was switched on")
    device_now_s: float = Field(default=0.0, ge=0)
    device_level_db: float | None = Field(default=None, ge=-60, le=60)


__all__ = ["BringUpFacts", "SettingMark"]
