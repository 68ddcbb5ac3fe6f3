"""What the stores say of a terminal and its mount is said alike in every place that shows it."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.models import Terminal
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS
from rindle_core.catalogue.parts import Joint
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.bringup.wiring import wiring_of
from rindle_core.stations.build.kit_list import Bill, KitListInput, kit_list, loaded
from rindle_core.stations.mount.lifts import LiftPiece, LiftsInput, lifts
from tests import golden

DEMO = Path(__file__).parents[2] / "demo"
TERMINALS = [Terminal.model_validate(one) for one in json.loads((DEMO / "terminals.json").read_text("utf-8"))]
# Across the flats and of sockets, ISO 4014 and ISO 4762, written down anew.
FLATS, SOCKETS = {5: 8, 6: 10, 8: 13, 10: 16, 12: 18}, {5: 4, 6: 5, 8: 6}


def come_to(terminal, mount=""):
    given = {
        "picks": {"terminal": terminal.model_dump()},
        "brief": {"date": "2026-12-02"},
        "mount": {"mount_code": mount},
    }
    return assess(JobInput.model_validate(given)).result


@pytest.mark.parametrize(
    ("terminal", "kind"),
    [*((one, SHIPPED_MOUNTS[0]) for one in TERMINALS), *((TERMINALS[0], one) for one in SHIPPED_MOUNTS[1:])],
    ids=lambda one: one.code,
)
def test_what_turns_each_joint_is_in_the_van_and_in_the_hand(terminal, kind):
    result = come_to(terminal, kind.code)
    van = {one.name.replace("\u00a0", " ").lower() for one in result.kit_list.rows if one.group == "tools"}
    steps = [one.step for one in result.build.steps]
    for joint in (*kind.joints, *terminal.joints):
        if joint.size_mm is None or joint.head == "none":
            continue
        sizes, tool = (FLATS, "spanner") if joint.head in ("hexagon", "u_bolt", "stud") else (SOCKETS, "hex key")
        wanted = f"{sizes[int(joint.size_mm)]} mm {tool}"
        assert wanted in van, joint.name
        for step in steps:
            if step.sets.get(joint.key) in ("snug", "tight", "torqued", "marked"):
                assert wanted in [one.replace("\u00a0", " ") for one in step.tools], (step.title, joint.name)
    bolts = " ".join(one.name for one in result.kit_list.rows if one.group == "fasteners")
    assert ("Pin 8" in bolts) == any(one.head == "none" and one.size_mm for one in (*kind.joints, *terminal.joints))


@pytest.mark.parametrize("terminal", TERMINALS, ids=lambda one: one.code)
def test_an_injector_is_in_the_box_in_both_pictures_and_asked_about_or_nowhere(terminal):
    there = terminal.has_injector
    assert there == any(one.name == "Injector" for one in terminal.parts)
    assert there == any(one.name == "Injector" for one in terminal.blocks)
    assert there == any(one.name == "Injector" for one in wiring_of(terminal, "keep", "", False, []).blocks)
    asked = [one.code for one in come_to(terminal).checks_before_power]
    assert there == ("injector" in asked)
    assert ("nobody_panel" in asked) == (terminal.panel is not None)  # of a dish it is a fact of its own
    assert {"injector", "nobody_panel"} <= {one.code for one in DEFAULT_WORDS.power_checks}


def test_a_part_whose_mass_nobody_told_is_not_left_out_of_what_goes_up():
    first, told = TERMINALS[0], []
    nobody = [one.model_copy(update={"mass_kg": 0.0}) if one.kind == "reflector" else one for one in first.parts]
    for parts in (first.parts, nobody):
        result = come_to(first.model_copy(update={"parts": parts}), "wall_arm")
        found = [one for station in result.stations for one in station.findings if one.code == "mount.lift"]
        told.append([(one.level, "not told: Reflector" in one.message) for one in found])
    assert told == [[(Level.CLEAR, False)], [(Level.MIND, True)]]


@pytest.mark.parametrize("kind", SHIPPED_MOUNTS, ids=lambda one: one.code)
def test_everything_that_goes_up_is_in_one_of_the_ways_up(kind):
    """Also what is light: the clamps of a pole were on no way, and in the sum."""
    pieces = [LiftPiece(name=one.name, mass_kg=one.mass_kg, count=one.count, of_mount=True) for one in kind.pieces]
    heavy = [LiftPiece(name=name, mass_kg=mass) for name, mass in (("Reflector", 19.0), ("Head", 10.5), ("Arm", 4.2))]
    for own in ([LiftPiece(name="Panel", mass_kg=4.0)], heavy):
        result = lifts(LiftsInput(pieces=[*pieces, *own], height_m=6.0)).result
        assert sum(one.mass_kg for one in result.lifts) == pytest.approx(result.together_kg)
        named = " ".join(name for one in result.lifts for name in one.names)
        assert all(one.name in named for one in (*pieces, *own))
        mixed = [one for one in result.lifts if {p.name for p in own} & set(one.names) and len(one.names) > len(own)]
        assert not mixed  # the mount goes before the antenna
        assert all(one.by != "hand" for one in result.lifts if len(one.names) > 1)  # several pieces in no one hand


def test_two_beams_and_a_dish_without_a_head_are_not_carried_as_one():
    pieces = [
        LiftPiece(name="Beam", mass_kg=6.0, count=2, of_mount=True),
        LiftPiece(name="Reflector", mass_kg=19.0),
        LiftPiece(name="Arm", mass_kg=9.0),
    ]
    assert [one.names for one in lifts(LiftsInput(pieces=pieces, height_m=6.0)).result.lifts] == [
        ["Beam"], ["Beam"], ["Reflector"], ["Arm"],
    ]  # fmt: skip


@pytest.mark.parametrize("terminal", TERMINALS, ids=lambda one: one.code)
def test_the_way_in_decides_drill_tools_and_what_sets(terminal):
    def run(may_drill=True, **cable):
        brief = {"date": "2026-12-02", "may_drill": may_drill}
        given = {"picks": {"terminal": terminal.model_dump()}, "brief": brief, "cable": cable}
        result = assess(JobInput.model_validate(given)).result
        van = " ".join(one.name.lower() for one in result.kit_list.rows if one.group in ("tools", "aloft"))
        step = next(one.step for one in result.build.steps if one.step.code == "cable")
        return step, van, {one.wait.code for one in result.waits.waits}

    step, van, waits = run(sealed_by="none", wall_code="masonry")  # a window, or a vehicle's own gland
    assert ("drill" in van, "drill" in step.work, "drill" in step.caution.lower(), {"sealant", "foam"} & waits) == (
        False, False, False, set(),
    )  # fmt: skip
    step, van, waits = run(wall_code="masonry", sealed_by="foam")
    assert "hammer drill" in van
    assert "drill" in step.work
    assert "foam" in waits
    assert "sealant" not in waits
    assert "plugs" in step.detail
    in_timber, van, waits = run(wall_code="timber", sealed_by="sealant")
    assert "stud detector" in van
    assert "hammer" not in van
    assert "sealant" in waits
    assert in_timber.usual_min < step.usual_min
    step, van, waits = run(wall_code="old_hole", sealed_by="putty")
    assert "drill" not in step.work
    assert "dead" in step.caution
    assert not {"sealant", "foam"} & waits
    step, van, _ = run()
    assert "not told" in step.detail
    assert "drill" in van
    assert "drill" in step.work  # what is not known is taken as the worse
    step, van, _ = run(may_drill=False)  # but for what nobody may do
    assert ("drill" in van, "drill" in step.work, "window" in step.detail) == (False, False, True)
    _, van, _ = run(wall_code="timber", wall_mm=200, cable_code="")
    assert "drill bit" not in van


@pytest.mark.parametrize(
    ("may_drill", "cable", "level"),
    [
        (True, {"wall_code": "masonry"}, None),
        (False, {"wall_code": "masonry"}, Level.MIND),
        (False, {"wall_code": "old_hole"}, None),
        (False, {"wall_code": "masonry", "sealed_by": "none"}, None),  # no hole is made
        (False, {"cable_pieces": [{"kind": "wall", "length_m": 0.4}]}, Level.UNKNOWN),
        (False, {"cable_pieces": [{"kind": "indoor", "length_m": 4.0}]}, None),
    ],
)
def test_no_hole_is_drilled_for_the_cable_where_none_is_allowed(may_drill, cable, level):
    job = JobInput.model_validate({"brief": {"date": "2026-12-02", "may_drill": may_drill}, "cable": cable})
    found = [one for room in assess(job).result.stations for one in room.findings if one.code == "cable.hole_allowed"]
    assert [one.level for one in found] == ([level] if level else [])


def test_the_mounts_own_bit_and_socket_are_in_the_van_and_what_is_worn_is_on_no_lanyard():
    result = assess(JobInput.model_validate(golden.read("2026-101")["facts"])).result
    rows = {one.name.replace("\u00a0", " "): one for one in result.kit_list.rows}
    assert rows["Drill bit 14 mm for the holes of the mount"].group == "tools"  # of a resin anchor of 12 mm
    assert rows["18 mm socket for the fixings of the mount"].group == "tools"
    assert rows["Drill bit 12.5 mm or 1/2 in for the entry, through the wall"].group == "tools"
    assert rows["Goggles and mask"].group == "tools"
    assert "Goggles and mask, secured" not in rows


@pytest.mark.parametrize(("number", "clips"), [("2026-101", 35), ("2026-103", 176)])  # one cable, and two
def test_each_clip_in_masonry_has_its_plug(number, clips):
    rows = {one.name: one for one in assess(JobInput.model_validate(golden.read(number)["facts"])).result.kit_list.rows}
    plugs = rows["Plugs for the clips"]
    assert (plugs.group, plugs.amount, rows["Clips"].amount) == ("consumables", clips, clips)


def test_a_wide_reflector_is_hoisted_however_light_it_is():
    for wide_mm, by in ((500.0, "hand"), (600.0, "hand"), (740.0, "hoist")):
        piece = LiftPiece(name="Reflector", mass_kg=3.0, wide_mm=wide_mm)
        assert lifts(LiftsInput(pieces=[piece], height_m=6.0)).result.lifts[0].by == by
    assert lifts(LiftsInput(pieces=[piece], height_m=0.5)).result.lifts[0].by == "ground"


def test_what_is_heavy_is_on_the_loading_list_until_it_is_built_in():
    job = JobInput.model_validate(golden.read("2026-104")["facts"])

    def van(**mount):
        facts = job.model_copy(update={"mount": job.mount.model_copy(update=mount)})
        result = assess(facts).result
        return {one.name: one for one in result.kit_list.rows}, result

    rows, result = van(poured_at=None, temperatures=[], plumb_readings=[])
    bags = rows["Dry concrete, bags of 25 kg"]
    assert (bags.amount, bags.mass_kg) == (result.footing.bag_count, pytest.approx(result.footing.dry_kg))
    assert rows["Water for the concrete"].amount == pytest.approx(result.footing.water_l, abs=1.0)
    carried_kg = sum(one.mass_kg or 0.0 for one in rows.values())
    assert result.kit_list.van_kg == pytest.approx(carried_kg)
    assert result.kit_list.van_kg > result.kit_list.mass_kg + 800  # the box does not weigh the concrete
    assert "Dry concrete, bags of 25 kg" not in van()[0]  # it was poured
    rows, result = van(mount_code="ballast", block_kg=18.0, block_count=None, poured_at=None)
    blocks = rows["Blocks of the ballast"]
    assert (blocks.amount, blocks.mass_kg) == (result.ballast.wanted_count, 18.0 * result.ballast.wanted_count)


def test_a_cable_with_its_plugs_on_is_counted_once():
    job = JobInput.model_validate(golden.read("2026-106")["facts"])

    def cables(code):
        facts = job.model_copy(update={"cable": job.cable.model_copy(update={"cable_code": code})})
        rows = assess(facts).result.kit_list.rows
        return [one.name for one in rows if one.group == "cable" or one.name == "Cable with sealed ends"]

    assert cables("ethernet-45") == ["Panel cable with sealed ends, run data"]
    assert cables("") == ["Cable with sealed ends"]
    assert len(cables("ethernet-23")) == 2  # made up on site: the box's own lies over


def test_a_u_bolt_has_two_nuts_and_a_stud_that_is_there_brings_no_bolt():
    def bill(joint):
        rows = kit_list(KitListInput(joints=[joint])).result.rows
        return {one.name: one.amount for one in rows if one.group == "fasteners"}

    told = {"name": "Bracket", "size_mm": 8, "count": 2, "washers": ["flat washer"], "nut": "nut"}
    assert bill(Joint(**told)) == {"Bolt M8": 2, "Flat washer M8": 2, "Nut M8": 2}
    assert bill(Joint(**told, head="u_bolt")) == {"U-bolt M8": 2, "Flat washer M8": 4, "Nut M8": 4}
    assert bill(Joint(**told, head="stud")) == {"Flat washer M8": 2, "Nut M8": 2}
    assert Joint(**told, head="u_bolt").turned_with == Joint(**told).turned_with == "13\u00a0mm spanner"


def test_no_fastener_is_counted_as_a_piece_of_the_mount_too():
    for kind in SHIPPED_MOUNTS:
        pieces = " ".join(one.name.lower() for one in kind.pieces)
        assert not any(one in pieces for one in ("bolt", "washer", "nut")), kind.code


def test_an_instrument_is_checked_where_it_is_brought():
    checks = DEFAULT_WORDS.instrument_checks
    rows = kit_list(KitListInput(tools=["spirit level"], instruments=checks)).result.rows
    assert [one.name for one in rows if one.group == "instruments"] == ["Spirit level turned end for end"]
    every = kit_list(KitListInput(tools=[tool for one in checks for tool in one.of_tools], instruments=checks)).result
    assert len([one for one in every.rows if one.group == "instruments"]) == len(checks)


def test_a_sealed_cable_that_lies_in_the_box_is_carried_and_counted_once():
    facts = JobInput.model_validate(golden.read("2026-106")["facts"])
    own = [one for one in facts.picks.terminal.parts if one.place == "between"]
    unchosen = facts.model_copy(update={"cable": facts.cable.model_copy(update={"cable_code": ""})})
    bills = [assess(one).result.kit_list for one in (facts, unchosen)]
    assert sum(one.mass_kg for one in own) > 0
    every_kg = sum(one.mass_kg * one.count for one in facts.picks.terminal.parts)
    assert bills[0].mass_kg == pytest.approx(every_kg) == pytest.approx(bills[1].mass_kg)
    named = [[row.name for row in bill.rows if row.group in ("terminal", "cable")] for bill in bills]
    assert [any(one.name in row for one in own for row in names) for names in named] == [False, True]


def test_bolts_that_do_not_sit_in_equal_circles_are_refused():
    with pytest.raises(ValueError, match="equal circles"):
        Joint(name="Clamp", count=5, circle_count=2)


def test_bolts_of_two_clamps_are_tightened_across_in_each():
    for kind in SHIPPED_MOUNTS:
        for joint in kind.joints:
            assert joint.count % joint.circle_count == 0, (kind.code, joint.name)
    told = come_to(TERMINALS[0], "ladder_pole").joints.joints[0]
    assert (told.joint.count, told.joint.circle_count) == (8, 2)
    assert told.turn_numbers == [1, 3, 2, 4]


def test_one_list_of_two_jobs_says_what_each_takes_and_takes_a_tool_once():
    def bill(count, tool):
        joint = Joint(name=f"Bracket of {count}", size_mm=8, count=count, nut="nut")
        return kit_list(KitListInput(joints=[joint], tools=["rope", tool])).result

    bills = [Bill("2026-1", bill(4, "rope"), {}), Bill("2026-2", bill(6, "spade"), {})]
    rows = {one.row.name: one for one in loaded(bills)}
    assert rows["Bolt M8"].row.amount == 10
    assert [(number, row.amount, row.cue) for number, row in rows["Bolt M8"].shares] == [
        ("2026-1", 4, "4 for bracket of 4"),
        ("2026-2", 6, "6 for bracket of 6"),
    ]
    assert (rows["Rope"].row.amount, rows["Rope"].shares) == (1, ())
    assert rows["Spade"].row.amount == 1


def test_a_reflector_of_one_terminal_is_none_of_another_in_the_van_of_both():
    def bill(number, terminal):
        return Bill(number, come_to(terminal).kit_list, {"terminal": terminal.name})

    small, large = (next(one for one in TERMINALS if one.code == code) for code in ("tarn-74", "tarn-98"))
    both = {one.row.name: one.row.amount for one in loaded([bill("2026-1", small), bill("2026-2", large)])}
    assert (both["Reflector, Tarn 74"], both["Reflector, Tarn 98"]) == (1, 1)
    assert "Reflector" not in both
    alike = {one.row.name: one for one in loaded([bill("2026-1", small), bill("2026-2", small)])}
    assert alike["Reflector"].row.amount == 2
    assert [number for number, _ in alike["Reflector"].shares] == ["2026-1", "2026-2"]
