"""What a mount is asked beside its strength, in a whole job: each rule turned round."""

import copy
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import MastWindow
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS, MountKind
from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.mount.checks import CheckMark, judge_checks
from rindle_core.stations.mount.fit import FitInput, fit
from rindle_core.stations.mount.lifts import LiftPiece, LiftsInput, lifts
from rindle_core.stations.mount.mount_choice import MountChoiceInput, mount_choice
from rindle_core.stations.mount.reach import ReachInput, reach
from rindle_core.stations.mount.tightening import TighteningInput, tightening
from tests import golden

KIND = {one.code: one for one in SHIPPED_MOUNTS}
WINDOW = MastWindow(least_mm=58, most_mm=63.5)


def mounted(number="2026-101", **changed):
    facts = JobInput.model_validate({**golden.read(number)["facts"], **changed})
    (found,) = (one for one in assess(facts).result.stations if one.code == "mount")
    return {one.code: one for one in found.findings}


def level(code, **changed):
    found = mounted(**changed)
    return found[code].level if code in found else None


def levels(outcome):
    return {one.code: one.level for one in outcome.findings}


def fitted(**more):
    return levels(fit(FitInput(**{"diameter_mm": 60.3, "other_diameter_mm": 60.1, "window": WINDOW} | more)))


def test_every_mount_family_ships_with_its_steps_checks_and_care():
    assert len(SHIPPED_MOUNTS) >= 13
    for one in SHIPPED_MOUNTS:
        assert one.checks, one.code
        assert one.ageing, one.code
        assert one.build_steps or one.code == "reuse", one.code
        assert one.caution, one.code
    assert KIND["stud_arm"].holes[0].slotted
    assert KIND["stud_arm"].proud_mm == 6


def test_a_mounts_entry_that_hangs_in_the_air_is_refused():
    bare = KIND["wall_arm"].model_dump()
    with pytest.raises(InputError, match="needs its holes"):
        parse(MountKind, bare | {"holes": []})
    with pytest.raises(InputError, match="one number"):
        parse(MountKind, bare | {"holes": [bare["holes"][0], bare["holes"][0]]})
    with pytest.raises(InputError, match="swap them"):
        parse(MountKind, bare | {"grip_least_mm": 60, "grip_most_mm": 50})
    with pytest.raises(InputError, match="begins with m_"):
        parse(MountKind, bare | {"build_steps": [{"code": "look", "title": "Look"}]})


def test_the_kind_is_chosen_for_what_it_stands_on():
    assert level("mount.kind") == "clear"
    assert level("mount.kind", mount_code="") == "unknown"
    assert level("mount.kind", mount_code="gone") == "unknown"
    assert level("mount.kind", mount_code="ground_pole") == "hold"
    assert level("mount.kind", may_drill=False) == "mind"
    assert level("mount.kind", surface=None) == "unknown"
    none = mounted(mount_code="", may_drill=False)["mount.kind"]
    assert "none suits here" in none.message
    assert "wish it lower" in none.clears_by
    assert "none suits" not in mounted(mount_code="")["mount.kind"].message
    assert (
        level("mount.kind", mast_diameter_mm=20.0) == "mind"
    )  # the tube that stands here is not in the clamp's window


def test_what_is_still_to_be_measured_of_the_mast_is_named_and_led_to():
    lacks = mounted(mast_free_length_m=None)["waits.mast"]
    assert (lacks.message, lacks.at) == ("The mast’s free length is not measured", "mount.mast_free_length_m")
    both = mounted(mast_wall_mm=None, mast_free_length_m=None)["waits.mast"]
    assert (both.message, both.at) == ("The mast’s wall and free length are not measured", "mount.mast_wall_mm")
    assert "waits.mast" not in mounted()


def test_reach_over_an_eave_and_weight_speak_against_a_kind():
    def against(**more):
        found = mount_choice(MountChoiceInput(surface="masonry", **more)).result.options
        return {one.kind.code: one.against for one in found}

    # 0.45 m off the wall and 0.6 m over its fixing: past 0.04 m of roof a dish of 0.6 m has 0.11 m, past 0.2 m none.
    assert against(overhang_m=0.04, aperture_mm=600)["wall_arm"] == []
    assert against(overhang_m=0.2, aperture_mm=600)["wall_arm"] == []  # how high the eave is nobody said
    assert "overhang of 0.2 m" in against(overhang_m=0.2, eave_over_m=0.4, aperture_mm=600)["wall_arm"][0]
    assert against(overhang_m=0.2, eave_over_m=3, aperture_mm=600)["wall_arm"] == []  # far under it
    assert against(overhang_m=0.2, eave_over_m=0.4)["wall_arm"] == []  # without a terminal nothing swings
    assert "bears up to" in against(antenna_kg=16)["gable_pole"][0]
    assert against(antenna_kg=16)["wall_arm"] == []


def test_the_kind_that_stands_here_is_held_against_its_mast_as_it_was_measured():
    def against(measured_m, of="wall_arm"):
        asked = MountChoiceInput(surface="masonry", measured_code=of, measured_m=measured_m)
        (found,) = (one.against for one in mount_choice(asked).result.options if one.kind.code == "wall_arm")
        return found

    assert against(1.2) == []
    assert against(1.3) == ["it usually reaches 1.2 m"]
    assert against(1.3, of="gable_pole") == []  # of another kind nothing was measured


def test_a_kind_whose_tube_the_clamp_does_not_take_does_not_suit():
    def against(least_mm, most_mm, of="", **more):
        clamp = MastWindow(least_mm=least_mm, most_mm=most_mm)
        kinds = [one for one in SHIPPED_MOUNTS if one.code == (of or "wall_arm")]
        (found,) = mount_choice(
            MountChoiceInput(surface=kinds[0].surfaces[0], clamp=clamp, kinds=kinds, **more)
        ).result.options
        return found.against

    assert against(58, 63.5) == against(60.3, 60.3) == []
    assert against(73, 77) == ["60.3 mm of tube do not fit the clamp (73 to 77 mm)"]
    assert against(34, 51) == ["60.3 mm of tube do not fit the clamp (34 to 51 mm)"]
    assert against(73, 77, of="gable_pole") == [
        "tubes of 48 to 61 mm, that it grips, do not fit the clamp (73 to 77 mm)"
    ]
    assert against(60, 77, of="gable_pole") == []
    assert against(88, 90, of="ground_pole") == []  # its pole is bought for the clamp
    assert against(58, 63.5, wall_least_mm=3.3) == ["its tube’s wall is 3.2 mm, 3.3 mm is asked"]
    assert against(58, 63.5, wall_least_mm=3.2) == []
    assert against(73, 77, measured_code="wall_arm", measured_mm=76.1) == []  # another stands here: `fit` judges it
    assert against(73, 77, measured_code="wall_arm")  # chosen, not measured


def test_the_tube_that_was_measured_is_held_against_the_one_that_its_kind_brings():
    def told(diameter_mm, wall_mm=None, tube_mm=60.3):
        more = {"other_diameter_mm": None, "tube_mm": tube_mm, "tube_wall_mm": 3.2, "wall_mm": wall_mm}
        return fitted(diameter_mm=diameter_mm, **more).get("mount.tube")

    # EN 10210-2, table 2: 1 % of 60.3 mm are 0.603 mm; a tenth of the wall of 3.2 mm leaves 2.88 mm.
    assert told(60.3) is told(59.7) is told(60.9) is None
    assert told(59.6) == told(61.0) == "mind"
    assert told(60.3, 2.88) is None
    assert told(60.3, 2.87) == "mind"
    assert told(48.0, tube_mm=None) is None
    assert level("mount.tube", mast_diameter_mm=76.1) == "mind"
    assert level("mount.tube") is None


def test_brief_and_mount_choose_by_the_same_antenna_and_mount_by_the_roof_over_it():
    facts = golden.read("2026-103")["facts"]
    assert facts["surface"] == "masonry"

    def told(**changed):
        result = assess(JobInput.model_validate({**facts, **changed})).result
        view = next(one for one in result.stations if one.code == "brief")
        levels = {one.code: one.level.value for one in view.findings}
        return levels["brief.mount_choice"], {one.kind.code: one.against for one in result.mount_options}

    heavy, options = told(overhang_m=0.0)
    assert heavy == "mind"  # it bears 25 kg and has 26.7 kg to bear: told so at Brief too
    assert any("bears up to 25 kg" in one for one in options["wall_arm"])
    assert not any("overhang" in one for against in options.values() for one in against)
    _, under = told(overhang_m=1.2, eave_over_m=0.9)
    assert any("overhang of 1.2 m" in one for one in under["gable_pole"])
    assert not any("overhang" in one for one in under["wall_arm"])  # the chosen one is judged as it was measured


def test_two_diameters_wall_coating_and_straight_tube():
    assert set(fitted(coating="galvanized", straight_mm=200, wall_mm=3, wall_least_mm=3).values()) == {"clear"}
    assert fitted(other_diameter_mm=None)["mount.oval"] == "unknown"
    assert fitted(other_diameter_mm=58.9)["mount.oval"] == "mind"
    assert fitted(other_diameter_mm=57.9)["mount.fit"] == "hold"  # its thinnest counts
    assert fitted(diameter_mm=63.6)["mount.fit"] == "hold"
    assert fitted(wall_mm=2.5, wall_least_mm=3)["mount.wall"] == "hold"
    assert fitted()["mount.coating"] == "unknown"
    assert fitted(coating="bare")["mount.coating"] == fitted(coating="stainless")["mount.coating"] == "mind"
    assert fitted(straight_mm=149)["mount.clamped"] == "hold"
    assert fitted()["mount.clamped"] == "unknown"
    assert fitted(grip_least_mm=48, grip_most_mm=60)["mount.pinch"] == "hold"
    assert fitted(grip_least_mm=48, grip_most_mm=61)["mount.pinch"] == "clear"
    thin = fit(FitInput(diameter_mm=56, window=WINDOW, shim=True))
    assert thin.result.shim_mm == pytest.approx(1.0)
    assert "of 1.0 mm or more all round" in thin.findings[0].clears_by
    assert "sheet" not in fit(FitInput(diameter_mm=56, window=WINDOW)).findings[0].clears_by
    assert levels(thin)["mount.fit"] == "hold"


def test_a_free_length_over_its_height_is_not_possible():
    assert level("mount.lever", mast_free_length_m=5.0, height_above_ground_m=1.0) == "hold"
    assert level("mount.lever") is None


def test_far_sway_is_no_decibel():
    assert level("mount.sway_far", mast_free_length_m=3.6) == "hold"
    assert level("mount.sway", mast_free_length_m=3.6) is None


def test_brackets_lie_apart_and_the_tube_balances():
    gable = {"mount_code": "gable_pole", "base": "softwood", "fixing_code": "lag-12", "bracket_spacing_m": 0.8}
    assert level("mount.balance", **gable) == "unknown"
    assert level("mount.balance", **gable, tube_below_m=1.0) == "clear"
    assert level("mount.balance", **gable, tube_below_m=0.8) == "mind"
    assert level("mount.spacing", **gable, tube_below_m=1.0) == "clear"
    assert level("mount.spacing", **gable | {"bracket_spacing_m": 0.3}, tube_below_m=1.0) == "mind"


def test_the_joint_of_a_pole_stays_below_its_upper_clamp():
    ladder = {"number": "2026-107"}
    assert level("mount.joint", **ladder) == "clear"
    assert level("mount.joint", **ladder, clamp_height_m=1.1) == "hold"
    assert level("mount.joint", **ladder, clamp_height_m=None) == "unknown"


@pytest.mark.parametrize(
    ("told", "wanted"), [("", "unknown"), ("suspected", "hold"), ("none", "clear"), ("cleared", "clear")]
)
def test_old_material_stops_until_somebody_says(told, wanted):
    assert level("mount.old_material", old_material=told) == wanted


def test_timber_is_found_by_two_signs():
    stud = {"mount_code": "stud_arm", "surface": "timber_siding", "base": "softwood", "fixing_code": "lag-10"}
    assert level("mount.signs", **stud) == "unknown"
    assert level("mount.signs", **stud, timber_signs=["detector"]) == "hold"
    assert level("mount.signs", **stud, timber_signs=["detector", "nails"]) == "clear"
    assert level("mount.signs", **stud, timber_signs=["detector", "made_up"]) == "hold"
    assert level("mount.signs") is None


def test_nobody_digs_before_buried_services_are_found():
    told = {"number": "2026-104"}
    assert level("mount.services", **told) == "clear"
    assert level("mount.services", **told, services_located_by="") == "hold"
    assert level("mount.services", **told, services_located_on=None) == "hold"
    # Not even before the mast is measured.
    assert level("mount.services", **told, services_located_by="", mast_diameter_mm=None) == "hold"


def test_overhang_snow_and_what_slides_down():
    assert level("mount.reach", overhang_m=0.02) == "clear"  # it stands out past its edge
    assert level("mount.reach", overhang_m=0.2) == "unknown"
    assert level("mount.reach", overhang_m=0.2, eave_over_m=3.0) == "clear"  # wholly under it
    assert level("mount.reach", overhang_m=0.2, eave_over_m=1.0) == "hold"
    assert level("mount.reach", overhang_m=None) == "unknown"
    assert level("mount.snow") is None
    assert level("mount.snow", snow_m=0.5) == "unknown"
    assert level("mount.snow", snow_m=0.5, rim_over_surface_m=0.6) == "clear"
    assert level("mount.snow", snow_m=0.5, rim_over_surface_m=0.6, drifts=True) == "mind"
    assert level("mount.ice_fall", below_slide="yes") == "mind"
    assert level("mount.ice_fall", below_slide="") == "unknown"


@given(st.floats(0, 2), st.floats(0, 3), st.floats(0.1, 1.5), st.floats(-1, 4))
def test_what_swings_free_keeps_its_distance_from_every_point_of_the_eave(out, rise, overhang, eave):
    found = reach(ReachInput(reach_m=out, rise_m=rise, aperture_mm=800, overhang_m=overhang, eave_over_m=eave)).result
    nearest = min(math.hypot(out - overhang * at / 200, rise - eave) for at in range(201)) - 0.4
    through = rise > eave and out < overhang  # the mast itself would run into it
    if found.free_m >= 0.05:
        assert nearest >= 0.05 - 1e-9
        assert not through
    elif out - overhang - 0.4 < 0.05 and not through and rise <= eave:
        assert found.free_m == pytest.approx(nearest, abs=0.01)  # the eave in two hundred steps


def test_a_check_is_not_known_until_tried_and_its_play_is_measured():
    def play(**mark):
        return level("mount.checked.play", checks=[{"code": "play", **mark}])

    assert level("mount.checked.play", checks=[]) == "unknown"
    assert play(state="good") == "unknown"  # a play is a figure
    assert play(state="good", play_deg=0.1) == "clear"
    assert play(state="good", play_deg=0.2) == "hold"  # a tenth of 1.4° is allowed
    assert play(state="bad", play_deg=0.0) == "hold"
    assert level("mount.checked.twist", checks=[{"code": "twist", "state": "good"}]) == "clear"


def test_a_mast_is_plumb_on_two_faces_and_not_on_one():
    def plumb(**mark):
        return level("mount.checked.plumb", checks=[{"code": "plumb", "state": "good", **mark}])

    assert plumb(play_deg=0.1) == "unknown"  # the face that leans may be the other one
    assert plumb(play_deg=0.3, second_deg=0.2) == "clear"  # together 0.36°, of 0.3 of 1.42° allowed
    assert plumb(play_deg=0.1, second_deg=0.5) == "hold"
    assert plumb(play_deg=0.33, second_deg=0.33) == "hold"  # each would do, both together lean by 0.47°
    assert plumb(second_deg=0.1) == "unknown"


def test_a_stand_is_level_both_ways_whatever_the_beam():
    kind = next(one for one in SHIPPED_MOUNTS if one.code == "tilt_stand")
    told = []
    for first, second in ((1.0, 1.5), (1.5, 1.5), (1.0, None)):
        marks = [CheckMark(id="1", code="level", state="good", play_deg=first, second_deg=second)]
        (found,) = (one for one in judge_checks(kind, marks, 40.0) if one.code == "mount.checked.level")
        told.append(found.level)
    assert told == ["clear", "hold", "unknown"]  # 1.8° and 2.1° of 2° allowed


def test_a_gap_under_the_head_is_too_much():
    assert level("mount.checked.seat", checks=[{"code": "seat", "gap_mm": 1.0}]) == "hold"


def test_an_old_mount_is_asked_all_of_it():
    assert level("mount.reused", number="2026-106") == "unknown"
    asked = ["rust", "play", "fixing", "upright", "dead", "consent"]
    assert level("mount.reused", number="2026-106", reuse_checks=asked) == "clear"


def test_what_is_the_makers_is_not_altered():
    own = {"what": "Adapter drilled through", "of_whose": "maker", "reason": "To hold", "decided_by": "N"}
    other = {"what": "Arm drilled", "of_whose": "other", "reason": "Till the adapter is there", "decided_by": "N"}
    assert level("mount.altered", alterations=[own]) == "hold"
    assert level("mount.altered", alterations=[other]) == "mind"
    assert level("mount.altered", alterations=[other | {"decided_by": " "}]) == "unknown"


def ways(**more):
    return lifts(LiftsInput(**more))


def test_a_heavy_antenna_goes_up_head_first_and_a_light_one_whole():
    light = [LiftPiece(name="Reflector", mass_kg=5), LiftPiece(name="Az/el head", mass_kg=3, first_up=True)]
    heavy = [
        LiftPiece(name="Reflector", mass_kg=18),
        LiftPiece(name="Feed arm", mass_kg=4),
        LiftPiece(name="Socket", mass_kg=9, first_up=True),
    ]
    whole, split = ways(pieces=light, height_m=4), ways(pieces=heavy, height_m=4)
    assert len(whole.result.lifts) == 1
    assert not whole.result.split
    assert split.result.split
    assert [one.names for one in split.result.lifts] == [["Socket"], ["Reflector", "Feed arm"]]
    assert split.result.together_kg == 31


def test_an_antenna_goes_up_as_its_steps_put_it_together_whatever_it_weighs():
    pieces = [LiftPiece(name="Reflector", mass_kg=18), LiftPiece(name="Head", mass_kg=9, first_up=True)]
    whole = ways(pieces=pieces, height_m=4, in_parts=False, crew_count=1)
    assert [(one.names, one.by) for one in whole.result.lifts] == [(["Reflector", "Head"], "two")]
    assert levels(whole) == {"mount.lift": "mind", "mount.lift_crew": "hold"}
    light = [one.model_copy(update={"mass_kg": 4.0}) for one in pieces]
    assert [one.names for one in ways(pieces=light, in_parts=True).result.lifts] == [["Head"], ["Reflector"]]


@pytest.mark.parametrize(("work", "names"), [([["lift"]], 1), ([["climb", "lift"], ["lift"]], 2), ([["climb"]], 2)])
def test_a_heavy_dish_is_split_where_its_steps_lift_it_twice_or_do_not_tell(work, names):
    facts = copy.deepcopy(golden.read("2026-103")["facts"])
    step = next(one for one in facts["terminal"]["build_steps"] if one["code"] == "lift")
    alone = {**step, "needs": [], "sets": {}}
    facts["terminal"]["build_steps"] = [{**alone, "code": f"s{at}", "work": one} for at, one in enumerate(work)]
    facts["step_marks"] = []
    lifted = assess(JobInput.model_validate(facts)).result.lifts.lifts
    assert len([one for one in lifted if "Az/el head" in one.names or "Reflector" in one.names]) == names


def test_how_it_is_carried_follows_from_its_mass_and_height():
    def by(kg, height_m=4.0):
        return ways(pieces=[LiftPiece(name="P", mass_kg=kg)], height_m=height_m).result.lifts[0].by

    assert [by(3), by(8), by(20), by(30)] == ["hand", "bag", "hoist", "two"]
    assert (by(20, 1.2), by(30, 1.2)) == ("ground", "two")


def test_what_takes_two_asks_for_two():
    heavy = {"pieces": [LiftPiece(name="P", mass_kg=30)], "height_m": 4}
    assert levels(ways(**heavy))["mount.lift_crew"] == "unknown"
    assert levels(ways(**heavy, crew_count=1))["mount.lift_crew"] == "hold"
    assert levels(ways(**heavy, crew_count=2)) == {"mount.lift": "mind", "mount.lift_crew": "clear"}
    assert levels(ways(**heavy, crew_count=2, at_height_min=91))["mount.at_height"] == "mind"


def test_whose_minutes_at_height_they_are_is_said():
    piece = LiftPiece(name="P", mass_kg=3)

    def up(told):
        (one,) = (
            f
            for f in ways(pieces=[piece], at_height_min=40, at_height_told=told).findings
            if f.code == "mount.at_height"
        )
        return one.source, one.at

    assert up(False) == ("Steps of mount and terminal", "mount")
    assert up(True)[0].startswith("Entered for the planned position")
    assert up(True)[1] == "sky.positions"


def test_torque_is_the_makers_or_reckoned_or_by_feel():
    told = tightening(
        TighteningInput.model_validate(
            {
                "joints": [
                    {"name": "a", "size_mm": 8, "grade": "8.8"},
                    {"name": "b", "size_mm": 8, "grade": "8.8", "torque_nm": 12},
                    {"name": "c", "size_mm": 8},
                ]
            }
        )
    ).result.joints
    assert [one.by for one in told] == ["reckoned", "maker", "feel"]
    assert told[1].torque_nm == 12
    assert told[2].torque_nm is None
    with pytest.raises(InputError, match="no class known"):
        tightening(TighteningInput.model_validate({"joints": [{"name": "a", "size_mm": 8, "grade": "soft"}]}))


def steps(**changed):
    facts = JobInput.model_validate({**golden.read("2026-104")["facts"], **changed})
    return {one.step.code: one for one in assess(facts).result.build.steps}


def test_the_mounts_steps_come_before_the_terminals_and_the_dig_waits():
    made = steps()
    codes = list(made)
    assert codes.index("kit") < codes.index("m_locate") < codes.index("m_after") < codes.index("mast")
    assert not [one for one in steps(mount_code="") if one.startswith("m_")]
    done = [{"code": "kit", "at": "2026-11-20T08:00:00Z", "by": "N"}, {"code": "m_locate", "at": "2026-11-20T09:00:00Z",
            "by": "N"}]  # fmt: skip
    assert steps(step_marks=done)["m_dig"].state == "ready"
    undug = steps(step_marks=done, services_located_by="")["m_dig"]
    assert undug.state == "locked"
    assert any("buried services" in one for one in undug.waits_for)


def test_nothing_is_hung_on_concrete_that_is_too_soft():
    at = "2026-11-21T10:00:00Z"
    before = [{"code": code, "at": at, "by": "N"} for code in ("kit", "m_locate", "m_dig", "m_set", "m_pour")]
    assert steps(step_marks=before)["m_cure"].state == "locked"
    assert steps(step_marks=before, cured_at="2026-12-24T08:00:00")["m_cure"].state == "ready"
    assert steps(step_marks=before, cured_at="2026-12-24T08:00:00", curing=[])["m_cure"].state == "locked"


def test_a_kind_that_its_clamp_alone_holds_asks_for_a_tether():
    assert level("mount.tether", mount_code="gable_pole") == "unknown"
    assert level("mount.tether", mount_code="gable_pole", tethered=True) == "clear"
    assert level("mount.tether", mount_code="wall_arm") is None


def test_a_frame_is_reckoned_on_the_fall_that_was_measured_or_else_on_the_firms_usual_one():
    laid = {"mount_code": "ballast", "underlay": "bitumen", "block_kg": 20.0, "block_count": 400}
    assert "on a fall of 3°" in mounted(**laid)["mount.ballast"].why
    assert "on a fall of 0°" in mounted(**laid, standing_fall_deg=0.0)["mount.ballast"].why
    assert level("mount.friction", **laid, standing_fall_deg=25.0) == "hold"  # tan 25° is over the 0.4 of wet felt
    assert level("mount.friction", **laid, standing_fall_deg=20.0) is None
