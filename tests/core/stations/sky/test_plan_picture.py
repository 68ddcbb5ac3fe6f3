"""A picture under the plan: where its pixels lie, by two points and by world files."""

import math

import pytest
import utm

from rindle_core.kernel.errors import InputError
from rindle_core.stations.sky.plan_picture import PlanPicture, placed_picture, read_world

PLACE = (-29.4, 28.3)
MARKS = {"first_x_px": 100, "first_y_px": 400, "second_x_px": 500, "second_y_px": 100}


def at(lies, x, y):
    return (
        lies.east_of_x_m * x + lies.east_of_y_m * y + lies.east_m,
        lies.north_of_x_m * x + lies.north_of_y_m * y + lies.north_m,
    )


def as_text(lines):
    return "\n".join(f"{one:.12g}" for one in lines)


def picture(**told):
    return placed_picture(PlanPicture(document_id=1, width_px=800, height_px=600, **told), PLACE)


def test_two_points_lie_where_they_are_said_to_and_nothing_is_bent():
    lies = picture(**MARKS, first_east_m=-10, first_north_m=5, second_east_m=40, second_north_m=5)
    assert at(lies, 100, 400) == pytest.approx((-10, 5))
    assert at(lies, 500, 100) == pytest.approx((40, 5))
    assert lies.pixel_m == pytest.approx(50 / 500)  # 50 m over a hypotenuse of 500 pixels
    assert lies.east_of_x_m * lies.east_of_y_m + lies.north_of_x_m * lies.north_of_y_m == pytest.approx(
        0.0
    )  # right angles stay right
    assert (
        lies.east_of_x_m * lies.north_of_y_m - lies.east_of_y_m * lies.north_of_x_m < 0
    )  # north is up where y goes down: not mirrored


def test_an_upright_picture_keeps_north_up():
    lies = picture(
        **{**MARKS, "second_x_px": 100, "second_y_px": 100},
        first_east_m=0,
        first_north_m=0,
        second_east_m=0,
        second_north_m=30,
    )
    assert (lies.east_of_x_m, lies.east_of_y_m, lies.north_of_x_m, lies.north_of_y_m) == pytest.approx(
        (0.1, 0, 0, -0.1)
    )


def test_without_two_points_it_lies_anyhow_and_says_so():
    assert picture().placed is False
    assert picture(**MARKS, first_east_m=0, first_north_m=0).placed is False
    assert placed_picture(PlanPicture(), PLACE) is None


def test_the_same_point_twice_is_refused():
    with pytest.raises(InputError, match="lie apart"):
        picture(**MARKS, first_east_m=1, first_north_m=1, second_east_m=1, second_north_m=1)


def test_a_world_file_in_degrees_lies_where_the_geodesic_says():
    """A pixel of 1e-6° of latitude is 0.1109 m at 29.4° south; the corner is half a pixel off the pixel's middle."""
    step = 1e-6
    lines = [step, 0, 0, -step, PLACE[1] - 400 * step, PLACE[0] + 300 * step]
    lies = picture(world_text=as_text(lines))
    assert at(lies, 400.5, 300.5) == pytest.approx((0, 0), abs=0.002)
    assert -lies.north_of_y_m == pytest.approx(
        0.110852, rel=1e-4
    )  # meridian radius at 29.4°: a(1-e²)/(1-e² sin²)^1.5 · 1e-6°
    assert lies.east_of_x_m == pytest.approx(0.110852 * 0.8757, rel=0.003)  # narrower by the cosine


def test_a_world_file_in_metres_is_of_the_zone_of_the_place():
    east, north, _, _ = utm.from_latlon(*PLACE)
    lies = picture(world_text=as_text([0.25, 0, 0, -0.25, east - 100, north + 75]))
    assert at(lies, 400.5, 300.5) == pytest.approx((0, 0), abs=0.01)
    assert lies.pixel_m == pytest.approx(0.25, rel=1e-3)  # the projection's own scale
    assert math.degrees(math.atan2(lies.north_of_x_m, lies.east_of_x_m)) != 0.0  # grid north is not true north
    with pytest.raises(InputError, match="from the job’s place"):
        picture(world_text=as_text([0.25, 0, 0, -0.25, east + 90_000, north]))


@pytest.mark.parametrize("text", ["1 2 3", "a b c d e f", "0 0 0 0 1 2"])
def test_what_is_no_world_file_is_refused(text):
    with pytest.raises(InputError, match="six"):
        read_world(text)


def test_a_world_file_with_decimal_commas_is_read():
    assert read_world("0,25\n0\n0\n-0,25\n500\n600\n") == [0.25, 0, 0, -0.25, 500, 600]
