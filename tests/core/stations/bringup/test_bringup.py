"""Bring-up: states and their times, causes of a terminal that is stuck, entries of the wrong form."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Cause, HouseWords
from rindle_core.catalogue.models import BringUpState, ModemEntry
from rindle_core.stations.bringup.bringup import BringUpInput, OwnFigures, StateEntered, bringup

STATES = [
    BringUpState(code=c, name=c.title(), usual_s=s)
    for c, s in (("power", 2), ("search", 30), ("ranging", 40), ("online", 0))
]


def rise(now_s, *entered, words=DEFAULT_WORDS, **facts):
    events = [StateEntered(code=code, at_s=at) for code, at in entered]
    return bringup(BringUpInput(states=STATES, entered=events, now_s=now_s, facts=OwnFigures(**facts), words=words))


def test_times_in_each_state_are_the_differences():
    result = rise(100, ("power", 0), ("search", 3), ("ranging", 35), ("online", 80)).result
    assert [rung.taken_s for rung in result.rungs] == [3, 32, 45, 20]
    assert (result.online, result.total_s) == (True, 80)


def test_falling_back_to_an_earlier_state_forgets_the_later_ones():
    result = rise(90, ("power", 0), ("search", 3), ("ranging", 35), ("search", 60)).result
    assert [rung.standing for rung in result.rungs] == ["passed", "current", "ahead", "ahead"]


def test_a_wrong_beam_letter_is_named_first_when_ranging_is_stuck():
    outcome = rise(400, ("power", 0), ("search", 3), ("ranging", 35), beam_letter_entered="L", beam_letter_expected="K")
    assert outcome.result.stuck is True
    first = next(f for f in outcome.findings if f.code == "bringup.stuck.1")
    assert "beam letter" in first.message
    letter = next(f for f in outcome.findings if f.code == "bringup.beam_letter")
    assert letter.level == "hold"
    assert "stays at ranging" in letter.why


def test_a_state_for_which_no_cause_is_known_is_stuck_all_the_same():
    outcome = rise(400, ("power", 0), ("search", 3), words=HouseWords(causes=[]))
    first = next(f for f in outcome.findings if f.code == "bringup.stuck.1")
    assert first.level == "hold"
    assert "no cause is known" in first.message


def test_a_cause_of_the_firm_is_named_with_the_letters_of_the_job():
    asked = {"text": "Is {entered} the letter {expected}?", "states": ["search"], "weight_number": 0.1}
    own = Cause(code="own", name="Ours", signs=["letter_wrong"], weight_with_sign_number=9.0, **asked)
    rest = HouseWords().causes
    told = {"beam_letter_entered": "L", "beam_letter_expected": "K"}
    wrong = rise(400, ("power", 0), ("search", 3), words=HouseWords(causes=[*rest, own]), **told)
    first = next(f for f in wrong.findings if f.code == "bringup.stuck.1")
    assert (first.message, first.clears_by) == ("Ours", "Is L the letter K?")
    right = rise(400, ("power", 0), ("search", 3), words=HouseWords(causes=[*rest, own]))
    assert next(f for f in right.findings if f.code == "bringup.stuck.1").message != "Ours"


def test_every_state_that_the_demo_terminals_pass_has_a_likely_cause():
    terminals = json.loads((Path(__file__).parents[4] / "demo" / "terminals.json").read_text("utf-8"))
    states = {state["code"] for one in terminals for state in one["bringup_states"]} - {"online"}
    assert states - {code for cause in HouseWords().causes for code in cause.states} == set()


def test_a_weak_supply_is_named_first_when_it_is_on_hold():
    outcome = rise(300, ("power", 0), ("search", 3), supply_on_hold=True)
    assert (
        next(f for f in outcome.findings if f.code == "bringup.stuck.1").message
        == "Too little voltage at the outdoor unit"
    )


@pytest.mark.parametrize(("code", "judged"), [("7QKD-20XM", set()), ("7QKD20XM", {"bringup.form"}), ("", set())])
def test_an_entry_of_the_wrong_form_is_told_before_the_modem_refuses_it(code, judged):
    entry = ModemEntry(
        code="activation_code", label="Activation code", pattern="[A-Z0-9]{4}-[A-Z0-9]{4}", example="7QKD-20XM"
    )
    outcome = bringup(BringUpInput(states=STATES, entries=[entry], told={"activation_code": code}))
    assert {f.code for f in outcome.findings} - {"bringup.power"} == judged
