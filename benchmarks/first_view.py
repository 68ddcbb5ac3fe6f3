"""What the first view of each station weighs and how much it moves: `python benchmarks/first_view.py ADDRESS`.

ADDRESS is that of a running demo (`./rindle demo`). A fresh browser opens each station; printed are the kilobytes that
came over the wire, when the answer stood, and the layout shift (the sum of the browser's own scores), and what the
weight is as a share of the wish.
"""

from __future__ import annotations

import shutil
import sys

from playwright.sync_api import Browser, sync_playwright

CHROMIUM = shutil.which("chromium-headless-shell") or "/usr/bin/chromium"
WISH_KB = 300.0
JOB = "2026-103"
STATIONS = ("brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover")
SIZES = ((1280, 800), (820, 1180), (390, 844))
WATCH = """
window.shift = 0
new PerformanceObserver((list) => {
  for (const one of list.getEntries()) if (!one.hadRecentInput) window.shift += one.value
}).observe({ type: 'layout-shift', buffered: true })
"""


def view(browser: Browser, address: str, station: str, size: tuple[int, int]) -> tuple[float, float, float]:
    """Kilobytes until the answer and its drawings stand, milliseconds until the answer does, and the layout shift."""
    context = browser.new_context(viewport={"width": size[0], "height": size[1]}, base_url=address)
    assert context.request.post("/api/session/demo").ok
    page = context.new_page()
    page.add_init_script(WATCH)
    wire = context.new_cdp_session(page)
    wire.send("Network.enable")
    came: list[float] = []
    wire.on("Network.loadingFinished", lambda told: came.append(told["encodedDataLength"]))
    page.goto(f"/jobs/{JOB}/{station}")
    page.get_by_role("heading", level=1).wait_for()
    stood_ms = float(page.evaluate("performance.now()"))
    page.wait_for_load_state("networkidle")
    weight_kb = sum(came) / 1000.0
    page.wait_for_timeout(1200)
    shift = float(page.evaluate("window.shift"))
    context.close()
    return weight_kb, stood_ms, shift


def main(address: str) -> None:
    """Prints the table."""
    print(f"{'station':10} {'kB':>6} {'of wish':>8} {'answer ms':>10} " + " ".join(f"shift {w:>5}" for w, _ in SIZES))
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        view(browser, address, STATIONS[0], SIZES[0])  # the server has made everything once
        for station in STATIONS:
            told = [view(browser, address, station, size) for size in SIZES]
            weight_kb, stood_ms, _ = told[0]
            shifts = " ".join(f"{shift:11.3f}" for _, _, shift in told)
            print(f"{station:10} {weight_kb:6.0f} {weight_kb / WISH_KB:8.2f} {stood_ms:10.0f} {shifts}")


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8765")
