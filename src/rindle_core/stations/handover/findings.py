"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

PROVED_OF = Kind(
    "handover.proved_of",
    "whether the line that was measured is that of the terminal and the satellite that the job has now",
    source="What the job said when the first of it came",
    at="handover.runs",
)
OFF_LINE = Kind(
    "handover.off_line",
    "runs after the work beside a terminal that is not online",
    source="The terminal's own states at Bring-up",
    at="bringup.states_entered",
)
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
    against="median before, the interval of their ratio looked at",
    unit="mbps",
    source="Ends of the ordered runs between which the median lies, both sides together",
    at="handover.runs",
)
GAIN_UP = Kind(
    "handover.gain_up",
    "median upload after",
    against="median upload before",
    unit="mbps",
    at="handover.runs",
)
QUEUE = Kind(
    "handover.queue",
    "median echo time after, less the satellite's way",
    against="house rule",
    unit="ms",
    at="handover.runs",
)
LOSS = Kind(
    "handover.loss",
    "packets lost, median of the runs after that tell it",
    against="house rule",
    unit="percent",
    at="handover.runs",
)
LATENCY = Kind(
    "handover.latency",
    "latency of each run after",
    against="four slant ranges over the speed of light",
    unit="ms",
    source="Twice up and down on both sides over the speed of light",
    at="handover.runs",
)
TWICE = Kind(
    "handover.twice",
    "runs that are the same in all",
    source="Median of runs",
    at="handover.runs",
)
AFTER = Kind(
    "handover.after",
    "runs that are missing",
    at="handover.runs",
)
SPREAD = Kind(
    "handover.spread",
    "largest less smallest download after, over the median",
    against="house rule",
    unit="percent",
    source="Range of the runs",
    at="handover.runs",
)
SOURCES = Kind(
    "handover.sources",
    "tests or servers that the runs were made against",
    against="2",
    unit="count",
    source="Two sources bear each other out",
    at="handover.runs",
)
RUN_TIMES = Kind(
    "handover.run_times",
    "when runs were measured",
    against="before and after the work, as they stand",
    source="Times of the runs, and the day of the work",
    at="handover.runs",
)
HOURS = Kind(
    "handover.hours",
    "first to last run after",
    against="house rule",
    unit="h",
    source="Shared lines vary over the day",
    at="handover.runs",
)
WATCH = Kind(
    "handover.watch",
    "share of time without service while the line was watched",
    against="house rule",
    unit="percent",
    source="Gaps counted, with what chance leaves open",
    at="handover.watch",
)
PROVED_USE = Kind(
    "handover.use.{}",
    "what a use that the customer needs asks of the line",
    against="house words",
    source="Medians after the work; ITU-T G.114 for the echo time of a call",
    at="handover.runs",
)
CUSTOMER = Kind(
    "handover.customer",
    "signature of the customer",
    at="handover.customer_name",
)
OBJECTS = Kind(
    "handover.objects",
    "what the customer does not agree with",
    at="handover.customer_objects",
)
GIVEN = Kind(
    "handover.given",
    "things handed over",
    against="house words",
    unit="count",
    at="handover.items_given",
)
SHOWN = Kind(
    "handover.shown",
    "what was shown to the customer",
    against="house words",
    unit="count",
    at="handover.shown_to",
)
EARLY = Kind(
    "handover.early",
    "what is finished for good before it was accepted",
    against="aim locked, service measured",
    at="build.closing",
)
LATER = Kind(
    "after.later",
    "what is looked at after the hand-over",
    against="its day",
    unit="count",
    source="House words",
)
LEVEL_FELL = Kind(
    "after.level",
    "level at a follow-up",
    against="level after the lock-down, less what a push may take",
    unit="db",
    source="Same modem, same place",
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
