"""Elevation tiles in the data folder: kept as they came, read when they are wanted."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

from django.conf import settings

from rindle_core.kernel.errors import InputError
from rindle_core.science.terrain import Tile, read_tile, tile_name
from rindle_server.files import write_whole

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
def _read(path: Path, changed_ns: int, size_bytes: int) -> Tile:
    """A tile, remembered until its file changes. It is read into memory:

    a mapped file that is replaced ends the reader.
    """
    del changed_ns, size_bytes
    return read_tile(path.name, path.read_bytes())


def _paths() -> list[Path]:
    return sorted(path for path in folder().glob("*") if path.suffix.casefold() in _KINDS) if folder().exists() else []


def tiles() -> list[tuple[str, Tile]]:
    """All tiles that can be read, by name; one that cannot, or that goes away meanwhile, is left out."""
    found = []
    for path in _paths():
        try:
            told = path.stat()
            found.append((path.name, _read(path, told.st_mtime_ns, told.st_size)))
        except (InputError, FileNotFoundError):
            continue
    return found


def kept() -> list[KeptTile]:
    """The tiles with what they cover."""
    sizes = {path.name: path.stat().st_size for path in _paths()}
    return [
        KeptTile(name, sizes.get(name, 0), tile.south_deg, tile.north_deg, tile.west_deg, tile.east_deg)
        for name, tile in tiles()
    ]


def keep(name: str, content: bytes) -> str:
    """Keeps a tile; an .hgt under its corner's name. Raises InputError for a file that is none."""
    read = read_tile(name, content)
    plain = Path(name).name
    if plain.casefold().endswith(".hgt"):
        plain = f"{tile_name(read.south_deg + 0.5, read.west_deg + 0.5)}.hgt"
    write_whole(folder() / plain, content)
    return plain


def drop(name: str) -> None:
    """Takes a tile out, if it is one of the folder's."""
    path = next((one for one in _paths() if one.name == name), None)
    if path is not None:
        path.unlink(missing_ok=True)


__all__ = ["KeptTile", "drop", "folder", "keep", "kept", "tiles"]
