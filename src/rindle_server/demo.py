"""Loads the demo: the firm, its stores and its jobs, from the open files under demo/."""

from __future__ import annotations

import datetime as dt
import json
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.db import transaction

from rindle_bench.antenna import SimulatedAntenna
from rindle_bench.config import Axis, Side
from rindle_bench.ground import made_up_tile
from rindle_bench.panel import panel_log
from rindle_core.stations.build.kit_list import BOX
from rindle_core.stations.entries import ROOMS
from rindle_core.stations.mounting import build_steps
from rindle_core.stations.sky.seen import low_orbit_input
from rindle_server import terrain_files
from rindle_server.jobs import edit, models, signing, steps
from rindle_server.jobs.devices import bench_config, seed_of
from rindle_server.jobs.facts import answer_to, assessed, facts_of
from rindle_server.jobs.journal import judged_at_the_end
from rindle_server.jobs.listing import ListQuery, page_of
from rindle_server.stores.models import Firm, put_item

_SETTLE_S = 60.0
_FACTS = {name for kind in ROOMS.values() for name in kind.model_fields}
_BEFORE = {name for room in ("brief", "aim", "sky") for name in ROOMS[room].model_fields}


def _read(path: Path) -> Any:
    return json.loads(path.read_text("utf-8"))


@transaction.atomic
def load_demo(folder: Path) -> None:
    """Fills an empty data folder. Raises InputError where a file is not what it should be."""
    for kind in ("satellite", "terminal", "cable", "instrument", "bracket", "constellation", "member", "team"):
        for entry in _read(folder / f"{kind}s.json"):
            put_item(kind, entry)
    told = _read(folder / "firm.json")
    Firm.objects.update_or_create(
        pk=1, defaults={name: told[name] for name in ("name", "address", "telephone", "rules")}
    )
    for at, person in enumerate(told["people"]):
        first, _, last = person["name"].partition(" ")
        get_user_model().objects.create_user(
            person["username"], password=None, first_name=first, last_name=last, is_staff=at == 0
        )
    _lay_terrain()
    for path in sorted((folder / "jobs").glob("*.json")):
        _load_job(_read(path))
    page_of(ListQuery())  # the list's rows are kept: it opens at once


def _lay_terrain() -> None:
    """Two small made-up elevation tiles, seen from which the demo's valleys have high skylines."""
    terrain_files.folder().mkdir(parents=True, exist_ok=True)
    for south, west in ((-30, 27), (-30, 28)):
        (terrain_files.folder() / f"S30E{west:03d}.hgt").write_bytes(made_up_tile(south, west).tobytes())


def _load_job(data: dict[str, Any]) -> None:
    job = edit.create(data["number"])
    facts = {name: value for name, value in data.items() if name in _FACTS}
    later: dict[str, Any] = {name: facts.pop(name) for name in ("position_letter", "sky_set") if name in facts}
    with judged_at_the_end(job):
        edit.patch_any(job, {name: value for name, value in facts.items() if name in _BEFORE})
        edit.patch_any(job, later)  # they name what is only there now, and the rest is of that position
        edit.patch_any(job, {name: value for name, value in facts.items() if name not in _BEFORE})
        if "trial_minutes" in data:
            _try(job, data["trial_minutes"])
        if "steps" in data:
            _mark(job, data["steps"])
        if "bench_readings" in data:
            _read_bench(job, data["bench_readings"], bool(data.get("go_to_top")))
        if "states" in data:
            told = [{"code": code, "at_s": at_s} for code, at_s in data["states"]]
            edit.patch(job, "bringup", {"states_entered": told})
    if "sign_off" in data:
        signing.sign_off(job, data["sign_off"]["by"], dt.datetime.fromisoformat(data["sign_off"]["at"]))


def _mark(job: models.Job, told: dict[str, Any]) -> None:
    """Counts the kit and marks the steps in order, each some minutes after the last, its marks seen, and after a pause
    where something had to set; a held step is refused as it would be on screen.
    """
    rows = answer_to(facts_of(job)).kit_list
    found = [
        {"code": row.code, "state": "there", "found_count": row.amount, "by": told["by"]}
        for row in (rows.rows if rows else [])
        if row.group in BOX
    ]
    edit.patch(job, "build", {"kit_found": found})
    seen: list[dict[str, str]] = []
    at = dt.datetime.fromisoformat(told["at"]) - dt.timedelta(minutes=told["minutes"])
    for code in told["codes"]:
        at += dt.timedelta(minutes=told["minutes"] + told.get("pauses_min", {}).get(code, 0))
        made = next(one for one in build_steps(facts_of(job)) if one.code == code)
        if made.marks:
            seen += [{"code": f"{code}.{mark.code}", "by": told["by"]} for mark in made.marks]
            edit.patch(job, "build", {"seen_marks": seen})
        steps.mark_step(job, code, told["by"], at)


def _try(job: models.Job, told: dict[str, Any]) -> None:
    """A trial whose log the simulated panel would have written: the passes of other seconds than the prediction's,
    under the same sky.
    """
    start = dt.datetime.fromisoformat(told["started_at"])
    given = low_orbit_input(facts_of(job), told["letter"])
    assert given is not None  # the demo's own job has all that it needs
    events = panel_log(
        given.model_copy(
            update={"seed": seed_of(job.number), "terminal_height_m": told["height_m"], "duration_h": told["hours"]}
        ),
        start,
    )
    trial = {
        "letter": told["letter"],
        "height_m": told["height_m"],
        "started_at": start.isoformat(),
        "ended_at": (start + dt.timedelta(hours=told["hours"])).isoformat(),
        "log_name": "panel-log.json",
        "events": [event.model_dump(mode="json") for event in events],
    }
    edit.patch(job, "sky", {"trial": trial})


def _read_bench(job: models.Job, series: list[dict[str, Any]], go_to_top: bool) -> None:
    """Readings that this job's simulated antenna would give, taken turning up; then to the fitted tops and locked."""
    found = assessed(job)
    antenna = SimulatedAntenna(bench_config(seed_of(job.number), found.facts, found.result))
    now_s = 0.0

    def read(axis: Axis, pass_number: int, counter: float) -> None:
        nonlocal now_s
        now_s += _SETTLE_S
        antenna.turn(axis, counter - antenna.axes[axis].counter_turns, now_s)
        now_s += _SETTLE_S
        level_db = round(antenna.read_db(now_s)[0], 2)
        if antenna.axes[axis].turning == "up":
            edit.add_reading(
                job, {"axis": axis, "pass_number": pass_number, "turns": counter, "level_db": level_db, "turning": "up"}
            )

    for one in series:
        axis: Axis = one["axis"]
        read(
            axis, one["pass_number"], one["turns"][0] - 0.5
        )  # turned down beyond the first, so that all arrive turning up
        for counter in one["turns"]:
            read(axis, one["pass_number"], counter)
        if go_to_top:
            view = getattr(assessed(job).result, f"{axis}_peak")
            top = round(view.fit.top_turns, 2)
            read(axis, one["pass_number"], top - max(view.fit.backlash_turns, 0.25) - 0.25)
            read(axis, one["pass_number"], top)
    if go_to_top:
        _lock(job, antenna, now_s)


def _lock(job: models.Job, antenna: SimulatedAntenna, now_s: float) -> None:
    levels = {"lock_before_db": antenna.read_db(now_s)[0]}
    antenna.set_nuts(True, now_s)
    levels["lock_after_db"] = antenna.read_db(now_s + _SETTLE_S)[0]
    sides: tuple[Side, ...] = ("top", "bottom", "left", "right")
    for count, side in enumerate(sides, start=2):
        antenna.hold(side, now_s + count * _SETTLE_S)
        levels[f"push_{side}_during_db"] = antenna.read_db(now_s + (count + 0.45) * _SETTLE_S)[0]
        antenna.push(side, now_s + (count + 0.5) * _SETTLE_S)
        levels[f"push_{side}_db"] = antenna.read_db(now_s + (count + 0.95) * _SETTLE_S)[0]
    edit.patch(job, "peak", {name: round(level, 2) for name, level in levels.items()})
