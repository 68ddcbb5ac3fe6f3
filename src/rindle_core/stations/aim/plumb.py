"""What a mast out of plumb does to the scales of the head, and the settings that make up for it."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, unit_vector, wrapped_180
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.aim.findings import PLUMB


class PlumbInput(Model):
    """A mast that leans by `lean_deg` towards a true bearing, and the direction wanted."""

    azimuth_true_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float = Field(ge=-5, le=90, description="Wanted, with refraction")
    lean_deg: float = Field(ge=0, le=30, description="Angle between mast and plumb line")
    lean_towards_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG, description="True bearing towards which its top leans")
    rules: HouseRules = DEFAULT_RULES


class PlumbResult(Model):
    """Errors are pointed less wanted when the scales are set as for a plumb mast;

    settings are what the scales must show instead.
    """

    elevation_error_deg: float
    azimuth_error_deg: float
    skew_error_deg: float = Field(description="Clockwise positive from behind")
    elevation_setting_deg: float
    azimuth_setting_deg: float
    skew_correction_deg: float = Field(description="To be added to the skew setting at the corrected settings")
    off_target_deg: float = Field(description="Angle on the sky between pointed and wanted")
    most_lean_deg: float = Field(description="Lean towards this bearing that misses by the preset tolerance")


def lean_matrix(lean_deg: float, towards_deg: float) -> Array:
    """Rotation that takes the plumb frame (east, north, up) into the mast's; its third column is the mast.

    Rodrigues' formula about the horizontal axis at right angles to the lean.
    """
    t, b = np.radians([lean_deg, towards_deg])
    x, y = -np.cos(b), np.sin(b)  # axis: up × the lean's direction, east and north parts
    cross = np.array([[0, 0, y], [0, 0, -x], [-y, x, 0]])
    return np.asarray(np.eye(3) + np.sin(t) * cross + (1 - np.cos(t)) * cross @ cross)


def _angles(vector: Array) -> tuple[float, float]:
    east, north, up = vector
    return float(np.degrees(np.arctan2(east, north)) % 360.0), float(np.degrees(np.arctan2(up, np.hypot(east, north))))


def _aperture(azimuth_deg: float, elevation_deg: float) -> tuple[Array, Array]:
    """Right and up in an aperture that looks that way, seen from behind."""
    a, e = np.radians([azimuth_deg, elevation_deg])
    return np.array([np.cos(a), -np.sin(a), 0.0]), np.array([-np.sin(e) * np.sin(a), -np.sin(e) * np.cos(a), np.cos(e)])


def _turn(own_up: Array, azimuth_deg: float, elevation_deg: float) -> float:
    """Clockwise angle from the vertical plane to the head's own upright, seen from behind."""
    right, up = _aperture(azimuth_deg, elevation_deg)
    return float(np.degrees(np.arctan2(own_up @ right, own_up @ up)))


def _miss_deg(given: PlumbInput, lean_deg: float) -> float:
    wanted = unit_vector(given.azimuth_true_deg, given.elevation_deg)
    pointed = lean_matrix(lean_deg, given.lean_towards_deg) @ wanted
    return float(np.degrees(np.arctan2(np.linalg.norm(np.cross(wanted, pointed)), wanted @ pointed)))


def _most_lean_deg(given: PlumbInput) -> float:
    """The lean at which the miss reaches the preset tolerance, by halving; 30° where it never does."""
    low, high = 0.0, 30.0
    if _miss_deg(given, high) <= given.rules.preset_elevation_deg:
        return high
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if _miss_deg(given, middle) <= given.rules.preset_elevation_deg else (low, middle)
    return low


@register("plumb", "Errors of a mast out of plumb, and the corrected settings", PlumbInput, PlumbResult)
def plumb(given: PlumbInput) -> Outcome[PlumbResult]:
    """Turns the head's frame exactly; to first order the elevation error is -t·cos(β - az).

    Derivation: scales set to (A, E) point along R·d(A, E); the settings that point along d are those of Rᵀ·d.
    """
    tilt = lean_matrix(given.lean_deg, given.lean_towards_deg)
    wanted = unit_vector(given.azimuth_true_deg, given.elevation_deg)
    azimuth, elevation = _angles(tilt @ wanted)
    own_up = tilt @ _aperture(given.azimuth_true_deg, given.elevation_deg)[1]
    azimuth_setting, elevation_setting = _angles(tilt.T @ wanted)
    corrected_up = tilt @ _aperture(azimuth_setting, elevation_setting)[1]
    result = PlumbResult(
        elevation_error_deg=elevation - given.elevation_deg,
        azimuth_error_deg=wrapped_180(azimuth - given.azimuth_true_deg),
        skew_error_deg=_turn(own_up, azimuth, elevation),
        elevation_setting_deg=elevation_setting,
        azimuth_setting_deg=azimuth_setting,
        skew_correction_deg=-_turn(corrected_up, given.azimuth_true_deg, given.elevation_deg),
        off_target_deg=_miss_deg(given, given.lean_deg),
        most_lean_deg=_most_lean_deg(given),
    )
    finding = PLUMB.at_most(
        given.lean_deg,
        result.most_lean_deg,
        level=Level.MIND,
        clear="The mast is plumb enough to find the satellite",
        over="The mast leans too far: set it plumb again",
        why="A leaning mast shifts every scale; beyond this the preset misses by more than its tolerance.",
        clears_by="Plumb it on two faces and tighten, or use the corrected settings.",
    )
    return Outcome(result, [finding] if given.lean_deg > 0 else [_plumb()])


def _plumb() -> Finding:
    return PLUMB(Level.CLEAR, "The mast is plumb", "It was measured, and does not lean.")


__all__ = ["PlumbInput", "PlumbResult", "lean_matrix", "plumb"]
