"""Heights from elevation tiles."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from rindle_core.errors import InputError

_VOID = -32768  # SRTM's mark for no data
_NAME = re.compile(r"([NS])(\d{2})([EW])(\d{3})", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Tile:
    """A square degree of heights in metres: row 0 is the northern edge, column 0 the western; edges are shared with neighbours."""

    south_deg: int
    west_deg: int
    heights_m: NDArray[np.int16]


def tile_name(latitude_deg: float, longitude_deg: float) -> str:
    """Name of the square degree that holds a place, by its south-western corner: `S30E027`."""
    south, west = math.floor(latitude_deg), math.floor(longitude_deg)
    return f"{'N' if south >= 0 else 'S'}{abs(south):02d}{'E' if west >= 0 else 'W'}{abs(west):03d}"


def read_hgt(name: str, content: bytes) -> Tile:
    """An SRTM `.hgt` tile: big-endian 16-bit heights, square, named by its south-western corner.

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
    return Tile(south, west, np.frombuffer(content, dtype=">i2").reshape(side, side))


def height_m(tile: Tile, latitude_deg: float, longitude_deg: float) -> float | None:
    """Height between the four nearest posts, bilinear; None outside the tile or where a post has no data."""
    side = tile.heights_m.shape[0] - 1
    row, column = (tile.south_deg + 1 - latitude_deg) * side, (longitude_deg - tile.west_deg) * side
    if not (0 <= row <= side and 0 <= column <= side):
        return None
    top, left = min(int(row), side - 1), min(int(column), side - 1)
    posts = tile.heights_m[top : top + 2, left : left + 2].astype(np.float64)
    if np.any(posts == _VOID):
        return None
    down, across = row - top, column - left
    return float(
        (1 - down) * ((1 - across) * posts[0, 0] + across * posts[0, 1]) + down * ((1 - across) * posts[1, 0] + across * posts[1, 1])
    )


__all__ = ["Tile", "height_m", "read_hgt", "tile_name"]
