"""From pixels of a photo or panorama to bearings and heights, and how well."""

from __future__ import annotations

import math

import numpy as np
import scipy  # its parts come when they are first asked for: a start needs none of them
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array, wrap_180
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.camera import Projection, view_deg
from rindle_core.science.polyline import thinned
from rindle_core.science.skyline import Kind, SkylinePoint
from rindle_core.stations.sky.findings import PHOTO

_FRAME_DIAGONAL_MM = 43.266_6  # of the 36 x 24 mm frame to which 35 mm equivalent focal lengths refer, CIPA DCG-001
_THINNED_DEG = 0.15  # a traced line is thinned to this
_LEAST_APART_DEG = 3.0  # two marks nearer than this tell too little


class BearingMark(Model):
    """A place in the picture whose true bearing is known."""

    x_px: float = Field(ge=0, le=100_000)
    y_px: float | None = Field(default=None, ge=-100_000, le=200_000, description="Its row; None: on the level")
    azimuth_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)


class Stretch(Model):
    """What the traced line is from a column on, to the right, until the next stretch."""

    from_px: float = Field(ge=-100_000, le=200_000)
    kind: Kind = "terrain"
    distance_m: float | None = Field(default=None, gt=0, le=200_000)


class PhotoInput(Model):
    """A picture, what is known of it, and the traced skyline.

    Pixels count from the upper left corner.
    """

    width_px: int = Field(gt=10, le=100_000)
    height_px: int = Field(gt=10, le=100_000)
    projection: Projection = Field(description="flat: one exposure; cylindrical: a stitched or swept panorama")
    horizon_y_px: float = Field(
        ge=-100_000, le=200_000, description="Row of the level through the eye, at the picture's middle column"
    )
    level_fall_deg: float = Field(
        default=0.0,
        ge=-45,
        le=45,
        description="How steeply the level falls to the right in the picture; a tilted camera",
    )
    marks: list[BearingMark] = Field(min_length=1, max_length=2)
    focal_mm: float | None = Field(
        default=None, gt=2, le=2000, description="35 mm equivalent, where only one bearing is known"
    )
    trace: list[tuple[float, float]] = Field(
        default_factory=list, max_length=20_000, description="(x, y) of the skyline, pixels"
    )
    kind: Kind = Field(default="terrain", description="What is traced, where its stretches are not told apart")
    distance_m: float | None = Field(default=None, gt=0, le=200_000)
    stretches: list[Stretch] = Field(default_factory=list, max_length=200, description="What is traced, by columns")
    mark_error_px: float = Field(default=3.0, gt=0, le=200, description="How well a mark was hit")
    bearing_error_deg: float = Field(default=1.0, gt=0, le=10, description="Of the known bearings")
    focal_error_share: float = Field(
        default=0.03, gt=0, le=0.5, description="Of the focal length that the camera states"
    )


class PhotoResult(Model):
    """The traced skyline in angles, and the picture's own measure."""

    points: list[SkylinePoint]
    focal_px: float = Field(description="Pixels a radian at the middle of the picture")
    left_deg: float = Field(description="True bearing of the picture's left edge at the horizon")
    right_deg: float
    deg_per_px: float = Field(description="At the middle")
    middle_azimuth_deg: float = Field(description="True bearing of the picture's middle column")
    middle_elevation_deg: float = Field(description="How far up the middle of the picture looks")
    view_deg: float = Field(description="What it shows across its width")
    azimuth_error_deg: float = Field(description="One standard deviation, the worst inside the picture")
    elevation_error_deg: float = Field(description="One standard deviation, at the highest traced point")


class _Camera:
    """A pinhole with its pitch and roll, or a level cylinder."""

    def __init__(self, given: PhotoInput, focal_px: float, mark: BearingMark) -> None:
        self._middle = given.width_px / 2.0
        self._flat = given.projection == "flat"
        self.focal_px = focal_px
        # A flat picture's horizon lies f·tan(pitch) below its middle; a panorama's is a straight row.
        # Rolled, the horizon passes the middle column further off than it passes the middle.
        self._roll = math.radians(given.level_fall_deg)
        below_px = (given.horizon_y_px - given.height_px / 2.0) * math.cos(self._roll)
        self._pitch = math.atan2(below_px, focal_px) if self._flat else 0.0
        self._horizon = given.horizon_y_px
        self._centre_y = given.height_px / 2.0
        self._turn_deg = 0.0
        self._turn_deg = mark.azimuth_deg - self.azimuth_of(mark)

    @property
    def middle_azimuth_deg(self) -> float:
        """True bearing of the middle column, not folded."""
        return self._turn_deg

    @property
    def middle_elevation_deg(self) -> float:
        """How far up the middle of the picture looks: of a panorama, where its middle row lies over the horizon."""
        if self._flat:
            return math.degrees(self._pitch)
        return math.degrees(math.atan2(self._horizon - self._centre_y, self.focal_px))

    def azimuth_of(self, mark: BearingMark) -> float:
        """True bearing of a mark, not folded."""
        level_px = self._horizon + (mark.x_px - self._middle) * math.tan(self._roll)
        row = level_px if mark.y_px is None else mark.y_px
        return float(self.directions(np.array([mark.x_px]), np.array([row]))[0][0])

    def directions(self, x_px: Array, y_px: Array) -> tuple[Array, Array]:
        """True bearing and elevation of pixels, degrees."""
        right, down = x_px - self._middle, y_px - self._centre_y
        across = right * math.cos(self._roll) + down * math.sin(self._roll)
        up = right * math.sin(self._roll) - down * math.cos(self._roll)
        if not self._flat:
            elevation = np.degrees(np.arctan2(self._horizon - y_px, self.focal_px))
            return np.asarray(self._turn_deg + np.degrees(across / self.focal_px)), elevation
        ahead = self.focal_px * math.cos(self._pitch) - up * math.sin(self._pitch)
        rise = up * math.cos(self._pitch) + self.focal_px * math.sin(self._pitch)
        azimuth = np.degrees(np.arctan2(across, ahead))
        return np.asarray(self._turn_deg + azimuth), np.degrees(np.arctan2(rise, np.hypot(across, ahead)))


def _focal_px(given: PhotoInput) -> float:
    """Focal length in pixels: from two bearings, else from the camera's own figure.

    A 35 mm equivalent gives the same angle over the diagonal, whichever way the picture was held (CIPA DCG-001).

    Flat: the angle between two columns falls as the focal length grows, so that one value fits; found by Brent's
    method.
    Cylindrical: pixels a radian, straight from the two bearings.
    """
    if len(given.marks) == 1:
        if given.focal_mm is None:
            raise InputError.one("focal_mm", "is needed where only one bearing is known; or mark a second bearing")
        if given.projection == "cylindrical":
            raise InputError.one("marks", "a panorama's focal length says nothing of its width: mark a second bearing")
        return given.focal_mm / _FRAME_DIAGONAL_MM * math.hypot(given.width_px, given.height_px)
    left, right = sorted(given.marks, key=lambda mark: mark.x_px)
    between = (right.azimuth_deg - left.azimuth_deg) % 360.0
    if between < _LEAST_APART_DEG or right.x_px - left.x_px < 1:
        raise InputError.one(
            "marks", f"are {between:.1f}° apart; at least {_LEAST_APART_DEG:g}° tell the scale, further is better"
        )
    if given.projection == "cylindrical":
        return (right.x_px - left.x_px) / math.radians(between)
    if between > 170.0:
        raise InputError.one("marks", "a flat picture does not hold bearings so far apart; say that it is a panorama")

    def misfit(focal_px: float) -> float:
        return _Camera(given, focal_px, left).azimuth_of(right) - left.azimuth_deg - between

    low, high = given.width_px * 0.02, given.width_px * 60.0
    if misfit(low) * misfit(high) > 0:
        raise InputError.one(
            "marks",
            "no lens shows these two bearings so far apart in a flat picture; check them, or say that it is a panorama",
        )
    return float(scipy.optimize.brentq(misfit, low, high, xtol=1e-6, rtol=1e-12))


def _cameras(given: PhotoInput) -> tuple[_Camera, list[_Camera]]:
    """The camera, and what it would be with each known thing off by one standard deviation."""
    best = _Camera(given, _focal_px(given), given.marks[0])
    others = []
    for at, mark in enumerate(given.marks):
        for change in (
            {"x_px": mark.x_px + given.mark_error_px},
            {"azimuth_deg": (mark.azimuth_deg + given.bearing_error_deg) % 360.0},
        ):
            marks = [one.model_copy(update=change) if index == at else one for index, one in enumerate(given.marks)]
            shaken = given.model_copy(update={"marks": marks})
            others.append(_Camera(shaken, _focal_px(shaken), marks[0]))
    lower = given.model_copy(update={"horizon_y_px": given.horizon_y_px + given.mark_error_px})
    others.append(_Camera(lower, _focal_px(lower), given.marks[0]))
    if given.projection == "flat":  # the level is marked at two places, as well as a bearing is
        turned = math.degrees(math.atan2(2.0 * given.mark_error_px, given.width_px))
        rolled = given.model_copy(update={"level_fall_deg": given.level_fall_deg + turned})
        others.append(_Camera(rolled, _focal_px(rolled), given.marks[0]))
    if len(given.marks) == 1:
        others.append(_Camera(given, best.focal_px * (1 + given.focal_error_share), given.marks[0]))
    return best, others


@register(
    "sky_photo",
    "A skyline traced on a photo or panorama, in bearings and heights, with the accuracy of the angles",
    PhotoInput,
    PhotoResult,
)
def sky_photo(given: PhotoInput) -> Outcome[PhotoResult]:
    """Pinhole or cylinder geometry. Errors: each known thing is moved by its own error, the changes of the angles added
    in quadrature.
    """
    if given.projection == "cylindrical" and given.level_fall_deg:
        raise InputError.one("level_fall_deg", "a panorama that is not level cannot be measured: 0 is accepted")
    camera, others = _cameras(given)
    edges = np.array([0.0, float(given.width_px)])
    level_px = given.horizon_y_px + (edges - given.width_px / 2.0) * math.tan(math.radians(given.level_fall_deg))
    edge_deg = camera.directions(edges, level_px)[0]
    points: list[SkylinePoint] = []
    top_x, top_y = given.width_px / 2.0, given.horizon_y_px
    if given.trace:
        line = np.array(sorted(given.trace))
        azimuth, elevation = camera.directions(line[:, 0], line[:, 1])
        order = np.argsort(azimuth, kind="stable")  # in a rolled picture columns are not bearings
        line, azimuth, elevation = line[order], azimuth[order], elevation[order]
        highest = int(np.argmax(elevation))
        top_x, top_y = float(line[highest, 0]), float(line[highest, 1])
        points = _points(given, line[:, 0], azimuth, elevation)
    columns = np.linspace(0.0, given.width_px, 9)
    rows = np.full_like(columns, top_y)
    base = camera.directions(columns, rows)[0]
    turns = [np.abs(wrap_180(one.directions(columns, rows)[0] - base)) for one in others]
    rises = [
        one.directions(np.array([top_x]), np.array([top_y]))[1]
        - camera.directions(np.array([top_x]), np.array([top_y]))[1]
        for one in others
    ]
    result = PhotoResult(
        points=points,
        focal_px=camera.focal_px,
        left_deg=float(edge_deg[0]) % 360.0,
        right_deg=float(edge_deg[1]) % 360.0,
        deg_per_px=math.degrees(1.0 / camera.focal_px),
        middle_azimuth_deg=camera.middle_azimuth_deg % 360.0,
        middle_elevation_deg=camera.middle_elevation_deg,
        view_deg=view_deg(given.width_px, camera.focal_px, given.projection),
        azimuth_error_deg=float(np.sqrt(np.sum(np.square(turns), axis=0)).max()),
        elevation_error_deg=float(np.sqrt(np.sum(np.square(rises), axis=0)).max()),
    )
    return Outcome(result, [_judge(result)])


def _points(given: PhotoInput, x_px: Array, azimuth: Array, elevation: Array) -> list[SkylinePoint]:
    """The traced line by its stretches, each thinned for itself, so that none of them loses its ends."""
    parts = sorted(given.stretches, key=lambda one: one.from_px)
    number = np.searchsorted([one.from_px for one in parts], x_px, side="right") - 1
    found: list[SkylinePoint] = []
    for at in sorted(set(number.tolist())):
        kind, distance_m = (parts[at].kind, parts[at].distance_m) if at >= 0 else (given.kind, given.distance_m)
        mine = np.flatnonzero(number == at)
        found += [
            SkylinePoint(
                azimuth_deg=round(float(azimuth[one]) % 360.0, 2) % 360.0,
                elevation_deg=round(float(np.clip(elevation[one], -20.0, 90.0)), 2),
                kind=kind,
                distance_m=distance_m,
            )
            for one in mine[thinned(azimuth[mine], elevation[mine], _THINNED_DEG)]
        ]
    return found


def _judge(result: PhotoResult) -> Finding:
    return PHOTO.at_most(
        max(result.azimuth_error_deg, result.elevation_error_deg),
        2.0,
        level=Level.MIND,
        clear="The angles of the photo can be used",
        over="The angles of the photo are rough",
        why="Errors of the marks grow towards the picture's edges and with the height.",
        clears_by="Mark two bearings near the picture's left and right edges, take them with care, and mark the level "
        "exactly.",
    )


__all__ = ["BearingMark", "PhotoInput", "PhotoResult", "Stretch", "sky_photo"]
