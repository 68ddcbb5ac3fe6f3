"""Bearings, elevations and the satellite laid over a picture whose bearing is known, or over what a camera sees."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.geometry import Array, circle_about, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.camera import Attitude, Projection, attitude_of_device, focal_px, project

Kind = Literal["bearing", "elevation", "horizon", "ring", "skyline", "scene"]
_STEPS_DEG = (5.0, 10.0, 15.0, 30.0)
_LINES = 9.0  # about so many lines across a picture
_BEYOND = 0.15  # of the picture's size: so far a line goes on beyond its edge
_FINE_DEG = 2.0
_THIN_DEG = 60.0  # over such a gap nobody knows what stands there


class DeviceAngles(Model):
    """The angles that a browser tells of the device: alpha from its north, beta and gamma of its tilt."""

    alpha_deg: float = Field(ge=-360, le=360)
    beta_deg: float = Field(ge=-180, le=180)
    gamma_deg: float = Field(ge=-180, le=180)
    screen_deg: float = Field(default=0.0, ge=0, le=360, description="How far the screen's content is turned")
    declination_deg: float = Field(default=0.0, ge=-180, le=180, description="0 where its north is the true one")


class Target(Model):
    """A direction that is shown."""

    name: str = Field(max_length=80)
    azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float = Field(ge=-90, le=90)


class ViewInput(Model):
    """A picture, how it looks, and what is to be seen in it."""

    width_px: float = Field(gt=10, le=20_000)
    height_px: float = Field(gt=10, le=20_000)
    projection: Projection = "flat"
    view_deg: float = Field(gt=1, le=360, description="What the picture shows across its width; flat: under 170°")
    azimuth_deg: float = Field(default=0.0, ge=0, lt=BEYOND_CIRCLE_DEG, description="True bearing of its middle")
    elevation_deg: float = Field(default=0.0, ge=-90, le=90, description="Of its middle")
    tilted_deg: float = Field(default=0.0, ge=-180, le=180)
    device: DeviceAngles | None = Field(default=None, description="Instead of heading, pitch and roll")
    turn_deg: float = Field(default=0.0, ge=-180, le=180, description="Correction of the heading, by a known landmark")
    tip_deg: float = Field(default=0.0, ge=-90, le=90, description="Correction of the pitch, by the level")
    targets: list[Target] = Field(default_factory=list, max_length=200, description="The first is the one aimed at")
    clearance_deg: float = Field(default=0.0, ge=0, le=45, description="Radius of the ring about the first target")
    skyline: list[tuple[float, float]] = Field(
        default_factory=list, max_length=2000, description="Azimuth and elevation of points that were read"
    )
    scene: list[tuple[float, float]] = Field(
        default_factory=list, max_length=2000, description="Of a made-up horizon, where no camera shows a real one"
    )


class ViewLine(Model):
    """A line over the picture, in its pixels."""

    kind: Kind
    label: str
    points: list[tuple[float, float]]


class Seen(Model):
    """Where a target is: in the picture, or how far to turn to bring it to the middle."""

    name: str
    x_px: float
    y_px: float
    inside: bool
    turn_deg: float = Field(description="To the right")
    raise_deg: float = Field(description="Upwards")


class ViewResult(Model):
    """What is drawn over the picture, and how it looks."""

    azimuth_deg: float
    elevation_deg: float
    tilted_deg: float
    lines: list[ViewLine]
    targets: list[Seen]


def _attitude(given: ViewInput) -> Attitude:
    if given.device is None:
        looks = Attitude(given.azimuth_deg, given.elevation_deg, given.tilted_deg)
    else:
        told = given.device
        looks = attitude_of_device(told.alpha_deg, told.beta_deg, told.gamma_deg, told.screen_deg)
        looks = looks._replace(azimuth_deg=looks.azimuth_deg + told.declination_deg)
    pitch = min(90.0, max(-90.0, looks.elevation_deg + given.tip_deg))
    return Attitude((looks.azimuth_deg + given.turn_deg) % 360.0, pitch, looks.tilted_deg)


def _pieces(x: Array, y: Array, shown: NDArray[np.bool_]) -> list[list[tuple[float, float]]]:
    """The parts of a line that are before the camera and about the picture."""
    pieces: list[list[tuple[float, float]]] = [[]]
    for at, good in enumerate(shown):
        if good:
            pieces[-1].append((round(float(x[at]), 1), round(float(y[at]), 1)))
        elif pieces[-1]:
            pieces.append([])
    return [one for one in pieces if len(one) > 1]


def _read_runs(points: list[tuple[float, float]]) -> list[tuple[Array, Array]]:
    """The skyline as read, straight between points in azimuth and elevation; open where it was read too thinly."""
    if len(points) < 2:
        return []
    read = sorted(points)
    following = [*read[1:], (read[0][0] + 360.0, read[0][1])]
    return [
        (np.linspace(one[0], other[0], count), np.linspace(one[1], other[1], count))
        for one, other in zip(read, following, strict=True)
        if 0.0 < other[0] - one[0] <= _THIN_DEG
        for count in (2 + math.ceil((other[0] - one[0]) / _FINE_DEG),)
    ]


def _step(view_deg: float) -> float:
    return next((one for one in _STEPS_DEG if view_deg / one <= _LINES), _STEPS_DEG[-1])


@register("view", "Bearings, elevations and the satellite over a picture or a camera's view", ViewInput, ViewResult)
def view(given: ViewInput) -> Outcome[ViewResult]:
    """Each line's directions through the projection of the picture. Sources: see `project`, `attitude_of_device`."""
    looks = _attitude(given)
    across_deg = min(given.view_deg, 170.0) if given.projection == "flat" else given.view_deg
    focal = focal_px(given.width_px, across_deg, given.projection)
    size = (given.width_px, given.height_px)
    room = max(size) * _BEYOND

    def drawn(kind: Kind, label: str, azimuth: Array, elevation: Array) -> list[ViewLine]:
        x, y, before = project(azimuth, elevation, looks, size, focal, given.projection)
        about = (x > -room) & (x < size[0] + room) & (y > -room) & (y < size[1] + room)
        return [ViewLine(kind=kind, label=label, points=one) for one in _pieces(x, y, before & about)]

    step = _step(across_deg)
    tall = np.arange(-60.0, 85.0 + _FINE_DEG, _FINE_DEG)
    round_about = np.arange(0.0, 360.0 + _FINE_DEG, _FINE_DEG)
    lines: list[ViewLine] = []
    for bearing in np.arange(0.0, 360.0, step):
        lines += drawn("bearing", f"{bearing:.0f}°", np.full_like(tall, bearing), tall)
    for height in np.arange(-30.0, 90.0, step):
        kind: Kind = "horizon" if height == 0 else "elevation"
        around = np.full_like(round_about, height)
        # Begun behind the camera, so that no line breaks in the middle of the picture.
        lines += drawn(kind, f"{height:.0f}°".replace("-", "−"), round_about + looks.azimuth_deg + 180.0, around)
    if given.targets and given.clearance_deg > 0:
        first = given.targets[0]
        ring = circle_about(first.azimuth_deg, first.elevation_deg, given.clearance_deg, 73)
        lines += drawn("ring", f"{given.clearance_deg:g}° free", *ring)
    lines += [line for azimuth, up in _read_runs(given.skyline) for line in drawn("skyline", "", azimuth, up)]
    if given.scene:
        around, heights = (np.array(one) for one in zip(*given.scene, strict=True))
        behind = int(np.argmin(np.abs(wrap_180(around - looks.azimuth_deg - 180.0))))  # there it may break
        lines += drawn("scene", "", np.roll(around, -behind), np.roll(heights, -behind))
    return Outcome(
        ViewResult(
            azimuth_deg=looks.azimuth_deg,
            elevation_deg=looks.elevation_deg,
            tilted_deg=looks.tilted_deg,
            lines=lines,
            targets=[_seen(one, given, looks, focal) for one in given.targets],
        ),
        [],
    )


def _seen(one: Target, given: ViewInput, looks: Attitude, focal: float) -> Seen:
    size = (given.width_px, given.height_px)
    x, y, before = project(one.azimuth_deg, one.elevation_deg, looks, size, focal, given.projection)
    return Seen(
        name=one.name,
        x_px=float(x),
        y_px=float(y),
        inside=bool(before) and 0 <= float(x) <= size[0] and 0 <= float(y) <= size[1],
        turn_deg=float(wrap_180(one.azimuth_deg - looks.azimuth_deg)),
        raise_deg=one.elevation_deg - looks.elevation_deg,
    )


__all__ = ["DeviceAngles", "Seen", "Target", "ViewInput", "ViewLine", "ViewResult", "view"]
