"""What a person does with the keys alone: from entry to entry, along answers, leaves and stations."""

import re

from playwright.sync_api import expect

COURSE = ("Brief", "Aim", "Sky", "Mount", "Cable", "Build", "Peak", "Bring-up", "Hand over")


def write(page, *entries):
    """Types into fields in the order in which Tab meets them; the first is pressed, one that Tab passes by as well."""
    for count, (label, text) in enumerate(entries):
        field = page.get_by_label(label, exact=True)
        if count:
            page.keyboard.press("Tab")
        if not field.evaluate("one => one === document.activeElement"):
            field.click()
        page.keyboard.type(text)
    page.keyboard.press("Tab")


def rows(page, add, first_label, *lines):
    """Adds a row with the button and fills it; Enter begins the next one."""
    page.get_by_role("button", name=add).click()
    for at, line in enumerate(lines, start=1):
        if at > 1:
            page.keyboard.press("Enter")
        expect(page.get_by_label(f"{first_label}, row {at}")).to_be_focused()
        for count, text in enumerate(line):
            if count:
                page.keyboard.press("Tab")
            page.keyboard.type(text)
    page.keyboard.press("Tab")


def reach(page, part):
    """With Tab to a part further down, else with Shift+Tab."""
    for key in 40 * ["Tab"] + 80 * ["Shift+Tab"]:
        if part.evaluate("one => one.contains(document.activeElement)"):
            return
        page.keyboard.press(key)
    raise AssertionError("Tab never came there")


def choose(page, label, option):
    """From a list by its keys: Enter opens it, what is typed narrows it, Enter takes the first."""
    entry = page.locator(".entry").filter(has=page.locator("label", has_text=re.compile(f"^{label}$")))
    field = entry.locator(".n-base-selection")
    reach(page, field)
    if not page.locator(".n-base-select-menu:visible").count():
        page.keyboard.press("Enter")
    page.keyboard.type(option)
    expect(page.locator(".n-base-select-option--pending:visible")).to_contain_text(option)
    page.keyboard.press("Enter")
    expect(field).to_contain_text(option)


def station(page, name):
    """By its number, as it stands in the course."""
    page.keyboard.press("Escape")
    page.keyboard.press(str(COURSE.index(name) + 1))
    expect(page.get_by_role("main", name=name)).to_be_visible()


def leaf(page, name):
    """With the keys that turn the leaves."""
    page.keyboard.press("Escape")
    leaves = page.get_by_role("navigation", name="Leaves of this station").get_by_role("link")
    wanted = leaves.filter(has_text=re.compile(rf"^\s*{re.escape(name)}\s*$"))
    expect(wanted).to_be_visible()
    for _ in range(leaves.count()):
        if wanted.get_attribute("aria-current") == "page":
            return
        was = page.url
        page.keyboard.press(";")
        page.wait_for_url(lambda url, was=was: url != was)
    expect(wanted).to_have_attribute("aria-current", "page")


def go_on(page, fact):
    """On to what is asked next along the course, which has to be this entry."""
    page.keyboard.press("Control+Enter")
    expect(page.locator(f"[data-fact='{fact}']:focus-within")).to_be_visible()


def tick(page, name):
    """Ticks a box with the space bar."""
    box = page.get_by_role("checkbox", name=name)
    expect(box).not_to_be_checked()
    reach(page, box)
    page.keyboard.press("Space")
    expect(box).to_be_checked()


def chip(page, label, option):
    """A choice of a few, by the keys that go along it."""
    row = page.get_by_role("group", name=label)
    button = row.get_by_role("button", name=option, exact=True)
    reach(page, row)
    for _ in range(row.get_by_role("button").count()):
        if button.evaluate("one => one === document.activeElement"):
            break
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Space")
    expect(button).to_have_attribute("aria-pressed", "true")
