"""A trainee takes a small dish from nothing to the signed report: every press is counted, and none leads astray."""

import re

from playwright.sync_api import expect

from tests.browser.hands import pick, turn_to

COUNT = """
document.addEventListener('click', (event) => {
  if (event.isTrusted && event.detail > 0) sessionStorage.clicks = Number(sessionStorage.clicks || 0) + 1
}, true)
"""
MOST_CLICKS = 59


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
    expect(page.get_by_role("status")).to_contain_text(re.compile("Saved|All saved"))


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


def choose(page, label, option):
    field = page.locator(".entry").filter(has=page.locator("label", has_text=re.compile(f"^{label}$")))
    pick(field.locator(".n-base-selection"), option)


def station(page, name):
    page.get_by_role("navigation", name="Stations").get_by_role("link").filter(has_text=name).click()
    expect(page.get_by_role("main", name=name)).to_be_visible()


def tick(page, name):
    page.get_by_role("checkbox", name=name).check()


def brief(page):
    page.get_by_role("button", name="New job").click()
    write(page, ("Customer", "Upper Sephiri Clinic"), ("Service wanted", "Video calls"), ("Place", "-29.41, 27.8"))
    write(page, ("Height above sea", "1980"), ("Day of the work", "2026-11-24"))
    choose(page, "Terminal", "Tarn 74")
    choose(page, "Satellite", "Hamerkop 2")
    turn_to(page, "Customer")
    rows(page, "Add a run", "Download", ("2.4", "0.4", "760"))
    turn_to(page, "Crew and risks")
    tick(page, "Naledi Mokoena-Hart")
    tick(page, "The site was looked over for hazards")


def to_the_dish(page):
    station(page, "Sky")
    rows(page, "Add a point", "Compass", ("5", "12"), ("34", "44"), ("66", "12"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("Free by")
    station(page, "Mount")
    write(
        page,
        *(("Mast outer diameter", "60.3"), ("Wall thickness", "2.9")),
        *(("Free length", "0.9"), ("Centre above ground", "3.6")),
    )
    station(page, "Cable")
    choose(page, "Cable", "Coax 7 mm, solid copper centre")
    page.get_by_role("button", name="The pieces of a usual run").click()
    for row, metres in ((1, "0.9"), (3, "1.4"), (4, "12"), (5, "0.4"), (6, "6.9")):
        field = page.get_by_label(f"Length, row {row}")
        for _ in range(8):
            if field.evaluate("one => one === document.activeElement"):
                break
            page.keyboard.press("Tab")
        expect(field).to_be_focused()
        page.keyboard.type(metres)
    page.keyboard.press("Tab")
    expect(page.get_by_role("heading", level=1)).to_contain_text("22.3 m of cable")
    station(page, "Build")
    for count in range(1, 12):
        page.get_by_role("button", name="Mark done").and_(page.locator(":enabled")).first.click()
        expect(page.get_by_role("heading", level=1)).to_contain_text(
            "All steps are done" if count == 11 else f"{count} of 11"
        )


def on_the_air(page):
    station(page, "Peak")
    for axis in ("Elevation", "Azimuth"):
        if axis == "Azimuth":
            page.get_by_text(axis, exact=True).click()
        page.get_by_role("button", name="Sweep 2 turns each way").click()
        expect(page.get_by_role("button", name="Turn to the top")).to_be_enabled(timeout=60_000)
        page.get_by_role("button", name="Turn to the top").click()
        expect(page.get_by_text("You stand at the top")).to_be_visible()
    turn_to(page, "Lock down")
    page.get_by_role("button", name="Tighten and read").click()
    for side in ("top", "bottom", "left", "right"):
        page.get_by_role("button", name=f"Push {side}, read").click()
        expect(page.get_by_label(f"After a push, {side}", exact=True)).not_to_have_value("")
    station(page, "Bring-up")
    page.get_by_role("button", name="Switch on").click()
    write(page, ("Beam letter", "K"), ("Activation code", "7QKD-20XM"))
    page.get_by_role("button", name="Send to the modem").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Online after", timeout=60_000)


def hand_over(page):
    station(page, "Hand over")
    rows(page, "Add a run", "Download", ("48", "6", "612"), ("52", "5.5", "598"), ("50.5", "6.2", "605"))
    turn_to(page, "Proof and signature")
    page.get_by_role("button", name="Sign off").click()
    expect(page.get_by_text("Inputs and results are frozen")).to_be_visible()


def test_a_trainee_comes_to_the_signed_report_in_under_sixty_clicks(page):
    page.add_init_script(COUNT)
    page.goto("/")
    brief(page)
    to_the_dish(page)
    on_the_air(page)
    hand_over(page)
    number = re.search(r"/jobs/([0-9-]+)/", page.url)[1]
    assert page.request.get(f"/api/jobs/{number}/report.pdf").body().startswith(b"%PDF")
    clicks = int(page.evaluate("sessionStorage.clicks"))
    assert 30 < clicks <= MOST_CLICKS, clicks
