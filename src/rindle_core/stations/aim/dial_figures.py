"""The one figure for each of a crew's instruments, corrections and what the mast's lean asks inside."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from rindle_core.catalogue.models import Clinometer
from rindle_core.kernel.geometry import fold_90
from rindle_core.kernel.house_rules import DEFAULT_RULES
from rindle_core.kernel.model import Model
from rindle_core.kernel.units import format_quantity
from rindle_core.stations.aim.aim import AimResult, clinometer_reading_deg
from rindle_core.stations.aim.instruments import SCALES, Side, SidesTold, off_by_side_deg, shown_reading, side_matters
from rindle_core.stations.aim.plumb import PlumbResult


class DialFigures(Model):
    """What the crew's own instruments show when the beam is right, their corrections inside:

    the one figure for each.
    """

    compass_deg: float
    compass_correction_deg: float
    clinometer_deg: float
    clinometer_correction_deg: float
    clinometer_face: str = Field(description="Where it is laid; empty: along the beam")
    clinometer_reads_from: Literal["", "level", "vertical"] = Field(
        default="level", description="From where an instrument that is laid there reads; empty: a scale is read"
    )
    clinometer_side: Side = Field(default="", description="To which side the face leans, where that is not plain")
    side_matters: bool = Field(
        default=False, description="It stands so near to level or plumb that it may lean to the wrong side unnoticed"
    )
    skew_deg: float | None = Field(
        default=None, description="That plate or feed shows, clockwise from behind; None: of an older record"
    )
    skew_correction_deg: float = Field(default=0.0, description="What the mast's lean asks: it is in the skew")


def dial_figures(
    aimed: AimResult,
    compass_correction_deg: float,
    clinometer_correction_deg: float,
    leaning: PlumbResult | None = None,
    scale_zero_deg: float = 0.0,
    fold_asked_deg: float = DEFAULT_RULES.fold_asked_deg,
    scale: Clinometer | None = None,
) -> DialFigures:
    """The readings of compass, clinometer and skew plate with their corrections.

    A compass and a clinometer go by north and the plumb line, whatever the mast does; a scale or plate goes by the
    mast, and what its lean asks is in the figure. A level head has no correction but its scale's own zero; `scale` is
    that scale, where the stores have it.
    """
    by_scale = aimed.clinometer_kind in SCALES
    off_deg = scale_zero_deg if by_scale else clinometer_correction_deg
    if aimed.clinometer_kind == "scale" and leaning is not None:
        off_deg += leaning.elevation_setting_deg - aimed.elevation_apparent_deg
    skew_off_deg = leaning.skew_correction_deg if leaning is not None else 0.0
    level = aimed.clinometer_kind == "flat"  # it is laid level, and the elevation stands on its scale
    if level and scale is not None:
        angle = clinometer_reading_deg(aimed.elevation_apparent_deg, scale)
    else:
        own = level or aimed.clinometer_deg is None
        angle = aimed.elevation_apparent_deg if own else aimed.clinometer_deg or 0.0
    reading, side = (angle + off_deg, "") if by_scale else shown_reading(angle + off_deg)
    return DialFigures(
        compass_deg=(aimed.azimuth_magnetic_deg + compass_correction_deg) % 360.0,
        compass_correction_deg=compass_correction_deg,
        clinometer_deg=reading,
        clinometer_side=side,
        side_matters=not by_scale and side_matters(reading, side, fold_asked_deg),
        clinometer_reads_from="" if by_scale else "vertical" if aimed.clinometer_kind == "rim" else "level",
        clinometer_correction_deg=off_deg,
        clinometer_face="scale of the head, set level" if level else aimed.clinometer_face,
        skew_deg=float(fold_90(aimed.skew_deg + skew_off_deg)),
        skew_correction_deg=skew_off_deg,
    )


def clinometer_words(dial: DialFigures) -> str:
    """What the clinometer has to show, and to which side the face leans where that is not plain."""
    return " ".join(one for one in (format_quantity(dial.clinometer_deg, "deg"), dial.clinometer_side) if one)


def side_told(dial: DialFigures | None, side: SidesTold) -> SidesTold | None:
    """To which side the clinometer's face leans; None where that matters and nobody told it."""
    return None if dial is not None and dial.side_matters and not side else side


def preset_off_deg(shown_deg: float, side: SidesTold, dial: DialFigures, tolerance_deg: float) -> float | None:
    """What the elevation was preset to, less what it has to be; None where the side is wanted and not told."""
    within = tolerance_deg if dial.side_matters else None
    return off_by_side_deg(shown_deg, side, dial.clinometer_deg, dial.clinometer_side, untold_within_deg=within)


def skew_to_set_deg(aimed: AimResult, dial: DialFigures | None) -> float:
    """What the plate or feed has to show, clockwise from behind."""
    return aimed.skew_deg if dial is None or dial.skew_deg is None else dial.skew_deg


__all__ = ["DialFigures", "clinometer_words", "dial_figures", "preset_off_deg", "skew_to_set_deg"]
