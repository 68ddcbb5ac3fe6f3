"""What the modem is told: form, order, second typing, read-back, configuration file; figures by stage; the update."""

import datetime as dt

import pytest

from rindle_core.catalogue.modem import ModemEntry
from rindle_core.kernel.findings import Level
from rindle_core.science.spelling import spelled
from rindle_core.stations.bringup.custom_carrier import carrier_fault
from rindle_core.stations.bringup.entered import entered
from rindle_core.stations.bringup.entries_told import EntriesInput, masked, modem_entries
from rindle_core.stations.bringup.radio import RadioInput, radio_figures
from rindle_core.stations.bringup.rows import RadioMark, Told
from rindle_core.stations.bringup.update import UpdateInput, update
from tests.core.test_joins import come_to, found, job

CODE = ModemEntry(
    code="activation_code",
    label="Code",
    pattern="[A-Z0-9]{4}-[A-Z0-9]{4}",
    example="7QKD-20XM",
    twice=True,
    secret=True,
)
SITE = ModemEntry(
    code="site_id", label="Site id", pattern="[A-Z]{2}[0-9]{6}", example="BC204417", source="brief.site_id"
)
SIZE = ModemEntry(code="size", label="Dish", pattern="[0-9]+", example="980", compared="number", within=10, typed=False)
PLACE = ModemEntry(code="position", label="Position", pattern=".+", example="0, 0", compared="position", within=500)


def judged(entries, told=None, known=None, back=(), **more):
    given = EntriesInput(entries=entries, told=told or {}, known=known or {}, back=list(back), **more)
    outcome = modem_entries(given)
    return outcome.result.rows, {one.code: one for one in outcome.findings}


@pytest.mark.parametrize(("code", "ok"), [("7QKD-20XM", True), ("7QKD20XM", False)])
def test_an_entry_of_the_wrong_form_is_told_before_the_modem_refuses_it(code, ok):
    _, findings = judged([CODE], {"activation_code": code})
    assert ("bringup.form" not in findings) is ok


@pytest.mark.parametrize(("again", "level"), [("", "mind"), ("7QKD-20XN", "hold"), ("7QKD-20XM", None)])
def test_a_code_is_typed_twice_and_a_slip_is_a_hold(again, level):
    _, findings = judged([CODE], {"activation_code": "7QKD-20XM"}, back=[Told(code="activation_code", again=again)])
    told = findings.get("bringup.twice.activation_code")
    assert (told.level if told else None) == level


def test_a_secret_is_never_said_whole():
    rows, findings = judged([CODE], {"activation_code": "7qkd"}, back=[Told(code="activation_code", shown="XXXX-1234")])
    assert rows[0].spelled == ""
    assert "7qkd" not in " ".join(one.why + one.message for one in findings.values())
    assert masked("7QKD-20XM") == "•••••••XM"


def test_an_entry_that_is_not_as_the_order_has_it_is_a_hold():
    rows, findings = judged([SITE], {"site_id": "BC204418"}, {"site_id": "BC204417"})
    assert findings["bringup.entry.site_id"].level is Level.HOLD
    assert rows[0].agrees is False
    same, quiet = judged([SITE], {"site_id": "BC204417"}, {"site_id": "BC204417"})
    assert (same[0].agrees, quiet) == (True, {})


@pytest.mark.parametrize(("shown", "level"), [("985", "clear"), ("990", "clear"), ("991", "hold"), ("big", "hold")])
def test_the_size_that_the_modem_shows_is_held_against_the_terminals(shown, level):
    _, findings = judged([SIZE], known={"size": "980"}, back=[Told(code="size", shown=shown)])
    assert findings["bringup.read_back.size"].level == level


@pytest.mark.parametrize(("shown", "level"), [("0.004, 10", "clear"), ("0.005, 10", "hold"), ("10, 0", "hold")])
def test_the_position_that_the_modem_shows_lies_within_its_limit(shown, level):
    rows, findings = judged([PLACE], back=[Told(code="position", shown=shown)], latitude_deg=0.0, longitude_deg=10.0)
    assert findings["bringup.read_back.position"].level == level
    assert rows[0].agrees is (level == "clear")


def test_what_the_modem_shows_of_an_entry_that_nobody_told_is_not_clear():
    _, findings = judged([SITE], back=[Told(code="site_id", shown="BC204417")])
    assert findings["bringup.read_back.site_id"].level is Level.UNKNOWN


@pytest.mark.parametrize(
    ("shown", "wanted", "restarted", "level"),
    [
        ("", "1F", True, "unknown"),
        ("1f:22", "1F22", True, "clear"),
        ("1f23", "1F22", True, "hold"),
        ("1F22", "1F22", False, "mind"),
    ],
)
def test_a_configuration_file_is_whole_and_taken(shown, wanted, restarted, level):
    _, findings = judged(
        [], config_name="a.cfg", config_sum=shown, config_sum_wanted=wanted, config_restarted=restarted
    )
    assert findings["bringup.config"].level == level


def test_codes_are_raised_where_only_so_they_have_their_form():
    kept = entered({"beam_letter": "k", "activation_code": "7qkd-20xm"}, job())
    assert kept == {"beam_letter": "K", "activation_code": "7QKD-20XM"}
    assert entered({"activation_code": "not a code"}, job()) == {"activation_code": "not a code"}


def test_a_text_is_spelled_by_the_radio_alphabet():
    assert spelled("K7-b.") == "Kilo seven dash small Bravo point"
    assert spelled("02:5e") == "zero two colon five Echo"


def test_a_carrier_is_one_that_the_terminal_can_take():
    terminal = job().picks.terminal
    band, cable = terminal.receive_ghz * 1000, terminal.cable
    for fits in (band, cable.if_low_mhz, cable.if_high_mhz):
        assert carrier_fault(f"{fits:g}", terminal) == ""
    for other in (f"{cable.if_high_mhz + 1}", f"{band * 1.2}", "many"):
        assert carrier_fault(other, terminal)
    assert found(come_to(modem_entries={"carrier_mhz": "1"}), "bringup")["bringup.carrier_by_hand"].level == "hold"
    asked = found(come_to(carrier_by="Nobody Known", carrier_reason="the desk asked"), "bringup")
    assert asked["bringup.carrier_by_hand"].level == "hold"


def figures(*marks, **more):
    outcome = radio_figures(RadioInput(marks=[RadioMark(**one) for one in marks], **more))
    return outcome.result, {one.code: one.level for one in outcome.findings}


def test_the_code_waits_for_the_radio_figures():
    early, judged_early = figures({"stage": "peaked", "es_n0_db": 12}, code_told=True)
    assert (early.code_waits, judged_early["bringup.radio"]) == (True, "hold")
    late, judged_late = figures(
        {"stage": "locked_down", "es_n0_db": 12, "photo": "a.jpg"}, code_told=True, pictures=["a.jpg"]
    )
    assert (late.code_waits, judged_late["bringup.radio"]) == (False, "clear")
    _, bare = figures({"stage": "locked_down", "es_n0_db": 12})
    assert bare["bringup.radio"] == "mind"
    _, online = figures({"stage": "locked_down", "es_n0_db": 12}, online=True)
    assert online["bringup.radio_online"] == "unknown"


@pytest.mark.parametrize(("level", "judged_as"), [(31.0, "clear"), (31.1, "mind")])
def test_a_transmit_level_near_its_end_is_minded(level, judged_as):
    _, found_ = figures({"stage": "on_network", "es_n0_db": 12, "transmit_dbm": level}, transmit_most_dbm=33.0)
    assert found_["bringup.transmit_level"] == judged_as


def test_a_level_that_fell_since_the_lock_is_minded():
    _, fell = figures({"stage": "locked_down", "es_n0_db": 12}, {"stage": "activated", "es_n0_db": 8}, online=True)
    assert fell["bringup.radio_fell"] == "mind"
    _, held = figures({"stage": "locked_down", "es_n0_db": 12}, {"stage": "activated", "es_n0_db": 11.5}, online=True)
    assert held["bringup.radio_fell"] == "clear"


@pytest.mark.parametrize(
    ("levels", "locked", "judged_as"),
    [
        ({"preset": 3, "locked": 6, "peaked": 12, "locked_down": 12}, 12.0, "clear"),  # it rises until the peak
        ({"locked": 6, "locked_down": 12}, 12.2, "clear"),
        ({"peaked": 5, "locked_down": 12}, 12.0, "mind"),  # Peak says another level of the same moment
        ({"peaked": 12, "on_network": 4, "activated": 12}, None, "mind"),
        ({"peaked": 12, "on_network": 10, "activated": 12}, None, "clear"),  # rain, and a house rule
    ],
)
def test_a_level_that_fell_and_came_back_is_minded_too(levels, locked, judged_as):
    marks = [{"stage": stage, "es_n0_db": level} for stage, level in levels.items()]
    _, judged = figures(*marks, locked_db=locked)
    assert judged["bringup.radio_fell"] == judged_as


def test_radio_figures_are_read_in_the_order_of_their_stages_and_on_the_day_of_the_work():
    def times(**at):
        marks = [{"stage": stage, "at": AT + dt.timedelta(hours=hour), "es_n0_db": 12} for stage, hour in at.items()]
        _, judged = figures(*marks, work_from=AT)
        return judged.get("bringup.radio_times")

    assert times(peaked=0, locked_down=1, activated=3) is None
    assert times(peaked=-1, locked_down=1) == "mind"
    assert times(locked_down=2, on_network=1) == "mind"
    assert figures({"stage": "locked_down", "at": AT - dt.timedelta(days=1)})[1].get("bringup.radio_times") is None


@pytest.mark.parametrize(("shown", "judged_as"), [(7.5, "clear"), (7.6, "mind"), (None, None)])
def test_the_loss_that_its_page_shows_is_held_against_the_cables_own(shown, judged_as):
    _, judged = figures({"stage": "locked", "run_loss_db": shown}, reckoned_loss_db=6.0)
    assert judged.get("bringup.radio_run") == judged_as
    _, untold = figures({"stage": "locked", "run_loss_db": shown})
    assert "bringup.radio_run" not in untold


AT = dt.datetime(2026, 11, 24, 10, tzinfo=dt.UTC)


@pytest.mark.parametrize(
    ("told", "level"),
    [
        ({"seen": "none"}, "clear"),
        ({"seen": "", "online": True}, "unknown"),
        ({"seen": "offered", "choice": "later"}, "unknown"),
        ({"seen": "offered", "choice": "later", "reason": "slot at ten"}, "mind"),
        ({"seen": "offered", "choice": "now"}, "unknown"),
        ({"seen": "offered", "choice": "now", "updated_at": AT}, "clear"),
    ],
)
def test_an_update_is_put_in_or_put_off_with_a_reason(told, level):
    assert [one.level for one in update(UpdateInput(**told)).findings] == [level]


@pytest.mark.parametrize(("settled", "minutes"), [(None, 30), (12, 12), (45, 30), (-5, 30)])
def test_nothing_is_judged_before_an_update_has_settled(settled, minutes):
    seen = None if settled is None else AT + dt.timedelta(minutes=settled)
    result = update(UpdateInput(seen="offered", updated_at=AT, settled_at=seen)).result
    assert result.judge_from == AT + dt.timedelta(minutes=minutes)


def test_without_any_figure_none_are_called_noted():
    for has_code in (True, False):
        _, judged_bare = figures(has_code=has_code)
        assert judged_bare["bringup.radio"] == "unknown"


def test_a_picture_that_is_not_among_the_papers_is_none():
    mark = {"stage": "locked_down", "es_n0_db": 12, "photo": "a.jpg"}
    assert figures(mark)[1]["bringup.radio"] == "mind"
    assert figures(mark, pictures=["a.jpg"])[1]["bringup.radio"] == "clear"


def test_a_fall_that_was_noted_long_ago_is_a_fall_still():
    stages = [("peaked", 12.0), ("locked_down", 7.0), ("activated", 7.0)]
    _, judged_late = figures(*({"stage": stage, "es_n0_db": level} for stage, level in stages))
    assert judged_late["bringup.radio_fell"] == "mind"


def test_a_name_of_a_file_is_compared_with_nothing():
    file = ModemEntry(code="site_file", label="File", pattern=".+", example="a", compared="no")
    _, findings = judged([file], {"site_file": "a"}, back=[Told(code="site_file", shown="b")])
    assert findings == {}


def test_a_position_that_is_typed_far_off_is_a_hold_before_it_is_read_back():
    _, findings = judged([PLACE], {"position": "1, 10"}, latitude_deg=0.0, longitude_deg=10.0)
    assert findings["bringup.entry.position"].level is Level.HOLD
    assert judged([PLACE], {"position": "0.001, 10"}, latitude_deg=0.0, longitude_deg=10.0)[1] == {}


@pytest.mark.parametrize(
    ("value", "shown", "standing"),
    [("", "", "open"), ("BC204417", "", "ordered"), ("BC204417", "BC204417", "shown"), ("BC204418", "", "differs")],
)
def test_only_what_the_modem_shows_settles_an_entry(value, shown, standing):
    back = [Told(code="site_id", shown=shown)] if shown else []
    assert judged([SITE], {"site_id": value}, {"site_id": "BC204417"}, back)[0][0].standing == standing
