"""What a person does with the parts of the interface that are not plain inputs."""

from __future__ import annotations

import contextlib
import re

from playwright.sync_api import Error, Locator, Page, expect


def _counted(page: Page) -> str | None:
    """How many presses were counted on this page; None where nobody counts."""
    return str(page.evaluate("sessionStorage.clicks ?? ''")) or None


def _uncounted(page: Page, before: str | None) -> None:
    """A press that came to nothing, as the machine was busy, is none of the person's."""
    if before is not None:
        page.evaluate("(clicks) => { sessionStorage.clicks = clicks }", before)


def pick(field: Locator, option: str) -> None:
    """Picks from a list, and again where what came late moved it away from under the press."""
    page = field.page
    before = _counted(page)
    for patience_ms in (2_000, 10_000, 30_000):
        with contextlib.suppress(Error, AssertionError):
            expect(page.locator(".n-base-select-menu:visible")).to_have_count(0, timeout=patience_ms)
            field.click(timeout=patience_ms)
            if field.locator("input").count():
                page.keyboard.type(option)  # a long list is narrowed by what is typed
            page.locator(".n-base-select-option:visible", has_text=option).first.click(timeout=patience_ms)
        with contextlib.suppress(AssertionError):
            expect(field).to_contain_text(option, timeout=patience_ms)
            return
        page.keyboard.press("Escape")
        _uncounted(page, before)
    expect(field).to_contain_text(option)


def begin_job(page: Page, station: str = "brief", **brief: object) -> None:
    """A job of its own with what the brief holds, made over the interface that the screens use, opened at a station.

    The journeys make theirs by hand.
    """
    server = page.context.request
    server.get("/")  # gives the token
    token = next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")
    made = server.post("/api/jobs", headers={"X-CSRFToken": token})
    number = made.json()["number"]
    assert server.patch(f"/api/jobs/{number}/brief", data=brief, headers={"X-CSRFToken": token}).ok
    page.goto(f"/jobs/{number}/{station}")


def at_rest(part: Locator) -> dict[str, float]:
    """The box of a part once it stands still: what comes late above it moves it away from under the pointer."""
    part.scroll_into_view_if_needed()
    was = None
    for _ in range(100):
        box = part.bounding_box()
        if box is not None and box == was:
            return box
        was = box
        part.page.wait_for_timeout(120)
    raise AssertionError("it never came to rest")


def turn_to(page: Page, leaf: str) -> None:
    """Opens a leaf of the station by its name."""
    leaves = page.get_by_role("navigation", name="Leaves of this station").get_by_role("link")
    wanted = leaves.filter(has_text=re.compile(rf"^\s*{re.escape(leaf)}\s*$"))
    before = _counted(page)
    for patience_ms in (2_000, 10_000):
        with contextlib.suppress(Error, AssertionError):  # what came late moved it away from under the press
            wanted.click(timeout=patience_ms)
            expect(wanted).to_have_attribute("aria-current", "page", timeout=patience_ms)
            return
        _uncounted(page, before)
    wanted.click()
    expect(wanted).to_have_attribute("aria-current", "page")


def saved(page: Page) -> None:
    """Waits until all that was entered is kept."""
    expect(page.locator("[role=status]").filter(has_text=re.compile("Saved|All saved")).first).to_be_visible()


def count_kit(page: Page, serial: str = "") -> None:
    """Says at the first step that all of the box is there; on the leaf of the kit the serial number of what goes up."""
    rest = page.get_by_role("button", name=re.compile(r"^All \d+ of the rest are there$"))
    rest.click()
    expect(rest).to_have_count(0)
    if serial:
        turn_to(page, "Kit")
        field = page.get_by_label("Transceiver: serial number", exact=True)
        field.fill(serial)
        field.blur()


def see_marks(page: Page) -> Locator:
    """Sees each mark of the step in large type; gives its card."""
    card = page.get_by_role("main").get_by_role("article")
    marks = card.get_by_role("button", name=re.compile("^Seen: "))
    for at in range(marks.count()):
        marks.nth(at).click()
        expect(marks.nth(at)).to_have_attribute("aria-pressed", "true")
    return card


def mark_next(page: Page) -> None:
    """Sees each mark of the step in large type, then marks it done."""
    see_marks(page).get_by_role("button", name="Mark done").click()


def customer_signs(page: Page) -> None:
    """Name and a drawn stroke, then the moment."""
    turn_to(page, "Signatures")
    name = page.get_by_label("Customer signs", exact=True)
    name.fill("Mpho Tsediso")
    name.blur()
    pad = page.get_by_role("img", name=re.compile("Signature of the customer")).bounding_box()
    page.mouse.move(pad["x"] + 20, pad["y"] + 40)
    page.mouse.down()
    page.mouse.move(pad["x"] + 120, pad["y"] + 20, steps=6)
    page.mouse.up()
    page.get_by_role("button", name="Signed now").click()
    expect(page.get_by_text("Signed 20")).to_be_visible()
    saved(page)
