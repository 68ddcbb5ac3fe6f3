"""Build steps, bring-up, acceptance and the registry's command line."""

import io
import json
from pathlib import Path

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS, Cause, HouseWords
from rindle_core.catalogue.models import BringUpState, BuildStep, ModemEntry
from rindle_core.kernel.calculators import MODULE_OF
from rindle_core.kernel.cli import main
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.registry import calculator, calculators
from rindle_core.kernel.units import convert, format_quantity
from rindle_core.stations.bringup.bringup import BringUpInput, OwnFigures, StateEntered, bringup
from rindle_core.stations.build.steps import BuildInput, StepMark, build
from rindle_core.stations.handover.acceptance import AcceptanceInput, ServiceRun, acceptance

STEPS = [
    BuildStep(code="kit", title="Kit", hold_point=True),
    BuildStep(code="mast", title="Mast", hold_point=True, needs=["step:kit", "entry:mount"]),
    BuildStep(code="arm", title="Arm"),
]
STATES = [
    BringUpState(code=c, name=c.title(), usual_s=s)
    for c, s in (("power", 2), ("search", 30), ("ranging", 40), ("online", 0))
]


def states_of(*marked, **entries):
    marks = [StepMark(code=code, at="2026-11-24T08:00:00Z", by="N") for code in marked]
    return [view.state for view in build(BuildInput(steps=STEPS, marks=marks, entries=entries)).result.steps]


def test_hold_points_cannot_be_passed_while_what_they_need_is_missing():
    assert states_of() == ["ready", "locked", "locked"]
    assert states_of("kit") == ["done", "locked", "locked"]
    assert states_of("kit", mount=True) == ["done", "ready", "locked"]
    assert states_of("kit", "mast", mount=True) == ["done", "done", "ready"]


def test_a_held_step_says_for_what_it_waits():
    result = build(BuildInput(steps=STEPS)).result
    assert result.steps[1].waits_for == ["step “Kit”", "a mast that fits and holds (Mount)"]
    assert result.steps[2].waits_for == ["hold point “Kit”"]


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
    terminals = json.loads((Path(__file__).parents[2] / "demo" / "terminals.json").read_text("utf-8"))
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


def test_medians_and_an_impossible_latency():
    runs = [ServiceRun(when="after", down_mbps=d, up_mbps=5, latency_ms=ms) for d, ms in ((40, 31), (50, 35), (90, 30))]
    outcome = acceptance(AcceptanceInput(runs=runs, least_ping_ms=490))
    assert (outcome.result.after.down_mbps, outcome.result.after.latency_ms) == (50, 31)
    assert {f.code: f.level for f in outcome.findings}["handover.latency"] == "mind"


AIM = {"latitude_deg": -29.3, "longitude_deg": 27.9, "satellite_longitude_deg": 31.6, "date": "2026-11-24"}


def command(*arguments, text=""):
    out, err = io.StringIO(), io.StringIO()
    status = main(list(arguments), io.StringIO(text), out, err)
    return status, out.getvalue(), err.getvalue()


def test_the_command_line_gives_what_the_registry_gives():
    status, out, _ = command("aim", text=json.dumps(AIM))
    assert status == 0
    assert json.loads(out) == calculator("aim").run(AIM).as_dict()


def test_bad_input_is_exit_status_2_and_one_json_line():
    status, out, err = command("aim", text=json.dumps({**AIM, "latitude_deg": 95}))
    assert (status, out) == (2, "")
    assert err.count("\n") == 1
    assert json.loads(err)["error"]["field"] == "latitude_deg"
    assert command("aim", text="{")[0] == 2
    assert command("nothing")[0] == 2


def test_lines_go_on_after_a_bad_one_and_keep_their_order():
    lines = [json.dumps(AIM), "nonsense", json.dumps({**AIM, "latitude_deg": 0})]
    status, out, _ = command("aim", "--lines", text="\n".join(lines))
    answers = [json.loads(line) for line in out.splitlines()]
    assert status == 0
    assert [set(answer) for answer in answers] == [{"result", "findings"}, {"error"}, {"result", "findings"}]
    assert answers[2]["result"]["elevation_deg"] > answers[0]["result"]["elevation_deg"]


def test_every_calculator_is_listed_and_has_its_schema():
    listed = [line.split("\t")[0] for line in command("--list")[1].splitlines()]
    assert listed == list(calculators()) == sorted(MODULE_OF)
    for name in listed:
        schema = json.loads(command(name, "--schema")[1])
        assert schema["input"]["properties"]


def test_an_unknown_calculator_lists_the_known_ones():
    with pytest.raises(InputError, match="aim"):
        calculator("aims")


def test_quantities_are_worded_in_both_systems():
    assert convert(25.4, "mm", "imperial") == pytest.approx(1.0)
    assert format_quantity(-0.04, "deg") == "0.0°"
    assert format_quantity(10, "mps", "imperial") == "22 mph"
