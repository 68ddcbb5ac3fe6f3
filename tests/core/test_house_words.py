"""The words that are ticked are data: a firm writes its own, and every rule that reads them goes by what it wrote."""

from __future__ import annotations

import pytest
from pydantic import ValidationError

from rindle_core.catalogue.house_words import DEFAULT_WORDS, HouseWords, by_code
from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import parse
from rindle_core.stations.brief.entered import entered
from rindle_core.stations.sky.compare import CompareInput, PositionSky, compare

OWN = HouseWords.model_validate(
    {
        "needs": [{"code": "milking", "name": "Milking robots", "text": "Two minutes at most.", "proof": "Milk once."}],
        "hazards": [{"code": "bull", "name": "A bull in the field", "text": "Ask for it to be moved."}],
        "reasons": [{"code": "goats", "name": "Goats climb on it", "weighs": ["out_of_reach"]}],
    }
)


def job(**brief):
    return JobInput.model_validate(
        {"brief": {"date": "2026-11-24", **brief}, "picks": {"words": OWN.model_dump(mode="json")}}
    )


def findings(facts):
    return {one.code: one for station in assess(facts).result.stations for one in station.findings}


def test_the_firms_own_needs_and_hazards_are_told_and_proved():
    told = job(needs=["milking"], hazards=["bull"])
    found = findings(told)
    assert (found["brief.need.milking"].message, found["brief.need.milking"].why) == (
        "Milking robots",
        "Two minutes at most.",
    )
    assert found["brief.hazard.bull"].why == "Ask for it to be moved."
    after = {"when": "after", "down_mbps": 40, "up_mbps": 5, "latency_ms": 600}
    proved = findings(told.model_copy(update={"handover": told.handover.model_validate({"runs": [after]})}))
    assert proved["handover.need.milking"].why == "Milk once."


def test_a_word_that_was_taken_off_the_list_is_not_told_of_any_more_but_can_stay_in_a_job():
    assert "brief.need.cameras" not in findings(job(needs=["cameras"]))


def test_only_words_of_the_list_are_ticked():
    assert entered({"needs": ["milking"]}, job()) == {"needs": ["milking"]}
    with pytest.raises(InputError, match="milking are accepted"):
        entered({"needs": ["cameras"]}, job())


def test_a_reason_of_the_firm_weighs_what_it_says():
    high = PositionSky(letter="A", sky_level="clear", rigid=True, access="ladder", out_of_reach=True)
    low = PositionSky(letter="B", sky_level="clear", rigid=True, access="ground", out_of_reach=False)
    seen = [one.code for one in DEFAULT_WORDS.ground_checks]
    assert compare(CompareInput(positions=[high, low], ground_checks=seen)).result.recommended == "B"
    asked = CompareInput(positions=[high, low], ground_checks=seen, reasons=["goats"], words=OWN)
    assert compare(asked).result.recommended == "A"
    assert compare(asked.model_copy(update={"words": DEFAULT_WORDS})).result.recommended == "B"


@pytest.mark.parametrize(
    ("reason", "worse"),
    [("trip", {"path_crossed": True}), ("machines", {"machines": True}), ("view", {"margin_deg": 16.0})],
)
def test_a_reason_that_ships_puts_another_position_first(reason, worse):
    base = {"sky_level": "clear", "rigid": True, "margin_deg": 30.0}
    easy = PositionSky.model_validate({**base, "letter": "A", "access": "ground", **worse})
    hard = PositionSky.model_validate({**base, "letter": "B", "access": "roof"})
    seen = [one.code for one in DEFAULT_WORDS.ground_checks]
    unasked = compare(CompareInput(positions=[easy, hard], ground_checks=seen)).result
    asked = compare(CompareInput(positions=[easy, hard], ground_checks=seen, reasons=[reason])).result
    assert (unasked.recommended, asked.recommended) == ("A", "B")


def test_what_speaks_against_its_mount_and_its_cable_is_said_of_a_position():
    one = PositionSky(letter="A", path_crossed=True, machines=True, mount_against=["arm: it is for trials"])
    bad = compare(CompareInput(positions=[one])).result.ranks[0].bad
    assert {"people walk where its cable or foot lies", "machines or cattle reach it"} <= set(bad)
    assert "arm: it is for trials" in bad


def test_a_list_that_is_not_set_has_the_words_that_ship():
    assert by_code(OWN.settled) == by_code(DEFAULT_WORDS.settled)
    assert {"calls", "cameras"} <= set(by_code(DEFAULT_WORDS.needs))
    assert by_code(DEFAULT_WORDS.needs)["calls"].by_gaps


def test_a_code_stands_once_in_its_list_and_a_need_says_how_it_is_proved():
    twice = [{"code": "bull", "name": "One"}, {"code": "bull", "name": "Two"}]
    with pytest.raises(ValidationError, match="'bull' twice"):
        HouseWords(hazards=twice)
    with pytest.raises(InputError, match=r"needs\.0\.proof"):
        parse(HouseWords, {"needs": [{"code": "a", "name": "A"}]}, "words")


def test_a_height_that_nobody_said_is_an_assumption_that_is_told_and_zero_is_a_height():
    placed = {"latitude_deg": -29.5, "longitude_deg": 28.2}
    assert findings(job(**placed))["brief.height"].level == "mind"
    assert "brief.height" not in findings(job(**placed, height_m=0.0))
    assert "brief.height" not in findings(job())  # where it is not known either, that is said instead
    at_sea, nowhere = (job(**placed, **more) for more in ({"height_m": 0.0}, {}))
    assert at_sea.brief.above_sea_m == nowhere.brief.above_sea_m == 0.0
