"""What was read, traced and computed are layers of one skyline."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.science.skyline import (
    SkylinePoint,
    build_profile,
    elevation_at,
)


def seen_at(points, *bearings):
    return elevation_at(build_profile(points, assumed_distance_m=10), np.array(bearings)).tolist()


HAND = [
    SkylinePoint(azimuth_deg=a, elevation_deg=e, kind="tree", distance_m=15)
    for a, e in ((50, 30), (70, 30), (80, 5), (300, 5))
]
TRACED = [SkylinePoint(azimuth_deg=a, elevation_deg=e, photo_id=7) for a, e in ((40, 12), (60, 12), (66, 44), (90, 12))]
HILLS = [SkylinePoint(azimuth_deg=a, elevation_deg=8, computed=True, distance_m=9000) for a in range(0, 360, 2)]


def test_layers_are_each_joined_for_themselves_and_the_highest_counts():
    # Hills that were computed between the two sides of a tree are no gap in it.
    assert seen_at([*HAND, *HILLS], 60, 66, 200) == pytest.approx([30, 30, 8])
    # What was traced stands where it was traced, over what was read, and says nothing beyond its ends.
    assert seen_at([*HAND, *TRACED], 60, 66, 40.05, 200) == pytest.approx([30, 44, seen_at(HAND, 40.05)[0], 5])
    assert seen_at([*TRACED, *HILLS], 39, 60, 91, 200) == pytest.approx([8, 12, 8, 8])
    north = [SkylinePoint(azimuth_deg=a, elevation_deg=20, photo_id=7) for a in (350, 0, 10)]
    assert seen_at([*north, *HILLS], 351, 0, 9, 11, 349) == pytest.approx([20, 20, 20, 8, 8])


def test_beyond_a_pictures_edge_the_sky_is_not_free_where_nothing_else_was_read():
    high = [SkylinePoint(azimuth_deg=a, elevation_deg=50, photo_id=7) for a in range(6, 46, 2)]
    other = [SkylinePoint(azimuth_deg=a, elevation_deg=10, photo_id=8) for a in range(200, 240, 2)]
    assert seen_at(high, 5, 0, 350, 200) == [50, 50, 50, 50]  # as far as anybody knows it goes on
    assert seen_at([*high, *other], 5, 30, 220)[1:] == pytest.approx([50, 10])
    assert seen_at([*high, *other], 5)[0] > 49  # joined to the other picture, not cut off


def test_what_is_read_over_terrain_stands_where_it_was_read_and_hides_no_other_sky():
    tree = [SkylinePoint(azimuth_deg=a, elevation_deg=30, kind="tree", distance_m=15) for a in (40, 62)]
    pole = SkylinePoint(azimuth_deg=200, elevation_deg=50, kind="pole")
    hill = [SkylinePoint(azimuth_deg=a, elevation_deg=15) for a in (300, 312, 340)]
    # Between the tree's two sides, on the pole's own bearing, between near readings; else the ground that is known.
    seen = seen_at([*HILLS, *tree, pole, *hill], 40, 51, 62, 63, 39, 200, 201, 306, 326, 130)
    assert seen == pytest.approx([30, 30, 30, 8, 8, 50, 8, 15, 8, 8])
    assert seen_at([*HILLS, pole], 20, 200, 350) == pytest.approx([8, 50, 8])
    assert seen_at([pole], 20, 200, 350) == [50, 50, 50]  # where nothing else is known a reading speaks for all
    far = [SkylinePoint(azimuth_deg=a, elevation_deg=30, kind="tree") for a in (0, 90)]
    assert seen_at([*HILLS, *far], 45) == pytest.approx([8])  # two trees


@pytest.mark.turns(days=6)
@given(st.permutations([*HAND, *TRACED, *HILLS[:20]]))
def test_layers_commute_and_one_more_never_takes_from_the_skyline(shuffled):
    bearings = np.arange(0.0, 360.0, 0.7)
    whole = seen_at([*HAND, *TRACED, *HILLS[:20]], *bearings)
    assert seen_at(shuffled, *bearings) == pytest.approx(whole)
    for layer in (0, 7):  # where terrain is known what was read speaks for less: that is told above
        rest = seen_at([one for one in shuffled if one.layer != layer], *bearings)
        assert (np.array(rest) <= np.array(whole) + 1e-9).all()


def test_what_a_layer_hides_is_kept_beneath_it_where_it_stands_nearer():
    mountain = [one.model_copy(update={"elevation_deg": 40.0}) for one in HILLS]
    azimuth, up, away = build_profile([*HAND, *mountain], assumed_distance_m=10).under
    near = [(round(u, 6), a) for at, u, a in zip(azimuth, up, away, strict=True) if at == 60]
    assert near == [(30, 15)]  # the tree, lower than the mountain and before it
