"""The mount of each candidate position: on its own surface, now or for good."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.mounts import SURFACES, MountKind, Surface
from rindle_core.kernel.model import Model
from rindle_core.stations.asked_once import asked_of
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.mount_choice import MountChoiceInput, MountOption, mount_choice
from rindle_core.stations.sky.candidates import CandidateFacts


class PositionMount(Model):
    """What a position stands on, and by what. Without a kind none is chosen and none suits."""

    letter: str
    surface: Surface | None
    mount_code: str = Field(description="Of the kind of mount; empty: none is chosen and none suits")
    mount_name: str
    permanent: bool = Field(default=False, description="Whether that kind may stay for good")
    chosen: bool = Field(default=False, description="Chosen by somebody; else it is the firmest that suits")
    against: list[str]


def choice_of(job: JobInput, surface: Surface | None, *, permanent: bool) -> MountChoiceInput:
    """What the chooser is asked for a surface of this job."""
    terminal = job.picks.terminal
    return MountChoiceInput(
        surface=surface,
        may_drill=job.brief.may_drill,
        permanent=permanent,
        wanted_height_m=job.brief.wanted_height_m,
        aperture_mm=terminal.aperture_mm if terminal else None,
        antenna_kg=terminal.mass_kg() if terminal else None,
        clamp=terminal.mast if terminal else None,
        wall_least_mm=terminal.mast_wall_least_mm if terminal else None,
        kinds=job.picks.mounts,
    )


def _stands_on(
    one: CandidateFacts, surface: Surface | None, kind: MountKind | None, against: list[str], *, chosen: bool = False
) -> PositionMount:
    return PositionMount(
        letter=one.letter,
        surface=surface,
        mount_code=kind.code if kind else "",
        mount_name=kind.name if kind else "",
        permanent=kind is not None and kind.permanent,
        chosen=chosen,
        against=against,
    )


@asked_of("brief", "picks")
def _options(job: JobInput, surface: Surface, *, permanent: bool) -> list[MountOption]:
    return mount_choice(choice_of(job, surface, permanent=permanent)).result.options


def mount_at(
    job: JobInput, one: CandidateFacts, *, code: str | None = None, permanent: bool | None = None
) -> PositionMount:
    """The kind that is chosen there with what speaks against it, or else the firmest one that suits."""
    surface, wanted = one.surface or job.brief.surface, one.mount_code if code is None else code
    if permanent is None:
        permanent = job.brief.permanence in ("", "permanent")
    if surface is None:
        return _stands_on(one, None, None, [])
    options = _options(job, surface, permanent=permanent)
    if wanted:
        known = next((kind for kind in job.picks.mounts if kind.code == wanted), None)
        option = next((option for option in options if option.kind.code == wanted), None)
        against = option.against if option else [f"it is not for this surface: {SURFACES[surface].lower()}"]
        return _stands_on(one, surface, known, against, chosen=True)
    first = next((option for option in options if option.suits), None)
    best = next((kind for kind in job.picks.mounts if first and kind.code == first.kind.code), None)
    nothing = [] if best else [f"no usual mount suits {SURFACES[surface].lower()} with these wishes"]
    return _stands_on(one, surface, best, nothing)


def mount_against(job: JobInput, one: CandidateFacts) -> list[str]:
    """What speaks against what it stands on, in one sentence; nothing while its surface is not known."""
    found = mount_at(job, one)
    prefix = f"{found.mount_name.lower()}: " if found.mount_name else ""
    return [prefix + ", ".join(found.against)] if found.against else []


__all__ = ["PositionMount", "choice_of", "mount_against", "mount_at"]
