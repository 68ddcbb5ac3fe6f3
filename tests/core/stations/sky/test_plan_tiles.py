"""Raster tiles under the plan lie where the tiles' own numbering and the geodesic have them, and leave no gap."""

import math
import random

import pytest
from geographiclib.geodesic import Geodesic

from rindle_core.stations.sky.plan_tiles import PlanTilesInput, plan_tiles

SITE = {"latitude_deg": -29.31, "longitude_deg": 27.94}


def shown(**more):
    view = {"west_m": -100.0, "north_m": 80.0, "width_m": 200.0, "height_m": 160.0, "across_px": 800.0}
    return PlanTilesInput.model_validate({**SITE, **view, **more})


@pytest.mark.parametrize("seed", range(20))
def test_they_cover_all_that_is_shown_without_a_gap(seed):
    chance = random.Random(seed)
    wide = 10 ** chance.uniform(1, 3)
    given = shown(
        latitude_deg=chance.uniform(-70, 70),
        longitude_deg=chance.choice([-180, 0, 179.9999, chance.uniform(-180, 180)]),
        west_m=chance.uniform(-300, 300),
        north_m=chance.uniform(-300, 300),
        width_m=wide,
        height_m=wide * chance.uniform(0.3, 2),
    )
    tiles = plan_tiles(given).result.tiles
    columns, rows = sorted({one.west_m for one in tiles}), sorted({one.north_m for one in tiles})
    assert len(tiles) == len(columns) * len(rows)
    one = tiles[0]
    assert columns[0] <= given.west_m + 1e-6
    assert columns[-1] + one.width_m >= given.west_m + given.width_m - 1e-6
    assert rows[-1] >= given.north_m - 1e-6
    assert min(each.north_m - each.height_m for each in tiles) <= given.north_m - given.height_m + 1e-6
    for each in tiles:
        east = [other for other in tiles if other.north_m == each.north_m and other.west_m > each.west_m]
        if east:
            assert min(other.west_m for other in east) == pytest.approx(each.west_m + each.width_m, abs=1e-6)


def test_a_tiles_corner_is_where_the_geodesic_has_it():
    tiles = plan_tiles(shown()).result.tiles
    for one in tiles:
        count = 2**one.zoom
        latitude = math.degrees(math.atan(math.sinh(math.pi * (1 - 2 * one.row / count))))
        line = Geodesic.WGS84.Inverse(*SITE.values(), latitude, 360 * one.column / count - 180)
        turn = math.radians(line["azi1"])
        # Over two hundred metres the plane and the ellipsoid are a centimetre apart.
        assert one.west_m == pytest.approx(line["s12"] * math.sin(turn), abs=0.01)
        assert one.north_m == pytest.approx(line["s12"] * math.cos(turn), abs=0.01)


def test_their_pixels_are_about_as_fine_as_the_screens_within_the_zooms_that_are_there():
    def zoom(**more):
        return {one.zoom for one in plan_tiles(shown(**more)).result.tiles}

    (fine,) = zoom(most_zoom=22)
    a_pixel_m = plan_tiles(shown(most_zoom=22)).result.tiles[0].width_m / 256
    assert 0.25 / math.sqrt(2) <= a_pixel_m <= 0.25 * math.sqrt(2)  # 200 m on 800 pixels
    assert zoom(most_zoom=15) == {15}
    assert zoom(most_zoom=22, across_px=400) == {fine - 1}
    assert len(plan_tiles(shown(least_zoom=22, most_zoom=22)).result.tiles) <= 48  # never a screen full of thousands
    assert plan_tiles(shown(latitude_deg=89)).result.tiles == []
