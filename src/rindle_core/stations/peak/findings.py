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
SECOND_PASS = Kind(
    "peak.second_pass",
    "gain of the last pass",
    against="house rule `second_pass_db`",
    unit="db",
    source="House rule: second pass",
    at="peak.readings",
)
ONE_SIDE = Kind(
    "peak.{}.one_side",
    "whether the top was passed",
    source="House rule: fall on both sides",
    at="peak.readings",
)
LEVEL = Kind(
    "peak.{}.level",
    "fitted top under the link's prediction; 12 to 25 dB under looks like a side lobe",
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
    "two standard deviations of the fitted top",
    against="a tenth of the beamwidth",
    unit="deg",
    source="Fit of the main lobe",
    at="peak.readings",
)
NOW = Kind(
    "peak.{}.now",
    "what the present position costs",
    against="0.1 dB",
    unit="db",
    source="12 (θ/θ3)²",
    at="peak.readings",
)
HOLD = Kind(
    "peak.hold.{}",
    "level after tightening and after each push",
    against="house rule `hold_db`",
    unit="db",
    source="House rule: level held",
    at="peak.lock_after_db",
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
