"""The equipment: what fits the terminal, and what the network's list says."""

import pytest

from rindle_core.catalogue.models import Satellite, Terminal
from rindle_core.kernel.findings import Level
from rindle_core.stations.brief.kit import KitItem, judge_approval, judge_fits, judge_labels
from tests import golden

DISH = golden.read("2026-101")["facts"]
TERMINAL = Terminal.model_validate(DISH["terminal"])
SATELLITE = Satellite.model_validate(DISH["satellite"])


def item(model, kind="transceiver", **more):
    return KitItem(kind=kind, model=model, **more)


def approval(kit=(), said=False, **changed):
    satellite = SATELLITE.model_copy(update=changed)
    (one,) = judge_approval(list(kit), TERMINAL, satellite, said=said)
    return one.level


def test_a_part_that_the_terminal_does_not_take_is_held_and_one_of_which_nothing_is_said_is_not():
    assert judge_fits([item(" tx-3 Transceiver")], TERMINAL) == []
    (held,) = judge_fits([item("TX-9 transceiver"), item("anything", "modem")], TERMINAL)
    assert (held.code, held.level) == ("brief.fits.transceiver", Level.HOLD)
    assert "TX-3 transceiver, TX-4 transceiver" in held.why
    assert judge_fits([item("TX-9 transceiver")], None) == []


@pytest.mark.parametrize(
    ("kit", "changed", "level"),
    [
        ([], {}, Level.CLEAR),  # the terminal itself is listed
        ([], {"approved": ["ridge-96"]}, Level.HOLD),
        ([item("TX-3 transceiver")], {}, Level.CLEAR),
        ([item("TX-9 transceiver")], {}, Level.HOLD),
        ([item("TX-9 transceiver", evidence="operator's mail of 3 May")], {}, Level.MIND),
        ([item("TX-9 transceiver", evidence="mail"), item("TX-8 transceiver")], {}, Level.HOLD),
        ([], {"approved": []}, Level.UNKNOWN),
        ([item("F", "feed")], {"approved": ["F"]}, Level.UNKNOWN),  # one listed part does not speak for the rest
        ([item("R", "reflector"), item("T")], {"approved": ["R", "T"]}, Level.CLEAR),
    ],
)
def test_the_networks_list_decides(kit, changed, level):
    assert approval(kit, **changed) is level


def test_a_tick_without_a_list_is_said_and_not_shown():
    assert approval(said=True, approved=[]) is Level.MIND
    assert approval(said=True, approved=["ridge-96"]) is Level.HOLD  # the list prevails
    assert judge_approval([], None, SATELLITE, said=False) == judge_approval([], TERMINAL, None, said=False) == []


def test_no_two_parts_have_one_label():
    apart = [item("T", serial="TX3-004"), item("M", "modem", serial="TX3-005", address="02:00:5e:10:04:01")]
    assert judge_labels(apart) == []
    (told,) = judge_labels([apart[0], item("M", "modem", serial="tx3 004")])
    assert (told.level, "serial number: tx3 004" in told.message) == (Level.MIND, True)
    (told,) = judge_labels([apart[1], item("R", "router", address="02-00-5E-10-04-01")])
    assert "hardware address" in told.message
    assert judge_labels([item("T", serial="none"), item("M", "modem", serial="none"), item("F", "feed")]) == []
