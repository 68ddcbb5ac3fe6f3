"""A trial's log in its open form and others, held against the prediction; positions compared."""

import datetime as dt
import json
import math

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from rindle_core.stations.sky.trial import TrialInput, trial
from rindle_core.stations.sky.trial_log import TrialEvent, TrialLogInput, read_trial_log
from rindle_core.stations.sky.trial_preview import TrialPreviewInput, trial_preview
from tests import golden

START = dt.datetime(2026, 11, 25, 6, tzinfo=dt.UTC)


def read(text, **columns):
    return read_trial_log(TrialLogInput(text=text, columns=columns)).result


def event(minute, seconds, cause="blocked", azimuth=None):
    return TrialEvent(start=START + dt.timedelta(minutes=minute), seconds=seconds, cause=cause, azimuth_deg=azimuth)


def held(events, hours=12.0, **more):
    return trial(TrialInput(events=events, started_at=START, ended_at=START + dt.timedelta(hours=hours), **more))


def test_the_open_form_is_read_from_csv_and_json_alike():
    rows = [
        {"start": "2026-11-25T06:01:00Z", "seconds": 3.5, "cause": "blocked", "azimuth_deg": 140, "elevation_deg": 32}
    ]
    text = "start,seconds,cause,azimuth_deg,elevation_deg\n2026-11-25T06:01:00Z,3.5,blocked,140,32\n"
    assert read(text).events == read(json.dumps({"events": rows})).events
    assert read(text).events[0].start == START + dt.timedelta(minutes=1)


def test_other_names_are_guessed_or_said_and_what_is_unread_is_named():
    text = "Timestamp;Duration;Reason;Battery\n1764050460;2,5;OBSTRUCTED;77\n"
    log = read(text)
    assert log.events[0].cause == "blocked"
    assert log.events[0].seconds == 2.5
    assert log.unread == ["Battery"]
    odd = "when,how_long\n2026-11-25T06:01:00,9\n"
    with pytest.raises(InputError, match="when, how_long") as caught:
        read(odd)
    assert {fault.field for fault in caught.value.faults} == {"columns.start", "columns.seconds"}
    with pytest.raises(InputError, match="name no zone"):
        read(odd, start="when", seconds="how_long")
    with pytest.raises(InputError, match="not a column"):
        read(odd, start="then", seconds="how_long")


def test_a_bad_row_is_named_with_its_column():
    with pytest.raises(InputError) as caught:
        read("start,seconds\n2026-11-25T06:01:00Z,3\nyesterday,4\n2026-11-25T06:02:00Z,-1\n")
    assert [fault.field for fault in caught.value.faults] == ["row 2, start", "row 3, seconds"]


def test_availability_by_cause_sector_and_hour_by_hand():
    events = [
        event(1, 36, azimuth=145),
        event(65, 72, azimuth=150),
        event(70, 108, cause="network"),
        event(-1, 90, azimuth=10),
    ]
    result = held(events, hours=2.0).result
    # The last one began a minute before the trial: 30 s of it count. 36 + 72 + 108 + 30 = 246 s of 7200.
    assert result.available_percent == pytest.approx(100 * (1 - 246 / 7200))
    assert {one.cause: one.seconds_s for one in result.causes} == {"blocked": 138, "network": 108}
    assert result.sectors[4].observed_percent == pytest.approx(100 * 36 / 7200)
    assert result.sectors[5].observed_percent == pytest.approx(100 * 72 / 7200)
    assert [(one.count, one.seconds_s, one.blocked_s) for one in result.hours] == [(2, 66, 66), (2, 180, 72)]
    assert [one.predicted_s for one in result.hours] == [None, None]
    over = held(
        [event(59, 120)], hours=1.5, predicted_blocked_percent=5.0
    ).result.hours  # a minute on either side of the hour
    assert [(one.count, one.seconds_s, one.predicted_s) for one in over] == [
        (1, 60, pytest.approx(180)),
        (0, 60, pytest.approx(90)),
    ]
    assert result.longest_s == 108


def blocked(count, hours=12.0):
    return [event(at * hours * 60 / count, 2) for at in range(count)]


@pytest.mark.parametrize(
    ("events", "more", "believe"),
    [
        (blocked(100), {"predicted_interruptions_per_h": 100 / 12}, "both"),
        # A count of a hundred spreads by 6.5: 1.85 and 2.15 of that.
        (blocked(112), {"predicted_interruptions_per_h": 100 / 12}, "both"),
        (blocked(114), {"predicted_interruptions_per_h": 100 / 12}, "trial"),
        (blocked(60), {"predicted_interruptions_per_h": 100 / 12}, "trial"),
        (blocked(100), {"predicted_interruptions_per_h": 100 / 12, "apart_m": 8}, "prediction"),
        (blocked(30, hours=4), {"predicted_interruptions_per_h": 1, "hours": 4}, "prediction"),
        ([], {"predicted_interruptions_per_h": 8}, "neither"),
        (blocked(10), {}, "trial"),
    ],
)
def test_which_to_believe_and_why(events, more, believe):
    result = held(events, **more).result
    assert result.believe == believe
    assert len(result.because) > 20


def test_a_count_by_hand_proves_what_was_seen_and_clears_nothing():
    rate = {"predicted_interruptions_per_h": 1.0}
    log, hand = (held(blocked(12), **rate, by_hand=told) for told in (False, True))
    assert (log.findings[0].level, hand.findings[0].level) == (Level.CLEAR, Level.MIND)
    assert hand.result.believe == "prediction"
    assert "log" in hand.findings[0].clears_by
    assert held(blocked(60), **rate, by_hand=True).result.believe == "trial"  # more than predicted was seen
    assert held([], by_hand=True).findings[0].level is Level.MIND  # without a prediction too


def test_a_log_that_ends_early_clears_nothing():
    """One in six minutes for the first hour, and none after it: eleven hours of good sky, or of no log."""
    early = [event(6 * number, 2) for number in range(10)]
    cut = held(early)
    assert cut.result.silent_h == pytest.approx(12.0 - 54.0 / 60.0, abs=0.01)
    assert cut.result.silent_from == early[-1].start + dt.timedelta(seconds=2)
    assert {one.code: one.level.value for one in cut.findings} == {"sky.trial": "mind", "sky.trial_silent": "mind"}
    assert "For 11.1 of 12.0 hours" in cut.findings[1].message
    late = held([event(720 - 6 * number, 2) for number in range(1, 11)])
    assert late.result.silent_h == pytest.approx(11.0)
    assert late.result.silent_from == START
    all_along = held([event(72 * number, 2) for number in range(10)])
    assert all_along.result.silent_h is None
    assert [one.level.value for one in all_along.findings] == ["clear"]
    rain = held([event(6 * number, 2, cause="network") for number in range(10)])  # comes at once, and goes
    assert rain.result.silent_h is None
    assert held(early[:4]).result.silent_h is None  # too few to make a rate


def test_an_empty_log_with_nothing_to_hold_it_against_clears_nothing():
    assert held([]).findings[0].level is Level.MIND
    assert "written at all" in held([]).findings[0].clears_by
    assert held([], predicted_interruptions_per_h=0.0).findings[0].level is Level.CLEAR  # the prediction says so too
    assert held([event(5, 2)]).findings[0].level is Level.CLEAR  # it was written


def test_a_trial_that_ends_before_it_began_is_refused():
    with pytest.raises(InputError, match="before the start"):
        held([], hours=-1)


def test_a_prediction_scatters_as_a_trial_does():
    rate = {"predicted_interruptions_per_h": 100 / 12}
    exact, followed = held(blocked(114), **rate).result, held(blocked(114), **rate, predicted_over_h=12).result
    assert exact.difference_sd == pytest.approx(followed.difference_sd * math.sqrt(2))
    assert (exact.believe, followed.believe) == ("trial", "both")


def test_a_trial_judges_the_place_where_it_stood_and_no_other():
    facts = golden.read("2026-106")["facts"]
    stood = assess(JobInput.model_validate({**facts, "position_letter": facts["trial"].get("letter", "")})).result
    moved = assess(JobInput.model_validate({**facts, "position_letter": "B"})).result
    held, minded = (
        next(one for view in result.stations for one in view.findings if one.code == "sky.trial")
        for result in (stood, moved)
    )
    assert held.level is Level.HOLD
    assert minded.level is Level.MIND
    assert "not at position B" in minded.message


def trial_findings(facts):
    views = assess(JobInput.model_validate(facts)).result.stations
    return {one.code: one for view in views if view.code == "sky" for one in view.findings if "trial" in one.code}


@pytest.mark.turns(days=6)
def test_a_marginal_sector_asks_for_a_trial_until_one_has_stood_there():
    facts = golden.read("2026-106")["facts"] | {"permanence": "permanent", "trial": {}}
    pickier = {"rules": {**facts.get("rules", {}), "trial_sector_percent": 0.01, "low_orbit_hold_percent": 90.0}}
    looser = {"rules": {**facts.get("rules", {}), "trial_sector_percent": 10.0, "low_orbit_hold_percent": 90.0}}
    asked = trial_findings({**facts, **pickier})["sky.trial_wanted"]
    assert asked.level is Level.MIND
    assert asked.figure > 0.01
    assert "sky.trial_wanted" not in trial_findings({**facts, **looser})
    assert "sky.trial_wanted" not in trial_findings({**facts, **pickier, "permanence": "portable"})
    letter = facts.get("position_letter", "")
    begun = {"trial": {"letter": letter, "started_at": START.isoformat()}}
    running = trial_findings({**facts, **pickier, **begun})
    assert running["sky.trial"].level is Level.UNKNOWN  # begun is not done
    begun["trial"]["ended_at"] = (START + dt.timedelta(hours=12)).isoformat()
    ended = trial_findings({**facts, **pickier, **begun})
    assert ended["sky.trial"].level is Level.UNKNOWN  # no log is no log without an outage
    begun["trial"]["log_name"] = "by hand"
    assert "sky.trial_wanted" not in trial_findings({**facts, **pickier, **begun})


# What was understood, before it is taken


def understood(text, **more):
    return trial_preview(TrialPreviewInput(text=text, **more)).result


LOG = """start,duration,cause
2026-11-25T05:59:58Z,4,blocked
2026-11-25T07:00:00Z,3,obstructed
2026-11-25T18:00:00Z,9,gremlins
"""


def test_what_lies_outside_the_clock_is_counted_by_side_and_said():
    clock = {"started_at": START, "ended_at": START + dt.timedelta(hours=12)}
    told = understood(LOG, **clock)
    # The first runs two seconds into the trial, the last begins as it ends.
    assert (told.before_count, told.inside_count, told.after_count) == (0, 2, 1)
    assert [one.side for one in told.shown] == ["inside", "inside", "after"]
    assert (told.lost_s, told.longest_s) == (16, 9)
    assert told.last_at == START + dt.timedelta(hours=12, seconds=9)
    assert any("1 of the outages lie outside" in doubt for doubt in told.doubts)
    assert told.causes == {"blocked": 2, "unknown": 1}
    assert told.unknown_causes == ["gremlins"]
    shifted = understood(LOG.replace("Z", ""), zone_offset_h=-13, **clock)
    assert shifted.after_count == 3
    assert any("None of the outages" in doubt for doubt in shifted.doubts)
    assert any("No clock was run" in doubt for doubt in understood(LOG).doubts)
    early = understood(LOG, started_at=START + dt.timedelta(seconds=2), ended_at=clock["ended_at"])
    assert early.before_count == 1


def test_a_wrong_unit_is_doubted_and_a_right_one_is_not():
    rows = "".join(f"2026-11-25T06:{at:02}:00Z,{2500 + at},blocked\n" for at in range(40))
    text = f"start,duration,cause\n{rows}"
    wrong, right = understood(text, started_at=START), understood(text, started_at=START, unit="ms")
    assert any("unit of how long" in doubt for doubt in wrong.doubts)
    assert not any("unit" in doubt for doubt in right.doubts)
    assert right.longest_s == pytest.approx(2.539)


@pytest.mark.parametrize(
    ("column", "unit", "told", "seconds"),
    [
        ("duration", "", "0:01:23", 83),
        ("duration", "", "02:05.5", 125.5),
        ("duration_ms", "", "1500", 1.5),
        ("duration_ms", "s", "1500", 1500),  # what a person says goes before the column's name
        ("duration", "min", "1,5", 90),
        ("duration_ns", "", "2000000000", 2),
    ],
)
def test_how_long_is_read_in_its_unit(column, unit, told, seconds):
    log = read_trial_log(TrialLogInput(text=f"start;{column}\n2026-11-25T06:00:00Z;{told}\n", unit=unit)).result
    assert log.events[0].seconds == pytest.approx(seconds)


@pytest.mark.parametrize("told", ["a while", "1:2:3:4"])
def test_what_is_no_length_of_time_is_named_by_its_row(told):
    with pytest.raises(InputError, match=r"row 1, duration: .*0:01:23"):
        read(f"start,duration\n2026-11-25T06:00:00Z,{told}\n")


@pytest.mark.parametrize("ended_at", [START, START - dt.timedelta(hours=1)])
def test_a_trial_that_ends_before_it_begins_says_so_and_judges_nothing(ended_at):
    facts = golden.read("2026-106")["facts"]
    facts["trial"] = {**facts["trial"], "started_at": START.isoformat(), "ended_at": ended_at.isoformat()}
    told = trial_findings(facts)["sky.trial"]
    assert told.level is Level.UNKNOWN
    assert "ends before it begins" in told.message


def test_a_moment_without_a_zone_is_refused_and_not_guessed():
    with pytest.raises(InputError, match=r"started_at: .*names no zone"):
        parse(TrialInput, {"started_at": "2026-11-24T14:00:00", "ended_at": "2026-11-25T14:00:00Z"})


def test_two_outages_at_one_moment_one_without_a_bearing_are_both_counted():
    events = [event(minute, 2, azimuth=30.0) for minute in range(0, 720, 60)] + [event(60, 2)]
    found = held(events).result
    assert [(one.cause, one.count) for one in found.causes] == [("blocked", 13)]
    assert found.silent_h is None
