"""The hole in the wall, the cut list, tests and the way to earth: by hand, and each rule turned round."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.earth_points import EarthPoint
from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.cable.around import judge_ends
from rindle_core.stations.cable.dress import CableTest, DressInput, cable_list
from rindle_core.stations.cable.earth import EarthInput, earth
from rindle_core.stations.cable.pieces import CablePiece, loop_at_antenna_m, run_length_m
from rindle_core.stations.cable.wall import WallHoleInput, WallThing, wall_hole
from tests import golden

COAX = CoaxCable(code="c", name="C", loss_a=0.58, loop_ohm_per_100m=3.6, diameter_mm=7, bend_radius_mm=70)
SEALED = CoaxCable(
    code="s", name="S", kind="ethernet", loop_ohm_per_100m=4, diameter_mm=7.6, bend_radius_mm=60, sealed=True,
    lengths_m=[15, 30, 45], plug_mm=21,
)  # fmt: skip
WALL = {"passes_mm": 21, "cable_mm": 7.6, "wall_mm": 300}
SEEN = {"looked_inside": True, "looked_outside": True, "swept": True}


def levels(outcome):
    return {one.code: one.level for one in outcome.findings}


def hole(**more):
    return wall_hole(WallHoleInput(**WALL | more))


def way(*pieces):
    return [CablePiece(kind=kind, length_m=length, **more) for kind, length, more in pieces]


WAY = way(("arm", 1, {}), ("loop", 0.7, {}), ("mast", 2, {}), ("outdoor", 10, {}), ("wall", 0.4, {}), ("indoor", 5, {}))


def listed(**more):
    return cable_list(DressInput(**{"pieces": WAY, "cable": COAX} | more))


def test_both_ways_of_saying_it_fall_to_the_outside():
    inside, outside = hole(drilled_from="inside").result, hole(drilled_from="outside").result
    assert inside.drop_mm == outside.drop_mm == pytest.approx(15)
    assert "down" in inside.said
    assert "lower" in inside.said
    assert "up" in outside.said
    assert "say from which side" in hole().result.said


@given(st.floats(5, 80), st.floats(50, 900))
def test_the_bit_is_never_under_what_passes_and_the_slant_never_under_the_wall(plug, wall):
    found = hole(passes_mm=plug, wall_mm=wall).result
    assert found.bit_mm >= plug * 1.12 - 1e-9
    assert found.bit_in * 25.4 >= plug * 1.12 - 1e-9
    assert found.slant_mm > wall
    assert found.drop_mm == pytest.approx(wall * math.tan(math.radians(found.angle_deg)))


def test_a_second_plug_passes_beside_the_first_cable():
    assert hole(cable_count=2).result.least_mm == pytest.approx((21 + 7.6) * 1.12)


def test_an_old_hole_passes_the_plug_or_does_not():
    assert levels(hole(hole_mm=22, **SEEN))["cable.hole"] == "clear"
    assert levels(hole(hole_mm=20, **SEEN))["cable.hole"] == "hold"
    assert levels(hole(**SEEN))["cable.hole"] == "unknown"
    # With one cable in it the second plug has so much less room.
    assert levels(hole(hole_mm=28, cable_count=2, **SEEN))["cable.hole"] == "hold"
    assert levels(hole(hole_mm=29, cable_count=2, **SEEN))["cable.hole"] == "clear"


def test_an_old_hole_is_not_drilled_and_only_heat_and_the_seals_breath_are_near_it():
    wire, flue = (WallThing(kind=kind, right_mm=20, up_mm=0) for kind in ("wire", "flue"))
    old = hole(drills=False, drilled_from="inside", looked_inside=True, looked_outside=True, things=[wire])
    assert "point the drill" not in old.result.said
    assert "point the drill" in hole(drilled_from="inside").result.said
    (asked,) = (one for one in old.findings if one.code == "cable.hole")
    assert asked.clears_by == "Measure it: 24 mm or more."
    assert hole(drills=False, passes_mm=20.9).findings[0].clears_by == asked.clears_by  # 23.4: never less than it takes
    assert levels(old)["cable.hole_looked"] == "clear"  # nothing to sweep for
    assert "cable.hole_clear" not in levels(old)  # a wire beside it is neither far enough nor in a drill's way
    too_small = hole(drills=False, hole_mm=20, looked_inside=True, looked_outside=True, things=[wire])
    assert too_small.result.drills  # it has to be widened: a drill goes in after all
    assert levels(too_small)["cable.hole_clear"] == "hold"
    assert levels(too_small)["cable.hole_looked"] == "unknown"  # not swept
    assert not hole(drills=False, hole_mm=22).result.drills
    assert levels(hole(drills=False, things=[wire, flue]))["cable.hole_clear"] == "hold"
    facts = golden.read("2026-103")["facts"]
    for code, drills in (("old_hole", False), ("brick", True)):
        assert assess(JobInput.model_validate({**facts, "wall_code": code})).result.wall_hole.drills is drills


def test_the_drill_that_is_told_is_the_one_that_is_drawn():
    for plug in (11.2, 14.0, 17.95, 21.0):
        found = hole(passes_mm=plug, cable_count=2)
        (asked,) = (one for one in found.findings if one.code == "cable.hole")
        assert f"Drill it to {found.result.bit_mm:g} mm" in asked.clears_by


@pytest.mark.parametrize("missing", sorted(SEEN))
def test_each_side_is_looked_at_and_swept(missing):
    assert levels(hole(**SEEN))["cable.hole_looked"] == "clear"
    assert levels(hole(**SEEN | {missing: False}))["cable.hole_looked"] == "unknown"


def test_measures_from_one_mark_agree_or_are_minded():
    assert levels(hole(inside_mm=400, outside_mm=415))["cable.hole_apart"] == "clear"
    assert levels(hole(inside_mm=400, outside_mm=425))["cable.hole_apart"] == "mind"


@pytest.mark.parametrize(("kind", "level"), [("wire", "hold"), ("pipe", "hold"), ("flue", "hold"), ("stud", "mind")])
def test_what_is_near_is_kept_clear_of(kind, level):
    assert levels(hole(things=[WallThing(kind=kind, right_mm=20, up_mm=0)]))["cable.hole_clear"] == level
    assert levels(hole(things=[WallThing(kind=kind, right_mm=0, up_mm=900)]))["cable.hole_clear"] == "clear"


def test_two_runs_have_each_their_length_ends_and_labels():
    pieces = [*WAY, *way(("slack", 1.5, {"of_run": "second"}))]
    assert (run_length_m(pieces, 0), run_length_m(pieces, 1)) == pytest.approx((19.1, 20.6))
    found = listed(pieces=pieces, ports=["RX", "TX"]).result
    assert [one.cut_m for one in found.cuts] == pytest.approx([19.7, 21.2])
    assert found.end_count == 4
    assert [one.said for one in found.labels] == ["RX antenna end", "RX indoor end", "TX antenna end", "TX indoor end"]
    assert listed(joint_count=1).result.end_count == 4
    assert listed(ports=["RX", "TX"], connector_count=4).result.end_count == 8  # as somebody counted them, each run


def test_a_loop_at_the_modem_is_no_loop_at_the_antenna():
    late = way(("mast", 2, {}), ("wall", 0.4, {}), ("indoor", 5, {}), ("loop", 1, {}))
    assert loop_at_antenna_m(WAY) == 0.7
    assert loop_at_antenna_m(late) == 0


def test_a_supplied_length_is_taken_whole_and_what_is_left_is_coiled():
    (cut,) = listed(cable=SEALED).result.cuts
    assert (cut.cut_m, cut.left_m) == (30, pytest.approx(10.9))
    assert listed(cable=SEALED).result.end_count == 0
    far = [*WAY, *way(("outdoor", 40, {}))]
    assert levels(listed(cable=SEALED, pieces=far))["cable.supplied"] == "hold"
    assert "cable.tested.if" not in levels(listed(cable=SEALED))


def test_clips_and_ties_are_counted_by_their_distance_and_not_in_a_pipe():
    amounts = {one.name: one.amount for one in listed().result.consumables}
    assert amounts["Ties, against sun"] == math.ceil(3 / 0.4) + 2
    assert amounts["Clips"] == math.ceil(9.8 / 0.5) + 1 + math.ceil(4.8 / 0.5) + 1  # a tenth of a metre off each corner
    piped = [one.model_copy(update={"protection": "pipe"}) if one.kind == "outdoor" else one for one in WAY]
    led = {one.name: one.amount for one in listed(pieces=piped).result.consumables}
    assert led["Clips"] == math.ceil(4.8 / 0.5) + 1
    assert led["Pipe or tray"] == 10


def test_each_outdoor_end_has_its_tape():
    def tape_m(**more):
        return next(one.amount for one in listed(**more).result.consumables if one.name == "Self-bonding tape")

    assert tape_m() == 0.3  # a run has one end in the rain
    assert tape_m(ports=["RX", "TX"]) == 0.6
    assert tape_m(joint_count=1) == 0.6


def test_clips_are_marked_evenly_and_never_farther_apart_than_the_house_says():
    marks = {one.number: one for one in listed().result.marks}
    assert [(one.kind, one.length_m) for one in marks.values()] == [("outdoor", 10), ("indoor", 5)]
    for one in marks.values():
        assert 2 * one.first_m + (one.count - 1) * one.every_m == pytest.approx(one.length_m)
        assert one.every_m <= 0.5 < one.every_m * (one.count - 1) / (one.count - 2)
    short = listed(pieces=way(("outdoor", 0.15, {}))).result.marks[0]
    assert (short.count, short.first_m, short.every_m) == (1, 0.075, 0)
    own = listed(pieces=way(("outdoor", 10, {"of_run": "first"})), ports=["RX", "TX"]).result
    assert {one.name: one.amount for one in own.consumables}["Clips"] == own.marks[0].count


def test_conduit_bend_and_cold():
    assert levels(listed(conduit_mm=20))["cable.fill"] == "clear"
    assert levels(listed(conduit_mm=10, ports=["RX", "TX"]))["cable.fill"] == "mind"
    assert levels(listed(cable=SEALED, conduit_mm=20))["cable.conduit"] == "hold"
    assert levels(listed(conduit_mm=40, bulge_mm=45))["cable.conduit"] == "hold"
    assert levels(listed(elbow_mm=69))["cable.bend"] == "hold"
    assert levels(listed(elbow_mm=70))["cable.bend"] == "clear"
    assert levels(listed(low_c=2))["cable.cold"] == "mind"
    assert "cable.cold" not in levels(listed(low_c=12))


@pytest.mark.parametrize(
    ("told", "level"),
    [
        ({}, "unknown"),
        ({"continuity": "good"}, "unknown"),
        ({"continuity": "good", "short": "none"}, "clear"),
        ({"continuity": "bad", "short": "none"}, "hold"),
        ({"continuity": "good", "short": "short"}, "hold"),
        ({"continuity": "good", "short": "none", "loss_db": 7.4}, "clear"),
        ({"continuity": "good", "short": "none", "loss_db": 7.6}, "mind"),
        ({"continuity": "good", "short": "none", "loss_db": 2.5}, "clear"),
        ({"continuity": "good", "short": "none", "loss_db": 2.4}, "mind"),  # no such cable loses so little
    ],
)
def test_a_run_is_through_without_a_short_and_loses_what_was_reckoned(told, level):
    tests = [CableTest(run="IF", **told)] if told else []
    assert levels(listed(tests=tests, expected_db=6.0, least_db=4.0))["cable.tested.if"] == level


PATH = DEFAULT_WORDS.earth_path
MADE = [one.code for one in PATH]
GOOD = {"path": PATH, "done": MADE, "wire_mm2": 16, "wire_length_m": 6, "bond_mohm": 40, "building": "done"}


def earthed(**more):
    return levels(earth(EarthInput(**GOOD | more)))


def test_the_way_to_earth_is_made_before_power():
    assert set(earthed().values()) == {"clear"}
    assert earthed(done=MADE[1:])["cable.earth"] == "unknown"
    assert earthed(done=MADE[1:], powered=True)["cable.earth_order"] == "hold"


def test_wire_bond_ground_and_why_not():
    assert earthed(wire_mm2=10)["cable.earth_wire"] == "hold"
    assert earthed(wire_mm2=None)["cable.earth_wire"] == "unknown"
    assert earthed(bond_mohm=105)["cable.earth_bond"] == "clear"  # 6.5 mΩ are the wire's own
    assert earthed(bond_mohm=107)["cable.earth_bond"] == "hold"
    assert earthed(bond_mohm=None)["cable.earth_bond"] == "unknown"
    assert earthed(ground_ohm=30)["cable.earth_ground"] == "mind"
    assert earthed(building="not_possible")["cable.earth_building"] == "unknown"
    assert earthed(building="not_possible", why_not="No bar.")["cable.earth_building"] == "mind"


def job(number="2026-101", **changed):
    facts = JobInput.model_validate({**golden.read(number)["facts"], **changed})
    (found,) = (one for one in assess(facts).result.stations if one.code == "cable")
    return {one.code: one for one in found.findings}


def test_near_the_terminals_length_is_minded_and_over_it_held():
    def long(metres):
        return job(cable_pieces=[{"kind": "loop", "length_m": 0.7}, {"kind": "outdoor", "length_m": metres}])

    assert long(30)["cable.length"].level == "clear"
    assert long(42)["cable.length"].level == "mind"
    assert long(51)["cable.length"].level == "hold"


def test_a_cable_that_would_do_is_named():
    supply = job("2026-103")["cable.supply"]
    assert supply.level == "hold"
    assert supply.clears_by.startswith("Coax 7 mm, solid copper centre would do: it goes 57 m")  # 57.8: no longer


def test_an_arrester_at_the_entry_has_two_ends_and_its_loss_in_each_run():
    def cable_of(**changed):
        facts = JobInput.model_validate({**golden.read("2026-101")["facts"], "connectors": None, **changed})
        made = assess(facts).result
        return made.cable.loss_high_db, made.cable_list.end_count

    words = DEFAULT_WORDS.model_copy(
        update={"earth_path": [one for one in DEFAULT_WORDS.earth_path if not one.arrester]}
    )
    without_db, ends = cable_of(words=words.model_dump(mode="json"))
    assert ends == 2
    with_db, more = cable_of()
    assert more == 4
    assert with_db - without_db == pytest.approx(0.5 + 2 * 0.1)  # its usual loss, and two ends of the house's each
    told_db, _ = cable_of(arrester_db=0.2)
    assert told_db - without_db == pytest.approx(0.2 + 2 * 0.1)
    assert cable_of(connectors=2)[1] == 2  # as somebody counted them


def test_putty_has_a_last_day_and_final_clips_wait_for_the_proof():
    assert job(sealed_by="putty", putty_until="2027-04-01")["cable.sealed"].level == "mind"
    assert job(sealed_by="putty", putty_until="2026-01-01")["cable.sealed"].level == "hold"
    assert job(sealed_by="")["cable.sealed"].level == "unknown"
    before = [{"when": "before", "down_mbps": 2, "up_mbps": 1, "latency_ms": 60}]
    assert job(dressed="final", runs=before)["cable.dressed"].level == "mind"
    assert "cable.dressed" not in job(dressed="final")
    assert job(slack_tried=False)["cable.slack"].level == "unknown"


def test_where_the_injector_sits_is_judged():
    assert job()["cable.injector"].level == "clear"
    assert job(injector_reachable=False)["cable.injector"].level == "mind"
    assert job(injector_place="attic")["cable.injector"].level == "mind"
    assert job(injector_place="attic", injector_low_c=2, injector_high_c=38)["cable.injector"].level == "clear"
    assert job(injector_place="attic", injector_low_c=2, injector_high_c=52)["cable.injector"].level == "mind"
    assert job(injector_place="")["cable.injector"].level == "unknown"
    assert job(old_cabling="used")["cable.old_cabling"].level == "unknown"


def test_the_firms_own_rules_count():
    assert hole(rules=HouseRules(hole_fall_percent=10)).result.drop_mm == pytest.approx(30)
    assert earthed(wire_mm2=10, rules=HouseRules(earth_wire_mm2=6))["cable.earth_wire"] == "clear"


def test_the_earth_is_taken_where_its_maker_lets_it_be_taken():
    points = [EarthPoint(name="Lug", allowed=True), EarthPoint(name="Clamp", allowed=False, note="It turns.")]
    assert "cable.earth_point" not in earthed(point="Lug")  # a terminal that says nothing of it
    assert earthed(points=points)["cable.earth_point"] == "unknown"
    assert earthed(points=points, point="Lug")["cable.earth_point"] == "clear"
    assert earthed(points=points, point="Clamp")["cable.earth_point"] == "hold"
    assert earthed(points=points, point="of another terminal")["cable.earth_point"] == "unknown"


def test_what_turns_has_its_slack_tried_and_a_panel_that_asks_for_no_earth_says_so():
    turns, still = job("2026-106"), job("2026-107", cable_code="ethernet-45", cable_pieces=[])
    assert turns["cable.slack"].level == "unknown"  # it turns itself
    assert turns["cable.slack"].clears_by.startswith("Let it turn by itself")
    assert job("2026-101", slack_tried=False)["cable.slack"].clears_by.startswith("Swing the antenna")
    assert "cable.slack" not in still
    assert turns["cable.earth"].level == "mind"
    asks = {**golden.read("2026-106")["facts"]["terminal"], "needs_earth": True}
    assert job("2026-106", terminal=asks)["cable.earth"].level == "unknown"


@pytest.mark.parametrize(("ends", "checks", "level"), [(0, [], None), (2, ["pin"], "unknown"), (2, None, "clear")])
def test_every_end_that_is_made_is_looked_at(ends, checks, level):
    facts = golden.read("2026-101")["facts"]
    every = [one.code for one in DEFAULT_WORDS.end_checks]
    job = JobInput.model_validate({**facts, "end_checks": every if checks is None else checks})
    found = judge_ends(job, ends)
    assert [one.level for one in found] == ([level] if level else [])
    assert ("core straight" in found[0].message) == (level == "unknown") if level else True


def test_an_end_that_the_house_has_no_list_for_is_not_clear():
    facts = golden.read("2026-107")["facts"]
    coaxial = [one.model_dump() for one in DEFAULT_WORDS.end_checks if one.of_kind == "coax"]
    pieces = [{"kind": "outdoor", "length_m": 5.0}]
    told = {"cable_code": "ethernet-23", "cable_pieces": pieces, "words": {"end_checks": coaxial}}
    (found,) = judge_ends(JobInput.model_validate({**facts, **told}), 2)
    assert (found.level, "no list" in found.message) == ("unknown", True)


def test_an_end_is_looked_at_by_its_kind_of_plug():
    facts, words = golden.read("2026-107")["facts"], DEFAULT_WORDS.end_checks

    def cable(**told):
        return assess(JobInput.model_validate({**facts, **told})).result

    of_data = [one.code for one in words if one.of_kind == "ethernet"]
    made, sealed, open_yet = cable(cable_code="ethernet-23"), cable(cable_code="ethernet-45"), cable(cable_code="")
    assert (made.ends_kind, made.ends_asked) == ("ethernet", of_data)
    assert (sealed.ends_kind, sealed.ends_asked) == ("", [])
    assert (open_yet.ends_kind, open_yet.ends_asked) == ("ethernet", of_data)  # none that is allowed is coaxial
    coax = assess(JobInput.model_validate(golden.read("2026-101")["facts"])).result
    assert (coax.ends_kind, coax.ends_asked) == ("coax", [one.code for one in words if one.of_kind == "coax"])
    assert not set(coax.ends_asked) & set(of_data)
    for kind, outdoor in (("coax", "Self-bonding tape"), ("ethernet", "Housings that close over a plug")):
        drum = COAX.model_copy(update={"kind": kind})
        assert outdoor in {one.name for one in listed(cable=drum).result.consumables}


def test_what_the_way_to_earth_takes_is_brought():
    def goods(**told):
        found = earth(EarthInput(path=PATH, **told)).result.goods
        return {one.name: (one.amount, one.unit) for one in found}

    lugs = sum(one.lug_count for one in PATH)
    assert lugs > 0
    bare = goods()
    assert bare == {
        "Earth wire, copper, 16 mm²": (1, "pieces"),  # of unknown length
        "Lugs for 16 mm²": (lugs, "pieces"),
        "Toothed washers": (lugs, "pieces"),
    }
    told = goods(wire_mm2=25.0, wire_length_m=6.2, coax_count=2)
    assert told["Earth wire, copper, 25 mm²"] == (7, "m")
    assert told["Surge arresters for coax"] == (2, "pieces")


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(("name", "arresters"), [("2026-101", 1), ("2026-103", 2), ("2026-106", 0)])
def test_the_van_has_the_earth_s_goods_and_what_measures_the_bond(name, arresters):
    facts = JobInput.model_validate(golden.read(name)["facts"])
    result = assess(facts).result
    rows = {one.name: one.amount for one in result.kit_list.rows}
    assert rows.get("Surge arresters for coax", 0) == arresters
    for one in result.earth.goods if result.earth else []:
        assert rows[one.name] == one.amount
    assert "Milliohmmeter" in rows  # a panel's own step bonds its mast


def test_an_arrester_for_each_coax_goes_along_before_the_cable_is_chosen():
    def arresters(number, **told):
        facts = JobInput.model_validate({**golden.read(number)["facts"], **told})
        found = assess(facts).result
        return {one.name: one.amount for one in found.earth.goods}.get("Surge arresters for coax", 0)

    assert arresters("2026-104") == 2  # two cables, none chosen, all that are allowed coaxial
    assert arresters("2026-101") == 1
    asks = {**golden.read("2026-107")["facts"]["terminal"], "needs_earth": True}
    assert arresters("2026-107", terminal=asks) == 0
