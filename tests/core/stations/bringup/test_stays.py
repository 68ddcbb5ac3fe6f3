"""A state that lasts as long as the work does is no fault; and what is said of power where no state is entered."""

import pytest

from rindle_core.kernel.findings import Level
from tests import golden
from tests.core.test_joins import DISH, come_to, found

HALF = golden.read("2026-102")["facts"]
LONG = {"device_now_s": 9000.0, "device_level_db": None}
UNFOUND = {"readings": [], "sweeps": [], "clamp_kept": "", "symptom": ""}
QUIET = {"readings": [], "sweeps": [], "clamp_kept": "", "radio": [], "told_back": [], "laptop_page": "", "runs": []}


def states(*codes):
    return [{"code": code, "at_s": 10.0 * at} for at, code in enumerate(codes)]


SEARCH, SYNC = states("power", "boot", "search"), states("power", "boot", "search", "receive_lock", "frame_sync")


@pytest.mark.parametrize(
    ("entered", "told", "stays"),
    [
        (SEARCH, UNFOUND, "aiming"),
        (SEARCH, {**UNFOUND, "symptom": "not_found"}, ""),  # somebody swept, and found nothing
        (SEARCH, {**UNFOUND, "beam_letter": ""}, ""),  # it could not find it wherever it points
        (SEARCH, {**UNFOUND, "device_level_db": 9.0}, ""),  # it hears enough, and does not lock
        (SEARCH, {}, ""),  # found at Peak
        (SEARCH, {"powered_where": "bench"}, "bench"),
        (SEARCH, {"powered_where": "bench", "beam_letter": ""}, ""),  # what is tried on the bench
        (SYNC, {"install_mode": "yes"}, "install"),
        (SYNC, {"install_mode": "no"}, ""),
        (SYNC, {"install_mode": "yes", "lineup_log": [{"step": "install_left", "at": "2026-11-24T10:00:00Z"}]}, ""),
        (states("power", "boot"), {"install_mode": "yes"}, ""),  # its start waits for nobody
    ],
)
def test_a_state_that_lasts_as_long_as_the_work_is_not_called_stuck(entered, told, stays):
    result = come_to(HALF, states_entered=entered, **{**LONG, **told})
    assert (result.bringup.stays_for, result.bringup.stuck) == (stays, stays == "")
    levels = {one.level for code, one in found(result, "bringup").items() if code.startswith("bringup.stuck")}
    assert (Level.HOLD in levels) is (stays == "")
    if stays:
        assert found(result, "bringup")["bringup.waiting"].level is Level.UNKNOWN


def test_rows_that_were_all_swept_without_a_lock_end_the_patience():
    rows = come_to(HALF, states_entered=SEARCH, **{**LONG, **UNFOUND}).pointing.sweep.rows
    swept = [
        {"elevation_deg": one.elevation_deg, "from_deg": one.from_deg, "to_deg": one.to_deg, "took_s": 600.0}
        for one in rows
    ]
    told = {**LONG, **UNFOUND, "sweeps": swept}
    assert come_to(HALF, states_entered=SEARCH, **told).bringup.stuck
    assert not come_to(HALF, states_entered=SEARCH, **{**told, "sweeps": swept[:-1]}).bringup.stuck


@pytest.mark.parametrize(
    "sign",
    [
        {"readings": HALF["readings"]},
        {"sweeps": [{"elevation_deg": 55.0, "from_deg": 1.0, "to_deg": 12.0, "heard": "call"}]},
        {"radio": [{"stage": "locked", "es_n0_db": 9.0}]},
        {"told_back": [{"code": "beam_letter", "shown": "K"}]},
        {"laptop_page": "opens"},
        {"runs": [{"when": "after", "down_mbps": 9.0, "up_mbps": 2.0, "latency_ms": 600.0}]},
    ],
)
def test_what_only_comes_with_power_speaks_against_not_switched_on(sign):
    """A banner that says *no power* beside readings would send people in front of the dish."""
    assert come_to(HALF, states_entered=[], **QUIET).transmit.state == "off"
    told = come_to(HALF, states_entered=[], **{**QUIET, **sign})
    assert told.transmit.state == "unknown"
    assert found(told, "bringup")["bringup.interlock.unknown"].level is Level.MIND
    said_off = come_to(HALF, states_entered=[], signs_when_off_count=6, **{**QUIET, **sign})
    assert said_off.transmit.state == "off"
    assert "bringup.interlock.unknown" not in found(said_off, "bringup")


def test_runs_beside_a_terminal_that_is_not_online_are_minded():
    assert "handover.off_line" not in found(come_to(), "handover")
    for entered in (SEARCH, []):
        told = found(come_to(states_entered=entered), "handover")["handover.off_line"]
        assert (told.level, "another line" in told.why) == (Level.MIND, True)
    before = [one for one in DISH["runs"] if one["when"] == "before"]
    assert "handover.off_line" not in found(come_to(states_entered=SEARCH, runs=before), "handover")


def test_steps_that_want_it_off_are_named_while_nobody_knows():
    marks = [one for one in DISH["step_marks"] if one["code"] != "ends"]
    told = found(come_to(states_entered=[], step_marks=marks), "bringup")["bringup.interlock.unknown"]
    assert "Make and test the ends" in told.why


def test_a_meter_reads_without_the_modem():
    guided = {**HALF["terminal"], "guides": [{"kind": "meter", "lock_s": 1.0}]}
    told = come_to(HALF, states_entered=[], terminal=guided, **{**QUIET, "readings": HALF["readings"]})
    assert told.transmit.state == "off"
    assert "peak.can_tell" not in found(told, "peak")


@pytest.mark.parametrize(("kind", "named"), [("meter", False), ("page", True)])
def test_no_power_is_a_likely_cause_only_of_what_the_modem_tells(kind, named):
    guided = {**HALF["terminal"], "guides": [{"kind": kind, "lock_s": 1.0}]}
    told = come_to(HALF, states_entered=[], terminal=guided, **{**QUIET, "symptom": "not_found"})
    cause = next(one for one in told.pointing.means if one.code == "no_power")
    assert ("unpowered" in cause.signs) is named


@pytest.mark.parametrize(
    ("told", "may"),
    [
        ({"states_entered": []}, True),
        ({"states_entered": SEARCH, "install_mode": "yes"}, True),
        ({"states_entered": SEARCH, "install_mode": ""}, False),  # it goes on to send by itself
        ({"states_entered": states("power", "search", "ranging"), "install_mode": "yes"}, False),
        ({"states_entered": [], "lineup_log": [{"step": "carrier_on", "at": "2026-11-24T10:00:00Z"}]}, False),
    ],
)
def test_a_hand_goes_before_the_feed_only_while_it_cannot_send(told, may):
    pointing = come_to(HALF, transmit_off="yes", **told).pointing
    assert (pointing.may_cover, pointing.cover_waits_for == "") == (may, may)
    assert not come_to(HALF, transmit_off="", **told).pointing.may_cover


@pytest.mark.parametrize(
    ("told", "level"),
    [
        ({"states_entered": [], **UNFOUND}, Level.UNKNOWN),
        ({"states_entered": []}, Level.MIND),
        ({"states_entered": SEARCH, "install_mode": "no"}, Level.MIND),
        ({"states_entered": SEARCH, "install_mode": "no", "guide": "page"}, None),
        ({"states_entered": SEARCH, "install_mode": "yes"}, None),
    ],
)
def test_peak_asks_for_power_and_installation_mode_before_a_sound_is_waited_for(told, level):
    finding = found(come_to(HALF, **told), "peak").get("peak.can_tell")
    assert (finding.level if finding else None) is level
