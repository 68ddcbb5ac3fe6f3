"""The worked examples of the page of formulas are run: each comes to what was reckoned by hand."""

from __future__ import annotations

import json

import pytest

from rindle_core.kernel.registry import calculator, calculators
from rindle_core.reference import WORKED

# Rules in words, texts and orders of work: there is nothing to reckon by hand that the rule does not say.
WITHOUT = {
    "bringup", "build", "compare", "computer", "follow_up", "repair_faults", "uses_proved",
    "household", "household_move", "lineup_run", "update", "wireless",
    "deliveries", "diary", "job", "joints", "kit_list", "learnt", "lifts",
    "lineup_request", "listen", "outer_address",
    "first_tone",
    "measures", "rehearsal",
    "mount_choice", "peak_faults", "position_entry", "sites", "skyline_text", "sound",
    "trial_columns", "trial_log", "trial_preview", "visit_days", "waits",
    "ways_out", "weather", "work_order",
}  # fmt: skip


def at(told, path):
    for part in path.split("."):
        told = told[int(part)] if part.isdigit() else told[part]
    return told


@pytest.mark.parametrize("name", sorted(WORKED))
def test_a_worked_example_comes_to_what_was_reckoned_by_hand(name):
    told = WORKED[name]
    result = json.loads(calculator(name).run(told["given"]).as_json())["result"]
    assert told["comes_to"]
    for path, wanted in told["comes_to"].items():
        assert at(result, path) == pytest.approx(wanted["value"], abs=wanted["within"] or 1e-12), path


def test_every_calculator_has_an_example_or_is_a_rule_in_words():
    assert set(WORKED) | WITHOUT == set(calculators())
    assert not set(WORKED) & WITHOUT
