"""How one gets up there and down again: the ladder's length, what is brought, and who brings somebody down."""

import math

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Gear
from rindle_core.catalogue.mounts import ROOFS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.science.ladders import rail_m, support_for_work_m
from rindle_core.stations.mount.entered import entered
from rindle_core.stations.mount.getting_up import GettingUpInput, getting_up
from rindle_core.stations.mount.lifts import LiftPiece, LiftsInput, lifts
from rindle_core.stations.mounting import at_height_min, build_steps, height_is_told, up_by
from tests import golden


def job(name="2026-101", **mount):
    facts = JobInput.model_validate(golden.read(name)["facts"])
    return facts.model_copy(update={"mount": facts.mount.model_copy(update=mount)})


def asked(**given):
    return getting_up(GettingUpInput(**{"by": "ladder", "work_m": 4.0, "rescue": "the second, with a line"} | given))


def test_a_ladder_leans_by_a_quarter_and_nobody_stands_on_its_top_rungs():
    found = asked(work_m=4.0).result
    # Hands at 1.3 m over the feet, a metre of ladder above them: it leans at 3.7 m.
    assert found.support_m == pytest.approx(3.7)
    assert found.foot_out_m == pytest.approx(3.7 / 4)
    assert found.ladder_m == pytest.approx(3.7 / math.sin(math.atan(4.0)))
    assert math.degrees(math.atan2(found.support_m, found.foot_out_m)) == pytest.approx(76, abs=0.1)


def test_on_to_a_roof_it_goes_a_metre_over_the_edge():
    found = asked(by="roof", work_m=6.0, edge_m=4.0).result
    assert (found.support_m, found.top_m) == (4.0, 5.0)
    assert found.ladder_m == pytest.approx(5.0 / math.sin(math.atan(4.0)))
    unknown = asked(by="roof", work_m=6.0).result
    assert unknown.ladder_m is None  # the antenna's height says nothing of the edge's


def test_a_longer_ladder_that_is_drawn_counts_and_a_shorter_one_does_not():
    assert asked(drawn_m=6.5).result.ladder_m == 6.5
    assert asked(drawn_m=2.0).result.ladder_m == asked().result.ladder_m
    assert asked(by="lift", drawn_m=6.5).result.ladder_m is None


@pytest.mark.turns(days=6)
def test_where_a_ladder_is_there_none_is_brought():
    there = asked(ladder_there="By the vehicle’s own", drawn_m=6.5, gear=DEFAULT_WORDS.gear).result
    assert (there.how, there.ladder_m, there.foot_out_m) == ("By the vehicle’s own", None, None)
    brought = {one.code for one in asked(gear=DEFAULT_WORDS.gear).result.gear}
    assert brought - {one.code for one in there.gear} == {"ties", "stand_off"}
    assert {"harness", "rescue"} <= {one.code for one in there.gear}
    assert asked(by="roof", edge_m=3.0, ladder_there="By the vehicle’s own").result.ladder_m is not None
    result = assess(job("2026-107")).result
    assert result.getting_up.ladder_there
    assert not [one for one in result.kit_list.rows if one.name.startswith("Ladder")]


def test_rails_of_no_height_and_work_within_reach_are_no_negative_lengths():
    assert rail_m(0.0, 0.0, 1.0) == 1.0
    assert support_for_work_m(0.5) == support_for_work_m(1.3) == 1.0


@pytest.mark.parametrize(("rescue", "level"), [("", Level.UNKNOWN), ("  ", Level.UNKNOWN), ("the second", Level.CLEAR)])
def test_who_brings_somebody_down_is_asked_wherever_one_climbs(rescue, level):
    for by in ("ladder", "roof", "lift"):
        assert [one.level for one in asked(by=by, rescue=rescue).findings if one.code == "mount.rescue"] == [level]
    assert asked(by="ground", rescue=rescue).findings == []


@pytest.mark.parametrize(
    ("crew", "agreed", "minds"), [(1, False, True), (1, True, False), (2, False, False), (None, False, False)]
)
def test_one_who_goes_up_alone_is_minded_unless_it_was_agreed_on(crew, agreed, minds):
    found = [one for one in asked(crew_count=crew, lone_agreed=agreed).findings if one.code == "mount.alone"]
    assert [one.level for one in found] == ([Level.MIND] if minds else [])


def test_gear_goes_by_the_way_up_and_some_of_it_by_head():
    line = Gear(code="line", name="Line", wanted_by=["roof"])
    helmet = Gear(code="helmet", name="Helmet", wanted_by=["ladder", "roof"], each=True)

    def counted(by):
        return {one.code: one.count for one in asked(by=by, crew_count=3, gear=[line, helmet]).result.gear}

    assert counted("ladder") == {"helmet": 3}
    assert counted("roof") == {"line": 1, "helmet": 3}
    assert counted("ground") == {}


def test_whoever_leaves_the_ground_by_the_houses_words_has_a_harness_a_helmet_and_a_rescue_line():
    for by in ("ladder", "roof", "lift"):
        there = {one.code for one in asked(by=by, gear=DEFAULT_WORDS.gear).result.gear}
        assert {"harness", "helmet", "rescue", "cordon", "first_aid"} <= there
    assert [one.code for one in asked(by="ground", gear=DEFAULT_WORDS.gear).result.gear] == ["first_aid"]


def test_the_way_up_goes_by_what_is_said_else_by_height_and_surface():
    assert up_by(job(height_above_ground_m=3.6)) == "ladder"
    assert up_by(job(height_above_ground_m=1.2)) == "ground"
    unsaid = job(height_above_ground_m=None)
    for surface, by in {"masonry": "ladder", "bare_ground": "ground", **dict.fromkeys(ROOFS, "roof")}.items():
        brief = unsaid.brief.model_copy(update={"surface": surface})
        assert up_by(unsaid.model_copy(update={"brief": brief})) == by
    pole = unsaid.model_copy(update={"brief": unsaid.brief.model_copy(update={"surface": "bare_ground"})})
    high = pole.model_copy(update={"mount": pole.mount.model_copy(update={"height_above_ground_m": 3.0})})
    assert up_by(high) == "ladder"  # a pole of three metres in the open ground is climbed to
    low_roof = job(height_above_ground_m=1.2)
    low_roof = low_roof.model_copy(update={"brief": low_roof.brief.model_copy(update={"surface": "flat_roof"})})
    assert up_by(low_roof) == "roof"  # nobody works on a roof from the ground
    planned = job("2026-103")
    assert planned.sky.positions[0].access == up_by(planned) == "ladder"


@pytest.mark.parametrize(
    ("access", "height_m", "by"),
    [("ground", 5.2, "ladder"), ("ground", 1.2, "ground"), ("ground", None, "ground"), ("ladder", 1.2, "ladder"),
     ("lift", 1.2, "lift"), ("roof", 5.2, "roof")],
)  # fmt: skip
def test_what_is_known_to_be_out_of_reach_is_not_worked_on_from_the_ground_whatever_is_said(access, height_m, by):
    facts = job("2026-103", height_above_ground_m=None)
    told = {"access": access, "height_above_ground_m": height_m}
    positions = [one.model_copy(update=told) if one.letter == "A" else one for one in facts.sky.positions]
    sky = facts.sky.model_copy(update={"positions": positions})
    assert up_by(facts.model_copy(update={"sky": sky})) == by


def test_how_somebody_is_brought_down_is_said_of_one_way_up_and_doubted_on_another():
    def levels(facts):
        (mount,) = (one for one in assess(facts).result.stations if one.code == "mount")
        return {one.code: one.level for one in mount.findings if one.code.startswith("mount.rescue")}

    ladder = job("2026-103", rescue="")
    said = entered({"rescue": "The second, with a line"}, ladder)
    assert said["rescue_way_code"] == "ladder"
    kept = job("2026-103", **said)
    assert levels(kept) == {"mount.rescue": Level.CLEAR}
    roof = kept.model_copy(update={"sky": kept.sky.model_copy(update={"position_letter": "B"})})
    assert levels(roof)["mount.rescue_of"] is Level.UNKNOWN
    assert levels(roof).get("mount.rescue") is not Level.CLEAR
    assert entered({"rescue_way_code": ""}, roof)["rescue_way_code"] == "roof"  # so on this way too
    assert entered({"rescue": "Over the eaves, by the rope"}, roof)["rescue_way_code"] == "roof"
    assert entered({"rescue": ""}, roof)["rescue_way_code"] is None
    low = {"height_above_ground_m": 1.2}
    rows = [one.model_copy(update={**low, "access": "ground"}) for one in kept.sky.positions]
    sky, mount = kept.sky.model_copy(update={"positions": rows}), kept.mount.model_copy(update=low)
    ground = kept.model_copy(update={"sky": sky, "mount": mount})
    assert "mount.rescue_of" not in levels(ground)  # nobody is brought down from there
    before = entered({"rescue": "Nobody goes up"}, ground)
    assert before["rescue_way_code"] == "ground"
    up = ground.model_copy(update={"mount": ground.mount.model_copy(update=before), "sky": kept.sky})
    assert levels(up)["mount.rescue_of"] is Level.UNKNOWN


def test_of_a_crew_that_nobody_named_each_who_comes_has_a_harness():
    rows = {one.code: one for one in asked(gear=DEFAULT_WORDS.gear).result.gear}
    assert rows["harness"].text.startswith("One for each who comes.")
    assert not rows["cordon"].text.startswith("One for each")
    assert "One for each" not in asked(gear=DEFAULT_WORDS.gear, crew_count=2).result.gear[0].text


@pytest.mark.parametrize(("said_min", "told"), [(5, False), (300, True), (None, False)])
def test_a_guess_at_the_survey_does_not_make_the_steps_shorter(said_min, told):
    facts = golden.read("2026-106")["facts"]
    said = [one | {"time_at_height_min": said_min} for one in facts["positions"]]
    given = JobInput.model_validate(facts | {"positions": said})
    steps_min = sum(one.at_height_min for one in build_steps(given))
    assert at_height_min(given) == max(steps_min, said_min or 0) > 0
    assert height_is_told(given) is told


def test_what_is_done_from_the_ground_counts_no_minute_at_height_and_brings_no_harness():
    low, high = job(height_above_ground_m=1.4, mast_free_length_m=0.9), job()
    assert sum(one.at_height_min for one in build_steps(low)) == 0
    assert sum(one.at_height_min for one in build_steps(high)) > 60
    bills = [assess(one).result.kit_list.rows for one in (low, high)]
    names = [{row.name for row in bill if row.group == "height"} for bill in bills]
    assert not any("Harness" in name for name in names[0])
    assert {"Harness with lanyard", "Ladder, at least so long"} <= names[1]
    assert [row.group for row in bills[0] if row.group == "aloft"] == []


def test_nobody_on_the_ground_is_told_to_tie_off_and_a_bad_roof_does_not_stop_him():
    low, high = build_steps(job(height_above_ground_m=1.4, mast_free_length_m=0.9)), build_steps(job())
    assert [one.code for one in low] == [one.code for one in high]
    for one in low:
        assert not any(word in one.caution.lower() for word in ("ladder", "tie", "three points")), one.code
        assert "climb" not in one.work
    lifted = {one.code: one.caution for one in low}["lift"]
    assert "overhead lines" in lifted
    assert "wind" in lifted  # what hurts on the ground too is still said
    assert sum("three points" in one.caution for one in high) > 3


def test_the_mount_may_be_low_where_the_antenna_is_high():
    facts = job(height_above_ground_m=2.8, mast_free_length_m=1.5)
    places = {one.code: one.place for one in build_steps(facts)}
    assert (places["m_drill"], places["lift"]) == ("ground", "height")
    pieces = [LiftPiece(name="Plate", mass_kg=3.0, of_mount=True), LiftPiece(name="Dish", mass_kg=9.0)]
    ups = lifts(LiftsInput(pieces=pieces, height_m=1.3, antenna_m=2.8)).result.lifts
    assert [one.by for one in ups] == ["ground", "bag"]


def test_every_step_on_a_ladder_tells_its_tools_and_a_caution():
    by_hand = ("m_pads", "m_cup", "m_twist")
    for kind in job().picks.mounts:
        for step in kind.build_steps:
            if step.place == "height":
                assert step.caution, (kind.code, step.code)
                assert step.at_height_min > 0, (kind.code, step.code)
                assert step.tools or step.sets or step.code in by_hand, (kind.code, step.code)
    up_there = {row.name for row in assess(job()).result.kit_list.rows if row.group == "aloft"}
    assert {"Hammer drill, secured", "Torque wrench, secured"} <= up_there
    assert any("socket for the fixings" in one for one in up_there)
    low = assess(job(height_above_ground_m=2.8, mast_free_length_m=1.5)).result.kit_list.rows  # the plate at 1.3 m
    assert not any("socket for the fixings" in one.name for one in low if one.group == "aloft")
