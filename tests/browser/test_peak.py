"""Peak in the real interface: by ear alone, by numbers with a side lobe caught, a search, a linear skew, a push."""

import math

from playwright.sync_api import expect

from tests.browser.hands import saved

FRESH = "/jobs/2026-103/peak"


def heading(page):
    return page.get_by_role("heading", level=1)


def findings(page):
    return page.get_by_role("complementary", name="Findings")


def mark(page, turns, what):
    page.get_by_label("The screw stands at").fill(str(turns))
    page.get_by_role("button", name=what).click()
    saved(page)


def test_a_terminal_without_power_gives_nothing_to_read_and_says_where_it_is_switched_on(page):
    page.goto("/jobs/2026-104/peak/readings")
    terminal = page.get_by_label("Terminal")
    expect(terminal).to_contain_text("It has no power: switch it on at Bring-up")
    expect(page.get_by_role("button", name="Sweep both sides")).to_have_count(0)
    expect(page.get_by_role("button", name="Add reading")).to_be_visible()  # by a meter, by hand
    page.goto("/jobs/2026-104/bringup/radio")
    expect(page.get_by_text("Its page shows no figures.")).to_be_visible()
    expect(page.get_by_role("button", name="Note what its page shows now")).to_be_disabled()


def test_both_axes_are_peaked_by_ear_alone(page):
    """No figure of a level anywhere: two marks and the long tone between them, three times."""
    page.goto("/jobs/2026-104/peak/ear")
    for said, back, fell in (
        ("Elevation: take readings", -1.1, 1.3),
        ("begin a second pass", -0.8, 0.6),
        ("Peaked by ear", -1.2, 1.3),
    ):
        mark(page, back, "It came back here")
        mark(page, fell, "It fell here")
        middle = (back + fell) / 2
        expect(page.get_by_text(f"The top lies midway at {middle:.2f} turns".replace("-", "−"))).to_be_visible()
        mark(page, middle + 0.6, "I stand on the long tone")
        expect(heading(page)).not_to_contain_text(said)  # not yet: it stands beside the middle
        mark(page, middle, "I stand on the long tone")
        expect(heading(page)).to_contain_text(said)
    expect(findings(page)).to_contain_text("Both axes were passed again")


def lobe(width_turns, top_db):
    for at in (-0.5, -0.35, -0.2, -0.05, 0.1, 0.25, 0.4, 0.5):
        yield round(at * width_turns, 2), round(top_db - 12 * at**2, 2)


def type_readings(page, rows):
    for turns, level in rows:
        page.get_by_label("Turns", exact=True).fill(str(turns))
        page.get_by_label("Level (dB)").fill(str(level))
        page.get_by_role("button", name="Add reading").click()
        expect(page.get_by_label("Turns", exact=True)).to_have_value("")


def test_a_narrow_weak_top_typed_by_hand_is_never_called_the_peak(page):
    """As a side lobe has it: half as wide as the beam and far under the promise."""
    page.goto(f"{FRESH}/readings")
    type_readings(page, lobe(1.4, -6.0))
    expect(page.get_by_role("button", name="Turn to the top")).to_have_count(0)
    expect(heading(page)).not_to_contain_text("Peaked")
    expect(findings(page)).to_contain_text("lobe")


def test_a_search_is_laid_down_row_by_row_and_the_wrong_network_is_held(page):
    page.goto(f"{FRESH}/search")
    page.get_by_role("button", name="Nothing on this row").click()
    expect(page.get_by_role("group", name="Search plan: 20 percent covered")).to_be_visible()
    page.get_by_role("button", name="A lock", exact=True).click()
    saved(page)
    page.get_by_label("Network that it shows").fill("OTHER NET 3")
    page.get_by_label("Network that it shows").blur()
    expect(findings(page)).to_contain_text("It shows OTHER NET 3, which is another network")
    expect(page.get_by_role("list").filter(has_text="It is another satellite").first).to_be_visible()


def test_a_preset_off_its_figure_is_held_until_it_is_right(page):
    page.goto(f"{FRESH}/preset")
    shows = page.locator(".instruments .figure").first.locator("input").first
    shows.fill("20")
    shows.blur()
    expect(findings(page)).to_contain_text("The elevation is not preset well enough")
    wanted = page.locator(".instruments .wanted b").first.inner_text().rstrip("°")
    shows.fill(wanted)
    shows.blur()
    expect(findings(page)).to_contain_text("The elevation is preset well enough")
    assert math.isfinite(float(wanted))


def test_three_figures_stand_large_and_one_press_reads(page):
    page.goto("/jobs/2026-102/peak/readings")
    rows = page.get_by_label("Readings").get_by_role("row")
    expect(rows).to_have_count(7)
    page.get_by_role("button", name="Readable from afar").click()
    afar = page.get_by_role("dialog", name="Readable from afar")
    expect(afar.get_by_text("Level now, dB")).to_be_visible()
    size = afar.locator("b").first.evaluate("(one) => parseFloat(getComputedStyle(one).fontSize)")
    assert size >= 100  # 26 mm on a laptop's screen: readable at two metres
    afar.get_by_role("button", name="Read here").click()
    afar.get_by_role("button", name="Close").click()
    expect(rows).to_have_count(8, timeout=20_000)


def test_a_recording_is_heard_and_both_falls_are_told(page, tmp_path):
    import numpy as np
    from benchmarks import hearing

    from tests.core.science.test_hearing import wav

    made = hearing.recording(np.random.default_rng(3), "engine", 5.0)
    told = tmp_path / "pass.wav"
    told.write_bytes(wav(made / np.abs(made).max(), hearing.RATE_HZ))
    page.goto("/jobs/2026-102/peak/ear")
    page.locator(".listen input[type=file]").set_input_files(told)
    expect(page.get_by_text("fell at 14.")).to_be_visible(timeout=20_000)
    expect(page.get_by_text("came back at 18.")).to_be_visible()


def test_a_linear_skew_is_nulled_on_the_unwanted_polarization(page):
    page.goto("/jobs/2026-104/peak/skew")
    for number, (angle, unwanted) in enumerate(((-32, -16), (-28, -21), (-24, -29), (-20, -21), (-16, -16)), start=1):
        page.get_by_role("button", name="Add a reading").click()
        page.get_by_label(f"Skew plate, row {number}").fill(str(angle))
        page.get_by_label(f"Unwanted, row {number}").fill(str(unwanted))
        page.get_by_label(f"Unwanted, row {number}").blur()
        saved(page)
    page.get_by_label("Skew as it is locked").fill("-21")
    page.get_by_label("Skew as it is locked").blur()
    expect(page.get_by_text("Turn 3.0° anticlockwise seen from behind")).to_be_visible()
    page.get_by_label("Skew as it is locked").fill("-24")
    page.get_by_label("Skew as it is locked").blur()
    expect(page.get_by_text("It stands where the unwanted one is lowest")).to_be_visible()
    page.get_by_label("Isolation that the desk read").fill("24")
    page.get_by_label("Least that the desk asks for").fill("27")
    page.get_by_label("Least that the desk asks for").blur()
    expect(findings(page)).to_contain_text("The isolation is under what the desk asks for")
    page.get_by_label("Isolation that the desk read").fill("28")
    page.get_by_label("Isolation that the desk read").blur()
    expect(findings(page)).to_contain_text("The isolation is what the desk asks for")


def test_readings_without_a_state_leave_it_open_whether_it_has_power_until_somebody_pulls_its_plug(page):
    page.request.get("/")  # gives the token
    headers = {"X-CSRFToken": next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")}
    number = page.request.post("/api/jobs", headers=headers).json()["number"]
    told = {"place_text": "-29.5, 28.4", "terminal_code": "tarn-74", "satellite_code": "hamerkop-2"}
    assert page.request.patch(f"/api/jobs/{number}/brief", data=told, headers=headers).ok
    page.goto(f"/jobs/{number}/peak/readings")
    banner = page.get_by_label("Transmitter")
    expect(banner).to_contain_text("Not switched on")
    type_readings(page, [(0.0, 9.0)])
    expect(banner).to_contain_text("Not known whether it has power")
    banner.get_by_role("button", name="Its plug is pulled").click()
    expect(banner).to_contain_text("Not switched on")
    type_readings(page, [(0.5, 9.2)])
    expect(banner).to_contain_text("Not known whether it has power")
