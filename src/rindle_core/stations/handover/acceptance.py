"""The service after the work against the service before it."""

from __future__ import annotations

from statistics import median
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.house_rules import DEFAULT_RULES, HouseRules
from rindle_core.kernel.model import Model, Row
from rindle_core.kernel.registry import Outcome, register
from rindle_core.stations.handover.findings import AFTER, ALIKE, BEFORE, GAIN, LATENCY, RUNS

When = Literal["before", "after"]


class ServiceRun(Row):
    """One measurement of the customer's service."""

    when: Annotated[When, Entry("Before or after", choices={"before": "before", "after": "after"})]
    down_mbps: Annotated[float, Entry("Download")] = Field(ge=0, le=100_000)
    up_mbps: Annotated[float, Entry("Upload")] = Field(ge=0, le=100_000)
    latency_ms: Annotated[float, Entry("Latency")] = Field(ge=0, le=60_000)
    link: Annotated[
        Literal["", "wired", "wireless"],
        Entry("Device was", choices={"": "–", "wired": "wired", "wireless": "wireless"}),
    ] = Field(default="", description="How the measuring device hung on the router")
    letter: Annotated[str, Entry("At")] = Field(
        default="", max_length=3, description="Candidate position at which it was made; empty: the one that is planned"
    )
    measured_at: Annotated[AwareDatetime | None, Entry("Measured at")] = None
    note: Annotated[str, Entry("Test and time")] = Field(
        default="", max_length=160, description="Test page, device, time of day"
    )


class ServiceFigures(Model):
    """Medians and spread (largest less smallest) of several runs."""

    run_count: int
    down_mbps: float
    up_mbps: float
    latency_ms: float
    down_spread_mbps: float
    up_spread_mbps: float
    latency_spread_ms: float


class AcceptanceInput(Model):
    """Runs before and after, and the least latency that physics allows on this path."""

    runs: list[ServiceRun] = Field(default_factory=list, max_length=500)
    least_ping_ms: float | None = Field(default=None, ge=0)
    position_letter: str = Field(default="", max_length=3, description="Candidate that is planned")
    rules: HouseRules = DEFAULT_RULES


class PositionFigures(Model):
    """What the runs at one position came to."""

    letter: str
    figures: ServiceFigures


class AcceptanceResult(Model):
    """Figures before and after; None where no run was made. `after` is that of the planned position."""

    before: ServiceFigures | None
    after: ServiceFigures | None
    by_position: list[PositionFigures] = Field(
        default_factory=list, description="Where runs were made at more than one position"
    )


def _figures(runs: list[ServiceRun]) -> ServiceFigures | None:
    if not runs:
        return None
    down, up, latency = ([getattr(run, name) for run in runs] for name in ("down_mbps", "up_mbps", "latency_ms"))
    return ServiceFigures(
        run_count=len(runs),
        down_mbps=median(down),
        up_mbps=median(up),
        latency_ms=median(latency),
        down_spread_mbps=max(down) - min(down),
        up_spread_mbps=max(up) - min(up),
        latency_spread_ms=max(latency) - min(latency),
    )


def _judge_alike(runs: list[ServiceRun]) -> list[Finding]:
    """Before on a cable against after by radio (or the other way) shows the radio, not the line."""
    links = {when: {run.link for run in runs if run.when == when and run.link} for when in ("before", "after")}
    if not links["before"] or not links["after"] or links["before"] == links["after"]:
        return []
    return [
        ALIKE(
            Level.MIND,
            "Before and after were not measured alike",
            "A run by radio shows the radio in the house as well as the line.",
            clears_by="Measure both by cable, or both by radio at the same spot.",
        )
    ]


@register("acceptance", "Service readings after the work against those before it", AcceptanceInput, AcceptanceResult)
def acceptance(given: AcceptanceInput) -> Outcome[AcceptanceResult]:
    """Medians of the runs, and whether the after-readings can be believed."""
    before = _figures([run for run in given.runs if run.when == "before"])
    there: dict[str, list[ServiceRun]] = {}
    for run in given.runs:
        if run.when == "after":
            there.setdefault(run.letter or given.position_letter, []).append(run)
    after = _figures(there.get(given.position_letter, []))
    places = [
        PositionFigures(letter=letter, figures=found)
        for letter, runs in sorted(there.items())
        if (found := _figures(runs))
    ]
    result = AcceptanceResult(before=before, after=after, by_position=places if len(places) > 1 else [])
    findings: list[Finding] = _judge_alike(given.runs)
    if before is None:
        findings.append(
            BEFORE.missing("The present service was not measured", "Enter runs at Brief, before anything is changed.")
        )
    if after is None:
        return Outcome(
            result,
            [
                *findings,
                AFTER.missing("The new service is not measured", "Enter at least three runs after bring-up."),
            ],
        )
    findings.append(
        RUNS.at_least(
            float(after.run_count),
            given.rules.wanted_run_count,
            level=Level.MIND,
            clear="Enough runs were made",
            under="One or two runs prove little",
            why="Single tests vary too much; the median of three or more can be held against.",
            clears_by="Make more runs, some minutes apart.",
        )
    )
    if before is not None:
        findings.append(
            GAIN.at_least(
                after.down_mbps,
                before.down_mbps,
                level=Level.MIND,
                clear="The new service is faster than the old",
                under="The new service is slower than the old",
                why="Median of the download runs, after against before.",
                clears_by="Compare the level with its prediction before handing over.",
            )
        )
    if given.least_ping_ms is not None:
        findings.append(
            LATENCY.at_least(
                after.latency_ms,
                given.least_ping_ms,
                level=Level.MIND,
                clear="The latency is that of the satellite path",
                under="The latency is too short for the satellite path",
                why="Even over a gateway straight under the satellite an echo takes that long; a shorter one came over "
                "another line.",
                clears_by="Unplug the old line and measure again.",
            )
        )
    return Outcome(result, findings)


__all__ = ["AcceptanceInput", "AcceptanceResult", "PositionFigures", "ServiceFigures", "ServiceRun", "acceptance"]
