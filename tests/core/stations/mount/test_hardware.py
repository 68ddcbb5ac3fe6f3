"""What screws and brackets are, the air that eats them, and who is under them."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.stations.mount.hardware import AIRS, HARDWARES, HardwareInput, hardware
from tests import golden


def said(**told):
    return [(one.code, one.level) for one in hardware(HardwareInput(**told)).findings]


@pytest.mark.parametrize(
    ("air", "fast_um", "slow_um"),
    [("c2", 0.7, 0.1), ("c3", 2.1, 0.7), ("c4", 4.2, 2.1), ("c5", 8.4, 4.2), ("cx", 25.0, 8.4)],
)
def test_zinc_lasts_as_long_as_the_printed_rates_leave_it(air, fast_um, slow_um):
    """Rates of ISO 9223:2012, table 2, written here anew; 40 µm is the least local thickness of ISO 10684."""
    result = hardware(HardwareInput(hardware="hot_dip", air=air)).result
    assert (result.least_years, result.most_years) == (pytest.approx(40 / fast_um), pytest.approx(40 / slow_um))


def test_plated_screws_at_the_sea_are_gone_within_a_year_and_hot_dip_in_town_is_not():
    plated = hardware(HardwareInput(hardware="thin_zinc", air="c5"))
    assert plated.result.least_years == pytest.approx(0.595, abs=0.001)
    assert (plated.findings[0].level, plated.findings[0].limit) == (Level.MIND, 10.0)
    assert said(hardware="hot_dip", air="c3") == [("mount.hardware", Level.CLEAR)]
    assert said(hardware="hot_dip", air="c3", rules=HouseRules(coating_years=25)) == [("mount.hardware", Level.MIND)]


@pytest.mark.parametrize(("under", "level"), [("people", Level.HOLD), ("", Level.HOLD), ("nobody", Level.MIND)])
def test_nothing_of_unknown_grade_goes_up_over_people_nor_where_nobody_said_who_is_under_it(under, level):
    assert said(hardware="unknown", air="c2", under=under) == [("mount.hardware", level)]


def test_what_is_not_told_is_asked_where_people_are_under_it_and_is_never_clear():
    assert said(under="people") == [("mount.hardware", Level.UNKNOWN)]
    assert said() == said(under="nobody") == []
    without = {name for name in HARDWARES if name and said(hardware=name)[0][1] is not Level.UNKNOWN}
    assert without == {"unknown"}  # in air that nobody told nothing else is judged


def test_stainless_stands_the_air_of_its_mark_and_the_makers_own_a_town():
    clear = {
        (name, air)
        for name in ("stainless_a2", "stainless_a4", "makers")
        for air in AIRS
        if air and said(hardware=name, air=air)[0][1] is Level.CLEAR
    }
    assert {air for name, air in clear if name == "stainless_a2"} == {"c2", "c3"}
    assert {air for name, air in clear if name == "stainless_a4"} == {"c2", "c3", "c4"}
    assert {air for name, air in clear if name == "makers"} == {"c2", "c3"}


def test_harsher_air_never_lasts_longer():
    for name in ("hot_dip", "thin_zinc"):
        years = [hardware(HardwareInput(hardware=name, air=air)).result.least_years for air in AIRS if air]
        assert years == sorted(years, reverse=True)


def on_plan(east_m, **told):
    """A school whose antenna stands 4 m up, with a way drawn along the meridian so far to the east."""
    way = {
        "kind": "way",
        "name": "Path",
        "corners": [{"east_m": east_m, "north_m": one} for one in (-9, 9)],
        "across_m": 2,
    }
    facts = {**golden.read("2026-102")["facts"], "height_above_ground_m": 4, "things": [way], "position_letter": ""}
    stations = assess(JobInput.model_validate({**facts, **told})).result.stations
    return next((one for view in stations for one in view.findings if one.code == "mount.hardware"), None)


def test_people_drawn_nearer_than_the_antenna_is_high_are_under_it_whatever_was_said():
    bare = {"hardware": "", "under": "nobody"}
    assert on_plan(5.1, **bare) is None  # its edge 4.1 m off
    near = on_plan(4.9, **bare)
    assert (near.level, "Path" in near.message) == (Level.UNKNOWN, True)
    assert on_plan(4.9, hardware="unknown", under="nobody").level is Level.HOLD
    assert on_plan(5.1, hardware="unknown", under="nobody").level is Level.MIND
