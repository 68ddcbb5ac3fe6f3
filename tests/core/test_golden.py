"""Whole jobs come to what they came to: see tests/golden."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from tests import golden
from tests.golden.cases import CASES


@pytest.mark.parametrize("name", golden.names())
def test_a_golden_job_comes_to_what_is_written_down(name):
    kept = golden.read(name)
    now = golden.rounded(golden.idless(assess(JobInput.model_validate(kept["facts"])).result.model_dump(mode="json")))
    assert list(golden.differences(kept["assessment"], now)) == [], (
        "run python -m tests.golden, and say why in the commit"
    )


@pytest.mark.parametrize("name", CASES)
def test_the_cases_are_the_ones_that_were_written_down(name):
    facts = JobInput.model_validate(CASES[name]()).model_dump(mode="json", exclude_defaults=True)
    assert list(golden.differences(golden.read(name)["facts"], golden.flat(golden.idless(facts)))) == []


def test_a_moved_figure_is_told_with_its_path():
    assert list(golden.differences({"a": [{"b": 1.0}], "c": 2}, {"a": [{"b": 1.1}], "c": 2})) == ["a[0].b: 1.0 -> 1.1"]
    assert list(golden.differences({"a": True}, {"a": False})) == ["a: True -> False"]
    assert list(golden.differences({"a": 1}, {})) == ["a: 1 -> '(absent)'"]


def test_every_hold_holds_at_every_station_that_can_hold():
    stations = golden.read("every-hold")["assessment"]["stations"]
    held = {one["code"] for one in stations if one["verdict"] == Level.HOLD}
    assert {"aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover"} <= held


@pytest.mark.parametrize("name", golden.names())
def test_every_figure_of_a_finding_has_its_unit(name):
    findings = [one for view in golden.read(name)["assessment"]["stations"] for one in view["findings"]]
    assert [one["message"] for one in findings if one.get("figure") is not None and not one.get("unit")] == []


@pytest.mark.parametrize("name", golden.names())
def test_what_is_clear_asks_for_nothing_and_no_message_ends_with_a_stop(name):
    """A clear push told to loosen the head again; a message that ends with a stop has two of them on paper."""
    stations = golden.read(name)["assessment"]["stations"]
    told = [one for station in stations for one in station["findings"]]
    assert [one["code"] for one in told if one["level"] == "clear" and one.get("clears_by")] == []
    assert [one["message"] for one in told if one["message"].endswith(".")] == []
