"""The pieces of a cable's way, from the antenna inwards."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row

PieceKind = Literal["arm", "loop", "mast", "outdoor", "wall", "indoor", "slack"]
OfRun = Literal["", "first", "second"]
Protection = Literal["", "clips", "pipe", "tray", "buried", "inside"]


class CablePiece(Row):
    """One piece of the route."""

    kind: Annotated[
        PieceKind,
        Entry(
            "Piece",
            choices={
                "arm": "along the arm",
                "loop": "service loop",
                "mast": "down the mast",
                "outdoor": "outdoors",
                "wall": "through the wall",
                "indoor": "indoors",
                "slack": "slack",
            },
        ),
    ]
    length_m: Annotated[float, Entry("Length")] = Field(ge=0, le=500)
    protection: Annotated[
        Protection,
        Entry(
            "Led in",
            choices={
                "": "–",
                "clips": "clips or ties",
                "pipe": "pipe",
                "tray": "tray",
                "buried": "buried pipe",
                "inside": "inside the pole",
            },
        ),
    ] = ""
    of_run: Annotated[
        OfRun, Entry("Of", choices={"": "each run", "first": "the first run", "second": "the second"})
    ] = ""
    note: Annotated[str, Entry("Note")] = Field(default="", max_length=120)


def run_length_m(pieces: Sequence[CablePiece], run: int) -> float:
    """Length of one run, 0 the first: its own pieces and those that each run has."""
    mine = ("", "first" if run == 0 else "second")
    return sum(one.length_m for one in pieces if one.of_run in mine)


def loop_at_antenna_m(pieces: Sequence[CablePiece]) -> float:
    """Service loop that lies at the antenna: before the way goes through a wall or indoors."""
    inside = next((index for index, one in enumerate(pieces) if one.kind in ("wall", "indoor")), len(pieces))
    return sum(one.length_m for one in pieces[:inside] if one.kind == "loop")


__all__ = ["CablePiece", "OfRun", "PieceKind", "Protection", "loop_at_antenna_m", "run_length_m"]
