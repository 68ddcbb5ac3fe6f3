"""The diary of the firm's open jobs: what it is laid out from, and what a change would move."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Iterable, Mapping
from typing import NamedTuple

from pydantic import Field

from rindle_core.catalogue.crew import Member, Team
from rindle_core.diary.entries import DiaryInput, DiaryJob, DiaryMove, DiaryResult, DiaryTeam
from rindle_core.diary.learnt import LearntInput, LearntResult, StepTime, learnt
from rindle_core.diary.plan import diary, moves
from rindle_core.kernel.errors import InputError
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model
from rindle_core.science.sun import civil_day_h
from rindle_core.stations.brief.brief import DeliveriesInput, deliveries
from rindle_core.stations.brief.day_weather import forecast_of
from rindle_core.stations.brief.settled_before import usual_tasks_of
from rindle_core.stations.brief.visit_tasks import VisitTask
from rindle_core.stations.entries import JobInput
from rindle_core.stations.handover.follow_up import State
from rindle_core.stations.mounting import build_steps, mount_code, mount_kind
from rindle_core.stations.step_order import has_to_wait
from rindle_server.diary.forecast import service
from rindle_server.jobs.after import assessed_after
from rindle_server.jobs.facts import facts_of
from rindle_server.jobs.models import Job
from rindle_server.stores.models import Firm
from rindle_server.stores.shelf import shelf

_NOBODY = Team(code="all", name="Everybody")
_WEEKS_MOST = 26
_MOST_LATER = 60  # jobs whose follow-ups are looked through: the newest
_BEGUN_WEEKS = 8  # before the first day: a visit that began then may still have days to come


class DiaryChange(Model):
    """What is tried: a job on another day or with another crew, or a task that has to set for longer."""

    number: str = Field(max_length=20)
    day: dt.date | None = None
    team: str | None = Field(default=None, max_length=40)
    task: str = Field(default="", max_length=120, description="Whose wait runs over")
    more_h: float = Field(default=0.0, ge=0, le=400)


class DiaryTried(Model):
    """What the change would do, before it is taken."""

    result: DiaryResult
    moves: list[DiaryMove]


class DayLight(Model):
    """When one sees outside at a job's place, hours of the site's clock."""

    job: str
    day: dt.date
    from_h: float
    to_h: float


class LaterDue(Model):
    """Something that is looked at after a job was handed over."""

    number: str
    title: str
    name: str
    due_on: dt.date
    state: State
    by: str


class DayPassed(Model):
    """A job that is not handed over though the last of its planned days lies behind."""

    number: str
    title: str
    team: str
    began_on: dt.date
    until: dt.date
    can_move: bool = Field(description="It is near enough to be put on another day from here")


class DiaryView(Model):
    """The diary as a screen shows it."""

    first_day: dt.date
    day_count: int
    teams: list[Team]
    result: DiaryResult
    learnt: LearntResult
    light: list[DayLight] = Field(default_factory=list, description="Civil twilight of each job's days")
    forecast_service: str = Field(default="", description="Name of the one that is there; empty: typed by hand")
    later: list[LaterDue] = Field(
        default_factory=list, description="What is due after a hand-over, until the end of these weeks"
    )
    without_place: list[str] = Field(description="Numbers of jobs of which daylight is not known")
    passed: list[DayPassed] = Field(
        default_factory=list, description="Not handed over, and all their planned days passed, the oldest first"
    )


def teams() -> list[Team]:
    """The stores' teams; without one everybody drives out together."""
    return shelf().all("team", Team) or [_NOBODY]


def kind_of(facts: JobInput) -> str:
    """Terminal and mount by their codes: what is learnt is learnt of them."""
    return f"{facts.brief.terminal_code}/{mount_code(facts) or 'any'}"


def kind_name(facts: JobInput) -> str:
    """The same as people say it."""
    terminal, mount = facts.picks.terminal, mount_kind(facts)
    return ", ".join(one.name for one in (terminal, mount) if one is not None) or kind_of(facts)


def times_of(facts: JobInput) -> list[StepTime]:
    """How long each step took, from the mark before it, where the stores tell its usual time. What had to wait until
    something had set tells nothing of the work.
    """
    usual = {one.code: one.usual_min for one in build_steps(facts) if not has_to_wait(one)}
    marks = sorted(facts.build.step_marks, key=lambda one: one.at)
    told = []
    for before, mark in itertools.pairwise(marks):
        minutes = usual.get(mark.code)
        if minutes:
            took = (mark.at - before.at).total_seconds() / 60
            told.append(StepTime(person=mark.by, kind=kind_of(facts), took_min=max(0.0, took), usual_min=minutes))
    return told


def _scaled(tasks: Iterable[VisitTask], factor: float, day_h: float) -> list[VisitTask]:
    """The tasks as long as they take here; none longer than a working day."""
    return [
        one
        if one.finished_at
        else one.model_copy(
            update={
                "work_h": round(min(day_h, max(one.work_h * factor, one.at_height_min / 60)), 2),
            }
        )
        for one in tasks
    ]


def _job(job: Job, facts: JobInput, told: LearntResult, people: Mapping[str, str], rules: HouseRules) -> DiaryJob:
    brief = facts.brief
    lead = people.get(brief.crew[0], "") if brief.crew else ""
    # What the planner entered stands; the house's usual hours are taken as long as they take here.
    tasks = list(brief.tasks) or _scaled(usual_tasks_of(facts), told.factor(lead, kind_of(facts)), rules.workday_h)
    due = deliveries(DeliveriesInput(items=brief.deliveries, visit_on=brief.date)).result
    place = brief.place
    return DiaryJob(
        number=job.number,
        title=brief.customer,
        team=brief.team_code,
        not_before=brief.date,
        people_count=max((one.people_count for one in build_steps(facts)), default=1),
        latitude_deg=place[0] if place else None,
        longitude_deg=place[1] if place else None,
        ahead_h=brief.clock_ahead_h,
        travel_h=brief.travel_h or 0.0,
        slot_at=brief.lineup_at,
        tasks=tasks,
        forecast=forecast_of(brief),
        due_on={one.item: one.due_on for one in due.items},
    )


def _open_jobs() -> list[Job]:
    jobs = Job.objects.filter(shelf="open").prefetch_related("docs", "documents").order_by("number")
    return list(jobs)


class Entries(NamedTuple):
    """What the diary is laid out from. `behind`: jobs whose days have all passed before it begins, with the last."""

    given: DiaryInput
    told: LearntResult
    behind: dict[str, tuple[DiaryJob, dt.date]]


def _crews(people: Mapping[str, str]) -> list[DiaryTeam]:
    return [
        DiaryTeam(
            code=one.code,
            name=one.name,
            people_count=len(one.members) or 2,
            members={code: people.get(code, code) for code in one.members},
            off_days=one.off_days,
        )
        for one in teams()
    ]


def entries(first_day: dt.date, weeks: int) -> Entries:
    """Open jobs whose first day lies within the weeks, and those that began before and by themselves reach into them:
    a visit may have days to come. It is laid out from the earliest of them on. Raises InputError.
    """
    if not 1 <= weeks <= _WEEKS_MOST:
        raise InputError.one("weeks", f"is {weeks}: 1 to {_WEEKS_MOST} weeks are accepted")
    known = [(job, facts_of(job)) for job in _open_jobs()]
    history = [time for _, facts in known for time in times_of(facts)]
    told = learnt(LearntInput(times=history)).result
    rules = HouseRules.model_validate(Firm.ours().rules)
    people = {one.code: one.name for one in shelf().all("member", Member)}
    crews = _crews(people)
    codes = {one.code for one in crews}
    earliest, end = first_day - dt.timedelta(weeks=_BEGUN_WEEKS), first_day + dt.timedelta(weeks=weeks)
    rows = [
        _job(job, facts, told, people, rules)
        for job, facts in known
        if job.signed_off_at is None and earliest <= facts.brief.date < end
    ]
    jobs, behind = [], {}
    for row in rows:
        one = row if row.team in codes else row.model_copy(update={"team": ""})
        until = one.not_before if one.not_before >= first_day else _until(one, crews, rules)
        if until < first_day:
            behind[one.number] = one, until
        else:
            jobs.append(one)
    start = min([first_day, *(one.not_before for one in jobs)])
    return Entries(DiaryInput(first_day=start, teams=crews, jobs=jobs, rules=rules), told, behind)


def _until(job: DiaryJob, crews: list[DiaryTeam], rules: HouseRules) -> dt.date:
    """The last day of a job as if its crew had nothing else to do."""
    alone = diary(DiaryInput(first_day=job.not_before, teams=crews, jobs=[job], rules=rules)).result
    ends = alone.ends_at.get(job.number)
    return max(job.not_before, ends.date()) if ends else job.not_before


def _later(end: dt.date) -> list[LaterDue]:
    """Of the newest handed-over jobs what is due before that day, the oldest first."""
    jobs = Job.objects.filter(shelf="open").exclude(signed_off_at=None).order_by("-signed_off_at")[:_MOST_LATER]
    rows = [
        LaterDue(number=job.number, title=job.customer, name=row.name, due_on=row.due_on, state=row.state, by=row.by)
        for job in jobs
        for row in assessed_after(job).result.follow_up.rows
        if row.due_on is not None and row.due_on < end
    ]
    return sorted(rows, key=lambda one: one.due_on)


def _within(found: DiaryResult, given: DiaryInput, first_day: dt.date, weeks: int) -> DiaryResult:
    """Of what is laid out the days that are looked at, and the conflicts of jobs that begin or work in them."""
    end = first_day + dt.timedelta(weeks=weeks)
    blocks = [one for one in found.blocks if first_day <= one.day < end]
    shown = {one.job for one in blocks} | {one.number for one in given.jobs if first_day <= one.not_before < end}
    return found.model_copy(
        update={
            "blocks": blocks,
            "rows": [one for one in found.rows if first_day <= one.starts_at.date() < end],
            "conflicts": [
                one for one in found.conflicts if one.job in shown and (one.day is None or first_day <= one.day < end)
            ],
            "ends_at": {number: at for number, at in found.ends_at.items() if number in shown},
        }
    )


def _passed(found: DiaryResult, laid: Entries, today: dt.date) -> list[DayPassed]:
    told = []
    for job in Job.objects.filter(shelf="open", signed_off_at=None, date__lt=today).order_by("date", "number"):
        ends = found.ends_at.get(job.number)
        one, until = laid.behind.get(job.number, (None, ends.date() if ends else job.date))
        if until >= today:
            continue
        team = one.team if one else next((row.team for row in found.rows if row.job == job.number), "")
        told.append(
            DayPassed(
                number=job.number,
                title=job.customer,
                team=team,
                began_on=job.date,
                until=max(until, job.date),
                can_move=one is not None or ends is not None,
            )
        )
    return told


def _light(given: DiaryInput, found: DiaryResult) -> list[DayLight]:
    places = {one.number: one for one in given.jobs}
    told = []
    for block in found.blocks:
        job = places[block.job]
        if job.latitude_deg is None or job.longitude_deg is None:
            continue
        lit = civil_day_h(job.latitude_deg, job.longitude_deg, block.day, job.ahead_h)
        if lit is not None:
            told.append(DayLight(job=block.job, day=block.day, from_h=lit[0], to_h=lit[1]))
    return told


def view(first_day: dt.date, weeks: int, today: dt.date | None = None) -> DiaryView:
    """The diary from that day on; with today, what should have been finished by now besides."""
    laid = entries(first_day, weeks)
    given = laid.given
    whole = diary(given).result
    found = _within(whole, given, first_day, weeks)
    shown = {one.job for one in found.blocks}
    return DiaryView(
        first_day=first_day,
        day_count=7 * weeks,
        teams=teams(),
        result=found,
        light=_light(given, found),
        learnt=laid.told,
        later=_later(first_day + dt.timedelta(weeks=weeks)),
        forecast_service=source.name if (source := service()) else "",
        without_place=[one.number for one in given.jobs if one.latitude_deg is None and one.number in shown],
        passed=_passed(whole, laid, today) if today else [],
    )


def _changed(laid: Entries, change: DiaryChange) -> DiaryJob:
    """The job with the change. Raises InputError for a job or task that is not in the diary."""
    behind, _ = laid.behind.get(change.number, (None, None))
    job = next((one for one in laid.given.jobs if one.number == change.number), behind)
    if job is None:
        raise InputError.one("number", f"{change.number} is not in the diary of these weeks")
    update: dict[str, object] = {}
    if change.day is not None:
        update["not_before"] = change.day
    if change.team is not None:
        update["team"] = change.team
    if change.task:
        if change.task not in {one.name for one in job.tasks}:
            raise InputError.one("task", f"{change.task!r} is no task of {change.number}")
        update["tasks"] = [
            one.model_copy(update={"wait_h": one.wait_h + change.more_h}) if one.name == change.task else one
            for one in job.tasks
        ]
    return job.model_copy(update=update)


def tried(first_day: dt.date, weeks: int, change: DiaryChange) -> tuple[DiaryTried, DiaryJob]:
    """What the change would move, and the job with it. Raises InputError for what is not in the diary."""
    laid = entries(first_day, weeks)
    given, news = laid.given, _changed(laid, change)
    jobs = [one for one in given.jobs if one.number != news.number]
    other = given.model_copy(update={"jobs": sorted([*jobs, news], key=lambda one: one.number)})
    before, after = diary(given).result, diary(other).result
    return DiaryTried(result=_within(after, other, first_day, weeks), moves=moves(before, after)), news


__all__ = [
    "DayPassed",
    "DiaryChange",
    "DiaryTried",
    "DiaryView",
    "Entries",
    "entries",
    "kind_name",
    "kind_of",
    "teams",
    "times_of",
    "tried",
    "view",
]
