"""Elevation tiles in the data folder: kept as they came, read when they are wanted."""

from __future__ import annotations

import mmap
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

from django.conf import settings

from rindle_core.errors import InputError
from rindle_core.terrain import Tile, read_geotiff, read_hgt, read_tile, tile_name

_KINDS = {".hgt", ".tif", ".tiff"}


def folder() -> Path:
    """Where the tiles lie; a firm may lay its own into it."""
    return Path(settings.HOME) / "terrain"


@dataclass(frozen=True, slots=True)
class KeptTile:
    """A tile with the ground that it covers."""

    name: str
    size_bytes: int
    south_deg: float
    north_deg: float
    west_deg: float
    east_deg: float


@lru_cache(maxsize=4)
def _read(path: Path, changed_ns: int) -> Tile:
    """A tile, remembered until its file changes. An .hgt is mapped, not copied."""
    del changed_ns
    if path.suffix.casefold() == ".hgt":
        with path.open("rb") as file:
            return read_hgt(path.name, memoryview(mmap.mmap(file.fileno(), 0, access=mmap.ACCESS_READ)))
    return read_geotiff(path.name, path.read_bytes())


def _paths() -> list[Path]:
    return sorted(path for path in folder().glob("*") if path.suffix.casefold() in _KINDS) if folder().exists() else []


def tiles() -> list[tuple[str, Tile]]:
    """All tiles that can be read, by name; one that cannot is left out."""
    found = []
    for path in _paths():
        try:
            found.append((path.name, _read(path, path.stat().st_mtime_ns)))
        except InputError:
            continue
    return found


def kept() -> list[KeptTile]:
    """The tiles with what they cover."""
    return [
        KeptTile(name, (folder() / name).stat().st_size, tile.south_deg, tile.north_deg, tile.west_deg, tile.east_deg)
        for name, tile in tiles()
    ]


def keep(name: str, content: bytes) -> str:
    """Keeps a tile; an .hgt under its corner's name. Raises InputError for a file that is none."""
    read = read_tile(name, content)
    plain = Path(name).name
    if plain.casefold().endswith(".hgt"):
        plain = f"{tile_name(read.south_deg + 0.5, read.west_deg + 0.5)}.hgt"
    folder().mkdir(parents=True, exist_ok=True)
    (folder() / plain).write_bytes(content)
    return plain


def drop(name: str) -> None:
    """Takes a tile out, if it is one of the folder's."""
    path = next((one for one in _paths() if one.name == name), None)
    if path is not None:
        path.unlink()


__all__ = ["KeptTile", "drop", "folder", "keep", "kept", "tiles"]
