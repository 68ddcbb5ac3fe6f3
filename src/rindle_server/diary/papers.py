"""The diary on paper and as a calendar file; booked slots read from one."""

from __future__ import annotations

import datetime as dt
import re
from zoneinfo import ZoneInfo

from django.conf import settings
from django.template.loader import render_to_string
from pydantic import Field

from rindle_core.catalogue.crew import Member
from rindle_core.diary.entries import DiaryResult
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.model import Model
from rindle_core.kernel.units import System
from rindle_server.diary.plan import view
from rindle_server.drawings.svg import tokens
from rindle_server.jobs.edit import place_on_paper
from rindle_server.jobs.facts import facts_of
from rindle_server.jobs.load_sheets import loading_list
from rindle_server.jobs.models import Job
from rindle_server.jobs.paper import pdf_of
from rindle_server.spa import font_url
from rindle_server.stores.shelf import shelf

_NUMBER = re.compile(r"\b\d{4}-\d{3,}\b")


class SlotFound(Model):
    """A slot that a calendar file tells of a job, on the site's clock."""

    number: str
    at: dt.datetime = Field(description="Site's clock")
    said: str


def calendar_of(result: DiaryResult, first_day: dt.date) -> bytes:
    """An event for each block (RFC 5545); times are of each site's own clock, written in UTC."""
    from icalendar import Calendar, Event

    sheet = Calendar()
    sheet.add("prodid", "-//Rindle//Diary//EN")
    sheet.add("version", "2.0")
    zones = {
        job.number: ZoneInfo(facts_of(job).brief.zone)
        for job in Job.objects.filter(number__in={one.job for one in result.blocks}).prefetch_related("docs")
    }
    for block in result.blocks:
        zone = zones[block.job]
        event = Event()
        event.add("uid", f"{block.job}-{block.day}-{block.team}@rindle")
        event.add("dtstamp", dt.datetime.now(dt.UTC))
        event.add("summary", f"{block.title or block.job} · {block.job} · {block.team}")
        event.add("dtstart", block.starts_at.replace(tzinfo=zone).astimezone(dt.UTC))
        event.add("dtend", block.ends_at.replace(tzinfo=zone).astimezone(dt.UTC))
        tasks = [one for one in result.rows if one.job == block.job and one.starts_at.date() == block.day]
        event.add("description", "\n".join(f"{one.starts_at:%H:%M} to {one.ends_at:%H:%M} {one.name}" for one in tasks))
        sheet.add_component(event)
    written: bytes = sheet.to_ical()
    return written


def slots_in(content: bytes) -> list[SlotFound]:
    """Events that name a job of ours in their title: booked line-ups. Raises InputError for what is no calendar."""
    from icalendar import Calendar

    try:
        calendar = Calendar.from_ical(content)
    except ValueError as error:
        raise InputError.one("file", f"is no calendar file: {str(error)[:120]}; one by RFC 5545 is accepted") from error
    found = []
    for event in calendar.walk("VEVENT"):
        said, start = str(event.get("summary", "")), event.get("dtstart")
        number = _NUMBER.search(said)
        job = Job.objects.filter(number=number[0]).first() if number else None
        at = start.dt if start is not None else None
        if job is None or not isinstance(at, dt.datetime):
            continue
        zone = ZoneInfo(facts_of(job).brief.zone)
        local = at.astimezone(zone).replace(tzinfo=None) if at.tzinfo else at
        found.append(SlotFound(number=job.number, at=local, said=said[:200]))
    return found


def _joined(*words: str) -> str:
    return " · ".join(word for word in words if word)


def loading_of_day(day: dt.date, team: str, system: System) -> bytes:
    """What goes into the van of a crew, or of all, for what the plan has on that day. Raises InputError.

    Of a day on which nothing is planned it is for the open jobs that are dated so.
    """
    told = view(day - dt.timedelta(days=day.weekday()), 2)
    planned = {one.job for one in told.result.rows if one.starts_at.date() == day and (not team or one.team == team)}
    jobs = Job.objects.filter(number__in=planned) if planned else Job.objects.filter(date=day, shelf="open")
    if team and not planned:
        raise InputError.one("day", f"nothing is planned on {day} for this crew: choose a day on which it works")
    named = next((f", {one.name}" for one in told.teams if one.code == team), "")
    still = jobs.filter(signed_off_at__isnull=True).order_by("number")
    return loading_list(list(still), f"Loading list, {day:%Y-%m-%d}{named}", system)


def day_sheet(day: dt.date, team: str) -> bytes:
    """One page a crew: where to be when, and with whom. Raises InputError where nothing is planned."""
    told = view(day - dt.timedelta(days=day.weekday()), 2)
    crews = [one for one in told.teams if not team or one.code == team]
    sheets = []
    for crew in crews:
        rows = [one for one in told.result.rows if one.team == crew.code and one.starts_at.date() == day]
        jobs = []
        for number in dict.fromkeys(one.job for one in rows):
            facts = facts_of(Job.objects.get(number=number))
            those = [one for one in rows if one.job == number]
            where = _joined(facts.brief.address, place_on_paper(facts.brief))
            jobs.append((number, facts.brief, where, those, sum(one.at_height_min for one in those)))
        if jobs:
            names = (one.name for one in shelf().all("member", Member) if one.code in crew.members)
            sheets.append((crew, _joined(crew.vehicle, *names), jobs))
    if not sheets:
        raise InputError.one("day", f"nothing is planned on {day}: choose a day on which a crew works")
    page = render_to_string(
        "day_sheet.html", {"day": day, "sheets": sheets, "colours": tokens()["day"], "font_url": font_url(True)}
    )
    return pdf_of(page, str(settings.PACKAGE))


__all__ = [
    "SlotFound",
    "calendar_of",
    "day_sheet",
    "loading_of_day",
    "slots_in",
]
