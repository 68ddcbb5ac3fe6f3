"""A picture under the site plan: placed by two known points, or by a world file."""

from __future__ import annotations

import math
from typing import Annotated

from geographiclib.geodesic import Geodesic
from pydantic import Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model

_UNPLACED_M = 60.0  # across a picture of which nobody has said how large it is
_APART_PX = 5.0
_FARTHEST_M = 20_000.0


class PlanPicture(Model):
    """The picture in the locker, and what is known of where it lies."""

    document_id: int | None = Field(default=None, ge=1)
    width_px: int = Field(default=1, ge=1, le=60_000)
    height_px: int = Field(default=1, ge=1, le=60_000)
    first_x_px: float | None = None
    first_y_px: float | None = None
    first_east_m: Annotated[float | None, Entry("First point, east")] = Field(default=None, ge=-5000, le=5000)
    first_north_m: Annotated[float | None, Entry("First point, north")] = Field(default=None, ge=-5000, le=5000)
    second_x_px: float | None = None
    second_y_px: float | None = None
    second_east_m: Annotated[float | None, Entry("Second point, east")] = Field(default=None, ge=-5000, le=5000)
    second_north_m: Annotated[float | None, Entry("Second point, north")] = Field(default=None, ge=-5000, le=5000)
    world_text: Annotated[str, Entry("World file")] = Field(
        default="", max_length=400, description="Its six lines: A, D, B, E, C, F"
    )


class PlacedPicture(Model):
    """East = east_of_x x + east_of_y y + east, north likewise; x right and y down from the upper left corner, px."""

    document_id: int
    east_of_x_m: float
    east_of_y_m: float
    east_m: float
    north_of_x_m: float
    north_of_y_m: float
    north_m: float
    width_px: int
    height_px: int
    placed: bool = Field(description="Whether its place is known; else it lies anyhow, to be marked")
    pixel_m: float = Field(description="Size of a pixel")


def _by_points(told: PlanPicture) -> tuple[float, ...] | None:
    """A turn, a scale and a shift: with p = x - iy and w = east + i north, w = m p + k. Derivation: two points tell m
    and k, as the plane's similarities are the linear maps of complex numbers.
    """
    given = (told.first_x_px, told.first_y_px, told.first_east_m, told.first_north_m,
             told.second_x_px, told.second_y_px, told.second_east_m, told.second_north_m)  # fmt: skip
    if any(one is None for one in given):
        return None
    x1, y1, east1, north1, x2, y2, east2, north2 = (float(one or 0.0) for one in given)
    if math.hypot(x2 - x1, y2 - y1) < _APART_PX or math.hypot(east2 - east1, north2 - north1) < 0.1:
        raise InputError.one("second_east_m", "is the first point again: two points that lie apart are needed")
    one, other = complex(x1, -y1), complex(x2, -y2)
    m = (complex(east2, north2) - complex(east1, north1)) / (other - one)
    k = complex(east1, north1) - m * one
    return m.real, m.imag, k.real, m.imag, -m.real, k.imag


def _by_world(told: PlanPicture, place: tuple[float, float]) -> tuple[float, ...]:
    """From the lines of a world file, which name the middle of the upper left pixel: degrees, or metres of the place's
    UTM zone. Three corners are brought to the plan along the geodesic.
    """
    import utm

    across, turn_y, turn_x, down, left, top = read_world(told.world_text)
    in_degrees = abs(left) <= 180.0 and abs(top) <= 90.0
    _, _, zone, letter = utm.from_latlon(*place)

    def on_plan(x: float, y: float) -> tuple[float, float]:
        first, second = across * x + turn_x * y + left, turn_y * x + down * y + top
        try:
            latitude, longitude = (
                (second, first) if in_degrees else utm.to_latlon(first, second, zone, letter, strict=False)
            )
            line = Geodesic.WGS84.Inverse(*place, float(latitude), float(longitude))
        except (ValueError, utm.OutOfRangeError) as error:
            raise InputError.one(
                "world", "tells no place: degrees, or metres of the place’s UTM zone are accepted"
            ) from error
        bearing = math.radians(line["azi1"])
        return line["s12"] * math.sin(bearing), line["s12"] * math.cos(bearing)

    zero, right, below = on_plan(-0.5, -0.5), on_plan(told.width_px - 0.5, -0.5), on_plan(-0.5, told.height_px - 0.5)
    if math.hypot(*zero) > _FARTHEST_M:
        raise InputError.one(
            "world_text",
            f"puts the picture {math.hypot(*zero) / 1000.0:,.0f} km from the job’s place; degrees, or metres of UTM "
            f"zone {zone}{letter} are accepted",
        )
    wide, high = told.width_px, told.height_px
    return (
        (right[0] - zero[0]) / wide,
        (below[0] - zero[0]) / high,
        zero[0],
        (right[1] - zero[1]) / wide,
        (below[1] - zero[1]) / high,
        zero[1],
    )


def placed_picture(told: PlanPicture, place: tuple[float, float] | None) -> PlacedPicture | None:
    """Where a picture lies on the plan; None without one. Raises InputError."""
    if told.document_id is None:
        return None
    found = _by_points(told)
    if found is None and told.world_text and place is not None:
        found = _by_world(told, place)
    scale = _UNPLACED_M / told.width_px
    laid = (scale, 0.0, -_UNPLACED_M / 2, 0.0, -scale, scale * told.height_px / 2) if found is None else found
    a, b, c, d, e, f = (round(one, 9) for one in laid)
    return PlacedPicture(
        document_id=told.document_id,
        east_of_x_m=a,
        east_of_y_m=b,
        east_m=c,
        north_of_x_m=d,
        north_of_y_m=e,
        north_m=f,
        width_px=told.width_px,
        height_px=told.height_px,
        placed=found is not None,
        pixel_m=math.hypot(a, d),
    )


def picture_seen_from(told: PlanPicture, east_m: float, north_m: float) -> PlanPicture:
    """The same picture told from another zero; a world file names its own place."""
    moved = {
        name: round(value - by, 3)
        for name, by in (
            ("first_east_m", east_m),
            ("first_north_m", north_m),
            ("second_east_m", east_m),
            ("second_north_m", north_m),
        )
        if (value := getattr(told, name)) is not None
    }
    return told.model_copy(update=moved)


def read_world(text: str) -> list[float]:
    """The six numbers of a world file. Raises InputError."""
    lines = text.split()
    try:
        found = [float(one.replace(",", ".")) for one in lines]
    except ValueError as error:
        raise InputError.one("file", "is no world file: six numbers, a line each, are accepted") from error
    if (
        len(found) != 6
        or not all(math.isfinite(one) for one in found)
        or found[0] * found[3] - found[1] * found[2] == 0
    ):
        raise InputError.one("file", f"has {len(found)} numbers; six, a line each, that span a picture are accepted")
    return found


__all__ = ["PlacedPicture", "PlanPicture", "picture_seen_from", "placed_picture", "read_world"]
