"""Which kinds of mount suit a surface, and why the others do not."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level, missing
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

Surface = Literal[
    "shingle",
    "tile",
    "sheet_rib",
    "corrugated",
    "masonry",
    "timber_siding",
    "fascia",
    "bare_ground",
    "flat_roof",
    "vehicle",
    "existing_mast",
]
SURFACES: dict[str, str] = {
    "shingle": "Shingle roof over rafters",
    "tile": "Tile roof over rafters",
    "sheet_rib": "Sheet-metal roof with ribs",
    "corrugated": "Corrugated sheet",
    "masonry": "Brick or stone wall",
    "timber_siding": "Timber wall with siding",
    "fascia": "Fascia or gable board",
    "bare_ground": "Open ground",
    "flat_roof": "Flat roof",
    "vehicle": "Vehicle",
    "existing_mast": "An existing mast or pole",
}


class MountKind(Model):
    """A kind of mount as the trade knows it. Heights are of the antenna over the fixing."""

    code: str
    name: str
    surfaces: list[Surface]
    drills: bool = Field(description="Whether it makes holes in the building")
    permanent: bool
    most_height_m: float = Field(description="Usual reach above the fixing: a planning aid")
    most_aperture_mm: float = Field(description="Usual largest antenna: a planning aid")
    rigid_share: float = Field(
        ge=0, le=1, description="How firmly it holds aim, 1 for a pole in concrete: the trade's ranking"
    )
    needs: str
    caution: str


def _kind(
    code: str,
    name: str,
    surfaces: str,
    holds: str,
    most_height_m: float,
    most_aperture_mm: float,
    rigid_share: float,
    needs: str,
    caution: str,
) -> MountKind:
    """A row of the table; `holds` names what it does: drills, permanent."""
    return MountKind.model_validate(
        {
            "code": code,
            "name": name,
            "surfaces": surfaces.split(),
            "drills": "drills" in holds,
            "permanent": "permanent" in holds,
            "most_height_m": most_height_m,
            "most_aperture_mm": most_aperture_mm,
            "rigid_share": rigid_share,
            "needs": needs,
            "caution": caution,
        }
    )


_KINDS = (
    _kind(
        "ground_pole",
        "Ground pole in concrete",
        "bare_ground",
        "permanent",
        3.0,
        2400,
        1.0,
        "Soil that can be dug, concrete that may cure undisturbed.",
        "Have buried services found and marked before the first spade.",
    ),
    _kind(
        "wall_arm",
        "Wall plate with arm",
        "masonry",
        "drills permanent",
        1.0,
        1200,
        0.9,
        "Sound masonry, anchors away from joints and edges.",
        "Look for pipes and wires on both sides before drilling.",
    ),
    _kind(
        "stud_arm",
        "Long wall arm on a keyhole plate over studs",
        "timber_siding",
        "drills permanent",
        1.2,
        900,
        0.75,
        "Two lags in the middle of studs at least; a plate that reaches them.",
        "Look for wires in the wall before drilling.",
    ),
    _kind(
        "gable_pole",
        "Gable pole on two brackets",
        "masonry timber_siding fascia",
        "drills permanent",
        3.0,
        900,
        0.7,
        "Equal lengths between the brackets and above them, brackets into framing.",
        "Work at the edge: tie off before it is in reach.",
    ),
    _kind(
        "roof_foot",
        "Short roof mast with struts over rafters",
        "shingle tile",
        "drills permanent",
        1.5,
        900,
        0.75,
        "Lags in rafters, sealing below and above each foot.",
        "Edge and fall: harness, and nobody below.",
    ),
    _kind(
        "rib_clamp",
        "Rail on rib clamps",
        "sheet_rib",
        "permanent",
        0.8,
        900,
        0.65,
        "Clamps that fit this rib; where the gauge is unknown, more of them.",
        "Sheet is slippery and may not bear a person between purlins.",
    ),
    _kind(
        "sheet_foot",
        "Foot screwed through sheet into purlins",
        "sheet_rib corrugated",
        "drills permanent",
        1.2,
        900,
        0.65,
        "Screws into purlins with sealing washers, on the crests.",
        "Old corrugated sheet may hold asbestos: do not drill until it is known.",
    ),
    _kind(
        "ballast",
        "Ballast frame",
        "flat_roof bare_ground",
        "permanent",
        1.0,
        1200,
        0.6,
        "A roof that bears the blocks, a mat under the frame.",
        "Ask who answers for the roof whether it bears the load.",
    ),
    _kind(
        "reuse",
        "The existing mast, once it is proved",
        "existing_mast",
        "permanent",
        3.0,
        900,
        0.6,
        "Diameter in the clamp's window, no rust at the foot, no play in the bracket.",
        "Shake it by hand from safe footing before any ladder leans on it.",
    ),
    _kind(
        "ladder_pole",
        "Vehicle ladder pole on two clamps",
        "vehicle",
        "",
        3.0,
        700,
        0.4,
        "Two clamps well apart, the pole split below the top.",
        "Take it down before driving.",
    ),
    _kind(
        "tripod",
        "Tripod on the ground, for trials and portable sets",
        "bare_ground flat_roof vehicle",
        "",
        1.0,
        900,
        0.3,
        "Weights or pegs against gusts, a barrier against people.",
        "Nobody trips over it or walks in front of a transmitting dish.",
    ),
)


class MountChoiceInput(Model):
    """Surface and wishes. Height is that of the antenna over the fixing."""

    surface: Surface | None = None
    may_drill: bool = True
    permanent: bool = True
    wanted_height_m: float = Field(default=0.0, ge=0, le=30)
    aperture_mm: float | None = Field(default=None, gt=0, le=20_000)


class MountOption(Model):
    """A kind with what speaks against it; nothing where it suits."""

    kind: MountKind
    suits: bool
    against: list[str]


class MountChoiceResult(Model):
    """Kinds for this surface, those that suit first, the most rigid first."""

    options: list[MountOption]


def _against(kind: MountKind, given: MountChoiceInput) -> list[str]:
    reasons = [
        (kind.drills and not given.may_drill, "it needs holes, and none are allowed"),
        (given.permanent and not kind.permanent, "it is for trials and portable sets, not for good"),
        (given.wanted_height_m > kind.most_height_m, f"it usually reaches {kind.most_height_m:g} m"),
        (
            given.aperture_mm is not None and given.aperture_mm > kind.most_aperture_mm,
            f"it usually bears antennas up to {kind.most_aperture_mm / 1000:g} m",
        ),
    ]
    return [text for against, text in reasons if against]


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
        wanted = missing(
            "brief.surface", "The surface to mount on is not known", "Choose what the mount would stand on."
        )
        return Outcome(MountChoiceResult(options=[]), [wanted])
    options = [
        MountOption(kind=kind, suits=not (against := _against(kind, given)), against=against)
        for kind in _KINDS
        if given.surface in kind.surfaces
    ]
    options.sort(key=lambda one: (not one.suits, -one.kind.rigid_share))
    best = next((one for one in options if one.suits), None)
    finding = Finding(
        level=Level.CLEAR if best else Level.MIND,
        code="brief.mount_choice",
        message=f"{best.kind.name} suits" if best else "No usual mount suits these wishes",
        why=f"{best.kind.needs} {best.kind.caution}"
        if best
        else "Each kind for this surface has something against it.",
        clears_by="" if best else "Allow holes, lower the wish for height, or choose another surface.",
        source="The trade's usual kinds by surface: a planning aid, local codes prevail",
    )
    return Outcome(MountChoiceResult(options=options), [finding])


__all__ = ["SURFACES", "MountChoiceInput", "MountChoiceResult", "MountKind", "MountOption", "Surface", "mount_choice"]
