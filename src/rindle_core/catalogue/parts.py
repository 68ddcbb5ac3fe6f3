"""What a terminal or mount is made of: parts in the box, and the joints by which they hold each other."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rindle_core.kernel.model import Model
from rindle_core.science.bolts import hex_key, spanner

PartKind = Literal["reflector", "feed", "transceiver", "modem", "panel", "router", "spare_supply"]
PART_KINDS: dict[PartKind, str] = {
    "reflector": "Reflector",
    "feed": "Feed",
    "transceiver": "Transceiver",
    "modem": "Modem",
    "panel": "Panel",
    "router": "Router",
    "spare_supply": "Spare supply",
}

PartPlace = Literal["up", "between", "indoors"]
PART_PLACES: dict[PartPlace, str] = {
    "up": "up there, at the antenna",
    "between": "between, as a cable",
    "indoors": "indoors",
}
_INDOORS: tuple[PartKind, ...] = ("modem", "router", "spare_supply")
JointState = Literal["open", "hung", "free", "snug", "tight", "torqued", "marked"]
JOINT_STATES: dict[JointState, str] = {
    "open": "not made",
    "hung": "hung on one bolt, for now",
    "free": "free to move",
    "snug": "snug by hand",
    "tight": "tight",
    "torqued": "torqued",
    "marked": "torqued and marked",
}
JointEnd = Literal["snug", "tight", "torqued", "marked"]
JOINT_ENDS: dict[JointEnd, str] = {
    "snug": "snug by hand",
    "tight": "tight",
    "torqued": "torqued",
    "marked": "torqued and marked",
}


JointHead = Literal["hexagon", "socket", "none", "u_bolt", "stud"]
JOINT_HEADS: dict[JointHead, str] = {
    "hexagon": "a hexagon, for a spanner",
    "socket": "a socket, for a hex key",
    "none": "none: a pin, or turned by hand",
    "u_bolt": "the two nuts of a U-bolt",
    "stud": "the nut of a stud that is there",
}
_BOLTS: dict[JointHead, str] = {"hexagon": "bolt", "socket": "cap screw", "u_bolt": "U-bolt", "stud": "stud"}
_BY_SPANNER: tuple[JointHead, ...] = ("hexagon", "u_bolt", "stud")
JointSpot = Literal["foot", "clamp", "elevation", "back", "skew", "rods", "arm", "feed", "stand", "panel"]
JOINT_SPOTS: dict[JointSpot, str] = {
    "foot": "at the foot of the mount",
    "clamp": "where the head grips the mast",
    "elevation": "at the elevation of the head",
    "back": "behind the reflector",
    "skew": "at the skew plate",
    "rods": "at the side rods",
    "arm": "at the root of the feed arm",
    "feed": "at the feed",
    "stand": "at the stand of a panel",
    "panel": "under a panel",
}


class Part(Model):
    """Something in the box, with the mass of what is lifted in one piece."""

    name: str
    count: int = Field(default=1, ge=1, le=99)
    mass_kg: float = Field(default=0.0, ge=0, le=500)
    first_up: bool = Field(default=False, description="Sits on the mast: it goes up before what hangs on it")
    kind: PartKind | None = Field(default=None, description="Where its model and serial number are asked for")
    label_read: bool = Field(
        default=False, description="Its label is out of reach once it is up: serial number and address are read before"
    )
    cue: str = Field(default="", max_length=200, description="By what it is told from its look-alike")
    layer_number: int = Field(default=0, ge=0, le=9, description="Layer of the packing in which it lies; 0: not told")
    own_number: str = Field(default="", max_length=60, description="The firm's or its supplier's number for it")
    sits: PartPlace = Field(default="up", description="Where it is in the end; modem, router and spare supply: indoors")

    @property
    def place(self) -> PartPlace:
        """Where it is in the end."""
        return "indoors" if self.kind in _INDOORS else self.sits


class Variant(Model):
    """A kind in which the terminal comes as well: asked when the box is counted, with what it needs besides."""

    code: str = Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")
    question: str = Field(min_length=1, max_length=160, description="By what it is told, to be answered with yes or no")
    parts: list[Part] = Field(default_factory=list, max_length=12, description="What it needs besides")
    note: str = Field(default="", max_length=200, description="What to mind then")


class Joint(Model):
    """How two pieces hold each other, by metric bolts where it has any."""

    code: str = Field(default="", max_length=40, pattern=r"^([a-z][a-z0-9_]*)?$", description="By which steps name it")
    name: str = Field(min_length=1, max_length=80)
    size_mm: float | None = Field(default=None, gt=0, le=30, description="Of its bolts or pins")
    head: JointHead = Field(default="hexagon", description="What is turned")
    length_mm: float | None = Field(default=None, gt=0, le=1000, description="Of each bolt, under its head")
    grade: str = Field(default="", max_length=10, description="Property class, as 8.8 or A2-70")
    count: int = Field(default=1, ge=1, le=40)
    washers: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(
        default_factory=list, max_length=8, description="Of one bolt, in order from its head to its nut"
    )
    nut: str = Field(default="", max_length=40, description="Kind of nut; empty: a threaded hole, or none")
    tighten: str = Field(default="", max_length=200, description="In which order and how firmly")
    across: bool = Field(default=False, description="Tightened across in turn, so that nothing is drawn to one side")
    circle_count: int = Field(default=1, ge=1, le=20, description="Equal circles in which they sit: two clamps of four")
    torque_nm: float | None = Field(default=None, gt=0, le=1000, description="The maker's; it prevails")
    through_tube: bool = Field(default=False, description="Goes through a drilled tube: marked on its wrap")
    ends: JointEnd = Field(default="tight", description="How it is when the job is done")
    free_until: str = Field(
        default="",
        max_length=40,
        pattern=r"^([a-z][a-z0-9_]*)?$",
        description="Step until which it stays free on purpose; peak: until the aim is locked",
    )
    spot: JointSpot = Field(default="foot", description="Where it is drawn")
    lock_number: int | None = Field(
        default=None, ge=1, le=9, description="Its turn when the aim is locked; empty: it is no lock"
    )

    @model_validator(mode="after")
    def _in_circles(self) -> Self:
        if self.count % self.circle_count:
            raise ValueError(f"{self.count} bolts do not sit in {self.circle_count} equal circles")
        return self

    @property
    def key(self) -> str:
        """Its code, or one made of its name."""
        return self.code or "_".join("".join(one if one.isalnum() else " " for one in self.name.lower()).split())

    @property
    def bolt(self) -> str:
        """What goes through it, with its size: bolt M8, cap screw M6, pin 8 mm; empty where nothing does."""
        if self.size_mm is None:
            return ""
        if self.head == "none":
            return f"pin {self.size_mm:g}\u00a0mm"
        return f"{_BOLTS[self.head]} M{self.size_mm:g}"

    @property
    def nut_count(self) -> int:
        """Nuts, each with its washers, where it has nuts: a U-bolt has two."""
        return self.count * (2 if self.head == "u_bolt" else 1)

    @property
    def spanner(self) -> str:
        """The spanner that turns it; empty where none does, or where its size is of no series."""
        return spanner(self.size_mm) if self.size_mm is not None and self.head in _BY_SPANNER else ""

    @property
    def hex_key(self) -> str:
        """The key that turns it; empty where none does."""
        return hex_key(self.size_mm) if self.size_mm is not None and self.head == "socket" else ""

    @property
    def turned_with(self) -> str:
        """The tool by its name; empty where it needs none."""
        return f"{self.spanner} spanner" if self.spanner else f"{self.hex_key} hex key" if self.hex_key else ""


__all__ = [
    "JOINT_ENDS",
    "JOINT_HEADS",
    "JOINT_SPOTS",
    "JOINT_STATES",
    "PART_KINDS",
    "PART_PLACES",
    "Joint",
    "JointEnd",
    "JointHead",
    "JointSpot",
    "JointState",
    "Part",
    "PartKind",
    "PartPlace",
    "Variant",
]
