"""From the last key to the changed figure, in the real interface: `python benchmarks/typing_latency.py ADDRESS`.

ADDRESS is that of a running demo (`./rindle demo`). Prints for each station the median and the 95th percentile over
some thirty presses, and what it is as a share of the wish (100 ms at the median, 200 ms at the 95th percentile).
"""

from __future__ import annotations

import shutil
import statistics
import sys

from playwright.sync_api import Page, sync_playwright

CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium"
WISH_MS, WISH_P95_MS = 100.0, 200.0
PRESSES = 20
# Station, leaf, label of the entry, and two values that are typed in turn: each changes what the sheet shows.
ENTRIES = {
    "Aim": ("/jobs/2026-103/aim/instruments", "Clinometer reads more than true by", ("1.2", "1.9")),
    "Mount": ("/jobs/2026-102/mount", "Free length", ("1.1", "1.2")),
    "Cable": ("/jobs/2026-102/cable", "Connectors", ("2", "3")),
    "Sky, fixed": ("/jobs/2026-103/sky/points", "Height, row 3", ("46.5", "48.5")),
    "Sky, panel": ("/jobs/2026-106/sky/points", "Height, row 3", ("22.5", "24.5")),
}
# Everything that shows a figure but the entry itself; times are of the page's own clock.
WATCH = """() => {
  const shows = 'h1, #findings, figure, .grid-table, .dial, .course'
  const part = (node) => (node.nodeType === 1 ? node : node.parentElement)
  window.keyAt = 0; window.changedAt = 0
  document.addEventListener('keydown', () => { window.keyAt = performance.now(); window.changedAt = 0 }, true)
  new MutationObserver((told) => {
    const seen = told.some((one) => part(one.target)?.closest(shows))
    if (seen && window.keyAt && !window.changedAt) window.changedAt = performance.now()
  }).observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true })
}"""


def latencies(page: Page, where: str, label: str, values: tuple[str, str]) -> list[float]:
    """Milliseconds from each last key to the first figure that changed."""
    page.goto(where)
    field = page.get_by_label(label, exact=True).first
    field.wait_for()
    page.wait_for_timeout(2500)
    page.evaluate(WATCH)
    field.fill(values[1])  # so that the first value that is typed is another
    page.wait_for_timeout(1000)
    took = []
    for press in range(PRESSES):
        field.press("Control+a")
        page.keyboard.type(values[press % 2])
        for _ in range(60):  # the page's policy allows no waiting for an expression
            if page.evaluate("window.changedAt > 0"):
                break
            page.wait_for_timeout(50)
        else:
            raise SystemExit(f"{where}: {label} changed no figure")
        took.append(float(page.evaluate("window.changedAt - window.keyAt")))
        page.wait_for_timeout(300)
    return took


def main(address: str) -> None:
    """Prints the table."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(base_url=address, locale="en-GB")
        page.goto("/sign-in")
        page.get_by_role("button", name="Enter the demo").click()
        page.wait_for_url("**/jobs")
        print(f"{'':12} {'median':>8} {'of wish':>8} {'p95':>8} {'of wish':>8}")
        for name, entry in ENTRIES.items():
            took = sorted(latencies(page, *entry))
            median, p95 = statistics.median(took), took[int(0.95 * (len(took) - 1))]
            told = f"{median:5.0f} ms {median / WISH_MS:8.2f} {p95:5.0f} ms {p95 / WISH_P95_MS:8.2f}"
            print(f"{name:12} {told}")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8765")
