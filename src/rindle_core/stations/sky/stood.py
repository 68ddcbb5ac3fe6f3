"""Where a skyline and a plan were taken: a place that is moved afterwards takes nothing along unseen."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from rindle_core.kernel.findings import Finding, Kind, Level
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.science.geodesy import apart_m
from rindle_core.stations.aged import Aged
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.candidates import Candidate
from rindle_core.stations.sky.facts import SkylineSet
from rindle_core.stations.sky.findings import AGED, PLACE_MOVED, PLAN_MOVED
from rindle_core.stations.sky.seen import absolute_of, set_for, spot_of, spot_read

Spot = tuple[float, float] | None
STAMP = ("read_latitude_deg", "read_longitude_deg", "read_east_m", "read_north_m")


def _stamp(job: JobInput, letter: str) -> dict[str, float | None]:
    """Where a position lies now; nothing while nobody can tell."""
    at, spot = absolute_of(job, letter), spot_of(job, letter)
    if at is None or spot is None:
        return dict.fromkeys(STAMP)
    return dict(zip(STAMP, (*_degrees(at), *(round(one, 2) for one in spot)), strict=True))


def _plan_stamp(at: tuple[float, float] | None) -> dict[str, float]:
    return dict(zip(("things_latitude_deg", "things_longitude_deg"), _degrees(at), strict=True)) if at else {}


def _degrees(at: tuple[float, float]) -> tuple[float, float]:
    """To the centimetre."""
    return round(at[0], 7), round(at[1], 7)


def stamped(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """Of a change at Sky: skylines and plan with the place where they were taken.

    A skyline is stamped when its first point comes, when it is said to be read at another position, and when its stamp
    is taken out (that it was read at the place as it is now).
    """
    told: dict[str, Any] = {}
    if change.get("positions") is not None:
        rows = [Candidate.model_validate(one) for one in change["positions"]]
        job = job.model_copy(update={"sky": job.sky.model_copy(update={"positions": rows})})
    if change.get("skylines") is not None:
        before = {one.id: one for one in job.sky.skylines}
        told["skylines"] = [_row(job, dict(one), before.get(str(one.get("id") or ""))) for one in change["skylines"]]
    if change.get("things") and job.sky.things_latitude_deg is None and "things_latitude_deg" not in change:
        at = absolute_of(job, "")
        told |= _plan_stamp(at)
    elif "things_latitude_deg" in change and change["things_latitude_deg"] is None:  # drawn of the place as it is now
        at = absolute_of(job, "") if job.sky.things else None
        told |= _plan_stamp(at)
    elif change.get("things") == []:
        told |= {"things_latitude_deg": None, "things_longitude_deg": None}
    return told


def _row(job: JobInput, row: dict[str, Any], before: SkylineSet | None) -> dict[str, Any]:
    if not row.get("points") and not row.get("obstacles"):
        return row | dict.fromkeys(STAMP)
    if before is not None and before.letter == (row.get("letter") or ""):
        for name in STAMP:
            row.setdefault(name, getattr(before, name))
        if row["read_latitude_deg"] is not None:
            return row
    elif before is None and row.get("read_latitude_deg") is not None:
        return row  # from a bundle or an undone change
    return row | _stamp(job, row.get("letter") or "")


_CLEARS = "Say that it was taken at the place as it is now, put the place back at Brief, or take it anew."


def _too_far(
    kind: Kind, was: tuple[float | None, float | None], now: Spot, words: tuple[str, str], rules: HouseRules
) -> list[Finding]:
    if now is None or was[0] is None or was[1] is None:
        return []
    moved_m = apart_m((was[0], was[1]), now)
    if moved_m <= rules.place_moved_m:
        return []
    limit = rules.place_moved_m
    return [kind(Level.UNKNOWN, *words, figure=moved_m, limit=limit, bound="at_most", clears_by=_CLEARS)]


def judge_place_moved(job: JobInput, letter: str | None = None) -> list[Finding]:
    """What was read or drawn for a place says nothing of one that the job was given afterwards; of the planned position
    where none is named.
    """
    rules, letter = job.picks.rules, job.sky.position_letter if letter is None else letter
    _, used = set_for(job, letter)
    found = []
    if spot_read(job, used) == spot_of(job, used.letter):  # else its candidate was moved, and the skyline is corrected
        words = (
            "The place was moved after the skyline was read",
            "What was seen from one place says nothing of another.",
        )
        was = used.read_latitude_deg, used.read_longitude_deg
        found += _too_far(PLACE_MOVED, was, absolute_of(job, used.letter), words, rules)
    if job.sky.things:
        words = (
            "The place was moved after the plan was drawn",
            "The plan is told from the job’s place: all of it moved along.",
        )
        was = job.sky.things_latitude_deg, job.sky.things_longitude_deg
        found += _too_far(PLAN_MOVED, was, absolute_of(job, ""), words, rules)
    return found


VIEW = Aged(
    room="sky",
    kind=AGED,
    seen="sky_seen_again",
    message="The sky was not looked at again",
    look_for="Trees grow and neighbours build: look along the beam, and read anew what has changed.",
    was_told=lambda job: bool(job.sky.things or any(one.points or one.obstacles for one in job.sky.skylines)),
)

__all__ = ["STAMP", "VIEW", "judge_place_moved", "stamped"]
