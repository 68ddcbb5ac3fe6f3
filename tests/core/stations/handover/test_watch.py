"""The line watched for gaps: intervals against closed forms, causes, uses, and when to come back."""

import datetime as dt
import math

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.facts import BriefFacts
from rindle_core.stations.entries import Picks
from rindle_core.stations.handover.service import ServiceRun, figures_of
from rindle_core.stations.handover.uses_proved import UsesProvedInput, judge_uses_proved, uses_proved
from rindle_core.stations.handover.watch import Watch, WatchInput, poisson_ends, share_ends, watch
from rindle_core.stations.handover.watched import judge_unwatched, watch_of
from rindle_core.stations.sky.trial import TrialInput, trial
from tests import golden

START = dt.datetime(2026, 11, 23, 18, tzinfo=dt.UTC)
BRIEF = BriefFacts(date=START.date())


def watched(hours=12, every_min=30, seconds=4.0, cause="blocked", **told):
    events = [
        {"start": START + dt.timedelta(minutes=every_min * (at + 0.5)), "seconds": seconds, "cause": cause}
        for at in range(int(hours * 60 / every_min))
    ]
    given = {"events": events, "started_at": START, "ended_at": START + dt.timedelta(hours=hours), **told}
    return watch(WatchInput.model_validate(given))


def test_a_count_of_none_is_less_than_three_in_that_time():
    """Closed form: exp(-mean) = 0.05 for none; and of one seen, 1 - exp(-mean) = 0.05 below. Tolerance 1e-9."""
    assert poisson_ends(0) == (0.0, pytest.approx(-math.log(0.05), abs=1e-9))
    assert poisson_ends(1)[0] == pytest.approx(-math.log(0.95), abs=1e-9)


def test_hours_that_are_all_alike_leave_nothing_open_and_uneven_ones_do():
    assert share_ends([36.0] * 12, [3600.0] * 12) == (pytest.approx(99.0), pytest.approx(99.0))
    low, high = share_ends([0.0] * 11 + [432.0], [3600.0] * 12)
    assert low < 99.0 < high <= 100.0


def test_the_watch_is_counted_with_its_interval():
    result = watched().result
    assert result.counted.hours_h == 12
    assert result.gaps_low_per_h < 2.0 < result.gaps_high_per_h
    assert result.available_low_percent == pytest.approx(100 - 100 * 8 / 3600)
    assert watched(hours=3).result.available_low_percent is None  # too few hours for an interval


@pytest.mark.parametrize(
    ("told", "level", "words"),
    [
        ({}, Level.CLEAR, "Leave it"),
        ({"hours": 3}, Level.MIND, "Go on watching"),
        ({"seconds": 90.0}, Level.MIND, "Come back: something stands in the way"),
        ({"seconds": 90.0, "cause": "network"}, Level.MIND, "Ask the operator"),
        ({"seconds": 300.0, "cause": "power"}, Level.HOLD, "starts again by itself"),
        ({"predicted_interruptions_per_h": 2.0}, Level.CLEAR, "Leave it"),
        ({"by_hand": True}, Level.MIND, "Leave it"),
        ({"hours": 1, "seconds": 600.0}, Level.MIND, "Go on watching"),  # an hour proves no failure
    ],
)
def test_what_follows_goes_by_what_costs_most(told, level, words):
    outcome = watched(**told)
    assert (outcome.findings[0].level, words in outcome.result.come_back) == (level, True)


def test_a_bearing_that_costs_more_than_predicted_is_named():
    event = {"start": START, "seconds": 600, "cause": "blocked", "azimuth_deg": 100}
    told = watch(
        WatchInput.model_validate(
            {
                "events": [event],
                "started_at": START,
                "ended_at": START + dt.timedelta(hours=8),
                "predicted_sectors_percent": [0.0] * 12,
            }
        )
    ).result
    assert [one.from_deg for one in told.worse] == [90.0]


def test_nobody_watched_is_no_answer_and_none_seen_is_one():
    span = {"started_at": START, "ended_at": START + dt.timedelta(hours=9)}
    assert watch_of(Watch(**span), None, BRIEF, Picks()) is None
    found = watch_of(Watch(**span, log_name="panel.csv"), None, BRIEF, Picks())
    assert found.result.counted.available_percent == 100
    assert found.result.gaps_high_per_h == pytest.approx(3 / 9, abs=0.01)
    assert judge_unwatched("", False) == []
    assert "old line ends" in judge_unwatched("replace", True)[0].message


def test_an_empty_log_that_nothing_is_held_against_proves_nothing():
    span = {"started_at": START, "ended_at": START + dt.timedelta(hours=9), "log_name": "modem.csv"}
    found = watch_of(Watch(**span), None, BRIEF, Picks())
    assert (found.findings[0].level, found.result.proves) == (Level.MIND, False)
    assert "one that is empty looks the same" in found.findings[0].clears_by


def test_a_log_of_half_the_watch_proves_nothing_of_the_rest():
    told = {"hours": 12, "every_min": 15, "seconds": 1.0}
    assert watched(**told).result.proves
    gaps = [START + dt.timedelta(minutes=15 * (at + 0.5)) for at in range(20)]
    half = [{"start": at, "seconds": 1.0, "cause": "blocked"} for at in gaps]
    cut = watched(**told, events=half)
    assert not cut.result.proves
    assert (cut.findings[0].level, cut.findings[0].message) == ("mind", "For 7.1 of 12.0 hours nothing is logged")


def test_what_was_watched_before_the_work_is_of_another_line():
    proved, early = (watched(work_from=START + dt.timedelta(minutes=one)) for one in (0, 1))
    assert (proved.findings[0].level, proved.result.proves) == ("clear", True)
    assert (early.findings[0].level, early.result.proves) == ("mind", False)
    assert early.findings[0].message == "It was watched before the day of the work"
    bad = watched(seconds=300, work_from=START + dt.timedelta(minutes=1))
    assert (watched(seconds=300).findings[0].level, bad.findings[0].level) == (
        "hold",
        "mind",
    )  # an old line holds nothing
    facts = golden.read("2026-101")["facts"]
    told = JobInput.model_validate({**facts, "date": "2026-11-24"}), JobInput.model_validate(facts)
    late, there = (watch_of(one.handover.watch, None, one.brief, one.picks).findings[0].message for one in told)
    assert late == "It was watched before the day of the work" != there


def test_only_a_long_watch_by_a_log_proves_that_there_were_no_gaps():
    assert watched().result.proves
    assert not watched(hours=3).result.proves
    assert not watched(by_hand=True).result.proves


def test_gaps_of_the_log_outside_the_time_watched_are_said():
    late = {"start": START + dt.timedelta(days=2), "seconds": 3, "cause": "blocked"}
    inside = {"start": START + dt.timedelta(hours=2), "seconds": 3, "cause": "blocked"}
    told = {"events": [inside, late], "started_at": START, "ended_at": START + dt.timedelta(hours=9)}
    found = watch(WatchInput.model_validate(told)).findings[0]
    assert (found.level, "1 gaps are left out" in found.clears_by) == (Level.MIND, True)


def figures(down, up, ms):
    return figures_of([ServiceRun(when="after", down_mbps=down, up_mbps=up, latency_ms=ms)])


def levels(after, gaps, proved=True):
    given = UsesProvedInput(after=after, gaps=gaps, gaps_proved=proved)
    return {one.code: one.level for one in uses_proved(given).result.uses}


def test_speed_alone_proves_no_use_and_refuses_some():
    told = levels(figures(50, 5, 600), [])
    assert (told["browse"], told["call"], told["game"]) == ("unknown", "unknown", "hold")
    gaps = watched().result.uses
    assert levels(figures(50, 5, 600), gaps)["browse"] == "clear"
    assert levels(figures(1.6, 5, 600), gaps)["browse"] == "mind"
    assert levels(None, gaps)["browse"] == "unknown"
    assert levels(figures(50, 5, 600), gaps, proved=False)["browse"] == "unknown"  # too short, by eye, or a bare log


def test_only_a_use_that_the_customer_needs_is_minded():
    uses = uses_proved(UsesProvedInput(after=figures(50, 1.5, 600), gaps=watched().result.uses)).result.uses
    found = judge_uses_proved(uses, ["calls"], DEFAULT_WORDS)
    assert [one.code for one in found] == ["handover.use.call"]
    assert (found[0].figure, found[0].limit) == (1.5, 2.0)
    assert judge_uses_proved(uses, [], DEFAULT_WORDS) == []


def test_few_hours_are_too_few_for_another_reason_under_a_satellite_that_stands_still():
    job = golden.read("2026-101")["facts"]
    hours = assess(JobInput.model_validate(job)).result.watched.counted
    assert hours.hours_h < 6
    assert "rain" in hours.because
    assert "passed" not in hours.because
    given = TrialInput(started_at=START, ended_at=START + dt.timedelta(hours=3))
    assert "passed everywhere" in trial(given).result.because
