"""What is entered at Mount."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rindle_core.catalogue.fixings import BASES, SHEET_PROFILES, Base, SheetProfile
from rindle_core.catalogue.mounts import SIDES, Side
from rindle_core.kernel.days import Day, SiteMoment
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Code, Facts
from rindle_core.science.drag import Landform
from rindle_core.stations.mount.ballast import UNDERLAYS, Underlay
from rindle_core.stations.mount.checks import Alteration, CheckMark
from rindle_core.stations.mount.curing import CuringSpell
from rindle_core.stations.mount.fit import COATINGS, Coating
from rindle_core.stations.mount.footing import SOIL_CHOICES, PlumbReading, SoilCode
from rindle_core.stations.mount.hardware import AIRS, HARDWARES, UNDERS, Air, Hardware, Under
from rindle_core.stations.mount.plate import HoleFact
from rindle_core.stations.mount.seats import BracketSeat

SiteExposure = Literal["", "B", "C", "D"]
OldMaterial = Literal["", "none", "suspected", "cleared"]


class MountFacts(Facts):
    """The mount that was chosen, the mast as it was measured, the site's wind, and what holds it all."""

    mount_code: Annotated[str, Entry("Mount")] = Field(
        default="", max_length=40, description="Kind of mount of the stores; empty: the planned position's"
    )
    edge_height_m: Annotated[
        float | None, Entry("Roof edge above ground", hint="Where one steps off the ladder on to the roof")
    ] = Field(default=None, gt=0, le=100)
    rescue: Annotated[
        str,
        Entry(
            "How somebody is brought down from there",
            hint="Said before anybody climbs",
            placeholder="who does it, with what, and whom they call",
        ),
    ] = Field(default="", max_length=300)
    rescue_way_code: Annotated[Code, Entry("Way up for which that was said")] = ""
    mast_diameter_mm: Annotated[float | None, Entry("Mast outer diameter")] = Field(default=None, gt=0, le=500)
    mast_mount_code: Annotated[Code, Entry("Mount of which mast and screws were told")] = ""
    mast_other_diameter_mm: Annotated[float | None, Entry("A quarter turn on")] = Field(default=None, gt=0, le=500)
    mast_wall_mm: Annotated[float | None, Entry("Wall thickness")] = Field(default=None, gt=0, le=50)
    mast_straight_mm: Annotated[
        float | None, Entry("Straight tube at the top", hint="Without bend, weld or hole, for the clamp")
    ] = Field(default=None, ge=0, le=20_000)
    mast_coating: Annotated[Coating, Entry("Surface of the mast", choices=COATINGS)] = ""
    mast_free_length_m: Annotated[
        float | None, Entry("Free length", hint="Top bracket or ground up to the antenna’s centre")
    ] = Field(default=None, gt=0, le=20)
    height_above_ground_m: Annotated[float | None, Entry("Centre above ground")] = Field(default=None, ge=0, le=300)
    bracket_spacing_m: Annotated[float | None, Entry("Between the two brackets")] = Field(default=None, gt=0, le=20)
    tube_below_m: Annotated[float | None, Entry("Tube below the upper bracket")] = Field(default=None, ge=0, le=30)
    mount_side: Annotated[Side, Entry("Side", choices=SIDES)] = ""
    side_mount_code: Annotated[Code, Entry("Mount of which the side was told")] = ""
    bracket_seats: Annotated[list[BracketSeat], Entry("How each bracket sits")] = Field(
        default_factory=list, max_length=12
    )
    clamp_height_m: Annotated[float | None, Entry("Upper clamp above the pole’s foot")] = Field(
        default=None, ge=0, le=20
    )
    reach_m: Annotated[float | None, Entry("Stands off the wall")] = Field(default=None, ge=0, le=20)

    design_gust_mps: Annotated[float | None, Entry("Gust to survive", hint="3 s gust at 10 m, of this place")] = Field(
        default=None, gt=0, le=120
    )
    working_gust_mps: Annotated[float | None, Entry("Gust to work in")] = Field(default=None, gt=0, le=80)
    gust_source: Annotated[str, Entry("Where the gust is from", hint="Map, code or clause")] = Field(
        default="", max_length=120
    )
    site_latitude_deg: Annotated[float | None, Entry("Latitude of the place of which that was told")] = Field(
        default=None, ge=-90, le=90
    )
    site_longitude_deg: Annotated[float | None, Entry("Longitude of the place of which that was told")] = Field(
        default=None, ge=-180, le=180
    )
    site_exposure: Annotated[
        SiteExposure,
        Entry(
            "Land around",
            choices={"": "as the firm has it", "B": "built-up or wooded", "C": "open country", "D": "shore, plateau"},
        ),
    ] = ""
    landform: Annotated[
        Landform,
        Entry("Lie of the land", choices={"": "flat", "ridge": "ridge", "escarpment": "edge of a plateau",
                                          "hill": "hilltop"}),
    ] = ""  # fmt: skip
    hill_height_m: Annotated[float | None, Entry("Its height")] = Field(default=None, ge=0, le=3000)
    hill_half_length_m: Annotated[float | None, Entry("From the crest to half its height")] = Field(
        default=None, gt=0, le=50_000
    )
    from_crest_m: Annotated[
        float | None, Entry("From the crest", hint="Minus: before it, where the wind comes from")
    ] = Field(default=None, ge=-100_000, le=100_000)
    ice_mm: Annotated[float | None, Entry("Ice on it")] = Field(default=None, ge=0, le=200)
    maker_gust_mps: Annotated[float | None, Entry("Maker’s forces: at a gust of")] = Field(default=None, gt=0, le=120)
    maker_axial_n: Annotated[float | None, Entry("Along the beam")] = Field(default=None, gt=0, le=1e6)
    maker_side_n: Annotated[float | None, Entry("Across it")] = Field(default=None, ge=0, le=1e6)
    operate_mps: Annotated[float | None, Entry("Works in gusts up to")] = Field(default=None, gt=0, le=120)
    survive_mps: Annotated[float | None, Entry("Outlives gusts up to")] = Field(default=None, gt=0, le=120)

    base: Annotated[Base | Literal[""], Entry("Driven into", choices={"": "not known"} | BASES)] = ""
    spot_letter: Annotated[Code, Entry("Position at which that was looked at")] = ""
    spot_latitude_deg: Annotated[float | None, Entry("Latitude of the job when that was looked at")] = Field(
        default=None, ge=-90, le=90
    )
    spot_longitude_deg: Annotated[float | None, Entry("Longitude of the job when that was looked at")] = Field(
        default=None, ge=-180, le=180
    )
    fixing_code: Annotated[Code, Entry("Fixing")] = ""
    holes: Annotated[list[HoleFact], Entry("What each hole meets")] = Field(default_factory=list, max_length=80)
    base_strength_mpa: Annotated[float | None, Entry("Its strength", hint="Empty: poor of its kind")] = Field(
        default=None, gt=0, le=200
    )
    sheet_mm: Annotated[float | None, Entry("Sheet", hint="Calipers at its edge")] = Field(default=None, gt=0, le=10)
    sheet_profile: Annotated[
        SheetProfile | Literal[""],
        Entry("Shape of the sheet", choices={"": "not looked at"} | SHEET_PROFILES),
    ] = ""
    hardware: Annotated[Hardware, Entry("Screws and brackets", choices=HARDWARES)] = ""
    air: Annotated[Air, Entry("Air there", choices=AIRS)] = ""
    under: Annotated[Under, Entry("Under it", choices=UNDERS)] = ""
    pulled_n: Annotated[float | None, Entry("Pulled on site", hint="Mean of pulls to failure")] = Field(
        default=None, gt=0, le=1e6
    )
    timber_dry: Annotated[bool, Entry("Timber stays dry")] = False
    timber_signs: Annotated[list[str], Entry("Signs of timber", words="timber_signs")] = Field(
        default_factory=list, max_length=40
    )
    old_material: Annotated[
        OldMaterial,
        Entry(
            "Old or fragile material",
            choices={"": "not looked for", "none": "none", "suspected": "suspected", "cleared": "tested, drillable"},
        ),
    ] = ""  # fmt: skip

    services_located_by: Annotated[str, Entry("Buried services found and marked by")] = Field(
        default="", max_length=120
    )
    services_located_on: Annotated[Day | None, Entry("On", past=True)] = None
    located_latitude_deg: Annotated[float | None, Entry("Latitude of the spot that they were marked about")] = Field(
        default=None, ge=-90, le=90
    )
    located_longitude_deg: Annotated[float | None, Entry("Longitude of the spot that they were marked about")] = Field(
        default=None, ge=-180, le=180
    )
    soil: Annotated[SoilCode, Entry("Soil", choices=SOIL_CHOICES)] = ""
    hole_width_m: Annotated[float | None, Entry("Hole across")] = Field(default=None, gt=0.1, le=3)
    hole_round: Annotated[bool, Entry("Round hole")] = False
    hole_depth_m: Annotated[float | None, Entry("Hole deep")] = Field(default=None, gt=0, le=10)
    frost_m: Annotated[float | None, Entry("Frost goes down to")] = Field(default=None, ge=0, le=5)
    bag_kg: Annotated[float | None, Entry("A bag of concrete")] = Field(default=None, gt=0, le=100)
    plumb: Annotated[list[PlumbReading], Entry("Plumb readings")] = Field(default_factory=list, max_length=40)
    pour_checks: Annotated[list[str], Entry("Seen to at the pour", words="pour_checks")] = Field(
        default_factory=list, max_length=40
    )
    mount_seen_again: Annotated[bool, Entry("What stands there was looked at again", hint="In a repair")] = False
    poured_at: Annotated[SiteMoment | None, Entry("Poured at", placeholder="2026-11-24 12:30")] = None
    curing: Annotated[list[CuringSpell], Entry("Temperatures since")] = Field(default_factory=list, max_length=200)
    cured_at: Annotated[SiteMoment | None, Entry("Judged at", placeholder="2026-11-28 08:00", past=True)] = None

    underlay: Annotated[Underlay, Entry("Stands on", choices=UNDERLAYS)] = ""
    frame_width_m: Annotated[float | None, Entry("Frame, shorter side")] = Field(default=None, gt=0, le=10)
    frame_length_m: Annotated[float | None, Entry("Frame, longer side")] = Field(default=None, gt=0, le=10)
    block_kg: Annotated[float | None, Entry("A block")] = Field(default=None, gt=0, le=200)
    block_count: Annotated[int | None, Entry("Blocks laid")] = Field(default=None, ge=0, le=500)
    standing_fall_deg: Annotated[
        float | None,
        Entry("Fall under the frame", hint="Clinometer down the fall; while it is not told a usual one is taken"),
    ] = Field(default=None, ge=0, le=30)
    deck_kpa: Annotated[float | None, Entry("The roof bears", hint="Beside snow; ask owner or engineer")] = Field(
        default=None, gt=0, le=100
    )
    roof_edge_m: Annotated[float | None, Entry("To the roof’s edge")] = Field(default=None, ge=0, le=500)

    overhang_m: Annotated[float | None, Entry("Overhang of the roof")] = Field(default=None, ge=0, le=10)
    eave_over_m: Annotated[float | None, Entry("Eave over the fixing", hint="Minus: it lies under it")] = Field(
        default=None, ge=-10, le=30
    )
    snow_m: Annotated[float | None, Entry("Snow lies up to")] = Field(default=None, ge=0, le=20)
    rim_over_surface_m: Annotated[float | None, Entry("Lowest rim over roof or ground")] = Field(
        default=None, ge=0, le=300
    )
    drifts: Annotated[bool, Entry("Snow drifts there")] = False
    below_slide: Annotated[
        Literal["", "no", "yes"],
        Entry("Ice or snow slides down on it", choices={"": "not looked at", "no": "no", "yes": "yes"}),
    ] = ""

    checks: Annotated[list[CheckMark], Entry("Checks")] = Field(default_factory=list, max_length=60)
    alterations: Annotated[list[Alteration], Entry("Altered")] = Field(default_factory=list, max_length=20)
    tethered: Annotated[bool, Entry("A tether secures it")] = False
    reuse_checks: Annotated[list[str], Entry("Asked of the old mount", words="reuse_checks")] = Field(
        default_factory=list, max_length=40
    )


__all__ = ["MountFacts"]
