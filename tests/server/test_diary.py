"""The diary over the API: what a change would move, taking it, calendar files, papers, loading lists."""

import datetime as dt
import io
import json

import pytest
from icalendar import Calendar
from pypdf import PdfReader

from rindle_core.job import JobInput
from rindle_server.diary.plan import times_of
from tests import golden
from tests.server.calls import JSON, change, faults

WEEKS = "first_day=2026-11-23&weeks=4"


def read(crew):
    return crew.get(f"/api/diary?{WEEKS}").json()


def text_of(answer):
    assert answer["Content-Type"] == "application/pdf", answer.content
    return " ".join("\n".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages).split())


def post(crew, way, **told):
    return crew.post(f"/api/diary/{way}?{WEEKS}", json.dumps(told), **JSON)


def test_open_jobs_stand_on_their_days_and_signed_ones_do_not(crew):
    told = read(crew)
    jobs = {one["job"] for one in told["result"]["blocks"]}
    assert {"2026-102", "2026-103", "2026-104"} <= jobs
    assert "2026-101" not in jobs  # signed
    assert [one["code"] for one in told["teams"]] == ["ridge", "valley"]
    for row in told["result"]["rows"]:
        assert row["starts_at"][:10] >= "2026-11-23"
    assert any(0 < one["from_h"] < 6 and 18 < one["to_h"] < 24 for one in told["light"])


@pytest.mark.turns(days=6)
def test_a_change_is_shown_before_it_is_taken_and_then_stands_in_the_job(crew):
    before, was = read(crew), crew.get("/api/jobs/2026-102").json()["facts"]["brief"]["date"]
    tried = post(crew, "tried", number="2026-102", day="2026-12-02", team="valley").json()
    assert "2026-102" in {one["job"] for one in tried["moves"]}
    assert read(crew)["result"] == before["result"]  # nothing was kept
    after = post(crew, "taken", number="2026-102", day="2026-12-02", team="valley").json()
    brief = crew.get("/api/jobs/2026-102").json()["facts"]["brief"]
    assert (brief["date"], brief["team_code"]) == ("2026-12-02", "valley")
    blocks = [one for one in after["result"]["blocks"] if one["job"] == "2026-102"]
    assert min(one["day"] for one in blocks) >= "2026-12-02"
    assert {one["team"] for one in blocks} == {"valley"}
    crew.post("/api/jobs/2026-102/undo")
    assert crew.get("/api/jobs/2026-102").json()["facts"]["brief"]["date"] == was


def test_a_job_that_is_moved_leaves_the_weather_with_the_day(crew):
    was = change(crew, "2026-102", forecast_gust_mps=3, forecast_low_c=12, conditions=["dry"]).json()["facts"]["brief"]
    post(crew, "taken", number="2026-102", day="2026-12-02", team="ridge")
    job = crew.get("/api/jobs/2026-102").json()
    brief = job["facts"]["brief"]
    assert [brief.get(name) for name in ("forecast_gust_mps", "forecast_low_c", "conditions")] == [None, None, []]
    assert (was["date"], 3.0) in {(one["day"], one["gust_mps"]) for one in brief["forecast"]}
    weather = [one for one in job["assessment"]["stations"][0]["findings"] if one["code"] == "brief.weather"]
    assert [one["level"] for one in weather] == ["unknown"]


def test_a_wait_that_runs_over_moves_what_comes_after_it(crew):
    rows = read(crew)["result"]["rows"]
    pole = next(one for one in rows if one["job"] == "2026-104" and one["set_at"] > one["ends_at"])
    tried = post(crew, "tried", number="2026-104", task=pole["name"], more_h=240).json()
    (moved,) = [one for one in tried["moves"] if one["job"] == "2026-104"]
    assert moved["now_at"] > moved["was_at"]
    taken = post(crew, "taken", number="2026-104", task=pole["name"], more_h=240).json()
    assert taken["result"]["ends_at"]["2026-104"] == moved["now_at"]


@pytest.mark.parametrize(
    ("told", "field", "said"),
    [
        ({"number": "2026-999"}, "number", "is not in the diary"),
        ({"number": "2026-103", "task": "Dance"}, "task", "is no task of"),
        ({"number": "2026-103", "team": "west"}, "jobs", "is no crew"),
    ],
)
def test_what_is_not_there_is_refused_by_its_name(crew, told, field, said):
    assert said in faults(post(crew, "tried", **told))[field]


def test_the_calendar_file_has_each_block_in_universal_time(crew):
    result = read(crew)["result"]
    calendar = Calendar.from_ical(crew.get(f"/api/diary/calendar.ics?{WEEKS}").content)
    events = calendar.walk("VEVENT")
    assert len(events) == len(result["blocks"])
    one = result["blocks"][0]
    starts = {str(event.get("uid")): event.decoded("dtstart") for event in events}
    told = starts[f"{one['job']}-{one['day']}-{one['team']}@rindle"]
    assert f"{told:%H:%M}" == f"{int(one['starts_at'][11:13]) - 2:02}{one['starts_at'][13:16]}"  # two hours before UTC


def test_booked_slots_come_from_a_calendar_file(crew):
    from django.core.files.uploadedfile import SimpleUploadedFile

    sheet = (
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//desk//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20261120T080000Z\r\n"
        "SUMMARY:Line-up 2026-104 booked\r\nDTSTART:20261130T120000Z\r\nDTEND:20261130T123000Z\r\nEND:VEVENT\r\n"
        "BEGIN:VEVENT\r\nUID:2\r\nDTSTAMP:20261120T080000Z\r\nSUMMARY:Dentist\r\nDTSTART:20261130T120000Z\r\n"
        "END:VEVENT\r\nEND:VCALENDAR\r\n"
    )
    answer = crew.post("/api/diary/slots", {"file": SimpleUploadedFile("slots.ics", sheet.encode())})
    assert [(one["number"], one["at"][:16]) for one in answer.json()] == [("2026-104", "2026-11-30T14:00")]
    brief = crew.get("/api/jobs/2026-104").json()["facts"]["brief"]
    assert (brief["lineup_at"][:16], brief["lineup_booked"]) == ("2026-11-30T14:00", True)
    bad = crew.post("/api/diary/slots", {"file": SimpleUploadedFile("a.ics", b"hello")})
    assert "no calendar file" in faults(bad)["file"]


@pytest.mark.turns(days=6)
def test_the_day_sheet_and_the_loading_list_tell_what_the_screens_tell(crew):
    block = read(crew)["result"]["blocks"][0]
    sheet = text_of(crew.get(f"/api/diary/day.pdf?day={block['day']}"))
    assert block["title"] in sheet
    assert block["starts_at"][11:16] in sheet
    for words in ("29°33'", "28°26'", "Naledi", "Pick-up, roof rack"):  # where, who and by what
        assert words in sheet
    assert "\n," not in sheet  # of an address that nobody entered nothing is left over
    assert "nothing is planned" in faults(crew.get("/api/diary/day.pdf?day=2026-11-22"))["day"]
    date = crew.get("/api/jobs/2026-103").json()["facts"]["brief"]["date"]
    both = text_of(crew.get(f"/api/diary/van.pdf?day={date}"))
    alone = text_of(crew.get("/api/jobs/2026-103/van.pdf"))
    for word in ("Loading list", "Reflector", "Flat washer M8", "Torque wrench"):
        assert word in both
        assert word in alone
    rows = read(crew)["result"]["rows"]
    day = rows[0]["starts_at"][:10]
    by_team = {}
    for one in rows:
        if one["starts_at"][:10] == day:
            by_team.setdefault(one["team"], set()).add(one["job"])
    assert len(by_team) > 1  # two vans on one day
    every = set().union(*by_team.values())
    for team, jobs in by_team.items():
        list_of_team = text_of(crew.get(f"/api/diary/van.pdf?day={day}&team={team}"))
        assert {one for one in every if one in list_of_team} == jobs  # what the other crew needs is in its own van
    assert "nothing is planned" in faults(crew.get("/api/diary/van.pdf?day=2026-11-22&team=ridge"))["day"]
    imperial = text_of(crew.get("/api/jobs/2026-103/van.pdf?units=imperial"))
    assert "41 °F" in imperial
    assert "5 °C" not in imperial
    assert "13 mm spanner" in imperial


@pytest.mark.turns(days=6)
def test_the_claim_sheet_asks_for_what_came_damaged(crew):
    assert "nothing came damaged" in faults(crew.get("/api/jobs/2026-103/claim.pdf"))["damages"]
    change(
        crew, "2026-103", damages=[{"part": "Reflector", "what": "Dent of 30 mm", "wanted": "replaced"}], rim_gap_mm=3
    )
    said = text_of(crew.get("/api/jobs/2026-103/claim.pdf"))
    for word in ("Claim for goods", "Kestrel Bend", "Dent of 30 mm", "another", "Gap of 3.0 mm"):
        assert word in said
    imperial = text_of(crew.get("/api/jobs/2026-103/claim.pdf?units=imperial"))
    assert "Gap of 0.12 in" in imperial
    assert "Dent of 30 mm" in imperial  # in the words of whoever saw it


@pytest.mark.turns(days=6)
def test_a_forecast_is_asked_for_where_a_service_is_there_and_moves_what_it_stops(crew, settings):
    refused = crew.post(f"/api/diary/forecast?{WEEKS}")
    assert refused.status_code == 503
    assert "no forecast service" in faults(refused)["forecast"]
    settings.BENCH_URL = "http://127.0.0.1:1"  # stand-ins run
    assert read(crew)["forecast_service"] == "simulated, made up"
    typed = crew.get("/api/jobs/2026-103").json()["facts"]["brief"]["forecast"]
    told = crew.post(f"/api/diary/forecast?{WEEKS}").json()
    rows = crew.get("/api/jobs/2026-103").json()["facts"]["brief"]["forecast"]
    assert [one["day"] for one in rows] == sorted({one["day"] for one in rows})
    assert {one["day"] for one in typed} <= {one["day"] for one in rows}
    assert len(rows) >= 10
    again = crew.post(f"/api/diary/forecast?{WEEKS}").json()
    assert again["result"] == told["result"]  # the same place and day, the same weather


@pytest.mark.turns(days=6)
def test_the_made_up_weather_is_of_this_world():
    from rindle_bench.forecast import made_up_forecast

    winter = made_up_forecast(-29.4, 27.8, dt.date(2026, 7, 10), 10)
    summer = made_up_forecast(-29.4, 27.8, dt.date(2027, 1, 10), 40)
    assert len(summer) == 10
    assert sum(one.low_c for one in winter) < sum(one.low_c for one in summer) - 60
    assert all(0 < one.gust_mps < 60 for one in [*winter, *summer])
    assert not [one for one in [*winter, *summer] if one.sky in ("ice", "snow") and one.low_c >= 0]


def test_the_time_that_resin_sets_is_not_taken_for_the_time_that_the_lift_takes(db):
    facts = JobInput.model_validate(golden.read("2026-101")["facts"])
    marked = {one.code for one in facts.build.step_marks}
    assert "lift" in marked
    screwed = facts.model_copy(update={"mount": facts.mount.model_copy(update={"fixing_code": "expansion-10"})})
    assert len(times_of(screwed)) == len(times_of(facts)) + 1


@pytest.mark.turns(days=6)
def test_the_later_days_of_a_visit_stand_in_their_own_week_and_on_its_papers(crew):
    """Blue Crane Lodge begins on a Thursday and ends on the Monday after the foam has set."""
    both = crew.get("/api/diary?first_day=2026-11-30&weeks=2").json()["result"]
    last = max(one["day"] for one in both["blocks"] if one["job"] == "2026-106")
    assert last >= "2026-12-07"
    alone = crew.get("/api/diary?first_day=2026-12-07&weeks=1").json()["result"]
    of = [one for one in alone["blocks"] if one["job"] == "2026-106"]
    assert [one["day"] for one in of] == [last]
    assert of == [one for one in both["blocks"] if one["job"] == "2026-106" and one["day"] == last]
    assert {one["starts_at"][:10] for one in alone["rows"]} >= {last}
    assert "2026-106" in text_of(crew.get(f"/api/diary/day.pdf?day={last}"))
    assert min(one["day"] for one in alone["blocks"]) >= "2026-12-07"
    told = crew.get("/api/diary?first_day=2026-11-23&weeks=1").json()["result"]["conflicts"]
    week_after = crew.get("/api/diary?first_day=2026-11-30&weeks=1").json()["result"]["conflicts"]
    of_a_day = [one for one in told if one["day"]]
    assert of_a_day  # somebody is wanted at two jobs on the 24th
    assert not [one for one in week_after if one in of_a_day]  # that is over


@pytest.mark.turns(days=6)
def test_what_should_have_been_finished_by_now_is_named_until_it_is_handed_over_or_moved(crew):
    def passed(today):
        told = crew.get(f"/api/diary?first_day=2026-11-30&weeks=2&today={today}").json()["passed"]
        return {one["number"]: one for one in told}

    late = passed("2026-12-01")
    assert {"2026-102", "2026-103"} <= set(late)
    assert not {"2026-101", "2026-106", "2026-107"} & set(late)  # signed; still to come
    assert late["2026-103"]["can_move"]
    assert late["2026-103"]["until"] < "2026-12-01"
    assert post(crew, "taken", number="2026-103", day="2026-12-02", team=late["2026-103"]["team"]).status_code == 200
    assert "2026-103" not in passed("2026-12-01")
    blocks = crew.get("/api/diary?first_day=2026-11-30&weeks=2").json()["result"]["blocks"]
    assert {one["day"] for one in blocks if one["job"] == "2026-103"}
    assert "2026-106" in passed("2027-01-10")
    assert crew.get("/api/diary?first_day=2026-11-30").json()["passed"] == []  # without a today nothing has passed


@pytest.mark.turns(days=6)
def test_a_job_whose_days_have_passed_takes_no_crew_from_later_ones(crew):
    """However many were never handed over, the weeks to come are laid out as without them."""
    before = crew.get("/api/diary?first_day=2026-11-30&weeks=2").json()["result"]["blocks"]
    for _ in range(12):
        number = crew.post("/api/jobs").json()["number"]
        assert change(crew, number, date="2026-11-23", team_code="valley").status_code == 200
    told = crew.get("/api/diary?first_day=2026-11-30&weeks=2&today=2026-12-01").json()
    assert told["result"]["blocks"] == before
    assert len([one for one in told["passed"] if one["began_on"] == "2026-11-23"]) == 12


def test_a_job_that_falls_to_another_crew_is_among_what_a_change_moves(crew):
    """Neither job has a crew of its own: with one more to do the other goes to whoever then has least."""
    weeks = "first_day=2026-11-30&weeks=2"

    def crews(found):
        return {one["job"]: one["team"] for one in found["blocks"]}

    was = crews(crew.get(f"/api/diary?{weeks}").json()["result"])
    body = json.dumps({"number": "2026-105", "day": "2026-11-30"})
    tried = crew.post(f"/api/diary/tried?{weeks}", body, **JSON).json()
    now = crews(tried["result"])
    other = {job for job in was if was[job] != now[job]}
    assert other == {"2026-106"}
    told = {one["job"]: (one["was_team"], one["now_team"]) for one in tried["moves"]}
    assert told["2026-106"] == (was["2026-106"], now["2026-106"])
    assert told["2026-105"] == ("", now["2026-105"])
