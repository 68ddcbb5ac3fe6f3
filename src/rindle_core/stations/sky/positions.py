"""The candidate positions of a job, each with its sky, and ranked."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from rindle_core.kernel.findings import Level, worst
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.science.skyline import scanned_percent
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.position_mount import mount_against
from rindle_core.stations.sky.candidates import CandidateAt
from rindle_core.stations.sky.changes import PositionChange, changes_to
from rindle_core.stations.sky.compare import PositionSky
from rindle_core.stations.sky.findings import MOVED
from rindle_core.stations.sky.fixed_sky import SkyResult
from rindle_core.stations.sky.low_orbit import LowOrbitResult, bearings_of
from rindle_core.stations.sky.plan_judge import plan_against
from rindle_core.stations.sky.plan_seen import on_plan, plan_input
from rindle_core.stations.sky.read_error import judge_read_error
from rindle_core.stations.sky.seen import candidate_of, low_orbit_of, set_for, sky_of, surroundings, terminal_height
from rindle_core.stations.sky.stood import judge_place_moved
from rindle_core.stations.sky.surroundings import Surroundings
from rindle_core.stations.sky.tried import trial_level
from rindle_core.stations.sky.unseen import judge_unseen


class PositionView(Model):
    """A candidate's sky, for the table and the small strips."""

    letter: str
    own: bool = Field(description="Whether what was read was read there; else it is moved from another place or height")
    sky: SkyResult | None
    low_orbit: LowOrbitResult | None
    changes: list[PositionChange] = Field(
        default_factory=list, description="What would be otherwise than now, were it planned"
    )


def _lower(message: str) -> str:
    return f"{message[0].lower()}{message[1:]}"


def position_of(job: JobInput, letter: str) -> tuple[PositionView, PositionSky]:
    """A candidate for the table, and as the comparison is given it."""
    used = set_for(job, letter)[1]
    candidate = candidate_of(job, letter)
    fields = {name: getattr(candidate, name) for name in CandidateAt.model_fields if name in PositionSky.model_fields}
    fixed, simulated = sky_of(job, letter), low_orbit_of(job, letter)
    found = fixed or simulated
    around = surroundings(job, letter)
    seen = Surroundings(**around)
    read_percent = scanned_percent(seen.read_bearings_deg(), bearings_that_matter(job))
    known = seen.known and found is not None
    drawn, plan = on_plan(job, letter), plan_input(job)
    holds, minds = plan_against(drawn, terminal_height(job, letter), plan) if drawn and plan else ([], [])
    fields["surface"] = fields["surface"] or job.brief.surface
    if drawn is not None and not fields["exposure"]:
        fields["exposure"] = drawn.exposure
    if drawn is not None and drawn.cable is not None and (fields["cable_length_m"] or 0.0) < drawn.cable.length_m:
        fields["cable_length_m"] = round(drawn.cable.length_m, 1)  # a shorter one that somebody told does not reach
    level = worst(found.findings) if known and found else Level.UNKNOWN
    unread = read_percent < job.picks.rules.scan_least_percent or judge_place_moved(job, letter)
    if unread and level is not Level.HOLD:
        level = Level.UNKNOWN  # what was not read cannot be free
    doubts = [one for one in judge_read_error(job, letter, used) if one.level is not Level.CLEAR]
    unseen = [*judge_unseen(job, around, used, bearings_that_matter(job)), *doubts]
    if unseen and level is Level.CLEAR:
        level = Level.MIND  # nor is what nobody looked at
    holds = [*holds, *(_lower(one.message) for one in unseen if one.level is Level.HOLD)]
    level = Level.HOLD if any(one.level is Level.HOLD for one in unseen) else level
    minds = [*minds, *(_lower(one.message) for one in unseen if one.level is not Level.HOLD)]
    ranked = PositionSky.model_validate(
        {
            **fields,
            "sky_level": level,
            "read_elsewhere": found is not None
            and any(one.code == MOVED.code and one.level is Level.MIND for one in found.findings),
            "margin_deg": fixed.result.margin_deg if fixed else None,
            "tube_margin_deg": fixed.result.tube_margin_deg if fixed else None,
            "out_percent": simulated.result.out_percent if simulated and known else None,
            "interruptions_per_h": simulated.result.interruptions_per_h if simulated and known else None,
            "raise_by_m": fixed.result.raise_tube_m if fixed else None,
            "trial_level": trial_level(job, letter),
            "plan_holds": holds,
            "plan_minds": minds,
            "mount_against": mount_against(job, candidate) if candidate else [],
        }
    )
    view = PositionView(
        letter=letter,
        own=not seen.is_moved(),
        sky=fixed.result if fixed else None,
        low_orbit=simulated.result.model_copy(update={"traffic": []}) if simulated else None,
        changes=changes_to(job, letter),
    )
    return view, ranked


_ABOUT_DEG = 45.0  # of the skyline about a fixed satellite that has to be read


def bearings_that_matter(job: JobInput) -> Array:
    """About a fixed satellite: 45° to either side. For a panel: where its cone reaches its least elevation."""
    every = np.arange(0.0, 360.0, 1.0)
    panel = job.picks.terminal.panel if job.picks.terminal else None
    aimed = sky_of(job)
    if panel is None:
        if aimed is None:
            return every
        return every[np.abs(wrap_180(every - aimed.result.satellite.azimuth_deg)) <= _ABOUT_DEG]
    simulated = low_orbit_of(job)
    return every if simulated is None else bearings_of(panel, simulated.result.boresight_azimuth_deg, every)


__all__ = ["PositionView", "bearings_that_matter", "position_of"]
