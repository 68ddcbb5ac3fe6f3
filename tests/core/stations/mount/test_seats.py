"""How brackets sit, and on which side: a lean by hand, each rule turned round."""

import pytest

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS, MountKind
from rindle_core.job import JobInput
from rindle_core.stations.mount.entered import entered
from rindle_core.stations.mount.seats import BracketSeat, lean_deg
from rindle_core.stations.mounting import build_steps
from tests import golden
from tests.core.stations.mount.test_around import level


def seats(*off_mm):
    return [BracketSeat(name=f"{index}", off_line_mm=one) for index, one in enumerate(off_mm)]


def on_ladder(code, **changed):
    return level(code, number="2026-107", **changed)


def test_the_lean_of_a_pole_is_that_of_a_right_triangle():
    assert lean_deg(seats(0, 500), 0.5) == pytest.approx(45)
    assert lean_deg(seats(-5, 5), 1.0) == pytest.approx(0.573, abs=5e-4)  # 10 mm a metre, in degrees 0.01 × 57.296
    assert lean_deg(seats(7, 7), 1.0) == 0
    assert lean_deg(seats(5), 1.0) is None
    assert lean_deg(seats(5, None), 1.0) is None
    assert lean_deg(seats(0, 5), None) is None


def test_brackets_that_would_lean_the_pole_are_said_and_what_is_not_told_is_not_called_straight():
    assert on_ladder("mount.seats") == "clear"
    assert on_ladder("mount.seats", bracket_seats=[]) is None
    assert on_ladder("mount.seats", bracket_spacing_m=None) == "unknown"
    crooked = [{"name": "upper", "off_line_mm": 12}, {"name": "lower", "off_line_mm": 0}]
    assert on_ladder("mount.seats", bracket_seats=crooked) == "mind"
    assert level("mount.seats", bracket_seats=crooked) is None  # a plate on a wall has none


def test_brackets_that_were_measured_on_another_mount_say_nothing_of_this_one():
    rows = golden.read("2026-107")["facts"]["bracket_seats"]
    assert on_ladder("mount.seats", bracket_seats=[row | {"of_mount": "gable_pole"} for row in rows]) == "unknown"
    assert on_ladder("mount.seats", bracket_seats=[row | {"of_mount": "ladder_pole"} for row in rows]) == "clear"
    job = JobInput.model_validate(golden.read("2026-107")["facts"] | {"bracket_seats": rows})
    (anew, _) = entered({"bracket_seats": rows}, job)["bracket_seats"]
    assert anew["of_mount"] == "ladder_pole"


def test_the_steps_are_told_for_the_side_and_for_both_while_it_is_not_told():
    def upper(side):
        facts = JobInput.model_validate(golden.read("2026-107")["facts"] | {"mount_side": side})
        return next(one.detail for one in build_steps(facts) if one.code == "m_upper")

    assert "On the right:" in upper("right")
    assert "On the left:" not in upper("right")
    assert "On the right:" not in upper("left")
    assert "On the left:" in upper("")
    assert "On the right:" in upper("")
    assert on_ladder("mount.side") == "clear"
    assert on_ladder("mount.side", mount_side="") == "unknown"
    assert level("mount.side") is None


def test_a_kind_whose_steps_differ_by_side_says_what_left_and_right_mean():
    ladder = next(one for one in SHIPPED_MOUNTS if one.code == "ladder_pole")
    step = BuildStep(code="m_turn", title="Turn", on_left="this way")
    with pytest.raises(ValueError, match="side_asked"):
        MountKind.model_validate(ladder.model_dump() | {"side_asked": "", "build_steps": [step.model_dump()]})
