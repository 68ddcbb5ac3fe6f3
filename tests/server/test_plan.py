"""The site plan over the API: looked at while it moves, out and in as files, with its picture, on paper."""

import io
import json
import re
import sqlite3

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from tests.server.calls import JSON, change

JOB = "2026-103"


def look(crew, **told):
    answer = crew.post(f"/api/jobs/{JOB}/plan/look", json.dumps(told), **JSON)
    assert answer.status_code == 200, answer.content
    return answer.json()


def facts(crew):
    return crew.get(f"/api/jobs/{JOB}").json()


def picture():
    held = io.BytesIO()
    Image.new("RGB", (400, 300), "olive").save(held, "JPEG")
    return SimpleUploadedFile("from above.jpg", held.getvalue())


@pytest.mark.django_db
def test_what_is_looked_at_is_not_kept(crew):
    before = facts(crew)
    now = look(crew, letter="A")
    assert now["side"]["tight_name"] == "Store"
    things = [
        {**one, "height_m": 40.0} if one["name"] == "Old gum" else one for one in before["facts"]["sky"]["things"]
    ]
    grown = look(crew, letter="A", things=things)
    assert grown["margin_deg"] < 0 < now["margin_deg"]
    assert grown["nearest_name"] == "Old gum"
    raised = look(crew, letter="A", things=things, height_m=38.0)
    assert raised["margin_deg"] > grown["margin_deg"]
    assert facts(crew)["head"] == before["head"]


@pytest.mark.django_db
def test_what_is_looked_at_is_what_is_found_once_it_is_kept(crew):
    """One calculator: the margin under the finger is that of the station."""
    for letter in ("A", "B", "C"):
        change(crew, JOB, position_letter=letter)
        kept = facts(crew)["assessment"]
        seen = look(crew, letter=letter)
        assert seen["margin_deg"] == pytest.approx(kept["sky"]["margin_deg"])
        assert seen["tube_margin_deg"] == pytest.approx(kept["sky"]["tube_margin_deg"])
        assert seen["plan"]["positions"] == kept["sky_more"]["plan"]["positions"]


@pytest.mark.turns(days=6)
@pytest.mark.django_db
def test_the_plan_goes_out_as_geojson_and_comes_back_into_another_job(crew):
    things = facts(crew)["facts"]["sky"]["things"]
    out = crew.get(f"/api/jobs/{JOB}/plan.geojson")
    assert out["Content-Type"] == "application/geo+json"
    change(crew, JOB, things=[])
    back = crew.post(f"/api/jobs/{JOB}/plan/geojson", {"file": SimpleUploadedFile("plan.geojson", out.content)}).json()
    assert (back["taken"], back["left_out"]) == (len(things), [])
    for was, now in zip(things, back["job"]["facts"]["sky"]["things"], strict=True):
        assert (was["kind"], was.get("name"), was.get("height_m")) == (
            now["kind"],
            now.get("name"),
            now.get("height_m"),
        )
        assert now["corners"][0]["east_m"] == pytest.approx(was["corners"][0]["east_m"], abs=0.02)


@pytest.mark.django_db
def test_a_printed_plan_has_the_scale_that_is_written_on_it(crew):
    svg = crew.get(f"/api/jobs/{JOB}/plan.svg").content.decode()
    width_mm, scale = float(re.search(r'width="([\d.]+)mm"', svg)[1]), int(re.search(r"1 : (\d+)", svg)[1])
    bar = re.search(r'd="M30,300 L30,306 L([\d.]+),306', svg)
    told_m = float(re.search(r">([\d.]+) m<", svg[bar.end() :])[1])
    drawn_mm = (float(bar[1]) - 30.0) * width_mm / 780.0
    assert drawn_mm * scale / 1000.0 == pytest.approx(told_m, rel=0.01)
    assert width_mm <= 277


@pytest.mark.turns(days=6)
@pytest.mark.django_db
def test_a_picture_is_laid_under_the_plan_and_goes_into_the_proposal_once_it_is_placed(crew):
    job = crew.post(f"/api/jobs/{JOB}/plan/picture", {"file": picture()}).json()
    told = job["facts"]["sky"]["plan_picture"]
    assert (told["width_px"], told["height_px"]) == (400, 300)
    assert job["assessment"]["sky_more"]["picture"]["placed"] is False
    page = f"/api/jobs/{JOB}/proposal.html"
    assert "<image" not in crew.get(page).content.decode()
    ends = {"first_x_px": 0, "first_y_px": 300, "first_east_m": -20, "first_north_m": -25}
    ends |= {"second_x_px": 400, "second_y_px": 300, "second_east_m": 30, "second_north_m": -25}
    placed = change(crew, JOB, plan_picture={**told, **ends}).json()["assessment"]["sky_more"]["picture"]
    assert (placed["placed"], placed["pixel_m"]) == (True, pytest.approx(0.125))
    assert '<image href="data:image/jpeg;base64,' in crew.get(page).content.decode()
    twice = change(crew, JOB, plan_picture={**told, **ends, "second_east_m": -20})
    assert twice.status_code == 422
    assert "lie apart" in twice.content.decode()


@pytest.mark.django_db
def test_a_world_file_needs_its_picture(crew):
    world = SimpleUploadedFile("plan.jgw", b"0.1\n0\n0\n-0.1\n588200\n6690400\n")
    assert crew.post(f"/api/jobs/{JOB}/plan/world", {"file": world}).status_code == 409
    crew.post(f"/api/jobs/{JOB}/plan/picture", {"file": picture()})
    world.seek(0)
    job = crew.post(f"/api/jobs/{JOB}/plan/world", {"file": world}).json()
    lies = job["assessment"]["sky_more"]["picture"]
    assert lies["placed"] is True
    assert (lies["east_m"], lies["north_m"]) == (
        pytest.approx(-0.05, abs=0.02),
        pytest.approx(0.05, abs=0.02),
    )  # half a pixel


@pytest.mark.django_db
def test_a_change_of_the_planned_position_is_told_beforehand(crew):
    view = next(one for one in facts(crew)["assessment"]["sky_more"]["positions"] if one["letter"] == "B")
    told = {one["what"]: (one["now"], one["then"]) for one in view["changes"]}
    assert told["Over ground"] == ("5.2 m", "4.4 m")
    assert told["Cable"] == ("46.8 m", "38.0 m")
    job = change(crew, JOB, position_letter="B").json()
    mine = next(one for one in job["assessment"]["sky_more"]["positions"] if one["letter"] == "B")
    assert mine["changes"] == []
    notes = {one["code"]: one for view in job["assessment"]["stations"] for one in view["findings"]}
    assert notes["mount.height"]["level"] == "mind"  # 5.2 m at Mount, 4.4 m at B
    assert notes["cable.planned"]["level"] == "clear"
    far = change(crew, JOB, position_letter="C").json()
    notes = {one["code"]: one for view in far["assessment"]["stations"] for one in view["findings"]}
    assert (notes["cable.planned"]["level"], notes["cable.planned"]["limit"]) == ("mind", 58.0)


@pytest.mark.django_db
def test_the_antenna_stands_in_the_photo_at_its_true_size_and_in_the_proposal(crew):
    told = crew.post(f"/api/jobs/{JOB}/mock-up", {"file": picture()}).json()["facts"]["sky"]["mock_up"]
    assert facts(crew)["assessment"]["sky_more"]["mock_up"] is None
    marks = {"foot_x_px": 200, "foot_y_px": 250, "low_x_px": 50, "low_y_px": 250, "high_x_px": 50, "high_y_px": 150}
    marks |= {"known_m": 2.5, "look_deg": 187.4, "above_m": 1.5}
    seen = change(crew, JOB, mock_up={**told, **marks}).json()["assessment"]["sky_more"]["mock_up"]
    assert seen["px_per_m"] == pytest.approx(40.0)
    wide = max(one["x_px"] for one in seen["rim"]) - min(one["x_px"] for one in seen["rim"])
    assert wide == pytest.approx(0.98 * 40.0, rel=0.001)  # looked at from the front, along its own bearing
    assert seen["from_behind"] is False
    page = crew.get(f"/api/jobs/{JOB}/proposal.html").content.decode()
    assert "How it would look" in page
    assert page.count("data:image/jpeg;base64,") == 1  # in its place, and not among the photos again


@pytest.mark.turns(days=6)
@pytest.mark.django_db
def test_what_is_drawn_stays_on_its_spot_when_another_position_becomes_the_place(crew):
    """Every margin is what it was: the plan is told anew from the new zero, heights of the ground too."""
    before = {letter: look(crew, letter=letter)["margin_deg"] for letter in "ABC"}
    ground = {one["letter"]: one["ground_m"] for one in look(crew)["plan"]["positions"]}
    assert crew.post(f"/api/jobs/{JOB}/positions/C/as-place").status_code == 200
    assert {letter: look(crew, letter=letter)["margin_deg"] for letter in "ABC"} == {
        letter: pytest.approx(margin, abs=0.02) for letter, margin in before.items()
    }
    now = {one["letter"]: one["ground_m"] for one in look(crew)["plan"]["positions"]}
    assert now["C"] == pytest.approx(0.0, abs=0.01)
    assert now["B"] - now["A"] == pytest.approx(ground["B"] - ground["A"], abs=0.02)


@pytest.mark.turns(days=6)
@pytest.mark.django_db
def test_a_sky_that_rests_on_a_drawing_alone_is_minded_and_without_the_word_not_known(crew):
    """Nobody read anything: the drawing may fail a place; it passes one only by somebody's word, and is minded then."""

    def sky(**told):
        job = change(crew, JOB, **told).json()
        return next(one for one in job["assessment"]["stations"] if one["code"] == "sky")

    def levels(told):
        return {one["code"]: one["level"] for one in told["findings"]}

    blind = levels(sky(skylines=[]))
    assert (blind["sky.scan"], blind.get("sky.tube")) == ("unknown", None)  # nothing is called free
    told = sky(all_drawn=True)
    assert told["verdict"] in ("mind", "hold")
    assert (levels(told)["sky.plan_alone"], levels(told)["sky.tube"]) == ("mind", "clear")
    bare = [
        {**one, "height_m": None} if one["kind"] == "tree" else one for one in facts(crew)["facts"]["sky"]["things"]
    ]
    assert levels(sky(things=bare))["sky.scan"] == "unknown"  # what is drawn has no height: the word does not hold


@pytest.mark.django_db
def test_the_drawn_way_becomes_pieces_none_of_them_too_short(crew):
    job = facts(crew)
    way, pieces = job["assessment"]["drawn_way"], job["assessment"]["drawn_pieces"]
    assert [one["kind"] for one in pieces] == ["loop", "outdoor", "outdoor", "outdoor", "indoor"]
    for drawn, piece in zip(way["pieces"], pieces[1:], strict=True):
        assert drawn["length_m"] <= piece["length_m"] < drawn["length_m"] + 0.1


@pytest.mark.django_db
def test_a_cable_that_is_told_shorter_than_it_is_drawn_does_not_reach(crew):
    """Cable B is drawn 24.3 m long: neither 5 m that somebody told nor pieces of 5 m are enough."""
    rows = facts(crew)["facts"]["sky"]["positions"]
    short = [{**one, "cable_length_m": 5.0} if one["letter"] == "B" else one for one in rows]
    pieces = [{"kind": "outdoor", "length_m": 5.0}]
    job = change(crew, JOB, positions=short, position_letter="B", cable_pieces=pieces).json()
    notes = {one["code"]: one for view in job["assessment"]["stations"] for one in view["findings"]}
    assert (notes["cable.planned"]["level"], notes["cable.planned"]["limit"]) == ("mind", pytest.approx(24.3, abs=0.1))


def test_the_firms_tiles_lie_under_the_plan(crew, settings, tmp_path):
    view = {"west_m": -50, "north_m": 50, "width_m": 100, "height_m": 100, "across_px": 800}
    settings.HOME = tmp_path
    url = "/api/jobs/2026-103/plan/tiles"
    assert crew.get(url, view).json() == {"tiles": []}
    with sqlite3.connect(tmp_path / "tiles.mbtiles") as base:
        base.execute("CREATE TABLE tiles (zoom_level INTEGER, tile_column INTEGER, tile_row INTEGER, tile_data BLOB)")
        base.executemany("INSERT INTO tiles VALUES (?, 1, 1, x'00')", [(5,), (16,)])
    base.close()
    tiles = crew.get(url, view).json()["tiles"]
    assert {one["zoom"] for one in tiles} == {16}  # finer ones are not there
    assert crew.get(url, {**view, "width_m": -3}).status_code == 422


@pytest.mark.parametrize("form", ["svg", "geojson"])
def test_a_plan_without_a_place_is_no_file_and_says_why(crew, form):
    answer = crew.get(f"/api/jobs/2026-105/plan.{form}")
    assert answer.status_code == 409
    assert answer.json()["error"]["field"] == "place"
