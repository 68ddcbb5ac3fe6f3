"""Every main view, by day and at dusk, with every fold open, keeps the rules that axe-core can check."""

from pathlib import Path

AXE = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"
STATIONS = ("brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover")
VIEWS = (
    "/jobs",
    "/stores",
    "/words",
    "/sites",
    "/nowhere",
    *(f"/jobs/2026-101/{station}" for station in STATIONS),  # a fixed dish
    "/jobs/2026-106/sky",  # a panel
)
# The library cannot mix the map's tiles, so colours are looked at outside of it. At dusk nothing else is another.
RUN = """async (light) => {
  const rest = { rules: { 'color-contrast': { enabled: false }, 'target-size': { enabled: true } } }
  const runs = [await axe.run({ exclude: [['.leaflet-container']] }, { runOnly: ['color-contrast'] })]
  if (light === 'light') runs.push(await axe.run(document, rest))
  const told = (one) => `${one.id}: ${one.nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`
  return {
    passed: runs.flatMap((run) => run.passes.map((one) => one.id)),
    broken: runs.flatMap((run) => [...run.violations, ...run.incomplete.filter((one) => one.error)].map(told)),
  }
}"""


def test_no_view_breaks_a_rule_of_accessibility_by_day_or_at_dusk(page):
    broken = {}
    axe = AXE.read_text("utf-8")
    for view in VIEWS:
        page.goto(view)
        page.get_by_role("heading", level=1).wait_for()
        page.evaluate("document.querySelectorAll('details').forEach((one) => { one.open = true })")
        page.wait_for_load_state("networkidle")
        page.evaluate(axe)
        for light in ("light", "dark"):
            assert page.evaluate("document.documentElement.style.colorScheme") == light, view
            found = page.evaluate(RUN, light)
            assert "color-contrast" in found["passed"], view
            assert light == "dark" or len(found["passed"]) > 10, view
            if found["broken"]:
                broken[f"{view} {light}"] = found["broken"]
            page.get_by_role("button", name={"light": "Day", "dark": "Dusk"}[light], exact=True).click()
    assert broken == {}
