"""Days as people write them: year first, with the month's name, or day and month in figures where only one is meant."""

from __future__ import annotations

import datetime as dt
import re
from typing import Annotated, Any

from pydantic import BeforeValidator, NaiveDatetime, TypeAdapter, ValidationError

_MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
_WEEKDAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
_WEEKDAY = re.compile(rf"^({'|'.join(_WEEKDAYS)})[a-z]*[.,]?\s+")
_MONTH = rf"(?P<name>{'|'.join(_MONTHS)})[a-z]*"
_NAMED = (
    re.compile(rf"^(?P<day>\d{{1,2}})(?:st|nd|rd|th|\.)?[\s-]+{_MONTH}[.,]?[\s-]+(?P<year>\d{{4}})$"),
    re.compile(rf"^{_MONTH}\.?\s+(?P<day>\d{{1,2}})(?:st|nd|rd|th)?,?\s+(?P<year>\d{{4}})$"),
)
_YEAR_FIRST = re.compile(r"^(?P<year>\d{4})[./-](?P<month>\d{1,2})[./-](?P<day>\d{1,2})$")
_FIGURES = re.compile(r"^(?P<first>\d{1,2})(?P<between>[./-])(?P<second>\d{1,2})(?P=between)(?P<year>\d{4})$")

_TIME = re.compile(
    r"^\s*(?P<day>\S.*?),?\s+(?P<hour>\d{1,2})[:.h](?P<minute>\d{2})(?::(?P<second>\d{2}))?"
    r"(?:\s*(?P<half>[ap])\.?m\.?)?\s*$",
    re.IGNORECASE,
)
_HOUR = re.compile(r"^\s*(?P<day>\S.*?),?\s+(?P<hour>\d{1,2})\s*(?P<half>[ap])\.?m\.?\s*$", re.IGNORECASE)


def read_day(given: Any) -> Any:
    """`3 Dec 2026`, `Thu, December 3rd, 2026`, `3.12.2026`, `2026/12/3` and `13/12/2026` as a day; else as it came.

    With points the day stands first, as wherever days are written so. With strokes it may be either: where both could
    be a month, ValueError names the two days. A weekday that is not that day's raises ValueError too.
    """
    if not isinstance(given, str):
        return given
    text = " ".join(given.strip().lower().split())
    weekday = _WEEKDAY.match(text)
    day = _day(text[weekday.end() :] if weekday else text)
    if day is None:
        return given
    if weekday and not weekday[0].startswith(_WEEKDAYS[day.weekday()]):
        raise ValueError(f"is a {day:%A}, not a {weekday[0].strip(' .,').capitalize()}: write the day that is meant")
    return day


def read_moment(given: Any) -> Any:
    """`24.11.2026 12:30`, `24 Nov 2026, 2 pm` and the like in the form that is kept; else as it came.

    The day as `read_day` reads it, with its errors; the time behind it, by the clocks that the field names.
    """
    if not isinstance(given, str):
        return given
    found = _TIME.match(given) or _HOUR.match(given)
    if found is None:
        alone = read_day(given) if not given.strip().isdigit() else given
        if isinstance(alone, dt.date):
            raise ValueError(f"names no time of the day: write it as {alone} 14:05")
        return given
    day = read_day(found["day"])
    if not isinstance(day, dt.date):
        return given
    hour, half = int(found["hour"]), (found["half"] or "").lower()
    if half and not 1 <= hour <= 12:
        raise ValueError(f"{found['hour']} {half}m is not an hour: write 1 to 12 with am or pm, or 0 to 23")
    if half:
        hour = hour % 12 + 12 * (half == "p")
    within = found.groupdict()
    return f"{day}T{hour:02d}:{within.get('minute') or '00'}:{within.get('second') or '00'}"


def day_meant(given: Any) -> dt.date | None:
    """The day that was given, in whichever form is accepted; None: none is, and whoever checks the entry says so."""
    try:
        return _DAY.validate_python(given)
    except ValidationError:
        return None


def _day(text: str) -> dt.date | None:
    found = next((one for one in (pattern.match(text) for pattern in _NAMED) if one), None)
    if found:
        return _made(found["year"], _MONTHS.index(found["name"]) + 1, found["day"])
    year_first = _YEAR_FIRST.match(text)
    if year_first:
        return _made(year_first["year"], year_first["month"], year_first["day"])
    figures = _FIGURES.match(text)
    if figures is None:
        return None
    day_first = _made(figures["year"], figures["second"], figures["first"])
    month_first = None if figures["between"] == "." else _made(figures["year"], figures["first"], figures["second"])
    if day_first and month_first and day_first != month_first:
        raise ValueError(f"can be {day_first} or {month_first}: write it as one of the two")
    return day_first or month_first


def _made(year: str, month: int | str, day: str) -> dt.date | None:
    try:
        return dt.date(int(year), int(month), int(day))
    except ValueError:
        return None


Day = Annotated[dt.date, BeforeValidator(read_day)]
Moment = Annotated[dt.datetime, BeforeValidator(read_moment)]
SiteMoment = Annotated[NaiveDatetime, BeforeValidator(read_moment)]  # by the site's clock alone
_DAY = TypeAdapter(Day)

__all__ = ["Day", "Moment", "SiteMoment", "day_meant", "read_day", "read_moment"]
