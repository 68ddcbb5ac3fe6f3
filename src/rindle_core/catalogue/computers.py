"""How each kind of computer is given an address, asked which one it has, and put back: steps as data."""

from __future__ import annotations

from importlib.resources import files
from typing import Annotated, Literal

from pydantic import Field, TypeAdapter

from rindle_core.kernel.model import Model

ComputerSystem = Literal["", "windows", "macos", "linux", "android", "ios"]
SYSTEMS: dict[ComputerSystem, str] = {
    "": "not chosen",
    "windows": "Windows",
    "macos": "macOS",
    "linux": "Linux",
    "android": "Android",
    "ios": "iOS",
}
_Step = Annotated[str, Field(min_length=1, max_length=300)]


class ComputerSteps(Model):
    """The steps of one kind of computer; `{address}`, `{mask}` and `{modem}` are put in."""

    system: ComputerSystem
    before: list[_Step] = Field(description="Where to read what is set, so that it can be put back")
    automatic: list[_Step] = Field(description="To take an address by itself")
    fixed: list[_Step] = Field(description="To have one typed in")
    aside: list[_Step] = Field(description="To set aside what leads the browser elsewhere, for the time of the work")
    shown: list[_Step] = Field(description="Where it shows the address that it has")
    back: list[_Step] = Field(description="To put it back")


def _shipped() -> dict[str, ComputerSteps]:
    text = files("rindle_core.catalogue").joinpath("data/computers.json").read_text("utf-8")
    return {one.system: one for one in TypeAdapter(list[ComputerSteps]).validate_json(text)}


COMPUTER_STEPS = _shipped()

__all__ = ["COMPUTER_STEPS", "SYSTEMS", "ComputerSteps", "ComputerSystem"]
