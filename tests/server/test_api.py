"""The API: strangers, entries and their errors, hold points, the record, and a terminal that is down."""

import datetime as dt
import json
import re
from pathlib import Path

import pytest
from django.contrib.auth import get_user_model
from django.test import Client
from django.utils import timezone

from rindle_core.kernel.registry import calculator, calculators
from rindle_core.stations.entries import ROOMS, home_of
from rindle_server.export_api import as_text, contents
from rindle_server.jobs.api import _optional
from tests.server.calls import change, faults

JSON = {"content_type": "application/json"}


def patch(client, number, **fields):
    return change(client, number, **fields)


API = Path(__file__).parents[2] / "web/src/api"


@pytest.fixture(scope="module")
def paths():
    """Of the front end's own copy; to tell it anew takes seconds."""
    return json.loads((API / "openapi.json").read_text("utf-8"))["paths"]


def test_the_front_end_is_made_from_what_this_server_tells():
    for name, content in contents().items():
        held = (API / name).read_text("utf-8")
        assert held == as_text(content), f"web/src/api/{name} is stale: run ./rindle api and commit it"


def test_each_paper_that_knows_units_is_asked_for_in_those_of_the_screen(paths):
    knowing = {
        path
        for path, methods in paths.items()
        if path.endswith((".pdf", ".html")) and any(one["name"] == "units" for one in methods["get"]["parameters"])
    }
    asked = set()
    for source in API.parent.rglob("*.vue"):
        for link in re.findall(r"`(/api/[^`]+)`", source.read_text("utf-8")):
            path = re.sub(r"\$\{[^}]*number\}|\$\{brief\.follows\}", "{number}", link).partition("?")[0]
            if path in knowing:
                asked.add(path)
                assert "units=${prefs.system}" in link or "asked.toString()" in link, (source.name, link)
    assert len(asked) >= 8


def test_every_path_but_sign_in_and_health_refuses_a_stranger(client, db, paths):
    open_paths = {
        ("/api/health", "get"),
        ("/api/authority.crt", "get"),
        ("/api/session", "post"),
        ("/api/session/demo", "post"),
    }
    checked = 0
    for path, methods in paths.items():
        for method in methods:
            if (path, method) in open_paths:
                continue
            url = path.format(
                number="2026-101",
                name="aim",
                source="near",
                code="kit",
                letter="A",
                reading_id=1,
                row_id="1.1",
                manual_id=1,
                kind="cable",
                form="csv",
                z=0,
                x=0,
                y=0,
                document_id=1,
                index=0,
                at=0,
                work_id="x",
                username="x",
            )
            answer = getattr(client, method)(url, "{}", **JSON) if method != "get" else client.get(url)
            assert answer.status_code == 401, f"{method} {path}"
            checked += 1
    assert checked > 20


def test_a_firm_signs_in_with_name_and_password(client, db):
    get_user_model().objects.create_user("lineo", password="long enough 9")
    wrong = client.post("/api/session", json.dumps({"username": "lineo", "password": "x"}), **JSON)
    assert (wrong.status_code, list(faults(wrong))) == (409, ["password"])
    assert (
        client.post("/api/session", json.dumps({"username": "lineo", "password": "long enough 9"}), **JSON).status_code
        == 200
    )
    assert client.get("/api/session").json()["username"] == "lineo"
    assert client.post("/api/session/demo").status_code == 409  # the firm's own data has no back door
    client.delete("/api/session")
    assert client.get("/api/session").status_code == 401


def test_the_api_calculates_what_the_registry_calculates(crew):
    data = {"latitude_deg": -29.3, "longitude_deg": 27.9, "satellite_longitude_deg": 31.6, "date": "2026-11-24"}
    assert crew.post("/api/calc/aim", json.dumps(data), **JSON).json() == calculator("aim").run(data).as_dict()
    assert crew.post("/api/calc/aim", json.dumps({**data, "latitude_deg": 91}), **JSON).status_code == 422


def test_a_body_that_is_no_json_or_holds_no_measure_is_told_so(crew):
    """A length of a millionth of a nanometre was divided by: it is 0, and refused at its own field."""
    broken = crew.post("/api/calc/aim", '{"latitude_deg": }', **JSON)
    assert (broken.status_code, "is not JSON" in broken.json()["error"]["message"]) == (400, True)
    frame = {"force_n": 100, "lever_m": 1, "own_kg": 30, "length_m": 1}
    for text, status in (("1e-15", 422), ("5e-324", 422), ("0.5", 200)):
        body = json.dumps(frame)[:-1] + f', "width_m": {text}}}'
        answer = crew.post("/api/calc/ballast", body, **JSON)
        assert answer.status_code == status
        assert status == 200 or list(faults(answer)) == ["width_m"]


@pytest.mark.parametrize(("ahead", "taken"), [(0, True), (1, True), (-1, True), (2, False), (None, False)])
def test_a_new_job_begins_on_the_day_that_it_is_where_it_is_begun(crew, ahead, taken):
    """In the evening west of Greenwich, or in the morning far east of it, UTC has another day."""
    utc = dt.datetime.now(dt.UTC).date()
    told = "yesterday" if ahead is None else (utc + dt.timedelta(days=ahead)).isoformat()
    job = crew.post("/api/jobs", headers={"X-Rindle-Day": told, "X-Rindle-Seen": "9" * 40}).json()
    assert job["facts"]["brief"]["date"] == (told if taken else utc.isoformat())


def test_a_new_job_takes_its_entries_one_by_one(crew):
    number = crew.post("/api/jobs").json()["number"]
    patch(crew, number, customer="Ha Tumo Clinic", place_text="29°18'42.6\"S 27°56'10.2\"E", height_m=2140)
    job = patch(crew, number, terminal_code="tarn-74", satellite_code="hamerkop-2").json()
    assert job["facts"]["brief"]["latitude_deg"] == pytest.approx(-29.31183, abs=1e-5)
    expected = calculator("aim").run(
        {
            "latitude_deg": -29.311833,
            "longitude_deg": 27.936167,
            "height_m": 2140,
            "satellite_longitude_deg": 31.6,
            "date": job["facts"]["brief"]["date"],
        }
    )
    assert job["assessment"]["aim"]["azimuth_true_deg"] == pytest.approx(expected.result.azimuth_true_deg, abs=1e-4)
    assert job["assessment"]["beam"]["letter"] == "K"
    assert number in [row["number"] for row in crew.get("/api/jobs").json()["rows"]]


@pytest.mark.parametrize(
    ("fields", "field", "says"),
    [
        ({"place_text": "95, 10"}, "place_text", "latitude 95"),
        ({"mast_diameter_mm": "sixty"}, "mast_diameter_mm", "not a number"),
        ({"mast_wall_mm": 40}, "mast_wall_mm", "radius"),
        ({"mast_free_length_m": -1}, "mast_free_length_m", "more than 0"),
        ({"terminal_code": "no-such"}, "terminal_code", "tarn-74"),
        ({"date": "soon"}, "date", "year-month-day"),
        ({"date": "2040-01-01"}, "date", "2029-12-31"),
        ({"colour": "red"}, "colour", "no field"),
    ],
)
def test_bad_input_names_the_field_and_loses_nothing(crew, fields, field, says):
    before = crew.get("/api/jobs/2026-102").json()
    station = home_of(field) if field != "colour" else "brief"
    answer = crew.patch(f"/api/jobs/2026-102/{station}", json.dumps(fields), **JSON)
    assert says in faults(answer)[field]
    after = crew.get("/api/jobs/2026-102").json()
    assert after["facts"] == before["facts"]


def test_a_bad_row_of_a_list_is_named_and_the_old_list_stays(crew):
    rows = [{"azimuth_deg": 10, "elevation_deg": 5}, {"azimuth_deg": 400, "elevation_deg": 5}]
    answer = change(crew, "2026-102", skylines=[{"points": rows}])
    assert (answer.status_code, list(faults(answer))) == (422, ["skylines.0.points.1.azimuth_deg"])
    assert len(crew.get("/api/jobs/2026-102").json()["facts"]["sky"]["skylines"][0]["points"]) == 8


def test_a_satellite_below_the_horizon_is_a_hold(crew):
    job = patch(crew, "2026-102", place_text="45, -140").json()
    aim = next(station for station in job["assessment"]["stations"] if station["code"] == "aim")
    assert aim["verdict"] == "hold"
    assert [finding["code"] for finding in aim["findings"] if finding["level"] == "hold"] == [
        "aim.below_horizon",
        "aim.beam",
    ]
    assert crew.get("/api/jobs/2026-102/drawings").status_code == 200


def test_a_hold_point_is_refused_until_the_mast_fits(crew):
    for code in ("preset", "ends", "cable", "earth", "lift", "transceiver", "arm", "reflector", "view", "mast"):
        assert crew.delete(f"/api/jobs/2026-102/steps/{code}").status_code == 200
    patch(crew, "2026-102", mast_diameter_mm=55, mast_other_diameter_mm=55)
    held = crew.post("/api/jobs/2026-102/steps/mast")
    assert held.status_code == 409
    assert "a mast that fits" in held.json()["error"]["message"]
    patch(crew, "2026-102", mast_diameter_mm=60.3, mast_other_diameter_mm=60.3)
    marked = crew.post("/api/jobs/2026-102/steps/mast").json()
    mark = next(view["mark"] for view in marked["assessment"]["build"]["steps"] if view["step"]["code"] == "mast")
    assert mark["by"] == "Naledi Mokoena-Hart"


def test_a_mark_on_which_others_rest_cannot_be_taken_back(crew):
    refused = crew.delete("/api/jobs/2026-102/steps/kit")
    assert refused.status_code == 409
    assert crew.delete("/api/jobs/2026-102/steps/preset").status_code == 200


def test_a_signed_job_is_frozen_with_its_version_whatever_happens_to_the_stores(crew):
    before = crew.get("/api/jobs/2026-101").json()
    assert (before["signed_off_by"], before["version"]) == ("Naledi Mokoena-Hart", "0.1.0")
    assert patch(crew, "2026-101", customer="Somebody else").status_code == 409
    assert crew.post("/api/jobs/2026-101/steps/kit").status_code == 409
    from rindle_server.stores.models import Firm, StoreItem

    StoreItem.objects.all().delete()
    Firm.objects.update(rules={"clearance_deg": 45})
    after = crew.get("/api/jobs/2026-101").json()
    assert after["assessment"] == before["assessment"]
    assert after["facts"] == before["facts"]


def test_sign_off_says_what_is_open(crew):
    answer = crew.post("/api/jobs/2026-103/sign-off", json.dumps({"name": "N"}), **JSON)
    assert answer.status_code == 409
    assert "Mount, Cable" in answer.json()["error"]["message"]
    assert "not online" in answer.json()["error"]["message"]


def test_that_none_is_connected_is_no_fault_that_one_does_not_answer_is(crew, settings):
    codes = []
    for settings.BENCH_URL in ("", "http://127.0.0.1:9"):
        answer = crew.post("/api/jobs/2026-102/device/poll")
        codes.append(answer.json()["error"]["faults"][0]["code"])
    assert codes == ["not_connected", "refused"]


def test_a_terminal_that_is_down_is_said_and_work_goes_on_by_hand(crew, settings):
    settings.BENCH_URL = "http://127.0.0.1:9"  # the discard port: nothing listens there
    answer = crew.post("/api/jobs/2026-102/device/poll")
    assert answer.status_code == 503
    assert "go on by hand" in answer.json()["error"]["message"]
    reading = {"axis": "azimuth", "turns": 0.5, "level_db": 11.2, "turning": "up"}
    assert (
        len(crew.post("/api/jobs/2026-102/readings", json.dumps(reading), **JSON).json()["facts"]["peak"]["readings"])
        == 7
    )


@pytest.mark.turns(days=6)
def test_peaking_against_the_stand_in_ends_at_its_top(crew, bench):
    def read(axis, turns):
        answer = crew.post("/api/jobs/2026-102/device/read", json.dumps({"axis": axis, "turns": turns}), **JSON)
        assert answer.status_code == 200, answer.content
        return answer.json()["job"]["assessment"]

    assessment = {}
    for axis in ("elevation", "azimuth"):
        for turns in (-2.0, *[0.5] * 8):
            assessment = read(axis, turns)
        fit = assessment[f"{axis}_peak"]["fit"]
        if fit["back_turns"]:
            read(axis, -fit["back_turns"])
        assessment = read(axis, fit["forward_turns"])
        assert assessment[f"{axis}_peak"]["fit"]["loss_now_db"] < 0.05
    # The stand-in's true top is 0.4 dB under the prediction; noise and two axes leave at most 0.4 dB more.
    reached = assessment["azimuth_peak"]["best_level_db"]
    assert reached == pytest.approx(assessment["predicted_level_db"] - 0.4, abs=0.4)


def test_the_report_holds_the_figures_and_drawings(crew):
    page = crew.get("/api/jobs/2026-101/report.html").content.decode()
    job = crew.get("/api/jobs/2026-101").json()
    assert f"{job['assessment']['aim']['azimuth_true_deg']:.2f}°" in page
    assert page.count("<svg") == 12  # ten drawings, two signatures
    assert "var(--" not in page  # colours are written out for print
    assert "http://" not in page.replace("http://www.w3.org", "")


def test_each_calculator_has_a_typed_route_and_an_error_has_a_code_beside_its_sentence(crew, paths):

    assert {f"/api/calc/{name}" for name in calculators()} <= set(paths)
    route = paths["/api/calc/apart"]["post"]
    assert route["operationId"] == "calc_apart"
    assert route["requestBody"]["content"]["application/json"]["schema"]["$ref"].endswith("/ApartInput")
    refused = crew.post("/api/calc/aim", json.dumps({"latitude_deg": 95, "no_such": 1}), **JSON)
    told = {one["field"]: one["code"] for one in refused.json()["error"]["faults"]}
    assert (told["latitude_deg"], told["longitude_deg"], told["no_such"]) == ("too_large", "missing", "unknown_field")
    assert crew.post("/api/calc/nothing", "{}", **JSON).json()["error"]["message"].startswith("'nothing' is not a")


def test_a_step_is_marked_when_the_device_says_and_never_in_what_is_to_come(crew):
    rows = crew.get("/api/jobs/2026-104").json()["assessment"]["kit_list"]["rows"]
    assert "kit that was counted" in faults(crew.post("/api/jobs/2026-104/steps/kit"))["code"]
    change(crew, "2026-104", kit_found=[{"code": one["code"], "state": "there"} for one in rows])

    def marked(at):
        crew.delete("/api/jobs/2026-104/steps/kit")
        answer = crew.post(f"/api/jobs/2026-104/steps/kit?at={at}")
        if answer.status_code != 200:
            return faults(answer)["at"]
        marks = answer.json()["facts"]["build"]["step_marks"]
        return next(dt.datetime.fromisoformat(one["at"]) for one in marks if one["code"] == "kit")

    now = timezone.now()
    earlier = now - dt.timedelta(hours=3)
    assert marked(earlier.strftime("%Y-%m-%dT%H:%M:%SZ")) == earlier.replace(microsecond=0)
    assert abs(marked((now + dt.timedelta(days=1)).strftime("%Y-%m-%dT%H:%M:%SZ")) - now) < dt.timedelta(minutes=5)
    assert "more than 30 days ago" in marked("2020-01-01T00:00:00Z")
    assert "needs its zone" in marked("2026-11-27T09:00:00")


@pytest.mark.turns(days=6)
def test_a_file_of_another_version_is_missing_and_not_the_page(client):
    """The page in its stead would be kept by a browser as that file, and the screen stay empty for good."""
    answer = client.get("/assets/DiaryPage-00000000.js")
    assert (answer.status_code, answer["Content-Type"]) == (404, "text/plain")
    assert "no-store" in answer["Cache-Control"]


def test_a_page_whose_token_is_gone_is_told_to_sign_in(crew):
    strict = Client(enforce_csrf_checks=True)
    strict.cookies = crew.cookies
    told = strict.patch("/api/jobs/2026-105/mount", {"mast_outer_mm": 60.3}, **JSON)
    assert (told.status_code, faults(told)) == (401, {"session": "Sign in first."})


def test_each_fact_may_be_taken_out_or_says_that_it_is_needed():
    """Null reaches no rule of a fact that there is: the day of the work, taken out, ended in a fault of the server."""
    for kind in ROOMS.values():
        patch = _optional(kind)
        for name in kind.model_fields:
            assert getattr(patch.model_validate({name: None}), name) is None


def test_the_day_of_the_work_cannot_be_taken_out(crew):
    answer = change(crew, "2026-102", "brief", date=None)
    assert (answer.status_code, list(faults(answer))) == (422, ["date"])
