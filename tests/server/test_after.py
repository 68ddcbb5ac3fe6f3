"""After the work: a watch for gaps, follow-ups beside the sealed record, and the repair that comes of one."""

import datetime as dt
import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from icalendar import Calendar

from rindle_server.jobs.after import assessed_after
from rindle_server.jobs.models import Job
from tests.server.calls import JSON, change, faults

SIGNED = "2026-101"
LOG = "start,seconds,cause\n2026-12-20T01:10:00Z,4.0,blocked\n2026-12-20T06:40:00Z,9.5,network\n"


@pytest.fixture(autouse=True)
def in_the_next_year(monkeypatch):
    """Follow-ups are entered once their day has come."""
    monkeypatch.setattr("rindle_server.jobs.after.timezone.now", lambda: dt.datetime(2027, 1, 20, 9, tzinfo=dt.UTC))


def after(crew, number=SIGNED):
    return crew.get(f"/api/jobs/{number}/after").json()


def patch(crew, **told):
    return crew.patch(f"/api/jobs/{SIGNED}/after", json.dumps(told), **JSON)


def log(text=LOG, name="panel.csv"):
    return SimpleUploadedFile(name, text.encode(), "text/csv")


@pytest.mark.turns(days=6)
def test_follow_ups_are_kept_beside_a_record_that_stays_sealed(crew):
    sealed = crew.get(f"/api/jobs/{SIGNED}").json()["record_sha256"]
    answer = patch(crew, later_marks=[{"code": "week", "on": "2026-11-30", "by": "N. M.", "level_db": 12.4}])
    assert answer.status_code == 200, answer.content
    job = crew.get(f"/api/jobs/{SIGNED}").json()
    assert (job["record_sha256"], job["record_state"]) == (sealed, "intact")
    rows = {one["code"]: one for one in after(crew)["result"]["follow_up"]["rows"]}
    assert rows["week"]["state"] == "done"
    assert crew.get(f"/api/jobs/{SIGNED}/changes").json()[0]["words"] == "Looked at"
    assert faults(crew.patch("/api/jobs/2026-102/after", "{}", **JSON))["job"].startswith("Job 2026-102 is not handed")
    assert "later_marks.0.on" in faults(patch(crew, later_marks=[{"code": "week", "on": "soon"}]))
    for day in ("2026-11-22", "2027-01-21"):  # before the hand-over, and still to come
        assert "later_marks.0.on" in faults(patch(crew, later_marks=[{"code": "week", "on": day}]))
    assert "later_events.0.code" in faults(patch(crew, later_events=[{"code": "gremlins", "on": "2026-12-01"}]))


def test_a_level_that_fell_since_the_day_of_the_work_is_said(crew):
    job = Job.objects.get(number=SIGNED)
    then = assessed_after(job)
    assert [one.code for one in then.findings if one.code == "after.level"] == []
    for level_db, wanted in ((12.4, "clear"), (9.0, "hold")):
        patch(crew, later_marks=[{"code": "month", "on": "2026-12-23", "level_db": level_db}])
        found = {one.code: one.level for one in assessed_after(job).findings}
        assert found["after.level"] == wanted


def test_a_log_of_gaps_is_read_after_the_signature_and_before_it(crew):
    clock = {"started_at": "2026-12-19 20:00", "ended_at": "2026-12-20 10:00"}
    assert crew.post(f"/api/jobs/{SIGNED}/watch/clock", json.dumps(clock), **JSON).status_code == 200
    told = crew.post(f"/api/jobs/{SIGNED}/watch/log", {"file": log()}).json()
    watched = told["after"]["result"]["watched"]
    assert (watched["counted"]["hours_h"], told["after"]["watch"]["event_count"]) == (14.0, 2)
    assert {one["cause"] for one in watched["counted"]["causes"]} == {"blocked", "network"}
    assert crew.post("/api/jobs/2026-102/watch/clock", json.dumps(clock), **JSON).status_code == 200
    assert crew.post("/api/jobs/2026-102/watch/log", {"file": log()}).status_code == 200
    job = crew.get("/api/jobs/2026-102").json()
    assert job["assessment"]["watched"]["counted"]["hours_h"] == 14.0
    assert job["facts"]["handover"]["watch"].get("events", []) == []  # the server counts them; a screen needs none


def test_gaps_are_counted_by_eye_and_struck_again(crew):
    ask = "/api/jobs/2026-102/watch"
    assert "watch" in faults(crew.post(f"{ask}/gaps", json.dumps({"seconds": 3}), **JSON))
    crew.post(f"{ask}/start")
    told = crew.post(f"{ask}/gaps", json.dumps({"seconds": 3, "cause": "blocked"}), **JSON).json()["watch"]
    assert (told["event_count"], told["by_hand"]) == (1, True)
    assert crew.delete(f"{ask}/gaps/0").json()["watch"]["event_count"] == 0
    assert crew.delete(f"{ask}/gaps/5").status_code == 404
    late = "start,seconds,cause\n2026-12-20T01:10:00Z,4.0,blocked\n"
    crew.post(f"{ask}/end")
    assert "none of its gaps" in faults(crew.post(f"{ask}/log", {"file": log(late)}))["file"]
    crew.delete(ask)
    assert after(crew, "2026-102")["watch"]["started_at"] is None


def test_what_comes_later_is_in_the_calendar_and_on_the_diary(crew):
    sheet = Calendar.from_ical(crew.get(f"/api/jobs/{SIGNED}/calendar.ics").content)
    events = {str(one["uid"]): one for one in sheet.walk("VEVENT")}
    month = events[f"{SIGNED}-later-month@rindle"]
    assert month["dtstart"].dt == dt.date(2026, 12, 23)
    assert events[f"{SIGNED}-later-year@rindle"]["rrule"]["INTERVAL"] == [365]
    told = crew.get("/api/diary?first_day=2026-11-23&weeks=2").json()["later"]
    assert [(one["name"], one["due_on"]) for one in told if one["number"] == SIGNED][:2] == [
        ("After a day", "2026-11-24"),
        ("After a week", "2026-11-30"),
    ]


def test_a_repair_takes_over_what_stands_there_and_nothing_of_the_work(crew):
    assert crew.post("/api/jobs/2026-102/repair", "{}", **JSON).status_code == 409
    told = crew.post(f"/api/jobs/{SIGNED}/repair", json.dumps({"reason": "No tone since the storm"}), **JSON).json()
    brief = told["facts"]["brief"]
    assert (brief["follows"], brief["repair_reason"]) == (SIGNED, "No tone since the storm")
    old = crew.get(f"/api/jobs/{SIGNED}").json()["facts"]
    assert told["facts"]["cable"]["cable_code"] == old["cable"]["cable_code"]
    assert told["facts"]["mount"]["mount_code"] == old["mount"]["mount_code"]
    assert not told["facts"]["peak"].get("readings")
    assert not told["facts"]["bringup"].get("activation_code")
    assert after(crew)["repairs"] == [told["number"]]
    change(crew, told["number"], repair_seen=["after_storm", "moved", "weak"])
    job = crew.get(f"/api/jobs/{told['number']}").json()
    assert job["assessment"]["repair"]["faults"][0]["name"] == "The aim has slipped"
    assert "paint pen" in job["assessment"]["repair"]["bring"]
    sheet = crew.get(f"/api/jobs/{told['number']}/handed-over").json()
    words = json.dumps(sheet)
    for one in ("Yellow paint", "12.4 dB", "X3-04471", "counter", "Sealant: cut round"):
        assert one in words, one
    assert "strange" in faults(change(crew, told["number"], repair_seen=["strange"]))["repair_seen"]


def test_the_jobs_teach_what_failed_and_how_often_it_held(crew):
    before = crew.get("/api/learnt").json()["record"]
    assert (before["job_count"], before["held_percent"]) == (1, 100.0)
    assert before["held_low_percent"] < 40  # one job says next to nothing
    assert before["at_height_h"] > 0
    assert before["gain_factor"] == pytest.approx(23.0, abs=0.1)
    number = crew.post(f"/api/jobs/{SIGNED}/repair", "{}", **JSON).json()["number"]
    change(crew, number, repair_seen=["wet_plug", "rain_only"])
    assert crew.get("/api/learnt").json()["record"]["why"] == [{"name": "not told yet", "count": 1}]
    assert "repair_found_code" in faults(change(crew, number, repair_found_code="gremlins"))
    change(crew, number, repair_found_code="water")
    told = crew.get("/api/learnt").json()
    assert told["record"]["held_percent"] == 0.0
    assert told["record"]["why"] == [{"name": "Water in a connector", "count": 1}]
    assert told["instruments"]


def test_the_simulated_speed_server_is_as_slow_as_its_line(crew, bench):
    servers = crew.get("/api/jobs/2026-101/speed").json()
    assert [one["code"] for one in servers] == ["near", "far"]
    began = dt.datetime.now(dt.UTC)
    content = b"".join(crew.get("/api/jobs/2026-106/speed/near/down?size_bytes=1500000").streaming_content)
    took_s = (dt.datetime.now(dt.UTC) - began).total_seconds()
    assert len(content) == 1_500_000
    assert took_s > 8 * 1.5 / 220  # no line of the stand-in is faster than 191 Mbit/s
    sent = crew.post("/api/jobs/2026-106/speed/near/up", b"x" * 200_000, content_type="application/octet-stream")
    assert sent.json() == {"received_bytes": 200_000}
    assert crew.get("/api/jobs/2026-106/speed/near/ping").status_code == 200
    assert crew.get("/api/jobs/2026-106/speed/elsewhere/ping").status_code == 422


def test_without_a_stand_in_there_is_nothing_to_measure_against(crew, settings):
    settings.BENCH_URL = ""
    assert crew.get("/api/jobs/2026-101/speed").json() == []
    assert crew.get("/api/jobs/2026-101/speed/near/ping").status_code == 503


def test_a_set_that_is_half_packed_is_not_ready_to_drive(crew):
    change(crew, "2026-106", permanence="portable", stowed=["pole_down"])
    found = {one["code"]: one for one in crew.get("/api/jobs/2026-106").json()["assessment"]["stations"][0]["findings"]}
    assert (found["brief.drive"]["level"], found["brief.drive"]["message"]) == ("hold", "Not ready to drive")
    words = [one["code"] for one in crew.get("/api/jobs/2026-106").json()["facts"]["picks"]["words"]["stowed"]]
    change(crew, "2026-106", stowed=words)
    found = {one["code"]: one for one in crew.get("/api/jobs/2026-106").json()["assessment"]["stations"][0]["findings"]}
    assert (found["brief.drive"]["level"], found["brief.drive"]["message"]) == ("clear", "Ready to drive")
