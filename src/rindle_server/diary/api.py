"""The diary over the API."""

from __future__ import annotations

import datetime as dt

from django.http import HttpRequest, HttpResponse
from ninja import File, Router
from ninja.files import UploadedFile

from rindle_core.kernel.units import System
from rindle_server.diary.forecast import service, take_forecast
from rindle_server.diary.papers import SlotFound, calendar_of, day_sheet, loading_of_day, slots_in
from rindle_server.diary.plan import DiaryChange, DiaryTried, DiaryView, tried, view
from rindle_server.errors import DeviceDown
from rindle_server.files import bytes_of
from rindle_server.jobs import edit

router = Router(tags=["diary"])


def _pdf(content: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="{name}.pdf"'
    return answer


@router.get("", response=DiaryView)
def read(request: HttpRequest, first_day: dt.date, weeks: int = 4, today: dt.date | None = None) -> DiaryView:
    """Open jobs over crews and days; with today, those besides whose days have passed."""
    return view(first_day, weeks, today)


@router.post("/tried", response=DiaryTried)
def try_change(request: HttpRequest, change: DiaryChange, first_day: dt.date, weeks: int = 4) -> DiaryTried:
    """What a change would move; nothing is kept."""
    return tried(first_day, weeks, change)[0]


@router.post("/taken", response=DiaryView)
def take_change(
    request: HttpRequest, change: DiaryChange, first_day: dt.date, weeks: int = 4, today: dt.date | None = None
) -> DiaryView:
    """Takes a change: the job's own day, crew or task."""
    _, changed = tried(first_day, weeks, change)
    job = edit.editable(change.number)
    news: dict[str, object] = {}
    if change.day is not None:
        news["date"] = change.day.isoformat()
    if change.team is not None:
        news["team_code"] = change.team
    if change.task and change.more_h:  # with the hours that the diary has reckoned with
        news["tasks"] = [one.model_dump(mode="json") for one in changed.tasks]
    if news:
        edit.patch(job, "brief", news)
    return view(first_day, weeks, today)


@router.get("/calendar.ics")
def calendar(request: HttpRequest, first_day: dt.date, weeks: int = 4) -> HttpResponse:
    """The diary as a calendar file."""
    answer = HttpResponse(calendar_of(view(first_day, weeks).result, first_day), content_type="text/calendar")
    answer["Content-Disposition"] = 'attachment; filename="diary.ics"'
    return answer


@router.post("/slots", response=list[SlotFound])
def read_slots(request: HttpRequest, file: File[UploadedFile]) -> list[SlotFound]:
    """Booked slots from a calendar file, into the jobs that their titles name."""
    found = slots_in(bytes_of(file))
    for one in found:
        edit.patch(edit.editable(one.number), "brief", {"lineup_at": one.at.isoformat(), "lineup_booked": True})
    return found


@router.post("/forecast", response=DiaryView)
def take_weather(request: HttpRequest, first_day: dt.date, weeks: int = 4, today: dt.date | None = None) -> DiaryView:
    """Asks the forecast service for every job of these weeks. Raises DeviceDown where there is none."""
    source = service()
    if source is None:
        raise DeviceDown.one("forecast", "no forecast service is there: enter the forecast at Brief, Days")
    take_forecast(source, sorted({one.job for one in view(first_day, weeks).result.blocks}), first_day)
    return view(first_day, weeks, today)


@router.get("/day.pdf")
def sheet_of_day(request: HttpRequest, day: dt.date, team: str = "") -> HttpResponse:
    """The day sheet of a crew, or of all."""
    return _pdf(day_sheet(day, team), f"day-{day:%Y-%m-%d}")


@router.get("/van.pdf")
def van_of_day(request: HttpRequest, day: dt.date, team: str = "", units: System = "metric") -> HttpResponse:
    """The loading list of a crew for a day, or of all."""
    return _pdf(loading_of_day(day, team, units), f"van-{day:%Y-%m-%d}")
