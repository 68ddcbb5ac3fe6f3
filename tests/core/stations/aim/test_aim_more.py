"""Plumb, bearings without a compass, outages, neighbours, spare feeds, beams, instruments and printed angles."""

import datetime as dt
import itertools
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.models import Beam, Clinometer, Satellite
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.geometry import separation_deg
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.look_angles import look_angles
from rindle_core.science.outline import edge_distance_km
from rindle_core.science.site import Site
from rindle_core.science.sun import julian_date, sun_directions
from rindle_core.stations.aim.aim import AimInput, aim, clinometer_reading_deg
from rindle_core.stations.aim.arc import InclinedInput, NeighboursInput, inclined, judge_inclined, neighbours
from rindle_core.stations.aim.beams import BeamInput, beam
from rindle_core.stations.aim.bearings import LandmarkInput, OffsetInput, SunBearingInput, landmark, offset, sun_bearing
from rindle_core.stations.aim.dial_figures import dial_figures
from rindle_core.stations.aim.instruments import (
    CalibrateInput,
    InstrumentsInput,
    ReadBackInput,
    ReversalInput,
    calibrate,
    instruments,
    read_back,
    reversal,
    shown_reading,
    tolerance_deg,
)
from rindle_core.stations.aim.outages import SunOutageInput, outage_limit_deg, sun_outage
from rindle_core.stations.aim.plumb import PlumbInput, lean_matrix, plumb
from rindle_core.stations.aim.spare_feed import SpareFeedInput, spare_feed
from rindle_core.stations.aim.work_order import WorkOrderInput, work_order

HIGHLAND = {"latitude_deg": -29.31, "longitude_deg": 27.94, "height_m": 2140}
NORTHERN = {"latitude_deg": 47.4, "longitude_deg": 8.6, "height_m": 450}
DAY = dt.date(2026, 11, 24)
bearings = st.floats(0, 359.99)


@given(bearings, st.floats(5, 80), st.floats(0.01, 5), bearings)
def test_corrected_settings_point_at_the_wanted_direction(azimuth, elevation, lean, towards):
    result = plumb(
        PlumbInput(azimuth_true_deg=azimuth, elevation_deg=elevation, lean_deg=lean, lean_towards_deg=towards)
    ).result
    a, e = np.radians([result.azimuth_setting_deg, result.elevation_setting_deg])
    pointed = lean_matrix(lean, towards) @ np.array([np.sin(a) * np.cos(e), np.cos(a) * np.cos(e), np.sin(e)])
    again = np.degrees(np.arctan2(pointed[0], pointed[1])), np.degrees(np.arcsin(pointed[2]))
    assert float(separation_deg(azimuth, elevation, *again)) < 1e-6


@given(bearings, st.floats(5, 75), bearings)
def test_a_small_lean_follows_the_first_order_rule(azimuth, elevation, towards):
    lean = 0.05
    result = plumb(
        PlumbInput(azimuth_true_deg=azimuth, elevation_deg=elevation, lean_deg=lean, lean_towards_deg=towards)
    ).result
    difference = math.radians(towards - azimuth)
    assert result.elevation_error_deg == pytest.approx(
        -lean * math.cos(difference), abs=5e-4
    )  # second order: t² tan E / 2
    assert result.azimuth_error_deg == pytest.approx(
        lean * math.sin(difference) * math.tan(math.radians(elevation)), abs=2e-3
    )
    assert abs(result.skew_error_deg) == pytest.approx(
        abs(lean * math.sin(difference) / math.cos(math.radians(elevation))), abs=2e-3
    )


def test_the_mast_itself_leans_the_way_that_was_said():
    axis = lean_matrix(10, 90)[:, 2]
    assert axis == pytest.approx([math.sin(math.radians(10)), 0, math.cos(math.radians(10))])


def test_the_lean_at_which_to_plumb_again_misses_by_just_the_tolerance():
    base = {"azimuth_true_deg": 7, "elevation_deg": 55, "lean_towards_deg": 97}
    most = plumb(PlumbInput(**base, lean_deg=1)).result.most_lean_deg
    assert plumb(PlumbInput(**base, lean_deg=most)).result.off_target_deg == pytest.approx(1.0, abs=1e-6)
    assert [f.level for f in plumb(PlumbInput(**base, lean_deg=most + 0.1)).findings] == ["mind"]


@given(st.floats(-60, 60), st.floats(-170, 170), bearings, st.integers(0, 364))
def test_at_each_time_the_sun_or_its_shadow_lies_over_the_bearing(latitude, longitude, bearing, day):
    date = dt.date(2027, 1, 1) + dt.timedelta(days=day)
    given_input = SunBearingInput(
        latitude_deg=latitude,
        longitude_deg=longitude,
        date=date,
        azimuth_true_deg=bearing,
        utc_offset_h=round(longitude / 15),
    )
    for time in sun_bearing(given_input).result.times:
        azimuth, elevation = sun_directions(latitude, longitude, julian_date(time.at))
        wanted = bearing + (180 if time.way == "shadow" else 0)
        off = (float(azimuth) - wanted + 180) % 360 - 180
        # A tenth of a second; near the zenith the azimuth races.
        assert abs(off) * math.cos(math.radians(float(elevation))) < 0.001
        assert float(elevation) > 0
        assert time.at.date() == date


def test_the_shadow_points_north_at_noon_north_of_the_tropics():
    times = sun_bearing(
        SunBearingInput(latitude_deg=47.4, longitude_deg=0, date=dt.date(2026, 6, 21), azimuth_true_deg=0)
    ).result.times
    assert [time.way for time in times] == ["shadow"]
    assert (
        abs((times[0].at - dt.datetime(2026, 6, 21, 12, 2, tzinfo=dt.UTC)).total_seconds()) < 60
    )  # equation of time: -1 min 55 s


@given(st.floats(-80, 80), st.floats(-180, 180), st.floats(10, 50_000), bearings)
def test_a_place_laid_off_is_found_again(latitude, longitude, distance, bearing):
    there = offset(
        OffsetInput(latitude_deg=latitude, longitude_deg=longitude, distance_m=distance, bearing_deg=bearing)
    ).result
    back = landmark(
        LandmarkInput(
            from_latitude_deg=latitude,
            from_longitude_deg=longitude,
            to_latitude_deg=there.latitude_deg,
            to_longitude_deg=there.longitude_deg,
        )
    ).result
    assert back.distance_m == pytest.approx(distance, abs=1e-3)
    assert (back.bearing_deg - bearing + 180) % 360 - 180 == pytest.approx(0, abs=1e-3)


def test_due_east_on_the_equator_the_back_bearing_is_west():
    result = landmark(
        LandmarkInput(
            from_latitude_deg=0, from_longitude_deg=10, to_latitude_deg=0, to_longitude_deg=10.1, azimuth_true_deg=45
        )
    ).result
    assert (result.bearing_deg, result.back_bearing_deg, result.lay_off_deg) == pytest.approx((90, 270, -45))
    assert result.distance_m == pytest.approx(math.radians(0.1) * 6_378_137)  # the equator is a circle


@pytest.mark.parametrize(
    ("error_m", "digits", "serves"), [(5, 2, True), (50, 1, True), (200, 0, True), (500, 0, False)]
)
def test_a_landmark_is_told_to_the_digits_that_its_error_leaves(error_m, digits, serves):
    """On the equator 0.1° are 11.1 km: 50 m at both ends are 0.36° and 500 m 3.6°, beside a compass good to 2°."""
    given = {"from_latitude_deg": 0, "from_longitude_deg": 10, "to_latitude_deg": 0, "to_longitude_deg": 10.1}
    result = landmark(LandmarkInput(**given, position_error_m=error_m)).result
    assert (result.digit_count, result.serves) == (digits, serves)


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("site", [HIGHLAND, NORTHERN])
def test_sun_outages_agree_with_a_brute_force_search_to_the_minute(site):
    satellite, width = (31.6, 1.42) if site is HIGHLAND else (16.4, 1.0)
    found = sun_outage(
        SunOutageInput(**site, satellite_longitude_deg=satellite, beamwidth_deg=width, date=DAY, days=366)
    ).result
    angles = look_angles(*site.values(), satellite)
    start = dt.datetime(2026, 11, 24, tzinfo=dt.UTC)
    minutes = np.arange(0, 366 * 1440, 0.2)  # the shortest outage here lasts 0.3 min
    azimuth, elevation = sun_directions(
        site["latitude_deg"], site["longitude_deg"], julian_date(start) + minutes / 1440
    )
    behind = separation_deg(angles.azimuth_true_deg, angles.elevation_deg, azimuth, elevation) < outage_limit_deg(width)
    edges = np.flatnonzero(np.diff(behind.astype(int)))
    spans = (
        list(itertools.batched(edges, 2))
        if hasattr(itertools, "batched")
        else list(zip(edges[::2], edges[1::2], strict=True))
    )
    assert len(found.outages) == len(spans) > 4
    for outage, (first, last) in zip(found.outages, spans, strict=True):
        for said, index in ((outage.start, first), (outage.end, last)):
            assert abs((said - start).total_seconds() / 60 - minutes[index] - 0.1) < 0.2


def test_southern_outages_come_after_the_northern_ones_in_spring():
    """The sun must stand as far from the equator, on the other side, as the satellite seems to by parallax."""
    south = sun_outage(
        SunOutageInput(**HIGHLAND, satellite_longitude_deg=31.6, beamwidth_deg=1.4, date=dt.date(2027, 1, 1), days=180)
    ).result.outages
    north = sun_outage(
        SunOutageInput(**NORTHERN, satellite_longitude_deg=16.4, beamwidth_deg=1.4, date=dt.date(2027, 1, 1), days=180)
    ).result.outages
    equinox = dt.datetime(2027, 3, 20, tzinfo=dt.UTC)
    assert north[0].start < equinox < south[0].start


def test_an_outage_of_a_satellite_that_is_not_seen_names_the_field():
    with pytest.raises(InputError) as caught:
        sun_outage(SunOutageInput(**HIGHLAND, satellite_longitude_deg=-150, beamwidth_deg=1, date=DAY))
    assert caught.value.field == "satellite_longitude_deg"


def test_an_inclined_satellite_moves_by_more_than_its_inclination_seen_from_nearer():
    result = inclined(InclinedInput(**HIGHLAND, satellite_longitude_deg=31.6, inclination_deg=3)).result
    # Seen from under it, 42 164 km over the slant range of some 36 740: 3.4°.
    assert result.widest_deg == pytest.approx(3 * 42164 / 36740, abs=0.15)
    assert result.track[0].elevation_deg == pytest.approx(result.track[-1].elevation_deg, abs=1e-3)


@pytest.mark.parametrize(("inclination_deg", "level"), [(0.0, None), (0.2, Level.CLEAR), (0.6, Level.MIND)])
def test_a_swinging_satellite_is_minded_by_what_the_dish_loses(inclination_deg, level):
    satellite = stored("own", 31.6).model_copy(update={"inclination_deg": inclination_deg})
    swing, found = judge_inclined(satellite, Site(**HIGHLAND), 1.4, HouseRules())
    assert [one.level for one in found] == ([] if level is None else [level])
    if swing is not None:  # a parabola of 12 dB at a beamwidth, seen from nearer than the Earth's middle
        by_hand_db = 12 * (inclination_deg * 42164 / 36740 / 1.4) ** 2
        assert found[0].figure == pytest.approx(by_hand_db, rel=0.15)


def stored(code, longitude, mhz=1200.0, polygon=((20, -35), (35, -35), (35, -20), (20, -20)), letter="A"):
    spot = Beam(letter=letter, hand="left", carrier_mhz=mhz, expected_es_n0_db=12, polygon_deg=list(polygon))
    return Satellite(code=code, name=code.title(), longitude_deg=longitude, beams=[spot])


def test_neighbours_are_told_by_their_angle_as_seen_from_the_site():
    outcome = neighbours(
        NeighboursInput(
            **HIGHLAND,
            satellite=stored("own", 31.6),
            others=[stored("far", 60), stored("near", 34.6, 1200.0), stored("own", 31.6)],
            beamwidth_deg=1.4,
        )
    )
    (one,) = outcome.result.neighbours
    # Three degrees of the orbit seen from nearer than its centre: 3° · 42 164 / 36 740.
    assert one.off_deg == pytest.approx(3 * 42164 / 36740, abs=0.05)
    assert "same carrier" in one.identity
    assert [f.code for f in outcome.findings] == ["aim.neighbour"]


def test_feeds_that_would_touch_are_a_hold():
    outcome = spare_feed(
        SpareFeedInput(
            **HIGHLAND, satellite_longitude_deg=28, spare_longitude_deg=30, focal_length_mm=480, aperture_mm=980
        )
    )
    assert outcome.result.gap_mm < 0
    assert {f.code: f.level for f in outcome.findings}["aim.spare_touch"] == "hold"


def test_the_distance_to_an_edge_is_that_of_the_ground():
    square = [(27, -31), (29, -31), (29, -28), (27, -28)]
    degree_km = math.radians(1) * 6371.0088
    assert edge_distance_km(square, -30.5, 28) == pytest.approx(0.5 * degree_km, rel=1e-3)  # to the southern parallel
    assert edge_distance_km(square, -29.5, 27.2) == pytest.approx(
        0.2 * degree_km * math.cos(math.radians(29.5)), rel=1e-3
    )
    assert edge_distance_km(square, -29.5, 26.8) == pytest.approx(
        -0.2 * degree_km * math.cos(math.radians(29.5)), rel=1e-3
    )


def test_near_an_edge_the_second_choice_is_named():
    beams = [
        stored("x", 0, letter=letter, polygon=polygon).beams[0]
        for letter, polygon in (
            ("K", [(26, -31), (28, -31), (28, -28), (26, -28)]),
            ("L", [(28, -31), (30, -31), (30, -28), (28, -28)]),
        )
    ]
    outcome = beam(BeamInput(latitude_deg=-29.5, longitude_deg=27.9, beams=beams))
    assert (outcome.result.chosen.letter, outcome.result.second.letter) == ("K", "L")
    assert (outcome.result.chosen.receive_hand, outcome.result.chosen.transmit_hand) == ("left", None)  # not guessed
    edge = next(f for f in outcome.findings if f.code == "aim.beam_edge")
    assert edge.figure == pytest.approx(0.1 * 111.19 * math.cos(math.radians(29.5)), rel=1e-3)
    assert "beam L" in edge.clears_by


def figures(**more):
    base = {
        "azimuth_true_deg": 7.5,
        "azimuth_magnetic_deg": 33.1,
        "elevation_apparent_deg": 55.6,
        "skew_deg": 6.5,
        "beamwidth_deg": 1.42,
    }
    return {one.instrument: one for one in instruments(InstrumentsInput(**base, **more)).result.figures}


def test_the_instruments_own_errors_are_inside_the_figures_and_shown():
    shown = figures(
        compass_correction_deg=-1.5,
        clinometer_correction_deg=0.4,
        faces=[Clinometer(face="rib", kind="face", offset_deg=22.4)],
    )
    assert shown["Compass"].reading == pytest.approx(31.6)
    assert shown["Clinometer"].reading == pytest.approx(78.4)
    assert (shown["Compass"].correction_deg, shown["Clinometer"].correction_deg) == (-1.5, 0.4)


@pytest.mark.parametrize(
    ("skew", "behind", "front"), [(6.5, " clockwise", "anticlockwise"), (-24, "anticlockwise", " clockwise")]
)
def test_the_skew_turns_the_other_way_for_someone_in_front(skew, behind, front):
    shown = instruments(
        InstrumentsInput(
            azimuth_true_deg=7,
            azimuth_magnetic_deg=33,
            elevation_apparent_deg=55,
            skew_deg=skew,
            beamwidth_deg=2,
            skew_mechanism="head",
        )
    ).result.figures
    assert behind in shown[1].how
    assert "check the elevation again" in shown[1].how
    assert front in shown[2].how


def test_tolerances_follow_from_the_beam():
    shown = figures(azimuth_span_turns=20)
    assert shown["Fine azimuth screw"].reading == 10
    assert shown["Clinometer"].acquisition_tolerance_deg == pytest.approx(0.71)
    assert shown["Compass"].acquisition_tolerance_deg == pytest.approx(0.71 / math.cos(math.radians(55.6)))
    assert tolerance_deg(1.42, 12) == pytest.approx(1.42)


@given(st.floats(-3, 3).filter(lambda slope: abs(slope) > 0.1), st.floats(-10, 10), st.floats(1, 8), st.floats(-30, 30))
def test_to_go_turns_end_on_the_wanted_angle(slope, start, turned, wanted):
    first = {"first_turns": 1.0, "first_deg": start, "second_turns": 1.0 + turned, "second_deg": start + slope * turned}
    result = calibrate(CalibrateInput(**first, wanted_deg=wanted, reading_error_deg=0.01)).result
    assert first["second_deg"] + result.to_go_turns * result.deg_per_turn == pytest.approx(wanted, abs=1e-6)


def test_an_end_stop_before_the_angle_is_a_hold():
    outcome = calibrate(
        CalibrateInput(first_turns=0, first_deg=50, second_turns=4, second_deg=52, wanted_deg=58, highest_turns=10)
    )
    assert {f.code: f.level for f in outcome.findings} == {"aim.end_stop": "hold"}


def test_the_reversal_test_gives_error_and_slope():
    outcome = reversal(ReversalInput(first_deg=3.1, turned_round_deg=1.9))
    assert (outcome.result.correction_deg, outcome.result.surface_deg) == pytest.approx((0.6, 2.5))
    assert outcome.findings[0].level == "mind"


SATELLITE = stored("own", 31.6)
OTHER = stored("other", 48.2)
FACE = Clinometer(face="rear rib", kind="face", offset_deg=22.4)


def printed(azimuth=None, elevation=None, skew=None, site=HIGHLAND):
    outcome = work_order(
        WorkOrderInput(
            **site,
            date=DAY,
            satellite=SATELLITE,
            others=[OTHER],
            clinometer=FACE,
            printed_azimuth_deg=azimuth,
            printed_elevation_deg=elevation,
            printed_skew_deg=skew,
        )
    )
    return outcome.result, {check.what: check.explanation for check in outcome.result.checks}


@pytest.mark.parametrize(("off_deg", "explained"), [(1.1, True), (1.3, False), (-5.0, False)])
def test_a_printed_skew_has_twice_the_tolerance_and_no_more(off_deg, explained):
    skew_deg = aim(AimInput(**HIGHLAND, satellite_longitude_deg=31.6, date=DAY)).result.skew_deg
    _, told = printed(skew=-skew_deg + off_deg)  # the house rule is 0.6°: nobody reads a skew as finely as a bearing
    assert ("from in front of the dish" in told["skew"]) is explained


@pytest.mark.parametrize("site", [HIGHLAND, NORTHERN], ids=["south", "north"])
def test_each_usual_mistake_is_named_by_the_one_that_fits(site):
    def ours(**change):
        values = {**site, "satellite_longitude_deg": 31.6, "date": DAY, **change}
        return aim(AimInput(**values)).result

    right = ours()
    a, e, s, d = right.azimuth_true_deg, right.elevation_apparent_deg, right.skew_deg, right.declination_deg
    assert printed(round(a, 1), round(e, 1), round(s, 1), site)[0].agrees is True
    if abs(d) > 2:
        assert "magnetic bearing" in printed((a - d) % 360, e, site=site)[1]["azimuth"]
        assert "wrong sign" in printed((a + d) % 360, e, site=site)[1]["azimuth"]
    assert "half a circle" in printed((a + 180) % 360, e, site=site)[1]["azimuth"]
    assert "rear rib is inside it" in printed(a, e + 22.4, site=site)[1]["elevation"]
    assert "zenith" in printed(a, 90 - e, site=site)[1]["elevation"]
    assert "seen from in front" in printed(a, e, -s, site=site)[1]["skew"]
    other = ours(satellite_longitude_deg=48.2)
    assert (
        "Other, another satellite"
        in printed(other.azimuth_true_deg, other.elevation_apparent_deg, site=site)[1]["azimuth"]
    )
    for change, said in (
        ({"latitude_deg": -site["latitude_deg"]}, "North and south were swapped."),
        ({"longitude_deg": -site["longitude_deg"]}, "East and west of the site were swapped."),
        ({"satellite_longitude_deg": -31.6}, "The satellite's longitude was taken on the wrong side of Greenwich."),
    ):
        meant = ours(**change)
        assert printed(meant.azimuth_true_deg, meant.elevation_apparent_deg, meant.skew_deg, site)[1]["azimuth"] == said


def test_what_no_mistake_explains_is_said_to_be_unexplained():
    result, texts = printed(123.4, 12.3)
    assert result.agrees is False
    assert set(texts.values()) == {""}


@pytest.mark.parametrize(("off_deg", "agrees"), [(1.0, True), (-1.0, True), (5.0, False), (-5.0, False)])
def test_a_printed_skew_agrees_within_twice_the_tolerance_and_no_more(off_deg, agrees):
    right = aim(AimInput(**HIGHLAND, satellite_longitude_deg=31.6, date=DAY)).result
    result, _ = printed(right.azimuth_true_deg, right.elevation_apparent_deg, right.skew_deg + off_deg)
    assert result.agrees is agrees


@pytest.mark.parametrize(
    ("angle_deg", "shown_deg", "side"),
    [
        (90.0, 90.0, ""),
        (106.2, 73.8, "past the vertical"),
        (0.0, 0.0, ""),
        (-4.5, 4.5, "leaning the other way"),
    ],
)
def test_a_clinometer_shows_no_more_than_a_right_angle_and_says_to_which_side(angle_deg, shown_deg, side):
    reading, leans = shown_reading(angle_deg)
    assert (reading, leans) == (pytest.approx(shown_deg), side)


@given(st.floats(0, 90), st.floats(-40, 40), st.sampled_from(["face", "rim"]), st.floats(-3, 3))
def test_reading_back_is_the_inverse_of_the_reading_to_set(elevation, offset_deg, kind, correction):
    face = Clinometer(face="rib", kind=kind, offset_deg=offset_deg)
    shown, side = shown_reading(clinometer_reading_deg(elevation, face) + correction)
    back = read_back(ReadBackInput(reading_deg=shown, side=side, face=face, correction_deg=correction)).result
    assert back.elevation_deg == pytest.approx(elevation, abs=1e-9)


def test_what_the_clinometer_shows_is_folded_wherever_it_is_told():
    site = {"latitude_deg": 0.5, "longitude_deg": 31.0, "date": DAY, "satellite_longitude_deg": 31.6}
    face = Clinometer(face="rib", kind="face", offset_deg=22.0)
    aimed = aim(AimInput(**site, clinometer=face)).result
    assert aimed.clinometer_deg > 110  # as arithmetic has it
    dial = dial_figures(aimed, 0.0, 0.5)
    told = instruments(
        InstrumentsInput(
            azimuth_true_deg=aimed.azimuth_true_deg,
            azimuth_magnetic_deg=aimed.azimuth_magnetic_deg,
            elevation_apparent_deg=aimed.elevation_apparent_deg,
            skew_deg=0.0,
            beamwidth_deg=2.0,
            faces=[face],
            clinometer_correction_deg=0.5,
        )
    ).result.figures[0]
    assert dial.clinometer_deg == pytest.approx(180 - aimed.clinometer_deg - 0.5)
    assert told.reading == pytest.approx(dial.clinometer_deg)
    assert dial.clinometer_side == "past the vertical"
    assert "past the vertical" in told.how


def test_outages_come_in_two_seasons_about_the_equinoxes():
    given = SunOutageInput(
        latitude_deg=-29.6, longitude_deg=28.2, satellite_longitude_deg=31.6, beamwidth_deg=1.9, date=DAY
    )
    told = sun_outage(given).result
    assert len(told.seasons) == 2
    for season, middle in zip(told.seasons, (dt.date(2027, 3, 20), dt.date(2027, 9, 23)), strict=True):
        assert abs((season.first.start.date() - middle).days) < 30
        inside = [one for one in told.outages if season.first.start <= one.start <= season.last.start]
        assert season.longest.minutes == max(one.minutes for one in inside)
        assert 3 <= len(inside) <= 14
    assert sum(
        len([one for one in told.outages if s.first.start <= one.start <= s.last.start]) for s in told.seasons
    ) == (len(told.outages))
