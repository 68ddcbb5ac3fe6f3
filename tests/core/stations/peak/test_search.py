"""Preset, search and skew: figures by hand, and each rule turned round."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.guides import ScrewLink
from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.findings import Level
from rindle_core.stations.peak.assess import take_along
from rindle_core.stations.peak.lockdown import LockdownInput, lockdown, off_by_pushes_deg
from rindle_core.stations.peak.means import MeansInput, peak_faults
from rindle_core.stations.peak.preset import PresetInput, PresetItem, TurnsInput, judge_travel, preset, screw_turns
from rindle_core.stations.peak.rows import ScrewCheck, SkewReading, Sweep
from rindle_core.stations.peak.skew import SkewInput, skew_null
from rindle_core.stations.peak.sound import SoundInput, sound
from rindle_core.stations.peak.sweep import SweepInput, sweep_plan

DEMO = Path(__file__).parents[4] / "demo"


def items(elevation, azimuth, skew=None):
    rows = [("azimuth", 359.0, azimuth, 2.0), ("elevation", 38.0, elevation, 1.0)]
    rows += [("skew", 20.0, skew, 3.0)] if skew is not None else []
    return [PresetItem(what=w, instrument="it", wanted_deg=d, shown_deg=s, tolerance_deg=t) for w, d, s, t in rows]


def test_elevation_comes_first_and_azimuth_last():
    told = preset(PresetInput(items=items(None, None, 20.5)))
    assert [row.what for row in told.result.rows] == ["elevation", "skew", "azimuth"]
    assert told.result.next_what == "elevation"
    assert preset(PresetInput(items=items(38.4, None, 20.5))).result.next_what == "azimuth"


def test_a_bearing_is_near_across_north_and_a_figure_off_is_held():
    told = preset(PresetInput(items=items(39.4, 0.5)))
    levels = {one.code: one.level for one in told.findings}
    assert levels == {"peak.preset.elevation": Level.HOLD, "peak.preset.azimuth": Level.CLEAR}
    assert not told.result.ready
    assert preset(PresetInput(items=items(39.4, 0.5), scale_zero_deg=1.0)).result.ready  # the scale's own error


def test_degrees_a_turn_are_learnt_and_the_stop_is_seen():
    checks = [ScrewCheck(axis="elevation", turns=t, shown_deg=d) for t, d in ((0, 36.0), (4, 37.6), (8, 39.2))]
    given = {"checks": checks, "axis": "elevation", "catalogue_deg_per_turn": 0.5, "span_turns": 10}
    near = screw_turns(TurnsInput(**given, wanted_deg=39.6))
    assert (near.result.deg_per_turn, near.result.remaining_turns) == (pytest.approx(0.4), pytest.approx(1.0))
    assert near.result.reaches
    assert not near.findings
    far = screw_turns(TurnsInput(**given, wanted_deg=41.0))
    assert far.result.reaches is False
    assert far.findings[0].level is Level.HOLD


def test_a_screw_on_a_link_turns_as_its_triangle_does():
    """A right angle at mid-travel: dγ/ds = s/(a b) rad a mm = 0.8103° a mm; a straight line would miss far from it."""
    link = ScrewLink(arm_mm=100, base_mm=100, middle_mm=141.421356, pitch_mm=1.0)
    assert link.degrees(0.01) == pytest.approx(0.008103, abs=1e-5)
    assert link.degrees(20.0) - 20 * 0.8103 > 0.5
    assert link.degrees(-20.0) == pytest.approx(74.77 - 90.0, abs=0.01)  # 121.42 mm: 2 asin(0.60711)


@pytest.mark.parametrize(("at", "level"), [(None, Level.UNKNOWN), (0.0, Level.CLEAR), (9.0, Level.HOLD)])
def test_a_fine_screw_needs_its_way_to_both_sides(at, level):
    assert judge_travel("azimuth", 10.0, at, 3.0).level is level


def swept(elevation, begin, end, took_s=None):
    return Sweep(elevation_deg=elevation, from_deg=begin, to_deg=end, took_s=took_s)


def plan(*rows):
    return sweep_plan(
        SweepInput(azimuth_deg=2.0, elevation_deg=60.0, beamwidth_deg=1.0, lock_s=2.0, swept=list(rows))
    ).result


def test_the_pace_keeps_the_beam_for_two_lock_times():
    assert plan().pace_deg_per_s * 2 * 2.0 == pytest.approx(1.0 / 0.5)  # cos 60°


def test_what_was_swept_slowly_is_covered_over_north_too_and_the_next_row_is_said():
    bare = plan()
    assert (bare.covered_share, bare.next_row) == (0.0, 0)
    one = plan(swept(60.0, 357.0, 7.0))  # 5° to each side of 2°
    assert one.rows[0].covered_share == 1.0
    assert one.next_row == 1
    half = plan(swept(60.0, 2.0, 7.0))
    assert half.rows[0].covered_share == pytest.approx(0.5, abs=0.02)
    fast = plan(swept(60.0, 357.0, 7.0, took_s=5.0))  # 2°/s
    assert fast.rows[0].covered_share == 0.0
    assert fast.rows[0].too_fast


def test_pushes_say_how_far_and_which_way_the_aim_is_off():
    """A parabola with the aim 0.2° too low, pushed by 0.3°: the level in each push by the same formula, done here."""
    k = 12.0 / 1.4**2
    level = {off: 13.0 - k * off**2 for off in (0.2, 0.5, -0.1)}
    assert off_by_pushes_deg(level[0.5], level[-0.1], level[0.2], 1.4) == pytest.approx(0.2, abs=1e-9)
    assert off_by_pushes_deg(12.95, 12.95, 13.0, 1.4) is None  # they cost too little to tell
    told = lockdown(
        LockdownInput(
            before_db=level[0.2],
            after_db=level[0.2],
            top_db=level[0.2],
            bottom_db=level[0.2],
            left_db=level[0.2],
            right_db=level[0.2],
            top_during_db=level[0.5],
            bottom_during_db=level[-0.1],
            beamwidth_deg=1.4,
        )
    )
    assert told.result.elevation_off_deg == pytest.approx(0.2, abs=1e-9)  # the beam should go up
    levels = {one.code: one for one in told.findings}
    assert levels["peak.pushed.bottom"].level is Level.HOLD
    assert "turn the beam up by about 0.20°" in levels["peak.pushed.bottom"].clears_by
    assert levels["peak.pushed.top"].level is Level.CLEAR


def null(set_deg, **more):
    rows = [SkewReading(angle_deg=a, unwanted_db=u) for a, u in ((8, -16), (10, -21), (12, -25), (14, -21), (16, -16))]
    return skew_null(SkewInput(readings=rows, set_deg=set_deg, feed_isolation_db=30.0, **more))


def test_a_skew_on_its_null_is_proved_and_one_off_it_says_which_way():
    assert null(12.0).findings[0].level is Level.CLEAR
    off = null(9.0)
    assert off.findings[0].level is Level.MIND
    assert "3.0° clockwise" in off.findings[0].clears_by
    assert not off.result.proved
    assert null(None).findings[0].level is Level.UNKNOWN


def test_a_null_far_from_the_plan_is_of_something_else():
    def judged(planned_deg):
        (found,) = (one for one in null(12.0, planned_deg=planned_deg).findings if one.code == "peak.skew_plan")
        return found.level, found.figure

    assert judged(12.0 - 9.5) == (Level.CLEAR, pytest.approx(9.5, abs=0.1))
    assert judged(12.0 + 10.5) == (Level.MIND, pytest.approx(10.5, abs=0.1))
    assert judged(12.0 - 44.0)[0] is Level.MIND
    assert judged(12.0 - 90.0)[0] is judged(-12.0 - 24.0)[0] is Level.HOLD
    assert judged(12.0 - 180.0) == (Level.CLEAR, pytest.approx(0.0, abs=0.1))  # the same plane
    assert all(one.code != "peak.skew_plan" for one in null(12.0).findings)
    falling = [SkewReading(angle_deg=a, unwanted_db=u) for a, u in ((8, -16), (10, -21), (12, -25))]
    unproved = skew_null(SkewInput(readings=falling, set_deg=12.0, planned_deg=12.0)).findings
    assert [(one.code, one.level) for one in unproved] == [("peak.skew", Level.UNKNOWN)]


def test_both_levels_at_the_null_tell_whether_it_is_the_right_one_and_how_deep():
    def told(wanted_db, at=12, set_deg=12.0):
        rows = ((8, -16), (10, -21), (12, -25), (14, -21), (16, -16))
        readings = [SkewReading(angle_deg=a, unwanted_db=u, wanted_db=wanted_db if a == at else None) for a, u in rows]
        return skew_null(SkewInput(readings=readings, set_deg=set_deg, feed_isolation_db=30.0))

    assert (told(-1.0).result.isolation_db, told(-1.0).result.isolation_from) == (24.0, "measured")
    assert told(-1.0, at=14).result.isolation_from == "reckoned"  # two degrees off the setting
    swapped = told(-25.0).findings[0]
    assert (swapped.level, swapped.figure) == (Level.HOLD, 0.0)
    assert told(-24.9).findings[0].level is Level.CLEAR
    far = [SkewReading(angle_deg=60, unwanted_db=-1, wanted_db=-4)]  # 48° off, where the wanted one is the weaker
    rows = [SkewReading(angle_deg=a, unwanted_db=u) for a, u in ((8, -16), (10, -21), (12, -25), (14, -21), (16, -16))]
    asked = SkewInput(readings=[*rows, *far], set_deg=12.0, feed_isolation_db=30.0)
    assert skew_null(asked).findings[0].level is Level.CLEAR
    assert null(12.0, desk_db=29.0).result.isolation_from == "desk"


def test_the_desks_own_reading_goes_before_ours():
    assert null(12.0, desk_db=24.0, desk_least_db=27.0).findings[0].level is Level.HOLD
    assert null(12.0, desk_db=29.0, desk_least_db=27.0).result.isolation_db == 29.0


def test_a_sign_of_this_job_brings_its_cause_to_the_front():
    plain = peak_faults(MeansInput(symptom="not_found")).result.causes
    slipped = peak_faults(MeansInput(symptom="lost", signs=["clamp_slipped"])).result.causes
    assert slipped[0].code == "nuts_slip"
    assert slipped[0].signs == ["clamp_slipped"]
    assert sum(one.share for one in plain) == pytest.approx(1.0)
    assert peak_faults(MeansInput(symptom="lost")).result.causes[0].share < slipped[0].share


@pytest.mark.parametrize(
    ("live", "best", "since", "state"),
    [
        (-1.0, None, None, "searching"),
        (1.0, None, None, "detected"),
        (5.0, None, 0.5, "locked"),
        (5.0, 5.05, 5.0, "best"),
        (5.0, 5.4, 5.0, "near"),
        (5.0, 6.0, 5.0, "below"),
    ],
)
def test_the_sound_compares_with_the_best_so_far(live, best, since, state):
    told = sound(SoundInput(live_db=live, lock_level_db=2.0, best_db=best, since_lock_s=since)).result
    assert told.state == state
    assert told.indicator.state == state
    assert sound(SoundInput(sounding=False, live_db=live, lock_level_db=2.0)).result.state == "silent"


@pytest.mark.parametrize(("fastest", "covered"), [(None, True), (1.9, True), (2.1, False)])
def test_a_row_whose_fastest_moment_left_no_lock_time_is_not_swept(fastest, covered):
    """A beam of 2° on the horizon, 1 s to lock: 1°/s is the pace, and at 2°/s one lock time is left."""
    row = {"elevation_deg": 0, "from_deg": 80, "to_deg": 120, "took_s": 60, "fastest_deg_per_s": fastest}
    plan = sweep_plan(SweepInput(azimuth_deg=100, elevation_deg=0, beamwidth_deg=2, lock_s=1, swept=[Sweep(**row)]))
    assert plan.result.pace_deg_per_s == pytest.approx(1.0)
    assert (plan.result.rows[0].covered_share == 1.0, plan.result.rows[0].too_fast) == (covered, not covered)


def test_what_the_head_takes_is_told_so_that_it_is_gone_to_once():
    terminals = {one["code"]: one for one in json.loads((DEMO / "terminals.json").read_text("utf-8"))}
    told = {code: Terminal.model_validate(terminals[code]) for code in ("tarn-74", "fell-75")}
    sound = take_along(told["tarn-74"], told["tarn-74"].guides[0])
    assert {"clinometer", "compass", "13\u00a0mm spanner"} <= set(sound)  # ISO 4014: M8 is 13 mm across the flats
    assert not any("meter with its leads" in one for one in sound)
    assert any("meter with its leads" in one for one in take_along(told["fell-75"], told["fell-75"].guides[0]))
    free = [one for one in told["tarn-74"].joints if one.lock_number or one.free_until]
    assert sum(one.endswith("spanner") for one in sound) == len({one.size_mm for one in free})
    bare = told["tarn-74"].model_copy(update={"joints": [one.model_copy(update={"size_mm": None}) for one in free]})
    assert not any(one.endswith("spanner") for one in take_along(bare, None))  # nobody told its bolts
