"""A trial of the panel on its tripod: its log read, counted, and held against the prediction."""

from __future__ import annotations

import csv
import datetime as dt
import io
import math
from collections.abc import Mapping, Sequence
from typing import Any, Literal

from pydantic import Field

from rindle_core.errors import Fault, InputError
from rindle_core.findings import Finding, Level, missing
from rindle_core.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.model import Model, parse
from rindle_core.registry import Outcome, parse_json, register

Cause = Literal["blocked", "no_satellite", "network", "power", "unknown"]
FIELDS = ("start", "seconds", "cause", "azimuth_deg", "elevation_deg")  # the open form of a log
_SECTOR_DEG = 30.0
_MOST_EVENTS = 200_000
_SURE = 2.0  # standard deviations from which two counts are called different
_HIDDEN_S = 3600.0  # an hour without an event is no proof that the log ran

# Words that logs use for a cause, in lower case, and ours.
_CAUSES: dict[str, Cause] = {
    "blocked": "blocked", "obstructed": "blocked", "obstruction": "blocked", "no_satellite": "no_satellite", "no satellite": "no_satellite",
    "none in view": "no_satellite", "searching": "no_satellite", "network": "network", "planned": "network", "maintenance": "network", "power": "power",
    "reboot": "power", "restart": "power", "unknown": "unknown", "": "unknown",
}  # fmt: skip


class TrialEvent(Model):
    """A stretch without service that the panel reported. Bearing and elevation where it knew them."""

    start: dt.datetime
    seconds: float = Field(gt=0, le=7 * 86_400)
    cause: Cause = "unknown"
    azimuth_deg: float | None = Field(default=None, ge=0, lt=360.0001)
    elevation_deg: float | None = Field(default=None, ge=-20, le=90)


class TrialLogInput(Model):
    """A log as text. `columns` says which of its columns is which of ours, where the names differ."""

    text: str = Field(max_length=20_000_000)
    columns: dict[str, str] = Field(default_factory=dict, description="Our field -> the log's column")


class TrialLog(Model):
    """The events in order, and what the log's columns are called, so that a person can say which is which."""

    events: list[TrialEvent]
    columns: list[str]
    guessed: dict[str, str] = Field(description="Our field -> the log's column that was taken for it")
    unread: list[str] = Field(description="Columns that are not used")


_GUESSES: dict[str, tuple[str, ...]] = {
    "start": ("start", "time", "timestamp", "begin", "from", "started_at", "date"),
    "seconds": ("seconds", "duration_s", "duration", "length_s", "length", "secs", "dur"),
    "cause": ("cause", "reason", "type", "kind", "state"),
    "azimuth_deg": ("azimuth_deg", "azimuth", "bearing", "bearing_deg", "az"),
    "elevation_deg": ("elevation_deg", "elevation", "el", "alt", "altitude_deg"),
}


def _rows(text: str) -> list[dict[str, Any]]:
    body = text.lstrip("\ufeff").strip()
    if not body:
        raise InputError.one("text", "is empty; a log with start, seconds and cause is accepted, as CSV or JSON")
    if body[0] in "[{":
        data = parse_json(body)
        rows = data.get("events", data.get("outages")) if isinstance(data, dict) else data
        if not isinstance(rows, list) or not all(isinstance(row, dict) for row in rows):
            raise InputError.one("text", "is not a list of events; a list of objects, or an object with the field events, is accepted")
        return rows
    first = body.partition("\n")[0]
    reader = csv.DictReader(io.StringIO(body), delimiter=max(",;\t", key=first.count), skipinitialspace=True)
    return [{(name or "").strip(): (value or "").strip() for name, value in row.items() if not isinstance(value, list)} for row in reader]


def _mapping(columns: Sequence[str], told: Mapping[str, str]) -> dict[str, str]:
    """Our field -> the log's column: what the person said, else a usual name. Raises InputError for what is needed and not there."""
    faults = [
        Fault(f"columns.{field}", f"{column!r} is not a column of this log; it has {', '.join(columns)}")
        for field, column in told.items()
        if column and column not in columns
    ]
    if faults:
        raise InputError(faults)
    plain = {column.casefold(): column for column in columns}
    found = {field: next((plain[guess] for guess in guesses if guess in plain), "") for field, guesses in _GUESSES.items()}
    found |= {field: column for field, column in told.items() if field in _GUESSES}
    lacking = [field for field in ("start", "seconds") if not found[field]]
    if lacking:
        raise InputError([Fault(f"columns.{field}", f"say which column holds it; the log has {', '.join(columns)}") for field in lacking])
    return {field: column for field, column in found.items() if column}


def _moment(value: object) -> object:
    """Seconds since 1970 as a moment; other text is read as ISO 8601."""
    text = str(value).strip()
    try:
        number = float(text)
    except ValueError:
        return text
    if number > 1e11:
        number /= 1000.0  # milliseconds
    return dt.datetime.fromtimestamp(number, dt.UTC)


def _event(row: Mapping[str, Any], mapping: Mapping[str, str]) -> TrialEvent:
    data: dict[str, Any] = {}
    for field, column in mapping.items():
        value = row.get(column)
        if value in (None, ""):
            continue
        if field == "start":
            data[field] = _moment(value)
        elif field == "cause":
            data[field] = _CAUSES.get(str(value).strip().casefold().replace("-", "_"), "unknown")
        else:
            data[field] = str(value).replace(",", ".")
    event = parse(TrialEvent, data)
    return event if event.start.tzinfo else event.model_copy(update={"start": event.start.replace(tzinfo=dt.UTC)})


@register("trial_log", "A trial's outage log as CSV or JSON, its columns found or said, read into events", TrialLogInput, TrialLog)
def read_trial_log(given: TrialLogInput) -> Outcome[TrialLog]:
    """The open form: start (ISO 8601 or seconds since 1970), seconds, cause, azimuth_deg, elevation_deg. Faults name row and field."""
    rows = _rows(given.text)
    if len(rows) > _MOST_EVENTS:
        raise InputError.one("text", f"has {len(rows)} events; up to {_MOST_EVENTS} are accepted")
    columns = list(dict.fromkeys(name for row in rows for name in row))
    mapping = _mapping(columns, given.columns)
    events, faults = [], []
    for number, row in enumerate(rows, start=1):
        try:
            events.append(_event(row, mapping))
        except InputError as error:
            faults += [Fault(f"row {number}, {mapping.get(one.field, one.field)}", one.message) for one in error.faults]
        if len(faults) >= 20:
            break
    if faults:
        raise InputError(faults)
    events.sort(key=lambda event: event.start)
    unread = [column for column in columns if column not in mapping.values()]
    return Outcome(TrialLog(events=events, columns=columns, guessed=mapping, unread=unread), [])


class TrialInput(Model):
    """The trial, and what was predicted for the same place."""

    events: list[TrialEvent] = Field(default_factory=list, max_length=_MOST_EVENTS)
    started_at: dt.datetime
    ended_at: dt.datetime
    predicted_blocked_percent: float | None = Field(default=None, ge=0, le=100)
    predicted_interruptions_per_h: float | None = Field(default=None, ge=0, description="Those by obstruction")
    predicted_sectors_percent: list[float] = Field(
        default_factory=list, description="Blocked share of the time by sector of 30°, from north clockwise"
    )
    apart_m: float = Field(default=0.0, ge=0, description="From the trial's place and height to the position it was predicted for")
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
    predicted_s: float | None = Field(default=None, description="Predicted to be lost by obstruction in such an hour, on average")


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
    difference_sd: float | None = Field(
        description="Observed less predicted interruptions by obstruction, in standard deviations of the count"
    )
    believe: Literal["trial", "prediction", "both", "neither"]
    because: str


def _inside(given: TrialInput) -> list[TrialEvent]:
    """Events cut to the trial's time."""
    kept = []
    for event in given.events:
        start, end = max(event.start, given.started_at), min(event.start + dt.timedelta(seconds=event.seconds), given.ended_at)
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
                CauseCount(cause=name, count=len(mine), seconds_s=sum(mine), percent=100.0 * sum(mine) / total_s, longest_s=max(mine))
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
    """An outage over the turn of an hour is shared out. The prediction is the mean of its passes: it knows no particular hour."""
    rows = []
    for hour in range(math.ceil(hours - 1e-9)):
        begin = given.started_at + dt.timedelta(hours=hour)
        end = min(begin + dt.timedelta(hours=1), given.ended_at)

        def lost_s(cause: Cause | None, begin: dt.datetime = begin, end: dt.datetime = end) -> float:
            ends = (
                (max(one.start, begin), min(one.start + dt.timedelta(seconds=one.seconds), end))
                for one in events
                if cause in (None, one.cause)
            )
            return sum((b - a).total_seconds() for a, b in ends if a < b)

        share = given.predicted_blocked_percent
        rows.append(
            TrialHour(
                hour=hour, count=sum(1 for one in events if begin <= one.start < end), seconds_s=lost_s(None), blocked_s=lost_s("blocked"),
                predicted_s=None if share is None else share / 100.0 * (end - begin).total_seconds(),
            )
        )  # fmt: skip
    return rows


@register("trial", "A trial held against the prediction by cause, sector and hour, and which to believe", TrialInput, TrialResult)
def trial(given: TrialInput) -> Outcome[TrialResult]:
    """Shares of the trial's time. Counts are compared as Poisson counts: the difference over the root of the predicted count.

    Interruptions by obstruction cluster in passes, so that two standard deviations are asked before they are called different.
    """
    total_s = (given.ended_at - given.started_at).total_seconds()
    if total_s <= 0:
        raise InputError.one("ended_at", "lies before the start of the trial")
    hours, events = total_s / 3600.0, _inside(given)
    blocked = [event for event in events if event.cause == "blocked"]
    lost_s = min(sum(event.seconds for event in events), total_s)
    predicted_count = None if given.predicted_interruptions_per_h is None else given.predicted_interruptions_per_h * hours
    sd = None if predicted_count is None else (len(blocked) - predicted_count) / math.sqrt(max(predicted_count, 1.0))
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
        difference_sd=sd,
        believe=believe,
        because=because,
    )
    return Outcome(result, _judge(result, given))


def _believe(
    given: TrialInput, hours: float, sd: float | None, events: Sequence[TrialEvent]
) -> tuple[Literal["trial", "prediction", "both", "neither"], str]:
    if given.apart_m > 3.0:
        return "prediction", f"The panel stood {given.apart_m:.0f} m from the position: near things looked different from there."
    if hours < given.rules.trial_least_h:
        return (
            "prediction",
            f"{hours:.1f} hours are too few: the satellites have not passed everywhere yet; {given.rules.trial_wanted_h:g} hours are usual.",
        )
    if not events and hours * 3600.0 > _HIDDEN_S and given.predicted_interruptions_per_h and sd is not None and sd < -_SURE:
        return "neither", "The log is empty although interruptions were predicted: see that the panel wrote one at all."
    if sd is None:
        return "trial", "There is no prediction to hold it against."
    if abs(sd) <= _SURE:
        return "both", "Trial and prediction agree within what chance explains."
    if sd > 0:
        return "trial", "It was interrupted more often than predicted: thin branches, wires and swaying trees are missed by hand readings."
    return (
        "trial",
        "It was interrupted less often than predicted: the network avoids what it has learnt to be blocked, or a point was read too high.",
    )


def _judge(result: TrialResult, given: TrialInput) -> list[Finding]:
    if result.believe == "neither":
        return [missing("sky.trial", "The trial cannot be believed", result.because)]
    limit = given.rules.low_orbit_hold_percent
    out = 100.0 - result.available_percent
    level = (
        Level.HOLD if out > limit else Level.MIND if out > given.rules.browse_out_percent or result.believe == "prediction" else Level.CLEAR
    )
    said = {"trial": "Believe the trial", "prediction": "Believe the prediction", "both": "Trial and prediction agree"}[result.believe]
    return [
        Finding(
            level=level, code="sky.trial", message=f"{said}: {out:.1f} % of the trial was without service", figure=out, limit=given.rules.browse_out_percent,
            unit="percent", why=result.because, clears_by="" if level is Level.CLEAR else "Move or raise the panel, then try again for as long.",
            source="Log of the trial against the simulated passes",
        )
    ]  # fmt: skip


__all__ = [
    "FIELDS", "Cause", "CauseCount", "TrialEvent", "TrialHour", "TrialInput", "TrialLog", "TrialLogInput", "TrialResult", "TrialSector", "read_trial_log", "trial",
]  # fmt: skip
