"""A step that was done once more: what rests on it and was done before is looked at again."""

import datetime as dt

import pytest

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.kernel.findings import Level
from rindle_core.stations.build.again import StepAgain, judge_again, resting_on

STEPS = [
    BuildStep(code="arm", title="Arm"),
    BuildStep(code="feed", title="Feed", needs=["step:arm", "entry:hand"]),
    BuildStep(code="cable", title="Cable"),
    BuildStep(code="lift", title="Lift", needs=["step:feed"]),
    BuildStep(code="preset", title="Preset", needs=["step:lift", "step:cable"]),
]


def at(minute):
    return dt.datetime(2026, 11, 26, 9, minute, tzinfo=dt.UTC)


DONE = {one.code: at(minute) for minute, one in enumerate(STEPS)}


def again(code, minute):
    return StepAgain(id=f"{code}{minute}", code=code, at=at(minute), by="N", why="came loose")


def test_what_rests_on_a_step_is_found_through_the_chain():
    assert resting_on(STEPS, "arm") == ["feed", "lift", "preset"]
    assert resting_on(STEPS, "cable") == ["preset"]
    assert resting_on(STEPS, "preset") == []
    circle = [BuildStep(code="a", title="A", needs=["step:b"]), BuildStep(code="b", title="B", needs=["step:a"])]
    assert resting_on(circle, "a") == ["b"]


@pytest.mark.parametrize(
    ("rows", "doubted"),
    [
        ([("feed", 10)], {"feed": ["Lift", "Preset"]}),
        ([("feed", 10), ("lift", 11)], {"feed": ["Preset"], "lift": ["Preset"]}),
        ([("feed", 10), ("lift", 11), ("preset", 12)], {"feed": [], "lift": [], "preset": []}),
        ([("preset", 12), ("lift", 11), ("feed", 10)], {"feed": [], "lift": [], "preset": []}),  # in any order
        ([("feed", 10), ("feed", 2)], {"feed": ["Lift", "Preset"]}),  # the later one counts
        ([("cable", 2)], {"cable": []}),  # done once more before the rest was
        ([("gone", 10)], {}),
    ],
)
def test_what_was_done_before_it_was_done_again_is_minded(rows, doubted):
    found = {one.code.removeprefix("build.again."): one for one in judge_again(STEPS, DONE, [again(*r) for r in rows])}
    assert set(found) == set(doubted)
    for code, titles in doubted.items():
        assert found[code].level is (Level.MIND if titles else Level.CLEAR)
        assert all((f"“{one.title}”" in found[code].why) is (one.title in titles) for one in STEPS)


def test_a_step_that_is_not_marked_was_not_done_again():
    left = {code: moment for code, moment in DONE.items() if code != "feed"}
    assert judge_again(STEPS, left, [again("feed", 10)]) == []
    assert [one.level for one in judge_again(STEPS, {"feed": at(1)}, [again("feed", 10)])] == [Level.CLEAR]


def test_a_mark_of_an_older_version_tells_no_zone():
    bare = {code: moment.replace(tzinfo=None) for code, moment in DONE.items()}
    found = judge_again(STEPS, bare, [again("feed", 10)])
    assert [one.level for one in found] == [Level.MIND]
