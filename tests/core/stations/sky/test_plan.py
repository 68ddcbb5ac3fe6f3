"""The site plan: what it says of positions, against closed forms, and what it may not say."""

import json
import math
import random

import numpy as np
import pytest

from rindle_core.job import JobInput
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.science.shelter import displacement_m, edge_zone_m, shelter_share
from rindle_core.stations.sky.plan_geojson import as_geojson, read_geojson
from rindle_core.stations.sky.plan_judge import plan_against
from rindle_core.stations.sky.plan_models import SitePlanInput
from rindle_core.stations.sky.plan_point import PlanPointInput, plan_point
from rindle_core.stations.sky.plan_seen import plan_input, side_of
from rindle_core.stations.sky.plan_things import (
    PlanThing,
    bodies_of,
    body_of,
    doubtful_roofs,
    ground_of,
    heightless,
    solids_of,
)
from rindle_core.stations.sky.seen import surroundings
from rindle_core.stations.sky.side_view import SideViewInput, side_view
from rindle_core.stations.sky.site_plan import site_plan
from rindle_core.stations.sky.surroundings import Surroundings
from tests import golden


def thing(kind, *corners, **told):
    spots = [dict(zip(("east_m", "north_m", "up_m"), corner, strict=False)) for corner in corners]
    return PlanThing.model_validate({"id": kind, "kind": kind, "corners": spots, **told})


def plan(*things, at=(0.0, 0.0), height=2.0, **told):
    given = {"azimuth_true_deg": 0.0, "elevation_deg": 45.0, "aperture_mm": 1000.0, **told}
    place = {"letter": "A", "east_m": at[0], "north_m": at[1], "height_m": height}
    return SitePlanInput(things=list(things), positions=[place], planned="A", **given)


def found(code, *things, **told):
    outcome = site_plan(plan(*things, **told))
    return next((one for one in outcome.findings if one.code == f"sky.plan_{code}"), None)


def test_a_beam_over_a_walkway_is_as_high_as_plane_geometry_says():
    """45°, dish of 1 m at 2 m, way from 5 m on: 2 + 5 - 0.5/cos 45° = 6.293 m."""
    over = found("beam", thing("way", (-5, 5.75), (5, 5.75), height_m=0, across_m=1.5))
    assert over.level is Level.CLEAR
    assert over.figure == pytest.approx(2 + 5 - 0.5 / math.cos(math.pi / 4))
    low = found("beam", thing("way", (-5, 1), (5, 1), height_m=0, across_m=1.5), elevation_deg=20.0)
    assert (low.level, low.limit) == (Level.HOLD, 2.2)


def test_people_behind_or_beside_the_dish_are_not_in_its_beam():
    assert found("beam", thing("way", (-5, -3), (5, -3), height_m=0)) is None
    assert found("beam", thing("window", (4, 6), height_m=0)) is None


def test_people_are_kept_off_the_face_of_a_panel_all_round_by_its_makers_distance():
    def near(away_m, **told):
        way = thing("way", (-5, -away_m), (5, -away_m), height_m=0, across_m=1.0)
        return found("beam", way, aperture_mm=None, azimuth_true_deg=None, elevation_deg=None, **told)

    def level(away_m, **told):
        return near(away_m, keep_clear_m=1.5, **told).level

    assert level(1.9) is Level.HOLD  # half a metre of it is way
    assert near(2.1, keep_clear_m=1.5) is None
    assert near(1.9, keep_clear_m=0.0) is None  # it does not send
    asked = near(1.9, keep_clear_m=None)  # it sends, and nobody told how far
    assert (asked.level, "Stores" in asked.clears_by) == (Level.UNKNOWN, True)
    assert near(12.0, keep_clear_m=None) is None
    assert level(1.9, barrier=True) is Level.MIND
    assert level(1.9, height=None) is Level.UNKNOWN
    # 1.4 m beside and a reach of 2.2 m: clear of 1.5 m from √(1.5² - 1.4²) = 0.54 m over that reach on.
    assert level(1.9, height=2.7) is Level.HOLD
    assert level(1.9, height=2.8) is Level.CLEAR
    given = plan(thing("way", (-5, 1), (5, 1), height_m=0), aperture_mm=None, keep_clear_m=1.5)
    shown = site_plan(given).result.positions[0]
    assert {round(math.hypot(*corner), 2) for corner in shown.zone} == {1.5}
    assert plan_against(shown, 2.0, given)[0] == ["people come too near to its face (way where people walk)"]


def test_a_beam_that_enters_below_a_deep_balcony_and_rises_through_it_holds():
    """At 2 m and 20° the beam is at 2.9 to 4.0 m after 4 m, over 6 m after 12 m: a floor at 4.5 m is met between."""
    deep = thing("terrace", (-3, 4), (3, 4), (3, 14), (-3, 14), height_m=4.5)
    assert found("beam", deep, elevation_deg=20.0).level is Level.HOLD
    high = thing("terrace", (-3, 4), (3, 4), (3, 6), (-3, 6), height_m=9)
    assert found("beam", high, elevation_deg=20.0).level is Level.CLEAR  # all of it passes below


def test_a_roof_whose_heights_cannot_be_right_is_minded_and_hides_what_its_eaves_do():
    def house(**told):
        return thing("building", (0, 0), (10, 0), (10, 8), (0, 8), height_m=3, **told)

    # Four metres to either side of the ridge: at 30° it lies 4·tan 30° = 2.31 m over the eaves.
    for told in ({"ridge_m": 5.3, "pitch_deg": 30}, {"ridge_m": 5.3}, {"pitch_deg": 30}, {}):
        assert not doubtful_roofs([house(**told)]), told
    (apart,) = doubtful_roofs([house(ridge_m=7, pitch_deg=30)])
    assert "5.3 m" in apart
    (low,) = doubtful_roofs([house(ridge_m=2)])
    assert "lower than its eaves" in low
    flat, sunk = (body_of(house(**told), ground_of([])) for told in ({}, {"ridge_m": 2}))
    assert sunk.top_m(5, 4) == flat.top_m(5, 4) == 3
    rows = site_plan(plan(house(ridge_m=2))).findings
    assert [one.level for one in rows if "roof again" in one.message] == [Level.MIND]


@pytest.mark.parametrize(
    ("told", "asked"),
    [({}, True), ({"pitch_deg": 0}, False), ({"ridge_m": 3}, False), ({"pitch_deg": 30}, False)],
)
def test_a_roof_that_is_not_told_is_not_taken_for_a_flat_one(told, asked):
    shed = thing("building", (0, 0), (10, 0), (10, 8), (0, 8), height_m=3, name="Shed", **told)
    rows = {one.code: one for one in site_plan(plan(shed)).findings}
    assert ("sky.plan_roofs" in rows) == asked
    if asked:
        assert rows["sky.plan_roofs"].level is Level.UNKNOWN
        assert "Shed" in rows["sky.plan_roofs"].message
    facts = golden.read("2026-103")["facts"] | {"things": [shed.model_dump(mode="json")], "all_drawn": True}
    assert surroundings(JobInput.model_validate(facts), "A")["all_drawn"] != asked


def test_a_line_that_is_said_to_be_there_has_to_be_drawn():
    wire = thing("wire", (-40, 60), (40, 60), height_m=7)
    house = thing("building", (20, 20), (24, 20), (24, 24), (20, 24), height_m=3)

    def missing(*things, said):
        rows = site_plan(plan(*things, lines_overhead=said)).findings
        return [one.level for one in rows if "none is drawn" in one.message]

    assert missing(house, said=True) == [Level.UNKNOWN]
    assert missing(house, said=False) == []
    assert missing(house, wire, said=True) == []
    facts = golden.read("2026-103")["facts"]
    without = [one for one in facts["things"] if one["kind"] != "wire"]
    for hazards, wanted in (([], False), (["overhead_lines"], True), (["buried_services"], False)):
        job = JobInput.model_validate({**facts, "things": without, "hazards": hazards})
        assert plan_input(job).lines_overhead is wanted


def test_the_sight_line_is_cut_upright_before_anything_is_drawn():
    job = JobInput.model_validate({**golden.read("linear-north")["facts"], "things": [], "height_above_ground_m": 3.0})
    seen = side_view(side_of(job, "")).result
    assert seen.tight_name == ""
    run, rise = (seen.lower_edge[-1].along_m - seen.lower_edge[1].along_m,
                 seen.lower_edge[-1].up_m - seen.lower_edge[1].up_m)  # fmt: skip
    wanted = golden.read("linear-north")["assessment"]["aim"]["elevation_deg"]
    assert math.degrees(math.atan2(rise, run)) == pytest.approx(wanted, abs=1.0)  # the Fresnel share bends the edge
    low = JobInput.model_validate({**golden.read("linear-north")["facts"], "things": [], "height_above_ground_m": None})
    assert side_of(low, "") is None


def test_a_ladder_near_a_wire_is_a_hold_however_steep_it_stands():
    ladder = thing("ladder", (0, 0), (0, 1), height_m=4)
    rows = site_plan(plan(ladder, thing("wire", (-9, 3), (9, 3), height_m=7), at=(0, -30))).findings
    (near,) = [one for one in rows if one.code == "sky.plan_wire" and one.level is Level.HOLD]
    assert near.figure == pytest.approx(math.hypot(2.0, 7 - 6))  # two metres off; whoever stands on it reaches 6 m
    far = site_plan(plan(ladder, thing("wire", (-9, 9), (9, 9), height_m=7), at=(0, -30))).findings
    assert not [one for one in far if one.level is Level.HOLD]


def test_a_drawn_house_says_nothing_of_what_stands_behind_it_until_all_is_said_to_be_drawn():
    house = solids_of([thing("building", (-9, 20), (9, 20), (9, 26), (-9, 26), height_m=4)])
    assert len(Surroundings(drawn=house).read_bearings_deg()) == 0
    assert len(Surroundings(drawn=house, all_drawn=True).read_bearings_deg()) == 360
    assert len(Surroundings(all_drawn=True).read_bearings_deg()) == 0  # nothing is drawn at all


def test_a_floor_that_nobody_told_is_not_known_and_no_clear():
    assert found("beam", thing("terrace", (-3, 4), (3, 4), (3, 8), (-3, 8))).level is Level.UNKNOWN
    high = found("beam", thing("terrace", (-3, 4), (3, 4), (3, 8), (-3, 8), height_m=4))
    assert high.level is Level.HOLD  # 2 + 4 - 0.71 = 5.29 m: 1.29 m over the floor


@pytest.mark.parametrize(
    ("away", "low", "level"),
    [
        (2.0, 4.0, Level.HOLD),
        (2.0, 6.0, Level.MIND),
        (2.0, 30.0, Level.MIND),
        (4.9, 6.0, Level.MIND),
        (5.1, 6.0, Level.CLEAR),
    ],
)
def test_a_wire_holds_inside_the_stand_off_and_is_minded_inside_a_falling_mast(away, low, level):
    """Mast of 2 m and 3.05 m: 5.05 m. At 2 m level and 6 m up the terminal's rim at 2.5 m is hypot(2, 3.5) = 4.03 m."""
    wire = thing("wire", (-50, -away), (50, -away), height_m=low)
    one = found("wire", wire)
    assert one.figure == pytest.approx(math.hypot(away, low - 2.5))
    assert one.level is level


def test_a_wire_of_unknown_height_is_a_hold_near_and_not_known_further_off():
    assert found("wire", thing("wire", (-50, 2), (50, 2))).level is Level.HOLD
    assert found("wire", thing("wire", (-50, 4.5), (50, 4.5))).level is Level.UNKNOWN
    assert found("wire", thing("wire", (-50, 9), (50, 9))).level is Level.CLEAR  # out of any reach
    assert found("wire", thing("wire", (-50, 9), (50, 9), height_m=6), height=None).level is Level.UNKNOWN


def test_a_terminal_under_a_roof_stands_inside():
    house = thing("building", (-5, -5), (5, -5), (5, 5), (-5, 5), height_m=3, ridge_m=5)
    assert found("inside", house, height=4.0).level is Level.HOLD
    assert found("inside", house, height=5.5) is None
    assert found("inside", house, at=(9, 0), height=1.0) is None


def test_things_without_height_hide_nothing_and_are_named():
    tree = thing("tree", (0, 10), name="old pine")
    assert heightless([tree]) == [tree]
    assert found("heights", tree).level is Level.UNKNOWN
    assert "old pine" in found("heights", tree).message
    assert solids_of([tree]) == []
    assert found("heights", thing("tree", (0, 10), height_m=8)) is None


def test_level_ground_is_an_assumption_until_heights_are_told():
    tree = thing("tree", (0, 10), height_m=8)
    assert found("ground", tree).level is Level.MIND
    assert found("ground", tree, thing("ground", (0, 20), ground_m=3)) is None


def test_the_ground_is_a_plane_between_three_heights():
    spots = [thing("ground", (e, n), ground_m=0.1 * e - 0.2 * n) for e, n in ((20, 0), (0, 20), (20, 20), (-20, -20))]
    ground = ground_of(spots)
    assert ground.at(5, 10) == pytest.approx(0.5 - 2.0)
    assert ground.at(0, 0) == 0.0
    line = ground_of([thing("ground", (0, 30), ground_m=3)])
    assert line.at(4, 10) == pytest.approx(1.0)  # on one line: as far along it
    assert line.at(0, 90) == 3.0


def test_a_tree_uphill_hides_more():
    tree = thing("tree", (0, 20), height_m=8, across_m=4)
    level, hill = (
        Surroundings(drawn=solids_of([tree, *more]), terminal_height_m=2).profile().elevation_deg.max()
        for more in ([], [thing("ground", (0, 20), ground_m=5)])
    )
    assert hill > level + 10


@pytest.mark.parametrize(("out", "level"), [(1.0, Level.CLEAR), (0.5, Level.MIND), (2.2, Level.MIND)])
def test_a_ladder_stands_a_quarter_out(out, level):
    one = found("ladder", thing("ladder", (0, 0), (0, out), height_m=4))
    assert one.level is level
    assert one.figure == pytest.approx(math.degrees(math.atan2(4, out)))


def test_a_cable_way_is_as_long_as_its_pieces():
    """From 3 m up 4 m east and down 3 m: 5 m; then 6 m level north: 11 m with one bend."""
    way = thing("cable_way", (0, 0), (4, 0, 0), (4, 6, 0), letter="A")
    outcome = site_plan(plan(way, height=3.0, most_cable_m=20.0)).result.positions[0].cable
    assert (outcome.length_m, outcome.corner_count) == (pytest.approx(11.0), 1)
    assert [one.level_m for one in outcome.pieces] == pytest.approx([4, 6])
    assert found("cable", way, height=3.0, most_cable_m=20.0).level is Level.CLEAR
    assert found("cable", way, height=3.0, most_cable_m=12.0).level is Level.MIND
    assert found("cable", way, height=3.0, most_cable_m=10.0).level is Level.HOLD
    blind = thing("cable_way", (0, 0), (4, 0), (4, 6), letter="A")
    assert found("cable", blind, height=3.0, most_cable_m=20.0).level is Level.UNKNOWN
    assert found("cable", way, at=(5, 5), height=3.0, most_cable_m=20.0).level is Level.MIND  # begins elsewhere
    inside = [thing("indoor", spot) for spot in ((30, 30), (4, 6.5))]
    assert found("cable", way, *inside, height=3.0, most_cable_m=20.0).level is Level.CLEAR  # it ends at one of them
    short = found("cable", way, inside[0], height=3.0, most_cable_m=20.0)
    assert (short.level, short.figure) == (Level.MIND, pytest.approx(math.hypot(26, 24)))


def test_shelter_is_the_standards_displacement():
    """EN 1991-1-4, A.5: h_ave = 5 m, h = 10 m: 4 m up to 10 m off, 2 m at 20 m, nothing from 30 m on."""
    assert [displacement_m(10, 5, x) for x in (0, 10, 20, 30, 40)] == pytest.approx([4, 4, 2, 0, 0])
    assert displacement_m(2, 5, 10) == pytest.approx(1.2)  # never over 0.6 h
    assert shelter_share(2, [(5, 10)]) == pytest.approx(1.0)
    assert shelter_share(2, []) == 0.0
    assert edge_zone_m(5, 30) == pytest.approx(1.0)


def test_the_wind_rose_weighs_the_sides():
    wall = thing("wall", (-50, 6), (50, 6), height_m=6)
    rose = [{"from_deg": 0, "share_percent": 30}, {"from_deg": 180, "share_percent": 10}]
    one = site_plan(plan(wall, wind_rose=rose)).result.positions[0]
    assert one.shelter_share == pytest.approx(0.75)
    assert one.exposure == "lee"
    assert site_plan(plan(wall)).result.positions[0].exposure == ""  # no wind told


def test_two_tapes_meet_on_the_side_that_is_told():
    given = {"way": "two_tapes", "tape_m": 3, "other_east_m": 0, "other_north_m": 5, "other_tape_m": 4}
    right = plan_point(PlanPointInput(**given, side="right")).result
    left = plan_point(PlanPointInput(**given, side="left")).result
    assert (right.east_m, left.east_m, right.north_m) == pytest.approx((2.4, -2.4, 1.8))
    with pytest.raises(InputError, match=r"2\.00 to 8\.00"):
        plan_point(PlanPointInput(**{**given, "other_tape_m": 9}))
    sharp = plan_point(PlanPointInput(**{**given, "tape_m": 2.6, "other_tape_m": 2.5}))
    assert sharp.findings[0].level is Level.MIND


def test_the_side_view_tells_what_lacks_and_a_raise_by_that_is_free():
    wall = thing("wall", (-20, 10), (20, 10), height_m=14)
    given = {"things": [wall], "east_m": 0, "north_m": 0, "bearing_deg": 0, "azimuth_true_deg": 0}
    told = {"elevation_deg": 45, "aperture_mm": 1000, "receive_ghz": 12}
    low = side_view(SideViewInput(**given, **told, height_m=2)).result
    assert low.tight_over_m < 0
    high = side_view(SideViewInput(**given, **told, height_m=2 + low.raise_m)).result
    assert high.tight_over_m == pytest.approx(0.0, abs=1e-9)
    aside = side_view(SideViewInput(**{**given, "bearing_deg": 90}, **told, height_m=2)).result
    assert (aside.lower_edge, aside.tight_over_m) == ([], None)  # another line: no beam in it


def _random_plan(seed):
    rng = random.Random(seed)
    things = []
    for _ in range(rng.randint(1, 5)):
        east, north = rng.uniform(-40, 40), rng.uniform(-40, 40)
        if math.hypot(east, north) < 12:
            continue
        if rng.random() < 0.5:
            wide, deep = rng.uniform(2, 6), rng.uniform(2, 6)
            corners = [(east + x * wide, north + y * deep) for x, y in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
            things.append(thing("building", *corners, height_m=rng.uniform(2, 8), ridge_m=rng.uniform(8, 12)))
        else:
            things.append(thing("tree", (east, north), height_m=rng.uniform(3, 15), across_m=rng.uniform(1, 6)))
    return things


def _brute_deg(things, bearing, eye_up):
    """The highest top along a ray in steps of 2 cm."""
    import shapely

    run = np.arange(0.5, 80.0, 0.02)
    east, north = run * math.sin(math.radians(bearing)), run * math.cos(math.radians(bearing))
    best = -20.0
    for body in bodies_of(things):
        inside = shapely.contains_xy(shapely.Polygon(body.corners), east, north)
        for r, e, n in zip(run[inside], east[inside], north[inside], strict=True):
            best = max(best, math.degrees(math.atan2(body.top_m(e, n) - eye_up, r)))
    return best


@pytest.mark.turns(days=6)
def test_two_hundred_random_plans_against_marching_along_a_ray():
    """Within 0.15°: the steps of 2 cm stop short of a near wall by that much at 7 m and 15 m of height."""
    for seed in range(200):
        things, rng = _random_plan(seed), random.Random(1000 + seed)
        profile = Surroundings(drawn=solids_of(things), terminal_height_m=2.0).profile()
        bearing = rng.uniform(0, 360)
        told = float(np.interp(bearing, profile.azimuth_deg, profile.elevation_deg, period=360.0))
        marched = _brute_deg(things, bearing, 2.0)
        if abs(told - marched) > 0.15:  # within a step of an edge the ray and the grid may fall on either side
            near = [
                float(np.interp(bearing + off, profile.azimuth_deg, profile.elevation_deg, period=360.0))
                for off in (-0.15, 0.15)
            ]
            assert min(near) - 0.15 <= marched <= max(near) + 0.15, seed


@pytest.mark.parametrize("seed", range(10))
def test_moving_a_thing_away_never_takes_sky(seed):
    things = _random_plan(seed)
    near = Surroundings(drawn=solids_of(things), terminal_height_m=2.0).profile()
    for at in range(len(things)):
        rest = [one for k, one in enumerate(things) if k != at]
        left = Surroundings(drawn=solids_of(rest), terminal_height_m=2.0).profile()
        grid = np.arange(0, 360, 1.0)
        with_it = np.interp(grid, near.azimuth_deg, near.elevation_deg, period=360.0)
        without = np.interp(grid, left.azimuth_deg, left.elevation_deg, period=360.0)
        assert (without <= with_it + 1e-9).all()


def test_layers_commute():
    """Drawn, read and measured things join to the same skyline in whatever order they are drawn."""
    things = _random_plan(3) + _random_plan(4)
    told = {"skyline": [{"azimuth_deg": 10, "elevation_deg": 5}, {"azimuth_deg": 200, "elevation_deg": 9}]}
    one = Surroundings(**told, drawn=solids_of(things), terminal_height_m=2.0).profile()
    other = Surroundings(**told, drawn=solids_of(things[::-1]), terminal_height_m=2.0).profile()
    assert np.array_equal(one.elevation_deg, other.elevation_deg)
    assert np.array_equal(one.distance_m, other.distance_m)


def test_a_plan_goes_out_as_geojson_and_comes_back():
    things = [
        thing("building", (-5, 8), (5, 8), (5, 16), (-5, 16), height_m=6, ridge_m=9, name="school"),
        thing("wire", (-30, -9, 8), (30, -9, 7), height_m=6.5),
        thing("tree", (12, 3), height_m=9, across_m=4, growth_m_per_year=0.3),
    ]
    back = read_geojson(as_geojson(things, -29.4, 28.3), -29.4, 28.3)
    assert back.left_out == []
    for one, other in zip(things, back.things, strict=True):
        assert (one.kind, one.name, one.height_m, one.ridge_m) == (
            other.kind,
            other.name,
            other.height_m,
            other.ridge_m,
        )
        assert np.array(other.spots).ravel() == pytest.approx(np.array(one.spots).ravel(), abs=0.02)  # 7 digits: 1 cm
        assert [corner.up_m for corner in other.corners] == [corner.up_m for corner in one.corners]


def test_open_map_tags_say_what_a_feature_is_and_the_rest_is_named():
    def feature(geometry, coordinates, **told):
        return {"type": "Feature", "geometry": {"type": geometry, "coordinates": coordinates}, "properties": told}

    ring = [[28.3, -29.4], [28.3001, -29.4], [28.3001, -29.4001], [28.3, -29.4]]
    file = {
        "type": "FeatureCollection",
        "features": [
            feature("Polygon", [ring], building="yes", height="7 m"),
            feature("Point", [28.3, -29.4], natural="tree"),
            feature("Point", [28.3, -29.4], name="a bench"),
        ],
    }
    read = read_geojson(json.dumps(file), -29.4, 28.3)
    assert [(one.kind, one.height_m) for one in read.things] == [("building", 7.0), ("tree", None)]
    assert read.left_out == ["a bench"]
    with pytest.raises(InputError, match="FeatureCollection"):
        read_geojson("{}", 0, 0)


def test_a_barrier_that_is_recorded_turns_the_hold_into_something_to_mind():
    way = thing("way", (-5, 1), (5, 1), height_m=0)
    assert found("beam", way, elevation_deg=20.0, barrier=True).level is Level.MIND
    given = plan(way, elevation_deg=20.0, barrier=True)
    assert plan_against(site_plan(given).result.positions[0], 2.0, given)[0] == []


def test_what_the_plan_holds_is_told_in_the_comparison():
    given = plan(thing("way", (-5, 1), (5, 1), height_m=0), elevation_deg=20.0)
    holds, minds = plan_against(site_plan(given).result.positions[0], 2.0, given)
    assert (len(holds), minds) == (1, [])
