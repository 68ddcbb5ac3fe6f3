"""A low-orbit panel under a skyline, told as time: which seconds are without service, in which direction, and what
would help.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from rindle_core.catalogue.panel import Panel
from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.geometry import Array
from rindle_core.kernel.house_rules import HouseRules
from rindle_core.kernel.model import Model
from rindle_core.kernel.registry import Outcome, register
from rindle_core.science.shells import newest_epoch
from rindle_core.science.skyline import Profile, elevation_at
from rindle_core.stations.sky.findings import BEARING, ELEMENTS_AGE, ELEMENTS_REFUSED, EMPTY, LOW_ORBIT, UNSERVED
from rindle_core.stations.sky.low_orbit_uses import Gap, UseVerdict, judge_uses, uses_of
from rindle_core.stations.sky.passes import (
    BEARING_STEP_DEG,
    BLOCKED,
    NONE,
    OK,
    SECTOR_DEG,
    SECTORS,
    LowOrbitInput,
    Passes,
    Progress,
    Run,
    Served,
    Traffic,
    gaps_of,
    in_cone,
    out_share,
    run_passes,
    schedule,
    serve,
    tell,
)

_RAISES_M = (0.5, 1.0, 2.0, 3.0, 5.0, 8.0)  # what masts and other fixings usually add
_NAMED = 20  # of refused satellites
_GAP_EDGES_S = (2.0, 5.0, 15.0, 60.0)  # lengths by which interruptions are counted


class GapCount(Model):
    """Interruptions of a range of lengths."""

    from_s: float
    to_s: float | None = Field(description="None: and longer")
    count: int
    per_h: float


class Sector(Model):
    """A sector of the sky: what of the traffic and of the outage falls into it."""

    from_deg: float
    to_deg: float
    traffic_percent: float = Field(description="Share of all served time")
    blocked_percent: float = Field(description="Share of the whole time that is lost here")
    blocked_area_percent: float = Field(
        description="Share of the sky above the least elevation that the skyline hides here, traffic or not"
    )


class Removal(Model):
    """What it would gain if something were not there."""

    name: str
    gain_percent: float = Field(description="Of the whole time")
    out_percent: float = Field(description="What would be left without service")


class RaiseGain(Model):
    """What more height would leave."""

    raise_m: float
    out_percent: float


class BearingChoice(Model):
    """A bearing for a panel that is set by hand."""

    azimuth_deg: float
    out_percent: float


class LowOrbitResult(Model):
    """Time without service and its shape. Percentages are of the whole time."""

    out_percent: float
    blocked_percent: float
    unserved_percent: float = Field(description="No usable satellite in the panel's sky")
    interruption_count: int
    interruptions_per_h: float
    blocked_per_h: float = Field(default=0.0, description="Of those, the ones that the skyline began")
    gaps: list[GapCount]
    longest_gap_s: float
    sky_masked_percent: float = Field(description="Of the panel's sky by bare area: not what the traffic sees")
    usable_mean_count: float = Field(description="Satellites that could serve, on average, skyline aside")
    boresight_azimuth_deg: float
    uses: list[UseVerdict]
    sectors: list[Sector]
    costliest: Sector | None
    removals: list[Removal]
    raises: list[RaiseGain] = Field(default_factory=list, description="The same passes, seen from higher up")
    best_bearing: BearingChoice | None = Field(description="Of a panel that is set by hand")
    bearings: list[BearingChoice]
    unmoved_count: int
    refused_count: int = Field(default=0, description="Satellites whose elements the propagator refuses, left out")
    refused: list[str] = Field(default_factory=list, description="Their catalogue numbers, the first twenty")
    traffic: list[Traffic]


def _gap_counts(gaps: Sequence[Gap], hours: float) -> list[GapCount]:
    bounds = [0.0, *_GAP_EDGES_S, None]
    rows = []
    for low, high in pairwise(bounds):
        assert low is not None
        count = sum(1 for gap in gaps if gap.length_s > low + 1e-9 and (high is None or gap.length_s <= high + 1e-9))
        rows.append(GapCount(from_s=low, to_s=high, count=count, per_h=count / hours))
    return rows


def _masked_percent(profile: Profile, azimuth_deg: Array, low_deg: Array, high_deg: Array) -> Array:
    """Share of the solid angle between two elevations on each of the bearings that lies below the skyline, row by row
    of bearings.
    """
    low, high = np.sin(np.radians(low_deg)), np.sin(np.radians(np.maximum(high_deg, low_deg)))
    hidden = np.clip(np.sin(np.radians(elevation_at(profile, azimuth_deg))), low, high) - low
    share: Array = 100.0 * hidden.sum(axis=-1) / np.maximum((high - low).sum(axis=-1), 1e-12)
    return share


def panel_sky_deg(panel: Panel, boresight_deg: float, azimuth_deg: Array) -> tuple[Array, Array]:
    """Lowest and highest elevation of the panel's sky on each bearing: inside the cone and above the least elevation.

    Empty (highest = lowest) where the cone misses the bearing. Derivation: on a bearing Δ from the boresight, tilted t
    from the zenith, sight · axis = cos e cos Δ sin t + sin e cos t = R cos(e - e0), with e0 = atan2(cos t, cos Δ sin
    t).
    """
    across = np.cos(np.radians(azimuth_deg - boresight_deg)) * np.sin(np.radians(panel.tilt_deg))
    up = np.full_like(across, np.cos(np.radians(panel.tilt_deg)))
    share = np.cos(np.radians(panel.cone_half_deg)) / np.maximum(np.hypot(across, up), 1e-12)
    middle, half = np.degrees(np.arctan2(up, across)), np.degrees(np.arccos(np.clip(share, -1.0, 1.0)))
    low = np.clip(middle - half, panel.least_elevation_deg, 90.0)
    high = np.clip(middle + half, panel.least_elevation_deg, 90.0)
    return low, np.where(share <= 1.0, np.maximum(high, low), low)


def bearings_of(panel: Panel, boresight_deg: float, bearings_deg: Array) -> Array:
    """Those of the bearings on which any direction belongs to the panel's sky."""
    low, high = panel_sky_deg(panel, boresight_deg, bearings_deg)
    return np.asarray(bearings_deg[high > low])


def _sectors(given: LowOrbitInput, passes: Passes, states: NDArray[np.int8], profile: Profile) -> list[Sector]:
    traffic = passes.traffic_counts
    lost = np.bincount(passes.sector_of_step[states == BLOCKED], minlength=SECTORS)
    inside = np.arange(0.25, 360.0, 0.5).reshape(SECTORS, -1)
    least = np.full_like(inside, given.panel.least_elevation_deg)
    area_percent = _masked_percent(profile, inside, least, np.full_like(inside, 90.0)).tolist()
    rows = []
    for at in range(SECTORS):
        rows.append(
            Sector(
                from_deg=at * SECTOR_DEG,
                to_deg=(at + 1) * SECTOR_DEG,
                traffic_percent=100.0 * float(traffic[at]) / max(1, int(traffic.sum())),
                blocked_percent=100.0 * float(lost[at]) / len(states),
                blocked_area_percent=area_percent[at],
            )
        )
    return rows


def _removals(given: LowOrbitInput, served: Served, out: float) -> list[Removal]:
    """Time without service when each obstacle, or each stretch of read points, is not there; the schedule stays."""
    rows = []
    for name, profile in given.removable():
        left = 100.0 * out_share(served, profile, given.season == "bare", given.seed)
        rows.append(Removal(name=name, gain_percent=out - left, out_percent=left))
    return sorted(rows, key=lambda one: -one.gain_percent)


def _raises(given: LowOrbitInput, served: Served) -> list[RaiseGain]:
    """Time without service from higher up: near things sink, and the schedule stays."""
    rows = []
    for raise_m in _RAISES_M:
        out = out_share(served, given.profile(raised_m=raise_m), given.season == "bare", given.seed)
        rows.append(RaiseGain(raise_m=raise_m, out_percent=100.0 * out))
    return rows


def _shown(passes: Passes, states: NDArray[np.int8]) -> list[Traffic]:
    steps, rows = passes.shown
    return [row[blocked] for row, blocked in zip(rows, (states[steps] == BLOCKED).tolist(), strict=True)]


def _bearings(given: LowOrbitInput, run: Run) -> list[BearingChoice]:
    """Time without service for every bearing of a panel that is set by hand, at three steps a slot."""
    rows, of = [], run.passes
    for azimuth in np.arange(0.0, 360.0, BEARING_STEP_DEG).tolist():
        serving = schedule(given, of.pairs, in_cone(of.pairs, given.panel, azimuth), of.slots)
        served = serve(of.sky, of.frame, serving, given.panel.slot_s, given.panel.slot_s / 3.0)
        out = out_share(served, run.profile, given.season == "bare", given.seed)
        rows.append(BearingChoice(azimuth_deg=azimuth, out_percent=100.0 * out))
    return rows


def _best(bearings: Sequence[BearingChoice], now: BearingChoice, rules: HouseRules) -> BearingChoice | None:
    """The best bearing; that of now where the house's rule would not turn the panel for what it gains."""
    best = min(bearings, key=lambda one: one.out_percent, default=None)
    if best is None:
        return None
    return best if now.out_percent - best.out_percent > rules.better_bearing_percent else now


def simulate(given: LowOrbitInput, progress: Progress | None = None) -> Outcome[LowOrbitResult]:
    """The `low_orbit` calculator with its progress told; answering False stops it (raises Stopped)."""
    run = run_passes(given, progress)
    passes, states, profile = run.passes, run.states, run.profile
    served, boresight = passes.served, passes.boresight_deg
    tell(progress, 0.8)
    step_s, hours = passes.step_s, passes.slots * given.panel.slot_s / 3600.0
    gaps = gaps_of(states != OK, step_s)
    out = 100.0 * float(np.mean(states != OK))
    sectors = _sectors(given, passes, states, profile)
    removals = _removals(given, served, out) if given.bearings else []
    tell(progress, 0.9)
    bearings = (
        [] if given.panel.self_aiming or given.panel.tilt_deg == 0 or not given.bearings else _bearings(given, run)
    )
    azimuths = np.arange(0.25, 360.0, 0.5)
    worst = max(sectors, key=lambda one: one.blocked_percent)
    refused: list[str] = getattr(passes.sky, "refused", [])
    result = LowOrbitResult(
        out_percent=out,
        blocked_percent=100.0 * float(np.mean(states == BLOCKED)),
        unserved_percent=100.0 * float(np.mean(states == NONE)),
        interruption_count=len(gaps),
        interruptions_per_h=len(gaps) / hours,
        blocked_per_h=sum(1 for gap in gaps if states[round(gap.start_s / step_s)] == BLOCKED) / hours,
        gaps=_gap_counts(gaps, hours),
        longest_gap_s=max((gap.length_s for gap in gaps), default=0.0),
        sky_masked_percent=float(_masked_percent(profile, azimuths, *panel_sky_deg(given.panel, boresight, azimuths))),
        usable_mean_count=len(passes.usable) / passes.slots,
        boresight_azimuth_deg=boresight,
        uses=uses_of(out, gaps, hours, given.rules),
        sectors=sectors,
        costliest=worst if worst.blocked_percent > 0 else None,
        removals=removals,
        raises=_raises(given, served) if given.bearings and given.known else [],
        best_bearing=_best(bearings, BearingChoice(azimuth_deg=boresight, out_percent=out), given.rules),
        bearings=bearings,
        unmoved_count=sum(1 for one in given.skyline if one.distance_m is None) if given.moved_finding() else 0,
        refused_count=len(refused),
        refused=refused[:_NAMED],
        traffic=_shown(passes, states) if given.bearings else [],
    )
    tell(progress, 1.0)
    return Outcome(result, _judge(given, result))


@register(
    "low_orbit",
    "Time without service of a low-orbit panel under a skyline, its gaps, and what would help",
    LowOrbitInput,
    LowOrbitResult,
)
def low_orbit(given: LowOrbitInput) -> Outcome[LowOrbitResult]:
    """Every slot one of the usable satellites serves (above the least elevation, in the cone, outside the arc's zone,
    at both ends of the slot).

    A step is blocked while the serving satellite stands below the skyline; service returns with the next free step.
    The network is taken
    not to know the skyline: one that learns it does better, so this is the careful figure. Directions are weighed by
    the traffic itself.
    """
    return simulate(given)


def _interruptions(result: LowOrbitResult) -> str:
    rate = result.interruptions_per_h
    if not rate:
        return "No interruption in the hours that were followed."
    return f"{rate:.{2 if rate < 1 else 0}f} interruptions an hour, the longest {result.longest_gap_s:.0f} s."


def _judge(given: LowOrbitInput, result: LowOrbitResult) -> list[Finding]:
    if not given.known:
        return [
            EMPTY.missing(
                "No skyline has been read",
                "Sweep round and enter bearing and elevation of what stands above the horizon.",
            )
        ]
    rules = given.rules
    held = result.out_percent > rules.low_orbit_hold_percent
    worst = result.costliest
    where = f" Most of it towards {worst.from_deg:.0f}° to {worst.to_deg:.0f}° true." if worst else ""
    told = _interruptions(result) + where
    help_by = result.removals[0] if result.removals and result.removals[0].gain_percent > 0.05 else None
    findings = [
        LOW_ORBIT.at_most(
            result.out_percent,
            rules.low_orbit_hold_percent if held else rules.browse_out_percent,
            level=Level.HOLD if held else Level.MIND,
            clear="The sky is good enough for the panel",
            over="Too much of the time is without service",
            why=told,
            so=told,
            clears_by=f"With “{help_by.name}” gone {help_by.out_percent:.1f} % would be left; else raise the panel, "
            f"or try another position."
            if help_by
            else "Raise the panel, or try another position.",
        ),
        *judge_uses(result.uses, given.needs, given.words),
        *given.moved_finding(),
    ]
    findings += [*_judge_age(given), *_judge_refused(given, result)]
    best = result.best_bearing
    if (
        best is not None
        and given.boresight_azimuth_deg is not None
        and best.azimuth_deg != result.boresight_azimuth_deg
    ):
        findings.append(
            BEARING(
                Level.MIND,
                f"Turned to {best.azimuth_deg:.0f}° true it would do better",
                "Another bearing has its cone over freer sky.",
                figure=result.out_percent,
                limit=best.out_percent,
                clears_by="Set the panel to that bearing.",
            )
        )
    if result.unserved_percent > given.rules.unserved_percent:
        findings.append(
            UNSERVED(
                Level.MIND,
                "At times no satellite is in the panel's sky",
                "The shells are thin over this latitude, or the panel looks where they are not.",
                figure=result.unserved_percent,
                limit=given.rules.unserved_percent,
                bound="at_most",
                clears_by="Check tilt and bearing, and whether the shells are complete.",
            )
        )
    return findings


def _judge_refused(given: LowOrbitInput, result: LowOrbitResult) -> list[Finding]:
    """Satellites that are left out make the sky look thinner than it is."""
    if result.refused_count == 0:
        return []
    return [
        ELEMENTS_REFUSED(
            Level.MIND,
            f"Some satellites are left out: {', '.join(result.refused[:5])}"
            + (" and more" if result.refused_count > 5 else ""),
            "Their elements cannot be followed to this day: they have decayed, or the set is damaged.",
            figure=float(result.refused_count),
            limit=float(len(given.elements)),
            clears_by="Load a newer set of elements.",
        )
    ]


def _judge_age(given: LowOrbitInput) -> list[Finding]:
    """Elements run away from the satellites by kilometres a day;

    their pattern over the sky lasts longer than the very passes.
    """
    epoch = newest_epoch(given.elements)
    if epoch is None or given.start_at is None:
        return []
    days = abs((given.start_at - epoch).total_seconds()) / 86_400.0
    return [
        ELEMENTS_AGE.at_most(
            days,
            given.rules.elements_fresh_days,
            level=Level.MIND,
            clear="The orbital elements are fresh",
            over="The orbital elements are old",
            why="Satellites are moved and new ones join: the pattern of passes is no longer this one.",
            clears_by="Load a newer set, or simulate from the shells.",
        )
    ]


__all__ = [
    "BearingChoice",
    "GapCount",
    "LowOrbitResult",
    "RaiseGain",
    "Removal",
    "Sector",
    "Traffic",
    "bearings_of",
    "low_orbit",
    "simulate",
]
