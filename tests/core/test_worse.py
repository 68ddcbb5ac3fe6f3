"""What gets worse in a real job never makes a hold, or what is not known, into something better."""

import pytest

from rindle_core.job import JobInput, assess
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import parse
from tests import golden

GRAVE = [Level.CLEAR, Level.MIND, Level.UNKNOWN, Level.HOLD]
MIND, HOLD = GRAVE.index(Level.MIND), GRAVE.index(Level.HOLD)
# A fact, and values of it from good to bad, over its limits where there are any.
WORSE = {
    "design_gust_mps": (20, 40, 60, 75),
    "working_gust_mps": (5, 10, 20),
    "mast_wall_mm": (6, 3, 1),
    "roof_edge_m": (20, 3, 1, 0.2),
    "snow_m": (0, 0.5, 2),
    "ice_mm": (0, 10, 30),
    "rim_over_surface_m": (3, 0.5, 0.05),
    "pulled_n": (9000, 1000, 50),
    "survive_mps": (70, 40, 20),
    "arrester_db": (0, 1, 8),
    "earth_bond_mohm": (1, 50, 2000),
    "earth_ground_ohm": (0.5, 10, 100),
    "earth_wire_mm2": (16, 6, 1),
    "elbow_mm": (200, 50, 5),
    "injector_high_c": (20, 50, 80),
    "dish_end_v": (24, 13, 5),
    "self_restart_count": (0, 2, 5),
    "rim_gap_mm": (0, 4, 20),
    "forecast_gust_mps": (2, 8, 12, 30),
    "forecast_low_c": (12, 5, 0, -25),
    "place_error_m": (1, 200, 30000),
    "loosened_count": (0, 1, 5),
    "retest_db": (14, 10, 2),
    "needed_es_n0_db": (0, 8, 18),
}


@pytest.mark.turns(days=6)
@pytest.mark.parametrize("fact", WORSE)
@pytest.mark.parametrize("name", ["2026-102", "2026-105", "half-way"])
def test_nothing_gets_better_by_getting_worse(name, fact):
    facts, before = golden.read(name)["facts"], {}
    for value in WORSE[fact]:
        now = {}
        for one in assess(parse(JobInput, {**facts, fact: value})).findings:
            now[one.code] = max(now.get(one.code, 0), GRAVE.index(one.level))
        # A question may fall away with what asked it; a hold may not.
        left = {code: now.get(code, 0 if grave == HOLD else grave) for code, grave in before.items()}
        assert not [code for code, grave in before.items() if left[code] < grave and grave > MIND], value
        before = now
