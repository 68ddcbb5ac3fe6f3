"""What is seen from a position: which skyline serves it, and what it comes to for its antenna."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from rindle_core.kernel.registry import Outcome
from rindle_core.science.geodesy import apart_m
from rindle_core.science.sight import Margins, about, margins
from rindle_core.stations.asked_once import asked_of, asked_once
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.candidates import CandidateAt
from rindle_core.stations.sky.facts import SkylineSet
from rindle_core.stations.sky.fixed_sky import SkyInput, SkyResult, named, sight_of, sky
from rindle_core.stations.sky.low_orbit import LowOrbitResult, low_orbit
from rindle_core.stations.sky.passes import LowOrbitInput
from rindle_core.stations.sky.plan_things import ground_of, heightless, solids_of, untold_roofs

_SAME_M = 0.5  # coordinates are told no finer
_FAR_M = 1000.0  # a skyline that was read further off is not moved to a position


@asked_of("sky", "brief")
def candidate_of(job: JobInput, letter: str) -> CandidateAt | None:
    """The candidate of that letter, where it lies; None for the job's place."""
    one = next((one for one in job.sky.positions if one.letter == letter), None)
    return None if one is None else one.placed(job.brief.place)


def spot_of(job: JobInput, letter: str) -> tuple[float, float] | None:
    """East and north of a position from the job's place, metres; None for a candidate that lies nowhere yet."""
    if not letter:
        return 0.0, 0.0
    one = candidate_of(job, letter)
    if one is None:
        return None
    if job.brief.latitude_deg is not None and job.brief.longitude_deg is not None:
        return one.offset_m(job.brief.latitude_deg, job.brief.longitude_deg)
    if one.distance_m is None or one.bearing_deg is None or one.latitude_deg is not None:
        return None
    turn = math.radians(one.bearing_deg)  # measured from a place whose coordinates nobody has told yet
    return one.distance_m * math.sin(turn), one.distance_m * math.cos(turn)


def offset_of(job: JobInput, letter: str) -> tuple[float, float]:
    """The same; the place itself where a candidate lies nowhere."""
    return spot_of(job, letter) or (0.0, 0.0)


def absolute_of(job: JobInput, letter: str) -> tuple[float, float] | None:
    """Latitude and longitude of a position, degrees; None while nobody can tell."""
    if not letter:
        return job.brief.place
    one = candidate_of(job, letter)
    if one is None or one.latitude_deg is None or one.longitude_deg is None:
        return None
    return one.latitude_deg, one.longitude_deg


def spot_read(job: JobInput, used: SkylineSet) -> tuple[float, float]:
    """East and north of where a skyline was read, from the job's place, metres.

    That is where its position lies, but for a candidate that was moved over the ground since: then where it lay. A
    place that is only told otherwise (mended coordinates) moves nothing.
    """
    now, at = offset_of(job, used.letter), absolute_of(job, used.letter)
    if used.read_east_m is None or used.read_north_m is None or not used.letter:
        return now
    moved_m = math.hypot(used.read_east_m - now[0], used.read_north_m - now[1])
    if moved_m <= _SAME_M:
        return now
    was = used.read_latitude_deg, used.read_longitude_deg
    if at is not None and was[0] is not None and was[1] is not None and apart_m((was[0], was[1]), at) <= _SAME_M:
        return now  # it lies where it lay: the job's place is told otherwise
    return used.read_east_m, used.read_north_m


def set_for(job: JobInput, letter: str) -> tuple[int | None, SkylineSet]:
    """The skyline that serves a position: the chosen one if it was read there, else another that was, else the chosen
    one moved.
    """
    if not job.sky.skylines:
        return None, SkylineSet()
    chosen = min(job.sky.sky_set, len(job.sky.skylines) - 1)
    if job.sky.skylines[chosen].letter == letter:
        return chosen, job.sky.skylines[chosen]
    own = next(
        (at for at, one in enumerate(job.sky.skylines) if one.letter == letter and (one.points or one.obstacles)), None
    )
    at = chosen if own is None else own
    return at, job.sky.skylines[at]


def has_skyline(job: JobInput) -> bool:
    """Whether anything was read or drawn for the planned position."""
    around = surroundings(job, job.sky.position_letter)
    return bool(around["skyline"] or around["obstacles"] or around["drawn"])


def terminal_height(job: JobInput, letter: str) -> float | None:
    """Height of the terminal over the ground at a position; None while nobody said it."""
    one = candidate_of(job, letter)
    if one is not None and one.height_above_ground_m is not None:
        return float(one.height_above_ground_m)
    return job.mount.height_above_ground_m


@asked_once
def surroundings(job: JobInput, letter: str) -> Mapping[str, Any]:
    """The skyline fields of a calculator's input for a position: read where it was read, seen from where the terminal
    will be.
    """
    _, used = set_for(job, letter)
    (to_east, to_north), (from_east, from_north) = offset_of(job, letter), spot_read(job, used)
    height = terminal_height(job, letter)
    if math.hypot(to_east - from_east, to_north - from_north) > _FAR_M:
        used = SkylineSet()  # another valley: nothing that was read there says anything here
        from_east, from_north = to_east, to_north
    ground = ground_of(job.sky.things)
    under_m = ground.at(to_east, to_north)
    return {
        "skyline": used.points,
        "obstacles": used.obstacles,
        "read_height_m": used.read_height_m if height is not None else None,
        "terminal_height_m": height if height is not None else (used.read_height_m or 0.0),
        "east_m": to_east - from_east,
        "north_m": to_north - from_north,
        "drawn": solids_of(job.sky.things),
        "all_drawn": job.sky.all_drawn and not heightless(job.sky.things) and not untold_roofs(job.sky.things),
        "plan_east_m": to_east,
        "plan_north_m": to_north,
        "plan_ground_m": under_m,
        "ground_rise_m": under_m - ground.at(from_east, from_north),
        "ahead_years": job.sky.ahead_years,
        "rules": job.picks.rules,
    }


class _Json(str):
    """An input as JSON, by which it is known again, with the input itself: it need not be read anew."""

    given: LowOrbitInput


@lru_cache(maxsize=256)
def _judged_once(given_json: str) -> Outcome[SkyResult]:
    """The same input has the same answer: an assessment asks for it many times."""
    return sky(SkyInput.model_validate_json(given_json))


def sky_of(job: JobInput, letter: str | None = None) -> Outcome[SkyResult] | None:
    """The `sky` calculator at a position (the planned one by default);

    None while place, satellite or dish is missing.
    """
    return _sky_of(job, job.sky.position_letter if letter is None else letter)


@asked_once
def _sky_of(job: JobInput, letter: str) -> Outcome[SkyResult] | None:
    given = sky_input(job, letter)
    return None if given is None else _judged_once(given.model_dump_json())


def margins_of(job: JobInput, letter: str) -> tuple[Margins, str] | None:
    """The margins of `sky_of` alone, and what is nearest: for what moves under a finger. None: nothing is known."""
    given = sky_input(job, letter)
    if given is None or not given.known:
        return None
    sight = sight_of(given)
    profile = given.profile(about=about(sight))
    found = margins(sight, profile)
    return found, named(given, sight, profile, found)


def sky_input(job: JobInput, letter: str | None = None) -> SkyInput | None:
    """The `sky` input at a position; None while place, satellite or dish is missing."""
    terminal = job.picks.terminal
    if (
        job.brief.latitude_deg is None
        or job.brief.longitude_deg is None
        or job.picks.satellite is None
        or terminal is None
        or terminal.panel is not None
    ):
        return None
    return SkyInput(
        latitude_deg=job.brief.latitude_deg,
        longitude_deg=job.brief.longitude_deg,
        height_m=job.brief.above_sea_m,
        satellite_longitude_deg=job.picks.satellite.longitude_deg,
        date=job.brief.date,
        aperture_mm=terminal.aperture_mm,
        receive_ghz=terminal.receive_ghz,
        **surroundings(job, job.sky.position_letter if letter is None else letter),
    )


def simulated_once(given: LowOrbitInput) -> Outcome[LowOrbitResult]:
    """The same input has the same answer: it is worked out once."""
    told = _Json(given.model_dump_json())
    told.given = given
    return _simulated_once(told)


@lru_cache(maxsize=64)
def _simulated_once(told: _Json) -> Outcome[LowOrbitResult]:
    return low_orbit(told.given)


def low_orbit_input(job: JobInput, letter: str | None = None) -> LowOrbitInput | None:
    """The `low_orbit` input at a position; None while place, panel or constellation is missing."""
    panel = job.picks.terminal.panel if job.picks.terminal else None
    if (
        job.brief.latitude_deg is None
        or job.brief.longitude_deg is None
        or panel is None
        or job.picks.constellation is None
    ):
        return None
    at = job.sky.position_letter if letter is None else letter
    by_elements = bool(job.picks.constellation.elements)
    return LowOrbitInput(
        latitude_deg=job.brief.latitude_deg,
        longitude_deg=job.brief.longitude_deg,
        height_m=job.brief.above_sea_m,
        panel=panel,
        boresight_azimuth_deg=job.sky.panel_azimuth_deg,
        shells=[] if by_elements else job.picks.constellation.shells,
        elements=job.picks.constellation.elements,
        start_at=job.brief.noon() if by_elements else None,
        season=job.sky.season,
        needs=job.brief.needs,
        words=job.picks.words,
        bearings=at == job.sky.position_letter,
        **surroundings(job, at),
    )


def low_orbit_of(job: JobInput, letter: str | None = None) -> Outcome[LowOrbitResult] | None:
    """The `low_orbit` calculator at a position (the planned one by default)."""
    return _low_orbit_of(job, job.sky.position_letter if letter is None else letter)


@asked_once
def _low_orbit_of(job: JobInput, letter: str) -> Outcome[LowOrbitResult] | None:
    given = low_orbit_input(job, letter)
    return None if given is None else simulated_once(given)


__all__ = [
    "candidate_of",
    "has_skyline",
    "low_orbit_input",
    "low_orbit_of",
    "margins_of",
    "offset_of",
    "set_for",
    "simulated_once",
    "sky_input",
    "sky_of",
    "spot_of",
    "surroundings",
    "terminal_height",
]
