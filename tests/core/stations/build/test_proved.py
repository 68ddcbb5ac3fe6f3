"""A step that is marked done is not proved by its mark: what Cable knows of earth and ends is told beside it."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.starter import starter
from rindle_core.job import JobInput, assess
from tests import golden

TERMINALS = json.loads((Path(__file__).parents[4] / "demo" / "terminals.json").read_text("utf-8"))
SWITCHED_ON = {"powered_at": "2026-11-24T09:00:00Z"}


def findings(station, **changed):
    facts = golden.read("2026-101")["facts"]
    told = assess(JobInput.model_validate({**facts, **changed})).result
    (found,) = (one.findings for one in told.stations if one.code == station)
    return {one.code: one for one in found}


@pytest.mark.parametrize(
    ("code", "changed", "level"),
    [
        ("build.earth_proved", {}, None),
        ("build.earth_proved", {"earth_path": ["transceiver", "frame"]}, "unknown"),
        ("build.earth_proved", {"earth_bond_mohm": None}, "unknown"),
        ("build.earth_proved", {"earth_bond_mohm": 9000}, "mind"),
        ("build.ends_proved", {}, None),
        ("build.ends_proved", {"end_checks": []}, "unknown"),
        ("build.ends_proved", {"tests": []}, "unknown"),
        ("build.ends_proved", {"tests": [{"run": "IF", "continuity": "good", "short": "short"}]}, "mind"),
    ],
)
def test_a_marked_step_is_held_against_what_cable_has_of_it(code, changed, level):
    one = findings("build", **changed).get(code)
    assert (one and one.level) == level
    unmarked = [mark for mark in golden.read("2026-101")["facts"]["step_marks"] if mark["code"] == "kit"]
    assert code not in findings("build", **changed, step_marks=unmarked)


def test_power_without_an_earth_holds_unless_its_step_is_marked():
    marks = golden.read("2026-101")["facts"]["step_marks"]
    told = findings("cable", earth_path=["frame"], **SWITCHED_ON)
    assert told["cable.earth"].message.startswith("Marked done at Build, not told here piece by piece: transceiver")
    assert "cable.earth_order" not in told
    bare = [one for one in marks if one["code"] != "earth"]
    held = findings("cable", earth_path=["frame"], step_marks=bare, **SWITCHED_ON)["cable.earth_order"]
    assert held.level == "hold"
    assert "arrester" in held.why
    assert "frame to the mast" not in held.why  # that piece is ticked
    other = findings("cable", earth_path=[], built_terminal_code="tarn-98", **SWITCHED_ON)
    assert other["cable.earth_order"].level == "hold"  # it was another antenna that was earthed


@pytest.mark.parametrize("template", starter()["terminal"], ids=lambda one: one["name"])
def test_a_template_tells_the_same_figures_at_its_steps_as_the_terminals_that_ship(template):
    like = next(one for one in TERMINALS if one["family"] == template["family"])
    told = {one["code"]: one.get("figures", []) for one in like["build_steps"]}
    assert {one["code"]: one.get("figures", []) for one in template["build_steps"]} == told
    assert bool(template.get("earth_points")) == bool(like.get("earth_points"))


POLE = golden.read("2026-104")["facts"]
SOFT = {"cured_at": "2026-11-22T08:00:00"}
HARD = {"cured_at": "2026-12-05T08:00:00"}
UNPOURED = {"poured_at": None, "cured_at": None, "curing": []}


def on_the_pole(*codes, at="2026-11-24T09:00:00Z", **changed):
    """The job of the ground pole with those steps marked done; by station and code."""
    marks = [{"code": code, "at": at, "by": "Naledi"} for code in codes]
    told = assess(JobInput.model_validate({**POLE, "step_marks": marks, **changed})).result
    return {one.code: one for view in told.stations for one in view.findings}


@pytest.mark.parametrize(
    ("codes", "changed", "level"),
    [
        ((), SOFT, "unknown"),
        (("lift",), SOFT, "hold"),  # the antenna hangs on soft concrete
        (("mast",), SOFT, "unknown"),  # nothing hangs there yet
        (("lift",), HARD, "hold"),  # hard since, and hung on while it was soft
        (("lift",), {**HARD, "at": "2026-12-05T06:00:00Z"}, "clear"),
        (("lift",), UNPOURED, "unknown"),
        ((), UNPOURED, None),  # before the pour nothing is asked of it
        ((), {**UNPOURED, **HARD}, "unknown"),  # judged, and of no pour
    ],
)
def test_what_hangs_on_concrete_is_held_against_how_hard_it_is(codes, changed, level):
    one = on_the_pole(*codes, **changed).get("mount.curing")
    assert (one and one.level) == level
    if level == "hold":
        late = changed is HARD
        assert ("hung on before" if late else "hangs on concrete") in one.message
        assert ("Push the pole" if late else "Prop it") in one.clears_by


def test_a_marked_step_whose_needs_are_not_so_is_minded_and_one_let_pass_is_not():
    assert "build.needed" not in on_the_pole()
    soft = on_the_pole("m_cure", **SOFT)["build.needed"]
    assert (soft.level, "Leave it to harden" in soft.why, "hard enough" in soft.why) == ("mind", True, True)
    assert "build.needed" not in on_the_pole("m_cure", **HARD)
    let = [
        {"code": "m_cure", "how": "early", "reason": "Trial of the form", "by": "Naledi", "at": "2026-11-24T08:00:00Z"}
    ]
    assert "build.needed" not in on_the_pole("m_cure", **SOFT, passes=let)
    assert "build.needed" not in on_the_pole("kit")  # what this room asks itself it says itself
