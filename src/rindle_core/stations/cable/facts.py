"""What is entered at Cable."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.kernel.days import Day
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts
from rindle_core.stations.cable.cable import ExtraRun
from rindle_core.stations.cable.dress import CableTest
from rindle_core.stations.cable.earth import BuildingFact
from rindle_core.stations.cable.pieces import CablePiece
from rindle_core.stations.cable.wall import Side, WallThing

SealedBy = Literal["", "foam", "sealant", "putty", "none"]
InjectorPlace = Literal["", "living", "attic", "basement", "cupboard", "outside", "not_needed"]


class CableFacts(Facts):
    """The cable, piece by piece, its hole, its ends and tests, the way to earth, and other runs through the house."""

    cable_code: Annotated[str, Entry("Cable")] = ""
    cable_pieces: Annotated[list[CablePiece], Entry("Cable pieces")] = Field(default_factory=list)
    connectors: Annotated[
        int | None, Entry("Connectors", hint="Of one run; empty: two, and two for each joint and arrester")
    ] = Field(default=None, ge=0, le=20)
    joint_count: Annotated[int, Entry("Joints on the way")] = Field(default=0, ge=0, le=20)
    splitter_db: Annotated[float | None, Entry("Splitter loses")] = Field(default=None, ge=0, le=40)
    arrester_db: Annotated[float | None, Entry("Arrester loses", hint="Empty: what your firm takes for one")] = Field(
        default=None, ge=0, le=40
    )
    adaptor_db: Annotated[float | None, Entry("Adaptors lose")] = Field(default=None, ge=0, le=40)
    extra_runs: Annotated[list[ExtraRun], Entry("Cables of their own")] = Field(default_factory=list, max_length=20)

    wall_mm: Annotated[float | None, Entry("Wall")] = Field(default=None, gt=0, le=3000)
    wall_code: Annotated[
        Code, Entry("The wall is of", choices={one.code: one.name for one in DEFAULT_WORDS.ways_in})
    ] = ""
    drilled_from: Annotated[
        Side, Entry("Drilled from", choices={"": "not told", "inside": "inside", "outside": "outside"})
    ] = ""
    bulge_mm: Annotated[float | None, Entry("Moulded bulge", hint="Arrester or ferrite on the cable")] = Field(
        default=None, gt=0, le=200
    )
    hole_mm: Annotated[float | None, Entry("Hole", hint="As drilled, or the old one’s")] = Field(
        default=None, gt=0, le=500
    )
    wall_mark: Annotated[str, Entry("Measured from", hint="A window’s edge, a corner: seen on both sides")] = Field(
        default="", max_length=120
    )
    inside_mm: Annotated[float | None, Entry("Inside, from the mark")] = Field(default=None, ge=-50_000, le=50_000)
    outside_mm: Annotated[float | None, Entry("Outside, from the mark")] = Field(default=None, ge=-50_000, le=50_000)
    looked_inside: Annotated[bool, Entry("Looked at inside")] = False
    looked_outside: Annotated[bool, Entry("Looked at outside")] = False
    swept: Annotated[bool, Entry("Swept with a detector")] = False
    wall_things: Annotated[list[WallThing], Entry("Near the hole")] = Field(default_factory=list, max_length=40)
    cable_seen_again: Annotated[bool, Entry("Earth, seals and ends were looked at again", hint="In a repair")] = False
    sealed_by: Annotated[
        SealedBy,
        Entry(
            "Closed with",
            choices={"": "not yet", "foam": "foam", "sealant": "sealant", "putty": "putty, for now",
                     "none": "no hole is made"},
        ),
    ] = ""  # fmt: skip
    putty_until: Annotated[Day | None, Entry("Putty until")] = None
    connector_out_code: Annotated[
        Code, Entry("Connectors outdoors", choices={one.code: one.name for one in DEFAULT_WORDS.connectors})
    ] = ""
    connector_in_code: Annotated[
        Code, Entry("Connectors indoors", choices={one.code: one.name for one in DEFAULT_WORDS.connectors})
    ] = ""
    end_checks: Annotated[list[str], Entry("Looked at on every end", words="end_checks")] = Field(
        default_factory=list, max_length=40
    )
    entry_steps: Annotated[list[str], Entry("Seen to at the entry", words="entry_steps")] = Field(
        default_factory=list, max_length=40
    )

    conduit_steps: Annotated[list[str], Entry("Seen to as the conduit is laid", words="conduit_steps")] = Field(
        default_factory=list, max_length=40
    )
    conduit_mm: Annotated[float | None, Entry("Conduit’s bore")] = Field(default=None, gt=0, le=200)
    elbow_mm: Annotated[float | None, Entry("Radius of its tightest bend")] = Field(default=None, ge=0, le=2000)
    removable: Annotated[str, Entry("Joints that stay removable")] = Field(default="", max_length=200)
    slack_tried: Annotated[bool, Entry("Slack tried over the full swing")] = False
    dressed: Annotated[
        Literal["", "loose", "final"],
        Entry("Ties and clips", choices={"": "none yet", "loose": "loose, for now", "final": "final"}),
    ] = ""
    tests: Annotated[list[CableTest], Entry("Cable tests")] = Field(default_factory=list, max_length=40)

    injector_place: Annotated[
        InjectorPlace,
        Entry(
            "Injector or modem sits",
            choices={
                "": "not told",
                "living": "on a living floor",
                "attic": "in the attic",
                "basement": "in the basement",
                "cupboard": "in a cupboard",
                "outside": "outdoors",
                "not_needed": "none is needed",
            },
        ),
    ] = ""
    injector_dry: Annotated[bool, Entry("It is dry there")] = False
    injector_reachable: Annotated[bool, Entry("It is reached for a restart")] = False
    injector_low_c: Annotated[float | None, Entry("Coldest there")] = Field(default=None, ge=-60, le=90)
    injector_high_c: Annotated[float | None, Entry("Hottest there")] = Field(default=None, ge=-60, le=120)
    old_cabling: Annotated[
        Literal["", "none", "used"],
        Entry("Cabling of the house", choices={"": "not told", "none": "none is used", "used": "used on"}),
    ] = ""
    old_tested: Annotated[bool, Entry("It was tested through and for its pairs")] = False

    earth_path: Annotated[list[str], Entry("Way to earth", words="earth_path")] = Field(
        default_factory=list, max_length=40
    )
    earth_point: Annotated[str, Entry("Earth wire taken at")] = Field(default="", max_length=80)
    earth_wire_mm2: Annotated[float | None, Entry("Earth wire")] = Field(default=None, gt=0, le=300)
    earth_wire_length_m: Annotated[float | None, Entry("Its length")] = Field(default=None, ge=0, le=500)
    earth_bond_mohm: Annotated[float | None, Entry("Bond, transceiver to main earth")] = Field(
        default=None, ge=0, le=100_000
    )
    earth_ground_ohm: Annotated[float | None, Entry("Main earth to ground")] = Field(default=None, ge=0, le=100_000)
    earth_building: BuildingFact = ""
    earthed_terminal_code: Annotated[Code, Entry("Terminal of the job when it was earthed")] = ""
    earthed_mount_code: Annotated[Code, Entry("Mount of the job when it was earthed")] = ""
    earthed_letter: Annotated[Code, Entry("Position when it was earthed")] = ""
    hole_letter: Annotated[Code, Entry("Position of which that hole is")] = ""
    made_cable_code: Annotated[Code, Entry("Cable of the job when its ends were made")] = ""
    earth_why_not: Annotated[str, Entry("Why it is not possible")] = Field(default="", max_length=300)


__all__ = ["CableFacts"]
