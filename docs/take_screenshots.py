"""Takes the pictures of docs/screenshots from a running demo: `.venv/bin/python docs/take_screenshots.py [http://127.0.0.1:8765]`."""

import re
import shutil
import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium"
FOLDER = Path(__file__).parent / "screenshots"
VIEWS = {
    "jobs": "/jobs",
    "stores": "/stores/terminal/tarn-74",
    "1-brief": "/jobs/2026-102/brief",
    "2-aim": "/jobs/2026-104/aim",
    "3-sky": "/jobs/2026-103/sky",
    "3-sky-panel": "/jobs/2026-106/sky/cost",
    "4-mount": "/jobs/2026-102/mount/hold",
    "5-cable": "/jobs/2026-103/cable/wall",
    "diary": "/diary?first=2026-11-23",
    "7-peak": "/jobs/2026-102/peak/readings",
    "9-hand-over": "/jobs/2026-101/handover",
}


def shoot(page: Page, name: str) -> None:
    page.mouse.move(0, 0)
    page.get_by_text(re.compile("^Opening")).wait_for(state="hidden")
    page.wait_for_timeout(1500)
    page.screenshot(path=FOLDER / f"{name}.png")


def main(address: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path=CHROMIUM,
            args=["--no-sandbox", "--disable-gpu"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address, locale="en-GB")
        page.goto("/sign-in")
        page.get_by_role("button", name="Enter the demo").wait_for()
        page.get_by_role("button", name="Enter the demo").click()
        page.wait_for_url("**/jobs")
        for name, path in VIEWS.items():
            page.goto(path)
            shoot(page, name)
        page.goto("/jobs/2026-101/bringup/states")
        page.get_by_role("heading", name="The way online").evaluate("(one) => one.scrollIntoView()")
        shoot(page, "8-bring-up")
        page.goto("/jobs/2026-103/build")
        page.get_by_role("list", name="Build steps").get_by_text("Drill and clean the holes").click()
        page.get_by_role("heading", name="Drill and clean the holes").evaluate("(one) => one.scrollIntoView()")
        shoot(page, "6-build")
        page.goto("/jobs/2026-103/sky/plan")
        page.get_by_role("button", name=re.compile("^Store;")).press("Enter")
        page.get_by_role("button", name="Put down").evaluate("(one) => one.scrollIntoView()")
        shoot(page, "3-sky-plan")
        page.goto("/jobs/2026-102/aim/view")
        page.get_by_label("Load a photo").set_input_files(FOLDER.parents[1] / "demo" / "imports" / "valley.jpg")
        for label, figure in (("looks towards (true)", "2"), ("looks up by", "38"), ("shows across", "70")):
            page.get_by_label(label).fill(figure)
            page.get_by_label(label).blur()
        page.get_by_text("drag the lines").scroll_into_view_if_needed()
        shoot(page, "2-aim-view")
        page.goto("/sites")
        page.get_by_label("Sites as CSV").fill(
            (FOLDER.parents[1] / "demo" / "imports" / "sites.csv").read_text("utf-8")
        )
        shoot(page, "many-sites")
        page.goto("/api/jobs/2026-103/proposal.html")
        shoot(page, "proposal")
        page.evaluate("localStorage.setItem('rindle-light', 'dusk')")
        page.goto("/jobs/2026-103/brief/days")
        shoot(page, "dusk-days")
        page.evaluate("localStorage.setItem('rindle-light', 'day')")
        page.set_viewport_size({"width": 820, "height": 1180})
        page.goto("/jobs/2026-101/handover/later")
        shoot(page, "9-later-tablet")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8765")
