"""Every terminal of the demo's stores in the real interface: brought up by hand, and the panels by their stand-ins."""

import json
from pathlib import Path

import pytest
from playwright.sync_api import expect

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from tests.browser.hands import turn_to

STORES = json.loads((Path(__file__).parents[2] / "demo" / "terminals.json").read_text("utf-8"))
PANELS = [one for one in STORES if one.get("panel")]
CHECKED = {
    "powered_where": "bench",
    "in_front_clear": True,
    "power_checks": [one.code for one in DEFAULT_WORDS.power_checks],
}
OF_THE_BEAM = {"beam_letter": "letter", "carrier_mhz": "carrier_mhz"}  # entry: what of the beam it has to be


def on_its_bench(page, terminal):
    """Its leaf of states, with nothing mounted, all that comes before power seen to, and the entries of its beam."""
    linear = terminal["polarization"] == "linear"
    system = {"satellite_code": "hoopoe-1" if linear else "hamerkop-2"}
    if terminal.get("panel"):
        system = {"constellation_code": "swallow"}
    place = "-28.9104, 28.9931" if linear else "-29.3118, 27.9362"
    typed = {one["code"]: one["example"] for one in terminal["entries"] if one.get("typed", True)}
    order = {name: typed[name] for name in ("site_code", "cluster_code", "site_id", "terminal_id") if name in typed}
    brief = {"customer": terminal["name"], "terminal_code": terminal["code"], "place_text": place, "height_m": 1900}
    server = page.context.request
    server.get("/")  # gives the token
    headers = {"X-CSRFToken": next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")}
    number = server.post("/api/jobs", headers=headers).json()["number"]
    begun = {**brief, "crew": ["naledi"], **system, **order}
    assert server.patch(f"/api/jobs/{number}/brief", data=begun, headers=headers).ok
    beam = server.get(f"/api/jobs/{number}").json()["assessment"]["beam"] or {}
    typed |= {code: f"{beam[name]:g}" if code == "carrier_mhz" else beam[name] for code, name in OF_THE_BEAM.items()
              if code in typed and name in beam}  # fmt: skip
    if "position" in typed:
        typed["position"] = "28.9104 S, 28.9931 E"
    own = {name: typed[name] for name in ("beam_letter", "activation_code") if name in typed}
    rest = {name: value for name, value in typed.items() if name not in own}
    told = {**CHECKED, "meter_fitted": "no", **own, "modem_entries": rest}
    answer = server.patch(f"/api/jobs/{number}/bringup", data=told, headers=headers)
    assert answer.ok, answer.text()
    page.goto(f"/jobs/{number}/bringup/states")
    return page.get_by_role("region", name="States")


def test_there_is_a_terminal_of_every_family_and_of_every_variant():
    assert {one["family"] for one in STORES} == set("ABCDEFGH")
    assert len(STORES) == 11
    assert len({one["mast"]["least_mm"] for one in STORES if one["family"] == "A"}) == 3


@pytest.mark.parametrize("terminal", STORES, ids=[one["code"] for one in STORES])
def test_a_terminal_is_brought_up_by_hand(page, terminal):
    states = on_its_bench(page, terminal)
    page.get_by_role("button", name="I read it off the lights").click()
    rungs = states.get_by_role("listitem")
    for at, state in enumerate(terminal["bringup_states"]):
        expect(rungs.nth(at)).to_contain_text(state["name"])
        for light in state["lights"]:
            expect(rungs.nth(at)).to_contain_text(light["name"] if light["rhythm"] != "off" else "off")
        rungs.nth(at).get_by_role("button", name="Reached" if at else "Switched on").click()
        expect(rungs.nth(at)).to_have_attribute("aria-current", "step")
        if state["code"] == "boot":  # it is counted down at the head of every station, with what to do meanwhile
            expect(page.get_by_role("timer").filter(has_text="Modem starts")).to_be_visible()
            expect(rungs.nth(at)).to_contain_text("Meanwhile: Prepare the laptop")
    expect(page.get_by_role("timer").filter(has_text="Modem starts")).to_have_count(0)
    expect(rungs.nth(len(terminal["bringup_states"]) - 1)).to_contain_text("Online")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Online")
    # Nothing stands under the findings beside the sheet.
    assert page.get_by_role("main").evaluate("one => one.scrollWidth <= one.clientWidth")


@pytest.mark.parametrize("terminal", PANELS, ids=[one["code"] for one in PANELS])
def test_a_panel_comes_up_by_its_stand_in(page, terminal):
    states = on_its_bench(page, terminal)
    page.get_by_role("button", name="Switch on").click()
    turn_to(page, "Entries")
    page.get_by_role("button", name="Send to the modem").click()
    turn_to(page, "States")
    last = states.get_by_role("listitem").nth(len(terminal["bringup_states"]) - 1)
    expect(last).to_have_attribute("aria-current", "step")
