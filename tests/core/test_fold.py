"""The course as a fold: who reads whom, what is asked again after a change, and the flat form of the version before."""

from typing import get_args

import pytest
from pydantic import BaseModel

from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.kernel.headline import as_text
from rindle_core.kernel.model import Row, parse
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.fold import COURSE, ORDER, course_of
from rindle_core.stations.names import NAMES
from rindle_core.stations.sky.part import SkyPart
from rindle_core.stations.station import Context
from tests import golden

DISH = golden.read("2026-101")["facts"]


def asked_again(**changed):
    """The rooms that a change makes anew."""
    before = course_of(JobInput.model_validate(DISH))
    after = course_of(JobInput.model_validate({**DISH, **changed}))
    return {code for code in before if after[code] is not before[code]}


def test_the_course_is_nine_rooms_and_each_is_asked_after_those_it_reads():
    assert [one.code for one in COURSE] == list(NAMES) == list(ROOMS)
    assert sorted(one.code for one in ORDER) == sorted(NAMES)
    for at, one in enumerate(ORDER):
        assert set(one.reads) <= {earlier.code for earlier in ORDER[:at]}


def test_the_same_job_is_not_asked_twice():
    assert asked_again() == set()


@pytest.mark.parametrize(
    ("changed", "left_alone"),
    [
        ({"cable_pieces": []}, {"brief", "aim", "sky", "mount"}),
        ({"connectors": 3}, {"brief", "aim", "sky", "mount"}),
        ({"push_top_db": 11.0}, {"brief", "aim", "sky", "mount", "cable", "build"}),
        ({"preset_measured_deg": 40.0}, {"sky", "mount", "cable"}),
        ({"needs_proved": ["fixed_address"]}, {"aim", "sky", "mount", "cable", "build", "peak", "bringup"}),
        ({"ahead_years": 2.0}, {"mount", "cable"}),
        ({"mast_wall_mm": 3.1}, {"brief", "aim", "sky", "cable", "peak", "bringup"}),
        ({"customer": "Someone"}, {"mount", "cable"}),
    ],
)
def test_a_change_leaves_the_rooms_alone_that_do_not_rest_on_it(changed, left_alone):
    again = asked_again(**changed)
    assert again
    assert again & left_alone == set()


def test_a_room_is_given_the_facts_that_it_names_and_no_others():
    cable = next(one for one in COURSE if one.code == "cable")
    seen = []
    job = JobInput.model_validate(DISH)
    given = Context(job)
    assert all("." in one for one in cable.looks_at)  # single facts, no whole room
    with pytest.raises(LookupError, match="SkyPart is not among what this station reads"):
        given.result(SkyPart)
    real = cable.assess

    def spying(context):
        seen.append(set(context.job.__dict__))
        with pytest.raises(AttributeError):
            context.job.brief.customer  # noqa: B018  # not among what it names
        return real(context)

    object.__setattr__(cable, "assess", spying)
    try:
        course_of(JobInput.model_validate({**DISH, "connectors": 4}))
    finally:
        object.__setattr__(cable, "assess", real)
    assert seen == [{"cable", "picks", "brief", "sky", "mount", "handover", "bringup", "build", "peak"}]


def test_a_copy_of_the_picks_is_told_from_them_and_answered_anew():
    """A room whose grounds did not change is not asked again: a copy with another rule is another ground."""
    job = JobInput.model_validate(golden.read("2026-101")["facts"])
    rules = job.picks.rules.model_copy(update={"earth_wire_mm2": 80.0})

    def wire(asked):
        return next(one.level for one in course_of(asked)["cable"].outcome.findings if one.code == "cable.earth_wire")

    before = (wire(job), job.picks.mark)
    copied = job.model_copy(update={"picks": job.picks.model_copy(update={"rules": rules})})
    assert (before[0], wire(copied)) == ("clear", "hold")
    assert copied.picks.mark != before[1]


def test_the_flat_form_of_the_version_before_is_read():
    flat = JobInput.model_validate(
        {
            "date": "2026-11-24",
            "customer": "Flat",
            "mast_wall_mm": 3.0,
            "visit": {"surface": "masonry"},
            "lockdown": {"before_db": 11.0, "left_db": 10.5},
            "skyline": [{"azimuth_deg": 10.0, "elevation_deg": 4.0}],
        }
    )
    assert (flat.brief.customer, flat.brief.surface, flat.mount.mast_wall_mm) == ("Flat", "masonry", 3.0)
    assert (flat.peak.lock_before_db, flat.peak.push_left_db, flat.peak.push_top_db) == (11.0, 10.5, None)
    assert [point.azimuth_deg for point in flat.sky.skylines[0].points] == [10.0]
    assert flat == JobInput.model_validate(flat.model_dump())


def test_a_name_that_no_room_has_is_refused_by_its_name():
    with pytest.raises(InputError, match="mast_wal_mm"):
        parse(JobInput, {"date": "2026-11-24", "mast_wal_mm": 3.0})


def test_every_list_of_rows_has_ids_to_tell_them_apart():
    for kind in ROOMS.values():
        for name, field in kind.model_fields.items():
            for inner in get_args(field.annotation):
                if isinstance(inner, type) and issubclass(inner, BaseModel):
                    assert issubclass(inner, Row), (kind.__name__, name)


def test_a_station_on_hold_is_headed_by_what_holds_it_with_its_limit_and_what_would_clear_it():
    told = assess(JobInput.model_validate({**DISH, "mast_diameter_mm": 20.0, "mast_wall_mm": 2.0})).result.stations
    mount = next(one for one in told if one.code == "mount")
    first = next(one for one in mount.findings if one.level is Level.HOLD)
    said = as_text(mount.headline)
    assert said.startswith(f"{first.message}: 20.0 mm, wanted between ")
    assert said.endswith(first.clears_by)
    clear = assess(JobInput.model_validate(DISH)).result.stations
    assert as_text(next(one for one in clear if one.code == "mount").headline).startswith("Gust force")


def test_an_answer_says_what_is_still_open_there_and_a_next_step_does_not():
    steps = golden.read("2026-102")["facts"]
    told = {one.code: one for one in assess(JobInput.model_validate(steps)).result.stations}
    waiting = [one.message for one in told["build"].findings if one.level is Level.UNKNOWN]
    assert as_text(told["build"].headline) == (
        f"All steps are done. Still open: {waiting[0]}; {len(waiting) - 1} more are open"
    )
    assert as_text(told["mount"].headline).endswith("MPa")  # nothing is open there
    assert "Still open" not in as_text(told["peak"].headline)  # it says what to do
