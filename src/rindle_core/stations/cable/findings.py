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
