"""What follows from an entry at Sky: every position has a letter and lies somewhere; what is chosen is there."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from rindle_core.catalogue.house_words import by_code
from rindle_core.kernel.errors import InputError
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.plan_picture import PlanPicture, placed_picture
from rindle_core.stations.sky.stood import stamped
from rindle_core.stations.words import refuse_unknown


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """Without its position the plan goes back to the job's place. Raises InputError."""
    whole = dict(change)
    letters = [one.letter for one in job.sky.positions]
    if change.get("positions") is not None:
        _check(change["positions"])
        letters = [one["letter"] for one in change["positions"]]
        if job.sky.position_letter not in letters and "position_letter" not in change:
            whole["position_letter"] = ""
    letter = change.get("position_letter")
    if letter and letter not in letters:
        raise InputError.one(
            "position_letter", f"{letter!r} is no position of this job; there are {', '.join(letters)}"
        )
    if change.get("plan_picture"):
        placed_picture(PlanPicture.model_validate(change["plan_picture"]), job.brief.place)  # refuses what cannot be
    refuse_unknown(change, {"kept_off": by_code(job.picks.words.kept_off)})
    count = len(job.sky.skylines if change.get("skylines") is None else change["skylines"])
    chosen = change.get("sky_set")
    if chosen and chosen >= count:
        raise InputError.one("sky_set", f"there is no skyline {chosen}; the job has {count}")
    return whole | stamped(change, job)


def _check(positions: Sequence[Mapping[str, Any]]) -> None:
    letters = [one["letter"] for one in positions]
    for at, one in enumerate(positions):
        if one["letter"] in letters[:at]:
            raise InputError.one(
                f"positions.{at}.letter", f"{one['letter']} is there twice; every position has a letter of its own"
            )
        if one.get("place_text"):
            try:
                parse_place(PlaceInput(place=one["place_text"]))
            except InputError as error:
                raise InputError.one(f"positions.{at}.place_text", error.message) from error
        elif one.get("distance_m") is None or one.get("bearing_deg") is None:
            raise InputError.one(
                f"positions.{at}.place_text",
                "needs coordinates of its own, or a distance and a bearing from the job's place",
            )


__all__ = ["entered"]
