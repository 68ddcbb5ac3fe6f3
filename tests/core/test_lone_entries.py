"""An entry that stands by itself says something, or says what it waits for: none is left out in silence."""

import pytest

from rindle_core.catalogue.models import MakerWind
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


def test_a_makers_sheet_may_tell_limits_alone_and_no_force_without_its_gust():
    limits = MakerWind(survive_mps=55.0)
    assert limits.at(40.0) is None
    force_n, twist_nm = MakerWind(gust_mps=50.0, axial_n=300.0, side_n=400.0, twist_nm=10.0).at(100.0)
    assert (force_n, twist_nm) == (pytest.approx(4 * 500.0), pytest.approx(40.0))  # both with the gust's square
    for half in ({"axial_n": 300.0}, {"gust_mps": 50.0, "side_n": 20.0}, {"twist_nm": 5.0}):
        with pytest.raises(ValueError, match="the gust to which they belong"):
            MakerWind(**half)
