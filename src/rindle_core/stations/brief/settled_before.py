"""A job's entries about the visit put through their calculators."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Mapping

from pydantic import Field

from rindle_core.catalogue.house_words import WeatherKind
from rindle_core.catalogue.models import Beam
from rindle_core.kernel.findings import Finding
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import PlaceErrorInput, PlaceErrorResult, place_error
from rindle_core.stations.brief.costs import CostsInput, CostsResult, costs
from rindle_core.stations.brief.day_weather import conditions_of, day_weather, forecast_of
from rindle_core.stations.brief.documents import judge_documents
from rindle_core.stations.brief.lineup import LineupInput, LineupResult, lineup_request
from rindle_core.stations.brief.old_line import judge_old_line
from rindle_core.stations.brief.places import (
    PositionEntryInput,
    PositionEntryResult,
    degrees_minutes_seconds,
    position_entry,
)
from rindle_core.stations.brief.spare_power import SparePowerResult, judge_spare_power
from rindle_core.stations.brief.visit import error_of_place_m, judge_visit
from rindle_core.stations.brief.visit_days import visit_days
from rindle_core.stations.brief.visit_tasks import VisitDaysInput, VisitDaysResult, VisitTask, usual_tasks
from rindle_core.stations.brief.weather import WeatherInput, WeatherResult, weather
from rindle_core.stations.entries import JobInput
from rindle_core.stations.mount.mount_choice import MountChoiceResult, mount_choice
from rindle_core.stations.mount.position_mount import choice_of
from rindle_core.stations.mounting import mount_kind, mount_surface, resin_sets_min, up_by


class VisitAssessment(Model):
    """What the entries about the visit come to; None where an entry is missing."""

    place_error_m: float | None
    place_error: PlaceErrorResult | None
    position_entry: PositionEntryResult | None
    mounts: MountChoiceResult
    weather: WeatherResult
    days: VisitDaysResult
    costs: CostsResult
    lineup: LineupResult
    lineup_wanted: bool = Field(default=True, description="The terminal is lined up by appointment, or one is made")
    spare_power: SparePowerResult | None = None


def visit_of(
    job: JobInput, beam: Beam | None, due_on: Mapping[str, dt.date | None]
) -> tuple[VisitAssessment, list[Finding]]:
    """The assessment and its findings. A part that nobody has begun to enter says nothing."""
    visit = job.brief
    mounts = mount_choice(choice_of(job, visit.surface, permanent=visit.permanence in ("", "permanent")))
    sky = day_weather(visit)
    skies = weather(
        WeatherInput(
            forecast_gust_mps=sky.gust_mps,
            forecast_low_c=sky.low_c,
            conditions=conditions_of(visit),
            not_here=_not_here(job),
            rules=job.picks.rules,
        )
    )
    days = visit_days(_days_of(job, due_on))
    lined = _lineup(job, beam)
    terminal_w = job.picks.terminal.supply.power_w if job.picks.terminal else None
    power, spared = judge_spare_power(
        visit.spare_power_h, terminal_w, visit.other_load_w, visit.spare_battery_wh, job.picks.rules
    )
    wants_lineup = visit.lineup_at is not None or (job.picks.terminal is not None and job.picks.terminal.needs_lineup)
    findings = [
        *(mounts.findings if visit.surface else []),
        *skies.findings,
        *days.findings,
        *(lined.findings if wants_lineup else []),
        *judge_visit(visit, job.brief.date, job.picks.words),
        *judge_documents(job.picks.documents, job.picks.satellite),
        *spared,
        *judge_old_line(visit, job.picks.words),
    ]
    error_m, errors, entry = _place_of(job)
    result = VisitAssessment(
        place_error_m=error_m,
        place_error=errors,
        position_entry=entry,
        mounts=mounts.result,
        weather=skies.result,
        days=days.result,
        costs=costs(CostsInput(items=visit.costs, overlap_month_count=visit.overlap_month_count)).result,
        lineup=lined.result,
        lineup_wanted=wants_lineup,
        spare_power=power,
    )
    return result, findings


def _not_here(job: JobInput) -> list[WeatherKind]:
    """Work that the chosen mount and the way the entry is closed leave out; where neither is told, all is possible."""
    kind, planned = mount_kind(job), {one.weather for one in job.brief.tasks}
    out: list[WeatherKind] = []
    if kind is not None and kind.holds != "concrete":
        out.append("concrete")
    if job.cable.sealed_by not in ("", "foam"):
        out.append("foam")
    return [one for one in out if one not in planned]


def _days_of(job: JobInput, due_on: Mapping[str, dt.date | None]) -> VisitDaysInput:
    """The tasks with what they wait for."""
    visit = job.brief
    return VisitDaysInput(
        tasks=visit.tasks,
        first_day=visit.date,
        forecast=forecast_of(visit),
        due_on=dict(due_on),
        slot_at=visit.lineup_at,
        rules=job.picks.rules,
    )


def usual_tasks_of(job: JobInput) -> list[VisitTask]:
    """The tasks that a job like this has as a rule: of its terminal, its mount or surface, its hole and its line-up.

    From the ground they have no minute on a ladder.
    """
    terminal, surface, mount = job.picks.terminal, mount_surface(job), mount_kind(job)
    kinds = {"panel" if terminal and terminal.panel else "dish"}
    if terminal and (terminal.needs_lineup or job.brief.lineup_at):
        kinds.add("lineup")
    if mount is None:
        kinds.add("poured" if surface == "bare_ground" else "mounted")
    elif mount.holds not in ("given", "stand"):  # those are there, or only set down
        kinds.add({"concrete": "poured", "clamps": "clamped"}.get(mount.holds, "mounted"))
    if job.brief.may_drill and job.cable.sealed_by != "none":
        kinds.add("drilled")
    if surface == "masonry" and (mount is None or mount.drills):
        kinds.add("masonry")
    tasks = _until_resin_sets(usual_tasks(job.picks.words, kinds), job)
    if up_by(job) == "ground":
        tasks = [one.model_copy(update={"at_height_min": 0.0}) for one in tasks]
    return tasks


def _until_resin_sets(tasks: list[VisitTask], job: JobInput) -> list[VisitTask]:
    """The last task that sets fixings is left alone as long as their resin takes."""
    sets_min, setting = resin_sets_min(job), {one.name for one in job.picks.words.usual_tasks if one.sets_fixings}
    last = next((one for one in reversed(tasks) if one.name in setting), None)
    if sets_min is None or last is None:
        return tasks
    longer = last.model_copy(update={"wait_h": max(last.wait_h, math.ceil(sets_min / 6.0) / 10.0)})
    return [longer if one is last else one for one in tasks]


def _place_of(job: JobInput) -> tuple[float | None, PlaceErrorResult | None, PositionEntryResult | None]:
    if job.brief.latitude_deg is None or job.brief.longitude_deg is None:
        return None, None, None
    entry = None
    if job.picks.terminal:
        entry = position_entry(
            PositionEntryInput(
                latitude_deg=job.brief.latitude_deg,
                longitude_deg=job.brief.longitude_deg,
                position_format=job.picks.terminal.position_format,
            )
        ).result
    error_m = error_of_place_m(job.brief)
    if job.picks.satellite is None or error_m is None:
        return error_m, None, entry
    errors = place_error(
        PlaceErrorInput(
            latitude_deg=job.brief.latitude_deg,
            longitude_deg=job.brief.longitude_deg,
            height_m=job.brief.above_sea_m,
            satellite_longitude_deg=job.picks.satellite.longitude_deg,
            place_error_m=error_m,
        )
    ).result
    return error_m, errors, entry


def _lineup(job: JobInput, beam: Beam | None) -> Outcome[LineupResult]:
    visit = job.brief
    placed = job.brief.latitude_deg is not None and job.brief.longitude_deg is not None
    return lineup_request(
        LineupInput(
            firm=job.picks.firm,
            installer=visit.lineup_person,
            customer=job.brief.customer,
            site_id=visit.site_id,
            terminal_id=visit.terminal_id,
            hardware_address=visit.hardware_address,
            terminal=job.picks.terminal.name if job.picks.terminal else "",
            satellite=job.picks.satellite.name if job.picks.satellite else "",
            beam=beam.letter if beam else "",
            place=degrees_minutes_seconds(job.brief.latitude_deg, job.brief.longitude_deg) if placed else "",  # type: ignore[arg-type]  # placed
            wanted_at=visit.lineup_at,
            booked=visit.lineup_booked,
            visit_on=job.brief.date,
            rules=job.picks.rules,
        )
    )
