"""Hand over: medians of runs with their intervals, what no link can be, and what one recipe asks."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import Constellation
from rindle_core.job import JobInput, assess
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.handover.acceptance import AcceptanceInput, ServiceRun, acceptance
from rindle_core.stations.handover.assess import least_low_ping_ms
from rindle_core.stations.handover.service import figures_of, median_ends, ratio_of
from tests import golden


def run(down, ms=600, when="after", up=5, **told):
    return ServiceRun(when=when, down_mbps=down, up_mbps=up, latency_ms=ms, **told)


def thrice(one):
    """Three runs that show the same, some minutes apart."""
    times = [f"2026-11-23T09:{minute}:00Z" for minute in (10, 20, 30)]
    return [ServiceRun.model_validate({**one.model_dump(), "measured_at": at}) for at in times]


def levels(runs, **told):
    outcome = acceptance(AcceptanceInput(runs=runs, **told))
    return outcome.result, {one.code.removeprefix("handover."): one for one in outcome.findings}


def test_a_run_faster_than_light_is_not_counted_and_holds():
    result, found = levels([run(40, 610), run(50, 620), run(90, 31), run(44, 605)], least_ping_ms=490)
    assert (result.after.down_mbps, result.after.run_count) == (44, 3)
    assert [one.number for one in result.left_out] == [3]
    assert (found["latency"].level, found["latency"].figure) == ("hold", 31)
    assert levels([run(40, 610)], least_ping_ms=490)[1]["latency"].level == "clear"


def test_all_runs_over_another_line_leave_nothing_measured():
    result, found = levels([run(90, 31)], least_ping_ms=490)
    assert result.after is None
    assert found["after"].level == "unknown"


@pytest.mark.parametrize("count", [1, 2, 3, 5, 8, 12])
def test_the_interval_covers_the_median_as_often_as_it_says(count):
    """Counted over every way in which n runs can lie under or over the median: no formula, tolerance 1e-12."""
    at, sure = median_ends(count)
    held = sum(at < sum(below) < count - at for below in itertools.product((0, 1), repeat=count))
    assert sure == pytest.approx(held / 2**count, abs=1e-12)


def test_the_interval_narrows_only_while_it_stays_ninety_percent_sure():
    assert median_ends(3) == (0, 0.75)
    assert median_ends(5)[1] == pytest.approx(0.9375)
    assert median_ends(8) == (1, pytest.approx(1 - 2 * 9 / 256))  # the second from both ends: 93 %
    assert median_ends(7)[0] == 0  # the second of seven would be 87.5 %


@given(st.lists(st.floats(1, 100), min_size=1, max_size=9), st.lists(st.floats(1, 100), min_size=1, max_size=9))
def test_a_gain_lies_between_its_ends(before, after):
    told = ratio_of(figures_of([run(one, when="before") for one in before]), figures_of([run(one) for one in after]))
    assert told.low_factor <= told.times_factor * (1 + 1e-12)
    assert told.times_factor <= told.high_factor * (1 + 1e-12)
    assert 0 <= told.coverage_percent <= 100


def test_a_gain_that_chance_explains_is_not_called_one():
    old = [run(one, 900, when="before") for one in (9, 20, 30)]
    assert (
        levels([*old, run(25), run(28), run(31)])[1]["gain"].message
        == "That the new download is faster is not shown yet"
    )
    assert levels([*old, run(35), run(38), run(41)])[1]["gain"].level == "clear"
    assert levels([*old, run(8), run(9), run(10)])[1]["gain"].message == "The new download is slower than the old"


def test_a_run_on_each_side_proves_no_gain_and_none_at_all_neither():
    assert levels([run(2, when="before"), run(50)])[1]["gain"].level == "mind"
    assert levels([run(0, when="before"), run(0)])[1]["gain"].level == "mind"  # nothing against nothing is no gain
    three = [*(run(one, when="before") for one in (2, 2.1, 2.2)), *(run(one) for one in (50, 51, 52))]
    assert levels(three)[1]["gain"].level == "clear"
    strict = HouseRules(gain_sure_percent=80)
    assert levels(three, rules=strict)[1]["gain"].level == "mind"
    five = [*(run(2 + one / 9, when="before") for one in range(5)), *(run(50 + one) for one in range(5))]
    assert levels(five, rules=strict)[1]["gain"].level == "clear"


def test_what_is_at_least_so_sure_is_never_rounded_up():
    five = [*(run(2 + one / 9, when="before") for one in range(5)), *(run(50 + one) for one in range(5))]
    ratio = levels(five)[0].ratio
    assert ratio.coverage_percent == 87.5
    assert "at least 87 % sure" in ratio.said


def test_each_run_is_told_as_what_it_counts():
    runs = [
        run(2, when="before"),
        run(30),
        run(12, aligning="found"),
        run(90, ms=30),
        run(40, letter="B"),
        run(31, aligning="aligned"),
    ]
    result, _ = levels(runs, least_ping_ms=490)
    assert [one.side for one in result.counted] == ["before", "after", "found", "left_out", "elsewhere", "aligned"]


def test_over_low_orbits_too_an_echo_takes_its_way():
    """Four times 550 km over the speed of light are 7.34 ms; tolerance 0.01 ms."""
    told = Constellation.model_validate(
        {"code": "c", "name": "C", "shells": [{"altitude_km": 550, "inclination_deg": 53, "plane_count": 9,
         "per_plane_count": 9}, {"altitude_km": 1200, "inclination_deg": 80, "plane_count": 9, "per_plane_count": 9}]}
    )  # fmt: skip
    assert least_low_ping_ms(told) == pytest.approx(7.34, abs=0.01)
    assert least_low_ping_ms(None) is None
    assert levels([run(90, ms=4)], least_ping_ms=least_low_ping_ms(told))[1]["latency"].level == "hold"


def test_runs_that_differ_widely_are_minded_and_alike_ones_are_not():
    assert levels([run(30), run(49), run(31)])[1]["spread"].level == "mind"
    assert levels([run(30), run(33), run(31)])[1]["spread"].level == "clear"


def test_two_sources_bear_each_other_out():
    assert levels([run(30), run(31)])[1]["sources"].figure == 0
    assert levels([run(30, source="near"), run(31, source="near")])[1]["sources"].level == "mind"
    assert levels([run(30, source="near"), run(31, source="far")])[1]["sources"].level == "clear"


def test_one_recipe_before_and_after():
    assert "alike" not in levels([run(3, when="before", source="a"), run(30, source="a")])[1]
    found = levels([run(3, when="before", source="a", link="wired"), run(30, source="b", link="wireless")])[1]["alike"]
    assert "kind of link" in found.why
    assert "same server" in found.why


def test_the_day_is_told_by_the_clock_of_the_site():
    runs = [run(30, measured_at="2026-11-23T09:00:00Z"), run(18, measured_at="2026-11-23T18:30:00Z")]
    result, found = levels(runs, ahead_h=2)
    assert [(one.name, one.figures.down_mbps) for one in result.by_time] == [("morning", 30), ("evening", 18)]
    assert [one.hour_h for one in result.hours] == [11.0, 20.5]
    assert (found["hours"].level, found["hours"].figure) == ("clear", 9.5)
    assert levels([runs[0], run(31, measured_at="2026-11-23T09:00:00Z")])[1]["hours"].level == "mind"
    assert levels([runs[0], run(30)])[1]["hours"].message == "When the runs were made is not said"


def test_a_run_that_is_entered_twice_is_counted_once_and_said():
    result, found = levels([run(40, note="first"), run(40, note="again"), run(40, when="before"), run(41)])
    assert (result.after.run_count, [one.same_as for one in result.left_out]) == (2, [1])
    assert (found["twice"].level, "run 2" in found["twice"].message) == ("mind", True)
    assert levels([run(40), run(40)], least_ping_ms=490)[1]["latency"].level == "clear"  # it is not too fast
    assert "twice" not in levels(thrice(run(40)))[1]


def test_before_and_after_aligning_stand_apart():
    result, _ = levels([run(12, aligning="found"), run(30, aligning="aligned"), run(32, aligning="aligned")])
    assert (result.found.down_mbps, result.aligned.down_mbps) == (12, 31)


def test_a_gain_in_the_download_hides_no_loss_in_the_upload():
    old = thrice(run(2, when="before", up=1.0))
    found = levels([*old, *thrice(run(40, up=0.4))])[1]
    assert (found["gain"].level, found["gain_up"].level) == ("clear", "mind")
    assert (found["gain_up"].figure, found["gain_up"].limit) == (0.4, 1.0)
    assert "gain_up" not in levels([*old, *thrice(run(40, up=1.0))])[1]  # how sure, nobody has asked


@pytest.mark.parametrize(("ms", "level"), [(890, "clear"), (891, "mind")])
def test_an_echo_that_waits_in_a_queue_is_minded_beyond_the_houses_limit(ms, level):
    found = levels(thrice(run(40, ms)), least_ping_ms=490)[1]
    assert (found["queue"].level, found["queue"].figure) == (level, ms - 490)
    once = levels([run(40, ms)], least_ping_ms=490)[1]
    assert ("queue" in once) == (level == "mind")  # one run does not show that it is well
    assert "queue" not in levels(thrice(run(40, ms)))[1]  # the way is not known


def test_packets_lost_are_minded_by_the_median_of_the_runs_that_tell_it():
    runs = [run(40, loss_percent=one) for one in (0.2, 1.1, 9.0)]
    assert (levels([*runs, run(40)])[1]["loss"].figure, levels(runs)[1]["loss"].level) == (1.1, "mind")
    assert levels(thrice(run(40, loss_percent=1.0)))[1]["loss"].level == "clear"
    assert "loss" not in levels([run(40, loss_percent=1.0)])[1]  # one run does not show that it is well
    assert levels([run(40, loss_percent=9.0)])[1]["loss"].level == "mind"
    assert "loss" not in levels([run(40)])[1]


@pytest.mark.parametrize(
    ("before_at", "after_at", "said"),
    [
        ("2026-11-22T08:00:00Z", "2026-11-23T15:00:00Z", ""),
        ("2026-11-23T16:00:00Z", "2026-11-23T15:00:00Z", "Run 1 stands before the work, and was measured after"),
        ("2026-11-21T08:00:00Z", "2026-11-21T21:59:00Z", "Run 2 stands after the work, and was measured on 2026-11-21"),
        ("2026-11-21T08:00:00Z", "2026-11-22T22:01:00Z", ""),  # past midnight by the site's clock
        (None, "2026-11-24T15:00:00Z", ""),  # a day later is after the work too
        ("2026-11-23T16:00:00Z", None, ""),
    ],
)
def test_runs_were_measured_on_the_side_that_they_stand_for(before_at, after_at, said):
    one = {"down_mbps": 10.0, "up_mbps": 2.0, "latency_ms": 640.0}
    runs = [{**one, "when": "before", "measured_at": before_at}, {**one, "when": "after", "measured_at": after_at}]
    told = acceptance(AcceptanceInput(runs=runs, ahead_h=2.0, work_on="2026-11-23"))
    found = [one for one in told.findings if one.code == "handover.run_times"]
    assert [one.level for one in found] == (["mind"] if said else [])
    assert all(one.why.startswith(said) for one in found)


def test_a_customer_agrees_before_the_work_is_done():
    facts = golden.read("2026-103")["facts"]
    for at, level in (("2026-11-24T07:00:00", "clear"), ("2026-11-25T07:00:00", "mind")):
        told = assess(JobInput.model_validate({**facts, "approved_at": at})).result
        assert [one.level for view in told.stations for one in view.findings if one.code == "brief.approved"] == [level]


def test_what_one_side_alone_tells_does_not_show_that_both_were_measured_alike():
    told = {"link": "wired", "source": "Valley test page"}
    for after, message in (
        (told, None),
        ({"link": "wired"}, "Whether before and after were measured alike is not told"),
        ({**told, "link": "wireless"}, "Before and after were not measured alike"),
        ({"link": "wireless"}, "Before and after were not measured alike"),
    ):
        _, found = levels([run(2, when="before", **told), run(20, **after)])
        assert (found["alike"].message if "alike" in found else None) == message, after
    for runs in ([run(2, when="before"), run(20)], [run(2, when="before", **told)]):
        assert "alike" not in levels(runs)[1]  # of a service that is not measured yet nothing is compared
