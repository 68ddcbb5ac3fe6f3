"""What a report tells beside findings and drawings, of whole jobs."""

import pytest

from rindle_core.catalogue.parts import PART_KINDS
from rindle_core.job import JobInput, assess
from rindle_core.papers.record import BLOCKS
from rindle_core.papers.repair import aim_rows
from rindle_core.stations.bringup.facts import LINE_PLANS
from tests import golden


def told(name, room, system="metric", **changed):
    """Rows and cells of a room's blocks by their codes."""
    facts = JobInput.model_validate(golden.read(name)["facts"] | changed)
    blocks = BLOCKS[room](facts, assess(facts).result, system)
    assert len({one.code for one in blocks}) == len(blocks)
    return {one.code: one.cells or {row.what: row.value for row in one.rows} for one in blocks}


def test_the_mount_is_told_as_it_was_measured_and_tried():
    mount = told("2026-101", "mount")
    assert mount["mast"]["Wall"] == "2.9 mm"
    plumb = next(row for row in mount["mount-checks"] if "lumb" in row[0])
    assert plumb[1:3] == ["good", "0.20°"]
    assert [row[1] for row in mount["holes"]] == ["structure"] * 4
    assert told("2026-101", "mount", "imperial")["holes"][0][2].endswith(" in")


def test_a_ladders_side_and_brackets_are_told():
    mount = told("2026-107", "mount")
    assert mount["mast"]["Side"] == "right"
    assert mount["seats"][0][:3] == ["upper", "4.0 mm", "6.0°"]


def test_plumb_readings_and_alterations_are_told():
    readings = [{"stage": "empty", "first_deg": 0.1, "second_deg": -0.2, "read_at": "2026-11-24T12:30:00"}]
    altered = [{"what": "Hole bored wider", "reason": "Bolt too thick", "decided_by": "N. M."}]
    mount = told("2026-104", "mount", plumb=readings, alterations=altered)
    assert mount["plumb"] == [["hole empty", "0.1°", "−0.2°", "2026-11-24 12:30"]]
    assert mount["alterations"] == [["Hole bored wider", "Bolt too thick", "N. M."]]


def test_earth_and_tests_of_the_cable_are_told():
    cable = told("2026-101", "cable")
    assert cable["cable"]["Earth wire taken at"] == "Earth lug of the transceiver"
    assert cable["cable"]["Bond, transceiver to main earth"].endswith("mΩ")
    assert cable["cable-tests"] == [["IF", "through", "no short", "6.4 dB", "Naledi Mokoena-Hart"]]


def test_how_a_skyline_was_read_is_told_and_one_of_no_site_says_so():
    sky = told("2026-101", "sky")
    assert sky["skylines"][0][:3] == ["As surveyed", "the job’s place", "10"]
    made_up = [one | {"simulated": True} for one in golden.read("2026-101")["facts"]["skylines"]]
    assert "of no site" in told("2026-101", "sky", skylines=made_up)["skylines"][0][-1]


def test_every_room_of_a_finished_job_has_its_say():
    assert {room for room in BLOCKS if told("2026-101", room)} == set(BLOCKS)


@pytest.mark.parametrize("name", ["2026-105", "half-way", "every-hold", "panel-by-hand"])
def test_what_nobody_entered_is_told_by_no_room(name):
    for room in BLOCKS:
        for block in told(name, room).values():
            rows = block if isinstance(block, list) else [[what, value] for what, value in block.items()]
            assert all(row[0].strip() and any(cell.strip() for cell in row[1:]) for row in rows), room


def test_a_panel_is_told_as_it_was_read_last_beside_what_was_planned():
    """Its card said that it was left as it was planned: 5.5° off of that."""
    job = JobInput.model_validate(golden.read("2026-107")["facts"])
    told = dict(aim_rows(job, assess(job).result))
    assert told["Panel as planned"] == "180° true, tilt 21.0°"
    assert told["Panel as it was read last"] == "168° true, tilt 24.0°, on 2026-11-23"
    back = job.model_copy(update={"peak": job.peak.model_copy(update={"attitudes": job.peak.attitudes[::-1]})})
    assert assess(back).result.attitude == assess(job).result.attitude  # entered in whichever order
    unread = job.model_copy(update={"peak": job.peak.model_copy(update={"attitudes": []})})
    assert "Panel as it was read last" not in dict(aim_rows(unread, assess(unread).result))


def test_what_was_looked_at_is_told_with_who_saw_it():
    facts = golden.read("2026-101")["facts"]
    rows = told("2026-101", "build")["seen"]
    assert len(rows) == len(facts["seen_marks"])
    assert {row[2] for row in rows} == {"Naledi Mokoena-Hart"}
    assert "seen" not in told("2026-101", "build", seen_marks=[])


def test_labels_agreement_search_hole_and_computer_are_told():
    def rows(name, room, code, **changed):
        return told(name, room, **changed)[code]

    facts = golden.read("2026-102")["facts"]
    kit = facts["kit"][0]
    first = rows("2026-102", "brief", "kit")[0]
    assert first[1:4] == [kit["model"], kit["serial"], kit["address"]]
    assert first[0] == "Transceiver" == PART_KINDS[kit["kind"]]
    assert rows("2026-103", "brief", "wanted")["Agreed on"] == "2026-11-23 16:30"
    assert rows("2026-103", "brief", "height")["Competent for this height"] == "Tumelo Ravensdale, workshop telephone"
    swept = rows("2026-102", "peak", "sweeps")[0]
    assert swept[1:] == ["1°", "12°", "24 s", "a lock"]
    hole = rows("2026-103", "cable", "hole")
    assert hole["Measured from"] == golden.read("2026-103")["facts"]["wall_mark"]
    assert rows("2026-103", "cable", "near-hole", system="imperial")[0][2].endswith(" in")
    computer = rows("2026-101", "bringup", "computer")
    assert computer["Put back as it was"] == "yes"
    assert rows("2026-101", "bringup", "computer", laptop_back=False)["Put back as it was"] == "no"
    network = rows("2026-103", "bringup", "network", new_line_percent=70.0)
    assert network["Share of the new line"] == "70.0 %"
    assert network["Two lines"] == LINE_PLANS["failover"]
