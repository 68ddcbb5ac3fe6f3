"""What follows from an entry at Brief: coordinates from a typed place; only what the lists hold is ticked."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Any

from rindle_core.catalogue.house_words import HouseWords, by_code
from rindle_core.kernel.errors import InputError
from rindle_core.science.geodesy import apart_m
from rindle_core.stations.belongs import Belongs
from rindle_core.stations.brief import findings as found
from rindle_core.stations.brief.day_weather import on_another_day
from rindle_core.stations.brief.places import PlaceInput, parse_place
from rindle_core.stations.brief.weather import CONDITIONS
from rindle_core.stations.entries import JobInput
from rindle_core.stations.words import refuse_unknown

# Asked of the owner and looked at in one house.
SETTLED = Belongs(
    room="brief",
    kind=found.SETTLED_AT,
    what="What was settled before the visit",
    rows=("settled", "indoor", "entry_checks", "ground_checks"),
    told={},
    place=("settled_latitude_deg", "settled_longitude_deg"),
    findings=(found.SETTLED.code, found.INDOOR.code),
    is_one=True,
)
_PLACE = ("latitude_deg", "longitude_deg")


def _tables(words: HouseWords) -> dict[str, Collection[str]]:
    return {
        "needs": by_code(words.needs),
        "hazards": by_code(words.hazards),
        "cautions_seen": by_code(words.hazards),
        "settled": by_code(words.settled),
        "reasons": by_code(words.reasons),
        "indoor": by_code(words.indoor),
        "ground_checks": by_code(words.ground_checks),
        "entry_checks": by_code(words.entry_checks),
        "travel_checks": by_code(words.travel_checks),
        "repair_seen": by_code(words.repair_seen),
        "stowed": by_code(words.stowed),
        "conditions": CONDITIONS,
    }


def _coordinates(text: str | None, field: str) -> tuple[float | None, float | None, float | None]:
    if not text:
        return None, None, None
    try:
        place = parse_place(PlaceInput(place=text))
    except InputError as error:
        raise InputError.one(field, error.message) from error
    return place.latitude_deg, place.longitude_deg, place.height_m


def entered(change: Mapping[str, Any], job: JobInput) -> dict[str, Any]:
    """A place as text brings its coordinates, and its height where it names one. Raises InputError."""
    people = {
        "crew": [*(one.code for one in job.picks.members), *job.brief.crew]
    }  # one that left may still stand there
    refuse_unknown(change, _tables(job.picks.words) | people)
    fault = change.get("repair_found_code")
    if fault and fault not in by_code(job.picks.words.repair_faults):
        known = ", ".join(one.code for one in job.picks.words.repair_faults)
        raise InputError.one("repair_found_code", f"{fault!r} is none of the faults of the house; {known} are accepted")
    whole = {**change, **on_another_day(change, job.brief)}
    if "place_text" in change:
        latitude, longitude, height = _coordinates(change["place_text"], "place_text")
        whole |= {"latitude_deg": latitude, "longitude_deg": longitude}
        if height is not None and change.get("height_m") is None:
            whole["height_m"] = height
    if "other_place_text" in change:
        latitude, longitude, _ = _coordinates(change["other_place_text"], "other_place_text")
        whole |= {"other_latitude_deg": latitude, "other_longitude_deg": longitude}
    there = job.brief.model_copy(update={name: whole[name] for name in _PLACE if name in whole})
    whole |= SETTLED.stamped(change, job.model_copy(update={"brief": there}))
    if job.brief.hazards_sought and "hazards_sought" not in change and _moved(whole, job):
        whole["hazards_sought"] = False  # somebody looked elsewhere
    if job.brief.cautions_seen and "cautions_seen" not in change and _somebody_new(change, job):
        whole["cautions_seen"] = None  # who comes now has not seen them
    if job.brief.assessed_by and "assessed_by" not in change and _assessed_other(whole, job):
        whole |= {"assessed_by": None, "assessed_on": None}  # signed was what was looked at then
    return whole


def _somebody_new(change: Mapping[str, Any], job: JobInput) -> bool:
    """Whether the change names somebody beside or instead of those who were named; after nobody everybody is new."""
    if "crew" not in change or not job.brief.crew:
        return False
    now = {*(change["crew"] or ())}
    return not now or not now <= {*job.brief.crew}


def _assessed_other(change: Mapping[str, Any], job: JobInput) -> bool:
    """Whether the change makes the risk assessment one of another site, or of other hazards."""
    was = job.brief
    if "hazards" in change and set(change["hazards"] or ()) != set(was.hazards):
        return True
    if "hazards_sought" in change and bool(change["hazards_sought"]) != was.hazards_sought:
        return True
    return _moved(change, job)


def _moved(change: Mapping[str, Any], job: JobInput) -> bool:
    """Whether the change puts the job at another site, not only the same one more closely."""
    was = job.brief
    now = change.get("latitude_deg"), change.get("longitude_deg")
    if was.place is None or now[0] is None or now[1] is None:
        return False
    return apart_m(was.place, (now[0], now[1])) > job.picks.rules.place_moved_m


__all__ = ["SETTLED", "entered"]
