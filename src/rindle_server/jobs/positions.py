"""A candidate position becomes the job's place."""

from __future__ import annotations

import math

from django.utils import timezone

from rindle_core.science.site_clock import day_at
from rindle_core.stations.aim.set_ups import worked_of
from rindle_core.stations.peak.findings import READ_FOR
from rindle_core.stations.sky.candidates import next_letter
from rindle_core.stations.sky.plan_picture import picture_seen_from
from rindle_core.stations.sky.plan_things import PLAN_REACH_M, seen_from
from rindle_server.errors import Conflict, NotThere
from rindle_server.jobs.facts import assessed
from rindle_server.jobs.journal import Draft, whole
from rindle_server.jobs.models import Job

_SAME_M = 1.0  # a position that lies so near is the place itself


def _in_words(at: tuple[float, float]) -> str:
    return f"{at[0]:.7f}, {at[1]:.7f}"


def keep_worked(job: Job, letter: str) -> None:
    """What the instruments showed goes with its position, by the day of the site. Raises NotThere, or Conflict where
    the readings at Peak are of another place.
    """
    found = assessed(job)
    if READ_FOR.code in {one.code for view in found.result.stations for one in view.findings}:
        raise Conflict.one("letter", "The readings at Peak are of another place, so they are none of this position.")
    _put_worked(job, letter, day_at(timezone.now(), found.result.zone).isoformat())


@whole
def _put_worked(draft: Draft, letter: str, on: str) -> None:
    rows = [one.model_dump(mode="json") for one in draft.facts.sky.positions]
    kept = next((one for one in rows if one["letter"] == letter), None)
    if kept is None:
        raise NotThere.one("letter", f"There is no position {letter}.")
    kept |= worked_of(draft.facts) | {"worked_on": on}
    draft.put("sky", positions=rows)


@whole
def take_as_place(draft: Draft, letter: str) -> None:
    """Makes a candidate the job's place. Everything that was told from the old place keeps its spot on the ground:

    candidates by distance and bearing get coordinates of their own, and the old place becomes a candidate itself, with
    the skylines that were read there, unless one lies there already. Raises NotThere or Conflict.
    """
    sky, place = draft.facts.sky, draft.facts.brief.place
    chosen = next((one for one in sky.positions if one.letter == letter), None)
    if chosen is None:
        raise NotThere.one("letter", f"There is no position {letter}.")
    there = chosen.placed(place)
    if place is None or there.latitude_deg is None or there.longitude_deg is None:
        raise Conflict.one("letter", "The job's own place is not known, so nobody knows where this position lies.")
    rows = []
    for one in sky.positions:
        at = one.placed(place)
        row = one.model_dump(mode="json")
        if not one.place_text and at.latitude_deg is not None and at.longitude_deg is not None:
            row |= {"distance_m": None, "bearing_deg": None}
            row["place_text"] = _in_words((at.latitude_deg, at.longitude_deg))
        rows.append(row)
    placed = {one.letter: one.placed(place) for one in sky.positions}
    lies = [name for name, at in placed.items() if math.hypot(*(at.offset_m(*place) or (math.inf, 0.0))) <= _SAME_M]
    before = lies[0] if lies else next_letter([one.letter for one in sky.positions])
    if not lies:
        rows.append({"letter": before, "place_text": _in_words(place), "note": "the job's place before"})
    skylines = [one.model_dump(mode="json") for one in sky.skylines]
    east_m, north_m = there.offset_m(*place) or (0.0, 0.0)
    if (sky.things or sky.plan_picture.first_east_m is not None) and math.hypot(east_m, north_m) > PLAN_REACH_M:
        raise Conflict.one(
            "letter",
            f"The site plan is of the job’s place, {math.hypot(east_m, north_m) / 1000.0:.0f} km from {letter}. Make a "
            f"new job like this one for {letter}, or take the plan out first.",
        )
    things = [one.model_dump(mode="json") for one in seen_from(sky.things, east_m, north_m, before)]
    picture = picture_seen_from(sky.plan_picture, east_m, north_m).model_dump(mode="json")
    trial = sky.trial.model_dump(mode="json", exclude_defaults=True)
    draft.put(
        "sky",
        positions=rows,
        skylines=[{**one, "letter": one["letter"] or before} for one in skylines],
        things=things,
        **({"things_latitude_deg": there.latitude_deg, "things_longitude_deg": there.longitude_deg} if things else {}),
        plan_picture=picture,
        position_letter=sky.position_letter or before,
        **({"trial": {"letter": before, **trial}} if trial else {}),
    )
    draft.put("brief", place_text=_in_words((there.latitude_deg, there.longitude_deg)))
