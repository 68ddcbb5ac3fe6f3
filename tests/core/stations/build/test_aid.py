"""Where a receiving aid sits in the transceiver's seat the transceiver goes on last."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.models import Terminal
from rindle_core.job import JobInput, assess
from rindle_core.kernel.model import parse
from rindle_core.stations.mounting import build_steps
from tests import golden

TERMINALS = json.loads((Path(__file__).parents[4] / "demo" / "terminals.json").read_text("utf-8"))
BY_AID = [one for one in TERMINALS if any(guide["kind"] == "analyser" for guide in one.get("guides", []))]


def job(code="tarn-98", **changed):
    terminal = next(one for one in TERMINALS if one["code"] == code)
    return parse(JobInput, golden.read("2026-103")["facts"] | {"terminal": terminal} | changed)


def steps(code="tarn-98", **changed):
    return {one.code: one for one in build_steps(job(code, **changed))}


@pytest.mark.parametrize("terminal", BY_AID, ids=lambda one: one["code"])
def test_it_goes_on_last_and_what_needed_it_needs_what_it_needed(terminal):
    usual, aided = steps(terminal["code"]), steps(terminal["code"], guide="analyser")
    assert set(usual) == set(aided)
    last = list(aided)[-1]
    seats = {one.key for one in parse(Terminal, terminal).joints if one.spot == "feed"}
    assert seats & set(aided[last].sets)
    assert "entry:aid_off" in aided[last].needs
    assert aided[last].work == aided["lift"].work  # up there it is the work of whoever may climb and lift
    assert f"step:{last}" in usual["lift"].needs
    assert f"step:{last}" not in aided["lift"].needs
    assert {one for one in usual[last].needs if one.startswith("step:")} <= set(aided["lift"].needs)
    kept = [need for need in usual["lift"].needs if need != f"step:{last}" and not need.startswith("wait:")]
    assert aided["lift"].needs[: len(kept)] == kept  # in their order: what is waited for is told in it
    order = list(aided)
    assert all(order.index(need[5:]) < order.index(one.code) for one in aided.values() for need in one.needs
               if need.startswith("step:") and need[5:] in order)  # fmt: skip


def test_without_an_aid_the_order_is_the_makers():
    assert list(steps()) == list(steps(guide="sound")) != list(steps(aid_fitted="yes"))


@pytest.mark.parametrize(
    ("told", "waits"),
    [
        ({}, True),
        ({"aid_fitted": "yes"}, True),
        ({"aid_fitted": "yes", "aid_off": "yes"}, True),  # the clamps are not said to be tight
        ({"aid_fitted": "yes", "aid_off": "yes", "clamp_kept": "yes"}, False),
    ],
)
def test_it_waits_until_the_aid_is_off(told, waits):
    result = assess(job(guide="analyser", **told)).result
    view = next(one for one in result.build.steps if one.step.code == "transceiver")
    assert any("receiving aid" in one for one in view.waits_for) is waits
