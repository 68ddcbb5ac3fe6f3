"""Every fact of a job is told once: its words, unit and choices beside it, and from there everywhere."""

from __future__ import annotations

from pydantic import BaseModel

from rindle_core.catalogue.house_words import HouseWords
from rindle_core.kernel.entry import entries_of, entry_of, literal_choices, unit_of
from rindle_core.kernel.units import UNIT_CODES, wording_table
from rindle_core.stations.brief.visit import VisitFacts
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.facts import SkyFacts

ENTRIES = {path: told for room, kind in ROOMS.items() for path, told in entries_of(kind, room)}


def test_every_fact_of_every_room_has_words():
    bare = [f"{room}.{name}" for room, kind in ROOMS.items() for name in kind.model_fields]
    assert [path for path in bare if path not in ENTRIES] == []
    for path, told in ENTRIES.items():
        assert told.label.strip() == told.label != "", path
        assert not told.hint.endswith("."), path
    assert ENTRIES["mount.mast_diameter_mm"].model_dump(exclude_defaults=True) == {
        "label": "Mast outer diameter",
        "kind": "number",
        "unit": "mm",
        "optional": True,
    }


def test_a_path_leads_through_rows_and_parts():
    assert ENTRIES["handover.runs[].down_mbps"].unit == "mbps"
    assert ENTRIES["sky.skylines[].points[].kind"].kind == "choice"
    assert ENTRIES["sky.trial.height_m"].kind == "number"
    assert ENTRIES["brief.date"].kind == "day"
    assert ENTRIES["brief.lineup_at"].kind == "moment"
    assert ENTRIES["brief.customer"].max_length == 120


def test_every_unit_that_an_entry_shows_is_worded():
    known = wording_table()
    assert {told.unit for told in ENTRIES.values() if told.unit} - set(known) == set()
    assert [unit_of(name) for name in ("height_m", "gust_mps", "a_mm", "growth_m_per_year", "share", "wait_h")] == [
        "m",
        "mps",
        "mm",
        "m_per_year",
        "",
        "h",
    ]


def _fixed(kind: type[BaseModel]):
    for name, fact in kind.model_fields.items():
        codes = literal_choices(fact)
        if codes and entry_of(fact):
            yield name, codes, dict(entry_of(fact).choices)


def test_every_fixed_choice_has_a_word_for_each_of_its_codes():
    for kind in (VisitFacts, SkyFacts, Candidate):
        told = list(_fixed(kind))
        assert told
        for name, codes, words in told:
            assert set(codes) - {""} == set(words) - {""}, name


def test_a_number_whose_name_ends_with_a_unit_shows_it():
    numbers = {path: told for path, told in ENTRIES.items() if told.kind == "number"}
    bare = [path for path, told in numbers.items() if not told.unit and path.rpartition("_")[2] in UNIT_CODES]
    said_by_their_labels = ("_count", "_turns", "_n", "_days")
    assert [path for path in bare if not path.endswith(said_by_their_labels)] == []
    assert (numbers["brief.other_load_w"].unit, numbers["brief.spare_battery_wh"].unit) == ("w", "wh")


def test_ticked_lists_name_a_list_of_the_houses_words():
    named = {told.words for told in ENTRIES.values() if told.words}
    assert named == set(HouseWords.model_fields) - {
        "card_lines",
        "causes",
        "connectors",  # chosen
        "indicators",
        "instrument_checks",
        "later",
        "peak_faults",
        "readiness",
        "repair_faults",
        "roles",
        "service_uses",
        "usual_tasks",
        "waits",
        "ways_in",  # chosen
        "gear",  # by the way up
    }  # looked up, never ticked
    ticked = {path: told for path, told in ENTRIES.items() if told.kind == "words"}
    assert {path for path, told in ticked.items() if not told.words and not told.choices} == {
        "brief.crew",  # of Stores
        "aim.spare_satellites",  # of Stores
        "brief.approval_lines",  # drawn
        "handover.customer_lines",
        "handover.installer_lines",
    }


def test_labels_travel_with_the_schema():
    schema = ROOMS["mount"].model_json_schema()["properties"]["mast_free_length_m"]
    assert schema["title"] == "Free length"
    assert schema["description"].startswith("Top bracket")
