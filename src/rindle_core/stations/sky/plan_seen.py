"""The site plan of a job: its positions on it, and what the plan says of them."""

from __future__ import annotations

import math
from functools import lru_cache

from rindle_core.catalogue.models import Terminal
from rindle_core.kernel.registry import Outcome
from rindle_core.science.antenna import wavelength_m
from rindle_core.science.radiation import limit_at_m
from rindle_core.stations.entries import JobInput
from rindle_core.stations.sky.fixed_sky import sight_of
from rindle_core.stations.sky.plan_models import PlanPosition, PositionOnPlan, SitePlanInput, SitePlanResult
from rindle_core.stations.sky.plan_things import PLAN_REACH_M
from rindle_core.stations.sky.seen import sky_input, spot_of, terminal_height
from rindle_core.stations.sky.side_view import SideViewInput
from rindle_core.stations.sky.site_plan import site_plan

_EFFICIENCY = 0.65  # of an offset reflector, as the radiation sheet takes it


@lru_cache(maxsize=64)
def _judged_once(given_json: str) -> Outcome[SitePlanResult]:
    """The same plan has the same answer."""
    return site_plan(SitePlanInput.model_validate_json(given_json))


def keep_clear_m(terminal: Terminal | None, limit_w_per_m2: float) -> float | None:
    """How far its maker keeps people off; else along a dish's beam, how far radio energy may be over the public limit.

    0 for what does not send; None for a panel whose maker's distance is not told: its beam goes where a satellite is.
    """
    if terminal is None or not terminal.transmit_w:
        return 0.0
    if terminal.keep_off_m is not None or terminal.panel is not None:
        return terminal.keep_off_m
    wavelength = wavelength_m(terminal.transmit_ghz)
    return limit_at_m(terminal.transmit_w, terminal.aperture_mm / 1000.0, wavelength, _EFFICIENCY, limit_w_per_m2)


def positions_on_plan(job: JobInput) -> list[PlanPosition]:
    """The job's place, where it is planned for or nothing else is there, and every candidate that lies on this site."""
    letters = [one.letter for one in job.sky.positions]
    here = [""] if not letters or not job.sky.position_letter else []
    found = []
    for letter in dict.fromkeys([*here, *letters]):
        at = spot_of(job, letter)
        if at is not None and math.hypot(*at) <= PLAN_REACH_M:
            found.append(
                PlanPosition(letter=letter, east_m=at[0], north_m=at[1], height_m=terminal_height(job, letter))
            )
    return found


def plan_input(job: JobInput) -> SitePlanInput | None:
    """The `site_plan` input; None while nothing is drawn."""
    return _site(job) if job.sky.things else None


def _site(job: JobInput) -> SitePlanInput:
    """What is drawn, may be nothing, with the sight-line over it."""
    terminal, bare = job.picks.terminal, sky_input(job)
    sight = sight_of(bare) if bare is not None else None
    seen = sight if sight is not None and sight.elevation_deg > 0 else None
    return SitePlanInput(
        things=job.sky.things,
        positions=positions_on_plan(job),
        azimuth_true_deg=seen.azimuth_deg % 360.0 if seen else None,
        elevation_deg=seen.elevation_deg if seen else None,
        aperture_mm=terminal.aperture_mm if terminal and terminal.panel is None else None,
        keep_clear_m=keep_clear_m(terminal, job.picks.rules.radiation_limit_w_per_m2),
        most_cable_m=terminal.cable.most_m if terminal else None,
        wind_from_deg=job.sky.wind_from_deg,
        wind_rose=job.sky.wind_rose,
        planned=job.sky.position_letter,
        lines_overhead=any(one.overhead and one.code in job.brief.hazards for one in job.picks.words.hazards),
        barrier="barrier" in job.sky.kept_off,
        rules=job.picks.rules,
    )


def plan_of(job: JobInput) -> Outcome[SitePlanResult] | None:
    """The `site_plan` calculator; None while nothing is drawn."""
    given = plan_input(job)
    return None if given is None else _judged_once(given.model_dump_json())


def on_plan(job: JobInput, letter: str) -> PositionOnPlan | None:
    """What the plan says of a position; None while nothing is drawn or the position lies nowhere."""
    found = plan_of(job)
    return None if found is None else next((one for one in found.result.positions if one.letter == letter), None)


def side_of(
    job: JobInput, letter: str, bearing_deg: float | None = None, reach_m: float | None = None
) -> SideViewInput | None:
    """The `side_view` input from a position: along the sight-line, or another bearing. None while it lies nowhere or on
    another site, its height is not told, or there is neither sight-line nor bearing.
    """
    at, height = spot_of(job, letter), terminal_height(job, letter)
    given = _site(job)
    along = given.azimuth_true_deg if bearing_deg is None else bearing_deg
    if at is None or height is None or along is None or math.hypot(*at) > PLAN_REACH_M:
        return None
    spots = [spot for one in job.sky.things for spot in one.spots]
    farthest = max((math.dist(at, spot) for spot in spots), default=30.0)
    return SideViewInput(
        things=job.sky.things,
        east_m=at[0],
        north_m=at[1],
        height_m=height,
        bearing_deg=along,
        reach_m=reach_m or min(400.0, max(20.0, farthest + 8.0)),
        azimuth_true_deg=given.azimuth_true_deg,
        elevation_deg=given.elevation_deg,
        aperture_mm=given.aperture_mm,
        receive_ghz=job.picks.terminal.receive_ghz if job.picks.terminal else None,
        ahead_years=job.sky.ahead_years,
        rules=job.picks.rules,
    )


__all__ = ["keep_clear_m", "on_plan", "plan_input", "plan_of", "positions_on_plan", "side_of"]
