"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

ELEVATION = Kind(
    "aim.elevation",
    "the same",
    against="house rule `low_elevation_deg`",
    unit="deg",
    source="House rule: least unminded elevation",
    at="brief.satellite_code",
)
BELOW_HORIZON = Kind(
    "aim.below_horizon",
    "the satellite's elevation with refraction",
    against="0°",
    unit="deg",
    source="Look angles on WGS 84 with refraction after ITU-R P.834",
    at="brief.satellite_code",
)
STANDS_ELSEWHERE = Kind(
    "aim.stands_elsewhere",
    "how far the planned position lies from the place for which the figures are",
    against="house rule `figures_reach_m`",
    unit="m",
    source="Geodesic on WGS 84",
    at="sky.positions",
)
OVERHEAD = Kind(
    "aim.overhead",
    "nearly straight up: azimuth means little",
    against="89°",
    unit="deg",
    source="Geometry of an azimuth-elevation head",
)
NEIGHBOUR = Kind(
    "aim.neighbour",
    "the nearest satellite that could be mistaken",
    unit="deg",
    source="Angle between the satellites as seen from the site",
)
PRESET = Kind(
    "aim.preset",
    "clinometer reading after the preset against its figure",
    against="house rule `preset_elevation_deg`",
    unit="deg",
    source="House rule: preset elevation",
    at="aim.preset_measured_deg",
)
PRESET_SIDE = Kind(
    "aim.preset_side",
    "to which side a face leans that stands near level or plumb",
    against="told where it is within `fold_asked_deg` of it",
    source="House rule: side of a face",
    at="aim.preset_side",
)
POLARIZATION = Kind(
    "aim.polarization",
    "kind of the terminal against the kind of the beam",
    against="alike",
    unit="db",
    source="Polarization of terminal and beam in the stores",
    at="brief.terminal_code",
)
BEAM = Kind(
    "aim.beam",
    "whether a beam of the satellite covers the site",
    against="outlines in the stores",
    at="brief.satellite_code",
)
BEAM_EDGE = Kind(
    "aim.beam_edge",
    "distance to the beam's edge",
    against="house rule `beam_edge_km`",
    unit="km",
    at="brief.satellite_code",
)
WEAK_FIELD = Kind(
    "aim.weak_field",
    "horizontal magnetic field: hold under 2 000 nT, mind under 6 000 nT",
    against="WMM2025 report",
    unit="nt",
    at="aim.compass_code",
)
DECLINATION = Kind(
    "aim.declination",
    "compass and true bearing differ by more than 5°",
    unit="deg",
)
SWEEP = Kind(
    "aim.sweep",
    "what the compass can do",
    against="what finding the signal needs",
    unit="deg",
    source="Beamwidth against the compass",
    at="aim.compass_code",
)
CLINOMETER_ERROR = Kind(
    "aim.clinometer_error",
    "the clinometer's own error",
    against="0.5°",
    unit="deg",
    source="Reversal test",
    at="aim.clinometer_correction_deg",
)
CHECKS = Kind(
    "aim.checks.{}",
    "what an instrument's own checks come to",
    against="the most that an instrument is off; how far they may lie from each other",
    unit="deg",
    source="Median of its checks, and how they scatter about it",
    at="aim.clinometer_code",
)
HANDSET = Kind(
    "aim.handset",
    "how steadily a telephone is held while it is read",
    against="0.3°",
    unit="deg",
    source="Mean of the directions that it told",
)
END_STOP = Kind(
    "aim.end_stop",
    "where the screw would end",
    against="its travel",
    unit="turns",
    source="Two readings of the scale",
)
MARGIN = Kind(
    "aim.margin",
    "expected level less the least that the service needs",
    against="house rule `level_margin_db`",
    unit="db",
    source="Footprint, spreading, ITU-R P.676 gas and P.618 rain: a planning aid",
    at="aim.needed_es_n0_db",
)
INCLINED = Kind(
    "aim.inclined",
    "loss at the ends of the satellite's daily swing",
    against="house rule `swing_loss_db`",
    unit="db",
    source="Look angles through a day; the pattern of the dish",
    at="brief.satellite_code",
)
SUN_OUTAGE = Kind(
    "aim.sun_outage",
    "the longest sun outage of the coming year",
    unit="s",
    source="Angle between sun and satellite",
)
PANEL = Kind(
    "aim.panel",
    "how a panel is aimed; its misalignment",
    against="the panel's tolerance",
    source="Terminal's catalogue entry",
    at="sky.panel_azimuth_deg",
)
PLUMB = Kind(
    "aim.plumb",
    "lean of the mast",
    against="the lean that misses by the preset tolerance",
    unit="deg",
    source="Exact rotation of the head's frame",
    at="aim.lean_deg",
)
LEAN_SIDE = Kind(
    "aim.lean_side",
    "to which side a mast leans whose lean was measured",
    source="No scale is corrected for a lean of which the side is not told",
    at="aim.lean_towards_deg",
)
BAD = Kind(
    "sites.bad",
    "rows of a list that could not be read",
    against="0",
    unit="count",
    source="Rows of the list",
)
BELOW = Kind(
    "sites.below",
    "sites of a list whose satellite stands below their horizon",
    against="0",
    unit="count",
    source="Look angle, WGS 84",
)
SPARE_ORDER = Kind(
    "aim.spare_order",
    "the main link comes before the spare feeds",
    source="Order of the work",
    at="aim.spare_satellites",
)
SHADE = Kind(
    "aim.spare.shade",
    "what a spare feed's body takes from the main beam",
    against="house rule `shading_db`",
    unit="db",
    source="Aperture blocking, geometrical optics",
    at="aim.spare_satellites",
)
SPARE = Kind(
    "aim.spare_{}",
    "a spare feed's satellite, room and angle",
    against="horizon; the feeds' bodies; five beamwidths",
    unit="deg",
    source="Beam deviation of an offset feed",
    at="aim.spare_satellites",
)
ORDER_ANGLE = Kind(
    "brief.order_{}",
    "printed angles against ours, and which mistake fits",
    against="rounding",
    unit="deg",
    source="The printed angles against the look angles of this site",
    at="brief.printed_azimuth_deg",
)
MODEM_ANGLE = Kind(
    "aim.modem_{}",
    "the modem's own angles against ours, and which mistake fits",
    against="rounding",
    unit="deg",
    source="The modem’s angles against the look angles of this site",
    at="aim.modem_azimuth_deg",
)
