"""The heavy work of Sky: twelve hours of a low-orbit panel, and the horizon from a one-arcsecond tile.

`.venv/bin/python benchmarks/sky_speed.py` prints times, peak memory, the ratio to a plain loop through skyfield on a
subset
(scaled to the whole), and how the time grows with satellites times hours.
"""

import datetime as dt
import math
import resource
import time

import numpy as np
from sgp4.api import WGS72, Satrec
from skyfield.api import EarthSatellite, load, wgs84

from rindle_core.catalogue.panel import Panel
from rindle_core.science.horizon import HorizonInput, find_horizon
from rindle_core.science.shells import Shell
from rindle_core.science.skyline import Obstacle
from rindle_core.science.terrain import read_hgt
from rindle_core.stations.sky.low_orbit import simulate
from rindle_core.stations.sky.passes import LowOrbitInput

SITE = {"latitude_deg": -29.5, "longitude_deg": 28.4, "height_m": 1900}
SHELLS = [
    Shell(altitude_km=554, inclination_deg=52.6, plane_count=72, per_plane_count=22, phasing_number=37),
    Shell(altitude_km=581, inclination_deg=71.4, plane_count=36, per_plane_count=20, phasing_number=13),
]
OBSTACLES = [
    Obstacle(name=f"tree {a}", azimuth_deg=a, distance_m=12, height_m=13, width_m=5) for a in (110, 150, 200, 260)
]
START = dt.datetime(2026, 11, 25, 6, tzinfo=dt.UTC)
SUBSET_SATELLITES, SUBSET_SLOTS = 12, 120


def given(shells: list[Shell], hours: float) -> LowOrbitInput:
    return LowOrbitInput(
        **SITE, panel=Panel(tilt_deg=20), shells=shells, obstacles=OBSTACLES, terminal_height_m=3, duration_h=hours
    )


def timed(shells: list[Shell], hours: float) -> float:
    best = math.inf
    for _ in range(3):
        begin = time.perf_counter()
        simulate(given(shells, hours))
        best = min(best, time.perf_counter() - begin)
    return best


def plain_loop_s() -> float:
    """Seconds that skyfield needs for the same directions, one satellite and one slot after the other, scaled from a
    subset to the whole.
    """
    scale, site = load.timescale(builtin=True), wgs84.latlon(-29.5, 28.4, 1900)
    satellites = []
    for at in range(SUBSET_SATELLITES):
        one = Satrec()
        one.sgp4init(
            WGS72, "i", at + 1, 28_083.0, 0.0, 0.0, 0.0, 1e-6, 0.0, math.radians(52.6), 0.28 * at, 0.0657, 0.087 * at
        )
        satellites.append(EarthSatellite.from_satrec(one, scale))
    times = [scale.from_datetime(START + dt.timedelta(seconds=15 * slot)) for slot in range(SUBSET_SLOTS)]
    begin = time.perf_counter()
    for satellite in satellites:
        for moment in times:
            (satellite - site).at(moment).altaz()
    taken = time.perf_counter() - begin
    whole = sum(shell.plane_count * shell.per_plane_count for shell in SHELLS) * 2880
    return taken / (SUBSET_SATELLITES * SUBSET_SLOTS) * whole


def horizon_s() -> float:
    y, x = np.mgrid[0:3601, 0:3601]
    content = (1800 + 600 * np.sin(x / 300) * np.cos(y / 410) + 200 * np.sin(x / 40 + y / 55)).astype(">i2").tobytes()
    begin = time.perf_counter()
    find_horizon(HorizonInput(latitude_deg=-29.5, longitude_deg=27.5), [read_hgt("S30E027.hgt", content)])
    return time.perf_counter() - begin


def main() -> None:
    whole = timed(SHELLS, 12.0)
    peak_mb = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(
        f"low orbit, {sum(s.plane_count * s.per_plane_count for s in SHELLS)} satellites, 12 h at 1 s: {whole:.2f} s, "
        f"peak memory {peak_mb:.0f} MB"
    )
    plain = plain_loop_s()
    print(
        f"skyfield, plain loop over satellites and slots only, scaled from a subset: {plain:.0f} s; ratio "
        f"{plain / whole:.0f}"
    )
    rows = []
    for planes in (18, 36, 72):
        for hours in (3.0, 6.0, 12.0):
            shell = SHELLS[0].model_copy(update={"plane_count": planes})
            rows.append((planes * 22 * hours, timed([shell], hours)))
    size, took = np.array([row[0] for row in rows]), np.array([row[1] for row in rows])
    slope, rest = np.polyfit(size, took, 1)
    power = float(np.polyfit(np.log(size), np.log(took), 1)[0])
    print("satellites × hours, seconds: " + "; ".join(f"{a:.0f}, {b:.3f}" for a, b in sorted(rows)))
    print(
        f"fit: {rest:.3f} s + {slope * 1e6:.1f} µs a satellite-hour; power {power:.2f} (1 is linear, under it the "
        f"fixed part still counts)"
    )
    print(f"horizon from a tile of 3601 × 3601 posts, 720 bearings to 60 km: {horizon_s():.2f} s")


if __name__ == "__main__":
    main()
