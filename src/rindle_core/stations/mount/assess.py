"""Mount put together: the mast in the wind."""

from __future__ import annotations

from rindle_core.catalogue.house_words import Work
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.findings import HEIGHT, STOPPED, WAITS_MAST
from rindle_core.stations.mount.mast import MountInput, MountResult, mount
from rindle_core.stations.mount.part import MountPart
from rindle_core.stations.mount.wind import DISH_FORCE_COEFFICIENT
from rindle_core.stations.planned import planned
from rindle_core.stations.station import Context
from rindle_core.stations.stops import stops_of

_SAME_M = 0.05
_NO_HOLES = ("vehicle", "existing_mast")
WAITS_FOR_MAST = WAITS_MAST.missing(
    "The mast is not measured", "Enter the mast's outer diameter, wall and free length."
)


def mount_of(job: JobInput) -> Outcome[MountResult] | None:
    """The `mount` calculator; None while the mast is not measured.

    The wind grows with height: while nobody said how high the antenna stands over the ground, its verdict is not known.
    """
    terminal = job.picks.terminal
    if (
        terminal is None
        or job.mount.mast_diameter_mm is None
        or job.mount.mast_wall_mm is None
        or job.mount.mast_free_length_m is None
    ):
        return None
    height_m = max((one for one in _heights_m(job) if one is not None), default=None)
    found = mount(
        MountInput(
            mast_diameter_mm=job.mount.mast_diameter_mm,
            mast_wall_mm=job.mount.mast_wall_mm,
            free_length_m=job.mount.mast_free_length_m,
            height_above_ground_m=height_m or job.mount.mast_free_length_m,
            altitude_m=job.brief.height_m or 0.0,
            window=terminal.mast,
            aperture_mm=terminal.aperture_mm,
            beamwidth_deg=terminal.beamwidth_deg(),
            antenna_mass_kg=terminal.mass_kg(),
            force_coefficient=terminal.wind_force_coefficient or DISH_FORCE_COEFFICIENT,
            rules=job.picks.rules,
        )
    )
    if height_m is not None:
        return Outcome(found.result, [*found.findings, *_judge_heights(job)])
    unknown = HEIGHT.missing(
        "How high it stands over the ground is not known",
        "Enter the height over ground: the gust is the stronger the higher it stands.",
    )
    return Outcome(found.result, [*found.findings, unknown])


def _heights_m(job: JobInput) -> tuple[float | None, float | None]:
    """As entered here, and as the planned position has it."""
    one = planned(job)
    return job.mount.height_above_ground_m, one.height_above_ground_m if one is not None else None


def _judge_heights(job: JobInput) -> list[Finding]:
    """One terminal has one height: where two are told, the wind is reckoned at the higher one."""
    here, there = _heights_m(job)
    if here is None or there is None or abs(here - there) < _SAME_M:
        return []
    return [
        HEIGHT(
            Level.MIND,
            f"Two heights are told: {here:g} m here, {there:g} m at position {job.sky.position_letter}",
            "The sky is judged from the position’s, the wind at the higher one.",
            clears_by="Tell the one that is so in both places.",
        )
    ]


def _works(job: JobInput) -> list[Work]:
    """Holes in the ground or in the building, as far as it is known what the planned position stands on."""
    one = planned(job)
    surface = (one.surface if one else None) or job.brief.surface
    if surface in ("bare_ground", None):
        return ["dig"] if surface or not job.brief.may_drill else ["dig", "drill"]
    return ["drill"] if job.brief.may_drill and surface not in _NO_HOLES else []


def assess(context: Context) -> Outcome[MountPart]:
    """The mast's verdict, once it is measured."""
    job = context.job
    found = mount_of(job)
    judged = found.findings if found else [WAITS_FOR_MAST]
    return Outcome(MountPart(mount=found.result if found else None), [*judged, *stops_of(job, STOPPED, *_works(job))])


__all__ = ["assess"]
