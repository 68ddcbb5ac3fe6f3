"""Figures that misled people once, each against something that does not come from the module under test."""

import math
from itertools import pairwise

import numpy as np
import pytest

from rindle_core.catalogue.models import Beam, Terminal
from rindle_core.catalogue.panel import Panel
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.horizon import HorizonInput, find_horizon
from rindle_core.science.outline import contains, edge_distance_km, unrolled
from rindle_core.science.shells import Shell
from rindle_core.science.skyline import SkylinePoint
from rindle_core.science.terrain import read_hgt
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.beams import deepest
from rindle_core.stations.bringup.power_density import PowerDensityInput, power_density
from rindle_core.stations.sky.compare import CompareInput, PositionSky, compare
from rindle_core.stations.sky.fixed_sky import SkyInput, sky
from rindle_core.stations.sky.low_orbit import bearings_of, low_orbit
from rindle_core.stations.sky.obstacles import ObstacleMeasureInput, measure
from rindle_core.stations.sky.passes import LowOrbitInput
from rindle_core.stations.sky.sky_photo import PhotoInput, sky_photo
from tests import golden

SITE = {"latitude_deg": -29.5, "longitude_deg": 28.4, "height_m": 1900}
DENSE = [
    Shell(altitude_km=550, inclination_deg=53, plane_count=72, per_plane_count=22, phasing_number=39),
    Shell(altitude_km=570, inclination_deg=70, plane_count=36, per_plane_count=20, phasing_number=11),
]


def pixels_of(width, height, focal_mm, azimuth_deg, elevation_deg):
    """Where a level pinhole looking north shows a direction: the picture's half diagonal is what 21.633 mm are."""
    focal_px = focal_mm / 21.6333 * math.hypot(width, height) / 2
    across = focal_px * math.tan(math.radians(azimuth_deg))
    up = math.hypot(focal_px, across) * math.tan(math.radians(elevation_deg))
    return width / 2 + across, height / 2 - up


@pytest.mark.parametrize(
    ("width", "height"),
    [(3600, 2400), (4000, 3000), (4000, 2250), (2400, 3600), (3000, 4000), (2250, 4000)],
)
@pytest.mark.parametrize("mark_count", [1, 2])
def test_a_photo_shows_a_tree_top_at_its_height_however_it_was_held(width, height, mark_count):
    top = pixels_of(width, height, 26, 4.0, 28.0)
    left = pixels_of(width, height, 26, -12.0, 0.0)[0]
    marks = [{"x_px": width / 2, "azimuth_deg": 180.0}, {"x_px": left, "azimuth_deg": 168.0}][:mark_count]
    given = {"width_px": width, "height_px": height, "projection": "flat", "horizon_y_px": height / 2, "marks": marks}
    found = sky_photo(PhotoInput.model_validate({**given, "focal_mm": 26, "trace": [top]})).result.points[0]
    # half a hundredth of a degree: the points are rounded to a hundredth
    assert found.elevation_deg == pytest.approx(28.0, abs=0.0051)
    assert found.azimuth_deg == pytest.approx(184.0, abs=0.0051)


def share_of_the_panels_sky(panel, hidden):
    """Share of the directions in the cone and over the least elevation for which `hidden` holds, by throwing darts."""
    chance = np.random.default_rng(4)
    up, turn = chance.uniform(0, 1, 400_000), chance.uniform(0, 2 * np.pi, 400_000)
    level = np.sqrt(1 - up**2)
    tilt = math.radians(panel.tilt_deg)  # towards the south
    along = -level * np.cos(turn) * math.sin(tilt) + up * math.cos(tilt)
    inside = (along >= math.cos(math.radians(panel.cone_half_deg))) & (
        up >= math.sin(math.radians(panel.least_elevation_deg))
    )
    return 100 * np.mean(hidden(np.degrees(turn[inside]), np.degrees(np.arcsin(up[inside]))))


def masked(panel, elevations):
    points = [SkylinePoint(azimuth_deg=a, elevation_deg=elevations(a)) for a in range(0, 360, 1)]
    given = LowOrbitInput(
        **SITE, panel=panel, shells=DENSE, duration_h=0.1, boresight_azimuth_deg=180, skyline=points, bearings=False
    )
    return low_orbit(given).result.sky_masked_percent


@pytest.mark.parametrize("tilt_deg", [0, 8, 20, 45, 80])
@pytest.mark.parametrize("shape", ["level", "sides"])
def test_the_masked_share_is_that_of_the_panels_own_sky(tilt_deg, shape):
    panel = Panel(tilt_deg=tilt_deg, cone_half_deg=55, least_elevation_deg=25, self_aiming=False)
    wall = {"level": lambda a: 45.0, "sides": lambda a: 60.0 if 60 <= a % 180 <= 120 else 0.0}[shape]
    expected = share_of_the_panels_sky(
        panel, lambda a, e: e < (45.0 if shape == "level" else np.where((a % 180 >= 60) & (a % 180 <= 120), 60.0, 0.0))
    )
    assert masked(panel, wall) == pytest.approx(expected, abs=0.5)  # darts: 0.1; the wall's slanting sides: 0.3


@pytest.mark.parametrize(
    ("tilt_deg", "cone_deg", "least_deg"), [(0, 55, 25), (8, 55, 25), (20, 55, 25), (60, 40, 25), (85, 20, 5)]
)
def test_a_bearing_matters_when_any_direction_on_it_is_in_the_panels_sky(tilt_deg, cone_deg, least_deg):
    panel = Panel(tilt_deg=tilt_deg, cone_half_deg=cone_deg, least_elevation_deg=least_deg)
    bearings, tilt = np.arange(0.0, 360.0, 5.0), math.radians(tilt_deg)
    up = np.radians(np.arange(least_deg, 90.0, 0.05))[:, None]
    along = np.cos(up) * np.cos(np.radians(bearings - 40.0)) * math.sin(tilt) + np.sin(up) * math.cos(tilt)
    expected = bearings[(along > math.cos(math.radians(cone_deg))).any(axis=0)]
    assert list(bearings_of(panel, 40.0, bearings)) == list(expected)


@pytest.mark.turns(days=6)
def test_bare_trees_tell_the_same_gaps_however_fine_the_steps_are():
    points = [SkylinePoint(azimuth_deg=a, elevation_deg=50, kind="tree", leafless_share=0.4) for a in range(0, 360, 10)]

    def told(step_s):
        given = LowOrbitInput(
            **SITE, panel=Panel(tilt_deg=20), shells=DENSE, duration_h=4, skyline=points, season="bare", step_s=step_s
        )
        found = low_orbit(given).result
        return found.interruptions_per_h, found.out_percent

    rates, shares = zip(*(told(step_s) for step_s in (1.0, 0.5, 0.25, 0.125)), strict=True)
    steps = [abs(a - b) / b for a, b in pairwise(rates)]
    assert steps[-1] < 0.06  # a satellite crosses a branch in a second: finer steps find no more of them
    assert steps == sorted(steps, reverse=True)
    assert np.ptp(shares) < 0.5


# The tube against points in space


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("wall_m", [2.0, 8.0, 30.0, 400.0])
@pytest.mark.parametrize("satellite_longitude_deg", [28.0, 50.0, 88.0])
@pytest.mark.parametrize("beside_deg", [0.0, 6.0])
def test_the_tube_is_touched_where_a_point_in_space_lies_inside_it(wall_m, satellite_longitude_deg, beside_deg):
    """A tall thin thing grows beside or under the beam until its top is inside the tube: in metres, not in angles."""
    site = {"latitude_deg": -12.0, "longitude_deg": 28.0, "height_m": 0.0, "date": "2026-11-24"}
    dish = {"aperture_mm": 740, "receive_ghz": 19.95, "satellite_longitude_deg": satellite_longitude_deg}
    here = sky(SkyInput.model_validate({**site, **dish})).result.satellite
    a, e, wavelength_m = math.radians(beside_deg), math.radians(here.elevation_deg), 0.299792458 / 19.95

    def inside(elevation_deg):
        rise = wall_m * math.tan(math.radians(elevation_deg))
        point = np.array([wall_m * math.cos(a), wall_m * math.sin(a), rise])
        axis = np.array([math.cos(e), 0.0, math.sin(e)])
        along = float(point @ axis)
        off = float(np.linalg.norm(point - along * axis))
        return off < 0.37 + 0.6 * math.sqrt(wavelength_m * along)

    tops = np.arange(max(0.0, here.elevation_deg - 40), here.elevation_deg - 0.02, 0.02)
    touching = [top for top in tops if inside(top)]

    def left(top):
        bearing = (here.azimuth_deg + beside_deg) % 360
        around = [
            {"azimuth_deg": (bearing + off) % 360, "elevation_deg": top if off == 0 else -5.0, "distance_m": wall_m}
            for off in (-0.4, -0.2, 0, 0.2, 0.4, 180)
        ]
        return sky(SkyInput.model_validate({**site, **dish, "skyline": around})).result.tube_margin_deg

    if not touching:
        assert left(tops[-1]) > 0
        return
    assert left(touching[0] + 0.1) < 0
    assert left(touching[0] - 0.1) > 0


# Positions in the order that the docstring promises


def spot(letter, **more):
    return PositionSky.model_validate({"letter": letter, "sky_level": "mind", "access": "ladder", **more})


@pytest.mark.parametrize(
    ("better", "worse"),
    [
        ({"out_percent": 3.1, "cable_length_m": 20}, {"out_percent": 9.8, "cable_length_m": 18}),
        ({"rigid": True, "exposure": "edge"}, {"rigid": False, "exposure": "lee"}),
        ({"access": "ground", "exposure": "windward", "cable_length_m": 40}, {"access": "roof", "exposure": "lee"}),
        ({"margin_deg": 9.0, "rigid": False}, {"margin_deg": 4.0, "rigid": True, "access": "ground"}),
        ({"margin_deg": 14.0, "rigid": True}, {"margin_deg": 35.0, "rigid": False}),
        ({"sky_level": "clear", "access": "roof"}, {"sky_level": "mind", "access": "ground", "rigid": True}),
        ({"exposure": "lee"}, {"exposure": "edge"}),
    ],
)
def test_sky_goes_before_firmness_firmness_before_access_and_access_before_comfort(better, worse):
    for first, second in (("A", "B"), ("B", "A")):
        rows = sorted([spot(first, **better), spot(second, **worse)], key=lambda one: one.letter)
        assert compare(CompareInput(positions=rows, most_cable_m=45)).result.ranks[0].letter == first


# Radio energy


def test_the_dish_itself_is_the_strongest_place_and_one_diameter_is_kept_of_it():
    """2 W over 960 mm: 4 P / A = 11.05 W/m² at the surface; the near field's 7.18 W/m² lies under 10."""
    given = {"transmit_w": 2, "aperture_mm": 960, "transmit_ghz": 14.25, "elevation_deg": 0, "terminal_height_m": 1.5}
    found = power_density(PowerDensityInput(**given))
    assert found.result.surface_w_per_m2 == pytest.approx(4 * 2 / (math.pi * 0.48**2))
    assert found.result.near_w_per_m2 == pytest.approx(7.18, abs=0.01)
    assert found.result.limit_at_m == pytest.approx(0.96)
    assert found.findings[0].level is Level.MIND
    quiet = power_density(PowerDensityInput(**{**given, "transmit_w": 1.8}))
    assert (quiet.result.limit_at_m, quiet.findings[0].level) == (0.0, Level.CLEAR)


@pytest.mark.parametrize("elevation_deg", [20.0, 45.0, 70.0])
def test_people_are_kept_from_where_the_lower_rim_lets_the_beam_out(elevation_deg):
    """The rim and the edge of the beam walked point by point."""
    given = {"transmit_w": 4, "aperture_mm": 1200, "transmit_ghz": 29.75, "elevation_deg": elevation_deg}
    found = power_density(PowerDensityInput(**given, terminal_height_m=1.4)).result
    e = math.radians(elevation_deg)
    rim = np.array([0.6 * math.sin(e), 1.4 - 0.6 * math.cos(e)])
    walk = rim + np.linspace(0, found.limit_at_m, 200_001)[:, None] * np.array([math.cos(e), math.sin(e)])
    assert found.people_clear_m == pytest.approx(walk[walk[:, 1] < 2.2][:, 0].max(), abs=0.001)


# Time


def test_no_echo_is_called_too_short_that_a_nearer_gateway_could_give():
    """Over a gateway straight under the satellite 35 786 km are the least; at its horizon 41 679 km the most."""
    site = {"latitude_deg": -29.5, "longitude_deg": 28.4, "date": "2026-11-24"}
    found = aim(AimInput.model_validate({**site, "satellite_longitude_deg": 31.6})).result
    km_per_ms = 299.792458
    assert found.least_ping_ms == pytest.approx(2 * (found.slant_range_km + 35_786.0) / km_per_ms, abs=0.1)
    assert found.most_path_ping_ms == pytest.approx(2 * (found.slant_range_km + 41_679.0) / km_per_ms, abs=0.1)
    low = {"latitude_deg": 60.0, "longitude_deg": -30.0, "date": "2026-11-24"}
    far = aim(AimInput.model_validate({**low, "satellite_longitude_deg": 31.6})).result
    assert far.least_ping_ms < 520 < 4 * far.slant_range_km / km_per_ms


# Smaller ones


@pytest.mark.turns(days=6)
def test_the_spread_of_a_trials_count_is_that_of_simulated_trials():
    """Forty seeds of the same sky: the counts scatter by two thirds of what chance alone would give."""
    points = [SkylinePoint(azimuth_deg=a, elevation_deg=32, distance_m=20) for a in range(0, 360, 10)]
    given = LowOrbitInput(**SITE, panel=Panel(tilt_deg=20), shells=DENSE, duration_h=2, step_s=3, skyline=points)
    counts = [low_orbit(given.model_copy(update={"seed": seed})).result.interruption_count for seed in range(40)]
    # the spread of forty counts is known to 11 %, twice that is allowed
    assert np.std(counts, ddof=1) / math.sqrt(np.mean(counts)) == pytest.approx(
        HouseRules().trial_spread_share, abs=0.15
    )


def test_gaps_by_obstruction_are_not_all_gaps():
    """Thin shells leave gaps of their own: an open sky has interruptions, and none of them by obstruction."""
    thin = [Shell(altitude_km=600, inclination_deg=60, plane_count=5, per_plane_count=12, phasing_number=2)]
    found = low_orbit(LowOrbitInput(**SITE, panel=Panel(tilt_deg=20), shells=thin, duration_h=6)).result
    assert found.interruptions_per_h > 0
    assert found.blocked_per_h == 0


@pytest.mark.turns(days=6)
@pytest.mark.parametrize(
    ("way", "spreads"),
    [
        ({"way": "tape", "tape_m": 30.0}, {"tape_m": 0.06, "top_deg": 0.3}),
        ({"way": "laser", "laser_m": 40.0}, {"laser_m": 0.1, "top_deg": 0.3}),
        ({"way": "two_places", "back_m": 20.0, "far_top_deg": 22.0}, {"far_top_deg": 0.3, "top_deg": 0.3}),
    ],
)
def test_the_errors_of_an_obstacle_are_those_of_repeated_measuring(way, spreads):
    """Four thousand measurements, each thing off by its own error: what is correlated stays so."""
    chance, base = np.random.default_rng(2), {**way, "top_deg": 35.0}
    told = measure(ObstacleMeasureInput.model_validate(base)).result
    rows = []
    for _ in range(4000):
        shaken = {name: base[name] + chance.normal(0, spread) for name, spread in spreads.items()}
        again = measure(ObstacleMeasureInput.model_validate({**base, **shaken})).result
        rows.append((again.distance_m, again.height_m))
    spread = np.std(rows, axis=0)
    # four thousand draws know a spread to 1.1 %; the tangent's bend adds some
    assert (told.distance_error_m, told.height_error_m) == pytest.approx(tuple(spread), rel=0.06)


SQUARE = [(10.0, -10.0), (30.0, -10.0), (30.0, 10.0), (10.0, 10.0)]
CAP = [(-180.0, 60.0), (-90.0, 60.0), (0.0, 60.0), (90.0, 60.0)]


@pytest.mark.parametrize(
    ("outline", "latitude_deg", "longitude_deg", "inside"),
    [
        pytest.param(SQUARE, 10.0, 20.0, True, id="on the northern edge"),
        pytest.param(SQUARE, 0.0, 30.0, True, id="on the eastern edge"),
        pytest.param(SQUARE, -10.0, 10.0, True, id="on a corner"),
        pytest.param(SQUARE, 10.0001, 20.0, False, id="just north of the edge"),
        pytest.param(CAP, 80.0, 33.0, True, id="in a cap about the north pole"),
        pytest.param(CAP, 90.0, 0.0, True, id="on the pole"),
        pytest.param(CAP, 59.0, 33.0, False, id="under the cap"),
        pytest.param(CAP[::-1], 70.0, -179.0, True, id="the cap the other way round"),
        pytest.param([(lon, -lat) for lon, lat in CAP], -75.0, 170.0, True, id="about the south pole"),
        pytest.param([(lon, -lat) for lon, lat in CAP], 75.0, 170.0, False, id="not about the other one"),
    ],
)
def test_outlines_hold_what_lies_on_them_and_go_round_a_pole(outline, latitude_deg, longitude_deg, inside):
    assert contains(outline, latitude_deg, longitude_deg) is inside


def test_a_hole_leaves_its_rim_to_the_beam():
    hole = [(18.0, -2.0), (22.0, -2.0), (22.0, 2.0), (18.0, 2.0)]
    assert not contains(SQUARE, 0.0, 20.0, [hole])
    assert contains(SQUARE, 0.0, 18.0, [hole])


def test_an_outline_of_many_points_is_dealt_with_in_its_time():
    """A circle of two thousand corners: the middle is its middle, and nothing is subdivided without end."""
    turns = np.linspace(0, 2 * np.pi, 2000, endpoint=False)
    corners = [(25 + 60 * math.cos(turn), 10 + 55 * math.sin(turn)) for turn in turns]
    beam = Beam(letter="W", hand="left", carrier_mhz=1200, expected_es_n0_db=12, polygon_deg=corners)
    middle = deepest(beam)
    # a step of the grid is 4.8°
    assert (middle.longitude_deg, middle.latitude_deg) == pytest.approx((25, 10), abs=5)


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("seed", range(6))
def test_no_point_of_the_grid_is_deeper_than_the_one_that_is_found(seed):
    """Against all of the grid's points asked one by one: stars of any shape, with a hole, over the date line too."""
    chance = np.random.default_rng(seed)
    turns = np.sort(chance.uniform(0, 2 * np.pi, 9))
    reach, middle = chance.uniform(2, 18, 9), (179.0 if seed % 2 else 20.0, chance.uniform(-45, 45))
    corners = [
        (float((middle[0] + r * math.cos(turn) + 180) % 360 - 180), middle[1] + r * math.sin(turn))
        for r, turn in zip(reach, turns, strict=True)
    ]
    hole = [((middle[0] + east + 180) % 360 - 180, middle[1] + north) for east, north in ((0, 0), (1, 0), (0, 1))]
    beam = Beam(letter="S", hand="left", carrier_mhz=1200, expected_es_n0_db=12, polygon_deg=corners, holes_deg=[hole])
    longitudes, latitudes = unrolled(np.array(corners)[:, 0]), np.array(corners)[:, 1]
    every = [
        edge_distance_km(corners, lat, (lon + 180) % 360 - 180, [hole])
        for lon in np.linspace(longitudes.min(), longitudes.max(), 26)[1:-1]
        for lat in np.linspace(latitudes.min(), latitudes.max(), 26)[1:-1]
    ]
    assert deepest(beam).edge_km == pytest.approx(max(every), abs=1e-5)


def test_a_summit_between_two_rays_is_seen():
    """One post of a plain, 1 km off and a quarter of a sector beside the middle of it: the horizon holds its height."""
    heights = np.full((1201, 1201), 1500, dtype=">i2")
    heights[600 - 40, 600 + 3] = 1560  # 40 posts of 92.7 m north, 3 of 82 m east
    tile = read_hgt("S30E027.hgt", heights.tobytes())
    given = HorizonInput(latitude_deg=-29.5, longitude_deg=27.5, terminal_height_m=2, reach_km=6, bearing_count=720)
    found = find_horizon(given, [tile])
    away_m = math.hypot(40 * 92.66, 3 * 92.66 * math.cos(math.radians(29.5)))
    assert found.elevation_deg.max() == pytest.approx(math.degrees(math.atan2(58 - 0.9, away_m)), abs=0.01)


def test_a_second_pass_is_held_against_the_fitted_top_of_the_first():
    """The first pass reads around its top and never on it: 2.0 dB over its best reading is no gain of the second."""
    base = golden.read("half-way")["facts"]
    terminal = Terminal.model_validate(base["terminal"])

    def parabola(top_db, turns, axis):
        width = terminal.beamwidth_deg() / getattr(terminal, f"{axis}_screw").deg_per_turn
        width /= math.cos(math.radians(55.6)) if axis == "azimuth" else 1.0
        return [{"turns": at, "level_db": top_db - 12 * (at / width) ** 2} for at in turns]

    rows = [
        {**row, "axis": axis, "pass_number": number}
        for axis in ("elevation", "azimuth")
        for number, turns in ((1, (-2.0, -1.2, 1.2, 2.0)), (2, (-2.0, -1.0, 0.0, 1.0, 2.0)))
        for row in parabola(12.0, turns, axis)
    ]
    found = assess(JobInput.model_validate({**base, "readings": rows}))
    assert found.result.second_pass_gain_db == pytest.approx(0.0, abs=0.02)
    assert next(one for one in found.findings if one.code == "peak.second_pass").level is Level.CLEAR


@pytest.mark.parametrize(
    ("levels", "proved"),
    [
        ([5.9, 10.4, 12.0, 10.4, 5.9], True),
        ([5.9, 10.4, 12.0, 11.9, 11.6], False),  # never a decibel down on the far side
        ([12.0, 11.9], False),
        ([11.7, 12.0, 12.1, 11.9, 11.8], False),  # flat: noise, not a lobe
    ],
)
def test_a_top_is_proved_by_a_fall_on_both_sides(levels, proved):
    readings = [{"axis": "elevation", "turns": 1.25 * at, "level_db": level} for at, level in enumerate(levels)]
    slope = math.cos(math.radians(55.6))  # a turn of the azimuth moves the beam by the cosine only
    both = readings + [{**one, "axis": "azimuth", "turns": one["turns"] / slope} for one in readings]
    found = assess(JobInput.model_validate({**golden.read("half-way")["facts"], "readings": both})).result
    station = next(one for one in found.stations if one.code == "peak")
    assert found.elevation_peak.fit.bracketed is proved
    assert ("Peaked" in as_text(station.headline) or "turn" in as_text(station.headline)) is proved
    told = {one.code: one.level for one in station.findings}
    assert (told.get("peak.elevation.one_side") is Level.UNKNOWN) is not proved
    assert ("peak.elevation.certainty" in told) is proved
