"""Skylines from lines, files, obstacles and photos;

raised, shifted and grown, against closed forms and a rendered panorama.
"""

import datetime as dt
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import Satellite
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.geometry import separation_deg
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.skyline import (
    Obstacle,
    Shift,
    SkylinePoint,
    moved_points,
    scanned_percent,
)
from rindle_core.stations.sky.fixed_sky import SkyInput, sky
from rindle_core.stations.sky.obstacles import ObstacleMeasureInput, measure
from rindle_core.stations.sky.sky_moves import (
    BeamHeightInput,
    SkyShiftInput,
    UsableArcInput,
    beam_height,
    sky_shift,
    usable_arc,
)
from rindle_core.stations.sky.skyline_text import SkylineTextInput, as_csv, as_json, read_skyline

SITE = {
    "latitude_deg": -29.31,
    "longitude_deg": 27.94,
    "height_m": 2140,
    "satellite_longitude_deg": 31.6,
    "date": dt.date(2026, 11, 24),
}
TERMINAL = {"aperture_mm": 740, "receive_ghz": 19.95}
BARE = sky(SkyInput(**SITE, **TERMINAL)).result.satellite
POINT = st.builds(
    SkylinePoint,
    azimuth_deg=st.integers(0, 359_990_000).map(lambda millionths: millionths / 1e6),  # less is 0 in JSON
    elevation_deg=st.integers(-5_000_000, 60_000_000).map(lambda millionths: millionths / 1e6),
    kind=st.sampled_from(["terrain", "tree", "wire"]),
    distance_m=st.none() | st.floats(1, 5000),
    leafless_share=st.just(0.0) | st.floats(1e-6, 1),
)


GROUND = [SkylinePoint(azimuth_deg=bearing, elevation_deg=0.0, distance_m=5000) for bearing in range(0, 360, 5)]


def wall(distance_m=20.0, height_m=30.0, width_m=60.0, azimuth_deg=BARE.azimuth_deg, **more):
    return Obstacle(
        name="wall",
        azimuth_deg=azimuth_deg,
        distance_m=distance_m,
        height_m=height_m,
        width_m=width_m,
        kind="building",
        **more,
    )


def sky_of(**more):
    return sky(SkyInput(**SITE, **TERMINAL, **more))


@pytest.mark.parametrize(
    "text", ["210° 14.5° tree 40 m", "210, 14.5, tree, 40m", "210 14,5° tree; 0.04 km", "210;14.5;tree 40"]
)
def test_a_line_is_read_with_the_marks_that_people_put(text):
    plain = read_skyline(SkylineTextInput(text="210 14.5 tree 40")).result.points
    assert read_skyline(SkylineTextInput(text=text)).result.points == plain


# Typed, read and written


@pytest.mark.parametrize(
    ("typed", "unit", "azimuth_deg", "distance_m"),
    [
        ("NE 14.5 tree 40", "m", 45, 40),
        ("ssw, 14.5, tree, 40 ft", "m", 202.5, 12.192),
        ("N 14.5 tree 130", "ft", 0, 39.624),
        ("350 14.5 tree 40 m", "ft", 350, 40),
        ("350 14.5 tree 40'", "m", 350, 12.192),
        ("350 14.5 tree 2 mi", "m", 350, 3218.688),
    ],
)
def test_points_of_the_compass_and_feet_are_read(typed, unit, azimuth_deg, distance_m):
    (point,) = read_skyline(SkylineTextInput(text=typed, bare_distance=unit)).result.points
    assert (point.azimuth_deg, point.elevation_deg, point.kind) == (azimuth_deg, 14.5, "tree")
    assert point.distance_m == pytest.approx(distance_m)


def test_a_typed_line_is_a_point():
    (point,) = read_skyline(SkylineTextInput(text="210 14.5 tree 40")).result.points
    assert (point.azimuth_deg, point.elevation_deg, point.kind, point.distance_m) == (210, 14.5, "tree", 40)
    far, bare = read_skyline(SkylineTextInput(text="350.5 3 terr 12km\n10; 22; tr 30m 40%")).result.points
    assert (far.kind, far.distance_m) == ("terrain", 12_000)
    assert (bare.kind, bare.leafless_share) == ("tree", 0.4)


def test_compass_bearings_are_turned_to_true_across_north():
    (point,) = read_skyline(SkylineTextInput(text="10 5", declination_deg=-25.6)).result.points
    assert point.azimuth_deg == pytest.approx(344.4)


@given(st.lists(POINT, min_size=1, max_size=30))
def test_csv_and_json_give_back_what_was_written(points):
    for text in (as_csv(points), as_json(points)):
        assert read_skyline(SkylineTextInput(text=text)).result.points == points


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("north 5", "line 1"),
        ("10 5\n20 high", "line 2"),
        ("10 5 shrub", "neither terrain"),
        ("10 95", "point 1, elevation_deg"),
        ("bearing;size\n1;2", "columns azimuth_deg"),
        ('{"points": 3}', "not a list"),
    ],
)
def test_what_cannot_be_read_says_where_and_what_would_be(text, says):
    with pytest.raises(InputError, match=says):
        read_skyline(SkylineTextInput(text=text))


# Obstacles


def test_tape_paces_laser_and_two_places_agree_on_one_tree():
    """A tree 18 m tall, 24 m away, eye at 1.6 m: every way must find it."""
    near, far = math.degrees(math.atan2(16.4, 24)), math.degrees(math.atan2(16.4, 34))
    common = {"top_deg": near, "azimuth_deg": 30, "width_m": 6}
    ways = [
        {"way": "tape", "tape_m": 24},
        {"way": "paces", "pace_count": 32, "pace_m": 0.75},
        {"way": "laser", "laser_m": math.hypot(16.4, 24)},
        {"way": "two_places", "back_m": 10, "far_top_deg": far},
    ]
    results = [measure(ObstacleMeasureInput(**common, **one)).result for one in ways]
    for one in results:
        assert one.distance_m == pytest.approx(24, abs=1e-6)
        assert one.height_m == pytest.approx(18, abs=1e-6)
        assert one.right_deg - one.left_deg == pytest.approx(2 * math.degrees(math.atan(3 / 24)))
    assert (
        results[0].distance_error_m
        < results[2].distance_error_m
        < results[1].distance_error_m
        < results[3].distance_error_m
    )


def test_the_error_of_two_places_is_that_of_shaken_angles():
    """Delta method against ten thousand measurements with the clinometer's own error."""
    near, far = math.atan2(16.4, 24), math.atan2(16.4, 34)
    told = measure(
        ObstacleMeasureInput(
            way="two_places", top_deg=math.degrees(near), back_m=10, far_top_deg=math.degrees(far), angle_error_deg=0.1
        )
    ).result
    shaken = np.random.default_rng(7).normal(scale=math.radians(0.1), size=(2, 10_000))
    a, b = np.tan(near + shaken[0]), np.tan(far + shaken[1])
    distance = 10 * b / (a - b)
    assert told.distance_error_m == pytest.approx(np.std(distance), rel=0.03)  # sampling error 0.7 %


def test_a_top_is_seen_from_the_terminal_and_after_growth():
    told = measure(
        ObstacleMeasureInput(
            way="tape", tape_m=20, top_deg=45, terminal_height_m=6, growth_m_per_year=0.5, ahead_years=4
        )
    ).result
    assert told.height_m == pytest.approx(21.6)
    assert told.top_from_terminal_deg == pytest.approx(math.degrees(math.atan2(21.6 + 2 - 6, 20)))


def test_a_second_place_that_sees_the_top_higher_is_refused():
    with pytest.raises(InputError, match="going back"):
        measure(ObstacleMeasureInput(way="two_places", top_deg=30, back_m=5, far_top_deg=31))


# Moved with the terminal


@given(st.lists(POINT, min_size=1, max_size=8), st.floats(-5, 5), st.floats(-5, 5), st.floats(-3, 3))
def test_a_place_that_moves_there_and_back_sees_the_same(points, east, north, up):
    far = [one.model_copy(update={"distance_m": max(one.distance_m or 50.0, 50.0)}) for one in points]
    there, kept = moved_points(far, Shift(east, north, up))
    back, _ = moved_points(there, Shift(-east, -north, -up))
    assert kept == 0
    for one, again in zip(far, back, strict=True):
        assert separation_deg(one.azimuth_deg, one.elevation_deg, again.azimuth_deg, again.elevation_deg) < 1e-9


def test_raising_until_a_wall_clears_is_the_closed_form():
    """Flat rule straight over a wide wall: d (tan of its top - tan of (elevation - 10°));

    the tube adds its own half-angle.
    """
    result = sky_of(obstacles=[wall()], terminal_height_m=2.0).result
    expected = 30.0 - 2.0 - 20.0 * math.tan(math.radians(BARE.elevation_deg - 10.0))
    assert expected <= result.raise_clearance_m <= expected + 0.11  # told to the next tenth of a metre
    assert 0 < result.raise_tube_m < result.raise_clearance_m
    raised = sky_of(obstacles=[wall()], terminal_height_m=2.0 + result.raise_tube_m).result
    assert 0 <= raised.tube_margin_deg < 0.4  # a tenth of a metre at 20 m
    assert raised.nearest_name == "wall"


@pytest.mark.parametrize("distance_m", [11.0, 17.3, 20.0, 26.9])
def test_whoever_raises_by_what_the_finding_says_is_clear(distance_m):
    outcome = sky_of(obstacles=[wall(distance_m=distance_m)], terminal_height_m=2.0)
    advice = next(one.clears_by for one in outcome.findings if one.code == "sky.clearance")
    said_m = float(advice.split("by ")[1].split(" m")[0])
    raised = sky_of(obstacles=[wall(distance_m=distance_m)], terminal_height_m=2.0 + said_m)
    assert next(one.level for one in raised.findings if one.code == "sky.clearance") == "clear"


def test_each_half_metre_gains_what_geometry_says():
    raises = sky_of(obstacles=[wall()], terminal_height_m=2.0).result.raises
    for one in raises:
        top = math.degrees(math.atan2(30.0 - 2.0 - one.raise_m, 20.0))
        assert one.margin_deg == pytest.approx(
            BARE.elevation_deg - top, abs=0.02
        )  # straight down to a wide wall; 0.1° steps of azimuth


def test_the_sweep_is_counted_by_the_bearings_that_matter():
    every = np.arange(0.0, 360.0, 1.0)
    read = np.array([0.0, 30.0, 60.0])
    assert scanned_percent(read, every) == pytest.approx(100 * 91 / 360, abs=0.01)  # -15° to 75°, both ends read
    assert scanned_percent(read, np.arange(-15.0, 76.0)) == 100.0
    assert scanned_percent(np.array([]), every) == 0.0


def test_what_has_no_distance_cannot_be_climbed_over_and_that_is_said():
    outcome = sky_of(
        skyline=[SkylinePoint(azimuth_deg=a, elevation_deg=70) for a in (0, 90, 180, 270)],
        read_height_m=1.6,
        terminal_height_m=6,
    )
    assert outcome.result.raise_tube_m is None
    assert outcome.result.unmoved_count == 4
    found = {one.code: one for one in outcome.findings}
    assert found["sky.moved"].level == "mind"
    assert "without a distance nobody knows" in found["sky.tube"].clears_by
    assert not outcome.result.raise_known
    assert outcome.result.raises == []  # the same figure five times would look like an answer
    walls = [SkylinePoint(azimuth_deg=a, elevation_deg=89, distance_m=0.5) for a in range(0, 360, 10)]
    near = sky_of(skyline=walls, read_height_m=6, terminal_height_m=6)
    assert near.result.raise_known


def test_a_growing_tree_closes_the_sky_in_the_year_that_arithmetic_says():
    tree = Obstacle(azimuth_deg=BARE.azimuth_deg, distance_m=15, height_m=10, width_m=40, growth_m_per_year=0.4)
    result = sky_of(obstacles=[tree]).result
    to_rule = 15 * math.tan(math.radians(BARE.elevation_deg - 10)) - 10
    assert result.clearance_years == pytest.approx(to_rule / 0.4, abs=0.05)
    assert result.tube_years > result.clearance_years
    assert sky_of(obstacles=[tree.model_copy(update={"growth_m_per_year": 0})]).result.tube_years is None


def test_a_bare_tree_is_free_in_winter_only_and_stays_a_hold():
    tree = Obstacle(azimuth_deg=BARE.azimuth_deg, distance_m=15, height_m=40, width_m=20, leafless_share=0.2)
    outcome = sky_of(
        obstacles=[tree], skyline=[SkylinePoint(azimuth_deg=a, elevation_deg=5) for a in range(0, 360, 20)]
    )
    levels = {one.code: one.level for one in outcome.findings}
    assert (levels["sky.tube"], levels["sky.leaf"]) == ("hold", "mind")
    assert outcome.result.bare_margin_deg > 40
    behind = wall(azimuth_deg=BARE.azimuth_deg, distance_m=30, height_m=200, width_m=20)
    walled = sky_of(obstacles=[tree, behind])
    assert walled.result.bare_margin_deg < 0
    assert "sky.leaf" not in {one.code for one in walled.findings}  # no season frees what stands before a wall


@pytest.mark.turns(days=6)
def test_the_nearest_free_spot_lies_beside_a_single_tree():
    tree = Obstacle(azimuth_deg=BARE.azimuth_deg, distance_m=12, height_m=30, width_m=4)
    rules = HouseRules(clearance_deg=0.0)
    result = sky_shift(
        SkyShiftInput(**SITE, **TERMINAL, obstacles=[tree], skyline=GROUND, rules=rules, step_m=0.5)
    ).result
    # The tube must pass its side: half the tree, half the dish, 0.6 √(λ d) of the Fresnel zone across the line.
    across = 2 + 0.37 + 0.6 * math.sqrt(0.015 * 12)
    assert result.nearest_free.distance_m == pytest.approx(across, abs=0.75)  # grid of half a metre, both ways
    blocked = [one for one in result.spots if one.level == "hold"]
    assert blocked
    assert result.fixed_share == 0.0


def test_the_usable_arc_ends_where_a_wall_hides_it():
    walls = [
        wall(azimuth_deg=az, height_m=200, width_m=20) for az in range(60, 121, 10)
    ]  # the east is closed up to 84°
    result = usable_arc(UsableArcInput(**SITE, **TERMINAL, obstacles=walls, skyline=GROUND)).result
    horizon = math.degrees(
        math.acos(6378.137 / 42164.17 / math.cos(math.radians(29.31)))
    )  # where the arc meets the horizon, sphere
    assert max(one.to_longitude_deg for one in result.free) < 27.94 + horizon - 5
    assert min(one.from_longitude_deg for one in result.free) == pytest.approx(
        27.94 - horizon, abs=1.0
    )  # half a degree of steps, and refraction
    assert all(
        a.from_longitude_deg >= b.from_longitude_deg - 1e-9 for a, b in zip(result.clear, result.free, strict=False)
    )


@pytest.mark.turns(days=6)
def test_readings_as_far_apart_as_they_may_be_leave_no_holes():
    """Every 30°, as the house allows: the last digit of a bearing between them must not make it unknown."""
    ring = [SkylinePoint(azimuth_deg=at + 0.1, elevation_deg=5, kind="terrain") for at in range(0, 360, 30)]
    assert not usable_arc(UsableArcInput(**SITE, **TERMINAL, skyline=ring)).result.unread
    wider = [one for one in ring if one.azimuth_deg != 30.1]
    assert usable_arc(UsableArcInput(**SITE, **TERMINAL, skyline=wider)).result.unread


def test_where_nothing_was_read_no_spot_and_no_satellite_is_called_clear():
    tree = Obstacle(azimuth_deg=BARE.azimuth_deg, distance_m=12, height_m=30, width_m=4)
    unread = sky_shift(SkyShiftInput(**SITE, **TERMINAL, obstacles=[tree], reach_m=6))
    assert {one.level for one in unread.result.spots} == {"hold", "unknown"}
    assert unread.result.nearest_free is None
    assert unread.findings[0].level == "unknown"
    behind = [one for one in GROUND if one.azimuth_deg <= 90]  # the north-east is read, the north-west is not
    others = [Satellite(code=code, name=code, longitude_deg=at, beams=[]) for code, at in (("aa", 45.0), ("bb", 5.0))]
    arc = usable_arc(UsableArcInput(**SITE, **TERMINAL, skyline=behind, satellites=others)).result
    assert {one.name: one.level for one in arc.satellites} == {"aa": "clear", "bb": "unknown"}
    assert arc.unread


def test_where_nobody_looked_a_spot_and_a_satellite_are_minded_at_best():
    hills = [one.model_copy(update={"computed": True}) for one in GROUND]
    spots = sky_shift(SkyShiftInput(**SITE, **TERMINAL, skyline=hills, reach_m=3))
    assert {one.level for one in spots.result.spots} == {"mind"}
    assert spots.findings[0].level == "mind"
    assert "Look round" in spots.findings[0].clears_by
    east = [Satellite(code="aa", name="aa", longitude_deg=45.0, beams=[])]
    arc = usable_arc(UsableArcInput(**SITE, **TERMINAL, skyline=hills, satellites=east)).result
    assert [one.level for one in arc.satellites] == ["mind"]
    assert not arc.clear
    assert arc.free
    looked = sky_shift(SkyShiftInput(**SITE, **TERMINAL, skyline=[*hills, *GROUND], reach_m=3))
    assert {one.level for one in looked.result.spots} == {"clear"}


def test_a_beam_over_a_walkway_by_hand():
    outcome = beam_height(BeamHeightInput(terminal_height_m=3, elevation_deg=30, aperture_mm=1000, distance_m=4))
    assert outcome.result.beam_over_walkway_m == pytest.approx(
        3 + 4 * math.tan(math.radians(30)) - 0.5 / math.cos(math.radians(30))
    )
    assert outcome.findings[0].level == "clear"
    low = beam_height(BeamHeightInput(terminal_height_m=1.5, elevation_deg=10, aperture_mm=1000, distance_m=4))
    assert low.findings[0].level == "hold"


# Laws that hold for any skyline


def test_what_stands_higher_beside_the_line_is_nearest_with_its_side():
    """A pole of no width beside the satellite: the angle to its side is asin(cos e · sin Δa), the right triangle's
    closed form.
    """
    e = BARE.elevation_deg
    for beside, top in ((4.0, 80.0), (-9.0, 70.0), (25.0, 88.0)):
        pole = Obstacle(
            name="pole",
            kind="pole",
            azimuth_deg=(BARE.azimuth_deg + beside) % 360,
            distance_m=10,
            height_m=10 * math.tan(math.radians(top)),
            width_m=0.01,
        )
        margin = sky_of(obstacles=[pole]).result.margin_deg
        edge = math.radians(abs(beside) - math.degrees(0.005 / 10))
        assert margin == pytest.approx(math.degrees(math.asin(math.cos(math.radians(e)) * math.sin(edge))), abs=0.02)
    blocked = wall(distance_m=10, height_m=60, width_m=8)  # 80.5° high, 21.8° to either side: the way out is sideways
    edge = math.degrees(math.atan2(4, 10))
    out = math.degrees(math.asin(math.cos(math.radians(e)) * math.sin(math.radians(edge))))
    assert sky_of(obstacles=[blocked]).result.margin_deg == pytest.approx(-out, abs=0.1)


THINGS = st.lists(
    st.builds(
        Obstacle,
        name=st.just("thing"),
        kind=st.sampled_from(["tree", "building", "pole"]),
        azimuth_deg=st.floats(0, 359.9),
        distance_m=st.floats(5, 300),
        height_m=st.floats(0, 60),
        width_m=st.floats(0.2, 30),
        growth_m_per_year=st.floats(0, 0.8),
    ),
    min_size=1,
    max_size=5,
)


READ = st.lists(
    st.builds(
        SkylinePoint,
        azimuth_deg=st.integers(0, 359).map(float),
        elevation_deg=st.floats(-5, 80),
        distance_m=st.none() | st.floats(1, 5000),
    ),
    min_size=2,
    max_size=12,
    unique_by=lambda point: point.azimuth_deg,
)


def mirrored(bearing_deg):
    return -bearing_deg % 360


@pytest.mark.turns(days=6)
@given(READ, THINGS, st.floats(0, 8))
def test_a_mirrored_site_has_the_mirrored_margin(points, things, height_m):
    """East and west, and north and south, are only names: the same sky mirrored gives the same figures."""
    told = sky_of(skyline=points, obstacles=things, terminal_height_m=height_m).result
    east = {**SITE, "longitude_deg": 2 * SITE["satellite_longitude_deg"] - SITE["longitude_deg"]}
    south = {**SITE, "latitude_deg": -SITE["latitude_deg"]}
    for site, turned in ((east, mirrored), (south, lambda bearing: (180 - bearing) % 360)):
        other = sky(
            SkyInput(
                **site,
                **TERMINAL,
                terminal_height_m=height_m,
                skyline=[one.model_copy(update={"azimuth_deg": turned(one.azimuth_deg)}) for one in points],
                obstacles=[one.model_copy(update={"azimuth_deg": turned(one.azimuth_deg)}) for one in things],
            )
        ).result
        # The skyline is sampled every tenth of a degree from north: a corner may fall beside a sample on the other
        # side.
        assert other.margin_deg == pytest.approx(told.margin_deg, abs=0.15)
        assert other.satellite.elevation_deg == pytest.approx(told.satellite.elevation_deg, abs=1e-9)


@pytest.mark.turns(days=6)
@given(THINGS, st.floats(0, 6), st.floats(0, 10))
def test_height_never_takes_sky_away_and_growth_never_gives_any(things, height_m, more):
    low, high = (sky_of(obstacles=things, terminal_height_m=at).result for at in (height_m, height_m + more))
    assert high.margin_deg >= low.margin_deg - 1e-6
    now, later = (sky_of(obstacles=things, terminal_height_m=height_m, ahead_years=years).result for years in (0, more))
    assert later.margin_deg <= now.margin_deg + 1e-6
    without = {one.name: one for one in low.removals}
    assert all(one.margin_deg >= low.margin_deg - 1e-6 for one in without.values())
    if (
        low.raise_best is not None
        and low.raise_clearance_m is not None
        and high.margin_deg < HouseRules().clearance_deg
    ):
        assert more < low.raise_clearance_m + 0.02
