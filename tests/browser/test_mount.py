"""Mounts from the chooser to the printed sheets: a pole in concrete, a panel on sheet metal, a pole on two brackets."""

import io
import re

from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.hands import begin_job, pick, turn_to
from tests.browser.test_journey import chip, choose, fill, saved, tick

DISH = {
    "customer": "Reed Gauge", "place_text": "-29.31, 27.94", "height_m": 2140, "date": "2026-11-24",
    "terminal_code": "tarn-74", "satellite_code": "hamerkop-2",
}  # fmt: skip
PANEL = {**DISH, "terminal_code": "slate-self", "satellite_code": "", "constellation_code": "swallow"}


def notes(page):
    return page.get_by_role("complementary", name="Findings")


def stands_on(page, surface, kind):
    choose(page, "Surface", surface)
    page.get_by_role("button", name=re.compile(f"^{kind}")).click()
    expect(notes(page)).to_contain_text(f"{kind} suits")


def mast(page, **entries):
    turn_to(page, "Mast")
    chip(page, "Surface of the mast", "hot-dip galvanized")
    for label, value in entries.items():
        fill(page, label.replace("_", " "), value)
    saved(page)


def printed(page, name):
    address = page.get_by_role("link", name=name).get_attribute("href")
    pages = PdfReader(io.BytesIO(page.request.get(address).body())).pages
    return re.sub(r"\s+", "", "".join(one.extract_text() for one in pages))


TUBE = {"Mast_outer_diameter": "60.3", "A_quarter_turn_on": "60.3", "Wall_thickness": "4", "Centre_above_ground": "1.6"}


def test_a_ground_pole_waits_for_its_services_and_its_concrete(page):
    begin_job(page, "mount", **DISH)
    stands_on(page, "Open ground", "Ground pole in concrete")
    expect(notes(page)).to_contain_text("Buried services were not found and marked")
    mast(page, **TUBE, Free_length="1.6")
    turn_to(page, "Concrete")
    fill(page, "Buried services found and marked by", "Utilities desk")
    fill(page, "On", "2026-11-20")
    choose(page, "Soil", "Sand, silty or clayey sand or gravel")
    for label, value in (("Frost goes down to", "0.4"), ("Hole across", "0.6"), ("Hole deep", "0.7")):
        fill(page, label, value)
    expect(notes(page)).to_contain_text("The hole is not deep enough for the gust")
    fill(page, "Hole deep", "1.3")
    expect(notes(page)).to_contain_text("The hole is deep enough for the gust")
    # 0.6 · 0.6 · 1.3 less the tube is 0.465 m³; with a tenth more and two tonnes a cubic metre 41 bags of 25 kg.
    expect(page.locator("p.answer")).to_contain_text("41 bags")
    page.get_by_role("button", name="All of these").click()
    expect(notes(page)).to_contain_text("The pour was seen to")
    fill(page, "Poured at", "2026-11-21 10:00")
    fill(page, "Judged at", "2026-11-22 10:00")
    saved(page)
    page.get_by_role("button", name="Add a temperature").click()
    fill(page, "From, row 1", "2026-11-21 10:00")
    fill(page, "Mean temperature, row 1", "20")
    # A day at 20 °C: 1/(4 + 0.85).
    expect(notes(page)).to_contain_text("20.6 %")
    fill(page, "Judged at", "2026-11-28 10:00")
    expect(notes(page)).to_contain_text("The concrete may be loaded")


def test_a_panel_on_sheet_metal_takes_the_thinnest_sheet_until_it_is_measured(page):
    begin_job(page, "mount", **PANEL)
    stands_on(page, "Sheet-metal roof with ribs", "Rail on rib clamps")
    mast(page, **TUBE | {"Mast_outer_diameter": "48.3", "A_quarter_turn_on": "48.3"}, Free_length="0.5")
    turn_to(page, "Fixings")
    chip(page, "Driven into", "Sheet metal alone")
    choose(page, "Fixing", "Rib clamp with four sealing screws")
    expect(notes(page)).to_contain_text("The sheet’s gauge is not known: the thinnest is taken")
    use = page.get_by_role("figure").filter(has_text="Fixing map")
    thin = use.locator("svg text", has_text="%").first.text_content()
    fill(page, "Sheet", "0.8")
    expect(use.locator("svg text", has_text="%").first).not_to_have_text(thin)
    expect(notes(page)).not_to_contain_text("gauge is not known")
    assert "Railonribclamps" in printed(page, "Drilling template, A4")


def test_a_pole_on_two_brackets_in_timber_touched_hole_by_hole(page):
    begin_job(page, "mount", **DISH)
    stands_on(page, "Timber wall with siding", "Gable pole on two brackets")
    mast(page, **TUBE, Free_length="1.2", Between_the_two_brackets="0.3", Tube_below_the_upper_bracket="1.2")
    expect(notes(page)).to_contain_text("The brackets are too near to each other")
    fill(page, "Between the two brackets", "1.0")
    turn_to(page, "Fixings")
    chip(page, "Driven into", "Softwood studs or rafters")
    choose(page, "Fixing", "Lag screw 13 mm")
    expect(notes(page)).to_contain_text("Which holes meet structure is not known")
    for hole in (1, 3):
        page.locator(f"[data-hole='{hole}']").click()
        saved(page)
    expect(notes(page)).to_contain_text("Enough screws reach structure")
    tick(page, re.compile("^Detector"))
    expect(notes(page)).to_contain_text("The timber was found by one sign only")
    tick(page, re.compile("^Line of nails"))
    expect(notes(page)).to_contain_text("The timber was found by two signs")
    assert "PLUMBLINE" in printed(page, "on letter paper")
    assert "60.3mm" in printed(page, "Wrap for the tube")


def test_two_cables_are_tested_and_labelled_at_both_ends(page):
    begin_job(page, "cable", **DISH | {"terminal_code": "tarn-98"})
    choose(page, "Cable", "Coax 7 mm, solid copper centre")
    page.get_by_role("button", name="Add a piece").click()
    fill(page, "Length, row 1", "12")
    page.get_by_role("button", name="Put a row under row 1").click()
    fill(page, "Length, row 2", "3")
    pick(page.locator("tr.entry-row").nth(1).locator(".n-base-selection").nth(1), "the second")
    expect(page.get_by_text("RX: 12.0 m, TX: 15.0 m")).to_be_visible()
    page.get_by_role("button", name="Move row 2 up").click()
    expect(page.get_by_label("Length, row 1")).to_have_value("3")
    turn_to(page, "Ends")
    page.get_by_role("button", name="A row for each cable").click()
    for row, word in ((0, "no short"), (1, "short")):
        pick(page.locator("tr.entry-row").nth(row).locator(".n-base-selection").nth(1), "through")
        pick(page.locator("tr.entry-row").nth(row).locator(".n-base-selection").nth(2), word)
    expect(notes(page)).to_contain_text("Cable RX is through and has no short")
    turn_to(page, "List")
    expect(page.get_by_role("table", name="Cut list")).to_contain_text("15.6 m")
    told = printed(page, "Labels for both ends")
    assert told.count("RX") == told.count("TX") == 4
