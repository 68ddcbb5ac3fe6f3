"""A panel's sky in the browser: time without service, other simulations, and trials."""

import json
import re

import pytest
from playwright.sync_api import expect

from tests.browser.hands import begin_job, pick, turn_to
from tests.browser.test_sky import heading, notes, type_lines


def test_a_panels_sky_is_told_as_time_and_plan_b_is_clear(page):
    page.goto("/jobs/2026-106/sky")
    out = float(re.search(r"[Ww]ithout service:? ([\d.]+) %", heading(page).inner_text())[1])
    assert out > 10
    turn_to(page, "Verdict")
    uses = page.get_by_role("table", name="What it means")
    expect(uses.get_by_role("row").filter(has_text="Call")).to_contain_text("fails")
    turn_to(page, "What costs most")
    sectors = page.get_by_role("table", name="Sectors").get_by_role("row")
    lost = [float(text.split("%")[0]) for text in sectors.locator("td:nth-child(3)").all_inner_texts()]
    assert sum(lost) == pytest.approx(
        out, abs=0.3
    )  # nothing else than the skyline takes time here; sectors under a hundredth are left out
    turn_to(page, "Trial")
    expect(page.get_by_role("heading", name="They agree")).to_be_visible()
    turn_to(page, "Positions")
    expect(page.locator(".answer")).to_contain_text("Take B.")
    page.get_by_role("button", name="Plan for B").click()
    changes = page.locator(".changes")
    expect(changes).to_contain_text("What changes with position B")
    changes.get_by_role("button", name="Plan for B").click()
    expect(heading(page)).to_contain_text(re.compile(r"^No gap .* with \d+\.\d % of the bearings read"))
    page.locator("h1").click()
    page.keyboard.press("Control+z")
    expect(heading(page)).to_contain_text(re.compile("[Ww]ithout service"))


def test_another_simulation_stands_beside_the_planned_one(page):
    page.goto("/jobs/2026-106/sky")
    turn_to(page, "What costs most")
    page.get_by_label("Hours").fill("24")
    page.get_by_label("Terminal over ground (m)").fill("12")
    page.get_by_role("button", name="Simulate", exact=True).click()
    other = page.get_by_role("table", name="Other simulation")
    expect(other.get_by_role("row").first).to_contain_text("of the time", timeout=30_000)
    share = float(re.search(r"([\d.]+) %", other.get_by_role("row").first.inner_text())[1])
    assert share < float(
        re.search(r"\(here ([\d.]+) %", other.get_by_role("row").first.inner_text())[1]
    )  # higher sees over the tree
    page.get_by_label("Hours").fill("90")
    page.get_by_role("button", name="Simulate", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("too large")


@pytest.fixture
def panel(page, tmp_path):
    """A job of its own with a self-aiming panel under a constellation brought as a file; a wall hides the south."""
    page.goto("/stores/constellation")
    file = tmp_path / "constellations.json"
    shell = {
        "altitude_km": 560,
        "inclination_deg": 53.5,
        "plane_count": 72,
        "per_plane_count": 44,
        "phasing_number": 11,
    }
    file.write_text(
        json.dumps(
            [
                {
                    "code": "weaver",
                    "name": "Weaver",
                    "shells": [{**shell, "name": "Low"}, {**shell, "name": "High", "altitude_km": 600}],
                }
            ]
        )
    )
    page.get_by_label("Import Constellations").set_input_files(file)
    expect(page.get_by_role("region", name="Constellations")).to_contain_text("Weaver")
    begin_job(page, "sky", place_text="-29.4, 27.8", terminal_code="slate-self", constellation_code="weaver")
    type_lines(page, "0 5\n120 5\n121 70 building 6\n239 70 building 6\n240 5")
    expect(heading(page)).to_contain_text(re.compile("[Ww]ithout service"), timeout=20_000)
    return page


def test_a_long_simulation_tells_its_progress_and_is_stopped(panel):
    page = panel
    turn_to(page, "What costs most")
    page.get_by_label("Hours").fill("48")
    page.get_by_role("button", name="Simulate", exact=True).click()
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("Stopped")
    expect(page.get_by_role("table", name="Other simulation")).to_have_count(0)
    page.get_by_label("Hours").fill("0.5")
    page.get_by_role("button", name="Simulate", exact=True).click()  # and it goes again
    expect(page.get_by_role("table", name="Other simulation")).to_be_visible()


def test_a_trial_is_timed_and_its_log_held_against_the_prediction(panel, tmp_path):
    page = panel
    out_percent = float(re.search(r"[Ww]ithout service:? ([\d.]+) %", heading(page).inner_text())[1])
    turn_to(page, "Trial")
    page.get_by_role("button", name="Start the trial").click()
    timers = page.get_by_role("timer")
    expect(timers.filter(has_text=re.compile(r"^0 h 00 min$"))).to_be_visible()
    expect(timers.filter(has_text="Trial run for the map of obstructions: 1")).to_be_visible()  # at every station
    page.get_by_role("button", name="End the trial").click()
    page.get_by_role("button", name="Take the trial out").click()
    page.get_by_role("button", name="Take it out").press("Enter")
    expect(page.get_by_role("button", name="Start the trial")).to_be_visible()
    page.get_by_role("button", name="Bring the trial back").click()
    expect(page.get_by_role("button", name="Take the trial out")).to_be_visible()
    page.get_by_role("button", name="Take the trial out").click()
    page.get_by_role("button", name="Take it out").last.press("Enter")
    expect(page.get_by_role("button", name="Start the trial")).to_be_visible()
    # Twelve hours with a blocked minute towards the wall every ten: a tenth of the time.
    log = tmp_path / "panel.csv"
    log.write_text(
        "when;lasted;what;toward;volts\n"
        + "".join(f"2026-11-25T{n // 6:02}:{n % 6}0:00;60;obstructed;185;54\n" for n in range(73))
    )
    page.get_by_label("Log (CSV or JSON)").set_input_files(log)
    expect(page.get_by_role("alert")).to_contain_text(
        "say which column holds it; the log has when, lasted, what, toward, volts"
    )
    for field, column in (
        ("Start of the outage", "when"),
        ("How long", "lasted"),
        ("Cause", "what"),
        ("Bearing, true", "toward"),
    ):
        pick(page.get_by_role("group", name="Columns of the log").get_by_label(field), column)
    page.get_by_role("button", name="Read it so").click()
    expect(page.get_by_role("alert")).to_contain_text("name no zone")  # nobody guesses it
    pick(page.get_by_label("The log’s clock is in"), "UTC+0")
    page.get_by_role("button", name="Read it so").click()
    understood = page.get_by_role("region", name="What was understood")
    expect(understood).to_contain_text("73 outages understood in panel.csv")
    expect(understood).to_contain_text("No clock was run")  # what is taken for it is said before it is taken
    expect(understood).to_contain_text("Not used: volts.")
    expect(understood.get_by_role("table", name="The first outages")).to_contain_text("Blocked")
    expect(page.get_by_role("table", name="Trial", exact=True)).to_have_count(0)  # and nothing is
    page.get_by_role("button", name="Take this log").click()
    expect(page.get_by_text("Taken: 73 outages. Not used: volts.")).to_be_visible()
    shown = page.get_by_role("table", name="Trial", exact=True)
    expect(shown.get_by_role("row").filter(has_text="Available")).to_contain_text("89.88 % of 12 h 01 min")
    expect(shown.get_by_role("row").filter(has_text="Gaps by obstruction")).to_contain_text("6.1")  # an hour
    sectors = page.get_by_role("table", name="Trial by sector")
    expect(sectors.get_by_role("row").filter(has_text="180° to 210°").locator("td").first).to_have_text("10.12 %")
    predicted = [float(text.split()[0]) for text in sectors.locator("td:nth-child(3)").all_inner_texts()]
    assert sum(predicted) == pytest.approx(out_percent, abs=0.3)
    expect(page.get_by_role("heading", name="Believe the trial", exact=True)).to_be_visible()


def test_a_hand_set_panel_is_turned_into_its_box(page):
    page.goto("/jobs/2026-107/peak")
    expect(heading(page)).to_contain_text("turn 12° clockwise seen from above, tighten")
    knobs = page.get_by_role("list", name="Which knob next").get_by_role("listitem")
    expect(knobs.nth(1)).to_contain_text("is near enough: 3.0° up")
    page.get_by_role("button", name="Add a reading").click()
    for label, value in (
        ("Day", "2026-11-25"),
        ("Bearing by compass", "205"),  # 26° more than true
        ("Tilt from the zenith", "21.5"),
    ):
        page.get_by_label(f"{label}, row 3").fill(value)
    expect(notes(page)).to_contain_text("The panel is aligned")
    page.get_by_label("Remove row 3").click()
    expect(notes(page)).to_contain_text("The panel is not aligned")


def test_a_trial_without_a_log_is_written_down_as_it_is_seen(panel):
    page = panel
    turn_to(page, "Trial")
    page.get_by_role("button", name="Start the trial").click()
    page.get_by_label("Cause, as far as you know").wait_for()
    pick(page.get_by_label("Cause, as far as you know"), "Blocked")
    page.get_by_role("button", name="Service is gone").click()
    page.wait_for_timeout(400)
    page.get_by_role("button", name="Back again").click()
    seen = page.get_by_role("table", name="The last outages")
    expect(seen.get_by_role("row")).to_have_count(1)
    expect(seen).to_contain_text("Blocked")
    page.get_by_label("Lasted (s)").fill("-3")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("alert")).to_contain_text("-3 is no length of an outage")
    page.get_by_label("Lasted (s)").fill("7.5")
    page.get_by_role("button", name="Write it down").click()
    expect(seen.get_by_role("row")).to_have_count(2)
    seen.get_by_role("button", name="Take out").last.click()
    expect(seen.get_by_role("row")).to_have_count(1)
    begun = page.get_by_label("Begun, by the site’s clock")
    begun.fill("soon")
    begun.blur()
    expect(page.get_by_role("alert").filter(has_text="is not a moment")).to_be_visible()
    expect(begun).to_have_value("soon")  # what was typed is not lost
