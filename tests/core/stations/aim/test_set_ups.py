"""A set that travels: figures and turns of its places."""

import math

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.aim.aim import AimInput, aim
from tests import golden


def told(**more):
    """The demo's dish as a set that travels, with two places some hundred kilometres apart and one nobody can read."""
    facts = golden.read("2026-101")["facts"]
    positions = [
        {"letter": "A", "place_text": "-29.3118, 27.9362"},
        {"letter": "B", "place_text": "-28.1, 29.9"},
        {"letter": "C"},
    ]
    job = {**facts, "permanence": "portable", "positions": positions, "position_letter": "A", **more}
    return JobInput.model_validate(job)


def look(latitude_deg, longitude_deg, job):
    given = AimInput(latitude_deg=latitude_deg, longitude_deg=longitude_deg, height_m=job.brief.above_sea_m,
                     satellite_longitude_deg=job.picks.satellite.longitude_deg, date=job.brief.date,
                     clinometer=job.picks.terminal.clinometer)  # fmt: skip
    return aim(given).result


def test_each_place_has_its_own_figures_and_the_turn_from_where_it_stands():
    job = told()
    here, there = assess(job).result.set_ups
    assert (here.letter, there.letter) == ("A", "B")
    first, second = look(-29.3118, 27.9362, job), look(-28.1, 29.9, job)
    assert here.turn_right_deg == here.turn_up_deg == 0.0
    assert there.turn_right_deg == pytest.approx(second.azimuth_true_deg - first.azimuth_true_deg)
    assert there.turn_right_deg < -1.0  # farther east: the satellite stands farther to the left
    assert there.turn_up_deg == pytest.approx(second.elevation_apparent_deg - first.elevation_apparent_deg)
    assert there.dial.compass_deg == pytest.approx(second.azimuth_magnetic_deg, abs=3.0)  # the crew's own correction
    assert there.turn_skew_deg is None  # circular: nothing is turned


def test_the_part_of_the_sky_to_look_at_first_is_the_ring_about_the_satellite():
    job = told()
    one = assess(job).result.set_ups[0]
    seen = look(-29.3118, 27.9362, job)
    free, up = math.radians(job.picks.rules.clearance_deg), math.radians(seen.elevation_apparent_deg)
    beside = math.degrees(math.asin(math.sin(free) / math.cos(up)))
    assert (one.look_to_deg - one.look_from_deg) % 360.0 == pytest.approx(2 * beside)
    assert one.look_above_deg == pytest.approx(seen.elevation_apparent_deg - job.picks.rules.clearance_deg)


def test_only_a_set_that_travels_and_is_aimed_by_hand_is_told_so():
    assert assess(told(permanence="permanent")).result.set_ups == []
    panel = golden.read("2026-106")["facts"]
    assert assess(JobInput.model_validate({**panel, "permanence": "portable"})).result.set_ups == []


@pytest.mark.turns(days=6)
def test_figures_of_another_place_than_the_planned_one_hold_the_station():
    """Some hundred kilometres on compass and clinometer are others by degrees."""
    held = assess(told(position_letter="B")).result.stations[1]
    (said,) = [one for one in held.findings if one.code == "aim.stands_elsewhere"]
    assert said.level is Level.HOLD
    assert said.figure > 100_000
    for near in (told(), told(position_letter="")):
        assert "aim.stands_elsewhere" not in {one.code for one in assess(near).result.stations[1].findings}
    panel = golden.read("2026-106")["facts"]
    far = [{"letter": "F", "place_text": "-28.1, 29.9"}]
    elsewhere = JobInput.model_validate({**panel, "positions": far, "position_letter": "F"})
    assert "aim.stands_elsewhere" in {one.code for one in assess(elsewhere).result.stations[1].findings}


def test_a_place_under_whose_horizon_the_satellite_stands_has_no_figures():
    far = [{"letter": "A", "place_text": "-29.3118, 27.9362"}, {"letter": "N", "place_text": "60, -120"}]
    one = assess(told(positions=far)).result.set_ups[1]
    assert (one.visible, one.dial, one.turn_right_deg, one.look_above_deg) == (False, None, None, None)
