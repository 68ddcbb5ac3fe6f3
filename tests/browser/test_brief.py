"""The folded parts of Brief: positions, hazards, deliveries, documents, heights, and undo of whole lists."""

import contextlib
import hashlib
import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

from tests.browser.hands import begin_job, pick, turn_to
from tests.browser.test_journey import choose, fill, saved


@pytest.fixture
def brief(page):
    """A job of its own with a place."""
    begin_job(page, customer="Trial", place_text="-29.5, 27.5")
    return page


def notes(page):
    return page.get_by_role("complementary", name="Findings")


def test_a_candidate_measured_from_the_place_can_become_the_place(brief):
    brief.keyboard.press("m")  # bearings from true north
    turn_to(brief, "Positions")
    brief.get_by_role("button", name="Add a position").click()
    expect(brief.get_by_label("Letter, row 1")).to_have_value("A")
    brief.get_by_label("or distance, row 1").fill("500")
    brief.get_by_label("at true bearing, row 1").fill("90")
    brief.get_by_label("Note, row 1").fill("by the kraal")
    use = brief.get_by_role("button", name="Use as the job’s place")
    expect(use).to_be_visible()
    use.click()
    turn_to(brief, "Job")
    # 500 m east at 29.5° south: 500 / (111 320 · cos 29.5°) = 0.00516° of longitude.
    expect(brief.get_by_label("Place", exact=True)).to_have_value(re.compile(r"^-29\.(5|49999)\d*, 27\.5051[56]"))


def test_a_hazard_is_minded_until_everyone_has_seen_its_caution(brief):
    turn_to(brief, "Crew and risks")
    brief.get_by_label("Overhead lines").check()
    expect(notes(brief)).to_contain_text("Overhead lines: caution not yet seen")
    brief.get_by_role("checkbox", name="Overhead lines A mast or ladder that touches one kills").check()
    expect(notes(brief)).not_to_contain_text("caution not yet seen")
    brief.locator("h1").click()
    brief.keyboard.press("Control+z")
    expect(notes(brief)).to_contain_text("caution not yet seen")


def test_an_item_that_waits_for_another_is_due_after_it(brief):
    fill(brief, "Day of the work", "2026-12-01")
    turn_to(brief, "Parts and costs")
    for row, values in enumerate((("Terminal", "2026-11-20", "7", ""), ("Adapter", "", "7", "Terminal")), start=1):
        brief.get_by_role("button", name="Add an item").click()
        for label, value in zip(("Item", "Ordered", "Lead days", "Only after"), values, strict=True):
            brief.get_by_label(f"{label}, row {row}").fill(value)
    expect(brief.locator("p.small").filter(has_text="Adapter")).to_contain_text("due 2026-12-04")
    expect(notes(brief)).to_contain_text("Adapter comes after the visit")
    brief.get_by_label("Ordered, row 1").fill("yesterday")
    expect(brief.get_by_role("alert")).to_contain_text("Ordered")
    expect(brief.get_by_label("Ordered, row 1")).to_have_value("yesterday")  # kept while it cannot be used


def test_a_document_is_kept_with_its_checksum_and_given_back(brief, tmp_path):
    turn_to(brief, "Order")
    file = tmp_path / "settings sheet.cfg"
    file.write_bytes(b"beam=K\n")
    brief.get_by_label("Keep a file with the job").set_input_files(file)
    checksum = hashlib.sha256(b"beam=K\n").hexdigest()[:16]
    expect(brief.locator("p.small").filter(has_text="settings sheet.cfg")).to_contain_text(checksum)
    with brief.expect_download() as download:
        brief.get_by_role("link", name="settings sheet.cfg").click()
    assert Path(download.value.path()).read_bytes() == b"beam=K\n"


def test_the_height_comes_from_a_tile_that_was_loaded(brief, tmp_path):
    fill(brief, "Place", "-28.5, 26.5")  # beside the demo's own tiles
    saved(brief)
    turn_to(brief, "Place")
    brief.get_by_role("button", name="Height from terrain").click()
    expect(brief.get_by_text("load the tile S29E026.hgt")).to_be_visible()
    tile = tmp_path / "S29E026.hgt"
    tile.write_bytes((1987).to_bytes(2, "big") * 9)
    brief.get_by_label("Load an elevation tile (.hgt, GeoTIFF)").set_input_files(tile)
    expect(brief.get_by_text("Tile S29E026.hgt is kept.")).to_be_visible()
    brief.get_by_role("button", name="Height from terrain").click()
    expect(brief.get_by_label("Height above sea", exact=True)).to_have_value("1987")


def test_the_place_is_written_in_every_form(brief):
    turn_to(brief, "Place")
    table = brief.get_by_role("table", name="The place in other forms")
    for text in (
        "-29.500000, 27.500000",
        "29°30.000'S 27°30.000'E",
        "29°30'00.0\"S 27°30'00.0\"E",
        "geo:-29.500000,27.500000",
        "UTM 35J",
    ):
        expect(table).to_contain_text(text)


def add_task(brief, row):
    """Presses again where the list was taken anew from the server just then and the button moved."""
    grid = brief.locator(".row-grid").filter(has_text="Work (h)")
    name = grid.get_by_label(f"Task, row {row}")
    for patience_ms in (3_000, 10_000, 30_000):
        brief.get_by_role("button", name="Add a task").click()
        with contextlib.suppress(AssertionError):
            expect(name).to_be_visible(timeout=patience_ms)
            return
    expect(name).to_be_visible()


def test_surface_weather_and_tasks_say_what_suits_and_when(brief):
    turn_to(brief, "Positions")
    choose(brief, "Surface", "Shingle roof")
    expect(brief.get_by_role("list", name="Kinds of mount")).to_contain_text("Short roof mast")
    brief.get_by_role("checkbox", name="Holes are allowed").uncheck()
    expect(brief.get_by_role("list", name="Kinds of mount")).to_contain_text("it needs holes, and none are allowed")
    expect(notes(brief)).to_contain_text("No usual mount suits")
    turn_to(brief, "Visit")
    fill(brief, "Gusts forecast", "14")
    ladder = brief.get_by_role("table", name="Weather by kind of work").get_by_role("row").filter(has_text="Ladder")
    expect(ladder).to_contain_text("No-go")
    turn_to(brief, "Days")
    for row, values in enumerate(
        (("Mount", "4", "0", ""), ("Foam", "1", "14", ""), ("Cable", "2", "0", "Foam")), start=1
    ):
        add_task(brief, row)
        for label, value in zip(("Task", "Work", "Sets for", "Only after"), values, strict=True):
            brief.locator(".row-grid").filter(has_text="Work (h)").get_by_label(f"{label}, row {row}").fill(value)
    days = brief.get_by_role("list", name="Days of the visit").get_by_role("listitem")
    expect(days.locator("b")).to_have_text(["Foam", "Mount", "Cable"])
    expect(days.nth(2)).to_contain_text("Foam has set by")


def test_the_usual_tasks_are_laid_out_and_what_is_finished_is_counted_down(brief):
    choose(brief, "Terminal", "Tarn 74")
    turn_to(brief, "Days")
    brief.get_by_role("button", name="The usual tasks of such a job").click()
    days = brief.get_by_role("list", name="Days of the visit").get_by_role("listitem")
    foam = days.filter(has=brief.locator("b", has_text="Hole, sleeve and foam"))
    expect(foam).to_contain_text("has set")
    foam.get_by_role("button", name="Finished now").click()
    expect(foam).to_contain_text("set in 12 h")
    told = re.compile("Hole, sleeve and foam sets: (12 h|11 h 5[89] min) left")  # it ticks
    expect(brief.get_by_role("timer")).to_contain_text(told)
    foam.get_by_role("button", name="Still soft: 1 h more").click()
    expect(brief.get_by_role("timer")).to_contain_text("13 h left")
    brief.get_by_role("button", name="Undo").click()
    expect(brief.get_by_role("timer")).to_contain_text("12 h left")


def test_the_settings_sheet_of_the_network_keeps_no_secret(brief):
    choose(brief, "Satellite", "Hamerkop 2")
    turn_to(brief, "Modem")
    brief.get_by_role("button", name="Take the sheet of Hamerkop 2").click()
    expect(brief.get_by_label("Field, row 4")).to_have_value("Installer password")
    brief.get_by_label("Value, row 4").fill("open sesame")
    saved(brief)
    brief.reload()
    turn_to(brief, "Modem")
    expect(brief.get_by_label("Field, row 4")).to_have_value("Installer password")
    expect(brief.get_by_label("Value, row 4")).to_have_value("")


def test_undo_brings_a_whole_list_back(brief):
    turn_to(brief, "Customer")
    brief.get_by_role("button", name="Add a run").click()
    for label, value in (("Download", "3"), ("Upload", "1"), ("Latency", "700")):
        brief.get_by_label(f"{label}, row 1").fill(value)
    expect(brief.get_by_text("Median 3.0 down, 1.0 up, 700 ms")).to_be_visible()
    brief.get_by_role("button", name="Remove row 1").click()
    expect(brief.get_by_text("Median 3.0 down")).to_be_hidden()
    brief.locator("h1").click()
    brief.keyboard.press("Control+z")
    expect(brief.get_by_label("Latency, row 1")).to_have_value("700")


def test_a_set_that_travels_gets_a_new_place_from_the_last_one(page):
    begin_job(page, "brief", place_text="-29.4, 27.8", terminal_code="tarn-98", satellite_code="hamerkop-2")
    turn_to(page, "How long")
    pick(page.locator('[data-fact="brief.permanence"] .n-base-selection'), "It travels")
    expect(page.get_by_role("complementary", name="Findings")).to_contain_text(
        "Not everything is checked for a set that travels"
    )
    page.get_by_label("Name of the place").fill("Camp at the ford")
    page.get_by_label("Coordinates of the new place").fill("-29.6 27.9 x")
    page.get_by_role("button", name="A new place from this one").click()
    expect(page.get_by_role("alert").first).to_be_visible()
    page.get_by_label("Coordinates of the new place").fill("-29.6, 27.9")
    page.get_by_role("button", name="A new place from this one").click()
    places = page.get_by_role("table", name="Places of the set")
    expect(places).to_contain_text("Camp at the ford")
    here = places.get_by_role("row").filter(has_text="Camp at the ford")
    expect(here).to_contain_text("it stands here")
    expect(here).to_contain_text(re.compile(r"compass \d+° to\s+\d+°, above\s+\d+°"))  # to look at first
    before = places.get_by_role("row").filter(has_text="the job's place before")
    expect(before).to_contain_text(re.compile(r"\d\.\d° (left|right), \d\.\d° (up|down)"))
    page.get_by_label("Clinometer showed, row 1").fill("77.9")
    page.get_by_label("Clinometer showed, row 1").blur()
    before.get_by_role("button", name="Stand at B").click()
    expect(before).to_contain_text("it stands here")
    expect(here).to_contain_text(re.compile(r"\d\.\d° (left|right)"))
    expect(page.get_by_label("Clinometer showed, row 1")).to_have_value("77.9")
    assert len(places.get_by_role("row").all()) == 3  # and the head: no place stands there twice
