"""The kind of mount that a job has, and the steps of mount and terminal together: other rooms than Mount need both."""

from __future__ import annotations

from rindle_core.catalogue.build_steps import BuildStep
from rindle_core.catalogue.mounts import MountKind, Surface
from rindle_core.stations.entries import JobInput
from rindle_core.stations.planned import planned

LOOKS_AT = ("mount.mount_code", "brief.surface")


def mount_code(job: JobInput) -> str:
    """Chosen at Mount, or else of the planned position; empty: nobody chose one."""
    one = planned(job)
    return job.mount.mount_code or (one.mount_code if one is not None else "")


def mount_kind(job: JobInput) -> MountKind | None:
    """The kind that was chosen; None: none was, or the stores have it no longer."""
    wanted = mount_code(job)
    return next((one for one in job.picks.mounts if one.code == wanted), None) if wanted else None


def mount_surface(job: JobInput) -> Surface | None:
    """What it stands on: of the planned position, or as the job says."""
    one = planned(job)
    return (one.surface if one else None) or job.brief.surface


def build_steps(job: JobInput) -> list[BuildStep]:
    """The mount's steps before the first of the terminal's that needs a mount; without a terminal none."""
    terminal, kind = job.picks.terminal, mount_kind(job)
    if terminal is None:
        return []
    own = terminal.build_steps
    at = next((index for index, one in enumerate(own) if "entry:mount" in one.needs), len(own))
    return [*own[:at], *(kind.build_steps if kind else []), *own[at:]]


def at_height_min(job: JobInput) -> float:
    """Minutes on ladder or roof: of the planned position where somebody said them, else of the steps."""
    one = planned(job)
    if one is not None and one.time_at_height_min is not None:
        return one.time_at_height_min
    return sum(step.at_height_min for step in build_steps(job))


__all__ = ["LOOKS_AT", "at_height_min", "build_steps", "mount_code", "mount_kind", "mount_surface"]
