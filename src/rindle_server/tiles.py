"""Raster tiles from a file that the firm laid into its data folder: tiles.mbtiles or tiles.pmtiles."""

from __future__ import annotations

import sqlite3
from pathlib import Path

from pmtiles.reader import Reader

_KINDS = ((b"\x89PNG", "image/png"), (b"\xff\xd8", "image/jpeg"), (b"RIFF", "image/webp"))


def _mbtiles(path: Path, z: int, x: int, y: int) -> bytes | None:
    """MBTiles 1.3: rows are counted from the south (TMS)."""
    with sqlite3.connect(f"file:{path}?mode=ro", uri=True) as base:
        row = base.execute(
            "SELECT tile_data FROM tiles WHERE zoom_level = ? AND tile_column = ? AND tile_row = ?",
            (z, x, 2**z - 1 - y),
        ).fetchone()
    base.close()
    return bytes(row[0]) if row else None


def _pmtiles(path: Path, z: int, x: int, y: int) -> bytes | None:
    """PMTiles 3, rows counted from the north."""
    with path.open("rb") as file:

        def read(offset: int, length: int) -> bytes:
            file.seek(offset)
            return file.read(length)  # not mapped: a mapped file that is replaced ends the server

        found = Reader(read).get(z, x, y)
    return None if found is None else bytes(found)


def zooms(folder: Path) -> tuple[int, int] | None:
    """The least and the greatest zoom of the firm's tiles; None where there are none."""
    mbtiles, pmtiles = folder / "tiles.mbtiles", folder / "tiles.pmtiles"
    if mbtiles.exists():
        with sqlite3.connect(f"file:{mbtiles}?mode=ro", uri=True) as base:
            least, most = base.execute("SELECT min(zoom_level), max(zoom_level) FROM tiles").fetchone()
        base.close()
        if least is not None:
            return int(least), int(most)
    if pmtiles.exists():
        with pmtiles.open("rb") as file:

            def read(offset: int, length: int) -> bytes:
                file.seek(offset)
                return file.read(length)

            header = Reader(read).header()
        return int(header["min_zoom"]), int(header["max_zoom"])
    return None


def read_tile(folder: Path, z: int, x: int, y: int) -> tuple[bytes, str] | None:
    """The tile's content and kind; None where there is no file, no such tile, or no raster in it."""
    if not (0 <= z <= 22 and 0 <= x < 2**z and 0 <= y < 2**z):
        return None
    for name, read in (("tiles.mbtiles", _mbtiles), ("tiles.pmtiles", _pmtiles)):
        path = folder / name
        content = read(path, z, x, y) if path.exists() else None
        if content is not None:
            kind = next((kind for head, kind in _KINDS if content.startswith(head)), None)
            return None if kind is None else (content, kind)
    return None
