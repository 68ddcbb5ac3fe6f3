"""The service after the work against the service before it."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.handover.findings import (
    AFTER,
    ALIKE,
    BEFORE,
    HOURS,
    LATENCY,
    RUN_TIMES,
    RUNS,
    TWICE,
)
from rindle_core.stations.handover.service import (
    Ratio,
    ServiceFigures,
    ServiceRun,
    When,
    figures_of,
    ratio_of,
)
from rindle_core.stations.handover.service_judged import (
    judge_gain,
    judge_loss,
    judge_queue,
    judge_sources,
    judge_spread,
)

Side = Literal["before", "after", "aligned", "found", "elsewhere", "left_out"]
_BANDS = ((0, 6, "night"), (6, 12, "morning"), (12, 18, "afternoon"), (18, 24, "evening"))


class AcceptanceInput(Model):
    """Runs before and after, and the least latency that physics allows on this path."""

    runs: list[ServiceRun] = Field(default_factory=list, max_length=500)
    least_ping_ms: float | None = Field(default=None, ge=0)
    position_letter: str = Field(default="", max_length=3, description="Candidate that is planned")
    ahead_h: float = Field(default=0.0, ge=-14, le=14, description="Of the site's clock before UTC")
    work_on: dt.date | None = Field(default=None, description="Day of the work, by the site's clock")
    rules: HouseRules = DEFAULT_RULES


class PositionFigures(Model):
    """What the runs at one position came to."""

    letter: str
    figures: ServiceFigures


class NamedFigures(Model):
    """What the runs against one source, or in one part of the day, came to."""

    name: str = Field(description="Empty: not said")
    figures: ServiceFigures


class LeftOut(Model):
    """A run that is not counted, and why."""

    number: int = Field(description="From 1, in the order in which the runs stand")
    id: str
    why: str
    same_as: int | None = Field(default=None, description="Number of the run that it repeats")


class CountedRun(Model):
    """As what a run counts; one that is `aligned` counts as after the work."""

    number: int = Field(description="From 1, in the order in which the runs stand")
    side: Side


class HourRun(Model):
    """A run at its hour of the day by the site's clock."""

    hour_h: float
    down_mbps: float
    latency_ms: float


class AcceptanceResult(Model):
    """Figures before and after; None where no run was made. `after` is that of the planned position."""

    before: ServiceFigures | None
    after: ServiceFigures | None
    by_position: list[PositionFigures] = Field(
        default_factory=list, description="Where runs were made at more than one position"
    )
    ratio: Ratio | None = None
    by_source: list[NamedFigures] = Field(default_factory=list, description="After the work, by what it was against")
    by_time: list[NamedFigures] = Field(default_factory=list, description="After the work, by part of the day")
    hours: list[HourRun] = Field(default_factory=list, description="After the work, in the order of their hours")
    found: ServiceFigures | None = Field(default=None, description="Before the antenna was aligned finely")
    aligned: ServiceFigures | None = Field(default=None, description="After it was aligned finely")
    left_out: list[LeftOut] = Field(default_factory=list)
    counted: list[CountedRun] = Field(
        default_factory=list, description="As what each run counts; empty in older records"
    )


def _judge_alike(runs: Sequence[ServiceRun]) -> list[Finding]:
    """Before on a cable against after by radio, or against another server, shows more than the line."""
    found: list[str] = []
    untold: list[str] = []
    told = (
        ("link", "on the same kind of link", "A run by radio shows the radio in the house as well as the line."),
        ("source", "against the same server", "Two servers differ by themselves: a gain may be theirs."),
        ("device", "with the same device", "An old device may be slower than the line."),
    )
    for name, words, why in told:
        sides: dict[When, set[str]] = {
            when: {getattr(run, name) for run in runs if run.when == when and getattr(run, name)}
            for when in ("before", "after")
        }
        if sides["before"] and sides["after"] and not sides["before"] & sides["after"]:
            found.append(words)
            reason = why
        elif bool(sides["before"]) != bool(sides["after"]) and {"before", "after"} <= {run.when for run in runs}:
            untold.append(words.rpartition(" ")[2])
    if not found and untold:
        return [
            ALIKE(
                Level.MIND,
                "Whether before and after were measured alike is not told",
                f"Of one side alone is told: {', '.join(untold)}.",
                clears_by="Say it beside the runs of both sides; measure both with one recipe.",
            )
        ]
    if not found:
        return []
    return [
        ALIKE(
            Level.MIND,
            "Before and after were not measured alike",
            f"Not {', nor '.join(found)}. {reason}",
            clears_by="Measure both with one recipe: the same server, the same device, the same link.",
        )
    ]


def _judge_times(given: AcceptanceInput) -> list[Finding]:
    """A run before the work comes before those after it, and none of these before the day of the work."""
    clock = dt.timezone(dt.timedelta(hours=given.ahead_h))
    told = [
        (number, run.when, run.measured_at.astimezone(clock))
        for number, run in enumerate(given.runs, start=1)
        if run.measured_at is not None and run.when in ("before", "after")
    ]
    first = min((at for _, when, at in told if when == "after"), default=None)
    wrong = [
        f"run {number} stands before the work, and was measured after the new service was"
        for number, when, at in told
        if when == "before" and first is not None and at > first
    ]
    wrong += [
        f"run {number} stands after the work, and was measured on {at:%Y-%m-%d}"
        for number, when, at in told
        if when == "after" and given.work_on is not None and at.date() < given.work_on
    ]
    if not wrong:
        return []
    return [
        RUN_TIMES(
            Level.MIND,
            "Runs were measured at another time than they stand for",
            f"{'; '.join(wrong[:3]).capitalize()}.",
            clears_by="Mend the time, the side that it stands for, or the day of the work; else take the run out.",
        )
    ]


def _counted(given: AcceptanceInput) -> tuple[list[ServiceRun], list[LeftOut]]:
    """Runs that may have come over the satellite, each once. One that is faster than light did not."""
    kept, out = [], []
    met: dict[ServiceRun, int] = {}
    for number, run in enumerate(given.runs, start=1):
        same_as = met.setdefault(run.model_copy(update={"id": "", "note": ""}), number)
        if same_as != number:
            out.append(LeftOut(number=number, id=run.id, why=f"The same as run {same_as} in all.", same_as=same_as))
        elif run.when == "after" and given.least_ping_ms is not None and run.latency_ms < given.least_ping_ms:
            why = (
                f"{run.latency_ms:.0f} ms: no echo comes back over the satellite in less than "
                f"{given.least_ping_ms:.0f} ms. It went over another line."
            )
            out.append(LeftOut(number=number, id=run.id, why=why))
        else:
            kept.append(run)
    return kept, out


def _side(run: ServiceRun, number: int, left_out: Sequence[LeftOut], planned: str) -> Side:
    if run.when == "before":
        return "before"
    if any(one.number == number for one in left_out):
        return "left_out"
    if (run.letter or planned) != planned:
        return "elsewhere"
    return run.aligning or "after"


def _named(runs: Sequence[ServiceRun], names: Sequence[str]) -> list[NamedFigures]:
    """What each group comes to, in the order in which it is met first."""
    groups: dict[str, list[ServiceRun]] = {}
    for run, name in zip(runs, names, strict=True):
        groups.setdefault(name, []).append(run)
    return [
        NamedFigures(name=name, figures=figures) for name, group in groups.items() if (figures := figures_of(group))
    ]


def _by_time(runs: Sequence[ServiceRun], ahead_h: float) -> tuple[list[NamedFigures], list[HourRun]]:
    clock = dt.timezone(dt.timedelta(hours=ahead_h))
    timed = [(run, run.measured_at.astimezone(clock)) for run in runs if run.measured_at is not None]
    timed.sort(key=lambda one: (one[1].hour, one[1].minute))
    bands = [next(name for low, high, name in _BANDS if low <= at.hour < high) for _, at in timed]
    hours = [
        HourRun(hour_h=at.hour + at.minute / 60.0, down_mbps=run.down_mbps, latency_ms=run.latency_ms)
        for run, at in timed
    ]
    return _named([run for run, _ in timed], bands), hours


@register("acceptance", "Service readings after the work against those before it", AcceptanceInput, AcceptanceResult)
def acceptance(given: AcceptanceInput) -> Outcome[AcceptanceResult]:
    """Medians of the runs with the interval in which the true median lies, and whether the gain can be believed.

    Runs after the work that are faster than light over the satellite went over another line and are not counted.
    """
    kept, left_out = _counted(given)
    old = [run for run in kept if run.when == "before"]
    before = figures_of(old)
    there: dict[str, list[ServiceRun]] = {}
    for run in kept:
        if run.when == "after":
            there.setdefault(run.letter or given.position_letter, []).append(run)
    at_place = there.get(given.position_letter, [])
    now = [run for run in at_place if run.aligning != "found"]
    after = figures_of(now)
    places = [
        PositionFigures(letter=letter, figures=found)
        for letter, runs in sorted(there.items())
        if (found := figures_of(runs))
    ]
    by_time, hours = _by_time(now, given.ahead_h)
    result = AcceptanceResult(
        before=before,
        after=after,
        by_position=places if len(places) > 1 else [],
        ratio=ratio_of(before, after),
        by_source=_named(now, [run.source for run in now]),
        by_time=by_time,
        hours=hours,
        found=figures_of([run for run in at_place if run.aligning == "found"]),
        aligned=figures_of([run for run in now if run.aligning == "aligned"]),
        left_out=left_out,
        counted=[
            CountedRun(number=number, side=_side(run, number, left_out, given.position_letter))
            for number, run in enumerate(given.runs, start=1)
        ],
    )
    return Outcome(result, _judge(given, result, now))


def _judge(given: AcceptanceInput, result: AcceptanceResult, now: Sequence[ServiceRun]) -> list[Finding]:
    findings = [*_judge_alike(given.runs), *_judge_times(given), *_judge_twice(result)]
    if result.before is None:
        findings.append(
            BEFORE.missing("The present service was not measured", "Enter runs at Brief, before anything is changed.")
        )
    findings += _judge_latency(given, result)
    if result.after is None:
        return [
            *findings,
            AFTER.missing("The new service is not measured", "Enter at least three runs after bring-up."),
        ]
    findings.append(
        RUNS.at_least(
            float(result.after.run_count),
            given.rules.wanted_run_count,
            level=Level.MIND,
            clear="Runs enough were made",
            under="One or two runs prove little",
            why="Single tests vary too much; the median of three or more can be held against.",
            so="The median of all such runs lies between the ends with "
            f"{math.floor(result.after.coverage_percent or 0.0)} %.",
            clears_by="Make more runs, some minutes apart.",
        )
    )
    return [
        *findings,
        *judge_spread(result.after, given.rules),
        *judge_gain(result.before, result.after, result.ratio, given.rules),
        *judge_queue(result.after, given.least_ping_ms, given.rules),
        *judge_loss(now, given.rules),
        *judge_sources([one.name for one in result.by_source]),
        *_judge_hours(now, given),
    ]


def _judge_latency(given: AcceptanceInput, result: AcceptanceResult) -> list[Finding]:
    """Every run for itself: a median hides one that went over the old line."""
    if given.least_ping_ms is None:
        return []
    fast = [one for one in result.left_out if one.same_as is None]
    if fast:
        numbers = ", ".join(str(one.number) for one in fast)
        return [
            LATENCY(
                Level.HOLD,
                f"Run {numbers} did not come over the satellite",
                fast[0].why,
                figure=min(given.runs[one.number - 1].latency_ms for one in fast),
                limit=given.least_ping_ms,
                bound="at_least",
                clears_by="Unplug the old line, measure again, and take that run out.",
            )
        ]
    if result.after is None:
        return []
    return [
        LATENCY(
            Level.CLEAR,
            "No run is faster than the satellite path allows",
            "That is needed of a satellite line and does not prove one: see that the old line was unplugged.",
            figure=result.after.latency_ms,
            limit=given.least_ping_ms,
            bound="at_least",
        )
    ]


def _judge_twice(result: AcceptanceResult) -> list[Finding]:
    """A run that is entered twice proves no more than once."""
    twice = [str(one.number) for one in result.left_out if one.same_as is not None]
    if not twice:
        return []
    return [
        TWICE(
            Level.MIND,
            f"Entered twice, and counted once: run {', '.join(twice)}",
            "Two runs are hardly alike to the last digit in all three figures.",
            clears_by="Take it out; or say when it was measured, where it was another run.",
        )
    ]


def _judge_hours(now: Sequence[ServiceRun], given: AcceptanceInput) -> list[Finding]:
    """A shared line is slowest in the evening: an hour at noon says nothing of it."""
    times = sorted(run.measured_at for run in now if run.measured_at is not None)
    if len(now) < 2:  # one run has no span
        return []
    if len(times) < len(now):
        return [
            HOURS(
                Level.MIND,
                "When the runs were made is not said",
                "A line that many share is slowest in the evening.",
                clears_by="Enter the time beside each run.",
            )
        ]
    span_h = (times[-1] - times[0]).total_seconds() / 3600.0
    return [
        HOURS.at_least(
            span_h,
            given.rules.run_span_h,
            level=Level.MIND,
            clear="Measured at different times of the day",
            under="Measured within a short time",
            why="A line that many share is slowest in the evening.",
            clears_by="Have the customer, or a follow-up, measure in the evening, and enter it.",
        )
    ]


__all__ = [
    "AcceptanceInput",
    "AcceptanceResult",
    "HourRun",
    "LeftOut",
    "NamedFigures",
    "PositionFigures",
    "ServiceFigures",
    "ServiceRun",
    "acceptance",
]
