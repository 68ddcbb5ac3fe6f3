"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

TEMPLATE = Kind(
    "brief.template",
    "whether terminal, satellite or constellation is a template with invented figures",
    source="Stores",
    at="brief.terminal_code",
)
FITS = Kind(
    "brief.fits.{}",
    "the model of a part",
    against="what the terminal takes",
    source="Terminal in Stores",
    at="brief.kit",
)
LABELS = Kind(
    "brief.labels",
    "serial numbers and hardware addresses of the parts",
    source="Their labels",
    at="brief.kit",
)
APPROVAL = Kind(
    "brief.approval",
    "terminal and parts",
    against="the list of the satellite's network",
    source="Satellite in Stores; the operator prevails",
    at="brief.kit",
)
DONE_BY = Kind(
    "brief.done_by",
    "whether the owner may install this terminal",
    against="what its maker and network allow",
    source="Terminal in Stores; the operator's rules prevail",
    at="brief.done_by",
)
CREW = Kind(
    "brief.crew",
    "whether those who do the work are named and competent for it",
    source="Roles and certificates in Stores; local rules prevail",
    at="brief.crew",
)

COMPLETE = Kind(
    "brief.complete",
    "customer, place, terminal and satellite or constellation are there",
)
HEIGHT = Kind(
    "brief.height",
    "the place is known and its height above sea is not: the sea's level is reckoned with",
    source="Assumption of this application",
    at="brief.height_m",
)
BEFORE = Kind(
    "brief.before",
    "whether the present service was measured",
    source="Median of runs",
    at="handover.runs",
)
DELIVERY_LATE = Kind(
    "brief.delivery_late",
    "due day of an item",
    against="the day of the visit",
    source="Orders and lead times",
    at="brief.deliveries",
)
DELIVERY_DAYS = Kind(
    "brief.delivery_days",
    "the day on which an item arrived",
    against="the day on which it was ordered",
    source="Orders and lead times",
    at="brief.deliveries",
)
JOINTS = Kind(
    "brief.joints",
    "joints without a part on the list",
    against="0",
    unit="count",
    source="Will every joint be on site?",
    at="brief.deliveries",
)
STOP_GAP = Kind(
    "brief.stop_gap",
    "stop-gaps without or past their last day",
    against="the day of the visit",
    source="Stop-gaps",
    at="brief.deliveries",
)
SETTLED = Kind(
    "brief.settled",
    "what is not ticked as settled before the visit",
    against="0",
    unit="count",
    source="Usual questions before a visit",
    at="brief.settled",
)
NEED = Kind(
    "brief.need.{}",
    "what a need asks of later stations",
    source="Needs interview",
    at="brief.needs",
)
HAZARD = Kind(
    "brief.hazard.{}",
    "a hazard whose caution was not ticked as seen",
    source="Usual cautions; local codes prevail",
    at="brief.cautions_seen",
)
UNPROVED = Kind(
    "handover.need.{}",
    "a need of the customer that nobody proved",
    source="Needs interview at Brief",
    at="handover.needs_proved",
)
OLD_LINE_UNPROVED = Kind(
    "handover.old_line",
    "whether what was agreed of the old line was shown to work",
    source="Needs interview at Brief",
    at="handover.old_line_proved",
)
DOCUMENT_SATELLITE = Kind(
    "brief.document_satellite",
    "the satellite that a configuration file names",
    against="the job's satellite",
    source="Name and text of the file",
    at="brief",
)
LINEUP = Kind(
    "brief.lineup",
    "the line-up request",
    against="house rule: time before line-up",
    source="House rule: time before line-up",
    at="brief.lineup_at",
)
LINEUP_DAY = Kind(
    "brief.lineup_day",
    "the day of the slot",
    against="the day of the work",
    source="Appointment against the visit",
    at="brief.lineup_at",
)
PLACES_APART = Kind(
    "brief.places_apart",
    "distance between two entries for the site",
    against="house rule `places_apart_m`",
    unit="m",
    source="Geodesic between the two entries",
    at="brief.other_place_text",
)
KEPT_LINE = Kind(
    "brief.old_line",
    "what becomes of the old line",
    source="Needs interview",
    at="brief.old_line",
)
BELIED = Kind(
    "brief.settled_belied",
    "what is ticked as settled before the visit",
    against="crew, kit and codes as they are entered",
    source="Usual questions before a visit",
    at="brief.settled",
)
SETTLED_AT = Kind(
    "brief.settled_at",
    "of which place it was settled",
    against="the place of now",
    unit="m",
    source="What the job said when it was ticked; house rule: place moved",
    at="brief.settled",
)
INDOOR = Kind(
    "brief.indoor",
    "what is settled about the indoor unit's place",
    against="all of it",
    unit="count",
    source="Usual questions before a visit",
    at="brief.indoor",
)
LOOK_AGAIN = Kind(
    "brief.look_again",
    "the day on which the sky is looked at again",
    against="after the day of the work",
    source="Trees grow",
    at="brief.look_again_on",
)
RETURN_VISIT = Kind(
    "brief.return_visit",
    "the day on which a temporary set-up ends",
    against="the day of the work",
    source="Temporary now, permanent later",
    at="brief.return_on",
)
DRIVE = Kind(
    "brief.drive",
    "what is down, in and locked before a vehicle drives off",
    against="house words",
    unit="count",
    at="brief.stowed",
)
REPAIR = Kind(
    "brief.repair",
    "what is seen of a fault, against the faults that the house knows",
    against="house words",
    source="An order of looking",
    at="brief.repair_seen",
)
TRAVEL = Kind(
    "brief.travel",
    "what is not checked of a set that travels",
    against="everything in the house's list",
    unit="count",
    source="House words: checks of a set that travels",
    at="brief.travel_checks",
)
LATER = Kind(
    "brief.later",
    "the set-up for good that follows a temporary one: its position, mount and what it takes over",
    source="Temporary now, permanent later",
    at="brief.later_letter",
)
APPROVED = Kind(
    "brief.approved",
    "the position that the customer agreed to",
    against="the position that is planned",
    source="Proposal",
    at="brief.approved_letter",
)
ASSESSED = Kind(
    "brief.assessed",
    "whether somebody signed the risk assessment, for the day of the work",
    source="Risk assessment; local rules prevail",
    at="brief.assessed_by",
)
POSITION_MOUNT = Kind(
    "brief.position_mount.{}",
    "the mount of a candidate position",
    against="its surface, the wish for height, and the antenna",
    source="Usual kinds of mount",
    at="sky.positions",
)
VISIT_DAYS = Kind(
    "brief.visit_days",
    "working days that the tasks take",
    against="1",
    unit="count",
    source="List scheduling with waits",
    at="brief.tasks",
)
VISIT_SLOT = Kind(
    "brief.visit_slot",
    "minutes between the end of coarse pointing and the line-up",
    against="house rule `lineup_lead_min`",
    unit="min",
    source="List scheduling with waits; house rule: time before line-up",
    at="brief.tasks",
)
VISIT_WAITS = Kind("brief.visit_waits", "whether every task has a day", at="brief.tasks")
VISIT_FORECAST = Kind(
    "brief.visit_forecast", "whether the forecast of the days of the plan is known", at="brief.forecast"
)
VISIT_WEATHER = Kind(
    "brief.visit_weather",
    "tasks that the forecast moves",
    against="none",
    unit="count",
    source="House rules: weather limits",
    at="brief.tasks",
)
VISIT_EARLY = Kind(
    "brief.visit_early",
    "tasks begun before what they stand on had set",
    against="none",
    unit="count",
    source="Times marked as finished",
    at="brief.tasks",
)
WEATHER = Kind(
    "brief.weather",
    "the forecast by kind of work",
    against="house rules for gusts and temperatures",
    unit="count",
    source="House rules: weather limits",
    at="brief.forecast_gust_mps",
)
ORDER_READ = Kind(
    "brief.order_read",
    "whether somebody compared what was read in from the work order",
    source="Habit of the trade: what a machine took over is read by a person",
    at="brief.order_read",
)
SPARE_POWER = Kind(
    "brief.spare_power",
    "the battery that is brought",
    against="what the wanted hours take",
    unit="wh",
    source="Load times time, with the firm's shares for inverter and battery: a planning aid",
    at="brief.spare_power_h",
)
CUSTOMER = Kind("brief.customer", "whether the customer has a name", at="brief.customer")
PLACE = Kind("brief.place", "whether the place is known", at="brief.place_text")
TERMINAL = Kind("brief.terminal", "whether a terminal is chosen", at="brief.terminal_code")
SATELLITE = Kind("brief.satellite", "whether a satellite is chosen", at="brief.satellite_code")
CONSTELLATION = Kind("brief.constellation", "whether a constellation is chosen", at="brief.constellation_code")
HAZARDS = Kind(
    "brief.hazards",
    "whether anybody has looked for hazards",
    source="Usual cautions; local codes prevail",
    at="brief.hazards_sought",
)
CODES = Kind(
    "brief.codes",
    "codes and ids of the order that the modem will ask for",
    against="all of them in hand",
    unit="count",
    source="The terminal's own list of entries",
    at="brief.site_id",
)
HARDWARE_ADDRESS = Kind(
    "brief.hardware_address",
    "form of the hardware address",
    against="twelve hexadecimal digits",
    source="IEEE 802, EUI-48",
    at="brief.hardware_address",
)
