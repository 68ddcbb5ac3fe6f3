"""A job that begins with another's plan begins with nothing that was seen, tried or done there."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.stations.carried import OF_ONE_VISIT, PLAN, to_a_copy, to_a_repair
from rindle_core.stations.entries import ROOMS
from tests import golden

# What only eyes, hands and instruments tell: of a new job none of it is clear before somebody was there.
SEEN = (
    *("mount.checked", "mount.old_material", "mount.services", "mount.pour", "mount.plumb"),
    *("mount.curing", "mount.ice_fall", "mount.hardware", "mount.coating", "mount.oval", "mount.clamped"),
    *("mount.rescue", "mount.seats", "mount.signs", "mount.reused", "cable.tested", "cable.end_looked", "cable.slack"),
    *("cable.hole", "cable.sealed", "cable.entry_done", "cable.conduit_laid", "cable.earth", "cable.injector"),
    *("cable.old_cabling", "build.", "peak.", "handover.", "brief.approved", "brief.indoor", "bringup.online"),
)
PLANNED = ("build.competent", "build.people", "cable.earth_wire")  # of who comes, and what is brought


def rooms_of(number):
    told = JobInput.model_validate(golden.read(number)["facts"])
    return {room: getattr(told, room).model_dump(mode="json") for room in ROOMS}


def as_job(number, carried):
    facts = JobInput.model_validate(golden.read(number)["facts"])
    rooms = {room: carried.get(room, {}) for room in ROOMS}
    rooms["brief"] = {**rooms["brief"], "date": facts.brief.date}
    return JobInput.model_validate({**rooms, "picks": facts.picks.model_dump()})


def clear(job):
    return {one.code for view in assess(job).result.stations for one in view.findings if one.level is Level.CLEAR}


@pytest.mark.parametrize("number", golden.names())
def test_nothing_that_was_seen_or_done_is_clear_in_a_copy(number):
    found = clear(as_job(number, to_a_copy(rooms_of(number))))
    assert {one for one in found if one.startswith(SEEN) and not one.startswith(PLANNED)} == set()


def test_a_copy_has_what_was_planned():
    was, job = rooms_of("2026-101"), as_job("2026-101", to_a_copy(rooms_of("2026-101")))
    assert job.mount.mount_code == was["mount"]["mount_code"] == "wall_arm"
    assert job.mount.fixing_code == was["mount"]["fixing_code"] != ""
    assert [one.length_m for one in job.cable.cable_pieces] == [one["length_m"] for one in was["cable"]["cable_pieces"]]
    assert {"cable.length", "mount.stress"} <= clear(job)
    assert job.brief.customer == was["brief"]["customer"]
    assert not any("serial" in one for one in to_a_copy(rooms_of("2026-101"))["brief"]["kit"])


def test_a_repair_has_what_stands_there_and_what_is_tried_is_tried_anew():
    was, job = rooms_of("2026-101"), as_job("2026-101", to_a_repair(rooms_of("2026-101")))
    assert job.cable.sealed_by == was["cable"]["sealed_by"] != ""
    assert job.brief.approved_by == was["brief"]["approved_by"]
    assert (job.brief.crew, job.brief.releases) == ([], [])
    tried = ("mount.checked", "mount.rescue", "cable.tested", "cable.end_looked", "cable.slack", "cable.earth_bond")
    assert not [
        one for one in clear(job) if one.startswith((*tried, "build.next", "build.joints", "peak.", "handover."))
    ]
    assert {"cable.hole_looked", "mount.old_material"} <= clear(job)  # the same wall


SEEN_AGAIN = ("mount_seen_again", "cable_seen_again", "sky_seen_again")


def test_what_ages_is_looked_at_again_in_a_repair():
    rooms = to_a_repair({**rooms_of("2026-101"), "sky": {**rooms_of("2026-101")["sky"], "sky_seen_again": True}})
    rooms["brief"]["follows"] = "2026-101"
    aged = {"mount.coating", "mount.stress", "mount.sway", "cable.earth", "cable.sealed", "sky.tube"}
    first = as_job("2026-101", {**rooms, "brief": {**rooms["brief"], "follows": ""}})
    assert aged <= clear(first)
    job = as_job("2026-101", rooms)
    doubts = {one.code: one for view in assess(job).result.stations for one in view.findings}
    assert {doubts[code].level for code in ("mount.aged", "cable.aged", "sky.aged")} == {Level.UNKNOWN}
    assert "2026-101 was handed over" in doubts["sky.aged"].why
    assert not aged & clear(job)
    looked = {
        **rooms,
        **{name[: -len("_seen_again")]: {**rooms[name[: -len("_seen_again")]], name: True} for name in SEEN_AGAIN},
    }
    assert aged <= clear(as_job("2026-101", looked))


def test_each_name_is_a_fact_of_its_room():
    for kept in (PLAN, OF_ONE_VISIT):
        for room, names in kept.items():
            assert set(names) <= set(ROOMS[room].model_fields), room
