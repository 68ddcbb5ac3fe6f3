"""Build in the browser: a kit that is short, a mistake of order shown before it is made, a loose joint, a wait."""

import re

from playwright.sync_api import expect

from tests.browser.hands import mark_next, turn_to


def line(page, group, name):
    return page.get_by_role("list", name=group).get_by_role("listitem").filter(has_text=name)


def findings(page):
    return page.get_by_role("complementary", name="Findings")


def test_a_kit_that_is_short_by_a_clamp_is_searched_for_and_then_holds(page):
    page.goto("/jobs/2026-104/build/kit")
    nuts = line(page, "Bolts, washers, nuts", re.compile(r"Flanged nut M10"))
    expect(nuts).to_contain_text("4 for mast clamp, azimuth")  # and where each belongs
    nuts.get_by_role("button", name="short").click()
    expect(findings(page)).to_contain_text("Not found yet: Flanged nut M10")
    page.get_by_label("Every layer of the packing was lifted").click()
    expect(findings(page)).to_contain_text("The kit is not whole")
    expect(page.get_by_role("link", name="Hold 6 Build")).to_be_visible()
    turn_to(page, "Now")
    expect(page.get_by_role("main").get_by_role("article").get_by_role("button", name="Mark done")).to_be_disabled()
    turn_to(page, "Kit")
    nuts.get_by_role("button", name="there").click()
    page.get_by_role("button", name=re.compile("of the rest are there")).click()
    expect(findings(page)).not_to_contain_text("The kit is not whole")
    turn_to(page, "Now")
    mark_next(page)
    expect(page.get_by_role("heading", level=1)).to_contain_text("1 of 18")
    # Two strings over the rim, at the sky's own frequency: 3 mm are far too much.
    turn_to(page, "Kit")
    gap = page.get_by_label("Gap where two strings cross", exact=True)
    gap.fill("3")
    gap.blur()
    expect(findings(page)).to_contain_text("The reflector is warped")


def test_a_mistake_of_order_is_shown_before_it_is_made_and_a_loose_joint_holds_the_signature(page):
    page.goto("/jobs/2026-102/build/joints")
    joints = page.get_by_role("list", name="Joints")
    clamp = joints.get_by_role("listitem").filter(has_text="Mast clamp, azimuth")
    clamp.get_by_role("button", name="tight").click()
    expect(clamp.get_by_role("alert")).to_contain_text("It stays free until the aim is locked (Peak).")
    clamp.get_by_role("button", name="Leave it free").click()
    expect(clamp.get_by_role("button", name="snug")).to_have_attribute("aria-pressed", "true")
    head = joints.get_by_role("listitem").filter(has_text="Head to the reflector")
    expect(head).to_contain_text("4 × bolt M8 × 25, 8.8 · flat washer · spring washer · nut")
    head.get_by_role("button", name="free").click()
    expect(page.locator("p.answer")).to_contain_text("Still to be tightened: Head to the reflector")
    page.goto("/jobs/2026-102/handover/sign")
    held = page.get_by_role("list", name="Not shown yet")
    expect(held).to_contain_text("joints are not yet as they end: Head to the reflector")
    expect(page.get_by_role("button", name="Sign off")).to_be_disabled()


def test_a_wait_runs_over_reloads_and_is_let_pass_only_with_a_reason(page):
    page.goto("/jobs/2026-103/build/waits")
    page.get_by_label("Begin another wait").click()
    page.locator(".n-base-select-option:visible", has_text="Modem starts").click()
    boot = page.get_by_role("list", name="Waits").get_by_role("listitem").filter(has_text="Modem starts")
    expect(boot).to_contain_text(re.compile(r"[01]:\d\d left"))
    expect(boot).to_contain_text("Meanwhile: Prepare the laptop.")
    page.reload()
    expect(boot).to_contain_text(re.compile(r"[01]:\d\d left"))
    expect(findings(page)).to_contain_text("“Modem starts” was begun; nobody said that it is over")
    boot.get_by_role("button", name="Let it pass").click()
    keep = boot.get_by_role("button", name="Keep the reason")
    expect(keep).to_be_disabled()
    boot.get_by_label("why").fill("Seen on the telephone")
    keep.click()
    expect(boot).to_contain_text("let pass: Seen on the telephone (Naledi Mokoena-Hart)")


def test_a_step_is_done_before_its_turn_only_with_a_reason_and_a_picture_stays_with_it(page):
    page.goto("/jobs/2026-103/build")
    steps = page.get_by_role("list", name="Build steps")
    steps.get_by_role("button", name=re.compile("Look on both sides of the wall")).click()
    mark_next(page)
    steps.get_by_role("button", name=re.compile("Drill and clean the holes")).click()
    card = page.get_by_role("main").get_by_role("article")
    expect(card.get_by_role("button", name="Mark done")).to_be_disabled()
    expect(card.get_by_role("button", name="Leave it out")).to_have_count(0)  # a hold point
    card.get_by_label("Picture of: The clean holes").set_input_files(
        {"name": "holes.png", "mimeType": "image/png", "buffer": PNG}
    )
    expect(card.get_by_role("img", name="Picture: The clean holes with a rule beside them")).to_be_visible()
    card.get_by_role("button", name="Do it all the same").click()
    card.get_by_label("Why it is done before its turn").fill("Marked from the old plate")
    card.get_by_role("button", name="Keep the reason").click()
    expect(card).to_contain_text("Done all the same: Marked from the old plate")
    expect(card.get_by_role("button", name="Mark done")).to_be_enabled()


PNG = bytes.fromhex(
    "89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c4890000000d49444154789c6360606060000000050001"
    "a5f645400000000049454e44ae426082"
)


def test_a_picture_of_a_step_is_taken_with_a_timer_and_is_not_lost_without_the_server(page):
    page.goto("/jobs/2026-103/build/now")
    page.get_by_role("list", name="Build steps").get_by_role("button", name=re.compile("Fit the transceiver")).click()
    card = page.get_by_role("main").get_by_role("article")
    camera = card.get_by_role("button", name=re.compile("^Camera: "))
    camera.click()
    card.get_by_role("button", name="In 3 s").click()
    expect(card.get_by_role("timer").filter(has_text=re.compile("^[123]$"))).to_be_visible()
    expect(card.get_by_role("img", name=re.compile("^Picture: "))).to_be_visible()
    page.context.set_offline(True)
    camera.click()
    page.wait_for_function("() => document.querySelector('article video')?.videoWidth > 0")  # nothing to take before
    card.get_by_role("button", name="Take it").click()
    on_its_way = card.get_by_text("it goes by itself once the server is reached")
    expect(on_its_way).to_be_visible()
    expect(card.get_by_role("link", name="Save it on this device")).to_have_attribute("download", re.compile("jpg$"))
    page.context.set_offline(False)
    expect(on_its_way).to_have_count(0)
