"""Brief and Aim in the browser: a work order's mix-up, both hemispheres, a leaning mast, the map, the pocket card."""

import io
import math
import re
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.hands import turn_to
from tests.browser.test_journey import choose, figure, fill, independent_look_angles, saved

DEMO = Path(__file__).parents[2] / "demo"


def new_job(page, place, height, satellite):
    page.goto("/jobs")
    page.get_by_role("button", name="New job").click()
    fill(page, "Customer", "Trial")
    fill(page, "Place", place)
    fill(page, "Height above sea", height)
    fill(page, "Day of the work", "2026-11-24")
    choose(page, "Terminal", "Ridge 96")
    choose(page, "Satellite", satellite)


def test_a_work_orders_magnetic_bearing_is_explained_on_the_screen(page):
    page.goto("/jobs/2026-105/brief")
    turn_to(page, "Order")
    page.get_by_label("Read a work order (JSON or CSV)").set_input_files(DEMO / "imports" / "work-order.json")
    row = page.get_by_role("table", name="Printed angles").get_by_role("row").filter(has_text="azimuth")
    expect(row).to_contain_text("It is the magnetic bearing, not the true one")
    expect(page.get_by_role("complementary", name="Findings")).to_contain_text("The printed azimuth differs from ours")
    turn_to(page, "Job")
    expect(page.get_by_label("Height above sea", exact=True)).to_have_value("2710")
    page.locator("h1").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Height above sea", exact=True)).to_have_value("")


@pytest.mark.parametrize(
    ("place", "height", "latitude", "longitude", "skew_side"),
    [("-33.4, 21.7", "640", -33.4, 21.7, "anticlockwise"), ("46.9 N 9.2 E", "1180", 46.9, 9.2, "clockwise")],
    ids=["south", "north"],
)
def test_figures_of_both_hemispheres_are_those_of_an_independent_library(
    page, place, height, latitude, longitude, skew_side
):
    new_job(page, place, height, "Hoopoe 1")
    page.keyboard.press("Escape")
    page.get_by_role("navigation", name="Stations").get_by_role("link").filter(has_text="Aim").click()
    azimuth, elevation, distance = independent_look_angles(latitude, longitude, float(height), 12.4)
    expect(page.get_by_role("table", name="Figures of the aim")).to_contain_text(f"{azimuth:.3f}°")
    assert figure(page, "Figures of the aim", "Elevation, geometric") == pytest.approx(elevation, abs=0.001)
    assert figure(page, "Figures of the aim", "Slant range") == pytest.approx(distance, abs=0.5)
    # South-west of its satellite the dish looks left of north and leans left; from the north it looks just east of
    # south.
    textbook = math.degrees(math.atan(math.sin(math.radians(longitude - 12.4)) / math.tan(math.radians(latitude))))
    assert figure(page, "Figures of the aim", "Skew") == pytest.approx(
        textbook + 3.5, abs=0.6
    )  # the satellite's own tilt; parallax aside
    expect(page.get_by_label("Dial figures")).to_contain_text("from behind")
    assert (skew_side == "clockwise") == (figure(page, "Figures of the aim", "Skew") >= 0)


def test_a_leaning_mast_shows_its_errors_and_the_settings_that_make_up_for_it(page):
    page.goto("/jobs/2026-103/aim")
    azimuth = figure(page, "Figures of the aim", "True azimuth")
    declination = figure(page, "Figures of the aim", "Declination")
    turn_to(page, "Mast")
    fill(page, "Leans towards", f"{(azimuth - declination) % 360:.3f}")  # as the compass reads it
    page.keyboard.press("m")
    expect(page.get_by_label("Leans towards", exact=True)).to_have_value(f"{azimuth:.1f}")
    fill(page, "Lean", "2")
    row = page.get_by_role("table", name="Out of plumb").get_by_role("row").filter(has_text="Elevation")
    expect(row).to_contain_text("−2.00°")  # leaning straight towards the satellite lowers the beam by the whole lean
    expect(page.get_by_role("complementary", name="Findings")).to_contain_text("The mast leans too far")
    fill(page, "Lean", "")
    saved(page)


def test_calculators_beside_the_aim_answer_as_one_types(page):
    page.goto("/jobs/2026-101/aim")
    turn_to(page, "Arc")
    expect(page.get_by_role("table", name="neighbours")).to_contain_text("Lapwing 3")
    turn_to(page, "Mast")
    panel = page.locator(".panel").filter(has=page.get_by_label("First count"))
    for label, value in (("Second count", "4"), ("Wanted (°)", "38.1")):
        panel.get_by_label(label).fill(value)
    panel.get_by_label("Reading there (°)").nth(0).fill("36")
    panel.get_by_label("Reading there (°)").nth(1).fill("37.4")
    expect(panel).to_contain_text("0.350°")
    expect(panel).to_contain_text("2.00 turns")
    panel.get_by_label("Reading there (°)").nth(1).fill("x")
    expect(panel.get_by_role("alert")).to_contain_text("not a number")
    turn_to(page, "Arc")
    expect(page.get_by_role("table", name="sun outage").get_by_role("row").first).to_contain_text("site’s clock")


def test_a_place_far_from_the_one_that_is_there_is_asked_about(page):
    page.goto("/jobs/2026-104/brief")
    turn_to(page, "Place")
    page.get_by_label("Name of a town or village").fill("Zürich")
    page.get_by_role("list", name="Places found").get_by_role("button").first.click()
    question = page.get_by_role("alertdialog")
    expect(question).to_contain_text(re.compile(r"This place lies\s+\d+ km from"))
    question.get_by_role("button", name="Keep the old one").click()
    expect(page.get_by_label("Place", exact=True)).to_have_value("geo:-28.9104,28.9931")
    page.get_by_role("application").click(position={"x": 300, "y": 150})
    expect(question).to_be_visible()


def test_the_pocket_card_opens_and_holds_the_figures(page):
    page.goto("/jobs/2026-104/aim")
    compass = page.get_by_label("Dial figures").locator(".figure").first.inner_text()
    with page.expect_popup() as popup:
        page.get_by_role("link", name="Show the card").click()
    expect(popup.value.locator(".big").first).to_contain_text(re.compile(rf"Compass\s*{compass}"))
    text = (
        PdfReader(io.BytesIO(page.request.get("/api/jobs/2026-104/pocket.pdf?paper=A6").body())).pages[0].extract_text()
    )
    assert f"Compass {compass}" in " ".join(text.split())


def test_a_list_of_sites_is_calculated_and_bad_rows_are_named(page):
    page.goto("/sites")
    page.get_by_label("Sites as CSV").fill('name,place\nA,"-29.5, 28.25"\nB,"95, 10"\n')
    expect(page.get_by_role("heading", level=1)).to_have_text("1 of 2 sites calculated")
    expect(page.get_by_role("table", name="Sites").get_by_role("row").nth(2)).to_contain_text("latitude 95")
    with page.expect_download() as download:
        page.get_by_role("button", name="Save CSV").click()
    assert "A,-29.5,28.25" in Path(download.value.path()).read_text()


def test_stores_refuse_a_wrong_entry_and_take_a_new_terminal_as_data(page):
    page.goto("/stores/terminal")
    page.get_by_role("row").filter(has_text="Tarn 74").get_by_role("link", name="Copy").click()
    editor = page.get_by_role("region", name="Editor")
    aperture = editor.get_by_label("Aperture", exact=True)
    aperture.fill("-1")
    editor.get_by_role("button", name="Put into the stores").click()
    expect(editor.get_by_role("alert").first).to_have_text("-1 is too small: 50 or more is accepted")
    expect(aperture).to_have_value("-1")  # kept while it cannot be used
    aperture.fill("800")
    editor.get_by_label("Name", exact=True).fill("Tarn 80")
    editor.get_by_role("button", name="As JSON").click()
    assert '"aperture_mm": 800' in editor.get_by_label("terminal as JSON").input_value()
    editor.get_by_role("button", name="Put into the stores").click()
    expect(page).to_have_url(re.compile("/stores/terminal/tarn-74-copy"))
    editor.get_by_role("link", name="All terminals").click()
    terminals = page.get_by_role("region", name="Terminals")
    expect(terminals).to_contain_text("Tarn 80")
    expect(terminals).to_contain_text("800 mm")


def test_an_entry_is_saved_as_typed_in_ones_units_and_taken_back(page):
    page.goto("/stores/cable/coax-7-solid")
    editor = page.get_by_role("region", name="Editor")
    bend = editor.get_by_label("Least bend radius")
    was = bend.input_value()
    bend.fill("")
    expect(editor.get_by_role("alert").first).to_be_visible()  # refused, and said so
    bend.fill("127")
    expect(editor.get_by_role("status")).to_have_text("Saved")
    page.get_by_role("button", name="Metric").click()
    expect(bend).to_have_value("5")
    bend.fill("6")
    expect(editor.get_by_role("status")).to_have_text("Saved")
    page.reload()
    expect(bend).to_have_value("6")
    page.get_by_role("button", name="Imperial").click()
    expect(bend).to_have_value("152.4")
    bend.fill(was)
    expect(editor.get_by_role("status")).to_have_text("Saved")
    editor.get_by_role("button", name="Undo").click()
    expect(bend).to_have_value("152.4")
    editor.get_by_role("button", name="Redo").click()
    expect(bend).to_have_value(was)
    editor.get_by_role("link", name="All cables").click()
    cables = page.get_by_role("region", name="Cables")
    cables.get_by_role("row").filter(has=page.get_by_role("link")).first.get_by_role("button", name="Take out").click()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("status")).to_contain_text("is back")


def test_a_house_rule_is_set_in_a_field_of_its_own(page):
    page.goto("/stores/rules")
    rules = page.get_by_role("region", name="Firm and house rules")
    rules.get_by_role("button", name="Weather and people").click()
    gust = rules.get_by_label("Gust in which nobody stands on a ladder")
    gust.fill("windy")
    expect(rules.get_by_role("alert").first).to_contain_text("not a number")
    expect(gust).to_have_value("windy")
    gust.fill("11.5")
    expect(rules.get_by_role("status")).to_have_text("Saved")
    page.reload()
    rules.get_by_role("button", name="Weather and people").click()
    expect(gust).to_have_value("11.5")


def test_level_rain_and_the_modems_own_figures(page):
    page.goto("/jobs/2026-104/aim")
    true_deg = (
        page.get_by_role("table", name="Figures of the aim")
        .get_by_role("row")
        .filter(has_text="True azimuth")
        .locator("td")
        .first.inner_text()
    )
    turn_to(page, "Level")
    link = page.get_by_role("table", name="Level and rain")
    expect(link).to_contain_text("hours a year")
    page.get_by_label("Least quality of the service", exact=True).fill("4")
    expect(link.get_by_role("row").filter(has_text="Over what is needed")).to_contain_text(re.compile(r"\d+\.\d dB"))
    turn_to(page, "Modem")
    page.get_by_label("Azimuth on its page").fill(f"{(float(true_deg[:-1]) + 180) % 360:.1f}")
    expect(page.get_by_role("table", name="Three figures")).to_contain_text("turned by half a circle")


def test_two_spare_feeds_and_the_brackets_that_could_hold_them(page):
    page.goto("/jobs/2026-102/aim")
    turn_to(page, "Spare feeds")
    page.get_by_role("checkbox", name="Lapwing 3").check()
    table = page.get_by_role("table", name="spare feeds")
    expect(table.get_by_role("row").filter(has_text="Lapwing 3").first).to_contain_text("° off")
    expect(table).to_contain_text("Bracket Twin bar")
    page.get_by_role("checkbox", name="Ibis 4").check()
    expect(table.get_by_role("row").filter(has_text="Bracket Twin bar")).to_contain_text("it holds 1, 2 are wanted")


def test_the_satellite_is_seen_over_a_photo_and_over_the_camera(page, tmp_path):
    photo = tmp_path / "valley.png"
    Image.new("RGB", (800, 600), (150, 185, 215)).save(photo)
    page.goto("/jobs/2026-102/aim/view")
    page.get_by_label("Load a photo").set_input_files(photo)
    drawing = page.get_by_role("img", name=re.compile("Lines over the picture"))
    expect(drawing).to_have_attribute("aria-label", re.compile("Hamerkop 2: turn 6° to the right, tip 55° up"))
    page.get_by_label("Its middle looks towards (true)").fill("6.4")
    page.get_by_label("Its middle looks up by").fill("50")
    page.get_by_label("Its middle looks up by").blur()
    expect(drawing).to_have_attribute("aria-label", re.compile("Hamerkop 2 is in the picture"))
    expect(drawing).to_contain_text("50°")
    page.get_by_role("button", name="Keep this picture").click()
    expect(page.get_by_text("view-6-true.jpg is kept with the job")).to_be_visible()
    page.get_by_role("button", name="Open the camera").click()
    expect(page.get_by_role("button", name="Close the camera")).to_be_visible()
    # Held up, its back to the magnetic 33 degrees that the compass shall show, tipped up by 55.
    page.evaluate(
        "dispatchEvent(Object.assign(new Event('deviceorientationabsolute'), {alpha: 327, beta: 145, gamma: 0}))"
    )
    expect(drawing).to_have_attribute("aria-label", re.compile("is in the picture"))
    expect(page.get_by_text(re.compile("The middle looks [67]° true, 55° up"))).to_be_visible()
