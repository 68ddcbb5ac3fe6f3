"""Ten thousand sites through the aim calculator in one process, against the same look angles in skyfield.

`.venv/bin/python benchmarks/aim_speed.py` prints both times and their ratio. skyfield does azimuth, elevation and
range only;
ours adds skew, refraction, the magnetic model, findings, and JSON in and out.
"""

import json
import random
import time

from skyfield.api import load, wgs84
from skyfield.framelib import itrs
from skyfield.positionlib import build_position

from rindle_core.kernel.registry import calculator
from rindle_core.science.look_angles import satellite_ecef_km

COUNT, SUBSET = 10_000, 400
KM_PER_AU = 149_597_870.7


def sites(count: int) -> list[dict[str, object]]:
    """The same sites at each run."""
    chance = random.Random(7)
    return [
        {
            "latitude_deg": chance.uniform(-70, 70),
            "longitude_deg": chance.uniform(-180, 180),
            "height_m": chance.uniform(0, 3000),
            "satellite_longitude_deg": chance.uniform(-180, 180),
            "date": "2026-11-24",
        }
        for _ in range(count)
    ]


def by_rindle(lines: list[str]) -> float:
    """Seconds for JSON Lines in and JSON out."""
    start = time.perf_counter()
    out = list(calculator("aim").run_lines(lines))
    assert len(out) == len(lines)
    return time.perf_counter() - start


def by_skyfield(given: list[dict[str, object]]) -> float:
    """Seconds for a plain loop."""
    moment = load.timescale(builtin=True).utc(2026, 11, 24)
    turn = itrs.rotation_at(moment).T
    start = time.perf_counter()
    for one in given:
        site = wgs84.latlon(one["latitude_deg"], one["longitude_deg"], elevation_m=one["height_m"])
        place = turn @ satellite_ecef_km(one["satellite_longitude_deg"])
        (build_position(place / KM_PER_AU, t=moment, center=399) - site.at(moment)).altaz()
    return time.perf_counter() - start


if __name__ == "__main__":
    given = sites(COUNT)
    ours_s = by_rindle([json.dumps(one) for one in given])
    theirs_s = by_skyfield(given[:SUBSET]) * COUNT / SUBSET
    print(
        f"{COUNT} sites: Rindle {ours_s:.2f} s, skyfield {theirs_s:.2f} s (from {SUBSET}), ratio "
        f"{theirs_s / ours_s:.1f}"
    )
