"""Visit, papers, settings sheet, proposal, store forms and beams with holes, over the API."""

import datetime as dt
import io
import json
import re

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from pypdf import PdfReader

from rindle_core.catalogue.choices import CHOICES, KEPT
from rindle_core.job import JobInput
from rindle_core.stations.brief.settled_before import usual_tasks_of
from rindle_server.stores.models import Firm, StoreItem
from tests import golden
from tests.server.calls import change

JSON = {"content_type": "application/json"}


def patch(client, **fields):
    return change(client, "2026-105", **fields)


def put(client, name, rows):
    return change(client, "2026-105", **{name: rows})


def codes(job, station="brief"):
    return {
        one["code"]: one for one in next(s for s in job["assessment"]["stations"] if s["code"] == station)["findings"]
    }


def faults(answer):
    return {fault["field"]: fault["message"] for fault in answer.json()["error"]["faults"]}


def test_entries_about_the_visit_are_kept_judged_and_taken_out_again(crew):
    sky = {"forecast_gust_mps": 30, "forecast_low_c": 3, "conditions": ["ice"]}
    job = patch(crew, surface="masonry", may_drill=False, permanence="trial", **sky).json()
    assert codes(job)["brief.mount_choice"]["level"] == "mind"
    assert codes(job)["brief.weather"]["figure"] >= 2
    assert "brief.return_visit" in codes(job)
    nothing = {"forecast_gust_mps": None, "forecast_low_c": None, "conditions": []}
    empty = patch(crew, surface="", may_drill=True, permanence="", **nothing).json()
    assert not {"brief.mount_choice", "brief.return_visit"} & set(codes(empty))
    assert codes(empty)["brief.weather"]["level"] == "unknown"
    assert empty["facts"]["brief"]["may_drill"] is True


def test_a_faulty_entry_names_its_own_field_and_changes_nothing(crew):
    before = crew.get("/api/jobs/2026-105").json()["facts"]["brief"]
    assert "choices" in faults(patch(crew, surface="ice floe"))["surface"]
    assert set(faults(patch(crew, forecast_gust_mps=-3))) == {"forecast_gust_mps"}
    assert crew.get("/api/jobs/2026-105").json()["facts"]["brief"] == before


def test_a_secret_of_the_settings_sheet_is_never_kept(crew):
    rows = [
        {"name": "Site id", "value": "HW-1", "entered": True},
        {"name": "Password", "value": "hunter2", "secret": True, "entered": True},
    ]
    job = put(crew, "settings", rows).json()
    assert [one["value"] for one in job["facts"]["bringup"]["settings"]] == ["HW-1", ""]
    assert b"hunter2" not in crew.get("/api/jobs/2026-105/report.html").content


def test_tasks_costs_and_cables_of_their_own_are_worked_out(crew):
    job = put(crew, "tasks", [{"name": "Rail", "work_h": 4}, {"name": "Foam", "work_h": 1, "wait_h": 14}]).json()
    assert [row["name"] for row in job["assessment"]["visit"]["days"]["rows"]] == ["Foam", "Rail"]
    job = put(
        crew, "costs", [{"item": "kit", "amount_money": 100}, {"item": "fee", "kind": "new_month", "amount_money": 10}]
    ).json()
    assert job["assessment"]["visit"]["costs"]["first_year_money"] == 220
    job = put(
        crew, "extra_runs", [{"name": "television", "cable_code": "coax-7-clad", "length_m": 20, "top_mhz": 2150}]
    ).json()
    lost = job["assessment"]["extra_runs"]["runs"][0]["loss_db"]
    cable = StoreItem.objects.get(kind="cable", code="coax-7-clad").data
    by_hand = 0.2 * (cable["loss_a"] * (2150 * (1 + 0.00393 * 20)) ** 0.5 + cable["loss_b"] * 2150) + 0.2
    assert lost == pytest.approx(by_hand, rel=1e-9)
    bad = put(crew, "tasks", [{"name": "a", "work_h": 1, "after": "b"}])
    assert "not on the list" in faults(bad)["tasks"]
    assert "costs.0.amount_money" in faults(put(crew, "costs", [{"item": "kit", "amount_money": "much"}]))


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("paper", ["report", "proposal", "method", "pocket"])
def test_dates_and_times_stand_on_paper_as_on_the_screens(crew, paper):
    for number in ("2026-101", "2026-103", "2026-104"):
        text = crew.get(f"/api/jobs/{number}/{paper}.html").content.decode()
        assert not re.search(r"\b(a\.m\.|p\.m\.|noon|midnight)|\b[A-Z][a-z]{2,8}\.? \d{1,2}, \d{4}", text), paper
        if (paper, number) == ("method", "2026-103"):
            assert "Rail and mast</b>: 2026-11-24 08:00 to 12:00" in text


def test_the_usual_tasks_are_the_houses_own_for_such_a_job(crew):
    of_a_dish = crew.post("/api/jobs/2026-101/usual-tasks")
    assert of_a_dish.status_code == 409  # signed
    tasks = crew.post("/api/jobs/2026-104/usual-tasks").json()["facts"]["brief"]["tasks"]
    names = [one["name"] for one in tasks]
    assert "Peak and lock down" in names
    assert "Panel lifted and fixed" not in names
    assert {need for one in tasks for need in one.get("after", "").split("; ") if need} <= set(names)
    panel = [one["name"] for one in crew.post("/api/jobs/2026-106/usual-tasks").json()["facts"]["brief"]["tasks"]]
    assert "Panel lifted and fixed" in panel
    assert "Coarse pointing" not in panel
    ground = patch(crew, surface="bare_ground", may_drill=False)
    assert ground.status_code == 200
    on_a_foot = crew.post("/api/jobs/2026-105/usual-tasks").json()["facts"]["brief"]["tasks"]
    assert [one["name"] for one in on_a_foot if one.get("weather") == "concrete"] == ["Foot of the pole"]
    assert not [one for one in on_a_foot if "foam" in one["name"]]


def test_what_is_still_soft_is_given_longer_by_its_row(crew):
    job = put(crew, "tasks", [{"name": "Foam", "work_h": 1, "wait_h": 3}]).json()
    row = job["facts"]["brief"]["tasks"][0]
    url = f"/api/jobs/2026-105/tasks/{row['id']}/still-soft"
    assert "not finished" in faults(crew.post(url))["tasks"]
    long_ago = {**row, "finished_at": "2026-11-20T10:00"}
    put(crew, "tasks", [long_ago])
    waits_h = crew.post(url).json()["facts"]["brief"]["tasks"][0]["wait_h"]
    had_h = (dt.datetime.now(dt.UTC).replace(tzinfo=None) - dt.datetime(2026, 11, 20, 10)).total_seconds() / 3600
    assert waits_h == pytest.approx(had_h + 1, abs=0.1)  # a job without a place has the clock of UTC
    assert crew.post("/api/jobs/2026-105/tasks/9.9/still-soft").status_code == 404


def test_a_calendar_has_the_days_the_slot_and_what_is_looked_at_again(crew):
    patch(
        crew,
        date="2026-11-24",
        place_text="-29.5, 28.2",  # clocks two hours ahead of UTC
        lineup_at="2026-11-24T14:00",
        permanence="trial",
        return_on="2027-04-06",
    )
    put(crew, "tasks", [{"name": "Foot, sleeve; pole", "work_h": 2, "wait_h": 30}, {"name": "Mast", "work_h": 8}])
    answer = crew.get("/api/jobs/2026-105/calendar.ics")
    assert answer["Content-Type"].startswith("text/calendar")
    lines = answer.content.decode().replace("\r\n ", "").split("\r\n")  # unfolded as RFC 5545, 3.1 says
    assert lines[0] == "BEGIN:VCALENDAR"
    assert lines.count("BEGIN:VEVENT") == lines.count("END:VEVENT") == 4  # two days, the slot, the return visit
    assert "DTSTART:20261124T060000Z" in lines
    assert "DTSTART:20261124T120000Z" in lines
    assert "TRIGGER:-PT1H" in lines
    assert "DTSTART;VALUE=DATE:20270406" in lines
    assert len({line for line in lines if line.startswith("UID:")}) == 4
    assert any("Foot\\, sleeve\\; pole" in line for line in lines)


def test_a_configuration_for_another_satellite_holds_the_brief_until_it_is_out(crew):
    patch(crew, satellite_code="hamerkop-2")
    url = "/api/jobs/2026-105/documents"
    job = crew.post(url, {"file": SimpleUploadedFile("site.cfg", b"satellite=ibis-4\n")}).json()
    row = job["documents"][-1]
    assert (row["kind"], row["satellite_code"]) == ("configuration", "ibis-4")
    assert codes(job)["brief.document_satellite"]["level"] == "hold"
    job = crew.patch(
        f"{url}/{row['id']}", json.dumps({"satellite_code": "hamerkop-2", "version": "3", "loaded": True}), **JSON
    ).json()
    assert "brief.document_satellite" not in codes(job)
    assert job["documents"][-1]["loaded_at"]
    assert "satellite_code" in faults(
        crew.patch(f"{url}/{row['id']}", json.dumps({"satellite_code": "nowhere"}), **JSON)
    )


def test_what_the_modem_shows_is_held_against_ours(crew):
    aim = patch(crew, place_text="-29.5, 28.0", satellite_code="hamerkop-2").json()["assessment"]["aim"]
    job = patch(
        crew,
        modem_azimuth_deg=round(aim["azimuth_magnetic_deg"], 1),
        modem_elevation_deg=round(aim["elevation_apparent_deg"], 1),
    ).json()
    assert "magnetic bearing" in codes(job, "aim")["aim.modem_azimuth"]["why"]
    assert "aim.modem_elevation" not in codes(job, "aim")


def test_needs_are_to_be_proved_once_the_new_service_runs(crew):
    patch(crew, needs=["calls", "cameras"])
    runs = [{"when": "after", "down_mbps": 40, "up_mbps": 5, "latency_ms": 650}]
    job = change(crew, "2026-105", runs=runs).json()
    assert {"handover.need.calls", "handover.need.cameras"} <= set(codes(job, "handover"))
    assert "handover.need.calls" not in codes(patch(crew, needs_proved=["calls"]).json(), "handover")


@pytest.mark.turns(days=6)
def test_the_proposal_shows_positions_for_and_against_and_costs(crew):
    pages = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-103/proposal.pdf").content)).pages
    assert len(pages) == 1
    text = pages[0].extract_text().replace("\u00a0", " ")
    for said in ("Kestrel Bend", "West gable", "people walk in front of it", "M 24 770.00", "true", "Agreed"):
        assert said in text
    assert (
        "Where the antenna would stand" in crew.get("/api/jobs/2026-105/proposal.html").content.decode()
    )  # an almost empty job too


@pytest.mark.turns(days=6)
def test_what_was_agreed_stands_on_the_proposal_with_the_drawn_signature(crew):
    change(crew, "2026-103", approval_lines=[[[0.1, 0.2], [0.4, 0.1]], [[0.5, 0.2], [0.6, 0.25]]])
    page = crew.get("/api/jobs/2026-103/proposal.html").content.decode()
    assert "Agreed to position A" in page
    assert "Lineo Daybreak, 2026-11-23 16:30" in page
    assert 'd="M10.00 20.00L40.00 10.00"' in page
    assert "Terminal and head" in page  # the costs by item
    change(crew, "2026-103", approved_by="")
    page = crew.get("/api/jobs/2026-103/proposal.html").content.decode()
    assert "Agreed to position" not in page
    assert "Customer: ___" in page
    refused = change(crew, "2026-103", approval_lines=[[[0.1, 1.2]]])
    assert refused.status_code == 422


@pytest.mark.turns(days=6)
def test_the_method_statement_says_who_what_hurts_and_what_is_stopped(crew):
    def page():
        return crew.get("/api/jobs/2026-103/method.html").content.decode()

    text = page()
    for said in ("Naledi Mokoena-Hart", "HR-118, until 2027-05-31", "no certificate holds on 2026-11-24"):
        assert said in text
    assert "The line’s owner switched it off" in text
    assert "not released" not in text
    change(crew, "2026-103", releases=[], cautions_seen=[])
    text = page()
    for said in ("not released", "Overhead lines: no lifting yet", "Not yet read by everyone who goes"):
        assert said in text
    figures = (
        "Drill: 16\u00a0mm",
        "Depth at least: 85",
        "No hammer action",
        "Clinometer: 77.3°",
        "Bond at most: 100",
    )
    for said in figures:
        assert said in text
    assert "Nobody is named yet" in crew.get("/api/jobs/2026-105/method.html").content.decode()
    pages = PdfReader(io.BytesIO(crew.get("/api/jobs/2026-103/method.pdf").content)).pages
    assert 1 <= len(pages) <= 3


def test_somebody_who_is_not_of_the_crew_is_refused_by_name(crew):
    refused = change(crew, "2026-103", crew=["naledi", "nobody"])
    assert refused.status_code == 422
    assert "tumelo" in refused.content.decode()


def test_the_peak_teaches_the_instruments_at_sign_off(crew):
    job = crew.get("/api/jobs/2026-101").json()
    assert job["signed_off_at"]
    before = {item.code: len(item.data["checks"]) for item in StoreItem.objects.filter(kind="instrument")}
    from rindle_server.jobs import models, signing

    row = models.Job.objects.get(number="2026-101")
    row.signed_off_at, row.record = None, None
    row.save()
    change(crew, "2026-101", compass_code="compass-1", compass_at_peak_deg=34.4)
    signing.sign_off(row, "N. M.")
    checks = StoreItem.objects.get(kind="instrument", code="compass-1").data["checks"]
    assert len(checks) == before["compass-1"] + 1
    assert checks[-1]["read_deg"] == 34.4
    assert checks[-1]["true_deg"] == pytest.approx(job["assessment"]["aim"]["azimuth_magnetic_deg"], abs=0.01)


@pytest.mark.parametrize("kind", ["satellite", "terminal", "cable", "instrument", "bracket", "rules"])
def test_each_kind_has_a_schema_for_its_form(crew, kind):
    schema = crew.get(f"/api/stores/{kind}/schema").json()
    assert schema["type"] == "object"
    if kind != "rules":
        assert {"code", "name"} <= set(schema["properties"])


def codes_of(told):
    """The codes that a property may have, by its JSON Schema."""
    options = [told, *told.get("anyOf", []), told.get("items", {})]
    listed = [code for one in options for code in one.get("enum", [])]
    return {*listed, *(one["const"] for one in options if "const" in one)}


def test_every_choice_of_every_form_is_told_in_words(crew):
    told = set()
    for kind in (*StoreItem.KINDS, "rules", "words"):
        schema = crew.get(f"/api/stores/{kind}/schema").json()
        for part in (schema, *schema.get("$defs", {}).values()):
            for name, field in part.get("properties", {}).items():
                at, words = f"{part['title']}.{name}", field.get("x-choices", {})
                assert at in KEPT or words.keys() == codes_of(field), at
                assert not any("_" in one or not one for one in words.values()), at
                told |= {at} if words else set()
    assert told == {*CHOICES, *KEPT}  # and none is told of a field that is gone


def test_beams_with_holes_and_parts_survive_export_and_import(crew):
    square = [[26, -30], [28, -30], [28, -28], [26, -28], [26, -30]]
    hole = [[26.5, -29.5], [27, -29.5], [27, -29], [26.5, -29], [26.5, -29.5]]
    far = [[30, -30], [31, -30], [31, -29], [30, -30]]
    told = {"satellite": "ibis-4", "letter": "P", "hand": "left", "carrier_mhz": 1200, "expected_es_n0_db": 12}
    data = {
        "type": "FeatureCollection",
        "features": [
            {
                "type": "Feature",
                "properties": told,
                "geometry": {"type": "MultiPolygon", "coordinates": [[square, hole], [far]]},
            }
        ],
    }
    answer = crew.post(
        "/api/stores/satellite/import", {"file": SimpleUploadedFile("b.geojson", json.dumps(data).encode())}
    )
    beams = next(one for one in answer.json()["satellites"] if one["code"] == "ibis-4")["beams"]
    assert [(one["letter"], len(one["holes_deg"])) for one in beams] == [("P", 1), ("P", 0)]
    exported = json.loads(crew.get("/api/stores/beams/export").content)
    again = crew.post(
        "/api/stores/satellite/import", {"file": SimpleUploadedFile("b.geojson", json.dumps(exported).encode())}
    )
    assert next(one for one in again.json()["satellites"] if one["code"] == "ibis-4")["beams"] == beams
    site = {"latitude_deg": -29.2, "longitude_deg": 26.7, "beams": beams}
    answer = crew.post("/api/calc/beam", json.dumps(site), **JSON).json()["result"]
    assert answer["chosen"] is None  # inside the hole
    assert answer["second"]["edge_km"] == pytest.approx(
        -0.2 * 111.32 * 0.8728, rel=0.01
    )  # 0.2° of longitude at 29.2° south to its rim


def test_a_firms_own_words_and_kinds_of_mount_are_asked_for_in_its_jobs(crew):
    firm = crew.get("/api/stores/firm").json()
    ours = {"code": "milking", "name": "Milking robots", "text": "Two minutes at most.", "proof": "Milk once."}
    told = {**firm, "words": {**firm["words"], "needs": [*firm["words"]["needs"], ours]}}
    assert crew.put("/api/stores/firm", json.dumps(told), content_type="application/json").status_code == 200
    job = patch(crew, needs=["milking"]).json()
    assert codes(job)["brief.need.milking"]["why"] == "Two minutes at most."
    assert [one["name"] for one in job["facts"]["picks"]["words"]["needs"]][-1] == "Milking robots"
    assert list(Firm.ours().words) == ["needs"]  # what was not changed goes on with what ships
    twice = {**told, "words": {"needs": [ours, ours]}}
    refused = crew.put("/api/stores/firm", json.dumps(twice), content_type="application/json")
    assert refused.status_code == 422
    assert "twice" in refused.json()["error"]["message"]

    kind = {
        "code": "fence_clamp", "name": "Clamp on a steel fence", "surfaces": ["masonry"], "drills": False,
        "permanent": True, "most_height_m": 1, "most_aperture_mm": 2000, "rigid_share": 0.99,
    }  # fmt: skip
    assert crew.put("/api/stores/mount", json.dumps(kind), content_type="application/json").status_code == 200
    options = patch(crew, surface="masonry").json()["assessment"]["visit"]["mounts"]["options"]
    assert options[0]["kind"]["name"] == "Clamp on a steel fence"


def test_the_usual_tasks_go_by_the_mount_that_is_chosen_and_by_the_ground_it_is_worked_on_from():
    def tasks(name, **changed):
        facts = JobInput.model_validate({**golden.read(name)["facts"], **changed})
        return {one.name: one.at_height_min for one in usual_tasks_of(facts)}

    assert {"Mount on the building", "Masonry: more time for its holes"} <= set(tasks("2026-101"))
    assert "Mount on the building" not in tasks("2026-106")  # its mast is there already
    assert "Pole clamped on" in tasks("2026-107")
    assert "Mount on the building" not in tasks("2026-107")
    assert "Hole, sleeve and foam" in tasks("2026-101")
    assert "Hole, sleeve and foam" not in tasks("2026-101", sealed_by="none")
    assert sum(tasks("2026-101").values()) > 200
    assert sum(tasks("2026-101", height_above_ground_m=1.3).values()) == 0
    assert sum(tasks("2026-104").values()) == 0
    assert "Foot of the pole" in tasks("2026-104")


def test_the_days_leave_anchors_alone_until_their_resin_has_set():
    def waits(**changed):
        facts = JobInput.model_validate({**golden.read("2026-101")["facts"], **changed})
        return {one.name: one.wait_h for one in usual_tasks_of(facts)}

    masonry, mount = "Masonry: more time for its holes", "Mount on the building"
    assert (waits()[masonry], waits()[mount]) == (1.8, 0.0)  # 0.8 h at 20 °C, at 9 °C 1.71 h: never less
    assert waits(fixing_code="expansion-10")[masonry] == 0.0


def test_what_is_learnt_of_a_terminal_and_mount_is_told_by_their_names(crew):
    kinds = {one["kind"] for one in crew.get("/api/learnt").json()["factors"]}
    assert "Tarn 74, Wall plate with arm" in kinds
