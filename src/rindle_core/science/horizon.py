"""The horizon that terrain makes: the highest post in each bearing, with the Earth's curvature and refraction."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from rindle_core.kernel.constants import EARTH_MEAN_RADIUS_M
from rindle_core.kernel.errors import InputError, Stopped
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.model import Row
from rindle_core.science.polyline import thinned
from rindle_core.science.site import Position
from rindle_core.science.skyline import SkylinePoint
from rindle_core.science.terrain import Tile, height_among, heights_at

_NEAR_M = 6000.0  # inside this the posts are too few for every bearing: rays are walked too
_RAYS = 2  # to a sector
_RAY_STEP_M = 15.0  # half of a one-arcsecond post
_LEAST_M = 20.0  # nearer ground is the place itself
_CHUNK_ROWS = 256
_VOID = -32768
_THINNED_DEG = 0.1
_READ_EVERY_DEG = 5.0  # of a horizon that bends nowhere so many points stay: it was looked at there
_END_STEP_M = 400.0
_END_BEARINGS = 72

Progress = Callable[[float], bool]  # takes the share done; False asks to stop


class HorizonInput(Position):
    """Place and height of the terminal. The ground's own height is taken from the tiles."""

    terminal_height_m: float = Field(default=2.0, ge=0, le=300, description="Over the ground")
    reach_km: float = Field(default=60.0, gt=0, le=200)
    bearing_count: int = Field(default=720, ge=36, le=3600)
    refraction_share: float = Field(
        default=0.13,
        ge=0,
        lt=0.5,
        description="Curvature of the ray over that of the Earth; 0.13 is the surveyors' mean",
    )


class TerrainEnd(Row):
    """Bearings, true, in which the loaded tiles end, or have a hole, before the reach. Over north `to_deg` is less."""

    from_deg: float = Field(ge=0, le=360)
    to_deg: float = Field(ge=0, le=360)
    known_km: float = Field(ge=0, le=200, description="Out to here the ground is known everywhere between them")


@dataclass(frozen=True, slots=True)
class Horizon:
    """Arrays over the bearings, each the middle of its sector: elevation and distance of the highest ground;

    NaN where no tile reaches.
    """

    azimuth_deg: Array
    elevation_deg: Array
    distance_m: Array
    ground_m: float
    ends: list[TerrainEnd]

    def points(self) -> list[SkylinePoint]:
        """The horizon as skyline points, thinned to a tenth of a degree."""
        known = np.flatnonzero(np.isfinite(self.elevation_deg))
        every = max(1, round(_READ_EVERY_DEG * len(self.azimuth_deg) / 360.0))
        bends = thinned(self.azimuth_deg[known], self.elevation_deg[known], _THINNED_DEG)
        keep = sorted({*bends, *np.flatnonzero(known % every == 0).tolist()})
        return [
            SkylinePoint(
                azimuth_deg=round(float(self.azimuth_deg[at]), 3),
                elevation_deg=round(float(np.clip(self.elevation_deg[at], -20, 90)), 3),
                kind="terrain",
                distance_m=round(float(self.distance_m[at]), 1),
                computed=True,
            )
            for at in known[keep]
        ]


class _Best:
    """Highest slope seen so far in each sector, and its distance."""

    def __init__(self, count: int) -> None:
        self.count = count
        self.slope = np.full(count, -np.inf, dtype=np.float32)
        self.distance_m = np.full(count, np.nan, dtype=np.float32)

    def take(self, sector: NDArray[np.int32], slope: NDArray[np.float32], distance_m: NDArray[np.float32]) -> None:
        """Takes many samples at once."""
        np.maximum.at(self.slope, sector, slope)
        won = slope >= self.slope[sector]
        self.distance_m[sector[won]] = distance_m[won]


def slope_to(
    height_m: NDArray[np.float32], eye_m: float, arc_rad: NDArray[np.float32], radius_m: float
) -> NDArray[np.float32]:
    """Tangent of the elevation of ground at an arc from the eye on a sphere of the effective radius.

    tan e = ((R + h) cos θ - (R + h0)) / ((R + h) sin θ), in the small-angle form that keeps its digits in single
    precision.
    """
    out = np.float32(radius_m) + height_m
    drop = out * (arc_rad * arc_rad * np.float32(0.5))
    rise = (height_m - np.float32(eye_m)) - drop
    return np.asarray(rise / (out * arc_rad * (np.float32(1.0) - arc_rad * arc_rad / np.float32(6.0))))


def _places(given: HorizonInput, bearing_rad: Array, distance_m: Array) -> tuple[Array, Array]:
    """Latitudes and longitudes along rays, radians: a row a bearing. Source: the direct problem on the sphere."""
    lat0, lon0 = math.radians(given.latitude_deg), math.radians(given.longitude_deg)
    arc, towards = distance_m / EARTH_MEAN_RADIUS_M, bearing_rad[:, None]
    lat = np.arcsin(math.sin(lat0) * np.cos(arc) + math.cos(lat0) * np.sin(arc) * np.cos(towards))
    lon = lon0 + np.arctan2(np.sin(towards) * np.sin(arc) * math.cos(lat0), np.cos(arc) - math.sin(lat0) * np.sin(lat))
    return lat, lon


def _walk_rays(tiles: Sequence[Tile], given: HorizonInput, eye_m: float, radius_m: float, best: _Best) -> None:
    """Near ground between the posts: bilinear heights along some rays of every sector."""
    reach_m = min(_NEAR_M, given.reach_km * 1000.0)
    distance = np.arange(_LEAST_M, reach_m + _RAY_STEP_M, _RAY_STEP_M)
    ray = np.arange(given.bearing_count * _RAYS)
    sector = ray // _RAYS
    bearing = np.radians((ray + 0.5) * 360.0 / len(ray))
    lat, lon = _places(given, bearing, distance)
    for tile in tiles:
        height = heights_at(tile, np.degrees(lat), np.degrees(lon)).astype(np.float32)
        known = np.isfinite(height)
        if not known.any():
            continue
        rows, columns = np.nonzero(known)
        away = distance[columns].astype(np.float32)
        slope = slope_to(height[known], eye_m, away / np.float32(radius_m), radius_m)
        best.take(sector[rows].astype(np.int32), slope, away)


def _rows_within(tile: Tile, given: HorizonInput) -> tuple[int, int, int, int]:
    """First and last row and column of the tile that may lie within reach."""
    span = math.degrees(given.reach_km * 1000.0 / EARTH_MEAN_RADIUS_M) * 1.01
    narrow = max(math.cos(math.radians(min(89.0, abs(given.latitude_deg) + span))), 0.02)
    rows, columns = tile.heights_m.shape
    top = math.floor((tile.north_deg - given.latitude_deg - span) / tile.step_latitude_deg)
    bottom = math.ceil((tile.north_deg - given.latitude_deg + span) / tile.step_latitude_deg) + 1
    left = math.floor((given.longitude_deg - span / narrow - tile.west_deg) / tile.step_longitude_deg)
    right = math.ceil((given.longitude_deg + span / narrow - tile.west_deg) / tile.step_longitude_deg) + 1
    return max(0, top), min(rows, bottom), max(0, left), min(columns, right)


def _take_posts(tile: Tile, given: HorizonInput, eye_m: float, radius_m: float, best: _Best, tell: Progress) -> None:
    """Far ground: every post within reach, put into its sector.

    Exact bearings on the sphere from separable row and column terms.
    """
    top, bottom, left, right = _rows_within(tile, given)
    if top >= bottom or left >= right:
        return
    lat0 = math.radians(given.latitude_deg)
    dlon = np.radians(tile.west_deg + np.arange(left, right) * tile.step_longitude_deg - given.longitude_deg)
    sin_dlon, cos_dlon = np.sin(dlon).astype(np.float32), np.cos(dlon)
    per_sector = np.float32(given.bearing_count / (2 * np.pi))
    scale = np.float32(
        radius_m / EARTH_MEAN_RADIUS_M
    )  # arcs on the true sphere to arcs on the effective one, at equal length
    near_rad, far_rad = (
        np.float32(_LEAST_M / EARTH_MEAN_RADIUS_M),
        np.float32(given.reach_km * 1000.0 / EARTH_MEAN_RADIUS_M),
    )
    for first in range(top, bottom, _CHUNK_ROWS):
        last = min(first + _CHUNK_ROWS, bottom)
        lat = np.radians(tile.north_deg - np.arange(first, last) * tile.step_latitude_deg)
        east = np.cos(lat).astype(np.float32)[:, None] * sin_dlon[None, :]
        north = (np.sin(lat) * math.cos(lat0))[:, None] - (np.cos(lat) * math.sin(lat0))[:, None] * cos_dlon[None, :]
        north = north.astype(np.float32)
        chord = np.hypot(east, north)
        raw = tile.heights_m[first:last, left:right]
        use = (chord > near_rad) & (chord < far_rad) & (raw != _VOID)
        if use.any():
            arc = chord[use]
            arc = arc + arc * arc * arc / np.float32(6.0)  # arcsin to third order: under a millimetre at 60 km
            sector = np.floor(np.mod(np.arctan2(east[use], north[use]), np.float32(2 * np.pi)) * per_sector).astype(
                np.int32
            )
            np.minimum(sector, given.bearing_count - 1, out=sector)
            away = arc * np.float32(EARTH_MEAN_RADIUS_M)
            best.take(sector, slope_to(raw[use].astype(np.float32), eye_m, arc / scale, radius_m), away)
        if not tell((last - top) / (bottom - top)):
            raise Stopped("the horizon")


def find_horizon(given: HorizonInput, tiles: Sequence[Tile], progress: Progress | None = None) -> Horizon:
    """Highest ground in each of the bearings, out to the reach.

    Each post counts for the sector it lies in, so that no summit is missed between two rays; within some kilometres
    rays are walked beside.
    `progress` is told the share done and stops the work by answering False (raises Stopped).
    Raises InputError where no tile covers the place. Curvature and refraction: effective radius R/(1 - k), e.g. W.
    Torge, Geodesy,
    3rd ed., section 5.1.1, with k = 0.13.
    """
    ground = height_among(tiles, given.latitude_deg, given.longitude_deg)
    if ground is None:
        if any(_holds(tile, given) for tile in tiles):
            raise InputError.one("tiles", "have a hole at this place; load a tile whose holes are filled")
        raise InputError.one("tiles", "no elevation tile covers this place; load the tile that holds it")
    eye_m, radius_m = ground + given.terminal_height_m, EARTH_MEAN_RADIUS_M / (1.0 - given.refraction_share)
    best = _Best(given.bearing_count)
    _walk_rays(tiles, given, eye_m, radius_m, best)
    for at, tile in enumerate(tiles):

        def tell(share: float, at: int = at) -> bool:
            return progress is None or progress((at + share) / len(tiles))

        _take_posts(tile, given, eye_m, radius_m, best, tell)
    known = np.isfinite(best.slope)
    elevation = np.where(known, np.degrees(np.arctan(best.slope.astype(np.float64))), np.nan)
    middle = (np.arange(given.bearing_count) + 0.5) * 360.0 / given.bearing_count
    away = np.where(known, best.distance_m, np.nan).astype(np.float64)
    return Horizon(middle, elevation, away, ground, _ends(tiles, given))


def _holds(tile: Tile, given: HorizonInput) -> bool:
    rows, columns = tile.heights_m.shape
    down = (tile.north_deg - given.latitude_deg) / tile.step_latitude_deg
    across = (given.longitude_deg - tile.west_deg) / tile.step_longitude_deg
    return bool(0 <= down <= rows - 1 and 0 <= across <= columns - 1)


def _ends(tiles: Sequence[Tile], given: HorizonInput) -> list[TerrainEnd]:
    """Where the ground is not known out to the reach: walked along some bearings, told by stretches of them."""
    reach_m = given.reach_km * 1000.0
    distance = np.arange(0.0, reach_m, _END_STEP_M)
    bearing_deg = np.arange(_END_BEARINGS) * 360.0 / _END_BEARINGS
    lat, lon = _places(given, np.radians(bearing_deg), distance)
    known = np.zeros(lat.shape, dtype=bool)
    for tile in tiles:
        known |= np.isfinite(heights_at(tile, np.degrees(lat), np.degrees(lon)))
    known_m = np.where(known.all(axis=1), reach_m, distance[np.argmin(known, axis=1)])
    short = known_m < reach_m
    if short.all():
        return [TerrainEnd(from_deg=0.0, to_deg=360.0, known_km=float(known_m.min()) / 1000.0)]
    found: list[TerrainEnd] = []
    half = 180.0 / _END_BEARINGS
    for begin in np.flatnonzero(short & ~np.roll(short, 1)).tolist():
        count = int(np.argmin(np.roll(short, -begin)))
        least_m = float(np.roll(known_m, -begin)[:count].min())
        first, last = bearing_deg[begin] - half, bearing_deg[begin] + (count - 1) * 2 * half + half
        found.append(TerrainEnd(from_deg=first % 360.0, to_deg=last % 360.0, known_km=least_m / 1000.0))
    return found


__all__ = ["Horizon", "HorizonInput", "Progress", "TerrainEnd", "find_horizon", "slope_to"]
