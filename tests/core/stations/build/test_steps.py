"""Build: the order of steps, hold points, what they wait for, what is seen in them and what somebody lets pass."""

import datetime as dt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.build.joints import DoneStep, JointsInput, joints
from rindle_core.stations.build.steps import BuildInput, StepMark, StepPass, build
from rindle_core.stations.build.waits import WaitMark, WaitsInput, waits
from rindle_core.stations.step_order import joined, listed
from tests import golden
from tests.core.test_catalogue import TERMINALS

STEPS = [
    BuildStep(code="kit", title="Kit", hold_point=True),
    BuildStep(code="mast", title="Mast", hold_point=True, needs=["step:kit", "entry:mount"]),
    BuildStep(code="arm", title="Arm"),
]
START = dt.datetime(2026, 11, 24, 8, tzinfo=dt.UTC)
EVERY = ("place", "aim", "sky", "mount", "owner", "located", "cured", "cable", "kit", "serials", "hand")


def marks_of(codes):
    return [StepMark(code=code, at=START, by="N") for code in codes]


def views_of(steps, *marked, **told):
    return {one.step.code: one for one in build(BuildInput(steps=steps, marks=marks_of(marked), **told)).result.steps}


def states_of(*marked, **entries):
    return [one.state for one in views_of(STEPS, *marked, entries=entries).values()]


def test_hold_points_cannot_be_passed_while_what_they_need_is_missing():
    assert states_of() == ["ready", "locked", "locked"]
    assert states_of("kit") == ["done", "locked", "locked"]
    assert states_of("kit", mount=True) == ["done", "ready", "locked"]
    assert states_of("kit", "mast", mount=True) == ["done", "done", "ready"]


def test_a_held_step_says_for_what_it_waits():
    result = build(BuildInput(steps=STEPS)).result
    assert result.steps[1].waits_for == ["step “Kit”", "a mast that fits and holds (Mount)"]
    assert result.steps[2].waits_for == ["hold point “Kit”"]


def test_what_is_entered_at_build_itself_is_to_be_done_and_no_hold():
    kit = [BuildStep(code="kit", title="Kit", needs=["entry:kit"])]
    told = build(BuildInput(steps=kit))
    assert told.result.steps[0].entered_here
    assert [one.level for one in told.findings] == [Level.UNKNOWN]
    both = [BuildStep(code="kit", title="Kit", needs=["entry:kit", "entry:aim"])]
    held = build(BuildInput(steps=both))
    assert not held.result.steps[0].entered_here
    assert [one.level for one in held.findings] == [Level.HOLD]


def test_a_job_that_nobody_began_to_build_waits_for_its_entries_and_is_not_held():
    steps = [BuildStep(code="a", title="A", needs=["entry:place", "entry:aim"]), BuildStep(code="b", title="B")]

    def level(*marked, **told):
        return build(BuildInput(steps=steps, marks=marks_of(marked), **told)).findings[0].level

    assert level(untold=["place", "aim"]) is Level.UNKNOWN
    assert level(untold=["place"]) is Level.HOLD  # something at Aim is on hold
    assert level("b", untold=["place", "aim"]) is Level.HOLD  # the work goes on, and cannot go on here
    assert level(untold=["place", "aim"], stopped={}) is Level.UNKNOWN
    climb = [steps[0].model_copy(update={"work": ["climb"]})]
    stopped = BuildInput(steps=climb, untold=["place", "aim"], stopped={"climb": ["Overhead lines"]})
    assert build(stopped).findings[0].level is Level.HOLD


def test_a_new_job_has_nothing_on_hold_at_build():
    facts = golden.read("2026-103")["facts"]
    fresh = {"terminal": facts["terminal"], "satellite": facts["satellite"], "date": facts["date"]}
    told = assess(JobInput.model_validate(fresh)).result
    assert next(one.verdict for one in told.stations if one.code == "build") is Level.UNKNOWN
    assert set(told.build.steps[0].waits_for) == {
        "the place (Brief)",
        "a kit that was counted and is whole (Build, Kit)",
    }


def passed(code, how="early"):
    return [StepPass(code=code, how=how, reason="Rain from noon on", by="Naledi")]


def test_somebody_may_do_a_step_before_its_turn_but_passes_no_hold_point():
    steps = [BuildStep(code="a", title="A", needs=["entry:aim"]), BuildStep(code="b", title="B", needs=["step:a"])]
    held = views_of(steps)
    assert (held["a"].state, held["a"].may_pass) == ("locked", True)
    told = build(BuildInput(steps=steps, passes=passed("a")))
    assert told.result.steps[0].state == "ready"
    assert [one.level for one in told.findings if one.code == "build.passed.a"] == [Level.MIND]
    assert views_of(STEPS, passes=passed("arm"))["arm"].state == "locked"  # behind a hold point
    owner = [BuildStep(code="a", title="A", needs=["entry:owner"])]
    assert views_of(owner, passes=passed("a"))["a"].state == "locked"  # another one's to give


def test_what_comes_before_power_and_hold_points_are_never_left_out():
    for step in (BuildStep(code="a", title="A", hold_point=True), BuildStep(code="a", title="A", before_power=True)):
        told = build(BuildInput(steps=[step], passes=passed("a", "left_out")))
        assert told.result.steps[0].state != "left_out"
        assert [one.level for one in told.findings if one.code == "build.passed.a"] == [Level.HOLD]
    early = build(BuildInput(steps=[BuildStep(code="a", title="A", before_power=True)], passes=passed("a")))
    assert [one.level for one in early.findings if one.code == "build.passed.a"] == [Level.HOLD]
    plain = [BuildStep(code="a", title="A"), BuildStep(code="b", title="B", needs=["step:a"])]
    left = views_of(plain, passes=passed("a", "left_out"))
    assert (left["a"].state, left["b"].state) == ("left_out", "ready")


def test_weather_stops_the_climb_unless_somebody_signs_for_it_and_a_hazard_even_then():
    climb = [BuildStep(code="a", title="A", work=["climb"])]
    storm = {"weather": {"climb": ["gusts of 22 m/s pass the limit of 12 m/s"]}}
    assert "gusts of 22 m/s" in views_of(climb, **storm)["a"].waits_for[0]
    assert views_of(climb, **storm, passes=passed("a"))["a"].state == "ready"
    stopped = {"stopped": {"climb": ["Overhead lines"]}}
    assert views_of(climb, **stopped, passes=passed("a"))["a"].state == "locked"
    assert views_of([BuildStep(code="a", title="A")], **storm)["a"].state == "ready"


def test_a_wait_holds_until_its_time_has_gone_or_its_sign_was_seen():
    steps = [
        BuildStep(code="a", title="A", starts=["sealant"]),
        BuildStep(code="b", title="B", needs=["wait:sealant"]),
        BuildStep(code="c", title="C", needs=["wait:boot"]),
    ]

    def told(*marks, done=("a",)):
        running = waits(
            WaitsInput(steps=steps, done=[DoneStep(code=one, at=START) for one in done], marks=list(marks))
        ).result.waits
        return views_of(steps, *done, waits=running)

    assert told(done=())["b"].waits_for == ["the wait “Sealant cures” to be begun"]
    running = told()["b"]
    assert (running.state, running.not_before) == ("waiting", START + dt.timedelta(minutes=60))
    packet = told(WaitMark(code="sealant", lasts_min=240))["b"]
    assert packet.not_before == START + dt.timedelta(minutes=240)
    assert told(WaitMark(code="sealant", ended_at=START))["b"].state == "ready"
    assert told(WaitMark(code="sealant", reason="Taped as well", by="N"))["b"].state == "ready"
    # What a light tells is not over by the clock.
    assert told(WaitMark(code="boot", started_at=START))["c"].state == "locked"
    assert told(WaitMark(code="boot", started_at=START, ended_at=START))["c"].state == "ready"


def test_what_was_done_before_a_wait_was_over_is_said_and_what_came_after_it_ends_it():
    steps = [
        BuildStep(code="a", title="A", starts=["sealant"]),
        BuildStep(code="b", title="B", needs=["wait:sealant"]),
    ]

    def told(minutes, **mark):
        done = [DoneStep(code="a", at=START), DoneStep(code="b", at=START + dt.timedelta(minutes=minutes))]
        marks = [WaitMark(code="sealant", **mark)] if mark else []
        found = waits(WaitsInput(steps=steps, done=done, marks=marks))
        return found.result.waits[0].followed_by, [(one.level, one.message) for one in found.findings]

    early = [(Level.MIND, "Done before “Sealant cures” was over: B")]
    assert told(59) == ("", early)
    assert told(60) == ("B", [])
    assert told(60, lasts_min=240) == ("", early)  # the packet asked for more, said too late
    assert told(60, lasts_min=240, ended_at=START + dt.timedelta(minutes=50)) == ("", [])  # somebody looked


def test_a_mark_that_nobody_saw_is_named_and_the_hand_is_told_as_this_feed_has_it():
    mark = {"code": "hand", "text": "The feed is set", "cue": "hand"}
    step = BuildStep.model_validate({"code": "a", "title": "A", "marks": [mark]})
    assert views_of([step], hand_mark="letter L")["a"].unseen() == ["The feed is set: letter L"]
    assert views_of([step], seen=[{"code": "a.hand"}])["a"].unseen() == []
    assert views_of([step], seen=[{"code": "b.hand"}])["a"].unseen() == ["The feed is set"]


def test_a_mark_that_was_taken_back_after_its_step_is_asked_for_again():
    step = BuildStep.model_validate({"code": "a", "title": "A", "marks": [{"code": "up", "text": "Up", "cue": "up"}]})

    def asked(seen):
        found = build(BuildInput(steps=[step], marks=marks_of("a"), seen=seen)).findings
        return [one.level for one in found if one.code == "build.marks"]

    assert asked([{"code": "a.up"}]) == []
    assert asked([]) == [Level.UNKNOWN]


def test_what_waits_comes_behind_what_can_be_done_meanwhile():
    pole = next(one for one in SHIPPED_MOUNTS if one.code == "ground_pole")
    for terminal in TERMINALS.values():
        codes = [one.code for one in joined(terminal.build_steps, pole.build_steps)]
        assert sorted(codes) == sorted(one.code for one in listed(terminal.build_steps, pole.build_steps))
        assert codes.index("m_pour") < codes.index("m_cure") < codes.index("mast")
        bench = [one.code for one in terminal.build_steps if one.place == "bench"]
        assert all(codes.index("m_pour") < codes.index(one) < codes.index("m_cure") for one in bench)
    wall = next(one for one in SHIPPED_MOUNTS if one.code == "wall_arm")
    own = TERMINALS["tarn-74"].build_steps
    assert joined(own, wall.build_steps) == listed(own, wall.build_steps)  # nothing waits: as the makers list it


PAIRS = [(terminal, kind) for terminal in TERMINALS.values() for kind in SHIPPED_MOUNTS]


@pytest.mark.turns(days=6)
@settings(max_examples=60, deadline=None)
@given(st.sampled_from(PAIRS), st.randoms(use_true_random=False))
def test_no_order_reaches_power_before_earth_a_lift_before_serials_or_a_close_with_a_free_joint(pair, random):
    terminal, kind = pair
    steps, makers = joined(terminal.build_steps, kind.build_steps), listed(terminal.build_steps, kind.build_steps)
    read_at = random.randrange(len(steps))
    done, all_joints = [], [*kind.joints, *terminal.joints]
    for turn in range(3 * len(steps)):
        entries = dict.fromkeys(EVERY, True) | {"serials": turn >= read_at}
        tried = [StepPass(code=random.choice(steps).code, how="left_out", reason="In a hurry", by="Somebody")]
        told = views_of(
            steps,
            *done,
            entries=entries,
            listed=[one.code for one in makers],
            passes=[one for one in tried if next(s for s in steps if s.code == one.code).before_power],
        )
        ready = [code for code, one in told.items() if one.state == "ready"]
        assert not any(one.state == "left_out" for one in told.values())
        if turn < read_at:
            assert not any("entry:serials" in told[code].step.needs for code in ready)
        for code in ready:  # a later step that needs power's ground finds the earth made
            if code == "preset" and "step:ends" in told[code].step.needs:
                assert "earth" in done
        standing = joints(JointsInput(joints=all_joints, steps=steps, done=[DoneStep(code=one) for one in done]))
        loose = [one for one in standing.result.joints if not one.finished]
        verdict = next((one.level for one in standing.findings if one.code == "build.joints"), None)
        assert (verdict is Level.CLEAR) == (not loose and bool(all_joints))
        assert not [one for one in standing.findings if one.code.startswith("build.joint_early")]
        if ready:
            done.append(random.choice(ready))
    assert set(done) == {one.code for one in steps}
    closed = joints(
        JointsInput(joints=all_joints, steps=steps, done=[DoneStep(code=one) for one in done], aim_locked=True)
    )
    assert closed.result.loose == []
    assert closed.result.finished_count == len(all_joints)
