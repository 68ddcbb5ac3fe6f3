"""Where directions of the sky fall in a picture, and how a telephone that is held up looks."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import ArrayLike, NDArray

from rindle_core.kernel.geometry import Array, unit_vector, wrap_180

Projection = Literal["flat", "cylindrical"]


class Attitude(NamedTuple):
    """How a camera looks: where its middle points, and how far the picture is turned clockwise, seen from behind it."""

    azimuth_deg: float
    elevation_deg: float
    tilted_deg: float


def _level_axes(attitude: Attitude) -> tuple[Array, Array, Array]:
    """Right, up and ahead of a camera that is not rolled, each as east, north and up."""
    heading = math.radians(attitude.azimuth_deg)
    ahead = unit_vector(attitude.azimuth_deg, attitude.elevation_deg)
    right = np.array([math.cos(heading), -math.sin(heading), 0.0])
    return right, np.cross(right, ahead), ahead


def axes(attitude: Attitude) -> Array:
    """Right, up and ahead as rows, each as east, north and up: shape (3, 3)."""
    right, up, ahead = _level_axes(attitude)
    roll = math.radians(attitude.tilted_deg)
    return np.stack([math.cos(roll) * right - math.sin(roll) * up, math.sin(roll) * right + math.cos(roll) * up, ahead])


def device_axes(alpha_deg: ArrayLike, beta_deg: ArrayLike, gamma_deg: ArrayLike) -> tuple[Array, Array, Array]:
    """A device's own axes from the angles that browsers tell: to the right of its screen, to the screen's top, and out
    of the screen. Each as east, north and up in the last dimension, north being the device's own.

    Source: W3C Device Orientation and Motion, section 3: R = Z(alpha)·X(beta)·Y(gamma), its columns written out.
    """
    a, b, c = (np.radians(np.asarray(one, dtype=np.float64)) for one in (alpha_deg, beta_deg, gamma_deg))
    (ca, sa), (cb, sb), (cc, sc) = ((np.cos(one), np.sin(one)) for one in (a, b, c))
    return (
        np.stack([ca * cc - sa * sb * sc, sa * cc + ca * sb * sc, -cb * sc], axis=-1),
        np.stack([-sa * cb, ca * cb, sb + 0.0 * a], axis=-1),
        np.stack([ca * sc + sa * sb * cc, sa * sc - ca * sb * cc, cb * cc], axis=-1),
    )


def attitude_of_device(alpha_deg: float, beta_deg: float, gamma_deg: float, screen_deg: float = 0.0) -> Attitude:
    """How the camera on the back of a device looks, from the angles that browsers tell; the heading is from the north
    that the device takes.

    Source: W3C Device Orientation and Motion, section 3 (intrinsic rotations Z-X'-Y''; x to the right of the screen, y
    to its top, z out of it); `screen_deg` is `screen.orientation.angle` of the CSSOM.
    """
    x, y, z = device_axes(alpha_deg, beta_deg, gamma_deg)
    turned = math.radians(screen_deg)
    right = math.cos(turned) * x - math.sin(turned) * y
    ahead = -z
    heading = math.degrees(math.atan2(ahead[0], ahead[1])) % 360.0
    pitch = math.degrees(math.asin(np.clip(ahead[2], -1.0, 1.0)))
    level_right, level_up, _ = _level_axes(Attitude(heading, pitch, 0.0))
    return Attitude(heading, pitch, math.degrees(math.atan2(-right @ level_up, right @ level_right)))


def focal_px(width_px: float, view_deg: float, projection: Projection) -> float:
    """Pixels a radian at the middle of a picture that shows `view_deg` across its width.

    Flat: the pinhole, w/2 = f·tan(view/2); cylindrical: w = f·view.
    """
    if projection == "cylindrical":
        return width_px / math.radians(view_deg)
    return width_px / 2.0 / math.tan(math.radians(view_deg) / 2.0)


def view_deg(width_px: float, focal: float, projection: Projection) -> float:
    """What a picture of that width and focal length shows across: the other way round of `focal_px`."""
    if projection == "cylindrical":
        return math.degrees(width_px / focal)
    return 2.0 * math.degrees(math.atan(width_px / 2.0 / focal))


def project(
    azimuth_deg: ArrayLike,
    elevation_deg: ArrayLike,
    attitude: Attitude,
    size_px: tuple[float, float],
    focal: float,
    projection: Projection = "flat",
) -> tuple[Array, Array, NDArray[np.bool_]]:
    """Columns and rows of directions in a picture, and whether each lies before the camera; rows count downwards.

    Flat: the central projection on the picture's plane. Cylindrical: a level panorama, columns by bearing and rows by
    the tangent of the elevation, both about the attitude's heading and pitch.
    """
    middle_x, middle_y = size_px[0] / 2.0, size_px[1] / 2.0
    if projection == "cylindrical":
        across = wrap_180(np.asarray(azimuth_deg, dtype=np.float64) - attitude.azimuth_deg)
        horizon = middle_y + focal * math.tan(math.radians(attitude.elevation_deg))
        return (
            middle_x + focal * np.radians(across),
            horizon - focal * np.tan(np.radians(elevation_deg)),
            np.abs(np.asarray(elevation_deg)) < 89.0,
        )
    right, up, ahead = np.moveaxis(unit_vector(azimuth_deg, elevation_deg) @ axes(attitude).T, -1, 0)
    before = ahead > 0.02
    depth = np.where(before, ahead, 1.0)
    return middle_x + focal * right / depth, middle_y - focal * up / depth, before


__all__ = ["Attitude", "Projection", "attitude_of_device", "axes", "device_axes", "focal_px", "project", "view_deg"]
