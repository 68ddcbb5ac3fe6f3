"""What the firm's jobs teach, over the API: its record, the crew's own times, and what its instruments are off by."""

from __future__ import annotations

from collections.abc import Iterable

from django.http import HttpRequest
from ninja import Router, Schema

from rindle_core.catalogue.house_words import by_code
from rindle_core.catalogue.models import Instrument
from rindle_core.diary.firm_record import FirmJob, FirmRecordInput, FirmRecordResult, firm_record
from rindle_core.diary.learnt import LearntFactor, LearntInput, learnt
from rindle_core.science.site_clock import day_at
from rindle_core.stations.aim.instruments import instrument_bias
from rindle_core.stations.mounting import build_steps
from rindle_server.diary.plan import kind_name, kind_of, times_of
from rindle_server.jobs.facts import Assessed, assessed
from rindle_server.jobs.models import Job
from rindle_server.stores.shelf import shelf

router = Router(tags=["diary"])
_MOST = 400  # the newest: an older crew worked otherwise
_PARTS = 2


class InstrumentBias(Schema):
    """What an instrument is off by, from its checks and the jobs where it was on the peak."""

    name: str
    correction_deg: float | None
    spread_deg: float | None
    check_count: int


class Teaching(Schema):
    """All that is learnt."""

    record: FirmRecordResult
    factors: list[LearntFactor]
    instruments: list[InstrumentBias]
    most_jobs: int


def _height_min(found: Assessed) -> float:
    """Minutes at height of the steps that are marked, as long as the stores say for each."""
    done = {one.code for one in found.facts.build.step_marks}
    return sum(one.at_height_min for one in build_steps(found.facts) if one.code in done)


def _false_tops(found: Assessed) -> int:
    views = (found.result.azimuth_peak, found.result.elevation_peak)
    fits = [view.fit for view in views if view is not None and view.fit is not None]
    return sum(1 for fit in fits if fit.lobe in ("side", "doubtful"))


def _faults(repairs: Iterable[Job]) -> list[str]:
    named = []
    for job in repairs:
        facts = assessed(job).facts
        known = by_code(facts.picks.words.repair_faults)
        found = facts.brief.repair_found_code
        named.append(known[found].name if found in known else "not told yet")
    return named


def _job(job: Job, found: Assessed, repairs: list[Job]) -> FirmJob:
    ratio = found.result.acceptance.ratio
    assert job.signed_off_at is not None  # only those are asked for
    return FirmJob(
        number=job.number,
        handed_on=day_at(job.signed_off_at, found.facts.brief.zone),
        repair_numbers=[one.number for one in repairs],
        failed_why=_faults(repairs),
        at_height_min=_height_min(found),
        gain_factor=ratio.times_factor if ratio else None,
        false_top_count=_false_tops(found),
        loosened_count=found.facts.peak.loosened_count,
        restart_count=found.facts.bringup.self_restart_count,
        let_pass=[one.message for one in found.result.evidence if one.waiver is not None],
    )


@router.get("", response=Teaching)
def teaching(request: HttpRequest) -> Teaching:
    """The newest handed-over jobs of the firm together."""
    jobs = list(Job.objects.exclude(signed_off_at=None).exclude(shelf="deleted").order_by("-signed_off_at")[:_MOST])
    repairs: dict[str, list[Job]] = {}
    for one in Job.objects.exclude(follows="").exclude(shelf="deleted"):
        repairs.setdefault(one.follows, []).append(one)
    known = [(job, assessed(job)) for job in jobs]
    rows = [_job(job, found, repairs.get(job.number, [])) for job, found in known]
    told = firm_record(
        FirmRecordInput(jobs=rows, repairs=[one.number for group in repairs.values() for one in group])
    ).result
    history = [time for _, found in known for time in times_of(found.facts)]
    biases = []
    for item in shelf().all("instrument", Instrument):
        bias = instrument_bias(item).result
        biases.append(
            InstrumentBias(
                name=item.name,
                correction_deg=bias.correction_deg,
                spread_deg=bias.spread_deg,
                check_count=bias.check_count,
            )
        )
    names = {kind_of(found.facts): kind_name(found.facts) for _, found in known}
    factors = [
        one.model_copy(update={"kind": names.get(one.kind, one.kind)})
        for one in learnt(LearntInput(times=history)).result.factors
    ]
    return Teaching(record=told, factors=factors, instruments=biases, most_jobs=_MOST)


__all__ = ["router"]
