"""A flat panel for low orbits: the part of the sky that it uses, and how it is turned to it."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from rindle_core.constants import BEYOND_CIRCLE_DEG
from rindle_core.findings import Finding, at_most
from rindle_core.geodesy import separation_deg, wrap_180
from rindle_core.model import Model
from rindle_core.registry import Outcome, register


class Panel(Model):
    """What a panel can see. Tilt is of its boresight from the zenith."""

    cone_half_deg: float = Field(
        default=55.0, gt=0, le=90, description="Half-angle of the cone that it steers over, about its boresight"
    )
    least_elevation_deg: float = Field(default=25.0, ge=0, le=80)
    tilt_deg: float = Field(default=20.0, ge=0, le=90, description="Of the boresight from the zenith")
    self_aiming: bool = Field(default=False, description="Turns itself; else it is set to a bearing by hand")
    arc_zone_deg: float = Field(
        default=0.0, ge=0, le=60, description="Kept clear about the geostationary arc; 0 for none"
    )
    slot_s: float = Field(
        default=15.0, ge=1, le=120, description="Length of a schedule slot with one serving satellite"
    )
    tolerance_deg: float = Field(default=5.0, gt=0, le=30, description="Misalignment that the panel accepts")


class AttitudeInput(Model):
    """Wanted and measured attitude of a panel that is aligned by hand. Bearings true, tilts from the zenith."""

    wanted_azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    wanted_tilt_deg: float = Field(ge=0, le=90)
    measured_azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    measured_tilt_deg: float = Field(ge=0, le=90)
    tolerance_deg: float = Field(default=5.0, gt=0, le=30)


class AttitudeResult(Model):
    """What each knob has to do."""

    turn_deg: float = Field(description="Of the rotation knob, clockwise positive seen from above")
    tilt_deg: float = Field(description="Of the tilt knob, positive away from the zenith")
    misaligned_deg: float = Field(description="Angle between the two boresights")
    scan_loss_db: float = Field(description="At the far edge of the cone's axis: what steering by that angle costs")


def scan_loss_db(steered_deg: float) -> float:
    """Loss of a flat array that is steered off its boresight, -15 log10(cos θ): between the area's cosine and what
    arrays measure.

    Source: R. J. Mailloux, Phased Array Antenna Handbook, 3rd ed., section 1.2: cos^n θ with n from 1 to 1.5, the
    greater taken.
    """
    return float(-15.0 * np.log10(max(np.cos(np.radians(steered_deg)), 1e-3)))


@register("panel_attitude", "How a hand-aligned panel has to be turned and tilted", AttitudeInput, AttitudeResult)
def panel_attitude(given: AttitudeInput) -> Outcome[AttitudeResult]:
    """Differences of bearing and tilt, and the angle between the boresights on the sphere."""
    off = float(
        separation_deg(
            given.wanted_azimuth_deg,
            90.0 - given.wanted_tilt_deg,
            given.measured_azimuth_deg,
            90.0 - given.measured_tilt_deg,
        )
    )
    result = AttitudeResult(
        turn_deg=float(wrap_180(given.wanted_azimuth_deg - given.measured_azimuth_deg)),
        tilt_deg=given.wanted_tilt_deg - given.measured_tilt_deg,
        misaligned_deg=off,
        scan_loss_db=scan_loss_db(off),
    )
    return Outcome(result, [_judge(result, given)])


def _judge(result: AttitudeResult, given: AttitudeInput) -> Finding:
    turn, tilt = result.turn_deg, result.tilt_deg
    way = (
        f"Loosen, turn {abs(turn):.0f}° {'clockwise' if turn >= 0 else 'anticlockwise'} seen from above, tilt "
        f"{abs(tilt):.0f}° {'down' if tilt >= 0 else 'up'}, tighten, read again."
    )
    return at_most(
        result.misaligned_deg,
        given.tolerance_deg,
        code="peak.attitude",
        unit="deg",
        clear="The panel is aligned",
        over="The panel is not aligned",
        why="A panel that looks aside steers further, loses gain, and sees sky that is blocked.",
        clears_by=way,
        source="Angle between wanted and measured boresight",
    )


__all__ = ["AttitudeInput", "AttitudeResult", "Panel", "panel_attitude", "scan_loss_db"]
