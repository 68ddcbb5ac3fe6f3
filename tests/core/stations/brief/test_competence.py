"""Who may do the work, what a hazard stops, and what was agreed: each rule turned round fails here."""

import datetime as dt

import pytest

from rindle_core.catalogue.crew import Member
from rindle_core.catalogue.house_words import DEFAULT_WORDS, WORKS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.competence import crew_of, stops_in, who_may
from rindle_core.stations.brief.entered import entered
from rindle_core.stations.bringup.may_power import power_waits_for
from tests import golden

DAY = dt.date(2026, 11, 24)
DISH, PANEL = golden.read("2026-103")["facts"], golden.read("2026-106")["facts"]
STOPPED = {  # hazard -> (room, what the surface must be for it)
    "buried_services": ("mount", {"surface": "bare_ground"}),
    "asbestos": ("cable", {}),
    "fragile_roof": ("build", {}),
    "overhead_lines": ("build", {}),
    "mains": ("bringup", {}),
}


def person(*roles, until=None, code="zola", name="Zola Reedbank"):
    papers = [{"role": role, "name": "paper", "expires_on": until} for role in roles]
    return Member(code=code, name=name, roles=list(roles), certificates=papers)


def found(room, base=DISH, members=None, **changed):
    facts = {**base, **changed}
    if "surface" in changed:  # of the job: no planned position stands on a surface of its own
        facts |= {"positions": [], "position_letter": ""}
    if members is not None:
        facts["members"] = [one.model_dump(mode="json") for one in members]
    result = assess(JobInput.model_validate(facts)).result
    return {one.code: one for one in next(view for view in result.stations if view.code == room).findings}


def test_a_certificate_holds_on_its_last_day_and_not_on_the_day_after():
    climber = person("rigger", until=DAY)
    assert who_may([climber], "climb", DEFAULT_WORDS, DAY) == (["Zola Reedbank"], [])
    assert who_may([climber], "climb", DEFAULT_WORDS, DAY + dt.timedelta(days=1)) == ([], ["Zola Reedbank"])
    assert who_may([climber], "transmit", DEFAULT_WORDS, DAY) == ([], [])
    bare = Member(code="b", name="Bare", roles=["rigger", "ground"])
    assert who_may([bare], "climb", DEFAULT_WORDS, DAY) == ([], ["Bare"])
    assert who_may([bare], "dig", DEFAULT_WORDS, DAY)[0] == ["Bare"]  # asks for no certificate


def test_every_work_has_a_role_that_ships_and_every_stop_says_what_releases_it():
    assert {work for role in DEFAULT_WORDS.roles for work in role.may} == set(WORKS)
    stopping = [one for one in DEFAULT_WORDS.hazards if one.stops]
    assert {one.code for one in stopping} == {*STOPPED, "no_go"}
    assert all(len(one.released_by) > 20 for one in stopping)


@pytest.mark.turns(days=6)
def test_the_transmitter_waits_for_somebody_trained():
    def qualified(*members, **changed):
        return found("bringup", members=members, crew=[one.code for one in members], **changed)["bringup.qualified"]

    assert qualified(person("transmit")).level is Level.CLEAR
    assert qualified(person("rigger")).level is Level.HOLD
    lapsed = qualified(person("transmit", until="2026-11-23"))
    assert (lapsed.level, "Zola Reedbank" in lapsed.why) == (Level.HOLD, True)
    assert qualified(settled=[]).level is Level.UNKNOWN
    said = qualified(settled=["qualified"])
    assert (said.level, "not shown" in said.message) == (Level.MIND, True)
    assert "bringup.qualified" not in found("bringup", base=PANEL)  # it turns itself


def test_who_does_the_work_is_named_and_known():
    known = person("rigger", until="2027-01-01")
    assert found("brief", members=[known], crew=[])["brief.crew"].level is Level.UNKNOWN
    assert found("brief", members=[known], crew=["zola"])["brief.crew"].level is Level.CLEAR
    assert found("brief", members=[known], crew=["zola", "gone"])["brief.crew"].level is Level.MIND
    late = person("rigger", until="2026-11-01")
    assert "no certificate" in found("brief", members=[late], crew=["zola"])["brief.crew"].why
    assert found("build", members=[late], crew=["zola"])["build.competent"].level is Level.MIND
    assert found("build", members=[known], crew=["zola"])["build.competent"].level is Level.CLEAR
    assert "build.competent" not in found("build", members=[known], crew=[])


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("hazard", STOPPED)
def test_a_hazard_stops_its_work_until_somebody_competent_releases_it(hazard):
    room, changed = STOPPED[hazard]
    may, other = person("competent"), person("rigger", code="abe", name="Abe Sallow")

    def stop(releases, members=(may, other)):
        return found(room, members=members, hazards=[hazard], releases=releases, **changed)[f"{room}.stopped.{hazard}"]

    release = {"hazard": hazard, "by": " zola reedbank", "how": "looked at on the spot", "on": "2026-11-24"}
    held = stop([])
    assert held.level is Level.HOLD
    assert next(one for one in DEFAULT_WORDS.hazards if one.code == hazard).released_by in held.clears_by
    assert stop([release]).level is Level.CLEAR
    moved = stop([{**release, "on": "2026-11-20"}])  # the work is on another day now
    assert (moved.level, "for another day" in moved.message) == (Level.HOLD, True)
    assert stop([{**release, "on": "2026-11-20"}, release]).level is Level.CLEAR
    assert stop([release, {**release, "on": "2026-11-25"}]).level is Level.CLEAR  # work goes on over days
    assert stop([{**release, "on": None}]).level is Level.CLEAR
    assert stop([{**release, "by": "Abe Sallow"}]).level is Level.HOLD
    assert stop([{**release, "by": "Somebody Else"}]).level is Level.HOLD
    assert stop([{**release, "hazard": "edge"}]).level is Level.HOLD
    assert stop([release], members=()).level is Level.MIND  # nobody's competence is kept: it is told


@pytest.mark.turns(days=6)
def test_a_hazard_does_not_stop_what_is_not_done():
    assert "mount.stopped.buried_services" not in found("mount", hazards=["buried_services"], surface="masonry")
    assert "mount.stopped.asbestos" not in found("mount", hazards=["asbestos"], surface="masonry", may_drill=False)
    assert "mount.stopped.asbestos" in found("mount", hazards=["asbestos"], surface="masonry", may_drill=True)
    assert "mount.stopped.asbestos" not in found("mount", hazards=["asbestos"], surface="existing_mast")
    assert "mount.stopped.buried_services" in found("mount", hazards=["buried_services"], surface=None)  # not known
    spots = [{**one, "surface": "bare_ground"} if one["letter"] == "A" else one for one in DISH["positions"]]
    assert DISH["position_letter"] == "A"  # the planned position stands on the ground, the job says on a wall
    assert "mount.stopped.buried_services" in found("mount", hazards=["buried_services"], positions=spots)
    every = [room for room in ("mount", "cable", "build") if f"{room}.stopped.no_go" in found(room, hazards=["no_go"])]
    assert every == ["mount", "cable", "build"]
    assert not any("stopped" in code for code in found("build", hazards=["edge", "weather", "lone_working"]))


def test_the_position_that_is_planned_is_the_one_that_was_agreed_to():
    agreed = {"approved_by": "Lineo Daybreak", "approved_letter": "A", "approved_at": "2026-11-23T16:30:00"}
    assert found("brief", **agreed)["brief.approved"].level is Level.CLEAR
    assert found("brief", **agreed | {"approved_letter": "C"})["brief.approved"].level is Level.HOLD
    for name in agreed:
        assert found("brief", **agreed | {name: "" if name != "approved_at" else None})["brief.approved"].level is (
            Level.MIND
        )
    assert "brief.approved" not in found("brief", base=golden.read("2026-101")["facts"])  # there is nothing to choose


def test_a_risk_assessment_has_a_name_and_no_day_after_the_work():
    assert found("brief", assessed_by="")["brief.assessed"].level is Level.MIND
    assert found("brief", assessed_by="Zola", assessed_on="2026-11-24")["brief.assessed"].level is Level.CLEAR
    assert found("brief", assessed_by="Zola", assessed_on="2026-11-25")["brief.assessed"].level is Level.MIND
    assert found("brief", assessed_by="Zola", assessed_on="2026-10-27")["brief.assessed"].level is Level.CLEAR
    assert found("brief", assessed_by="Zola", assessed_on="2026-10-26")["brief.assessed"].level is Level.MIND
    assert found("brief", assessed_by="Zola", assessed_on=None)["brief.assessed"].level is Level.MIND
    assert "brief.assessed" not in found("brief", hazards_sought=False)


@pytest.mark.turns(days=6)
def test_a_temporary_set_up_says_what_follows_it():
    def later(**changed):
        return found("brief", base=PANEL, **changed)["brief.later"]

    assert later().level is Level.CLEAR
    assert "terminal" in later().message
    assert later(later_letter="").level is Level.MIND
    assert "not among" in later(later_letter="Q").why
    assert "not for this surface" in later(later_mount_code="gable_pole").why.lower()
    assert "is for trials" in later(later_mount_code="tripod").why or "for good" in later(later_mount_code="tripod").why
    assert "another kind" in later(reused=["mount"]).why
    assert "brief.later" not in found("brief", base=PANEL, permanence="permanent")


def test_a_step_waits_for_the_release_of_what_stops_its_work():
    def lift(**changed):
        facts = {**DISH, "step_marks": [], "hazards": ["overhead_lines"], **changed}
        steps = assess(JobInput.model_validate(facts)).result.build.steps
        return " ".join(next(one for one in steps if one.step.code == "lift").waits_for)

    assert "a release of “Overhead lines”" in lift(releases=[])
    assert "a release of" not in lift()  # released in the demo
    assert "a release of" not in lift(releases=[], hazards=["asbestos"])  # that stops drilling


def test_power_waits_for_steps_people_and_hazards():
    facts = golden.read("2026-101")["facts"]

    def waits(**changed):
        return "; ".join(power_waits_for(JobInput.model_validate({**facts, **changed})))

    assert waits() == ""
    assert "Bond the antenna to earth" in waits(step_marks=[])
    assert "competent for switching the transmitter on" in waits(crew=["tumelo"])
    assert "no mains work yet" in waits(hazards=["mains"])
    assert waits(crew=[]) == ""  # said as settled, not shown: minded, not stopped


def test_an_owner_installs_what_aims_itself_and_nothing_that_is_aimed_by_hand():
    assert found("brief", done_by="owner")["brief.done_by"].level is Level.HOLD
    assert found("brief", base=PANEL, done_by="owner")["brief.done_by"].level is Level.CLEAR
    assert "brief.done_by" not in found("brief", done_by="mixed")
    assert "brief.done_by" not in found("brief", done_by="trade")


def test_the_next_step_is_the_first_that_is_open_along_the_course():
    def step(facts=DISH, /, **changed):
        return assess(JobInput.model_validate({**facts, **changed})).result.next_step

    empty = step({"date": "2026-11-24"})
    assert (empty.station, empty.at) == ("brief", "brief.customer")
    assert step(done_by="owner").station == "brief"  # a hold goes before what is not known
    assert step().station == "mount"  # brief, aim and sky are only to be minded
    arm = {"mount_code": "wall_arm", "surface": "masonry", "mast_coating": "galvanized", "base": "solid_masonry"}
    tube = {"mast_diameter_mm": 76.1, "mast_other_diameter_mm": 76.1, "mast_wall_mm": 6.0}
    mast = {**tube, "mast_straight_mm": 300.0, "mast_free_length_m": 0.6}
    place = {"old_material": "none", "below_slide": "no", "overhang_m": 0.0, "fixing_code": "chemical-12"}
    holes = [{"number": n, "reaches": "structure", "edge_mm": 400} for n in range(1, 5)]
    good = {"state": "good", "play_deg": 0.0, "second_deg": 0.0, "gap_mm": 0.0}
    tried = [{"code": code, **good} for code in ("plumb", "twist", "play", "seat")]
    assert step(**arm, **mast, **place, holes=holes, checks=tried).station != "mount"
    assert step(runs=[]).message == "The present service is not measured"  # it cannot be made up for later
    done = step(golden.read("2026-101")["facts"])
    assert (done.station, done.at) == ("", "handover")


def test_what_is_asked_along_the_course_is_what_holds_or_is_not_known_each_once():
    def asked(facts=DISH, /, **changed):
        result = assess(JobInput.model_validate({**facts, **changed})).result
        every = [one for view in result.stations for one in view.findings]
        return result.asked, every

    named, every = asked()
    open_ones = [one for one in every if one.at and one.level in (Level.HOLD, Level.UNKNOWN)]
    assert {one.at for one in open_ones if one.level is Level.HOLD} <= set(named) <= {one.at for one in open_ones}
    assert len(named) == len(set(named)) > 5
    minded = {one.at for one in every if one.level is Level.MIND} - {one.at for one in open_ones}
    assert minded
    assert not minded & set(named)
    assert "brief.customer" not in named
    assert "brief.customer" in asked(customer="")[0]
    assert asked(golden.read("2026-101")["facts"])[0] == []  # it is signed: nothing is open


def test_what_shows_a_role_is_said_for_the_day_of_the_work():
    def said(one):
        (shown,) = crew_of([one], DEFAULT_WORDS, DAY)
        return [(role.said, role.holds) for role in shown.roles]

    day_before = DAY - dt.timedelta(days=1)
    assert said(person("rigger", until=DAY)) == [(f"certificate until {DAY}", True)]
    assert said(person("rigger", until=day_before)) == [(f"certificate ran out on {day_before}", False)]
    assert said(person("rigger")) == [("certificate without a last day", True)]
    bare = Member(code="b", name="Bare", roles=["rigger", "ground"])
    assert said(bare) == [("no certificate in Stores", False), ("", True)]


def test_hazards_that_stop_work_say_what_and_whether_they_are_there():
    stops = {one.hazard: one for one in stops_in(DEFAULT_WORDS, ["asbestos"])}
    assert (stops["asbestos"].there, stops["buried_services"].there) == (True, False)
    assert stops["asbestos"].works == "drilling"
    assert set(stops) == {one.code for one in DEFAULT_WORDS.hazards if one.stops}


@pytest.mark.parametrize(
    ("change", "voided"),
    [
        ({"hazards": ["overhead_lines"]}, True),
        ({"hazards_sought": False}, True),
        ({"place_text": "-29.0, 28.0"}, True),
        ({"hazards": []}, False),
        ({"hazards_sought": True}, False),
        ({"cautions_seen": []}, False),
        ({"place_text": "-29.3118333, 27.9361667"}, False),
        ({"hazards": ["overhead_lines"], "assessed_by": "Naledi Mokoena-Hart"}, False),
    ],
)
def test_a_risk_assessment_is_signed_for_the_site_and_the_hazards_of_its_day(change, voided):
    job = JobInput.model_validate(golden.read("2026-101")["facts"])
    assert job.brief.assessed_by == "Naledi Mokoena-Hart"
    whole = entered(change, job)
    assert ("assessed_by" in whole and whole["assessed_by"] is None) == voided
    assert ("assessed_on" in whole) == voided


def test_a_line_up_request_of_a_job_names_the_firm():
    facts = golden.read("2026-104")["facts"]

    def asked(picks):
        return assess(JobInput.model_validate({**facts, **picks})).result.visit.lineup.request_text

    assert "Firm: Weir & Daughters" in asked({"firm": "Weir & Daughters"})
    assert "Firm" not in asked({"firm": ""})


def test_a_tick_that_what_is_entered_speaks_against_settles_nothing():
    every, trained = [one.code for one in DEFAULT_WORDS.settled], person("transmit")

    def said(base=DISH, members=(trained,), **changed):
        told = {"settled": every, "activation_code": "QX-1", "kit": [], "crew": [one.code for one in members]}
        shown = found("brief", base=base, members=members, **(told | changed))
        assert "brief.settled" not in shown or "brief.settled_belied" not in shown
        return shown["brief.settled_belied"].why if "brief.settled_belied" in shown else shown["brief.settled"].level

    assert said() is Level.CLEAR
    assert "(still to come: Activation code)" in said(activation_code="")
    assert "transmit side (nobody named" in said(members=[person("rigger")])
    assert said(members=[]) is Level.CLEAR  # said, not shown: the bring-up minds it
    unlisted = [{"kind": "transceiver", "model": "Homemade", "serial": "1", "evidence": ""}]
    assert "network (Homemade is not on the list" in said(kit=unlisted)
    without = [code for code in every if code not in ("codes", "qualified", "approved_kit")]
    assert said(activation_code="", kit=unlisted, members=[person("rigger")], settled=without) is Level.MIND
    account = {"account_code": "A-1"}
    assert said(PANEL, [person("rigger")], modem_entries=account) is Level.CLEAR  # it turns itself
