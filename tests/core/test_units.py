"""Quantities as they are worded: against conversions by hand, in both systems, alone and inside a sentence."""

from __future__ import annotations

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Kind, Level, against
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.units import all_in_system, format_money, format_quantity, holds_size, in_system
from rindle_core.stations.fold import held
from tests import golden


# 1 in = 25.4 mm, 1 ft = 304.8 mm exactly; °F = 1.8 °C + 32; 1 mph = 0.44704 m/s.
@pytest.mark.parametrize(
    ("value", "unit", "text"),
    [
        (60.3, "mm", "2 3/8 in"),  # 2.374 in: a tube that the trade calls two and three eighths
        (61.2, "mm", "2.41 in"),  # no sixteenth
        (9.525, "mm", "3/8 in"),
        (50.8, "mm", "2 in"),
        (-9.525, "mm", "−3/8 in"),
        (0.0, "mm", "0.00 in"),
        (1.6, "m", "5 ft 3 in"),
        (0.1, "m", "4 in"),
        (1.8288, "m", "6 ft"),
        (-1.2, "m", "−3 ft 11 in"),
        (0.0, "m", "0 in"),
        (200.0, "m", "656.2 ft"),
        (-40.0, "c", "−40 °F"),
        (20.0, "c", "68 °F"),
        (13.4112, "mps", "30 mph"),
        (36779.2, "km", "22\u00a0854 mi"),
    ],
)
def test_imperial_is_worded_as_it_is_read_off_a_tape(value, unit, text):
    assert format_quantity(value, unit, "imperial") == text


@pytest.mark.parametrize(
    ("seconds", "text"),
    [(75, "75 s"), (119.4, "119 s"), (119.5, "2 min"), (863, "14 min 23 s"), (-863, "−14 min 23 s"),
     (7199, "119 min 59 s"), (7200, "2 h"), (11130, "3 h 6 min")],
)  # fmt: skip
def test_seconds_that_are_many_are_minutes_and_hours(seconds, text):
    assert format_quantity(seconds, "s") == text
    assert format_quantity(863, "s", more=1) == "863.0 s"  # to tell two figures apart


def test_more_digits_are_decimal_so_that_two_figures_can_be_told_apart():
    assert format_quantity(60.3, "mm", "imperial", 1) == "2.374 in"
    assert format_quantity(1.6, "m", "imperial", 1) == "5.25 ft"


def test_five_digits_and_more_are_grouped_and_a_half_is_rounded_up_as_in_the_browser():
    assert format_quantity(36779.2, "km") == "36\u00a0779 km"
    assert format_quantity(9999.0, "km") == "9999 km"
    assert format_quantity(62.5, "ms") == "63 ms"
    assert format_quantity(0.25, "deg") == "0.3°"
    assert format_quantity(-0.01, "deg") == "0.0°"
    assert format_money(24770) == "24\u00a0770.00"
    assert format_quantity(1e30, "m")  # never an error


@pytest.mark.parametrize(
    ("metric", "imperial"),
    [
        ("It stands 1.5 m off.", "It stands 4 ft 11 in off."),
        ("Raise the terminal by 1.5 m, or move it.", "Raise the terminal by 5 ft, or move it."),  # 4 ft 11 1/16 in
        ("Raise it by 1.8288 m.", "Raise it by 6 ft."),
        ("it reaches 50.8 to 76.2 mm", "it reaches 2 in to 3 in"),
        ("gusts of 16 m/s pass the limit of 12.5 m/s", "gusts of 36 mph pass the limit of 28 mph"),
        ("−3 °C is under the 5 °C at which it sets", "27 °F is under the 41 °F at which it sets"),
        ("0.5 dB, 3 m², 12 min, 1950 MHz, Coax RG 6 and 7°", "0.5 dB, 3 m², 12 min, 1950 MHz, Coax RG 6 and 7°"),
        ("a height of 1,200 m", "a height of 3937.0 ft"),
        ("0.76 m³ with 38 l of water", "0.99 yd³ with 10.0 gal of water"),
    ],
)
def test_each_quantity_of_a_sentence_follows_the_system_and_nothing_else_does(metric, imperial):
    assert in_system(metric, "imperial") == imperial
    assert in_system(metric, "metric") == metric


NAMED = ("Coax 7 mm (white)", "13 mm spanner", "13 mm")


@pytest.mark.parametrize(
    ("metric", "imperial"),
    [
        ("coax 7 mm (white): 2 mm over", "coax 7 mm (white): 0.08 in over"),
        ("clinometer, 13 mm spanner, secured", "clinometer, 13 mm spanner, secured"),
        ("a gap of 113 mm", "a gap of 4.45 in"),  # no name ends in the middle of a figure
        ("Bolt M8 × 60 mm, spanner 17\u00a0mm", "Bolt M8 × 60 mm, spanner 17\u00a0mm"),
    ],
)
def test_what_a_thing_is_called_stays(metric, imperial):
    assert in_system(metric, "imperial", NAMED) == imperial
    assert all_in_system([metric], "imperial", NAMED) == [imperial]


def test_a_name_is_more_than_its_size():
    assert [one for one in ("13 mm", "12 to 30 mm", "Coax 7 mm", "Coax RG 6") if holds_size(one)] == ["Coax 7 mm"]


def test_names_of_the_stores_and_words_of_people_stay_in_a_jobs_answer():
    job = JobInput.model_validate(golden.read("2026-101")["facts"])
    note = "Two washers of 8 mm"
    secret = job.bringup.model_copy(update={"wifi_password": "otter 12 m copper"})
    said = job.model_copy(
        update={"build": job.build.model_copy(update={"left_over_note": note}), "bringup": secret},
    )
    named = assess(said).result.named
    assert {"13 mm spanner", "Coax 7 mm, solid copper centre", note} <= set(named)
    assert not any("otter" in one for one in named)  # a password is nobody's words
    assert not any(one.endswith(".") for one in named)  # a sentence of the firm's is no name


def test_sentences_of_a_whole_answer_follow_and_figures_stay():
    told = {"why": "It lies 2 m off.", "figure_m": 2.0, "rows": [{"what": "3 kg"}, None]}
    assert all_in_system(told, "imperial") == {
        "why": "It lies 6 ft 7 in off.",
        "figure_m": 2.0,
        "rows": [{"what": "6.6 lb"}, None],
    }


_PLAIN = Kind("mount.plain", "a figure", unit="m", at="mount.mast_wall_mm")


@pytest.mark.parametrize(
    ("finding", "metric", "imperial"),
    [
        # 0.812 m = 2 ft 7.97 in, 2 m = 6 ft 6.74 in, 0.888 m = 2 ft 10.96 in, each taken to the side that keeps it
        (_PLAIN(Level.HOLD, "x", "", figure=0.7, limit=0.812, bound="at_least"), "at least 0.9 m",
         "at least 2 ft 8 in"),
        (_PLAIN(Level.HOLD, "x", "", figure=1.2, limit=0.888, bound="at_most"), "at most 0.8 m", "at most 2 ft 10 in"),
        (_PLAIN(Level.CLEAR, "x", "", figure=2.3, limit=2.0, bound="at_least"), "at least 2.0 m", "at least 6 ft 7 in"),
        (_PLAIN(Level.HOLD, "x", "", figure=3, limit=1.01, upper=1.99, bound="between"), "between 1.0 m and 1.9 m",
         "between 3 ft 4 in and 6 ft 6 in"),
        (_PLAIN(Level.HOLD, "x", "", figure=1.93, limit=1.01, upper=1.91, bound="between"),
         "between 1.01 m and 1.91 m", "between 3 ft 4 in and 6 ft 3 in"),
        (_PLAIN(Level.MIND, "x", "", figure=3, limit=1.04, bound="usual"), "usually 1.0 m", "usually 3 ft 5 in"),
    ],
)  # fmt: skip
def test_who_keeps_to_the_limit_that_is_shown_keeps_the_limit(finding, metric, imperial):
    assert (against(finding)[1], against(finding, "imperial")[1]) == (metric, imperial)


@pytest.mark.parametrize(
    ("figure", "limit", "bound", "told"),
    [
        (0.87, 0.89, "at_most", ("0.87 m", "at most 0.89 m")),  # not 0.9 against 0.8
        (0.82, 0.81, "at_least", ("0.82 m", "at least 0.81 m")),
        (2.0, 2.0, "at_most", ("2.0 m", "at most 2.0 m")),
    ],
)
def test_a_limit_that_is_kept_looks_kept(figure, limit, bound, told):
    assert against(_PLAIN(Level.CLEAR, "x", "", figure=figure, limit=limit, bound=bound)) == told


def test_the_heading_of_a_hold_tells_its_figures_apart_and_rounds_the_limit_to_its_safe_side():
    close = _PLAIN(Level.HOLD, "Too shallow", "", figure=0.852, limit=0.858, bound="at_least", clears_by="Dig.")
    assert as_text(held([close])) == "Too shallow: 0.85 m, wanted at least 0.86 m. Dig."
    far = close.model_copy(update={"figure": 0.7})
    assert as_text(held([far])) == "Too shallow: 0.7 m, wanted at least 0.9 m. Dig."
    named = far.model_copy(update={"message": "Look first: the hole"})
    assert as_text(held([named])) == "Look first: the hole (0.7 m, wanted at least 0.9 m). Dig."
