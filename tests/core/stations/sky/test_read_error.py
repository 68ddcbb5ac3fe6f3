"""What a skyline may be off by: a verdict that holds only where the readings are right is minded."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.science.skyline import SkylinePoint
from rindle_core.stations.sky.read_error import moved_by
from tests import golden

READ = {"letter": ""}


def job_of(number, skyline, **news):
    alone = {"skylines": [skyline], "sky_set": 0, "things": [], "position_letter": ""}
    return JobInput.model_validate({**golden.read(number)["facts"], **alone, **news})


def told(job):
    view = next(one for one in assess(job).result.stations if one.code == "sky")
    return {one.code: one for one in view.findings}, view.verdict


def with_edge(apart_deg, **more):
    """Ground all round, and a house to sixty degrees whose edge lies so far beside the satellite's bearing."""
    at = assess(job_of("2026-101", {})).result.aim.azimuth_true_deg
    ground = [{"azimuth_deg": one, "elevation_deg": 3} for one in range(0, 360, 10)]
    side = [(at + apart_deg + one) % 360 for one in (0, 0.1, 30, 60)]
    house = [
        {"azimuth_deg": one, "elevation_deg": up, "kind": "building", "distance_m": 30}
        for one, up in zip(side, (3, 60, 60, 60), strict=True)
    ]
    clear = [one for one in ground if (one["azimuth_deg"] - side[0]) % 360 > 60]
    return job_of("2026-101", {**READ, "points": clear + house, **more})


@pytest.mark.parametrize(("error_deg", "level"), [(None, None), (5, Level.CLEAR), (40, Level.MIND)])
def test_a_tube_that_is_free_only_if_the_bearings_are_right_is_minded(error_deg, level):
    # The edge stands 30° beside; the beam 48° up is a third nearer along the sky, its tube about two degrees.
    findings, _ = told(with_edge(30, bearing_error_deg=error_deg))
    assert findings["sky.tube"].level is Level.CLEAR
    assert (findings["sky.read_error"].level if level else findings.get("sky.read_error")) == level


def test_it_is_turned_to_both_sides_and_raised():
    assert told(with_edge(-90, bearing_error_deg=40))[0]["sky.read_error"].level is Level.MIND  # its other edge
    low = {"points": [{"azimuth_deg": one, "elevation_deg": 40} for one in range(0, 360, 10)], **READ}
    assert told(job_of("2026-101", {**low, "height_error_deg": 1}))[0]["sky.read_error"].level is Level.CLEAR
    assert told(job_of("2026-101", {**low, "height_error_deg": 20}))[0]["sky.read_error"].level is Level.MIND


def test_what_is_touched_as_it_was_read_is_told_once():
    findings, verdict = told(with_edge(-30, bearing_error_deg=5))
    assert (findings["sky.tube"].level, verdict) == (Level.HOLD, "hold")
    assert "sky.read_error" not in findings


def test_only_what_people_read_is_moved():
    point = SkylinePoint(azimuth_deg=355, elevation_deg=89)
    assert (moved_by(point, 10, 2).azimuth_deg, moved_by(point, 10, 2).elevation_deg) == (5, 90)
    for other in ({"computed": True}, {"photo_id": 3}):
        assert moved_by(point.model_copy(update=other), 10, 2).azimuth_deg == 355


@pytest.mark.parametrize(("error_deg", "level"), [(None, None), (2, Level.CLEAR), (10, Level.MIND)])
def test_a_panels_bearings_are_held_against_the_house_rule(error_deg, level):
    points = [{"azimuth_deg": one, "elevation_deg": 3} for one in range(0, 360, 10)]
    found = told(job_of("2026-106", {**READ, "points": points, "bearing_error_deg": error_deg}))[0].get("sky.bearings")
    assert (found.level if found else None) == level


@pytest.mark.parametrize(("by_telephone", "level"), [(False, None), (True, Level.MIND)])
def test_a_traced_skyline_is_no_surer_for_an_error_that_was_taken_out(by_telephone, level):
    points = [{"azimuth_deg": one, "elevation_deg": 3} for one in range(0, 360, 10)]
    read = {**READ, "points": points, "by_telephone": by_telephone}
    found = told(job_of("2026-106", read))[0].get("sky.bearings")  # ten degrees, as the house has it of telephones
    assert (found.level if found else None) == level


def test_a_skyline_of_the_stand_in_holds_the_station_and_its_position():
    points = [{"azimuth_deg": one, "elevation_deg": 3} for one in range(0, 360, 10)]
    beside = {"positions": [{"letter": "A", "distance_m": 3, "bearing_deg": 10}]}
    job = job_of("2026-101", {**READ, "points": points, "simulated": True}, **beside)
    findings, verdict = told(job)
    assert (findings["sky.simulated"].level, verdict) == (Level.HOLD, "hold")
    assert not assess(job).result.may_sign_off
    compared = assess(job).result.sky_more.compared
    assert "this skyline was traced with a simulated telephone" in compared.ranks[0].bad
    assert compared.ranks[0].level is Level.HOLD
