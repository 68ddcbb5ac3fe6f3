"""The figures that a step is done by: those of the stations that reckon them, at the step that uses them."""

import json
import re
from pathlib import Path

import pytest

from rindle_core.catalogue.build_steps import STEP_FIGURES
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS
from rindle_core.job import JobInput, assess
from tests import golden

TERMINALS = json.loads((Path(__file__).parents[4] / "demo" / "terminals.json").read_text("utf-8"))


def come_to(name="2026-103", **changed):
    return assess(JobInput.model_validate({**golden.read(name)["facts"], **changed})).result


def at(result, code):
    (view,) = (one for one in result.build.steps if one.step.code == code)
    return {one.name: one for one in view.figures}


def test_the_drill_and_the_anchors_are_told_where_they_are_set():
    result = come_to()
    drill, hang = at(result, "m_drill"), at(result, "m_hang")
    assert drill["Drill"].text == result.fixings.drill == "16\u00a0mm"
    assert drill["Depth at least"].value == result.fixing.embedment_mm
    assert drill["Fixing"].text == f"{len(result.fixings.holes)} × {result.fixing.name}"
    assert "No hammer action" in drill["Mind"].text  # a hammer drill is in the hand
    assert hang["Torque of the fixings"].value == result.fixings.torque_nm
    assert hang["Spanner"].text == result.fixings.spanner


def test_resin_its_gun_and_brush_go_along_and_its_measure_stands_at_the_step():
    result = come_to(fixing_code="chemical-12", base="solid_masonry")
    assert at(result, "m_hang")["Resin in each hole"].text == f"{result.fixing.resin_ml:g} ml, from the bottom up"
    tools = {one.step.code: one.step.tools for one in result.build.steps}
    assert "resin gun" in tools["m_hang"]
    assert "blow-out pump and brush" in tools["m_drill"]
    assert "blow-out pump and brush" not in tools["m_hang"]  # the holes are clean by then
    rows = {one.name: one for one in result.kit_list.rows}
    assert rows["Resin for the fixings"].amount == result.fixings.resin_ml == result.fixing.resin_ml * 4
    assert {"Resin gun", "Blow-out pump and brush"} <= set(rows)
    screwed = come_to(fixing_code="expansion-10", base="solid_masonry")
    assert "Resin in each hole" not in at(screwed, "m_hang")
    assert not {"Resin gun", "Resin for the fixings"} & {one.name for one in screwed.kit_list.rows}


def test_what_is_not_chosen_is_not_known_and_says_where_it_is():
    result = come_to(fixing_code="")
    assert at(result, "m_drill")["Drill"].text == "not known: choose the fixing (Mount, Fixings)"
    assert at(result, "m_hang")["Torque of the fixings"].value is None


def test_the_hole_through_the_wall_the_cable_and_the_earth_are_told_at_their_steps():
    result = come_to()
    cable, earth = at(result, "cable"), at(result, "earth")
    assert cable["Drill for the cable"].text.startswith(f"{result.wall_hole.bit_mm:g}\u00a0mm")
    assert cable["Drill’s way"].text == result.wall_hole.said
    assert cable["Through the wall"].value == result.wall_hole.slant_mm
    assert {one.value for name, one in cable.items() if name.startswith("Length, ")} == {result.cable.length_m}
    assert (earth["Wire at least"].value, earth["Bond at most"].value) == (16.0, 100.0)
    wired = at(come_to(earth_wire_mm2=10.0, earth_wire_length_m=29.0), "earth")  # 1/58 Ω·mm²/m · 29 m / 10 mm² = 50 mΩ
    assert (wired["Wire at least"].value, wired["Bond at most"].value) == (16.0, pytest.approx(150.0))
    assert "Through the wall" not in at(come_to(sealed_by="none"), "cable")  # no hole is made
    old = come_to(wall_code="old_hole")
    assert {"Through the wall"} == {name for name in at(old, "cable") if not name.startswith("Length")}
    assert any("for the entry" in one.name for one in result.kit_list.rows)
    assert not any("for the entry" in one.name for one in old.kit_list.rows)  # nor is a bit in the van


def test_the_preset_shows_what_the_dials_show():
    for name, skewed in (("2026-103", False), ("2026-104", True)):
        result = come_to(name)
        preset = at(result, "preset")
        assert preset["Compass"].text == f"{round(result.dial.compass_deg) % 360}°"
        assert (preset["Clinometer"].value, preset["Clinometer"].unit) == (result.dial.clinometer_deg, "deg")
        assert preset["Clinometer"].text.endswith(result.dial.clinometer_face)
        assert ("Skew" in preset) is skewed
        if skewed:
            assert result.dial.skew_deg < 0
            assert preset["Skew"].value == -result.dial.skew_deg
            assert preset["Skew"].text == "anticlockwise, from behind"
        assert at(result, "view")["Satellite over the level"].text == f"{result.aim.elevation_apparent_deg:.1f}°"
    by_hand = at(come_to("panel-by-hand"), "preset")
    assert set(by_hand) == {"Compass", "Tilt"}
    assert at(come_to("2026-106"), "preset") == {}  # it turns by itself


def test_a_ground_pole_tells_its_hole_and_its_pour():
    result = come_to("2026-104")
    assert at(result, "m_dig")["Depth"].value == result.footing.depth_m
    pour = at(result, "m_pour")
    assert pour["Dry concrete"].text == f"in {result.footing.bag_count} bags"
    assert pour["Water"].value == result.footing.water_l


@pytest.mark.parametrize("kind", sorted(STEP_FIGURES))
def test_every_kind_of_figure_is_asked_for_by_some_step(kind):
    steps = [step for one in SHIPPED_MOUNTS for step in one.build_steps]
    asked = {figure for step in steps for figure in step.figures}
    asked |= {figure for one in TERMINALS for step in one["build_steps"] for figure in step.get("figures", [])}
    asked |= {"way_in" for one in TERMINALS for step in one["build_steps"] if step.get("passes_wall")}
    assert kind in asked


def test_what_is_driven_or_drilled_names_its_figures():
    for mount in SHIPPED_MOUNTS:
        if not mount.holes:
            continue
        told = {figure for step in mount.build_steps for figure in step.figures}
        assert {"fixing_torque"} <= told, mount.code
        if any(re.search("[Dd]rill|[Pp]ilot", step.title) for step in mount.build_steps):
            assert "fixing" in told, mount.code


def test_what_a_step_bonds_with_is_in_the_van_though_the_terminal_asks_for_no_earth():
    def van(**changed):
        rows = come_to("2026-106", **changed).kit_list.rows
        return {one.name: one.amount for one in rows if one.group in ("consumables", "tools")}

    panel = golden.read("2026-106")["facts"]["terminal"]
    assert not panel["needs_earth"]
    told = van()
    assert (told["Lugs for 16 mm²"], told["Toothed washers"]) == (2, 2)
    assert "Milliohmmeter" in told
    for one in panel["build_steps"]:
        one["figures"] = []
    assert "Lugs for 16 mm²" not in van(terminal=panel)  # no step bonds anything
