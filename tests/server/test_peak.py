"""Peak with the stand-in: a leaning mast needs its second pass, a lock that is taken back is proved no longer."""

import json

import pytest

from rindle_bench.antenna import SimulatedAntenna
from rindle_bench.config import OtherSatellite, TerminalConfig
from rindle_bench.terminal import SimulatedTerminal
from rindle_core.catalogue.models import BringUpState, Screw
from rindle_core.kernel.errors import InputError
from rindle_core.stations.peak.peaking import PeakInput, PeakReading, peak
from rindle_server.jobs import devices, edit
from tests.core.science.test_hearing import beeps, wav
from tests.server.calls import change

SCREW = Screw(deg_per_turn=0.4, backlash_turns=0.2, span_turns=12)
STATES = [BringUpState(code="power", name="Power", usual_s=1), BringUpState(code="search", name="Search", usual_s=1)]


def config(**more):
    given = {
        "beamwidth_deg": 1.4,
        "elevation_deg": 50.0,
        "elevation_screw": SCREW,
        "azimuth_screw": SCREW,
        "peak_level_db": 13.0,
        "coarse_elevation_error_deg": 0.4,
        "coarse_azimuth_error_deg": -1.2,
        "noise_db": 0.02,
        "delay_s": 0.0,
        "states": STATES,
    }
    return TerminalConfig(**{**given, **more})


def peaked(antenna, axis):
    """One pass as Rindle leads it; the level that is left at its top."""
    taken = []

    def read(by):
        antenna.turn(axis, by, 0.0)
        at = antenna.axes[axis]
        taken.append(PeakReading(turns=at.counter_turns, level_db=antenna.read_db(0.0)[0], turning=at.turning))

    def told():
        return peak(PeakInput(axis=axis, readings=taken, screw=SCREW, elevation_deg=50.0, beamwidth_deg=1.4)).result

    while not taken or not told().fit.bracketed:
        for by in told().sweep_turns if taken else (-3.0, *[0.5] * 14):
            read(by)
    fit = told().fit
    if fit.back_turns:
        read(-fit.back_turns)
    read(fit.forward_turns)
    return antenna.true_level_db()


def test_a_leaning_mast_is_not_peaked_by_one_pass_and_is_by_the_second():
    antenna = SimulatedAntenna(config(mast_lean_deg=9.0, coarse_azimuth_error_deg=-1.2))
    peaked(antenna, "elevation")
    once = peaked(antenna, "azimuth")
    peaked(antenna, "elevation")
    again = peaked(antenna, "azimuth")
    assert 13.0 - once > 0.15  # the azimuth moved the elevation off its top
    assert 13.0 - again < 0.05


def test_the_stand_in_tells_its_end_stop_and_the_network_of_what_it_is_on():
    other = OtherSatellite(azimuth_deg=6.0, elevation_deg=0.0, level_db=15.0, network="OTHER")
    antenna = SimulatedAntenna(config(network="OURS", others=[other], coarse_azimuth_error_deg=0.0))
    antenna.turn("azimuth", 20.0, 0.0)
    assert antenna.at_stop == "azimuth"
    antenna.turn("azimuth", -12.0, 0.0)
    antenna.read_db(1.0)
    assert antenna.network() == "OURS"
    antenna.swing(6.0, 0.0, 2.0)
    antenna.read_db(3.0)
    assert antenna.network() == "OTHER"


def test_a_covered_feed_forgets_the_best_only_after_its_count():
    time_s = 0.0
    terminal = SimulatedTerminal(config(time_scale=1.0, lock_s=0.0, by_meter=True), clock=lambda: time_s)
    time_s = 1.0
    terminal.telemetry()
    time_s = 2.0
    assert terminal.telemetry().best_db is not None
    terminal.antenna.cover(3, 3.0)
    assert terminal.antenna.best_db is not None
    terminal.antenna.cover(8, 3.0)
    assert terminal.antenna.best_db is None


def facts(crew, number):
    return crew.get(f"/api/jobs/{number}").json()["facts"]["peak"]


@pytest.fixture
def locked(crew):
    job = edit.find("2026-102")
    told = {"lock_before_db": 11.0, "lock_after_db": 11.0, **{f"push_{s}_db": 11.0 for s in ("top", "bottom")}}
    edit.patch(job, "peak", told)
    return "2026-102"


def test_loosened_nuts_take_the_proof_away_and_are_counted(crew, locked):
    assert crew.delete(f"/api/jobs/{locked}/lock").status_code == 200
    told = facts(crew, locked)
    assert (told.get("lock_after_db"), told.get("push_top_db"), told["loosened_count"]) == (None, None, 1)


def test_a_reading_at_another_place_takes_it_away_and_one_at_the_same_does_not(crew, locked):
    last = facts(crew, locked)["readings"][-1]
    url = f"/api/jobs/{locked}/readings"
    for turns, kept in ((last["turns"], 11.0), (last["turns"] + 0.5, None)):
        body = {"axis": last["axis"], "turns": turns, "level_db": 10.0}
        assert crew.post(url, json.dumps(body), content_type="application/json").status_code == 200
        assert facts(crew, locked).get("lock_after_db") == kept
    assert facts(crew, locked)["readings"][-1]["stage"] == "locked"


def test_a_reading_without_level_or_mark_says_what_is_accepted():
    with pytest.raises(InputError, match="level in dB"):
        edit.add_reading(edit.find("2026-102"), {"axis": "azimuth", "turns": 1.0})


def test_a_recording_is_heard_over_the_api(crew, tmp_path):
    told = tmp_path / "heard.wav"
    told.write_bytes(wav(0.9 * beeps(620.0, 0.12, 1.1, 6), 8000))
    with told.open("rb") as file:
        answer = crew.post("/api/jobs/2026-102/listen", {"file": file})
    assert answer.json()["now"]["state"] == "searching"
    with told.open("wb") as out:
        out.write(b"nothing")
    with told.open("rb") as file:
        assert crew.post("/api/jobs/2026-102/listen", {"file": file}).status_code == 422


def post(crew, action, **body):
    url = f"/api/jobs/2026-102/device/{action}"
    return crew.post(url, json.dumps(body), content_type="application/json")


@pytest.mark.turns(days=6)
def test_turning_with_tight_nuts_is_refused_and_stores_nothing(crew, bench):
    before = len(facts(crew, "2026-102")["readings"])
    assert post(crew, "nuts", tight=True).status_code == 200
    answer = post(crew, "read", axis="azimuth", turns=0.5)
    assert answer.status_code == 409
    assert "loosen them first" in answer.content.decode()
    assert len(facts(crew, "2026-102")["readings"]) == before
    assert facts(crew, "2026-102")["lock_after_db"] > 0
    assert post(crew, "nuts", tight=False).status_code == 200
    assert facts(crew, "2026-102").get("lock_after_db") is None
    assert post(crew, "read", axis="azimuth", turns=0.5).status_code == 200


def test_the_live_level_is_told_and_keeps_nothing(crew, bench):
    head = edit.find("2026-102").head
    told = post(crew, "live").json()
    assert told["level_db"] > 2
    assert told["network"] == "HAMERKOP 2 NET 21"
    assert edit.find("2026-102").head == head


@pytest.mark.turns(days=6)
def test_an_end_stop_is_said_with_the_reading(crew, bench):
    notes = [post(crew, "read", axis="azimuth", turns=6.0).json()["note"] for _ in range(3)]
    assert notes[0] == ""
    assert notes[-1] == "The azimuth screw is at its end stop."


def test_a_hand_goes_before_the_feed_only_while_nothing_is_sent(crew, bench, monkeypatch):
    assert post(crew, "cover", axis="azimuth", pulse_count=8).status_code == 200
    assert [one["axis"] for one in facts(crew, "2026-102")["covers"]] == ["azimuth"]
    monkeypatch.setattr("rindle_bench.modem.SimulatedModem.transmitting", True)
    answer = post(crew, "cover", axis="azimuth", pulse_count=8)
    assert answer.status_code == 409
    assert "nobody's hand" in answer.content.decode()
    assert len(facts(crew, "2026-102")["covers"]) == 1


@pytest.mark.turns(days=6)
def test_a_stand_in_that_is_placed_anew_has_the_screws_and_nuts_that_the_job_was_left_with(crew, bench):
    last = {one["axis"]: one["turns"] for one in facts(crew, "2026-102")["readings"]}
    assert last["azimuth"] != 0
    told = post(crew, "poll").json()["telemetry"]
    assert (told["azimuth_turns"], told["elevation_turns"]) == (last["azimuth"], last.get("elevation", 0))
    assert told["nuts_tight"] is False
    assert told["azimuth_turning"] == "up"  # as it was read: the play is taken up on the same side
    moved = post(crew, "read", axis="elevation", turns=1.5).json()["telemetry"]
    assert moved["elevation_turns"] == last.get("elevation", 0) + 1.5
    assert post(crew, "poll").json()["telemetry"]["elevation_turns"] == moved["elevation_turns"]  # not placed again
    post(crew, "nuts", tight=True)
    devices._PLACED.clear()  # as after a restart
    again = post(crew, "poll").json()["telemetry"]
    assert again["nuts_tight"] is True
    assert (again["azimuth_turns"], again["elevation_turns"]) == (told["azimuth_turns"], moved["elevation_turns"])


def test_a_stand_in_comes_as_far_as_its_own_ends_where_the_screws_were_turned_beyond_them(crew, bench):
    rows = [
        {"axis": "azimuth", "turns": 151.25, "level_db": 9.0, "turning": "up"},
        {"axis": "elevation", "turns": -61.5, "level_db": 9.0, "turning": "down"},
    ]
    assert change(crew, "2026-102", readings=rows).status_code == 200
    told = post(crew, "poll")
    assert told.status_code == 200
    now = told.json()["telemetry"]
    assert (now["azimuth_turns"], now["elevation_turns"]) == (10.0, -10.0)  # half its travel to either side
