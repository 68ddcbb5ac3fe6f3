"""Bring-up in the real interface: a line-up that fails and passes, a forgotten carrier, a stuck terminal, the net."""

import datetime as dt

from playwright.sync_api import expect

from tests.browser.hands import begin_job, saved, turn_to

WEIR = {"place_text": "-28.9104, 28.9931", "height_m": 1900, "satellite_code": "hoopoe-1", "terminal_id": "00C4A17E"}


def heading(page):
    return page.get_by_role("heading", level=1)


def findings(page):
    return page.get_by_role("complementary", name="Findings")


def done(page, following, figure=""):
    box = page.get_by_role("region", name="Next")
    if figure:
        box.get_by_label("Figure of this step").fill(figure)
    box.get_by_role("button", name="It is done").click()
    expect(box).to_contain_text(following)


def test_a_line_up_fails_on_isolation_passes_after_the_skew_and_holds_while_the_carrier_is_on(page):
    begin_job(page, "bringup/lineup", customer="Weir", terminal_code="moor-120", **WEIR)
    expect(page.get_by_role("region", name="Call sheet")).to_contain_text("zero zero Charlie four Alfa one seven Echo")
    page.get_by_label("Who said it", exact=True).fill("Refilwe")
    for following in ("Read your figures", "Nobody in front", "Go up or down"):
        done(page, following)
    banner = page.get_by_label("Transmitter", exact=True)
    expect(banner).to_contain_text("test carrier on for 0:")
    done(page, "They read the isolation", "28")
    done(page, "They read the isolation", "18.4")
    expect(findings(page)).to_contain_text("The isolation is under what the desk asks")
    done(page, "Write down who approves", "27.5")
    expect(findings(page)).to_contain_text("The isolation is what the desk asks, or more")
    page.get_by_label("Number of the approval").fill("4711")
    done(page, "Switch the carrier off now")
    expect(heading(page)).to_contain_text("The test carrier is on")
    page.goto(page.url.replace("bringup/lineup", "brief"))
    expect(banner).to_contain_text("test carrier on for")  # at every station
    banner.get_by_role("button", name="To the line-up").click()
    done(page, "Leave installation mode")
    expect(page.get_by_role("list", name="Log of the call")).to_contain_text("number 4711")
    expect(page.get_by_role("timer").filter(has_text="test carrier")).to_have_count(0)


def test_a_carrier_that_was_forgotten_cannot_be_missed(page):
    begin_job(page, "bringup/lineup", customer="Weir", terminal_code="moor-120", **WEIR)
    number = page.url.split("/jobs/")[1].split("/")[0]
    token = next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")
    ago = dt.datetime.now(dt.UTC) - dt.timedelta(minutes=9)
    log = [{"step": "carrier_on", "at": ago.isoformat()}]
    headers = {"X-CSRFToken": token}
    assert page.request.patch(f"/api/jobs/{number}/bringup", data={"lineup_log": log}, headers=headers).ok
    page.goto(f"/jobs/{number}/handover/sign")
    alarm = page.get_by_role("alert").filter(has_text="Transmitting")
    expect(alarm).to_contain_text("test carrier on for 9:")
    expect(alarm).to_contain_text("Switch it off now")
    expect(page.get_by_role("button", name="Sign off")).to_be_disabled()


def test_a_terminal_without_a_letter_is_told_so_first_by_hand(page):
    begin_job(page, "bringup", customer="Kraal", terminal_code="tarn-74", place_text="-29.3118, 27.9362", height_m=2000,
              satellite_code="hamerkop-2", crew=["naledi"])  # fmt: skip
    page.get_by_role("button", name="on the bench or in the house").click()
    page.get_by_role("checkbox", name="Nobody in front, nobody at the feed").click()
    saved(page)
    turn_to(page, "States")
    page.get_by_role("button", name="I read it off the lights").click()
    states = page.get_by_role("region", name="States")
    page.get_by_label("Minutes ago").fill("9")
    states.get_by_role("button", name="Switched on").click()
    expect(states.get_by_role("listitem").nth(0)).to_have_attribute("aria-current", "step")
    page.get_by_label("Minutes ago").fill("8")
    states.get_by_role("listitem").nth(2).get_by_role("button", name="Reached").click()
    why = page.get_by_role("region", name="Why it is stuck")
    expect(why.get_by_role("listitem").first).to_contain_text("No beam letter is told", timeout=20_000)
    expect(states.get_by_role("listitem").nth(2)).to_contain_text("receive flashes fast")
    turn_to(page, "Entries")
    page.get_by_role("button", name="Take what the job knows").click()
    expect(page.get_by_label("Beam letter", exact=True)).to_have_value("K")
    turn_to(page, "States")
    expect(why).to_have_count(0, timeout=20_000)  # on the bench it may search for as long as it likes
    expect(heading(page)).to_contain_text("on the bench")


def test_the_network_is_chosen_by_what_is_needed_and_written_as_text(page):
    page.goto("/jobs/2026-103/bringup/network")
    expect(page.get_by_text("Proposed: Bypass")).to_be_visible()
    page.get_by_role("group", name="Program").get_by_role("button", name="Kea").click()
    expect(page.locator("pre").filter(has_text='"hw-address": "02:00:5e:10:00:11"')).to_be_visible()
    saved(page)
    page.get_by_label("Always the address, row 1").fill("192.168.41.9")
    page.get_by_label("Always the address, row 1").blur()
    expect(findings(page)).to_contain_text("192.168.41.9 is not in 192.168.40.0/24")
    turn_to(page, "Wireless")
    page.get_by_label("Name of the wireless net", exact=True).fill("Counter")
    page.get_by_role("button", name="Make a password of four words").click()
    code = page.get_by_role("img", name="QR code by which a telephone joins the wireless net")
    expect(code).to_be_visible()
    assert code.evaluate("one => one.decode().then(() => one.naturalWidth)") > 20
