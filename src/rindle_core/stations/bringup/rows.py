"""The rows that are kept at Bring-up: settings, radio figures, the line-up's log, devices of the household."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row

RadioStage = Literal["preset", "locked", "peaked", "locked_down", "on_network", "activated"]
RADIO_STAGES: dict[RadioStage, str] = {
    "preset": "Preset",
    "locked": "Locked",
    "peaked": "Peaked",
    "locked_down": "Locked down",
    "on_network": "On the network",
    "activated": "After activation",
}
DeskStep = Literal[
    "called",
    "readings",
    "carrier_on",
    "power",
    "isolation",
    "approved",
    "carrier_off",
    "install_left",
    "restarted",
    "not_ready",
]
DESK_STEPS: dict[DeskStep, str] = {
    "called": "The desk is on the line, and has the terminal id",
    "readings": "Readings told to the desk",
    "carrier_on": "Unmodulated carrier on",
    "power": "Transmit power set",
    "isolation": "Isolation as the desk reads it",
    "approved": "The desk approves",
    "carrier_off": "Carrier off, and the desk sees it gone",
    "install_left": "Installation mode left",
    "restarted": "Modem started again",
    "not_ready": "The desk is not ready",
}


class SettingMark(Row):
    """A field of the settings sheet as entered into the modem. A secret's value is never kept."""

    name: Annotated[str, Entry("Field")] = Field(min_length=1, max_length=80)
    value: Annotated[str, Entry("Value")] = Field(default="", max_length=160)
    secret: Annotated[bool, Entry("Secret")] = False
    entered: Annotated[bool, Entry("Entered")] = False
    shown: Annotated[str, Entry("The page shows")] = Field(default="", max_length=160)


class RadioMark(Row):
    """The radio figures at a stage of the work, as the modem's page or a meter shows them."""

    stage: Annotated[RadioStage, Entry("When", choices=RADIO_STAGES)]
    at: Annotated[AwareDatetime | None, Entry("Read at", past=True)] = None
    es_n0_db: Annotated[float | None, Entry("Es/N0")] = Field(default=None, ge=-30, le=60)
    input_dbm: Annotated[float | None, Entry("Level at its input")] = Field(default=None, ge=-140, le=20)
    transmit_dbm: Annotated[float | None, Entry("Transmit level")] = Field(default=None, ge=-80, le=80)
    run_loss_db: Annotated[float | None, Entry("Cable loss that it shows")] = Field(default=None, ge=0, le=80)
    temperature_c: Annotated[float | None, Entry("Temperature that it shows")] = Field(default=None, ge=-60, le=150)
    supply_ma: Annotated[float | None, Entry("Supply current that it shows")] = Field(default=None, ge=0, le=20_000)
    software: Annotated[str, Entry("Software")] = Field(default="", max_length=60)
    photo: Annotated[str, Entry("Picture", hint="Name of the picture of its page")] = Field(default="", max_length=200)


class LineupMark(Row):
    """A step of the call with the operations desk."""

    step: Annotated[DeskStep, Entry("Step", choices=DESK_STEPS)]
    at: Annotated[AwareDatetime, Entry("At", past=True)]
    figure: Annotated[float | None, Entry("Figure", hint="Isolation in dB, or transmit level in dBm")] = Field(
        default=None, ge=-120, le=120
    )
    who: Annotated[str, Entry("Who said it")] = Field(default="", max_length=80)
    number: Annotated[str, Entry("Number of the approval")] = Field(default="", max_length=40)
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=200)


class HomeDevice(Row):
    """Something of the household or firm that uses the line."""

    name: Annotated[str, Entry("Device")] = Field(min_length=1, max_length=60)
    hardware_address: Annotated[str, Entry("Its hardware address", placeholder="02:00:5E:10:00:07")] = Field(
        default="", max_length=17
    )
    fixed_ip: Annotated[str, Entry("Always the address")] = Field(default="", max_length=40)
    line: Annotated[
        Literal["", "new", "old"], Entry("Line", choices={"": "either", "new": "the new one", "old": "the old one"})
    ] = ""
    critical: Annotated[bool, Entry("Must not stop")] = False
    from_outside: Annotated[bool, Entry("Seen from outside")] = False
    joined: Annotated[bool, Entry("Joined again")] = False


class Told(Row):
    """What the modem shows of an entry, and a second typing of it."""

    code: Annotated[str, Entry("Entry")] = Field(min_length=1, max_length=40)
    again: Annotated[str, Entry("Typed again")] = Field(default="", max_length=160)
    shown: Annotated[str, Entry("The modem shows")] = Field(default="", max_length=160)


__all__ = [
    "DESK_STEPS",
    "RADIO_STAGES",
    "DeskStep",
    "HomeDevice",
    "LineupMark",
    "RadioMark",
    "RadioStage",
    "SettingMark",
    "Told",
]
