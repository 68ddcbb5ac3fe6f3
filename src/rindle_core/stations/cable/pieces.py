"""The pieces of a cable's way, from the antenna inwards."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Row

PieceKind = Literal["arm", "loop", "mast", "outdoor", "wall", "indoor", "slack"]
PIECES: dict[PieceKind, str] = {
    "arm": "along the arm",
    "loop": "service loop",
    "mast": "down the mast",
    "outdoor": "outdoors",
    "wall": "through the wall",
    "indoor": "indoors",
    "slack": "slack",
}
OfRun = Literal["", "first", "second"]
Protection = Literal["", "clips", "pipe", "tray", "buried", "inside"]


class CablePiece(Row):
    """One piece of the route."""

    kind: Annotated[
        PieceKind,
        Entry("Piece", choices=dict(PIECES)),
    ]
    length_m: Annotated[float | None, Entry("Length")] = Field(default=None, ge=0, le=500)
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
    """Length of one run, 0 the first: its own pieces and those that each run has, as far as they are measured."""
    return sum(one.length_m or 0.0 for one in of_run(pieces, run))


def of_run(pieces: Sequence[CablePiece], run: int) -> list[CablePiece]:
    """The pieces of one run, 0 the first: its own, and those that each run has."""
    mine = ("", "first" if run == 0 else "second")
    return [one for one in pieces if one.of_run in mine]


def untold(pieces: Sequence[CablePiece]) -> list[CablePiece]:
    """Those that have no length yet: what is reckoned of the others is the least."""
    return [one for one in pieces if one.length_m is None]


def loop_at_antenna_m(pieces: Sequence[CablePiece]) -> float:
    """Service loop that lies at the antenna: before the way goes through a wall or indoors."""
    inside = next((index for index, one in enumerate(pieces) if one.kind in ("wall", "indoor")), len(pieces))
    return sum(one.length_m or 0.0 for one in pieces[:inside] if one.kind == "loop")


__all__ = [
    "PIECES",
    "CablePiece",
    "OfRun",
    "PieceKind",
    "Protection",
    "loop_at_antenna_m",
    "of_run",
    "run_length_m",
    "untold",
]
