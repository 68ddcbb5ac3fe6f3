"""The Sky station over the API: skyline sets, photos, terrain, streams with progress, trials, constellations,
comparison.
"""

import datetime as dt
import io
import json
import math

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from rindle_bench.ground import made_up_tile
from rindle_core.stations.sky.facts import SkylineSet
from rindle_server import pictures
from rindle_server.drawings import job_drawings
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.models import Job
from rindle_server.work import stop
from tests.core.stations.sky.test_low_orbit import made_elements
from tests.server.calls import change

JSON = {"content_type": "application/json"}
FIXED, LODGE = "2026-103", "2026-106"


def get(client, number):
    return client.get(f"/api/jobs/{number}").json()


def patch(client, number, **fields):
    return change(client, number, **fields).json()


def put(client, number, name, rows):
    return change(client, number, **{name: rows})


def upload(client, url, name, content, **more):
    return client.post(url, {"file": SimpleUploadedFile(name, content), **more})


def codes(job, station="sky"):
    return {
        one["code"]: one for one in next(s for s in job["assessment"]["stations"] if s["code"] == station)["findings"]
    }


def faults(answer):
    return {fault["field"]: fault["message"] for fault in answer.json()["error"]["faults"]}


def streamed(answer):
    lines = [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]
    assert lines[0]["id"]
    return [line for line in lines[1:] if line]


def jpeg(width, height, **exif):
    image = Image.new("RGB", (width, height), (120, 140, 150))
    tags = image.getexif()
    if "focal" in exif:
        tags.get_ifd(0x8769)[0xA405] = exif["focal"]
    if "bearing" in exif:
        tags.get_ifd(0x8825).update({16: exif.get("reference", "T"), 17: exif["bearing"]})
    if "orientation" in exif:
        tags[0x0112] = exif["orientation"]
    out = io.BytesIO()
    image.save(out, "JPEG", exif=tags)
    return out.getvalue()


# Positions and skylines


def test_plan_a_fails_and_plan_b_is_recommended_with_the_hold_said(crew):
    job = get(crew, LODGE)
    more = job["assessment"]["sky_more"]
    levels = {one["letter"]: one["level"] for one in more["compared"]["ranks"]}
    assert (levels["A"], levels["B"], levels["C"]) == ("hold", "clear", "hold")
    assert more["compared"]["recommended"] == "B"
    assert "On hold: C, A" in codes(job)["sky.position"]["why"]
    moved = patch(crew, LODGE, position_letter="B")
    assert moved["assessment"]["sky_more"]["set_name"] == "Main ridge"
    assert codes(moved)["sky.low_orbit"]["level"] == "clear"


def test_a_skyline_read_lower_than_the_terminal_is_corrected_where_distances_are_known(crew):
    rows = [
        {
            "name": "From the ladder",
            "letter": "A",
            "read_height_m": 1.6,
            "points": [{"azimuth_deg": a, "elevation_deg": 40, "distance_m": 10} for a in range(0, 360, 30)],
        }
    ]
    put(crew, FIXED, "things", [])
    job = put(crew, FIXED, "skylines", rows).json()
    # Seen from 5.2 m instead of 1.6 m: atan((10 tan 40° - 3.6) / 10) all round, and the satellite stands at 55.1°.
    top = math.degrees(math.atan((10 * math.tan(math.radians(40)) - 3.6) / 10))
    sky = job["assessment"]["sky"]
    assert sky["margin_deg"] == pytest.approx(sky["satellite"]["elevation_deg"] - top, abs=0.1)
    assert codes(job)["sky.moved"]["level"] == "clear"
    bare = [{**rows[0], "points": [{**one, "distance_m": None} for one in rows[0]["points"]]}]
    assert codes(put(crew, FIXED, "skylines", bare).json())["sky.moved"]["level"] == "mind"


@pytest.mark.turns(days=6)
def test_what_can_be_done_is_costed_and_stands_in_the_report(crew):
    ways = get(crew, FIXED)["assessment"]["sky_more"]["ways"]
    assert {one["way"] for one in ways["ways"]} == {"raise", "trim", "move", "accept"}
    assert ways["advised"] is None  # several are as good
    job = patch(crew, FIXED, raise_cost_money=450, trim_cost_money=300, move_cost_money=900, look_again_on="2029-05-01")
    ways = job["assessment"]["sky_more"]["ways"]
    assert (ways["advised"], ways["ways"][0]["cost_money"]) == ("trim", 300)
    page = crew.get(f"/api/jobs/{FIXED}/report.html").content.decode()
    assert ways["ways"][0]["what"] in page
    assert "2029-05-01" in page
    refused = change(crew, FIXED, raise_cost_money=-1)
    assert list(faults(refused)) == ["raise_cost_money"]
    assert get(crew, FIXED)["facts"]["brief"]["raise_cost_money"] == 450  # nothing is lost
    clear = patch(crew, FIXED, position_letter="B")
    assert clear["assessment"]["sky_more"]["ways"] is None


def test_runs_at_a_rejected_position_do_not_count_for_the_planned_one(crew):
    runs = [
        {"when": "after", "down_mbps": speed, "up_mbps": 10, "latency_ms": 40, "letter": letter}
        for speed, letter in ((20, "A"), (24, "A"), (90, "B"))
    ]
    patch(crew, LODGE, position_letter="B")
    told = change(crew, LODGE, runs=runs).json()["assessment"]["acceptance"]
    assert told["after"]["down_mbps"] == 90
    assert [(one["letter"], one["figures"]["down_mbps"]) for one in told["by_position"]] == [("A", 22), ("B", 90)]


def test_a_sky_that_was_hardly_read_is_not_called_free(crew):
    crew.delete(f"/api/jobs/{LODGE}/trial")  # what it showed would be a hold of its own
    north = [{"azimuth_deg": a, "elevation_deg": 8, "distance_m": 400} for a in (340, 0, 20)]  # the panel looks south
    job = put(crew, LODGE, "skylines", [{"name": "Half read", "letter": "A", "points": north}]).json()
    found = codes(job)["sky.scan"]
    assert (found["level"], found["figure"]) == ("unknown", job["assessment"]["sky_more"]["scanned_percent"])
    station = next(one for one in job["assessment"]["stations"] if one["code"] == "sky")
    assert station["verdict"] == "unknown"
    assert station["headline"][0]["text"] == "Read on: only "
    assert {one["letter"]: one["level"] for one in job["assessment"]["sky_more"]["compared"]["ranks"]}["A"] == "unknown"
    whole = [{"azimuth_deg": a, "elevation_deg": 8, "distance_m": 400} for a in range(0, 360, 15)]
    job = put(crew, LODGE, "skylines", [{"name": "Read all round", "letter": "A", "points": whole}]).json()
    assert "sky.scan" not in codes(job)
    assert job["assessment"]["sky_more"]["scanned_percent"] == 100


def test_a_position_in_another_valley_borrows_no_skyline(crew):
    rows = [{"letter": "A", "distance_m": 0, "bearing_deg": 0}, {"letter": "Z", "distance_m": 4000, "bearing_deg": 90}]
    job = change(crew, FIXED, positions=rows).json()
    ranks = {one["letter"]: one["level"] for one in job["assessment"]["sky_more"]["compared"]["ranks"]}
    assert ranks["Z"] == "unknown"


def test_a_skyline_comes_out_as_csv_and_json_and_reads_back_the_same(crew):
    points = [one | {"id": "", "photo_id": None} for one in get(crew, FIXED)["facts"]["sky"]["skylines"][0]["points"]]
    for form in ("csv", "json"):
        text = crew.get(f"/api/jobs/{FIXED}/skylines/0.{form}").content.decode()
        told = crew.post("/api/calc/skyline_text", json.dumps({"text": text}), **JSON).json()
        assert told["result"]["points"] == points
    assert crew.get(f"/api/jobs/{FIXED}/skylines/9.csv").status_code == 404


def test_a_faulty_point_names_its_place_in_the_list_and_nothing_is_lost(crew):
    before = get(crew, FIXED)["facts"]["sky"]["skylines"]
    answer = put(crew, FIXED, "skylines", [{"points": [{"azimuth_deg": 10, "elevation_deg": 99}]}])
    assert list(faults(answer)) == ["skylines.0.points.0.elevation_deg"]
    assert get(crew, FIXED)["facts"]["sky"]["skylines"] == before


def test_the_input_of_the_other_calculators_is_that_of_the_station(crew):
    given = crew.get(f"/api/jobs/{FIXED}/sky/input").json()
    told = crew.post("/api/calc/sky", json.dumps(given), **JSON).json()["result"]
    assert told["margin_deg"] == get(crew, FIXED)["assessment"]["sky"]["margin_deg"]
    assert crew.get(f"/api/jobs/{LODGE}/sky/input").status_code == 409  # a panel has no satellite


# Drawings


def test_strips_of_both_kinds_have_their_text_twins(crew):
    for number, said in ((FIXED, "Margin"), (LODGE, "Without service")):
        found = assessed(Job.objects.get(number=number))
        drawn = {one.name: one for one in job_drawings(found.facts, found.result)}
        assert {"skyline", "skyline-wide", "skyline-A", "skyline-B", "plan"} <= set(drawn)
        assert said in dict(drawn["skyline"].rows)
        frame = drawn["skyline-wide"].frame
        assert frame.width_px / frame.px_per_deg == pytest.approx(360)
        assert drawn["skyline-A"].svg.count("<clipPath") == 1
    lodge = {one.name: one for one in job_drawings(found.facts, found.result)}
    assert 'class="lost"' in lodge["skyline"].svg  # what is blocked is marked by shape as well as by colour


# Terrain


@pytest.mark.turns(days=6)
def test_the_horizon_from_a_tile_becomes_a_skyline_with_progress(crew, settings, tmp_path):
    settings.HOME = tmp_path
    assert faults(crew.post(f"/api/jobs/{FIXED}/sky/horizon", "[]", **JSON))  # an order is an object
    lines = streamed(crew.post(f"/api/jobs/{FIXED}/sky/horizon", "{}", **JSON))
    assert "no elevation tile covers" in lines[-1]["error"]["message"]
    assert upload(crew, "/api/places/terrain", "s30e027.hgt", made_up_tile(-30, 27).tobytes()).status_code == 200
    assert [one["name"] for one in crew.get("/api/places/terrain").json()] == ["S30E027.hgt"]
    before = get(crew, FIXED)["facts"]["sky"]["skylines"]
    assert before
    lines = streamed(crew.post(f"/api/jobs/{FIXED}/sky/horizon", json.dumps({"letter": "A", "reach_km": 40}), **JSON))
    shares = [line["progress"] for line in lines if "progress" in line]
    assert shares == sorted(shares)
    job = lines[-1]["done"]["job"]
    new = job["facts"]["sky"]["skylines"][-1]
    kept = [SkylineSet.model_validate(one) for one in job["facts"]["sky"]["skylines"][:-1]]
    assert kept == [SkylineSet.model_validate(one) for one in before]  # what was read by hand stays
    assert (new["name"], new["letter"], job["facts"]["sky"]["sky_set"]) == (
        "Terrain",
        "A",
        len(job["facts"]["sky"]["skylines"]) - 1,
    )
    assert max(one["elevation_deg"] for one in new["points"]) < 30
    assert crew.delete("/api/places/terrain/S30E027.hgt").json() == []


def test_made_up_tiles_join_without_a_step():
    west, east = made_up_tile(-30, 27), made_up_tile(-30, 28)
    assert np.abs(west[:, -1].astype(int) - east[:, 0].astype(int)).max() <= 1


# Simulations


@pytest.mark.turns(days=6)
def test_another_simulation_streams_its_progress_and_ends_with_its_result(crew):
    lines = streamed(crew.post(f"/api/jobs/{LODGE}/sky/simulate", json.dumps({"duration_h": 12, "seed": 1}), **JSON))
    done = lines[-1]["done"]
    assert (
        done["result"]["out_percent"] == get(crew, LODGE)["assessment"]["low_orbit"]["out_percent"]
    )  # the same calculator
    higher = streamed(crew.post(f"/api/jobs/{LODGE}/sky/simulate", json.dumps({"terminal_height_m": 30.0}), **JSON))[
        -1
    ]["done"]
    assert higher["result"]["out_percent"] < done["result"]["out_percent"]
    assert crew.post(f"/api/jobs/{FIXED}/sky/simulate", "{}", **JSON).status_code == 422


def test_work_stops_when_it_is_asked_to(crew):
    answer = crew.post(f"/api/jobs/{LODGE}/sky/simulate", json.dumps({"duration_h": 48, "step_s": 0.1}), **JSON)
    body = iter(answer.streaming_content)
    work_id = json.loads(next(body))["id"]
    assert crew.delete(f"/api/jobs/work/{work_id}").json() == {"stopped": True}
    last = [json.loads(line) for line in body][-1]
    assert "stopped" in last
    assert stop(work_id) is False  # it is gone


# Photos


def test_a_photo_is_kept_upright_with_what_the_camera_said(crew):
    told = upload(
        crew,
        f"/api/jobs/{FIXED}/sky/photo",
        "north.jpg",
        jpeg(400, 300, focal=26, bearing=30.0, reference="M", orientation=6),
    ).json()
    assert (told["width_px"], told["height_px"], told["panorama"]) == (300, 400, False)
    declination = told["job"]["assessment"]["aim"]["declination_deg"]
    assert (told["focal_mm"], told["azimuth_deg"]) == (26, pytest.approx((30 + declination) % 360))
    document = next(one for one in told["job"]["documents"] if one["id"] == told["document_id"])
    assert (document["kind"], document["name"]) == ("photo", "north.jpg")
    photo = {
        "width_px": 300,
        "height_px": 400,
        "projection": "flat",
        "horizon_y_px": 200,
        "marks": [{"x_px": 10, "azimuth_deg": 350}, {"x_px": 290, "azimuth_deg": 20}],
        "trace": [[10, 150], [150, 120], [290, 160]],
    }
    kept = put(crew, FIXED, "sky_photos", [{"document_id": told["document_id"], "photo": photo}]).json()
    assert kept["facts"]["sky"]["sky_photos"][0]["photo"]["trace"][1] == [150, 120]


def test_a_large_panorama_is_scaled_and_what_is_no_picture_refused(crew, monkeypatch):
    monkeypatch.setattr(pictures, "MOST_WIDTH_PX", 500)
    told = upload(crew, f"/api/jobs/{FIXED}/sky/photo", "pan.jpg", jpeg(1500, 300)).json()
    assert (told["width_px"], told["height_px"], told["panorama"], told["scaled"]) == (500, 100, True, True)
    assert "not a picture" in faults(upload(crew, f"/api/jobs/{FIXED}/sky/photo", "x.jpg", b"nothing"))["file"]


# Trials


def test_the_demos_trial_agrees_with_what_was_predicted_for_its_place(crew):
    trial = get(crew, LODGE)["assessment"]["sky_more"]["trial"]
    assert trial["believe"] == "both"
    assert abs(trial["difference_sd"]) <= 2
    assert {one["cause"] for one in trial["causes"]} == {"blocked", "network"}
    assert sum(one["seconds_s"] for one in trial["hours"]) == pytest.approx(
        sum(one["seconds_s"] for one in trial["causes"])
    )


@pytest.mark.turns(days=6)
def test_a_trial_is_timed_its_log_read_and_taken_out_again(crew):
    url = f"/api/jobs/{LODGE}/trial"
    crew.delete(url)
    assert codes(get(crew, LODGE))["sky.trial"]["level"] == "unknown"  # this job wants a trial first
    assert faults(crew.post(f"{url}/end"))["trial"]
    crew.post(f"{url}/start")
    started = get(crew, LODGE)["facts"]["sky"]["trial"]["started_at"]
    job = crew.post(f"{url}/end").json()
    assert job["facts"]["sky"]["trial"]["ended_at"] >= started
    crew.delete(url)
    begin = dt.datetime(2026, 11, 20, 5, tzinfo=dt.UTC)
    rows = "".join(
        f"{(begin + dt.timedelta(minutes=9 * at)).isoformat()};{3 + at % 4};obstructed\n" for at in range(60)
    )
    log = f"when;secs;why\n{rows}".encode()
    answer = upload(crew, f"{url}/log", "log.csv", log)
    assert {"columns.start"} <= set(faults(answer))
    assert upload(crew, f"{url}/columns", "log.csv", log).json()["columns"] == ["when", "secs", "why"]
    said = json.dumps({"columns": {"start": "when", "cause": "why"}})
    told = upload(crew, f"{url}/log", "log.csv", log, columns=said).json()
    assert told["guessed"] == {"start": "when", "seconds": "secs", "cause": "why"}
    trial = told["job"]["assessment"]["sky_more"]["trial"]
    # From the first event to the end of the last, as nobody timed it.
    assert trial["hours_h"] == pytest.approx(59 * 9 / 60 + 6 / 3600)
    assert trial["causes"][0]["count"] == 60
    assert crew.delete(url).json()["trial_event_count"] == 0
    back = crew.post(f"{url}/bring-back").json()  # half a day of log is not gone at one press
    assert back["trial_event_count"] == 60


@pytest.mark.parametrize(
    "columns", ["{", "[1]", "null", '{"columns": 5}', '{"columns": {"start": 5}}', '{"zone_offset_h": 99}']
)
def test_columns_that_are_none_are_refused_in_a_sentence(crew, columns):
    answer = upload(crew, f"/api/jobs/{LODGE}/trial/log", "log.csv", b"start,seconds\n", columns=columns)
    assert answer.status_code == 422


def test_a_log_without_a_zone_is_asked_about_and_one_of_another_day_refused(crew):
    url = f"/api/jobs/{LODGE}/trial"
    began = get(crew, LODGE)["facts"]["sky"]["trial"]["started_at"]
    local = (dt.datetime.fromisoformat(began) + dt.timedelta(hours=2, minutes=30)).strftime("%Y-%m-%d %H:%M:%S")
    log = f"start,seconds,cause\n{local},4,blocked\n".encode()
    assert "name no zone" in faults(upload(crew, f"{url}/log", "log.csv", log))["zone_offset_h"]
    assert upload(crew, f"{url}/log", "log.csv", log, columns=json.dumps({"zone_offset_h": 2})).status_code == 200
    start = assessed(Job.objects.get(number=LODGE)).facts.sky.trial.events[0].start
    assert start - dt.datetime.fromisoformat(began) == dt.timedelta(minutes=30)
    other = upload(crew, f"{url}/log", "log.csv", log, columns=json.dumps({"zone_offset_h": -10}))
    assert "none of them in the trial" in faults(other)["file"]


@pytest.mark.turns(days=6)
def test_a_trial_without_a_log_is_counted_by_hand_and_none_seen_is_said(crew):
    def post(part, **body):
        return crew.post(f"/api/jobs/{LODGE}/trial/{part}", body, content_type="application/json")

    crew.delete(f"/api/jobs/{LODGE}/trial")
    assert faults(post("outages", seconds=3))["trial"]  # there is no trial to count for
    refused = post("clock", started_at="2026-11-24 18:00", ended_at="2026-11-24 17:00")
    assert "lies before" in faults(refused)["ended_at"]
    patch(crew, LODGE, trial={"letter": get(crew, LODGE)["facts"]["sky"]["position_letter"]})
    job = post("clock", started_at="2026-11-24 18:00", ended_at="06:30").json()
    told = job["facts"]["sky"]["trial"]
    assert (told["started_at"], told["ended_at"]) == ("2026-11-24T16:00:00Z", "2026-11-25T04:30:00Z")  # UTC+2 there
    unread = codes(job)["sky.trial"]
    assert unread["level"] == "unknown"
    assert "nothing of it is read" in unread["message"]
    job = post("outages", seconds=0).json()
    assert job["assessment"]["sky_more"]["trial"]["available_percent"] == 100
    assert codes(job)["sky.trial"]["level"] == "unknown"  # interruptions were predicted: none seen is hardly believed
    job = post("outages", start="23:10:05", seconds=45, cause="blocked").json()
    assert job["assessment"]["sky_more"]["trial"]["causes"][0]["seconds_s"] == 45
    url = f"/api/jobs/{LODGE}/trial/outages"
    assert [one["start"] for one in crew.get(url).json()["outages"]] == ["2026-11-24T21:10:05Z"]
    assert "is not a moment" in faults(post("outages", start="soon", seconds=4))["start"]
    assert faults(crew.delete(f"{url}/1"))["outage"]
    assert crew.delete(f"{url}/0").json()["trial_event_count"] == 0


def test_a_log_is_shown_as_it_is_understood_and_nothing_is_taken(crew):
    url = f"/api/jobs/{LODGE}/trial"
    before = get(crew, LODGE)["trial_event_count"]
    log = b"start,seconds,cause\n2020-01-01T00:00:00Z,4,blocked\n"
    told = upload(crew, f"{url}/preview", "log.csv", log).json()
    assert (told["event_count"], told["before_count"]) == (1, 1)
    assert "None of the outages" in told["doubts"][0]
    assert get(crew, LODGE)["trial_event_count"] == before
    assert upload(crew, f"{url}/preview", "log.csv", b"start,seconds\nnever,1\n").status_code == 422


def test_a_panel_that_is_turned_to_another_sector_is_simulated_there(crew):
    def simulated(**order):
        lines = streamed(crew.post(f"/api/jobs/{LODGE}/sky/simulate", json.dumps({"duration_h": 1, **order}), **JSON))
        return lines[-1]["done"]["result"]

    now, away = simulated(), simulated(boresight_azimuth_deg=0)
    assert (now["boresight_azimuth_deg"], away["boresight_azimuth_deg"]) == (180, 0)
    assert away["sky_masked_percent"] != pytest.approx(now["sky_masked_percent"], abs=0.5)

    def to_the_north(found):
        return sum(one["traffic_percent"] for one in found["sectors"] if one["from_deg"] < 60 or one["from_deg"] >= 300)

    assert to_the_north(away) > to_the_north(now) + 20


# Constellations and panels


@pytest.mark.turns(days=6)
def test_elements_of_low_orbits_become_a_constellation_and_serve_a_panel(crew):
    text = "".join(f"TEST {at}\n{first}\n{second}\n" for at, (first, second) in enumerate(made_elements(80)))
    told = upload(crew, "/api/stores/constellation/import", "Test train.tle", text.encode()).json()
    assert next(one for one in told["constellations"] if one["code"] == "test-train")["name"] == "Test train"
    job = patch(crew, LODGE, constellation_code="test-train")
    assert job["assessment"]["low_orbit"]["usable_mean_count"] > 0
    late = patch(crew, LODGE, date="2027-02-01")
    assert codes(late)["sky.elements_age"]["level"] == "mind"
    geo = upload(crew, "/api/stores/satellite/import", "e.tle", text.encode())
    assert "geosynchronous" in faults(geo)["elements"]


@pytest.mark.turns(days=6)
def test_a_panel_set_by_hand_is_told_its_knobs_and_its_drift(crew):
    job = get(crew, "2026-107")
    found = codes(job, "peak")["peak.attitude"]
    assert found["level"] == "hold"
    assert "12° clockwise" in found["clears_by"]
    news = [*job["facts"]["peak"]["attitudes"], {"on": "2026-11-24", "azimuth_deg": 181, "tilt_deg": 21}]
    assert codes(put(crew, "2026-107", "attitudes", news).json(), "peak")["peak.attitude"]["level"] == "clear"
    job = patch(crew, "2026-107", panel_azimuth_deg=0)
    assert (
        job["assessment"]["low_orbit"]["best_bearing"]["out_percent"] <= job["assessment"]["low_orbit"]["out_percent"]
    )


def test_a_panel_without_its_constellation_says_what_is_missing(crew):
    job = patch(crew, LODGE, constellation_code="")
    assert codes(job, "brief")["brief.constellation"]["level"] == "unknown"
    assert job["assessment"]["low_orbit"] is None
    assert crew.get(f"/api/jobs/{LODGE}/drawings").status_code == 200
    assert crew.get(f"/api/jobs/{LODGE}/report.html").status_code == 200


@pytest.mark.turns(days=6)
def test_a_screen_that_sends_a_skyline_back_keeps_where_it_was_read(crew):
    kept = Job.objects.get(number="2026-103").docs.get(station="sky").data["skylines"]
    shown = crew.get("/api/jobs/2026-103").json()["facts"]["sky"]["skylines"]
    assert "read_latitude_deg" in kept[0]
    assert "read_latitude_deg" not in shown[0]
    assert change(crew, "2026-103", skylines=[{**one, "name": "As it was"} for one in shown]).status_code == 200
    after = Job.objects.get(number="2026-103").docs.get(station="sky").data["skylines"]
    assert [one["read_latitude_deg"] for one in after] == [one["read_latitude_deg"] for one in kept]
    place = {"place_text": "-29.95, 27.95"}
    assert change(crew, "2026-103", **place).status_code == 200
    view = crew.get("/api/jobs/2026-103").json()["assessment"]["stations"][2]
    assert (view["verdict"], view["findings"][0]["code"]) == ("unknown", "sky.place_moved")
    said = [{**shown[0], "read_latitude_deg": None}, *shown[1:]]
    assert change(crew, "2026-103", skylines=said, things_latitude_deg=None).status_code == 200
    codes = {one["code"] for one in crew.get("/api/jobs/2026-103").json()["assessment"]["stations"][2]["findings"]}
    assert not codes & {"sky.place_moved", "sky.plan_moved"}
