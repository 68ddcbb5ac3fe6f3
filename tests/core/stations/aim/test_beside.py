"""Landmarks and spare feeds that stay with the job, what a feed's body shades, and the main link measured again."""

import math

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from rindle_core.stations.aim.entered import entered
from rindle_core.stations.aim.spare_feed import SpareFeedInput, shading_db, spare_feed
from tests import golden

DISH = golden.read("2026-101")["facts"]
SPARE = DISH["others"][0]["code"]


def found(station, **changed):
    result = assess(JobInput.model_validate({**DISH, **changed})).result
    return result, {one.code: one for one in next(view for view in result.stations if view.code == station).findings}


def test_a_shadow_inside_the_aperture_takes_its_share_of_the_area():
    # Closed form: a body of a tenth of the diameter takes a hundredth of the area: -20 log10(0.99) dB.
    assert shading_db(0.0, 0.0, 900.0, 90.0) == pytest.approx(-20 * math.log10(0.99), abs=1e-12)
    assert shading_db(300.0, 100.0, 900.0, 90.0) == pytest.approx(-20 * math.log10(0.99), abs=1e-12)
    assert shading_db(500.0, 0.0, 900.0, 90.0) == 0.0
    assert shading_db(449.999, 0.0, 900.0, 0.2) == pytest.approx(
        -20 * math.log10(1 - 0.5 * (0.1 / 450) ** 2), rel=0.02
    )  # on the rim a small body's half lies inside


@pytest.mark.turns(days=6)
def test_the_overlap_of_two_circles_is_that_of_a_grid():
    side = 2001
    step = 2.4 / (side - 1)
    count = sum(
        (x := -1.2 + i * step) ** 2 + (y := -1.2 + j * step) ** 2 <= 1.0 and (x - 1.1) ** 2 + (y - 0.2) ** 2 <= 0.16
        for i in range(0, side, 2)
        for j in range(0, side, 2)
    )
    share = count * (2 * step) ** 2 / math.pi
    assert shading_db(1.1, 0.2, 2.0, 0.8) == pytest.approx(-20 * math.log10(1 - share), rel=0.01)  # the grid's own step


def test_a_feed_before_a_centred_dish_shades_it_and_beside_an_offset_one_less():
    given = SpareFeedInput(
        latitude_deg=-29.4, longitude_deg=27.8, satellite_longitude_deg=31.6, spare_longitude_deg=36.0,
        focal_length_mm=500, aperture_mm=900, aperture_offset_mm=0, feed_diameter_mm=90,
    )  # fmt: skip
    centred = spare_feed(given)
    assert centred.result.shading_db == pytest.approx(-20 * math.log10(0.99), abs=1e-9)
    offset = spare_feed(given.model_copy(update={"aperture_offset_mm": 480.0}))
    assert 0.0 <= offset.result.shading_db < centred.result.shading_db
    assert "aim.spare.shade" not in {one.code for one in centred.findings}  # 0.09 dB, a tenth is allowed
    wide = spare_feed(given.model_copy(update={"feed_diameter_mm": 100.0}))
    assert "aim.spare.shade" in {one.code for one in wide.findings}


def test_what_is_kept_comes_with_the_job_and_the_main_link_is_measured_again():
    result, told = found("aim", landmarks=[{"name": "Tower", "place_text": "-29.30, 27.95"}], spare_satellites=[SPARE])
    (seen,) = result.landmarks_seen
    wanted = (seen.seen.bearing_deg + seen.seen.lay_off_deg - result.aim.azimuth_true_deg) % 360
    assert wanted == pytest.approx(0.0, abs=1e-9) or wanted == pytest.approx(360.0, abs=1e-9)
    if result.spare_feeds is None:
        assert "aim.spare_focal" in told
        result, told = found("aim", spare_satellites=[SPARE], focal_length_mm=450.0)
    assert [one.satellite for one in result.spare_feeds.feeds] == [DISH["others"][0]["name"]]

    def retest(**changed):
        return found("peak", spare_satellites=[SPARE], **changed)[1]["peak.retest"].level

    after = DISH["lock_after_db"]
    assert retest() is Level.UNKNOWN
    assert retest(retest_db=after) is Level.CLEAR
    assert retest(retest_db=after - 3.0) is Level.HOLD
    assert retest(retest_db=after, lock_after_db=None) is Level.UNKNOWN
    assert "peak.retest" not in found("peak")[1]


def test_a_spare_satellite_too_far_aside_is_told_and_does_not_cost_the_job():
    far = {**DISH["others"][0], "code": "far", "longitude_deg": 95.0}
    result, told = found("aim", others=[far], spare_satellites=["far"], focal_length_mm=450.0)
    assert result.spare_feeds is None
    assert told["aim.spare_refused"].level is Level.HOLD


def test_a_landmark_whose_place_cannot_be_read_is_refused_by_its_row():
    job = JobInput.model_validate(DISH)
    assert entered({"landmarks": [{"name": "Tower", "place_text": "-29.30, 27.95"}]}, job)
    with pytest.raises(InputError) as refused:
        entered(
            {"landmarks": [{"name": "A", "place_text": "-29, 27"}, {"name": "B", "place_text": "by the tree"}]}, job
        )
    assert refused.value.field == "landmarks.1.place_text"
    with pytest.raises(InputError, match="nowhere"):
        entered({"spare_satellites": ["nowhere"]}, job)
    assert parse(type(job.aim), {"spare_satellites": [SPARE]}).spare_satellites == [SPARE]


def test_a_spare_beam_holds_as_far_as_what_the_dish_receives_lets_it():
    """A beam's width goes with the wave's length: at twice the frequency it breaks up at half the angle."""

    def most_deg(receive_ghz):
        terminal = {**DISH["terminal"], "receive_ghz": receive_ghz}
        result, _ = found("aim", terminal=terminal, spare_satellites=[SPARE], focal_length_mm=450.0)
        return result.spare_feeds.feeds[0].feed.most_off_deg

    assert most_deg(22.8) == pytest.approx(most_deg(11.4) / 2)
