"""The one door: every change is journaled, taken back and brought back, and two screens never overwrite each other."""

import json
from types import SimpleNamespace

import pytest
from django.contrib.auth import get_user_model
from django.test import Client

from rindle_core.kernel.errors import InputError
from rindle_server.jobs import edit, journal, report
from rindle_server.jobs.models import Change, Job, StationDoc
from tests.server.calls import change, faults

JOB = "2026-102"


@pytest.fixture
def other(db):
    """A second person on another screen."""
    client = Client(headers={"X-Rindle-Tab": "other"})
    client.force_login(get_user_model().objects.exclude(username="naledi").first())
    return client


def facts(client, room):
    return client.get(f"/api/jobs/{JOB}").json()["facts"][room]


def undo(client, way="undo"):
    return client.post(f"/api/jobs/{JOB}/{way}").json()


def test_a_change_tells_who_what_and_what_was_there_before(crew):
    before = facts(crew, "mount")["mast_wall_mm"]
    head = crew.get(f"/api/jobs/{JOB}/head").json()["head"]
    job = change(crew, JOB, mast_wall_mm=3.3, seen=head).json()
    assert job["head"] == head + 1
    newest = crew.get(f"/api/jobs/{JOB}/changes").json()[0]
    assert (newest["seq"], newest["by"], newest["words"]) == (head + 1, "Naledi Mokoena-Hart", "Wall thickness")
    path = "mount.mast_wall_mm"
    assert newest["ops"] == [{"path": path, "at": path, "label": "Wall thickness", "before": before, "after": 3.3}]


def test_what_is_read_of_a_change_never_holds_a_code_in_the_open(crew):
    """The job's code, what was typed for it again and a password; a plain entry beside them stays readable."""
    told_back = [{"id": "", "code": "activation_code", "again": "QRTX-4472", "shown": ""}]
    typed = {"activation_code": "QRTX-4471", "wifi_password": "heron under bridge", "told_back": told_back}
    for name, value in typed.items():
        assert change(crew, JOB, **{name: value}).status_code == 200, name
    change(crew, JOB, modem_entries={"carrier_mhz": "11862"})
    said = {op["path"]: op for row in crew.get(f"/api/jobs/{JOB}/changes?most=4").json() for op in row["ops"]}
    assert said["bringup.activation_code"]["after"].endswith("71")
    assert said["bringup.modem_entries.carrier_mhz"]["after"] == "11862"
    answer = json.dumps(said)
    assert "QRTX" not in answer
    assert "heron" not in answer


def test_undo_and_redo_go_back_and_forth_and_something_new_ends_the_way_forward(crew):
    first = facts(crew, "mount")["mast_wall_mm"]
    change(crew, JOB, mast_wall_mm=3.3)
    change(crew, JOB, mast_wall_mm=4.4)
    assert undo(crew)["job"]["facts"]["mount"]["mast_wall_mm"] == 3.3
    back = undo(crew)
    assert (back["words"], back["job"]["facts"]["mount"]["mast_wall_mm"]) == ("Wall thickness", first)
    assert undo(crew, "redo")["job"]["facts"]["mount"]["mast_wall_mm"] == 3.3
    again = undo(crew, "redo")["job"]
    assert (again["facts"]["mount"]["mast_wall_mm"], again["redo_words"]) == (4.4, "")
    assert undo(crew)["job"]["redo_words"] == "Wall thickness"
    job = change(crew, JOB, mast_wall_mm=5.5).json()
    assert (job["redo_words"], job["undo_words"]) == ("", "Wall thickness")
    assert undo(crew, "redo")["words"] == ""
    assert undo(crew)["job"]["facts"]["mount"]["mast_wall_mm"] == 3.3


def test_undo_takes_back_what_this_person_did_and_nothing_of_others(crew, other):
    change(crew, JOB, mast_wall_mm=3.3)
    change(other, JOB, customer="Theirs")
    job = undo(crew)["job"]
    assert job["facts"]["brief"]["customer"] == "Theirs"
    assert job["facts"]["mount"]["mast_wall_mm"] != 3.3


def test_what_somebody_changed_since_is_not_taken_back(crew, other):
    change(crew, JOB, mast_wall_mm=3.3)
    change(other, JOB, mast_wall_mm=4.0)
    refused = crew.post(f"/api/jobs/{JOB}/undo")
    assert refused.status_code == 409
    assert "Changed again since" in refused.json()["error"]["message"]
    assert facts(crew, "mount")["mast_wall_mm"] == 4.0


def test_a_deleted_row_comes_back_to_its_place(crew):
    rows = facts(crew, "cable")["cable_pieces"]
    assert len(rows) > 2
    change(crew, JOB, cable_pieces=[rows[0], *rows[2:]])
    assert undo(crew)["job"]["facts"]["cable"]["cable_pieces"] == rows


def test_two_screens_that_add_rows_to_one_list_keep_both(crew, other):
    seen = crew.get(f"/api/jobs/{JOB}/head").json()["head"]
    rows = facts(crew, "cable")["cable_pieces"]
    change(other, JOB, seen, cable_pieces=[*rows, {"kind": "wall", "length_m": 0.7, "note": "theirs"}])
    mine = [{**rows[0], "length_m": 9.5}, *rows[1:], {"kind": "loop", "length_m": 0.4, "note": "mine"}]
    job = change(crew, JOB, seen, cable_pieces=mine).json()
    told = [(one["length_m"], one["note"]) for one in job["facts"]["cable"]["cable_pieces"]]
    assert told[0][0] == 9.5
    assert [note for _, note in told[len(rows) :]] == ["theirs", "mine"]


def test_two_screens_that_change_different_fields_of_a_row_and_different_points_of_a_skyline_keep_both(crew, other):
    lines, seen = facts(crew, "sky")["skylines"], crew.get(f"/api/jobs/{JOB}/head").json()["head"]
    pieces = facts(crew, "cable")["cable_pieces"]

    def line(at, **more):
        points = [one | (more if place == at else {}) for place, one in enumerate(lines[0]["points"])]
        return [lines[0] | {"points": points}, *lines[1:]]

    change(other, JOB, seen, cable_pieces=[pieces[0] | {"note": "theirs"}, *pieces[1:]])
    change(other, JOB, seen, skylines=line(0, elevation_deg=2.5))
    change(crew, JOB, seen, cable_pieces=[pieces[0] | {"length_m": 1.25}, *pieces[1:]])
    change(crew, JOB, seen, skylines=line(1, elevation_deg=3.5))
    piece = facts(crew, "cable")["cable_pieces"][0]
    assert (piece["note"], piece["length_m"]) == ("theirs", 1.25)

    def heights():
        return [one["elevation_deg"] for one in facts(crew, "sky")["skylines"][0]["points"][:2]]

    assert heights() == [2.5, 3.5]
    assert undo(crew)["words"] == "Skylines"
    assert heights() == [2.5, lines[0]["points"][1]["elevation_deg"]]


def test_two_screens_that_tick_different_words_keep_both(crew, other):
    change(crew, JOB, needs=[])
    seen = crew.get(f"/api/jobs/{JOB}/head").json()["head"]
    change(other, JOB, seen, needs=["cameras"])
    job = change(crew, JOB, seen, needs=["calls"]).json()
    assert set(job["facts"]["brief"]["needs"]) == {"calls", "cameras"}


def test_the_same_field_changed_by_two_is_the_laters(crew, other):
    seen = crew.get(f"/api/jobs/{JOB}/head").json()["head"]
    change(other, JOB, seen, customer="Theirs", access="Ask at the gate")
    job = change(crew, JOB, seen, customer="Mine").json()
    assert (job["facts"]["brief"]["customer"], job["facts"]["brief"]["access"]) == ("Mine", "Ask at the gate")


def test_a_refused_change_leaves_no_trace(crew):
    before = Change.objects.filter(job__number=JOB).count()
    assert change(crew, JOB, mast_wall_mm=40.0).status_code == 422  # more than the mast's radius
    assert Change.objects.filter(job__number=JOB).count() == before


def told(now_s, level_db):
    return SimpleNamespace(now_s=now_s, level_db=level_db, input_dbm=-45.0, restart_count=0, powered=True, injector="")


def test_telemetry_is_kept_but_is_no_change_in_the_journal(db):
    job = Job.objects.get(number=JOB)
    edit.note_device(job, [], told(5.0, 9.0))
    count = Change.objects.filter(job=job).count()
    edit.note_device(job, [], told(6.0, 9.5))
    assert Change.objects.filter(job=job).count() == count
    assert StationDoc.objects.get(job=job, station="bringup").data["device_level_db"] == 9.5


def test_an_answer_that_was_under_way_while_it_was_switched_off_is_old(db):
    """A poll of before wrote the states back; by hand nothing could be entered then, and it stood as powered."""
    on = [{"code": "power", "at_s": 0.0}]
    job = Job.objects.get(number=JOB)
    edit.note_device(job, on, told(1.0, 9.0))

    def states():
        return StationDoc.objects.get(job=job, station="bringup").data.get("states_entered", [])

    asked_at = Job.objects.get(number=JOB).head
    later = [*on, {"code": "boot", "at_s": 5.0}]
    edit.note_device(Job.objects.get(number=JOB), later, told(6.0, 9.0), asked_at)
    assert [one["code"] for one in states()] == ["power", "boot"]  # nobody switched it meanwhile
    asked_at = Job.objects.get(number=JOB).head
    edit.note_device(Job.objects.get(number=JOB), [], told(0.0, None))  # it was switched off
    edit.note_device(Job.objects.get(number=JOB), later, told(7.0, 9.0), asked_at)
    assert states() == []


def test_the_journal_leads_from_nothing_to_what_is_there(db):
    """Every document of every demo job is what its changes make of an empty one."""
    for job in Job.objects.all():
        told = {"brief": {"date": job.created_at.date().isoformat()}}
        for row in job.changes.order_by("seq"):
            told = journal.journal.applied(told, journal.ops_of(row))
        now = {row.station: row.data for row in job.docs.all()}
        quiet = {"device_now_s", "device_level_db"}
        for station, data in now.items():
            left = {name: value for name, value in data.items() if name not in quiet}
            made = {name: value for name, value in told.get(station, {}).items() if name not in quiet}
            assert made == left, (job.number, station)


def test_nobody_undoes_in_a_signed_job(crew):
    assert crew.post("/api/jobs/2026-101/undo").status_code == 409


def test_a_person_of_no_account_takes_nothing_back(db):
    assert journal.undo(Job.objects.get(number=JOB)) == ""


def test_a_choice_that_is_emptied_is_taken_out(crew):
    assert change(crew, JOB, surface="masonry").json()["facts"]["brief"]["surface"] == "masonry"
    assert change(crew, JOB, surface="").json()["facts"]["brief"].get("surface") is None
    with pytest.raises(InputError, match="customer"):
        edit.patch(Job.objects.get(number=JOB), "brief", {"customer": "x" * 121})


def test_a_signed_report_is_the_page_that_was_laid_out_then(crew, monkeypatch):
    job = Job.objects.get(number="2026-101")
    assert {one.system for one in job.reports.all()} == {"metric", "imperial"}
    url = "/api/jobs/2026-101/report.html"
    page = crew.get(url).content.decode()
    assert job.record_sha256[:12] in page
    monkeypatch.setattr(report, "render_to_string", lambda *_: "a later version's layout")
    assert crew.get(url).content.decode() == page
    assert " ft" in crew.get(f"{url}?units=imperial").content.decode()
    kept = job.reports.get(system="metric")
    kept.html = kept.html.replace("Lithaba", "Elsewhere")
    kept.save()
    changed = crew.get(url)
    assert (changed.status_code, "has been changed since" in changed.json()["error"]["message"]) == (409, True)


def test_a_panels_job_whole_is_small_and_what_is_left_out_stays_with_the_server(crew):
    url = "/api/jobs/2026-106"
    whole = crew.get(url)
    told = whole.json()
    assert len(whole.content) < 119_000  # with the house's words; of which a change sends what it changes
    over_the_air = crew.get(url, headers={"Accept-Encoding": "gzip"})
    assert over_the_air["Content-Encoding"] == "gzip"
    assert len(over_the_air.content) < 40_000
    assert told["trial_event_count"] > 100
    assert told["facts"]["sky"]["trial"]["events"] == []
    before = Job.objects.get(number="2026-106").docs.get(station="sky").data["trial"]["events"]
    assert len(before) == told["trial_event_count"]
    again = change(crew, "2026-106", trial={"height_m": 2.5}).json()
    assert again["trial_event_count"] == told["trial_event_count"]
    assert Job.objects.get(number="2026-106").docs.get(station="sky").data["trial"]["events"] == before


def test_another_wall_says_its_own_way_in_and_sends_no_list_anew(crew):
    was = crew.get("/api/jobs/2026-107").json()
    now = change(crew, "2026-107", wall_code="masonry").json()
    then = change(crew, "2026-107", wall_code="timber").json()
    assert was["marks"]["facts.picks"] == now["marks"]["facts.picks"] == then["marks"]["facts.picks"]
    told = [one["assessment"]["way_in"] for one in (now, then)]
    assert [one["code"] for one in told] == ["masonry", "timber"]
    assert told[0]["text"] != told[1]["text"] != ""
    assert all(one.get("text", "") == "" for one in then["facts"]["picks"]["words"]["ways_in"])
    none = change(crew, "2026-107", sealed_by="none").json()
    assert none["assessment"]["way_in"] is None


def test_a_word_of_a_list_that_is_too_long_is_refused_by_its_field_and_nothing_is_kept(crew):
    refused = change(crew, "2026-104", conduit_steps=["x" * 300])
    assert refused.status_code == 422
    assert faults(refused) == {"conduit_steps": "one of its words has 300 signs: at most 180 are accepted"}
    assert crew.get("/api/jobs/2026-104").json()["facts"]["cable"].get("conduit_steps", []) == []
    assert change(crew, "2026-104", conduit_steps=["x" * 180]).status_code == 200
