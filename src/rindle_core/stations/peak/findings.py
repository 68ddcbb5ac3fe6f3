"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

AIM = Kind(
    "peak.aim",
    "what is peaked: a terminal and where it points",
    at="brief.terminal_code",
)
ATTITUDE = Kind(
    "peak.attitude",
    "how a panel is aimed; its misalignment",
    against="the panel's tolerance",
    unit="deg",
    source="Angle between wanted and measured boresight",
    at="peak.attitudes",
)
PAIR = Kind(
    "peak.panel_speed",
    "speed after aligning beside the speed before",
    unit="mbps",
    source="Two measurements",
    at="peak.speed_after_mbps",
)
PRESET = Kind(
    "peak.preset.{}",
    "what an instrument shows before the sweep, against the figure to set",
    against="the instrument's tolerance",
    unit="deg",
    source="Order of school: elevation, skew, azimuth last",
    at="aim.preset_measured_deg",
)
STANDS = Kind(
    "peak.stands.{}",
    "what an instrument shows on the peak, against the figure to set",
    against="the instrument's tolerance",
    unit="deg",
    source="The peak is the aim: what else it shows is its own error, or another lobe",
    at="peak.clinometer_at_peak_deg",
)
TRAVEL = Kind(
    "peak.travel.{}",
    "turns that a fine screw has left to its nearer end stop",
    against="turns of a beamwidth to each side",
    unit="turns",
    source="The screw's own span",
    at="peak.elevation_mid_turns",
)
CAN_TELL = Kind(
    "peak.can_tell",
    "whether it can sound, or show a level: power and installation mode",
    source="Precondition of pointing by what the terminal tells",
    at="bringup.states_entered",
)
FOUND = Kind(
    "peak.found",
    "whether the satellite was found and locked",
    at="peak.sweeps",
)
CLAMPED = Kind(
    "peak.clamped",
    "whether the lock was kept while the coarse clamps were tightened",
    source="Precondition of fine pointing",
    at="peak.clamp_kept",
)
AID = Kind(
    "peak.aid",
    "whether the receiving aid is off again",
    source="Precondition of fitting the transceiver",
    at="peak.aid_off",
)
TURNED = Kind(
    "peak.turned",
    "whether a panel that aims itself has come online",
    source="The states that were entered at Bring-up",
    at="bringup",
)
READ_FOR = Kind(
    "peak.read_for",
    "whether the readings were taken with the terminal and towards the satellite that the job has now",
    source="What the job said when the first reading came",
    at="peak.readings",
)
HELPER = Kind(
    "peak.helper",
    "the carrier that the receiving aid is tuned to",
    source="What the stores say of the satellite and of the aid",
    at="peak.aid_carrier",
)
IDENTITY = Kind(
    "peak.identity",
    "whether it is the right satellite: network or reference carrier",
    source="The satellite's entry in the stores",
    at="peak.seen_network",
)
MEANS = Kind(
    "peak.means",
    "what a level under the promise may mean, likeliest first",
    source="House weights, raised by this job's figures",
    at="peak.readings",
)
MINIMUM = Kind(
    "peak.minimum",
    "level at the top over the least that the operator asks for here",
    against="the beam's least quality",
    unit="db",
    source="The beam's entry in the stores",
    at="peak.readings",
)
SECOND_PASS = Kind(
    "peak.second_pass",
    "gain of the last pass",
    against="house rule `second_pass_db`",
    unit="db",
    source="House rule: second pass",
    at="peak.readings",
)
MEMORY = Kind(
    "peak.memory.{}",
    "whether the guide's stored best was cleared before an axis",
    source="The guide's entry in the stores",
    at="peak.covers",
)
ONE_SIDE = Kind(
    "peak.{}.one_side",
    "whether the top was passed",
    source="House rule: fall on both sides",
    at="peak.readings",
)
END_STOP = Kind(
    "peak.{}.end_stop",
    "whether the screw reaches the top",
    source="The screw's own span",
    at="peak.elevation_mid_turns",
)
OUTLIER = Kind(
    "peak.{}.left_out",
    "readings that do not belong to the lobe",
    source="How far it lies off the curve, against the scatter of the others",
    at="peak.readings",
)
WIDTH = Kind(
    "peak.{}.width",
    "width of the fitted lobe",
    against="the dish's beamwidth",
    unit="deg",
    source="Fit of the main lobe",
    at="peak.readings",
)
LOBE = Kind(
    "peak.{}.lobe",
    "chance that the readings are those of a side lobe",
    against="20 %: doubted over it, called one over 97 %",
    unit="percent",
    source="How well main lobe and side lobes explain the readings: position, width, shape",
    at="peak.readings",
)
LEVEL = Kind(
    "peak.{}.level",
    "fitted top under the link's prediction, once the other axis is peaked",
    against="house rule `level_shortfall_db`",
    unit="db",
    source="Beam's clear-sky Es/N0",
    at="peak.readings",
)
FEW = Kind(
    "peak.{}.few",
    "too few readings to fit",
    against="2",
    at="peak.readings",
)
CERTAINTY = Kind(
    "peak.{}.certainty",
    "95 % bound of the fitted top",
    against="house rule `peak_certain_share` of the beamwidth",
    unit="deg",
    source="Fit of the main lobe",
    at="peak.readings",
)
NOW = Kind(
    "peak.{}.now",
    "what the present position costs",
    against="0.1 dB",
    unit="db",
    source="Main lobe of the fit",
    at="peak.readings",
)
NULL_PLAN = Kind(
    "peak.skew_plan",
    "distance of the null from the planned skew",
    against="house rule `null_from_plan_deg`",
    unit="deg",
    source="The planned skew; two planes of polarization are a quarter turn apart",
    at="peak.skew_readings",
)
NULL = Kind(
    "peak.skew",
    "isolation of the unwanted polarization at the skew that is set",
    against="the desk's limit",
    unit="db",
    source="Wanted over unwanted power at that angle, with the feed's own leak",
    at="peak.skew_readings",
)
HOLD = Kind(
    "peak.hold.{}",
    "level after tightening and after each push",
    against="house rule `hold_db`",
    unit="db",
    source="House rule: level held",
    at="peak.lock_after_db",
)
PUSHED = Kind(
    "peak.pushed.{}",
    "what a push gains while it lasts",
    against="half of house rule `hold_db`",
    unit="db",
    source="Two opposite pushes and the shape of the lobe",
    at="peak.push_top_during_db",
)
RETEST = Kind(
    "peak.retest",
    "level of the main link after the spare feeds were fitted",
    against="house rule `hold_db`",
    unit="db",
    source="House rule: level held",
    at="peak.retest_db",
)
LOCKDOWN = Kind(
    "peak.lockdown",
    "lock-down readings are missing",
    at="peak.lock_before_db",
)
