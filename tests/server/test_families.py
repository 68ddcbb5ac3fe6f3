"""Families E (feed, receiver and transmitter apart; line-up) and F (in-line meter, site file, position, site id).

They are data of the stores: no code knows them, and a job with one goes from the first entry to the signature by hand.
"""

import json
import math

import pytest

from rindle_core.catalogue.house_words import DEFAULT_WORDS
from rindle_core.catalogue.models import Terminal
from rindle_server.jobs import edit
from rindle_server.stores.models import StoreItem
from tests.server.calls import JSON, change

ENTRIES = {
    "moor-120": {
        "carrier_mhz": "11742.5",
        "symbol_rate": "3600",
        "terminal_id": "00C4A17E",
        "modem_address": "10.44.3.2",
    },
    "fell-75": {"site_id": "BC204417", "site_file": "bc204417.sbc", "position": "28.9104 S, 28.9931 E"},
}


def lobe(axis, terminal, elevation_deg, number=1):
    """Readings over this dish's main lobe: a parabola in decibels, read turning up, then at the top."""
    slope = math.cos(math.radians(elevation_deg)) if axis == "azimuth" else 1.0
    half_turns = terminal.beamwidth_deg(axis) / 2.0 / getattr(terminal, f"{axis}_screw").deg_per_turn / slope
    turns = [half_turns * step / 4 for step in range(-4, 5)]
    told = [(one, 11.0 - 3.0 * (one / half_turns) ** 2) for one in turns]
    told += [(-half_turns, 8.0), (0.0, 11.0)]
    return [{"axis": axis, "pass_number": number, "turns": t, "level_db": round(level, 3)} for t, level in told]


# A pedestal on a slab, and a cable through a wall that was looked at: what the steps wait for.
MOUNTED = {
    "surface": "flat_roof",
    "settled": ["owner"],
    "mount_code": "level_support",
    "mast_coating": "galvanized",
    "design_gust_mps": 30.0,
    "base": "concrete",
    "fixing_code": "expansion-10",
    "holes": [{"number": n, "edge_mm": 400} for n in range(1, 5)],
    "old_material": "none",
}
LED = {
    "injector_place": "living",
    "injector_dry": True,
    "injector_reachable": True,
    "wall_mm": 300.0,
    "looked_inside": True,
    "looked_outside": True,
    "swept": True,
    "earth_path": ["transceiver", "frame", "arrester", "main", "bare", "before"],
    "earth_wire_mm2": 16.0,
    "earth_bond_mohm": 30.0,
    "earth_building": "done",
}


def steps_done(client, number):
    """Counts the kit, reads the label, sees each mark and marks the steps as they come; what is left, by title."""
    rows = client.get(f"/api/jobs/{number}").json()["assessment"]["kit_list"]["rows"]
    change(
        client,
        number,
        kit_found=[{"code": one["code"], "state": "there"} for one in rows],
        kit=[{"kind": "transceiver", "model": "TX", "serial": "X-1"}],
        variants_told=[
            {"code": one["code"], "is_it": "no"}
            for one in client.get(f"/api/jobs/{number}").json()["facts"]["picks"]["terminal"]["variants"]
        ],
    )
    for _ in range(20):
        build = client.get(f"/api/jobs/{number}").json()["assessment"]["build"]
        following = next((one for one in build["steps"] if one["state"] == "ready"), None)
        if following is None:
            return [one["step"]["title"] for one in build["steps"] if one["state"] != "done"]
        code = following["step"]["code"]
        if following["marks"]:
            assert client.post(f"/api/jobs/{number}/steps/{code}").status_code == 409  # nobody saw its marks
            seen = client.get(f"/api/jobs/{number}").json()["facts"]["build"]["seen_marks"]
            more = [{"code": f"{code}.{one['mark']['code']}", "by": "N. M."} for one in following["marks"]]
            change(client, number, seen_marks=[*seen, *more])
        assert client.post(f"/api/jobs/{number}/steps/{code}").status_code == 200
    raise AssertionError("the steps do not end")


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("code", ENTRIES)
def test_a_job_of_a_new_family_goes_to_the_signature(crew, code):
    terminal = StoreItem.objects.get(kind="terminal", code=code).read(Terminal)
    number = edit.create().number
    mast_mm = (terminal.mast.least_mm + terminal.mast.most_mm) / 2
    ring = [{"azimuth_deg": float(a), "elevation_deg": 4.0, "distance_m": 300.0} for a in range(0, 360, 10)]
    change(
        crew,
        number,
        customer="Pan Weir gauge",
        place_text="-28.9104, 28.9931",
        height_m=1900,
        date="2026-11-24",
        terminal_code=code,
        satellite_code="hoopoe-1",
        lineup_at="2026-11-24T14:00",
        lineup_booked=True,
        lineup_person="N. M.",
        skylines=[{"name": "Ring", "points": ring}],
        mast_diameter_mm=mast_mm,
        mast_other_diameter_mm=mast_mm,
        mast_wall_mm=6.0,
        mast_free_length_m=0.5,
        height_above_ground_m=2.0,
        cable_code=terminal.cable.types[-1],
        cable_pieces=[{"kind": "outdoor", "length_m": 12.0}, {"kind": "loop", "length_m": 1.0}],
        **MOUNTED,
        **LED,
        modem_entries=ENTRIES[code],
        in_front_clear=True,
    )
    assert steps_done(crew, number) == []
    up = crew.get(f"/api/jobs/{number}").json()["assessment"]["aim"]["elevation_apparent_deg"]
    change(
        crew,
        number,
        readings=[
            *lobe("azimuth", terminal, up),
            *lobe("elevation", terminal, up),
            *lobe("azimuth", terminal, up, number=2),
        ],
        lock_before_db=11.0,
        lock_after_db=11.0,
        **{f"push_{side}_db": 11.0 for side in ("top", "bottom", "left", "right")},
    )
    for at, state in enumerate(terminal.bringup_states):
        seen = {"code": state.code, "at": f"2026-11-24T15:{at:02}:00Z"}
        answer = crew.post(f"/api/jobs/{number}/states", json.dumps(seen), **JSON)
        assert answer.status_code == 200, answer.content
    runs = [{"when": when, "down_mbps": 20, "up_mbps": 4, "latency_ms": 640} for when in ("before", "after") * 3]
    job = change(crew, number, runs=runs).json()
    assert job["assessment"]["bringup"]["online"]
    held = {one["code"]: one["verdict"] for one in job["assessment"]["stations"] if one["verdict"] == "hold"}
    findings = [
        (one["code"], one["message"])
        for s in job["assessment"]["stations"]
        for one in s["findings"]
        if one["level"] == "hold"
    ]
    assert (held, findings) == ({}, [])
    change(crew, number, left_over="none", closing=[one.code for one in DEFAULT_WORDS.closing])
    job = crew.get(f"/api/jobs/{number}").json()
    open_ones = [one for one in job["assessment"]["evidence"] if one["may_pass"]]
    change(
        crew, number, waivers=[{"code": one["code"], "reason": "not on this job", "by": "N. M."} for one in open_ones]
    )
    signed = crew.post(f"/api/jobs/{number}/sign-off", json.dumps({"name": "N. M."}), **JSON)
    assert signed.status_code == 200, signed.content
    assert signed.json()["facts"]["bringup"]["modem_entries"] == ENTRIES[code]
    assert terminal.name in crew.get(f"/api/jobs/{number}/report.html").content.decode()


def test_an_entry_that_this_modem_would_refuse_is_held(crew):
    number = edit.create().number
    change(crew, number, terminal_code="fell-75")
    job = change(crew, number, modem_entries={"site_id": "B204417"}).json()
    assert "“B204417”" in json.dumps(job["assessment"], ensure_ascii=False)
    job = change(crew, number, modem_entries={"site_file": "a.sbc"}).json()
    assert job["facts"]["bringup"]["modem_entries"] == {"site_id": "B204417", "site_file": "a.sbc"}
