"""Lines over a picture: directions against an independent rotation, the device's angles against the standard's own."""

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from rindle_core.kernel.geometry import circle_about, separation_deg
from rindle_core.science.camera import Attitude, attitude_of_device, axes, focal_px, project
from rindle_core.stations.aim.view import ViewInput, view
from rindle_core.stations.sky.sky_photo import PhotoInput, sky_photo

SIZE = (1600.0, 1200.0)
angle = st.floats(0, 359.9)


@given(angle, st.floats(-80, 80), st.floats(-170, 170))
def test_the_axes_are_those_of_scipys_rotations(heading, pitch, roll):
    # A camera that looks north and level, rolled about its axis, tipped up, then turned clockwise.
    turned = Rotation.from_euler("ZXY", [-heading, pitch, roll], degrees=True)
    level = np.array([[1.0, 0, 0], [0, 0, 1.0], [0, 1.0, 0]])  # right, up, ahead as east, north, up
    assert axes(Attitude(heading, pitch, roll)) == pytest.approx(turned.apply(level), abs=1e-9)


@given(angle, st.floats(5, 175), st.floats(-89, 89))
def test_a_telephone_that_is_held_up_looks_where_the_standard_says(alpha, beta, gamma):
    # W3C Device Orientation and Motion, worked example: the heading of what is behind a screen that is held up.
    a, b, c = (math.radians(one) for one in (alpha, beta, gamma))
    east = -math.cos(a) * math.sin(c) - math.sin(a) * math.sin(b) * math.cos(c)
    north = -math.sin(a) * math.sin(c) + math.cos(a) * math.sin(b) * math.cos(c)
    assume(math.hypot(east, north) > 0.05)
    looks = attitude_of_device(alpha, beta, gamma)
    assert math.cos(math.radians(looks.azimuth_deg) - math.atan2(east, north)) == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("told", "screen_deg", "looks"),
    [
        ((0, 90, 0), 0, (0, 0, 0)),  # upright, its back to the north
        ((270, 90, 0), 0, (90, 0, 0)),  # alpha counts against the clock
        ((0, 120, 0), 0, (0, 30, 0)),  # tipped back by 30: it looks up
        ((0, 60, 0), 0, (0, -30, 0)),
        ((0, 0, -90), 90, (90, 0, 0)),  # on its left side, the screen turned with it
    ],
)
def test_how_a_telephone_is_held_is_told(told, screen_deg, looks):
    found = attitude_of_device(*told, screen_deg)
    assert (found.azimuth_deg - looks[0] + 180) % 360 - 180 == pytest.approx(0, abs=1e-9)
    assert (found.elevation_deg, found.tilted_deg) == pytest.approx(looks[1:], abs=1e-9)


def test_the_middle_and_the_edge_of_a_picture_are_where_the_angles_say():
    looks = Attitude(30.0, 10.0, 0.0)
    focal = focal_px(SIZE[0], 60.0, "flat")
    x, y, before = project([30.0, 210.0], [10.0, 0.0], looks, SIZE, focal)
    assert (x[0], y[0], list(before)) == (pytest.approx(800), pytest.approx(600), [True, False])
    level = Attitude(30.0, 0.0, 0.0)
    x, _, _ = project([60.0], [0.0], level, SIZE, focal)
    assert x[0] == pytest.approx(1600)  # half of the view to the right of the middle
    x, _, _ = project([75.0], [0.0], level, SIZE, focal_px(SIZE[0], 90.0, "cylindrical"), "cylindrical")
    assert x[0] == pytest.approx(1600)


def test_a_photo_that_was_marked_has_its_marks_where_the_lines_say():
    marked = PhotoInput(
        width_px=1600,
        height_px=1200,
        projection="flat",
        horizon_y_px=700,
        marks=[{"x_px": 300, "azimuth_deg": 10}, {"x_px": 1300, "azimuth_deg": 55}],
    )
    told = sky_photo(marked).result
    pitch = math.degrees(math.atan2(700 - 600, told.focal_px))
    view_deg = 2 * math.degrees(math.atan2(800, told.focal_px))
    # The middle's bearing: a mark lies on the level, f·tan(bearing) from the middle over the cosine of the pitch.
    middle = 10 + math.degrees(math.atan2(500 * math.cos(math.radians(pitch)), told.focal_px))
    x, y, _ = project([10.0, 55.0], [0.0, 0.0], Attitude(middle, pitch, 0.0), SIZE, focal_px(1600, view_deg, "flat"))
    assert x == pytest.approx([300, 1300], abs=0.5)
    assert y == pytest.approx([700, 700], abs=0.5)


@given(angle, st.floats(5, 80), st.floats(1, 20))
def test_a_ring_is_everywhere_as_far_from_its_middle(azimuth, elevation, radius):
    around = circle_about(azimuth, elevation, radius, 37)
    assert separation_deg(azimuth, elevation, *around) == pytest.approx(radius, abs=1e-9)


def test_the_satellite_is_found_by_turning_as_it_is_told():
    told = {"width_px": 1600, "height_px": 1200, "view_deg": 60, "clearance_deg": 10}
    target = {"name": "Hamerkop 2", "azimuth_deg": 7.5, "elevation_deg": 40}
    away = view(ViewInput(**told, azimuth_deg=300, elevation_deg=0, targets=[target])).result.targets[0]
    assert (away.inside, away.turn_deg, away.raise_deg) == (False, pytest.approx(67.5), pytest.approx(40))
    there = view(
        ViewInput(
            **told, azimuth_deg=300, elevation_deg=0, turn_deg=away.turn_deg, tip_deg=away.raise_deg, targets=[target]
        )
    ).result
    seen = there.targets[0]
    assert (seen.inside, seen.x_px, seen.y_px) == (True, pytest.approx(800), pytest.approx(600))
    assert {"bearing", "elevation", "ring"} <= {line.kind for line in there.lines}
    ring = next(line for line in there.lines if line.kind == "ring")
    focal = focal_px(1600, 60, "flat")
    # About the middle of the picture a circle of the sky is a circle of f·tan(radius).
    assert [math.dist(point, (800, 600)) for point in ring.points] == pytest.approx(
        [focal * math.tan(math.radians(10))] * len(ring.points), abs=0.5
    )


def test_the_declination_turns_what_the_device_says():
    upright = {"alpha_deg": 0, "beta_deg": 90, "gamma_deg": 0}
    told = {"width_px": 800, "height_px": 600, "view_deg": 60}
    plain = view(ViewInput(**told, device=upright)).result
    turned = view(ViewInput(**told, device={**upright, "declination_deg": -25})).result
    assert (turned.azimuth_deg - plain.azimuth_deg) % 360 == pytest.approx(335)


def test_the_skyline_runs_across_north_and_stays_open_where_nothing_was_read():
    told = {"width_px": 1600, "height_px": 1200, "view_deg": 80, "skyline": [(350, 10), (10, 10), (120, 5)]}
    north = [line for line in view(ViewInput(**told)).result.lines if line.kind == "skyline"]
    columns = [x for line in north for x, _ in line.points]
    assert min(columns) < 800 < max(columns)
    east = view(ViewInput(**told, azimuth_deg=65)).result.lines
    assert not [line for line in east if line.kind == "skyline"]  # from 10 to 120 nobody looked
