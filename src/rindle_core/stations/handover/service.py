"""Runs that measure the customer's service, and what several of them come to: median, spread and an honest interval."""

from __future__ import annotations

import math
from collections.abc import Sequence
from statistics import median
from typing import Annotated, Literal

import scipy  # its parts come when they are first asked for: a start needs none of them
from pydantic import AwareDatetime, Field

from rindle_core.kernel.entry import Entry
from rindle_core.kernel.model import Model, Row

When = Literal["before", "after"]
_WANTED_COVERAGE = 0.9


class ServiceRun(Row):
    """One measurement of the customer's service."""

    when: Annotated[When, Entry("Before or after", choices={"before": "before", "after": "after"})]
    down_mbps: Annotated[float, Entry("Download")] = Field(ge=0, le=100_000)
    up_mbps: Annotated[float, Entry("Upload")] = Field(ge=0, le=100_000)
    latency_ms: Annotated[float, Entry("Latency")] = Field(ge=0, le=60_000)
    loss_percent: Annotated[float | None, Entry("Packets lost")] = Field(default=None, ge=0, le=100)
    source: Annotated[str, Entry("Measured against", hint="Name of the test or server: two of them tell more")] = Field(
        default="", max_length=80
    )
    device: Annotated[str, Entry("Device", placeholder="crew laptop")] = Field(default="", max_length=60)
    link: Annotated[
        Literal["", "wired", "wireless"],
        Entry("Link", choices={"": "–", "wired": "wired", "wireless": "wireless"}),
    ] = Field(default="", description="How the measuring device hung on the router")
    aligning: Annotated[
        Literal["", "found", "aligned"],
        Entry("Aligning", choices={"": "–", "found": "before it", "aligned": "after it"}),
    ] = Field(default="", description="Whether it was made before or after the antenna was aligned finely")
    letter: Annotated[str, Entry("At")] = Field(
        default="", max_length=3, description="Candidate position at which it was made; empty: the one that is planned"
    )
    measured_at: Annotated[AwareDatetime | None, Entry("Measured at", past=True)] = None
    note: Annotated[str, Entry("Note")] = Field(
        default="", max_length=160, description="Test page, device, time of day; or why it lies apart from the others"
    )


class ServiceFigures(Model):
    """Median and spread (largest less smallest) of several runs, and between what the true median lies."""

    run_count: int
    down_mbps: float
    up_mbps: float
    latency_ms: float
    down_spread_mbps: float
    up_spread_mbps: float
    latency_spread_ms: float
    down_low_mbps: float | None = Field(default=None, description="Lower end for the median; None in older records")
    down_high_mbps: float | None = None
    coverage_percent: float | None = Field(
        default=None, description="How sure it is that the median of all such runs lies between those two ends"
    )


class Ratio(Model):
    """The new download as a multiple of the old one, and between what it lies."""

    times_factor: float
    low_factor: float
    high_factor: float | None = Field(description="None: the old line's lower end is nothing")
    coverage_percent: float = Field(description="At least so sure")
    said: str = Field(default="", description="In a sentence; empty in older records")


def median_ends(count: int) -> tuple[int, float]:
    """Which of the ordered runs bound the median (the k-th from both ends, from 0), and how surely.

    The median of what was sampled lies between the k-th smallest and the k-th largest of n with the probability
    1 - 2 P(B < k), B binomial of n and one half: no form of the distribution is assumed. The narrowest pair that is
    still 90 % sure is taken, else the outermost, with what it is.

    Source: W. R. Thompson, Annals of Mathematical Statistics 7 (1936) 122 (sign test's interval of a median).
    """
    best = 0
    while 2 * (best + 1) < count and 1.0 - 2.0 * float(scipy.special.bdtr(best + 1, count, 0.5)) >= _WANTED_COVERAGE:
        best += 1
    return best, max(0.0, 1.0 - 2.0 * float(scipy.special.bdtr(best, count, 0.5)))


def figures_of(runs: Sequence[ServiceRun]) -> ServiceFigures | None:
    """What the runs come to; None without any."""
    if not runs:
        return None
    down, up, latency = (sorted(getattr(run, name) for run in runs) for name in ("down_mbps", "up_mbps", "latency_ms"))
    at, sure = median_ends(len(runs))
    return ServiceFigures(
        run_count=len(runs),
        down_mbps=median(down),
        up_mbps=median(up),
        latency_ms=median(latency),
        down_spread_mbps=down[-1] - down[0],
        up_spread_mbps=up[-1] - up[0],
        latency_spread_ms=latency[-1] - latency[0],
        down_low_mbps=down[at],
        down_high_mbps=down[-1 - at],
        coverage_percent=100.0 * sure,
    )


def _said(told: Ratio) -> str:
    """How many times the old it is. What is “at least so sure” is never rounded up."""
    high = "any multiple" if told.high_factor is None else f"{told.high_factor:.1f}"
    sure = math.floor(told.coverage_percent)
    certain = f"at least {sure} % sure" if sure > 0 else "with so few runs not sure at all"
    return f"{told.times_factor:.1f} times the old download, between {told.low_factor:.1f} and {high}, {certain}"


def ratio_of(before: ServiceFigures | None, after: ServiceFigures | None) -> Ratio | None:
    """After over before. Both intervals hold at once at least as surely as what they leave out together (Bonferroni).

    None where one side was not measured, or the old download is nothing.
    """
    if before is None or after is None or before.down_mbps <= 0:
        return None
    ends = (before.down_low_mbps, before.down_high_mbps, after.down_low_mbps, after.down_high_mbps)
    if any(one is None for one in ends):
        return None
    low_was, high_was, low_now, high_now = (float(one or 0.0) for one in ends)
    left_out = sum(100.0 - (one.coverage_percent or 0.0) for one in (before, after))
    told = Ratio(
        times_factor=after.down_mbps / before.down_mbps,
        low_factor=low_now / high_was,
        high_factor=high_now / low_was if low_was > 0 else None,
        coverage_percent=max(0.0, 100.0 - left_out),
    )
    return told.model_copy(update={"said": _said(told)})


__all__ = ["Ratio", "ServiceFigures", "ServiceRun", "When", "figures_of", "median_ends", "ratio_of"]
