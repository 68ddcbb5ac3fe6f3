"""Files that people hand in and that Rindle keeps."""

from __future__ import annotations

import contextlib
import errno
import os
import tempfile
from pathlib import Path

from ninja.files import UploadedFile

from rindle_core.kernel.errors import InputError
from rindle_core.kernel.tables import plain_text
from rindle_server.errors import NoRoom

MOST_BYTES = 30_000_000
MOST_TILE_BYTES = 60_000_000  # a one-arcsecond GeoTIFF of floats has 52 MB


def bytes_of(file: UploadedFile, most_bytes: int = MOST_BYTES) -> bytes:
    """The content. Raises InputError for a file that is too large."""
    if (file.size or 0) > most_bytes:
        raise InputError.one("file", f"is too large: up to {most_bytes // 1_000_000} MB is accepted")
    return bytes(file.read())


def text_of(file: UploadedFile) -> str:
    """The content as UTF-8 text, its line ends as ours. Raises InputError where it is none."""
    try:
        return plain_text(bytes_of(file).decode("utf-8"), "file")
    except UnicodeDecodeError as error:
        raise InputError.one("file", f"{file.name} is not UTF-8 text; CSV or JSON in UTF-8 is accepted") from error


def write_whole(path: Path, content: bytes, mode: int = 0o600) -> None:
    """Writes a file whole or not at all: under another name, synced, then renamed, and the folder synced too.

    Whoever reads the old file meanwhile keeps it. Raises NoRoom where the disk is full; nothing is left behind then.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    handle, part = tempfile.mkstemp(dir=path.parent, prefix=".part-")
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content)
            file.flush()
            os.fchmod(file.fileno(), mode)
            os.fsync(file.fileno())
        os.replace(part, path)
        folder = os.open(path.parent, os.O_RDONLY)
        try:
            os.fsync(folder)
        finally:
            os.close(folder)
    except OSError as error:
        with contextlib.suppress(OSError):
            os.unlink(part)
        if error.errno in (errno.ENOSPC, errno.EDQUOT):
            raise NoRoom.one("file", "The disk is full: nothing was kept. Make room, then hand it in again.") from error
        raise


def clear_parts(folder: Path) -> None:
    """Takes out what an interrupted write left behind."""
    for part in folder.rglob(".part-*") if folder.exists() else ():
        with contextlib.suppress(OSError):
            part.unlink()


__all__ = ["MOST_BYTES", "MOST_TILE_BYTES", "bytes_of", "clear_parts", "text_of", "write_whole"]
