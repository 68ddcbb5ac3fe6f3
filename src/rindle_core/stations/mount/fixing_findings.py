"""The kinds of finding of what a plate is fixed with."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

FIXING = Kind(
    "mount.fixing",
    "use of the worst screw or anchor in the design gust",
    against="all that it may bear",
    unit="percent",
    source="Rigid plate; NDS 2018, TMS 402-16, AISI S100-16, or the fixing's sheet",
    at="mount.fixing_code",
)
FIXING_BASE = Kind(
    "mount.fixing_base",
    "the fixing",
    against="what it is driven into",
    source="The fixing's sheet",
    at="mount.fixing_code",
)
FIXING_COUNT = Kind(
    "mount.fixing_count",
    "screws that reach structure",
    against="the least that the mount asks",
    unit="count",
    source="Kind of mount, of the stores",
    at="mount.holes",
)
FIXING_EDGE = Kind(
    "mount.fixing_edge",
    "distance of the holes from edges and joints",
    against="the fixing's least; in timber four diameters",
    unit="mm",
    source="The fixing's sheet; NDS 2018, table 12.5.1C",
    at="mount.holes",
)
FIXING_DEPTH = Kind(
    "mount.fixing_depth",
    "thread in the timber",
    against="four diameters",
    unit="mm",
    source="NDS 2018, 12.1.4.6",
    at="mount.fixing_code",
)
FIXING_SPACING = Kind(
    "mount.fixing_spacing",
    "distance of two fixings",
    against="the fixing's least; in timber four diameters",
    unit="mm",
    source="The fixing's sheet; NDS 2018, table 12.5.1B",
    at="mount.fixing_code",
)
FIXING_UNKNOWN = Kind(
    "mount.fixing_unknown",
    "what a fixing bears in a hollow base",
    against="its sheet, or a fifth of the mean of pulls on site",
    source="TMS 402-16, 8.1.2.2",
    at="mount.pulled_n",
)
WAITS_FIXING = Kind("mount.waits_fixing", "base and fixing of the plate", at="mount.base")
PROFILE = Kind(
    "mount.profile",
    "the shape of the sheet",
    against="the shapes that the fixing sits on",
    source="The fixing's sheet",
    at="mount.sheet_profile",
)
GAUGE = Kind("mount.gauge", "thickness of the sheet", source="The thinnest that is sold is taken", at="mount.sheet_mm")
FIXING_COLD = Kind(
    "mount.fixing_cold",
    "lowest temperature of the day",
    against="the least at which its resin sets",
    unit="c",
    source="Sheet of the fixing",
    at="brief.forecast_low_c",
)
