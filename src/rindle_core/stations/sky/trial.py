"""A trial of the panel on its tripod: its log read, counted, and held against the prediction."""

from __future__ import annotations

import contextlib
import datetime as dt
import math
from collections.abc import Mapping, Sequence
from typing import Any, Literal

import numpy as np
from pydantic import Field

from rindle_core.kernel.constants import BEYOND_CIRCLE_DEG
from rindle_core.kernel.errors import Fault, InputError
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, parse
from rindle_core.kernel.registry import Outcome, parse_json, register
from rindle_core.kernel.tables import plain_text, read_rows
from rindle_core.stations.sky.findings import TRIAL, TRIAL_OUTSIDE

Cause = Literal["blocked", "no_satellite", "network", "power", "unknown"]
FIELDS = ("start", "seconds", "cause", "azimuth_deg", "elevation_deg")  # the open form of a log
_SECTOR_DEG = 30.0
_MOST_EVENTS = 200_000
_SURE = 2.0  # standard deviations from which two counts are called different
_HIDDEN_S = 3600.0  # an hour without an event is no proof that the log ran

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

    start: dt.datetime
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
_SCALES = {"_ms": 1e-3, "_us": 1e-6, "_ns": 1e-9, "_min": 60.0}  # by the end of the column's name
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


def _seconds(value: object, column: str) -> float:
    scale = next((scale for end, scale in _SCALES.items() if column.casefold().endswith(end)), 1.0)
    return float(str(value).strip().replace(",", ".")) * scale


def _event(row: Mapping[str, Any], mapping: Mapping[str, str], zone_offset_h: float | None) -> TrialEvent:
    data: dict[str, Any] = {}
    for field, column in mapping.items():
        value = row.get(column)
        if value in (None, ""):
            continue
        if field in ("start", "end"):
            try:
                data[field] = _moment(value, zone_offset_h)
            except ValueError as error:
                if isinstance(error, InputError):
                    raise
                raise InputError.one(field, str(error)) from error
        elif field == "cause":
            data[field] = _CAUSES.get(str(value).strip().casefold().replace("-", "_"), "unknown")
        elif field == "seconds":
            try:
                data[field] = _seconds(value, column)
            except ValueError as error:
                raise InputError.one(field, f"{value!r} is not a number: write it with digits, such as 2.5") from error
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

    A duration's unit is that of its column's name (_ms, _us, _ns, _min), else seconds. Times that name no zone are not
    guessed: `zone_offset_h` says theirs. Faults name row and field.
    """
    rows = _rows(given.text)
    if len(rows) > _MOST_EVENTS:
        raise InputError.one("text", f"has {len(rows)} events; up to {_MOST_EVENTS} are accepted")
    columns = list(dict.fromkeys(name for row in rows for name in row))
    mapping = _mapping(columns, given.columns)
    events, faults = [], []
    for number, row in enumerate(rows, start=1):
        try:
            events.append(_event(row, mapping, given.zone_offset_h))
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
    return Outcome(TrialLog(events=events, columns=columns, guessed=mapping, unread=unread), [])


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


class TrialInput(Model):
    """The trial, and what was predicted for the same place."""

    events: list[TrialEvent] = Field(default_factory=list, max_length=_MOST_EVENTS)
    started_at: dt.datetime
    ended_at: dt.datetime
    predicted_blocked_percent: float | None = Field(default=None, ge=0, le=100)
    predicted_interruptions_per_h: float | None = Field(default=None, ge=0, description="Those by obstruction")
    predicted_over_h: float | None = Field(
        default=None, gt=0, description="Hours that the prediction followed: it scatters as a trial does; None: exact"
    )
    predicted_sectors_percent: list[float] = Field(
        default_factory=list, description="Blocked share of the time by sector of 30°, from north clockwise"
    )
    apart_m: float = Field(
        default=0.0, ge=0, description="From the trial's place and height to the position it was predicted for"
    )
    rules: HouseRules = DEFAULT_RULES


class CauseCount(Model):
    """What one cause cost."""

    cause: Cause
    count: int
    seconds_s: float
    percent: float = Field(description="Of the trial's time")
    longest_s: float


class TrialSector(Model):
    """A sector of 30°: observed and predicted share of the time that is blocked."""

    from_deg: float
    observed_percent: float
    predicted_percent: float | None


class TrialHour(Model):
    """An hour of the trial."""

    hour: int = Field(description="Since the start, 0 for the first")
    count: int = Field(description="Outages that began in it")
    seconds_s: float = Field(description="Lost in it, whatever the cause")
    blocked_s: float = Field(default=0.0, description="Of those, by obstruction")
    other_s: float | None = Field(default=None, description="Of those, by whatever else; None in older records")
    predicted_s: float | None = Field(
        default=None, description="Predicted to be lost by obstruction in such an hour, on average"
    )


class TrialResult(Model):
    """Availability by cause, sector and hour, and which to believe."""

    hours_h: float
    available_percent: float
    interruptions_per_h: float
    longest_s: float
    causes: list[CauseCount]
    sectors: list[TrialSector]
    hours: list[TrialHour]
    observed_blocked_percent: float
    blocked_per_h: float
    outside_count: int = Field(default=0, description="Outages of the log that lie outside the trial's time, left out")
    difference_sd: float | None = Field(
        description="Observed less predicted interruptions by obstruction, in standard deviations of the count"
    )
    believe: Literal["trial", "prediction", "both", "neither"]
    because: str


def _inside(given: TrialInput) -> list[TrialEvent]:
    """Events cut to the trial's time."""
    kept = []
    for event in given.events:
        start, end = (
            max(event.start, given.started_at),
            min(event.start + dt.timedelta(seconds=event.seconds), given.ended_at),
        )
        if start < end:
            kept.append(event.model_copy(update={"start": start, "seconds": (end - start).total_seconds()}))
    return kept


def _causes(events: Sequence[TrialEvent], total_s: float) -> list[CauseCount]:
    names: tuple[Cause, ...] = ("blocked", "no_satellite", "network", "power", "unknown")
    rows = []
    for name in names:
        mine = [event.seconds for event in events if event.cause == name]
        if mine:
            rows.append(
                CauseCount(
                    cause=name,
                    count=len(mine),
                    seconds_s=sum(mine),
                    percent=100.0 * sum(mine) / total_s,
                    longest_s=max(mine),
                )
            )
    return rows


def _trial_sectors(given: TrialInput, blocked: Sequence[TrialEvent], total_s: float) -> list[TrialSector]:
    count = int(360 / _SECTOR_DEG)
    lost = [0.0] * count
    for event in blocked:
        if event.azimuth_deg is not None:
            lost[int(event.azimuth_deg % 360.0 // _SECTOR_DEG)] += event.seconds
    told = given.predicted_sectors_percent if len(given.predicted_sectors_percent) == count else [None] * count
    return [
        TrialSector(from_deg=at * _SECTOR_DEG, observed_percent=100.0 * lost[at] / total_s, predicted_percent=told[at])
        for at in range(count)
    ]


def _hours(events: Sequence[TrialEvent], given: TrialInput, hours: float) -> list[TrialHour]:
    """An outage over the turn of an hour is shared out. The prediction is the mean of its passes: it knows no
    particular hour.
    """
    begins_s = np.array([(one.start - given.started_at).total_seconds() for one in events])
    ends_s = begins_s + np.array([one.seconds for one in events])
    blocked = np.array([one.cause == "blocked" for one in events], dtype=bool)
    length_s = (given.ended_at - given.started_at).total_seconds()
    rows = []
    for hour in range(math.ceil(hours - 1e-9)):
        begin_s = 3600.0 * hour
        end_s = min(begin_s + 3600.0, length_s)
        lost_s = np.clip(np.minimum(ends_s, end_s) - np.maximum(begins_s, begin_s), 0.0, None)
        share = given.predicted_blocked_percent
        rows.append(
            TrialHour(
                hour=hour,
                count=int(np.count_nonzero((begins_s >= begin_s) & (begins_s < end_s))),
                seconds_s=float(lost_s.sum()),
                blocked_s=float(lost_s[blocked].sum()),
                other_s=float(lost_s[~blocked].sum()),
                predicted_s=None if share is None else share / 100.0 * (end_s - begin_s),
            )
        )
    return rows


@register(
    "trial",
    "A trial held against the prediction by cause, sector and hour, and which to believe",
    TrialInput,
    TrialResult,
)
def trial(given: TrialInput) -> Outcome[TrialResult]:
    """Shares of the trial's time. Counts are compared by the spread that a trial's count has.

    Passes share the interruptions out more evenly than chance: over two hundred seeds of the demo's sky a count spreads
    by 0.65 of the root that Poisson's law gives (house rule). Two such spreads are asked before they are called
    different.
    """
    total_s = (given.ended_at - given.started_at).total_seconds()
    if total_s <= 0:
        raise InputError.one("ended_at", "lies before the start of the trial")
    hours, events = total_s / 3600.0, _inside(given)
    blocked = [event for event in events if event.cause == "blocked"]
    lost_s = min(sum(event.seconds for event in events), total_s)
    predicted_count = (
        None if given.predicted_interruptions_per_h is None else given.predicted_interruptions_per_h * hours
    )
    of_both = 1.0 if given.predicted_over_h is None else 1.0 + hours / given.predicted_over_h
    spread = given.rules.trial_spread_share * math.sqrt(max(predicted_count or 0.0, 1.0) * of_both)
    sd = None if predicted_count is None else (len(blocked) - predicted_count) / spread
    believe, because = _believe(given, hours, sd, events)
    result = TrialResult(
        hours_h=hours,
        available_percent=100.0 * (1.0 - lost_s / total_s),
        interruptions_per_h=len(events) / hours,
        longest_s=max((event.seconds for event in events), default=0.0),
        causes=_causes(events, total_s),
        sectors=_trial_sectors(given, blocked, total_s),
        hours=_hours(events, given, hours),
        observed_blocked_percent=100.0 * min(sum(event.seconds for event in blocked), total_s) / total_s,
        blocked_per_h=len(blocked) / hours,
        outside_count=len(given.events) - len(events),
        difference_sd=sd,
        believe=believe,
        because=because,
    )
    return Outcome(result, _judge(result, given))


def _believe(
    given: TrialInput, hours: float, sd: float | None, events: Sequence[TrialEvent]
) -> tuple[Literal["trial", "prediction", "both", "neither"], str]:
    if given.events and not events:
        return "neither", "None of the log's outages lies in the trial's time: its clock or its zone is another one."
    if given.apart_m > given.rules.trial_apart_m:
        return (
            "prediction",
            f"The panel stood {given.apart_m:.0f} m from the position: near things looked different from there.",
        )
    if hours < given.rules.trial_least_h:
        return (
            "prediction",
            f"{hours:.1f} hours are too few: the satellites have not passed everywhere yet; "
            f"{given.rules.trial_wanted_h:g} hours are usual.",
        )
    if (
        not events
        and hours * 3600.0 > _HIDDEN_S
        and given.predicted_interruptions_per_h
        and sd is not None
        and sd < -_SURE
    ):
        return "neither", "The log is empty although interruptions were predicted: see that the panel wrote one at all."
    if sd is None:
        return "trial", "There is no prediction to hold it against."
    if abs(sd) <= _SURE:
        return "both", "Trial and prediction agree within what chance explains."
    if sd > 0:
        return (
            "trial",
            "It was interrupted more often than predicted: thin branches, wires and swaying trees are missed by hand "
            "readings.",
        )
    return (
        "trial",
        "It was interrupted less often than predicted: the network avoids what it has learnt to be blocked, or a "
        "point was read too high.",
    )


def _judge(result: TrialResult, given: TrialInput) -> list[Finding]:
    outside = _judge_outside(result, given)
    if result.believe == "neither":
        return [TRIAL.missing("The trial cannot be believed", result.because), *outside]
    limit = given.rules.low_orbit_hold_percent
    out = 100.0 - result.available_percent
    level = (
        Level.HOLD
        if out > limit
        else Level.MIND
        if out > given.rules.browse_out_percent or result.believe == "prediction"
        else Level.CLEAR
    )
    said = {"trial": "Believe the trial", "prediction": "Believe the prediction", "both": "Trial and prediction agree"}[
        result.believe
    ]
    return [
        TRIAL(
            level,
            f"{said}: the panel was "
            + ("served well enough" if level is Level.CLEAR else "too long without service in the trial"),
            result.because,
            figure=out,
            limit=given.rules.browse_out_percent,
            bound="at_most",
            clears_by="" if level is Level.CLEAR else "Move or raise the panel, then try again for as long.",
        ),
        *outside,
    ]


def _judge_outside(result: TrialResult, given: TrialInput) -> list[Finding]:
    """Outages that are left out are told: a clock in another zone moves them out of the trial's time."""
    if result.outside_count == 0:
        return []
    return [
        TRIAL_OUTSIDE(
            Level.MIND,
            "Some of the log's outages lie outside the trial's time",
            "They are left out. A log in another zone than was said is the usual reason.",
            figure=float(result.outside_count),
            limit=0.0,
            clears_by="Check the zone of the log, and when the trial was started and ended.",
        )
    ]


__all__ = [
    "FIELDS",
    "Cause",
    "CauseCount",
    "TrialEvent",
    "TrialHour",
    "TrialInput",
    "TrialLog",
    "TrialLogInput",
    "TrialResult",
    "TrialSector",
    "read_trial_log",
    "trial",
]
