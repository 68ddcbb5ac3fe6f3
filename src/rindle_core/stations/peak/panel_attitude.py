"""A flat panel for low orbits: the part of the sky that it uses, and how it is turned to it."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.geometry import separation_deg, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.antenna import scan_loss_db
from rindle_core.stations.peak.findings import ATTITUDE


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
    return ATTITUDE.at_most(
        result.misaligned_deg,
        given.tolerance_deg,
        clear="The panel is aligned",
        over="The panel is not aligned",
        why="A panel that looks aside steers further, loses gain, and sees sky that is blocked.",
        clears_by=way,
    )


__all__ = ["AttitudeInput", "AttitudeResult", "panel_attitude"]
