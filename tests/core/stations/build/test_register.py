"""Joints, kit, waits, what is left for a time, the rim."""

import datetime as dt
import itertools

import numpy as np
import pytest

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.parts import Joint, Part, Variant
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.stations.build.damaged import judge_damaged
from rindle_core.stations.build.facts import Damage
from rindle_core.stations.build.joints import DoneStep, JointMark, JointsInput, bolt_stack, joints, turn_order
from rindle_core.stations.build.kit_list import KitFound, KitListInput, VariantTold, kit_list
from rindle_core.stations.build.measures import MeasuresInput, measures
from rindle_core.stations.build.rim import RimInput, rim_check
from rindle_core.stations.build.waits import WaitMark, WaitsInput, waits
from tests.core.test_catalogue import TERMINALS

NOON = dt.datetime(2026, 11, 24, 12, tzinfo=dt.UTC)
ELEVATION = Joint(code="elevation", name="Elevation locks", size_mm=8, grade="8.8", free_until="peak", lock_number=1)
AZIMUTH = Joint(code="azimuth", name="Mast clamp", size_mm=8, grade="8.8", free_until="peak", lock_number=2)
HEAD = Joint(code="head", name="Head", size_mm=8, length_mm=25, grade="8.8", count=4, across=True, ends="torqued",
             washers=["flat washer", "spring washer"], nut="nut")  # fmt: skip
STEPS = [
    BuildStep(code="reflector", title="Reflector", sets={"head": "torqued"}),
    BuildStep(code="lift", title="Lift", sets={"elevation": "snug", "azimuth": "snug"}),
]


def levels(outcome):
    return {one.code: one.level for one in outcome.findings}


# ASME PCC-1-2019, table 4.1 (legacy cross pattern), 4, 8 and 12 bolts; six by the same rule of opposites.
@pytest.mark.parametrize(
    ("count", "order"),
    [
        (1, [1]),
        (2, [1, 2]),
        (4, [1, 3, 2, 4]),
        (6, [1, 4, 2, 5, 3, 6]),
        (8, [1, 5, 3, 7, 2, 6, 4, 8]),
        (12, [1, 7, 4, 10, 2, 8, 5, 11, 3, 9, 6, 12]),
    ],
)
def test_bolts_are_tightened_across_in_turn(count, order):
    assert turn_order(count) == order


@pytest.mark.parametrize("count", range(3, 20))
def test_each_bolt_has_its_turn_once_and_no_neighbour_follows(count):
    order = turn_order(count)
    assert sorted(order) == list(range(1, count + 1))
    if count > 4:
        assert all(abs(one - other) not in (1, count - 1) for one, other in itertools.pairwise(order)) or (
            count == 6  # the last of three pairs lie side by side
        )


def test_a_joint_says_what_goes_on_its_bolt_in_order():
    assert bolt_stack(HEAD) == "bolt M8 × 25, 8.8 · flat washer · spring washer · nut"
    assert bolt_stack(Joint(name="Latch")) == ""


def stand(*done, marks=(), locked=False):
    return joints(
        JointsInput(joints=[HEAD, ELEVATION, AZIMUTH], steps=STEPS, aim_locked=locked, marks=list(marks),
                    done=[DoneStep(code=one, at=NOON) for one in done])
    )  # fmt: skip


def test_a_joint_stands_as_the_last_step_or_the_last_word_left_it():
    assert [one.state for one in stand().result.joints] == ["open", "open", "open"]
    assert [one.state for one in stand("reflector", "lift").result.joints] == ["torqued", "snug", "snug"]
    before = JointMark(code="head", state="free", at=NOON - dt.timedelta(hours=1))
    after = JointMark(code="head", state="free", at=NOON + dt.timedelta(hours=1))
    assert stand("reflector", marks=[before]).result.joints[0].state == "torqued"
    loosened = stand("reflector", marks=[after]).result
    assert (loosened.joints[0].state, loosened.loose) == ("free", ["Head"])


def test_no_job_closes_with_a_loose_joint():
    assert levels(stand("reflector"))["build.joints"] is Level.UNKNOWN
    assert levels(stand("reflector", "lift", locked=True)) == {"build.joints": Level.CLEAR}
    loose = [JointMark(code="head", state="snug", at=NOON + dt.timedelta(hours=1))]
    assert levels(stand("reflector", "lift", locked=True, marks=loose))["build.joints"] is Level.HOLD


def test_a_terminal_of_which_the_stores_tell_no_joints_is_not_called_clear():
    assert levels(joints(JointsInput(steps=STEPS))) == {"build.joints": Level.MIND}
    done = [DoneStep(code=one.code, at=NOON) for one in STEPS]
    mount_only = {"joints": [HEAD], "done": done, "aim_locked": True}  # the mount's joint speaks for no other
    assert levels(joints(JointsInput(steps=STEPS, **mount_only))) == {"build.joints": Level.MIND}
    assert levels(joints(JointsInput(steps=STEPS[:1], untold="Tarn 74", **mount_only))) == {"build.joints": Level.MIND}
    assert levels(joints(JointsInput(steps=STEPS[:1], **mount_only))) == {"build.joints": Level.CLEAR}


def test_tightened_too_early_and_the_wrong_lock_first_are_told():
    early = stand("reflector", "lift", marks=[JointMark(code="azimuth", state="tight", at=NOON)])
    assert levels(early)["build.joint_early.azimuth"] is Level.HOLD
    told = {one.code: one for one in stand("reflector", "lift").result.joints}
    assert "stays free until the aim is locked" in told["azimuth"].why_not_yet
    assert told["head"].why_not_yet == ""
    order = joints(JointsInput(joints=[ELEVATION.model_copy(update={"free_until": ""}),
                                       AZIMUTH.model_copy(update={"free_until": ""})],
                               marks=[JointMark(code="azimuth", state="tight")]))  # fmt: skip
    assert levels(order)["build.joint_early.azimuth"] is Level.HOLD
    assert "Elevation locks: locked first" in order.result.joints[1].why_not_yet
    with pytest.raises(InputError, match="not a joint of this job"):
        stand(marks=[JointMark(code="strange", state="tight")])


def bill(found=(), **told):
    terminal = TERMINALS["tarn-74"]
    return kit_list(KitListInput(parts=terminal.parts, joints=terminal.joints, tools=terminal.tools, found=list(found),
                                 **told))  # fmt: skip


def all_there(*but):
    rows = [one for one in bill().result.rows if one.group != "tools"]
    return [{"code": one.code, "state": "there"} for one in rows if one.code not in but]


def test_bolts_washers_and_nuts_are_summed_over_the_joints():
    rows = {one.name: one.amount for one in bill().result.rows if one.group == "fasteners"}
    joints_ = TERMINALS["tarn-74"].joints
    assert rows["Flat washer M8"] == sum(
        one.count * one.washers.count("flat washer") for one in joints_ if one.size_mm == 8
    )
    assert rows["Bolt M8 × 25 mm, 8.8"] == 4
    assert rows["Bolt M8 × 60 mm, 8.8"] == 2  # by length: it is swapped unless it is told
    bolts = ("Bolt", "Cap screw")
    assert sum(amount for name, amount in rows.items() if name.startswith(bolts)) == sum(
        one.count for one in joints_ if one.size_mm
    )


def test_a_line_of_the_bill_says_of_all_its_pieces_where_they_belong():
    for one in (one for one in bill().result.rows if one.group == "fasteners"):
        assert sum(int(said.split(" for ")[0]) for said in one.cue.split("; ")) == one.amount, one
    assert any(one.washers.count("flat washer") == 2 for one in TERMINALS["tarn-74"].joints)


def test_nothing_is_called_missing_before_every_layer_was_searched():
    assert levels(bill())["build.kit"] is Level.UNKNOWN
    assert levels(bill(all_there()))["build.kit"] is Level.CLEAR
    short = [*all_there("terminal.feed_arm"), {"code": "terminal.feed_arm", "state": "short", "found_count": 0}]
    assert levels(bill(short))["build.kit"] is Level.UNKNOWN
    assert levels(bill(short, layers_searched=True))["build.kit"] is Level.HOLD
    assert not bill(short, layers_searched=True).result.complete
    broken = [*all_there("terminal.reflector"), {"code": "terminal.reflector", "state": "damaged"}]
    assert levels(bill(broken))["build.kit"] is Level.HOLD
    worn = [*all_there("terminal.reflector"), {"code": "terminal.reflector", "state": "usable"}]
    assert (levels(bill(worn))["build.kit"], bill(worn).result.complete) == (Level.MIND, True)


def test_a_line_of_which_fewer_are_there_than_the_bill_asks_for_is_not_there():
    few = [{**one, "found_count": 1} for one in all_there()]
    assert levels(bill(few))["build.kit"] is Level.UNKNOWN
    assert not bill(few).result.complete


def test_the_van_is_asked_about_before_the_work_begins_and_not_after():
    assert levels(bill())["build.van"] is Level.UNKNOWN
    assert "build.van" not in levels(bill(begun=True))


def test_a_wait_that_a_sign_tells_is_open_until_somebody_saw_it():
    def told(**mark):
        return waits(WaitsInput(marks=[WaitMark(code="boot", started_at=NOON, **mark)]))

    assert levels(told()) == {"build.wait.boot": Level.UNKNOWN}
    assert levels(told(ended_at=NOON + dt.timedelta(minutes=3))) == {}
    assert levels(told(reason="Seen on the telephone", by="N")) == {"build.wait.boot": Level.MIND}
    running = told().result.waits[0]
    assert running.over_at == NOON + dt.timedelta(minutes=2)
    assert running.late_at == NOON + dt.timedelta(minutes=6)
    for wrong, said in (
        ({"ended_at": NOON - dt.timedelta(minutes=1)}, "ends before it begins"),
        ({"reason": "In a hurry"}, "let pass by nobody"),
    ):
        with pytest.raises(InputError, match=said):
            told(**wrong)


def test_what_is_left_for_a_time_has_a_last_day():
    def told(*rows, leaving=True, elsewhere=()):
        return levels(
            measures(MeasuresInput.model_validate(
                {"measures": list(rows), "elsewhere": list(elsewhere), "on": "2026-11-24", "leaving": leaving}
            ))
        ).get("build.measures")  # fmt: skip

    foot = {"what": "On its foot", "kind": "foot"}
    assert told() is None
    assert told(foot) is Level.HOLD
    assert told(foot, leaving=False) is Level.MIND
    assert told({**foot, "until": "2026-12-01"}) is Level.MIND
    assert told({**foot, "until": "2026-11-23"}) is Level.HOLD
    assert told({**foot, "gone_on": "2026-11-24"}) is None
    assert told(elsewhere=[{"station": "cable", "what": "Putty"}]) is Level.HOLD


def test_two_crossed_strings_tell_the_warp():
    # The root mean square of w (r/R)² cos 2φ by counting a fine polar grid, weighted by its area.
    r, phi = np.meshgrid((np.arange(400) + 0.5) / 400, np.linspace(0, 2 * np.pi, 720, endpoint=False))
    rms = np.sqrt(np.average((r**2 * np.cos(2 * phi)) ** 2, weights=r))
    told = rim_check(RimInput(gap_mm=2.0, frequency_ghz=20.0))
    assert told.result.rms_mm == pytest.approx(rms, rel=1e-4)  # a gap of 2 mm is a warp of 1 mm
    edge = rim_check(RimInput(gap_mm=told.result.least_gap_mm, frequency_ghz=20.0)).result.loss_db
    assert edge == pytest.approx(0.5)
    assert levels(told)["build.rim"] is Level.HOLD
    assert levels(rim_check(RimInput(gap_mm=1.9, frequency_ghz=20.0)))["build.rim"] is Level.CLEAR
    assert levels(rim_check(RimInput(gap_mm=2.0, frequency_ghz=12.0)))["build.rim"] is Level.CLEAR


def test_what_is_in_the_hand_above_ground_is_on_a_lanyard_and_its_small_parts_have_spares():
    joints_up = [
        {"code": "clamp", "name": "Clamp", "size_mm": 8, "length_mm": 40, "count": 12, "nut": "flanged nut"},
        {"code": "arm", "name": "Arm", "size_mm": 6, "length_mm": 20, "count": 4, "nut": "nut"},
    ]
    steps = [
        {"code": "arm", "title": "Fit the arm", "sets": {"arm": "tight"}, "tools": ["hex key"]},
        {
            "code": "lift",
            "title": "Lift it",
            "sets": {"clamp": "snug"},
            "tools": ["spanner", "rope"],
            "at_height_min": 8,
        },
        {"code": "lock", "title": "Lock it", "tools": ["spanner"], "at_height_min": 4},
    ]

    def aloft(**rules):
        given = {"joints": joints_up, "steps": steps, "rules": rules}
        rows = kit_list(KitListInput.model_validate(given)).result.rows
        return {one.name: (one.amount, one.cue) for one in rows if one.group == "aloft"}

    told = aloft()
    assert {name for name in told if "secured" in name} == {"Rope, secured", "Spanner, secured"}
    assert told["Spanner, secured"][1] == "to lift it, lock it"
    bolt, nut = "Spare bolt M8 × 40 mm, in a closed pocket", "Spare flanged nut M8, in a closed pocket"
    assert (told[bolt][0], told[nut][0]) == (2, 2)  # a tenth of twelve, and no less than that
    assert not any("M6" in name for name in told)  # that is done on the ground
    assert aloft(spares_aloft_percent=0)[nut][0] == 1
    assert aloft(spares_aloft_percent=50)[nut][0] == 6


MOTOR = Variant(code="motor", question="Does a motor turn it?", parts=[Part(name="Motor lead", mass_kg=0.9)])


def box(*told, **found):
    lines = [{"code": code, "state": "there", "found_count": count} for code, count in found.items()]
    return kit_list(
        KitListInput(
            parts=[Part(name="Reflector", own_number="BB-0101")],
            variants=[MOTOR],
            variants_told=[VariantTold(code="motor", is_it=one) for one in told],
            found=[{**one, "code": one["code"].replace("__", ".")} for one in lines],
        )
    )


def test_the_box_is_whole_only_when_it_is_told_of_which_kind_it_is_and_the_kinds_parts_are_there():
    asked = box(terminal__reflector=1)
    assert not asked.result.complete
    assert levels(asked)["build.kit"] == "unknown"
    assert asked.result.variants_open == ["Does a motor turn it?"]
    assert box("no", terminal__reflector=1).result.complete
    driven = box("yes", terminal__reflector=1)
    assert not driven.result.complete
    assert [one.name for one in driven.result.rows if one.group == "terminal"] == ["Reflector", "Motor lead"]
    assert driven.result.mass_kg == pytest.approx(0.9)
    assert box("yes", terminal__reflector=1, terminal__motor_lead=1).result.complete


def test_a_line_of_the_bill_has_the_firms_own_number():
    assert [one.own_number for one in box("no").result.rows if one.group == "terminal"] == ["BB-0101"]


@pytest.mark.parametrize(
    ("state", "wanted", "level"),
    [
        (None, "replaced", Level.MIND),
        ("there", "replaced", Level.MIND),
        ("there", "credit", Level.MIND),
        ("there", "kept", None),
        ("damaged", "replaced", None),
        ("usable", "credit", None),
        ("short", "replaced", None),
        ("there", "", Level.UNKNOWN),
        ("damaged", "", Level.UNKNOWN),
    ],
)
def test_what_came_damaged_is_not_counted_as_whole(state, wanted, level):
    part = Part(name="Reflector", count=1)
    bill = kit_list(KitListInput(parts=[part])).result
    code = next(one.code for one in bill.rows if one.name == "Reflector")
    found = [] if state is None else [KitFound(code=code, state=state)]
    told = kit_list(KitListInput(parts=[part], found=found)).result
    judged = judge_damaged([Damage(part="reflector", what="Dent in the rim", wanted=wanted)], told)
    assert [one.level for one in judged] == ([level] if level else [])


def test_parts_of_one_name_are_one_line_with_the_mass_of_all():
    told = kit_list(
        KitListInput(parts=[Part(name="Ring", mass_kg=0.5, count=2), Part(name="Ring", mass_kg=0.25)])
    ).result
    assert [(one.amount, one.mass_kg) for one in told.rows if one.name == "Ring"] == [(3, 1.25)]
    assert told.mass_kg == told.van_kg == 1.25


def test_a_damage_of_no_line_of_the_bill_is_minded_until_it_is_only_noted():
    empty = kit_list(KitListInput()).result
    assert judge_damaged([Damage(part="Box", wanted="credit")], empty)[0].level is Level.MIND
    assert judge_damaged([Damage(part="Box", wanted="kept")], empty) == []
