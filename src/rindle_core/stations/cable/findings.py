"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

STOPPED = Kind(
    "cable.stopped.{}",
    "drilling that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
)

WAITS_CABLE = Kind(
    "waits.cable",
    "a station that waits for entries",
    at="cable.cable_pieces",
)
LENGTH = Kind(
    "cable.length",
    "length; loss at the top of the IF",
    against="the terminal's limits",
    unit="m",
    source="Terminal's cable limits",
    at="cable.cable_pieces",
)
INDOORS = Kind("cable.indoors", "a piece indoors, where the unit stands behind the wall", at="cable.cable_pieces")
THROUGH = Kind(
    "cable.through",
    "the piece through the wall",
    against="the slant of the hole",
    unit="m",
    source="Thickness and fall of the wall",
    at="cable.cable_pieces",
)
PLANNED = Kind(
    "cable.planned",
    "the pieces together against what the planned position needs",
    against="the position's cable, measured or drawn",
    unit="m",
    source="Positions and site plan",
    at="cable.cable_pieces",
)
LOOP = Kind(
    "cable.loop",
    "length of the service loop",
    against="house rule `service_loop_m`",
    unit="m",
    source="House rule: service loop",
    at="cable.cable_pieces",
)
LOSS = Kind(
    "cable.loss",
    "length; loss at the top of the IF",
    against="the terminal's limits",
    unit="db",
    source="a√f + b·f with temperature",
    at="cable.cable_code",
)
TYPE = Kind(
    "cable.type",
    "the cable",
    against="the terminal's list",
    source="Terminal's cable limits",
    at="cable.cable_code",
)
SUPPLY = Kind(
    "cable.supply",
    "voltage at the outdoor unit under constant power",
    against="the terminal's least voltage",
    unit="v",
    source="V = (Vs + √(Vs² - 4PR))/2",
    at="cable.cable_code",
)
EMPTY = Kind(
    "cable.empty",
    "no route was entered",
    at="cable.cable_pieces",
)
RUNS = Kind(
    "cable.runs",
    "ways of a terminal with two cables",
    against="a way for each",
    unit="m",
    source="Terminal's cable limits",
    at="cable.cable_pieces",
)
HOLE = Kind(
    "cable.hole",
    "width of the hole",
    against="the plug, connector or bulge",
    unit="mm",
    source="Widest part that passes",
    at="cable.hole_mm",
)
HOLE_LOOKED = Kind(
    "cable.hole_looked",
    "both sides of the wall before the drill",
    against="looked at and swept",
    source="Usual cautions; local codes prevail",
    at="cable.looked_inside",
)
HOLE_APART = Kind(
    "cable.hole_apart",
    "measures inside and outside from one mark",
    against="house rule `hole_apart_mm`",
    unit="mm",
    source="Both from one mark",
    at="cable.outside_mm",
)
HOLE_CLEAR = Kind(
    "cable.hole_clear",
    "distance from the hole to wires, pipes, vents, flues, studs",
    against="the trade's usual distance",
    unit="mm",
    source="The trade's usual distances; local codes prevail",
    at="cable.wall_things",
)
HOLE_ALLOWED = Kind(
    "cable.hole_allowed",
    "a hole for the cable",
    against="whether holes are allowed",
    source="Brief: holes are allowed",
    at="cable.wall_code",
)
SEALED = Kind(
    "cable.sealed",
    "how the hole is closed",
    against="for good, against water and vermin",
    at="cable.sealed_by",
)
ENTRY_DONE = Kind(
    "cable.entry_done",
    "what is seen to at the entry",
    against="all of the house's list",
    source="The firm's list for the entry",
    at="cable.entry_steps",
)
CONDUIT_LAID = Kind(
    "cable.conduit_laid",
    "what is seen to as a conduit is laid",
    against="all of the house's list",
    source="The firm's list for conduits",
    at="cable.conduit_steps",
)
END_LOOKED = Kind(
    "cable.end_looked",
    "what is looked at on every end that is made",
    against="all of the house's list",
    source="The firm's list for ends",
    at="cable.end_checks",
)
SUPPLIED = Kind(
    "cable.supplied",
    "longest run",
    against="the longest supplied length",
    unit="m",
    source="Cable, of the stores",
    at="cable.cable_code",
)
FILL = Kind(
    "cable.fill",
    "share of the conduit's bore",
    against="53 %, 31 %, 40 % for one, two, more cables",
    unit="percent",
    source="NEC 2017, chapter 9, table 1",
    at="cable.conduit_mm",
)
CONDUIT = Kind(
    "cable.conduit",
    "bore of the conduit",
    against="plug and bulge",
    unit="mm",
    at="cable.conduit_mm",
)
BEND = Kind(
    "cable.bend",
    "tightest bend",
    against="the cable's least radius",
    unit="mm",
    source="Cable, of the stores",
    at="cable.elbow_mm",
)
COLD = Kind(
    "cable.cold",
    "lowest temperature of the day",
    against="what clips and jackets bear",
    unit="c",
    at="brief.forecast_low_c",
)
OUTDOOR_ENDS = Kind(
    "cable.outdoor_ends",
    "ends outdoors with a connector that does not last there",
    against="0",
    unit="count",
    source="Connectors of the house's words",
    at="cable.connector_out_code",
)
CONNECTORS = Kind(
    "cable.connectors",
    "connectors of one run, as they were counted",
    against="two ends, and two for each joint",
    unit="count",
    source="Each joint joins two ends",
    at="cable.connectors",
)
TESTED = Kind(
    "cable.tested.{}",
    "a run through, without a short, and its loss",
    against="the reckoned loss and house rule `test_loss_db`",
    unit="db",
    source="Meter, both ends free, modem off",
    at="cable.tests",
)
SLACK = Kind(
    "cable.slack",
    "slack over the full swing of the antenna",
    against="tried",
    at="cable.slack_tried",
)
DRESSED = Kind(
    "cable.dressed",
    "final clips",
    against="the service measured after the work",
    source="The trade's rule: loose ties first, final clips after the proof",
    at="cable.dressed",
)
INJECTOR = Kind(
    "cable.injector",
    "where the injector sits",
    against="dry, in its temperatures, in reach",
    at="cable.injector_place",
)
OLD_CABLING = Kind(
    "cable.old_cabling",
    "the house's own cabling",
    against="tested before it is relied on",
    at="cable.old_tested",
)
EARTH = Kind(
    "cable.earth",
    "the way to earth, piece by piece",
    against="all of the house's list",
    source="The firm's list for the earth; local codes prevail",
    at="cable.earth_path",
)
EARTH_ORDER = Kind(
    "cable.earth_order",
    "power before earth",
    against="earth first",
    source="Usual cautions; local codes prevail",
    at="cable.earth_path",
)
EARTHED_FOR = Kind(
    "cable.earthed_for",
    "whether the way to earth is that of the terminal and the mount that the job has now",
    source="What the job said when the first piece of it was ticked",
    at="cable.earth_path",
)
HOLE_OF = Kind(
    "cable.hole_of",
    "of which position the hole in the wall is",
    against="the position of now",
    source="What the job said when it was told",
    at="cable.hole_mm",
)
AGED = Kind(
    "cable.aged",
    "whether earth, seals and ends were looked at again",
    against="what was handed over",
    source="What the job that it follows said",
    at="cable.earth_path",
)
MADE_OF = Kind(
    "cable.made_of",
    "whether ends, tests and route are those of the cable that the job has now",
    source="What the job said when the first of it was entered",
    at="cable.end_checks",
)
EARTH_WIRE = Kind(
    "cable.earth_wire",
    "size of the earth wire",
    against="house rule `earth_wire_mm2`",
    unit="mm2",
    source="House rule; the local electrical code prevails",
    at="cable.earth_wire_mm2",
)
EARTH_BOND = Kind(
    "cable.earth_bond",
    "resistance of the bond",
    against="house rule `bond_mohm` and the wire's own",
    unit="mohm",
    source="ρ L / A of copper, IEC 60028",
    at="cable.earth_bond_mohm",
)
EARTH_GROUND = Kind(
    "cable.earth_ground",
    "resistance to ground",
    against="house rule `ground_ohm`",
    unit="ohm",
    source="House rule; the local electrical code prevails",
    at="cable.earth_ground_ohm",
)
EARTH_POINT = Kind(
    "cable.earth_point",
    "where the earth wire is taken",
    against="the places that its maker allows",
    source="The terminal's sheet",
    at="cable.earth_point",
)
EARTH_BUILDING = Kind(
    "cable.earth_building",
    "bond to the building's main earth",
    against="done, or why not",
    at="cable.earth_building",
)
