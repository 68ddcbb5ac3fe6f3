"""An entry that stands by itself says something, or says what it waits for: none is left out in silence."""

import math

import pytest

from rindle_core.catalogue.maker_wind import MakerWind
from rindle_core.job import JobInput, assess
from tests import golden


def found(number, changed):
    told = assess(JobInput.model_validate({**golden.read(number)["facts"], **changed})).result
    return {one.code: one for view in told.stations for one in view.findings}


@pytest.mark.parametrize(
    ("number", "changed", "code", "level"),
    [
        ("2026-103", {"lean_deg": 2.0, "lean_towards_deg": None}, "aim.lean_side", "unknown"),
        ("2026-103", {"lean_deg": 2.0, "lean_towards_deg": 90.0}, "aim.lean_side", None),
        ("2026-103", {"lean_deg": 0.0, "lean_towards_deg": None}, "aim.lean_side", None),
        ("2026-103", {"lean_deg": 0.0, "lean_towards_deg": None}, "aim.plumb", "clear"),
        ("2026-101", {"survive_mps": 20.0}, "mount.maker_survive", "hold"),
        ("2026-101", {"survive_mps": 90.0}, "mount.maker_survive", "clear"),
        ("2026-101", {"operate_mps": 5.0}, "mount.maker_operate", "mind"),
        ("2026-101", {"maker_axial_n": 900.0}, "mount.maker_forces", "unknown"),
        ("2026-101", {"maker_gust_mps": 50.0}, "mount.maker_forces", "unknown"),
        ("2026-101", {"maker_side_n": 300.0}, "mount.maker_forces", "unknown"),
        ("2026-101", {"maker_gust_mps": 50.0, "maker_axial_n": 900.0}, "mount.maker_forces", None),
        ("2026-101", {"dish_end_v": 12.0}, "bringup.dish_end", "hold"),
        ("2026-101", {"dish_end_v": 28.0}, "bringup.dish_end", "clear"),
        ("2026-107", {"dish_end_v": 12.0}, "bringup.dish_end", None),  # a panel's plug is sealed
        ("2026-104", {"skew_readings": [], "skew_set_deg": 80.0}, "peak.skew_plan", "mind"),
        ("2026-101", {"connectors": 2, "joint_count": 3}, "cable.connectors", "mind"),
        ("2026-101", {"connectors": 8, "joint_count": 3}, "cable.connectors", "clear"),
        ("2026-101", {"connectors": None, "joint_count": 3}, "cable.connectors", None),
        ("2026-101", {"injector_low_c": 30.0, "injector_high_c": 10.0}, "cable.injector", "mind"),
        ("2026-101", {"injector_low_c": 10.0, "injector_high_c": 30.0}, "cable.injector", "clear"),
        ("2026-101", {"clinometer_at_peak_deg": 40.0}, "peak.stands.elevation", "mind"),
        ("2026-101", {"clinometer_at_peak_deg": 38.1}, "peak.stands.elevation", "clear"),
        ("2026-101", {"clinometer_at_peak_deg": None}, "peak.stands.elevation", None),
        ("2026-101", {"compass_at_peak_deg": 90.0}, "peak.stands.azimuth", "mind"),
        ("2026-101", {"compass_at_peak_deg": 34.0}, "peak.stands.azimuth", "clear"),
        ("2026-101", {"customer_signed_at": "2026-11-22T10:00:00Z"}, "handover.customer", "mind"),
        ("2026-101", {"customer_signed_at": "2026-11-22T23:30:00Z"}, "handover.customer", "mind"),  # its day, too early
        ("2026-101", {"customer_signed_at": "2026-11-23T13:00:00Z"}, "handover.customer", "mind"),  # a run came later
        ("2026-101", {"customer_signed_at": "2026-11-23T14:20:00Z"}, "handover.customer", "clear"),
        ("2026-101", {"dressed": "loose"}, "cable.dressed", "mind"),
        ("2026-102", {"dressed": "loose"}, "cable.dressed", None),  # nothing is measured yet
        ("2026-102", {"clinometer_at_peak_deg": 40.0}, "peak.stands.elevation", None),  # there is no peak yet
    ],
)
def test_an_entry_by_itself_is_judged_or_asks_for_what_belongs_to_it(number, changed, code, level):
    one = found(number, changed).get(code)
    assert (one and one.level) == level


def test_a_skew_near_aims_figure_is_not_minded_and_half_a_turn_on_is_the_same_plane():
    told = assess(JobInput.model_validate(golden.read("2026-104")["facts"])).result
    planned = told.dial.skew_deg
    for more, level in ((0.5, None), (180.5, None), (-179.5, None), (40.0, "mind"), (90.0, "mind")):
        at = (planned + more + 180.0) % 360.0 - 180.0
        one = found("2026-104", {"skew_readings": [], "skew_set_deg": at}).get("peak.skew_plan")
        assert (one and one.level) == level, more


def checked(kind, *read_and_true):
    checks = [{"on": "2026-11-20", "read_deg": read, "true_deg": true} for read, true in read_and_true]
    return {kind: {"code": "own", "name": "Own", "kind": kind, "checks": checks}, f"{kind}_code": "own"}


@pytest.mark.parametrize(
    ("kind", "read_and_true", "level", "correction_deg"),
    [
        ("clinometer", [(55.4, 55.0)], None, 0.4),
        ("clinometer", [(55.4, 55.0), (30.5, 30.0)], "clear", 0.45),
        ("clinometer", [(55.4, 55.0), (33.0, 30.0)], "mind", 1.7),
        ("clinometer", [(40.0, 55.0)], "mind", 0.0),  # fifteen degrees are no error of a clinometer
        ("compass", [(359.0, 1.0)], None, -2.0),
        ("compass", [(90.0, 33.0)], "mind", 0.0),
        ("compass", [(40.0, 33.0), (33.0, 33.0), (20.0, 33.0)], "mind", 0.0),
    ],
)
def test_an_instruments_checks_correct_it_only_by_what_an_instrument_errs(kind, read_and_true, level, correction_deg):
    told = assess(JobInput.model_validate({**golden.read("2026-101")["facts"], **checked(kind, *read_and_true)})).result
    one = next((one for view in told.stations for one in view.findings if one.code == f"aim.checks.{kind}"), None)
    assert (one and one.level) == level
    assert getattr(told.dial, f"{kind}_correction_deg") == pytest.approx(correction_deg)


def test_whether_a_reading_on_the_peak_becomes_a_check_is_said():
    own = checked("clinometer")
    near = found("2026-101", {**own, "clinometer_at_peak_deg": 40.0})["peak.stands.elevation"]
    assert "becomes a check" in near.why
    far = found("2026-101", {**own, "clinometer_at_peak_deg": 60.0})["peak.stands.elevation"]
    assert "not kept as a check" in far.why
    nobodys = found("2026-101", {"clinometer_at_peak_deg": 40.0})["peak.stands.elevation"]
    assert "not kept as a check" in nobodys.why


def test_a_makers_sheet_may_tell_limits_alone_and_no_force_without_its_gust():
    limits = MakerWind(survive_mps=55.0)
    assert limits.at(40.0) is None
    force_n, twist_nm = MakerWind(gust_mps=50.0, axial_n=300.0, side_n=400.0, twist_nm=10.0).at(100.0)
    assert (force_n, twist_nm) == (pytest.approx(4 * 500.0), pytest.approx(40.0))  # both with the gust's square
    for half in ({"axial_n": 300.0}, {"gust_mps": 50.0, "side_n": 20.0}, {"twist_nm": 5.0}):
        with pytest.raises(ValueError, match="the gust to which they belong"):
            MakerWind(**half)


def test_a_figure_of_the_stores_beyond_all_bounds_holds_its_room_and_takes_no_job_with_it():
    """Each part may weigh that much; all of them together are more than any mount's calculator takes."""
    facts = golden.read("2026-101")["facts"]
    heavy = [{**one, "mass_kg": 500.0, "count": 9} for one in facts["terminal"]["parts"]]
    told = assess(JobInput.model_validate({**facts, "terminal": {**facts["terminal"], "parts": heavy}})).result
    rooms = {view.code: view for view in told.stations}
    held = {code: view.findings[0] for code, view in rooms.items() if view.findings[0].code == "waits.figures"}
    assert "brief" in held
    assert {one.level for one in held.values()} == {"hold"}
    assert "antenna kg" in held["brief"].why
    assert "2000 or less is accepted" in held["brief"].why
    assert rooms["aim"].verdict is not rooms["brief"].verdict  # what does not rest on it goes on
    assert not told.may_sign_off
    for code in held:  # nothing good is said beside it, and nothing of an entry that is there is said to be missing
        assert {one.level for one in rooms[code].findings} == {"hold"}


@pytest.mark.parametrize(
    ("told", "wanted_m"),
    [
        ({"place_method": "satnav"}, math.hypot(10, 5)),
        ({"place_method": "gazetteer"}, math.hypot(3000, 5)),
        ({"place_method": "gazetteer", "place_error_m": 40.0}, math.hypot(40, 5)),
        ({}, math.hypot(30, 5)),  # typed
    ],
)
def test_a_landmark_is_no_surer_than_the_place_from_which_it_is_seen(told, wanted_m):
    """Across a line of 4 km: the angle under which the two errors, at right angles to it, are seen."""
    facts = golden.read("2026-101")["facts"]
    mark = {"name": "Mast", "place_text": f"{facts['latitude_deg'] + 4000 / 111_000:.6f}, {facts['longitude_deg']:.6f}"}
    (seen,) = assess(JobInput.model_validate({**facts, **told, "landmarks": [mark]})).result.landmarks_seen
    wanted_deg = math.degrees(math.atan2(wanted_m, seen.seen.distance_m))
    assert seen.seen.uncertainty_deg == pytest.approx(wanted_deg)
