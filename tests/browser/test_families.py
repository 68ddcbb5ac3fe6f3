"""Every terminal of the demo's stores in the real interface: brought up by hand, and each way of coming up by its
stand-in (tests/server/test_bringup.py brings every terminal up by its own).
"""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

from rindle_bench.antenna import SimulatedAntenna
from rindle_bench.config import TerminalConfig
from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.models import Terminal
from rindle_core.stations.bringup.rows import DESK_STEPS
from rindle_server.jobs.devices import seed_of
from tests.browser.hands import turn_to

STORES = json.loads((Path(__file__).parents[2] / "demo" / "terminals.json").read_text("utf-8"))
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
    order = {"terminal_id": "T-2207", **order}  # the desk asks for it
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


def on_its_top(server, number, terminal, told, headers):
    """A dish's head swung to where it has to look, and its skew set: off by what the stand-in's seed says."""
    shape = Terminal.model_validate(terminal)
    antenna = SimulatedAntenna(
        TerminalConfig(
            seed=seed_of(number),
            beamwidth_deg=shape.beamwidth_deg(),
            elevation_deg=told["aim"]["elevation_apparent_deg"],
            elevation_screw=shape.elevation_screw,
            azimuth_screw=shape.azimuth_screw,
            peak_level_db=12.0,
            states=shape.bringup_states,
        )
    )
    swing = {"azimuth_deg": -antenna.azimuth_error_deg, "elevation_deg": -antenna.elevation_error_deg}
    assert server.post(f"/api/jobs/{number}/device/swing", data=swing, headers=headers).ok
    if terminal["polarization"] == "linear":
        skew = {"skew_set_deg": round(told["aim"]["skew_deg"], 1)}
        assert server.patch(f"/api/jobs/{number}/peak", data=skew, headers=headers).ok


def lined_up(page):
    """The call with the simulated desk, which wants more power first."""
    turn_to(page, "Line-up")
    desk = page.get_by_role("region", name="Simulated desk")
    talk = desk.get_by_role("list").first

    def say(name):
        before = talk.get_by_role("listitem").count() if talk.count() else 0
        desk.get_by_role("button", name=name, exact=True).click()
        expect(talk.get_by_role("listitem")).to_have_count(before + 2)
        return talk.get_by_role("listitem").last.inner_text()

    for step in ("called", "readings", "carrier_on"):
        say(DESK_STEPS[step])
    page.get_by_label("Figure of this step").fill("20")
    more = re.search(r"Up by ([0-9.]+) dB", say(DESK_STEPS["power"]))
    page.get_by_label("Figure of this step").fill(f"{20 + float(more[1]):.1f}")
    for step in ("power", "isolation", "approved", "carrier_off"):
        say(DESK_STEPS[step])


def by_hand(page, terminal, states):
    """Every state pressed as its lights are read off."""
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


def way_of(terminal):
    """What the screens tell apart while a terminal comes up by itself: its states, what they need, how it is set."""
    states = tuple((one["code"], *one.get("needs", [])) for one in terminal["bringup_states"])
    return terminal["polarization"], bool(terminal.get("panel")), bool(terminal.get("injector_lights")), states


BY_STAND_IN = list({way_of(one): one for one in reversed(STORES)}.values())


def by_stand_in(page, terminal, states):
    """Online by the simulated terminal, with the desk's call where there is one, then off again."""
    number = page.url.split("/jobs/")[1].split("/")[0]
    server = page.context.request
    headers = {"X-CSRFToken": next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")}
    if not terminal.get("panel"):
        on_its_top(server, number, terminal, server.get(f"/api/jobs/{number}").json()["assessment"], headers)
    page.get_by_role("button", name="Switch on").click()
    turn_to(page, "Entries")
    page.get_by_role("button", name="Send to the modem").click()
    if any("desk" in one.get("needs", []) for one in terminal["bringup_states"]):
        turn_to(page, "States")
        calls = next(at for at, one in enumerate(terminal["bringup_states"]) if one["code"] == "desk_called")
        expect(states.get_by_role("listitem").nth(calls)).to_have_attribute("aria-current", "step")
        lined_up(page)
    turn_to(page, "States")
    last = states.get_by_role("listitem").nth(len(terminal["bringup_states"]) - 1)
    expect(last).to_have_attribute("aria-current", "step", timeout=90_000)  # ten states, each with its own seconds
    if terminal.get("injector_lights"):
        expect(page.get_by_role("main")).to_contain_text("Injector steady")
    # Nothing stands under the findings beside the sheet.
    assert page.get_by_role("main").evaluate("one => one.scrollWidth <= one.clientWidth")
    page.get_by_role("button", name="Switch off").click()
    if not terminal.get("panel"):  # whoever is in front now is asked anew
        expect(page.get_by_role("button", name="Switch on")).to_be_disabled()
    assert server.patch(f"/api/jobs/{number}/bringup", data={"in_front_clear": True}, headers=headers).ok
    expect(page.get_by_role("button", name="Switch on")).to_be_enabled()


def test_most_ways_are_those_of_one_terminal_only():
    assert 5 < len(BY_STAND_IN) < len(STORES)


@pytest.mark.turns(days=5)
@pytest.mark.parametrize("terminal", STORES, ids=lambda one: one["code"])
def test_a_terminal_comes_up_by_its_stand_in_and_by_hand(page, terminal):
    states = on_its_bench(page, terminal)
    if terminal in BY_STAND_IN:
        by_stand_in(page, terminal, states)
    page.get_by_role("button", name="I read it off the lights").click()
    by_hand(page, terminal, states)
