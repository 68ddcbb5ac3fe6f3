"""Rules met on both of their sides, each expected from the rule's own words or from a closed form."""

import datetime as dt

import numpy as np
import pytest

from rindle_core.catalogue.models import (
    Beam,
    BringUpState,
    CableLimits,
    CoaxCable,
    Instrument,
    Satellite,
    Supply,
    Terminal,
)
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.headline import Segment, as_text
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.aim import AimInput, aim
from rindle_core.stations.aim.arc import NeighboursInput, neighbours
from rindle_core.stations.aim.bearings import SunBearingInput, sun_bearing
from rindle_core.stations.aim.instruments import instrument_bias
from rindle_core.stations.brief.brief import DeliveriesInput, Delivery, deliveries
from rindle_core.stations.brief.costs import CostsInput, costs
from rindle_core.stations.bringup.bringup import BringUpInput, StateEntered, bringup
from rindle_core.stations.cable.cable import CableInput, CablePiece, cable
from rindle_core.stations.handover.acceptance import AcceptanceInput, acceptance
from rindle_core.stations.sky.fixed_sky import SkyInput, sky

DAY = dt.date(2026, 11, 26)
STATES = [BringUpState(code=c, name=c, usual_s=s) for c, s in (("power", 2), ("search", 30), ("online", 0))]


def on_the_way(now_s, *entered, **signs):
    events = [StateEntered(code=code, at_s=at) for code, at in entered]
    return bringup(BringUpInput(states=STATES, entered=events, now_s=now_s, signs=signs))


def test_a_state_is_stuck_after_twice_its_usual_time_and_not_before():
    start = ("power", 0), ("search", 10)
    assert not on_the_way(69, *start).result.stuck
    assert on_the_way(71, *start).result.stuck


def test_the_time_to_online_is_told_only_of_a_terminal_that_is_online():
    up = ("power", 0), ("search", 10), ("online", 50)
    assert on_the_way(60, *up).result.total_s == 50
    assert on_the_way(90, *up, ("search", 70)).result.total_s is None


@pytest.mark.parametrize("short", [True, False])
def test_a_level_that_is_short_makes_the_aim_the_likelier_cause(short):
    outcome = on_the_way(100, ("power", 0), ("search", 10), level_short=short)
    hold = next(one for one in outcome.findings if one.code == "bringup.stuck.1")
    assert ("not on the top" in hold.message) == short, hold.message


def stored(code, longitude_deg):
    ground = [(20, -35), (35, -35), (35, -20), (20, -20)]
    beam = Beam(letter="A", carrier_mhz=1200, expected_es_n0_db=12, polygon_deg=ground)
    return Satellite(code=code, name=code, longitude_deg=longitude_deg, beams=[beam])


def test_a_neighbour_below_the_horizon_is_none():
    site = {"latitude_deg": 0.0, "longitude_deg": 0.0, "height_m": 0.0}
    given = NeighboursInput(
        **site, satellite=stored("own", 79.5), others=[stored("up", 77), stored("down", 83)], beamwidth_deg=2
    )
    assert [one.name for one in neighbours(given).result.neighbours] == ["up"]  # the horizon is at 81.3°


@pytest.mark.parametrize("longitude_deg", [-150.0, -30.0, 165.0])
def test_without_a_clock_noon_at_sea_is_near_twelve_on_the_longitudes_own(longitude_deg):
    given = SunBearingInput(latitude_deg=35, longitude_deg=longitude_deg, date=DAY, azimuth_true_deg=180)
    (noon,) = (one for one in sun_bearing(given).result.times if one.way == "sun")
    assert noon.at.utcoffset() == dt.timedelta(hours=longitude_deg / 15)
    # The equation of time is within 17 minutes all year.
    assert noon.at.hour * 60 + noon.at.minute == pytest.approx(12 * 60, abs=17)


def test_a_late_order_of_a_dependent_item_counts_from_its_own_day():
    items = [
        Delivery(item="mast", ordered_on=DAY, lead_days=5),
        Delivery(item="clamp", after_item="mast", ordered_on=DAY + dt.timedelta(days=9), lead_days=3),
        Delivery(item="dish", after_item="mast", ordered_on=DAY, lead_days=3),
    ]
    found = deliveries(DeliveriesInput(items=items, visit_on=DAY + dt.timedelta(days=30))).result.items
    assert {one.item: (one.due_on - DAY).days for one in found} == {"mast": 5, "clamp": 12, "dish": 8}


@pytest.mark.parametrize(("days", "told"), [(-1, True), (0, False), (1, False), (None, True)])
def test_a_stop_gap_is_minded_once_its_day_is_over(days, told):
    until = None if days is None else DAY + dt.timedelta(days=days)
    item = Delivery(item="mast", ordered_on=DAY, lead_days=0, stop_gap="a strap", stop_gap_until=until)
    codes = [one.code for one in deliveries(DeliveriesInput(items=[item], visit_on=DAY)).findings]
    assert ("brief.stop_gap" in codes) == told


def test_two_orders_of_one_name_are_each_due_by_itself_and_both_are_waited_for():
    items = [
        Delivery(item="mast", ordered_on=DAY, lead_days=9),
        Delivery(item="mast", ordered_on=DAY, lead_days=2),
        Delivery(item="clamp", after_item="mast", lead_days=1),
    ]
    found = deliveries(DeliveriesInput(items=items, visit_on=DAY)).result
    assert [(one.due_on - DAY).days for one in found.items] == [9, 2, 10]
    items = [Delivery(item="a", after_item="b"), Delivery(item="b", after_item="a")]
    with pytest.raises(InputError, match="wait for each other"):
        deliveries(DeliveriesInput(items=items, visit_on=DAY))


@pytest.mark.parametrize(
    ("ordered", "arrived", "told"),
    [(0, 0, set()), (0, 7, set()), (0, 8, {"brief.delivery_late"}), (5, 4, {"brief.delivery_days"}), (None, 4, set())],
)
def test_what_arrived_came_after_its_order_and_before_the_visit(ordered, arrived, told):
    on = None if ordered is None else DAY + dt.timedelta(days=ordered)
    item = Delivery(item="mast", ordered_on=on, arrived_on=DAY + dt.timedelta(days=arrived))
    found = deliveries(DeliveriesInput(items=[item], visit_on=DAY + dt.timedelta(days=7)))
    assert {one.code for one in found.findings} - {"brief.joints"} == told


def test_a_supply_reaches_only_as_far_as_its_power_can_be_carried():
    """The most power that a source of V behind R gives is V²/4R, at V/2, however little the load would put up with."""
    wire = CoaxCable(
        code="c", name="C", loss_a=0.5, loss_b=0.0, loop_ohm_per_100m=4.0, diameter_mm=7, bend_radius_mm=70
    )
    limits = CableLimits(types=["c"], most_m=50, if_low_mhz=950, if_high_mhz=1950, most_loss_db=30)
    run = cable(
        CableInput(
            pieces=[CablePiece(kind="outdoor", length_m=10)],
            cable=wire,
            limits=limits,
            supply=Supply(supply_v=30, power_w=26, least_v=5),
            rules=HouseRules(cable_temperature_c=20),
        )
    ).result
    assert run.longest_by_supply_m == pytest.approx(30**2 / (4 * 26) / 0.04)


def test_the_mass_that_goes_up_counts_every_piece():
    given = {"parts": [{"name": "arm", "mass_kg": 0.4, "count": 2}, {"name": "dish", "mass_kg": 5.0}]}
    kept = Terminal.model_fields["parts"].annotation
    parts = [kept.__args__[0].model_validate(one) for one in given["parts"]]
    assert Terminal.model_construct(parts=parts).mass_kg() == pytest.approx(5.8)


def test_an_overlap_counts_no_more_than_the_first_years_months():
    given = {"items": [{"item": "old", "kind": "old_month", "amount_money": 30}]}
    assert costs(CostsInput(**given, overlap_month_count=3)).result.overlap_money == 90
    assert costs(CostsInput(**given, overlap_month_count=18)).result.overlap_money == 360


def points(*bearings_deg):
    return [{"azimuth_deg": at, "elevation_deg": 4.0} for at in bearings_deg]


@pytest.mark.parametrize(("half_deg", "told"), [(14.0, False), (20.0, True)])
def test_a_skyline_is_thinly_read_where_its_points_lie_over_thirty_degrees_apart(half_deg, told):
    site = {"latitude_deg": 47.0, "longitude_deg": 8.0, "height_m": 400.0}
    given = SkyInput(
        **site,
        satellite_longitude_deg=8.0,
        date=DAY,
        skyline=points(90, 180 - half_deg, 180 + half_deg, 270),
        aperture_mm=800,
        receive_ghz=12,
    )
    assert ("sky.gap" in [one.code for one in sky(given).findings]) == told


def test_a_spread_is_that_of_a_normal_deviation():
    """1.4826 times the median of the deviations. Source: Rousseeuw & Croux, J. Am. Stat. Assoc. 88 (1993) 1273."""
    off = np.random.default_rng(7).normal(0, 2.0, 400)
    checks = [{"on": DAY, "read_deg": 90 + float(x), "true_deg": 90} for x in off]
    found = instrument_bias(Instrument(code="c", name="C", kind="compass", checks=checks)).result
    assert found.spread_deg == pytest.approx(2.0, rel=0.15)


def test_masses_and_miles_are_the_statutory_ones():
    assert format_quantity(10, "kg", "imperial") == "22.0 lb"
    assert format_quantity(100, "km", "imperial").strip() == "62 mi"


def test_a_headline_speaks_the_units_that_were_asked_for():
    segments = [Segment(text="Go up "), Segment(value=3.048, unit="m")]
    assert as_text(segments, "imperial") != as_text(segments, "metric")
    assert "10" in as_text(segments, "imperial")


@pytest.mark.parametrize(
    ("rule", "value", "met"),
    [
        ("stuck_share", 4.0, lambda rules: not stuck_after(75, rules)),
        ("wanted_run_count", 5.0, lambda rules: level_of_runs(3, rules) == "mind"),
        ("declination_mind_deg", 40.0, lambda rules: "aim.declination" not in aim_codes(rules)),
        ("overhead_deg", 60.0, lambda rules: "aim.overhead" in aim_codes(rules)),
    ],
)
def test_a_firm_may_set_the_limit_otherwise(rule, value, met):
    assert not met(HouseRules())
    assert met(HouseRules(**{rule: value}))


def stuck_after(now_s, rules):
    entered = [StateEntered(code="power", at_s=0), StateEntered(code="search", at_s=10)]
    return bringup(BringUpInput(states=STATES, entered=entered, now_s=now_s, rules=rules)).result.stuck


def level_of_runs(count, rules):
    runs = [{"when": "after", "down_mbps": 40 + more, "up_mbps": 5, "latency_ms": 600} for more in range(count)]
    findings = acceptance(AcceptanceInput(runs=runs, rules=rules)).findings
    return next(one.level for one in findings if one.code == "handover.runs")


def aim_codes(rules):
    site = {"latitude_deg": -20.0, "longitude_deg": 28.0, "satellite_longitude_deg": 31.6}
    return [one.code for one in aim(AimInput(**site, date=DAY, rules=rules)).findings]
