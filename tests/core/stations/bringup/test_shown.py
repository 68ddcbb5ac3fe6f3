"""What the modem's own pages show: labels, settings sheet; and whether a call gets through."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from rindle_core.stations.bringup.radio import RadioInput, radio_figures
from tests import golden

LABELS = [
    {"id": "m", "kind": "modem", "model": "M1", "serial": "SN-40.118", "address": "02:00:5e:10:00:01"},
    {"id": "t", "kind": "transceiver", "model": "T1", "serial": "TX 77", "address": ""},
]


def found(code, number="2026-101", **changed):
    facts = golden.read(number)["facts"] | {"kit": LABELS, "hardware_address": ""} | changed
    return [one for one in assess(parse(JobInput, facts)).findings if one.code.startswith(code)]


@pytest.mark.parametrize(
    ("shown", "level"),
    [
        ({"shown_serial": "sn40118"}, Level.CLEAR),  # points and lines do not matter
        ({"shown_serial": "TX-77"}, Level.CLEAR),
        ({"shown_serial": "SN-40.119"}, Level.MIND),
        ({"shown_address": "02-00-5E-10-00-01"}, Level.CLEAR),
        ({"shown_address": "02-00-5E-10-00-02"}, Level.MIND),
        ({"shown_serial": "SN-40.118", "kit": []}, Level.UNKNOWN),
        ({"shown_address": "02005e100009", "kit": [], "hardware_address": "02:00:5e:10:00:09"}, Level.CLEAR),
    ],
)
def test_the_page_is_held_against_the_labels(shown, level):
    assert [one.level for one in found("bringup.shown_label", **shown)] == [level]


def test_nothing_shown_says_nothing():
    assert not found("bringup.shown_label")


def sheet(*rows):
    names = ("name", "value", "entered", "shown", "secret")
    return [{"id": str(at)} | dict(zip(names, row, strict=False)) for at, row in enumerate(rows)]


@pytest.mark.parametrize(
    ("rows", "read_with", "level"),
    [
        ([("Rate", "3000", True, ""), ("Id", "21", True, "")], "", Level.MIND),
        ([("Rate", "3000", True, ""), ("Id", "21", True, "")], "Lerato", Level.CLEAR),
        ([("Rate", "3000", True, " 3000 "), ("Id", "Net A", True, "net  a")], "", Level.CLEAR),
        ([("Rate", "3000", True, "3000"), ("Word", "", True, "", True)], "", Level.CLEAR),  # a secret is not shown
        ([("Rate", "3000", True, "3000"), ("Id", "21", True, "")], "", Level.MIND),
        ([("Rate", "3000", True, "300"), ("Id", "21", True, "21")], "Lerato", Level.HOLD),
        ([("Rate", "3000", True, "3000"), ("Id", "21", False, "")], "Lerato", Level.UNKNOWN),
    ],
)
def test_the_settings_sheet_is_read_back(rows, read_with, level):
    told = found("bringup.settings_sheet", settings=sheet(*rows), settings_read_with=read_with)
    assert [one.level for one in told] == [level]


def test_a_sheet_of_which_nothing_is_entered_is_not_judged():
    assert not found("bringup.settings_sheet", settings=sheet(("Rate", "3000", False, "")))


@pytest.mark.parametrize(("said", "level"), [("", Level.UNKNOWN), ("no", Level.MIND), ("yes", Level.CLEAR)])
def test_a_call_is_tried_before_the_slot(said, level):
    assert [one.level for one in found("bringup.desk_reached", "2026-104", desk_reached=said)] == [level]
    begun = [{"id": "1", "step": "called", "at": "2026-11-26T08:00:00Z"}]
    assert not found("bringup.desk_reached", "2026-104", desk_reached=said, lineup_log=begun)
    assert not found("bringup.desk_reached", "2026-101", desk_reached=said)  # nobody lines it up


@pytest.mark.parametrize(
    ("shown_ma", "level"),
    [
        (None, None),
        (0.0, Level.MIND),
        (1.0, Level.CLEAR),
        (100_000.0 / 18, Level.CLEAR),
        (100_000.0 / 17.9, Level.MIND),
    ],
)
def test_the_current_up_the_cable_is_one_that_the_outdoor_unit_takes(shown_ma, level):
    mark = {"id": "r", "stage": "locked_down", "es_n0_db": 12.0, "supply_ma": shown_ma}
    told = radio_figures(
        RadioInput(marks=[mark], supply={"supply_v": 24.0, "power_w": 100.0, "least_v": 18.0})
    ).findings
    assert [one.level for one in told if one.code == "bringup.radio_supply"] == ([level] if level else [])
