"""An owner puts up a panel that aims itself: led from one open thing to the next, with the presses counted."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.hands import turn_to
from tests.browser.test_trainee import COUNT, choose, rows, tick, write

MOST_CLICKS = 55


@pytest.fixture
def owner(page):
    page.add_init_script(COUNT)
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_role("button", name="Trade").click()
    return page


def follow(page, to, saying=""):
    """Goes where the guide leads, which must be there."""
    guide = page.get_by_role("region", name="What to do next")
    expect(guide).to_contain_text(saying)
    guide.get_by_role("link", name=f"Go there: {to}").click()
    expect(page.get_by_role("main", name=to)).to_be_visible()


def test_an_owner_is_led_to_a_panel_on_the_air(owner):
    page = owner
    leaves = page.get_by_role("navigation", name="Leaves of this station")
    expect(leaves).not_to_contain_text("Order")
    write(page, ("Customer", "Reedbank Farm"), ("Service wanted", "School lessons"), ("Place", "-29.41, 27.8"))
    write(page, ("Height above sea", "1980"), ("Day of the work", "2026-11-24"))
    choose(page, "Terminal", "Slate S")
    choose(page, "Constellation", "Swallow")
    follow(page, "Brief", "looked over for hazards")
    tick(page, "The site was looked over for hazards")
    choose(page, "Who installs it", "The owner")
    follow(page, "Brief", "The present service is not measured")
    rows(page, "Add a run", "Download", ("3.1", "0.5", "640"))
    follow(page, "Sky", "No skyline has been read")
    rows(page, "Add a point", "Compass", *((str(bearing), "4") for bearing in range(10, 360, 36)))
    follow(page, "Mount")
    write(
        page,
        *(("Mast outer diameter", "48.3"), ("Wall thickness", "3")),
        *(("Free length", "0.7"), ("Centre above ground", "3")),
    )
    follow(page, "Cable")
    choose(page, "Cable", "Ethernet with power")
    page.get_by_role("button", name="Add a piece").click()
    field = page.get_by_label("Length, row 1")
    field.fill("14")
    field.blur()
    follow(page, "Build")
    for count in range(1, 9):
        page.get_by_role("button", name="Mark done").and_(page.locator(":enabled")).first.click()
        expect(page.get_by_role("heading", level=1)).to_contain_text(
            "All steps are done" if count == 8 else f"{count} of 8"
        )
    follow(page, "Bring-up")
    states = page.get_by_role("region", name="States by hand")
    for count in range(1, 6):  # no stand-in: the owner says what the panel's page shows
        states.get_by_role("button", name=re.compile("Switched on|Reached")).first.click()
        expect(states.locator(".time").nth(count - 1)).to_contain_text("after")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Online after")
    follow(page, "Hand over")
    rows(page, "Add a run", "Download", ("120", "14", "38"), ("131", "15", "36"), ("126", "14.5", "41"))
    expect(page.get_by_role("region", name="What to do next")).to_contain_text("Everything that is asked for is there")
    turn_to(page, "Proof and signature")
    page.get_by_role("button", name="Sign off").click()
    expect(page.get_by_text("Inputs and results are frozen")).to_be_visible()
    clicks = int(page.evaluate("sessionStorage.clicks"))
    assert 20 < clicks <= MOST_CLICKS, clicks
    assert re.search(r"/jobs/[0-9-]+/handover", page.url)


def test_a_dish_that_is_aimed_by_hand_is_not_for_an_owner(owner):
    page = owner
    choose(page, "Terminal", "Tarn 74")
    page.get_by_role("button", name=re.compile("more$")).click()
    turn_to(page, "Crew and risks")
    choose(page, "Who installs it", "The owner")
    expect(page.get_by_role("heading", level=1)).to_contain_text("is not for an owner to install")
    expect(page.get_by_role("region", name="What to do next")).to_contain_text("hire a crew for the dish")
