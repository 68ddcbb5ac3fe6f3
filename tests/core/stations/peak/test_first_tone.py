"""The first long tone: on a flank, past the top, and after both falls."""

import math

import pytest

from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.registry import calculator


def heard(*legs, **more):
    return calculator("first_tone").run({"passed_turns": list(legs), "width_turns": 4, **more}).result


def test_all_the_way_up_the_flank_it_is_long_and_far_from_the_top():
    flank = heard(-3, -1.5)
    assert (flank.sound, flank.fell_low, flank.fell_high) == ("long", False, False)
    assert flank.level_db == pytest.approx(-12 * (1.5 / 4) ** 2)  # 1.7 dB are missing
    assert "not the top" in flank.says


def test_past_the_top_it_breaks_and_comes_back_near_it():
    passed = heard(-3, 2)
    assert (passed.sound, passed.fell_high, passed.fell_low) == ("broken", True, False)
    back = heard(-3, 2, 0.3)
    assert back.sound == "long"
    assert "other side" in back.says


def test_a_top_is_told_once_it_fell_on_both_sides():
    shown = heard(-3, 2, -2, 0)
    assert (shown.fell_low, shown.fell_high, shown.sound) == (True, True, "long")
    assert "midway" in shown.says


def test_between_the_guides_drop_and_the_houses_fall_nothing_has_fallen_yet():
    # 0.6 dB are under the best at 4 √(0.6/12) = 0.894 turns, 1 dB at 1.155.
    little = heard(-3, 1.0)
    assert (little.sound, little.fell_high) == ("broken", False)
    assert "clearly" in little.says
    assert heard(-3, 1.0, rules=HouseRules(peak_fall_db=0.7).model_dump()).fell_high
    assert little.fall_turns == pytest.approx(4 * math.sqrt(1 / 12))


def test_the_way_that_is_shown_shows_it():
    begun = calculator("first_tone").run({"width_turns": 4}).result
    assert begun.sound == "long"
    assert heard(*begun.way_turns).says == heard(-3, 2, -2, 0).says
    assert min(begun.curve_turns) < begun.way_turns[0]
