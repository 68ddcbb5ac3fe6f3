"""Coax loss and constant-power supply."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rindle_core.catalogue.cables import CableLimits, CoaxCable, Supply
from rindle_core.job import JobInput, assess
from rindle_core.stations.cable.cable import CableInput, CablePiece, cable, coax_loss_db_per_100m, voltage_at_load_v
from tests import golden

SOLID = CoaxCable(
    code="solid", name="Solid", loss_a=0.58, loss_b=0.0017, loop_ohm_per_100m=3.6, diameter_mm=7, bend_radius_mm=70
)
LIMITS = CableLimits(types=["solid"], most_m=50, if_low_mhz=950, if_high_mhz=1950, most_loss_db=18)
SUPPLY = Supply(supply_v=30, power_w=26, least_v=22)


def run(length_m, **more):
    pieces = [CablePiece(kind="loop", length_m=0.7), CablePiece(kind="outdoor", length_m=length_m - 0.7)]
    return cable(CableInput(**{"pieces": pieces, "cable": SOLID, "limits": LIMITS, "supply": SUPPLY, **more}))


@given(st.floats(5, 60), st.floats(0, 60), st.floats(0, 12))
def test_the_load_gets_its_power_and_the_cable_takes_the_rest(supply_v, power_w, resistance):
    volts = voltage_at_load_v(supply_v, power_w, resistance)
    if volts is None:
        assert supply_v**2 < 4 * power_w * resistance
    else:
        assert volts >= supply_v / 2 - 1e-9  # the stable branch
        if resistance > 1e-3:
            assert volts * (supply_v - volts) / resistance == pytest.approx(
                power_w, abs=1e-6 * max(1.0, supply_v**2 / resistance)
            )


def test_loss_at_one_gigahertz_is_that_of_the_cables_own_coefficients():
    assert coax_loss_db_per_100m(SOLID, 1000, 20) == pytest.approx(0.58 * 1000**0.5 + 1.7)


def test_heat_raises_the_conductor_part_by_the_root_of_coppers_resistance():
    cold, warm = (coax_loss_db_per_100m(SOLID, 1000, t) - 1.7 for t in (20, 60))
    assert warm / cold == pytest.approx((1 + 0.00393 * 40) ** 0.5)


def test_the_longest_lengths_are_where_the_limits_are_met():
    result = run(20).result
    at_loss = run(result.longest_by_loss_m).result
    assert at_loss.loss_high_db == pytest.approx(18)
    at_supply = run(result.longest_by_supply_m, connectors=0).result
    assert at_supply.voltage_v == pytest.approx(22)


def test_a_supply_that_cannot_be_carried_is_a_hold_and_no_error():
    outcome = run(400)
    assert outcome.result.voltage_v is None
    assert {f.code: f.level for f in outcome.findings}["cable.supply"] == "hold"


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"cable": SOLID.model_copy(update={"code": "other"})}, "cable.type"),
        ({"pieces": [CablePiece(kind="outdoor", length_m=51)]}, "cable.length"),
    ],
)
def test_what_the_terminal_does_not_allow_is_a_hold(change, code):
    assert {f.code: f.level for f in run(20, **change).findings}[code] == "hold"


def test_no_route_is_unknown():
    nothing = [CablePiece(kind="mast", length_m=0), CablePiece(kind="indoor", length_m=0)]
    for pieces in ([], nothing):  # a way of no length is none
        assert [f.level for f in run(20, pieces=pieces).findings] == ["unknown"]


@pytest.mark.parametrize(
    ("kind", "metres", "level"), [("loop", 0.7, "clear"), ("loop", 0.6, "mind"), ("slack", 3.0, "mind")]
)
def test_only_the_loop_at_the_dish_is_a_service_loop(kind, metres, level):
    pieces = [CablePiece(kind=kind, length_m=metres), CablePiece(kind="outdoor", length_m=12)]
    assert {one.code: one.level for one in run(12, pieces=pieces).findings}["cable.loop"] == level


def test_a_sealed_end_is_not_told_to_be_cut_off():
    for sealed, said in ((False, "cut off and made again"), (True, "a plug that is torn is a new cable")):
        bare = [CablePiece(kind="outdoor", length_m=12)]
        found = run(12, pieces=bare, cable=SOLID.model_copy(update={"sealed": sealed})).findings
        assert said in next(one.why for one in found if one.code == "cable.loop")


def whole(*lengths_m, **more):
    pieces = [CablePiece(kind="loop", length_m=0.7), *(CablePiece(kind="outdoor", length_m=one) for one in lengths_m)]
    asked = {"pieces": pieces, "cable": SOLID, "limits": LIMITS, "supply": SUPPLY, "others": [SOLID]}
    return cable(CableInput(**asked | more))


def test_a_way_that_is_not_measured_whole_is_not_known_to_be_short_enough():
    told, part = whole(6.0, 7.0), whole(6.0, None)
    levels = [{one.code: one.level for one in outcome.findings} for outcome in (told, part)]
    assert levels[0] == dict.fromkeys(("cable.length", "cable.loss", "cable.supply", "cable.loop"), "clear")
    assert levels[1] == {"cable.length": "unknown", "cable.loop": "clear"}
    assert [outcome.result.grades[0].would_do for outcome in (told, part)] == [True, None]
    assert part.findings[0].message == "Without a length yet: outdoors"
    assert (part.result.untold_count, part.result.length_m) == (1, pytest.approx(6.7))


def test_what_is_too_long_already_is_held_whatever_the_rest_measures():
    levels = {one.code: one.level for one in whole(400.0, None).findings}
    assert levels == {**dict.fromkeys(("cable.length", "cable.loss", "cable.supply"), "hold"), "cable.loop": "clear"}
    assert whole(400.0, None).result.grades[0].would_do is False


def test_of_two_runs_one_that_waits_for_its_length_has_a_way():
    def runs(second):
        first = [CablePiece(kind="outdoor", length_m=9.0, of_run="first")]
        limits = LIMITS.model_copy(update={"runs": 2})
        given = CableInput(pieces=first + second, cable=SOLID, limits=limits, supply=SUPPLY)
        return {one.code: one.level for one in cable(given).findings}.get("cable.runs")

    assert runs([]) == "hold"
    assert runs([CablePiece(kind="outdoor", of_run="second")]) is None
    assert runs([CablePiece(kind="outdoor", of_run="second", length_m=4.0)]) == "clear"


def test_a_job_says_which_pieces_wait_and_reckons_nothing_on_them():
    facts = golden.read("2026-101")["facts"]
    pieces = [{**one, "length_m": None} if one["kind"] == "mast" else one for one in facts["cable_pieces"]]
    told = assess(JobInput.model_validate({**facts, "cable_pieces": pieces})).result
    (station,) = (one for one in told.stations if one.code == "cable")
    assert station.verdict == "unknown"
    assert "1 piece of the cable has no length yet" in "".join(one.text for one in station.headline)
    assert next(one.limit for one in station.findings if one.code == "cable.tested.if") is None  # no loss to hold it to
    (step,) = (one for one in told.build.steps if one.step.code == "cable")
    assert next(one for one in step.figures if one.name == "Length").text.startswith("or more")
    rows = {one.name: one.cue for one in told.kit_list.rows}
    assert any(cue.startswith("at least") for name, cue in rows.items() if name.endswith("run IF"))


@pytest.mark.parametrize(
    ("kinds", "indoor", "asked"),
    [
        (["arm", "outdoor", "wall", "indoor"], [], False),
        (["arm", "outdoor", "wall"], [], True),
        (["arm", "outdoor"], ["mains"], True),  # the unit goes into the house
        (["arm", "outdoor"], [], False),
        ([], ["mains"], False),
    ],
)
def test_a_run_that_ends_at_the_wall_is_not_the_whole(kinds, indoor, asked):
    pieces = [{"kind": kind, "length_m": 2.0} for kind in kinds]
    facts = {**golden.read("2026-101")["facts"], "cable_pieces": pieces, "indoor": indoor}
    told = assess(JobInput.model_validate(facts)).result
    found = {one.code: one.level for view in told.stations for one in view.findings}
    assert found.get("cable.indoors") == ("unknown" if asked else None)


def with_wall_piece(length_m):
    facts = golden.read("2026-101")["facts"]
    pieces = [{**one, "length_m": length_m} if one["kind"] == "wall" else one for one in facts["cable_pieces"]]
    told = assess(JobInput.model_validate({**facts, "cable_pieces": pieces})).result
    found = {one.code: one for view in told.stations for one in view.findings}
    return found.get("cable.through"), told.wall_hole


def test_the_piece_through_the_wall_is_as_long_as_its_hole():
    """The slant over the thickness and its fall; a piece to the millimetre under it is as long."""
    _, hole = with_wall_piece(1.0)
    slant_m = math.floor(hole.slant_mm) / 1000.0
    levels = [with_wall_piece(one)[0].level for one in (slant_m, slant_m - 0.001)]
    assert levels == ["clear", "mind"]
    assert with_wall_piece(None)[0] is None
