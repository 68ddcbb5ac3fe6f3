"""What an analyser is set to through a receiving aid, and what seeing a carrier proves."""

import pytest

from rindle_core.catalogue.carriers import ReceivingAid, ReferenceCarrier
from rindle_core.catalogue.models import Satellite
from rindle_core.job import assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from rindle_core.stations.aim.arc import NeighboursInput, neighbours
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.helper import HelperInput, helper_carriers
from tests import golden

AID = ReceivingAid(name="Two bands", oscillator_mhz=9750, high_oscillator_mhz=10600, switch_mhz=11700)


def carrier(mhz: float, wave: str = "vertical", kbaud: float | None = None, *, only: bool = True) -> ReferenceCarrier:
    return ReferenceCarrier(name=f"{mhz:g}", downlink_mhz=mhz, wave=wave, symbol_rate_kbaud=kbaud, only_here=only)


def told(*carriers, others=(), aid=AID, tuned="", site=(0.0, 30.0)):
    satellite = Satellite(code="a", name="Ours", longitude_deg=31, carriers=list(carriers))
    return helper_carriers(
        HelperInput(
            latitude_deg=site[0], longitude_deg=site[1], satellite=satellite, others=list(others), aid=aid, tuned=tuned
        )
    )


def other(*carriers, longitude_deg=33.0):
    return Satellite(code="b", name="Next", longitude_deg=longitude_deg, carriers=list(carriers))


@pytest.mark.parametrize(
    ("mhz", "wave", "shown"),
    # By hand from EN 61319-1: 13 V vertical or right, 18 V horizontal or left, 22 kHz from 11.7 GHz on.
    [
        (11699.0, "vertical", (1949.0, 13, False)),
        (11700.0, "horizontal", (1100.0, 18, True)),
        (12500.0, "left", (1900.0, 18, True)),
        (10800.0, "right", (1050.0, 13, False)),
    ],
)
def test_band_voltage_and_tone(mhz, wave, shown):
    row = told(carrier(mhz, wave)).result.rows[0]
    assert (row.if_mhz, row.supply_v, row.tone_on) == shown
    assert not row.mirrored


def test_an_oscillator_over_the_carrier_swaps_left_and_right():
    high = ReceivingAid(name="High", oscillator_mhz=13000, by_voltage=False)
    row = told(carrier(11500.0), aid=high).result.rows[0]
    assert (row.if_mhz, row.mirrored, row.supply_v, row.tone_on) == (1500.0, True, None, None)


def test_what_the_aid_does_not_pass_holds_and_is_not_drawn():
    outcome = told(carrier(12900.0))  # 2300 MHz behind it
    assert outcome.result.rows[0].if_mhz is None
    assert [one.level for one in outcome.findings] == [Level.HOLD]


@pytest.mark.parametrize(
    ("next_mhz", "wave", "longitude_deg", "proof"),
    [
        (11500.0, "vertical", 33.0, False),
        (11529.0, "vertical", 33.0, False),  # 29 MHz apart, each 29.7 wide: they touch
        (11531.0, "vertical", 33.0, True),
        (11500.0, "horizontal", 33.0, True),
        (11500.0, "", 33.0, False),  # nobody told its wave
        (11500.0, "vertical", 150.0, True),  # under the horizon here
    ],
)
def test_a_carrier_that_another_satellite_has_there_proves_nothing(next_mhz, wave, longitude_deg, proof):
    outcome = told(
        carrier(11500.0, kbaud=22000),
        others=[other(carrier(next_mhz, wave, 22000), longitude_deg=longitude_deg)],
    )
    row = outcome.result.rows[0]
    assert row.proof is proof
    assert row.also_on == ([] if proof else ["Next"])
    assert outcome.findings[0].level is (Level.CLEAR if proof else Level.MIND)


def test_neither_untold_nor_shared_carriers_are_proof():
    assert told(carrier(11500.0, only=False)).findings[0].level is Level.MIND
    assert told().findings[0].level is Level.UNKNOWN
    assert told(carrier(11500.0), carrier(11600.0)).findings[0].level is Level.UNKNOWN  # which of them?
    assert told(carrier(11500.0), tuned="11600").findings[0].level is Level.HOLD


def test_what_stands_beside_it_shares_voltage_tone_and_span():
    outcome = told(
        carrier(12501.0), carrier(12536.0, kbaud=30000), carrier(12540.0, "horizontal"), carrier(12900.0), tuned="12501"
    )
    assert [one.name for one in outcome.result.tuned.beside] == ["12536"]


def test_half_a_second_band_is_refused():
    with pytest.raises(ValueError, match="second band"):
        ReceivingAid(name="Half", oscillator_mhz=9750, switch_mhz=11700)


def test_older_stores_knew_one_carrier():
    old = Satellite.model_validate({"code": "a", "name": "A", "longitude_deg": 1, "reference_mhz": 11500.0})
    assert [(one.downlink_mhz, one.only_here) for one in old.telling] == [(11500.0, True)]
    assert not Satellite.model_validate({"code": "a", "name": "A", "longitude_deg": 1, "reference_mhz": None}).carriers


@pytest.mark.parametrize(
    ("tuned", "level"),
    [
        ("Telemetry beacon", Level.CLEAR),
        ("Reed, television", Level.UNKNOWN),
        ("", Level.UNKNOWN),
    ],
)
def test_a_carrier_that_was_seen_tells_the_satellite_only_where_it_is_its_own(tuned, level):
    facts = golden.read("2026-102")["facts"] | {"seen_carrier": "yes", "seen_network": "", "aid_carrier": tuned}
    told = assess(parse(JobInput, facts | {"states_entered": []})).findings
    assert next(one for one in told if one.code == "peak.identity").level is level


def test_once_it_is_on_its_network_no_carrier_is_asked_for():
    def asked(**changed):
        facts = golden.read("2026-101")["facts"] | {"aid_fitted": "yes", "aid_carrier": ""} | changed
        return [one.level for one in assess(parse(JobInput, facts)).findings if one.code == "peak.helper"]

    assert asked() == []
    assert asked(states_entered=[]) == [Level.UNKNOWN]


def test_what_is_taken_along_says_what_the_analyser_is_set_to():
    facts = golden.read("2026-103")["facts"] | {"guide": "analyser", "aid_carrier": "Telemetry beacon"}
    told = assess(parse(JobInput, facts)).result.pointing.take_along
    assert any("on 1901 MHz, 18 V, tone on" in one for one in told)
    assert not any(
        "MHz" in one for one in assess(parse(JobInput, facts | {"guide": "sound"})).result.pointing.take_along
    )


@pytest.mark.parametrize(("at_mhz", "alone"), [(11500.4, False), (11502.0, True)])
def test_a_carrier_that_the_neighbour_has_too_is_not_called_ours_alone(at_mhz, alone):
    ours = Satellite(code="a", name="Ours", longitude_deg=31, carriers=[carrier(11500.0)])
    near = NeighboursInput(
        latitude_deg=0, longitude_deg=30, satellite=ours, others=[other(carrier(at_mhz, only=False))], beamwidth_deg=1.4
    )
    assert ("Only ours has a carrier" in neighbours(near).result.neighbours[0].identity) is alone


def test_a_carrier_of_another_satellite_tells_nothing_of_ours():
    facts = golden.read("2026-104")["facts"] | {"seen_carrier": "yes", "seen_network": "", "states_entered": []}

    def identity(tuned):
        found = assess(parse(JobInput, facts | {"aid_carrier": tuned})).findings
        return next(one.level for one in found if one.code == "peak.identity")

    assert identity("Data carrier") is identity("") is Level.CLEAR  # its only carrier, and its alone
    assert identity("Telemetry beacon") is Level.UNKNOWN  # of another satellite of the stores
