"""Raster tiles under the site plan: which cover what is shown, and where each lies in the plan's metres."""

from __future__ import annotations

import math

from pydantic import Field

from rindle_core.kernel.constants import WGS84_ECCENTRICITY_SQUARED, WGS84_SEMI_MAJOR_AXIS_M
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.site import Position

_MOST_TILES = 48  # of a screen at one zoom, with room to spare
_TILE_PX = 256
_MERCATOR_DEG = 85.0  # the tiles' projection ends a little further on


class PlanTilesInput(Position):
    """The plan's zero, and the part of the plan that is shown. `west_m` and `north_m` are its upper left corner."""

    west_m: float = Field(ge=-1e5, le=1e5)
    north_m: float = Field(ge=-1e5, le=1e5)
    width_m: float = Field(gt=0, le=20_000)
    height_m: float = Field(gt=0, le=20_000)
    across_px: float = Field(default=800.0, ge=50, le=8000, description="Screen pixels across it")
    least_zoom: int = Field(default=0, ge=0, le=22, description="Of the tiles that are there")
    most_zoom: int = Field(default=19, ge=0, le=22)


class TileOnPlan(Model):
    """A tile by its numbers, counted from north, and its upper left corner and size on the plan."""

    zoom: int
    column: int
    row: int
    west_m: float
    north_m: float
    width_m: float
    height_m: float


class PlanTilesResult(Model):
    """The tiles, from north to south; none where the plan lies beyond their projection."""

    tiles: list[TileOnPlan]


def _radii_m(latitude_deg: float) -> tuple[float, float]:
    """Metres a radian to the east and to the north on the WGS 84 ellipsoid.

    Source: W. Torge, Geodesy, 3rd ed., section 4.1.2: N cos φ and M.
    """
    sine, cosine = math.sin(math.radians(latitude_deg)), math.cos(math.radians(latitude_deg))
    root = math.sqrt(1.0 - WGS84_ECCENTRICITY_SQUARED * sine**2)
    return WGS84_SEMI_MAJOR_AXIS_M / root * cosine, WGS84_SEMI_MAJOR_AXIS_M * (
        1.0 - WGS84_ECCENTRICITY_SQUARED
    ) / root**3


def _row_at(latitude_rad: float, count: int) -> float:
    return (1.0 - math.asinh(math.tan(latitude_rad)) / math.pi) / 2.0 * count


@register("plan_tiles", "Which raster tiles lie under the site plan, and where", PlanTilesInput, PlanTilesResult)
def plan_tiles(given: PlanTilesInput) -> Outcome[PlanTilesResult]:
    """Columns by longitude, rows by the Mercator latitude; the zoom whose pixels are about as fine as the screen's.

    On the plan the ellipsoid's radii at its zero are taken for all of it: within a kilometre that is a decimetre off.
    """
    if abs(given.latitude_deg) > _MERCATOR_DEG:
        return Outcome(PlanTilesResult(tiles=[]), [])
    east_m, north_m = _radii_m(given.latitude_deg)
    lat0, lon0 = math.radians(given.latitude_deg), math.radians(given.longitude_deg)
    a_pixel_m = given.width_m / given.across_px
    fine = math.log2(2.0 * math.pi * east_m / _TILE_PX / a_pixel_m)
    zoom = max(given.least_zoom, min(given.most_zoom, math.ceil(fine - 0.5)))
    while True:
        count = int(2**zoom)
        left = (lon0 + given.west_m / east_m + math.pi) / (2.0 * math.pi) * count
        right = left + given.width_m / east_m / (2.0 * math.pi) * count
        top = _row_at(lat0 + given.north_m / north_m, count)
        foot = _row_at(lat0 + (given.north_m - given.height_m) / north_m, count)
        columns, rows = range(math.floor(left), math.floor(right) + 1), range(math.floor(top), math.floor(foot) + 1)
        if len(columns) * len(rows) <= _MOST_TILES or zoom == 0:
            break
        zoom -= 1

    def north_of(row: int) -> float:
        return (math.atan(math.sinh(math.pi * (1.0 - 2.0 * float(row) / float(count)))) - lat0) * north_m

    def east_of(column: int) -> float:
        return (2.0 * math.pi * float(column) / float(count) - math.pi - lon0) * east_m

    tiles = [
        TileOnPlan(
            zoom=zoom,
            column=column % count,
            row=row,
            west_m=east_of(column),
            north_m=north_of(row),
            width_m=east_of(column + 1) - east_of(column),
            height_m=north_of(row) - north_of(row + 1),
        )
        for row in rows
        if 0 <= row < count
        for column in columns
    ]
    return Outcome(PlanTilesResult(tiles=tiles), [])


__all__ = ["PlanTilesInput", "PlanTilesResult", "TileOnPlan", "plan_tiles"]
