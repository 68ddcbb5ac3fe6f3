"""Fixings as data: what goes into wall, roof or deck, and what its maker promises."""

from __future__ import annotations

from collections.abc import Iterable
from importlib.resources import files
from typing import Annotated, Literal

from pydantic import Field, TypeAdapter

from rindle_core.kernel.model import Model

Base = Literal["concrete", "solid_masonry", "hollow_masonry", "softwood", "hardwood", "sheet"]
BASES: dict[Base, str] = {
    "concrete": "Concrete",
    "solid_masonry": "Solid brick or stone",
    "hollow_masonry": "Hollow brick or block",
    "softwood": "Softwood studs or rafters",
    "hardwood": "Hardwood or glued beams",
    "sheet": "Sheet metal alone",
}
FixingKind = Literal["expansion", "chemical", "lag", "clamp_screw", "piercing", "seam_clamp"]
SheetProfile = Literal["rib", "wave", "seam", "step"]
SHEET_PROFILES: dict[SheetProfile, str] = {
    "rib": "Ribs with a flat crown",
    "wave": "Waves",
    "seam": "Standing seams",
    "step": "Stamped like tiles",
}


class Fixing(Model):
    """A fixing as it is bought. Forces that its sheet allows prevail over what is reckoned."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=120)
    template: bool = Field(default=False, description="Invented figures to copy from, not a maker's")
    kind: FixingKind
    bases: list[Base] = Field(min_length=1, max_length=6)
    size_mm: float = Field(gt=0, le=50, description="Diameter of shank or screw")
    length_mm: float = Field(gt=0, le=1000)
    embedment_mm: float = Field(gt=0, le=800, description="In what holds; of a lag screw its thread without the tip")
    drill_mm: float | None = Field(default=None, gt=0, le=100, description="The maker's drill; empty: as reckoned")
    allowed_pull_n: float | None = Field(default=None, gt=0, le=1e6, description="Of one, from its sheet")
    allowed_across_n: float | None = Field(default=None, gt=0, le=1e6, description="Of one, from its sheet")
    edge_least_mm: float | None = Field(default=None, ge=0, le=2000)
    spacing_least_mm: float | None = Field(default=None, ge=0, le=2000)
    profiles: list[SheetProfile] = Field(
        default_factory=list, max_length=4, description="Shapes of sheet that it sits on, by its sheet"
    )
    torque_nm: float | None = Field(default=None, gt=0, le=1000, description="The maker's; it prevails")
    spanner: str = Field(default="", max_length=20, description="Empty: as reckoned from its size")
    screw_count: int = Field(default=1, ge=1, le=12, description="Screws of one clamp")
    sets_h: float | None = Field(default=None, ge=0, le=400, description="Until it may be loaded, at 20 °C")
    sets_least_c: float | None = Field(default=None, ge=-40, le=40)
    seal_ml: float = Field(default=0.0, ge=0, le=500, description="Sealant in and over one hole")
    resin_ml: float = Field(default=0.0, ge=0, le=500, description="Resin in one hole, by its sheet")
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list, max_length=8, description="What sets it, beside drill and spanner"
    )
    note: str = Field(default="", max_length=300)


def _shipped() -> tuple[Fixing, ...]:
    text = files("rindle_core.catalogue").joinpath("data/fixings.json").read_text("utf-8")
    return tuple(TypeAdapter(list[Fixing]).validate_json(text))


SHIPPED_FIXINGS = _shipped()


def fixings_with(own: Iterable[Fixing]) -> list[Fixing]:
    """Those that ship with those of the firm: one of the same code stands in its place, a new one comes after."""
    told = {one.code: one for one in SHIPPED_FIXINGS}
    return list((told | {one.code: one for one in own}).values())


__all__ = [
    "BASES",
    "SHEET_PROFILES",
    "SHIPPED_FIXINGS",
    "Base",
    "Fixing",
    "FixingKind",
    "SheetProfile",
    "fixings_with",
]
