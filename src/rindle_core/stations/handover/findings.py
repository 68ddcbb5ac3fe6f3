"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

ALIKE = Kind(
    "handover.alike",
    "runs before and after were made alike",
    source="Same recipe before and after",
    at="handover.runs",
)
RUNS = Kind(
    "handover.runs",
    "number of runs after",
    against="3",
    unit="count",
    source="Median of runs",
    at="handover.runs",
)
BEFORE = Kind(
    "handover.before",
    "runs that are missing",
    at="handover.runs",
)
GAIN = Kind(
    "handover.gain",
    "median download after",
    against="median before",
    unit="mbps",
    source="Median of runs",
    at="handover.runs",
)
LATENCY = Kind(
    "handover.latency",
    "median latency",
    against="four slant ranges over the speed of light",
    unit="ms",
    source="Twice up and down on both sides over the speed of light",
    at="handover.runs",
)
AFTER = Kind(
    "handover.after",
    "runs that are missing",
    at="handover.runs",
)
OPEN_UNKNOWNS = Kind(
    "handover.open_unknowns",
    "stations of which not all is known",
    source="Verdicts of the stations",
)
UNSETTLED = Kind(
    "handover.unsettled",
    "runs after the work beside an update",
    against="measured once it has settled",
    at="handover.runs",
)
OPEN_HOLDS = Kind(
    "handover.open_holds",
    "stations on hold",
    against="0",
    unit="count",
    source="Verdicts of the stations",
)
