"""The simulated terminal: play, pattern, delay, states, and its HTTP interface."""

import contextlib
import itertools
import json
import math
import threading
import urllib.error
import urllib.request
from pathlib import Path

import numpy as np
import pytest

from rindle_bench.config import Downlink, ModemEntries, NutsChange, PowerChange, Push, ScrewTurn, TerminalConfig
from rindle_bench.downlink import received_db
from rindle_bench.http import Bench, make_server
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.catalogue.models import Beam, BringUpState, Screw
from rindle_core.catalogue.peak_words import SILENCES
from rindle_core.stations.aim.beams import deepest
from rindle_core.stations.aim.level import expected_level

DEMO = Path(__file__).parents[2] / "demo"

CODES = (
    ("power", 2),
    ("boot", 60),
    ("search", 30),
    ("receive_lock", 10),
    ("frame_sync", 10),
    ("ranging", 40),
    ("network_entry", 20),
    ("address", 10),
    ("activation", 30),
    ("online", 0),
)
CONFIG = TerminalConfig(
    seed=3,
    time_scale=1,
    beamwidth_deg=1.4,
    elevation_deg=55,
    elevation_screw=Screw(deg_per_turn=0.4, backlash_turns=0.2),
    azimuth_screw=Screw(deg_per_turn=0.5, backlash_turns=0.2),
    coarse_elevation_error_deg=0.4,
    coarse_azimuth_error_deg=0.0,
    peak_level_db=13,
    noise_db=0,
    beam_letter="K",
    by_meter=True,
    states=[BringUpState(code=code, name=code, usual_s=usual) for code, usual in CODES],
)


class Clock:
    now_s = 0.0

    def __call__(self):
        return self.now_s


def made(**change):
    clock = Clock()
    return SimulatedTerminal(CONFIG.model_copy(update=change), clock), clock


def after(clock, terminal, seconds):
    clock.now_s += seconds
    return terminal.telemetry()


def test_the_level_rises_to_the_peak_and_lags_behind_the_screw():
    terminal, clock = made()
    start = terminal.telemetry().level_db
    at_once = terminal.turn(
        ScrewTurn(axis="elevation", turns=-1.2)
    ).level_db  # -1.2 turns leave the play: head 0.2 behind
    assert at_once == pytest.approx(start)
    assert after(clock, terminal, 60).settled is True
    assert terminal.telemetry().level_db == pytest.approx(13, abs=0.02)


def test_play_is_lost_on_every_reversal():
    terminal, clock = made()
    terminal.turn(ScrewTurn(axis="elevation", turns=-1.2))
    level = after(clock, terminal, 60).level_db
    terminal.turn(ScrewTurn(axis="elevation", turns=0.2))
    assert after(clock, terminal, 60).level_db == pytest.approx(level)
    terminal.turn(ScrewTurn(axis="elevation", turns=0.2))
    assert after(clock, terminal, 60).level_db < level


def test_the_same_seed_gives_the_same_run():
    levels = []
    for _ in range(2):
        terminal, clock = made(noise_db=0.2, coarse_elevation_error_deg=None)
        levels.append([after(clock, terminal, 10).level_db for _ in range(5)])
    assert levels[0] == levels[1]


def online(letter="K", code="7QKD-20XM", **change):
    terminal, clock = made(coarse_elevation_error_deg=0.0, **change)
    terminal.power(PowerChange(on=True))
    terminal.tell(ModemEntries(beam_letter=letter, activation_code=code))
    return after(clock, terminal, 1000), terminal, clock


def test_with_the_right_entries_it_climbs_every_state_in_order():
    told, *_ = online()
    assert [event.code for event in told.states_entered] == [code for code, _ in CODES]
    times = [event.at_s for event in told.states_entered]
    assert all(a < b for a, b in itertools.pairwise(times))


def heard(**change):
    terminal, clock = made(coarse_elevation_error_deg=0.0, by_meter=False, **change)
    return terminal, clock, lambda seconds: after(clock, terminal, seconds)


def test_without_power_its_start_and_its_carrier_it_tells_no_level():
    terminal, _, later = heard()
    told = later(60)
    assert (told.level_db, told.best_db, told.sound, told.network) == (None, None, "silent", "")
    assert told.no_level_why == told.no_sound_why == SILENCES["off"]
    terminal.power(PowerChange(on=True))
    told = later(5)
    assert (told.state, told.level_db, told.no_sound_why) == ("boot", None, SILENCES["starting"])
    told = later(200)
    assert (told.state, told.level_db, told.sound) == ("search", None, "searching")  # it pulses, and finds nothing
    assert told.no_level_why == SILENCES["carrier"]
    terminal.tell(ModemEntries(beam_letter="K"))
    later(10)
    told = later(10)
    assert told.level_db == pytest.approx(13, abs=0.05)
    assert (told.sound, told.no_level_why) == ("best", "")
    terminal.power(PowerChange(on=False))
    assert (later(1).level_db, later(1).best_db) == (None, None)


def test_in_installation_mode_it_sounds_and_stays_before_it_would_send():
    terminal, _, later = heard()
    terminal.tell(ModemEntries(beam_letter="K", activation_code="7QKD-20XM", install=True))
    terminal.power(PowerChange(on=True))
    later(3000)
    told = later(10)
    assert (told.state, told.transmitting, told.sound) == ("frame_sync", False, "best")
    terminal.tell(ModemEntries(install=False))
    assert later(1).sound == "silent"
    assert later(1000).state == "online"


def test_a_stand_in_that_is_placed_anew_goes_on_where_it_was_left():
    terminal, _, later = heard()
    left = [{"code": code, "at_s": 10.0 * at} for at, (code, _) in enumerate(CODES[:5])]
    told = terminal.power(PowerChange(on=True, left_at=left))
    assert [one.code for one in told.states_entered] == [code for code, _ in CODES[:5]]
    assert told.now_s == pytest.approx(40.0)
    terminal.tell(ModemEntries(beam_letter="K", activation_code="7QKD-20XM"))
    assert later(2000).state == "online"


def test_another_guide_leaves_the_head_where_it_is(address):
    ask(f"{address}/terminals/g", "PUT", CONFIG.model_dump())
    assert ask(f"{address}/terminals/g/screw", "POST", {"axis": "azimuth", "turns": 2.0})["azimuth_turns"] == 2.0
    other = CONFIG.model_copy(update={"lock_s": 0.5, "drop_db": 1.0})
    assert ask(f"{address}/terminals/g", "PUT", other.model_dump())["azimuth_turns"] == 2.0
    moved = other.model_copy(update={"elevation_deg": 40})
    assert ask(f"{address}/terminals/g", "PUT", moved.model_dump())["azimuth_turns"] == 0.0


def test_two_who_place_it_at_once_get_the_same_one(monkeypatch):
    begun, both = threading.Event(), threading.Barrier(2)

    class Slow(SimulatedTerminal):
        def __init__(self, config):
            begun.set()
            with contextlib.suppress(threading.BrokenBarrierError):
                both.wait(timeout=0.5)  # passed only where two are made side by side
            super().__init__(config)

    monkeypatch.setattr("rindle_bench.http.SimulatedTerminal", Slow)
    bench, placed = Bench(), []
    threads = [threading.Thread(target=lambda: placed.append(bench.put("2207", CONFIG))) for _ in range(2)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    assert begun.is_set()
    assert placed[0] is placed[1] is bench.terminals["2207"]  # else power that one was given is lost with it


def test_a_wrong_beam_letter_never_ranges_until_it_is_put_right():
    told, terminal, clock = online(letter="L")
    assert told.state == "ranging"
    terminal.tell(ModemEntries(beam_letter="K"))
    assert after(clock, terminal, 1000).state == "online"


@pytest.mark.parametrize(
    ("change", "state"),
    [
        ({"code": ""}, "activation"),
        ({"code": "short"}, "activation"),
        ({"letter": ""}, "search"),
        ({"coarse_azimuth_error_deg": 9.0}, "search"),
    ],
)
def test_it_stops_where_something_is_missing(change, state):
    assert online(**change)[0].state == state


def test_tight_nuts_hold_the_head_and_pushes_leave_little():
    terminal, clock = made(coarse_elevation_error_deg=0.0)
    before = terminal.telemetry().level_db
    terminal.nuts(NutsChange(tight=True))
    terminal.turn(ScrewTurn(axis="elevation", turns=3))
    terminal.push(Push(side="top"))
    assert after(clock, terminal, 60).level_db == pytest.approx(before, abs=0.2)
    assert terminal.telemetry().elevation_turns == 0


@pytest.fixture
def address():
    server = make_server()
    threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
    yield f"http://127.0.0.1:{server.server_address[1]}"
    server.shutdown()


def ask(url, method="GET", body=None):
    request = urllib.request.Request(url, method=method, data=None if body is None else json.dumps(body).encode())
    with urllib.request.urlopen(request, timeout=5) as answer:
        return json.load(answer)


def test_over_http_it_says_that_it_is_simulated_and_keeps_its_state(address):
    told = ask(f"{address}/terminals/job-1", "PUT", CONFIG.model_dump())
    assert told["simulated"] is True
    assert ask(f"{address}/terminals/job-1/screw", "POST", {"axis": "azimuth", "turns": 1.5})["azimuth_turns"] == 1.5
    assert (
        ask(f"{address}/terminals/job-1", "PUT", CONFIG.model_dump())["azimuth_turns"] == 1.5
    )  # the same terminal stays


@pytest.mark.parametrize(
    ("path", "method", "body", "status"),
    [
        ("/terminals/none", "GET", None, 404),
        ("/nothing", "GET", None, 404),
        ("/terminals/job-2", "PUT", {"seed": "x"}, 422),
        ("/terminals/job-2", "POST", {}, 405),
    ],
)
def test_over_http_a_bad_request_is_told(address, path, method, body, status):
    with pytest.raises(urllib.error.HTTPError) as caught:
        ask(address + path, method, body)
    assert caught.value.code == status
    assert "message" in json.load(caught.value)["error"]


@pytest.mark.parametrize("code", ["hamerkop-2", "ibis-4", "hoopoe-1"])
def test_the_stand_in_and_the_prediction_agree_though_they_share_no_arithmetic(code):
    """The stand-in has a beam of its own about the outline's centre of area, not of its largest circle: 0.8 dB apart at
    most, and near the corners 0.2 dB, where a forgotten footprint would be 2.6 dB.
    """
    satellite = next(one for one in json.loads((DEMO / "satellites.json").read_text("utf-8")) if one["code"] == code)
    for told in satellite["beams"]:
        beam = Beam.model_validate(told)
        corners = np.array(beam.polygon_deg)
        middle = np.array([deepest(beam).longitude_deg, deepest(beam).latitude_deg])
        for corner in corners:
            for share in (0.0, 0.5, 0.93):
                longitude, latitude = middle + share * (corner - middle)
                place = {"latitude_deg": latitude, "longitude_deg": longitude, "height_m": 1500.0}
                towards = {"satellite_longitude_deg": satellite["longitude_deg"]}
                predicted = expected_level(beam, **place, **towards, receive_ghz=19.95, reference_gain_db=0.6)
                downlink = Downlink(
                    **place,
                    **towards,
                    outline_deg=beam.polygon_deg,
                    centre_db=beam.expected_es_n0_db,
                    edge_loss_db=beam.edge_loss_db,
                    terminal_gain_db=0.6,
                    shortfall_db=0.0,
                )
                assert received_db(downlink) == pytest.approx(predicted.es_n0_db, abs=0.2 if share > 0.9 else 0.8)


def test_a_turn_in_azimuth_moves_the_beam_by_the_cosine_of_the_elevation_only():
    level_db = made(coarse_elevation_error_deg=0.0, coarse_azimuth_error_deg=0.8)[0].telemetry().level_db
    assert level_db == pytest.approx(
        13 - 12 * (0.8 * math.cos(math.radians(55)) / 1.4) ** 2, abs=0.13
    )  # the meter shows quarters
