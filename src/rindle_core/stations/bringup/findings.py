"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

QUALIFIED = Kind(
    "bringup.qualified",
    "whether somebody trained switches the transmitter on",
    against="role and certificate on the day",
    source="Roles and certificates in Stores; the operator's rules prevail",
    at="brief.crew",
)

STOPPED = Kind(
    "bringup.stopped.{}",
    "mains work that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
)

FORM = Kind(
    "bringup.form",
    "an entry for the modem",
    against="its usual form",
    source="Terminal's entries",
    at="bringup.modem_entries",
)
BEFORE_POWER = Kind(
    "bringup.before_power",
    "steps that come before power, such as the earth",
    against="all marked done",
    source="Terminal's build steps; the local electrical code prevails",
    at="build",
)
SATELLITE = Kind(
    "bringup.satellite",
    "the satellite that the terminal is to come online over",
    against="one chosen at Brief that stands above the horizon",
    at="brief.satellite_code",
)
BEAM_LETTER = Kind(
    "bringup.beam_letter",
    "the letter entered",
    against="this site's beam",
    source="Beam at Aim",
    at="bringup.beam_letter",
)
POWER = Kind(
    "bringup.power",
    "where the terminal stands",
    against="its usual times",
    at="bringup.states_entered",
)
ONLINE = Kind(
    "bringup.online",
    "where the terminal stands",
    against="its usual times",
    unit="s",
    source="The terminal's own states",
    at="bringup.states_entered",
)
WAITING = Kind(
    "bringup.waiting",
    "where the terminal stands",
    against="its usual times",
    unit="s",
    source="The terminal's own states",
    at="bringup.states_entered",
)
STUCK = Kind(
    "bringup.stuck.{}",
    "likely causes, weighed by the job's own figures",
    against="twice the usual time",
    unit="s",
    source="Likely causes weighed by this job's figures",
    at="bringup.states_entered",
)
RADIATION = Kind(
    "sky.radiation",
    "how far people reach into radio energy over the limit",
    against="house rule `radiation_limit_w_per_m2`",
    unit="m",
    source="FCC OET Bulletin 65 against ICNIRP 2020; a planning aid, local code and maker prevail",
    at="mount.height_above_ground_m",
)
