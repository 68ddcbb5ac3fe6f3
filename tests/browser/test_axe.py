"""Every main view, by day and at dusk, with every fold open, keeps the rules that axe-core can check."""

import contextlib
from pathlib import Path

import pytest
from playwright.sync_api import TimeoutError

from tests.browser.hands import at_rest, turn_to
from tests.parts import EACH_DAY, of_today

LAPTOP, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 1180}
AXE = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"
STATIONS = ("brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover")
VIEWS = (
    "/jobs",
    "/stores/terminal",
    "/stores/terminal/tarn-74",
    "/stores/rules",
    "/words",
    "/people",
    "/sites",
    "/diary?first=2026-11-23",
    "/nowhere",
    *(f"/jobs/2026-101/{station}" for station in STATIONS),  # a fixed dish
    "/jobs/2026-106/sky",  # a panel
)
# The library cannot mix the map's tiles, so colours are looked at outside of it. At dusk nothing else is another.
RUN = """async ([light, part]) => {
  const resultTypes = ['violations', 'incomplete'] // all that passes is told with one node
  const quick = { resultTypes, preload: false, iframes: false, selectors: false } // no frames, no styles from elsewhere
  const map = { exclude: [['.leaflet-container']] }
  const main = { ...map, include: ['main'] }
  const target = { rules: { 'target-size': { enabled: true } } }
  const contrast = { ...quick, runOnly: ['color-contrast'] }
  const runs = []
  // The frame is the same at every station: it is looked at with the first, then the sheet in one go.
  // Rules of taste (best-practice) are looked at with the views; on a leaf those of the standard.
  const standard = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }
  const leaf = light === 'leaf' ? { runOnly: standard } : {}
  if (part) runs.push(await axe.run(main, light === 'dark' ? contrast : { ...quick, ...target, ...leaf }))
  else {
    runs.push(await axe.run(map, contrast))
    const rest = { rules: { ...target.rules, 'color-contrast': { enabled: false } } }
    if (light === 'light') runs.push(await axe.run(document, { ...quick, ...rest }))
  }
  const told = (one) => `${one.id}: ${one.nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`
  return {
    passed: runs.flatMap((run) => run.passes.map((one) => one.id)),
    broken: runs.flatMap((run) => [...run.violations, ...run.incomplete.filter((one) => one.error)].map(told)),
  }
}"""

LEAST_PX = 11.5
SMALL = """(least) => {
  const pixels = (one) => {
    const to = one.getScreenCTM()
    return to ? Math.hypot(to.a, to.b) * parseFloat(getComputedStyle(one).fontSize) : least
  }
  const words = [...document.querySelectorAll('svg text')].filter((one) => one.getBoundingClientRect().width)
  return words.filter((one) => pixels(one) < least).map((one) => one.textContent.trim())
}"""
SETTLE_MS = 20_000  # until a drawing that was made for a wide screen is there for a narrow one


def too_wide(page, view):
    """What reaches beyond a telephone's screen, and the words of drawings that shrank with them."""
    wide = page.evaluate("document.documentElement.scrollWidth")
    told = {f"{view} at 390": wide} if wide > PHONE["width"] else {}
    with contextlib.suppress(TimeoutError):
        page.wait_for_function(f"(least) => ({SMALL})(least).length === 0", arg=LEAST_PX, timeout=SETTLE_MS)
    small = page.evaluate(SMALL, LEAST_PX)
    return told | ({f"{view} words too small": small} if small else {})


def look(page, axe, view, light, part=False):
    page.get_by_role("heading", level=1).wait_for()
    page.evaluate("document.querySelectorAll('details').forEach((one) => { one.open = true })")
    if light != "light":  # nothing more comes than was there by day, or on the leaf before
        at_rest(page.get_by_role("main"))
    else:
        page.wait_for_load_state("networkidle")
    if not page.evaluate("'axe' in window"):
        page.evaluate(axe)
    assert light == "leaf" or page.evaluate("document.documentElement.style.colorScheme") == light, view
    found = page.evaluate(RUN, [light, part or light == "leaf"])
    assert "color-contrast" in found["passed"], view
    assert light == "dark" or len(found["passed"]) > 10, view
    return {f"{view} {light}": found["broken"]} if found["broken"] else {}


@pytest.mark.turns(days=EACH_DAY)  # of its views and leaves a part
def test_no_view_breaks_a_rule_of_accessibility_by_day_or_at_dusk(page):
    broken, turned, looked = {}, set(), 0
    wanted = of_today(range(200), 3)
    axe = AXE.read_text("utf-8")
    of_job = False
    for view in of_today(VIEWS, 4):
        page.goto(view)
        known, of_job = of_job and "/jobs/2026-10" in view, of_job or "/jobs/2026-10" in view
        for light in ("light", "dark"):
            broken |= look(page, axe, view, light, part=known)
            page.get_by_role("button", name={"light": "Day", "dark": "Dusk"}[light], exact=True).click()
        page.set_viewport_size(PHONE)  # the views are looked at on a laptop, what is on their leaves on a telephone
        leaves = page.get_by_role("navigation", name="Leaves of this station").get_by_role("link")
        for at in range(1, leaves.count()):
            leaf = (view.rpartition("/")[2], leaves.nth(at).inner_text())
            if leaf in turned:
                continue  # the same part was looked at with another job
            turn_to(page, leaf[1].strip())
            broken |= too_wide(page, f"{view} leaf {at}")
            if len(turned) in wanted:
                broken |= look(page, axe, f"{view} leaf {at}", "leaf")
                looked += 1
            turned.add(leaf)
        page.set_viewport_size(LAPTOP)
    assert len(turned) > 5
    assert looked >= len(turned) // 3
    assert broken == {}
