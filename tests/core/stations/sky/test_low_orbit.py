"""Low orbits: positions against skyfield and a published orbit, pruning against brute force, laws of coverage."""

import datetime as dt
import json
import math
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from sgp4.exporter import export_tle
from skyfield.api import EarthSatellite, load, wgs84

from rindle_core.catalogue.panel import Panel
from rindle_core.kernel.errors import InputError, Stopped
from rindle_core.kernel.findings import Level
from rindle_core.science.shells import ElementLines, ElementSky, Shell, ShellSky, SiteFrame, horizontal
from rindle_core.science.skyline import Obstacle, Profile, SkylinePoint, point_groups
from rindle_core.stations.sky.low_orbit import low_orbit, simulate
from rindle_core.stations.sky.passes import BLOCKED, LowOrbitInput, Served, gaps_of, states_of

DEMO = Path(__file__).parents[4] / "demo"
SITE = {"latitude_deg": -29.5, "longitude_deg": 28.4, "height_m": 1900}
FRAME = SiteFrame.at(*SITE.values())
DENSE = [
    Shell(altitude_km=550, inclination_deg=53, plane_count=72, per_plane_count=22, phasing_number=39),
    Shell(altitude_km=570, inclination_deg=70, plane_count=36, per_plane_count=20, phasing_number=11),
]
THIN = [Shell(altitude_km=600, inclination_deg=60, plane_count=5, per_plane_count=12, phasing_number=2)]
PANEL = Panel(tilt_deg=20)
START = dt.datetime(2026, 11, 25, 6, tzinfo=dt.UTC)


def walls(elevation_deg, kind="building", **more):
    return [SkylinePoint(azimuth_deg=a, elevation_deg=elevation_deg, kind=kind, **more) for a in range(0, 360, 10)]


def run(**more):
    values = {**SITE, "panel": PANEL, "shells": DENSE, "duration_h": 2.0, **more}
    return low_orbit(LowOrbitInput(**values))


# Where the satellites are


def made_elements(count=24, sunk=()):
    """Elements of a made-up train: the same height, nodes and phases spread; those that have `sunk` are in the air."""
    from sgp4.api import WGS72, Satrec

    rows = []
    for at in range(count):
        one = Satrec()
        epoch = (START - dt.datetime(1949, 12, 31, tzinfo=dt.UTC)).total_seconds() / 86_400.0
        one.sgp4init(
            WGS72,
            "i",
            90_000 + at,
            epoch,
            1e-5,
            0.0,
            0.0,
            0.0005 + 0.0001 * (at % 3),
            (0.3 * at) % 6.28,
            math.radians(53),
            (0.26 * at) % 6.28,
            0.0780 if at in sunk else 0.0655 + 1e-5 * at,
            (0.7 * at) % 6.28,
        )
        one.classification, one.intldesg, one.ephtype, one.elnum, one.revnum = "U", "26001A", 0, 1, 1
        rows.append(export_tle(one))
    return rows


def test_elements_stand_where_skyfield_has_them():
    lines = made_elements()
    sky = ElementSky(lines, START, 6 * 3600.0, FRAME)
    scale, there = load.timescale(builtin=True), wgs84.latlon(-29.5, 28.4, 1900)
    rng = np.random.default_rng(3)
    for at in range(0, len(lines), 5):
        satellite = EarthSatellite(*lines[at], ts=scale)
        for seconds in rng.uniform(0, 6 * 3600.0, 6):
            azimuth, elevation = horizontal(FRAME.sight(sky.ecef_km(np.array([at]), np.array([seconds]))))
            altitude, bearing, _ = (
                (satellite - there).at(scale.from_datetime(START + dt.timedelta(seconds=float(seconds)))).altaz()
            )
            off = np.hypot(
                elevation[0] - altitude.degrees,
                ((azimuth[0] - bearing.degrees + 180) % 360 - 180) * math.cos(math.radians(altitude.degrees)),
            )
            assert off < 0.02  # polar motion, UT1 and the equinox terms that are left out: together about 0.3 km


def test_a_sun_synchronous_orbit_turns_with_the_sun():
    """At 800 km the node of an orbit of 98.6° goes round once a year (Vallado, 4th ed., 11.4.1: 0.9856° a day)."""
    sky = ShellSky([Shell(altitude_km=800, inclination_deg=98.6, plane_count=1, per_plane_count=1)], FRAME)
    per_day = math.degrees(sky._rates[0].node_rad_per_s + 7.292115e-5) * 86_400
    assert per_day == pytest.approx(0.9856, abs=0.01)


def test_a_shell_and_sgp4_agree_on_period_and_drift():
    """Mean along-track and node drift of a circular orbit against SGP4 without drag over six hours: within 0.3° of each
    other.
    """
    from sgp4.api import WGS72, Satrec

    shell = Shell(altitude_km=550, inclination_deg=53, plane_count=1, per_plane_count=1)
    radius = 6378.137 + 550
    one = Satrec()
    one.sgp4init(
        WGS72,
        "i",
        1,
        28_000.0,
        0.0,
        0.0,
        0.0,
        1e-7,
        0.0,
        math.radians(53),
        0.0,
        math.sqrt(398600.4418 / radius**3) * 60,
        0.0,
    )
    sky = ShellSky([shell], FRAME)
    rates = sky._rates[0]
    seconds = 6 * 3600.0
    error, place, velocity = one.sgp4(one.jdsatepoch, one.jdsatepochF + seconds / 86_400)
    assert error == 0
    normal = np.cross(place, velocity)
    node_vector = np.cross([0, 0, 1], normal)
    node = math.degrees(math.atan2(node_vector[1], node_vector[0]))
    assert node == pytest.approx(math.degrees((rates.node_rad_per_s + 7.292115e-5) * seconds), abs=0.05)
    unit = node_vector / np.linalg.norm(node_vector)
    along = math.degrees(
        math.atan2(np.dot(np.cross(unit, place), normal) / np.linalg.norm(normal), np.dot(unit, place))
    )
    told = math.degrees(rates.phase_rad_per_s * seconds)
    # SGP4 takes the mean motion as Kozai's, which holds the secular J2 terms already: the same formulas less that part.
    kozai = math.sqrt(398600.4418 / radius**3)
    flat = 1.5 * 1.08262668e-3 * (6378.137 / radius) ** 2
    perigee = flat * kozai * (2 - 2.5 * math.sin(math.radians(53)) ** 2)
    assert (along - math.degrees((kozai + perigee) * seconds) + 180) % 360 - 180 == pytest.approx(0.0, abs=0.3)
    assert told - math.degrees((kozai + perigee) * seconds) == pytest.approx(
        math.degrees(flat * kozai * (1 - 1.5 * math.sin(math.radians(53)) ** 2) * seconds), rel=0.01
    )


@pytest.mark.parametrize("least", [0.0, 10.0, 25.0, 40.0])
def test_pruning_leaves_out_no_satellite_that_stands_high_enough(least):
    edges = np.arange(0, 1800.0, 60.0)
    for sky in (ShellSky(DENSE, FRAME), ElementSky(made_elements(), START, 1800.0, FRAME)):
        when, who = sky.near(edges, least)
        kept = set(zip(when.tolist(), who.tolist(), strict=True))
        every = np.arange(sky.count)
        above = 0
        for at, second in enumerate(edges):
            _, elevation = horizontal(FRAME.sight(sky.ecef_km(every, np.full(sky.count, second))))
            high = np.flatnonzero(elevation >= least)
            above += len(high)
            assert {(at, int(one)) for one in high} <= kept
        assert len(kept) < max(2 * above, 200)  # it does prune


# Against a simulation written out plainly


def plain_out_share(given):
    """The same rules in plain loops: one satellite, one slot, one second at a time."""
    shell = given.shells[0]
    radius, inc = 6378.137 + shell.altitude_km, math.radians(shell.inclination_deg)
    flat = 1.5 * 1.08262668e-3 * (6378.137 / radius) ** 2
    motion = math.sqrt(398600.4418 / radius**3)
    node_rate, rate = -flat * motion * math.cos(inc) - 7.292115e-5, motion * (1 + flat * (3 - 4 * math.sin(inc) ** 2))
    lat, lon = math.radians(given.latitude_deg), math.radians(given.longitude_deg)
    normal = 6378.137 / math.sqrt(1 - 0.00669437999014 * math.sin(lat) ** 2)
    h = given.height_m / 1000
    site = [
        (normal + h) * math.cos(lat) * math.cos(lon),
        (normal + h) * math.cos(lat) * math.sin(lon),
        (normal * (1 - 0.00669437999014) + h) * math.sin(lat),
    ]

    def look(plane, seat, t):
        node = plane * 2 * math.pi / shell.plane_count + node_rate * t
        step = 2 * math.pi / shell.per_plane_count
        u = seat * step + plane * shell.phasing_number * step / shell.plane_count + rate * t
        x = radius * (math.cos(u) * math.cos(node) - math.sin(u) * math.cos(inc) * math.sin(node)) - site[0]
        y = radius * (math.cos(u) * math.sin(node) + math.sin(u) * math.cos(inc) * math.cos(node)) - site[1]
        z = radius * math.sin(u) * math.sin(inc) - site[2]
        east = -math.sin(lon) * x + math.cos(lon) * y
        north = -math.sin(lat) * math.cos(lon) * x - math.sin(lat) * math.sin(lon) * y + math.cos(lat) * z
        up = math.cos(lat) * math.cos(lon) * x + math.cos(lat) * math.sin(lon) * y + math.sin(lat) * z
        return math.degrees(math.atan2(east, north)) % 360, math.degrees(math.atan2(up, math.hypot(east, north)))

    def fits(azimuth, elevation):
        tilt, bore = math.radians(given.panel.tilt_deg), math.radians(given.boresight_azimuth_deg)
        a, e = math.radians(azimuth), math.radians(elevation)
        cosine = math.cos(e) * math.sin(tilt) * math.cos(a - bore) + math.sin(e) * math.cos(tilt)
        return elevation >= given.panel.least_elevation_deg and cosine >= math.cos(
            math.radians(given.panel.cone_half_deg)
        )

    slots = round(given.duration_h * 240)
    draw = np.random.default_rng(given.seed).random(slots)
    lost = 0
    for slot in range(slots):
        usable = [
            (p, s)
            for p in range(shell.plane_count)
            for s in range(shell.per_plane_count)
            if fits(*look(p, s, slot * 15.0)) and fits(*look(p, s, slot * 15.0 + 15.0))
        ]
        if not usable:
            lost += 15
            continue
        plane, seat = usable[int(draw[slot] * len(usable))]
        for second in range(15):
            azimuth, elevation = look(plane, seat, slot * 15.0 + second + 0.5)
            lost += elevation < 40 if 100 <= azimuth <= 250 else 0
    return lost / (slots * 15)


def test_the_simulation_is_that_of_plain_loops():
    block = [SkylinePoint(azimuth_deg=a, elevation_deg=e) for a, e in ((99.99, 0), (100, 40), (250, 40), (250.01, 0))]
    given = LowOrbitInput(
        **SITE, panel=PANEL, shells=THIN, boresight_azimuth_deg=180.0, skyline=block, duration_h=0.5, seed=5
    )
    assert low_orbit(given).result.out_percent / 100 == pytest.approx(
        plain_out_share(given), abs=1.5 / 1800
    )  # a second at the block's edge


# Laws


def test_an_open_sky_has_no_interruption_and_a_closed_one_is_a_single_gap():
    free = run(skyline=walls(0.0)).result
    assert (free.blocked_percent, free.interruption_count, free.longest_gap_s) == (0.0, 0, 0.0)
    assert all(one.level is Level.CLEAR for one in free.uses)
    shut = run(skyline=walls(89.9)).result
    assert (shut.out_percent, shut.interruption_count, shut.longest_gap_s) == (100.0, 1, 7200.0)
    assert shut.sky_masked_percent == pytest.approx(100.0, abs=0.01)


def test_the_same_seed_gives_the_same_answer_and_another_one_a_like_one():
    rows = [run(skyline=walls(35.0), seed=seed).result for seed in (4, 4, 5)]
    assert rows[0] == rows[1]
    assert rows[2].out_percent != rows[0].out_percent
    assert rows[2].out_percent == pytest.approx(
        rows[0].out_percent, abs=6.0
    )  # 480 slots: two standard deviations of a share


def test_a_higher_wall_never_costs_less():
    shares = [run(skyline=walls(elevation)).result.out_percent for elevation in (20, 30, 40, 50, 60)]
    assert shares == sorted(shares)
    assert shares[0] < 1 < shares[-1]


def test_it_converges_as_the_step_shrinks():
    trees = [Obstacle(azimuth_deg=a, distance_m=10, height_m=12, width_m=3) for a in (120, 160, 200)]
    finest = run(obstacles=trees, terminal_height_m=3, step_s=0.25).result.out_percent
    off = [
        abs(run(obstacles=trees, terminal_height_m=3, step_s=step).result.out_percent - finest)
        for step in (5.0, 1.0, 0.5)
    ]
    assert off[0] < 1.0
    assert off[1] < 0.15
    assert off[2] < 0.08


@pytest.mark.turns(days=6)
@settings(max_examples=6)
@given(st.floats(1, 359))
def test_turning_sky_and_skyline_together_changes_nothing_at_the_pole(turn):
    """Seen from the pole every bearing is alike.

    Turning the nodes east by an angle turns what is seen anticlockwise from above, bearings fall.
    """
    polar = [Shell(altitude_km=600, inclination_deg=86, plane_count=18, per_plane_count=20, phasing_number=1)]
    block = [Obstacle(azimuth_deg=a, distance_m=20, height_m=h, width_m=8) for a, h in ((40, 25), (170, 18))]
    turned = [one.model_copy(update={"azimuth_deg": (one.azimuth_deg - turn) % 360.0}) for one in block]
    base = {"latitude_deg": 90.0, "longitude_deg": 0.0, "panel": Panel(tilt_deg=15), "shells": polar, "duration_h": 1.0}
    one = low_orbit(LowOrbitInput(**base, obstacles=block, boresight_azimuth_deg=100.0)).result
    other = low_orbit(
        LowOrbitInput(**base, obstacles=turned, boresight_azimuth_deg=(100.0 - turn) % 360.0, node_turn_deg=turn)
    ).result
    assert other.out_percent == pytest.approx(
        one.out_percent, abs=0.06
    )  # two seconds of an hour, where a step falls on an edge
    assert other.usable_mean_count == pytest.approx(one.usable_mean_count, abs=0.01)


def test_removing_what_blocks_gains_what_it_costs():
    tree, shed = (
        Obstacle(name="gum", azimuth_deg=150, distance_m=9, height_m=14, width_m=6),
        Obstacle(name="shed", azimuth_deg=300, distance_m=15, height_m=10, width_m=8),
    )
    both = run(obstacles=[tree, shed], terminal_height_m=3).result
    alone = run(obstacles=[shed], terminal_height_m=3).result
    gain = {one.name: one for one in both.removals}["gum"]
    assert gain.out_percent == pytest.approx(alone.out_percent)
    assert gain.gain_percent == pytest.approx(both.out_percent - alone.out_percent)
    assert both.costliest.from_deg <= 150 < both.costliest.to_deg + 30
    assert sum(one.blocked_percent for one in both.sectors) == pytest.approx(both.blocked_percent)
    assert sum(one.traffic_percent for one in both.sectors) == pytest.approx(100.0)


def test_raising_is_the_simulation_at_that_height():
    tree = [Obstacle(azimuth_deg=150, distance_m=9, height_m=14, width_m=6)]
    low = run(obstacles=tree, terminal_height_m=3).result
    for one in low.raises:
        assert one.out_percent == pytest.approx(
            run(obstacles=tree, terminal_height_m=3 + one.raise_m).result.out_percent
        )
    shares = [low.out_percent, *(one.out_percent for one in low.raises)]
    assert shares == sorted(shares, reverse=True)


def test_read_points_of_one_kind_are_one_thing_to_remove():
    points = [
        SkylinePoint(azimuth_deg=a, elevation_deg=e, kind=k)
        for a, e, k in ((10, 5, "terrain"), (20, 40, "tree"), (30, 45, "tree"), (40, 6, "terrain"), (50, 30, "pole"))
    ]
    assert point_groups(points) == [("tree 20° to 30°", [1, 2]), ("pole 50° to 50°", [4])]
    across = [
        SkylinePoint(azimuth_deg=a, elevation_deg=9, kind=k)
        for a, k in ((356, "tree"), (20, "tree"), (21, "terrain"), (355, "terrain"))
    ]
    assert point_groups(across) == [("tree 356° to 20°", [0, 1])]  # one tree, however the compass is cut
    assert point_groups([one.model_copy(update={"kind": "tree"}) for one in across])[0][1] == [1, 2, 3, 0]


def test_a_panel_set_by_hand_is_best_turned_away_from_the_wall():
    block = [Obstacle(azimuth_deg=180, distance_m=5, height_m=40, width_m=60)]  # nothing is left of the southern half
    result = run(obstacles=block, boresight_azimuth_deg=180.0, panel=Panel(tilt_deg=30, cone_half_deg=50)).result
    assert math.cos(math.radians(result.best_bearing.azimuth_deg)) > 0.5
    assert result.best_bearing.out_percent < result.out_percent - 20
    assert run(panel=Panel(tilt_deg=20, self_aiming=True)).result.best_bearing is None


def test_a_panel_is_not_turned_for_nothing():
    free = run(boresight_azimuth_deg=75.0, panel=Panel(tilt_deg=20)).result
    assert free.best_bearing.azimuth_deg == free.boresight_azimuth_deg == 75.0
    assert free.best_bearing.out_percent == free.out_percent
    assert any(one.out_percent <= free.out_percent for one in free.bearings)  # others are as good


@pytest.mark.turns(days=6)
def test_a_bare_tree_lets_its_share_through():
    tree = walls(50.0, kind="tree", leafless_share=0.3)
    leaf, bare = run(skyline=tree).result, run(skyline=tree, season="bare").result
    assert bare.blocked_percent == pytest.approx(0.3 * leaf.blocked_percent, rel=0.06)  # thousands of drawn seconds


def test_the_arcs_zone_keeps_satellites_out_of_it():
    north = {
        "latitude_deg": -29.5,
        "longitude_deg": 28.4,
        "height_m": 1900,
        "panel": Panel(tilt_deg=0, cone_half_deg=65),
        "shells": DENSE,
        "duration_h": 1.0,
    }
    free, kept = (
        low_orbit(LowOrbitInput(**north)).result,
        low_orbit(LowOrbitInput(**{**north, "panel": Panel(tilt_deg=0, cone_half_deg=65, arc_zone_deg=20)})).result,
    )
    assert kept.usable_mean_count < free.usable_mean_count
    assert not [
        one
        for one in kept.traffic
        if abs((one.azimuth_deg + 180) % 360 - 180) < 10 and abs(one.elevation_deg - 55.5) < 12
    ]  # the arc culminates at 55.5° here
    assert [
        one
        for one in free.traffic
        if abs((one.azimuth_deg + 180) % 360 - 180) < 10 and abs(one.elevation_deg - 55.5) < 12
    ]


def test_traffic_crowds_towards_the_pole_at_middle_latitudes():
    result = low_orbit(
        LowOrbitInput(
            latitude_deg=45,
            longitude_deg=0,
            panel=Panel(tilt_deg=0, cone_half_deg=65),
            shells=DENSE[:1],
            duration_h=2.0,
        )
    ).result
    poleward = sum(one.traffic_percent for one in result.sectors if one.from_deg < 90 or one.from_deg >= 270)
    assert poleward > 60


def test_elements_are_simulated_like_shells_and_old_or_timeless_ones_refused():
    lines = [ElementLines(line1=a, line2=b) for a, b in made_elements(60)]
    result = low_orbit(
        LowOrbitInput(**SITE, panel=PANEL, elements=lines, start_at=START, duration_h=1.0, skyline=walls(30.0))
    ).result
    assert 0 < result.out_percent <= 100
    with pytest.raises(InputError, match="start_at"):
        low_orbit(LowOrbitInput(**SITE, elements=lines))
    with pytest.raises(InputError, match="shells"):
        low_orbit(LowOrbitInput(**SITE))


def test_satellites_that_cannot_be_followed_are_left_out_and_named():
    lines = [ElementLines(line1=a, line2=b) for a, b in made_elements(60, sunk=(7, 31))]
    told = {"panel": PANEL, "start_at": START, "duration_h": 0.5, "skyline": walls(30.0)}
    outcome = low_orbit(LowOrbitInput(**SITE, elements=lines, **told))
    assert outcome.result.refused == ["90007", "90031"]
    (finding,) = [one for one in outcome.findings if one.code == "sky.elements_refused"]
    assert finding.level is Level.MIND
    assert "90007, 90031" in finding.message
    whole = low_orbit(LowOrbitInput(**SITE, elements=lines[:7], **told))
    assert whole.result.refused == []
    assert "sky.elements_refused" not in {one.code for one in whole.findings}


def test_progress_rises_and_can_stop_the_work():
    told = []
    simulate(LowOrbitInput(**SITE, shells=THIN, duration_h=3.0), lambda share: told.append(share) or True)
    assert told == sorted(told)
    assert told[-1] == 1.0
    with pytest.raises(Stopped):
        simulate(LowOrbitInput(**SITE, shells=THIN), lambda share: share < 0.3)


@given(st.lists(st.booleans(), min_size=1, max_size=200))
def test_gaps_add_up_to_the_time_without_service(out):
    gaps = gaps_of(np.array(out), 1.0)
    assert sum(gap.length_s for gap in gaps) == sum(out)
    assert len(gaps) == sum(now and not before for before, now in zip([False, *out], out, strict=False))


def test_uses_are_judged_by_the_house_and_weigh_as_they_are_needed():
    outcome = run(skyline=walls(45.0), needs=["calls"])
    codes = {one.code: one for one in outcome.findings}
    assert codes["sky.low_orbit"].level is Level.HOLD
    assert codes["sky.use.call"].level is Level.HOLD
    assert codes["sky.use.stream"].level is Level.MIND
    assert {one.code: one for one in run(skyline=walls(45.0)).findings}["sky.use.call"].level is Level.MIND


def test_the_demo_shells_parse():
    assert json.loads((DEMO / "constellations.json").read_text("utf-8"))


@settings(max_examples=40)
@given(
    points=st.lists(
        st.tuples(st.floats(0, 359.9), st.floats(-5, 89)), min_size=1, max_size=40, unique_by=lambda p: p[0]
    )
)
def test_what_is_blocked_is_what_a_look_at_each_step_finds(points):
    at, up = (np.array(column) for column in zip(*sorted(points), strict=True))
    sure = np.ones(len(at))
    profile = Profile(at, up, 20.0 * sure, sure, -sure, np.empty((3, 0)))
    draw = np.random.default_rng(len(at))
    azimuth = np.sort(
        np.concatenate([draw.uniform(0, 360, 2000), np.arange(360.0), np.nextafter(np.arange(1.0, 361), 0)])
    )
    skyline = np.interp(azimuth, at, up, period=360.0)
    elevation = skyline + draw.choice([-9.0, -0.1, 0.1, 9.0], len(azimuth))
    steps = np.arange(len(azimuth))
    served = Served(steps >= 0, azimuth, elevation, steps, azimuth, elevation, np.minimum(azimuth.astype(int), 359))
    assert np.array_equal(states_of(served, profile, False, 1) == BLOCKED, elevation < skyline)
