"""The log of a trial's panel as it comes: its columns named, its times and causes understood."""

from __future__ import annotations

import contextlib
import datetime as dt
from collections.abc import Mapping, Sequence
from typing import Any, Literal

from pydantic import AwareDatetime, Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.kernel.tables import plain_text, read_rows

Cause = Literal["blocked", "no_satellite", "network", "power", "unknown"]
FIELDS = ("start", "seconds", "cause", "azimuth_deg", "elevation_deg")  # the open form of a log
MOST_EVENTS = 200_000

# Words that logs use for a cause, in lower case, and ours.
_CAUSES: dict[str, Cause] = {
    "blocked": "blocked",
    "obstructed": "blocked",
    "obstruction": "blocked",
    "no_satellite": "no_satellite",
    "no satellite": "no_satellite",
    "none in view": "no_satellite",
    "searching": "no_satellite",
    "network": "network",
    "planned": "network",
    "maintenance": "network",
    "power": "power",
    "reboot": "power",
    "restart": "power",
    "unknown": "unknown",
    "": "unknown",
}


class TrialEvent(Model):
    """A stretch without service that the panel reported. Bearing and elevation where it knew them."""

    start: AwareDatetime
    seconds: float = Field(gt=0, le=7 * 86_400)
    cause: Cause = "unknown"
    azimuth_deg: float | None = Field(default=None, ge=0, lt=BEYOND_CIRCLE_DEG)
    elevation_deg: float | None = Field(default=None, ge=-20, le=90)


class TrialLogInput(Model):
    """A log as text. `columns` says which of its columns is which of ours, where the names differ."""

    text: str = Field(max_length=20_000_000)
    columns: dict[str, str] = Field(default_factory=dict, description="Our field -> the log's column")
    zone_offset_h: float | None = Field(
        default=None,
        ge=-14,
        le=14,
        description="Hours ahead of UTC of times that name no zone; needed where some do not",
    )
    unit: Literal["", "s", "ms", "us", "ns", "min"] = Field(
        default="", description="Unit of how long; empty: as the column's name ends, else seconds"
    )


class TrialColumns(Model):
    """What the columns of a log are called, and which are taken for ours; empty where none is."""

    columns: list[str]
    guessed: dict[str, str]


class TrialLog(Model):
    """The events in order, and what the log's columns are called, so that a person can say which is which."""

    events: list[TrialEvent]
    columns: list[str]
    guessed: dict[str, str] = Field(description="Our field -> the log's column that was taken for it")
    unread: list[str] = Field(description="Columns that are not used")
    unknown_causes: list[str] = Field(
        default_factory=list, description="Words of the log for a cause that are not known here, taken as unknown"
    )


_GUESSES: dict[str, tuple[str, ...]] = {
    "start": ("start", "time", "timestamp", "begin", "from", "started_at", "date", "start_ms", "start_ns"),
    "seconds": (
        "seconds",
        "duration_s",
        "duration",
        "length_s",
        "length",
        "secs",
        "dur",
        *(f"{name}_{unit}" for name in ("duration", "length") for unit in ("ms", "us", "ns", "min")),
    ),
    "end": ("end", "until", "to", "stop", "ended_at", "finish"),
    "cause": ("cause", "reason", "type", "kind", "state"),
    "azimuth_deg": ("azimuth_deg", "azimuth", "bearing", "bearing_deg", "az"),
    "elevation_deg": ("elevation_deg", "elevation", "el", "alt", "altitude_deg"),
}
_SCALES = {"s": 1.0, "ms": 1e-3, "us": 1e-6, "ns": 1e-9, "min": 60.0}
_DAY_FIRST = ("%d.%m.%Y %H:%M:%S", "%d.%m.%Y %H:%M", "%d/%m/%Y %H:%M:%S", "%d/%m/%Y %H:%M")
_ACCEPTED = "2026-11-24T14:00:00Z, 24.11.2026 14:00, or seconds, milliseconds or nanoseconds since 1970 are accepted"


def _list_in(data: Any, depth: int = 0) -> list[Any] | None:
    """The first list of objects inside nested JSON."""
    if isinstance(data, list):
        return data if all(isinstance(row, dict) for row in data) else None
    if isinstance(data, dict) and depth < 4:
        return next((found for one in data.values() if (found := _list_in(one, depth + 1)) is not None), None)
    return None


def _rows(text: str) -> list[dict[str, Any]]:
    body = plain_text(text).strip()
    if not body:
        raise InputError.one("text", "is empty; a log with start, seconds and cause is accepted, as CSV or JSON")
    if body[0] in "[{":
        rows = _list_in(parse_json(body))
        if rows is None:
            raise InputError.one(
                "text", "holds no list of events; a list of objects, or objects that hold one, are accepted"
            )
        return rows
    return [row for _, row in read_rows(body)]


def _mapping(columns: Sequence[str], told: Mapping[str, str]) -> dict[str, str]:
    """Our field -> the log's column: what the person said, else a usual name.

    Raises InputError for what is needed and not there.
    """
    faults = [
        Fault(f"columns.{field}", f"{column!r} is not a column of this log; it has {', '.join(columns)}")
        for field, column in told.items()
        if column and column not in columns
    ]
    if faults:
        raise InputError(faults)
    plain = {column.casefold(): column for column in columns}
    found = {
        field: next((plain[guess] for guess in guesses if guess in plain), "") for field, guesses in _GUESSES.items()
    }
    found |= {field: column for field, column in told.items() if field in _GUESSES}
    lacking = [
        name for name, there in (("start", found["start"]), ("seconds", found["seconds"] or found["end"])) if not there
    ]
    if lacking:
        raise InputError(
            [
                Fault(f"columns.{field}", f"say which column holds it; the log has {', '.join(columns)}")
                for field in lacking
            ]
        )
    return {field: column for field, column in found.items() if column}


def _moment(value: object, zone_offset_h: float | None) -> dt.datetime:
    """A moment with its zone: ISO 8601, day first, or seconds, milli-, micro- or nanoseconds since 1970, told apart by
    size.

    Raises ValueError that says what is accepted; InputError on `zone_offset_h` where the zone is not known.
    """
    text = str(value).strip()
    try:
        number = float(text)
    except ValueError:
        return _with_zone(_written(text), zone_offset_h)
    scale = next((scale for scale in (1.0, 1e-3, 1e-6, 1e-9) if 1e8 <= number * scale < 5e9), None)
    if scale is None:
        raise ValueError(f"{text!r} is no time; {_ACCEPTED}")
    return dt.datetime.fromtimestamp(number * scale, dt.UTC)


def _written(text: str) -> dt.datetime:
    for form in _DAY_FIRST:
        with contextlib.suppress(ValueError):
            return dt.datetime.strptime(text, form)
    try:
        return dt.datetime.fromisoformat(text)
    except ValueError as error:
        raise ValueError(f"{text!r} is no time; {_ACCEPTED}") from error


def _with_zone(moment: dt.datetime, zone_offset_h: float | None) -> dt.datetime:
    if moment.tzinfo is not None:
        return moment
    if zone_offset_h is None:
        raise InputError.one(
            "zone_offset_h", "is needed: the log's times name no zone. Say how many hours its clock is ahead of UTC"
        )
    return moment.replace(tzinfo=dt.timezone(dt.timedelta(hours=zone_offset_h))).astimezone(dt.UTC)


def _seconds(value: object, column: str, unit: str) -> float:
    """How long, in seconds: a number of the unit that was said or that the column's name ends with, or 0:01:23."""
    text = str(value).strip().replace(",", ".")
    if ":" in text:
        *hours, minutes, seconds = text.split(":")
        if len(hours) > 1:
            raise ValueError(text)
        return 3600.0 * float(hours[0] if hours else 0) + 60.0 * float(minutes) + float(seconds)
    named = next((name for name in _SCALES if column.casefold().endswith(f"_{name}")), "s")
    return float(text) * _SCALES[unit or named]


def _cause(value: object) -> Cause | None:
    """The cause by a word that logs use; None: not known here."""
    return _CAUSES.get(str(value).strip().casefold().replace("-", "_"))


def _event(row: Mapping[str, Any], mapping: Mapping[str, str], given: TrialLogInput) -> TrialEvent:
    data: dict[str, Any] = {}
    for field, column in mapping.items():
        value = row.get(column)
        if value in (None, ""):
            continue
        if field in ("start", "end"):
            try:
                data[field] = _moment(value, given.zone_offset_h)
            except ValueError as error:
                if isinstance(error, InputError):
                    raise
                raise InputError.one(field, str(error)) from error
        elif field == "cause":
            data[field] = _cause(value) or "unknown"
        elif field == "seconds":
            try:
                data[field] = _seconds(value, column, given.unit)
            except ValueError as error:
                raise InputError.one(field, f"{value!r} is no length of time: 2.5 or 0:01:23 are accepted") from error
        else:
            data[field] = str(value).replace(",", ".")
    end = data.pop("end", None)
    if "seconds" not in data and end is not None and "start" in data:
        data["seconds"] = (end - data["start"]).total_seconds()
    return parse(TrialEvent, data)


@register(
    "trial_log",
    "A trial's outage log as CSV or JSON, its columns found or said, read into events",
    TrialLogInput,
    TrialLog,
)
def read_trial_log(given: TrialLogInput) -> Outcome[TrialLog]:
    """The open form: start (ISO 8601 or since 1970), seconds or end, cause, azimuth_deg, elevation_deg.

    A duration's unit is what `unit` says, else that of its column's name (_ms, _us, _ns, _min), else seconds. Times
    that name no zone are not guessed: `zone_offset_h` says theirs. Faults name row and field.
    """
    rows = _rows(given.text)
    if len(rows) > MOST_EVENTS:
        raise InputError.one("text", f"has {len(rows)} events; up to {MOST_EVENTS} are accepted")
    columns = list(dict.fromkeys(name for row in rows for name in row))
    mapping = _mapping(columns, given.columns)
    events, faults = [], []
    for number, row in enumerate(rows, start=1):
        try:
            events.append(_event(row, mapping, given))
        except InputError as error:
            if error.field == "zone_offset_h":
                raise
            faults += [Fault(f"row {number}, {mapping.get(one.field, one.field)}", one.message) for one in error.faults]
        if len(faults) >= 20:
            break
    if faults:
        raise InputError(faults)
    events.sort(key=lambda event: event.start)
    unread = [column for column in columns if column not in mapping.values()]
    told = [str(row.get(mapping["cause"]) or "").strip() for row in rows] if "cause" in mapping else []
    strange = sorted({word for word in told if word and _cause(word) is None})
    return Outcome(
        TrialLog(events=events, columns=columns, guessed=mapping, unread=unread, unknown_causes=strange[:20]), []
    )


@register(
    "trial_columns", "The columns of a trial's log, and which of them are taken for ours", TrialLogInput, TrialColumns
)
def trial_columns(given: TrialLogInput) -> Outcome[TrialColumns]:
    """What a person chooses from where the log's columns are not known by name."""
    rows = _rows(given.text)
    columns = list(dict.fromkeys(name for row in rows for name in row))
    plain = {column.casefold(): column for column in columns}
    guessed = {field: next((plain[one] for one in names if one in plain), "") for field, names in _GUESSES.items()}
    return Outcome(TrialColumns(columns=columns, guessed=guessed), [])


__all__ = [
    "FIELDS",
    "Cause",
    "TrialColumns",
    "TrialEvent",
    "TrialLog",
    "TrialLogInput",
    "read_trial_log",
    "trial_columns",
]
