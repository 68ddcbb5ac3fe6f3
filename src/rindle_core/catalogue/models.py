"""What the stores hold: satellites with beams, terminals, cables. A new one is data, not code."""

from __future__ import annotations

from typing import Annotated, Any, Literal, Self

from pydantic import Field, model_validator

from rindle_core.catalogue.blocks import Block, BlockLink, faults_of_blocks
from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.cables import CableLimits, CoaxCable, Supply
from rindle_core.catalogue.carriers import ReferenceCarrier
from rindle_core.catalogue.crew import Member, Team
from rindle_core.catalogue.earth_points import EarthPoint
from rindle_core.catalogue.fixings import Fixing
from rindle_core.catalogue.guides import PeakGuide, ScrewLink
from rindle_core.catalogue.maker_wind import MakerWind
from rindle_core.catalogue.modem import (
    BringUpState,
    DeskContact,
    InjectorLight,
    ModemAccess,
    ModemEntry,
    NetworkService,
    Router,
)
from rindle_core.catalogue.mounts import MountKind
from rindle_core.catalogue.panel import Panel
from rindle_core.catalogue.parts import Joint, Part, PartKind, Variant
from rindle_core.kernel.days import Day
from rindle_core.kernel.model import Model
from rindle_core.science.antenna import half_power_beamwidth_deg
from rindle_core.science.shells import ElementLines, Shell

Hand = Literal["left", "right"]
Polarization = Literal["circular", "linear"]


Plane = Literal["horizontal", "vertical"]
Sends = Literal["", "same", "crossed"]
Longitude = Annotated[float, Field(ge=-360, le=360)]
Latitude = Annotated[float, Field(ge=-90, le=90)]
Corner = tuple[Longitude, Latitude]


class Beam(Model):
    """A spot of a satellite. Hands are the senses of circular polarization as seen from the site; None: it has none."""

    letter: str = Field(min_length=1, max_length=3, pattern=r"[A-Z0-9]+")
    hand: Hand | None = Field(default=None, description="As received at the site; empty: a linear beam")
    transmit_hand: Hand | None = Field(default=None, description="As sent from the site; empty: not told, or linear")
    plane: Plane | None = Field(default=None, description="As received at the site; empty: circular, or not told")
    transmit_plane: Plane | None = Field(
        default=None, description="As sent from the site; empty: circular, or not told"
    )
    carrier_mhz: float = Field(
        gt=0, le=100_000, description="Receive carrier that the modem is told, after down-conversion"
    )
    expected_es_n0_db: float = Field(
        ge=-30, le=60, description="Clear-sky Es/N0 at the beam's centre, reference terminal"
    )
    edge_loss_db: float = Field(default=3.0, ge=0, le=20, description="Level on the outline below that of the centre")
    least_es_n0_db: float | None = Field(
        default=None, ge=-20, le=40, description="Least quality that the operator asks for"
    )
    polygon_deg: list[Corner] = Field(min_length=3, max_length=2000, description="Outline, (longitude, latitude) pairs")
    holes_deg: list[Annotated[list[Corner], Field(min_length=3, max_length=2000)]] = Field(
        default_factory=list, max_length=20, description="Outlines cut out of it, (longitude, latitude) pairs"
    )

    @property
    def sends(self) -> Sends:
        """What is sent beside what is received; empty where the stores do not tell both."""
        pair = (self.plane, self.transmit_plane) if self.plane else (self.hand, self.transmit_hand)
        if pair[0] is None or pair[1] is None:
            return ""
        return "same" if pair[0] == pair[1] else "crossed"

    @model_validator(mode="after")
    def _one_kind(self) -> Self:
        if (self.hand or self.transmit_hand) and (self.plane or self.transmit_plane):
            raise ValueError("a beam is circular, with hands, or linear, with planes: take one of the two out")
        return self

    @model_validator(mode="after")
    def _encloses(self) -> Self:
        if not any(
            abs(_doubled_area(ring)) > _LEAST_AREA for ring in (self.polygon_deg, _about_date_line(self.polygon_deg))
        ):
            raise ValueError(
                "the outline encloses nothing: three corners or more that are not on one line are accepted"
            )
        return self


_LEAST_AREA = 1e-6  # square degrees, doubled: under a hundred metres across


def _about_date_line(ring: list[Corner]) -> list[Corner]:
    return [(longitude % 360.0, latitude) for longitude, latitude in ring]


def _doubled_area(ring: list[Corner]) -> float:
    """Gauss's area formula on the plate carrée."""
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True))


class SettingField(Model):
    """A field of a network's settings sheet. Credentials are entered by the user and never kept."""

    name: str = Field(min_length=1, max_length=80)
    example: str = Field(default="", max_length=120)
    secret: bool = Field(default=False, description="A credential: it is ticked when entered, its value is not kept")


class Satellite(Model):
    """A satellite on the geostationary arc. Longitude east positive."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=80)
    template: bool = Field(default=False, description="Invented figures to copy from, not a maker's")
    longitude_deg: float = Field(ge=-180, le=180)
    tilt_deg: float = Field(default=0.0, ge=-90, le=90, description="Own turn of the polarization plane")
    network_id: str = Field(
        default="",
        max_length=60,
        description="What a modem on this network shows: proof of the satellite",
    )
    carriers: list[ReferenceCarrier] = Field(
        default_factory=list, max_length=20, description="Carriers that are always there, for an analyser or a meter"
    )
    inclination_deg: float = Field(
        default=0.0, ge=0, le=30, description="Of an orbit that is no longer held on the equator"
    )
    beams: list[Beam] = Field(default_factory=list)
    approved: list[Annotated[str, Field(min_length=1, max_length=80)]] = Field(
        default_factory=list,
        max_length=400,
        description="Terminals and models of parts that its network approves; empty: not told",
    )
    settings: list[SettingField] = Field(
        default_factory=list, description="Settings sheet of its network, in the order of entry"
    )
    service: NetworkService = NetworkService()
    desk: DeskContact | None = Field(default=None, description="The operations desk of its network")
    tle: list[str] | None = Field(
        default=None, min_length=2, max_length=2, description="The operator's elements, as two lines"
    )

    @model_validator(mode="before")
    @classmethod
    def _one_carrier_of_old(cls, data: Any) -> Any:
        """Older stores and records knew the frequency of one carrier that only this satellite has, and no more."""
        if not isinstance(data, dict) or "reference_mhz" not in data:
            return data
        told = {key: value for key, value in data.items() if key != "reference_mhz"}
        if data["reference_mhz"] is None:
            return told
        old = {"name": "Reference", "downlink_mhz": data["reference_mhz"], "only_here": True}
        return {**told, "carriers": [*told.get("carriers", []), old]}

    @property
    def telling(self) -> list[ReferenceCarrier]:
        """Those of its carriers that no other satellite has."""
        return [one for one in self.carriers if one.only_here]


class Clinometer(Model):
    """Where the clinometer is laid on this terminal, and the angle of that face to the beam."""

    face: str = Field(min_length=1, description="The face, named as an installer finds it")
    kind: Literal["face", "rim", "scale", "flat"] = Field(
        description="face: reads elevation + offset; rim: reads elevation - offset, from the vertical; "
        "scale: the mount's own scale; flat: a head that is set level"
    )
    offset_deg: float = Field(default=0.0, ge=-90, le=90)


class InstrumentCheck(Model):
    """What an instrument read, and what was true: from a reversal test, a surveyed mark or a finished peak."""

    on: Day
    read_deg: float = Field(ge=-360, le=360)
    true_deg: float = Field(ge=-360, le=360)
    how: str = ""


class Instrument(Model):
    """A compass or clinometer of the crew, with its checks."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=80)
    kind: Literal["compass", "clinometer"]
    checks: list[InstrumentCheck] = Field(default_factory=list)


class MastWindow(Model):
    """Mast outer diameters that the clamp grips, and the length it needs."""

    least_mm: float = Field(gt=0, le=1000)
    most_mm: float = Field(gt=0, le=1000)
    clamp_height_mm: float = Field(default=150.0, gt=0, le=3000)

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.least_mm > self.most_mm:
            raise ValueError("the least mast diameter is larger than the most; swap them")
        return self


class Screw(Model):
    """A fine screw of the head."""

    deg_per_turn: float = Field(ge=0.01, le=90, description="Of the head, at mid-travel")
    backlash_turns: float = Field(default=0.0, ge=0, le=5)
    span_turns: float = Field(default=12.0, gt=0, le=1000, description="From mid-travel to either end stop")
    link: ScrewLink | None = Field(
        default=None, description="Of a screw whose turns are not evenly so many degrees; empty: even"
    )

    def degrees(self, turns: float) -> float:
        """Head over its mid-travel angle after so many turns from there, degrees."""
        return turns * self.deg_per_turn if self.link is None else self.link.degrees(turns)


class PositionFormat(Model):
    """How this terminal wants its own position typed."""

    style: Literal["decimal", "decimal_hemisphere", "degrees_minutes", "degrees_minutes_seconds"] = "decimal"
    decimals_count: int = Field(default=4, ge=0, le=7, description="Digits behind the point of the last part")


class Bracket(Model):
    """A bracket that holds spare feeds beside the main one. Reaches are from the main feed's centre, along the bar."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=80)
    least_mm: float = Field(gt=0, le=2000, description="Nearest that a spare feed's centre may sit to the main one's")
    most_mm: float = Field(gt=0, le=2000, description="Farthest, to either side")
    most_height_mm: float = Field(ge=0, le=2000, description="How far a spare feed may be set up or down")
    feed_count: int = Field(default=1, ge=1, le=12, description="Spare feeds that it holds")
    pitch_mm: float = Field(default=60.0, gt=0, le=1000, description="Least distance between two spare feeds")

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.least_mm > self.most_mm:
            raise ValueError("the nearest reach is larger than the farthest; swap them")
        return self


class Terminal(Model):
    """A terminal of the catalogue."""

    code: str
    name: str
    template: bool = Field(default=False, description="Invented figures to copy from, not a maker's")
    in_stock_count: int | None = Field(default=None, ge=0, le=10_000, description="Empty: nobody counts them here")
    family: Literal["A", "B", "C", "D", "E", "F", "G", "H"]
    polarization: Polarization
    aperture_mm: float = Field(ge=50, le=10_000)
    depth_mm: float | None = Field(
        default=None, gt=0, le=10_000, description="Of a flat panel: its other side; empty: square"
    )
    aperture_high_mm: float | None = Field(
        default=None, ge=50, le=10_000, description="Of a dish that is not round, its height; empty: round"
    )
    receive_ghz: float = Field(ge=1, le=50)
    transmit_ghz: float = Field(ge=1, le=100)
    transmit_w: float = Field(default=0.0, ge=0, le=1000)
    keep_off_m: float | None = Field(
        default=None,
        gt=0,
        le=1000,
        description="How far people stay from its face while it sends, by its maker's sheet; empty: not told",
    )
    receive_beamwidth_deg: float | None = Field(default=None, ge=0.1, le=60, description="Maker's figure, else 70 λ/D")
    wind_force_coefficient: float | None = Field(
        default=None, gt=0, le=3, description="Maker's figure, else the envelope"
    )
    maker_wind: MakerWind | None = Field(default=None, description="The maker's table of wind, where there is one")
    mast_wall_least_mm: float | None = Field(
        default=None, gt=0, le=50, description="Thinnest wall of a mast that its maker allows"
    )
    receive_port: Plane | None = Field(
        default=None,
        description="Plane that the receive port takes with the feed at zero; empty: circular",
    )
    sends: Sends = Field(default="", description="What it sends beside what it receives; empty: either")
    hand_marks: dict[Hand, str] = Field(
        default_factory=dict, description="How each hand is set at this feed: collar letter, feed piece, code"
    )
    reference_gain_db: float = Field(
        default=0.0, ge=-60, le=60, description="Receive figure relative to the beam's reference terminal"
    )
    self_install: bool = Field(
        default=False, description="Whether its maker and network let an owner install it without trained people"
    )
    takes: dict[PartKind, list[Annotated[str, Field(min_length=1, max_length=80)]]] = Field(
        default_factory=dict, description="Models of parts that fit it; a kind that is not named takes any"
    )
    parts: list[Part]
    variants: list[Variant] = Field(
        default_factory=list, max_length=8, description="Kinds in which it comes as well, asked when its box is counted"
    )
    joints: list[Joint] = Field(default_factory=list, max_length=40, description="How its parts hold each other")
    tools: list[str]
    mast: MastWindow
    clinometer: Clinometer
    other_faces: list[Clinometer] = Field(
        default_factory=list, description="Other places where a clinometer may be laid"
    )
    guides: list[PeakGuide] = Field(
        default_factory=list, max_length=8, description="By what it is pointed, the first one as a rule"
    )
    feed_isolation_db: float | None = Field(
        default=None, gt=0, le=60, description="Best isolation of the unwanted polarization that its feed gives"
    )
    push_where: str = Field(
        default="", max_length=200, description="Where its rim may be pushed for a test, and how hard"
    )
    skew_mechanism: Literal["feed", "head", "none"] = Field(default="none", description="What is turned for the skew")
    panel: Panel | None = Field(default=None, description="What a low-orbit panel can see; empty for a dish")
    focal_length_mm: float | None = Field(
        default=None, gt=50, le=10_000, description="Of the reflector, for spare feeds"
    )
    aperture_offset_mm: float | None = Field(
        default=None,
        ge=0,
        le=20_000,
        description="Middle of the reflector over its axis; empty: the lower rim at the axis",
    )
    position_format: PositionFormat = PositionFormat()
    needs_earth: bool = Field(default=True, description="Whether its maker asks for a way to earth of its own")
    earth_points: list[EarthPoint] = Field(
        default_factory=list, max_length=12, description="Where its maker lets an earth wire be taken, and where not"
    )
    needs_lineup: bool = Field(default=False, description="Whether the operations desk lines it up by appointment")
    cable: CableLimits
    supply: Supply
    elevation_screw: Screw
    azimuth_screw: Screw
    transmit_most_dbm: float | None = Field(
        default=None, ge=-60, le=80, description="Top of what its page shows as transmit level; empty: not told"
    )
    lock_es_n0_db: float | None = Field(
        default=None, ge=-20, le=30, description="Es/N0 under which its receiver does not lock; empty: not told"
    )
    least_input_dbm: float | None = Field(
        default=None, ge=-120, le=20, description="Least level at the modem's input; empty: not told"
    )
    access: ModemAccess | None = Field(default=None, description="How a computer reaches its page; empty: it has none")
    router: Router | None = Field(default=None, description="Its own router; empty: it has none")
    injector: bool = Field(default=False, description="A box of its own puts the current on the data cable")
    injector_lights: list[InjectorLight] = Field(
        default_factory=list, max_length=6, description="What they mean; empty: they are not told, or it has none"
    )
    entries: list[ModemEntry]
    blocks: list[Block] = Field(default_factory=list, max_length=20, description="The boxes of its block diagram")
    links: list[BlockLink] = Field(default_factory=list, max_length=40, description="What is plugged where")
    build_steps: list[BuildStep]
    bringup_states: list[BringUpState]

    @property
    def has_injector(self) -> bool:
        """Whether a box of its own feeds it up the data cable; stores of before told it by its lights alone."""
        return self.injector or bool(self.injector_lights)

    @model_validator(mode="after")
    def _needs_exist(self) -> Self:
        codes = {step.code for step in self.build_steps}
        for step in self.build_steps:
            for need in step.needs:
                if need.startswith("step:") and need[5:] not in codes:
                    raise ValueError(f"step {step.code} needs {need}, which is not a step of this terminal")
        if fault := faults_of_blocks(self.blocks, self.links):
            raise ValueError(fault)
        return self

    def beamwidth_deg(self, axis: Literal["azimuth", "elevation"] = "azimuth") -> float:
        """Half-power width at the receive frequency along an axis; a high dish is narrower in elevation."""
        across = self.receive_beamwidth_deg or half_power_beamwidth_deg(self.aperture_mm, self.receive_ghz)
        if axis == "azimuth" or self.aperture_high_mm is None:
            return across
        return across * self.aperture_mm / self.aperture_high_mm

    def mass_kg(self) -> float:
        """Mass of all that is taken up: the cable too, nothing that stays indoors."""
        return sum(part.mass_kg * part.count for part in self.parts if part.place != "indoors")

    def hung_kg(self) -> float:
        """Mass that hangs on the mount: no cable, of which most lies along the way and holds nothing down."""
        return sum(part.mass_kg * part.count for part in self.parts if part.place == "up")


class Constellation(Model):
    """Satellites of low orbits: as shells, or as elements that the user loaded."""

    code: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=80)
    template: bool = Field(default=False, description="Invented figures to copy from, not a maker's")
    service: NetworkService = NetworkService()
    desk: DeskContact | None = Field(default=None, description="The operations desk of its network")
    shells: list[Shell] = Field(default_factory=list, max_length=20)
    elements: list[ElementLines] = Field(default_factory=list, max_length=12_000)

    @model_validator(mode="after")
    def _some(self) -> Self:
        if not self.shells and not self.elements:
            raise ValueError("needs shells, or elements, to know where its satellites are")
        return self


class UnreadEntry(Model):
    """An entry that this version cannot read, and why."""

    kind: str
    code: str
    message: str


class Catalogue(Model):
    """The whole store."""

    satellites: list[Satellite]
    terminals: list[Terminal]
    cables: list[CoaxCable]
    instruments: list[Instrument] = Field(default_factory=list)
    brackets: list[Bracket] = Field(default_factory=list)
    constellations: list[Constellation] = Field(default_factory=list)
    fixings: list[Fixing] = Field(default_factory=list, description="Those that ship and the firm's own")
    mounts: list[MountKind] = Field(default_factory=list, description="Those that ship and the firm's own")
    members: list[Member] = Field(default_factory=list, description="The crew, and whom it hires")
    teams: list[Team] = Field(default_factory=list, description="Those who drive out together")
    invented: list[str] = Field(default_factory=list, description="Kind/code of those whose figures are a template's")
    unread: list[UnreadEntry] = Field(default_factory=list, description="Left out of the lists above")


__all__ = [
    "Beam",
    "Bracket",
    "BringUpState",
    "BuildStep",
    "Catalogue",
    "Clinometer",
    "Constellation",
    "Hand",
    "MakerWind",
    "MastWindow",
    "ModemEntry",
    "Plane",
    "PositionFormat",
    "Satellite",
    "Screw",
    "Sends",
    "SettingField",
    "Terminal",
    "UnreadEntry",
]
