"""From a picture to bearings and heights: rendered with three-dimensional rays, not with the module's own formulas."""

import math
from itertools import groupby

import numpy as np
import pytest

from rindle_core.kernel.errors import InputError
from rindle_core.science.skyline import (
    build_profile,
    elevation_at,
)
from rindle_core.stations.sky.sky_photo import BearingMark, PhotoInput, Stretch, sky_photo


def horizon_deg(azimuth_deg):
    return 6 + 5 * np.sin(np.radians(3 * azimuth_deg)) + 2 * np.cos(np.radians(7 * azimuth_deg))


def rendered_trace(projection, width, height, focal_px, heading_deg, pitch_deg, roll=0.0):
    """Row of the skyline in each column, found by walking down the column with a ray turned by rotation matrices."""
    h, p = math.radians(heading_deg), math.radians(pitch_deg)
    right = np.array([math.cos(h), -math.sin(h), 0])
    ahead = np.array([math.sin(h) * math.cos(p), math.cos(h) * math.cos(p), math.sin(p)])
    up = np.cross(right, ahead)
    r = math.radians(roll)  # the level falls to the right
    right, up = math.cos(r) * right + math.sin(r) * up, math.cos(r) * up - math.sin(r) * right
    trace = []
    for x in range(0, width, 8):
        rows = np.arange(0, height, 0.25)
        if projection == "flat":
            rays = (x - width / 2) * right[None] + (height / 2 - rows)[:, None] * up[None] + focal_px * ahead[None]
        else:
            turn = (x - width / 2) / focal_px
            level = math.cos(turn) * np.array([math.sin(h), math.cos(h), 0]) + math.sin(turn) * right
            rays = focal_px * level[None] + (height * 0.6 - rows)[:, None] * np.array([0, 0, 1.0])[None]
        azimuth = np.degrees(np.arctan2(rays[:, 0], rays[:, 1])) % 360
        elevation = np.degrees(np.arctan2(rays[:, 2], np.hypot(rays[:, 0], rays[:, 1])))
        below = np.flatnonzero(elevation < horizon_deg(azimuth))
        if len(below) and below[0] > 0:
            trace.append((float(x), float(rows[below[0]])))
    return trace, right, ahead, up


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(
    ("heading", "pitch", "roll"),
    [
        (20.0, 0.0, 0.0),
        (200.0, 12.0, 0.0),
        (355.0, -6.0, 0.0),
        (20.0, 0.0, 9.0),
        (200.0, 12.0, -14.0),
        (355.0, 5.0, 6.0),
    ],
)
def test_a_flat_photo_gives_back_the_skyline_it_was_rendered_from(heading, pitch, roll):
    width, height, focal = 3000, 2000, 2400.0
    trace, right, ahead, up = rendered_trace("flat", width, height, focal, heading, pitch, roll)
    marks = []
    for bearing in (heading - 20, heading + 24):
        b = math.radians(bearing)
        ray = np.array([math.sin(b), math.cos(b), 0.0])
        depth = ray @ ahead
        marks.append(
            BearingMark(
                x_px=width / 2 + focal * (ray @ right) / depth,
                y_px=height / 2 - focal * (ray @ up) / depth,
                azimuth_deg=bearing % 360,
            )
        )
    # Two things at eye level tell the level in the picture: its row at the middle column, and how it falls.
    (x1, y1), (x2, y2) = ((one.x_px, one.y_px) for one in marks)
    fall = (y2 - y1) / (x2 - x1)
    told = sky_photo(
        PhotoInput(
            width_px=width,
            height_px=height,
            projection="flat",
            horizon_y_px=y1 + (width / 2 - x1) * fall,
            level_fall_deg=math.degrees(math.atan(fall)),
            marks=marks,
            trace=trace,
        )
    ).result
    assert math.degrees(math.atan(fall)) == pytest.approx(roll, abs=1e-9)
    assert told.focal_px == pytest.approx(focal, rel=1e-6)
    profile = build_profile(told.points, assumed_distance_m=10)
    inner = np.arange(heading - 25, heading + 25, 0.5) % 360
    assert (
        np.abs(elevation_at(profile, inner) - horizon_deg(inner)).max() < 0.2
    )  # thinning keeps 0.15°, a quarter pixel is 0.006°


@pytest.mark.turns(days=6)
def test_a_panorama_gives_back_the_skyline_it_was_rendered_from():
    width, height, focal = 6000, 1200, 6000 / math.radians(300)
    trace, *_ = rendered_trace("cylindrical", width, height, focal, 40.0, 0.0)
    marks = [BearingMark(x_px=width / 2 + focal * math.radians(b - 40.0), azimuth_deg=b % 360) for b in (-60.0, 150.0)]
    told = sky_photo(
        PhotoInput(
            width_px=width,
            height_px=height,
            projection="cylindrical",
            horizon_y_px=height * 0.6,
            marks=marks,
            trace=trace,
        )
    ).result
    assert (told.left_deg, told.right_deg) == pytest.approx((250.0, 190.0), abs=1e-6)
    inner = np.arange(-100, 180, 1.0) % 360
    profile = build_profile(told.points, assumed_distance_m=10)
    assert np.abs(elevation_at(profile, inner) - horizon_deg(inner)).max() < 0.2


def test_one_bearing_and_the_focal_length_do_and_the_accuracy_says_it_is_rougher():
    base = {"width_px": 3600, "height_px": 2400, "projection": "flat", "horizon_y_px": 1200}
    one = sky_photo(PhotoInput(**base, marks=[BearingMark(x_px=1800, azimuth_deg=90)], focal_mm=24)).result
    assert one.focal_px == pytest.approx(2400)
    assert one.right_deg == pytest.approx(90 + math.degrees(math.atan2(1800, 2400)))
    two = sky_photo(
        PhotoInput(
            **base,
            marks=[BearingMark(x_px=100, azimuth_deg=54.7), BearingMark(x_px=3500, azimuth_deg=125.3)],
            bearing_error_deg=0.2,
        )
    ).result
    assert two.azimuth_error_deg < one.azimuth_error_deg


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"focal_mm": None}, "only one bearing"),
        ({"projection": "cylindrical", "focal_mm": 24}, "second bearing"),
        ({"marks": [{"x_px": 10, "azimuth_deg": 50}, {"x_px": 900, "azimuth_deg": 51}]}, "apart"),
        ({"marks": [{"x_px": 10, "azimuth_deg": 50}, {"x_px": 900, "azimuth_deg": 235}]}, "panorama"),
        (
            {
                "marks": [{"x_px": 10, "azimuth_deg": 50}, {"x_px": 900, "azimuth_deg": 90}],
                "projection": "cylindrical",
                "level_fall_deg": 2,
            },
            "not level",
        ),
    ],
)
def test_a_photo_that_tells_too_little_is_refused(change, says):
    with pytest.raises(InputError, match=says):
        sky_photo(
            PhotoInput.model_validate(
                {
                    "width_px": 1000,
                    "height_px": 700,
                    "projection": "flat",
                    "horizon_y_px": 350,
                    "marks": [{"x_px": 500, "azimuth_deg": 90}],
                    **change,
                }
            )
        )


def test_what_is_traced_is_told_by_stretches_and_none_loses_its_ends():
    trace = [(float(x), 300.0) for x in range(0, 1001, 10)]
    told = sky_photo(
        PhotoInput(
            width_px=1000,
            height_px=700,
            projection="flat",
            horizon_y_px=350,
            marks=[BearingMark(x_px=500, azimuth_deg=90)],
            focal_mm=28,
            trace=trace,
            kind="terrain",
            stretches=[
                Stretch(from_px=700, kind="building", distance_m=35),
                Stretch(from_px=295, kind="tree", distance_m=18),
            ],
        )
    ).result.points
    runs = [(kind, list(run)) for kind, run in groupby(told, key=lambda one: one.kind)]
    assert [kind for kind, _ in runs] == ["terrain", "tree", "building"]
    assert [{one.distance_m for one in run} for _, run in runs] == [{None}, {18}, {35}]
    focal_px = 28 / math.hypot(36, 24) * math.hypot(1000, 700)
    ends = [90 + math.degrees(math.atan((x - 500) / focal_px)) for x in (0, 290, 300, 690, 700, 1000)]
    assert [one.azimuth_deg for _, run in runs for one in (run[0], run[-1])] == pytest.approx(ends, abs=0.006)


def test_a_level_that_was_hit_badly_shows_in_the_elevation_by_its_angle():
    """Twelve pixels at a focal length of 2400 are 0.286°; bearings and their marks move the elevation far less."""
    base = {"width_px": 3600, "height_px": 2400, "projection": "flat", "horizon_y_px": 1200, "focal_mm": 24}
    told = sky_photo(
        PhotoInput(
            **base, marks=[BearingMark(x_px=1800, azimuth_deg=90)], trace=[(1700, 1000), (1900, 1000)], mark_error_px=12
        )
    ).result
    assert told.elevation_error_deg == pytest.approx(math.degrees(math.atan(12 / 2400)), rel=0.2)
