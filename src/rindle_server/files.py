"""Files that people hand in, and the laptop's own address on the crew's network."""

from __future__ import annotations

import socket

from ninja.files import UploadedFile

from rindle_core.errors import InputError

MOST_BYTES = 30_000_000
MOST_TILE_BYTES = 250_000_000  # a one-arcsecond GeoTIFF of floats has 52 MB


def bytes_of(file: UploadedFile, most_bytes: int = MOST_BYTES) -> bytes:
    """The content. Raises InputError for a file that is too large."""
    if (file.size or 0) > most_bytes:
        raise InputError.one("file", f"is too large: up to {most_bytes // 1_000_000} MB is accepted")
    return bytes(file.read())


def text_of(file: UploadedFile) -> str:
    """The content as UTF-8 text. Raises InputError where it is none."""
    try:
        return bytes_of(file).decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise InputError.one("file", f"{file.name} is not UTF-8 text; CSV or JSON in UTF-8 is accepted") from error


def own_address() -> str:
    """This machine's address on its local network; loopback where it has none. Nothing is sent."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # TEST-NET-1 (RFC 5737): only asks the routing table, a datagram socket sends nothing here
        except OSError:
            return "127.0.0.1"
        return str(probe.getsockname()[0])
