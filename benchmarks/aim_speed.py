"""How fast the aim calculator answers, one site at a time, in one process: `.venv/bin/python benchmarks/aim_speed.py`."""

import datetime as dt
import time

from rindle_core.aim import AimInput, aim

COUNT = 1000

if __name__ == "__main__":
    inputs = [
        AimInput(latitude_deg=-60 + 0.12 * n, longitude_deg=28, satellite_longitude_deg=31.6, date=dt.date(2026, 11, 24))
        for n in range(COUNT)
    ]
    start = time.perf_counter()
    for one in inputs:
        aim(one)
    taken_s = time.perf_counter() - start
    print(f"{COUNT} sites in {taken_s:.2f} s, {taken_s / COUNT * 1e3:.2f} ms each")
