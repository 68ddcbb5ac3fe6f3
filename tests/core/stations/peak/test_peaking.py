"""The fit against lobes of known top, and the way there against a screw with play."""

import json
import math
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_bench.antenna import ScrewAxis
from rindle_core.catalogue.guides import ScrewLink
from rindle_core.catalogue.models import Screw, Terminal
from rindle_core.science.antenna import pattern_loss_db
from rindle_core.stations.peak.lockdown import LockdownInput, lockdown
from rindle_core.stations.peak.peaking import PeakInput, PeakReading, peak

SCREW = Screw(deg_per_turn=0.42, backlash_turns=0.2)
WIDTH = 1.42
ROOT = Path(__file__).parents[4]


def lobe(top, at, level=13.0, noise=None, slope=1.0, width=WIDTH):
    off = (np.asarray(at) - top) * SCREW.deg_per_turn * slope
    return level - pattern_loss_db(off, width, 10.0) + (0 if noise is None else noise)


def readings(top, at, **more):
    return [PeakReading(turns=float(t), level_db=float(y)) for t, y in zip(at, lobe(top, at, **more), strict=True)]


def view(given_readings, **more):
    return peak(
        PeakInput(**{"axis": "elevation", "readings": given_readings, "screw": SCREW, "beamwidth_deg": WIDTH, **more})
    )


@given(st.floats(-1.5, 1.5), st.floats(5, 15))
def test_a_clean_lobe_gives_its_top_back(top, level):
    at = np.arange(-2, 2.01, 0.5)
    fit = view(readings(top, at, level=level)).result.fit
    assert fit.top_turns == pytest.approx(top, abs=1e-3)
    assert fit.top_level_db == pytest.approx(level, abs=1e-3)


def test_two_points_where_the_tone_fell_have_the_top_between_them():
    pair = [PeakReading(turns=-1.1, level_db=9.0), PeakReading(turns=1.9, level_db=9.0)]
    assert view(pair).result.fit.top_turns == pytest.approx(0.4, abs=1e-6)


@pytest.mark.turns(days=6)
def test_the_stated_uncertainty_is_kept_in_19_of_20_noisy_runs():
    random = np.random.default_rng(7)
    at = np.arange(-1.5, 1.51, 0.5)
    inside = 0
    for _ in range(200):
        fit = view(readings(0.3, at, noise=random.normal(0, 0.15, len(at)))).result.fit
        inside += abs(fit.top_turns - 0.3) <= 2 * fit.top_sd_turns
    assert 180 <= inside <= 200  # 95 % of 200 is 190; three standard deviations of that count are 9


def test_azimuth_turns_move_the_beam_by_the_cosine_of_the_elevation():
    slope = math.cos(math.radians(60))
    fit = view(readings(0.5, np.arange(-3, 3.1, 0.75), slope=slope), axis="azimuth", elevation_deg=60).result.fit
    assert fit.top_turns == pytest.approx(0.5, abs=1e-3)
    assert fit.fitted_beamwidth_deg == pytest.approx(WIDTH, rel=1e-3)


@pytest.mark.turns(days=6)
@given(st.floats(-1.0, 1.0), st.floats(0.0, 0.3))
def test_following_the_advice_brings_a_head_with_play_to_the_top(top, play):
    screw = Screw(deg_per_turn=0.42, backlash_turns=play)
    axis = ScrewAxis(screw)
    taken = []

    def read(by):
        axis.turn(by)
        taken.append(
            PeakReading(turns=axis.counter_turns, level_db=float(lobe(top, axis.head_turns)), turning=axis.turning)
        )

    for by in (-2.0, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5, -0.7):  # the last one leaves the screw slack
        read(by)
    fit = view(taken, screw=screw).result.fit
    if fit.back_turns:
        axis.turn(-fit.back_turns)
    axis.turn(fit.forward_turns)
    # Within a thirtieth of a turn, which costs under a thousandth of a decibel.
    assert axis.head_turns == pytest.approx(top, abs=0.034)


def codes(outcome):
    return {finding.code: finding.level for finding in outcome.findings}


def test_a_top_that_was_not_passed_is_to_be_minded():
    assert codes(view(readings(1.0, [-2, -1.5, -1, -0.5])))["peak.elevation.one_side"] == "unknown"


def test_one_is_led_to_a_proved_top_only():
    assert view(readings(0.4, [-2, -1, 0, 1, 2])).result.fit.leads
    assert not view(readings(1.0, [-2, -1.5, -1, -0.5])).result.fit.leads  # not passed


def test_a_side_lobe_is_held():
    beside = 1.63 * WIDTH / SCREW.deg_per_turn
    at = np.linspace(-1.2, 1.2, 11)
    levels = 28.0 - pattern_loss_db((beside + at) * SCREW.deg_per_turn, WIDTH)
    found = [PeakReading(turns=float(t), level_db=float(y)) for t, y in zip(at, levels, strict=True)]
    outcome = view(found, predicted_level_db=28.4)
    assert outcome.result.fit.lobe == "side"
    assert codes(outcome)["peak.elevation.lobe"] == "hold"
    assert not outcome.result.proved
    assert not outcome.result.fit.leads


def test_one_reading_is_too_few_and_no_error():
    outcome = view([PeakReading(turns=0, level_db=5)])
    assert outcome.result.fit is None
    assert codes(outcome) == {"peak.elevation.few": "unknown"}


def test_lockdown_holds_what_does_not_come_back():
    outcome = lockdown(
        LockdownInput(before_db=13.0, after_db=12.9, top_db=12.85, bottom_db=12.9, left_db=12.6, right_db=12.95)
    )
    levels = codes(outcome)
    assert levels.pop("peak.hold.left") == "hold"
    assert set(levels.values()) == {"clear"}
    assert outcome.result.complete is True


@pytest.mark.parametrize("top", [-4.0, -1.2, 0.3, 2.4, 4.5])
def test_a_sweep_goes_on_until_the_level_fell_on_both_sides(top):
    at, read = 0.0, []
    for _ in range(4):
        seen = view(read).result
        if seen.fit is not None and seen.fit.bracketed:
            break
        for by in seen.sweep_turns:
            at += by
            read.append(PeakReading(turns=at, level_db=lobe(top, at), turning="up" if by > 0 else "down"))
    assert seen.fit.top_turns == pytest.approx(top, abs=0.1)  # five readings a beamwidth, no noise
    assert all(by > 0 for by in seen.sweep_turns[1:])  # turning up throughout, so that the play shifts nothing


def test_a_sweep_goes_on_where_the_level_has_not_fallen():
    rising = view(readings(5.0, [0.0, 0.5, 1.0, 1.5, 2.0])).result
    assert rising.sweep_turns[0] > 0
    falling = view(readings(-1.0, [0.0, 0.5, 1.0, 1.5, 2.0])).result
    assert falling.sweep_turns[0] == pytest.approx(-4.0)  # below the lowest that was read


def test_a_screw_on_a_link_is_fitted_in_its_own_degrees():
    """Far from mid-travel a turn moves the head otherwise: the top is found where the triangle has it."""
    link = ScrewLink(arm_mm=100, base_mm=100, middle_mm=141.421356, pitch_mm=2.0)
    screw = Screw(deg_per_turn=1.62, link=link, span_turns=12)
    at = 6.0 + np.arange(-0.6, 0.61, 0.15)
    top_deg = screw.degrees(6.1)
    rows = [PeakReading(turns=float(t), level_db=13 - 12 * ((screw.degrees(t) - top_deg) / WIDTH) ** 2) for t in at]
    assert view(rows, screw=screw).result.fit.top_turns == pytest.approx(6.1, abs=0.01)


def test_a_top_beyond_the_end_of_the_screw_is_not_led_to():
    rows = readings(10.4, [7.5, 8.0, 8.5, 9.0, 9.5, 10.0])
    outcome = view(rows, screw=Screw(deg_per_turn=0.42, backlash_turns=0.2, span_turns=10))
    assert outcome.result.fit.end_stop == "up"
    assert outcome.result.fit.forward_turns == 0
    assert codes(outcome)["peak.elevation.end_stop"] == "hold"
    assert view(rows, screw=SCREW).result.fit.end_stop == ""
    assert view(rows, screw=Screw(deg_per_turn=0.42, span_turns=10)).result.sweep_turns == []


def test_flat_noise_is_no_lobe_and_two_readings_at_one_place_are_no_peak():
    flat = [PeakReading(turns=float(t), level_db=5.0) for t in range(4)]
    outcome = view(flat)
    assert not outcome.result.proved
    assert codes(outcome)["peak.elevation.one_side"] == "unknown"
    once = [PeakReading(turns=0.0, level_db=12.7), PeakReading(turns=-0.25, level_db=12.7, turning="down")]
    assert not view(once).result.proved


def test_readings_that_change_faster_than_a_beam_can_tell_no_top():
    """Near the zenith a turn of azimuth moves the beam by an eighth of a degree: no lobe of 1.42° falls so steeply."""
    steep = [PeakReading(turns=float(t), level_db=y) for t, y in ((0, 8.2), (1, 10.4), (2, 8.9))]
    outcome = view(steep, axis="azimuth", elevation_deg=71.6)
    assert not outcome.result.fit.placed
    (said,) = (one for one in outcome.findings if one.code == "peak.azimuth.one_side")
    assert (said.level, said.message) == ("unknown", "The azimuth readings show no lobe")
    assert view(readings(0.3, np.arange(-2, 2.01, 0.5))).result.fit.placed


def test_marks_by_ear_prove_a_top_without_a_figure_once_the_head_stands_on_it():
    marks = [PeakReading(turns=-1.0, mark="back"), PeakReading(turns=1.4, mark="fell")]
    between = view(marks).result
    assert between.fit.top_turns == pytest.approx(0.2, abs=1e-3)
    assert between.fit.bracketed
    assert between.best_level_db is None
    assert not between.proved
    assert not view([*marks, PeakReading(turns=0.9, mark="best")]).result.proved
    stands = view([*marks, PeakReading(turns=0.2, mark="best")]).result
    assert stands.proved
    assert stands.fit.top_turns == between.fit.top_turns  # where one stands tells nothing of the lobe
    assert not view([PeakReading(turns=t, mark="best") for t in (-1.0, 1.0)]).result.proved


def test_elevation_is_not_held_against_the_link_before_azimuth_is_peaked():
    rows = readings(0.2, np.arange(-2, 2.01, 0.5), level=8.0)
    before = codes(view(rows, predicted_level_db=13.0, other_axis_proved=False))
    assert "peak.elevation.level" not in before
    assert codes(view(rows, predicted_level_db=13.0))["peak.elevation.level"] == "mind"


def test_a_dish_that_is_higher_than_wide_is_narrower_in_elevation():
    dish = Terminal.model_validate(json.loads((ROOT / "demo" / "terminals.json").read_text("utf-8"))[0])
    high = dish.model_copy(update={"aperture_high_mm": 2.0 * dish.aperture_mm})
    assert high.beamwidth_deg("elevation") == pytest.approx(dish.beamwidth_deg() / 2.0)
    assert high.beamwidth_deg("azimuth") == dish.beamwidth_deg("elevation")


def test_a_sound_that_falls_towards_the_middle_is_a_dip_and_no_top():
    inside_out = [
        PeakReading(turns=-1.0, mark="fell"),
        PeakReading(turns=1.4, mark="back"),
        PeakReading(turns=0.2, mark="best"),
    ]
    assert not view(inside_out).result.fit.bracketed
    assert not view(inside_out).result.proved
    turned_down = [PeakReading(turns=-1.0, mark="fell", turning="down"), PeakReading(turns=1.4, mark="fell")]
    assert view(turned_down).result.fit.bracketed
