"""What the firm's jobs teach: how often it held at the first visit, hours at height, gain, false tops, failures."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Iterable
from statistics import median

import scipy  # its parts come when they are first asked for: a start needs none of them
from pydantic import Field

from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register

_SURE = 0.9
_MOST_NAMED = 12


class FirmJob(Model):
    """A handed-over job, as far as it teaches something."""

    number: str = Field(max_length=40)
    handed_on: dt.date
    repair_numbers: list[str] = Field(
        default_factory=list, max_length=40, description="Jobs that were opened to repair it"
    )
    failed_why: list[str] = Field(
        default_factory=list, max_length=40, description="What those found it to be in the end"
    )
    at_height_min: float = Field(default=0.0, ge=0, le=100_000)
    gain_factor: float | None = Field(default=None, ge=0, description="New download over the old")
    false_top_count: int = Field(default=0, ge=0, le=100, description="Tops that were a side lobe or doubtful")
    loosened_count: int = Field(default=0, ge=0, le=100, description="How often the lock was taken back")
    restart_count: int = Field(default=0, ge=0, le=1000, description="Of the terminal on its way online")
    let_pass: list[str] = Field(default_factory=list, max_length=60, description="Proofs that were let pass")


class FirmRecordInput(Model):
    """The firm's handed-over jobs. A repair of another job is one of them, and no first visit."""

    jobs: list[FirmJob] = Field(default_factory=list, max_length=20_000)
    repairs: list[str] = Field(default_factory=list, max_length=20_000, description="Numbers that are repairs")


class Named(Model):
    """How often something was told."""

    name: str
    count: int


class FirmMonth(Model):
    """The jobs that were handed over in a month."""

    month: str = Field(description="2026-11")
    job_count: int
    held_count: int = Field(description="Of those, first visits that no repair followed")
    at_height_h: float


class FirmRecordResult(Model):
    """All of it. Shares in percent, with the interval in which they lie, 90 % sure; None without a job."""

    job_count: int
    first_visit_count: int
    held_percent: float | None
    held_low_percent: float | None
    held_high_percent: float | None
    at_height_h: float
    at_height_per_job_h: float | None
    gain_factor: float | None = Field(description="Median")
    false_top_percent: float | None = Field(description="Of the jobs with a peak that fooled somebody for a while")
    loosened_count: int
    restart_count: int
    months: list[FirmMonth]
    why: list[Named] = Field(description="What had failed, by the repair jobs")
    let_pass: list[Named]


def _counted(names: Iterable[str]) -> list[Named]:
    return [Named(name=name, count=count) for name, count in Counter(names).most_common(_MOST_NAMED)]


@register("firm_record", "What the firm's jobs teach: held at the first visit, height, gain, failures", FirmRecordInput,
          FirmRecordResult)  # fmt: skip
def firm_record(given: FirmRecordInput) -> Outcome[FirmRecordResult]:
    """A job held at the first visit where nobody opened a repair of it. Its share has Wilson's interval: with few jobs
    it says nothing, and shows that.

    Source: E. B. Wilson, Journal of the American Statistical Association 22 (1927) 209, by scipy.
    """
    repairs = set(given.repairs)
    first = [one for one in given.jobs if one.number not in repairs]
    held = [one for one in first if not one.repair_numbers]
    ends: tuple[float | None, float | None] = (None, None)
    if first:
        told = scipy.stats.binomtest(len(held), len(first)).proportion_ci(_SURE, method="wilson")
        ends = (100.0 * float(told.low), 100.0 * float(told.high))
    gains = [one.gain_factor for one in given.jobs if one.gain_factor is not None]
    fooled = [one for one in given.jobs if one.false_top_count]
    height_h = sum(one.at_height_min for one in given.jobs) / 60.0
    months = sorted({f"{one.handed_on:%Y-%m}" for one in given.jobs})
    rows = []
    for month in months:
        mine = [one for one in given.jobs if f"{one.handed_on:%Y-%m}" == month]
        rows.append(
            FirmMonth(
                month=month,
                job_count=len(mine),
                held_count=sum(1 for one in mine if one in held),
                at_height_h=sum(one.at_height_min for one in mine) / 60.0,
            )
        )
    result = FirmRecordResult(
        job_count=len(given.jobs),
        first_visit_count=len(first),
        held_percent=100.0 * len(held) / len(first) if first else None,
        held_low_percent=ends[0],
        held_high_percent=ends[1],
        at_height_h=height_h,
        at_height_per_job_h=height_h / len(given.jobs) if given.jobs else None,
        gain_factor=median(gains) if gains else None,
        false_top_percent=100.0 * len(fooled) / len(given.jobs) if given.jobs else None,
        loosened_count=sum(one.loosened_count for one in given.jobs),
        restart_count=sum(one.restart_count for one in given.jobs),
        months=rows,
        why=_counted(name for one in given.jobs for name in one.failed_why),
        let_pass=_counted(name for one in given.jobs for name in one.let_pass),
    )
    return Outcome(result, [])


__all__ = ["FirmJob", "FirmMonth", "FirmRecordInput", "FirmRecordResult", "Named", "firm_record"]
