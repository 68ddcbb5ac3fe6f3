"""A simulated speed server behind a simulated line: an echo, bytes to fetch and bytes to send, paced as the line is."""

from __future__ import annotations

import random
import time
from collections.abc import Iterator
from io import BufferedIOBase

from pydantic import BaseModel, ConfigDict, Field

_CHUNK = 16_384
_MOST_BYTES = 64_000_000


class Line(BaseModel):
    """The line that the server seems to lie behind. Rates wander by `wander_share` from run to run."""

    model_config = ConfigDict(extra="forbid")

    down_mbps: float = Field(gt=0, le=10_000)
    up_mbps: float = Field(gt=0, le=10_000)
    latency_ms: float = Field(ge=0, le=5000)
    wander_share: float = Field(default=0.06, ge=0, le=0.9)
    size_bytes: int = Field(default=2_000_000, ge=0, le=_MOST_BYTES, description="To fetch")


def _seconds(size_bytes: int, mbps: float) -> float:
    return 8.0 * size_bytes / (mbps * 1e6)


def _wandered(value: float, share: float) -> float:
    return value * (1.0 + random.uniform(-share, share))


def echo(line: Line) -> None:
    """Waits as long as an echo takes."""
    time.sleep(_wandered(line.latency_ms, line.wander_share) / 1000.0)


def fetched(line: Line) -> Iterator[bytes]:
    """The bytes, no faster than the line."""
    echo(line)
    rate, sent, start = _wandered(line.down_mbps, line.wander_share), 0, time.monotonic()
    while sent < line.size_bytes:
        chunk = random.randbytes(min(_CHUNK, line.size_bytes - sent))
        sent += len(chunk)
        ahead = _seconds(sent, rate) - (time.monotonic() - start)
        if ahead > 0:
            time.sleep(ahead)
        yield chunk


def taken(line: Line, body: BufferedIOBase, length: int) -> int:
    """Reads what is sent, no faster than the line; how many bytes came."""
    echo(line)
    rate, got, start = _wandered(line.up_mbps, line.wander_share), 0, time.monotonic()
    while got < min(length, _MOST_BYTES):
        chunk = body.read(min(_CHUNK, length - got))
        if not chunk:
            break
        got += len(chunk)
        ahead = _seconds(got, rate) - (time.monotonic() - start)
        if ahead > 0:
            time.sleep(ahead)
    return got


__all__ = ["Line", "echo", "fetched", "taken"]
