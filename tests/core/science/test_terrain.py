"""Elevation tiles and the horizon they make: round trips through real files, analytic hills on a curved Earth, and rays
walked finely.
"""

import math

import numpy as np
import pytest
import rasterio
from rasterio.io import MemoryFile
from rasterio.transform import from_origin
from rasterio.warp import transform

from rindle_core.kernel.constants import EARTH_MEAN_RADIUS_M
from rindle_core.kernel.errors import InputError, Stopped
from rindle_core.science.horizon import HorizonInput, find_horizon
from rindle_core.science.terrain import Tile, height_m, heights_at, read_hgt, read_tile, tile_name

SITE = {"latitude_deg": -29.5, "longitude_deg": 27.5}
EFFECTIVE_M = EARTH_MEAN_RADIUS_M / (1 - 0.13)


def tile_of(heights, north=-29.0, west=27.0, span=1.0):
    rows, columns = heights.shape
    return Tile(north, west, span / (rows - 1), span / (columns - 1), heights)


def flat(value=1500.0, side=601):
    return np.full((side, side), value, dtype=np.float32)


def place_at(bearing_deg, distance_m):
    """Great-circle destination on the mean sphere."""
    lat, b, arc = math.radians(SITE["latitude_deg"]), math.radians(bearing_deg), distance_m / EARTH_MEAN_RADIUS_M
    there = math.asin(math.sin(lat) * math.cos(arc) + math.cos(lat) * math.sin(arc) * math.cos(b))
    east = math.atan2(math.sin(b) * math.sin(arc) * math.cos(lat), math.cos(arc) - math.sin(lat) * math.sin(there))
    return math.degrees(there), SITE["longitude_deg"] + math.degrees(east)


def seen_deg(rise_m, eye_over_m, distance_m, base_m=1500.0):
    """Elevation of a summit by plane trigonometry in the triangle of the Earth's centre, eye and summit;

    radius R/(1 - k).
    """
    theta = distance_m / EFFECTIVE_M
    eye, top = EFFECTIVE_M + base_m + eye_over_m, EFFECTIVE_M + base_m + rise_m
    return math.degrees(math.atan2(top * math.cos(theta) - eye, top * math.sin(theta)))


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(
    ("bearing", "distance"), [(0.25, 20_000), (93.0, 35_000), (181.4, 9_000), (270.0, 48_000), (317.0, 3_000)]
)
def test_a_lone_hill_stands_where_trigonometry_on_a_curved_earth_has_it(bearing, distance):
    heights = flat(side=1201)
    tile = tile_of(heights)
    lat, lon = place_at(bearing, distance)
    row, column = (
        round((tile.north_deg - lat) / tile.step_latitude_deg),
        round((lon - tile.west_deg) / tile.step_longitude_deg),
    )
    heights[row - 1 : row + 2, column - 1 : column + 2] = 2700.0
    found = find_horizon(HorizonInput(**SITE, terminal_height_m=3.0), [tile])
    at = int(np.nanargmax(found.elevation_deg))
    # The hill is a square of 3 × 3 posts, 280 m wide: its near side is seen, up to 140 m nearer than its middle.
    nearest, farthest = seen_deg(1200, 3, distance + 250), seen_deg(1200, 3, distance - 250)
    assert nearest < found.elevation_deg[at] < farthest
    wide = math.degrees(math.atan2(200, distance)) + 0.25
    assert abs((found.azimuth_deg[at] - bearing + 180) % 360 - 180) <= wide
    assert found.distance_m[at] == pytest.approx(distance, abs=250)


def test_over_a_level_plain_the_horizon_dips_by_the_textbook_angle():
    found = find_horizon(HorizonInput(**SITE, terminal_height_m=30.0, reach_km=40), [tile_of(flat(side=1201))])
    dip = -math.degrees(
        math.sqrt(2 * 30.0 / (EFFECTIVE_M + 1500))
    )  # ground level everywhere: tangent to the effective sphere
    assert np.nanmax(np.abs(found.elevation_deg - dip)) < 0.005  # posts every 92 m near the tangent point at 21 km
    assert found.ground_m == 1500.0


def hills(side=901):
    y, x = np.mgrid[0:side, 0:side] / side
    return (1600 + 500 * np.sin(9 * x + 2 * y) * np.cos(7 * y) + 120 * np.sin(61 * x) * np.sin(53 * y)).astype(
        np.float32
    )


def test_no_ray_walked_finely_sees_higher_than_the_sector_says():
    """Ten-metre steps along 144 bearings, heights by the same tile: the sector may only be higher, by what lies beside
    the ray.
    """
    tile = tile_of(hills())
    found = find_horizon(HorizonInput(**SITE, terminal_height_m=2.0, reach_km=30), [tile])
    steps = np.arange(20.0, 30_000.0, 10.0)
    below = []
    for at in range(0, 720, 5):
        places = np.array([place_at(found.azimuth_deg[at], float(one)) for one in steps[::6]])
        ground = heights_at(tile, places[:, 0], places[:, 1])
        theta = steps[::6] / EFFECTIVE_M
        eye = EFFECTIVE_M + found.ground_m + 2.0
        seen = np.degrees(
            np.arctan2((EFFECTIVE_M + ground) * np.cos(theta) - eye, (EFFECTIVE_M + ground) * np.sin(theta))
        )
        below.append(found.elevation_deg[at] - np.nanmax(seen))
    assert min(below) > -0.06  # bilinear between posts may rise above the posts' own sector by this at 124 m spacing
    assert np.median(below) < 0.1


def test_two_tiles_are_one_ground():
    whole = hills(side=801)
    left, right = whole[:, :401], whole[:, 400:]
    one = find_horizon(HorizonInput(**SITE, reach_km=25), [tile_of(whole)])
    step = 1.0 / 800
    both = find_horizon(
        HorizonInput(**SITE, reach_km=25), [Tile(-29.0, 27.0, step, step, left), Tile(-29.0, 27.5, step, step, right)]
    )
    assert np.nanmax(np.abs(one.elevation_deg - both.elevation_deg)) < 1e-4


def test_where_no_tile_reaches_nothing_is_claimed_and_no_tile_is_an_error():
    edge = Tile(
        SITE["latitude_deg"], 27.3, 0.001, 0.001, flat(side=401)
    )  # the place lies on the northern edge of the ground that is known
    found = find_horizon(HorizonInput(**SITE), [edge])
    known = np.isfinite(found.elevation_deg)
    south = (found.azimuth_deg > 95) & (found.azimuth_deg < 265)
    north = (found.azimuth_deg < 80) | (found.azimuth_deg > 280)
    assert known[south].all()
    assert not known[north].any()
    assert all(abs(180 - point.azimuth_deg) < 95 for point in found.points())
    with pytest.raises(InputError, match="no elevation tile covers"):
        find_horizon(HorizonInput(latitude_deg=10, longitude_deg=10), [edge])


def test_where_the_ground_is_not_known_out_to_the_reach_is_told_with_how_far():
    place = {"latitude_deg": -29.5, "longitude_deg": 27.5}
    step = 0.002
    tile = Tile(-29.0, 27.0, step, step, flat(side=501))  # a degree each way, the place in its middle
    given = HorizonInput(**place, reach_km=50)
    assert find_horizon(given.model_copy(update={"reach_km": 40.0}), [tile]).ends == []
    km = math.pi * EARTH_MEAN_RADIUS_M / 180_000
    sides = find_horizon(given, [tile]).ends  # to the east and west the tile ends after half a degree of longitude
    assert [(one.from_deg < middle < one.to_deg) for one, middle in zip(sides, (90, 270), strict=True)] == [True, True]
    for one in sides:
        assert one.known_km == pytest.approx(0.5 * math.cos(math.radians(29.5)) * km, abs=0.6)  # steps of 400 m
    holed = flat(side=501)
    holed[100:110, 230:271] = -32768  # north of the place: 0.28° to 0.3° away, 0.04° to either side
    (hole,) = find_horizon(given.model_copy(update={"reach_km": 40.0}), [Tile(-29.0, 27.0, step, step, holed)]).ends
    assert hole.known_km == pytest.approx(0.28 * km, abs=0.6)
    assert hole.from_deg > 340
    assert hole.to_deg < 20


def test_a_hole_at_the_place_is_not_called_a_missing_tile():
    heights = flat(side=501)
    heights[245:256, 245:256] = -32768
    with pytest.raises(InputError, match="have a hole at this place"):
        find_horizon(HorizonInput(latitude_deg=-29.5, longitude_deg=27.5), [Tile(-29.0, 27.0, 0.002, 0.002, heights)])


def test_a_plain_was_looked_at_all_round_though_its_horizon_bends_nowhere():
    points = find_horizon(HorizonInput(**SITE, reach_km=20), [tile_of(flat())]).points()
    bearings = np.array([one.azimuth_deg for one in points])
    assert np.diff(np.append(bearings, bearings[0] + 360)).max() <= 5.0 + 1e-6


def test_the_work_tells_its_progress_and_can_be_stopped():
    told = []
    find_horizon(HorizonInput(**SITE), [tile_of(flat())], lambda share: told.append(share) or True)
    assert told == sorted(told)
    assert told[-1] == 1.0
    with pytest.raises(Stopped):
        find_horizon(HorizonInput(**SITE), [tile_of(flat())], lambda share: False)


def test_points_of_a_horizon_keep_it_within_a_tenth_of_a_degree():
    found = find_horizon(HorizonInput(**SITE, reach_km=30), [tile_of(hills())])
    points = found.points()
    line = np.interp(found.azimuth_deg, [p.azimuth_deg for p in points], [p.elevation_deg for p in points])
    assert np.abs(line - found.elevation_deg).max() < 0.11
    assert len(points) < 400


def geotiff(heights, crs, origin_x, origin_y, step, nodata=None):
    with MemoryFile() as memory:
        profile = {
            "driver": "GTiff",
            "height": heights.shape[0],
            "width": heights.shape[1],
            "count": 1,
            "dtype": heights.dtype,
            "crs": crs,
        }
        with memory.open(
            **profile, transform=from_origin(origin_x, origin_y, step, step), nodata=nodata, compress="deflate"
        ) as out:
            out.write(heights, 1)
        return memory.read()


def test_a_geotiff_in_degrees_has_its_heights_where_an_hgt_has_them():
    heights = hills(side=201).round().astype(">i2")
    hgt = read_tile("S30E027.hgt", heights.tobytes())
    step = 1.0 / 200  # a pixel's middle is the post: the corner lies half a step out
    tif = read_tile("x.tif", geotiff(heights.astype(np.int16), "EPSG:4326", 27.0 - step / 2, -29.0 + step / 2, step))
    for lat, lon in ((-29.5, 27.5), (-29.123, 27.987), (-29.9, 27.05)):
        assert height_m(tif, lat, lon) == pytest.approx(height_m(hgt, lat, lon), abs=0.01)


def test_a_geotiff_in_metres_of_a_projection_is_read_in_the_right_place():
    """A slope of one metre a hundred metres of easting, UTM 35S: heights are known at any place from its easting."""
    heights = np.tile(np.arange(400, dtype=np.float32), (400, 1))
    tile = read_tile("utm.tif", geotiff(heights, "EPSG:32735", 550_000, 6_750_000, 100.0, nodata=-9999.0))
    lat, lon = -29.5, 27.7
    east, _ = transform("EPSG:4326", "EPSG:32735", [lon], [lat])
    assert height_m(tile, lat, lon) == pytest.approx((east[0] - 550_000) / 100 - 0.5, abs=0.05)
    assert rasterio.__version__


@pytest.mark.parametrize(
    ("name", "content", "says"),
    [
        ("tile.hgt", b"\0" * 8, "named by its corner"),
        ("S30E027.hgt", b"\0" * 7, "not a square"),
        ("x.tif", b"II*\0nonsense", "GeoTIFF"),
        ("plain.tif", None, "where it lies"),
    ],
)
def test_a_file_that_is_no_tile_says_what_would_be(name, content, says):
    if content is None:
        content = geotiff(flat(side=20), None, 0, 0, 1)
    with pytest.raises(InputError, match=says):
        read_tile(name, content)


def test_voids_have_no_height():
    heights = np.full((11, 11), 100, dtype=">i2")
    heights[5, 5] = -32768
    tile = read_hgt("N00E000.hgt", heights.tobytes())
    assert height_m(tile, 0.5, 0.5) is None
    assert height_m(tile, 0.05, 0.05) == 100
    assert height_m(tile, 1.5, 0.5) is None
    assert tile_name(-29.5, 27.5) == "S30E027"


@pytest.mark.parametrize(("distance_m", "seen"), [(9_000.0, True), (12_000.0, False)])
def test_a_hill_beyond_the_reach_is_not_read_in_a_corner_either(distance_m, seen):
    heights = flat(side=1201)
    tile = tile_of(heights)
    lat, lon = place_at(45.0, distance_m)
    row, column = (
        round((tile.north_deg - lat) / tile.step_latitude_deg),
        round((lon - tile.west_deg) / tile.step_longitude_deg),
    )
    heights[row, column] = 3000.0
    found = find_horizon(HorizonInput(**SITE, terminal_height_m=3.0, reach_km=10), [tile])
    assert (np.nanmax(found.elevation_deg) > 1.0) == seen
