"""A set that travels, over the API: the job's place goes along with it and comes back."""

import pytest

from tests.server.calls import change
from tests.server.test_bringup import post

A, B = "-29.3118000, 27.9362000", "-28.1000000, 29.9000000"


@pytest.mark.turns(days=6)
def test_a_set_stands_here_and_there_and_its_places_stay_what_they_were(crew):
    number = crew.post("/api/jobs").json()["number"]
    change(crew, number, place_text=A, height_m=1900, terminal_code="tarn-74", satellite_code="hamerkop-2",
           permanence="portable")  # fmt: skip
    kept = {"worked_clinometer_deg": 37.4, "worked_compass_deg": 31.0, "worked_level_db": 12.1}
    rows = [{"letter": "A", "place_text": A, **kept}, {"letter": "B", "place_text": B}]
    told = change(crew, number, positions=rows, position_letter="A").json()
    turns = {one["letter"]: one["turn_right_deg"] for one in told["assessment"]["set_ups"]}
    first = told["assessment"]["aim"]["azimuth_true_deg"]
    assert turns["A"] == 0.0

    assert post(crew, f"/api/jobs/{number}/positions/B/as-place").status_code == 200
    there = change(crew, number, position_letter="B").json()
    assert [one["letter"] for one in there["positions"]] == ["A", "B"]  # the place before is A already
    assert there["assessment"]["aim"]["azimuth_true_deg"] == pytest.approx((first + turns["B"]) % 360)
    codes = {one["code"] for one in there["assessment"]["stations"][1]["findings"]}
    assert "aim.stands_elsewhere" not in codes
    assert there["positions"][0]["worked_clinometer_deg"] == 37.4

    assert post(crew, f"/api/jobs/{number}/positions/A/as-place").status_code == 200
    again = change(crew, number, position_letter="A").json()
    assert again["assessment"]["aim"]["azimuth_true_deg"] == pytest.approx(first)
    assert [one["letter"] for one in again["positions"]] == ["A", "B"]


def test_what_the_instruments_show_on_the_peak_goes_with_its_position(crew):
    number = crew.post("/api/jobs").json()["number"]
    change(
        crew,
        number,
        place_text=A,
        positions=[{"letter": "A", "place_text": A, "note": "gate"}, {"letter": "B", "place_text": B}],
    )
    peaked = {"clinometer_at_peak_deg": 37.4, "lock_after_db": 12.1}
    change(crew, number, preset_measured_deg=36.0, preset_compass_deg=30.0, **peaked)
    told = post(crew, f"/api/jobs/{number}/positions/A/worked").json()
    first, second = told["positions"]
    assert (first["worked_clinometer_deg"], first["worked_compass_deg"]) == (37.4, 30.0)  # on the peak; else the preset
    assert (first["worked_level_db"], first["note"], second["worked_on"]) == (12.1, "gate", None)
    assert first["worked_on"] is not None
    assert post(crew, f"/api/jobs/{number}/positions/Z/worked").status_code == 404


def test_readings_of_another_place_are_kept_with_no_position(crew):
    change(crew, "2026-102", place_text=B, positions=[{"letter": "A", "place_text": A}])
    assert post(crew, "/api/jobs/2026-102/positions/A/worked").status_code == 409


def test_a_place_that_no_position_lies_at_becomes_one(crew):
    number = crew.post("/api/jobs").json()["number"]
    change(crew, number, place_text=A, positions=[{"letter": "B", "place_text": B}])
    told = post(crew, f"/api/jobs/{number}/positions/B/as-place").json()
    assert [(one["letter"], one["note"]) for one in told["positions"]] == [("B", ""), ("A", "the job's place before")]


def test_a_plan_does_not_go_along_over_the_horizon(crew):
    number = crew.post("/api/jobs").json()["number"]
    tree = {"kind": "tree", "corners": [{"east_m": 10, "north_m": 20}], "height_m": 8}
    told = change(crew, number, place_text=A, positions=[{"letter": "B", "place_text": B}], things=[tree])
    assert told.status_code == 200, told.content
    refused = post(crew, f"/api/jobs/{number}/positions/B/as-place")
    assert refused.status_code == 409
    assert "The site plan is of the job’s place, 234 km from B" in refused.json()["error"]["message"]
    assert crew.get(f"/api/jobs/{number}").json()["facts"]["sky"]["things"][0]["corners"][0]["east_m"] == 10


@pytest.mark.turns(days=6)
def test_a_place_over_the_horizon_breaks_no_drawing_and_no_paper(crew):
    """Planned two hundred kilometres off the plan, and across the world."""
    number = "2026-102"
    for far in (B, "52.1, -110.0"):
        rows = [{"letter": "A", "place_text": A, "height_above_ground_m": 4}, {"letter": "B", "place_text": far}]
        told = change(crew, number, positions=rows, position_letter="B", height_above_ground_m=5)
        assert told.status_code == 200, told.content
        held = {one["code"]: one["level"] for one in told.json()["assessment"]["stations"][1]["findings"]}
        assert held["aim.stands_elsewhere"] == "hold"
        groups = {"groups": "plan,side,strip,positions,sky,blocks,mount,cable"}
        for url, query in (("drawings", groups), ("proposal.html", {}), ("report.html", {}), ("plan.svg", {})):
            assert crew.get(f"/api/jobs/{number}/{url}", query).status_code == 200, (far, url)
        assert post(crew, f"/api/jobs/{number}/plan/look", {"letter": "A"}).status_code == 200
        assert post(crew, f"/api/jobs/{number}/plan/look", {"letter": "B"}).status_code == 200
