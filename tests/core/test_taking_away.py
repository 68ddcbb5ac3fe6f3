"""Who takes an entry away knows less: nothing becomes clear by it, and no job may be signed that might not before."""

import copy
import json

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.job import JobInput, assess
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Level
from rindle_core.stations.names import NAMES
from tests import golden
from tests.golden import FOLDER
from tests.parts import of_today

# What is entered against a job: a hazard, something near the hole; and one more candidate that is compared. Without it
# there is less to mind.
AGAINST = {("brief", "hazards"), ("cable", "wall_things"), ("sky", "positions")}


def told(facts):
    result = assess(JobInput.model_validate(facts)).result
    clear = {(view.code, one.code) for view in result.stations for one in view.findings if one.level.value == "clear"}
    other = {(view.code, one.code) for view in result.stations for one in view.findings} - clear
    return clear, other, {view.code for view in result.stations if view.verdict.value == "clear"}, result.may_sign_off


def ways(facts):
    """Each fact of each room, and each row of its lists."""
    for room in (name for name in NAMES if name in facts):
        for name, value in facts[room].items():
            yield room, name
            if isinstance(value, list):
                yield from ((room, name, at) for at in range(min(len(value), 2)))


def without(facts, way):
    less = copy.deepcopy({name: value for name, value in facts.items() if name != "picks"}) | {"picks": facts["picks"]}
    part = less
    for step in way[:-1]:
        part = part[step]
    del part[way[-1]]
    return less


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("name", ["half-way", "every-hold", "2026-107"])
def test_nothing_becomes_clear_by_what_is_taken_away(name):
    facts = json.loads((FOLDER / f"{name}.json").read_text("utf-8"))["facts"]
    _, was_other, was_passed, might_sign = told(facts)
    tried, broken = 0, []
    for way in ways(facts):
        try:
            clear, other, passed, may_sign = told(without(facts, way))
        except (InputError, ValueError):
            continue  # the model asks for it: nothing was taken away
        tried += 1
        if way[:2] in AGAINST or (way[:2] == ("peak", "attitudes") and len(way) > 2):  # the one before counts again
            continue
        broken += [(way, one) for one in clear & was_other - other]
        broken += [(way, one) for one in passed - was_passed]
        broken += [(way, "signature")] if may_sign and not might_sign else []
    assert tried > 30
    assert broken == []


# Roles say what somebody must show: without a role less is asked of those who are named.
LISTS = [name for name, value in DEFAULT_WORDS if isinstance(value, list) and name != "roles"]


@pytest.mark.turns(days=2)
@pytest.mark.parametrize("name", ["2026-103", "2026-106"])
def test_nothing_becomes_clear_by_a_list_of_the_house_that_is_empty(name):
    facts = json.loads((FOLDER / f"{name}.json").read_text("utf-8"))["facts"]
    words = {**DEFAULT_WORDS.model_dump(mode="json"), **facts["picks"].get("words", {})}
    _, was_other, was_passed, might_sign = told(facts)
    broken, tried = [], 0
    for emptied in of_today(LISTS, 3):
        try:
            less = {**facts, "picks": {**facts["picks"], "words": {**words, emptied: []}}}
            clear, other, passed, may_sign = told(less)
        except (InputError, ValueError):
            continue  # that list may not be empty
        tried += 1
        broken += [(emptied, one) for one in clear & was_other - other]
        broken += [(emptied, one) for one in passed - was_passed]
        broken += [(emptied, "signature")] if may_sign and not might_sign else []
    assert tried > 5
    assert broken == []


# What a finished job may be signed without: it is minded, or helps, or belongs to before the visit.
NOT_ASKED = {
    "brief": """forecast_gust_mps forecast_low_c conditions assessed_by assessed_on indoor service_wanted place_text
        height_m crew settled settled_latitude_deg settled_longitude_deg""",
    "aim": "preset_measured_deg",
    "mount": """design_gust_mps working_gust_mps gust_source pulled_n rescue_way_code hardware under mast_mount_code
        spot_letter spot_latitude_deg spot_longitude_deg site_latitude_deg site_longitude_deg""",
    "cable": """connectors drilled_from wall_mark inside_mm outside_mm dressed injector_dry injector_reachable
        old_cabling earth_wire_length_m earth_ground_ohm earthed_terminal_code earthed_mount_code
        made_cable_code earthed_letter hole_letter wall_code connector_out_code connector_in_code""",
    "build": """rim_gap_mm delivered_by built_terminal_code built_mount_code built_letter unpacked_terminal_code
        unpacked_mount_code waits""",
    "peak": """elevation_mid_turns azimuth_mid_turns read_satellite_code read_terminal_code read_mount_code read_letter
        peaked_latitude_deg peaked_longitude_deg push_top_during_db
        preset_compass_deg sweeps clamp_kept seen_network
        push_bottom_during_db push_left_during_db push_right_during_db witness_text""",
    "bringup": """powered_where power_checks meter_fitted install_mode laptop_system laptop_before laptop_address
        laptop_mask laptop_wired laptop_wireless laptop_back told_back online_satellite_code online_terminal_code
        router_plan wifi_name wifi_password""",
    "handover": """watch items_given shown_to customer_lines installer_lines proved_terminal_code
        proved_satellite_code proved_mount_code""",
}
PICKED = {("brief", "terminal_code"), ("brief", "satellite_code")}  # the picks beside them stay


@pytest.mark.turns(days=6)
def test_a_finished_job_is_signed_without_none_of_its_proofs():
    facts = json.loads((FOLDER / "2026-101.json").read_text("utf-8"))["facts"]
    assert told(facts)[3]
    still = set()
    for way in (one for one in ways(facts) if len(one) == 2 and one not in PICKED):
        try:
            still |= {way} if told(without(facts, way))[3] else set()
        except (InputError, ValueError):
            continue
    assert still == {(room, name) for room, names in NOT_ASKED.items() for name in names.split()}


@pytest.mark.parametrize("number", ["2026-101", "2026-107"])
def test_a_terminal_whose_guide_nobody_entered_has_nothing_done_and_is_nowhere(number):
    """Without steps all of them were called done; without states a job with some entered could not be opened."""
    facts = golden.read(number)["facts"]
    bare = {**facts["terminal"], "build_steps": [], "bringup_states": []}
    told = {one.code: one for one in assess(JobInput.model_validate({**facts, "terminal": bare})).result.stations}
    build = {one.code: one.level for one in told["build"].findings}
    assert build["build.no_steps"] is Level.UNKNOWN
    assert build.get("build.next") is not Level.CLEAR  # the mount's own steps may be done
    assert "have no steps" in told["build"].headline[0].text
    assert {one.code: one.level for one in told["bringup"].findings}["bringup.no_states"] is Level.UNKNOWN
    without = assess(JobInput.model_validate({**facts, "terminal": bare, "mount_code": ""})).result
    left = {one.code for view in without.stations for one in view.findings}
    assert "build.next" not in left
