"""Bodies of a plan: what they hide from an eye, against closed forms and against marching along rays."""

import itertools
import math

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.science.bodies import (
    Body,
    covers,
    cut_of,
    longest_side_deg,
    ridge_over,
    round_outline,
    seen_over,
    solid_of,
    strip_outline,
    widened,
)

SQUARE = ((-5.0, 8.0), (5.0, 8.0), (5.0, 16.0), (-5.0, 16.0))


def block(corners=SQUARE, top=6.0, ridge=None):
    return Body("house", "building", corners, True, (top,) * len(corners), 0.0, ridge)


def at(body, bearing, eye=(0.0, 0.0, 0.0)):
    seen = seen_over(solid_of(body), eye, np.array([bearing]))
    return float(seen.top_deg[0]), float(seen.level_m[0])


def test_a_flat_block_is_as_high_as_its_near_wall():
    top, away = at(block(), 0.0)
    assert top == pytest.approx(math.degrees(math.atan2(6, 8)), abs=1e-9)
    assert away == pytest.approx(8.0)
    assert at(block(), 20.0)[0] == pytest.approx(math.degrees(math.atan2(6, 8 / math.cos(math.radians(20)))), abs=1e-9)


def test_beside_it_nothing_is_hidden():
    edge = math.degrees(math.atan2(5, 8))
    assert math.isnan(at(block(), edge + 0.01)[0])
    assert not math.isnan(at(block(), edge - 0.01)[0])
    assert math.isnan(at(block(), 180.0)[0])


def test_a_ridge_across_the_view_is_seen_over_the_eaves():
    """Ridge at 12 m north, 9 m up: atan(9/12) against the eaves' atan(6/8): the same slope, so both are told alike."""
    ridge = ridge_over(SQUARE, 6.0, 9.5, 90.0)
    assert (ridge.east_m, ridge.north_m, ridge.fall) == pytest.approx((0.0, 12.0, 3.5 / 4.0), abs=1e-9)
    assert at(block(ridge=ridge), 0.0)[0] == pytest.approx(math.degrees(math.atan2(9.5, 12)), abs=1e-9)
    assert ridge.off_m(0.0, 8.0) == pytest.approx(4.0)


def test_a_ridge_runs_along_the_longer_side_unless_told():
    assert longest_side_deg(SQUARE) == pytest.approx(90.0)
    turned = [(e * math.cos(0.5) + n * math.sin(0.5), -e * math.sin(0.5) + n * math.cos(0.5)) for e, n in SQUARE]
    assert longest_side_deg(turned) == pytest.approx(90.0 + math.degrees(0.5), abs=1e-6)


def test_an_overhang_moves_every_side_outwards():
    east = [e for e, _ in widened(SQUARE, 0.5)]
    assert (min(east), max(east), len(east)) == (pytest.approx(-5.5), pytest.approx(5.5), 4)


def test_a_crown_is_never_smaller_than_its_circle():
    """Seen from 20 m, a crown of 6 m covers at least asin(3/20) to each side, and hardly more."""
    tree = Body("tree", "tree", round_outline((0.0, 20.0), 6.0), True, (9.0,) * 24, 0.0)
    half = math.degrees(math.asin(3 / 20))
    assert not math.isnan(at(tree, half - 1e-6)[0])
    assert math.isnan(at(tree, half * 1.02)[0])
    assert at(tree, 0.0)[0] >= math.degrees(math.atan2(9, 17))


def test_what_is_across_north_is_seen_on_both_sides():
    wall = Body("wall", "building", ((-3.0, 10.0), (3.0, 10.0)), False, (4.0, 4.0), 0.0)
    assert at(wall, 359.0)[0] == pytest.approx(at(wall, 1.0)[0])
    assert at(wall, 359.99)[0] == pytest.approx(math.degrees(math.atan2(4, 10)), abs=1e-4)


def test_a_cut_shows_roof_and_ridge_where_the_line_passes():
    body = block(ridge=ridge_over(SQUARE, 6.0, 9.5, 90.0))
    (cut,) = cut_of(body, (0.0, 0.0), 0.0, 60.0)
    assert np.array(cut.points).ravel() == pytest.approx([8, 6, 12, 9.5, 16, 6])
    assert cut_of(body, (0.0, 0.0), 180.0, 60.0) == []
    wire = Body("wire", "wire", ((-10.0, 20.0), (10.0, 20.0)), False, (7.0, 9.0), 0.0)
    assert np.array(cut_of(wire, (5.0, 0.0), 0.0, 60.0)[0].points).ravel() == pytest.approx([20, 8.5])


def test_a_hedge_has_its_width():
    corners = strip_outline(((0.0, 10.0), (20.0, 10.0)), 2.0)
    assert sorted({round(n, 6) for _, n in corners}) == [9.0, 11.0]
    hedge = Body("hedge", "tree", corners, True, (2.0,) * len(corners), 0.0)
    assert covers(hedge, (10.0, 10.5))
    assert not covers(hedge, (10.0, 11.5))


def _top_of(body, east, north):
    return body.top_m(east, north) if covers(body, (east, north)) else -math.inf


def _marched_deg(body, eye, bearing, reach=80.0):
    """The highest elevation along a ray, by many steps: knows nothing of edges."""
    import shapely

    run = np.linspace(0.02, reach, 8001)
    east = eye[0] + run * math.sin(math.radians(bearing))
    north = eye[1] + run * math.cos(math.radians(bearing))
    inside = shapely.contains_xy(shapely.Polygon(body.corners), east, north)
    if not inside.any():
        return None
    off = np.abs(np.array([body.ridge.off_m(e, n) for e, n in zip(east[inside], north[inside], strict=True)]))
    up = body.ridge.up_m - body.ridge.fall * off - eye[2]
    return math.degrees(float(np.max(np.arctan2(up, run[inside]))))


@given(
    st.floats(-30, 30), st.floats(-30, 30), st.floats(1, 12), st.floats(1, 12), st.floats(0, 179),
    st.floats(2, 8), st.floats(0, 6), st.floats(0, 12), st.floats(0, 359),
)  # fmt: skip
def test_the_skyline_of_a_roof_is_what_marching_along_rays_finds(
    east, north, wide, deep, turn, eaves, rise, eye_up, to
):
    """Steps of a centimetre find the roof's top to 0.3° outside a metre of its walls; edges find it exactly."""
    c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    corners = tuple(
        (east + x * c + y * s, north - x * s + y * c)
        for x, y in ((-wide, -deep), (wide, -deep), (wide, deep), (-wide, deep))
    )
    body = block(corners, eaves, ridge_over(corners, eaves, eaves + rise, None))
    found = _marched_deg(body, (0.0, 0.0, eye_up), to)
    top, away = at(body, to, (0.0, 0.0, eye_up))
    if found is None or away < 1.0 or covers(body, (0.0, 0.0)):
        return
    beside = [_marched_deg(body, (0.0, 0.0, eye_up), to + off) for off in (-0.2, 0.2)]
    near = [found, *(one for one in beside if one is not None)]  # the steps may jump over a corner: it lies between
    assert min(near) - 0.3 <= top <= max(near) + 0.3


L_SHAPE = [(0, 0), (10, 0), (10, 4), (4, 4), (4, 9), (0, 9)]


@pytest.mark.turns(days=6)
@pytest.mark.filterwarnings("error::RuntimeWarning")
@pytest.mark.parametrize("turned_deg", [0.0, 37.3, 90.0, 211.7])
@pytest.mark.parametrize("backwards", [False, True])
def test_an_eye_at_the_wall_has_the_house_behind_it_and_nothing_before_it(turned_deg, backwards):
    """Half of such places looked through the house, and were told that what is free is blocked. Against shapely: a step
    along each bearing lies in the house or it does not; bearings along a wall are left out.
    """
    turn = np.radians(turned_deg)
    outline = np.array(L_SHAPE[::-1] if backwards else L_SHAPE, dtype=float) @ np.array(
        [[np.cos(turn), -np.sin(turn)], [np.sin(turn), np.cos(turn)]]
    )
    shape = shapely.Polygon(outline)
    azimuth = np.arange(0.0, 360.0, 1.0)
    for at, share in itertools.product(range(len(outline)), (0.0, 0.35)):
        eye = outline[at] + share * (outline[(at + 1) % len(outline)] - outline[at])
        corners = tuple((float(e), float(n)) for e, n in outline - eye)
        house = Body("House", "building", corners, True, (5.0,) * len(corners), 0.0)
        top = seen_over(solid_of(house), (0.0, 0.0, 3.0), azimuth).top_deg
        for bearing, up in zip(azimuth, top, strict=True):
            step = np.array([np.sin(np.radians(bearing)), np.cos(np.radians(bearing))])
            sides = [shapely.contains_xy(shape, *(eye + 0.1 * (turned @ step))) for turned in _a_little_to_both_sides()]
            if sides[0] != sides[1]:
                continue  # along a wall
            assert (up > 80.0) == sides[0], (at, share, bearing, up)


def _a_little_to_both_sides():
    return [np.array([[np.cos(t), np.sin(t)], [-np.sin(t), np.cos(t)]]) for t in (-0.02, 0.02)]


def test_an_eye_in_a_wall_that_stands_alone_has_it_all_round_unless_it_is_over_it():
    wall = Body("Wall", "building", ((-5.0, 0.0), (5.0, 0.0)), False, (2.0, 2.0), 0.0)
    under = seen_over(solid_of(wall), (0.0, 0.0, 1.0), np.arange(0.0, 360.0, 5.0)).top_deg
    over = seen_over(solid_of(wall), (0.0, 0.0, 3.0), np.arange(0.0, 360.0, 5.0)).top_deg
    assert np.all(under > 80.0)
    assert np.all(over < -80.0)
