"""Bring-up: states and their times, a terminal that is stuck, what comes before power, whether it sends."""

import json
from pathlib import Path

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Cause, HouseWords
from rindle_core.catalogue.models import BringUpState, Terminal
from rindle_core.catalogue.stuck_words import SIGNS, USUAL_SHARES
from rindle_core.kernel.findings import Level
from rindle_core.stations.bringup.bringup import BringUpInput, StateEntered, bringup
from rindle_core.stations.bringup.ladder import transmits_from
from rindle_core.stations.bringup.stuck import StuckInput, stuck
from tests import golden
from tests.core.test_joins import DISH, come_to, found

STATES = [
    BringUpState(code=c, name=c.title(), usual_s=s)
    for c, s in (("power", 2), ("boot", 70), ("search", 30), ("ranging", 40), ("online", 0))
]


def rise(now_s, *entered, **more):
    events = [StateEntered(code=code, at_s=at) for code, at in entered]
    return bringup(BringUpInput(states=STATES, entered=events, now_s=now_s, **more))


def first(outcome):
    return next(one for one in outcome.findings if one.code == "bringup.stuck.1")


def test_times_in_each_state_are_the_differences():
    result = rise(100, ("power", 0), ("boot", 2), ("search", 5), ("ranging", 35), ("online", 80)).result
    assert [rung.taken_s for rung in result.rungs] == [2, 3, 30, 45, 20]
    assert (result.online, result.total_s) == (True, 80)


def test_a_fall_back_leaves_the_earlier_times_true_and_is_counted():
    result = rise(420, ("power", 0), ("boot", 2), ("search", 80), ("ranging", 115), ("search", 400)).result
    assert [rung.standing for rung in result.rungs] == ["passed", "passed", "current", "ahead", "ahead"]
    assert [rung.taken_s for rung in result.rungs] == [2, 78, 20, None, None]
    assert (result.restart_count, result.fallback_count, result.stuck) == (0, 1, False)


def test_a_terminal_that_starts_again_and_again_is_stuck_however_short_each_try():
    once = rise(90, ("power", 0), ("boot", 2), ("power", 40), ("boot", 42))
    assert (once.result.restart_count, once.result.stuck) == (1, False)
    twice = rise(110, ("power", 0), ("boot", 2), ("power", 40), ("boot", 42), ("power", 90), signs={"restarts": True})
    assert twice.result.stuck
    assert "Too little voltage" in first(twice).message


def test_no_letter_is_the_first_cause_although_the_supply_is_in_order():
    known = {"letter_missing": True, "supply_on_hold": False, "level_none": False, "volts_low": False}
    outcome = rise(400, ("power", 0), ("boot", 2), ("search", 80), signs=known, beam_letter_expected="K")
    assert "No beam letter is told" in first(outcome).message
    assert "the letter K" in first(outcome).clears_by
    assert "no beam letter is told" in first(outcome).why


def test_a_state_for_which_no_cause_is_known_is_stuck_all_the_same():
    outcome = rise(400, ("power", 0), ("boot", 2), ("search", 80), words=HouseWords(causes=[]))
    assert first(outcome).level is Level.HOLD
    assert "no cause is known" in first(outcome).message


def test_every_state_that_the_demo_terminals_pass_has_a_likely_cause():
    stores = json.loads((Path(__file__).parents[4] / "demo" / "terminals.json").read_text("utf-8"))
    for terminal in map(Terminal.model_validate, stores):
        for state in terminal.bringup_states[:-1]:
            causes = stuck(StuckInput(state=state.code, needs=state.needs)).result.causes
            assert causes, (terminal.code, state.code)


def test_the_shares_are_bayes_rule_and_an_unknown_sign_counts_neither_way():
    causes = [
        Cause(code="a", name="A", states=["x"], weight_number=1, shows={"input_low": 0.8}),
        Cause(code="b", name="B", states=["x"], weight_number=3),
    ]
    ask = lambda **signs: {  # noqa: E731
        one.code: one
        for one in stuck(StuckInput(state="x", signs=signs, words=HouseWords(causes=causes))).result.causes
    }
    assert ask()["a"].share == pytest.approx(1 / 4)
    usual = USUAL_SHARES["input_low"]
    assert ask(input_low=True)["a"].share == pytest.approx(0.8 / (0.8 + 3 * usual))
    assert ask(input_low=False)["a"].share == pytest.approx(0.2 / (0.2 + 3 * (1 - usual)))
    assert [one.speaks for one in ask(input_low=True)["a"].evidence] == ["for"]
    assert [one.speaks for one in ask(input_low=False)["a"].evidence] == ["against"]
    assert ask()["a"].unknown == [SIGNS["input_low"][0]]


def test_a_cause_of_the_firm_from_before_the_shares_still_counts_by_its_signs():
    own = Cause(code="own", name="Ours", text="Is {entered} the letter {expected}?", states=["search"],
                signs=["letter_wrong"], weight_with_sign_number=9.0)  # fmt: skip
    words = HouseWords(causes=[*DEFAULT_WORDS.causes, own])
    told = {"state": "search", "needs": ["carrier"], "entered": "L", "expected": "K", "words": words}
    wrong = stuck(StuckInput(signs={"letter_wrong": True}, **told)).result.causes
    assert (wrong[0].code, wrong[0].test) == ("own", "Is L the letter K?")
    assert stuck(StuckInput(signs={"letter_wrong": False}, **told)).result.causes[0].code != "own"


def test_a_cause_that_holds_nothing_up_is_refused():
    with pytest.raises(ValueError, match="what it holds up"):
        Cause(code="idle", name="Idle")


def test_who_may_start_to_send_by_itself_and_who_waits_for_somebody():
    assert transmits_from(STATES, "power") == "may"
    assert transmits_from(STATES, "ranging") == "on"
    waits = [BringUpState(code="call", name="Call", usual_s=1, needs=["desk"]), STATES[3]]
    assert transmits_from(waits, "call") == "off"


@pytest.mark.parametrize(
    ("states", "said"), [([], "unknown"), (["power"], "may"), (["power", "boot", "ranging"], "on")]
)
def test_the_banner_says_what_is_known_of_sending(states, said):
    told = [{"code": code, "at_s": 10.0 * at} for at, code in enumerate(states)]
    assert come_to(states_entered=told, powered_at=None).transmit.state == said


def test_installation_mode_is_told_beside_a_terminal_that_does_not_send_yet():
    states = [{"code": "power", "at_s": 0.0}]
    assert come_to(states_entered=states, install_mode="yes").transmit.state == "install"
    left = [{"step": "install_left", "at": "2026-11-24T10:00:00Z"}]
    assert come_to(states_entered=states, install_mode="yes", lineup_log=left).transmit.state == "may"
    sending = [*states, {"code": "ranging", "at_s": 9.0}]
    assert come_to(states_entered=sending, install_mode="yes").transmit.state == "on"


def test_power_with_people_in_front_or_plugs_to_be_mated_is_a_hold():
    states = [{"code": "power", "at_s": 0.0}, {"code": "ranging", "at_s": 9.0}]
    assert (
        found(come_to(states_entered=states, in_front_clear=False), "bringup")["bringup.interlock.front"].level
        == "hold"
    )
    assert "bringup.interlock.front" not in found(come_to(states_entered=states), "bringup")
    marks = [one for one in DISH["step_marks"] if one["code"] != "ends"]
    open_plug = found(come_to(states_entered=states, step_marks=marks), "bringup")["bringup.interlock.coax"]
    assert open_plug.level == "hold"
    assert "bringup.interlock.coax" not in found(come_to(states_entered=[], step_marks=marks), "bringup")


def test_on_the_bench_the_earth_is_not_asked_for_yet():
    on_bench = found(come_to(powered_where="bench", step_marks=[], states_entered=[]), "bringup")
    assert "bringup.before_power" not in on_bench
    assert not come_to(powered_where="bench").may_sign_off  # online on the bench proves nothing of its place
    assert "bringup.before_power" in found(come_to(powered_where="site", step_marks=[], states_entered=[]), "bringup")


def test_a_test_carrier_is_power_whatever_the_states_say():
    on = [{"step": "carrier_on", "at": "2026-11-24T10:00:00Z"}]
    held = found(come_to(states_entered=[], lineup_log=on, in_front_clear=False), "bringup")
    assert held["bringup.interlock.front"].level == "hold"


def test_a_state_that_nobody_saw_is_named_when_it_is_online():
    outcome = rise(100, ("power", 0), ("online", 80))
    told = next(one for one in outcome.findings if one.code == "bringup.online")
    assert "Not seen on the way: Boot, Search, Ranging" in told.why


def test_an_entry_that_was_left_out_is_asked_for_once_it_is_online():
    assert "bringup.untold" not in found(come_to(), "bringup")
    left_out = found(come_to(beam_letter=""), "bringup")
    assert left_out["bringup.untold"].level == "unknown"
    assert "Beam letter" in left_out["bringup.untold"].clears_by
    assert not come_to(beam_letter="").may_sign_off


def test_a_state_says_what_to_do_meanwhile_and_what_first_when_it_takes_too_long():
    states = [
        BringUpState(code="power", name="Power", usual_s=3),
        BringUpState(code="boot", name="Boot", usual_s=75, wait="boot"),
        BringUpState(code="online", name="Online", usual_s=0, wait="boot"),
    ]

    def told(now_s, *codes):
        entered = [StateEntered(code=code, at_s=at) for at, code in enumerate(codes)]
        result = bringup(BringUpInput(states=states, entered=entered, now_s=now_s)).result
        return result.meanwhile, result.if_late

    assert told(1, "power") == ("", "")
    assert told(60, "power", "boot") == ("Prepare the laptop.", "")
    assert told(200, "power", "boot") == ("", "Cable and power: go through the causes at Bring-up.")
    assert told(500, "power", "boot", "online") == ("", "")


@pytest.mark.parametrize(
    ("told", "more", "level", "words"),
    [
        ("right", {"states_entered": []}, Level.HOLD, "set right, and beam K is received left"),
        ("horizontal", {"states_entered": []}, Level.HOLD, "set horizontal"),
        ("right", {}, Level.MIND, "It is online"),
        ("left", {"states_entered": []}, Level.CLEAR, "as beam K asks: left"),
    ],
)
def test_a_feed_that_is_marked_for_the_other_hand_is_not_switched_on(told, more, level, words):
    finding = found(come_to(DISH, hand_set=told, **more), "bringup")["bringup.feed_hand"]
    assert (finding.level, words in finding.message) == (level, True)


def test_of_a_feed_of_which_nothing_is_told_nothing_is_said():
    told = come_to(DISH, hand_set="", states_entered=[])
    assert "bringup.feed_hand" not in {one.code for view in told.stations for one in view.findings}


def test_while_it_searches_one_goes_out_with_the_things_for_the_antenna_until_it_is_locked_down():
    begun = [{"id": "1", "code": "power", "at_s": 0.0}, {"id": "2", "code": "search", "at_s": 70.0}]
    half = golden.read("2026-102")["facts"]
    out = come_to(half, states_entered=begun).go_out
    assert any("clinometer" in one for one in out), out
    assert come_to(half, states_entered=begun[:1]).go_out == []  # it boots: nothing is heard yet
    assert come_to(DISH, states_entered=begun).go_out == []  # locked down
