"""Signs, edges and orders of single rules, each from a closed form, a standard or an independent library."""

import datetime as dt
import io
import math
from types import SimpleNamespace

import ephem
import numpy as np
import pytest
from PIL import Image

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.models import Bracket, BuildStep, ElementLines, Panel
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.antenna import scan_loss_db
from rindle_core.science.refraction import refraction_deg
from rindle_core.science.shells import newest_epoch
from rindle_core.science.skyline import SkylinePoint, build_profile
from rindle_core.science.sun import day_path, julian_date, sun_directions
from rindle_core.stations.aim.outages import outage_limit_deg
from rindle_core.stations.aim.plumb import PlumbInput, plumb
from rindle_core.stations.aim.sites import KnownSatellite, SitesInput, sites
from rindle_core.stations.aim.spare_feeds import _against
from rindle_core.stations.brief.place_files import places_in_file
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.brief.visit import VisitFacts, judge_visit
from rindle_core.stations.brief.visit_days import VisitDaysInput, VisitTask, visit_days
from rindle_core.stations.brief.weather import WeatherInput, weather
from rindle_core.stations.build.steps import BuildInput, StepMark, build
from rindle_core.stations.mount.mast import MountInput, mount
from rindle_core.stations.mount.mount_choice import MountChoiceInput, mount_choice
from rindle_core.stations.peak.lockdown import LockdownInput, lockdown
from rindle_core.stations.sky.low_orbit import _gap_counts
from rindle_core.stations.sky.low_orbit_uses import Gap, UseVerdict, judge_uses, uses_of
from rindle_core.stations.sky.obstacles import ObstacleMeasureInput, measure
from rindle_core.stations.sky.sky_moves import BeamHeightInput, _stretches, beam_height

from .stations.mount.test_mount import PLAIN
from .stations.peak.test_peaking import readings, view
from .stations.sky.test_low_orbit import run as low_orbit_run

DAY = dt.date(2026, 11, 26)


def test_the_suns_height_is_the_topocentric_one_on_the_average():
    """PyEphem's topocentric sun without air; single heights are good to 0.01°, the parallax of 0.0024° is seen in the
    mean of many at a low sun.
    """
    watcher, off = ephem.Observer(), []
    watcher.lat, watcher.lon, watcher.elevation, watcher.pressure = "30", "20", 0, 0
    for hour in range(0, 24 * 365, 37):
        moment = dt.datetime(2027, 1, 1, tzinfo=dt.UTC) + dt.timedelta(hours=hour)
        watcher.date = ephem.Date(moment.replace(tzinfo=None))
        seen_deg = math.degrees(ephem.Sun(watcher).alt)
        if abs(seen_deg) < 30:
            off.append(float(sun_directions(30, 20, julian_date(moment))[1]) - seen_deg)
    assert len(off) > 50
    assert np.mean(off) == pytest.approx(0, abs=0.0012)


@pytest.mark.parametrize("longitude_deg", [-120.0, 0.0, 120.0])
def test_the_suns_path_has_noon_in_its_middle_wherever_the_place_lies(longitude_deg):
    _, elevation = day_path(40, longitude_deg, DAY)
    assert int(np.argmax(elevation)) == pytest.approx(len(elevation) // 2, abs=2)  # 20 minutes: the equation of time


def test_a_gap_of_exactly_an_edge_is_counted_once():
    gaps = [Gap(0.0, float(length)) for length in (1, 2, 3, 5, 10, 15, 30, 60, 120, 300, 600)]
    assert sum(one.count for one in _gap_counts(gaps, 1.0)) == len(gaps)


@pytest.mark.parametrize(("times", "level"), [(0.9, Level.CLEAR), (2.9, Level.MIND), (3.1, Level.HOLD)])
def test_a_use_suffers_up_to_three_times_its_rule_and_then_fails(times, level):
    limit = uses_of(0.0, [], 1.0, HouseRules())[0].limit
    assert uses_of(times * limit, [], 1.0, HouseRules())[0].level is level


@pytest.mark.parametrize(
    ("needs", "level"), [(["calls"], "hold"), (["remote_work", "calls"], "hold"), (["cameras"], "mind")]
)
def test_calls_that_fail_are_a_hold_for_those_who_need_them(needs, level):
    call = UseVerdict(code="call", name="Calls", level=Level.HOLD, figure=9, limit=1, unit="per_h", rule="r")
    assert [one.level for one in judge_uses([call], needs, DEFAULT_WORDS)] == [level]


def test_the_working_gust_and_not_the_design_gust_rocks_the_beam():
    rules = HouseRules()
    result = mount(MountInput(**PLAIN)).result
    share = (rules.working_gust_mps / rules.design_gust_mps) ** 2  # pressure goes with the square of the speed
    assert result.working_force_n == pytest.approx(share * result.wind_force_n, rel=1e-6)


def test_a_thick_tube_under_a_small_load_may_be_as_thin_as_tube_is_rolled():
    assert mount(MountInput(**{**PLAIN, "mast_diameter_mm": 63.0, "free_length_m": 0.3})).result.least_wall_mm < 2.0


def test_mounts_that_suit_come_first_and_the_most_rigid_of_them_before():
    options = mount_choice(MountChoiceInput(surface="masonry", wanted_height_m=0.5, aperture_mm=700)).result.options
    shares = [one.kind.rigid_share for one in options if one.suits]
    assert len(shares) > 1
    assert shares == sorted(shares, reverse=True)


def test_a_thing_measured_from_its_foot_to_its_top_has_both_angles_in_its_height():
    found = measure(
        ObstacleMeasureInput(way="tape", tape_m=20, top_deg=30, foot_deg=-10, width_m=2, eye_height_m=1.6)
    ).result
    tan = [math.tan(math.radians(angle)) for angle in (30, 10)]
    assert found.own_height_m == pytest.approx(20 * sum(tan))


def test_the_sun_outage_limit_has_the_suns_radius_in_it():
    assert outage_limit_deg(1.4) == pytest.approx(0.7 + 0.2666, abs=1e-3)  # 959.63″, Astronomical Almanac


def test_steering_by_sixty_degrees_costs_fifteen_times_the_logarithm_of_two():
    assert scan_loss_db(60) == pytest.approx(15 * math.log10(2))


def test_a_push_is_compared_with_the_level_after_tightening():
    result = lockdown(LockdownInput(before_db=13, after_db=12.2, top_db=12.1)).result
    assert (result.tightening_loss_db, result.push_loss_db["top"]) == (pytest.approx(0.8), pytest.approx(0.1))


def test_readings_far_down_the_flank_do_not_pull_the_top():
    at = np.arange(-2, 2.01, 0.5)
    clean = readings(0.3, at)
    side_lobe = [
        one.model_copy(update={"turns": turns, "level_db": 2.0}) for one, turns in zip(clean, range(8, 17), strict=True)
    ]
    assert view([*clean, *side_lobe]).result.fit.top_turns == pytest.approx(view(clean).result.fit.top_turns, abs=1e-6)


def photo(latitude, north, longitude, east, height_m, below):
    image, out = Image.new("RGB", (8, 8)), io.BytesIO()
    tags = image.getexif()
    tags.get_ifd(0x8825).update(
        {1: north, 2: (latitude, 0.0, 0.0), 3: east, 4: (longitude, 30.0, 0.0), 5: below, 6: height_m}
    )
    image.save(out, "JPEG", exif=tags)
    return out.getvalue()


@pytest.mark.parametrize(
    ("north", "east", "below", "expected"),
    [("N", "E", b"\x00", (29, 27.5, 12)), ("S", "W", b"\x01", (-29, -27.5, -12)), ("N", "W", b"\x00", (29, -27.5, 12))],
)
def test_a_photos_place_has_the_signs_of_its_references(north, east, below, expected):
    (found,) = places_in_file("a.jpg", photo(29.0, north, 27.0, east, 12.0, below))
    assert (found.latitude_deg, found.longitude_deg, found.height_m) == pytest.approx(expected)


@pytest.mark.parametrize("text", ["29 60 S 27 10 E", "29 10 60 S 27 10 0 E"])
def test_sixty_minutes_or_seconds_do_not_exist(text):
    with pytest.raises(InputError, match=r"60 (minutes|seconds) do not exist"):
        parse_place(PlaceInput(place=text))


@pytest.mark.parametrize(("azimuth_deg", "elevation_deg", "towards_deg"), [(40, 35, 100), (310, 20, 10), (180, 50, 90)])
def test_a_mast_that_leans_right_rolls_the_feed_clockwise_and_the_skew_takes_it_back(
    azimuth_deg, elevation_deg, towards_deg
):
    """To first order the lean across the beam, t·sin Δ, seen along it: divided by cos E. Clockwise from behind."""
    given = PlumbInput(
        azimuth_true_deg=azimuth_deg, elevation_deg=elevation_deg, lean_deg=0.05, lean_towards_deg=towards_deg
    )
    result = plumb(given).result
    level_fall_deg = 0.05 * math.sin(math.radians(towards_deg - azimuth_deg)) / math.cos(math.radians(elevation_deg))
    assert result.skew_error_deg == pytest.approx(level_fall_deg, rel=0.01)
    assert result.skew_correction_deg == pytest.approx(-level_fall_deg, rel=0.01)


def test_from_a_height_the_air_bends_what_comes_from_below_the_level_too():
    assert float(refraction_deg(-0.5, 2000)) > 0.3
    assert float(refraction_deg(-3.0, 2000)) == 0


@pytest.mark.parametrize(("year", "meant"), [("26", 2026), ("56", 2056), ("57", 1957), ("99", 1999)])
def test_a_two_digit_year_of_elements_turns_over_at_fifty_seven(year, meant):
    line = f"1 99901U 26901A   {year}001.00000000  .00000000  00000-0  00000-0 0  9990"
    assert newest_epoch([ElementLines(line1=line, line2="2".ljust(69))]).year == meant


def test_a_row_takes_the_turn_of_a_satellite_at_its_own_place_and_the_height_of_its_link():
    known = [KnownSatellite(name="near", longitude_deg=32.6, tilt_deg=10)]
    text = 'name,place\nA,"geo:-29.5,28.25,2500"\nB,"geo:-29.5,28.25"\n'
    given = {"csv": text, "satellite_longitude_deg": 31.6, "date": DAY}
    plain = [one.aim for one in sites(SitesInput(**given)).result.sites]
    other = [one.aim for one in sites(SitesInput(**given, satellites=known)).result.sites]
    assert [one.skew_deg for one in other] == [one.skew_deg for one in plain]  # a degree away is another satellite
    assert plain[0].elevation_deg != plain[1].elevation_deg


def test_nobody_walks_within_a_diameter_of_the_dish_however_high_the_beam():
    given = {"terminal_height_m": 10, "elevation_deg": 40, "aperture_mm": 980}
    levels = [beam_height(BeamHeightInput(**given, distance_m=away_m)).findings[0].level for away_m in (0.9, 1.0)]
    assert levels == [Level.HOLD, Level.CLEAR]


def test_how_high_a_person_reaches_is_the_firms_rule():
    given = {"terminal_height_m": 3.0, "elevation_deg": 10, "aperture_mm": 700, "distance_m": 3.0}
    over_m = beam_height(BeamHeightInput(**given)).result.beam_over_walkway_m
    low, high = (
        beam_height(BeamHeightInput(**given, rules=HouseRules(person_reach_m=reach_m))).findings[0].level
        for reach_m in (over_m - 0.1, over_m + 0.1)
    )
    assert (low, high) == (Level.CLEAR, Level.HOLD)


def test_a_stretch_of_the_arc_ends_at_its_last_free_longitude():
    found = _stretches([1.0, 2.0, 3.0, 4.0, 5.0], [True, True, False, True, True])
    assert [(one.from_longitude_deg, one.to_longitude_deg) for one in found] == [(1, 2), (4, 5)]


def test_between_two_points_the_nearer_distance_and_the_denser_crown_count():
    points = [
        SkylinePoint(azimuth_deg=10, elevation_deg=5, distance_m=20, leafless_share=0.2),
        SkylinePoint(azimuth_deg=20, elevation_deg=5, distance_m=100, leafless_share=0.9),
    ]
    profile = build_profile(points, assumed_distance_m=50)
    at = int(np.argmin(np.abs(profile.azimuth_deg - 15)))
    assert (profile.distance_m[at], profile.leafless_share[at]) == (20, 0.9)


@pytest.mark.parametrize(("days", "told"), [(None, True), (-1, True), (0, True), (1, False)])
def test_what_is_temporary_ends_on_a_day_after_the_work(days, told):
    until = None if days is None else DAY + dt.timedelta(days=days)
    codes = [one.code for one in judge_visit(VisitFacts(permanence="temporary", return_on=until), DAY)]
    assert ("brief.return_visit" in codes) == told


@pytest.mark.parametrize(("days", "minded"), [(-1, True), (0, True), (1, False), (None, False)])
def test_the_sky_is_looked_at_again_after_the_work(days, minded):
    on = None if days is None else DAY + dt.timedelta(days=days)
    codes = [one.code for one in judge_visit(VisitFacts(look_again_on=on), DAY)]
    assert ("brief.look_again" in codes) is minded


def test_a_crew_that_waits_goes_on_the_same_day_once_the_wait_is_over():
    tasks = [VisitTask(name="glue", work_h=1, wait_h=2), VisitTask(name="screw", work_h=1, after="glue")]
    rows = visit_days(VisitDaysInput(tasks=tasks, first_day=DAY)).result.rows
    assert [(one.day_number, one.starts_at.hour) for one in rows] == [(1, 8), (1, 11)]


def test_wet_concrete_is_covered_and_a_wet_seam_is_not_sealed():
    told = weather(WeatherInput(forecast_gust_mps=2, forecast_low_c=12, conditions=["rain"])).result.tasks
    by_task = {one.task: one for one in told}
    assert by_task["concrete"].level is Level.MIND
    assert by_task["sealant"].level is Level.HOLD


def test_a_panel_that_aims_itself_takes_no_bearing_and_one_set_by_hand_is_told_a_better():
    wall = [SkylinePoint(azimuth_deg=a, elevation_deg=60.0 if 90 < a < 270 else 0.0) for a in range(0, 360, 5)]
    self_aiming = [
        low_orbit_run(panel=Panel(tilt_deg=20, self_aiming=True), boresight_azimuth_deg=at).result.boresight_azimuth_deg
        for at in (None, 60.0, 180.0, 300.0)
    ]
    assert len(set(self_aiming)) == 1
    south = low_orbit_run(panel=Panel(tilt_deg=30), boresight_azimuth_deg=180.0, skyline=wall)
    assert south.result.out_percent - south.result.best_bearing.out_percent > 1
    assert "sky.bearing" in [one.code for one in south.findings]
    best_deg = south.result.best_bearing.azimuth_deg
    best = low_orbit_run(panel=Panel(tilt_deg=30), boresight_azimuth_deg=best_deg, skyline=wall)
    assert "sky.bearing" not in [one.code for one in best.findings]


def test_a_spare_feed_is_as_much_off_below_the_bar_as_above_it():
    feed = {"along_bar_mm": 100.0}
    names = {
        height: _against(
            Bracket(code="b", name="B", least_mm=20, most_mm=400, most_height_mm=50, feed_count=2),
            [SimpleNamespace(satellite="S", feed=SimpleNamespace(**feed, height_mm=height))],
        )
        for height in (-80.0, -40.0, 40.0, 80.0)
    }
    assert [bool(reasons) for reasons in names.values()] == [True, False, False, True]


def test_a_step_that_was_passed_over_is_told_and_steps_in_their_order_are_not():
    steps = [BuildStep(code="kit", title="Kit", hold_point=True), BuildStep(code="arm", title="Arm")]
    marks = [StepMark(code=code, at="2026-11-24T08:00:00Z", by="N") for code in ("kit", "arm")]

    def codes(needs, given):
        held = [steps[0].model_copy(update={"needs": needs}), steps[1]]
        return [one.code for one in build(BuildInput(steps=held, marks=given)).findings]

    assert "build.order" in codes(["entry:mount"], marks[1:])
    assert "build.order" not in codes([], marks)
