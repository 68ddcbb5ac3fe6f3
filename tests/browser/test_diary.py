"""The diary in the browser: a job is moved with keys and mouse, and what a pole that has not set moves is shown."""

import re

from playwright.sync_api import expect


def week(page):
    """The demo's own week, whatever day it is today."""
    page.goto("/diary?first=2026-11-23")
    expect(page.get_by_role("heading", level=1)).to_contain_text(re.compile(r"\d jobs over 2 crews"))


def block(page, name, day=None):
    found = page.get_by_role("button", name=re.compile(rf"^\d\d:\d\d {name}, {day or ''}"))
    return found.first


def test_a_job_is_moved_with_keys_and_with_the_mouse_and_taken_or_left(page):
    week(page)
    told = page.get_by_label("What this would move")
    block(page, "Snowline Lodge").focus()
    page.keyboard.press("ArrowRight")
    expect(told).to_contain_text(re.compile("Snowline Lodge ends .* instead of"))
    page.get_by_role("button", name="Leave it as it was").click()
    expect(told).to_have_count(0)
    school = block(page, "Sephiri Valley School", "Tue 24")
    cell = page.locator("td[data-team='valley'][data-day='2026-12-01']")
    start, end = school.bounding_box(), cell.bounding_box()
    page.mouse.move(start["x"] + 20, start["y"] + 10)
    page.mouse.down()
    page.mouse.move(end["x"] + 20, end["y"] + 20, steps=4)
    page.mouse.up()
    expect(told).to_contain_text("Sephiri Valley School on Tue 1 with Valley crew")
    page.get_by_role("button", name="Take it").click()
    expect(block(page, "Sephiri Valley School", "Tue 1")).to_be_visible()
    page.goto("/jobs/2026-102/brief")
    expect(page.get_by_label("Day of the work", exact=True)).to_have_value("2026-12-01")


def test_a_foot_that_has_not_set_moves_the_second_day(page):
    week(page)
    page.get_by_role("button", name="Tue 24", exact=True).click()
    hours = page.get_by_role("region", name="Hours of Tue 24")
    foot = hours.get_by_role("listitem").filter(has_text=re.compile(r"\d\d:\d\d Foot of the pole"))
    expect(foot).to_contain_text("sets until 2026-11-26")
    foot.get_by_role("button", name="What if a day longer?").click()
    told = page.get_by_label("What this would move")
    expect(told).to_contain_text("Foot of the pole of Upper Weir Gauge sets a day longer")
    page.get_by_role("button", name="Take it").click()
    expect(foot).to_contain_text("sets until 2026-11-27")
