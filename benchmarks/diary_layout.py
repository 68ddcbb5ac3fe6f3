"""Fifty jobs over three crews and four weeks, laid out; as a ratio to one second.

Run it as `.venv/bin/python benchmarks/diary_layout.py`.
"""

import time

from rindle_core.diary.entries import DiaryInput
from rindle_core.diary.plan import diary

TASKS = [
    {"name": "Mount", "work_h": 2, "wait_h": 0, "weather": "ladder"},
    {"name": "Concrete", "work_h": 1.5, "wait_h": 48, "weather": "concrete"},
    {"name": "Bench", "work_h": 1},
    {"name": "Lift", "work_h": 0.5, "after": "Mount; Concrete; Bench", "weather": "lift"},
    {"name": "Cable", "work_h": 1, "after": "Lift", "weather": "ladder"},
    {"name": "Aim", "work_h": 0.75, "after": "Cable", "weather": "ladder"},
    {"name": "Bring up", "work_h": 0.75, "after": "Aim"},
    {"name": "Prove", "work_h": 0.5, "after": "Bring up"},
]
JOBS = [
    {
        "number": f"2026-{n}",
        "not_before": f"2026-12-{1 + n % 26:02}",
        "latitude_deg": -29.4,
        "longitude_deg": 27.8,
        "ahead_h": 2,
        "tasks": TASKS,
        "forecast": [{"day": f"2026-12-{d:02}", "gust_mps": 8, "low_c": 6, "sky": "dry"} for d in range(1, 11)],
    }
    for n in range(50)
]
TEAMS = [{"code": code, "name": code} for code in ("north", "south", "east")]

if __name__ == "__main__":
    given = DiaryInput.model_validate({"first_day": "2026-12-01", "teams": TEAMS, "jobs": JOBS})
    began = time.perf_counter()
    found = diary(given).result
    took = time.perf_counter() - began
    print(f"{len(found.rows)} tasks of {len(JOBS)} jobs, {len(found.blocks)} blocks, {len(found.conflicts)} conflicts")
    print(f"{took:.2f} of a second")
