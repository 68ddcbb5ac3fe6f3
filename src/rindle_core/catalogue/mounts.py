"""Kinds of mount as data: those that ship, and those that a firm adds."""

from __future__ import annotations

from collections.abc import Iterable
from importlib.resources import files
from typing import Literal

from pydantic import Field, TypeAdapter

from rindle_core.kernel.model import Model

Surface = Literal[
    "shingle",
    "tile",
    "sheet_rib",
    "corrugated",
    "masonry",
    "timber_siding",
    "fascia",
    "bare_ground",
    "flat_roof",
    "vehicle",
    "existing_mast",
]
SURFACES: dict[str, str] = {
    "shingle": "Shingle roof over rafters",
    "tile": "Tile roof over rafters",
    "sheet_rib": "Sheet-metal roof with ribs",
    "corrugated": "Corrugated sheet",
    "masonry": "Brick or stone wall",
    "timber_siding": "Timber wall with siding",
    "fascia": "Fascia or gable board",
    "bare_ground": "Open ground",
    "flat_roof": "Flat roof",
    "vehicle": "Vehicle",
    "existing_mast": "An existing mast or pole",
}


class MountKind(Model):
    """A kind of mount as the trade knows it. Heights are of the antenna over the fixing."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_-]*$")
    name: str = Field(min_length=1, max_length=120)
    surfaces: list[Surface] = Field(min_length=1)
    drills: bool = Field(description="Whether it makes holes in the building")
    permanent: bool = Field(description="Whether it may stay for good; else it is for trials and portable sets")
    most_height_m: float = Field(gt=0, le=60, description="Usual reach above the fixing: a planning aid")
    most_aperture_mm: float = Field(gt=0, le=20_000, description="Usual largest antenna: a planning aid")
    rigid_share: float = Field(
        ge=0, le=1, description="How firmly it holds aim, 1 for a pole in concrete: the trade's ranking"
    )
    needs: str = Field(default="", max_length=300, description="What the place must offer")
    caution: str = Field(default="", max_length=300, description="What can hurt, told beside it")


def _shipped() -> tuple[MountKind, ...]:
    text = files("rindle_core.catalogue").joinpath("data/mount_kinds.json").read_text("utf-8")
    return tuple(TypeAdapter(list[MountKind]).validate_json(text))


SHIPPED_MOUNTS = _shipped()


def mounts_with(own: Iterable[MountKind]) -> list[MountKind]:
    """The kinds that ship with those of the firm: one of the same code stands in its place, a new one comes after."""
    told = {one.code: one for one in SHIPPED_MOUNTS}
    return list((told | {one.code: one for one in own}).values())


__all__ = ["SHIPPED_MOUNTS", "SURFACES", "MountKind", "Surface", "mounts_with"]
