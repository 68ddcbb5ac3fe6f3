"""From the moved finger to the changed figure on the site plan: `python benchmarks/drag_latency.py ADDRESS`.

ADDRESS is that of a running demo (`./rindle demo`). The mast's top is dragged in the side view, a tree and a position
on the sheet; prints the median and the 95th percentile from each move to the first figure that changed, and what they
are as a share of the wish (100 ms).
"""

from __future__ import annotations

import shutil
import statistics
import sys

from playwright.sync_api import Locator, Page, sync_playwright

CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium"
WISH_MS = 100.0
MOVES = 25
WATCH = """() => {
  window.movedAt = 0; window.changedAt = 0
  document.addEventListener('pointermove', () => {
    if (!window.movedAt) { window.movedAt = performance.now(); window.changedAt = 0 }
  }, true)
  const shows = '.margins, figcaption, .grid-table'
  const part = (node) => (node.nodeType === 1 ? node : node.parentElement)
  new MutationObserver((told) => {
    const seen = told.some((one) => part(one.target)?.closest(shows))
    if (seen && window.movedAt && !window.changedAt) window.changedAt = performance.now()
  }).observe(document.body, { subtree: true, childList: true, characterData: true })
}"""


def dragged(page: Page, held: Locator, across_px: float, down_px: float) -> list[float]:
    """Milliseconds from each move of a drag to the first figure that changed; moves that change none are left out."""
    held.scroll_into_view_if_needed()
    page.wait_for_timeout(800)
    box = held.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    took = []
    for step in range(1, MOVES + 1):
        page.evaluate("window.movedAt = 0; window.changedAt = 0")
        page.mouse.move(x + across_px * step, y + down_px * step)
        for _ in range(20):
            if page.evaluate("window.changedAt > 0"):
                took.append(float(page.evaluate("window.changedAt - window.movedAt")))
                break
            page.wait_for_timeout(20)
    page.mouse.up()
    page.wait_for_timeout(1500)
    return took


def main(address: str) -> None:
    """Prints the table."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path=CHROMIUM,
            args=["--no-sandbox", "--disable-gpu"],
        )
        page = browser.new_page(base_url=address, locale="en-GB")
        page.goto("/sign-in")
        page.get_by_role("button", name="Enter the demo").click()
        page.wait_for_url("**/jobs")
        page.goto("/jobs/2026-103/sky/plan")
        page.get_by_role("slider").wait_for()
        page.evaluate(WATCH)
        print(f"{'':12} {'figures':>8} {'median':>8} {'of wish':>8} {'p95':>8} {'of wish':>8}")
        for name, held, way in (
            ("mast's top", page.get_by_role("slider"), (0.0, -3.0)),
            ("a tree", page.locator('[data-thing="tree"]').first, (2.0, 1.0)),
            ("position B", page.locator('.spot[aria-label^="Position B"] circle.letter'), (2.0, 1.0)),
        ):
            took = sorted(dragged(page, held, *way))
            median, p95 = statistics.median(took), took[int(0.95 * (len(took) - 1))]
            print(
                f"{name:12} {len(took):8} {median:5.0f} ms {median / WISH_MS:8.2f} {p95:5.0f} ms {p95 / WISH_MS:8.2f}"
            )
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8765")
