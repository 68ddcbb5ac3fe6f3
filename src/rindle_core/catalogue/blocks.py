"""What a terminal consists of and what is plugged where: boxes with their place, and the lines between them."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.model import Model

Carries = Literal["coax", "ethernet", "power", "earth", "waveguide", "fixed"]


class Block(Model):
    """A box of the block diagram. Columns run from the sky (0) to the customer's network (4), rows from the top."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=40)
    indoors: bool = False
    column: int = Field(ge=0, le=4)
    row: int = Field(default=0, ge=0, le=3)
    stations: list[str] = Field(default_factory=list, max_length=9, description="Codes of the stations that work on it")


class BlockLink(Model):
    """A line between two boxes, each end with its port as it is marked on the device."""

    first: str = Field(min_length=1, max_length=40, description="Code of the box nearer to the sky")
    first_port: str = Field(default="", max_length=40)
    second: str = Field(min_length=1, max_length=40)
    second_port: str = Field(default="", max_length=40)
    carries: Carries
    label: str = Field(default="", max_length=40)


def faults_of_blocks(blocks: list[Block], links: list[BlockLink]) -> str:
    """What is wrong with a diagram, in a sentence; empty where nothing is."""
    codes = [one.code for one in blocks]
    if len(set(codes)) < len(codes):
        return "two boxes have the same code; give each its own"
    if len({(one.column, one.row) for one in blocks}) < len(blocks):
        return "two boxes stand at the same column and row; move one"
    lost = next((end for one in links for end in (one.first, one.second) if end not in codes), None)
    return f"a line ends at {lost!r}, which is no box of this terminal" if lost else ""


__all__ = ["Block", "BlockLink", "Carries", "faults_of_blocks"]
