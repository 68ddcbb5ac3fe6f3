"""The readings of each axis, pass by pass."""

from __future__ import annotations

from rindle_core.kernel.findings import Finding, Level
from rindle_core.kernel.registry import Outcome
from rindle_core.stations.aim.aim import AimResult
from rindle_core.stations.entries import JobInput
from rindle_core.stations.peak.findings import SECOND_PASS
from rindle_core.stations.peak.peaking import Axis, PeakInput, PeakReading, PeakView, peak

AXES: tuple[Axis, Axis] = ("elevation", "azimuth")


def readings(job: JobInput, axis: Axis, pass_number: int) -> list[PeakReading]:
    """The readings of an axis on a pass, oldest first."""
    return [
        PeakReading(turns=r.turns, level_db=r.level_db, turning=r.turning)
        for r in job.peak.readings
        if r.axis == axis and r.pass_number == pass_number
    ]


def last_pass(job: JobInput, axis: Axis) -> int:
    """Number of the axis's newest pass; 1 before any reading."""
    return max((r.pass_number for r in job.peak.readings if r.axis == axis), default=1)


def peak_of(
    job: JobInput, axis: Axis, aimed: AimResult | None, predicted_db: float | None, pass_number: int
) -> Outcome[PeakView] | None:
    """The `peak` calculator on one axis and pass; None without a terminal."""
    terminal = job.picks.terminal
    if terminal is None or terminal.panel is not None:
        return None
    return peak(
        PeakInput(
            axis=axis,
            readings=readings(job, axis, pass_number),
            screw=terminal.elevation_screw if axis == "elevation" else terminal.azimuth_screw,
            elevation_deg=min(90.0, max(0.0, aimed.elevation_apparent_deg)) if aimed else 0.0,
            beamwidth_deg=terminal.beamwidth_deg(),
            predicted_level_db=predicted_db,
            rules=job.picks.rules,
        )
    )


def second_pass(
    job: JobInput, aimed: AimResult | None, views: list[PeakView | None]
) -> tuple[float | None, list[Finding]]:
    """Gain of the last full pass over the one before, fitted top against fitted top, and whether another is worth it.

    A tilted mast couples the axes, so the passes are repeated until one gains less than the house rule.
    """
    passes = [last_pass(job, axis) for axis in AXES]
    tops = [view.fit.top_level_db for view in views if view is not None and view.fit is not None]
    if min(passes) < 2 or len(tops) < 2:
        return None, []
    earlier = [peak_of(job, axis, aimed, None, last - 1) for axis, last in zip(AXES, passes, strict=True)]
    fits = [one.result.fit for one in earlier if one is not None]
    before = max((fit.top_level_db for fit in fits if fit is not None), default=None)
    if before is None:
        return None, []
    gain_db = max(tops) - before
    level = Level.CLEAR if gain_db <= job.picks.rules.second_pass_db else Level.MIND
    finding = SECOND_PASS(
        level,
        "Another pass is not worth it" if level is Level.CLEAR else "The last pass still gained",
        "On a mast out of plumb each axis moves the other a little.",
        figure=gain_db,
        limit=job.picks.rules.second_pass_db,
        bound="at_most",
        clears_by="" if level is Level.CLEAR else "Peak elevation and azimuth once more.",
    )
    return gain_db, [finding]


__all__ = ["AXES", "last_pass", "peak_of", "readings", "second_pass"]
