"""The site plan in the browser: put down, moved, typed, and every figure follows."""

import math
import re

import pytest
from playwright.sync_api import expect

from tests.browser.hands import at_rest, begin_job, turn_to
from tests.browser.test_journey import saved

# However slow the machine is: pressed one by one, a pause between two would end the step.
QUICK_PRESSES = """(one, [key, count]) => {
  const press = () => one.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
  for (let at = 0; at < count; at++) press()
}"""


def sheet(page):
    return page.get_by_role("group", name=re.compile("^Site plan"))


def put_down(page, kind):
    page.get_by_role("button", name="Put down").click()
    page.locator(".n-dropdown-option:visible", has_text=re.compile(rf"^{kind}$")).click()


def click_at(page, *shares):
    """Clicks at shares of the sheet's width and height."""
    box = at_rest(sheet(page))
    for across, down in shares:
        page.mouse.click(box["x"] + across * box["width"], box["y"] + down * box["height"])


def corners(page):
    """East and north of each corner of what is chosen."""
    rows = page.locator("table.corners tbody tr")
    return [tuple(float(one.input_value()) for one in row.locator("input").all()[:2]) for row in rows.all()]


def set_corner(page, index, east, north):
    for axis, value in (("east", east), ("north", north)):
        field = page.get_by_label(f"Corner {index}, {axis}")
        field.fill(str(value))
        field.blur()
    saved(page)


def field(page, name, value):
    entry = page.get_by_label(name, exact=True)
    entry.fill(str(value))
    entry.blur()
    saved(page)


def position(page, letter, east, north, height):
    put_down(page, "Position of the terminal")
    click_at(page, (0.5, 0.7))
    expect(page.get_by_role("button", name=f"Position {letter}; arrows move it")).to_be_visible()
    for name, value in (("East, m", east), ("North, m", north), ("Terminal over ground, m", height)):
        field(page, name, value)


def proposal(page):
    number = page.url.split("/jobs/")[1].split("/")[0]
    return page.context.request.get(f"/api/jobs/{number}/proposal.html").text()


def verdicts(page):
    """Of each position, as the customer reads it in the proposal."""
    return dict(re.findall(r"<td><b>(\w+)</b></td>\s*<td class=\"num\">(\w[\w ]*)", proposal(page)))


@pytest.fixture
def plan(page):
    """A school of its own whose satellite stands at 7.9° true, 55.5° up; bearings true."""
    begin_job(
        page,
        "sky",
        customer="Kloof School",
        place_text="-29.4, 27.8",
        terminal_code="tarn-98",
        satellite_code="hamerkop-2",
    )
    page.keyboard.press("m")
    turn_to(page, "Plan")
    return page


def test_a_school_with_three_candidates_is_drawn_and_the_mast_is_dragged_until_a_passes(plan):
    page = plan
    position(page, "A", 0, 0, 3)
    position(page, "B", 30, 0, 3)
    position(page, "C", -25, -8, 2)
    put_down(page, "Tree")
    click_at(page, (0.5, 0.2))
    set_corner(page, 1, 1.6, 11.4)
    field(page, "Top", 20)
    field(page, "Crown across", 4)

    page.get_by_role("checkbox", name="All that rises over the horizon is drawn").click()
    saved(page)
    assert verdicts(page) == {"A": "Hold", "B": "Mind", "C": "Mind"}

    page.get_by_role("button", name="Position A; arrows move it").press("Enter")
    side = page.get_by_role("group", name=re.compile("^Side view"))
    expect(side).to_have_accessible_name(re.compile(r"Tree stands [\d.]+ m into the beam"))
    lacking = float(re.search(r"raised by ([\d.]+) m", side.get_attribute("aria-label"))[1])
    page.get_by_role("button", name="Position B; arrows move it").press("Enter")
    expect(side).to_have_accessible_name(re.compile("Nothing that is drawn stands under the beam"))

    page.get_by_role("button", name="Position A; arrows move it").press("Enter")
    hand = page.get_by_role("slider", name="Terminal over the ground")
    box = at_rest(hand)
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for up in range(5, 400, 5):  # until the beam passes over it, with the figures following under the finger
        was, told = hand.get_attribute("aria-valuenow"), side.get_attribute("aria-label")
        page.mouse.move(x, y - up)
        if hand.get_attribute("aria-valuenow") == was:
            continue  # no step yet, and then nothing is asked
        expect(side).not_to_have_attribute("aria-label", told)
        if "The beam passes" in (side.get_attribute("aria-label") or ""):
            break
    page.mouse.up()
    saved(page)
    height = float(page.get_by_label("Terminal over ground, m").input_value())
    assert 3 + lacking <= height + 0.06 <= 3 + lacking + 1.5
    assert verdicts(page)["A"] in ("Clear", "Mind")  # the tube is free; the free angle that the firm wants may not be

    page.keyboard.press("Control+z")  # one gesture is one step
    expect(page.get_by_label("Terminal over ground, m")).to_have_value("3")
    html = proposal(page)
    assert "Kloof School" in html
    assert "Tree, 20.0 m" in html
    assert re.search(r"<b>B</b></td>\s*<td class=\"num\">Mind<br>\s*<b>recommended</b>", html)


def test_a_house_is_drawn_at_right_angles_moved_by_hand_and_keys_and_taken_back(plan):
    page = plan
    put_down(page, "Building")
    click_at(page, (0.4, 0.4), (0.6, 0.402), (0.602, 0.6), (0.4, 0.6))
    page.get_by_role("button", name="Done", exact=True).click()
    saved(page)
    drawn = corners(page)
    assert len(drawn) == 4
    ahead, turned = [(drawn[k + 1][0] - drawn[k][0], drawn[k + 1][1] - drawn[k][1]) for k in (0, 1)]
    assert abs(ahead[0] * turned[0] + ahead[1] * turned[1]) < 0.02 * 10  # snapped to a right angle, to the centimetre

    house = page.locator('[data-thing="building"]')
    house.focus()
    house.evaluate(QUICK_PRESSES, ["ArrowRight", 5])  # quick presses add up
    expect(page.get_by_label("Corner 1, east")).to_have_value(f"{drawn[0][0] + 0.5:g}")
    saved(page)
    moved = corners(page)
    assert moved[0][0] == pytest.approx(drawn[0][0] + 0.5, abs=0.011)
    box = at_rest(house)
    page.mouse.move(box["x"] + box["width"] / 5, box["y"] + 3 * box["height"] / 4)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 5 + 60, box["y"] + 3 * box["height"] / 4, steps=4)
    page.mouse.up()
    expect(page.get_by_label("Corner 1, east")).not_to_have_value(f"{moved[0][0]:g}")
    saved(page)
    assert corners(page)[0][0] > moved[0][0] + 0.5
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Corner 1, east")).to_have_value(f"{moved[0][0]:g}")
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Corner 1, east")).to_have_value(f"{drawn[0][0]:g}")


def test_two_tapes_set_a_corner_and_what_cannot_meet_is_said(plan):
    page = plan
    put_down(page, "Pole or mast")
    click_at(page, (0.3, 0.3))
    set_corner(page, 1, 0, 5)
    put_down(page, "Main earth")
    click_at(page, (0.6, 0.6))
    page.get_by_text("Set it by tape").click()
    tape = page.locator("details .tape")
    tape.get_by_label("How it was measured").click()
    page.locator(".n-base-select-option:visible", has_text="Two tapes").click()
    tape.get_by_label("And from the known point").click()
    page.locator(".n-base-select-option:visible", has_text="Pole or mast").click()
    tape.get_by_label("Tape, m", exact=True).fill("3")
    second = tape.get_by_label("Second tape, m")
    second.fill("9")
    tape.get_by_role("button", name="Set it").click()
    expect(tape).to_contain_text("2.00 to 8.00 m is accepted")
    second.fill("4")
    tape.get_by_role("button", name="Set it").click()
    expect(page.get_by_label("Corner 1, east")).to_have_value("2.4")
    expect(page.get_by_label("Corner 1, north")).to_have_value("1.8")


def test_a_wire_near_the_planned_place_holds_the_station(plan):
    page = plan
    put_down(page, "Overhead wire")
    click_at(page, (0.2, 0.5), (0.8, 0.5))
    page.get_by_role("button", name="Done", exact=True).click()
    set_corner(page, 1, -20, 1)
    set_corner(page, 2, 20, 1)
    field(page, "Terminal over ground, m", 3)
    expect(page.get_by_role("complementary", name="Findings")).to_contain_text(
        "The antenna comes too near overhead wire"
    )


def test_the_site_is_cut_along_any_line_and_a_house_is_told_by_its_sides(page):
    page.goto("/jobs/2026-103/sky/plan")
    hand = page.get_by_role("slider", name="Where the side view cuts")
    expect(hand).to_have_attribute("aria-valuetext", "where the terminal looks")
    expect(page.get_by_role("group", name=re.compile("^Side view. .*beam"))).to_be_visible()
    middle = hand.locator("circle").last.bounding_box()
    x, y = middle["x"] + middle["width"] / 2, middle["y"] + middle["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 60, y + 60, steps=4)
    page.mouse.up()
    turned = int(hand.get_attribute("aria-valuenow"))
    assert 20 < turned < 160  # taken to the east of where the dish looks
    expect(page.get_by_text("Another line than the beam")).to_be_visible()
    hand.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(hand).to_have_attribute("aria-valuenow", str(turned + 15))
    page.get_by_role("button", name="Back to the sight-line").click()
    expect(hand).to_have_attribute("aria-valuetext", "where the terminal looks")

    house = page.locator("[data-thing=building]").first
    house.focus()
    page.keyboard.press("Enter")
    sides = page.get_by_role("group", name="As a rectangle")
    sides.get_by_label("First side").fill("12.34")
    sides.get_by_label("First side").blur()
    sides.get_by_label("The other").fill("7")
    sides.get_by_label("The other").blur()
    saved(page)
    things = page.request.get("/api/jobs/2026-103").json()["facts"]["sky"]["things"]
    (store,) = [one for one in things if one["kind"] == "building"]
    spots = [(one["east_m"], one["north_m"]) for one in store["corners"]]
    lengths = [math.dist(a, b) for a, b in zip(spots, [*spots[1:], spots[0]], strict=True)]
    assert lengths == pytest.approx([12.34, 7, 12.34, 7], abs=0.02)
