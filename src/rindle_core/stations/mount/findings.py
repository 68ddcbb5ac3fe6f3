"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind
from rindle_core.stations.mount.fixing_findings import (  # noqa: F401  # listed with those of this room
    FIXING,
    FIXING_BASE,
    FIXING_COLD,
    FIXING_COUNT,
    FIXING_DEPTH,
    FIXING_EDGE,
    FIXING_SPACING,
    FIXING_UNKNOWN,
    GAUGE,
    PROFILE,
    WAITS_FIXING,
)
from rindle_core.stations.mount.whose_findings import (  # noqa: F401
    AGED,
    MAST_OF,
    RESCUE_OF,
    SIDE_OF,
    SITE_OF,
    SPOT_OF,
)

_USUAL = "Usual cautions; local codes prevail"

STOPPED = Kind(
    "mount.stopped.{}",
    "digging and drilling that a hazard of the site stops",
    against="a release by somebody competent",
    source=_USUAL,
    at="brief.releases",
)

WAITS_MAST = Kind("waits.mast", "a station that waits for entries", at="mount.mast_diameter_mm")
HEIGHT = Kind("mount.height", "height over ground not said", against="–", at="mount.height_above_ground_m")
FIT = Kind(
    "mount.fit",
    "mast diameter",
    against="the terminal's window",
    unit="mm",
    source="Terminal's mast window",
    at="mount.mast_diameter_mm",
)
LIFT = Kind(
    "mount.lift",
    "mass of what goes up",
    against="house rule `lone_lift_kg`",
    unit="kg",
    source="House rule: lone lift",
)
STRESS = Kind(
    "mount.stress",
    "bending stress in the design gust",
    against="yield over `strength_factor`",
    unit="mpa",
    source="Cantilever bending, M c / I; gust after ASCE 7-16",
    at="mount.mast_wall_mm",
)
SWAY = Kind(
    "mount.sway",
    "pointing loss in the working gust",
    against="house rule `wind_loss_db`",
    unit="db",
    source="F L²/2EI and 12 (θ/θ3)²",
    at="mount.mast_free_length_m",
)
MOUNT_CHOICE = Kind(
    "brief.mount_choice",
    "kinds of mount for the surface",
    against="the trade's usual kinds",
    source="The trade's usual kinds by surface: a planning aid, local codes prevail",
    at="brief.surface",
)
SURFACE = Kind("brief.surface", "kinds of mount for the surface", against="the trade's usual kinds", at="brief.surface")

KIND = Kind(
    "mount.kind",
    "the kind of mount that is chosen",
    against="surface, permission, permanence, height, reach and mass",
    source="The trade's usual kinds by surface: a planning aid, local codes prevail",
    at="mount.mount_code",
)
LEVER = Kind(
    "mount.lever",
    "free length against the height over ground",
    against="the height over ground",
    unit="m",
    at="mount.mast_free_length_m",
)
SWAY_FAR = Kind(
    "mount.sway_far",
    "how far the tip turns in the working gust, past half the beam's width",
    against="half the half-power beamwidth",
    unit="deg",
    source="F L²/2EI",
    at="mount.mast_free_length_m",
)
OVAL = Kind(
    "mount.oval",
    "difference of two diameters of the mast",
    against="house rule `oval_percent`",
    unit="percent",
    source="EN 10210-2, table 2: a round tube is out of round by 2 % at most",
    at="mount.mast_other_diameter_mm",
)
PINCH = Kind(
    "mount.pinch",
    "mast diameter",
    against="what the mount grips",
    unit="mm",
    source="Kind of mount, of the stores",
    at="mount.mast_diameter_mm",
)
WALL = Kind(
    "mount.wall",
    "wall of the mast",
    against="the maker's least",
    unit="mm",
    source="Terminal's data",
    at="mount.mast_wall_mm",
)
TUBE = Kind(
    "mount.tube",
    "the tube as it was measured",
    against="the tube that the kind of mount brings",
    unit="mm",
    source="Kind of mount, of the stores; EN 10210-2, table 2",
    at="mount.mast_diameter_mm",
)
HARDWARE = Kind(
    "mount.hardware",
    "how long the zinc of screws and brackets lasts at the least; what they are, and who is under them",
    against="the years that a coating has to last",
    unit="years",
    source="ISO 9223:2012; ISO 10684:2004; ISO 4042:2018; EN 1993-1-4:2006, annex A: a planning aid",
    at="mount.hardware",
)
COATING = Kind("mount.coating", "what protects the mast", against="galvanized steel", at="mount.mast_coating")
CLAMPED = Kind(
    "mount.clamped",
    "straight tube at the mast's top",
    against="the clamp's height",
    unit="mm",
    source="Terminal's mast window",
    at="mount.mast_straight_mm",
)
GUST = Kind(
    "mount.gust",
    "whose gust is reckoned with",
    unit="mps",
    source="Local code; else the firm's gust",
    at="mount.design_gust_mps",
)
LANDFORM = Kind("mount.landform", "figures of the hill", source="ASCE 7-16, figure 26.8-1", at="mount.hill_height_m")
MAKER_FORCES = Kind(
    "mount.maker_forces",
    "the maker's forces, as far as they are told",
    against="a gust with the forces that belong to it",
    source="Maker's table",
    at="mount.maker_gust_mps",
)
MAKER_SURVIVE = Kind(
    "mount.maker_survive",
    "design gust on this site",
    against="the gust that the maker says it outlives",
    unit="mps",
    source="Maker's table",
    at="mount.survive_mps",
)
MAKER_OPERATE = Kind(
    "mount.maker_operate",
    "working gust on this site",
    against="the gust up to which the maker says it works",
    unit="mps",
    source="Maker's table",
    at="mount.operate_mps",
)
SPACING = Kind(
    "mount.spacing",
    "distance of two brackets",
    against="house rule `bracket_share` of the free length",
    unit="m",
    source="Moments about either bracket: F (L+s)/s and F L/s",
    at="mount.bracket_spacing_m",
)
BALANCE = Kind(
    "mount.balance",
    "tube below the upper bracket",
    against="tube above it",
    unit="m",
    source="The trade's rule: as much below as above",
    at="mount.tube_below_m",
)
JOINT = Kind(
    "mount.joint",
    "joint of a pole in two parts",
    against="the upper clamp, which has to lie above it",
    unit="m",
    source="The joint bears no bending",
    at="mount.clamp_height_m",
)
SIDE = Kind("mount.side", "side that it goes on", against="one, where the steps differ by side", at="mount.mount_side")
SEATS = Kind(
    "mount.seats",
    "lean that the brackets would give the pole",
    against="house rule `plumb_deg`",
    unit="deg",
    source="How far they are off one plumb line over their distance, as an angle",
    at="mount.bracket_seats",
)
SIGNS = Kind(
    "mount.signs",
    "signs that there is timber behind the skin",
    against="two that do not depend on each other",
    unit="count",
    source="The trade's rule: two signs before drilling",
    at="mount.timber_signs",
)
SERVICES = Kind(
    "mount.services",
    "buried services before the dig",
    against="found and marked by those who may",
    source=_USUAL,
    at="mount.services_located_by",
)
SOIL = Kind(
    "mount.soil",
    "class of the soil",
    against="IBC 2018, table 1806.2",
    source="IBC 2018, table 1806.2",
    at="mount.soil",
)
DEPTH = Kind(
    "mount.depth",
    "depth of the pole's hole",
    against="what the gust asks for",
    unit="m",
    source="IBC 2018, eq. 18-1, iterated",
    at="mount.hole_depth_m",
)
FROST = Kind(
    "mount.frost",
    "depth of the pole's hole",
    against="depth of frost",
    unit="m",
    source="Local code",
    at="mount.frost_m",
)
MIXING = Kind(
    "mount.mixing",
    "minutes to mix the pour by hand",
    against="house rule `concrete_work_min`",
    unit="min",
    source="House rule: how long a pour may take",
    at="mount.hole_depth_m",
)
PLUMB = Kind(
    "mount.plumb",
    "lean of the pole on two faces",
    against="house rule `plumb_deg`",
    unit="deg",
    source="House rule: plumb",
    at="mount.plumb",
)
LEANS_AGREE = Kind(
    "mount.leans_agree",
    "lean of the mast here beside its lean at Aim",
    against="house rule `plumb_deg` between the two",
    unit="deg",
    source="The mast’s lean, entered twice",
    at="aim.lean_deg",
)
POUR = Kind(
    "mount.pour",
    "what is seen to at the pour",
    against="all of the house's list",
    unit="count",
    source="The firm's list for the pour",
    at="mount.pour_checks",
)
CURING = Kind(
    "mount.curing",
    "strength of the concrete by its maturity",
    against="house rule `load_share`",
    unit="percent",
    source="Nurse–Saul, ASTM C1074; ACI 209R-92, eq. 2-1",
    at="mount.poured_at",
)
FROZEN = Kind(
    "mount.frozen",
    "coldest mean temperature of the concrete",
    against="house rule `concrete_least_c`",
    unit="c",
    source="House rule: concrete",
    at="mount.curing",
)
BALLAST = Kind(
    "mount.ballast",
    "mass of the blocks",
    against="what tipping, sliding and lifting ask for",
    unit="kg",
    source="Equilibrium, with the firm's safety factor for ballast",
    at="mount.block_count",
)
FRICTION = Kind(
    "mount.friction",
    "what the frame stands on",
    against="its slope",
    source="μ of wet surfaces, the lower end",
    at="mount.underlay",
)
DECK = Kind(
    "mount.deck",
    "load on the roof",
    against="what it bears beside snow",
    unit="kpa",
    source="Mass over the frame's area",
    at="mount.deck_kpa",
)
DECK_EDGE = Kind(
    "mount.deck_edge",
    "distance from the roof's edge",
    against="house rule `roof_edge_m`",
    unit="m",
    source="House rule: roof edge",
    at="mount.roof_edge_m",
)
REACH = Kind(
    "mount.reach",
    "free space between the antenna and the overhang",
    against="nothing touches it over its whole swing",
    unit="m",
    source="Distance of the centre to the eave, less the radius",
    at="mount.overhang_m",
)
SNOW = Kind(
    "mount.snow",
    "lowest rim over the surface below it",
    against="depth of snow with its drift",
    unit="m",
    source="Local depth of snow, doubled where it drifts",
    at="mount.snow_m",
)
ICE_FALL = Kind("mount.ice_fall", "ice and snow that slide off the roof above", at="mount.below_slide")
OLD_MATERIAL = Kind(
    "mount.old_material",
    "old or fragile material that is drilled or walked on",
    against="somebody competent who says what it is",
    source=_USUAL,
    at="mount.old_material",
)
_LONE = "House rule: lone lift"
LIFT_CREW = Kind("mount.lift_crew", "people for the lift", against="two", unit="count", source=_LONE, at="brief.crew")
RESCUE = Kind(
    "mount.rescue", "how somebody hurt is brought down", against="a sentence", source=_USUAL, at="mount.rescue"
)
ALONE = Kind(
    "mount.alone", "whether somebody stays below", against="two, or it was agreed on", source=_USUAL, at="brief.crew"
)
AT_HEIGHT = Kind(
    "mount.at_height",
    "minutes on ladder or roof",
    against="house rule `at_height_most_min`",
    unit="min",
    source="Steps of mount and terminal",
    at="mount",
)
CHECKED = Kind(
    "mount.checked.{}",
    "a check of the mount",
    against="the kind's own limit",
    source="Kind of mount, of the stores",
    at="mount.checks",
)
ALTERED = Kind("mount.altered", "what was altered", against="the maker's promise", at="mount.alterations")
TETHER = Kind(
    "mount.tether",
    "whether a tether keeps it should its clamp let go",
    against="one, where the kind asks for it",
    at="mount.tethered",
)
REUSED = Kind(
    "mount.reused",
    "what an old mount is asked",
    against="all of the house's list",
    unit="count",
    source="The firm's list for old mounts",
    at="mount.reuse_checks",
)
