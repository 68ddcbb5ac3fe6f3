"""A telephone as an instrument: its sensors are played to the page, as the browser would tell them."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.hands import saved

# What the device is held like, told to the page ten times a second; a function of the seconds since it began.
PLAYED = """(pose) => {
  const at = eval(pose), began = performance.now()
  clearInterval(window.played)
  window.played = setInterval(() => {
    const [alpha, beta] = at((performance.now() - began) / 1000)
    dispatchEvent(Object.assign(new Event('deviceorientationabsolute'), { alpha, beta, gamma: 0 }))
  }, 90)
}"""


@pytest.fixture
def page(page):
    page.context.grant_permissions(["accelerometer", "gyroscope", "magnetometer"])
    return page


def play(page, pose):
    page.evaluate(PLAYED, pose)


def facts(page, number):
    return page.request.get(f"/api/jobs/{number}").json()["facts"]


def test_the_skyline_is_traced_with_the_camera_and_is_as_sure_as_its_compass(page):
    page.goto("/jobs/2026-102/sky/handset")
    page.get_by_role("button", name="Trace it with this telephone").click()
    # Magnetic 330 and on, 18 degrees a second, at 25 degrees up.
    play(page, "(s) => [(720 - 330 - Math.max(0, Math.min(5, s - 1)) * 18) % 360, 115]")
    page.get_by_role("button", name="Begin a line").click()
    expect(page.get_by_role("img", name=re.compile("^[4-9][0-9] percent|^100 percent"))).to_be_visible(timeout=20_000)
    page.get_by_role("button", name="End the line").click()
    expect(page.get_by_text(re.compile("points over .* bearings to about 10°"))).to_be_visible()
    page.get_by_role("button", name=re.compile("Put it into")).click()
    expect(page.get_by_role("checkbox", name=re.compile("It is in the skyline"))).to_be_checked()
    kept = facts(page, "2026-102")["sky"]["skylines"][0]
    led = [one for one in kept["points"] if one["elevation_deg"] == pytest.approx(25, abs=0.2)]
    assert len(led) > 4
    assert (kept["bearing_error_deg"], kept["height_error_deg"]) == (10, 1)
    assert len(kept["points"]) > len(led)  # beyond what was led over, the others stay
    expect(page.get_by_text("The beam's tube is free even where the skyline is off by its errors")).to_be_visible()
    page.get_by_label(re.compile("Bearing of what is under the cross")).fill("70")
    page.get_by_role("button", name="Set it by that").click()
    expect(page.get_by_text(re.compile("Set by what you typed"))).to_be_visible()
    expect(page.get_by_text(re.compile("bearings to about 2°"))).to_be_visible()


def test_practice_with_a_simulated_one_never_clears_the_sky(page):
    page.goto("/jobs/2026-103/sky/handset")
    page.get_by_role("button", name="Practise with a simulated one").click()
    stage = page.get_by_role("group", name=re.compile("What the camera sees"))
    stage.press("Space")
    for _ in range(6):
        stage.press("ArrowRight")
        stage.press("ArrowUp")
    stage.press("Space")
    expect(page.get_by_text(re.compile("points over"))).to_be_visible()
    page.get_by_role("button", name="End", exact=True).click()  # put away, it is still of a made-up horizon
    expect(page.get_by_role("button", name=re.compile("Put it into"))).to_have_count(0)
    page.get_by_role("button", name="Make a skyline of its own").click()
    expect(page.get_by_role("heading", name=re.compile("traced with a simulated telephone"))).to_be_visible()
    assert facts(page, "2026-103")["sky"]["skylines"][-1]["simulated"] is True


def test_a_telephone_on_the_face_stands_in_for_the_clinometer(page):
    page.goto("/jobs/2026-102/peak/preset")
    page.get_by_role("button", name="Measure with this telephone").click()
    play(page, "(s) => [200, 36.4 + 3 * Math.sin(9 * s)]")
    measured = page.get_by_role("region", name="Measured with this telephone")
    expect(measured.get_by_text(re.compile("It moves"))).to_be_visible()
    expect(measured.get_by_role("button", name="Take it")).to_be_disabled()
    play(page, "() => [200, 36.4]")
    expect(measured.get_by_text(re.compile("Held steadily"))).to_be_visible()
    measured.get_by_role("button", name="It lies: try its level").click()
    play(page, "() => [20, -35.6]")
    expect(measured.get_by_text("−35.6°").or_(measured.get_by_text("35.6°"))).to_be_visible()
    measured.get_by_role("button", name="It is turned round").click()
    expect(measured.get_by_text(re.compile("it reads 0.4° too much"))).to_be_visible()
    play(page, "() => [200, 38.4]")
    expect(measured.get_by_text("38.0°")).to_be_visible()
    measured.get_by_role("button", name="Take it").click()
    expect(page.get_by_label("It shows").first).to_have_value("38")


def test_a_device_without_sensors_says_so_and_a_simulated_one_is_not_taken(page):
    page.goto("/jobs/2026-102/aim/mast")
    page.get_by_role("button", name="Measure the lean with this telephone").click()
    expect(page.get_by_text(re.compile("This device tells nothing of how it is held"))).to_be_visible()
    page.get_by_role("button", name="Try a simulated one").click()
    expect(page.get_by_text(re.compile("Held steadily"))).to_be_visible()
    expect(page.get_by_role("button", name="Take it")).to_have_count(0)


def test_a_telephone_on_the_head_tells_when_it_is_turned_too_fast(page):
    page.goto("/jobs/2026-102/peak/search")
    page.get_by_role("button", name="This telephone rides on the head").click()
    watch = page.get_by_role("region", name="Pace")
    play(page, "(s) => [(3600 - 0.1 * s) % 360, 0]")
    expect(watch.get_by_text(re.compile("^0.1°/s of"))).to_be_visible()
    play(page, "(s) => [(3600 - 30 * s) % 360, 0]")
    expect(watch.get_by_text(re.compile("too fast: at most"))).to_be_visible()
    before = len(facts(page, "2026-102")["peak"]["sweeps"])
    page.get_by_role("button", name="Nothing on this row").click()
    expect(page.locator("tr.entry-row")).to_have_count(before + 1)
    saved(page)
    assert (
        facts(page, "2026-102")["peak"]["sweeps"][-1]["fastest_deg_per_s"] > 1
    )  # of 0.6: the first moment of it is enough


def test_a_telephone_on_a_panels_face_reads_its_attitude_no_surer_than_its_compass(page):
    page.goto("/jobs/2026-107/peak")
    page.get_by_role("button", name="Lay this telephone on its face").click()
    play(page, "() => [340, -20]")
    page.get_by_role("button", name="Take it").click()
    expect(page.get_by_role("button", name="Lay this telephone on its face")).to_be_visible()
    expect(page.get_by_role("textbox", name=re.compile("^Note")).last).to_have_value("by telephone on its face")
    row = facts(page, "2026-107")["peak"]["attitudes"][-1]
    assert (row["tilt_deg"], row["azimuth_error_deg"]) == (20, 10)
