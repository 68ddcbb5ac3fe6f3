"""The terminal at its true size in a photo of the place, for whoever has to like the look of it."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

_CORNERS = 48
_LEAST_PX = 10.0


class MockUp(Model):
    """A photo in the locker with its marks, in pixels from its upper left corner."""

    document_id: int | None = Field(default=None, ge=1)
    width_px: int = Field(default=1, ge=1, le=60_000)
    height_px: int = Field(default=1, ge=1, le=60_000)
    foot_x_px: float | None = None
    foot_y_px: float | None = None
    low_x_px: float | None = None
    low_y_px: float | None = None
    high_x_px: float | None = None
    high_y_px: float | None = None
    known_m: Annotated[
        float | None, Entry("Length between both marks", hint="Of something as far off as the mount: a door, a storey")
    ] = Field(default=None, gt=0.05, le=100)
    look_deg: Annotated[float | None, Entry("The camera looks towards, true")] = Field(
        default=None, ge=0, lt=BEYOND_CIRCLE_DEG
    )
    above_m: Annotated[float | None, Entry("Middle of the antenna over the foot")] = Field(default=None, ge=0, le=60)


class MockUpInput(Model):
    """The marks, and the antenna as it will stand."""

    marks: MockUp
    aperture_mm: float = Field(gt=0, le=20_000)
    shape: Literal["disc", "square"] = "disc"
    azimuth_true_deg: float = Field(ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float = Field(ge=-5, le=90)


class PhotoPoint(Model):
    """A point of the photo, px."""

    x_px: float
    y_px: float


class MockUpResult(Model):
    """The antenna in the photo: its rim, and the mast that it stands on."""

    rim: list[PhotoPoint]
    foot: PhotoPoint
    middle: PhotoPoint
    px_per_m: float
    mast_px: float = Field(description="Width of a mast of 60 mm")
    from_behind: bool = Field(description="Whether its back is seen")
    share: float = Field(description="How much of its face is seen: 1 head on, 0 edge on")


@register("mock_up", "The antenna at its true size in a photo of the place", MockUpInput, MockUpResult)
def mock_up(given: MockUpInput) -> Outcome[MockUpResult]:
    """The rim lies across the beam and is seen along parallel rays: right = (cos b, -sin b, 0), up = (0, 0, 1), for a
    camera that looks level towards b. Derivation: orthogonal projection; a disc across n shows |n · v| of itself.

    The known length has to be as far off as the mount. A planning aid for the eye, no survey.
    """
    marks = given.marks
    wanted = ("foot_x_px", "foot_y_px", "low_x_px", "low_y_px", "high_x_px", "high_y_px", "known_m", "look_deg")
    for name in wanted:
        if getattr(marks, name) is None:
            raise InputError.one(f"marks.{name}", "is needed: mark foot and known length, and tell both figures")
    assert marks.foot_x_px is not None
    assert marks.foot_y_px is not None
    assert marks.known_m is not None
    assert marks.look_deg is not None
    apart = math.hypot((marks.high_x_px or 0) - (marks.low_x_px or 0), (marks.high_y_px or 0) - (marks.low_y_px or 0))
    if apart < _LEAST_PX:
        raise InputError.one("marks.high_x_px", "lies on the other mark: a length of at least 10 pixels is accepted")
    scale = apart / marks.known_m
    elevation, azimuth, look = (
        math.radians(one) for one in (given.elevation_deg, given.azimuth_true_deg, marks.look_deg)
    )
    across = (math.cos(azimuth), -math.sin(azimuth), 0.0)  # level, in the rim's plane
    upwards = (-math.sin(elevation) * math.sin(azimuth), -math.sin(elevation) * math.cos(azimuth), math.cos(elevation))
    right = (math.cos(look), -math.sin(look), 0.0)
    radius = given.aperture_mm / 2000.0
    foot = PhotoPoint(x_px=marks.foot_x_px, y_px=marks.foot_y_px)
    middle = PhotoPoint(x_px=foot.x_px, y_px=foot.y_px - (marks.above_m or 0.0) * scale)

    def seen(a: float, b: float) -> PhotoPoint:
        point = [a * p + b * q for p, q in zip(across, upwards, strict=True)]
        aside = sum(p * q for p, q in zip(point, right, strict=True))
        return PhotoPoint(x_px=middle.x_px + aside * scale, y_px=middle.y_px - point[2] * scale)

    if given.shape == "square":
        rim = [seen(a * radius, b * radius) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    else:
        turns = (2.0 * math.pi * k / _CORNERS for k in range(_CORNERS))
        rim = [seen(radius * math.cos(turn), radius * math.sin(turn)) for turn in turns]
    facing = math.cos(elevation) * math.cos(azimuth - look)
    result = MockUpResult(
        rim=rim,
        foot=foot,
        middle=middle,
        px_per_m=scale,
        mast_px=0.06 * scale,
        from_behind=facing > 0,
        share=abs(facing),
    )
    return Outcome(result, [])


__all__ = ["MockUp", "MockUpInput", "MockUpResult", "PhotoPoint", "mock_up"]
