"""A place that is moved takes nothing along unseen: what was read, drawn or peaked before belongs to what was."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import DEFAULT_RULES
from rindle_core.stations.brief.entered import entered as entered_at_brief
from rindle_core.stations.build.entered import entered as entered_at_build
from rindle_core.stations.cable.entered import entered as entered_at_cable
from rindle_core.stations.handover.entered import entered as entered_at_handover
from rindle_core.stations.mount.around import judge_services
from rindle_core.stations.mount.checks import CheckMark, judge_checks, judge_leans
from rindle_core.stations.mount.entered import entered as entered_at_mount
from rindle_core.stations.mount.lifts import LiftsInput, lifts
from rindle_core.stations.peak.entered import entered as entered_at_peak
from rindle_core.stations.sky.entered import entered
from tests import golden

DEGREE_M = 111_320.0  # metres of a degree of latitude, to a thousandth


def job_of(number="2026-101", **news):
    return JobInput.model_validate({**golden.read(number)["facts"], **news})


def told(job, station):
    view = next(one for one in assess(job).result.stations if one.code == station)
    return {one.code: one for one in view.findings}, view.verdict


def north(job, metres):
    return {"latitude_deg": job.brief.latitude_deg + metres / DEGREE_M}


@pytest.mark.parametrize(("metres", "level"), [(0, None), (90, None), (115, Level.UNKNOWN), (200_000, Level.UNKNOWN)])
def test_a_skyline_says_nothing_of_a_place_that_the_job_was_given_afterwards(metres, level):
    findings, verdict = told(job_of(**north(job_of(), metres)), "sky")
    moved = findings.get("sky.place_moved")
    assert (moved.level if moved else None) == level
    if level:
        assert moved.figure == pytest.approx(metres, rel=0.01)  # a degree is 0.4 % shorter there
        assert verdict == Level.UNKNOWN
        assert Level.CLEAR not in {one.level for one in findings.values()}
        result = assess(job_of(**north(job_of(), metres))).result
        assert not result.may_sign_off
        assert "sky.place_moved" in {one.code for one in result.evidence}
    else:
        assert "sky.clearance" in findings


def test_a_skyline_is_stamped_with_its_first_point_and_again_only_where_somebody_says_so():
    job = job_of(skylines=[])
    point = {"azimuth_deg": 10.0, "elevation_deg": 3.0}
    bare = entered({"skylines": [{"id": "a", "letter": "", "points": []}]}, job)["skylines"][0]
    assert bare["read_latitude_deg"] is None
    first = entered({"skylines": [{"id": "a", "letter": "", "points": [point]}]}, job)["skylines"]
    assert (first[0]["read_latitude_deg"], first[0]["read_longitude_deg"]) == pytest.approx(job.brief.place, abs=1e-7)
    away = job_of(**north(job, 5000), skylines=first)
    more = [{**first[0], "points": [point, {**point, "azimuth_deg": 20.0}]}]
    assert entered({"skylines": more}, away)["skylines"][0]["read_latitude_deg"] == pytest.approx(
        job.brief.latitude_deg, abs=1e-7
    )
    left_out = [{name: value for name, value in more[0].items() if not name.startswith("read_l")}]
    assert entered({"skylines": left_out}, away)["skylines"][0]["read_latitude_deg"] == pytest.approx(
        job.brief.latitude_deg, abs=1e-7
    )
    anew = entered({"skylines": [{**more[0], "read_latitude_deg": None}]}, away)["skylines"][0]
    assert anew["read_latitude_deg"] == pytest.approx(away.brief.latitude_deg, abs=1e-7)


@pytest.mark.turns(days=6)
def test_a_plan_is_of_the_place_that_it_was_drawn_about():
    job = job_of("2026-103")
    assert job.sky.things
    near, _ = told(job_of("2026-103", **north(job, 50)), "sky")
    away = job_of("2026-103", **north(job, 3000))
    far, _ = told(away, "sky")
    assert "sky.plan_moved" not in near
    assert {one.level for one in far.values()} <= {Level.UNKNOWN, Level.HOLD}
    assert far["sky.plan_moved"].level is Level.UNKNOWN
    again = entered({"things_latitude_deg": None}, away)
    assert again["things_latitude_deg"] == pytest.approx(away.brief.latitude_deg, abs=1e-7)


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(("east_m", "level"), [(4.0, Level.CLEAR), (6.0, Level.MIND)])
def test_what_stands_near_is_not_known_from_further_off(east_m, level):
    here = {"letter": "A", "distance_m": east_m, "bearing_deg": 90.0}
    ring = [{"azimuth_deg": at, "elevation_deg": 1.0, "distance_m": 400.0} for at in range(0, 360, 10)]
    lines = [{"name": "At the door", "letter": "", "points": ring}]
    job = {"skylines": lines, "positions": [here], "position_letter": "A", "things": [], "sky_set": 0}
    moved = told(job_of(**job), "sky")[0]["sky.moved"]
    assert moved.level is level
    assert moved.figure == pytest.approx(east_m, abs=0.01)  # no height was told: beside it alone
    drawn = {
        **golden.read("2026-103")["facts"],
        **job,
        "all_drawn": True,
        "things": golden.read("2026-103")["facts"]["things"],
    }
    whole = told(JobInput.model_validate(drawn), "sky")[0]["sky.moved"]
    assert whole.level is Level.CLEAR


@pytest.mark.parametrize(("east_m", "own"), [(0.0, True), (0.2, True), (0.4, False)])
def test_a_sky_counts_as_read_at_a_candidate_that_stands_where_it_was_read(east_m, own):
    ring = [{"azimuth_deg": at, "elevation_deg": 1.0, "distance_m": 400.0} for at in range(0, 360, 10)]
    lines = [{"name": "At the door", "letter": "", "points": ring}]
    here = {"letter": "A", "distance_m": east_m, "bearing_deg": 90.0}
    job = job_of(skylines=lines, positions=[here], position_letter="A", things=[], sky_set=0)
    assert assess(job).result.sky_more.positions[0].own is own


def test_a_candidate_that_is_moved_over_the_ground_is_seen_from_there():
    ring = [{"azimuth_deg": at, "elevation_deg": 1.0, "distance_m": 400.0} for at in range(0, 360, 10)]
    at_a = {"letter": "A", "distance_m": 20.0, "bearing_deg": 90.0}
    job = job_of(positions=[at_a], position_letter="A", things=[], skylines=[], sky_set=0)
    lines = entered({"skylines": [{"name": "At A", "letter": "A", "points": ring}]}, job)["skylines"]
    still, _ = told(job_of(positions=[at_a], position_letter="A", things=[], skylines=lines), "sky")
    assert "sky.moved" not in still
    dragged = {**at_a, "distance_m": 32.0}
    moved, _ = told(job_of(positions=[dragged], position_letter="A", things=[], skylines=lines), "sky")
    assert moved["sky.moved"].figure == pytest.approx(12.0, abs=0.05)
    assert moved["sky.moved"].level is Level.MIND


def test_readings_belong_to_the_satellite_and_the_terminal_of_their_day():
    job = job_of()
    assert (job.peak.read_satellite_code, job.peak.read_terminal_code) == ("hamerkop-2", "tarn-74")
    findings, verdict = told(job_of(satellite_code="another"), "peak")
    assert findings["peak.read_for"].level is Level.UNKNOWN
    assert verdict == Level.UNKNOWN
    assert Level.CLEAR not in {one.level for one in findings.values()}
    assert "peak.read_for" not in told(job_of(read_satellite_code="", satellite_code="another"), "peak")[0]


def test_a_reading_is_stamped_once_and_anew_where_somebody_says_so():
    other = job_of(satellite_code="another")
    reading = other.peak.readings[0].model_dump(mode="json")
    stays = entered_at_peak({"readings": [reading]}, other)
    assert "read_satellite_code" not in stays
    bare = job_of(readings=[], read_satellite_code="", read_terminal_code="", read_mount_code="", read_letter="",
                  peaked_latitude_deg=None, peaked_longitude_deg=None)  # fmt: skip
    first = entered_at_peak({"readings": [reading]}, bare)
    assert (first["read_satellite_code"], first["read_terminal_code"]) == ("hamerkop-2", "tarn-74")
    assert entered_at_peak({"read_satellite_code": ""}, other)["read_satellite_code"] == "another"
    assert entered_at_peak({"readings": [], "skew_readings": []}, other)["read_satellite_code"] is None


def test_readings_belong_to_the_place_where_they_were_taken():
    """A set that stands elsewhere now, or a place that is mended by more than the house's 100 m, is not peaked."""
    job = job_of()
    there = (job.peak.peaked_latitude_deg, job.peak.peaked_longitude_deg)
    assert there == (job.brief.latitude_deg, job.brief.longitude_deg)
    for latitude_deg, doubted in ((there[0] + 0.0005, False), (there[0] + 0.0015, True), (there[0] + 1.0, True)):
        findings, verdict = told(job_of(latitude_deg=latitude_deg), "peak")
        assert ("peak.read_for" in findings) is doubted, latitude_deg
        assert not doubted or verdict == Level.UNKNOWN
    said = entered_at_peak({"read_satellite_code": "", "read_terminal_code": ""}, job_of(latitude_deg=-20.0))
    assert said["peaked_latitude_deg"] == -20.0
    gone = entered_at_peak({"readings": [], "skew_readings": []}, job)
    assert gone["peaked_latitude_deg"] is None
    bare = job_of(peaked_latitude_deg=None, latitude_deg=there[0] + 1.0)
    assert "peak.read_for" not in told(bare, "peak")[0]  # of an older job nobody knows


def test_a_trial_without_a_beginning_is_asked_for_it():
    facts = golden.read("2026-106")["facts"]
    trial = {name: value for name, value in facts["trial"].items() if name != "started_at"}
    findings, _ = told(JobInput.model_validate({**facts, "trial": trial}), "sky")
    assert findings["sky.trial"].level is Level.UNKNOWN
    assert "begun" in findings["sky.trial"].message


def test_a_part_of_the_steps_is_not_the_work_at_height():
    facts = golden.read("2026-104")["facts"]
    assert (
        "mount.at_height" not in told(JobInput.model_validate({**facts, "mount_code": "", "positions": []}), "mount")[0]
    )


@pytest.mark.parametrize(("states", "level"), [(0, Level.UNKNOWN), (-1, Level.UNKNOWN), (None, Level.CLEAR)])
def test_a_panel_that_aims_itself_is_aimed_once_it_is_online_and_not_before(states, level):
    facts = golden.read("2026-106")["facts"]
    codes = [one["code"] for one in facts["terminal"]["bringup_states"]]
    rows = [{"code": code, "at_s": at * 60.0} for at, code in enumerate(codes[:states])]
    findings, _ = told(JobInput.model_validate({**facts, "states_entered": rows}), "peak")
    assert [one.level for one in findings.values()] == [level]


def test_no_piece_is_called_light_whose_mass_nobody_told():
    pieces = [{"name": "Arm", "mass_kg": 4.0}, {"name": "Head", "mass_kg": 0.0}]
    untold = lifts(LiftsInput(pieces=pieces)).findings[0]
    assert (untold.level, "Head" in untold.message) == (Level.MIND, True)
    assert lifts(LiftsInput(pieces=pieces[:1])).findings[0].level is Level.CLEAR
    assert lifts(LiftsInput(pieces=pieces[:1], all_known=False)).findings == []
    heavy = lifts(LiftsInput(pieces=[{"name": "Dish", "mass_kg": 60.0}], all_known=False)).findings[0]
    assert "Two people" in heavy.message


def test_steps_and_states_are_of_the_antenna_that_they_were_done_with():
    facts, other = golden.read("2026-101")["facts"], golden.read("2026-103")["facts"]["terminal"]
    swapped = JobInput.model_validate({**facts, "terminal": other, "terminal_code": other["code"]})
    for room, code in (("build", "build.built_on"), ("bringup", "bringup.came_up_as"), ("peak", "peak.read_for")):
        findings, verdict = told(swapped, room)
        assert findings[code].level is Level.UNKNOWN, room
        assert {one.level for one in findings.values()} <= {Level.UNKNOWN, Level.HOLD}, room
        assert code not in told(job_of(), room)[0]
        view = next(one for one in assess(swapped).result.stations if one.code == room)
        assert verdict == Level.HOLD or view.headline[0].text == findings[code].message


# What the job says otherwise afterwards, the room, the finding that doubts, and those that it takes with it.
OTHERWISE = [
    ("terminal", "cable", "cable.earthed_for", ("cable.earth", "cable.slack", "cable.end_looked")),
    ("terminal", "build", "build.unpacked_of", ("build.kit", "build.rim")),
    ("terminal", "handover", "handover.proved_of", ("handover.",)),
    ("mount", "cable", "cable.earthed_for", ("cable.earth", "cable.slack", "cable.end_looked")),
    ("mount", "build", "build.unpacked_of", ("build.kit", "build.rim")),
    ("mount", "build", "build.put_up_as", ("build.",)),
    ("mount", "peak", "peak.read_for", ("peak.",)),
    ("mount", "handover", "handover.proved_of", ("handover.",)),
    ("mount", "mount", "mount.mast_of", ("mount.fit", "mount.oval", "mount.coating", "mount.stress", "mount.hardware")),
    ("position", "mount", "mount.spot_of", ("mount.fixing", "mount.old", "mount.reach", "mount.ice", "mount.hardware")),
    ("position", "cable", "cable.earthed_for", ("cable.earth", "cable.slack", "cable.end_looked")),
    ("position", "cable", "cable.hole_of", ("cable.hole", "cable.sealed", "cable.entry_done")),
    ("position", "build", "build.put_up_as", ("build.",)),
    ("position", "peak", "peak.read_for", ("peak.",)),
]


@pytest.mark.parametrize(("what", "room", "code", "about"), OTHERWISE)
def test_what_was_proved_of_one_terminal_or_mount_proves_nothing_of_another(what, room, code, about):
    other = golden.read("2026-103")["facts"]["terminal"]
    news = {
        "terminal": {"terminal": other, "terminal_code": other["code"]},
        "mount": {"mount_code": "gable_pole"},
        "position": {"positions": [{"letter": "B"}], "position_letter": "B"},
    }[what]
    sound, _ = told(job_of(), room)
    assert code not in sound
    assert Level.CLEAR in {one.level for name, one in sound.items() if name.startswith(about)}
    findings, verdict = told(job_of(**news), room)
    assert findings[code].level is Level.UNKNOWN
    assert what in findings[code].message
    assert verdict is not Level.CLEAR
    good = {name for name, one in findings.items() if one.level in (Level.CLEAR, Level.MIND)}
    assert {name for name in good if name.startswith(about)} == set()
    if room == "cable" and what != "position":
        assert "cable.hole_looked" in good  # the hole is where it was, if too narrow for two cables
    said = {name: "" for name in type(job_of()).model_fields[room].annotation.model_fields if _keeps(room, name)}
    anew = BELONGING[room](said, job_of(**news))
    now = {"terminal": other["code"], "mount": "gable_pole", "position": "B"}[what]
    kept = "_letter" if what == "position" else f"_{what}_code"
    assert {one for name, one in anew.items() if one and name.endswith(kept)} == {now}
    assert code not in told(job_of(**news, **{name: anew[name] or "" for name in said}), room)[0]


BELONGING = {
    "mount": entered_at_mount,
    "cable": entered_at_cable,
    "build": entered_at_build,
    "peak": entered_at_peak,
    "handover": entered_at_handover,
}


def _keeps(room, name):
    return name.endswith(("_terminal_code", "_mount_code", "_satellite_code", "_constellation_code", "_letter"))


def test_ends_and_tests_are_those_of_one_cable():
    bare = job_of(end_checks=[], slack_tried=False, tests=[], made_cable_code="")
    looked = {"end_checks": ["straight"]}
    assert entered_at_cable(looked, bare)["made_cable_code"] == "coax-7-solid"
    assert entered_at_cable({**looked, "cable_code": "coax-10-solid"}, bare)["made_cable_code"] == "coax-10-solid"
    assert "made_cable_code" not in entered_at_cable({"cable_code": "coax-10-solid"}, job_of())  # of what it was made
    about = ("cable.tested", "cable.end_looked", "cable.slack", "cable.outdoor_ends", "cable.conduit_laid")
    sound, _ = told(job_of(made_cable_code="coax-7-solid"), "cable")
    assert "cable.made_of" not in sound
    assert {one.level for name, one in sound.items() if name.startswith(about)} == {Level.CLEAR}
    other = job_of(made_cable_code="coax-7-solid", cable_code="coax-7-clad")
    findings, verdict = told(other, "cable")
    assert findings["cable.made_of"].level is Level.UNKNOWN
    assert "another cable" in findings["cable.made_of"].message
    assert verdict is Level.UNKNOWN
    assert not [name for name in findings if name.startswith(about)]
    assert findings["cable.hole"].level is Level.CLEAR  # the hole is where it was
    assert not assess(other).result.may_sign_off
    assert entered_at_cable({"made_cable_code": ""}, other)["made_cable_code"] == "coax-7-clad"


def test_runs_of_the_old_line_belong_to_no_terminal():
    job = job_of(runs=[], items_given=[], shown_to=[], needs_proved=[], customer_signed_at=None,
                 proved_terminal_code="", proved_satellite_code="", proved_mount_code="")  # fmt: skip
    run = {"when": "before", "down_mbps": 6.0, "up_mbps": 1.0, "latency_ms": 40.0}
    assert entered_at_handover({"runs": [run]}, job)["proved_terminal_code"] is None
    new = entered_at_handover({"runs": [run, {**run, "when": "after"}]}, job)
    assert (new["proved_terminal_code"], new["proved_mount_code"]) == ("tarn-74", "wall_arm")
    assert entered_at_build({"kit_found": [{"code": "tools.spanner", "state": "there"}]}, job_of(
        kit_found=[], rim_gap_mm=None, unpacked_terminal_code="", unpacked_mount_code=""
    ))["unpacked_terminal_code"] is None  # fmt: skip


def test_the_head_is_tried_with_the_terminal_that_is_on_it_and_the_mast_without():
    facts, other = golden.read("2026-101")["facts"], golden.read("2026-103")["facts"]["terminal"]
    findings, _ = told(JobInput.model_validate({**facts, "terminal": other, "terminal_code": other["code"]}), "mount")
    levels = {code.rsplit(".")[-1]: one.level for code, one in findings.items() if code.startswith("mount.checked.")}
    assert levels == {"plumb": Level.CLEAR, "twist": Level.CLEAR, "play": Level.UNKNOWN, "seat": Level.UNKNOWN}


def test_a_site_that_is_another_was_not_looked_over_for_hazards():
    job = job_of()
    assert job.brief.hazards_sought
    for metres, still in ((5, True), (5000, False)):
        latitude = job.brief.latitude_deg + metres / DEGREE_M
        told_anew = entered_at_brief({"place_text": f"{latitude:.6f}, {job.brief.longitude_deg:.6f}"}, job)
        assert told_anew.get("hazards_sought", True) is still
        assert ("assessed_by" in told_anew) is not still


def test_what_was_done_of_the_mount_alone_belongs_to_no_terminal():
    job = job_of(step_marks=[], built_terminal_code="")
    mark = {"code": "m_pole", "at": "2026-11-26T08:00:00Z", "by": "Naledi Mokoena-Hart"}
    assert entered_at_build({"step_marks": [mark]}, job)["built_terminal_code"] is None
    both = [mark, {**mark, "code": "head"}]
    assert entered_at_build({"step_marks": both}, job)["built_terminal_code"] == "tarn-74"


@pytest.mark.parametrize(
    ("east_m", "on", "level"),
    [
        (0.0, "2026-11-20", Level.CLEAR),
        (2.0, "2026-11-20", Level.CLEAR),
        (4.0, "2026-11-20", Level.HOLD),
        (0.0, "2026-10-29", Level.CLEAR),  # 28 days before
        (0.0, "2026-10-28", Level.HOLD),
        (0.0, "2026-11-27", Level.HOLD),
    ],
)
def test_services_are_marked_where_it_is_dug_and_not_long_before(east_m, on, level):
    at = {"letter": "A", "distance_m": 30.0, "bearing_deg": 90.0}
    job = job_of(positions=[at], position_letter="A", date="2026-11-26")
    marked = entered_at_mount({"services_located_by": "Marking crew", "services_located_on": on}, job)
    moved = job_of(positions=[{**at, "distance_m": 30.0 + east_m}], position_letter="A", date="2026-11-26", **marked)
    found = judge_services(moved)
    assert found.level is level
    if east_m > 3.0:
        assert found.figure == pytest.approx(east_m, abs=0.05)
    assert judge_services(job).level is Level.HOLD
    assert (
        entered_at_mount({"services_located_by": "", "services_located_on": None}, moved)["located_latitude_deg"]
        is None
    )


def test_a_check_is_of_the_mount_that_it_was_tried_on():
    job = job_of()
    kind = next(one for one in job.picks.mounts if one.code == "wall_arm")
    row = {"id": "1", "code": kind.checks[0].code, "state": "good", "play_deg": 0.01, "second_deg": 0.01, "gap_mm": 0.1}
    first = entered_at_mount({"checks": [row]}, job)["checks"]
    assert first[0]["of_mount"] == "wall_arm"
    other = job_of(mount_code="gable_pole", checks=first)
    kept = entered_at_mount({"checks": [{**row, "note": "a word more"}]}, other)["checks"]
    assert kept[0]["of_mount"] == "wall_arm"
    again = entered_at_mount({"checks": [{**row, "play_deg": 0.02}]}, other)["checks"]
    assert again[0]["of_mount"] == "gable_pole"
    marks = [CheckMark.model_validate(first[0])]
    assert judge_checks(kind, marks, 1.0)[0].level is Level.CLEAR
    of_another = kind.model_copy(update={"code": "another"})
    found = judge_checks(of_another, marks, 1.0)[0]
    assert (found.level, "another mount" in found.message) == (Level.UNKNOWN, True)


def test_another_antenna_gets_no_power_by_the_earth_of_the_first():
    facts, other = golden.read("2026-101")["facts"], golden.read("2026-103")["facts"]["terminal"]
    off = {"states_entered": [], "powered_at": None}
    assert assess(job_of(**off)).result.power_waits_for == []
    swapped = JobInput.model_validate({**facts, **off, "terminal": other, "terminal_code": other["code"]})
    assert any("earth" in one for one in assess(swapped).result.power_waits_for)


def test_what_a_file_tells_of_its_evidence_is_kept():
    bare = job_of(readings=[], read_satellite_code="", read_terminal_code="", checks=[])
    reading = job_of().peak.readings[0].model_dump(mode="json")
    whole = entered_at_peak({"readings": [reading], "read_satellite_code": "another"}, bare)
    assert whole["read_satellite_code"] == "another"
    marked = {"services_located_by": "Marking crew", "located_latitude_deg": -29.0, "located_longitude_deg": 28.0}
    assert entered_at_mount(marked, bare)["located_latitude_deg"] == -29.0
    check = {"code": "play", "state": "good", "of_mount": "gable_pole"}
    assert entered_at_mount({"checks": [check]}, bare)["checks"][0]["of_mount"] == "gable_pole"


@pytest.mark.parametrize(
    ("read_deg", "poured_deg", "aim_deg", "said"),
    [
        (0.1, None, 0.8, True),
        (1.5, None, 0.0, True),
        (None, 0.2, 0.8, True),
        (0.6, 0.1, 0.8, False),  # what was tried on the mast comes before what was read while pouring
        (0.1, None, None, False),
        (None, None, 0.8, False),
    ],
)
def test_a_mast_that_leans_at_aim_is_not_plumb_at_mount(read_deg, poured_deg, aim_deg, said):
    kind = next(one for one in job_of().picks.mounts if one.code == "wall_arm")
    row = {"id": "1", "code": "plumb", "state": "good", "play_deg": read_deg, "second_deg": 0.0}
    marks = [CheckMark.model_validate(row)] if read_deg is not None else []
    found = judge_leans(kind, marks, poured_deg, aim_deg, DEFAULT_RULES)
    assert [one.level for one in found] == ([Level.MIND] if said else [])
