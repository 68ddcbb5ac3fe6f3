"""A job's days as a calendar file: the work, the line-up slot, and what has to be looked at again."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import TYPE_CHECKING
from zoneinfo import ZoneInfo

from rindle_core.stations.brief.visit_tasks import VisitDaysResult
from rindle_server.jobs.after import assessed_after
from rindle_server.jobs.facts import Assessed, assessed
from rindle_server.jobs.models import Job

if TYPE_CHECKING:
    from icalendar import Event


def _event(job: Job, key: str, summary: str, start: dt.date | dt.datetime, end: dt.date | dt.datetime) -> Event:
    from icalendar import Event  # imported here: only who asks for the file needs it

    event = Event()
    event.add("uid", f"{job.number}-{key}@rindle")
    event.add("dtstamp", job.updated_at)
    event.add("summary", f"{summary} · {job.number}")
    event.add("dtstart", start)
    event.add("dtend", end)
    return event


def _whole_day(job: Job, key: str, summary: str, day: dt.date, said: str = "") -> Event:
    event = _event(job, key, summary, day, day + dt.timedelta(days=1))
    if said:
        event.add("description", said)
    return event


def _days(job: Job, days: VisitDaysResult, zone: ZoneInfo) -> Iterator[Event]:
    """An event a day of work, its tasks in words."""
    for day in sorted({row.starts_at.date() for row in days.rows}):
        rows = [row for row in days.rows if row.starts_at.date() == day]
        starts, ends = min(row.starts_at for row in rows), max(row.ends_at for row in rows)
        event = _event(job, f"day-{day}", "Visit", _utc(starts, zone), _utc(ends, zone))
        event.add("description", "\n".join(f"{row.starts_at:%H:%M} to {row.ends_at:%H:%M} {row.name}" for row in rows))
        yield event


def _utc(at: dt.datetime, zone: ZoneInfo) -> dt.datetime:
    """Of the site's clock, as every calendar understands it."""
    return at.replace(tzinfo=zone).astimezone(dt.UTC)


def _slot(job: Job, days: VisitDaysResult, zone: ZoneInfo, *, booked: bool) -> Iterator[Event]:
    if days.slot_starts_at is None or days.slot_ends_at is None or days.coarse_done_by is None:
        return
    starts, ends = _utc(days.slot_starts_at, zone), _utc(days.slot_ends_at, zone)
    event = _event(job, "lineup", "Line-up" if booked else "Line-up, not booked yet", starts, ends)
    event.add("description", f"Coarse pointing is finished by {days.coarse_done_by:%H:%M} on the site's clock.")
    from icalendar import Alarm

    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", "Coarse pointing has to be finished now")
    alarm.add("trigger", days.coarse_done_by - days.slot_starts_at)
    event.add_component(alarm)
    yield event


def _again(job: Job, found: Assessed) -> Iterator[Event]:
    brief = found.facts.brief
    if brief.return_on:
        taken = ", ".join([*brief.reused, brief.reuse_note]).strip(", ")
        said = f"Taken over: {taken}" if taken else ""
        yield _whole_day(job, "return", "Return visit: what is temporary ends", brief.return_on, said)
    if brief.look_again_on:
        yield _whole_day(job, "view", "Look at the sky's view again", brief.look_again_on)
    for at, one in enumerate(brief.deliveries):
        if one.stop_gap and one.stop_gap_until:
            yield _whole_day(job, f"gap-{one.id or at}", f"Stop-gap ends: {one.stop_gap}", one.stop_gap_until)


def _later(job: Job) -> Iterator[Event]:
    """What is looked at after the hand-over; what comes again and again is an event that comes again."""
    if job.signed_off_at is None:
        return
    every = {one.code: one.every_days for one in assessed(job).facts.picks.words.later}
    for row in assessed_after(job).result.follow_up.rows:
        if row.due_on is None:
            continue
        event = _whole_day(job, f"later-{row.code}", f"Look again: {row.name.lower()}", row.due_on, row.text)
        if every.get(row.code):
            event.add("rrule", {"freq": "daily", "interval": every[row.code]})
        yield event


def calendar_of(job: Job) -> bytes:
    """The file (RFC 5545). Times are written in UTC. A job without tasks has the day of the work as a whole day."""
    from icalendar import Calendar

    found = assessed(job)
    brief, zone = found.facts.brief, ZoneInfo(found.facts.brief.zone)
    days = found.result.visit.days if found.result.visit else VisitDaysResult(rows=[], day_count=0)
    sheet = Calendar()
    sheet.add("prodid", "-//Rindle//Job//EN")
    sheet.add("version", "2.0")
    events = list(_days(job, days, zone)) or [_whole_day(job, "day", "Visit", brief.date)]
    where = brief.address or brief.place_text
    for event in (*events, *_slot(job, days, zone, booked=brief.lineup_booked), *_again(job, found), *_later(job)):
        if where:
            event.add("location", where)
        sheet.add_component(event)
    written: bytes = sheet.to_ical()
    return written


__all__ = ["calendar_of"]
