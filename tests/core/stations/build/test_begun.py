"""Waits that the job itself tells: what began elsewhere is counted down, and ends with what ended it."""

import datetime as dt

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.stations.build.begun import begun_elsewhere
from rindle_core.stations.build.waits import BegunWait, WaitMark, WaitsInput, waits
from tests import golden

NOON = dt.datetime(2026, 11, 24, 12, tzinfo=dt.UTC)
USUAL_S = {"boot": 75, "search": 40, "frame_sync": 15, "ranging": 40, "network_entry": 25}


def at(seconds):
    return NOON + dt.timedelta(seconds=seconds)


def job(*states, powered=NOON, **more):
    entered = [{"id": code, "code": code, "at_s": at_s} for code, at_s in states]
    facts = golden.read("2026-101")["facts"]
    return JobInput.model_validate(
        {**facts, "powered_at": powered, "states_entered": entered, "lineup_log": [], **more}
    )


def begun(*states, **more):
    return {one.code: one for one in begun_elsewhere(job(*states, **more))}


def test_a_state_begins_its_wait_and_the_next_one_ends_it():
    boot = begun(("power", 0), ("boot", 4))["boot"]
    assert (boot.started_at, boot.ended_at) == (at(4), None)
    assert boot.lasts_min * 60 == pytest.approx(USUAL_S["boot"])
    assert boot.late_min == pytest.approx(2 * boot.lasts_min)  # as Bring-up calls it stuck
    assert begun(("power", 0), ("boot", 4), ("search", 90))["boot"].ended_at == at(90)
    assert "boot" not in begun(("power", 0))


def test_states_of_one_wait_behind_each_other_are_one_and_a_fall_back_begins_it_anew():
    way = (("power", 0), ("boot", 4), ("search", 90), ("receive_lock", 130), ("frame_sync", 140), ("ranging", 150))
    entry = begun(*way, ("network_entry", 190))["entry"]
    assert (entry.started_at, entry.ended_at) == (at(140), None)
    assert entry.lasts_min * 60 == pytest.approx(
        sum(USUAL_S[one] for one in ("frame_sync", "ranging", "network_entry"))
    )
    again = begun(*way, ("search", 300), ("receive_lock", 340), ("frame_sync", 350))["entry"]
    assert (again.started_at, again.ended_at) == (at(350), None)


def test_a_terminal_that_tells_its_own_clock_begins_none_here():
    assert begun(("power", 0), ("boot", 4), powered=None) == {}


def test_carrier_restart_trial_and_settling_are_told_by_their_own_stations():
    log = [{"id": step, "step": step, "at": at(s)} for step, s in (("carrier_on", 10), ("carrier_off", 200))]
    told = begun(lineup_log=log[:1])["carrier"]
    assert (told.started_at, told.ended_at) == (at(10), None)
    assert begun(lineup_log=log)["carrier"].ended_at == at(200)
    satellite = {**golden.read("2026-101")["facts"]["satellite"], "desk": {"name": "Desk", "carrier_most_min": 3}}
    assert begun(lineup_log=log, satellite=satellite)["carrier"].late_min == 3  # as the alarm has it
    restarted = [*log, {"id": "again", "step": "restarted", "at": at(300)}]
    assert begun(("power", 0), ("boot", 4), lineup_log=restarted)["lineup_restart"].ended_at is None
    assert begun(("power", 0), ("boot", 310), lineup_log=restarted)["lineup_restart"].ended_at == at(310)
    assert begun(trial={"started_at": at(0), "ended_at": at(3600)})["trial"].ended_at == at(3600)
    assert begun(updated_at=at(60))["settling"].started_at == at(60)
    rule = begun(updated_at=at(60), rules={"settle_min": 20})["settling"]
    assert (rule.lasts_min, rule.late_min) == (20, 40)  # as the update says from when on speed is judged
    assert begun(updated_at=at(60), settled_at=at(900))["settling"].ended_at == at(900)


def test_it_runs_by_its_own_length_until_somebody_says_otherwise_and_is_judged_elsewhere():
    boot = BegunWait(code="boot", by="Start-up", started_at=NOON, lasts_min=1.25, late_min=2.5)

    def told(*marks, **changed):
        return waits(WaitsInput(elsewhere=[boot.model_copy(update=changed)], marks=list(marks)))

    view = told().result.waits[0]
    assert (view.begun_by, view.over_at, view.late_at) == ("Start-up", at(75), at(150))
    assert told().findings == []  # Bring-up says when it is stuck
    assert told(ended_at=at(80)).result.waits[0].ended_at == at(80)
    longer = told(WaitMark(code="boot", lasts_min=4)).result.waits[0]
    assert (longer.over_at, longer.late_at) == (at(240), at(480))
    anew = told(WaitMark(code="boot", started_at=at(600)), ended_at=at(80))
    assert anew.result.waits[0].ended_at is None
    assert len(anew.findings) == 1  # begun by hand it is for Build to ask
    assert waits(WaitsInput(elsewhere=[boot.model_copy(update={"code": "gone"})])).result.waits == []


def test_the_head_of_every_station_counts_it():
    views = assess(job(("power", 0), ("boot", 4))).result.waits.waits
    assert [one.started_at for one in views if one.wait.code == "boot"] == [at(4)]


def resin(**more):
    """The job up to its set anchors, which were set at noon."""
    facts = golden.read("2026-101")["facts"]
    marks = [one for one in facts["step_marks"] if one["code"] in ("kit", "m_look", "m_template", "m_drill", "m_hang")]
    marks[-1] = {**marks[-1], "at": NOON.isoformat()}
    result = assess(JobInput.model_validate({**facts, "step_marks": marks, **more})).result
    return {one.step.code: one for one in result.build.steps}, {one.wait.code: one for one in result.waits.waits}


def test_nothing_is_lifted_on_anchors_whose_resin_has_not_set():
    steps, waiting = resin(forecast_low_c=10.0)
    assert waiting["anchor_resin"].started_at == NOON
    assert waiting["anchor_resin"].over_at == NOON + dt.timedelta(
        minutes=96
    )  # 48 min at 20 °C, ten kelvin colder twice
    assert "wait:anchor_resin" in steps["lift"].step.needs
    assert "wait:anchor_resin" not in steps["reflector"].step.needs  # on the bench it goes on
    untold = resin(forecast_low_c=None)  # not taken as warm, but as the 0 °C at which it just sets
    assert untold[1]["anchor_resin"].over_at == NOON + dt.timedelta(minutes=192)
    (told,) = (one for one in untold[0]["m_hang"].figures if one.name == "Sets before it is loaded")
    assert (told.value, "nobody told" in told.text) == (pytest.approx(3.2), True)
    bare, none = resin(fixing_code="expansion-10")
    assert "wait:anchor_resin" not in bare["lift"].step.needs
    assert "anchor_resin" not in none


def test_a_house_without_that_wait_is_held_by_the_one_that_ships():
    own = [one.model_dump() for one in DEFAULT_WORDS.waits if one.code != "anchor_resin"]
    facts = {**golden.read("2026-101")["facts"], "words": {"waits": own}}
    assert [one.code for one in JobInput.model_validate(facts).picks.words.waits] == [one["code"] for one in own]
    steps, waiting = resin(words={"waits": own}, forecast_low_c=10.0)
    assert "wait:anchor_resin" in steps["lift"].step.needs
    assert waiting["anchor_resin"].over_at == NOON + dt.timedelta(minutes=96)


def test_steps_that_do_not_say_that_they_lift_wait_all_the_same():
    terminal = golden.read("2026-101")["facts"]["terminal"]
    bare = {**terminal, "build_steps": [{**one, "work": []} for one in terminal["build_steps"]]}
    steps, _ = resin(terminal=bare)
    assert "wait:anchor_resin" in steps["lift"].step.needs
    assert "wait:anchor_resin" not in steps["m_hang"].step.needs
