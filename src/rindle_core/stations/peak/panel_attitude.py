"""A flat panel for low orbits: the part of the sky that it uses, and how it is turned to it."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import separation_deg, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.kernel.ties import no_more
from rindle_core.science.antenna import scan_loss_db
from rindle_core.stations.peak.findings import ATTITUDE


class AttitudeInput(Model):
    """Wanted and measured attitude of a panel that is aligned by hand. Bearings true, tilts from the zenith."""

    wanted_azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    wanted_tilt_deg: float = Field(ge=0, le=90)
    measured_azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    measured_tilt_deg: float = Field(ge=0, le=90)
    azimuth_error_deg: float | None = Field(
        default=None, ge=0, le=180, description="How far off the bearing may be; None: not told"
    )
    tolerance_deg: float = Field(default=5.0, gt=0, le=30)
    first_azimuth_deg: float | None = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG, description="As it stood when it was first read; None: read once"
    )
    first_tilt_deg: float | None = Field(default=None, ge=0, le=90)


class KnobStep(Model):
    """What one knob, or both, has to do now."""

    knob: str
    done: bool = Field(description="Near enough: it may be made snug")
    says: str


class AttitudeResult(Model):
    """What each knob has to do."""

    turn_deg: float = Field(description="Of the rotation knob, clockwise positive seen from above")
    tilt_deg: float = Field(description="Of the tilt knob, positive away from the zenith")
    misaligned_deg: float = Field(description="Angle between the two boresights")
    rotation_right: bool = Field(default=False, description="The rotation knob may be made snug")
    tilt_right: bool = Field(default=False, description="The tilt knob may be made snug")
    scan_loss_db: float = Field(description="At the far edge of the cone's axis: what steering by that angle costs")
    aligned: bool = Field(
        default=False, description="Off by no more than it may be, and the bearing is sure enough to say so"
    )
    steps: list[KnobStep] = Field(default_factory=list, description="In their order; none in older records")
    turned: str = Field(default="", description="How it has moved since it was first read; empty where read once")


@register("panel_attitude", "How a hand-aligned panel has to be turned and tilted", AttitudeInput, AttitudeResult)
def panel_attitude(given: AttitudeInput) -> Outcome[AttitudeResult]:
    """Differences of bearing and tilt, and the angle between the boresights on the sphere.

    A turn about the vertical moves the boresight by sin(tilt) of it. Each knob is right within the tolerance over √2,
    so that both together keep it; where both together keep it, neither is asked to be turned.
    """
    each = given.tolerance_deg / math.sqrt(2.0)
    slant = math.sin(math.radians(given.wanted_tilt_deg))
    off = float(
        separation_deg(
            given.wanted_azimuth_deg,
            90.0 - given.wanted_tilt_deg,
            given.measured_azimuth_deg,
            90.0 - given.measured_tilt_deg,
        )
    )
    turn = float(wrap_180(given.wanted_azimuth_deg - given.measured_azimuth_deg))
    tilt = given.wanted_tilt_deg - given.measured_tilt_deg
    within, rotated, tilted = (
        no_more(off, given.tolerance_deg),
        no_more(abs(turn) * slant, each),
        no_more(abs(tilt), each),
    )
    result = AttitudeResult(
        turn_deg=turn,
        rotation_right=rotated,
        tilt_right=tilted,
        tilt_deg=tilt,
        misaligned_deg=off,
        scan_loss_db=scan_loss_db(off),
        aligned=within and _doubt_deg(given) <= given.tolerance_deg,
        steps=[
            _knob("Rotation knob, the upper one", within or rotated, abs(turn), f"{_way(turn)} seen from above"),
            _knob("Tilt knob, the lower one", within or tilted, abs(tilt), _up_or_down(tilt)),
            KnobStep(
                knob="Both knobs",
                done=False,
                says="tighten, wait, and read once more: tightening turns it a little"
                if within
                else "stay loose until both are near enough",
            ),
        ],
        turned=_turned(given),
    )
    return Outcome(result, [_judge(result, given)])


def _doubt_deg(given: AttitudeInput) -> float:
    """How far the boresight may be off, for all that the bearing's own error tells."""
    return (given.azimuth_error_deg or 0.0) * math.sin(math.radians(given.measured_tilt_deg))


def _way(turn_deg: float) -> str:
    return "clockwise" if turn_deg >= 0 else "anticlockwise"


def _up_or_down(tilt_deg: float) -> str:
    return "down" if tilt_deg >= 0 else "up"


def _knob(name: str, done: bool, off_deg: float, way: str) -> KnobStep:
    if done:
        return KnobStep(knob=name, done=True, says=f"is near enough: {off_deg:.1f}° {way} would be the middle")
    return KnobStep(knob=name, done=False, says=f"by {off_deg:.1f}° {way}, then snug")


def _turned(given: AttitudeInput) -> str:
    if given.first_azimuth_deg is None or given.first_tilt_deg is None:
        return ""
    turn = float(wrap_180(given.measured_azimuth_deg - given.first_azimuth_deg))
    tilt = given.measured_tilt_deg - given.first_tilt_deg
    return f"turned {abs(turn):.1f}° {_way(turn)}, tilted {abs(tilt):.1f}° {_up_or_down(tilt)}"


def _judge(result: AttitudeResult, given: AttitudeInput) -> Finding:
    turn, tilt = result.turn_deg, result.tilt_deg
    off = [
        *([] if result.rotation_right else [f"turn {abs(turn):.0f}° {_way(turn)} seen from above"]),
        *([] if result.tilt_right else [f"tilt {abs(tilt):.0f}° {_up_or_down(tilt)}"]),
    ]
    way = (
        f"Loosen, {', '.join(off)}, tighten, read again." if off else "Loosen, bring both nearer, tighten, read again."
    )
    doubt_deg = _doubt_deg(given)
    if result.misaligned_deg <= given.tolerance_deg < doubt_deg:
        return ATTITUDE(
            Level.MIND,
            "The panel is aligned only if its compass is right",
            "The bearing may be off by more than the panel may be.",
            figure=doubt_deg,
            limit=given.tolerance_deg,
            bound="at_most",
            clears_by="Read the bearing from the panel's own page, or set it by a landmark of known bearing.",
        )
    return ATTITUDE.at_most(
        result.misaligned_deg,
        given.tolerance_deg,
        clear="The panel is aligned",
        over="The panel is not aligned",
        why="A panel that looks aside steers further, loses gain, and sees sky that is blocked.",
        clears_by=way,
    )


__all__ = ["AttitudeInput", "AttitudeResult", "KnobStep", "panel_attitude"]
