"""Kinds of mount as data: those that ship, and those that a firm adds."""

from __future__ import annotations

from collections.abc import Iterable
from importlib.resources import files
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.parts import Joint
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

ROOFS: tuple[Surface, ...] = ("shingle", "tile", "sheet_rib", "corrugated", "flat_roof")

Holds = Literal["plate", "brackets", "concrete", "ballast", "clamps", "stand", "given"]
Side = Literal["", "left", "right"]
SIDES: dict[Side, str] = {"": "not told", "left": "left", "right": "right"}
CheckAsks = Literal["look", "deg", "gap_mm"]


class PlateHole(Model):
    """A hole of a plate, from the plate's middle: to the right, and up as it hangs."""

    number: int = Field(ge=1, le=99)
    right_mm: float = Field(ge=-5000, le=5000)
    up_mm: float = Field(ge=-5000, le=5000)
    slotted: bool = Field(default=False, description="A keyhole: its screw goes in first and stands proud")


class Adjuster(Model):
    """Something that is turned or slid to aim, and what it moves."""

    name: str = Field(min_length=1, max_length=80)
    moves: str = Field(min_length=1, max_length=120)
    span_deg: float | None = Field(default=None, gt=0, le=360)
    lock_number: int = Field(default=1, ge=1, le=9, description="Its turn when everything is locked")
    note: str = Field(default="", max_length=200)


class MountPiece(Model):
    """A piece of the mount, with the mass of what is carried in one go."""

    name: str = Field(min_length=1, max_length=80)
    count: int = Field(default=1, ge=1, le=99)
    mass_kg: float = Field(default=0.0, ge=0, le=500)
    spare: bool = Field(default=False, description="Worth having with one: it is lost, stripped or perished first")
    own_number: str = Field(default="", max_length=60, description="The firm's or its supplier's number for it")


class MountCheck(Model):
    """A check of the mount once it stands: looked at, or measured."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")
    name: str = Field(min_length=1, max_length=120)
    how: str = Field(default="", max_length=300)
    asks: CheckAsks = "look"
    most_share: float | None = Field(
        default=None, gt=0, le=5, description="Of the beam's half-power width, for a play in degrees"
    )
    most_mm: float | None = Field(default=None, ge=0, le=100, description="Of a gap")
    most_deg: float | None = Field(default=None, gt=0, le=90, description="Of a lean, whatever the beam")
    faces_count: int = Field(default=1, ge=1, le=2, description="Faces, a quarter turn apart, on which it is read")
    of_head: bool = Field(default=False, description="Whether it is the terminal's head on it that is tried")


class Ageing(Model):
    """What of it grows old, why, and how often it is looked at."""

    what: str = Field(min_length=1, max_length=120)
    why: str = Field(min_length=1, max_length=200)
    look_years: float = Field(default=1.0, gt=0, le=30)


class MountKind(Model):
    """A kind of mount as the trade knows it. Heights are of the antenna over the fixing."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_-]*$")
    name: str = Field(min_length=1, max_length=120)
    surfaces: list[Surface] = Field(min_length=1)
    drills: bool = Field(description="Whether it makes holes in the building")
    permanent: bool = Field(description="Whether it may stay for good; else it is for trials and portable sets")
    most_height_m: float = Field(gt=0, le=60, description="Usual reach above the fixing: a planning aid")
    most_aperture_mm: float = Field(gt=0, le=20_000, description="Usual largest antenna: a planning aid")
    most_kg: float | None = Field(
        default=None, gt=0, le=2000, description="Usual heaviest antenna: a planning aid; empty: not told"
    )
    rigid_share: float = Field(
        ge=0, le=1, description="How firmly it holds aim, 1 for a pole in concrete: the trade's ranking"
    )
    needs: str = Field(default="", max_length=300, description="What the place must offer")
    caution: str = Field(default="", max_length=300, description="What can hurt, told beside it")
    template: bool = Field(default=False, description="Invented figures to copy from, not a maker's")
    holds: Holds = Field(default="given", description="What holds it")
    reach_m: float = Field(default=0.0, ge=0, le=20, description="How far it stands off what it is fixed to")
    rise_m: float = Field(default=0.0, ge=0, le=30, description="How far its tube goes up from there")
    grip_least_mm: float | None = Field(default=None, gt=0, le=1000, description="Thinnest tube that it grips itself")
    grip_most_mm: float | None = Field(default=None, gt=0, le=1000, description="Thickest tube that it grips itself")
    tube_mm: float | None = Field(
        default=None, gt=0, le=500, description="Outer diameter of the tube that it brings; empty: as the clamp asks"
    )
    tube_wall_mm: float | None = Field(default=None, gt=0, le=50)
    shim: bool = Field(default=False, description="Whether its maker lets a thin tube be packed out")
    plate_width_mm: float | None = Field(default=None, gt=0, le=5000)
    plate_height_mm: float | None = Field(default=None, gt=0, le=5000)
    plate_mm: float | None = Field(default=None, gt=0, le=50, description="Thickness of the plate")
    plate_count: int = Field(default=1, ge=1, le=4, description="Plates or feet alike")
    holes: list[PlateHole] = Field(default_factory=list, max_length=40, description="Of one plate")
    structure_least_count: int = Field(default=0, ge=0, le=40, description="Screws that have to reach structure")
    proud_mm: float | None = Field(default=None, ge=0, le=50, description="How far the first screw is left proud")
    joint_m: float | None = Field(
        default=None, ge=0, le=20, description="From the foot of its pole to the pole's joint"
    )
    pieces: list[MountPiece] = Field(default_factory=list, max_length=40)
    joints: list[Joint] = Field(default_factory=list, max_length=20)
    adjusters: list[Adjuster] = Field(default_factory=list, max_length=12)
    checks: list[MountCheck] = Field(default_factory=list, max_length=20)
    ageing: list[Ageing] = Field(default_factory=list, max_length=20)
    tools: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(default_factory=list, max_length=40)
    unaltered: list[Annotated[str, Field(min_length=1, max_length=200)]] = Field(
        default_factory=list, max_length=12, description="What may not be drilled, welded or left out, and why"
    )
    tether: str = Field(
        default="", max_length=300, description="Why a tether secures it beside its clamp; empty: none is asked for"
    )
    ladder_there: str = Field(
        default="", max_length=200, description="How the ladder that it hangs on is climbed; empty: one is brought"
    )
    side_asked: str = Field(
        default="",
        max_length=160,
        description="What left and right mean where steps differ by side; empty: none do",
    )
    store_note: str = Field(default="", max_length=200, description="How it is packed and carried")
    build_steps: list[BuildStep] = Field(default_factory=list, max_length=40, description="Before the terminal's own")

    def model_post_init(self, context: Any, /) -> None:
        """Checks it once, when it is made: a validator would do so again wherever it is handed on."""
        if self.holds in ("plate", "brackets") and not self.holes:
            raise ValueError("a mount that hangs on a plate or brackets needs its holes")
        numbers = [one.number for one in self.holes]
        if len(numbers) != len(set(numbers)):
            raise ValueError("two holes have one number: give each its own")
        if self.grip_least_mm is not None and self.grip_most_mm is not None and self.grip_least_mm > self.grip_most_mm:
            raise ValueError("the thinnest tube is thicker than the thickest; swap them")
        own = [one.code for one in self.build_steps]
        unmarked = next((code for code in own if not code.startswith("m_")), None)
        if unmarked is not None:
            raise ValueError(f"step {unmarked}: the code of a mount's step begins with m_, apart from the terminal's")
        if not self.side_asked and any(one.on_left or one.on_right for one in self.build_steps):
            raise ValueError("a step differs by side: say what left and right mean (side_asked)")
        wanted = [need[5:] for one in self.build_steps for need in one.needs if need.startswith("step:")]
        strange = next((one for one in wanted if one not in own), None)
        if strange is not None:
            raise ValueError(f"a step needs step:{strange}, which is not a step of this mount")


def _shipped() -> tuple[MountKind, ...]:
    text = files("rindle_core.catalogue").joinpath("data/mount_kinds.json").read_text("utf-8")
    return tuple(TypeAdapter(list[MountKind]).validate_json(text))


SHIPPED_MOUNTS = _shipped()


def mounts_with(own: Iterable[MountKind]) -> list[MountKind]:
    """The kinds that ship with those of the firm: one of the same code stands in its place, a new one comes after."""
    told = {one.code: one for one in SHIPPED_MOUNTS}
    return list((told | {one.code: one for one in own}).values())


__all__ = [
    "SHIPPED_MOUNTS",
    "SIDES",
    "SURFACES",
    "Adjuster",
    "Ageing",
    "Holds",
    "MountCheck",
    "MountKind",
    "MountPiece",
    "PlateHole",
    "Side",
    "Surface",
    "mounts_with",
]
