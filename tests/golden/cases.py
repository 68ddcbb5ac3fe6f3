"""Jobs beside the demo's: places where arithmetic turns over, work half done everywhere, and every hold at once."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

from rindle_core.catalogue.house_words import DEFAULT_WORDS

DEMO = Path(__file__).parents[2] / "demo"


def _stores(kind: str) -> dict[str, dict[str, Any]]:
    return {one["code"]: one for one in json.loads((DEMO / f"{kind}.json").read_text("utf-8"))}


_TERMINALS, _SATELLITES, _CABLES = _stores("terminals"), _stores("satellites"), _stores("cables")
_RING = [{"azimuth_deg": float(a), "elevation_deg": 6.0 + a % 40 / 10, "distance_m": 60.0} for a in range(0, 360, 12)]


def _satellite(code: str, name: str, longitude_deg: float, outline: list[list[float]]) -> dict[str, Any]:
    """A made-up satellite with one wide beam, where the demo's do not reach."""
    beam = {"letter": "W", "hand": "right", "carrier_mhz": 1210.0, "expected_es_n0_db": 12.5, "polygon_deg": outline}
    return {"code": code, "name": name, "longitude_deg": longitude_deg, "beams": [beam]}


_NORTHERN = _satellite("siskin-5", "Siskin 5", 10.0, [[-20.0, 35.0], [40.0, 35.0], [40.0, 70.0], [-20.0, 70.0]])
_EQUATORIAL = _satellite("siskin-6", "Siskin 6", 33.0, [[15.0, -15.0], [50.0, -15.0], [50.0, 15.0], [15.0, 15.0]])
_DATE_LINE = _satellite("siskin-7", "Siskin 7", 172.0, [[160.0, -45.0], [-160.0, -45.0], [-160.0, 5.0], [160.0, 5.0]])


def _base(terminal: str, satellite: dict[str, Any] | None, latitude_deg: float, longitude_deg: float) -> dict[str, Any]:
    return {
        "customer": "Golden",
        "date": "2026-11-24",
        "latitude_deg": latitude_deg,
        "longitude_deg": longitude_deg,
        "height_m": 240.0,
        "terminal": copy.deepcopy(_TERMINALS[terminal]),
        "satellite": satellite,
        "others": list(_SATELLITES.values()),
        "cables": list(_CABLES.values()),
    }


def _linear_north() -> dict[str, Any]:
    job = _base("ridge-96", _NORTHERN, 52.4, 4.9)
    return job | {
        "skyline": _RING,
        "preset_measured_deg": 31.0,
        "mast_diameter_mm": 60.3,
        "mast_wall_mm": 2.9,
        "mast_free_length_m": 1.2,
        "lean_deg": 1.4,
        "lean_towards_deg": 210.0,
    }


def _equator() -> dict[str, Any]:
    return _base("tarn-74", _EQUATORIAL, 0.0, 30.1) | {"skyline": _RING, "height_above_ground_m": 4.0}


def _date_line() -> dict[str, Any]:
    job = _base("tarn-98", _DATE_LINE, -17.8, -179.6)
    return job | {"skyline": _RING, "other_latitude_deg": -17.8, "other_longitude_deg": 179.9}


def _half_way() -> dict[str, Any]:
    """Something entered at each station, nothing of it finished."""
    job = _base("tarn-74", _SATELLITES["hamerkop-2"], -29.31, 27.94)
    readings = [(-1.0, 8.1), (-0.5, 9.8), (0.0, 10.9), (0.5, 11.3), (1.0, 10.8), (1.5, 9.9)]
    return job | {
        "height_m": 2140.0,
        "needs": ["calls"],
        "hazards": ["lines"],
        "skyline": [one for one in _RING if one["azimuth_deg"] < 120],
        "positions": [
            {
                "letter": "A",
                "distance_m": 12.0,
                "bearing_deg": 40.0,
                "latitude_deg": -29.3099,
                "longitude_deg": 27.9401,
            },
            {"letter": "B", "note": "gable", "height_above_ground_m": 5.5, "exposure": "edge", "access": "ladder"},
        ],
        "mast_diameter_mm": 60.3,
        "mast_wall_mm": 2.9,
        "mast_free_length_m": 0.9,
        "cable_code": "coax-7-solid",
        "cable_pieces": [{"kind": "loop", "length_m": 0.7}, {"kind": "wall", "length_m": 9.0}],
        "step_marks": [{"code": "kit", "at": "2026-11-24T07:00:00Z", "by": "Golden"}],
        "readings": [{"axis": "elevation", "turns": turns, "level_db": level} for turns, level in readings],
        "lockdown": {"before_db": 11.2, "after_db": 11.1},
        "states_entered": [{"code": "power", "at_s": 0.0}, {"code": "boot", "at_s": 8.0}],
        "device_now_s": 30.0,
        "device_level_db": 11.0,
        "runs": [{"when": "after", "down_mbps": 31.0, "up_mbps": 4.0, "latency_ms": 640.0}],
    }


def _panel_by_hand() -> dict[str, Any]:
    constellation = json.loads((DEMO / "constellations.json").read_text("utf-8"))[0]
    job = _base("slate-hand", None, -29.62, 28.22) | {"constellation": constellation, "height_m": 2045.0}
    codes = [state["code"] for state in job["terminal"]["bringup_states"]]
    return job | {
        "hazards_sought": True,
        "skyline": _RING,
        "panel_azimuth_deg": 170.0,
        "attitudes": [{"on": "2026-12-09", "azimuth_deg": 171.0, "tilt_deg": 20.5}],
        "step_marks": [
            {"code": step["code"], "at": "2026-12-09T07:00:00Z", "by": "Golden"}
            for step in job["terminal"]["build_steps"]
        ],
        "kit_found": [
            {"code": f"terminal.{part['name'].lower().replace(' ', '_')}", "state": "there"}
            for part in job["terminal"]["parts"]
        ],
        "left_over": "none",
        "closing": [one.code for one in DEFAULT_WORDS.closing],
        "waivers": [
            {"code": "waits.mast", "reason": "It stands on its own tripod on the roof rack", "by": "Golden"},
            {"code": "waits.cable", "reason": "The cable that came in its box, unchanged", "by": "Golden"},
        ],
        "activation_code": "7QKD-20XM",
        "states_entered": [{"code": code, "at_s": 40.0 * at} for at, code in enumerate(codes)],
        "device_now_s": 40.0 * len(codes),
        "runs": [
            {"when": when, "down_mbps": down, "up_mbps": 12.0, "latency_ms": 45.0}
            for when, down in (("before", 6.0), ("after", 88.0), ("after", 90.0), ("after", 92.0))
        ],
    }


def _every_hold() -> dict[str, Any]:
    """Each station that can hold does: no beam, a hidden satellite, a mast that does not fit, a cable too long."""
    job = _base("tarn-74", _SATELLITES["hamerkop-2"], -33.9, 18.4)
    return job | {
        "needs": ["cameras"],
        "hazards": ["lines", "asbestos"],
        "skyline": [{**one, "elevation_deg": 60.0} for one in _RING],
        "positions": [
            {"letter": "A", "distance_m": 2.0, "bearing_deg": 10.0, "walkway_in_front": True, "cable_length_m": 400.0}
        ],
        "position_letter": "A",
        "mast_diameter_mm": 30.0,
        "mast_wall_mm": 1.0,
        "mast_free_length_m": 6.0,
        "height_above_ground_m": 20.0,
        "cable_code": "coax-7-clad",
        "cable_pieces": [{"kind": "wall", "length_m": 190.0}],
        "connectors": 8,
        "step_marks": [{"code": "kit", "at": "2026-11-24T07:00:00Z", "by": "Golden"}],
        "lockdown": {
            "before_db": 11.2,
            "after_db": 9.1,
            "top_db": 8.0,
            "bottom_db": 8.4,
            "left_db": 9.0,
            "right_db": 7.0,
        },
        "beam_letter": "Q",
        "activation_code": "nope",
        "states_entered": [
            {"code": "power", "at_s": 0.0},
            {"code": "boot", "at_s": 9.0},
            {"code": "search", "at_s": 60.0},
        ],
        "device_now_s": 9000.0,
        "device_level_db": 1.0,
        "runs": [
            {"when": "before", "down_mbps": 20.0, "up_mbps": 4.0, "latency_ms": 40.0, "link": "wired"},
            {"when": "after", "down_mbps": 3.0, "up_mbps": 1.0, "latency_ms": 60.0, "link": "wireless"},
        ],
    }


CASES = {
    "linear-north": _linear_north,
    "equator": _equator,
    "date-line": _date_line,
    "half-way": _half_way,
    "panel-by-hand": _panel_by_hand,
    "every-hold": _every_hold,
}
