"""What is entered at Bring-up, or told by the terminal."""

from __future__ import annotations

from typing import Annotated

from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Facts, Row
from rindle_core.stations.bringup.bringup import StateEntered


class SettingMark(Row):
    """A field of the settings sheet as entered into the modem. A secret's value is never kept."""

    name: Annotated[str, Entry("Field")] = Field(min_length=1, max_length=80)
    value: Annotated[str, Entry("Value")] = Field(default="", max_length=160)
    secret: Annotated[bool, Entry("Secret")] = False
    entered: Annotated[bool, Entry("Entered")] = False


class BringUpFacts(Facts):
    """What the modem was told, and what it told since it has power."""

    settings: Annotated[list[SettingMark], Entry("Settings sheet")] = Field(default_factory=list, max_length=100)
    beam_letter: Annotated[str, Entry("Beam letter")] = Field(default="", max_length=3)
    activation_code: Annotated[str, Entry("Activation code")] = Field(default="", max_length=40)
    modem_entries: Annotated[dict[str, Annotated[str, Field(max_length=160)]], Entry("Other entries of the modem")] = (
        Field(
            default_factory=dict, max_length=40, description="What else this terminal is told, by the code of its entry"
        )
    )
    states_entered: Annotated[list[StateEntered], Entry("States")] = Field(default_factory=list)
    powered_at: Annotated[AwareDatetime | None, Entry("Switched on")] = Field(
        default=None, description="When somebody said that it was switched on"
    )
    device_now_s: Annotated[float, Entry("Clock of the terminal")] = Field(default=0.0, ge=0)
    device_level_db: Annotated[float | None, Entry("Level that it shows", hint="From its page, once it has locked")] = (
        Field(default=None, ge=-60, le=60)
    )


__all__ = ["BringUpFacts", "SettingMark"]
