"""Sky in the browser: a skyline traced, plan A failing and plan B passing, a mast raised until it clears;

panels, photos, terrain.
"""

import io
import math
import re
from pathlib import Path

import pytest
from PIL import Image, ImageDraw
from playwright.sync_api import expect

from tests.browser.hands import at_rest, begin_job, pick, turn_to
from tests.browser.test_journey import saved


def heading(page):
    return page.get_by_role("heading", level=1)


def notes(page):
    return page.get_by_role("complementary", name="Findings")


def station(page, name):
    page.get_by_role("navigation", name="Stations").get_by_role("link", name=name).click()


def editor(page):
    return page.locator("svg.editor")


def another_skyline(page, count):
    """By the keyboard: a drawing that comes late can move the button away from under the pointer."""
    page.get_by_role("button", name="Another skyline").press("Enter")
    expect(page.get_by_role("group", name="Skylines").locator("button.set")).to_have_count(count)


def type_lines(page, text):
    page.get_by_label("Fast entry").fill(text)
    page.get_by_role("button", name="Add", exact=True).click()
    saved(page)


@pytest.fixture
def dish(page):
    """A job of its own with a dish whose satellite stands at 7.9° true, 55.5° up; bearings true."""
    begin_job(page, place_text="-29.4, 27.8", terminal_code="tarn-98", satellite_code="hamerkop-2")
    page.keyboard.press("m")
    return page


def test_plan_a_fails_plan_b_passes_and_a_raised_mast_clears_a(dish):
    page = dish
    turn_to(page, "Positions")
    for row, (distance, bearing) in enumerate((("0", "0"), ("40", "90")), start=1):
        page.get_by_role("button", name="Add a position").click()
        page.get_by_label(f"or distance, row {row}").fill(distance)
        page.get_by_label(f"at true bearing, row {row}").fill(bearing)
    saved(page)
    station(page, "Sky")
    another_skyline(page, 1)
    pick(page.get_by_label("Read at"), "position A")
    page.get_by_label("Eye over ground").fill("3")
    page.get_by_label("Eye over ground").blur()
    type_lines(
        page,
        "330 12 terrain 900\n355 12 terrain 900\n356 62 tree 12\n20 62 tree 12\n21 12 terrain 900\n90 8 terrain\n200 "
        "6 terrain",
    )
    expect(heading(page)).to_contain_text("The beam's tube is touched")
    expect(notes(page)).to_contain_text("The beam's tube is touched")

    another_skyline(page, 2)
    pick(page.get_by_label("Read at"), "position B")
    type_lines(page, "330 12\n0 14\n30 12\n90 8\n200 6")
    turn_to(page, "Positions")
    compared = page.get_by_role("table", name="Positions compared")
    expect(page.locator(".answer")).to_contain_text("Take B.")
    expect(compared.get_by_role("row").nth(1)).to_contain_text("B")
    expect(compared.get_by_role("row").nth(2)).to_contain_text("Hold")
    expect(notes(page)).to_contain_text("On hold: A")
    page.get_by_role("button", name="Plan for B").click()
    expect(heading(page)).to_contain_text("Free by")
    expect(page.locator(".page")).not_to_contain_text("The beam's tube is touched")

    page.get_by_role("button", name="Plan for A").click()
    turn_to(page, "Points")
    page.get_by_role("button", name="at A", exact=False).first.click()
    turn_to(page, "Verdict")
    schools = page.get_by_role("table", name="Margin by both schools")
    expect(schools.get_by_role("row").nth(1)).to_contain_text("raise by")
    raise_m = float(re.search(r"raise by ([\d.]+)\s+m", schools.get_by_role("row").nth(1).inner_text())[1])
    turn_to(page, "Ways out")
    ways = page.get_by_role("table", name="Ways out")
    expect(ways.get_by_role("row").filter(has_text="more than a usual mast gives")).to_contain_text("Mind")
    expect(page.get_by_text("Enter what each costs to choose")).to_be_visible()
    for label, cost in (("Cutting back costs", "800"), ("Moving costs", "350")):
        page.get_by_label(label, exact=True).fill(cost)
        page.get_by_label(label, exact=True).blur()
    expect(
        page.get_by_text(
            re.compile(r"^Take position B: the sky is then clear, and at .*350 it costs least of the 2 ways")
        )
    ).to_be_visible()
    # The tree's top is 12 tan 62° over the eye; 10° under the satellite the sight-line is 12 tan 45.5° over it.
    assert raise_m == pytest.approx(12 * (math.tan(math.radians(62)) - math.tan(math.radians(45.5))), abs=0.35)
    turn_to(page, "Positions")
    page.get_by_label("Over ground, row 1").fill(f"{3 + raise_m - 0.5:.1f}")
    saved(page)
    expect(notes(page)).to_contain_text("Less than the wanted free angle")
    page.get_by_label("Over ground, row 1").fill(f"{3 + raise_m + 0.1:.1f}")
    expect(heading(page)).to_contain_text(re.compile(r"Free by 10\.\d°"))
    expect(notes(page)).to_contain_text("The wanted free angle is there all round")
    expect(notes(page)).to_contain_text("2 of its points have no distance")  # said, not hidden: the two far ones


def test_points_are_set_moved_and_taken_out_in_the_strip(dish):
    page = dish
    station(page, "Sky")
    box = editor(page).bounding_box()
    page.mouse.click(box["x"] + box["width"] * 0.3, box["y"] + box["height"] * 0.6)
    point = page.get_by_role("button", name=re.compile("^Point"))
    expect(point).to_have_count(1)
    at = point.bounding_box()
    middle = (at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.move(*middle)
    page.mouse.down()
    page.mouse.move(middle[0] + 60, middle[1] - 40, steps=4)
    page.mouse.up()
    saved(page)
    moved = point.bounding_box()
    assert moved["x"] - at["x"] == pytest.approx(60, abs=2)
    assert moved["y"] - at["y"] == pytest.approx(-40, abs=2)
    point.focus()
    label = point.get_attribute("aria-label")
    with page.expect_response(re.compile(r"/jobs/[\d-]+/sky$")):  # presses are gathered, kept, and then drawn
        page.keyboard.press("ArrowUp")
    expect(point).not_to_have_attribute("aria-label", label)
    before, after = (
        float(re.search(r"true, (-?[\d.]+)°", text)[1]) for text in (label, point.get_attribute("aria-label"))
    )
    assert after - before == pytest.approx(0.5, abs=0.051)
    saved(page)
    page.wait_for_load_state("networkidle")  # the strip as it was drawn for the moved point
    editor(page).focus()
    wide = float(editor(page).get_attribute("viewBox").split()[2])
    page.keyboard.press("+")
    narrower = "([strip, wide]) => Number(strip.getAttribute('viewBox').split(' ')[2]) < wide"
    page.wait_for_function(narrower, arg=[editor(page).element_handle(), wide])
    point.focus()
    page.keyboard.press("Delete")
    expect(point).to_have_count(0)
    page.locator("h1").click()
    page.keyboard.press("Control+z")
    expect(point).to_have_count(1)


def view_box(page):
    return [float(part) for part in editor(page).get_attribute("viewBox").split()]


def test_the_strip_goes_round_keeps_its_zoom_and_takes_what_a_point_is_where_it_is_set(dish):
    page = dish
    station(page, "Sky")
    type_lines(page, "100 10\n120 70 tree 15")  # so high that the strip grows with the next
    page.get_by_role("button", name="Whole circle").click()
    box = editor(page).bounding_box()
    before = view_box(page)
    page.mouse.move(box["x"] + 500, box["y"] + 30)
    page.mouse.down()
    page.mouse.move(box["x"] + 300, box["y"] + 30, steps=5)
    page.mouse.up()
    turned = view_box(page)
    assert turned[2] == pytest.approx(before[2])  # no nearer, no end: the circle was turned
    assert turned[0] != pytest.approx(before[0])
    page.get_by_role("button", name="Zoom in").click()
    page.get_by_role("button", name="Zoom in").click()
    kept = view_box(page)
    page.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + 60)
    mine = page.get_by_role("group", name="The point in hand")
    mine.get_by_role("radio", name="pole").click()
    mine.get_by_label("How far away").fill("23.5")
    mine.get_by_label("How far away").blur()
    mine.get_by_label("Height in degrees").fill("83")
    mine.get_by_label("Height in degrees").blur()
    saved(page)
    page.wait_for_load_state("networkidle")  # drawn anew, with a higher top
    now = view_box(page)
    assert now[2] == pytest.approx(kept[2])
    assert now[0] == pytest.approx(kept[0])
    number = re.search(r"/jobs/([0-9-]+)/", page.url)[1]
    (skyline,) = page.request.get(f"/api/jobs/{number}").json()["facts"]["sky"]["skylines"]
    told = next(one for one in skyline["points"] if one["elevation_deg"] == 83)
    assert (told["kind"], told["distance_m"]) == ("pole", 23.5)
    page.get_by_role("button", name="Take this point out").click()
    expect(page.get_by_role("button", name=re.compile("^Point"))).to_have_count(2)
    saved(page)
    page.wait_for_load_state("networkidle")
    left = view_box(page)
    turn_to(page, "Positions")
    expect(editor(page)).to_have_count(0)  # what is read there is not read off the strip
    turn_to(page, "Points")
    expect(editor(page)).to_be_visible()
    assert view_box(page) == pytest.approx(left)  # and it is found as it was left


def test_rows_that_are_typed_fast_stand_once_and_outlive_a_reload(dish):
    page = dish
    station(page, "Sky")
    page.get_by_role("button", name="Add a point").click()
    for row in range(1, 13):
        if row > 1:
            page.keyboard.press("Enter")
        expect(page.get_by_label(f"Bearing, row {row}")).to_be_focused()
        page.keyboard.type(str(30 * row - 25))
        page.keyboard.press("Tab")
        page.keyboard.type("4")
    page.reload()
    bearings = [30 * row - 25 for row in range(1, 13)]
    expect(page.get_by_label(re.compile("earing, row"))).to_have_count(12)
    number = re.search(r"/jobs/([0-9-]+)/", page.url)[1]
    for _ in range(100):
        (skyline,) = page.request.get(f"/api/jobs/{number}").json()["facts"]["sky"]["skylines"]
        if len(skyline["points"]) == len(bearings):
            break
        page.wait_for_timeout(100)
    assert sorted(one["azimuth_deg"] for one in skyline["points"]) == bearings


def test_a_line_that_cannot_be_read_stays_and_says_why(dish):
    station(dish, "Sky")
    dish.get_by_label("Fast entry").fill("210 14.5 bush")
    dish.get_by_role("button", name="Add", exact=True).click()
    expect(dish.get_by_role("alert")).to_contain_text("'bush' is neither terrain")
    expect(dish.get_by_label("Fast entry")).to_have_value("210 14.5 bush")


def test_an_obstacle_measured_from_two_places_stands_in_the_skyline(dish):
    station(dish, "Sky")
    type_lines(dish, "340 5\n20 5\n180 5")
    turn_to(dish, "Obstacles")
    dish.get_by_label("Two angles from two places").check()
    near, far = math.degrees(math.atan2(16.4, 24)), math.degrees(math.atan2(16.4, 34))
    for label, value in (
        ("Angle to its top (°)", f"{near:.4f}"),
        ("Steps straight back (m)", "10"),
        ("Angle to its top from there (°)", f"{far:.4f}"),
    ):
        dish.get_by_label(label, exact=True).fill(value)
    table = dish.get_by_role("table", name="obstacle")
    expect(table.get_by_role("row").filter(has_text="Height over this ground")).to_contain_text(
        "18.0 m"
    )  # 16.4 m over an eye at 1.6 m
    dish.get_by_label("True bearing of its middle (°)").fill("8")  # pressed at once: what is typed counts
    dish.get_by_role("button", name="Add it to the skyline").click()
    expect(dish.get_by_label("High, row 1")).to_have_value(re.compile(r"^(18|17\.99|18\.00)"))
    expect(heading(dish)).to_contain_text("Free by 18.")  # 55.5° less atan(18 / 24) = 36.9°


def picture():
    """A made-up view: sky, and a ridge whose crest is a straight line from 20 % to 40 % of the height."""
    image = Image.new("RGB", (1200, 600), (200, 215, 225))
    ImageDraw.Draw(image).polygon([(0, 240), (1200, 120), (1200, 600), (0, 600)], fill=(90, 100, 80))
    out = io.BytesIO()
    image.save(out, "PNG")
    return out.getvalue()


def test_a_photo_is_marked_traced_and_becomes_the_skyline(dish, tmp_path):
    station(dish, "Sky")
    type_lines(dish, "5 20 pole 12\n200 6")
    turn_to(dish, "Photo")
    file = tmp_path / "view.png"
    file.write_bytes(picture())
    dish.get_by_label("Picture or stitched panorama").set_input_files(file)
    view = dish.get_by_label("Picture to trace")

    def at(x, y):
        box = at_rest(view)
        scale = min(box["width"] / 1200, box["height"] / 600)
        return box["x"] + (box["width"] - 1200 * scale) / 2 + x * scale, box["y"] + (
            box["height"] - 600 * scale
        ) / 2 + y * scale

    for index, (x, bearing) in enumerate(((200, "350"), (1000, "26"))):
        dish.mouse.click(*at(x, 300))
        expect(dish.get_by_text("waits for its bearing")).to_be_visible()  # a mark alone is no known bearing
        dish.get_by_label(f"Bearing {index + 1}").fill(bearing)
        dish.get_by_label(f"Bearing {index + 1}").blur()
    dish.get_by_label("Level", exact=True).check()
    dish.mouse.click(*at(600, 300))
    saved(dish)
    dish.get_by_label("Trace", exact=True).check()
    for x in (0, 300, 600):
        dish.mouse.click(*at(x, 240 - x / 10))
    now = dish.get_by_role("group", name="What is traced now")
    now.get_by_label("tree").check()
    now.get_by_label("away").fill("30")
    now.get_by_label("away").blur()
    dish.mouse.click(*at(900, 150))
    view.focus()
    dish.keyboard.press("+")  # and the last one by keys, as near as one zooms
    for _ in range(60):
        dish.keyboard.press("ArrowRight")
    dish.keyboard.press("Enter")
    dish.keyboard.press("Enter")
    dish.keyboard.press("Backspace")
    measure = dish.get_by_role("table", name="Measure of the picture")
    expect(measure).to_contain_text("points")
    # Marks 800 pixels and 36° apart about the middle: f = 400 / tan 18° = 1231 px; the crest is 120 px up in the
    # middle: 5.6°.
    expect(measure.get_by_role("row").filter(has_text="Shows")).to_contain_text(re.compile(r"0\.04[67]°\s+a pixel"))
    dish.get_by_role("button", name="Put it into the skyline").click()
    expect(dish.get_by_text("Done: 5 points of this picture")).to_be_visible()
    saved(dish)
    # The pole that was read by hand stays, and rises over what was traced: 55.5° up less its 20°, 3° beside.
    expect(heading(dish)).to_contain_text(re.compile(r"Free by 35\.\d°"))
    number = re.search(r"/jobs/([0-9-]+)/", dish.url)[1]
    (skyline,) = dish.request.get(f"/api/jobs/{number}").json()["facts"]["sky"]["skylines"]
    traced = [one for one in skyline["points"] if one.get("photo_id")]
    assert {(one["kind"], one.get("distance_m")) for one in traced} == {("terrain", None), ("tree", 30)}
    dish.get_by_role("button", name="Take those out").click()
    saved(dish)
    expect(heading(dish)).to_contain_text(re.compile(r"Free by (4[789]|50)\.\d°"))  # 55.5° up less 5.6°, or a tree's 7°
    dish.get_by_role("button", name="Put it into the skyline").click()  # again: in place of the same picture's
    saved(dish)
    (skyline,) = dish.request.get(f"/api/jobs/{number}").json()["facts"]["sky"]["skylines"]
    assert len([one for one in skyline["points"] if one.get("photo_id")]) == len(traced)


def test_the_horizon_comes_from_the_demos_own_terrain(page):
    page.goto("/jobs/2026-102/sky")
    turn_to(page, "Terrain")
    expect(page.get_by_role("table", name="Elevation tiles")).to_contain_text("S30E028.hgt")
    page.get_by_role("button", name="Find the horizon").click()
    expect(page.get_by_text("It is a skyline of its own now")).to_be_visible(timeout=30_000)
    turn_to(page, "Points")
    expect(page.get_by_role("group", name="Skylines").get_by_role("button", name="Terrain")).to_have_attribute(
        "aria-pressed", "true"
    )


def test_a_skyline_comes_from_a_file_and_goes_into_one(dish, tmp_path):
    page = dish
    station(page, "Sky")
    file = tmp_path / "skyline.csv"
    file.write_text("azimuth_deg,elevation_deg\n350,4\n8,41.2\n30,4\n")
    page.get_by_label("Take in CSV, JSON").set_input_files(file)
    saved(page)
    expect(heading(page)).to_contain_text(re.compile(r"Free by 14\.\d°"))  # 55.5° less 41.2°
    with page.expect_download() as download:
        page.get_by_role("link", name="CSV", exact=True).click()
    lines = Path(download.value.path()).read_text().split()
    assert [[float(cell) for cell in line.split(",")[:2]] for line in lines[1:]] == [[350, 4], [8, 41.2], [30, 4]]
    turn_to(page, "Elsewhere")
    reach = page.get_by_role("table", name="usable arc")
    expect(reach.get_by_role("row").filter(has_text="Hamerkop 2")).to_contain_text(re.compile(r"Clear: 14\.\d° free"))
