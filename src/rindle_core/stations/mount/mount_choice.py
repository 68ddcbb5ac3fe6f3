"""Which kinds of mount suit a surface, and why the others do not."""

from __future__ import annotations

from pydantic import Field

from rindle_core.catalogue.models import MastWindow
from rindle_core.catalogue.mounts import SHIPPED_MOUNTS, Holds, MountKind, Surface
from rindle_core.kernel.findings import Level
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.mount.findings import MOUNT_CHOICE, SURFACE
from rindle_core.stations.mount.reach import ReachInput, reach

_WALLS = ("masonry", "timber_siding", "fascia")


class MountChoiceInput(Model):
    """Surface and wishes. Height is that of the antenna over the fixing."""

    surface: Surface | None = None
    may_drill: bool = True
    permanent: bool = True
    wanted_height_m: float = Field(default=0.0, ge=0, le=30)
    aperture_mm: float | None = Field(default=None, gt=0, le=20_000)
    overhang_m: float | None = Field(default=None, ge=0, le=10, description="Of the roof over the wall")
    eave_over_m: float | None = Field(default=None, ge=-10, le=30, description="Eave over the fixing")
    measured_code: str = Field(default="", description="Of the kind that was measured here: `reach` judges that one")
    measured_m: float | None = Field(default=None, gt=0, le=60, description="How far its mast was measured to reach")
    measured_mm: float | None = Field(default=None, gt=0, le=500, description="Its tube's outer diameter as measured")
    antenna_kg: float | None = Field(default=None, ge=0, le=2000)
    clamp: MastWindow | None = Field(default=None, description="Of the antenna; None: not chosen yet")
    wall_least_mm: float | None = Field(default=None, gt=0, le=50, description="That the antenna's maker asks")
    kinds: list[MountKind] = Field(default_factory=lambda: list(SHIPPED_MOUNTS), max_length=200)


class KindInShort(Model):
    """A kind as a list shows it and a small drawing needs it."""

    code: str
    name: str
    needs: str
    caution: str
    drills: bool
    permanent: bool
    rigid_share: float
    most_height_m: float
    most_aperture_mm: float
    surfaces: list[Surface] = Field(default_factory=list)
    holds: Holds = "given"
    reach_m: float = 0.0
    rise_m: float = 0.0
    mass_kg: float = Field(default=0.0, description="Of all its pieces; 0 in older records")


def in_short(kind: MountKind) -> KindInShort:
    """What a list shows of a kind."""
    told = {name: getattr(kind, name) for name in KindInShort.model_fields if name != "mass_kg"}
    return KindInShort(**told, mass_kg=sum(one.mass_kg * one.count for one in kind.pieces))


class MountOption(Model):
    """A kind with what speaks against it; nothing where it suits."""

    kind: KindInShort
    suits: bool
    against: list[str]


class MountChoiceResult(Model):
    """Kinds for this surface, those that suit first, the most rigid first."""

    options: list[MountOption]


def _meets_the_eave(kind: MountKind, given: MountChoiceInput) -> bool:
    """Whether it is known that an antenna on this kind is stopped by the roof over it."""
    if given.surface not in _WALLS or kind.holds not in ("plate", "brackets") or given.aperture_mm is None:
        return False
    if kind.code == given.measured_code:
        return False
    seen = ReachInput(
        reach_m=kind.reach_m,
        rise_m=kind.rise_m,
        aperture_mm=given.aperture_mm,
        overhang_m=given.overhang_m,
        eave_over_m=given.eave_over_m,
    )
    return any(one.level is Level.HOLD for one in reach(seen).findings)


def _height_m(kind: MountKind, given: MountChoiceInput) -> float:
    """Height over the fixing: as it is wanted, of the kind that stands here also as it was measured."""
    measured = given.measured_m if kind.code == given.measured_code else None
    return max(given.wanted_height_m, measured or 0.0)


def _against_tube(kind: MountKind, given: MountChoiceInput) -> list[str]:
    """The kind's tube against the antenna's clamp; one that was measured here by what it measures."""
    if given.clamp is None:
        return []
    least, most = given.clamp.least_mm, given.clamp.most_mm
    clamp = f"do not fit the clamp ({least:g} to {most:g} mm)"
    if kind.code == given.measured_code and given.measured_mm is not None:
        return [] if least <= given.measured_mm <= most else [f"{given.measured_mm:g} mm of tube {clamp}"]
    found = []
    thin, thick, wall_mm = kind.grip_least_mm, kind.grip_most_mm, kind.tube_wall_mm
    if kind.tube_mm is not None:
        if not least <= kind.tube_mm <= most:
            found.append(f"{kind.tube_mm:g} mm of tube {clamp}")
    elif thin is not None and thick is not None and (thick < least or thin > most):
        found.append(f"tubes of {thin:g} to {thick:g} mm, that it grips, {clamp}")
    if wall_mm is not None and given.wall_least_mm is not None and wall_mm < given.wall_least_mm:
        found.append(f"its tube’s wall is {wall_mm:g} mm, {given.wall_least_mm:g} mm is asked")
    return found


def _against(kind: MountKind, given: MountChoiceInput) -> list[str]:
    reasons = [
        (kind.drills and not given.may_drill, "it needs holes, and none are allowed"),
        (given.permanent and not kind.permanent, "it is for trials and portable sets, not for good"),
        (_height_m(kind, given) > kind.most_height_m, f"it usually reaches {kind.most_height_m:g} m"),
        (
            given.aperture_mm is not None and given.aperture_mm > kind.most_aperture_mm,
            f"it usually bears antennas up to {kind.most_aperture_mm / 1000:g} m",
        ),
        (
            _meets_the_eave(kind, given),
            f"it stands {kind.reach_m:g} m off the wall and does not swing free of the overhang of "
            f"{given.overhang_m or 0.0:g} m",
        ),
        (
            given.antenna_kg is not None and kind.most_kg is not None and given.antenna_kg > kind.most_kg,
            f"it bears up to {kind.most_kg or 0.0:g} kg",
        ),
    ]
    return [*(text for against, text in reasons if against), *_against_tube(kind, given)]


@register(
    "mount_choice",
    "Which kinds of mount suit a surface, and what speaks against the others",
    MountChoiceInput,
    MountChoiceResult,
)
def mount_choice(given: MountChoiceInput) -> Outcome[MountChoiceResult]:
    """Filters the trade's usual kinds by surface; reasons against are said, nothing is hidden.

    Ranked by how firmly a kind holds aim.
    """
    if given.surface is None:
        wanted = SURFACE.missing("The surface to mount on is not known", "Choose what the mount would stand on.")
        return Outcome(MountChoiceResult(options=[]), [wanted])
    options = [
        MountOption(kind=in_short(kind), suits=not (against := _against(kind, given)), against=against)
        for kind in given.kinds
        if given.surface in kind.surfaces
    ]
    options.sort(key=lambda one: (not one.suits, -one.kind.rigid_share))
    best = next((one for one in options if one.suits), None)
    finding = MOUNT_CHOICE(
        Level.CLEAR if best else Level.MIND,
        f"{best.kind.name} suits" if best else "No usual mount suits these wishes",
        f"{best.kind.needs} {best.kind.caution}" if best else "Each kind for this surface has something against it.",
        clears_by=""
        if best
        else "Allow holes, lower the wish for height, choose another surface, or enter a kind in Stores that bears "
        "the antenna.",
    )
    return Outcome(MountChoiceResult(options=options), [finding])


__all__ = ["KindInShort", "MountChoiceInput", "MountChoiceResult", "MountOption", "in_short", "mount_choice"]
