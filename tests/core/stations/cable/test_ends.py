"""Which connector goes on which end of a cable, and what does not last outdoors."""

import pytest

from rindle_core.catalogue.cables import CoaxCable
from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.cable.dress import DressInput, cable_list
from rindle_core.stations.cable.pieces import CablePiece
from tests import golden

COAX = CoaxCable(
    code="solid", name="Solid", loss_a=0.58, loss_b=0.0017, loop_ohm_per_100m=3.6, diameter_mm=7, bend_radius_mm=70
)


def made(**more):
    given = {"cable": COAX, "ports": ["Receive", "Transmit"], "connectors": DEFAULT_WORDS.connectors}
    return cable_list(DressInput(**given | more))


def outdoors(outcome):
    return [one.level for one in outcome.findings if one.code == "cable.outdoor_ends"]


def test_one_end_of_each_run_is_indoors_and_what_is_joined_has_to_last_outdoors():
    plain, joined = made().result.ends, made(joint_count=1, arrester_count=2).result.ends
    assert [(one.outdoors, one.count) for one in plain] == [(True, 2), (False, 2)]
    assert [(one.outdoors, one.count) for one in joined] == [(True, 2 + 2 * 6), (False, 2)]
    assert made(cable=COAX.model_copy(update={"sealed": True})).result.ends == []


def test_what_is_not_told_is_not_called_clear_and_what_suits_is_named():
    found = made()
    assert outdoors(found) == []
    assert [(one.code, one.name) for one in found.result.ends] == [("", "Compression connector")] * 2


@pytest.mark.parametrize(
    ("code", "level"), [("compression", Level.CLEAR), ("screwed", Level.MIND), ("crimped", Level.MIND)]
)
def test_a_screwed_connector_is_for_indoors(code, level):
    assert outdoors(made(connector_out_code=code)) == [level]
    assert outdoors(made(connector_in_code=code)) == []


def test_a_connector_of_another_kind_of_cable_tells_nothing():
    assert outdoors(made(connector_out_code="bare_plug")) == []


def test_what_is_bought_names_each_places_connector():
    bought = made(connector_out_code="compression", connector_in_code="screwed").result.consumables
    note = next(one.note for one in bought if one.name == "Connectors")
    assert note == "2 outdoors: compression connector, 2 indoors: screwed connector"


def test_pipes_are_cut_piece_by_piece_and_buried_ones_are_bought_too():
    pieces = [
        CablePiece(kind="mast", length_m=2, protection="clips"),
        CablePiece(kind="outdoor", length_m=4.5, protection="buried"),
        CablePiece(kind="indoor", length_m=3, protection="pipe"),
    ]
    result = made(pieces=pieces).result
    assert [(one.number, one.length_m) for one in result.pipes] == [(2, 4.5), (3, 3)]
    assert next(one.amount for one in result.consumables if one.name == "Pipe or tray") == 8  # 7.5 m, whole metres


def test_a_conduit_is_asked_how_it_was_laid_and_a_job_without_one_is_not():
    facts = golden.read("2026-102")["facts"]
    steps = [one.code for one in DEFAULT_WORDS.conduit_steps]

    def laid(**told):
        stations = assess(JobInput.model_validate({**facts, **told})).result.stations
        found = {one.code: one.level for view in stations for one in view.findings}
        return found.get("cable.conduit_laid")

    assert laid(conduit_steps=[]) is None
    assert laid(conduit_mm=32) is Level.UNKNOWN
    assert laid(conduit_mm=32, conduit_steps=steps[1:]) is Level.UNKNOWN
    assert laid(conduit_mm=32, conduit_steps=steps) is Level.CLEAR
