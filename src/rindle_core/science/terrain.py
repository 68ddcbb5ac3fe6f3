"""Heights from elevation tiles: SRTM `.hgt` and GeoTIFF, on posts in latitude and longitude."""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from rindle_core.kernel.errors import InputError

_VOID = -32768  # SRTM's mark for no data
_NAME = re.compile(r"([NS])(\d{2})([EW])(\d{3})", re.IGNORECASE)
_MOST_POSTS = 50_000_000  # 100 MB as 16-bit heights: nine one-arcsecond tiles are read one by one
_GEOGRAPHIC = "EPSG:4326"  # WGS 84 latitude and longitude


@dataclass(frozen=True, slots=True)
class Tile:
    """Heights in metres on posts: row 0 is the northernmost, column 0 the westernmost;

    steps in degrees, both positive.
    """

    north_deg: float
    west_deg: float
    step_latitude_deg: float
    step_longitude_deg: float
    heights_m: NDArray[np.int16] | NDArray[np.float32]

    @property
    def south_deg(self) -> float:
        """Latitude of the southernmost posts."""
        return self.north_deg - (int(self.heights_m.shape[0]) - 1) * self.step_latitude_deg

    @property
    def east_deg(self) -> float:
        """Longitude of the easternmost posts."""
        return self.west_deg + (int(self.heights_m.shape[1]) - 1) * self.step_longitude_deg


def tile_name(latitude_deg: float, longitude_deg: float) -> str:
    """Name of the square degree that holds a place, by its south-western corner: `S30E027`."""
    south, west = math.floor(latitude_deg), math.floor(longitude_deg)
    return f"{'N' if south >= 0 else 'S'}{abs(south):02d}{'E' if west >= 0 else 'W'}{abs(west):03d}"


def read_hgt(name: str, content: bytes | memoryview) -> Tile:
    """An SRTM `.hgt` tile: big-endian 16-bit heights, square, named by its south-western corner. The content is not
    copied.

    Raises InputError. Source: SRTM Topography, USGS, section 2.1.
    """
    match = _NAME.search(name)
    if match is None:
        raise InputError.one("file", f"{name} is not named by its corner; a name such as S30E027.hgt is accepted")
    side = math.isqrt(len(content) // 2)
    if side < 2 or side * side * 2 != len(content):
        raise InputError.one("file", f"{name} is not a square tile of 16-bit heights; SRTM .hgt is accepted")
    south = int(match[2]) * (1 if match[1].upper() == "N" else -1)
    west = int(match[4]) * (1 if match[3].upper() == "E" else -1)
    step = 1.0 / (side - 1)
    return Tile(south + 1.0, float(west), step, step, np.frombuffer(content, dtype=">i2").reshape(side, side))


def read_geotiff(name: str, content: bytes) -> Tile:
    """A GeoTIFF of heights in metres, in any projection; one that is not in latitude and longitude is warped to it,
    bilinear.

    Raises InputError. Source: OGC GeoTIFF 1.1, read by rasterio (GDAL).
    """
    try:
        from rasterio.enums import Resampling  # slow to load: only when a GeoTIFF is handed in
        from rasterio.errors import RasterioError, RasterioIOError
        from rasterio.io import MemoryFile
        from rasterio.vrt import WarpedVRT
    except ImportError as error:
        raise InputError.one(
            "file", f"{name}: reading a GeoTIFF needs an extra package: run `./rindle extras geotiff`; .hgt is accepted"
        ) from error

    try:
        with MemoryFile(content) as memory, memory.open() as raster:
            if raster.crs is None:
                raise InputError.one(
                    "file", f"{name} does not say where it lies; a GeoTIFF with a coordinate system is accepted"
                )
            if raster.width * raster.height > _MOST_POSTS:
                raise InputError.one(
                    "file",
                    f"{name} has {raster.width} × {raster.height} posts; up to {_MOST_POSTS:,} are accepted: cut it "
                    f"first",
                )
            with WarpedVRT(
                raster, crs=_GEOGRAPHIC, resampling=Resampling.bilinear, dtype="float32", nodata=_VOID
            ) as warped:
                heights = warped.read(1)
                at = warped.transform
    except (RasterioIOError, RasterioError) as error:
        raise InputError.one(
            "file", f"{name} cannot be read as a GeoTIFF; a single-band raster of heights is accepted"
        ) from error
    heights = np.where(np.isfinite(heights), heights, float(_VOID)).astype(np.float32)
    # A pixel's value stands for its middle.
    return Tile(at.f + at.e / 2.0, at.c + at.a / 2.0, -at.e, at.a, heights)


def read_tile(name: str, content: bytes) -> Tile:
    """A tile of either form, told by its first bytes. Raises InputError."""
    if content[:4] in (b"II*\0", b"MM\0*", b"II+\0", b"MM\0+"):
        return read_geotiff(name, content)
    return read_hgt(name, content)


def height_m(tile: Tile, latitude_deg: float, longitude_deg: float) -> float | None:
    """Height between the four nearest posts, bilinear; None outside the tile or where a post has no data."""
    found = heights_at(tile, np.array([latitude_deg]), np.array([longitude_deg]))
    return None if np.isnan(found[0]) else float(found[0])


def heights_at(
    tile: Tile, latitude_deg: NDArray[np.float64], longitude_deg: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Heights at many places, bilinear; NaN outside the tile and where a post has no data."""
    rows, columns = tile.heights_m.shape
    row, column = (
        (tile.north_deg - latitude_deg) / tile.step_latitude_deg,
        (longitude_deg - tile.west_deg) / tile.step_longitude_deg,
    )
    inside = (row >= -1e-9) & (row <= rows - 1 + 1e-9) & (column >= -1e-9) & (column <= columns - 1 + 1e-9)
    top, left = np.clip(row.astype(np.int64), 0, rows - 2), np.clip(column.astype(np.int64), 0, columns - 2)
    down, across = row - top, column - left
    found = np.zeros(row.shape)
    for step_down, share_down in ((0, 1.0 - down), (1, down)):
        for step_across, share_across in ((0, 1.0 - across), (1, across)):
            post = tile.heights_m[top + step_down, left + step_across].astype(np.float64)
            found += share_down * share_across * np.where(post == _VOID, np.nan, post)
    return np.where(inside, found, np.nan)


def height_among(tiles: Sequence[Tile], latitude_deg: float, longitude_deg: float) -> float | None:
    """Height from the first tile that has one."""
    return next((found for tile in tiles if (found := height_m(tile, latitude_deg, longitude_deg)) is not None), None)


__all__ = ["Tile", "height_among", "height_m", "heights_at", "read_geotiff", "read_hgt", "read_tile", "tile_name"]
