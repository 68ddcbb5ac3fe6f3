"""The line-up: its steps, the carrier's time, the approval; and the simulated desk that plays the other side."""

import datetime as dt
from decimal import Decimal

import pytest

from rindle_bench.config import DeskSaid, TerminalConfig
from rindle_bench.desk import isolation_db
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.catalogue.models import BringUpState, Screw
from rindle_core.catalogue.modem import DeskContact
from rindle_core.job import JobInput
from rindle_core.kernel.units import as_written
from rindle_core.stations.aim.part import AimPart
from rindle_core.stations.bringup.known import call_sheet, known_of
from rindle_core.stations.bringup.lineup import LineupRunInput, lineup_run
from rindle_core.stations.bringup.rows import LineupMark
from tests import golden

AT = dt.datetime(2026, 11, 24, 10, tzinfo=dt.UTC)
DESK = DeskContact(name="Desk", isolation_least_db=25, carrier_most_min=5)
WHOLE = (
    "called",
    "readings",
    "carrier_on",
    "power",
    ("isolation", 30.0),
    "approved",
    "carrier_off",
    "install_left",
    "restarted",
)


def call(*steps, minutes=1.0, now=None, **more):
    log = []
    for at, one in enumerate(steps):
        step, figure = one if isinstance(one, tuple) else (one, None)
        log.append(
            LineupMark(step=step, figure=figure, at=AT + dt.timedelta(minutes=minutes * at), who="Ann", number="7")
        )
    outcome = lineup_run(LineupRunInput(log=log, desk=DESK, now=now, **more))
    return outcome.result, {one.code: one.level for one in outcome.findings}


def test_the_steps_lead_to_an_approval_with_name_number_and_time():
    result, judged = call(*WHOLE)
    assert result.closed
    assert result.next_step is None
    assert set(judged.values()) == {"clear"}
    assert call(*WHOLE[:-1])[1]["bringup.lineup_left"] == "mind"


@pytest.mark.parametrize("count", range(3, 7))
def test_a_carrier_that_is_on_holds_whatever_else_is_done(count):
    result, judged = call(*WHOLE[:count])
    assert judged["bringup.carrier"] == "hold"
    assert result.carrier_on_since == AT + dt.timedelta(minutes=2)
    assert not result.closed
    assert result.next_step == ("carrier_off" if count == 6 else WHOLE[count] if count != 4 else "isolation")


def test_the_carrier_is_on_no_longer_than_the_desk_lends_it():
    assert call(*WHOLE)[1]["bringup.carrier_long"] == "clear"
    assert call(*WHOLE, minutes=1.3)[1]["bringup.carrier_long"] == "mind"
    running = call(*WHOLE[:4], now=AT + dt.timedelta(minutes=8))
    assert running[1]["bringup.carrier_long"] == "mind"
    assert call(*WHOLE[:4], now=AT + dt.timedelta(minutes=6))[1]["bringup.carrier_long"] == "clear"


@pytest.mark.parametrize(("isolation", "level"), [(24.9, "hold"), (25.0, "clear")])
def test_an_isolation_under_what_the_desk_asks_is_a_hold(isolation, level):
    result, judged = call(*WHOLE[:4], ("isolation", isolation))
    assert judged["bringup.desk_isolation"] == level
    assert result.next_step == ("approved" if level == "clear" else "isolation")


def test_while_the_carrier_is_on_nobody_says_that_it_was_short():
    first = [*WHOLE[:4], "carrier_off", "carrier_on"]
    assert "bringup.carrier_long" not in call(*first)[1]
    assert call(*first)[0].carrier_over_at == AT + dt.timedelta(minutes=5 + 5)


def test_an_isolation_from_before_the_carrier_went_on_anew_counts_no_more():
    result, judged = call(*WHOLE[:5], "carrier_off", "carrier_on")
    assert result.isolation_db is None
    assert "bringup.desk_isolation" not in judged


def test_a_carrier_that_goes_on_once_more_undoes_the_approval():
    result, judged = call(*WHOLE, "carrier_on")
    assert (result.approved, judged["bringup.carrier"]) == (False, "hold")


def test_the_call_sheet_spells_what_is_read_out():
    result, _ = call(sheet=[("Terminal id", "HP-2207"), ("Site id", "")])
    assert [(one.value, one.spelled) for one in result.sheet] == [("HP-2207", "Hotel Papa dash two two zero seven")]


def test_a_carrier_goes_into_the_modem_with_all_its_digits():
    """Six digits would be 50 kHz off; an independent reading of the text gives the figure back."""
    for mhz in (12547.75, 1200.0, 19700.125, 11742.5):
        assert Decimal(as_written(mhz)) == Decimal(str(mhz))
    job = JobInput.model_validate(golden.read("2026-104")["facts"])
    terminal = job.picks.terminal
    entry = next(one for one in terminal.entries if one.code == "beam_letter").model_copy(
        update={"code": "carrier_mhz", "source": "beam.carrier_mhz"}
    )
    beam = job.picks.satellite.beams[0].model_copy(update={"carrier_mhz": 12547.75})
    told = AimPart.model_construct(beam=beam)
    assert known_of(job, told, terminal.model_copy(update={"entries": [entry]})) == {"carrier_mhz": "12547.75"}
    assert ("Carrier", "12547.75 MHz") in call_sheet(job, told, terminal)


SCREW = Screw(deg_per_turn=0.5)
STATES = [
    BringUpState(code="power", name="Power", usual_s=1, needs=["power"]),
    BringUpState(code="carrier_on", name="Carrier", usual_s=1, needs=["desk"], transmits="on"),
    BringUpState(code="isolation", name="Isolation", usual_s=1, needs=["desk"], transmits="on"),
    BringUpState(code="carrier_off", name="Off", usual_s=1, needs=["desk"]),
    BringUpState(code="online", name="Online", usual_s=0, transmits="on"),
]


class Line:
    """A call with the simulated desk on a clock of our own."""

    def __init__(self, **config):
        self.now = 0.0
        self.terminal = SimulatedTerminal(
            TerminalConfig(
                seed=3, time_scale=1.0, beamwidth_deg=2.0, elevation_deg=45, elevation_screw=SCREW, azimuth_screw=SCREW,
                coarse_elevation_error_deg=0, coarse_azimuth_error_deg=0, peak_level_db=13, states=STATES,
                terminal_id="HP-2207", **config,
            ),
            clock=lambda: self.now,
        )  # fmt: skip
        self.terminal.modem.switch(True, 0.0)
        self.later(10)

    def later(self, seconds):
        self.now += seconds
        return self.terminal.telemetry()

    def say(self, step, **told):
        return self.terminal.say(DeskSaid(step=step, **{"terminal_id": "HP-2207", "es_n0_db": 13.0, **told}))

    def to_power(self):
        for step in ("called", "readings", "carrier_on"):
            assert not self.say(step).refused, step
        assert not self.say("power", transmit_dbm=28.0).refused


def test_a_line_up_fails_on_isolation_and_passes_after_the_skew():
    line = Line()
    line.to_power()
    off = line.say("isolation", skew_error_deg=6.0)
    assert off.isolation_db == pytest.approx(isolation_db(6.0, 38.0), abs=0.06)
    assert "anticlockwise" in off.said
    assert line.say("approved").refused
    assert line.later(30).state == "isolation"
    line.say("isolation", skew_error_deg=1.0)
    done = line.say("approved")
    assert (done.refused, bool(done.number)) == (False, True)
    assert line.later(600).state == "carrier_off"  # it stays until the carrier is off
    assert line.terminal.telemetry().transmitting
    line.say("carrier_off")
    assert line.later(60).state == "online"


@pytest.mark.parametrize(
    ("before", "step", "told"),
    [
        ((), "called", {"terminal_id": "HP-2208"}),
        ((), "readings", {}),
        (("called",), "readings", {"es_n0_db": 3.0}),
        (("called",), "carrier_on", {}),
        (("called", "readings"), "isolation", {}),
        (("called", "readings", "carrier_on"), "isolation", {}),
        (("called", "readings", "carrier_on"), "power", {"transmit_dbm": 24.0}),
        (("called", "readings", "carrier_on"), "approved", {}),
    ],
)
def test_the_desk_refuses_what_a_real_one_would(before, step, told):
    line = Line()
    for one in before:
        assert not line.say(one).refused
    assert line.say(step, **told).refused


def test_a_hurried_desk_ends_the_call_when_the_time_is_over():
    line = Line(hurried=True, carrier_most_min=5)
    line.to_power()
    line.later(301)
    assert line.say("isolation").refused
    assert line.terminal.telemetry().carrier_on  # that it refuses does not switch it off
    patient = Line(carrier_most_min=5)
    patient.to_power()
    patient.later(301)
    assert not patient.say("isolation").refused


def test_isolation_is_the_tangent_law_with_the_feeds_own_floor():
    assert isolation_db(0.0, 38.0) == pytest.approx(38.0)
    assert isolation_db(5.0, 200.0) == pytest.approx(21.16, abs=0.01)  # -20 log10 tan 5°
    assert isolation_db(90.0, 38.0) < 0
