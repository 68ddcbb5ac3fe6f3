"""The clock on the wall of a site: its zone by the place, with summer time."""

from __future__ import annotations

import datetime as dt
from functools import lru_cache
from threading import Lock
from zoneinfo import ZoneInfo

from rindle_core.kernel.days import read_moment

_LOCK = Lock()
_HOUR_S = 3600.0


@lru_cache(maxsize=1)
def _finder() -> object:
    from timezonefinder import TimezoneFinder  # its outlines take half a second to open

    return TimezoneFinder(in_memory=True)


@lru_cache(maxsize=4096)
def zone_at(latitude_deg: float, longitude_deg: float) -> str:
    """Name of the zone in the IANA database, `Africa/Maseru`; at sea the nautical zone, `Etc/GMT-2` (two before UTC).

    Source: outlines of the Timezone Boundary Builder, simplified: within some hundred metres of a border it may err.
    """
    with _LOCK:
        found = _finder().timezone_at(lng=longitude_deg, lat=latitude_deg)  # type: ignore[attr-defined]  # no stubs
    return found or f"Etc/GMT{-round(longitude_deg / 15.0):+d}"


def ahead_h(zone: str, at: dt.datetime) -> float:
    """Hours by which that zone's clocks are before UTC at an aware moment."""
    return (at.astimezone(ZoneInfo(zone)).utcoffset() or dt.timedelta()).total_seconds() / _HOUR_S


def noon_of(day: dt.date, zone: str) -> dt.datetime:
    """Twelve by that zone's clocks, aware, in UTC."""
    return dt.datetime(day.year, day.month, day.day, 12, tzinfo=ZoneInfo(zone)).astimezone(dt.UTC)


def day_at(at: dt.datetime, zone: str) -> dt.date:
    """The day that it is there at an aware moment."""
    return at.astimezone(ZoneInfo(zone)).date()


def told_at(at: dt.datetime, zone: str) -> str:
    """`2026-11-24 14:05 UTC+2`, by that zone's clocks."""
    there = at.astimezone(ZoneInfo(zone))
    minutes = round(ahead_h(zone, at) * 60)
    hours, rest = divmod(abs(minutes), 60)
    return f"{there:%Y-%m-%d %H:%M} UTC{'-' if minutes < 0 else '+'}{hours}{f':{rest:02d}' if rest else ''}"


def read_at(text: str, zone: str, after: dt.datetime | None = None) -> dt.datetime:
    """A moment as it is written by that zone's clocks, aware, in UTC: `2026-11-24 14:05:10`, or with a zone of its own.

    The day also as `read_moment` takes it. A time alone, `14:05`, is the first such one at or after `after`.
    Raises ValueError that says what is accepted.
    """
    there, text = ZoneInfo(zone), read_moment(text.strip())
    begin = None if after is None else after.astimezone(there).replace(tzinfo=None)
    try:
        if begin is not None and "-" not in text:
            at = dt.datetime.combine(begin.date(), dt.time.fromisoformat(text))
            at += dt.timedelta(days=at < begin)
        else:
            at = dt.datetime.fromisoformat(text)
    except ValueError as error:
        alone = "" if begin is None else ", or a time alone such as 14:05"
        raise ValueError(f"{text!r} is not a moment: 2026-11-24 14:05 by the site's clock{alone}") from error
    return (at if at.tzinfo else at.replace(tzinfo=there)).astimezone(dt.UTC)


__all__ = ["ahead_h", "day_at", "noon_of", "read_at", "told_at", "zone_at"]
