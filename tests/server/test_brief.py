"""Work orders, place files, gazetteer, positions, deliveries, site lists, the pocket card, tiles and the stores, over
the API.
"""

import html
import io
import json
import re
import sqlite3

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from pypdf import PdfReader

from rindle_core.kernel.house_rules import HouseRules
from rindle_server.tiles import read_tile
from tests.server.calls import change, faults

JSON = {"content_type": "application/json"}
PNG = b"\x89PNG\r\n\x1a\n" + bytes(20)


def upload(client, url, name, content):
    return client.post(url, {"file": SimpleUploadedFile(name, content)})


def findings(job, code="brief"):
    station = next(one for one in job["assessment"]["stations"] if one["code"] == code)
    return {one["code"]: one for one in station["findings"]}


def test_a_work_order_with_the_magnetic_bearing_is_read_and_explained(crew, settings):
    order = (settings.DEMO_DIR / "imports" / "work-order.json").read_bytes()
    job = upload(crew, "/api/jobs/2026-105/work-order", "order.json", order).json()
    assert (
        job["facts"]["brief"]["terminal_code"],
        job["facts"]["brief"]["satellite_code"],
        job["facts"]["bringup"]["activation_code"],
    ) == (
        "tarn-98",
        "hamerkop-2",
        "4MND-8KQ2",
    )
    found = findings(job)["brief.order_azimuth"]
    assert "magnetic bearing" in found["why"]
    assert found["figure"] == pytest.approx(
        -job["assessment"]["aim"]["declination_deg"], abs=0.06
    )  # printed to a tenth
    assert "brief.order_elevation" not in findings(job)


def test_the_place_and_the_north_of_an_order_are_taken_as_they_stand(crew):
    """To the metre: four decimals of a longitude of three digits would be eleven metres off, six digits a hundred."""
    text = b"Customer: Reed Farm\nLat: 29.552712 S\nLon: 128.446212 E\nAzimuth: 33.4 mag\nElevation 54.9"
    brief = upload(crew, "/api/jobs/2026-105/work-order", "order.txt", text).json()["facts"]["brief"]
    assert brief["latitude_deg"] == pytest.approx(-29.552712, abs=1e-7)
    assert brief["longitude_deg"] == pytest.approx(128.446212, abs=1e-7)
    assert (brief["printed_azimuth_deg"], brief["printed_elevation_deg"]) == (33.4, 54.9)
    assert brief["printed_north"] == "magnetic"


def test_a_work_order_as_csv_does_the_same(crew):
    text = "customer;place;terminal;azimuth_deg\nLodge;-29.0375, 28.8778;Tarn 98;31.0\n"
    assert (
        upload(crew, "/api/jobs/2026-105/work-order", "order.csv", text.encode()).json()["facts"]["brief"][
            "printed_azimuth_deg"
        ]
        == 31.0
    )


def test_what_was_read_in_is_minded_until_somebody_has_compared_it(crew):
    def read_of(job):
        findings = job["assessment"]["stations"][0]["findings"]
        return next((one["level"] for one in findings if one["code"] == "brief.order_read"), None)

    assert read_of(crew.get("/api/jobs/2026-105").json()) is None
    text = b"customer;azimuth_deg\nLodge;31.0\n"
    assert read_of(upload(crew, "/api/jobs/2026-105/work-order", "order.csv", text).json()) == "mind"
    seen = crew.patch("/api/jobs/2026-105/brief", json.dumps({"order_read": True}), content_type="application/json")
    assert read_of(seen.json()) == "clear"
    again = upload(crew, "/api/jobs/2026-105/work-order", "order-2.csv", text).json()
    assert (read_of(again), again["facts"]["brief"]["order_name"]) == ("mind", "order-2.csv")


def test_a_printed_azimuth_counts_from_the_north_that_is_said(crew):
    def azimuth(**facts):
        url = "/api/jobs/2026-104/brief"
        job = crew.patch(url, json.dumps(facts), content_type="application/json").json()
        return next(one for one in job["assessment"]["order"]["checks"] if one["what"] == "azimuth")

    aim = crew.get("/api/jobs/2026-104").json()["assessment"]["aim"]
    compass = round(aim["azimuth_magnetic_deg"], 1)
    unsaid = azimuth(printed_azimuth_deg=compass, printed_north="")
    assert (unsaid["agrees"], unsaid["reference"]) == (False, "true north")
    said = azimuth(printed_north="magnetic")
    assert (said["agrees"], said["reference"], said["explanation"]) == (True, "magnetic north", "")
    assert said["ours_deg"] == pytest.approx(aim["azimuth_magnetic_deg"], abs=0.01)
    wrong = azimuth(printed_azimuth_deg=round(aim["azimuth_true_deg"], 1))
    assert wrong["agrees"] is False
    assert "true bearing, though it is said to be magnetic" in wrong["explanation"]


@pytest.mark.turns(days=6)
def test_the_card_and_the_report_tell_neighbours_and_the_sun(crew):
    def told(paper):
        page = crew.get(f"/api/jobs/2026-104/{paper}.html").content.decode()
        return re.sub(r"\s+", " ", re.sub(r"<[^>]+>", " ", page))

    own = crew.get("/api/jobs/2026-104").json()["facts"]["picks"]["satellite"]
    beside = {"code": "coot-9", "name": "Coot 9", "longitude_deg": own["longitude_deg"] + 3, "beams": own["beams"]}
    assert crew.put("/api/stores/satellite", json.dumps(beside), content_type="application/json").status_code == 200
    report, card = told("report"), told("pocket")
    assert "Could be mistaken: Coot 9" in report
    assert "Could be mistaken: Coot 9" in card
    season = re.search(r"Sun behind the satellite (\d{4}-\d\d-\d\d) to \S+, up to \d+ minutes a day about", report)
    assert season
    assert "Sun behind the satellite today" not in card
    day = json.dumps({"date": season[1]})
    assert crew.patch("/api/jobs/2026-104/brief", day, content_type="application/json").status_code == 200
    assert "Sun behind the satellite today" in told("pocket")


@pytest.mark.parametrize(
    ("content", "field", "says"),
    [
        (b'{"colour": "red"}', "file", "names no field"),
        (b'{"azimuth_deg": "north"}', "azimuth_deg", "not a number"),
        (b'{"terminal": "Heron 9"}', "terminal", "Tarn 74"),
        (b"customer\nA\nB\n", "file", "2 rows"),
        (b"\xff\xfe\x00", "file", "UTF-8"),
        (b'{"place": "nowhere"}', "place_text", "not understood"),
    ],
)
def test_a_work_order_that_cannot_be_used_changes_nothing(crew, content, field, says):
    before = crew.get("/api/jobs/2026-105").json()["facts"]
    answer = upload(crew, "/api/jobs/2026-105/work-order", "order", content)
    assert says in faults(answer)[field]
    assert crew.get("/api/jobs/2026-105").json()["facts"] == before


def test_a_second_entry_far_away_is_asked_about(crew):
    job = change(crew, "2026-102", other_place_text="-29.5557, 28.4462").json()
    found = findings(job)["brief.places_apart"]
    assert (found["level"], found["figure"]) == ("mind", pytest.approx(332.5, abs=0.5))
    bad = change(crew, "2026-102", other_place_text="there")
    assert list(faults(bad)) == ["other_place_text"]


def test_candidate_positions_lie_where_they_were_measured_to(crew):
    rows = [{"letter": "A", "distance_m": 100, "bearing_deg": 180}, {"letter": "B", "place_text": "-29.5, 28.4"}]
    job = change(crew, "2026-102", positions=rows).json()
    a, b = job["positions"]
    assert a["latitude_deg"] == pytest.approx(-29.5527 - 100 / 110_850, abs=1e-6)
    assert (b["latitude_deg"], b["longitude_deg"]) == (-29.5, 28.4)
    twice = change(crew, "2026-102", positions=[rows[0], rows[0]])
    assert "twice" in faults(twice)["positions.1.letter"]
    bad = change(crew, "2026-102", positions=[{"letter": "C"}])
    assert "distance and a bearing" in faults(bad)["positions.0.place_text"]


def test_deliveries_follow_what_they_wait_for(crew):
    rows = [
        {"item": "terminal", "ordered_on": "2026-11-10", "lead_days": 10},
        {"item": "adapter", "lead_days": 7, "after_item": "terminal"},
        {"item": "foam", "lead_days": 1},
    ]
    job = change(crew, "2026-102", deliveries=rows).json()
    due = {one["item"]: one["due_on"] for one in job["assessment"]["deliveries"]["items"]}
    assert due == {"terminal": "2026-11-20", "adapter": "2026-11-27", "foam": None}
    assert "adapter comes after the visit" in {one["message"] for one in findings(job).values()} | {
        one["message"] for station in job["assessment"]["stations"] for one in station["findings"]
    }
    circle = [{"item": "a", "after_item": "b"}, {"item": "b", "after_item": "a"}]
    refused = change(crew, "2026-102", deliveries=circle)
    assert "wait for each other" in faults(refused)["items"]
    assert (
        len(crew.get("/api/jobs/2026-102").json()["facts"]["brief"]["deliveries"]) == 3
    )  # the old list stays, and the job still opens


def test_a_hazards_caution_is_minded_until_it_is_seen(crew):
    job = change(crew, "2026-102", hazards=["overhead_lines"], needs=["cameras"]).json()
    assert "kills" in findings(job)["brief.hazard.overhead_lines"]["why"]
    assert "no port can be opened" in findings(job)["brief.need.cameras"]["why"]
    ticked = change(crew, "2026-102", settled=["qualified", "codes"]).json()
    assert "Landlord" in findings(ticked)["brief.settled"]["why"]
    seen = change(crew, "2026-102", cautions_seen=["overhead_lines"]).json()
    assert "brief.hazard.overhead_lines" not in findings(seen)


@pytest.mark.turns(days=6)
def test_the_gazetteer_finds_names_without_their_accents_the_largest_first(crew):
    found = crew.get("/api/places/find", {"name": "zurich"}).json()
    assert (found[0]["name"], found[0]["country"]) == ("Zürich", "Switzerland")
    assert (found[0]["latitude_deg"], found[0]["longitude_deg"]) == pytest.approx((47.37, 8.55), abs=0.05)
    people = [one["people"] for one in crew.get("/api/places/find", {"name": "santia"}).json()]
    assert people == sorted(people, reverse=True)
    # the very name before longer ones
    assert crew.get("/api/places/find", {"name": "oran"}).json()[0]["name"] == "Oran"
    assert crew.get("/api/places/find", {"name": "z"}).json() == []


def test_a_file_with_places_is_read_and_a_bad_one_told(crew):
    gpx = b'<gpx><wpt lat="-29.5" lon="28.25"><name>Mast</name></wpt></gpx>'
    assert upload(crew, "/api/places/file", "a.gpx", gpx).json()[0]["name"] == "Mast"
    assert "GPX, KML" in faults(upload(crew, "/api/places/file", "a.txt", b"hello"))["file"]


def test_a_list_of_sites_comes_back_in_three_forms(crew, settings):
    body = {
        "csv": (settings.DEMO_DIR / "imports" / "sites.csv").read_text(),
        "date": "2026-11-24",
        "satellite_longitude_deg": 31.6,
    }
    told = crew.post("/api/sites", json.dumps(body), **JSON).json()
    assert told["good_count"] == 4
    own = crew.get("/api/jobs/2026-102").json()["assessment"]["aim"]
    assert told["sites"][1]["aim"]["azimuth_true_deg"] == pytest.approx(own["azimuth_true_deg"], rel=1e-9)
    # The same site by the list and as a job: its satellite's own turn of polarization belongs to the skew of both.
    gauge, own = told["sites"][3], crew.get("/api/jobs/2026-104").json()["assessment"]["aim"]
    assert (gauge["satellite"], gauge["aim"]["skew_deg"]) == ("Hoopoe 1", pytest.approx(own["skew_deg"], rel=1e-9))
    for form, start in (("csv", b"name,latitude_deg"), ("geojson", b'{"type": "FeatureCollection"'), ("kml", b"<?xml")):
        assert crew.post(f"/api/sites/{form}", json.dumps(body), **JSON).content.startswith(start)


def test_jobs_are_made_of_the_sites_that_see_their_satellite(crew):
    text = 'name,place,height_m\nUpper ford,"-29.5, 28.25",1850\nOther side,"10, -150",0\nNowhere,"95, 0",0\n'
    body = {"csv": text, "date": "2026-12-03", "satellite_longitude_deg": 31.6}
    made = crew.post("/api/sites/jobs", json.dumps(body), **JSON).json()
    assert (len(made["numbers"]), made["left_out"]) == (1, 2)
    brief = crew.get(f"/api/jobs/{made['numbers'][0]}").json()["facts"]["brief"]
    told = (brief["customer"], brief["latitude_deg"], brief["height_m"], brief["date"], brief["satellite_code"])
    assert told == ("Upper ford", -29.5, 1850, "2026-12-03", "hamerkop-2")
    many = "name,place\n" + 'A,"-29.5, 28.25"\n' * 201
    refused = crew.post("/api/sites/jobs", json.dumps({**body, "csv": many}), **JSON)
    assert (refused.status_code, "up to 200" in faults(refused)["csv"]) == (422, True)


def sheets(answer):
    """The words of each page of a PDF, and each run of text with its size in points."""
    reader = PdfReader(io.BytesIO(answer.content))
    sizes = []

    def note(text, user, matrix, font, size):
        if text.strip():
            sizes.append((round(size * abs(user[3] * matrix[3]), 1), text.strip()))

    return reader, [" ".join(page.extract_text(visitor_text=note).split()) for page in reader.pages], sizes


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(("paper", "millimetres"), [("A5", (148, 210)), ("A6", (105, 148))])
def test_the_pocket_card_has_a_front_of_three_figures_and_a_back_of_words(crew, paper, millimetres):
    reader, (front, back), _ = sheets(crew.get("/api/jobs/2026-104/pocket.pdf", {"paper": paper}))
    assert [float(side) / 72 * 25.4 for side in reader.pages[0].mediabox[2:]] == pytest.approx(millimetres, abs=0.5)
    told = crew.get("/api/jobs/2026-104").json()["assessment"]
    for wanted in (
        f"Compass {told['dial']['compass_deg']:.0f}°",
        f"{told['dial']['clinometer_deg']:.1f}°",
        f"Skew, anticlockwise from behind {abs(told['dial']['skew_deg']):.1f}°",
    ):
        assert wanted in front
    for wanted in (
        "Working alone",
        "overhead lines first",
        "http://127.0.0.1/jobs/2026-104/aim",  # never the host that a browser names
        "Mast leans",
    ):
        assert wanted in back
    page = crew.get("/api/jobs/2026-104/pocket.html", {"paper": paper}).content.decode()
    for name in re.findall(r"<th>(.*?)</th>", page):
        assert html.unescape(name) in back  # and no name broken in its middle
    assert page.count("<svg") == {"A5": 2, "A6": 1}[paper]  # the code to scan, and where there is room the dial card
    assert "file://" not in page  # a browser may not read the disk: the typeface comes over the server
    assert crew.get(page.partition('url("')[2].partition('"')[0])["Content-Type"] == "font/woff2"


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("number", ["2026-104", "2026-106", "2026-107"])
def test_a_card_is_read_on_the_roof(crew, number):
    _, pages, sizes = sheets(crew.get(f"/api/jobs/{number}/pocket.pdf", {"paper": "A6"}))
    assert len(pages) == 2
    assert min(size for size, _ in sizes) >= 11.9, sorted(sizes)[:3]
    large = [text for size, text in sizes if size >= 24]
    assert len(large) >= 2, sizes


@pytest.mark.turns(days=6)
def test_a_panels_card_has_its_figures_and_an_empty_job_says_what_is_missing(crew):
    _, (front, _), _ = sheets(crew.get("/api/jobs/2026-107/pocket.pdf", {"paper": "A6"}))
    panel = crew.get("/api/jobs/2026-107").json()["assessment"]["panel_aim"]
    assert f"Compass {panel['azimuth_magnetic_deg']:.0f}°" in front
    assert f"{panel['tilt_deg']:.1f}°" in front
    _, (empty, *_), _ = sheets(crew.get("/api/jobs/2026-105/pocket.pdf", {"paper": "A6"}))
    assert "No figures yet: the place and the terminal and the satellite is missing" in empty


def test_tiles_come_from_the_firms_own_file_and_nothing_else(crew, settings, tmp_path):
    assert crew.get("/api/places/tiles/3/1/2").status_code == 204
    base = sqlite3.connect(tmp_path / "tiles.mbtiles")
    base.execute("CREATE TABLE tiles (zoom_level INTEGER, tile_column INTEGER, tile_row INTEGER, tile_data BLOB)")
    base.execute("INSERT INTO tiles VALUES (3, 1, ?, ?)", (2**3 - 1 - 2, PNG))
    base.commit()
    base.close()
    assert read_tile(tmp_path, 3, 1, 2) == (PNG, "image/png")
    assert read_tile(tmp_path, 3, 1, 3) is None
    assert read_tile(tmp_path, 3, 99, 2) is None


def test_stores_survive_going_out_and_coming_in(crew):
    before = crew.get("/api/stores").json()
    for kind in ("satellite", "terminal", "cable"):
        content = crew.get(f"/api/stores/{kind}/export").content
        assert upload(crew, f"/api/stores/{kind}/import", f"{kind}.json", content).json() == before
    beams = crew.get("/api/stores/beams/export").content
    after = upload(crew, "/api/stores/satellite/import", "beams.geojson", beams).json()
    letters = {one["code"]: [beam["letter"] for beam in one["beams"]] for one in after["satellites"]}
    assert letters == {one["code"]: [beam["letter"] for beam in one["beams"]] for one in before["satellites"]}


def test_an_entry_that_is_wrong_is_named_and_one_in_use_stays(crew):
    bad = upload(
        crew,
        "/api/stores/satellite/import",
        "s.json",
        b'[{"code": "owl-1", "name": "Owl", "longitude_deg": 20}, {"code": "owl-2", "longitude_deg": 1}]',
    )
    assert list(faults(bad)) == ["1.name"]
    assert "owl-1" not in {one["code"] for one in crew.get("/api/stores").json()["satellites"]}
    used = crew.delete("/api/stores/terminal/tarn-98")
    assert used.status_code == 409
    assert "2026-103" in faults(used)["code"]
    assert crew.delete("/api/stores/satellite/lapwing-3").status_code == 200


def test_a_firms_rule_changes_the_verdicts_of_open_jobs(crew):
    firm = crew.get("/api/stores/firm").json()
    assert firm["rules"]["clearance_deg"] == HouseRules().clearance_deg
    strict = {**firm, "rules": {**firm["rules"], "clearance_deg": 5}}
    assert findings(crew.get("/api/jobs/2026-103").json(), "sky")["sky.clearance"]["level"] == "mind"
    crew.put("/api/stores/firm", json.dumps(strict), **JSON)
    assert findings(crew.get("/api/jobs/2026-103").json(), "sky")["sky.clearance"]["level"] == "clear"
    bad = crew.put("/api/stores/firm", json.dumps({**firm, "rules": {"clearance_deg": -3}}), **JSON)
    assert "0 or more" in faults(bad)["clearance_deg"]


def test_a_chosen_instruments_own_error_is_inside_the_figures(crew):
    plain = crew.get("/api/jobs/2026-102").json()["assessment"]["instruments"]["figures"]
    job = change(crew, "2026-102", compass_code="compass-1", clinometer_code="clinometer-1").json()
    shown = job["assessment"]["instruments"]["figures"]
    assert shown[-1]["reading"] - plain[-1]["reading"] == pytest.approx(
        1.3
    )  # median of the compass's checks in the demo's stores
    assert shown[0]["reading"] - plain[0]["reading"] == pytest.approx(0.2)
    assert crew.delete("/api/stores/instrument/compass-1").status_code == 409
    wrong = change(crew, "2026-102", compass_code="none")
    assert "clinometer-1" in faults(wrong)["compass_code"]


def test_a_document_is_kept_under_its_checksum_and_a_changed_one_refused(crew, settings, tmp_path):
    settings.HOME = tmp_path
    job = upload(crew, "/api/jobs/2026-102/documents", "settings.cfg", b"beam=K\n").json()
    (one,) = job["documents"]
    assert (one["name"], one["size_bytes"], one["by"]) == ("settings.cfg", 7, "Naledi Mokoena-Hart")
    assert crew.get(f"/api/jobs/2026-102/documents/{one['id']}").content == b"beam=K\n"
    (tmp_path / "documents" / one["sha256"]).write_bytes(b"beam=L\n")
    assert "checksum differs" in crew.get(f"/api/jobs/2026-102/documents/{one['id']}").json()["error"]["message"]
    assert crew.delete(f"/api/jobs/2026-102/documents/{one['id']}").json()["documents"] == []


def test_heights_come_from_a_loaded_tile(crew, settings, tmp_path):
    settings.HOME = tmp_path
    where = {"latitude_deg": -29.5, "longitude_deg": 27.5}
    assert crew.get("/api/places/height", where).json() == {"height_m": None, "tile": "S30E027.hgt"}
    flat = (1234).to_bytes(2, "big") * 9
    assert upload(crew, "/api/places/terrain", "s30e027.hgt", flat).json()["tile"] == "S30E027.hgt"
    assert crew.get("/api/places/height", where).json()["height_m"] == 1234


def test_elements_update_a_known_satellite_and_come_out_again(crew):
    fields = {
        "OBJECT_NAME": "LAPWING 3",
        "OBJECT_ID": "2026-901A",
        "EPOCH": "2026-11-20T00:00:00.000000",
        "MEAN_MOTION": 1.00273791,
        "ECCENTRICITY": 0.0002,
        "INCLINATION": 2.5,
        "RA_OF_ASC_NODE": 75.0,
        "ARG_OF_PERICENTER": 40.0,
        "MEAN_ANOMALY": 120.0,
        "EPHEMERIS_TYPE": 0,
        "CLASSIFICATION_TYPE": "U",
        "NORAD_CAT_ID": 99901,
        "ELEMENT_SET_NO": 999,
        "REV_AT_EPOCH": 1,
        "BSTAR": 0,
        "MEAN_MOTION_DOT": 0,
        "MEAN_MOTION_DDOT": 0,
    }
    told = upload(crew, "/api/stores/satellite/import", "e.json", json.dumps([fields]).encode()).json()
    lapwing = next(one for one in told["satellites"] if one["code"] == "lapwing-3")
    assert lapwing["inclination_deg"] == pytest.approx(2.5)
    lines = crew.get("/api/stores/tle/export").content.decode().splitlines()
    assert lines[0] == "Lapwing 3"
    again = upload(crew, "/api/stores/satellite/import", "e.tle", "\n".join(lines).encode()).json()
    assert next(one for one in again["satellites"] if one["code"] == "lapwing-3")["longitude_deg"] == pytest.approx(
        lapwing["longitude_deg"], abs=1e-3
    )
    assert json.loads(crew.get("/api/stores/omm/export").content)[0]["OBJECT_NAME"] == "Lapwing 3"


@pytest.mark.parametrize(("off_deg", "level"), [(0.9, "clear"), (-0.9, "clear"), (1.1, "mind")])
def test_the_preset_is_judged_by_what_the_clinometer_shows(crew, off_deg, level):
    wanted = crew.get("/api/jobs/2026-102").json()["assessment"]["instruments"]["figures"][0]["reading"]
    job = change(crew, "2026-102", preset_measured_deg=wanted + off_deg).json()
    found = findings(job, "aim")["aim.preset"]
    assert (found["level"], found["figure"]) == (level, pytest.approx(abs(off_deg)))


@pytest.mark.turns(days=6)
def test_a_list_of_sites_tells_clinometer_and_beam_and_its_progress(crew):
    rows = 'name,place\nClinic,"29°18\'42.6""S 27°56\'10.2""E"\nFar,"-10, 20"\n' + 'More,"-29.5, 28.25"\n' * 600
    body = {"csv": rows, "date": "2026-11-23", "satellite_longitude_deg": 31.6, "terminal_code": "tarn-74"}
    answer = crew.post("/api/sites/work", json.dumps(body), **JSON)
    lines = [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]
    assert any(0 < line.get("progress", 0) < 1 for line in lines)
    told = lines[-1]["done"]
    assert (told["row_count"], len(told["sites"])) == (602, 300)
    clinic, far = told["sites"][:2]
    face = next(one for one in crew.get("/api/stores").json()["terminals"] if one["code"] == "tarn-74")["clinometer"]
    assert face["kind"] == "face"  # lies along the beam, tilted against it by its offset
    assert clinic["clinometer_deg"] == pytest.approx(clinic["aim"]["elevation_apparent_deg"] + face["offset_deg"])
    job = crew.get("/api/jobs/2026-101").json()["assessment"]
    assert clinic["beam"] == job["beam"]["letter"]
    assert (far["outside"], far["beam"]) == (True, "")
    csv = crew.post("/api/sites/csv", json.dumps(body), **JSON).content.decode().splitlines()
    assert "clinometer_deg,clinometer_side,beam,beam_edge_km,visible,error" in csv[0]
    assert ",none,,yes," in csv[2]
    refused = crew.post("/api/sites/work", json.dumps({**body, "terminal_code": "nothing"}), **JSON)
    assert "no terminal of the stores" in faults(refused)["terminal_code"]
